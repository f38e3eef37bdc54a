import { readWith } from '../../../core/tools/tools.ts'
import { clearanceFigure, stateWord } from '../../text/clearanceFigure.ts'
import { Title } from '../../components/Heading.tsx'
import { Table } from '../../components/Table.tsx'
import { useEffect, useMemo, useState, type Dispatch, type SetStateAction } from 'react'
import { Plus, X } from 'lucide-react'
import { refOf, splitRef } from '../../../core/document/quantityAt.ts'
import { slotsOf } from '../../../core/document/slots.ts'
import type { FitResult } from '../../../core/fit/applyFixes.ts'
import { supposedBuild, whatIf, type Supposed, type Shift } from '../../../core/fit/whatIf.ts'
import { dimensionAt, dimensionPaths, labelAt, specAt } from '../../../core/parts/dimensionAt.ts'
import { candidatesFor } from '../../../core/match/candidates.ts'
import { Button } from '../../components/Button.tsx'
import { Hex } from '../../components/Hex.tsx'
import { LengthField } from '../../components/LengthField.tsx'
import { Select } from '../../components/Select.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { today } from '../../stores/clock.ts'
import { shelfParts, useShelf } from '../../stores/shelfStore.ts'

/** Changes that are only thought of, and the joints that would move with them. The build stays as it is until it is told. */
export function WhatIf({ fit, open }: { fit: FitResult; open: (joint: string) => void }) {
  const build = useOpenBuild(),
    l = useLength()
  const [changes, setChanges] = useState<Supposed[]>([])
  const [slot, setSlot] = useState('')
  const [ref, setRef] = useState('')
  const slots = slotsOf(build.instrument)
  const kind = slots.find(s => s.id === slot)?.kind
  const loaded = useShelf(s => s.parts)
  useEffect(() => {
    if (kind) void useShelf.getState().loadKinds([kind])
  }, [kind])
  const others = useMemo(() => {
    void loaded
    const s = slotsOf(build.instrument).find(x => x.id === slot)
    return s ? candidatesFor(build, s, shelfParts([s.kind]), today()).filter(c => !c.chosen) : []
  }, [build, slot, loaded])
  const shifts = useMemo(() => (changes.length ? whatIf(build, changes, fit.now) : []), [build, changes, fit])
  const inSlots = build.parts.filter(p => Object.values(build.slots).includes(p.id))
  const dims = inSlots.flatMap(p =>
    dimensionPaths(p)
      .filter(path => specAt(p, path)?.quantity === 'length')
      .map(path => ({ value: refOf(p, path), label: `${p.name}: ${labelAt(p, path)}` })),
  )
  const at = (r: string) => {
    const { partId, path } = splitRef(r),
      p = build.parts.find(x => x.id === partId)
    return p ? { part: p, path, d: dimensionAt(p, path), spec: specAt(p, path) } : undefined
  }
  const picked = ref ? at(ref) : undefined
  const say = (c: Supposed): string =>
    'slot' in c
      ? `${slots.find(s => s.id === c.slot)?.label}: ${c.part.name}`
      : `${at(c.ref)?.part.name}, ${at(c.ref) ? labelAt(at(c.ref)!.part, at(c.ref)!.path) : c.ref}: ${l.fineText(c.value)}`
  const add = (c: Supposed) =>
    setChanges(cs => [
      ...cs.filter(x =>
        'slot' in x && 'slot' in c ? x.slot !== c.slot : 'ref' in x && 'ref' in c ? x.ref !== c.ref : true,
      ),
      c,
    ])
  return (
    <article className="flex max-w-[50rem] flex-col gap-4">
      <header>
        <Title>What if</Title>
        <p className="text-plain text-muted">Nothing is changed until you say so.</p>
      </header>
      <div className="grid gap-3 min-[62.5em]:grid-cols-2">
        <fieldset className="flex min-w-0 flex-col gap-2">
          <legend className="text-body font-semibold">Another part</legend>
          <Select
            label="Slot"
            value={slot}
            onChange={setSlot}
            options={[{ value: '', label: 'choose a slot' }, ...slots.map(s => ({ value: s.id, label: s.label }))]}
          />
          {slot &&
            (others.length ? (
              <ul
                className="max-h-48 overflow-y-auto border-y border-line"
                tabIndex={0}
                aria-label="Other parts for this slot"
              >
                {others.slice(0, 60).map(c => (
                  <li key={c.part.id} className="rule-row">
                    <button
                      type="button"
                      onClick={() => add({ slot, part: c.part })}
                      className="flex min-h-10 w-full items-center gap-2 px-1 text-left text-plain hover:bg-shade"
                    >
                      <Plus size={16} aria-hidden="true" />
                      <span className="flex-1">{c.part.name}</span>
                      {c.worst && <Hex state={c.worst.state} />}
                    </button>
                  </li>
                ))}
              </ul>
            ) : (
              <p className="text-plain">Nothing else on the shelf suits this slot.</p>
            ))}
        </fieldset>
        <fieldset className="flex min-w-0 flex-col gap-2">
          <legend className="text-body font-semibold">Another size</legend>
          <Select
            label="Dimension"
            value={ref}
            onChange={setRef}
            options={[{ value: '', label: 'choose a dimension' }, ...dims]}
          />
          {picked?.d && picked.spec && (
            <LengthField
              key={ref}
              label={`Instead of ${l.fineText(picked.d.value)}`}
              clears
              mm={undefined}
              min={picked.spec.min}
              max={picked.spec.max}
              onMm={v => add({ ref, value: v, doubt: readWith('calliper', 'length').doubt })}
            />
          )}
        </fieldset>
      </div>
      {changes.length > 0 && (
        <Shifts changes={changes} say={say} setChanges={setChanges} shifts={shifts} open={open} />
      )}
    </article>
  )
}

