import type { ReactNode } from 'react'
import type { PlannedStep } from '../../../core/plan/step.ts'
import { tickAsked } from '../../hooks/tickAsked.ts'
import { useFact } from '../../hooks/useFact.ts'
import { Link, useSearchParams } from 'react-router'
import type { Build } from '../../../core/document/build.ts'
import { stepRef } from '../../../core/document/stepRef.ts'
import { readingRef } from '../../../core/document/readingRef.ts'
import { dimensionRead, splitRef } from '../../../core/document/quantityAt.ts'
import { dimensionAt } from '../../../core/parts/dimensionAt.ts'
import { readScale } from '../../../core/layout/scale.ts'
import { isFar } from '../../../core/shelf/farReading.ts'
import { actsOfStep } from '../../../core/plan/solderTick.ts'
import { formatResistance } from '../../../core/units/electrical.ts'
import { Button, buttonLook } from '../../components/Button.tsx'
import { PhotoButton } from '../../components/PhotoButton.tsx'
import { GateNote } from '../../components/GateNote.tsx'
import { CautionNotes } from '../../components/CautionNote.tsx'
import { ShakeTimer } from '../../components/ShakeTimer.tsx'
import { FarReadingAt } from '../../components/FarReading.tsx'
import { useWhere } from '../../hooks/useWhere.ts'
import { useOrder } from '../../hooks/useOrder.ts'
import { useHand } from '../../hooks/useHand.ts'
import { useLength } from '../../hooks/useLength.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { StepReading } from '../../readings/StepReading.tsx'
import { ScaleSays } from '../../readings/ScaleSays.tsx'
import { VisitList } from '../../readings/VisitList.tsx'
import { stepPlace } from '../../readings/stepPlace.ts'
import { BenchFrame } from './BenchFrame.tsx'
import { WentWrong } from './WentWrong.tsx'
import { StepTimer } from './StepTimer.tsx'

/** Whether the build's own figure at a name is a reading that has to be asked about. */
const farAt = (b: Build | undefined, ref: string): boolean => {
  const { partId, path } = splitRef(ref)
  const part = b?.parts.find(p => p.id === partId)
  return part !== undefined && isFar(dimensionAt(part, path))
}

/** Whether the scale by the frets has to be asked about: it is far from its claim, or from what was measured before. */
function scaleAsks(b: Build): boolean {
  const read = readScale(b)
  return read !== undefined && (read.state === 'contradicts' || farAt(b, read.fed.ref))
}

