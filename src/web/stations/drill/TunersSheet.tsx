import { readWith } from '../../../core/tools/tools.ts'
import { Title } from '../../components/Heading.tsx'
import { SPANS } from '../../../core/document/spans.ts'
import { useState } from 'react'
import type { Shaped } from '../../../core/document/docs.ts'
import type { TunerPlace } from '../../../core/document/build.ts'
import { writeLog } from '../../../core/document/edits.ts'
import type { MarkItem } from '../../../core/drill/markList.ts'
import type { Work } from '../../../core/drill/templates/drawnFrom.ts'
import { layOut } from '../../../core/layout/layOut.ts'
import { checkTuners, onTreble } from '../../../core/layout/tuners.ts'
import { fixed } from '../../../core/units/length.ts'
import { Button } from '../../components/Button.tsx'
import { Figure } from '../../components/Figure.tsx'
import { Grid } from '../../components/Grid.tsx'
import { LengthField } from '../../components/LengthField.tsx'
import { Select } from '../../components/Select.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { now } from '../../stores/clock.ts'
import { Findings } from './Findings.tsx'

const sure = (value: number) => ({
  value,
  doubt: readWith('rule', 'length').doubt,
  basis: 'assumed' as const,
})
const withTuners = <B extends Shaped>(b: B, tuners: TunerPlace[] | undefined): B => {
  const { tuners: gone, ...rest } = b.placements
  void gone
  return { ...b, placements: tuners ? { ...rest, tuners } : rest }
}
const reasonOf = {
  drilled: 'Drilled already: checked as it is.',
  placed: 'Placed by you.',
  proposed: 'Proposed on this outline: even pitch, straight pull, edges and buttons free.',
}

/** The tuners on the head: checked when it is drilled, proposed when it is blank, moved by hand with everything seen live. */
export function TunersSheet({ work, item }: { work: Work; item: MarkItem }) {
  const build = useOpenBuild(),
    l = useLength()
  const [chosen, setChosen] = useState<readonly number[]>([])
  const [move, setMove] = useState<{ x: number; y: number }>({ x: 0, y: 0 })
  const spots = work.layout.tuners.spots,
    drilled = work.layout.tuners.from === 'drilled'
  const moved = (by: { x: number; y: number }, of: readonly number[]): TunerPlace[] =>
    spots.map(s => ({
      string: s.string,
      x: sure(s.at[0] - (of.includes(s.string) ? by.x : 0)),
      y: sure(s.at[1] + (of.includes(s.string) ? by.y : 0)),
    }))
  const trying = !drilled && chosen.length > 0 && (move.x !== 0 || move.y !== 0)
  const shown = trying ? withTuners(work.build, moved(move, chosen)) : work.build
  const layout = trying ? (layOut(shown) ?? work.layout) : work.layout
  const check = checkTuners(
    shown,
    layout.tuners,
    layout.head,
    layout.strings.map(s => s.nut[1]),
  )
  const put = (string: number, axis: 'x' | 'y', v: number) =>
    editBuild(b =>
      withTuners(
        b,
        moved({ x: 0, y: 0 }, []).map(t => (t.string === string ? { ...t, [axis]: sure(v) } : t)),
      ),
    )
  const neckId = build.slots.neck
  return (
    <article className="flex max-w-[53.75rem] flex-col gap-4">
      <header>
        <Title>{item.title}</Title>
        <p className="text-plain text-muted">
          {reasonOf[check.from]}
          {trying ? ' Shown as they would stand.' : ''}
        </p>
      </header>
      {check.spots.length === 0 ? (
        <NoOutline />
      ) : (
        <>
          <TunerFigures check={check} />
          <Findings of={check.findings} fine="No bodies, buttons, strings or edges in each other’s way." />
          {check.moves.length > 0 && !trying && (
            <p>
              <Button
                onClick={() =>
                  editBuild(
                    b =>
                      withTuners(
                        b,
                        moved({ x: 0, y: 0 }, []).map(t => {
                          const m = check.moves.find(o => o.string === t.string)
                          return m ? { ...t, x: sure(m.to[0]), y: sure(m.to[1]) } : t
                        }),
                      ),
                    'Tuners moved by the least that does',
                  )
                }
              >
                Move them by that
              </Button>
            </p>
          )}
          <Grid
            caption={`Tuner by tuner, ${l.unit}`}
            heads={[
              ...(drilled ? [] : ['']),
              'String',
              'From the nut; off centre, treble +',
              'To the next',
              'Hole to edge',
              'Turn at the nut',
              'Past other posts',
            ]}
            rows={check.spots.map(s => ({
              id: String(s.string),
              strong: chosen.includes(s.string),
              head: drilled ? (
                <span className="figure whitespace-nowrap">
                  {s.string} {build.instrument.tuning[s.string - 1]}
                </span>
              ) : (
                <label className="grid size-10 place-items-center">
                  <input
                    type="checkbox"
                    className="size-5"
                    aria-label={`Choose tuner ${s.string} to move`}
                    checked={chosen.includes(s.string)}
                    onChange={e =>
                      setChosen(c => (e.target.checked ? [...c, s.string] : c.filter(n => n !== s.string)))
                    }
                  />
                </label>
              ),
              cells: [
                ...(drilled
                  ? []
                  : [
                      <span key="n" className="figure whitespace-nowrap">
                        {s.string} {build.instrument.tuning[s.string - 1]}
                      </span>,
                    ]),
                ...tunerCells(s, drilled, l, put),
              ],
            }))}
          />
          {!drilled && (
            <MoveTuners {...{ chosen, move, setMove, trying }} from={check.from} to={() => moved(move, chosen)} />
          )}
        </>
      )}
      {drilled && neckId && <PlugHoles neckId={neckId} />}
    </article>
  )
}

