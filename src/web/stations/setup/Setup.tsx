import { readWith } from '../../../core/tools/tools.ts'
import { Title } from '../../components/Heading.tsx'
import { SPANS } from '../../../core/document/spans.ts'
import { Table } from '../../components/Table.tsx'
import { useSearchParams } from 'react-router'
import { Views } from '../../components/Views.tsx'
import { BuzzView } from './BuzzView.tsx'
import { IntonationView, TremoloView } from './EndsViews.tsx'
import { SideSheet } from './SideSheet.tsx'
import { useFact } from '../../hooks/useFact.ts'
import { ACTION_AT, NUT_SCHOOLS, SetupTargets, SPACINGS } from '../../../core/document/build.ts'
import { Select } from '../../components/Select.tsx'
import { StringGauge } from '../../../core/parts/part.ts'
import { numberOf, withinOf } from '../../components/numberOf.ts'
import { rangeOf } from '../../../core/document/rangeOf.ts'
import { type Adjustment } from '../../../core/setup/setupWork.ts'
import { takeReading } from '../../../core/document/edits.ts'
import type { Build } from '../../../core/document/build.ts'
import { parseLength } from '../../../core/units/length.ts'
import type { Point } from '../../../core/geometry/outline.ts'
import { type Layout } from '../../../core/layout/layOut.ts'
import { fixed } from '../../../core/units/length.ts'
import { StationFrame } from '../../frame/StationFrame.tsx'
import { Figure } from '../../components/Figure.tsx'
import { Ledger } from '../../components/Ledger.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { LengthField } from '../../components/LengthField.tsx'
import { useHand } from '../../hooks/useHand.ts'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { CentsField, signed } from '../../readings/centsField.tsx'
import { FeelerFields } from './FeelerFields.tsx'
import { NoisesView } from './NoisesView.tsx'
import { NoteField } from './NoteField.tsx'
import { CapoField } from './CapoField.tsx'
import { NeckView } from './NeckView.tsx'
import { NutView } from './NutView.tsx'
import { PolesView } from './PolesView.tsx'
import { SetupSheetView } from '../../papers/SetupSheetView.tsx'
import { StringsView } from './StringsView.tsx'
import { TunerView } from './TunerView.tsx'
import { TurnedField } from './TurnedField.tsx'
import { now } from '../../stores/clock.ts'

const plain = (values: readonly string[]) => values.map(value => ({ value, label: value }))
const pick = <T extends string>(of: readonly T[], v: string): T => of.find(x => x === v) ?? of[0]!

const placeOf = (a: Adjustment, l: Layout): Point => {
  const s = (a.string && l.strings[a.string - 1]) || (a.side === 'treble' ? l.strings[0]! : l.strings.at(-1)!)
  if (a.of === 'tremolo') return [l.bridge.front, l.bridge.y]
  if (a.of === 'intonation') return s.saddle
  if (a.of === 'pickup') {
    const p = l.pickups.find(x => x.slot === `pickup-${a.place}`)
    return p ? [p.centre[0], s.nut[1] + (s.saddle[1] - s.nut[1]) * (p.centre[0] / l.scaleLength)] : s.saddle
  }
  if (a.of === 'relief') return [l.frets[6] ?? l.scaleLength / 3, 0]
  return a.of === 'nut' ? s.nut : [l.scaleLength / 2, s.nut[1] + (s.saddle[1] - s.nut[1]) / 2]
}

/** The build with one string of the chosen set changed. */
const withString = (b: Build, number: number, change: (g: StringGauge) => StringGauge): Build => ({
  ...b,
  parts: b.parts.map(p =>
    p.id !== b.slots.strings
      ? p
      : { ...p, gauges: p.gauges?.map((g, i) => (i === number - 1 ? change(g) : g)) ?? [] },
  ),
})
/** In another gauge: a wound string keeps its core's share, and what the packet of the old one said is gone. */
const setGauge = (b: Build, number: number, diameter: number): Build =>
  withString(b, number, g => ({
    diameter,
    wound: g.wound,
    ...(g.core ? { core: (g.core * diameter) / g.diameter } : {}),
  }))
/** With the mass to its length that its packet says, kg/m. */
const setUnitWeight = (b: Build, number: number, unitWeight: number): Build =>
  withString(b, number, g => ({ ...g, unitWeight }))

