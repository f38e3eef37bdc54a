import { ReadingField } from '../../readings/ReadingField.tsx'
import type { NeckShape } from '../../../core/setup/fretPlane.ts'
import { Chart as Registry, LinearScale, LineController, LineElement, PointElement } from 'chart.js'
import { Line } from 'react-chartjs-2'
import { SetupTargets } from '../../../core/document/build.ts'
import { STYLE_NAMES, type Style } from '../../../core/document/playing.ts'
import { readingText } from '../../../core/document/readingRef.ts'
import { partIn } from '../../../core/document/references.ts'
import { bend } from '../../../core/setup/bend.ts'
import { actionAt } from '../../../core/setup/clearance.ts'
import { MARGIN, type BuzzWork, type StringBuzz } from '../../../core/setup/buzz.ts'
import { STYLES, USUAL_SWING } from '../../../core/setup/swing.ts'
import { numberOf } from '../../components/numberOf.ts'
import { parsed, refused } from '../../../core/units/parsed.ts'
import { Button } from '../../components/Button.tsx'
import { Figure } from '../../components/Figure.tsx'
import { Heading, Title } from '../../components/Heading.tsx'
import { LengthField } from '../../components/LengthField.tsx'
import { Select } from '../../components/Select.tsx'
import { Table } from '../../components/Table.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { rangeOf } from '../../../core/document/rangeOf.ts'
import { fixed } from '../../../core/units/length.ts'
import { money, parseAmount } from '../../text/money.ts'
import { useFact } from '../../hooks/useFact.ts'
import { useLength } from '../../hooks/useLength.ts'
import { useTokens } from '../../hooks/useTokens.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { useState } from 'react'

Registry.register(LineController, LineElement, PointElement, LinearScale)

const round = (v: number, to: number) => Math.round(v / to) * to

/** Where it buzzes, how low it can go, and which fret stands in the way. */
export function BuzzView({
  work,
  string: s,
  held,
  choose,
}: {
  work: BuzzWork
  string: StringBuzz
  held: number
  choose: (string: number, held: number) => void
}) {
  const build = useOpenBuild(),
    l = useLength(),
    { best, neck } = work
  const set = (patch: Partial<SetupTargets>) =>
    editBuild(b => ({ ...b, setup: { ...b.setup, ...patch } }), 'Setup targets')
  const least = Math.min(...work.strings.map(x => x.worst.room)),
    tight = work.strings.find(x => x.worst.room === least)!
  const take = () =>
    set({
      relief: round(best.relief, 0.01),
      actionAt: 'fret 12',
      actionBass: round(best.actionBass + 0.005, 0.01),
      actionTreble: round(best.actionTreble + 0.005, 0.01),
    })
  return (
    <article className="flex max-w-[53.75rem] flex-col gap-4">
      <Title>{work.buzzing.length ? 'It buzzes' : 'It plays clean'}</Title>
      <div className="flex flex-wrap gap-x-10 gap-y-3">
        <div>
          <p className="text-note text-muted">least room, {build.setup.style ?? 'usual'} playing</p>
          <Figure value={l.fineFigure(least).figure} unit={l.unit} />
          <p className={`text-plain ${least < 0 ? 'font-semibold text-never' : 'text-snug'}`}>
            string {tight.number}, held at {tight.worst.held === 0 ? 'the nut' : tight.worst.held}, over fret{' '}
            {tight.worst.over}
          </p>
        </div>
        <div>
          <p className="text-note text-muted">as low as it goes, at fret 12</p>
          <Figure
            value={`${l.fineFigure(best.actionBass).figure} / ${l.fineFigure(best.actionTreble).figure}`}
            unit={l.unit}
          />
          <p className="text-plain text-muted">
            bass and treble, relief {l.fineText(best.relief)}
            {work.reliefRead ? '' : '; relief is not read yet'}
          </p>
        </div>
      </div>
      {work.highFrets.map(f => (
        <p key={f.fret} className="border-l-4 border-tight pl-3 text-lead">
          Fret {f.fret} is {l.fineText(f.off)} high: level it and gain {l.fineText(f.gain)} at the twelfth.
        </p>
      ))}
      <div className="flex flex-wrap items-end gap-3">
        <Select
          label="Played"
          value={build.setup.style ?? 'usual'}
          onChange={v => set({ style: v as Style })}
          options={STYLE_NAMES.map(n => ({ value: n, label: n }))}
        />
        <LengthField
          label="Room kept"
          mm={build.setup.margin ?? MARGIN}
          {...rangeOf(SetupTargets, 'margin')}
          onMm={margin => set({ margin })}
        />
        <Button kind="main" onClick={take}>
          Take these as targets
        </Button>
      </div>
      <Table
        caption="String by string"
        heads={[
          'String',
          { label: 'now, fret 12', right: true },
          { label: 'now, last fret', right: true },
          { label: 'lowest', right: true },
          { label: 'room', right: true },
          'least room',
          { label: 'Show', unseen: true },
        ]}
      >
        {work.strings.map(x => (
          <BuzzRow key={x.number} x={x} s={s} neck={neck} choose={choose} />
        ))}
      </Table>
      <div className="flex flex-wrap items-end gap-3">
        <Select
          label={`String ${s.number} held at`}
          value={String(held)}
          onChange={v => choose(s.number, Number(v))}
          options={Array.from({ length: neck.frets }, (_, i) => ({
            value: String(i),
            label: i === 0 ? 'open' : `fret ${i}`,
          }))}
        />
      </div>
      <Clearances s={s} held={held} />
      <BendField work={work} s={s} />
      <HighFretField frets={neck.frets} />
      <Levelling />
      <SwingFields />
    </article>
  )
}

