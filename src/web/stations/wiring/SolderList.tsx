import { Says } from '../../components/Says.tsx'
import { Link } from 'react-router'
import { lugWords } from '../../../core/circuit/lugFinder.ts'
import { isMade, type JointNow, type JointState } from '../../../core/meter/joints.ts'
import { withJointMade } from '../../../core/plan/solderTick.ts'
import { jointsIn, type SolderAct } from '../../../core/ways/solderActs.ts'
import { Button, buttonLook } from '../../components/Button.tsx'
import { CautionNotes } from '../../components/CautionNote.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { useSheets } from '../../hooks/useSheets.ts'
import { now } from '../../stores/clock.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { actTitle, JOINT_WORDS, wireLines } from '../../text/actWords.ts'
import { ShowOn } from '../../components/ShowOn.tsx'

const LOOK: Record<JointState, string> = {
  planned: 'text-muted',
  soldered: 'font-semibold',
  proven: 'font-semibold text-snug',
  'found wrong': 'font-semibold text-never',
  changed: 'font-semibold text-never',
}

/** What is tinned, laid, soldered, pulled through and brought in, in its turn, and what is known of each joint. */
export function SolderList() {
  const build = useOpenBuild(),
    acts = useFact('solder'),
    sheets = useSheets()
  const joints = jointsIn(acts),
    next = joints.find(j => !isMade(j)),
    closed = acts.some(a => a.kind === 'bring in')
  return (
    <div className="flex flex-col gap-3">
      <CautionNotes ids={['solder']} />
      {joints.length === 0 && <p className="text-body">No joint yet: take a circuit, or draw its wires.</p>}
      {joints.length > 0 && (
        <p className="text-body">
          <span className="figure text-figure font-semibold">{joints.filter(isMade).length}</span> of{' '}
          {joints.length} joints are made
          {next ? `; next: ${lugWords(build.circuit, next.terminal)}.` : '.'}
        </p>
      )}
      {closed && (
        <p className="border-l-4 border-ink pl-3 text-body">
          No cover opens this hollow: the harness is wired and tested outside, on the board, then pulled in through
          the sound hole.
        </p>
      )}
      {joints.length > 0 && (
        <p className="no-print flex flex-wrap gap-2">
          <Link className={buttonLook('main')} to="../soldering">
            One by one, at the bench
          </Link>
          <ShowOn to="../soldering" />
          <Button disabled={sheets.share !== undefined} onClick={() => sheets.make(build, 'harness', 'pdf')}>
            Harness board at true size, PDF
          </Button>
        </p>
      )}
      {sheets.trouble && (
        <p role="alert" className="text-body text-never">
          {sheets.trouble}
        </p>
      )}
      {sheets.done && (
        <p role="status" className="text-plain text-muted">
          {sheets.done.name} is in your downloads.
        </p>
      )}
      <ol className="border-t border-line" aria-label="Soldering, in its turn">
        {acts.map((a, i) => (
          <ActRow key={a.id} a={a} first={i === 0 || acts[i - 1]!.stage !== a.stage} />
        ))}
      </ol>
    </div>
  )
}

function ActRow({ a, first }: { a: SolderAct; first: boolean }) {
  const { circuit } = useOpenBuild()
  const j = a.kind === 'joint' || a.kind === 'lay' ? a.joint : undefined
  return (
    <li className="rule-row grid grid-cols-[2.2rem_1fr_auto] gap-x-3 py-2">
      <span className="figure text-section font-semibold">{a.order}</span>
      <span>
        {first && a.kind === 'joint' && <span className="block text-note text-muted">{a.joint.why}</span>}
        <Link
          className="text-body font-semibold hover:underline"
          to={`../soldering?hand=${encodeURIComponent(a.id)}`}
        >
          <Says of={actTitle(a)} />
        </Link>{' '}
        {j && <span className={`text-note ${LOOK[j.state]}`}>{JOINT_WORDS[j.state]}</span>}
        <span className="block text-note text-muted">
          <Says
            of={
              a.kind === 'joint'
                ? wireLines(circuit, a.joint)
                    .map(w => `${w.id}, ${w.text}`)
                    .join('; ')
                : a.says
            }
          />
          {'why' in a && a.why && (
            <>
              {' '}
              <Says of={a.why} />
            </>
          )}
        </span>
        {j && j.off.length > 0 && (
          <span className="block text-note font-semibold text-never">
            Take off what goes to {j.off.map(t => lugWords(circuit, t)).join('; ')}.
          </span>
        )}
      </span>
      <span className="flex flex-wrap items-start justify-end gap-2">
        {(a.kind === 'joint' || a.kind === 'lay') && (
          <ShowOn to={`../soldering?hand=${encodeURIComponent(a.id)}`} of={`joint ${a.order}`} />
        )}
        {j && <Made j={j} laid={a.kind === 'lay'} />}
      </span>
    </li>
  )
}

function Made({ j, laid }: { j: JointNow; laid: boolean }) {
  const { circuit } = useOpenBuild(),
    name = lugWords(circuit, j.terminal),
    made = j.state !== 'planned' && j.state !== 'changed'
  const set = (state: 'soldered' | 'found wrong' | undefined) =>
    editBuild(b => withJointMade(b, j, state, now()), `${name}: ${state ?? 'taken apart'}`)
  return (
    <span className="flex items-start gap-2">
      <Button
        aria-label={`${name}, ${j.stage}: ${made ? 'not made after all' : 'soldered'}`}
        onClick={() => set(made ? undefined : 'soldered')}
      >
        {made ? 'Undo' : laid ? 'Laid' : 'Soldered'}
      </Button>
      {made && j.state !== 'found wrong' && (
        <Button kind="quiet" aria-label={`${name}, ${j.stage}: found wrong`} onClick={() => set('found wrong')}>
          Wrong
        </Button>
      )}
    </span>
  )
}
