import { useState } from 'react'
import { parseMeter } from '../../../core/meter/meterText.ts'
import { NOTHING } from '../../../core/meter/meters.ts'
import {
  coilExpected,
  coilPairs,
  DRIFT_SAYS,
  driftOf,
  judgeCoil,
  withCoilReading,
  type CoilPair,
  type CoilJudged,
} from '../../../core/meter/pickupCard.ts'
import { CARD_PLACES, CoilReading, type CardPlace, type Part } from '../../../core/parts/part.ts'
import { formatResistance } from '../../../core/units/electrical.ts'
import { formatTemperature, parseTemperature } from '../../../core/units/temperature.ts'
import { fixed } from '../../../core/units/length.ts'
import { Heading } from '../../components/Heading.tsx'
import { withinOf } from '../../components/numberOf.ts'
import { Select } from '../../components/Select.tsx'
import { Table } from '../../components/Table.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { DeviceLine } from '../../devices/DeviceLine.tsx'
import { useDevice } from '../../devices/useDevice.ts'
import { dated } from '../../text/dates.ts'
import { now } from '../../stores/clock.ts'

const ohms = (x: number): string => (x >= NOTHING ? 'open' : formatResistance(x, 3))
/** What a winding's reading is called on a device's display. */
const fieldOf = (p: CoilPair): string => `card ${p.coil}`

/** A pickup by itself: each coil's reading against what it should be, what it means, and how it has changed over time. */
export function PickupCard({ part, owner, onPart }: { part: Part; owner: string; onPart: (p: Part) => void }) {
  const pairs = coilPairs(part),
    card = part.card ?? []
  const [celsius, setCelsius] = useState(20),
    [place, setPlace] = useState<CardPlace>('as it came'),
    [coil, setCoil] = useState(pairs[0]?.coil)
  const inHand = pairs.find(p => p.coil === coil)
  const enter = (p: CoilPair, text: string, by = 'meter', at = now()) => {
    const read = parseMeter(text)
    if (!read.ok) return
    onPart(
      withCoilReading(part, {
        at,
        coil: p.coil,
        place,
        ohms: Math.min(read.value, NOTHING),
        doubt: read.doubt ?? 0,
        celsius,
        with: by,
      }),
    )
    setCoil((pairs[pairs.indexOf(p) + 1] ?? p).coil)
  }
  useDevice('meter', inHand && { build: owner, of: fieldOf(inHand), label: `${part.name}: ${inHand.label}` }, r => {
    const p = pairs.find(x => fieldOf(x) === r.of)
    if (p) enter(p, r.text, r.device, r.at)
  })
  if (pairs.length === 0)
    return (
      <p className="text-plain text-muted">
        An active pickup keeps its coil to itself: no reading at its leads tells anything of it. Its supply and what
        it gives are proven at the Meter station.
      </p>
    )
  const drift = driftOf(card)
  return (
    <section aria-label="Coil by coil" className="flex flex-col gap-2">
      <Heading>Coil by coil</Heading>
      <div className="flex flex-wrap items-end gap-4">
        <ValueField
          label="How warm it is"
          text={formatTemperature(celsius, 'C')}
          narrow
          parse={parseTemperature}
          check={withinOf(CoilReading, 'celsius', v => formatTemperature(v, 'C', 0))}
          onValue={setCelsius}
        />
        <Select
          label="Where in the work"
          value={place}
          onChange={v => setPlace(v as CardPlace)}
          options={CARD_PLACES.map(p => ({ value: p, label: p }))}
        />
      </div>
      <p className="text-plain text-muted">
        Winding: {part.traits.winding ?? 'not said'}. Magnet, up: {part.traits.magnet ?? 'not said'}. Turns:{' '}
        {part.dims.turns ? <span className="figure">{part.dims.turns.value}</span> : 'not known'}.
      </p>
      <ul>
        {pairs.map(p => {
          const last = card.filter(r => r.coil === p.coil).at(-1),
            judged = last && judgeCoil(part, last),
            { from, to } = coilExpected(part, p.coil, celsius)
          return (
            <CoilRow
              key={p.coil}
              p={p}
              inHand={inHand}
              setCoil={setCoil}
              from={from}
              to={to}
              judged={judged}
              enter={enter}
            />
          )
        })}
      </ul>
      <DeviceLine sort="meter" />
      {drift.length > 0 && (
        <ul className="text-plain">
          {drift.map(d => (
            <li key={d.coil} className={d.verdict === 'steady' ? '' : 'font-semibold text-never'}>
              {pairs.find(p => p.coil === d.coil)?.label ?? d.coil}:{' '}
              <span className="figure">
                {d.share >= 0 ? '+' : '−'}
                {fixed(Math.abs(d.share) * 100, 1)} % ± {fixed(d.doubt * 100, 1)} %
              </span>{' '}
              from {dated(d.from)} to {dated(d.to)}. {DRIFT_SAYS[d.verdict]}
            </li>
          ))}
        </ul>
      )}
      {card.length > 0 && <CardTable card={card} pairs={pairs} />}
    </section>
  )
}