function Shifts({
  changes,
  say,
  setChanges,
  shifts,
  open,
}: {
  changes: Supposed[]
  say: (c: Supposed) => string
  setChanges: Dispatch<SetStateAction<Supposed[]>>
  shifts: Shift[]
  open: (joint: string) => void
}) {
  const l = useLength()
  return (
    <section aria-label="Supposed">
      <ul className="flex flex-col gap-1">
        {changes.map((c, i) => (
          <li key={say(c)} className="flex items-center gap-2 border-l-4 border-hand pl-3 text-body">
            <span className="flex-1">{say(c)}</span>
            <button
              type="button"
              aria-label={`Drop: ${say(c)}`}
              onClick={() => setChanges(cs => cs.filter((_, k) => k !== i))}
              className="grid size-10 place-items-center hover:bg-shade"
            >
              <X size={18} aria-hidden="true" />
            </button>
          </li>
        ))}
      </ul>
      <Table
        caption={
          shifts.length === 0
            ? 'No joint would change'
            : `${shifts.length} joint${shifts.length > 1 ? 's' : ''} would change`
        }
      >
        {shifts.map(s => (
          <tr key={s.id} className="rule-row">
            <th scope="row" className="py-1.5 pr-2 text-left font-normal">
              <button
                type="button"
                onClick={() => open(s.id)}
                className="text-left underline decoration-line underline-offset-4"
              >
                {s.title}
              </button>
            </th>
            {[s.before, s.after].map((j, k) => (
              <td key={k} className="whitespace-nowrap py-1.5 pr-3">
                {j ? (
                  <span className="inline-flex items-center gap-1.5">
                    <Hex state={j.state} size={16} />
                    <span className="figure">{clearanceFigure(j, l).figure}</span>
                    <span className="text-note text-muted">{stateWord(j)}</span>
                  </span>
                ) : (
                  <span className="text-muted">{k ? 'gone' : 'new'}</span>
                )}
                {k === 0 && (
                  <span aria-hidden="true" className="ml-3">
                    →
                  </span>
                )}
              </td>
            ))}
          </tr>
        ))}
      </Table>
      <div className="mt-3 flex gap-2">
        <Button
          kind="main"
          onClick={() => {
            editBuild(b => supposedBuild(b, changes))
            setChanges([])
          }}
        >
          Make it so
        </Button>
        <Button onClick={() => setChanges([])}>Forget it</Button>
      </div>
    </section>
  )
}
