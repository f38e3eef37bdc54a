import { memo } from '../../memo/memo.ts'
import type { Build } from '../../document/build.ts'
import type { FinishStage } from '../../document/stepRef.ts'
import { colours } from '../../finish/colourOn.ts'
import type { FinishWork } from '../../finish/finishWork.ts'
import type { Step } from '../step.ts'
import { NECK_STEP } from './assemblySteps.ts'
import { IN_PHASE, needs } from './inPhase.ts'

/** The test panel is made with the wood, before anything of the finish is on the instrument. */
export const PANEL = 'panel'

/** What belongs to the wood work, before colour: looked over, steamed, eased, darkened, tried on scrap. */
const IN_WOOD: readonly FinishStage[] = ['inspect', 'steam', 'ease', 'darken', PANEL]

/** What is done with the wood before colour, and the coats, one upon another. */
export const finishSteps = memo(stepsFrom, {
  on: (build, work) => [build.instrument, build.finish, work.acts],
})

function stepsFrom(
  build: Pick<Build, 'instrument' | 'finish'>,
  work: Pick<FinishWork, 'acts'>,
): { before: Step[]; coats: Step[] } {
  const glued = build.instrument.neckJoint === 'glued'
  const plain = ({ id: _, ...s }: FinishWork['acts'][number]) => s
  const before = work.acts
    .filter(s => IN_WOOD.includes(s.ref.stage))
    .map((s): Step => ({ ...plain(s), phase: 'wood', station: 'finish', ...IN_PHASE.wood }))
  const coats = work.acts
    .filter(s => !IN_WOOD.includes(s.ref.stage))
    .map((s, i, all): Step => ({
      ...plain(s),
      phase: 'finish',
      station: 'finish',
      ...IN_PHASE.finish,
      ...(colours(build.finish, s.ref) ? { colours: true as const } : {}),
      needs: [
        ...IN_PHASE.finish.needs,
        ...(i
          ? [needs(all[i - 1]!.ref, 'Each coat goes on the one before.')]
          : glued
            ? [needs(NECK_STEP, 'No film may lie in a glued joint.')]
            : []),
        ...(s.ref.stage === 'coat' && s.ref.nth === 1
          ? [
              needs(
                { kind: 'finish', stage: PANEL },
                'What a coat does is seen on scrap before it is on the instrument.',
              ),
            ]
          : []),
      ],
    }))
  return { before, coats }
}
