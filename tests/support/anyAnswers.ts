import fc from 'fast-check'
import { BRIDGE_SORTS, NECK_JOINTS, PICKUP_PLACES } from '../../src/core/document/build.ts'
import { HANGS, PICKUP_SORTS, type Answers } from '../../src/core/start/answers.ts'

const pickup = fc.record({ place: fc.constantFrom(...PICKUP_PLACES), sort: fc.constantFrom(...PICKUP_SORTS) })

/** Answers to the questions at the start, any of them left open. */
export const anyAnswers: fc.Arbitrary<Answers> = fc.record(
  {
    strings: fc.integer({ min: 3, max: 12 }),
    perCourse: fc.integer({ min: 1, max: 2 }),
    scaleLength: fc.integer({ min: 560, max: 890 }),
    handedness: fc.constantFrom('right' as const, 'left' as const),
    neckJoint: fc.constantFrom(...NECK_JOINTS),
    pickups: fc.uniqueArray(pickup, { selector: p => p.place, maxLength: 4 }),
    bridge: fc.constantFrom(...BRIDGE_SORTS),
    controls: fc.record({
      volumes: fc.integer({ min: 0, max: 4 }),
      tones: fc.integer({ min: 0, max: 4 }),
      switches: fc.integer({ min: 0, max: 4 }),
    }),
    hang: fc.constantFrom(...HANGS),
  },
  { requiredKeys: [] },
)