function BuzzRow({
  x,
  s,
  neck,
  choose,
}: {
  x: StringBuzz
  s: StringBuzz
  neck: NeckShape
  choose: (string: number, held: number) => void
}) {
  const l = useLength()
  return (
    <tr className={`rule-row ${x.number === s.number ? 'bg-shade' : ''}`}>
      <th scope="row" className="figure py-1 pr-3 text-left font-normal">
        {x.number} {x.note}
      </th>
      <td className="figure py-1 pr-3 text-right">{l.fineFigure(x.action).figure}</td>
      <td className="figure py-1 pr-3 text-right">{l.fineFigure(actionAt(neck, x.string, neck.frets)).figure}</td>
      <td className="figure py-1 pr-3 text-right">{l.fineFigure(x.lowest.action).figure}</td>
      <td className={`figure py-1 pr-3 text-right ${x.worst.room < 0 ? 'font-semibold text-never' : 'text-snug'}`}>
        {l.fineFigure(x.worst.room).figure}
      </td>
      <td className="py-1 pr-3 text-note">
        held at {x.worst.held === 0 ? 'the nut' : x.worst.held}, over {x.worst.over}
      </td>
      <td className="text-right">
        <Button kind="quiet" aria-label={`Show string ${x.number}`} onClick={() => choose(x.number, x.worst.held)}>
          Show
        </Button>
      </td>
    </tr>
  )
}

/** Gap and swing along the string, fret by fret. */
function Clearances({ s, held }: { s: StringBuzz; held: number }) {
  const t = useTokens(),
    l = useLength(),
    own = s.clear.filter(c => c.held === held)
  const line = (y: (c: (typeof own)[number]) => number) => own.map(c => ({ x: c.over, y: y(c) / l.perUnit }))
  return (
    <figure>
      <figcaption className="text-note text-muted">
        <span className="text-ink">gap</span> under string {s.number} and{' '}
        <span className="text-hand">how far it swings (dashed)</span>, {l.unit} over the frets
      </figcaption>
      <div className="h-52">
        <Line
          aria-label={`Clearance of string ${s.number}`}
          data={{
            datasets: [
              {
                label: 'gap',
                data: line(c => c.gap),
                parsing: false,
                borderColor: t.ink,
                borderWidth: 2,
                pointRadius: 2,
              },
              {
                label: 'swing',
                data: line(c => c.swing),
                parsing: false,
                borderColor: t.hand,
                borderDash: [5, 4],
                borderWidth: 2,
                pointRadius: 0,
              },
            ],
          }}
          options={{
            animation: false,
            maintainAspectRatio: false,
            plugins: { legend: { display: false } },
            scales: {
              x: {
                type: 'linear',
                min: held + 1,
                ticks: { stepSize: 1, color: t.muted },
                grid: { color: t.line },
                title: { display: true, text: 'fret', color: t.muted },
              },
              y: {
                min: 0,
                ticks: { color: t.muted },
                grid: { color: t.line },
                title: { display: true, text: l.unit, color: t.muted },
              },
            },
          }}
        />
      </div>
    </figure>
  )
}

