import { useEffect, useMemo, useState } from 'react'
import { slotsOf } from '../../../core/build/slots.ts'
import { choosePart } from '../../../core/build/edits.ts'
import type { Build } from '../../../core/build/build.ts'
import { fit } from '../../../core/fit/applyFixes.ts'
import type { Joint } from '../../../core/fit/joint.ts'
import type { Part } from '../../../core/parts/part.ts'
import { layOut } from '../../../core/layout/layOut.ts'
import type { Point } from '../../../core/geometry/outline.ts'
import { StationFrame } from '../../app/StationFrame.tsx'
import { Ledger } from '../../components/Ledger.tsx'
import { Figure } from '../../components/Figure.tsx'
import { Hex } from '../../components/Hex.tsx'
import { SnugGauge } from '../../components/SnugGauge.tsx'
import { useEngine } from '../../hooks/useEngine.ts'
import { useHand } from '../../hooks/useHand.ts'
import { api } from '../../stores/api.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { fitOf } from '../../app/stations.ts'

interface Candidate { part: Part; joints: Joint[]; worst: Joint | undefined; chosen: boolean }

/** Parts for a slot with how each would fit what is already chosen, best first. */
function candidatesFor(build: Build, slot: { id: string; kind: string }, shelf: readonly Part[]): Candidate[] {
  const pool = [...build.parts, ...shelf.filter(s => !build.parts.some(p => p.id === s.id))].filter(p => p.kind === slot.kind && (slot.kind !== 'strings' || p.gauges?.length === build.instrument.strings))
  const taken = new Set(Object.entries(build.slots).filter(([s]) => s !== slot.id).map(([, id]) => id))
  return pool.filter(p => !taken.has(p.id)).map(part => {
    const joints = fit({ ...choosePart(build, slot.id, part), fixes: [] }).now.filter(j => j.slots.includes(slot.id))
    return { part, joints, worst: joints[0], chosen: build.slots[slot.id] === part.id }
  }).sort((a, b) => Number(rank(a)) - Number(rank(b)))
}
const rank = (c: Candidate): number => c.joints.reduce((s, j) => s + (1 - j.chances.snug), 0)

const placeOf = (slot: string, l: ReturnType<typeof layOut>): Point | undefined => {
  if (!l) return undefined
  const f = l.features.find(x => x.serves === slot)
  const at: Record<string, Point> = { neck: [l.nutToHeelEnd / 2, 0], body: [l.nutToHeelEnd + 95, -100], bridge: [l.bridge.front + 20, 0], nut: [0, -l.halfNut], strings: [l.nutToHeelEnd * 0.75, 0], 'neck-screws': [l.nutToHeelEnd - 40, 20] }
  return f?.centre ?? at[slot]
}

/** Slots of this instrument; for the one in hand, what on the shelf goes with what is chosen. */
export function Parts() {
  const build = useOpenBuild()
  const layout = useEngine(layOut)
  const slots = slotsOf(build.instrument)
  const { hand: slot, take } = useHand(slots)
  const [shelf, setShelf] = useState<Part[]>([])
  const [trouble, setTrouble] = useState(false)
  useEffect(() => { api.shelf().then(setShelf, () => setTrouble(true)) }, [])
  const joints = useEngine(fitOf).now
  const candidates = useMemo(() => (slot ? candidatesFor(build, slot, shelf) : []), [build, slot, shelf])
  const spent = Object.values(build.slots).reduce((s, id) => s + (build.parts.find(p => p.id === id)?.stock?.price ?? 0), 0)
  const filled = slots.filter(s => build.slots[s.id]).length
  const rows = slots.map(s => {
    const part = build.parts.find(p => p.id === build.slots[s.id])
    const worst = joints.find(j => j.slots.includes(s.id))
    return { id: s.id, label: `${s.label}: ${part?.name ?? 'empty'}`, content: <><span className="w-[8.5em] shrink-0 text-[15px] text-muted">{s.label}</span><span className="min-w-0 flex-1 text-[16px] leading-tight">{part?.name ?? <span className="text-muted">{s.optional ? 'none, not needed' : 'nothing chosen'}</span>}</span>{part && worst && <Hex state={worst.state} />}</> }
  })
  return (
    <StationFrame
      map={{ title: 'Parts', summary: `${filled} of ${slots.length} slots filled`, hand: slot?.id, take, caption: slot?.label, reach: 70, marks: slots.flatMap((s, i) => { const at = placeOf(s.id, layout); return at ? [{ id: s.id, at, label: String(i + 1), title: s.label }] : [] }) }}
      ledger={<Ledger heading="Slots" aside={<span className="figure">{spent} {build.preferences.currency}</span>} rows={rows} hand={slot?.id} take={take} empty="" />}
    >
      {slot && (
        <article className="flex max-w-[760px] flex-col gap-3">
          <header className="flex items-baseline justify-between"><h2 className="text-[24px] font-semibold">{slot.label}</h2><Figure size="large" value={String(candidates.length)} unit={candidates.length === 1 ? 'part to choose from' : 'parts to choose from'} /></header>
          {trouble && <p role="alert" className="text-never">The shelf could not be read; only this build’s own parts are listed.</p>}
          {candidates.length === 0 && <p className="text-[17px]">No {slot.label.toLowerCase()} on the shelf. Enter one at the Shelf station, or bring in a build file that holds one.</p>}
          <ul className="border-t-2 border-ink">
            {candidates.map(c => (
              <li key={c.part.id} className="rule-row">
                <button type="button" aria-pressed={c.chosen} onClick={() => editBuild(b => choosePart(b, slot.id, c.part))} className={`grid w-full grid-cols-[1.6rem_1fr_auto_auto] items-center gap-x-3 py-2.5 text-left hover:bg-shade ${c.chosen ? 'bg-shade' : ''}`}>
                  <span className={`grid size-5 place-items-center rounded-full border-2 ${c.chosen ? 'border-hand' : 'border-ink'}`}>{c.chosen && <span className="size-2.5 rounded-full bg-hand" />}</span>
                  <span><span className="block text-[17px] font-semibold leading-tight">{c.part.name}</span><span className="text-[15px] text-muted">{c.worst ? `${c.worst.title}: ${c.worst.state}` : 'no joint to judge'}{c.part.stock?.state && c.part.stock.state !== 'here' ? ` · ${c.part.stock.state}${c.part.stock.due ? `, due ${c.part.stock.due}` : ''}` : ''}</span></span>
                  {c.worst ? <SnugGauge size="ledger" title={c.worst.title} value={c.worst.clearance.value} doubt={c.worst.doubt} limits={c.worst.limits} state={c.worst.state} /> : <span />}
                  <span className="figure w-[6.5em] text-right text-[16px]">{c.part.stock?.price ?? 0} {build.preferences.currency}</span>
                </button>
              </li>
            ))}
          </ul>
          <p className="text-[15px] text-muted">Each part is judged in this build as it stands, without planned fixes: its worst joint on the gauge, best part first.</p>
        </article>
      )}
    </StationFrame>
  )
}
