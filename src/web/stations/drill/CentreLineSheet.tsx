import { readWithUsual } from '../../../core/document/usualTool.ts'
import { readWith } from '../../../core/tools/tools.ts'
import { Heading, Title } from '../../components/Heading.tsx'
import { SPANS } from '../../../core/document/spans.ts'
import { readingRef } from '../../../core/document/readingRef.ts'
import { TOLD_FROM, type Build } from '../../../core/document/build.ts'
import { LINES } from '../../../core/layout/lines.ts'
import type { MarkItem } from '../../../core/drill/markList.ts'
import type { Work } from '../../../core/drill/templates/drawnFrom.ts'
import {
  EDGES,
  edgeReading,
  readCentreLine,
  STATIONS,
  turnNeck,
  type Edge,
  type Station,
  type CentreLine,
} from '../../../core/layout/centreLine.ts'
import { besideNeckLine } from '../../../core/layout/offNeckLine.ts'
import { doubtOf } from '../../../core/units/quantity.ts'
import { Button } from '../../components/Button.tsx'
import { CautionNotes } from '../../components/CautionNote.tsx'
import { Figure } from '../../components/Figure.tsx'
import { Grid } from '../../components/Grid.tsx'
import { LengthField } from '../../components/LengthField.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { editBuild, useOpenBuild } from '../../stores/buildStore.ts'
import { now } from '../../stores/clock.ts'

const NAMES: Record<Station, string> = { mouth: 'At the pocket’s mouth', bridge: 'At the bridge line' }
const latest = (b: Build, of: string) => b.readings.findLast(r => r.of === of)?.value

/** Readings of both neck edges, and what they say: drift, turn, what to shave, what lies beside the line. */
export function CentreLineSheet({ work, item }: { work: Work; item: MarkItem }) {
  const build = useOpenBuild(),
    l = useLength(),
    layout = work.layout
  const line = readCentreLine(build),
    found = line && !('problem' in line) ? line : undefined
  const pocket = layout.features.find(f => f.role === 'neck-pocket')
  const proposed: Record<Station, number> = {
    mouth: pocket ? 2 * (pocket.centre[0] - layout.nutToHeelEnd) : -76,
    bridge: layout.scaleLength - layout.nutToHeelEnd,
  }
  const take = (station: Station, what: Edge | 'at', value: number) =>
    editBuild(b => {
      // The first reading at a station is taken where the sheet proposes it, unless another place was typed.
      const placed =
        what === 'at' || latest(b, edgeReading(station, 'at')) !== undefined
          ? b
          : readWithUsual(
              b,
              edgeReading(station, 'at'),
              proposed[station],
              now(),
              readWith('the proposal', 'length'),
            )
      return readWithUsual(placed, edgeReading(station, what), value, now())
    })
  const anyRead = build.readings.some(r => readingRef(r.of)?.kind === 'edge')
  const drift = found && l.figure(Math.abs(found.drift.value), 1)
  return (
    <article className="flex max-w-[50rem] flex-col gap-4">
      <Title>{item.title}</Title>
      {found && drift ? (
        <Drift drift={drift} found={found} />
      ) : line && 'problem' in line ? (
        <p className="border-l-4 border-never pl-3 text-body font-semibold" role="alert">
          {l.say(line.problem)}
        </p>
      ) : (
        <p className="text-body">
          Fit the neck. Lay a straightedge along each of its edges, carry both lines over the body, and read how far
          each lies from the body’s centre line: once near the pocket, once at the bridge.
        </p>
      )}
      <Grid
        caption="Neck edges, outwards from the body’s centre line"
        heads={['', 'from the pocket’s end', ...EDGES.map(e => `${e} edge`)]}
        rows={STATIONS.map(s => ({
          id: s,
          head: NAMES[s],
          cells: [
            <LengthField
              key="at"
              label={`${NAMES[s]}, from the pocket’s end`}
              hideLabel
              mm={latest(build, edgeReading(s, 'at')) ?? proposed[s]}
              {...SPANS.along}
              onMm={v => take(s, 'at', v)}
            />,
            ...EDGES.map(e => (
              <LengthField
                key={e}
                label={`${NAMES[s]}, ${e} edge`}
                hideLabel
                mm={latest(build, edgeReading(s, e))}
                {...SPANS.across}
                onMm={v => take(s, e, v)}
              />
            )),
          ],
        }))}
      />
      {found && (
        <p
          className={`border-l-4 pl-3 text-lead font-semibold ${found.withinDoubt ? 'border-snug' : 'border-hand'}`}
        >
          {l.say(turnNeck(build, found).says)}
        </p>
      )}
      {found && !found.withinDoubt && <CautionNotes ids={['cutters']} />}
      {found && <ToldFrom />}
      {found && (
        <Grid
          caption="What lies beside the neck’s line"
          heads={['', 'off the line', 'side']}
          rows={besideNeckLine(build, layout).map(b => ({
            id: b.id,
            head: b.label,
            cells: [
              <span key="o" className="figure">
                {l.doubted(Math.abs(b.off), b.doubt, 1)}
              </span>,
              Math.abs(b.off) <= b.doubt ? 'within the doubt' : b.off > 0 ? 'treble' : 'bass',
            ],
          }))}
        />
      )}
      {anyRead && (
        <p>
          <Button
            onClick={() =>
              editBuild(b => ({ ...b, readings: b.readings.filter(r => readingRef(r.of)?.kind !== 'edge') }))
            }
          >
            Read again
          </Button>
        </p>
      )}
    </article>
  )
}

function Drift({ drift, found }: { drift: { figure: string; unit: string }; found: CentreLine }) {
  const l = useLength()
  return (
    <div className="flex flex-wrap items-center gap-x-8 gap-y-2">
      <Figure value={drift.figure} unit={drift.unit} doubt={l.figure(found.driftDoubt, 1).figure} />
      <p className="min-w-[min(14rem,100%)] flex-1 text-body">
        off the body’s centre line at the bridge, to the {found.drift.value >= 0 ? 'treble' : 'bass'} side. Neck
        turned{' '}
        <span className="figure font-semibold">
          {Math.abs(found.angleDeg.value).toFixed(2)}° ±{found.angleDoubt.toFixed(2)}
        </span>
        ; <span className="figure">{l.doubted(Math.abs(found.at.mouth.value), doubtOf(found.at.mouth), 1)}</span>{' '}
        off at the mouth.
      </p>
    </div>
  )
}

function ToldFrom() {
  const build = useOpenBuild()
  return (
    <section aria-label="Places are told from">
      <Heading>Places on the body are told from</Heading>
      <div className="flex flex-wrap items-center gap-3 pt-2">
        {TOLD_FROM.map(t => (
          <Button
            key={t}
            kind={(build.placements.toldFrom ?? 'body') === t ? 'main' : 'plain'}
            aria-pressed={(build.placements.toldFrom ?? 'body') === t}
            onClick={() =>
              editBuild(
                b => ({ ...b, placements: { ...b.placements, toldFrom: t } }),
                `Places are told from ${LINES[t]}`,
              )
            }
          >
            {LINES[t]}
          </Button>
        ))}
        <p className="min-w-[min(14rem,100%)] flex-1 text-plain">
          {build.placements.toldFrom === 'neck'
            ? 'Carry the neck’s line over the body and draw it: sheets, paper, map and the numbers to mark are told from it.'
            : 'The line that is drawn on the body: sheets, paper, map and the numbers to mark are told from it. Strings run on the neck’s.'}
        </p>
      </div>
    </section>
  )
}
