import { counted } from '../../../core/text/text.ts'
import { useMemo, useState } from 'react'
import type { Build } from '../../../core/document/build.ts'
import { changeOfStrings, setFor, type Wanted, type ChangeOfStrings } from '../../../core/setup/changeOfStrings.ts'
import { gramsAMetre } from '../../../core/setup/tension.ts'
import { noteHz } from '../../../core/setup/pitch.ts'
import { bendingStiffness, elongation, inharmonicity } from '../../../core/setup/stiffness.ts'
import { partIn } from '../../../core/document/references.ts'
import { coreOf } from '../../../core/layout/compensation.ts'
import { tuningsOf, type Tuning } from '../../../core/setup/tunings.ts'
import type { StringGauge } from '../../../core/parts/part.ts'
import { parsed, refused } from '../../../core/units/parsed.ts'
import { fixed } from '../../../core/units/length.ts'
import { Button } from '../../components/Button.tsx'
import { Figure } from '../../components/Figure.tsx'
import { Title } from '../../components/Heading.tsx'
import { Select } from '../../components/Select.tsx'
import { Table } from '../../components/Table.tsx'
import { TextField } from '../../components/TextField.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { within } from '../../components/within.ts'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { signed } from '../../readings/centsField.tsx'

/** Pulls that are asked for, N [from memory: from a slack tenor to a stiff bass]. */
const PULL = { min: 20, max: 250 }
const OWN = 'own'
/** Longest line of notes that is read: eighteen of four letters. */
const NOTES_LONG = 18 * 5

const withStrings = (b: Build, tuning: readonly string[], gauges: readonly StringGauge[]): Build => ({
  ...b,
  instrument: { ...b.instrument, tuning: [...tuning] },
  parts: b.parts.map(p => (p.id === b.slots.strings ? { ...p, gauges: [...gauges] } : p)),
})

/** Other strings or another tuning, with everything they do, before they are bought. */
export function StringsView() {
  const build = useOpenBuild(),
    l = useLength()
  const [tuning, setTuning] = useState<readonly string[]>(build.instrument.tuning),
    [wanted, setWanted] = useState<Wanted>({ kind: 'as now' }),
    [problem, setProblem] = useState<string>()
  const known = tuningsOf(build.instrument.strings),
    named = known.find(t => t.notes.every((n, i) => n === tuning[i])),
    gauges = useMemo(() => setFor(build, tuning, wanted), [build, tuning, wanted]),
    change = useMemo(() => gauges && changeOfStrings(build, tuning, gauges), [build, tuning, gauges])
  if (!change || !gauges)
    return <p className="text-body">Choose a neck and a set of strings at the Parts station first.</p>
  const scale = partIn(build, 'neck')?.dims.scaleLength?.value ?? 0,
    more = change.pull.to - change.pull.from,
    same =
      change.strings.every(s => !s.other && s.from.note === s.to.note) &&
      tuning.every((n, i) => n === build.instrument.tuning[i])
  return (
    <article className="flex max-w-[53.75rem] flex-col gap-4">
      <Title>Other strings, another tuning</Title>
      <WhatIsWanted
        named={named}
        known={known}
        setTuning={setTuning}
        tuning={tuning}
        setProblem={setProblem}
        wanted={wanted}
        setWanted={setWanted}
      />
      {problem && (
        <p role="alert" className="text-plain text-never">
          {problem}
        </p>
      )}
      <div className="flex flex-wrap gap-x-10 gap-y-3">
        <div>
          <p className="text-note text-muted">all strings together</p>
          <Figure size="large" value={fixed(change.pull.to, 0)} unit="N" />
          <p className="text-plain text-muted">
            {Math.abs(more) < 0.5
              ? 'as now'
              : `${signed(more, 0)} N; thickest pull over the least ${fixed(100 * change.unevenness.to, 0)} %`}
          </p>
        </div>
        <div>
          <p className="text-note text-muted">the neck gives, before the rod is touched</p>
          <Figure
            size="large"
            value={`${change.relief.by > 0 ? '+' : ''}${l.fineFigure(change.relief.by).figure}`}
            unit={l.unit}
            doubt={l.fineFigure(change.relief.doubt).figure}
          />
          <p className="text-plain text-muted">of relief; action moves with it</p>
        </div>
        {change.floats !== undefined && (
          <div>
            <p className="text-note text-muted">the tremolo’s rear edge</p>
            <Figure
              size="large"
              value={`${change.floats > 0 ? '+' : ''}${l.fineFigure(change.floats, 1).figure}`}
              unit={l.unit}
            />
            <p className="text-plain text-muted">
              {change.springs && change.springs.fewest > change.springs.count
                ? `not stable on ${change.springs.count}: fit ${counted(change.springs.fewest, 'spring')}`
                : 'claw to match, a quarter at a time'}
            </p>
          </div>
        )}
      </div>
      <Table
        caption="String by string"
        heads={[
          'String',
          { label: 'now', right: true },
          { label: 'N', right: true },
          { label: 'then', right: true },
          { label: 'N', right: true },
          { label: 'saddle', right: true },
          'asks',
        ]}
      >
        {change.strings.map(s => (
          <tr key={s.number} className="rule-row">
            <th scope="row" className="figure py-1 pr-3 text-left font-normal whitespace-nowrap">
              {s.number} {s.from.note === s.to.note ? s.to.note : `${s.from.note} → ${s.to.note}`}
            </th>
            <td className="figure py-1 pr-3 text-right">{l.fineText(s.from.gauge.diameter, 3)}</td>
            <td className="figure py-1 pr-3 text-right text-muted">{fixed(s.from.newtons, 0)}</td>
            <td className={`figure py-1 pr-3 text-right ${s.other ? 'font-semibold' : 'text-muted'}`}>
              {l.fineText(s.to.gauge.diameter, 3)}
              {s.to.gauge.wound === s.from.gauge.wound ? '' : s.to.gauge.wound ? ' wound' : ' plain'}
            </td>
            <td className="figure py-1 pr-3 text-right">{fixed(s.to.newtons, 0)}</td>
            <td className="figure py-1 pr-3 text-right">
              {s.saddle === undefined || Math.abs(s.saddle) < 0.05
                ? ''
                : `${s.saddle > 0 ? '+' : ''}${l.fineText(s.saddle)}`}
            </td>
            <td className="py-1 text-note">{s.asks.join('; ')}</td>
          </tr>
        ))}
      </Table>
      <div className="flex flex-wrap items-center gap-3">
        <Button
          kind="main"
          disabled={same}
          onClick={() => editBuild(b => withStrings(b, tuning, gauges), 'Strings and tuning')}
        >
          {same ? 'These are on it' : 'Take these strings and this tuning'}
        </Button>
        <Button onClick={() => setTuning(build.instrument.tuning)}>Back to how it is</Button>
      </div>
      <AsSprings change={change} scale={scale} />
      <p className="text-note text-muted">
        Gauges as single strings are sold. What the neck gives is a beam’s [from memory]: read relief again.
      </p>
    </article>
  )
}

