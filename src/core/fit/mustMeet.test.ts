import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import { plainBuild } from '../../../tests/support/plainBuild.ts'
import type { Build } from '../document/build.ts'
import { splitRef } from '../document/quantityAt.ts'
import { dimensionAt, withDimension } from '../parts/dimensionAt.ts'
import { fit } from './applyFixes.ts'
import { mustMeet } from './mustMeet.ts'

const withSize = (b: Build, ref: string, value: number): Build => {
  const { partId, path } = splitRef(ref)
  return {
    ...b,
    parts: b.parts.map(p => (p.id === partId ? withDimension(p, path, { ...dimensionAt(p, path)!, value }) : p)),
  }
}
const inBand = (b: Build, title: string): boolean => {
  const j = fit(b).planned.find(x => x.title === title)!
  return j.clearance.value >= j.limits.low && j.clearance.value <= (j.limits.high ?? Infinity)
}

describe.each([
  ['kestrel', 'guard'],
  ['kestrel', 'tuners'],
  ['heron', 'bridge'],
] as const)('what has to be met: %s, %s', (name, slot) => {
  const b = demo(name),
    { sizes, broken } = mustMeet(b, slot)
  it('names sizes of the part alone, with the joints that hold them', () => {
    expect(sizes.length).toBeGreaterThan(0)
    for (const r of sizes) {
      expect(splitRef(r.ref).partId).toBe(b.slots[slot])
      expect(r.because.length).toBeGreaterThan(0)
      expect((r.low ?? -Infinity) <= r.value && (r.high ?? Infinity) >= r.value, r.label).toBe(true)
      for (const t of r.because) expect(broken).not.toContain(t)
    }
  })
  it('keeps every joint that is named in its band at both ends', () => {
    for (const r of sizes)
      for (const end of [r.low, r.high])
        if (end !== undefined)
          for (const t of r.because)
            expect(inBand(withSize(b, r.ref, end), t), `${r.label} at ${end}: ${t}`).toBe(true)
  })
})

describe('a size that one joint holds', () => {
  it('may be off as far as the joint’s band reaches, less what the other side may be off: worked by hand', () => {
    // Clearance changes as the size does, one to one: the band's two ends give the size's.
    let seen = 0
    for (const [b, slot] of [
      [demo('kestrel'), 'tuners'],
      [plainBuild(), 'bridge-screws'],
      [plainBuild(), 'neck-screws'],
      [demo('wren'), 'tuners'],
    ] as const)
      for (const r of mustMeet(b, slot).sizes) {
        const holding = fit(b).planned.filter(x => x.slots.includes(slot) && x.clearance.terms.has(r.ref))
        for (const j of holding) {
          const own = j.clearance.terms.get(r.ref)!
          // Of several joints on one size the closest holds it: only a joint that is alone is worked here.
          if (holding.length > 1 || Math.abs(own.coefficient) !== 1) continue
          const rest = [...j.clearance.terms.values()].filter(t => splitRef(t.source.id).partId !== b.slots[slot]),
            others = Math.sqrt(rest.reduce((s, t) => s + (t.coefficient * t.source.doubt) ** 2, 0)),
            down = j.clearance.value - others - j.limits.low,
            up = (j.limits.high ?? Infinity) - j.clearance.value - others,
            [low, high] = own.coefficient > 0 ? [down, up] : [up, down]
          if (r.low !== undefined && low < 5) expect(r.value - r.low, j.title).toBeCloseTo(low, 1)
          if (r.high !== undefined && high < 5) expect(r.high - r.value, j.title).toBeCloseTo(high, 1)
          seen++
        }
      }
    expect(seen).toBeGreaterThan(1)
  })
  it('is asked of no part that is not chosen', () => {
    expect(mustMeet({ ...plainBuild(), slots: {} }, 'guard')).toEqual({ sizes: [], broken: [] })
  })
})
