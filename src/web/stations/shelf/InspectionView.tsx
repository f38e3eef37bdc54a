import type { DimensionSpec } from '../../../core/parts/dimensionSpec.ts'
import { Says } from '../../components/Says.tsx'
import { Heading } from '../../components/Heading.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { useCallback, useMemo, useRef } from 'react'
import type { Part } from '../../../core/parts/part.ts'
import { coilPairs } from '../../../core/meter/pickupCard.ts'
import { inspection, type InspectionItem } from '../../../core/shelf/inspection.ts'
import { outOfRange, readValue } from '../../../core/shelf/readValue.ts'
import { specAt } from '../../../core/parts/dimensionAt.ts'
import { refOf } from '../../../core/document/quantityAt.ts'
import { Figure } from '../../components/Figure.tsx'
import { FarReading } from '../../components/FarReading.tsx'
import { LengthField } from '../../components/LengthField.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { PickupCard } from './PickupCard.tsx'
import { quantityText } from '../../text/quantityText.ts'
import { useKeeper } from './useKeeper.ts'

/** A pickup's winding is read coil by coil on its card, unless it keeps its coil to itself. */
const WINDING_PATH = 'dims.dcResistance'

/** What to look at and measure when a part comes in, in order; and where its listing was wrong. */
export function InspectionView({ part, inBuild }: { part: Part; inBuild: boolean }) {
  const l = useLength(),
    { enter, replace } = useKeeper(part, inBuild),
    fit = useFact('fit')
  const weight = useCallback(
    (path: string) =>
      fit.now.reduce((s, j) => s + Number(j.state === "can't tell" && j.clearance.terms.has(refOf(part, path))), 0),
    [part, fit],
  )
  const seen = useMemo(() => inspection(part, weight), [part, weight])
  const show = (path: string, v: number) => {
    const spec = specAt(part, path)!
    return spec.quantity === 'length' ? l.fineText(v) : quantityText(spec, v)
  }
  // What settles a joint stays in its place while it is read.
  const matters = useRef(new Set<string>())
  for (const x of seen.items) if (weight(x.path) > 0) matters.current.add(x.path)
  const settling = seen.items.filter(x => matters.current.has(x.path)),
    rest = seen.items.filter(
      x =>
        !matters.current.has(x.path) &&
        !(x.path === WINDING_PATH && part.kind === 'pickup' && coilPairs(part).length > 0),
    )
  const row = (i: InspectionItem, n: number) => {
    const spec = specAt(part, i.path)!
    return <ItemRow key={i.path} i={i} n={n} show={show} part={part} replace={replace} enter={enter} spec={spec} />
  }
  return (
    <div className="flex flex-col gap-3">
      <header className="flex flex-wrap items-end justify-between gap-4">
        <p className="text-body">
          {seen.left === 0
            ? 'All of it is measured.'
            : 'Look first, then measure in this order: one tool at a time, what decides most first.'}
        </p>
        <span className="flex gap-6">
          <Figure size="large" value={String(seen.left)} unit="to measure" />
          <Figure size="large" value={String(seen.wrong.length)} unit="listing wrong" />
        </span>
      </header>
      <section aria-label="Look at">
        <Heading>Look at</Heading>
        <ul className="list-disc pl-5 text-plain">
          {seen.look.map(x => (
            <li key={x} className="py-0.5">
              {x}.
            </li>
          ))}
        </ul>
      </section>
      {part.kind === 'pickup' && <PickupCard part={part} owner={inBuild ? 'build' : 'shelf'} onPart={replace} />}
      {seen.wrong.length > 0 && (
        <ul className="border-l-4 border-never pl-3 text-plain">
          {seen.wrong.map(w => (
            <li key={w.path}>
              <span className="first-letter:uppercase">{w.label}</span>: claimed {show(w.path, w.expected)}, read{' '}
              {show(w.path, w.read!)}: {w.off! > 0 ? '+' : '−'}
              {show(w.path, Math.abs(w.off!))} off, beyond the claim’s ±{show(w.path, w.doubt)}.
            </li>
          ))}
        </ul>
      )}
      {settling.length > 0 && (
        <section aria-label="Readings that settle joints">
          <Heading>
            <span className="figure">{settling.length}</span> of <span className="figure">{seen.items.length}</span>{' '}
            settle joints here
          </Heading>
          <ol>{settling.map(row)}</ol>
        </section>
      )}
      <details open={settling.length === 0} className="border-t-2 border-ink">
        <summary className="min-h-10 cursor-pointer py-2 text-body">
          {settling.length ? 'The rest' : 'All dimensions'}: <span className="figure">{rest.length}</span>
        </summary>
        <ol>{rest.map((x, n) => row(x, settling.length + n))}</ol>
      </details>
    </div>
  )
}

function ItemRow({
  i,
  n,
  show,
  part,
  replace,
  enter,
  spec,
}: {
  i: InspectionItem
  n: number
  show: (path: string, v: number) => string
  part: Part
  replace: (next: Part) => void
  enter: (path: string, value: number, as: 'measured' | 'claimed', tool?: string) => void
  spec: DimensionSpec
}) {
  return (
    <li className="rule-row grid grid-cols-[2rem_1fr_auto] items-start gap-x-3 py-2">
      <span className="figure text-muted">{n + 1}</span>
      <span>
        <span className="block text-body first-letter:uppercase">{i.label}</span>
        <span className="block text-note text-muted">
          <Says of={i.how} />
        </span>
        <span className="block text-note">
          {i.verdict === 'to measure' ? (
            <>
              expected <span className="figure">{show(i.path, i.expected)}</span>
            </>
          ) : (
            <>
              read <span className="figure">{show(i.path, i.read!)}</span>, {i.verdict}
            </>
          )}
        </span>
        <FarReading part={part} path={i.path} onPart={replace} />
      </span>
      {i.quantity === 'length' ? (
        <LengthField
          label={`Reading of ${i.label}`}
          hideLabel
          clears
          mm={undefined}
          min={i.min}
          max={i.max}
          onMm={v => enter(i.path, v, 'measured', 'calliper')}
        />
      ) : (
        <ValueField
          label={`Reading of ${i.label}`}
          hideLabel
          clears
          text=""
          placeholder="measured…"
          parse={t => readValue(spec, t)}
          check={v => outOfRange(spec, v)}
          onValue={v => enter(i.path, v, 'measured', 'meter')}
        />
      )}
    </li>
  )
}
