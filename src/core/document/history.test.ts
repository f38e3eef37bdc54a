import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anyBuild } from '../../../tests/support/anyBuild.ts'
import { demo } from '../../../tests/support/demo.ts'
import { chooseFix, takeReading, writeLog } from './edits.ts'
import { doneAgain, MOST_ACTS, NO_HISTORY, recorded, takenBack, type History } from './history.ts'
import type { Build } from './build.ts'

const at = '2026-11-25T10:00:00.000Z'
const acts: ((b: Build) => Build)[] = [
  b => chooseFix(b, 'heel-width-mouth', 'shave-pocket'),
  b => takeReading(b, { of: 'part/heron-neck/dims.heelWidth', value: 55.7, doubt: 0.05, at }),
  b => writeLog(b, 'A line', at),
  b => ({ ...b, name: `${b.name}!` }),
  b => ({ ...b, parts: b.parts.slice(1) }),
  b => ({ ...b, steps: [] }),
]

describe('what was done to a build', () => {
  it('is taken back and done again exactly, in any order, through JSON', () =>
    fc.assert(
      fc.property(anyBuild, fc.array(fc.nat(acts.length - 1), { minLength: 1, maxLength: 8 }), (first, picks) => {
        const states = [first]
        let h: History = NO_HISTORY
        for (const p of picks) {
          const before = states.at(-1)!,
            after = acts[p]!(before)
          h = recorded(h, before, after, `act ${p}`, at)
          states.push(after)
        }
        // As the workshop keeps it and gives it back.
        h = JSON.parse(JSON.stringify(h)) as History
        let b = states.at(-1)!
        for (let i = states.length - 2; i >= 0; i--) {
          const r = takenBack(b, h)!
          expect(r.build).toEqual(states[i])
          b = r.build
          h = r.history
        }
        expect(takenBack(b, h)).toBeUndefined()
        for (let i = 1; i < states.length; i++) {
          const r = doneAgain(b, h)!
          expect(r.build).toEqual(states[i])
          b = r.build
          h = r.history
        }
      }),
      { numRuns: 40 },
    ))
  it('is bounded', () => {
    let h: History = NO_HISTORY,
      b = demo('heron')
    for (let i = 0; i < MOST_ACTS + 20; i++) {
      const next = writeLog(b, `line ${i}`, at)
      h = recorded(h, b, next, `line ${i}`, at)
      b = next
    }
    expect(h.past).toHaveLength(MOST_ACTS)
    expect(h.past.at(-1)!.title).toBe(`line ${MOST_ACTS + 19}`)
  })
  it('leaves the build alone when it does not fit it', () => {
    const b = demo('heron'),
      h = recorded(NO_HISTORY, { ...b, log: [{ id: 'x', at, text: 'x' }] }, b, 'x', at)
    expect(takenBack({ ...b, log: undefined as never }, h)).toBeUndefined()
  })
})
