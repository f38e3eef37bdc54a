import type { StepRef } from '../../build/stepRef.ts'
import type { SolderJoint } from '../../circuit/solderOrder.ts'
import type { Step } from '../step.ts'
import { IN_PHASE, needs } from './inPhase.ts'

const SOLDER_TITLES: Record<SolderJoint['stage'], string> = {
  'on the controls': 'Solder what sits on the controls',
  pickups: 'Solder the pickup leads',
  'through the body': 'Solder what passes through the body',
}

/** Soldering, a step for each stage, one after another. */
export function wiringSteps(joints: readonly SolderJoint[]): Step[] {
  const stages = [...new Set(joints.map(j => j.stage))]
  const refOf = (stage: SolderJoint['stage']): StepRef => ({ kind: 'solder', what: stage.replace(/ /g, '-') })
  return stages.map((stage, i): Step => {
    const phase = stage === 'through the body' ? 'assembly' : 'wiring'
    const own = joints.filter(j => j.stage === stage)
    return {
      ref: refOf(stage),
      phase,
      title: `${SOLDER_TITLES[stage]}: ${own.length} joints`,
      why: own[0]!.why,
      station: 'wiring',
      minutes: 5 + 4 * own.length,
      waitHours: 0,
      whole: false,
      tools: ['iron', 'solder', 'cutters'],
      cautions: ['solder'],
      ...IN_PHASE[phase],
      needs: [
        ...IN_PHASE[phase].needs,
        ...(i ? [needs(refOf(stages[i - 1]!), 'Each stage is soldered onto the one before.')] : []),
      ],
    }
  })
}