type Checked = ReturnType<typeof checkTuners>

/** One tuner's place, and how far everything is from it. @param put moves it along one axis, mm in the head's frame */
const tunerCells = (
  s: Checked['spots'][number],
  drilled: boolean,
  l: ReturnType<typeof useLength>,
  put: (string: number, axis: 'x' | 'y', mm: number) => void,
) => [
  <span key="place" className="flex min-w-[15.75rem] flex-wrap gap-x-3 gap-y-1 max-[56.25em]:min-w-0">
    {(['x', 'y'] as const).map(axis => {
      const mm = axis === 'x' ? -s.at[0] : s.at[1]
      return drilled ? (
        <span key={axis} className="figure">
          {l.num(mm)}
        </span>
      ) : (
        <LengthField
          key={axis}
          label={`Tuner ${s.string} ${axis === 'x' ? 'from the nut' : 'off centre'}`}
          hideLabel
          narrow
          mm={mm}
          min={axis === 'x' ? 10 : -150}
          max={axis === 'x' ? 400 : 150}
          onMm={v => put(s.string, axis, axis === 'x' ? -v : v)}
        />
      )
    })}
  </span>,
  <span key="p" className="figure">
    {s.pitch === undefined ? '' : l.num(s.pitch)}
  </span>,
  <span key="e" className={`figure ${s.edge < 3 ? 'font-semibold text-never' : ''}`}>
    {Number.isFinite(s.edge) ? l.num(s.edge) : '–'}
  </span>,
  <span key="f" className="figure">
    {fixed(s.fan, 1)}°
  </span>,
  <span key="c" className={`figure ${s.passes < 1 ? 'font-semibold text-never' : ''}`}>
    {Number.isFinite(s.passes) ? l.num(s.passes) : '–'}
  </span>,
]

