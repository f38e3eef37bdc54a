import { inWords } from '../../../tests/support/inWords.ts'
import { describe, expect, it } from 'vitest'
import fc from 'fast-check'
import { anyBuild } from '../../../tests/support/anyBuild.ts'
import { demo, demoShelf, apart } from '../../../tests/support/demo.ts'
import { measuredAt } from '../../../tests/support/heron.ts'
import { chooseFix, choosePart } from '../document/edits.ts'
import type { Build } from '../document/build.ts'
import { plan } from '../plan/plan.ts'
import { tickStep } from '../plan/tickStep.ts'
import { doubtOf } from '../units/quantity.ts'
import { fit } from './applyFixes.ts'
import { balance } from './balance.ts'
import { jointsAsTheyStand } from './findJoints.ts'
import { cheapestFixesNow, priceOf } from './fixSet.ts'
import { trialAssembly, trialRecord } from './trialAssembly.ts'
import { whatIf } from './whatIf.ts'

const settled = (b: Build) =>
  jointsAsTheyStand(b).filter(
    j =>
      ["won't go", 'tight', 'loose'].includes(j.state) &&
      (j.clearance.value < j.limits.low || (j.limits.high !== undefined && j.clearance.value > j.limits.high)),
  )

describe('the cheapest set of fixes', () => {
  it.each(['heron', 'kestrel'] as const)('leaves nothing of %s that calls for work', name => {
    const b = demo(name),
      r = cheapestFixesNow(b)
    expect(r.complete).toBe(true)
    const after = fit(r.chosen.reduce((x: Build, c) => chooseFix(x, c.joint, c.method), b)).planned.filter(
      j =>
        !r.left.includes(j.id) &&
        ["won't go", 'tight', 'loose'].includes(j.state) &&
        (j.clearance.value < j.limits.low - 1e-9 ||
          (j.limits.high !== undefined && j.clearance.value > j.limits.high + 1e-9)),
    )
    expect(after.map(j => j.id)).toEqual([])
  })
  it('counts a fix that settles two joints once: moving Kestrel’s routs spares opening them', () => {
    const r = cheapestFixesNow(demo('kestrel'))
    expect(r.chosen.map(c => c.method).sort()).toEqual(['move-rout', 'move-rout', 'wrap-bushings'])
    expect(r.minutes).toBe(100)
  })
  it('is no dearer than taking the first method of every joint', () => {
    const b = demo('heron'),
      price = settled(b).reduce((s, j) => s + (j.fixes[0] ? priceOf(j.fixes[0]) : 0), 0)
    const r = cheapestFixesNow(b),
      own = r.chosen.reduce((s, c) => s + c.minutes + { low: 0, some: 10, high: 60 }[c.risk], 0)
    expect(own).toBeLessThanOrEqual(price)
  })
  it('has nothing to do where all is snug or untold', () =>
    expect(cheapestFixesNow(demo('wren')).chosen).toEqual([]))
})

describe('what if', () => {
  const b = demo('heron')
  it('tells the joints that another part moves, and leaves the build alone', () => {
    const before = JSON.stringify(b),
      narrow = demoShelf().find(p => p.id === 'double-narrow')!
    const shifts = whatIf(b, [{ slot: 'pickup-bridge', part: narrow }])
    expect(shifts.find(s => s.id === 'pickup-bridge-rout')).toMatchObject({
      before: { state: "won't go" },
      after: { state: 'snug' },
    })
    expect(shifts.every(s => s.id.startsWith('pickup-bridge'))).toBe(true)
    expect(JSON.stringify(b)).toBe(before)
  })
  it('tells what another size moves, and nothing when it stays', () => {
    const shifts = whatIf(b, [{ ref: 'heron-neck/dims.nutToHeelEnd', value: 455, doubt: 0.1 }])
    expect(shifts.map(s => s.id)).toContain('bridge-line')
    expect(shifts.find(s => s.id === 'bridge-line')!.after!.clearance.value).toBeCloseTo(6, 6)
    expect(whatIf(b, [])).toEqual([])
  })
})

describe('balance', () => {
  it('adds all masses up with their doubts, and takes moments about the nut', () => {
    const r = balance(demo('bittern'))!
    const total = r.masses.reduce((s, m) => s + m.grams.value, 0)
    expect(r.total.value).toBeCloseTo(total, 9)
    expect(r.centre.value).toBeCloseTo(r.masses.reduce((s, m) => s + m.grams.value * m.x, 0) / total, 9)
    expect(doubtOf(r.total)).toBeGreaterThan(0)
  })
  it('dives with a heavy head, and says what would hold it', () => {
    const b = demo('bittern'),
      heavy = measuredAt(b, 'bittern-neck', 'dims.mass', 2600),
      r = balance(heavy)!
    expect(r.behind!.value).toBeLessThan(0)
    expect(r.holdAtNut).toBeCloseTo((r.total.value * -r.behind!.value) / r.button!, 6)
    expect(balance(b)!.holdAtNut).toBe(0)
  })
  it('stands for any build', () =>
    fc.assert(
      fc.property(anyBuild, b => {
        const r = balance(b)
        return (
          r === undefined ||
          (Number.isFinite(r.total.value) && r.total.value > 500 && Number.isFinite(r.centre.value))
        )
      }),
      { numRuns: 30 },
    ))
})

describe('the trial assembly', () => {
  const b = apart(demo('wren')),
    at = '2026-11-24T18:00:00Z'
  it('lists what is fitted dry, with what to look at', () => {
    const t = trialAssembly(b)
    expect(t.due).toBe(true)
    expect(t.dry.map(d => d.id)).toEqual(
      expect.arrayContaining(['neck', 'bridge', 'nut', 'tuners', 'pickup-bridge']),
    )
    expect(t.dry.every(d => d.look.length > 0)).toBe(true)
  })
  it('is over until something moves, and then says what', () => {
    const done: Build = { ...b, trials: [trialRecord(b, at)] }
    expect(trialAssembly(done)).toMatchObject({ due: false, changed: [] })
    const moved = measuredAt(done, 'wren-neck', 'dims.heelWidth', 49.6)
    expect(inWords(trialAssembly(moved).changed).join()).toMatch(
      /Heel in pocket, at the mouth: 0\.17 mm then, 0\.52 mm now/,
    )
    const other = choosePart(done, 'nut', { ...b.parts.find(p => p.kind === 'nut')!, id: 'other-nut' })
    expect(inWords(trialAssembly(other).changed)).toContain('Nut is another part.')
  })
  it('stands in the plan once, and again when something changed', () => {
    const step = plan(b).steps.find(s => s.id === 'trial')!
    const done = tickStep(b, step, at)
    expect(done.trials).toHaveLength(1)
    expect(
      plan(done)
        .steps.filter(s => s.phase === 'trial')
        .map(s => s.status),
    ).toEqual(['done'])
    const moved = measuredAt(done, 'wren-neck', 'dims.heelWidth', 49.6),
      again = plan(moved).steps.filter(s => s.phase === 'trial')
    expect(again.map(s => s.id)).toEqual(['trial', 'trial/2'])
    expect(inWords(again[1]!.why)).toMatch(/Since the last one/)
    expect(
      plan(tickStep(moved, again[1]!, at))
        .steps.filter(s => s.phase === 'trial')
        .every(s => s.status === 'done'),
    ).toBe(true)
  })
})
