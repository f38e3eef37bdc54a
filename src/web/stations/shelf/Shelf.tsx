import { useState } from 'react'
import { layOut } from '../../../core/layout/layOut.ts'
import { setDimension, takeReading } from '../../../core/build/edits.ts'
import { refOf } from '../../../core/build/quantityAt.ts'
import { dimensionAt, dimensionPaths, labelAt, specAt } from '../../../core/parts/dimensionAt.ts'
import type { Part } from '../../../core/parts/part.ts'
import { PART_KINDS } from '../../../core/parts/partKinds.ts'
import type { QuantityKind } from '../../../core/parts/dimensionSpec.ts'
import { formatAngle, parseAngle } from '../../../core/units/angle.ts'
import { formatCapacitance, formatInductance, formatResistance, parseCapacitance, parseInductance, parseResistance } from '../../../core/units/electrical.ts'
import { parseDecimal, parsed, refused, type Parsed } from '../../../core/units/parsed.ts'
import { StationFrame } from '../../app/StationFrame.tsx'
import { Ledger } from '../../components/Ledger.tsx'
import { LengthField } from '../../components/LengthField.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { useEngine } from '../../hooks/useEngine.ts'
import { useHand } from '../../hooks/useHand.ts'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { now } from '../../stores/clock.ts'

const plain = (t: string): Parsed => { const n = parseDecimal(t); return n === undefined ? refused(`“${t}” is not a number`, '6, 0.5, 0,5') : parsed(n) }
const PARSE: Record<Exclude<QuantityKind, 'length'>, (t: string) => Parsed> = { angle: parseAngle, resistance: parseResistance, inductance: parseInductance, capacitance: parseCapacitance, mass: t => plain(t.replace(/\s*g$/i, '')), count: plain, ratio: plain }
const SHOW: Record<Exclude<QuantityKind, 'length'>, (v: number) => string> = { angle: v => formatAngle(v), resistance: formatResistance, inductance: formatInductance, capacitance: formatCapacitance, mass: v => `${v} g`, count: String, ratio: String }

const measuredShare = (p: Part): string => {
  const dims = dimensionPaths(p).map(path => dimensionAt(p, path)!)
  const n = dims.filter(d => d.basis === 'measured').length
  return n === 0 ? 'nothing measured' : n === dims.length ? 'all measured' : `${n} of ${dims.length} measured`
}

/** The build's parts, what is claimed of them, and the readings that turn claims into facts. */
export function Shelf() {
  const build = useOpenBuild()
  const layout = useEngine(layOut)
  const { hand: part, take } = useHand(build.parts)
  const inSlot = new Set(Object.values(build.slots))
  const rows = build.parts.map(p => ({ id: p.id, label: p.name, content: <><span className="min-w-0 flex-1"><span className="block text-[16px] font-medium leading-tight">{p.name}</span><span className="text-[15px] text-muted">{PART_KINDS[p.kind].label}{inSlot.has(p.id) ? '' : ', not in this instrument'} · {p.stock?.place ?? p.stock?.state ?? 'place unknown'}</span></span><span className="shrink-0 text-[15px] text-muted">{measuredShare(p)}</span></> }))
  return (
    <StationFrame
      map={{ title: 'Shelf', summary: `${build.parts.length} parts of this build`, hand: part?.id, take, caption: part?.name, reach: 80, marks: layout ? build.parts.flatMap(p => {
        const slot = Object.entries(build.slots).find(([, id]) => id === p.id)?.[0]
        const f = slot && layout.features.find(x => x.serves === slot)
        const at = p.kind === 'body' ? [layout.nutToHeelEnd + 95, -100] as const : p.kind === 'neck' ? [layout.nutToHeelEnd / 2, 0] as const : p.kind === 'bridge' ? [layout.bridge.front + 20, 0] as const : p.kind === 'nut' ? [0, -layout.halfNut] as const : f ? f.centre : undefined
        return at && p.id === part?.id ? [{ id: p.id, at, label: '', title: p.name }] : []
      }) : [] }}
      ledger={<Ledger heading="Parts at hand" aside="claims against readings" rows={rows} hand={part?.id} take={take} empty="No parts yet. Bring in a build file from the workshop’s page." />}
    >
      {part && <PartSheet key={part.id} part={part} />}
    </StationFrame>
  )
}

/** One part: every dimension with its doubt and basis; a value typed here is a reading. */
function PartSheet({ part }: { part: Part }) {
  const l = useLength()
  const [as, setAs] = useState<'measured' | 'claimed'>('measured')
  const save = (path: string, value: number, tool: string) => editBuild(b => as === 'measured'
    ? takeReading(b, { of: `part/${refOf(part, path)}`, value, doubt: specAt(part, path)?.quantity === 'length' ? 0.05 : Math.abs(value) * 0.01, at: now(), with: tool })
    : setDimension(b, refOf(part, path), { value, doubt: specAt(part, path)?.quantity === 'length' ? Math.max(0.3, Math.abs(value) * 0.005) : Math.abs(value) * 0.1, basis: 'claimed' }))
  return (
    <article className="flex max-w-[780px] flex-col gap-3">
      <header><h2 className="text-[24px] font-semibold">{part.name}</h2><p className="text-[16px] text-muted">{PART_KINDS[part.kind].label}. {Object.entries(part.traits).map(([k, v]) => `${k}: ${v}`).join(', ')}{part.note ? ` ${part.note}` : ''}</p></header>
      <fieldset className="flex items-center gap-4 text-[16px]"><legend className="sr-only">What is typed here is</legend>
        {(['measured', 'claimed'] as const).map(k => <label key={k} className="flex min-h-10 items-center gap-2"><input type="radio" name="as" checked={as === k} onChange={() => setAs(k)} className="size-5 accent-[var(--hand)]" />{k === 'measured' ? 'What I type is measured' : 'What I type is a listing’s claim'}</label>)}
      </fieldset>
      <table className="w-full text-[16px]">
        <thead><tr className="border-b-2 border-ink text-left text-[15px] text-muted"><th className="py-1 font-normal">Dimension</th><th className="font-normal">Value</th><th className="font-normal">Doubt</th><th className="font-normal">Basis</th></tr></thead>
        <tbody>
          {dimensionPaths(part).map(path => {
            const d = dimensionAt(part, path)!, spec = specAt(part, path)!
            const q = spec.quantity
            return (
              <tr key={path} className="rule-row align-top">
                <th scope="row" className="py-1.5 pr-3 text-left font-normal"><span className="block first-letter:uppercase">{labelAt(part, path)}</span><span className="block text-[15px] leading-tight text-muted">{spec.how}</span></th>
                <td className="py-1.5 pr-3">{q === 'length'
                  ? <LengthField label={labelAt(part, path)} hideLabel mm={d.value} min={spec.min} max={spec.max} onMm={v => save(path, v, 'calliper')} />
                  : <ValueField label={labelAt(part, path)} hideLabel text={SHOW[q](d.value).replace('\u202f', ' ')} parse={PARSE[q]} check={v => (v < spec.min || v > spec.max ? `is outside ${SHOW[q](spec.min)} to ${SHOW[q](spec.max)}` : q === 'count' && !Number.isInteger(v) ? 'must be a whole number' : undefined)} onValue={v => save(path, v, 'meter')} />}</td>
                <td className="figure py-3 pr-3 text-muted">±{q === 'length' ? l.fineFigure(d.doubt).figure : SHOW[q](d.doubt)}</td>
                <td className="py-3 text-[15px]">{d.basis}{d.with ? `, ${d.with}` : ''}{d.on ? `, ${d.on}` : ''}</td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </article>
  )
}
