import type { Build } from '../document/build.ts'
import type { MadeJoint } from '../document/circuitRecord.ts'
import { stepText } from '../document/stepRef.ts'
import { isMade, withJoint, type JointNow } from '../meter/joints.ts'
import { jointsIn, solderActs, type SolderAct } from '../ways/solderActs.ts'
import { stepOfAct } from './steps/wiringSteps.ts'

/** The acts that a step of the plan consists of, in their turn. */
export const actsOfStep = (build: Build, step: string): SolderAct[] =>
  solderActs(build).filter(a => stepText(stepOfAct(a)) === step)

/** The build with a step's joints all made as they are meant, or none of them. */
export function withStepJoints(build: Build, step: string, made: boolean): Build {
  const joints = jointsIn(actsOfStep(build, step)).filter(j => isMade(j) !== made)
  return joints.length
    ? {
        ...build,
        circuit: joints.reduce((c, j) => withJoint(c, j, made ? 'soldered' : undefined), build.circuit),
      }
    : build
}

/**
 * The build with one joint made, found wrong, or taken apart again. Its step of the plan follows: it is done when its
 * last joint is made, and open again when one of them is not.
 */
export function withJointMade(build: Build, j: JointNow, state: MadeJoint['state'] | undefined, at: string): Build {
  const act = solderActs(build).find(
    a => (a.kind === 'joint' || a.kind === 'lay') && a.joint.terminal === j.terminal && a.joint.stage === j.stage,
  )
  const next: Build = { ...build, circuit: withJoint(build.circuit, j, state) }
  if (!act) return next
  const step = stepText(stepOfAct(act)),
    all = jointsIn(actsOfStep(next, step)).every(isMade),
    was = build.steps.find(s => s.step === step)
  if (all && !was) return { ...next, steps: [...next.steps, { step, state: 'done', at }] }
  return !all && was?.state === 'done' ? { ...next, steps: next.steps.filter(s => s.step !== step) } : next
}
