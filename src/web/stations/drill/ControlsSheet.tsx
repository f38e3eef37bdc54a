import { say, small } from '../../../core/say/said.ts'
import { readWith } from '../../../core/tools/tools.ts'
import { counted } from '../../../core/text/text.ts'
import { Heading, Title } from '../../components/Heading.tsx'
import { SPANS } from '../../../core/document/spans.ts'
import { servedWord } from '../../../core/parts/servedWord.ts'
import { useEffect, useMemo, useState } from 'react'
import { sizeAt } from '../../../core/document/assumed.ts'
import { partIn } from '../../../core/document/references.ts'
import { slotsOf } from '../../../core/document/slots.ts'
import type { Point } from '../../../core/geometry/outline.ts'
import { placesThatFit } from '../../../core/layout/controlPlaces.ts'
import type { Shaped } from '../../../core/document/docs.ts'
import type { MarkItem } from '../../../core/drill/markList.ts'
import type { Work } from '../../../core/drill/templates/drawnFrom.ts'
import { controlSpots, placesFromDonor, type ControlSpot, type DonorTie } from '../../../core/layout/controls.ts'
import { fromTold, LINES, toldAcross, toldLine } from '../../../core/layout/lines.ts'
import { bodyPlace, layOut } from '../../../core/layout/layOut.ts'
import { Button } from '../../components/Button.tsx'
import { Grid } from '../../components/Grid.tsx'
import { LengthField } from '../../components/LengthField.tsx'
import { Select } from '../../components/Select.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { useShelf } from '../../stores/shelfStore.ts'
import { Findings } from './Findings.tsx'

type Place = { slot: string; x: number; y: number; doubt: number }
/** The build with some parts at places of their own, from the pocket's end wall and off the body's centre line. */
const placeAt = <B extends Shaped>(b: B, places: readonly Place[]): B => ({
  ...b,
  placements: {
    ...b.placements,
    parts: [
      ...(b.placements.parts ?? []).filter(p => !places.some(q => q.slot === p.slot)),
      ...places.map(p => ({
        slot: p.slot,
        x: { value: p.x, doubt: p.doubt, basis: 'assumed' as const },
        y: { value: p.y, doubt: p.doubt, basis: 'assumed' as const },
      })),
    ],
  },
})