const SEMITONES = [0.5, 1, 1.5, 2, 3] as const

/** A bend of the string that is shown: whether it chokes, where, and what frees it. */
function BendField({ work, s }: { work: BuzzWork; s: StringBuzz }) {
  const build = useOpenBuild(),
    layout = useFact('layout'),
    l = useLength(),
    [fret, setFret] = useState(Math.min(12, work.neck.frets - 1)),
    [by, setBy] = useState(2)
  const gauge = partIn(build, 'strings')?.gauges?.[s.number - 1],
    radius = partIn(build, 'neck')?.dims.radius?.value
  if (!gauge || !radius) return null
  const line = layout?.strings[s.number - 1],
    // Strings spread towards the bridge: by so much the saddle is off the string's place at the fret.
    spread = line
      ? Math.abs(line.saddle[1] - line.nut[1]) * (1 - (layout.frets[fret - 1] ?? 0) / s.string.saddleAt)
      : 0,
    b = bend(gauge, s.string, work.neck, radius, fret, by, spread)
  return (
    <section aria-label="Bends" className="flex flex-col gap-2">
      <Heading>A bend of string {s.number}</Heading>
      <div className="flex flex-wrap items-end gap-3">
        <Select
          label="At fret"
          value={String(fret)}
          onChange={v => setFret(Number(v))}
          options={Array.from({ length: work.neck.frets - 1 }, (_, i) => ({
            value: String(i + 1),
            label: String(i + 1),
          }))}
        />
        <Select
          label="By semitones"
          value={String(by)}
          onChange={v => setBy(Number(v))}
          options={SEMITONES.map(v => ({ value: String(v), label: String(v) }))}
        />
      </div>
      <p className={`text-lead ${b.gap < 0 ? 'font-semibold text-never' : ''}`}>
        {b.gap < 0
          ? `It chokes over fret ${b.over}: pushed ${l.fineText(b.aside)} aside on a radius of ${l.text(radius)} it lies ${l.fineText(-b.gap)} into it. The saddle ${l.fineText(b.raise)} higher frees it.`
          : `It is free: pushed ${l.fineText(b.aside)} aside, ${l.fineText(b.gap)} are left over fret ${b.over}.`}
      </p>
    </section>
  )
}

/** What comes off each fret, and what that costs in hours. */
function Levelling() {
  const work = useFact('fretLevelling'),
    l = useLength(),
    build = useOpenBuild(),
    { currency } = build.preferences
  if (!work) return null
  return (
    <section aria-label="Levelling" className="flex flex-col gap-2">
      <Heading>Levelling</Heading>
      <p className={`border-l-4 pl-3 text-lead ${work.tooLow.length ? 'border-never' : 'border-hand'}`}>
        {l.say(work.says)}
      </p>
      <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
        <ValueField
          narrow
          label={`What a shop asks for it${currency ? `, ${currency}` : ''}`}
          text={build.setup.levellingPrice === undefined ? '' : money(build.setup.levellingPrice)}
          parse={parseAmount}
          onValue={levellingPrice =>
            editBuild(b => ({ ...b, setup: { ...b.setup, levellingPrice } }), 'Price of levelling')
          }
        />
        {work.price && (
          <p className="pb-1 text-body">
            {work.price.own === undefined
              ? `Against ${fixed(work.few?.hours ?? work.hours, 1)} h of your own, and files and stones.`
              : work.price.shop === undefined
                ? `Your own hours come to ${money(work.price.own)} ${currency}.`
                : `Your own hours come to ${money(work.price.own)} ${currency}: ${work.price.shop <= work.price.own ? 'the shop is cheaper, and has the stones.' : `${money(work.price.shop - work.price.own)} less than the shop, if you have the files and stones.`}`}
          </p>
        )}
      </div>
      <details className="text-plain">
        <summary className="min-h-8 cursor-pointer text-muted">What comes off each fret, all levelled</summary>
        <Table
          fit
          caption="Frets"
          hideCaption
          heads={[
            'Fret',
            { label: 'stands', right: true },
            { label: 'comes off', right: true },
            { label: 'crown left', right: true },
          ]}
        >
          {work.all.map(f => (
            <tr key={f.fret} className="rule-row">
              <th scope="row" className="figure pr-6 text-left font-normal">
                {f.fret}
              </th>
              <td className="figure pr-3 text-right">{f.off ? l.fineText(f.off) : ''}</td>
              <td className="figure pr-3 text-right">{l.fineText(f.take)}</td>
              <td className="figure text-right">{f.crown === undefined ? '–' : l.fineText(f.crown)}</td>
            </tr>
          ))}
        </Table>
      </details>
    </section>
  )
}

