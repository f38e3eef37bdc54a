import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { runs } from '../../../tests/support/long.ts'
import { anyBuild } from '../../../tests/support/anyBuild.ts'
import { apart, demo } from '../../../tests/support/demo.ts'
import { stepRef, stepText, type StepRef } from '../document/stepRef.ts'
import { fit } from '../fit/applyFixes.ts'
import { gatesOf } from './gates.ts'
import { inOrder, withArrows } from './order.ts'
import { plan } from './plan.ts'
import type { Arrow, Phase, Step } from './step.ts'
import { stepsOf } from './stepsOf.ts'
import { skipStep, tickStep } from './tickStep.ts'

const step = (ref: StepRef, phase: Phase, more: { needs?: Arrow[]; spoils?: Arrow[] } = {}): Step => ({
  ref,
  phase,
  title: stepText(ref),
  why: '',
  station: 'plan',
  minutes: 5,
  waitHours: 0,
  whole: false,
  tools: [],
  cautions: [],
  needs: more.needs ?? [],
  spoils: more.spoils ?? [],
})
const drill: StepRef = { kind: 'drill', group: 'bridge', after: false },
  coat: StepRef = { kind: 'finish', stage: 'coat', nth: 1 },
  post: StepRef = { kind: 'assemble', what: 'posts' },
  wire: StepRef = { kind: 'solder', what: 'ground' }
const ids = (steps: readonly Step[]) => inOrder(steps).map(s => s.id)

describe('the order of steps', () => {
  it('puts what a step spoils before it, whatever the order they are given in', () => {
    // A post pressed over a ground wire that is not there: the wire comes first though its phase is the later one.
    const pressed = step(post, 'wood', { spoils: [{ which: wire, why: 'Nothing passes under a pressed post.' }] })
    expect(ids([pressed, step(wire, 'wiring')])).toEqual(['solder/ground', 'assemble/posts'])
    expect(ids([step(wire, 'wiring'), pressed])).toEqual(['solder/ground', 'assemble/posts'])
    expect(inOrder([pressed, step(wire, 'wiring')])[1]!.because).toEqual({
      'solder/ground': 'Nothing passes under a pressed post.',
    })
  })
  it('takes all of a kind and all of a phase, and never a step before itself', () => {
    const all = step(coat, 'finish', {
      needs: [
        { which: { kind: 'all', of: 'drill' }, why: 'a' },
        { which: { kind: 'all', of: 'finish' }, why: 'b' },
      ],
      spoils: [{ which: { kind: 'phase', of: 'wood' }, why: 'c' }],
    })
    const [first, second] = withArrows([step(drill, 'wood'), all])
    expect(first!.needs).toEqual([])
    expect(second!.because).toEqual({ 'drill/bridge': 'a' })
  })
  it('leaves out needs of steps that are not there, and cuts a ring at the later step', () => {
    const a = step(post, 'wood', { needs: [{ which: wire, why: '' }] }),
      b = step(wire, 'wood', { needs: [{ which: post, why: '' }] })
    expect(inOrder([a])[0]!.needs).toEqual([])
    expect(ids([a, b])).toEqual(['assemble/posts', 'solder/ground'])
  })
  it('gives a reason in words on every arrow of every build, and every step its one name', () =>
    fc.assert(
      fc.property(anyBuild, b => {
        const given = stepsOf(b),
          steps = withArrows(given)
        expect(new Set(steps.map(s => s.id)).size).toBe(steps.length)
        for (const [i, s] of steps.entries()) {
          expect(stepRef(s.id)).toEqual(given[i]!.ref)
          for (const n of s.needs) expect(s.because[n], `${s.id} after ${n}`).toMatch(/^\S.{15,}\.$/)
        }
      }),
      { numRuns: runs(25) },
    ))
  it('has nothing cut after colour, and nothing tested behind closed covers, in any build', () =>
    fc.assert(
      fc.property(anyBuild, b => {
        const at = new Map(inOrder(stepsOf(b)).map((s, i) => [s, i] as const))
        const places = (f: (s: Step['ref'], phase: Phase) => boolean) =>
          [...at].filter(([s]) => f(s.ref, s.phase)).map(([, i]) => i)
        const first = Math.min(...places((r, p) => r.kind === 'finish' && p === 'finish'))
        expect(Math.max(-1, ...places(r => r.kind === 'cut' || (r.kind === 'drill' && !r.after)))).toBeLessThan(
          first,
        )
        expect(Math.max(...places(r => r.kind === 'test' || r.kind === 'setup'))).toBeLessThan(
          places(r => r.kind === 'close')[0]!,
        )
      }),
      { numRuns: runs(25) },
    ))
})

describe('the gates', () => {
  const gates = (b: Parameters<typeof plan>[0]) =>
    Object.fromEntries(gatesOf(plan(b).steps, fit(b).now).map(g => [g.id, g]))
  it('name what keeps them shut: parts that will not go, and steps that are open', () => {
    const b = apart(demo('kestrel')),
      g = gates(b)
    expect(g.trial!.joints).toContain('pickup-bridge-rout')
    expect(
      g.trial!.steps.every(id => ['visit', 'fix', 'cut', 'drill', 'place', 'finish'].includes(stepRef(id)!.kind)),
    ).toBe(true)
    expect(g.colour!.steps).toContain('trial')
    expect(g.closing!.steps).toEqual(
      plan(b)
        .steps.filter(s => s.ref.kind !== 'close' && s.status !== 'done' && s.status !== 'skipped')
        .map(s => s.id),
    )
  })
  it('open one after another as steps are done or left out', () => {
    let b = apart(demo('wren'))
    const at = '2026-12-01T18:00:00Z'
    for (const s of plan(b).steps) if (s.phase === 'measure' || s.phase === 'wood') b = skipStep(b, s.id, at)
    expect(gates(b).trial!.steps).toEqual([])
    expect(gates(b).colour!.steps).toEqual(['trial', 'finish/sand', 'finish/mask'])
    b = tickStep(
      b,
      plan(b).steps.find(s => s.id === 'trial')!,
      at,
    )
    expect(gates(b).trial).toMatchObject({ passed: true, steps: [], joints: [] })
    for (const id of ['finish/sand', 'finish/mask']) b = skipStep(b, id, at)
    const coat = gates(b).colour!
    expect(coat.steps).toEqual([])
    expect(coat.step!.id).toBe('finish/coat/clear/1')
    expect(coat.passed).toBe(false)
    b = tickStep(b, coat.step!, at)
    expect(gates(b).colour).toMatchObject({ passed: true, step: undefined })
  })
})