function CoilRow({
  p,
  inHand,
  setCoil,
  from,
  to,
  judged,
  enter,
}: {
  p: CoilPair
  inHand: CoilPair | undefined
  setCoil: (to: 'whole' | 'a' | 'b' | undefined) => void
  from: number
  to: number
  judged: CoilJudged | undefined
  enter: (p: CoilPair, text: string, by?: string, at?: string) => void
}) {
  return (
    <li
      className={`rule-row grid grid-cols-[1fr_auto] items-start gap-x-3 border-l-[5px] py-2 pl-2 ${p === inHand ? 'border-hand' : 'border-transparent'}`}
      onFocus={() => setCoil(p.coil)}
    >
      <span>
        <span className="block text-body font-medium">{p.label}</span>
        <span className="block text-note text-muted">{p.how}</span>
        <span className="block text-plain">
          should read{' '}
          <span className="figure">
            {ohms(Math.max(0, from))} to {ohms(to)}
          </span>
        </span>
        {judged && (
          <span
            className={`block text-body ${judged.causes[0]!.cause === 'fine' ? 'text-snug' : 'font-semibold text-never'}`}
          >
            <span className="figure">{ohms(judged.at20)}</span> at {formatTemperature(20, 'C')}:{' '}
            {judged.causes[0]!.says}
          </span>
        )}
        {judged && judged.causes.length > 1 && (
          <span className="block text-note text-muted">
            {judged.causes
              .map(
                c =>
                  `${fixed(c.chance * 100, c.chance < 0.1 ? 1 : 0)} % ${c.says.toLowerCase().replace(/\.$/, '')}`,
              )
              .join('; ')}
          </span>
        )}
      </span>
      <ValueField
        label={`Reading of ${p.label}`}
        hideLabel
        clears
        text=""
        placeholder="8.5k"
        parse={parseMeter}
        onValue={(_v, text) => enter(p, text)}
      />
    </li>
  )
}

function CardTable({ card, pairs }: { card: readonly CoilReading[]; pairs: readonly CoilPair[] }) {
  return (
    <Table
      caption="Every reading of it"
      heads={['When', 'Where', 'Winding', { label: 'Read', right: true }, { label: 'Warmth', right: true }, 'With']}
    >
      {[...card].reverse().map((r, i) => (
        <tr key={i} className="rule-row">
          <th scope="row" className="py-1 pr-3 text-left font-normal">
            {dated(r.at)}
          </th>
          <td className="pr-3">{r.place}</td>
          <td className="pr-3">{pairs.find(p => p.coil === r.coil)?.label ?? r.coil}</td>
          <td className="figure pr-3 text-right">{ohms(r.ohms)}</td>
          <td className="figure pr-3 text-right">{formatTemperature(r.celsius, 'C')}</td>
          <td>{r.with}</td>
        </tr>
      ))}
    </Table>
  )
}
