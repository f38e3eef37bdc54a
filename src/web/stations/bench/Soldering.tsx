import { useLength } from '../../hooks/useLength.ts'
import { Says } from '../../components/Says.tsx'
import { Link, useSearchParams } from 'react-router'
import { isMade } from '../../../core/meter/joints.ts'
import { jointLook } from '../../../core/circuit/jointLooks.ts'
import { lugWords } from '../../../core/circuit/lugFinder.ts'
import { withJointMade } from '../../../core/plan/solderTick.ts'
import { jointsIn, type SolderAct } from '../../../core/ways/solderActs.ts'
import { Button } from '../../components/Button.tsx'
import { CautionNotes } from '../../components/CautionNote.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { useSolderDrawing } from '../../hooks/useSolderDrawing.ts'
import { useWhere } from '../../hooks/useWhere.ts'
import { useHand } from '../../hooks/useHand.ts'
import { now } from '../../stores/clock.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { JointDrawing } from '../../drawings/SolderJointDrawing.tsx'
import { jointMarks } from '../../drawings/drawingPieces.tsx'
import { actTitle, JOINT_WORDS, wireLines } from '../../text/actWords.ts'
import { BenchFrame } from './BenchFrame.tsx'

const wiresOf = (a: SolderAct): readonly string[] =>
  a.kind === 'joint' ? a.joint.wires.map(w => w.id) : a.kind === 'lay' || a.kind === 'pull' ? a.wires : []

/** One joint, pull or bond after another over the whole screen: what meets where, how it looks when it is right. */
export function Soldering() {
  const build = useOpenBuild(),
    acts = useFact('solder'),
    l = useLength(),
    { circuit } = build
  const { hand, take } = useHand(acts),
    [params] = useSearchParams()
  const drawing = useSolderDrawing()
  const open = acts.find(a => (a.kind === 'joint' || a.kind === 'lay') && !isMade(a.joint))
  const act = params.has('hand') ? hand : (open ?? hand)
  useWhere(act ? `joint ${act.order}` : 'Joints')
  if (!act)
    return (
      <p className="p-8 text-title">
        No joint yet: the instrument has no circuit.{' '}
        <Link className="underline" to="../wiring">
          Take one
        </Link>
      </p>
    )
  const i = acts.indexOf(act),
    to = (by: number) => {
      const next = acts[i + by]
      return next ? () => take(next.id) : undefined
    }
  const joint = act.kind === 'joint' || act.kind === 'lay' ? act.joint : undefined,
    made = joint !== undefined && isMade(joint),
    joints = jointsIn(acts)
  const set = (state: 'soldered' | undefined) => {
    if (joint)
      editBuild(
        b => withJointMade(b, joint, state, now()),
        `${lugWords(circuit, joint.terminal)}: ${state ?? 'taken apart'}`,
      )
    if (state) to(1)?.()
  }
  return (
    <BenchFrame
      leave="../wiring?view=order"
      head={
        <>
          {build.name}, soldering <span className="figure">{i + 1}</span> of{' '}
          <span className="figure">{acts.length}</span>,{' '}
          <span className="figure">{joints.filter(isMade).length}</span> of{' '}
          <span className="figure">{joints.length}</span> joints made
        </>
      }
      back={to(-1)}
      next={to(1)}
      sheet={
        drawing && (
          <JointDrawing
            d={drawing}
            terminals={
              act.kind === 'joint' || act.kind === 'lay'
                ? [act.joint.terminal]
                : act.kind === 'bring in'
                  ? (drawing.components
                      .find(c => c.id === act.component)
                      ?.lugs.slice(0, 1)
                      .map(l => l.terminal) ?? [])
                  : []
            }
            wires={wiresOf(act)}
            marks={jointMarks(joints)}
            label={`The drawing about ${l.say(actTitle(act))}`}
          />
        )
      }
      middle={
        joint ? (
          <Button
            kind={made ? 'plain' : 'main'}
            className="min-h-16 px-6 text-title"
            onClick={() => set(made ? undefined : 'soldered')}
          >
            {made ? 'Not made after all' : act.kind === 'lay' ? 'It is laid' : 'Soldered'}
          </Button>
        ) : undefined
      }
    >
      <h1 className="text-banner font-semibold leading-[1.1]">
        <Says of={actTitle(act)} />
      </h1>
      {joint && joint.state !== 'planned' && (
        <p
          className={`text-title font-semibold ${joint.off.length || joint.state === 'found wrong' ? 'text-never' : ''}`}
        >
          {JOINT_WORDS[joint.state]}
          {joint.off.length > 0 && `: take off what goes to ${joint.off.map(t => lugWords(circuit, t)).join('; ')}`}
        </p>
      )}
      {act.kind === 'joint' ? (
        <ul className="flex flex-col gap-2 text-bench leading-snug" aria-label="What meets here">
          {wireLines(circuit, act.joint).map(w => (
            <li key={w.id}>
              <span className="figure font-semibold">{w.id}</span> {w.text}
            </li>
          ))}
        </ul>
      ) : (
        <p className="text-bench leading-snug">
          <Says of={act.says} />
        </p>
      )}
      {'why' in act && act.why && (
        <p className="text-title">
          <Says of={act.why} />
        </p>
      )}
      {act.kind === 'joint' && <p className="text-title">{jointLook(circuit, act.joint.terminal)}</p>}
      <div className="text-section">
        <CautionNotes ids={['solder']} />
      </div>
    </BenchFrame>
  )
}
