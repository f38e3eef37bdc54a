import { ArrowLeft, ArrowRight, X } from 'lucide-react'
import { useEffect } from 'react'
import { Link, useSearchParams } from 'react-router'
import { tickStep } from '../../../core/plan/tickStep.ts'
import { layOut } from '../../../core/layout/layOut.ts'
import { formatResistance } from '../../../core/units/electrical.ts'
import { planOf } from '../../app/stations.ts'
import { Button } from '../../components/Button.tsx'
import { CautionNotes } from '../../components/CautionNote.tsx'
import { useEngine } from '../../hooks/useEngine.ts'
import { useHand } from '../../hooks/useHand.ts'
import { useKeys } from '../../hooks/useKeys.ts'
import { useLength } from '../../hooks/useLength.ts'
import { InstrumentMap } from '../../map/InstrumentMap.tsx'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { now } from '../../stores/clock.ts'
import { ReadingField } from '../plan/ReadingField.tsx'
import { stepPlace } from '../plan/stepPlace.ts'

/** Keeps the screen awake while the bench view is open, where the system lets it. */
function useAwake() {
  useEffect(() => {
    let lock: WakeLockSentinel | undefined
    const ask = () => { navigator.wakeLock?.request('screen').then(l => { lock = l }, () => undefined) }
    const again = () => { if (document.visibilityState === 'visible') ask() }
    ask()
    document.addEventListener('visibilitychange', again)
    return () => { document.removeEventListener('visibilitychange', again); void lock?.release() }
  }, [])
}

/** The step in hand over the whole screen, for dirty hands: next, back, measured. */
export function Bench() {
  useAwake()
  const build = useOpenBuild()
  const plan = useEngine(planOf)
  const layout = useEngine(layOut)
  const l = useLength()
  const [params] = useSearchParams()
  const { hand, take } = useHand(plan.steps)
  const step = params.has('hand') ? hand : (plan.next ?? hand)
  const i = step ? plan.steps.indexOf(step) : -1
  const go = (by: number) => { const s = plan.steps[i + by]; if (s) take(s.id) }
  useKeys({ ArrowRight: () => go(1), ArrowLeft: () => go(-1), Escape: () => history.back() })
  if (!step) return <p className="p-8 text-[24px]">No step left. <Link className="underline" to="../plan">Back to the plan</Link></p>
  const at = layout && stepPlace(step, build, layout)
  const next = plan.steps[i + 1]
  const tick = (reading?: number) => { if (next) take(next.id); editBuild(b => tickStep(b, step, now(), reading)) }
  const expected = step.read?.expected
  const over = step.status === 'done' || step.status === 'skipped'
  return (
    <article className="flex h-dvh flex-col bg-paper">
      <header className="flex items-center justify-between border-b-2 border-ink px-6 py-2 text-[20px]"><span>{build.name}, step <span className="figure">{i + 1}</span> of <span className="figure">{plan.steps.length}</span>{over ? `, ${step.status}` : ''}</span><Link to="../plan" aria-label="Leave bench view" className="grid size-14 place-items-center hover:bg-shade"><X size={30} aria-hidden="true" /></Link></header>
      <div className="h-[26%] shrink-0 border-b border-line bg-ground"><InstrumentMap title="" summary="" hand={at ? step.id : undefined} take={() => undefined} reach={50} marks={at ? [{ id: step.id, at, label: '', title: step.title }] : []} /></div>
      <div className="flex min-h-0 flex-1 flex-col gap-5 overflow-y-auto px-8 py-6">
        <h1 className="text-[44px] font-semibold leading-[1.1]">{l.prose(step.title)}</h1>
        {expected !== undefined && <p className="text-[26px]">should read <span className="figure text-[56px] font-semibold leading-none">{step.read!.unit === 'mm' ? l.fineText(expected) : formatResistance(expected)}</span></p>}
        <p className="text-[26px] leading-snug">{l.prose(step.why)}</p>
        {step.tools.length > 0 && <p className="text-[22px] text-muted">{step.tools.join(', ')}</p>}
        <div className="text-[20px]"><CautionNotes ids={step.cautions} /></div>
      </div>
      <footer className="flex flex-wrap items-end justify-between gap-4 border-t-2 border-ink px-6 py-4">
        <Button className="min-h-16 px-6 text-[24px]" onClick={() => go(-1)} disabled={i <= 0}><ArrowLeft aria-hidden="true" />Back</Button>
        <span className="flex items-end gap-3">{!over && step.read && <ReadingField key={step.id} step={step} onReading={tick} />}
          {!over && <Button kind={step.read ? 'plain' : 'main'} className="min-h-16 px-6 text-[24px]" onClick={() => tick()}>{step.read ? 'Not measured, done' : 'Done'}</Button>}</span>
        <Button className="min-h-16 px-6 text-[24px]" onClick={() => go(1)} disabled={!next}>Next<ArrowRight aria-hidden="true" /></Button>
      </footer>
    </article>
  )
}
