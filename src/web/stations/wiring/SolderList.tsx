import { useMemo } from 'react'
import { withJoint, type JointNow, type JointState } from '../../../core/circuit/joints.ts'
import { lugWords } from '../../../core/circuit/lugFinder.ts'
import { Button } from '../../components/Button.tsx'
import { CautionNotes } from '../../components/CautionNote.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'

const LOOK: Record<JointState, string> = {
  planned: 'text-muted',
  soldered: 'font-semibold',
  proven: 'font-semibold text-snug',
  'found wrong': 'font-semibold text-never',
  changed: 'font-semibold text-never',
}
const WORDS: Record<JointState, string> = {
  planned: 'planned',
  soldered: 'soldered',
  proven: 'proven by a reading',
  'found wrong': 'found wrong',
  changed: 'soldered otherwise',
}

/** Joints in the order of the iron: what meets at each, and what is known of it. */
export function SolderList() {
  const build = useOpenBuild()
  const order = useFact('solderNow')
  const done = order.filter(j => j.state === 'soldered' || j.state === 'proven').length
  const next = useMemo(() => order.find(j => j.state !== 'soldered' && j.state !== 'proven'), [order])
  return (
    <div className="flex flex-col gap-3">
      <CautionNotes ids={['solder']} />
      {order.length === 0 && <p className="text-body">No joint yet: take a circuit, or draw its wires.</p>}
      {order.length > 0 && (
        <p className="text-body">
          <span className="figure text-figure font-semibold">{done}</span> of {order.length} joints are made
          {next ? `; next: ${lugWords(build.circuit, next.terminal)}.` : '.'}
        </p>
      )}
      <ol className="border-t border-line" aria-label="Joints">
        {order.map((j, i) => (
          <JointRow key={`${j.terminal}@${j.stage}`} j={j} first={i === 0 || order[i - 1]!.stage !== j.stage} />
        ))}
      </ol>
    </div>
  )
}

function JointRow({ j, first }: { j: JointNow; first: boolean }) {
  const { circuit } = useOpenBuild()
  const name = lugWords(circuit, j.terminal),
    made = j.state !== 'planned' && j.state !== 'changed'
  const set = (state: 'soldered' | 'found wrong' | undefined) =>
    editBuild(b => ({ ...b, circuit: withJoint(b.circuit, j, state) }), `${name}: ${state ?? 'taken apart'}`)
  return (
    <li className="rule-row grid grid-cols-[2.2rem_1fr_auto] gap-x-3 py-2">
      <span className="figure text-section font-semibold">{j.order}</span>
      <span>
        {first && <span className="block text-note text-muted">{j.why}</span>}
        <span className="text-body font-semibold">{name}</span>{' '}
        <span className={`text-note ${LOOK[j.state]}`}>{WORDS[j.state]}</span>
        <span className="block text-note text-muted">
          {j.wires
            .map(
              w =>
                `${w.colour ? `${w.colour} ` : ''}${w.kind} ${w.id} to ${lugWords(circuit, w.from === j.terminal ? w.to : w.from)}`,
            )
            .join('; ')}
        </span>
        {j.off.length > 0 && (
          <span className="block text-note font-semibold text-never">
            Take off what goes to {j.off.map(t => lugWords(circuit, t)).join('; ')}.
          </span>
        )}
      </span>
      <span className="flex items-start gap-2">
        <Button
          aria-label={`${name}, ${j.stage}: ${made ? 'not made after all' : 'soldered'}`}
          onClick={() => set(made ? undefined : 'soldered')}
        >
          {made ? 'Undo' : 'Soldered'}
        </Button>
        {made && j.state !== 'found wrong' && (
          <Button kind="quiet" aria-label={`${name}, ${j.stage}: found wrong`} onClick={() => set('found wrong')}>
            Wrong
          </Button>
        )}
      </span>
    </li>
  )
}