/** Knobs, switch and jack: where each stands and what is near it, from their own numbers or a donor's. */
export function ControlsSheet({ work, item }: { work: Work; item: MarkItem }) {
  const build = useOpenBuild(),
    l = useLength()
  const [trying, setTrying] = useState<Place>()
  const shown = trying ? placeAt(work.build, [trying]) : work.build,
    layout = (trying && layOut(shown)) ?? work.layout
  const spots = controlSpots(shown, layout)
  // Fields hold what is saved while something is typed into one of them; the clearances follow the typing.
  const saved = controlSpots(work.build, work.layout)
  const { nutToHeelEnd } = work.layout,
    line = toldLine(build)
  const told = (s: ControlSpot) => {
    const { at } = saved.find(o => o.slot === s.slot) ?? s
    return { x: at[0] - nutToHeelEnd, y: toldAcross(build, nutToHeelEnd, at) }
  }
  /** As the document keeps it: off the body's own line. */
  const kept = (x: number, y: number) =>
    bodyPlace(work.build, work.layout, [x + nutToHeelEnd, fromTold(build, x, y)])
  const near = (mm: number | undefined, least: number) => (
    <span className={`figure ${mm !== undefined && mm < least ? 'font-semibold text-never' : ''}`}>
      {mm === undefined || !Number.isFinite(mm) ? '–' : l.num(mm)}
    </span>
  )
  return (
    <article className="flex max-w-[55rem] flex-col gap-4">
      <Title>{item.title}</Title>
      <Findings
        of={spots.flatMap(s => s.findings.map(f => say`${s.label}: ${small(f)}`))}
        fine="Cavity, strings, hand, arm and neighbours leave every control its room."
      />
      <Grid
        caption={`Control by control, ${l.unit}`}
        heads={[
          '',
          `From the pocket’s end; off ${line === LINES.one ? 'centre' : line}, treble +`,
          'Case to wall',
          'Case to the next',
          'Rim to the next',
          'Rim to strings',
          'Rim to edge',
        ]}
        rows={spots.map(s => {
          const at = (axis: 'x' | 'y', v: number): Place => ({
            slot: s.slot,
            ...kept(axis === 'x' ? v : told(s).x, axis === 'y' ? v : told(s).y),
            doubt: readWith('rule', 'length').doubt,
          })
          return {
            id: s.slot,
            head: (
              <>
                <span className="block leading-tight">{s.label}</span>
                <span className="text-note text-muted">
                  {s.from}
                  {s.on === 'body' ? '' : `, in the ${s.on === 'side' ? 'edge' : s.on}`}
                </span>
              </>
            ),
            cells: [
              <span key="place" className="flex min-w-[15.75rem] flex-wrap gap-x-3 gap-y-1 max-[56.25em]:min-w-0">
                {(['x', 'y'] as const).map(axis =>
                  s.from === 'drilled' ? (
                    <span key={axis} className="figure">
                      {l.num(told(s)[axis])}
                    </span>
                  ) : (
                    <LengthField
                      key={axis}
                      narrow
                      hideLabel
                      label={`${s.label}, ${axis === 'x' ? 'from the pocket’s end' : 'off centre'}`}
                      mm={told(s)[axis]}
                      {...(axis === 'x' ? SPANS.along : SPANS.across)}
                      onTyping={v => setTrying(v === undefined ? undefined : at(axis, v))}
                      onMm={v => {
                        setTrying(undefined)
                        editBuild(b => placeAt(b, [at(axis, v)]))
                      }}
                    />
                  ),
                )}
              </span>,
              near(s.wall, 0.5),
              near(s.neighbour?.by, 1),
              near(s.rim?.by, 6),
              near(s.knob ? s.string : undefined, 15),
              near(s.edge, 3),
            ],
          }
        })}
      />
      <FittingPlaces
        work={work}
        spots={saved}
        take={(slot, at) =>
          editBuild(b =>
            placeAt(b, [
              { slot, ...bodyPlace(work.build, work.layout, at), doubt: readWith('rule', 'length').doubt },
            ]),
          )
        }
      />
      <FromDonor work={work} />
      {build.placements.parts?.length ? <OwnPlaces /> : null}
    </article>
  )
}

function OwnPlaces() {
  return (
    <p>
      <Button
        onClick={() =>
          editBuild(b => {
            const { parts: gone, ...rest } = b.placements
            void gone
            return { ...b, placements: rest }
          })
        }
      >
        Forget the typed places
      </Button>
    </p>
  )
}

