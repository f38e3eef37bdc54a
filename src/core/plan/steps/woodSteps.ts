import { cm, list, num, say } from '../../say/said.ts'
import type { CutWork } from '../../drill/cutting.ts'
import { stepRef, type StepRef } from '../../document/stepRef.ts'
import { GROUP_NAMES, HOLE_GROUPS, type Hole, type HoleGroup } from '../../drill/hole.ts'
import { PLUGS, type Plug } from '../../drill/plugs.ts'
import { PLUG_MINUTES } from '../../fit/families/bridgeLine.ts'
import { GLUE_RESTS } from '../../fit/family.ts'
import type { Step } from '../step.ts'
import { PUNCH } from './placeSteps.ts'
import { IN_PHASE, needs } from './inPhase.ts'

/** Minutes for cutting work [from memory]: setting up, and the time that the wood takes. */
const cutMinutes = (c: CutWork): number =>
  20 + Math.round((c.binding === undefined ? c.area * Math.max(c.deeper, 1) : c.size.length * 40) / 1500)

/** How a binding is glued in, and what tells that it is [common practice]. */
const BIND = say`Channel brushed clean to its corner, the binding’s gluing face scuffed with P120. Dry fit all round first, with its waste over. Then cement a hand at a time, pressed down and in, tape across every ${cm(3)}; 12 to 24 hours. It is scraped level after colour, not before.`
const BOUND = 'No gap that takes a card, nothing that clicks when it is pressed; a hair proud on both faces.'

/** Wood that a slip spoils: the deepest and largest first, while little work is in it; a binding last, since it is what every other cut would break. */
const risk = (c: CutWork): number => (c.binding === undefined ? c.area * Math.max(c.deeper, 1) : -1)

/** What a cutter or a bit near the edge would tear out again. */
const BOUND_LAST = HOLE_GROUPS.map(group =>
  needs(
    { kind: 'drill', group, after: false },
    'A hole near the edge is drilled before the binding that it could split.',
  ),
)

/** Routs that have to be cut anew and what the builder means to cut; what the fixes open is a step of theirs. Cutting comes before drilling. */
export function cutSteps(cuts: readonly CutWork[]): Step[] {
  return cuts
    .filter(c => c.because !== 'fix' && !c.drilled)
    .sort((a, b) => risk(b) - risk(a))
    .map((c): Step => ({
      ref: { kind: 'cut', cut: c.id },
      phase: 'wood',
      title: c.title,
      why: list([...c.stops, ...c.notes], ' ') || 'Before colour, and before the holes beside it.',
      ...(c.binding === undefined ? {} : { how: BIND, good: BOUND }),
      station: 'drill',
      minutes: cutMinutes(c),
      waitHours: c.binding === undefined ? 0 : 24,
      whole: c.binding !== undefined,
      tools: c.tools,
      cautions: ['cutters'],
      ...IN_PHASE.wood,
      needs: [...IN_PHASE.wood.needs, ...(c.binding === undefined ? [] : BOUND_LAST)],
    }))
}

/** Old holes plugged before new ones are drilled beside or through them; glue rests a night. */
export function plugSteps(plugs: readonly Plug[]): Step[] {
  if (plugs.length === 0) return []
  return [
    {
      ref: { kind: 'drill', group: PLUGS, after: false },
      phase: 'wood',
      title: say`Plug ${num(plugs.length)} old bridge hole${plugs.length > 1 ? 's' : ''}`,
      why: 'A new hole runs into an old one: hardwood, its grain as the wood’s, and a night for the glue.',
      station: 'drill',
      minutes: PLUG_MINUTES.once + 6 * plugs.length,
      waitHours: GLUE_RESTS,
      whole: true,
      tools: ['dowel or plug cutter', 'wood glue', 'flush saw'],
      cautions: ['cutters'],
      ...IN_PHASE.wood,
    },
  ]
}

