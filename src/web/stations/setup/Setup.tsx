import { ACTION_AT, NUT_SCHOOLS, SPACINGS } from '../../../core/build/build.ts'
import { Select } from '../../components/Select.tsx'
import { StringGauge } from '../../../core/parts/part.ts'
import { withinOf } from '../../components/numberOf.ts'
import { setupReading } from '../../../core/setup/setupWork.ts'
import { takeReading } from '../../../core/build/edits.ts'
import type { SetupTargets } from '../../../core/build/build.ts'
import type { Build } from '../../../core/build/build.ts'
import { parseLength } from '../../../core/units/length.ts'
import type { Point } from '../../../core/geometry/outline.ts'
import { layOut, type Layout } from '../../../core/layout/layOut.ts'
import { fixed } from '../../../core/units/length.ts'
import { StationFrame } from '../../app/StationFrame.tsx'
import { setupOf } from '../../app/stations.ts'
import { Figure } from '../../components/Figure.tsx'
import { Ledger } from '../../components/Ledger.tsx'
import { ValueField } from '../../components/ValueField.tsx'
import { LengthField } from '../../components/LengthField.tsx'
import { useEngine } from '../../hooks/useEngine.ts'
import { useHand } from '../../hooks/useHand.ts'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { NoteField } from './NoteField.tsx'
import { now } from '../../stores/clock.ts'

const plain = (values: readonly string[]) => values.map(value => ({ value, label: value }))
const pick = <T extends string>(of: readonly T[], v: string): T => of.find(x => x === v) ?? of[0]!

const placeOf = (id: string, l: Layout): Point => {
  const treble = l.strings[0]!,
    bass = l.strings.at(-1)!
  const s = id.endsWith('treble') ? treble : bass
  if (id === 'relief') return [l.frets[6] ?? l.scaleLength / 3, 0]
  if (id.startsWith('nut')) return s.nut
  return [l.scaleLength / 2, s.nut[1] + (s.saddle[1] - s.nut[1]) / 2]
}
const TARGET_OF: Record<string, keyof SetupTargets> = {
  relief: 'relief',
  'nut.bass': 'nutBass',
  'nut.treble': 'nutTreble',
  'action.bass': 'actionBass',
  'action.treble': 'actionTreble',
}

/** The build with one string of the chosen set in another gauge; a wound string keeps its core's share. */
const setGauge = (b: Build, number: number, diameter: number): Build => ({
  ...b,
  parts: b.parts.map(p =>
    p.id !== b.slots.strings
      ? p
      : {
          ...p,
          gauges:
            p.gauges?.map((g, i) =>
              i !== number - 1
                ? g
                : { diameter, wound: g.wound, ...(g.core ? { core: (g.core * diameter) / g.diameter } : {}) },
            ) ?? [],
        },
  ),
})

/** Readings in, the next adjustment out, in handbook order. */
export function Setup() {
  const build = useOpenBuild()
  const layout = useEngine(layOut)
  const work = useEngine(setupOf)
  const l = useLength()
  const { hand, take } = useHand(work.adjustments)
  const set = (patch: Partial<SetupTargets>) => editBuild(b => ({ ...b, setup: { ...b.setup, ...patch } }))
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
          {a.reading === undefined ? '–' : l.fineFigure(a.reading).figure}
          <br />
          <span className="text-muted">{l.fineFigure(a.target).figure}</span>
        </span>
      </>
    ),
  }))
  const reading = hand?.reading === undefined ? undefined : l.fineFigure(hand.reading)
  return (
    <StationFrame
      map={{
        title: 'Setup',
        summary: `${fixed(work.totalNewtons, 0)} N on the neck`,
        hand: hand?.id,
        take,
        caption: hand?.title,
        reach: 34,
        marks: layout
          ? work.adjustments.map((a, i) => ({
              id: a.id,
              at: placeOf(a.id, layout),
              label: String(i + 1),
              title: a.title,
            }))
          : [],
      }}
      ledger={
        <Ledger
          heading="In this order"
          aside={`read, target, ${l.unit}`}
          rows={rows}
          hand={hand?.id}
          take={take}
          empty="Choose a neck at the Parts station first."
        />
      }
    >
      <article className="flex max-w-[780px] flex-col gap-4">
        {hand && (
          <>
            <header className="flex flex-col">
              <h2 className="text-title font-semibold">{hand.title}</h2>
              <p className="text-plain text-muted">{hand.how}</p>
            </header>
            <div className="flex flex-wrap items-end gap-x-8 gap-y-3">
              <div>
                <p className="text-note text-muted">{reading ? 'it reads' : 'aim for'}</p>
                {reading ? (
                  <Figure value={reading.figure} unit={reading.unit} />
                ) : (
                  <Figure value={l.fineFigure(hand.target).figure} unit={l.unit} />
                )}
              </div>
              <LengthField
                label="New reading"
                large
                clears
                wide
                mm={undefined}
                min={0}
                max={12}
                onMm={v =>
                  editBuild(b =>
                    takeReading(b, {
                      of: setupReading(hand.id),
                      value: v,
                      doubt: 0.03,
                      at: now(),
                      with: 'feeler gauge',
                    }),
                  )
                }
              />
              <LengthField
                label="Target"
                mm={hand.target}
                min={hand.id.startsWith('action') ? 0.3 : 0}
                max={hand.id === 'relief' ? 2 : hand.id.startsWith('nut') ? 3 : 8}
                onMm={v => set({ [TARGET_OF[hand.id]!]: v })}
              />
            </div>
            <p
              className={`border-l-4 pl-3 text-figure font-semibold ${hand.state === 'on target' ? 'border-snug' : hand.state === 'adjust' ? 'border-hand' : 'border-line'}`}
            >
              {l.prose(hand.move)}
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
        <table className="text-plain">
          <caption className="border-b-2 border-ink pb-1 text-left text-body font-semibold">
            Strings and tension
          </caption>
          <thead>
            <tr className="text-left text-note text-muted">
              <th className="font-normal">String</th>
              <th className="font-normal">Note</th>
              <th className="font-normal">Diameter</th>
              <th className="text-right font-normal">Pull</th>
            </tr>
          </thead>
          <tbody>
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
                <td className="figure text-right">{fixed(s.newtons, 1)} N</td>
              </tr>
            ))}
          </tbody>
        </table>
      </article>
    </StationFrame>
  )
}
