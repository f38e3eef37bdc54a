import { describe, expect, it } from 'vitest'
import { demo } from '../../../../tests/support/demo.ts'
import type { Build } from '../../document/build.ts'
import { say } from '../../say/said.ts'
import { trialSteps } from './trialSteps.ts'

const heron = demo('heron')
const trial = (day: number): Build['trials'][number] => ({ at: `2026-09-0${day}T10:00:00Z`, slots: {}, joints: {} })
const numbers = (build: Partial<Build>, changed: number): number[] =>
  trialSteps(
    { ...heron, ...build },
    { last: build.trials?.at(-1), changed: Array.from({ length: changed }, () => () => say`The neck moved.`) },
  ).map(s => (s.ref.kind === 'trial' ? s.ref.number : -1))

describe('trials of the plan', () => {
  it('are one before anything was tried, whatever has changed', () => {
    expect(numbers({ trials: [] }, 0)).toEqual([1])
    expect(numbers({ trials: [] }, 3)).toEqual([1])
  })
  it('are those that were done, while nothing has changed since', () =>
    expect(numbers({ trials: [trial(1), trial(2)] }, 0)).toEqual([1, 2]))
  it('are one more when something changed since the last', () =>
    expect(numbers({ trials: [trial(1), trial(2)] }, 1)).toEqual([1, 2, 3]))
})
