import { memo } from '../../memo/memo.ts'
import { say } from '../../say/said.ts'
import type { Wired } from '../../document/docs.ts'
import { meterReading, type MeterExpectation } from '../../meter/jack.ts'
import { thrownOf } from '../../circuit/settings.ts'
import type { Step } from '../step.ts'
import { IN_PHASE, needs } from './inPhase.ts'

/** What is read and heard before any cover is closed. */
export const testSteps = (build: Wired, readings: readonly MeterExpectation[]): readonly Step[] =>
  tests(
    thrownOf(build).some(t => t.by === 'pull'),
    readings,
  )

const tests = memo(testsOf)

function testsOf(pulls: boolean, readings: readonly MeterExpectation[]): readonly Step[] {
  return [
    ...readings.map((r): Step => ({
      ref: { kind: 'test', what: r.key },
      phase: 'test',
      title: say`Meter at the jack: ${r.label}`,
      why: 'Before any cover is screwed down. Volume and tone full up.',
      station: 'meter',
      minutes: 2,
      waitHours: 0,
      whole: false,
      tools: ['meter', 'open lead'],
      cautions: [],
      ...IN_PHASE.test,
      read: {
        of: meterReading(r.key),
        label: r.label,
        unit: 'Ω',
        expected: Number.isFinite(r.ohms) ? r.ohms : undefined,
        min: 0,
        max: 1e9,
      },
    })),
    {
      ref: { kind: 'test', what: 'tap' },
      phase: 'test',
      title: 'One string on, amplifier low: tap every pole in every position',
      why: say`${pulls ? 'Pull switches too. ' : ''}A silent position is an open joint or a wrong lug. Never open a mains amplifier.`,
      station: 'meter',
      minutes: 10,
      waitHours: 0,
      whole: false,
      tools: ['screwdriver', 'amplifier', 'lead'],
      cautions: ['strings'],
      ...IN_PHASE.test,
      needs: [
        ...IN_PHASE.test.needs,
        ...readings.map(r => needs({ kind: 'test', what: r.key }, 'A short is read before it is heard.')),
      ],
    },
  ]
}
