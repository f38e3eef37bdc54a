import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { runs } from '../../../tests/support/long.ts'
import { anyBuild } from '../../../tests/support/anyBuild.ts'
import { demo, DEMO_NAMES } from '../../../tests/support/demo.ts'
import type { Build } from '../document/build.ts'
import { dimensionAt, dimensionPaths, withDimension } from '../parts/dimensionAt.ts'
import { finishWork } from '../finish/finishWork.ts'
import { controlSpots } from '../layout/controls.ts'
import { layOut } from '../layout/layOut.ts'
import { plan } from '../plan/plan.ts'
import { setupWork } from '../setup/setupWork.ts'
import { solderActs } from '../ways/solderActs.ts'
import { wireWays } from '../ways/wireWays.ts'
import { drillWork } from './drillWork.ts'
import { jointsAsTheyStand } from './findJoints.ts'
import { anyIn } from '../../../tests/support/any.ts'

/** A build with one dimension of one of its parts, or one of its places, moved. */
function edited(b: Build, pick: number, by: number): Build {
  const fitted = b.parts.filter(p => Object.values(b.slots).includes(p.id)),
    paths = fitted.flatMap(p => dimensionPaths(p).map(path => [p.id, path] as const)),
    k = pick % (paths.length + 3)
  if (k === paths.length) return { ...b, placements: { ...b.placements, guard: { x: place(by), y: place(-by) } } }
  if (k === paths.length + 1) return { ...b, setup: { ...b.setup, edgeMargin: 3 + Math.abs(by) } }
  if (k === paths.length + 2)
    return {
      ...b,
      finish: { ...b.finish, film: { value: 0.1 + Math.abs(by) / 10, doubt: 0.02, basis: 'claimed' } },
    }
  const [id, path] = paths[k]!
  return {
    ...b,
    parts: b.parts.map(p => {
      if (p.id !== id) return p
      const d = dimensionAt(p, path)!
      return withDimension(p, path, {
        ...d,
        value: Math.max(0.2, d.value + (Number.isInteger(d.value) && d.doubt === 0 ? 0 : by)),
      })
    }),
  }
}
const place = (value: number) => ({ value, doubt: 0.2, basis: 'claimed' as const })

const told = (b: Build) => ({
  joints: jointsAsTheyStand(b).map(j => [
    j.id,
    j.title,
    j.state,
    j.clearance.value,
    j.doubt,
    j.finding,
    j.at,
    j.fixes.map(f => [f.title, f.note, f.changes]),
  ]),
  holes: drillWork(b)?.holes,
  cuts: drillWork(b)?.cuts,
  steps: plan(b).steps.map(s => [s.id, s.why, s.start, s.needs, s.because]),
  ways: wireWays(b)?.ways,
  spots: layOut(b) && controlSpots(b, layOut(b)!),
  acts: [solderActs(b), finishWork(b).acts, setupWork(b).adjustments],
})

describe('what is kept between edits', () => {
  it('is what would be computed from nothing, whatever was edited before', () =>
    fc.assert(
      fc.property(
        fc.oneof(
          anyBuild,
          fc.constantFrom(...DEMO_NAMES).map(n => demo(n)),
        ),
        fc.array(fc.tuple(fc.nat(100_000), anyIn(-2, 2)), {
          minLength: 2,
          maxLength: 5,
        }),
        (start, edits) => {
          let b = start
          told(b)
          for (const [pick, by] of edits) {
            const next = edited(b, pick, by)
            expect(told(next)).toEqual(told(structuredClone(next)))
            // And back, as undo does.
            expect(told(b)).toEqual(told(structuredClone(b)))
            b = next
          }
        },
      ),
      { numRuns: runs(8) },
    ))
  it('hangs on every dimension that it is computed from: each second of them edited, and back', () => {
    const b = demo('wren'),
      now = (x: Build) => jointsAsTheyStand(x).map(j => [j.id, j.clearance.value, j.doubt, ...j.at]),
      all = b.parts
        .filter(p => Object.values(b.slots).includes(p.id))
        .flatMap(p => dimensionPaths(p).filter(path => dimensionAt(p, path)!.doubt > 0)).length
    for (let k = 0, done = 0; done < all; k++) {
      const next = edited(b, k, 0.37)
      if (next === b) continue
      done += 2
      k++
      expect(now(next), `edit ${k}`).toEqual(now(structuredClone(next)))
    }
  })
})