/** The step in hand over the whole screen, for dirty hands: next, back, measured. */
export function Bench() {
  const build = useOpenBuild()
  const plan = useFact('plan')
  const layout = useFact('layout'),
    work = useFact('drill')
  const l = useLength()
  const [params] = useSearchParams()
  const { hand, take } = useHand(plan.steps)
  const order = useOrder(plan.steps)
  const wanted = params.get('hand'),
    kept = wanted ? order.find(o => o.thing.id === wanted) : undefined
  const step = kept?.thing ?? (params.has('hand') ? hand : (plan.next ?? hand))
  const gone = kept?.gone ?? false
  const i = order.findIndex(o => o.thing.id === step?.id)
  useWhere(step ? `step ${i + 1}` : 'Bench')
  const go = (by: number) => {
    const s = order[i + by]
    if (s) take(s.thing.id)
  }
  if (!step)
    return (
      <p className="p-8 text-title">
        No step left.{' '}
        <Link className="underline" to="../plan">
          Back to the plan
        </Link>
      </p>
    )
  const at = layout && stepPlace(step, build, layout)
  const next = order[i + 1]?.thing
  const photo = { step: step.id, ...(at ? { x: at[0], y: at[1] } : {}) }
  const dimension = step.read && dimensionRead(step.read.of),
    asksScale = step.read !== undefined && readingRef(step.read.of)?.kind === 'frets'
  const tick = (reading?: number) => {
    tickAsked(step, reading, after => {
      // A reading far from its claim is asked about before going on.
      if ((dimension && farAt(after, dimension)) || (asksScale && scaleAsks(after))) take(step.id)
      else if (next) take(next.id)
    })
  }
  const ref = stepRef(step.id)
  const first =
    ref?.kind === 'drill'
      ? (work?.holes.find(h => h.group === ref.group)?.id ?? work?.there.find(t => t.step === step.id)?.id)
      : ref?.kind === 'cut'
        ? ref.cut
        : undefined
  const iron = step.ref.kind === 'solder' ? actsOfStep(build, step.id) : [],
    joint = iron.find(a => (a.kind === 'joint' || a.kind === 'lay') && a.joint.state === 'planned') ?? iron[0]
  const over = gone || step.status === 'done' || step.status === 'skipped'
  return (
    <BenchFrame
      leave="../plan"
      back={i > 0 ? () => go(-1) : undefined}
      next={next ? () => go(1) : undefined}
      head={
        <>
          {build.name}, step <span className="figure">{i + 1}</span> of{' '}
          <span className="figure">{order.length}</span>
          {gone ? ', not needed any more' : over ? `, ${step.status}` : ''}
        </>
      }
      map={{
        hand: at ? step.id : undefined,
        reach: 50,
        marks: at ? [{ id: step.id, at, label: '', title: l.say(step.title) }] : [],
      }}
      middle={
        <>
          {!over && step.read && <StepReading key={step.id} step={step} onReading={tick} />}
          {!over && !step.reads && (
            <Button kind={step.read ? 'plain' : 'main'} className="min-h-16 px-6 text-title" onClick={() => tick()}>
              {step.read ? 'Not measured, done' : 'Done'}
            </Button>
          )}
        </>
      }
    >
      <h1 className="text-banner font-semibold leading-[1.1]">{l.say(step.title)}</h1>
      {step.read?.expected !== undefined && <ShouldRead read={step.read} />}
      {gone && (
        <p className="border-l-8 border-snug pl-4 text-title">
          Not needed any more: what it would have told is settled by the readings before.
        </p>
      )}
      <p className="text-bench leading-snug">{l.say(step.why)}</p>
      {step.reads && !gone && <VisitList key={`${step.id}-readings`} step={step} large />}
      {step.timer && !over && <ShakeTimer key={step.id} large {...step.timer} />}
      {step.how && <p className="max-w-[60ch] text-figure leading-snug">{l.say(step.how)}</p>}
      {step.good && (
        <p className="max-w-[60ch] border-l-8 border-snug pl-4 text-figure leading-snug">{l.say(step.good)}</p>
      )}
      {!over && <StepTimer key={`${step.id}-clock`} step={step.id} minutes={step.minutes} usual={step.usual} />}
      <div className="flex flex-wrap items-start gap-5">
        <PhotoButton large of={photo} label="Photo of this step" />
        <WentWrong key={`${step.id}-wrong`} step={step} photo={photo} />
      </div>
      {step.took !== undefined && (
        <p className="text-figure text-muted">
          It took <span className="figure">{step.took}</span> min.
        </p>
      )}
      <GateNote step={step.id} large />
      {dimension && <FarReadingAt large at={dimension} />}
      {asksScale && <ScaleSays large quiet />}
      {first && <Onward to={`../marking?hand=${encodeURIComponent(first)}`}>Numbers to mark</Onward>}
      {joint && <Onward to={`../soldering?hand=${encodeURIComponent(joint.id)}`}>One by one</Onward>}
      {step.tools.length > 0 && <p className="text-figure text-muted">{step.tools.join(', ')}</p>}
      <div className="text-section">
        <CautionNotes ids={step.cautions} />
      </div>
    </BenchFrame>
  )
}

function ShouldRead({ read }: { read: NonNullable<PlannedStep['read']> }) {
  const l = useLength(),
    expected = read.expected!
  return (
    <p className="text-bench">
      should read{' '}
      <span className="figure text-far font-semibold leading-none">
        {read.unit === 'µm'
          ? `${Math.round(expected)} µm`
          : read.unit === 'mm'
            ? read.expectedDoubt === undefined
              ? l.fineText(expected)
              : l.doubted(expected, read.expectedDoubt, 1)
            : formatResistance(expected)}
      </span>
    </p>
  )
}

function Onward({ to, children }: { to: string; children: ReactNode }) {
  return (
    <p>
      <Link to={to} className={`${buttonLook('main')} min-h-14 text-figure`}>
        {children}
      </Link>
    </p>
  )
}
