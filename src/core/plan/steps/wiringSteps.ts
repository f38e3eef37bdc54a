import { memo } from '../../memo/memo.ts'
import { squareCentimetres, count, list, num, say } from '../../say/said.ts'
import { SOLDER_STAGES, type ShieldSort, type SolderStage } from '../../document/circuitRecord.ts'
import type { StepRef } from '../../document/stepRef.ts'
import { SHIELD_RULES, type Shielding } from '../../ways/shielding.ts'
import type { SolderAct } from '../../ways/solderActs.ts'
import type { Step } from '../step.ts'
import { IN_PHASE, needs } from './inPhase.ts'

const SOLDER_TITLES: Record<SolderStage, string> = {
  'on the controls': 'Solder what sits on the controls',
  pickups: 'Solder the pickup leads',
  'through the body': 'Solder what passes through the body',
}

const TIN: StepRef = { kind: 'solder', what: 'tin' }
/** Strings' ground, laid before what covers it. */
export const BONDS: StepRef = { kind: 'solder', what: 'bonds' }
/** A harness that was wired outside is read and heard there. */
export const HARNESS_TEST: StepRef = { kind: 'test', what: 'harness' }
/** Pickups, controls and jack at their places. */
export const CONTROLS: StepRef = { kind: 'assemble', what: 'controls' }

/** Hollows and guard lined. */
const SHIELD: StepRef = { kind: 'assemble', what: 'shield' }

const stageRef = (stage: SolderStage): StepRef => ({ kind: 'solder', what: stage.replace(/ /g, '-') })

/** The step of the plan that an act belongs to. */
export function stepOfAct(a: SolderAct): StepRef {
  switch (a.kind) {
    case 'tin':
      return TIN
    case 'lay':
      return BONDS
    case 'bring in':
      return CONTROLS
    default:
      return stageRef(a.stage)
  }
}

/** Minutes of an act: warming up goes with its step [from memory]. */
const MINUTES = { tin: 0.5, lay: 10, pull: 5, joint: 4 } as const
const WARM_UP = 5

/** Soldering: tinned, bonds laid, then a step for each stage, one after another. */
export const wiringSteps = memo(stepsFrom)

