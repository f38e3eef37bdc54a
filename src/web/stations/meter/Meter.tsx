import { Title } from '../../components/Heading.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { meterReading } from '../../../core/circuit/meter.ts'
import { takeReading } from '../../../core/build/edits.ts'
import { prefixed, parseResistance, formatResistance } from '../../../core/units/electrical.ts'
import { StationFrame } from '../../app/StationFrame.tsx'
import { Figure } from '../../components/Figure.tsx'
import { Ledger } from '../../components/Ledger.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { useHand } from '../../hooks/useHand.ts'
import { editBuild } from '../../stores/buildStore.ts'
import { now } from '../../stores/clock.ts'

const show = (ohms: number) => (Number.isFinite(ohms) ? formatResistance(ohms) : 'open')

/** What a meter at the jack should say in every position, and what it did say. */
export function Meter() {
  const layout = useFact('layout')
  const list = useFact('meter').map(m => ({ ...m, id: m.key }))
  const { hand, take } = useHand(list)
  const open = list.filter(m => m.verdict === 'not read yet').length,
    off = list.filter(m => m.verdict === 'too low' || m.verdict === 'too high').length
  const rows = list.map(m => ({
    id: m.id,
    label: `${m.label}: ${m.verdict}`,
    content: (
      <>
        <span className="min-w-0 flex-1">
          <span className="block text-body font-medium leading-tight">{m.label}</span>
          <span
            className={`text-note ${m.verdict === 'too low' || m.verdict === 'too high' ? 'font-semibold text-never' : 'text-muted'}`}
          >
            {m.verdict}
          </span>
        </span>
        <span className="figure shrink-0 text-right text-plain leading-tight">
          {show(m.ohms)}
          <br />
          <span className="text-muted">{m.reading === undefined ? '–' : show(m.reading)}</span>
        </span>
      </>
    ),
  }))
  const jack = layout?.features.find(f => f.role === 'jack-hole')
  const f = hand && Number.isFinite(hand.ohms) ? prefixed(hand.ohms, 'Ω') : { figure: 'open', unit: '' }
  return (
    <StationFrame
      map={{
        title: 'Meter',
        summary: `${list.length} positions: ${open} to read${off ? `, ${off} off` : ''}`,
        hand: 'jack',
        take: () => undefined,
        caption: 'Meter here: tip and sleeve',
        reach: 50,
        marks: jack ? [{ id: 'jack', at: jack.centre, label: 'Ω', title: 'Jack' }] : [],
      }}
      ledger={
        <Ledger
          heading="At the jack, tip to sleeve"
          aside="expected, read"
          rows={rows}
          hand={hand?.id}
          take={take}
          empty="No circuit yet."
        />
      }
    >
      {hand && (
        <article className="flex max-w-[720px] flex-col gap-4">
          <Title>{hand.label}</Title>
          <div className="flex flex-wrap items-end gap-x-10 gap-y-3">
            <div>
              <p className="text-note text-muted">should read</p>
              <Figure value={f.figure} unit={f.unit} />
            </div>
            <div>
              <p className="text-note text-muted">fine from … to</p>
              <span className="figure text-title">
                {show(hand.low)} … {show(hand.high)}
              </span>
            </div>
          </div>
          <div className="flex flex-wrap items-end gap-6">
            <ValueField
              label="It reads"
              text={hand.reading === undefined ? '' : formatResistance(hand.reading, 4).replace('\u202f', ' ')}
              placeholder="8.5k"
              large
              wide
              parse={t => (/^(ol|open|1\.?)$/i.test(t.trim()) ? { ok: true, value: 1e8 } : parseResistance(t))}
              check={v => (v > 1e9 ? 'is beyond any meter; type OL when it shows nothing' : undefined)}
              onValue={v =>
                editBuild(b =>
                  takeReading(b, {
                    of: meterReading(hand.key),
                    value: v,
                    doubt: Math.max(1, v * 0.01),
                    at: now(),
                    with: 'meter',
                  }),
                )
              }
            />
            <p className={`flex-1 text-lead ${hand.verdict === 'as expected' ? 'text-snug' : ''}`}>
              <b className="font-semibold">{hand.verdict[0]!.toUpperCase() + hand.verdict.slice(1)}.</b>{' '}
              {hand.meaning}
            </p>
          </div>
          <p className="text-plain text-muted">
            Type OL or open when the meter shows nothing. Copper’s resistance rises 0.39 % a degree (IEC 60028):
            read at room temperature. The pots count ±20 % unless they were measured.
          </p>
        </article>
      )}
    </StationFrame>
  )
}
