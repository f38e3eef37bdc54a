import { ScaleSays } from '../../readings/ScaleSays.tsx'
import { ReadingField } from '../../readings/ReadingField.tsx'
import type { Layout } from '../../../core/layout/layOut.ts'
import { readWith } from '../../../core/tools/tools.ts'
import { withoutPlacing } from '../../../core/fit/applyFixes.ts'
import { Heading, Title } from '../../components/Heading.tsx'
import { LINES, woodLine } from '../../../core/layout/lines.ts'
import { drilledPattern } from '../../../core/layout/drilledBridge.ts'
import { SPANS } from '../../../core/document/spans.ts'
import { useState } from 'react'
import { HALF_FRET } from '../../../core/document/feeds.ts'
import { partIn } from '../../../core/document/references.ts'
import type { MarkItem } from '../../../core/drill/markList.ts'
import type { Work } from '../../../core/drill/templates/drawnFrom.ts'
import { bridgeOnBody } from '../../../core/layout/bridgeLine.ts'
import { saddleRoom } from '../../../core/layout/saddleRoom.ts'
import { fretReading, readScale } from '../../../core/layout/scale.ts'
import { Grid } from '../../components/Grid.tsx'
import { LengthField } from '../../components/LengthField.tsx'
import { Select } from '../../components/Select.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { Numbers, type Traced } from './Numbers.tsx'

/** The bridge line in numbers to mark, every saddle's travel, and the scale length proved on the frets. */
export function BridgeLineSheet({ work, item, trail }: { work: Work; item: MarkItem; trail: Traced }) {
  const build = useOpenBuild(),
    l = useLength(),
    layout = work.layout
  const place = layout.line.place.value,
    ideal = layout.line.ideal.value
  // Where something is set by hand it is marked with a rule.
  const rule = readWith('rule', 'length').doubt
  const setPlace = (axis: 'x' | 'y', v: number) =>
    editBuild(b => ({
      ...withoutPlacing(b, 'bridge'),
      placements: {
        ...b.placements,
        bridge: {
          x: b.placements.bridge?.x ?? { value: ideal, doubt: rule, basis: 'assumed' },
          y: b.placements.bridge?.y ?? { value: 0, doubt: rule, basis: 'assumed' },
          [axis]: { value: v, doubt: rule, basis: 'measured' },
        },
      },
    }))
  const onHoles = drilledPattern(partIn(work.build, 'body'), partIn(work.build, 'bridge')) !== undefined,
    bores = work.holes.filter(h => h.screws === 'bridge-screws')
  const room = saddleRoom(layout),
    short = room.filter(r => r.ahead < 0 || r.behind < 0)
  return (
    <article className="flex max-w-[50rem] flex-col gap-4">
      <Title>{item.title}</Title>
      <Numbers of={item.numbers} trail={trail} />
      <div className="flex flex-wrap items-end gap-4">
        <LengthField label="Plate front at" mm={place} {...SPANS.along} onMm={v => setPlace('x', v)} />
        <LengthField
          label={woodLine(build) === LINES.one ? 'Off centre, treble +' : 'Off the body’s own line, treble +'}
          mm={bridgeOnBody(work.build)}
          {...SPANS.across}
          onMm={v => setPlace('y', v)}
        />
        <WhereItStands
          layout={layout}
          ideal={ideal}
          place={place}
          setPlace={setPlace}
          work={work}
          onHoles={onHoles}
        />
      </div>
      {work.plugs.length > 0 && (
        <p role="status" className="border-l-4 border-tight pl-3 text-body">
          The body has {work.plugs.length} hole{work.plugs.length > 1 ? 's' : ''} that this place does not use: they
          are to be plugged, and {bores.length} drilled again.
        </p>
      )}
      {short.length > 0 && (
        <p className="border-l-4 border-never pl-3 text-body font-semibold">
          The saddle{short.length > 1 ? 's' : ''} of string{short.length > 1 ? 's' : ''}{' '}
          {short.map(r => r.number).join(', ')} cannot reach {short.length > 1 ? 'their places' : 'its place'}:{' '}
          {l.text(Math.max(...short.map(r => Math.max(-r.ahead, -r.behind))))} of travel is missing. Move the plate{' '}
          {short[0]!.ahead < 0 ? 'towards the neck' : 'towards the tail'}.
        </p>
      )}
      <Grid
        caption={`Saddles, ${l.unit}`}
        heads={['String', 'Compensation', 'From the nut', 'From the pocket', 'Room ahead', 'Room behind']}
        rows={room.map(r => ({
          id: String(r.number),
          head: (
            <span className="figure">
              {r.number} {build.instrument.tuning[r.number - 1]}
            </span>
          ),
          cells: [
            `+${l.num(r.compensation)}`,
            l.num(r.fromNut),
            l.num(r.fromPocket),
            l.num(r.ahead),
            l.num(r.behind),
          ].map((t, i) => (
            <span
              key={i}
              className={`figure ${i > 2 && (i === 3 ? r.ahead : r.behind) < 0 ? 'font-semibold text-never' : ''}`}
            >
              {t}
            </span>
          )),
        }))}
      />
      <ScaleCheck frets={layout.frets.length} />
      <details>
        <summary className="min-h-8 cursor-pointer text-plain">Frets, from the nut</summary>
        <ol className="grid grid-cols-4 gap-x-4 text-plain max-[56.25em]:grid-cols-3">
          {layout.frets.map((x, i) => (
            <li key={i} className="rule-row figure py-1">
              <span className="text-muted">{i + 1}</span> {l.text(x, 2)}
            </li>
          ))}
        </ol>
      </details>
    </article>
  )
}