function stepsFrom(acts: readonly SolderAct[], shielded = false): Step[] {
  const closed = acts.some(a => a.kind === 'bring in')
  const stages = SOLDER_STAGES.filter(s => acts.some(a => a.kind === 'joint' && a.stage === s))
  const common = {
    station: 'wiring' as const,
    waitHours: 0,
    whole: false,
    tools: ['iron', 'solder', 'cutters'],
    cautions: ['solder'] as const,
  }
  const tin = acts.find(a => a.kind === 'tin'),
    bonds = acts.filter(a => a.kind === 'lay')
  const out: Step[] = []
  if (tin)
    out.push({
      ...common,
      ref: TIN,
      phase: 'wiring',
      title: say`Tin ${count(tin.lugs.length, 'lug')} and cases, and every wire’s end`,
      why: 'What is tinned takes a joint in two seconds; a part that is heated longer than that is spoiled.',
      minutes: Math.round(WARM_UP + MINUTES.tin * tin.lugs.length),
      ...IN_PHASE.wiring,
    })
  if (bonds.length)
    out.push({
      ...common,
      ref: BONDS,
      phase: 'wiring',
      title: 'Lay the strings’ ground',
      why: say`${list(
        bonds.map(b => b.says),
        ' ',
      )} ${bonds[0]!.why}`,
      minutes: MINUTES.lay * bonds.length,
      ...IN_PHASE.wiring,
    })
  const first = [...(tin ? [needs(TIN, 'A lug that is tinned takes its joint in two seconds.')] : [])]
  stages.forEach((stage, i) => {
    // What is wired outside, on a board, goes in as a whole.
    const phase = stage === 'through the body' && !closed ? 'assembly' : 'wiring'
    const own = acts.filter(a => a.stage === stage),
      joints = own.filter(a => a.kind === 'joint').length,
      pulls = own.filter(a => a.kind === 'pull').length
    out.push({
      ...common,
      ref: stageRef(stage),
      phase,
      title: say`${SOLDER_TITLES[stage]}: ${num(joints)} ${joints === 1 ? 'joint' : 'joints'}${pulls ? say`, ${num(pulls)} ${pulls === 1 ? 'pull' : 'pulls'} before` : ''}`,
      why: list(
        [
          own.find(a => a.kind === 'joint')!.joint.why,
          ...own.filter(a => a.kind === 'pull').map(a => a.says),
          ...(closed && i === 0 ? ['Outside, on the printed board: there is no cover to reach them by.'] : []),
        ],
        ' ',
      ),
      minutes: WARM_UP + MINUTES.joint * joints + MINUTES.pull * pulls,
      ...IN_PHASE[phase],
      needs: [
        ...IN_PHASE[phase].needs,
        ...(i ? [needs(stageRef(stages[i - 1]!), 'Each stage is soldered onto the one before.')] : first),
        ...(stage === 'through the body' && shielded
          ? [needs(SHIELD, 'What is wired in lies over the lining.')]
          : []),
        ...(stage === 'through the body' && bonds.length ? [needs(BONDS, 'Its wire is soldered here.')] : []),
      ],
    })
  })
  if (closed)
    out.push({
      ...common,
      ref: HARNESS_TEST,
      phase: 'wiring',
      station: 'meter',
      title: 'Test the harness on its board: meter at the jack, tap every pole in every position',
      why: 'Inside the body no joint can be reached: what is wrong is found here or costs the whole way out.',
      minutes: 20,
      tools: ['meter', 'amplifier', 'lead', 'screwdriver'],
      cautions: [],
      ...IN_PHASE.wiring,
      needs: [...IN_PHASE.wiring.needs, ...stages.map(s => needs(stageRef(s), 'Every joint is on it.'))],
    })
  return out
}

/** Minutes of a coat or a lining for each face, and to mask and clean [from memory]. */
const LINING = { each: 8, more: 15 } as const

/** The lining that is chosen: coats and their waits, before anything is wired into it. */
export function shieldSteps(sort: ShieldSort | undefined, s: Shielding | undefined): Step[] {
  if (!sort || !s) return []
  const rule = SHIELD_RULES[sort],
    paint = sort === 'paint'
  return [
    {
      ref: SHIELD,
      phase: 'wiring',
      station: 'wiring',
      title: paint
        ? say`Shield ${count(s.faces.length, 'face')} with paint: ${count(rule.coats, 'coat')}, ${num(Math.ceil(s.paint), 0, 'mL')}`
        : say`Shield ${count(s.faces.length, 'face')} with foil: ${squareCentimetres(Math.ceil(s.foil / 100))}`,
      why: say`${paint ? say`${num(rule.between, undefined, 'h')} between coats, ${num(rule.before, undefined, 'h')} before anything is wired; the tin wins.` : 'Overlaps pressed or soldered.'} A lug or a tongue of foil joins hollow to hollow and guard to hollow; corner to corner it reads under ${num(rule.ohms, undefined, 'Ω')}. Tape over it wherever a hot lug comes near.`,
      minutes: LINING.more + LINING.each * rule.coats * s.faces.length,
      waitHours: rule.before + rule.between * (rule.coats - 1),
      whole: false,
      tools: paint ? ['brush', 'masking tape', 'meter'] : ['knife', 'burnisher', 'meter'],
      cautions: paint ? ['solvent'] : [],
      ...IN_PHASE.wiring,
      needs: [
        ...IN_PHASE.wiring.needs,
        needs({ kind: 'phase', of: 'finish' }, 'A lining under the finish would be sanded and sprayed with it.'),
      ],
    },
  ]
}