/** Readings in, the next adjustment out, in handbook order. */
export function Setup() {
  const build = useOpenBuild()
  const layout = useFact('layout')
  const work = useFact('setup')
  const l = useLength()
  const buzz = useFact('buzz'),
    tremolo = useFact('tremolo'),
    intonation = useFact('intonation'),
    nut = useFact('nut'),
    sticks = useFact('sticks'),
    noises = useFact('noises'),
    sheet = useFact('setupSheet'),
    reach = useFact('reachable'),
    neckAngle = useFact('neckAngle'),
    poles = useFact('poles')
  const [params, setParams] = useSearchParams(),
    s = buzz?.strings.find(x => String(x.number) === params.get('string')) ?? buzz?.strings[0],
    asked = Number(params.get('held') ?? s?.worst.held ?? 0),
    held = buzz && asked >= 0 && asked < buzz.neck.frets ? asked : 0
  const choose = (string: number, at: number) =>
    setParams(
      p => {
        p.set('string', String(string))
        p.set('held', String(at))
        return p
      },
      { replace: true },
    )
  const { hand, take } = useHand(work.adjustments, work.next)
  const set = (patch: Partial<SetupTargets>) => editBuild(b => ({ ...b, setup: { ...b.setup, ...patch } }))
  const shownIn = (unit: Adjustment['unit'], v: number) =>
    unit === 'cents' ? signed(v) || '0' : l.fineFigure(v).figure
  const rows = work.adjustments.map(a => ({
    id: a.id,
    label: `${a.title}: ${a.state}`,
    content: (
      <>
        <span className="min-w-0 flex-1">
          <span className="block text-body font-medium leading-tight">
            {a.title}
            {a.id === work.next ? <span className="ml-2 bg-hand px-1.5 text-note text-on-hand">next</span> : null}
          </span>
          <span className={`text-note ${a.state === 'adjust' ? 'font-semibold text-tight' : 'text-muted'}`}>
            {a.state}
          </span>
        </span>
        <span className="figure shrink-0 text-right text-plain leading-tight">
          {a.reading === undefined ? '–' : shownIn(a.unit, a.reading)}
          <br />
          <span className="text-muted">{shownIn(a.unit, a.target)}</span>
        </span>
      </>
    ),
  }))
  const wish = hand?.wish
  const unit = hand?.unit === 'cents' ? 'cents' : l.unit
  const move = (
    <article className="flex max-w-[48.75rem] flex-col gap-4">
      {hand && (
        <>
          <header className="flex flex-col">
            <Title>{hand.title}</Title>
            <p className="text-plain text-muted">{hand.how}</p>
          </header>
          <div className="flex flex-wrap items-end gap-x-8 gap-y-3">
            <div>
              <p className="text-note text-muted">{hand.reading === undefined ? 'aim for' : 'it reads'}</p>
              <Figure value={shownIn(hand.unit, hand.reading ?? hand.target)} unit={unit} />
            </div>
            {hand.unit === 'cents' ? (
              <CentsField
                label="New reading, cents"
                large
                cents={undefined}
                of={hand.reads}
                what="Intonation read"
              />
            ) : (
              <LengthField
                label="New reading"
                large
                clears
                wide
                mm={undefined}
                {...(hand.of === 'relief' ? SPANS.relief : SPANS.setup)}
                onMm={v =>
                  editBuild(b =>
                    takeReading(b, {
                      of: hand.reads,
                      value: v,
                      ...readWith('feeler gauge', 'gap'),
                      at: now(),
                    }),
                  )
                }
              />
            )}
            {wish && (
              <LengthField
                label="Target"
                mm={hand.target}
                {...rangeOf(SetupTargets, wish)}
                onMm={v => set({ [wish]: v })}
              />
            )}
          </div>
          <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
            <TurnedField key={hand.id} of={hand} />
            {hand.unit === 'mm' && <FeelerFields key={hand.id} of={hand.reads} />}
            {hand.of === 'action' && hand.side && buzz && (
              <CapoField key={`${hand.id}-capo`} of={hand} work={buzz} />
            )}
          </div>
          <p
            className={`border-l-4 pl-3 text-figure font-semibold ${hand.state === 'on target' ? 'border-snug' : hand.state === 'adjust' ? 'border-hand' : 'border-line'}`}
          >
            {l.say(hand.move)}
          </p>
          <p className="text-plain">{hand.why}</p>
        </>
      )}
      <div className="flex flex-wrap gap-x-8 gap-y-2 text-plain">
        <Select
          label="Nut, school"
          value={build.setup.nutSchool}
          onChange={v => set({ nutSchool: pick(NUT_SCHOOLS, v) })}
          options={plain(NUT_SCHOOLS)}
        />
        <Select
          label="Action, school"
          value={build.setup.actionAt}
          onChange={v => set({ actionAt: pick(ACTION_AT, v) })}
          options={plain(ACTION_AT)}
        />
        <Select
          label="Nut slots, school"
          value={build.setup.spacing}
          onChange={v => set({ spacing: pick(SPACINGS, v) })}
          options={plain(SPACINGS)}
        />
      </div>
      {reach && (
        <section aria-label="Reach of the saddles" className="flex flex-col gap-2">
          <p
            className={`border-l-4 pl-3 text-body ${reach.rows.some(r => r.above < 0) ? 'border-never' : 'border-snug'}`}
          >
            {reach.says}
          </p>
          <Table
            fit
            caption="At fret 12, saddles lowest to highest"
            heads={[
              'String',
              { label: 'lowest', right: true },
              { label: 'highest', right: true },
              { label: `± ${l.unit}`, right: true },
              { label: 'saddle over its bottom', right: true },
            ]}
          >
            {reach.rows.map(r => (
              <tr key={r.number} className="rule-row">
                <th scope="row" className="figure pr-6 text-left font-normal">
                  {r.number} {r.note}
                </th>
                <td className="figure pr-3 text-right">{l.fineFigure(r.lowest).figure}</td>
                <td className="figure pr-3 text-right">{l.fineFigure(r.highest).figure}</td>
                <td className="figure pr-3 text-right text-muted">{l.fineFigure(reach.doubt).figure}</td>
                <td className="figure text-right">
                  {l.fineText(r.above)}, {fixed(r.turns, 2)} turns
                </td>
              </tr>
            ))}
          </Table>
        </section>
      )}
      <Table
        fit
        caption="Strings and tension"
        heads={['String', 'Note', 'Diameter', 'g a metre, as its packet says', { label: 'Pull', right: true }]}
      >
        {work.strings.map(s => (
          <tr key={s.number} className="rule-row">
            <th scope="row" className="figure text-left font-normal">
              {s.number}
            </th>
            <td className="figure py-1">
              <NoteField
                string={s.number}
                note={s.note}
                onNote={note =>
                  editBuild(b => ({
                    ...b,
                    instrument: {
                      ...b.instrument,
                      tuning: b.instrument.tuning.map((n, i) => (i === s.number - 1 ? note : n)),
                    },
                  }))
                }
              />{' '}
              <span className="text-muted">{fixed(s.hz, 1)} Hz</span>
            </td>
            <td className="figure py-1">
              <ValueField
                label={`Diameter of string ${s.number}`}
                hideLabel
                text={l.fineText(s.diameter, 3).replace('\u202f', ' ')}
                parse={t => parseLength(t, l.bare)}
                check={withinOf(StringGauge, 'diameter', v => l.fineText(v, 3))}
                onValue={v => editBuild(b => setGauge(b, s.number, v))}
              />
              {s.wound ? ' wound' : ' plain'}
            </td>
            <td className="figure py-1">
              <ValueField
                narrow
                label={`Grams a metre of string ${s.number}`}
                hideLabel
                text={(s.unitWeight * 1000).toPrecision(3)}
                parse={numberOf(StringGauge, 'unitWeight', 'mass of a metre', ' g', 1e-3)}
                onValue={v => editBuild(b => setUnitWeight(b, s.number, v))}
              />
            </td>
            <td className="figure text-right">{fixed(s.newtons, 1)} N</td>
          </tr>
        ))}
      </Table>
    </article>
  )
  return (
    <StationFrame
      map={{
        title: 'Setup',
        summary:
          buzz && s
            ? `string ${s.number} held at ${held === 0 ? 'the nut' : `fret ${held}`} · ${fixed(work.totalNewtons, 0)} N on the neck`
            : `${fixed(work.totalNewtons, 0)} N on the neck`,
        hand: hand?.id,
        take,
        caption: hand?.title,
        reach: 34,
        marks: layout
          ? work.adjustments.map((a, i) => ({
              id: a.id,
              at: placeOf(a, layout),
              label: String(i + 1),
              title: a.title,
            }))
          : [],
      }}
      {...(buzz && s ? { low: true, sheet: <SideSheet work={buzz} string={s} held={held} /> } : {})}
      ledger={
        <Ledger
          heading="In this order"
          aside={`read, target, ${l.unit} or cents`}
          rows={rows}
          hand={hand?.id}
          take={take}
          empty="Choose a neck at the Parts station first."
        />
      }
    >
      <Views
        label="Sheets of the setup"
        views={[
          { id: 'move', label: 'Next', content: move },
          ...(buzz && s
            ? [
                {
                  id: 'buzz',
                  label: buzz.buzzing.length ? `Buzz: ${buzz.buzzing.length}` : 'Buzz',
                  content: <BuzzView work={buzz} string={s} held={held} choose={choose} />,
                },
              ]
            : []),
          ...(tremolo
            ? [{ id: 'tremolo', label: 'Tremolo', content: <TremoloView work={tremolo} sticks={sticks} /> }]
            : []),
          ...(intonation
            ? [{ id: 'intonation', label: 'Intonation', content: <IntonationView places={intonation} /> }]
            : []),
          ...(neckAngle ? [{ id: 'neck', label: 'Neck', content: <NeckView work={neckAngle} /> }] : []),
          ...(nut ? [{ id: 'nut', label: 'Nut', content: <NutView work={nut} /> }] : []),
          ...(work.strings.length
            ? [
                { id: 'strings', label: 'Strings', content: <StringsView /> },
                { id: 'tuner', label: 'Tuner', content: <TunerView strings={work.strings} /> },
              ]
            : []),
          ...(poles.length ? [{ id: 'poles', label: 'Poles', content: <PolesView work={poles} /> }] : []),
          ...(noises ? [{ id: 'noises', label: 'Noises', content: <NoisesView facts={noises} /> }] : []),
          { id: 'sheet', label: 'Sheet', content: <SetupSheetView sheet={sheet} /> },
        ]}
      />
    </StationFrame>
  )
}
