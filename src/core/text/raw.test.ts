import { describe, expect, it } from 'vitest'
import { plainBuild } from '../../../tests/support/plainBuild.ts'
import { readBuild, readPart, readSettings } from '../document/readBuild.ts'
import { DEEPEST, unreadableTexts } from './text.ts'

const raw = (text: string) => JSON.parse(text) as unknown
const first = (r: { ok: true } | { ok: false; problems: { path: string; reason: string }[] }) =>
  r.ok ? undefined : r.problems[0]

describe('a raw document', () => {
  it('may not carry the names that a program’s own objects have, wherever they stand', () => {
    for (const name of ['__proto__', 'constructor', 'prototype']) {
      const text = JSON.stringify(plainBuild()).replace('{', `{${JSON.stringify(name)}:{"polluted":1},`)
      expect(first(readBuild(raw(text)))).toEqual({
        path: name,
        reason: 'its name belongs to programs, not to documents',
      })
      expect(first(readPart(raw(`{"id":"x","kind":"nut","dims":{"${name}":{"value":1}}}`)))).toMatchObject({
        path: `dims.${name}`,
      })
      expect(first(readSettings(raw(`{"${name}":1}`)))).toMatchObject({ path: name })
    }
    expect(({} as Record<string, unknown>).polluted).toBeUndefined()
  })
  it('is refused where it lies deeper than any, without being walked to its end', () => {
    const nested = (n: number) => raw('{"a":'.repeat(n) + '1' + '}'.repeat(n))
    expect(unreadableTexts(nested(DEEPEST))).toEqual([])
    expect(unreadableTexts(nested(DEEPEST + 1))[0]!.reason).toContain('deeper than 40 levels')
    expect(unreadableTexts(raw('['.repeat(20000) + ']'.repeat(20000)))).toHaveLength(1)
  })
  it('that is none of its version is refused as that', () => {
    const r = readBuild({ format: 'snugbolt-build', version: 1, parts: 7 })
    expect(r.ok).toBe(false)
  })
})
