import { memo } from '../../memo/memo.ts'
import { count, list, say } from '../../say/said.ts'
import type { Laid } from '../../document/docs.ts'
import { SPANS } from '../../document/spans.ts'
import { viewOf } from '../../document/view.ts'
import { DRY } from '../../fit/families/gluedNeck.ts'
import { saddleHeight, stringRise } from '../../layout/saddleHeight.ts'
import { partIn } from '../../document/references.ts'
import type { SolderAct } from '../../ways/solderActs.ts'
import type { Step } from '../step.ts'
import { IN_PHASE, needs } from './inPhase.ts'
import { SHIM_STEP } from './hardwareSteps.ts'
import { CONTROLS, HARNESS_TEST } from './wiringSteps.ts'

/** Screwed on at assembly, or glued in before the first coat. */
export const NECK_STEP = { kind: 'assemble', what: 'neck' } as const
const SCREW_THE_NECK = {
  title: 'Screw the neck on',
  why: 'Two outer strings loosely on show whether it lines up before the screws go home.',
  minutes: 15,
  tools: ['screwdriver', 'wax'],
}

/** Clamped without glue, while everything can still be pared. */
const DRY_STEP = { kind: 'assemble', what: 'neck-dry' } as const
const dryNeck = (expected: number | undefined): Step => ({
  ref: DRY_STEP,
  phase: 'finish',
  station: 'fit',
  title: 'Clamp the neck in dry: angle and line to the bridge',
  why: 'A long straightedge on the frets shows the height at the bridge, one on each edge the line. Pare and clamp again until both are right: after glue there is no shim and no second try.',
  minutes: 60,
  waitHours: 0,
  whole: true,
  ...IN_PHASE.finish,
  tools: ['clamps and blocks', 'long straightedge', 'steel rule', 'chisel'],
  cautions: ['cutters'],
  read: {
    of: DRY,
    label: 'straightedge on the frets, over the top at the bridge',
    unit: 'mm',
    expected,
    ...SPANS.dry,
  },
})
/** What the straightedge should show: what the saddles need, less what the strings rise. */
function dryExpected(build: Laid): number | undefined {
  const h = saddleHeight(build)
  return h && h.needed.value - stringRise(viewOf(build))
}

/** After the trial and before the first coat, which may not lie in the joint; no load for a day [common practice]. */
const GLUE_THE_NECK = {
  phase: 'finish' as const,
  title: 'Glue the neck in',
  why: 'No way back after this. Bare wood on both sides, clamps set to width and everything within reach: wood glue is open for 5 to 10 min at 20 °C [from memory; the bottle wins]. Squeeze-out wiped off with a damp cloth, line and height looked at once more under the clamps, then left alone for a day.',
  minutes: 45,
  waitHours: 24,
  whole: true,
  ...IN_PHASE.finish,
  needs: [
    ...IN_PHASE.finish.needs,
    needs(DRY_STEP, 'Glued at a wrong angle it cannot be played, and cannot be shimmed.'),
  ],
  tools: ['wood glue', 'clamps and blocks', 'straightedge', 'damp cloth'],
}

/** What is screwed, pressed and glued on, as far as it is chosen. */
export function assemblySteps(build: Laid, acts: readonly SolderAct[]): readonly Step[] {
  const { neckJoint } = build.instrument
  const has = (slot: string) => partIn(build, slot) !== undefined
  return assembled(
    has('tuners'),
    has('neck') ? neckJoint : undefined,
    has('neck') && neckJoint === 'glued' ? dryExpected(build) : undefined,
    has('buttons'),
    acts,
  )
}

type Assembled = [
  tuners: boolean,
  neck: Laid['instrument']['neckJoint'] | undefined,
  dry: number | undefined,
  buttons: boolean,
  acts: readonly SolderAct[],
]
const assembled = memo(assembledOf)

function assembledOf(...[tuners, neck, dry, buttons, acts]: Assembled): readonly Step[] {
  const common = {
    phase: 'assembly' as const,
    station: 'plan' as const,
    waitHours: 0,
    whole: false,
    cautions: [],
    ...IN_PHASE.assembly,
  }
  return [
    ...(tuners
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
    ...(neck === 'glued' ? [dryNeck(dry)] : []),
    ...(neck
      ? [
          {
            ...common,
            ref: NECK_STEP,
            ...(neck === 'screwed'
              ? {
                  ...SCREW_THE_NECK,
                  needs: [...IN_PHASE.assembly.needs, needs(SHIM_STEP, 'It lies under the heel.')],
                }
              : GLUE_THE_NECK),
          },
        ]
      : []),
    controls(common, acts),
    ...(buttons
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

/** Pickups, controls and jack at their places: set in, or pulled in through the sound holes one after another. */
function controls(
  common: Omit<Step, 'ref' | 'title' | 'why' | 'minutes' | 'tools'>,
  acts: readonly SolderAct[],
): Step {
  const brought = acts.filter(a => a.kind === 'bring in')
  const soldered = [
    ...common.needs,
    needs({ kind: 'solder', what: 'pickups' }, 'Pickups go in with their leads soldered.'),
  ]
  if (!brought.length)
    return {
      ...common,
      ref: CONTROLS,
      title: 'Set pickups, controls and jack in',
      why: 'Covers stay off until it is tested.',
      minutes: 30,
      tools: ['spanner', 'screwdriver'],
      needs: soldered,
    }
  return {
    ...common,
    ref: CONTROLS,
    title: say`Pull the harness in, ${count(brought.length, 'piece')}`,
    why: list(
      brought.map(a => list([a.says, a.why].filter(Boolean), ' ')),
      ' ',
    ),
    minutes: 20 + 10 * brought.length,
    tools: ['waxed line', 'tube over the shafts', 'spanner', 'mirror and light', 'tape'],
    needs: [...soldered, needs(HARNESS_TEST, 'Inside no joint can be reached any more.')],
  }
}
