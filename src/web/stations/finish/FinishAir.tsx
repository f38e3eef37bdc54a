import { inMm } from '../../../core/say/spoken.ts'
import { Says } from '../../components/Says.tsx'
import { counted } from '../../../core/text/text.ts'
import { format, isSameDay, parseISO } from 'date-fns'
import { readingRef, readingText, type AirWhat } from '../../../core/document/readingRef.ts'
import { SPANS } from '../../../core/document/spans.ts'
import { formatTemperature, parseTemperature } from '../../../core/units/temperature.ts'
import { Figure } from '../../components/Figure.tsx'
import { Title } from '../../components/Heading.tsx'
import { Table } from '../../components/Table.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { DeviceLine } from '../../devices/DeviceLine.tsx'
import { useDevice } from '../../devices/useDevice.ts'
import { useFact } from '../../hooks/useFact.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { parseAir } from '../../../core/finish/airText.ts'
import { moment } from '../../text/dates.ts'
import { AirChart } from './AirChart.tsx'
import { readFinish } from './finishEdit.ts'
import { within } from '../../components/within.ts'

const inSpan =
  ({ min, max }: { min: number; max: number }) =>
  (v: number) =>
    v < min || v > max ? `${v} °C is outside ${min} to ${max} °C` : undefined

/** The end of a stretch of hours: its time, with the day when that is another. */
const endOf = ({ from, to }: { from: string; to: string }): string =>
  isSameDay(parseISO(from), parseISO(to)) ? format(parseISO(to), 'HH:mm') : moment(to)

/** The air that coats are put on in: read, logged, and when the hours to come are fit for what is next. */
export function FinishAir() {
  const build = useOpenBuild(),
    { air, check } = useFact('finish'),
    ahead = useFact('air')
  useDevice(
    'hygrometer',
    { build: build.id, of: readingText({ kind: 'air', what: 'room' }), label: 'Air at the bench' },
    r => {
      const p = parseAir(r.text)
      if (!p.ok) return
      readFinish({ kind: 'air', what: 'room' }, p.celsius, r.device, r.at)
      readFinish({ kind: 'air', what: 'humidity' }, p.humidity, r.device, r.at)
    },
  )
  const degrees = (label: string, what: AirWhat) => (
    <ValueField
      label={label}
      text={formatTemperature(air[what]).replace('\u202f', ' ')}
      parse={parseTemperature}
      check={inSpan(SPANS.celsius)}
      onValue={v => readFinish({ kind: 'air', what }, v)}
    />
  )
  const log = build.readings
    .flatMap(r => {
      const ref = readingRef(r.of)
      return ref?.kind === 'air' ? [{ ...r, what: ref.what }] : []
    })
    .sort((a, b) => (a.at < b.at ? 1 : -1))
    .slice(0, 12)
  const next = ahead.fit[0]
  return (
    <article className="flex max-w-[53.75rem] flex-col gap-4">
      <Title>Air</Title>
      <div className="flex flex-wrap gap-x-10 gap-y-3">
        <div>
          <p className="text-note text-muted">surface above the dew point</p>
          <Figure value={check.margin.toFixed(1)} unit="°C" />
          <p className={`text-lead ${check.ok ? 'text-snug' : 'font-semibold text-never'}`}>
            {check.ok ? 'fine to coat' : 'do not coat'}; dew point {formatTemperature(check.dewPoint)}
          </p>
        </div>
        <div>
          <p className="text-note text-muted">it dries</p>
          <Figure value={ahead.slower.toFixed(1)} unit="× the tin’s time" />
          <p className="text-plain text-muted">
            at {formatTemperature(air.surface)} and {Math.round(air.humidity)} %
          </p>
        </div>
        <div className="min-w-[min(13rem,100%)]">
          <p className="text-note text-muted">next fit hours{ahead.material ? ` for ${ahead.material}` : ''}</p>
          <p className="text-title font-semibold">
            {next ? `${moment(next.from)} – ${endOf(next)}` : 'none in two days'}
          </p>
          <p className="text-plain text-muted">
            {ahead.curve.readings
              ? `from ${counted(ahead.curve.readings, 'reading')} of the last week`
              : 'nothing read in the last week: what is usual at this bench'}
          </p>
        </div>
      </div>
      {(check.findings.length > 0 || ahead.warmCan) && (
        <ul className="border-l-4 border-tight pl-3 text-plain">
          {check.findings.map(x => (
            <li key={inMm(x)}>
              <Says of={x} />
            </li>
          ))}
          {ahead.warmCan && <li>A can this cold sprays coarse drops: warm it in hand-warm water, never hotter.</li>}
        </ul>
      )}
      <div className="flex flex-wrap gap-3">
        {degrees('Air', 'room')}
        {degrees('Surface', 'surface')}
        <ValueField
          label="Humidity"
          text={`${Math.round(air.humidity)} %`}
          parse={within(SPANS.humidity, 'relative humidity', '%')}
          onValue={v => readFinish({ kind: 'air', what: 'humidity' }, v)}
        />
      </div>
      <DeviceLine sort="hygrometer" />
      <AirChart ahead={ahead} />
      {log.length > 0 && (
        <Table fit caption="Read last">
          {log.map(r => (
            <tr key={r.id} className="rule-row">
              <th scope="row" className="py-1 pr-6 text-left font-normal">
                {moment(r.at)}
              </th>
              <td className="py-1 pr-6">{r.what === 'room' ? 'air' : r.what}</td>
              <td className="figure py-1 pr-6 text-right">
                {r.what === 'humidity' ? `${r.value} %` : `${r.value} °C`}
              </td>
              <td className="py-1 text-note text-muted">{r.with}</td>
            </tr>
          ))}
        </Table>
      )}
    </article>
  )
}
