import { describe, expect, it } from 'vitest'
import { LONG, oneIn } from '../../../tests/support/long.ts'
import { demo, DEMO_NAMES } from '../../../tests/support/demo.ts'
import { plainBuild } from '../../../tests/support/plainBuild.ts'
import { takeReading } from '../document/edits.ts'
import { readingOf, splitRef } from '../document/quantityAt.ts'
import type { Build } from '../document/build.ts'
import { PART_KINDS } from '../parts/partKinds.ts'
import { FEATURE_ROLES } from '../parts/featureRoles.ts'
import { missingIn } from '../units/quantity.ts'
import { applyChange } from './applyFixes.ts'
import { jointsAsTheyStand } from './findJoints.ts'
import type { Joint } from './joint.ts'
import { measureNext } from './measureNext.ts'

/** Dimensions whose absence says something: a top is flat, a guard has no notch, a hole has the cavity's own top over it. */
const SAYS = new Set([
  'body topRadius',
  'guard notchWidth',
  'guard bridgeEdge',
  'hole topThickness',
  'bridge anchorBehindFront',
  'bridge anchorHeight',
  'neck headAngle',
  'switch threadDiameter',
  'switch threadLength',
  'switch hardware',
  // A rout, a hole or a pocket that goes through has none.
  'hole depth',
])

/** Every optional dimension that the parts in this build's slots have, by its reference, with what it is called above. */
function optional(b: Build): { ref: string; name: string }[] {
  const used = new Set(Object.values(b.slots))
  return b.parts
    .filter(p => used.has(p.id))
    .flatMap(p => [
      ...Object.keys(p.dims)
        .filter(k => (PART_KINDS[p.kind].dims as Record<string, { optional?: true }>)[k]?.optional)
        .map(k => ({ ref: `${p.id}/dims.${k}`, name: `${p.kind} ${k}` })),
      ...p.features.flatMap(f =>
        Object.keys(f.dims)
          .filter(k => (FEATURE_ROLES[f.role].dims as Record<string, { optional?: true }>)[k]?.optional)
          .map(k => ({ ref: `${p.id}/features.${f.id}.${k}`, name: `hole ${k}` })),
      ),
    ])
}
function without(b: Build, ref: string): Build {
  const c = structuredClone(b),
    { partId, path } = splitRef(ref),
    [head, a, key] = path.split('.')
  const part = c.parts.find(p => p.id === partId)!
  if (head === 'dims') delete part.dims[a!]
  else delete part.features.find(f => f.id === a)!.dims[key!]
  return c
}
/** From worst to best; what cannot be told is no verdict. */
const RANK: Record<Joint['state'], number> = { "won't go": 0, tight: 1, loose: 1, snug: 2, "can't tell": -1 }

