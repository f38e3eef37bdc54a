import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import { plan } from '../plan/plan.ts'
import { addOwnStep, changeOwnStep, ownStepId, removeOwnStep } from './edits.ts'
import { readBuild, writeBuild } from './readBuild.ts'

const made = () => addOwnStep(demo('heron'), { title: 'Stamp the number', after: 'trial', minutes: 15 })
const id = made().ownSteps.at(-1)!.id

describe('steps of the builder’s own', () => {
  it('are changed and moved, and stand behind what they follow', () => {
    const b = changeOwnStep(made(), id, { title: 'Stamp it', minutes: 5, after: 'assemble/tuners' })
    const steps = plan(b).steps,
      at = (s: string) => steps.findIndex(x => x.id === s)
    expect(steps[at(ownStepId(id))]).toMatchObject({ title: 'Stamp it', minutes: 5, own: id })
    expect(at(ownStepId(id))).toBeGreaterThan(at('assemble/tuners'))
  })
  it('are taken out whole: what stood behind one follows what it followed', () => {
    const two = addOwnStep(made(), { title: 'And a photograph', after: ownStepId(id), minutes: 5 })
    const done = {
      ...two,
      steps: [{ step: ownStepId(id), state: 'done' as const, at: '2026-11-25T10:00:00.000Z' }],
    }
    const b = removeOwnStep(done, id)
    expect(b.ownSteps.map(s => [s.title, s.after])).toEqual([['And a photograph', 'trial']])
    expect(b.steps).toEqual([])
    expect(readBuild(JSON.parse(writeBuild(b))).ok).toBe(true)
  })
})
