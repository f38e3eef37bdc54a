import { useFact } from '../../hooks/useFact.ts'
import { useEffect, useMemo, useState } from 'react'
import { slotsOf } from '../../../core/document/slots.ts'
import { candidatesFor } from '../../../core/match/candidates.ts'
import { layOut } from '../../../core/layout/layOut.ts'
import type { Point } from '../../../core/geometry/outline.ts'
import { partPlace } from '../../map/partPlace.ts'
import { StationFrame } from '../../frame/StationFrame.tsx'
import { Hex } from '../../components/Hex.tsx'
import { Ledger } from '../../components/Ledger.tsx'
import { Views } from '../../components/Views.tsx'
import { useHand } from '../../hooks/useHand.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { today } from '../../stores/clock.ts'
import { shelfParts, useShelf } from '../../stores/shelfStore.ts'
import { BuyList } from './BuyList.tsx'
import { SupplierLine } from './SupplierLine.tsx'
import { useSupplier } from '../../stores/supplierStore.ts'
import { Candidates } from './Candidates.tsx'
import { Compare } from './Compare.tsx'
import { CostView } from './CostView.tsx'
import { InstrumentForm } from './InstrumentForm.tsx'
import { Sets } from './Sets.tsx'

const placeOf = (slot: string, l: ReturnType<typeof layOut>): Point | undefined => {
  if (!l) return undefined
  const f = l.pickups.find(x => x.slot === slot) ?? l.features.find(x => x.serves === slot)
  const at: Record<string, Point> = {
    neck: [l.nutToHeelEnd / 2, 0],
    body: [l.nutToHeelEnd + 95, -100],
    bridge: [l.bridge.front + 20, 0],
    nut: [0, -l.halfNut],
    'locking-nut': [0, -l.halfNut],
    tuners: [-70, 0],
    strings: [l.nutToHeelEnd * 0.75, 0],
    'neck-screws': [l.nutToHeelEnd - 40, 20],
    guard: [l.nutToHeelEnd + 60, 60],
    tailpiece: [l.bridge.front + 70, 0],
  }
  return f?.centre ?? at[slot]
}

/** Slots of this instrument; candidates, comparison, complete sets, cost. */
export function Parts() {
  const build = useOpenBuild()
  const layout = useFact('layout'),
    joints = useFact('fit').now,
    sheet = useFact('costs')
  const slots = useMemo(() => slotsOf(build.instrument), [build.instrument])
  const { hand: slot, take } = useHand(slots)
  const loaded = useShelf(s => s.parts),
    kinds = useShelf(s => s.kinds),
    trouble = useShelf(s => s.trouble)
  const sold = useSupplier(s => s.parts)
  const [compared, setCompared] = useState<readonly string[]>([])
  useEffect(() => {
    void useShelf.getState().load()
  }, [])
  useEffect(() => {
    if (slot) void useShelf.getState().loadKinds([slot.kind])
  }, [slot])
  const candidates = useMemo(() => {
    void loaded
    return slot ? candidatesFor(build, slot, [...shelfParts([slot.kind]), ...sold], today()) : []
  }, [build, slot, loaded, sold])
  // What came late would push what is read already.
  const looking = slot && !kinds.has(slot.kind) && !trouble
  const filled = slots.filter(s => build.slots[s.id]).length
  const rows = slots.map(s => {
    const part = build.parts.find(p => p.id === build.slots[s.id])
    const worst = joints.find(j => j.slots.includes(s.id))
    return {
      id: s.id,
      label: `${s.label}: ${part?.name ?? 'empty'}`,
      content: (
        <>
          <span className="w-[8.5em] shrink-0 text-note text-muted">{s.label}</span>
          <span className="min-w-0 flex-1 text-plain leading-tight">
            {part?.name ?? <span className="text-muted">{s.optional ? 'none, not needed' : 'nothing chosen'}</span>}
          </span>
          {part && worst && <Hex state={worst.state} />}
        </>
      ),
    }
  })
  const pair = candidates.filter(c => compared.includes(c.part.id)).slice(0, 2)
  const compare = (id: string) =>
    setCompared(c => (c.includes(id) ? c.filter(x => x !== id) : [...c, id].slice(-2)))
  return (
    <StationFrame
      map={{
        title: 'Parts',
        summary: `${filled} of ${slots.length} slots filled`,
        hand: slot?.id,
        take,
        caption: slot?.label,
        reach: (slot && layout && partPlace(slot.kind, slot.id, layout)?.reach) ?? 70,
        marks: slots.flatMap((s, i) => {
          const at =
            (layout && s.id === slot?.id ? partPlace(s.kind, s.id, layout)?.at : undefined) ?? placeOf(s.id, layout)
          return at ? [{ id: s.id, at, label: String(i + 1), title: s.label }] : []
        }),
      }}
      ledger={
        <Ledger
          heading="Slots"
          aside={
            <span className="figure">
              {Math.round(sheet.byKind.part)} {build.preferences.currency}
            </span>
          }
          rows={rows}
          hand={slot?.id}
          take={take}
          empty=""
        />
      }
    >
      {trouble && (
        <p role="alert" className="mb-2 text-plain text-never">
          {trouble}
        </p>
      )}
      <Views
        label="Views of the parts"
        views={[
          {
            id: 'candidates',
            label: 'Candidates',
            content: looking ? (
              <p className="min-h-dvh text-body text-muted">Looking on the shelf.</p>
            ) : (
              slot && (
                <>
                  <Candidates
                    slot={slot}
                    candidates={candidates}
                    compared={pair.map(c => c.part.id)}
                    compare={compare}
                  />
                  <SupplierLine />
                </>
              )
            ),
          },
          {
            id: 'compare',
            label: pair.length ? `Compare (${pair.length})` : 'Compare',
            content: slot && <Compare slot={slot} pair={pair} />,
          },
          { id: 'sets', label: 'Complete sets', content: <Sets /> },
          { id: 'buy', label: 'To buy', content: <BuyList /> },
          { id: 'cost', label: 'Cost sheet', content: <CostView /> },
          { id: 'instrument', label: 'Instrument', content: <InstrumentForm /> },
        ]}
      />
    </StationFrame>
  )
}