describe('a dimension that nobody has read', () => {
  it('never makes a joint better or vanish, and where one hangs on it that is said', () => {
    let met = 0
    for (const name of oneIn(2, DEMO_NAMES)) {
      const b = { ...demo(name), fixes: [], steps: [] }
      const before = jointsAsTheyStand(b)
      for (const { ref, name: called } of optional(b)) {
        if (SAYS.has(called)) continue
        const after = new Map(jointsAsTheyStand(without(b, ref)).map(j => [j.id, j]))
        for (const j of before) {
          if (!j.clearance.terms.has(ref)) continue
          const now = after.get(j.id)
          expect(now, `${name}: ${j.id} without ${ref}`).toBeDefined()
          expect(RANK[now!.state], `${name}: ${j.id} without ${ref}`).toBeLessThanOrEqual(RANK[j.state])
          if (missingIn(now!.clearance).length) {
            met++
            expect(now!.state).toBe("can't tell")
            expect(now!.finding).toMatch(/^Can't tell yet: nobody has read /)
            expect(now!.fixes).toEqual([])
          }
        }
      }
    }
    expect(met).toBeGreaterThan(LONG ? 8 : 4)
  })
  it('is asked for, and tells its joint once it is read', () => {
    const b = plainBuild({ instrument: { bridge: 'rocking tremolo, two posts' } })
    const heel: Build = {
      ...b,
      parts: b.parts.map(p => (p.kind === 'neck' ? { ...p, traits: { ...p.traits, rod: 'at the heel' } } : p)),
    }
    const neck = heel.parts.find(p => p.kind === 'neck')!,
      body = heel.parts.find(p => p.kind === 'body')!
    body.features = [
      ...body.features,
      {
        id: 'notch',
        role: 'rod-notch',
        face: 'top',
        dims: Object.fromEntries(
          Object.keys(FEATURE_ROLES['rod-notch'].dims).map(k => [
            k,
            { value: 20, doubt: 0.1, basis: 'measured' as const },
          ]),
        ),
      },
    ]
    const rod = (x: Build) => jointsAsTheyStand(x).find(j => j.id === 'truss-rod')!
    expect(rod(heel).state).toBe("can't tell")
    const ref = `${neck.id}/dims.rodReach`
    expect(measureNext(heel, jointsAsTheyStand(heel), 100).map(m => m.ref)).toContain(ref)
    const read = (value: number) =>
      takeReading(heel, { of: readingOf(ref), value, doubt: 0.1, at: '2026-11-25T10:00:00Z' })
    expect(rod(read(15))).toMatchObject({ state: 'snug' })
    expect(rod(read(38))).toMatchObject({ state: "won't go" })
  })
  it('a guard that carries the pickups is asked for its edges, unless it has none', () => {
    const withGuard = (
      mounting: 'on the guard' | 'in rings',
      traits: Record<string, string>,
      dims: Record<string, number> = {},
    ) =>
      plainBuild({
        instrument: { mounting, extras: ['guard'] },
        parts: { neck: { dims: { heelWidth: 56 } }, guard: { traits, dims: { thickness: 2.4, ...dims } } },
      })
    const states = (b: Build) =>
      ['guard-neck', 'guard-bridge'].map(id => jointsAsTheyStand(b).find(j => j.id === id)?.state)
    expect(states(withGuard('on the guard', {}))).toEqual(["can't tell", "can't tell"])
    expect(states(withGuard('on the guard', { notch: 'none', bridgeSide: 'none' }))).toEqual([undefined, undefined])
    expect(states(withGuard('in rings', {}))).toEqual([undefined, undefined])
    expect(states(withGuard('in rings', { notch: 'there' }))).toEqual(["can't tell", undefined])
    const b = withGuard('on the guard', {}),
      guard = b.parts.find(p => p.kind === 'guard')!
    expect(measureNext(b, jointsAsTheyStand(b), 100).map(m => m.ref)).toContain(`${guard.id}/dims.notchWidth`)
    // (57 − 56) / 2 a side is snug; (56.2 − 56) / 2 is not.
    expect(states(withGuard('on the guard', {}, { notchWidth: 57 }))[0]).toBe('snug')
    expect(states(withGuard('on the guard', {}, { notchWidth: 56.2 }))[0]).toBe('tight')
  })
  it('a flat foot on an arched top is sanded to it, and reads so afterwards', () => {
    const b = plainBuild({
      instrument: { mounting: 'in rings' },
      parts: {
        body: { dims: { topRadius: 400 } },
        'ring-bridge': { traits: { foot: 'flat' }, dims: { width: 90, length: 46 } },
      },
    })
    const foot = jointsAsTheyStand(b).find(j => j.id === 'ring-bridge-curve')!
    // 0.5 − 90² / (8 · 400): the rise of a chord.
    expect(foot.clearance.value).toBeCloseTo(0.5 - 2.53125, 6)
    const sanded = foot.fixes
      .find(f => f.method === 'sand-foot')!
      .changes.reduce((at, c) => applyChange(at, c, {}), b)
    const after = jointsAsTheyStand(sanded).find(j => j.id === 'ring-bridge-curve')!
    expect(after.state).toBe('snug')
    expect(after.clearance.value).toBeCloseTo(0.5, 6)
  })
  it('a spring three times too long is told, a screw cut short as well', () => {
    const b = plainBuild({
      instrument: { mounting: 'on the guard', extras: ['guard'] },
      parts: {
        'pickup-bridge': { dims: { depthBelowTop: 16, tabAboveLowest: 5, travel: 5, tabHole: 3.2 } },
        guard: { dims: { thickness: 2.4 } },
      },
    })
    const with_ = (slot: string, dims: Record<string, number>): Build => ({
      ...b,
      slots: { ...b.slots, [slot]: slot },
      parts: [
        ...b.parts,
        {
          ...structuredClone(b.parts.find(p => p.kind === 'screws')!),
          id: slot,
          kind: slot === 'pickup-springs' ? ('springs' as const) : ('screws' as const),
          traits: {},
          features: [],
          dims: Object.fromEntries(
            Object.entries(dims).map(([k, value]) => [k, { value, doubt: 0.05, basis: 'measured' as const }]),
          ),
        },
      ],
    })
    const state = (x: Build, id: string) => {
      const j = jointsAsTheyStand(x).find(y => y.id === id)!
      return [Number(j.clearance.value.toFixed(3)), j.state]
    }
    const spring = (freeLength: number) =>
      state(
        with_('pickup-springs', { count: 2, freeLength, solidLength: 4, outsideDiameter: 6 }),
        'pickup-bridge-spring',
      )
    // The tabs lie 16 − 5 under the guard at the lowest.
    expect(spring(16)).toEqual([5, 'snug'])
    expect(spring(48)).toEqual([37, "won't go"])
    const screw = (length: number) =>
      state(with_('pickup-screws', { count: 2, diameter: 2.7, length }), 'pickup-bridge-screw')
    // Through 2.4 and 11, two of thread.
    expect(screw(22)).toEqual([6.6, 'snug'])
    expect(screw(10)).toEqual([-5.4, "won't go"])
  })
  it.each(DEMO_NAMES)('stands in a joint of %s as a thing that is usual, in either algebra', name => {
    for (const j of jointsAsTheyStand(demo(name)))
      for (const s of missingIn(j.clearance)) expect(s.basis).toBe('assumed')
  })
})
