import { list, mm, num, say } from '../../say/said.ts'
import type { Laid } from '../../document/docs.ts'
import { fedSpan, HALF_FRET, tellingOf } from '../../document/feeds.ts'
import { refOf } from '../../document/quantityAt.ts'
import { readingText } from '../../document/readingRef.ts'
import { stepRef, type StepRef } from '../../document/stepRef.ts'
import { partIn } from '../../document/references.ts'
import { SPANS } from '../../document/spans.ts'
import { fretPosition } from '../../parts/frets.ts'
import { layOut } from '../../layout/layOut.ts'
import type { Hole } from '../../drill/hole.ts'
import type { Step } from '../step.ts'
import { IN_PHASE, needs } from './inPhase.ts'

const place = (what: string): StepRef => ({ kind: 'place', what })
const LINE = place('line'),
  SADDLES = place('saddles'),
  EDGES = place('edges'),
  TWELFTH = place('twelfth')
/** The last of the procedure: punched, it can be drilled. */
export const PUNCH: StepRef = place('punch')

/**
 * How a bridge that is still to be drilled is placed, before its first hole: neck on, two threads over the loose bridge,
 * every saddle at its stated distance, edges read, the scale proved, punched [common practice; handbook section 9].
 * Nothing where its holes are there, or no string lies yet.
 */
export function placeSteps(
  build: Laid & { steps: readonly { step: string }[] },
  work: { holes: readonly Hole[] } | undefined,
  fixes: readonly Step[],
): Step[] {
  const l = layOut(build),
    neck = partIn(build, 'neck'),
    open = work?.holes.some(h => h.group === 'bridge' && h.when !== 'after finish'),
    // What was done of it stays in the plan.
    begun = build.steps.some(s => stepRef(s.step)?.kind === 'place')
  if (!l || !neck || (!open && !begun)) return []
  const glued = build.instrument.neckJoint === 'glued',
    front = l.bridge.front,
    distances = list(l.strings.map(s => say`${num(s.number)}: ${mm(s.saddle[0] - front, 1)}`)),
    scale = tellingOf(build, refOf(neck, 'dims.scaleLength')),
    at = scale?.high ?? 0,
    last = l.strings.at(-1),
    spans = l.strings.length > 1 && last ? `${l.strings[0]!.number} and ${last.number}` : '1'
  const common = {
    phase: 'wood' as const,
    station: 'drill' as const,
    waitHours: 0,
    whole: false,
    cautions: [],
    ...IN_PHASE.wood,
  }
  // Without frets there is nothing to prove it on.
  const proved: Step[] = scale
    ? [
        {
          ...common,
          ref: TWELFTH,
          title: say`Read from the nut’s edge to fret ${num(at)}`,
          why:
            at === HALF_FRET
              ? 'Twice that is the scale, to the saddle of the thinnest string.'
              : 'It proves the scale that the saddles are placed by.',
          minutes: 5,
          tools: ['long steel rule'],
          read: {
            of: readingText(scale),
            label: `nut to fret ${at}`,
            unit: 'mm',
            expected: fretPosition(l.scaleLength, at),
            expectedDoubt: fretPosition(neck.dims.scaleLength?.doubt ?? 0, at),
            ...(fedSpan(build, scale) ?? SPANS.frets),
          },
        },
      ]
    : []
  const steps: Step[] = [
    {
      ...common,
      ref: LINE,
      title: say`${glued ? 'Clamp the neck in dry' : 'Screw the neck on'}, two threads over the loose bridge`,
      why: say`Threads in the slots of string ${spans}, over their saddles: both lie as far from the board’s edges at the last fret. What is proved here cannot be moved after the first hole.`,
      minutes: 25,
      tools: ['thread', 'masking tape', glued ? 'clamps and blocks' : 'screwdriver'],
      needs: [
        ...IN_PHASE.wood.needs,
        ...fixes
          .filter(f => f.phase === 'wood')
          .map(f => needs(f.ref, 'What is still cut at pocket or heel would move the neck’s line.')),
      ],
    },
    {
      ...common,
      ref: SADDLES,
      title: 'Set every saddle to its stated distance from the plate’s front edge',
      why: say`Where its string will want it, so that travel is left both ways. ${distances}.`,
      minutes: 15,
      tools: ['steel rule', 'screwdriver'],
    },
    {
      ...common,
      ref: EDGES,
      title: 'Read both edges of the neck at the pocket’s mouth and at the bridge',
      why: 'The line that the strings take is the neck’s own, not the body’s drawing: the four readings go to Layout & drill.',
      minutes: 10,
      tools: ['long straightedge', 'steel rule'],
    },
    ...proved,
    {
      ...common,
      ref: PUNCH,
      title: 'Tape the bridge at its place, look once more at threads and edges, punch its holes',
      why: say`Its front edge ${mm(front, 1)} from the nut, ${l.bridge.y === 0 ? 'on the centre line' : say`${mm(Math.abs(l.bridge.y), 1)} to the ${l.bridge.y > 0 ? 'treble' : 'bass'} side`}. Threads in the middle of their poles, margins alike.`,
      minutes: 20,
      tools: ['masking tape', 'centre punch', 'steel rule'],
    },
  ]
  return steps.map((s, i) => ({
    ...s,
    needs: [...s.needs, ...(i ? [needs(steps[i - 1]!.ref, 'Each stands on what the one before proved.')] : [])],
  }))
}