function WhereItStands({
  layout,
  ideal,
  place,
  setPlace,
  work,
  onHoles,
}: {
  layout: Layout
  ideal: number
  place: number
  setPlace: (axis: 'x' | 'y', v: number) => void
  work: Work
  onHoles: boolean
}) {
  const l = useLength()
  const build = useOpenBuild()
  return (
    <p className="min-w-[min(14rem,100%)] flex-1 text-plain">
      {layout.line.from === 'drilled'
        ? `On the holes that the body has. The middle of the saddles’ travel would be at ${l.text(ideal)}.`
        : layout.line.proposed
          ? 'Proposed: every saddle in the middle of its need.'
          : Math.abs(place - ideal) < 0.05
            ? 'At the middle of the saddles’ travel.'
            : `The middle of the saddles’ travel would be at ${l.text(ideal)}.`}
      {woodLine(build) !== LINES.one && Math.abs(layout.bridge.y) >= 0.05 && (
        <>
          {' '}
          <button
            type="button"
            className="underline decoration-line underline-offset-4 hover:decoration-ink"
            onClick={() => setPlace('y', Number((bridgeOnBody(work.build) - layout.bridge.y).toFixed(2)))}
          >
            Set it on the neck’s line
          </button>
        </>
      )}
      {build.placements.bridge && (
        <>
          {' '}
          <button
            type="button"
            className="underline decoration-line underline-offset-4 hover:decoration-ink"
            onClick={() =>
              editBuild(b => {
                const { bridge: gone, ...rest } = b.placements
                void gone
                return { ...b, placements: rest }
              })
            }
          >
            {onHoles ? 'Set it on the holes that are there' : 'Place it by the scale again'}
          </button>
        </>
      )}
    </p>
  )
}

/** Scale length from the distance of two frets, read with a rule on this neck. */
function ScaleCheck({ frets }: { frets: number }) {
  const build = useOpenBuild(),
    read = readScale(build)
  const [low, setLow] = useState(read?.low ?? 0),
    [high, setHigh] = useState(read?.high ?? Math.min(HALF_FRET, frets))
  const name = (n: number) => (n === 0 ? 'nut' : `fret ${n}`)
  return (
    <section aria-label="Scale from the frets" className="flex flex-col gap-2">
      <Heading>Prove the scale length on this neck</Heading>
      <div className="flex flex-wrap items-end gap-3">
        <Select
          label="From"
          value={String(low)}
          onChange={v => {
            const n = Number(v)
            setLow(n)
            if (high <= n) setHigh(n + 1)
          }}
          options={Array.from({ length: frets }, (_, n) => ({ value: String(n), label: name(n) }))}
        />
        <Select
          label="to"
          value={String(high)}
          onChange={v => setHigh(Number(v))}
          options={Array.from({ length: frets - low }, (_, k) => ({
            value: String(low + 1 + k),
            label: name(low + 1 + k),
          }))}
        />
        <ReadingField label="Distance" clears of={fretReading(low, high)} />
      </div>
      {read ? (
        <ScaleSays />
      ) : (
        <p className="text-plain text-muted">
          Nut to fret 12 is half the scale. The further apart, the less doubt.
        </p>
      )}
    </section>
  )
}
