import { yDown } from '../../../core/document/mirror.ts'
import { counted } from '../../../core/text/text.ts'
import { clearanceFigure, stateWord } from '../../text/clearanceFigure.ts'
import { Title } from '../../components/Heading.tsx'
import { Table } from '../../components/Table.tsx'
import { useMemo } from 'react'
import { choosePart } from '../../../core/document/edits.ts'
import type { Build } from '../../../core/document/build.ts'
import type { Slot } from '../../../core/document/slots.ts'
import { boundsOf } from '../../../core/geometry/outline.ts'
import { jointsAsTheyStand } from '../../../core/fit/findJoints.ts'
import type { Joint } from '../../../core/fit/joint.ts'
import { layOut } from '../../../core/layout/layOut.ts'
import type { Candidate } from '../../../core/match/candidates.ts'
import { Button } from '../../components/Button.tsx'
import { Hex } from '../../components/Hex.tsx'
import { SnugGauge } from '../../components/SnugGauge.tsx'
import { InstrumentDrawing } from '../../map/InstrumentDrawing.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'
import { chooseAsked } from '../../stores/chooseAsked.ts'

/** Half of what each picture shows, mm. */
const REACH = 75

function Close({ build, slot }: { build: Build; slot: string }) {
  const l = layOut(build)
  if (!l) return null
  const f = l.pickups.find(p => p.slot === slot)?.centre ?? l.features.find(x => x.serves === slot)?.centre
  const body = l.body.length ? boundsOf(l.body) : { x0: 0, x1: l.scaleLength }
  const c =
    f ??
    (slot === 'neck' || slot === 'body'
      ? ([l.nutToHeelEnd, 0] as const)
      : slot === 'bridge'
        ? ([l.bridge.front + 20, 0] as const)
        : slot === 'tuners' || slot === 'nut'
          ? ([-60, 0] as const)
          : ([(body.x0 + body.x1) / 2, 0] as const))
  const flip = yDown(build)
  return (
    <svg
      viewBox={`${c[0] - REACH * 1.5} ${flip * c[1] - REACH} ${REACH * 3} ${REACH * 2}`}
      className="w-full border border-line bg-ground"
      role="img"
      aria-label="Its place on the instrument"
    >
      <g transform={`scale(1 ${flip})`}>
        <InstrumentDrawing layout={l} build={build} fine />
      </g>
    </svg>
  )
}

/** Two parts side by side in this build: their places drawn, and every joint of the slot on one gauge each. */
export function Compare({ slot, pair }: { slot: Slot; pair: readonly Candidate[] }) {
  const build = useOpenBuild(),
    l = useLength()
  const sides = useMemo(
    () =>
      pair.map(c => {
        const b = choosePart({ ...build, fixes: [] }, slot.id, c.part)
        return { c, build: b, joints: jointsAsTheyStand(b).filter(j => j.slots.includes(slot.id)) }
      }),
    [build, slot, pair],
  )
  if (sides.length < 2)
    return <p className="text-body">Tick two parts under “Candidates” to see them side by side.</p>
  const ids = [...new Set(sides.flatMap(s => s.joints.map(j => j.id)))]
  const cell = (j: Joint | undefined) =>
    j ? (
      <span className="flex items-center gap-2">
        <SnugGauge
          size="ledger"
          title={j.title}
          value={j.clearance.value}
          doubt={j.doubt}
          limits={j.limits}
          state={j.state}
        />
        <span>
          <span className="figure block text-plain">{clearanceFigure(j, l).figure}</span>
          <span className="flex items-center gap-1 text-note text-muted">
            <Hex state={j.state} size={14} />
            {stateWord(j)}
          </span>
        </span>
      </span>
    ) : (
      <span className="text-muted">no such joint</span>
    )
  return (
    <article className="flex max-w-[53.75rem] flex-col gap-3">
      <Title>{slot.label}, side by side</Title>
      <div className="grid grid-cols-2 gap-4">
        {sides.map(s => (
          <section key={s.c.part.id} aria-label={s.c.part.name} className="flex flex-col gap-2">
            <h3 className="text-body font-semibold">{s.c.part.name}</h3>
            <Close build={s.build} slot={slot.id} />
            <p className="text-plain">
              <span className="figure">{s.c.cost}</span> {build.preferences.currency},{' '}
              {s.c.minutes === Infinity ? 'will not go' : `${Math.round(s.c.minutes)} min of work`}
              {s.c.wait ? `, ${counted(s.c.wait, 'day')} to wait` : ', at hand'}
            </p>
            {s.c.chosen ? (
              <p className="min-h-10 py-2 text-plain font-semibold">Chosen</p>
            ) : (
              <div>
                <Button onClick={() => chooseAsked(slot.id, s.c.part)}>Take this one</Button>
              </div>
            )}
          </section>
        ))}
      </div>
      <Table caption="Its joints">
        {ids.map(id => (
          <tr key={id} className="rule-row">
            <th scope="row" className="py-1.5 pr-3 text-left font-normal">
              {sides.flatMap(s => s.joints).find(j => j.id === id)!.title}
            </th>
            {sides.map(s => (
              <td key={s.c.part.id} className="py-1.5 pr-3">
                {cell(s.joints.find(j => j.id === id))}
              </td>
            ))}
          </tr>
        ))}
      </Table>
    </article>
  )
}
