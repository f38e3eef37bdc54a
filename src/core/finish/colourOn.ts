import type { FinishChoice } from '../document/finishRecord.ts'
import { stepRef, type StepRef } from '../document/stepRef.ts'
import { MATERIALS } from './materials.ts'

/** Whether a step puts colour on: a coat of anything but a ground, or the last look at the coats. */
export function colours(finish: Pick<FinishChoice, 'layers'>, ref: StepRef | undefined): boolean {
  if (ref?.kind !== 'finish') return false
  const layer = finish.layers.find(l => l.id === ref.layer)
  return ref.stage === 'cure' || (ref.stage === 'coat' && !(layer && MATERIALS[layer.material].ground))
}

/** The same of a step as a document names it. */
export const putsColourOn = (finish: Pick<FinishChoice, 'layers'>, step: string): boolean =>
  colours(finish, stepRef(step))
