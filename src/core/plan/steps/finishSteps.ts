import type { Build } from '../../build/build.ts'
import type { FinishWork } from '../../finish/finishWork.ts'
import type { Step } from '../step.ts'
import { NECK_STEP } from './assemblySteps.ts'
import { IN_PHASE, needs } from './inPhase.ts'

/** The test panel is made with the wood, before anything of the finish is on the instrument. */
export const PANEL = 'panel'
const DYE = 'dye'

/** The panel, beside the wood work; and the coats, one upon another. */
export function finishSteps(
  build: Pick<Build, 'instrument'>,
  work: Pick<FinishWork, 'steps'>,
): { panel: Step[]; coats: Step[] } {
  const glued = build.instrument.neckJoint === 'glued'
  const panel = work.steps
    .filter(s => s.ref.stage === PANEL)
    .map((s): Step => ({
      ...s,
      phase: 'wood',
      station: 'finish',
      ...IN_PHASE.wood,
    }))
  const coats = work.steps
    .filter(s => s.ref.stage !== PANEL)
    .map((s, i, all): Step => ({
      ...s,
      phase: 'finish',
      station: 'finish',
      ...IN_PHASE.finish,
      needs: [
        ...IN_PHASE.finish.needs,
        ...(i
          ? [needs(all[i - 1]!.ref, 'Each coat goes on the one before.')]
          : glued
            ? [needs(NECK_STEP, 'No film may lie in a glued joint.')]
            : []),
        ...(s.ref.stage === DYE
          ? [needs({ kind: 'finish', stage: PANEL }, 'The colour is seen on scrap before it is on the body.')]
          : []),
      ],
    }))
  return { panel, coats }
}
