import { inWords } from '../../../tests/support/inWords.ts'
import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import { heron } from '../../../tests/support/heron.ts'
import type { Build } from '../document/build.ts'
import { chooseFix } from '../document/edits.ts'
import { stepText, type FinishStage } from '../document/stepRef.ts'
import { holeReading, offPlace } from '../drill/holeReading.ts'
import { plan } from '../plan/plan.ts'
import { drillWork } from './drillWork.ts'
import { GLUE_RESTS, mend } from './family.ts'
import { FAMILIES } from './bands.ts'
import { jointsAsTheyStand } from './findJoints.ts'

const find = (b: Build, id: string) => jointsAsTheyStand(b).find(j => j.id === id)!

describe('what hung on letters and sentences', () => {
  it('film is taken off until the finish has cured, and not after', () => {
    const filmed = (steps: Build['steps']) => {
      const b = heron()
      b.finish.film = { value: 0.2, doubt: 0, basis: 'measured' }
      b.finish.masked = []
      b.steps = steps
      return find(b, 'heel-width-mouth').clearance.value
    }
    const at = '2026-11-25T08:00:00Z'
    const before = filmed([]),
      step = (stage: FinishStage) => [{ step: stepText({ kind: 'finish', stage }), state: 'done' as const, at }]
    expect(filmed(step('coat'))).toBeCloseTo(before, 9)
    // Two walls, a film each.
    expect(filmed(step('cure'))).toBeCloseTo(before + 0.4, 9)
  })
  it('glue rests because the way to mend says so, whatever its tools are called', () => {
    const rests = (method: 'veneer-side' | 'shave-pocket') =>
      mend(FAMILIES['heel width'], method, { title: '', changes: [] }).rests
    expect(rests('veneer-side')).toBe(GLUE_RESTS)
    expect(rests('shave-pocket')).toBe(0)
    // Twelve hours at least before a glued joint is worked [common practice].
    expect(GLUE_RESTS).toBe(12)
    const b = heron()
    b.parts.find(p => p.kind === 'body')!.features.find(f => f.role === 'neck-pocket')!.dims.width!.value += 1.5
    const j = find(b, 'heel-width-mouth')
    expect(j.fixes.map(f => f.method)).toEqual(['veneer-side'])
    const step = plan(chooseFix(b, j.id, 'veneer-side')).steps.find(s => inWords(s.title).includes('veneer'))!
    expect(step.waitHours).toBe(12)
    expect(step.whole).toBe(true)
  })
  it('a guard’s screw has the play of its own hole in the guard', () => {
    const b = demo('kestrel')
    b.parts.find(p => p.id === b.slots.body)!.features = b.parts
      .find(p => p.id === b.slots.body)!
      .features.filter(f => f.serves !== 'guard-screws')
    const guard = b.parts.find(p => p.id === b.slots.guard)!
    const holes = guard.features.filter(f => f.role === 'screw-hole')
    holes.forEach((f, i) => (f.dims.diameter = { value: i === 2 ? 5 : 3.2, doubt: 0.1, basis: 'measured' }))
    const work = drillWork(b)!
    const third = work.holes.find(h => h.under?.slot === 'guard' && h.under.feature === holes[2]!.id)!
    expect(third.screws).toBe('guard-screws')
    const off = (h: typeof third) => {
      const at = '2026-11-25T08:00:00Z'
      const read = {
        ...b,
        readings: [
          { id: 'r-1', of: holeReading(h.id, 'along'), value: h.along + 0.5, doubt: 0.05, at },
          { id: 'r-2', of: holeReading(h.id, 'across'), value: h.across, doubt: 0.05, at },
        ],
      }
      return offPlace(h, read, work.layout)!.ways.find(w => w.way === 'live with it')!
    }
    const screw = third.screw!.diameter
    expect(inWords(off(third).says)).toContain(`within the ${((5 - screw) / 2).toFixed(2)} mm of play`)
    const first = work.holes.find(h => h.under?.feature === holes[0]!.id)!
    expect(inWords(off(first).says)).not.toContain('within')
  })
  it('a guard that stands aside stands aside of its routs by as much', () => {
    const b = demo('kestrel')
    const moved = structuredClone(b)
    moved.placements.guard = {
      x: { value: 4, doubt: 0.1, basis: 'measured' },
      y: { value: 0, doubt: 0.1, basis: 'measured' },
    }
    const off = (x: Build) =>
      0.5 - jointsAsTheyStand(x).find(j => j.id === 'pickup-neck-guard-offset')!.clearance.value
    const home = structuredClone(b)
    home.placements.guard = {
      x: { value: 0, doubt: 0.1, basis: 'measured' },
      y: { value: 0, doubt: 0.1, basis: 'measured' },
    }
    expect(Math.abs(off(moved) - off(home))).toBeGreaterThan(3)
  })
  it('a guard pushed into the neck does not read snug', () => {
    const gap = (x: number, y: number) => {
      const b = demo('kestrel')
      b.placements.guard = {
        x: { value: x, doubt: 0.05, basis: 'measured' },
        y: { value: y, doubt: 0.05, basis: 'measured' },
      }
      return jointsAsTheyStand(b).find(j => j.id === 'guard-neck')!
    }
    const home = gap(0, 0),
      into = gap(-4, 0)
    expect(into.clearance.value).toBeCloseTo(home.clearance.value - 4, 9)
    expect(into.state).toBe("won't go")
    expect(inWords(into.finding)).toContain('pushes on the neck')
    expect(gap(3, 0).clearance.value).toBeCloseTo(home.clearance.value, 9)
    for (const y of [0.3, -0.3]) expect(gap(0, y).clearance.value).toBeCloseTo(home.clearance.value - 0.3, 9)
  })
  it('a tuner’s screw stands at Fit where it is drilled', () => {
    const b = demo('heron')
    const neck = b.parts.find(p => p.id === b.slots.neck)!
    const screw = drillWork(b)!.holes.find(h => h.screws === 'tuner-screws' && h.string === 2)!
    neck.features.push({
      id: 'old',
      role: 'screw-hole',
      serves: 'old',
      face: 'back',
      dims: Object.fromEntries(
        Object.entries({ x: screw.at[0] + 2, y: screw.at[1], diameter: 2 }).map(([k, value]) => [
          k,
          { value, doubt: 0.02, basis: 'measured' as const },
        ]),
      ),
    })
    const with_ = structuredClone(b)
    const dia = with_.parts.find(p => p.id === with_.slots['tuner-screws'])!.dims.diameter!.value
    const j = jointsAsTheyStand(with_).find(x => x.id === 'tuner-screw-old-hole')!
    // Two apart, less both radii.
    expect(j.clearance.value).toBeCloseTo(2 - dia / 2 - 1, 6)
    expect(j.title).toContain('tuner 2')
  })
})