/** How far strings are taken to swing: the handbook's figures, to be changed by who knows the player. */
function SwingFields() {
  const build = useOpenBuild(),
    t = build.setup,
    style = STYLES[t.style ?? 'usual']
  const set = (patch: Partial<SetupTargets>) =>
    editBuild(b => ({ ...b, setup: { ...b.setup, ...patch } }), 'How strings swing')
  return (
    <details className="text-plain">
      <summary className="min-h-8 cursor-pointer text-muted">How far strings are taken to swing</summary>
      <div className="flex flex-wrap items-end gap-3 py-2">
        <ValueField
          narrow
          label="Force on a plain string"
          text={`${t.force ?? style.force} N`}
          parse={numberOf(SetupTargets, 'force', 'force', ' N')}
          onValue={force => set({ force })}
        />
        <ValueField
          narrow
          label="Share towards the board"
          text={String(t.share ?? USUAL_SWING.share)}
          parse={numberOf(SetupTargets, 'share', 'share')}
          onValue={share => set({ share })}
        />
        <LengthField
          narrow
          label="Plucked from the bridge"
          mm={t.pluckedAt ?? USUAL_SWING.place}
          {...rangeOf(SetupTargets, 'pluckedAt')}
          onMm={pluckedAt => set({ pluckedAt })}
        />
        <LengthField
          narrow
          label="Contact that is accepted"
          mm={t.accepted ?? style.accepted}
          {...rangeOf(SetupTargets, 'accepted')}
          onMm={accepted => set({ accepted })}
        />
        <Button
          kind="quiet"
          onClick={() =>
            editBuild(b => {
              const { force: _f, share: _s, pluckedAt: _p, accepted: _a, ...setup } = b.setup
              return { ...b, setup }
            }, 'Swing as usual')
          }
        >
          Back to the handbook’s
        </Button>
      </div>
    </details>
  )
}

/** A fret that stands off those beside it, as the rocker told. */
function HighFretField({ frets }: { frets: number }) {
  const [fret, setFret] = useState(Math.min(14, frets)),
    build = useOpenBuild(),
    l = useLength()
  const of = readingText({ kind: 'fret', fret }),
    known = build.readings.findLast(r => r.of === of)?.value
  return (
    <section aria-label="Frets" className="flex flex-col gap-2">
      <Heading>A fret that rocks</Heading>
      <p className="max-w-[70ch] text-body">
        A short straightedge over three frets: where it rocks, the middle one is high. Feeler gauge beside it.
        Levelling a neck is where many hand over to a professional.
      </p>
      <div className="flex flex-wrap items-end gap-3">
        <ValueField
          narrow
          label="Fret"
          text={String(fret)}
          parse={x => {
            const n = Number(x)
            return Number.isInteger(n) && n >= 1 && n <= frets
              ? parsed(n)
              : refused(`“${x.trim()}” is no fret of this neck`, `1 to ${frets}`)
          }}
          onValue={setFret}
        />
        <ReadingField
          label={known === undefined ? 'stands high by' : `stands high by; read ${l.fineText(known)}`}
          of={of}
          mm={known}
          title="Fret read"
        />
      </div>
    </section>
  )
}