/** For each control that stands badly, or nowhere, the places where it has its room, with what is left around it. */
function FittingPlaces({
  work,
  spots,
  take,
}: {
  work: Work
  spots: readonly ControlSpot[]
  take: (slot: string, at: Point) => void
}) {
  const l = useLength(),
    build = useOpenBuild()
  const wanting = useMemo(
    () =>
      slotsOf(work.build.instrument)
        .filter(s => (s.kind === 'pot' || s.kind === 'switch') && partIn(work.build, s.id))
        .flatMap(s => {
          const spot = spots.find(o => o.slot === s.id)
          if (spot && spot.findings.length === 0) return []
          const places = placesThatFit(
            work.layout,
            spot ?? {
              case: sizeAt(partIn(work.build, s.id), s.kind as 'pot', 'caseWidth'),
              knob: s.kind === 'pot' ? sizeAt(undefined, 'knob', 'outsideDiameter') : 0,
            },
            spots.filter(o => o.slot !== s.id),
          )
          return [{ slot: s.id, label: s.label, drilled: spot?.from === 'drilled', places }]
        }),
    [work, spots],
  )
  if (!wanting.length) return null
  const { nutToHeelEnd } = work.layout
  const room = (mm: number) => (Number.isFinite(mm) ? l.num(mm) : '–')
  return (
    <section aria-label="Places that fit" className="flex flex-col gap-2">
      <Heading>Places that fit</Heading>
      {wanting.map(w => (
        <Grid
          key={w.slot}
          caption={`${w.label}${w.drilled ? ': its hole is there; plug it first' : ''}`}
          heads={[
            'From the pocket’s end, across',
            'Case to wall',
            'to the next',
            'Rim to the next',
            'to strings',
            'to edge',
            '',
          ]}
          rows={w.places.map((p, i) => ({
            id: `${w.slot}-${i}`,
            head: (
              <span className="figure">
                {l.num(p.at[0] - nutToHeelEnd)}, {l.num(toldAcross(build, nutToHeelEnd, p.at))}
              </span>
            ),
            cells: [
              ...[p.wall, p.neighbour, p.rim, p.string, p.edge].map((mm, k) => (
                <span key={k} className="figure">
                  {room(mm)}
                </span>
              )),
              p.spare < 0 ? (
                <span key="no" className="text-never">
                  misses by {l.text(-p.spare)}
                </span>
              ) : (
                <Button key="take" disabled={w.drilled} onClick={() => take(w.slot, p.at)}>
                  Take it
                </Button>
              ),
            ],
          }))}
        />
      ))}
    </section>
  )
}

/** Places taken from a donor on the shelf, measured from its nut. */
function FromDonor({ work }: { work: Work }) {
  const l = useLength(),
    load = useShelf(s => s.loadKinds),
    parts = useShelf(s => s.parts)
  useEffect(() => {
    void load(['donor'])
  }, [load])
  const donors = [...parts.values(), ...work.build.parts].filter(p => p.kind === 'donor')
  const [id, setId] = useState(''),
    [tie, setTie] = useState<DonorTie>('bridge')
  const donor = donors.find(d => d.id === id) ?? donors[0]
  const places = donor ? placesFromDonor(work.build, work.layout, donor, tie) : []
  const drilled = new Set(
      controlSpots(work.build, work.layout)
        .filter(s => s.from === 'drilled')
        .map(s => s.slot),
    ),
    free = places.filter(p => !drilled.has(p.slot))
  return (
    <section aria-label="From a donor" className="flex flex-col gap-2">
      <Heading>From a donor’s template</Heading>
      {!donor ? (
        <p className="text-plain">
          No donor is on the shelf. One with control holes measured from its nut gives its places here.
        </p>
      ) : (
        <>
          <div className="flex flex-wrap items-end gap-3">
            <Select
              label="Donor"
              value={donor.id}
              onChange={setId}
              options={donors.map(d => ({ value: d.id, label: d.name }))}
            />
            <Select
              label="Carried over"
              value={tie}
              onChange={v => setTie(v as DonorTie)}
              options={[
                { value: 'bridge', label: 'at the same distance from the bridge' },
                { value: 'nut', label: 'at the same distance from the nut' },
              ]}
            />
            <Button disabled={free.length === 0} onClick={() => editBuild(b => placeAt(b, free))}>
              Take {free.length === 1 ? 'its place' : `its ${counted(free.length, 'place')}`}
            </Button>
          </div>
          <p className="text-note text-muted">
            {places.length === 0
              ? 'It has no control holes that this instrument has a slot for.'
              : places
                  .map(
                    p =>
                      `${servedWord(p.slot)} ${l.text(p.x)} from the pocket’s end, ${l.text(Math.abs(p.y))} ${p.y < 0 ? 'bass' : 'treble'}${drilled.has(p.slot) ? ' (drilled already)' : ''}`,
                  )
                  .join('; ') + '.'}
          </p>
        </>
      )}
    </section>
  )
}
