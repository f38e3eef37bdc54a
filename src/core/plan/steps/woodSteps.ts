import type { CutWork } from '../../drill/cutting.ts'
import { GROUP_NAMES, type Hole } from '../../drill/hole.ts'
import { PLUGS, type Plug } from '../../drill/plugs.ts'
import { PLUG_MINUTES } from '../../fit/families/bridgeLine.ts'
import { GLUE_RESTS } from '../../fit/family.ts'
import type { Step } from '../step.ts'
import { IN_PHASE, needs } from './inPhase.ts'

/** Minutes for cutting work [from memory]: setting up, and the time that the wood takes. */
const cutMinutes = (c: CutWork): number =>
  20 + Math.round((c.binding === undefined ? c.area * Math.max(c.deeper, 1) : c.size.length * 40) / 1500)

/** Routs that have to be cut anew and what the builder means to cut; what the fixes open is a step of theirs. Cutting comes before drilling. */
export function cutSteps(cuts: readonly CutWork[]): Step[] {
  return cuts
    .filter(c => c.because !== 'fix' && !c.drilled)
    .map((c): Step => ({
      ref: { kind: 'cut', cut: c.id },
      phase: 'wood',
      title: c.title,
      why: [...c.stops, ...c.notes].join(' ') || 'Before colour, and before the holes beside it.',
      station: 'drill',
      minutes: cutMinutes(c),
      waitHours: c.binding === undefined ? 0 : 24,
      whole: c.binding !== undefined,
      tools: c.tools,
      cautions: ['cutters'],
      ...IN_PHASE.wood,
    }))
}

/** Old holes plugged before new ones are drilled beside or through them; glue rests a night. */
export function plugSteps(plugs: readonly Plug[]): Step[] {
  if (plugs.length === 0) return []
  return [
    {
      ref: { kind: 'drill', group: PLUGS, after: false },
      phase: 'wood',
      title: `Plug ${plugs.length} old bridge hole${plugs.length > 1 ? 's' : ''}`,
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
const AFTER_CUTS = needs({ kind: 'all', of: 'cut' }, 'A cutter runs out of a hole that is there before the rout.')

/** The hole list, a step for each group; routs come before the holes beside them. */
export function drillSteps(holes: readonly Hole[]): Step[] {
  return [...new Set(holes.map(h => h.group))].flatMap(g => {
    const group = holes.filter(h => h.group === g)
    const step = (own: readonly Hole[], after: boolean, phase: 'wood' | 'assembly', title: string): Step[] => {
      const warnings = own.flatMap(h => h.warnings).length
      return own.length === 0
        ? []
        : [
            {
              ref: { kind: 'drill', group: g, after },
              phase,
              title: `${title}, ${own.length} hole${own.length > 1 ? 's' : ''}`,
              why: `${own[0]!.why}${warnings ? ` ${warnings} warning${warnings > 1 ? 's' : ''} in the hole list.` : ''}`,
              station: 'drill',
              minutes: 8 + 4 * own.length,
              waitHours: 0,
              whole: false,
              tools: [...new Set(own.flatMap(h => h.bits.map(b => b.name)))].slice(0, 4),
              cautions: ['cutters'],
              ...IN_PHASE[phase],
              needs: [
                ...IN_PHASE[phase].needs,
                ...(phase === 'wood' ? [AFTER_CUTS] : []),
                ...(g === 'bridge' ? [AFTER_PLUGS] : []),
              ],
            },
          ]
    }
    return [
      ...step(
        group.filter(h => h.when !== 'after finish'),
        false,
        'wood',
        `Drill: ${GROUP_NAMES[g]}`,
      ),
      ...step(
        group.filter(h => h.when === 'after finish'),
        true,
        'assembly',
        `Drill after finish: ${GROUP_NAMES[g]}`,
      ),
    ]
  })
}