function WhatIsWanted({
  named,
  known,
  setTuning,
  tuning,
  setProblem,
  wanted,
  setWanted,
}: {
  named: Tuning | undefined
  known: Tuning[]
  setTuning: (to: readonly string[]) => void
  tuning: readonly string[]
  setProblem: (to: string | undefined) => void
  wanted: Wanted
  setWanted: (to: Wanted) => void
}) {
  const build = useOpenBuild()
  return (
    <div className="flex flex-wrap items-end gap-3">
      <Select
        label="Tuning"
        value={named?.name ?? OWN}
        onChange={v => {
          const t = known.find(x => x.name === v)
          if (t) setTuning(t.notes)
        }}
        options={[
          ...(named ? [] : [{ value: OWN, label: 'as typed' }]),
          ...known.map(t => ({ value: t.name, label: t.name })),
        ]}
      />
      <TextField
        key={tuning.join(' ')}
        label="Notes, thinnest first"
        value={tuning.join(' ')}
        max={NOTES_LONG}
        onText={t => {
          const notes = t.trim().split(/[\s,]+/)
          const wrong = notes.find(n => noteHz(n) === undefined)
          if (wrong !== undefined) setProblem(`“${wrong}” is no note. Accepted: E4, F#3, Bb2`)
          else if (notes.length !== build.instrument.strings)
            setProblem(`${notes.length} notes for ${build.instrument.strings} strings: one for each`)
          else {
            setProblem(undefined)
            setTuning(notes)
          }
        }}
      />
      <Select
        label="Every string pulls"
        value={wanted.kind}
        onChange={v => setWanted(v === 'each' ? { kind: 'each', newtons: 75 } : { kind: 'as now' })}
        options={[
          { value: 'as now', label: 'as it does now' },
          { value: 'each', label: 'alike' },
        ]}
      />
      {wanted.kind === 'each' && (
        <ValueField
          narrow
          label="Pull of each"
          text={`${fixed(wanted.newtons, 0)} N`}
          parse={t => {
            const r = within(PULL, 'pull', 'N')(t.replace(/\s*N$/i, ''))
            return r.ok ? parsed(r.value) : refused(r.reason, r.accepted)
          }}
          onValue={newtons => setWanted({ kind: 'each', newtons })}
        />
      )}
    </div>
  )
}

function AsSprings({ change, scale }: { change: ChangeOfStrings; scale: number }) {
  const l = useLength()
  return (
    <details className="text-plain">
      <summary className="min-h-8 cursor-pointer text-muted">What each string is</summary>
      <Table
        fit
        caption="Strings as springs"
        hideCaption
        heads={[
          'String',
          { label: 'core', right: true },
          { label: 'g a metre', right: true },
          { label: 'stretched by', right: true },
          { label: 'bending, N·mm²', right: true },
          { label: 'inharmonicity B', right: true },
        ]}
      >
        {change.strings.map(({ number, to }) => (
          <tr key={number} className="rule-row">
            <th scope="row" className="figure pr-6 text-left font-normal">
              {number} {to.note}
            </th>
            <td className="figure pr-3 text-right">{l.fineText(coreOf(to.gauge), 3)}</td>
            <td className="figure pr-3 text-right">{fixed(gramsAMetre(to.gauge), 2)}</td>
            <td className="figure pr-3 text-right">{l.fineText(elongation(to.gauge, to.newtons, scale))}</td>
            <td className="figure pr-3 text-right">{fixed(bendingStiffness(to.gauge), 0)}</td>
            <td className="figure text-right">
              {(inharmonicity(to.gauge, scale, noteHz(to.note) ?? 1) * 1e4).toFixed(2)}·10⁻⁴
            </td>
          </tr>
        ))}
      </Table>
    </details>
  )
}
