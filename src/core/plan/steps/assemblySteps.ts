import type { Build } from '../../build/build.ts'
import type { Fitted } from '../../build/docs.ts'
import { partIn } from '../../build/references.ts'
import type { Step } from '../step.ts'
import { IN_PHASE, needs } from './inPhase.ts'

/** Screwed on at assembly, or glued in before the first coat. */
export const NECK_STEP = { kind: 'assemble', what: 'neck' } as const
const SCREW_THE_NECK = {
  title: 'Screw the neck on',
  why: 'Two outer strings loosely on show whether it lines up before the screws go home.',
  minutes: 15,
  tools: ['screwdriver', 'wax'],
}

/** After the trial and before the first coat, which may not lie in the joint; no load for a day [common practice]. */
const GLUE_THE_NECK = {
  phase: 'finish' as const,
  title: 'Glue the neck in',
  why: 'Bare wood on both sides. Dry first, with two outer strings and the clamps, then glue and leave it clamped.',
  minutes: 45,
  waitHours: 24,
  whole: true,
  ...IN_PHASE.finish,
  tools: ['wood glue', 'clamps and blocks', 'straightedge', 'damp cloth'],
}

/** What is screwed, pressed and glued on, as far as it is chosen. */
export function assemblySteps(build: Fitted & Pick<Build, 'instrument'>): Step[] {
  const common = {
    phase: 'assembly' as const,
    station: 'plan' as const,
    waitHours: 0,
    whole: false,
    cautions: [],
    ...IN_PHASE.assembly,
  }
  const has = (slot: string) => partIn(build, slot) !== undefined
  return [
    ...(has('tuners')
      ? [
          {
            ...common,
            ref: { kind: 'assemble' as const, what: 'tuners' },
            title: 'Fit bushings, tuners and their screws',
            why: 'Wax every screw, small ones by hand.',
            minutes: 30,
            tools: ['screwdriver', 'wax'],
          },
        ]
      : []),
    ...(has('neck')
      ? [
          {
            ...common,
            ref: NECK_STEP,
            ...(build.instrument.neckJoint === 'screwed' ? SCREW_THE_NECK : GLUE_THE_NECK),
          },
        ]
      : []),
    ...(has('bridge')
      ? [
          {
            ...common,
            ref: { kind: 'assemble' as const, what: 'bridge' },
            title: 'Screw the bridge down',
            why: 'The ground wire lies bare and flat under the plate.',
            minutes: 15,
            tools: ['screwdriver'],
          },
        ]
      : []),
    {
      ...common,
      ref: { kind: 'assemble' as const, what: 'controls' },
      title: 'Set pickups, controls and jack in',
      why: 'Covers stay off until it is tested.',
      minutes: 30,
      tools: ['spanner', 'screwdriver'],
      needs: [
        ...IN_PHASE.assembly.needs,
        needs({ kind: 'solder', what: 'pickups' }, 'Pickups go in with their leads soldered.'),
      ],
    },
    ...(has('buttons')
      ? [
          {
            ...common,
            ref: { kind: 'assemble' as const, what: 'buttons' },
            title: 'Screw the strap buttons on',
            why: 'A felt washer keeps the finish whole.',
            minutes: 5,
            tools: ['screwdriver', 'felt washers'],
          },
        ]
      : []),
  ]
}
