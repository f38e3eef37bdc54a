import { Title } from '../../components/Heading.tsx'
import { Table } from '../../components/Table.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { numberOf, withinOf } from '../../components/numberOf.ts'
import { FinishChoice } from '../../../core/build/build.ts'
import { parseTemperature, formatTemperature } from '../../../core/units/temperature.ts'
import { fixed } from '../../../core/units/length.ts'
import { StationFrame } from '../../app/StationFrame.tsx'
import { CautionNotes } from '../../components/CautionNote.tsx'
import { Figure } from '../../components/Figure.tsx'
import { Ledger } from '../../components/Ledger.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { useHand } from '../../hooks/useHand.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { day } from '../plan/dates.ts'

const set = (patch: Partial<FinishChoice>) => editBuild(b => ({ ...b, finish: { ...b.finish, ...patch } }))
const celsius = (v: number) => `${fixed(v, 0)} °C`

/** Coats with dates, materials for this body, and whether the air lets a coat be put on. */
export function Finish() {
  const build = useOpenBuild()
  const work = useFact('finish')
  const plan = useFact('plan')
  const layout = useFact('layout')
  const { hand, take } = useHand(work.steps)
  const planned = (id: string) => plan.steps.find(s => s.id === id)
  const end = work.steps
    .map(s => planned(s.id)?.readyAt)
    .filter(Boolean)
    .at(-1)
  const rows = work.steps.map((s, i) => ({
    id: s.id,
    label: s.title,
    content: (
      <>
        <span className="figure w-6 shrink-0 text-center text-note font-semibold">{i + 1}</span>
        <span className="min-w-0 flex-1">
          <span className="block text-plain font-medium leading-tight">{s.title}</span>
          <span className="text-note text-muted">
            {planned(s.id)?.status === 'done'
              ? 'done'
              : planned(s.id)?.start
                ? day(planned(s.id)!.start!)
                : 'no date'}
          </span>
        </span>
        <span className="figure shrink-0 text-right text-note leading-tight">
          {s.minutes} min
          <br />
          <span className="text-muted">{s.waitHours ? `+${s.waitHours} h` : ''}</span>
        </span>
      </>
    ),
  }))
  const s = work.surface
  const step = hand && planned(hand.id)
  return (
    <StationFrame
      map={{
        title: 'Finish',
        summary: `${work.system}, ${build.finish.colour}, ${build.finish.coats} coats`,
        hand: undefined,
        take: () => undefined,
        marks: layout
          ? layout.features
              .filter(f => f.role === 'neck-pocket')
              .map(f => ({ id: f.id, at: f.centre, label: 'M', title: 'Mask the pocket' }))
          : [],
      }}
      ledger={
        <Ledger
          heading="Coats in order"
          aside="hands-on, wait"
          rows={rows}
          hand={hand?.id}
          take={take}
          empty="No coats."
        />
      }
    >
      <article className="flex max-w-[780px] flex-col gap-4">
        {hand && (
          <header className="flex flex-col gap-1">
            <Title>{hand.title}</Title>
            <p className="text-body">{hand.why}</p>
            <p className="text-plain text-muted">
              {step?.start ? `${day(step.start)}, ${step.start.slice(11)}. ` : ''}
              {hand.minutes} min{hand.waitHours ? `, then wait ${hand.waitHours} h` : ''}. Tools:{' '}
              {hand.tools.join(', ')}.
            </p>
          </header>
        )}
        {hand && <CautionNotes ids={hand.cautions} />}
        <div className="grid grid-cols-3 gap-x-6 border-t border-line pt-3">
          <div>
            <p className="text-note text-muted">this body’s surface</p>
            {s ? <Figure size="large" value={fixed(s.total, 3)} unit="m²" /> : <span>no outline</span>}
            <p className="text-note text-muted">
              {s && `top ${fixed(s.top, 3)}, back ${fixed(s.back, 3)}, edge ${fixed(s.edge, 3)}`}
            </p>
          </div>
          <div>
            <p className="text-note text-muted">above the dew point</p>
            <Figure size="large" value={fixed(work.air.margin, 1)} unit="°C" />
            <p className={`text-note ${work.air.ok ? 'text-snug' : 'font-semibold text-never'}`}>
              {work.air.ok ? 'fine to coat' : 'do not coat'}, dew point {formatTemperature(work.air.dewPoint)}
            </p>
          </div>
          <div>
            <p className="text-note text-muted">ready to assemble</p>
            <Figure size="large" value={end ? day(end) : '–'} />
            <p className="text-note text-muted">wood settles at {fixed(work.air.moisture, 1)} % moisture</p>
          </div>
        </div>
        {[...work.air.findings, ...work.findings].length > 0 && (
          <ul className="border-l-4 border-tight pl-3 text-plain">
            {[...work.air.findings, ...work.findings].map(x => (
              <li key={x}>{x}</li>
            ))}
          </ul>
        )}
        <div className="flex flex-wrap gap-4">
          <ValueField
            label="Air"
            text={formatTemperature(build.finish.airCelsius).replace('\u202f', ' ')}
            parse={parseTemperature}
            check={withinOf(FinishChoice, 'airCelsius', celsius)}
            onValue={airCelsius => set({ airCelsius })}
          />
          <ValueField
            label="Surface"
            text={formatTemperature(build.finish.surfaceCelsius).replace('\u202f', ' ')}
            parse={parseTemperature}
            check={withinOf(FinishChoice, 'surfaceCelsius', celsius)}
            onValue={surfaceCelsius => set({ surfaceCelsius })}
          />
          <ValueField
            label="Humidity"
            text={`${build.finish.relativeHumidity} %`}
            parse={numberOf(FinishChoice, 'relativeHumidity', 'relative humidity', ' %')}
            onValue={relativeHumidity => set({ relativeHumidity })}
          />
          <ValueField
            label="Oil coats"
            text={String(build.finish.coats)}
            parse={numberOf(FinishChoice, 'coats', 'number of coats')}
            onValue={coats => set({ coats })}
          />
        </div>
        <Table fit caption="Materials for this body">
          {work.materials.map(m => (
            <tr key={m.name} className="rule-row">
              <th scope="row" className="py-1.5 text-left font-normal">
                {m.name}
              </th>
              <td className="figure py-1.5 text-right text-lead">
                {m.amount} {m.unit}
              </td>
              <td className="py-1.5 pl-4 text-note text-muted">{m.source}</td>
            </tr>
          ))}
        </Table>
      </article>
    </StationFrame>
  )
}
