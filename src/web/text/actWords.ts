import { type Said } from '../../core/say/said.ts'
import type { Circuit } from '../../core/document/circuitRecord.ts'
import type { JointNow, JointState } from '../../core/meter/joints.ts'
import { lugWords } from '../../core/circuit/lugFinder.ts'
import type { SolderAct } from '../../core/ways/solderActs.ts'

/** What is known of a joint, in words. */
export const JOINT_WORDS: Record<JointState, string> = {
  planned: 'planned',
  soldered: 'soldered',
  proven: 'proven by a reading',
  'found wrong': 'found wrong',
  changed: 'soldered otherwise',
}

/** What an act is called. */
export function actTitle(a: SolderAct): Said {
  switch (a.kind) {
    case 'tin':
      return 'Tin first'
    case 'lay':
      return 'Lay the strings’ ground'
    case 'pull':
      return `Pull ${a.wires.join(', ')} through`
    case 'bring in':
      return a.label
    default:
      return a.says
  }
}

/** The wires of a joint: number, and where each goes. */
export const wireLines = (c: Circuit, j: Pick<JointNow, 'terminal' | 'wires'>): { id: string; text: string }[] =>
  j.wires.map(w => ({
    id: w.braidOf ?? w.id,
    text: w.braidOf
      ? `its braid, twisted and sleeved; its core goes to ${lugWords(c, w.to)}`
      : `${w.colour ? `${w.colour} ` : ''}${w.kind} to ${lugWords(c, w.from === j.terminal ? w.to : w.from)}`,
  }))
