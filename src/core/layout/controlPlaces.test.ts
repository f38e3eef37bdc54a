import { describe, expect, it } from 'vitest'
import { plainBuild } from '../../../tests/support/plainBuild.ts'
import type { Build } from '../document/build.ts'
import { typicalFeature } from '../parts/typicalPart.ts'
import { placesThatFit } from './controlPlaces.ts'
import { layOut } from './layOut.ts'
import type { ControlSpot } from './controls.ts'

/** A slab with one cavity of 90 × 60 mm, its middle 210 mm from the pocket's end and 100 mm to the treble side. */
const build = (): Build => {
  const b = plainBuild()
  return {
    ...b,
    parts: b.parts.map(p =>
      p.kind === 'body'
        ? {
            ...p,
            features: [
              ...p.features.filter(f => f.role !== 'control-cavity'),
              typicalFeature(
                'control-cavity',
                'c',
                { x: 210, y: 100, length: 90, width: 60, corner: 0 },
                { face: 'back' },
              ),
            ],
          }
        : p,
    ),
  }
}
const l = layOut(build())!,
  x0 = l.nutToHeelEnd
const other = (x: number, y: number): ControlSpot =>
  ({
    slot: 'o',
    label: 'O',
    kind: 'pot',
    at: [x + x0, y],
    from: 'drilled',
    on: 'body',
    case: 24,
    knob: 20,
    findings: [],
  }) as never

describe('places that fit a control', () => {
  it('are in the cavity’s middle where nothing else is near: 30 mm from its long walls, less half a case', () => {
    const [best] = placesThatFit(l, { case: 24, knob: 20 }, [])
    expect(best!.wall).toBeCloseTo(30 - 12, 6)
    expect(best!.at[1]).toBeCloseTo(100, 6)
    // The rim is 160 − 100 − 10 from the slab's side.
    expect(best!.edge).toBeCloseTo(160 - 100 - 10, 6)
    expect(best!.neighbour).toBe(Infinity)
  })
  it('keep cases 1 mm and rims 6 mm apart, each a good way from the one before', () => {
    const found = placesThatFit(l, { case: 24, knob: 20 }, [other(210, 100)])
    expect(found.length).toBeGreaterThan(1)
    for (const p of found) {
      const d = Math.hypot(p.at[0] - x0 - 210, p.at[1] - 100)
      expect(p.neighbour).toBeCloseTo(d - 24, 6)
      expect(p.rim).toBeCloseTo(d - 20, 6)
      expect(d).toBeGreaterThanOrEqual(26 - 1e-9)
      expect(p.wall).toBeGreaterThanOrEqual(0.5)
    }
    const [a, b] = found
    expect(Math.hypot(a!.at[0] - b!.at[0], a!.at[1] - b!.at[1])).toBeGreaterThanOrEqual(15)
  })
  it('tell the one that misses by least where none fits', () => {
    // A case of 70 mm in a cavity 60 wide: 30 − 35 = 5 into the wall, 5.5 short of what is wanted.
    const found = placesThatFit(l, { case: 70, knob: 20 }, [])
    expect(found).toHaveLength(1)
    expect(found[0]!.spare).toBeCloseTo(-5.5, 6)
  })
})
