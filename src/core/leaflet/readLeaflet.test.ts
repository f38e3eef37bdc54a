import { USUAL_SETTINGS } from '../document/settings.ts'
import { readFileSync, readdirSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { LEAFLETS, type Said } from '../../../tests/leaflets.expected.ts'
import { dimensionAt } from '../parts/dimensionAt.ts'
import type { Build } from '../document/build.ts'
import { assumeBuild } from '../start/assumeBuild.ts'
import { readLeaflet, withClaims } from './readLeaflet.ts'

const folder = new URL('../../../tests/leaflets/', import.meta.url)
const build = assumeBuild({
  id: 'kit',
  name: 'Kit',
  have: 'kit',
  answers: {},
  today: '2026-11-25',
  settings: USUAL_SETTINGS,
})

/** References of this build's dimensions that a leaflet's line by hand means; every hole of a row where it names a row. */
function refsOf(b: Build, [slot, path]: Said): string[] {
  const part = b.parts.find(p => p.id === b.slots[slot])!
  const m = /^([a-z-]+?)(?:\((.+)\))?\.(\w+)$/.exec(path)
  if (!m) return [`${part.id}/dims.${path}`]
  return part.features
    .filter(f => f.role === m[1] && (m[2] === undefined || f.serves === m[2]))
    .map(f => `${part.id}/features.${f.id}.${m[3]}`)
}

/** Share of the dimensions in all leaflets that are understood, and of what is taken that is wrong. */
function score(texts: Readonly<Record<string, readonly Said[]>>, read: (name: string) => string) {
  let said = 0,
    right = 0,
    wrong = 0,
    taken = 0
  const misses: string[] = []
  for (const [name, lines] of Object.entries(texts)) {
    const r = readLeaflet(read(name), build)
    const got = new Map(r.claims.map(c => [`${c.partId}/${c.path}`, c.value]))
    const expected = new Map(lines.flatMap(l => refsOf(build, l).map(ref => [ref, l] as const)))
    for (const l of lines) {
      said++
      const ok = refsOf(build, l).every(ref => Math.abs((got.get(ref) ?? NaN) - l[2]) <= Math.abs(l[2]) * 0.001)
      if (ok) right++
      else
        misses.push(
          `${name}: ${l.join(' ')} read as ${refsOf(build, l)
            .map(x => got.get(x))
            .join()}`,
        )
    }
    for (const [ref, v] of got) {
      taken++
      const l = expected.get(ref)
      if (!l || Math.abs(v - l[2]) > Math.abs(l[2]) * 0.001) {
        wrong++
        misses.push(`${name}: took ${ref} = ${v}${l ? `, said ${l[2]}` : ', said nothing of it'}`)
      }
    }
  }
  return { understood: right / said, wrong: wrong / taken, said, misses }
}

describe('a leaflet pasted whole', () => {
  it('is understood: at least 85 % of what leaflets of many manners say, at most 2 % wrong', () => {
    const files = readdirSync(folder).filter(f => f.endsWith('.txt'))
    expect(files.map(f => f.replace('.txt', '')).sort()).toEqual(Object.keys(LEAFLETS).sort())
    expect(files.length).toBeGreaterThanOrEqual(12)
    const s = score(LEAFLETS, n => readFileSync(new URL(`${n}.txt`, folder), 'utf8'))
    if (process.env.SHOW) console.log(s.said, s.understood, s.wrong, s.misses.join('\n'))
    expect(s.misses.length === 0 || s.understood >= 0.85, s.misses.join('\n')).toBe(true)
    expect(s.wrong, s.misses.join('\n')).toBeLessThanOrEqual(0.02)
  })
  it('shows what it did not understand, and drops nothing', () => {
    const r = readLeaflet('Order no. 4711\nReturns within 14 days\nScale length: 648 mm, 3 boxes', build)
    expect(r.claims.map(c => c.value)).toEqual([648])
    expect(r.unclear).toHaveLength(3)
    expect(r.unclear[2]!.reason).toMatch(/^3: not understood/)
  })
  it('takes neither of two that contradict each other', () => {
    const r = readLeaflet('Nut width 42 mm\nWidth at nut: 38 mm', build)
    expect(r.claims).toEqual([])
    expect(r.unclear[0]!.reason).toMatch(/42 and 38/)
  })
  it('refuses what no part can measure', () => {
    const r = readLeaflet('Scale length: 6480 mm', build)
    expect(r.claims).toEqual([])
    expect(r.unclear).toHaveLength(1)
  })
  it('makes claims, and leaves what was measured', () => {
    const part = build.parts.find(p => p.kind === 'neck')!
    const measured: Build = {
      ...build,
      parts: build.parts.map(p =>
        p === part ? { ...p, dims: { ...p.dims, widthAtNut: { value: 41.9, doubt: 0.05, basis: 'measured' } } } : p,
      ),
    }
    const after = withClaims(measured, readLeaflet('Nut width 42 mm, scale 648 mm', measured).claims, 'leaflet')
    const neck = after.parts.find(p => p.kind === 'neck')!
    expect(dimensionAt(neck, 'dims.widthAtNut')).toMatchObject({ value: 41.9, basis: 'measured' })
    expect(dimensionAt(neck, 'dims.scaleLength')).toMatchObject({ value: 648, basis: 'claimed', with: 'leaflet' })
  })
})
