import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import { holdsMore, MOST_PROBLEMS, MOST_VALUES, tooLong } from './bounds.ts'
import { Build } from './build.ts'
import { readBuild } from './readBuild.ts'

describe('what is too long for a document', () => {
  const wren = demo('wren')
  it('is told by the rule that would refuse it, before its elements are read', () => {
    expect(tooLong(Build, { ...wren })).toEqual([])
    const at = (n: number) => ({ ...wren, parts: Array.from({ length: n }, () => ({})) })
    expect(tooLong(Build, at(200))).toEqual([])
    expect(tooLong(Build, at(201))).toEqual([{ path: 'parts', reason: 'has 201 entries; up to 200 are taken' }])
    expect(readBuild(at(100_000))).toEqual({
      ok: false,
      problems: [{ path: 'parts', reason: 'has 100000 entries; up to 200 are taken' }],
    })
  })
  it('is more values in all than any document has, wherever they are', () => {
    const one = { a: [1, 2, { b: 3 }] }
    // The list, its three entries, and one in the last of them.
    expect([holdsMore(one, 4), holdsMore(one, 5)]).toEqual([true, false])
    expect(holdsMore('text', 0)).toBe(false)
    const extra = { ...wren, extra: Array.from({ length: MOST_VALUES }, () => 0) }
    const r = readBuild(extra)
    expect(r.ok ? '' : r.problems[0]!.reason).toMatch(/^holds more than 150000 values/)
  })
  it('is not every problem that there is: the first are named', () => {
    const r = readBuild({ ...wren, log: Array.from({ length: 300 }, () => ({})) })
    expect(r.ok ? 0 : r.problems.length).toBe(MOST_PROBLEMS)
  })
})
