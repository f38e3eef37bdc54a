import { memo } from '../memo/memo.ts'
import { steady } from '../memo/steady.ts'
import type { Circuit, MadeJoint } from '../document/circuitRecord.ts'
import type { Wired } from '../document/docs.ts'
import { partOf } from '../circuit/settings.ts'
import { solderOrder, type SolderJoint } from '../circuit/solderOrder.ts'
import { proofsOf, type Proofs } from './proofs.ts'

/** What is known of a joint. `changed`: it was soldered, and other wires are meant now. */
export const JOINT_STATES = ['planned', 'soldered', 'proven', 'found wrong', 'changed'] as const
export type JointState = (typeof JOINT_STATES)[number]

export interface JointNow extends SolderJoint {
  state: JointState
  /** Lugs whose wires have to come off, where it was soldered otherwise. */
  off: string[]
}

/** Whether a joint is there and nothing speaks against it. */
export const isMade = (j: Pick<JointNow, 'state'>): boolean => j.state === 'soldered' || j.state === 'proven'

/** Other ends of a joint's wires. */
const ends = (j: Pick<SolderJoint, 'terminal' | 'wires'>): string[] =>
  j.wires.map(w => (w.from === j.terminal ? w.to : w.from)).sort()

const madeAt = (c: Circuit, j: Pick<SolderJoint, 'terminal' | 'stage'>): MadeJoint | undefined =>
  c.joints?.find(m => m.at === j.terminal && m.stage === j.stage)

/** Another part of the same lugs leaves the joints what they are. */
const alike = steady<JointNow[]>()

/** Every joint in the order of the iron with what is known of it. */
export const jointsNow: (build: Wired) => JointNow[] = memo(build => alike(statesOf(build)), {
  on: build => [
    build.circuit,
    build.readings,
    build.instrument,
    // What proves a joint is reckoned from the parts that the current goes through.
    ...(build.circuit.joints?.length ? build.circuit.components.map(c => partOf(build, c)) : []),
  ],
})

const NO_PROOFS: Proofs = { wires: new Set(), lugs: new Set() }

function statesOf(build: Wired): JointNow[] {
  const { wires, lugs } = build.circuit.joints?.length ? proofsOf(build) : NO_PROOFS
  // A joint is proven with each of its wires; where several meet, with the lug under them too.
  const proven = (j: SolderJoint): boolean =>
    j.wires.length > 0 && j.wires.every(w => wires.has(w.id)) && (j.wires.length === 1 || lugs.has(j.terminal))
  return solderOrder(build).map(j => {
    const made = madeAt(build.circuit, j),
      meant = ends(j)
    if (!made) return { ...j, state: 'planned', off: [] }
    if (made.state === 'found wrong') return { ...j, state: 'found wrong', off: [] }
    const off = made.to.filter(t => !meant.includes(t))
    if (off.length || made.to.length !== meant.length) return { ...j, state: 'changed', off }
    return { ...j, state: proven(j) ? 'proven' : 'soldered', off: [] }
  })
}

/** The circuit with a joint made as it is meant now, found wrong, or taken apart. */
export function withJoint(c: Circuit, j: SolderJoint, state: MadeJoint['state'] | undefined): Circuit {
  const others = (c.joints ?? []).filter(m => !(m.at === j.terminal && m.stage === j.stage))
  const made: MadeJoint[] = state ? [...others, { at: j.terminal, stage: j.stage, state, to: ends(j) }] : others
  const { joints: _were, ...rest } = c
  void _were
  return made.length ? { ...rest, joints: made } : rest
}
