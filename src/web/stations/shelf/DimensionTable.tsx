import type { PlannedDimension } from '../../../core/units/quantity.ts'
import { Says } from '../../components/Says.tsx'
import { dated } from '../../text/dates.ts'
import { Table } from '../../components/Table.tsx'
import { Dimension } from '../../../core/units/dimension.ts'
import { ends } from '../../components/numberOf.ts'
import { useState } from 'react'
import { dimensionAt, dimensionPaths, labelAt, specAt, withDimension } from '../../../core/parts/dimensionAt.ts'
import { addDimension } from '../../../core/parts/typicalPart.ts'
import type { DimensionSpec } from '../../../core/parts/dimensionSpec.ts'
import type { Part } from '../../../core/parts/part.ts'
import { PART_KINDS, type PartKindSpec } from '../../../core/parts/partKinds.ts'
import { outOfRange, readValue } from '../../../core/shelf/readValue.ts'
import { LengthField } from '../../components/LengthField.tsx'
import { Select } from '../../components/Select.tsx'
import { FarReading } from '../../components/FarReading.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { DeviceLine } from '../../devices/DeviceLine.tsx'
import type { DeviceReading } from '../../devices/deviceStore.ts'
import { useDevice } from '../../devices/useDevice.ts'
import { readingOf, refOf } from '../../../core/document/quantityAt.ts'
import { parseLength } from '../../../core/units/length.ts'
import { parseMass } from '../../../core/units/mass.ts'
import type { Parsed } from '../../../core/units/parsed.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { useLength } from '../../hooks/useLength.ts'
import { PartDrawing } from './PartDrawing.tsx'
import { Places } from './Places.tsx'
import { quantityText } from '../../text/quantityText.ts'
import { useKeeper } from './useKeeper.ts'

/** Every dimension of a part with its doubt and basis beside a drawing that marks the one in hand. */
export function DimensionTable({ part, inBuild }: { part: Part; inBuild: boolean }) {
  const l = useLength(),
    build = useOpenBuild(),
    { enter, replace } = useKeeper(part, inBuild)
  const [as, setAs] = useState<'measured' | 'claimed'>('measured')
  const [inHand, setInHand] = useState<string>(),
    [typing, setTyping] = useState<{ path: string; value: number }>()
  const hand = inHand === undefined ? undefined : specAt(part, inHand),
    wanted = (quantity: 'length' | 'mass') =>
      hand?.quantity === quantity && inHand !== undefined
        ? { build: build.id, of: readingOf(refOf(part, inHand)), label: `${part.name}: ${labelAt(part, inHand)}` }
        : undefined
  /** A device's reading lands in the row in hand, as measured, with its name. */
  const land = (r: DeviceReading, value: Parsed) => {
    if (value.ok && hand && inHand !== undefined && !outOfRange(hand, value.value))
      enter(inHand, value.value, 'measured', r.device)
  }
  useDevice('calliper', wanted('length'), r => land(r, parseLength(r.text)))
  useDevice('scale', wanted('mass'), r => land(r, parseMass(r.text)))
  const draft = typing
    ? withDimension(part, typing.path, { ...dimensionAt(part, typing.path)!, value: typing.value })
    : part
  const typed = (path: string) => (value: number | undefined) =>
    setTyping(value === undefined ? undefined : { path, value })
  const missing = Object.entries(PART_KINDS[part.kind].dims as Record<string, DimensionSpec>).filter(
    ([k]) => !part.dims[k],
  )
  const traits = Object.entries((PART_KINDS[part.kind] as PartKindSpec).traits)
  return (
    <div className="flex flex-col gap-3">
      <div className="sticky -top-4 z-10 -mx-6 border-b border-line bg-paper px-6 py-2 max-[43.75em]:-mx-4 max-[43.75em]:px-4">
        <PartDrawing part={draft} inHand={inHand} take={setInHand} text={mm => l.fineText(mm)} />
      </div>
      {traits.length > 0 && (
        <div className="flex flex-wrap gap-3">
          {traits.map(([k, t]) => (
            <Select
              key={k}
              label={t.label}
              value={part.traits[k] ?? ''}
              onChange={v =>
                replace({
                  ...part,
                  traits: v
                    ? { ...part.traits, [k]: v }
                    : Object.fromEntries(Object.entries(part.traits).filter(([x]) => x !== k)),
                })
              }
              options={[
                ...(t.optional ? [{ value: '', label: 'not said' }] : []),
                ...t.values.map(v => ({ value: v, label: v })),
              ]}
            />
          ))}
        </div>
      )}
      <fieldset className="flex flex-wrap items-center gap-4 text-plain">
        <legend className="sr-only">What is typed here is</legend>
        {(['measured', 'claimed'] as const).map(k => (
          <label key={k} className="flex min-h-10 items-center gap-2">
            <input
              type="radio"
              name="as"
              checked={as === k}
              onChange={() => setAs(k)}
              className="size-5 accent-[var(--hand)]"
            />
            {k === 'measured' ? 'What I type is measured' : 'What I type is a listing’s claim'}
          </label>
        ))}
      </fieldset>
      <div className="flex flex-wrap gap-x-8">
        <DeviceLine sort="calliper" />
        <DeviceLine sort="scale" />
      </div>
      <Table hideCaption caption="Dimensions" heads={['Dimension', 'Value', 'Doubt', 'Basis']}>
        {dimensionPaths(part).map(path => {
          const d = dimensionAt(part, path)!,
            spec = specAt(part, path)
          if (!spec) return null
          const label = labelAt(part, path)
          return (
            <DimensionRow
              key={path}
              path={path}
              inHand={inHand}
              setInHand={setInHand}
              label={label}
              spec={spec}
              part={part}
              replace={replace}
              d={d}
              typed={typed}
              enter={enter}
              as={as}
            />
          )
        })}
      </Table>
      <Places part={part} replace={replace} take={setInHand} />
      {missing.length > 0 && (
        <Select
          label="Also known of it"
          value=""
          onChange={k => {
            if (k) {
              replace(addDimension(part, k))
              setInHand(`dims.${k}`)
            }
          }}
          options={[
            { value: '', label: 'add a dimension' },
            ...missing.map(([k, s]) => ({ value: k, label: s.label })),
          ]}
        />
      )}
    </div>
  )
}

