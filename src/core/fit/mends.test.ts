import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { runs } from '../../../tests/support/long.ts'
import { demo, DEMO_NAMES } from '../../../tests/support/demo.ts'
import type { Build } from '../document/build.ts'
import { FEATURE_ROLE_NAMES } from '../parts/featureRoles.ts'
import { applyChange } from './applyFixes.ts'
import { jointsAsTheyStand } from './findJoints.ts'
import type { Joint } from './joint.ts'
import { anyIn } from '../../../tests/support/any.ts'

/** A demo build measured all through, some dimensions off by up to two millimetres, under a film that is masked nowhere or everywhere. */
const anyMisfit: fc.Arbitrary<Build> = fc
  .tuple(
    fc.constantFrom(...DEMO_NAMES),
    anyIn(0, 0.3),
    fc.boolean(),
    fc.array(anyIn(-2, 2), { minLength: 12, maxLength: 12 }),
  )
  .map(([name, film, masked, off]) => {
    const b = demo(name)
    let k = 0
    return {
      ...b,
      fixes: [],
      steps: [],
      finish: {
        ...b.finish,
        film: { value: film, doubt: 0.01, basis: 'claimed' as const },
        masked: masked ? [...FEATURE_ROLE_NAMES] : [],
      },
      parts: b.parts.map(p => ({
        ...p,
        dims: Object.fromEntries(
          Object.entries(p.dims).map(([key, d]) => [
            key,
            {
              ...d,
              basis: 'measured' as const,
              doubt: Math.min(d.doubt, 0.01),
              value:
                k++ % 5 === 0 && d.doubt > 0 && d.value > 6 && d.value < 120 ? d.value + off[k % 12]! : d.value,
            },
          ]),
        ),
        features: p.features.map(f => ({
          ...f,
          dims: Object.fromEntries(
            Object.entries(f.dims).map(([key, d]) => [
              key,
              {
                ...d,
                basis: 'measured' as const,
                doubt: Math.min(d.doubt, 0.01),
                value: k++ % 7 === 0 && d.doubt > 0 && d.value > 6 ? d.value + off[k % 12]! : d.value,
              },
            ]),
          ),
        })),
      })),
    }
  })

const out = (j: Joint): number =>
  j.clearance.value < j.limits.low
    ? j.limits.low - j.clearance.value
    : j.limits.high !== undefined && j.clearance.value > j.limits.high
      ? j.clearance.value - j.limits.high
      : 0

describe('every way to mend that names what it changes', () => {
  it('brings its own joint into the band, whatever film is still to come', () => {
    const met = new Set<string>(),
      missed = new Map<string, string>()
    fc.assert(
      fc.property(anyMisfit, b => {
        for (const j of jointsAsTheyStand(b)) {
          if (out(j) === 0) continue
          for (const f of j.fixes) {
            if (f.changes.length === 0) continue
            met.add(`${j.family}/${f.method}`)
            const after = jointsAsTheyStand(f.changes.reduce((x, c) => applyChange(x, c, {}), b)).find(
              x => x.id === j.id,
            )
            if (!after || out(after) > 1e-6)
              missed.set(
                `${j.family}/${f.method}`,
                `${b.id} ${j.id}: ${j.clearance.value.toFixed(3)} → ${after?.clearance.value.toFixed(3) ?? 'gone'}, ${after?.limits.low.toFixed(2)}…${after?.limits.high?.toFixed(2)}`,
              )
          }
        }
      }),
      { numRuns: runs(40), seed: 7 },
    )
    expect(met.size).toBeGreaterThan(20)
    expect(Object.fromEntries(missed)).toEqual({})
  })
})