const AFTER_PLUGS = needs(
  { kind: 'drill', group: PLUGS, after: false },
  'A new hole beside an old one runs into it: the plug comes first.',
)
const PROVED = needs(PUNCH, 'A bridge that is drilled before neck and scale are proved stays where it is.')
const AFTER_CUT = 'A cutter runs out of a hole that is there before the rout.'

/** Holes drilled by one step. */
interface Sitting {
  group: HoleGroup
  after: boolean
  nth: number | undefined
  count: number
  /** Those that are still to be drilled; none of a step that is over. */
  open: readonly Hole[]
}

const stepOf = ({ group, after, nth, count, open }: Sitting, cuts: readonly StepRef[]): Step => {
  const warnings = open.flatMap(h => h.warnings).length,
    phase = after ? 'assembly' : 'wood'
  return {
    ref: { kind: 'drill', group, after, ...(nth === undefined ? {} : { nth }) },
    phase,
    title: say`Drill${after ? ' after finish' : ''}: ${GROUP_NAMES[group]}, ${num(count)} ${nth === undefined ? '' : 'more '}hole${count > 1 ? 's' : ''}`,
    why: open.length
      ? say`${open[0]!.why}${warnings ? say` ${num(warnings)} warning${warnings > 1 ? 's' : ''} in the hole list.` : ''}`
      : 'These holes are there: each has its own place in the hole list, to be read back.',
    station: 'drill',
    minutes: 8 + 4 * count,
    waitHours: 0,
    whole: false,
    tools: [...new Set(open.flatMap(h => h.bits.map(b => b.name)))].slice(0, 4),
    cautions: ['cutters'],
    ...IN_PHASE[phase],
    needs: [
      ...IN_PHASE[phase].needs,
      ...(phase === 'wood' ? cuts.map(c => needs(c, AFTER_CUT)) : []),
      ...(group === 'bridge' ? [AFTER_PLUGS, ...(after ? [] : [PROVED])] : []),
    ],
  }
}

/** Whether a hole waits until colour is on. */
const isAfter = (h: Hole): boolean => h.when === 'after finish'

/**
 * The hole list, a step for each group; routs come before the holes beside them. Holes that are there keep the step that
 * drilled them; what a group asks for since is a step of its own.
 */
export function drillSteps(
  holes: readonly Hole[],
  there: readonly { step: string; fitted: boolean }[] = [],
  cuts: readonly CutWork[] = [],
): Step[] {
  const all = [...new Set(there.map(t => t.step))].flatMap((id): Sitting[] => {
    const ref = stepRef(id)
    return ref?.kind === 'drill' && isGroup(ref.group)
      ? [
          {
            group: ref.group,
            after: ref.after,
            nth: ref.nth,
            count: there.filter(t => t.step === id && t.fitted).length,
            open: [],
          },
        ]
      : []
  })
  // A part that is not fitted any more took its holes along; a step's name is not given twice.
  const over = all.filter(s => s.count > 0)
  const open = [...new Set(holes.map(h => h.group))].flatMap(group =>
    [false, true].flatMap((after): Sitting[] => {
      const own = holes.filter(h => h.group === group && isAfter(h) === after),
        before = all.filter(s => s.group === group && s.after === after).map(s => s.nth ?? 1)
      return own.length
        ? [
            {
              group,
              after,
              nth: before.length ? Math.max(...before) + 1 : undefined,
              count: own.length,
              open: own,
            },
          ]
        : []
    }),
  )
  const names: readonly string[] = HOLE_GROUPS
  return [...over, ...open]
    .sort((a, b) => names.indexOf(a.group) - names.indexOf(b.group))
    .map(s =>
      stepOf(
        s,
        cuts.flatMap(c => (c.binding === undefined ? [{ kind: 'cut', cut: c.id } as const] : [])),
      ),
    )
}

const isGroup = (g: string): g is HoleGroup => (HOLE_GROUPS as readonly string[]).includes(g)