/** Least wood at the edge, evenness and the room in each row. */
function TunerFigures({ check }: { check: Checked }) {
  const l = useLength()
  const edge = Math.min(...check.spots.map(s => s.edge)),
    even = Math.max(0, ...check.rows.map(r => r.evenness))
  const least = l.figure(edge, 1),
    ev = l.figure(even, 1)
  return (
    <dl className="flex flex-wrap items-end gap-x-8 gap-y-2">
      <div>
        <dt className="text-note text-muted">least wood to the edge</dt>
        <dd className={edge < 3 ? 'text-never' : ''}>
          <Figure size="large" value={least.figure} unit={least.unit} />
        </dd>
      </div>
      <div>
        <dt className="text-note text-muted">pitches differ by</dt>
        <dd>
          <Figure size="large" value={ev.figure} unit={ev.unit} />
        </dd>
      </div>
      {check.rows.map(r => (
        <div key={r.side}>
          <dt className="text-note text-muted">room in the {r.side > 0 ? 'treble' : 'bass'} row</dt>
          <dd>
            <Figure size="large" value={l.num(r.room)} unit={l.unit} doubt={l.num(r.roomDoubt)} />
          </dd>
        </div>
      ))}
    </dl>
  )
}

interface By {
  x: number
  y: number
}

/** Moves the chosen tuners together, and says how many stand on which side. */
function MoveTuners({
  chosen,
  move,
  setMove,
  trying,
  from,
  to: places,
}: {
  chosen: readonly number[]
  move: By
  setMove: (to: By | ((m: By) => By)) => void
  trying: boolean
  from: Checked['from']
  /** Where they all stand when they are moved. */
  to: () => TunerPlace[]
}) {
  const build = useOpenBuild(),
    { strings } = build.instrument
  return (
    <div className="flex flex-wrap items-end gap-3" role="group" aria-label="Move the chosen tuners">
      <LengthField
        label="Further from the nut by"
        narrow
        mm={move.x}
        {...SPANS.across}
        onMm={v => setMove(m => ({ ...m, x: v }))}
        onTyping={v => {
          if (v !== undefined) setMove(m => ({ ...m, x: v }))
        }}
      />
      <LengthField
        label="To the treble by"
        narrow
        mm={move.y}
        {...SPANS.across}
        onMm={v => setMove(m => ({ ...m, y: v }))}
        onTyping={v => {
          if (v !== undefined) setMove(m => ({ ...m, y: v }))
        }}
      />
      <Button
        kind="main"
        disabled={!trying}
        onClick={() => {
          const to = places()
          setMove({ x: 0, y: 0 })
          editBuild(b => withTuners(b, to))
        }}
      >
        {chosen.length
          ? `Move ${chosen.length === 1 ? `tuner ${chosen[0]}` : `tuners ${[...chosen].sort((a, b) => a - b).join(', ')}`}`
          : 'Choose tuners to move'}
      </Button>
      <Select
        label="On the treble side"
        value={String(onTreble(build))}
        onChange={v =>
          editBuild(b =>
            withTuners({ ...b, placements: { ...b.placements, tunersOnTreble: Number(v) } }, undefined),
          )
        }
        options={Array.from({ length: strings + 1 }, (_, n) => ({
          value: String(n),
          label:
            n === 0
              ? `none: ${strings} in line, bass side`
              : n === strings
                ? `all ${n} in line`
                : `${n} and ${strings - n} opposite`,
        }))}
      />
      {from === 'placed' && <Button onClick={() => editBuild(b => withTuners(b, undefined))}>Propose again</Button>}
    </div>
  )
}

/** Plugs the holes of a drilled head, so that its tuners can be laid out again. */
function PlugHoles({ neckId }: { neckId: string }) {
  return (
    <p className="flex flex-wrap items-center gap-3">
      <Button
        onClick={() =>
          editBuild(b =>
            writeLog(
              {
                ...b,
                parts: b.parts.map(p =>
                  p.id === neckId
                    ? {
                        ...p,
                        features: p.features.filter(
                          f => f.role !== 'tuner-hole' && !(f.role === 'screw-hole' && f.serves === 'tuner-screws'),
                        ),
                      }
                    : p,
                ),
              },
              'Old tuner holes to be plugged; tuners laid out again.',
              now(),
            ),
          )
        }
      >
        Plug these holes and lay out again
      </Button>
      <span className="text-note text-muted">Hardwood plugs with the grain; undo brings the old holes back.</span>
    </p>
  )
}

const NoOutline = () => (
  <p className="text-body">
    The head has no outline and no holes yet. Draw or read its outline at the Shelf, and places are proposed on it.
  </p>
)
