import { USUAL_SETTINGS } from '../document/settings.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anyAnswers } from '../../../tests/support/anyAnswers.ts'
import { readBuild, writeBuild } from '../document/readBuild.ts'
import { slotsOf } from '../document/slots.ts'
import { jointsAsTheyStand } from '../fit/findJoints.ts'
import { drillWork } from '../fit/drillWork.ts'
import { layOut } from '../layout/layOut.ts'
import { plan } from '../plan/plan.ts'
import { assumeBuild, type Start } from './assumeBuild.ts'
import type { Answers } from './answers.ts'

const start = (answers: Answers, more: Partial<Start> = {}): Start => ({
  id: 'new',
  name: 'New',
  have: 'kit',
  answers,
  today: '2026-11-25',
  settings: USUAL_SETTINGS,
  ...more,
})

describe('a build that is only assumed', () => {
  it('is valid, has a part in every slot, and calls nothing a misfit, whatever was answered', () =>
    fc.assert(
      fc.property(anyAnswers, answers => {
        const b = assumeBuild(start(answers))
        const r = readBuild(JSON.parse(writeBuild(b)))
        expect(r.ok ? [] : r.problems).toEqual([])
        const joints = jointsAsTheyStand(b)
        expect(joints.length).toBeGreaterThan(12)
        expect(
          joints.filter(j => j.state !== "can't tell" && j.state !== 'snug').map(j => `${j.id} ${j.state}`),
        ).toEqual([])
        // The parts belong together in the middle of what they may measure: no misfit is even likely.
        expect(joints.filter(j => j.chances["won't go"] > 0.75).map(j => `${j.id} ${j.clearance.value}`)).toEqual(
          [],
        )
      }),
      { numRuns: 30 },
    ))
  it('draws, and computes layout, holes and plan', () =>
    fc.assert(
      fc.property(anyAnswers, answers => {
        const b = assumeBuild(start(answers)),
          l = layOut(b)!
        expect(l.strings).toHaveLength(b.instrument.strings)
        expect(l.body.length).toBeGreaterThan(10)
        for (const p of [...l.body, ...l.head, ...l.guard, ...l.features.flatMap(f => f.polygon)])
          expect(Number.isFinite(p[0]) && Number.isFinite(p[1])).toBe(true)
        const w = drillWork(b)!
        expect(w.holes.every(h => Number.isFinite(h.at[0]) && (h.depth === 'through' || h.depth > 0))).toBe(true)
        const p = plan(b)
        expect(p.steps.length).toBeGreaterThan(10)
        expect(p.endsOn).toBeDefined()
      }),
      { numRuns: 25 },
    ))
  it('follows the answers', () => {
    const b = assumeBuild(
      start({
        strings: 5,
        scaleLength: 864,
        handedness: 'left',
        bridge: 'flat plate',
        pickups: [{ place: 'neck', sort: 'wide single-coil' }],
        hang: 'guard',
      }),
    )
    expect(b.instrument).toMatchObject({
      strings: 5,
      handedness: 'left',
      pickups: ['neck'],
      mounting: 'on the guard',
      unsure: ['neck joint', 'controls'],
    })
    expect(b.instrument.tuning).toEqual(['G2', 'D2', 'A1', 'E1', 'B0'])
    const body = b.parts.find(p => p.kind === 'body')!
    expect(body.features.filter(f => f.role === 'pickup-rout').map(f => f.serves)).toEqual(['pickup-neck'])
    expect(b.parts.find(p => p.kind === 'guard')!.features.some(f => f.role === 'pot-hole')).toBe(true)
    expect(slotsOf(b.instrument).map(s => s.id)).not.toContain('back-cover')
  })
  it('counts what was said of the scale as a claim, and what was not as a guess', () => {
    const said = assumeBuild(start({ scaleLength: 628 })).parts.find(p => p.kind === 'neck')!.dims.scaleLength!
    expect(said).toMatchObject({ value: 628, basis: 'claimed' })
    const open = assumeBuild(start({})).parts.find(p => p.kind === 'neck')!.dims.scaleLength!
    expect(open).toMatchObject({ basis: 'assumed' })
    expect(open.doubt).toBeGreaterThan(said.doubt)
  })
  it('puts on the table only what is there', () => {
    const b = assumeBuild(start({}, { have: 'body and neck' }))
    const state = (slot: string) => b.parts.find(p => p.id === b.slots[slot])!.stock!.state
    expect([state('body'), state('neck'), state('bridge')]).toEqual(['here', 'here', 'to buy'])
  })
})