function DimensionRow({
  path,
  inHand,
  setInHand,
  label,
  spec,
  part,
  replace,
  d,
  typed,
  enter,
  as,
}: {
  path: string
  inHand: string | undefined
  setInHand: (to: string | undefined) => void
  label: string
  spec: DimensionSpec
  part: Part
  replace: (next: Part) => void
  d: PlannedDimension
  typed: (path: string) => (value: number | undefined) => void
  enter: (path: string, value: number, as: 'measured' | 'claimed', tool?: string) => void
  as: 'claimed' | 'measured'
}) {
  return (
    <tr
      className={`rule-row align-top ${path === inHand ? 'bg-shade' : ''}`}
      onFocus={() => setInHand(path)}
      onMouseEnter={() => setInHand(path)}
    >
      <th scope="row" className="py-1.5 pr-3 text-left font-normal">
        <span className="block first-letter:uppercase">{label}</span>
        <span className="block text-note leading-tight text-muted">
          <Says of={spec.how} />
        </span>
        <FarReading part={part} path={path} onPart={replace} />
      </th>
      <td className="py-1.5 pr-3">
        {spec.quantity === 'length' ? (
          <LengthField
            label={label}
            hideLabel
            mm={d.value}
            min={spec.min}
            max={spec.max}
            onTyping={typed(path)}
            onMm={v => enter(path, v, as)}
          />
        ) : (
          <ValueField
            label={label}
            hideLabel
            text={quantityText(spec, d.value).replace('\u202f', ' ')}
            parse={t => readValue(spec, t)}
            check={v => outOfRange(spec, v)}
            onTyping={typed(path)}
            onValue={v => enter(path, v, as)}
          />
        )}
      </td>
      <td className="whitespace-nowrap py-1.5 pr-3">
        <span aria-hidden="true" className="figure text-muted">
          ±
        </span>
        {spec.quantity === 'length' ? (
          <LengthField
            label={`Doubt of ${label}`}
            hideLabel
            narrow
            mm={d.doubt}
            {...ends(Dimension, 'doubt')}
            onMm={v => replace(withDimension(part, path, { ...d, doubt: v }))}
          />
        ) : (
          <ValueField
            label={`Doubt of ${label}`}
            hideLabel
            narrow
            text={quantityText(spec, d.doubt).replace('\u202f', ' ')}
            parse={t => readValue(spec, t)}
            check={v => (v < 0 ? 'must be 0 or more' : undefined)}
            onValue={v => replace(withDimension(part, path, { ...d, doubt: v }))}
          />
        )}
      </td>
      <td className="py-3 text-note">
        {d.basis}
        {d.with ? `, ${d.with}` : ''}
        {d.on ? `, ${dated(d.on)}` : ''}
      </td>
    </tr>
  )
}
