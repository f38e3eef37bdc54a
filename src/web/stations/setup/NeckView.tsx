import { readWith } from '../../../core/tools/tools.ts'
import { ReadingField } from '../../readings/ReadingField.tsx'
import { useState } from 'react'
import { readingText } from '../../../core/document/readingRef.ts'
import { SADDLE_RESERVE } from '../../../core/layout/saddleHeight.ts'
import { FALL_AWAY } from '../../../core/setup/buzz.ts'
import { SADDLE_LEFT, shimEffect, type NeckAngle, type ShimEffect } from '../../../core/setup/neckAngle.ts'
import { newest } from '../../../core/setup/stringTable.ts'
import { slotsOf } from '../../../core/document/slots.ts'
import { PART_KINDS } from '../../../core/parts/partKinds.ts'
import { fixed } from '../../../core/units/length.ts'
import { Button } from '../../components/Button.tsx'
import { Figure } from '../../components/Figure.tsx'
import { Title } from '../../components/Heading.tsx'
import { LengthField } from '../../components/LengthField.tsx'
import { Table } from '../../components/Table.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'

const FROM: Record<NeckAngle['from'], string> = {
  strung: 'from the action and the saddles’ travel as they were read',
  'clamped dry': 'from the straightedge over the clamped neck',
  parts: 'from the parts’ dimensions: nothing was read yet',
}

const DRY = readingText({ kind: 'dry' })
const SHIM = PART_KINDS.shim.dims.thick

/** What one shim moves, as a table. */
function Effect({ of }: { of: ShimEffect }) {
  const l = useLength(),
    build = useOpenBuild(),
    labels = new Map(slotsOf(build.instrument).map(s => [s.id, s.label])),
    most = Math.max(...of.breaks.map(b => b.after ?? 0)),
    steepest = of.breaks.find(b => b.after === most)
  const rows: [string, string][] = [
    ['Neck turned back', `${fixed(of.angleDeg, 2)}°`],
    ['Saddles higher, for the same action', l.fineText(of.rise)],
    ['Action at fret 12, saddles left alone', `${l.fineText(of.falls)} lower`],
    ...of.pickups.map((p): [string, string] => [
      `${labels.get(p.slot) ?? 'Pickup'}: strings farther off its poles`,
      l.fineText(p.opens),
    ]),
    ...(steepest?.before !== undefined && steepest.after !== undefined
      ? [
          [
            `Break over the saddle, string ${steepest.string}`,
            `${fixed(steepest.before, 1)}° → ${fixed(steepest.after, 1)}°`,
          ] as [string, string],
        ]
      : []),
  ]
  return (
    <Table fit caption="What it moves" heads={['', { label: 'by', right: true }]}>
      {rows.map(([name, v]) => (
        <tr key={name} className="rule-row">
          <th scope="row" className="py-1 pr-6 text-left font-normal">
            {name}
          </th>
          <td className="figure py-1 text-right">{v}</td>
        </tr>
      ))}
    </Table>
  )
}

/** The neck's angle: whether the saddles reach the action, and what goes under heel or bridge where they don't. */
export function NeckView({ work: w }: { work: NeckAngle }) {
  const l = useLength(),
    build = useOpenBuild(),
    [tried, setTried] = useState<number>(),
    shown = tried === undefined ? w.wedge : shimEffect(build, tried)
  const said = w.wedge
    ? 'The saddles are at their bottom before the wanted action: turn the neck back.'
    : w.below < SADDLE_RESERVE
      ? 'The saddles are at their bottom, and a glued neck takes no shim: lower the bridge, or its saddles, from below.'
      : w.spacer !== undefined
        ? 'The saddles are at their top before the wanted action: lift the bridge.'
        : 'The saddles reach the wanted action with travel left: no shim.'
  return (
    <article className="flex max-w-[53.75rem] flex-col gap-4">
      <Title>Neck angle</Title>
      <div className="flex flex-wrap items-end gap-x-10 gap-y-3">
        {w.wedge ? (
          <div>
            <p className="text-note text-muted">wedge at the heel’s end</p>
            <Figure
              value={l.fineFigure(w.wedge.thick).figure}
              unit={l.unit}
              doubt={l.fineFigure(w.doubt / 2).figure}
            />
          </div>
        ) : w.spacer !== undefined ? (
          <div>
            <p className="text-note text-muted">sheet under the bridge</p>
            <Figure value={l.fineFigure(w.spacer).figure} unit={l.unit} doubt={l.fineFigure(w.doubt).figure} />
          </div>
        ) : (
          <div>
            <p className="text-note text-muted">travel below the saddles at the wanted action</p>
            <Figure value={l.fineFigure(w.below).figure} unit={l.unit} doubt={l.fineFigure(w.doubt).figure} />
          </div>
        )}
        <p className="max-w-[40ch] text-plain">
          {FROM[w.from]}; {l.fineText(Math.max(0, w.above))} above, {l.fineText(Math.max(0, w.below))} below.
        </p>
      </div>
      <p
        className={`border-l-4 pl-3 text-figure font-semibold ${w.wedge || w.spacer ? 'border-hand' : w.below < SADDLE_RESERVE ? 'border-never' : 'border-snug'}`}
      >
        {said}
      </p>
      {!w.sure && (
        <p className="border-l-4 border-tight pl-3 text-body">
          It may be otherwise: the doubt of ±{l.fineText(w.doubt)} is larger than what it is off by. Read the travel
          and the action, or lay a straightedge over the clamped neck, before anything is cut.
        </p>
      )}
      {w.wedge && (
        <ul className="flex max-w-[70ch] list-none flex-col gap-1 text-body">
          <li>
            <strong>A wedge, offered first:</strong> {l.fineText(w.wedge.thick)} at the heel’s end to nothing at the
            pocket’s mouth, of hard wood, over the whole floor: the heel stays supported.
          </li>
          <li>
            <strong>A strip, the other school:</strong> {l.fineText(w.wedge.thick)} thick across the heel’s end
            alone. Quick to try; it leaves a gap under the heel and can bow a thin one.
          </li>
        </ul>
      )}
      {w.spacer !== undefined && (
        <p className="max-w-[70ch] text-body">
          Full size under the plate, so that it rings as before. Of metal if the plate’s underside carries the
          ground to the strings; otherwise a wire of its own, proven with the meter.
        </p>
      )}
      <div className="flex flex-wrap items-end gap-3">
        <ReadingField
          wide
          label="Travel left under the saddles"
          of={SADDLE_LEFT}
          by={readWith('calliper', 'travel of a saddle')}
          mm={newest(build, SADDLE_LEFT)?.value}
          title="Neck read"
        />
        <ReadingField
          wide
          label="Neck clamped dry: straightedge over the top at the bridge"
          of={DRY}
          mm={newest(build, DRY)?.value}
          title="Neck read"
        />
        <ReadingField
          wide
          label="Last fret below the straightedge"
          of={FALL_AWAY}
          by={readWith('straightedge and feeler gauge', 'gap')}
          mm={newest(build, FALL_AWAY)?.value}
          title="Neck read"
        />
      </div>
      <div className="flex flex-wrap items-end gap-3">
        <LengthField
          label="Try a shim of"
          mm={tried ?? w.wedge?.thick}
          min={SHIM?.min}
          max={SHIM?.max}
          onMm={setTried}
        />
        {tried !== undefined && <Button onClick={() => setTried(undefined)}>As computed</Button>}
      </div>
      {shown && <Effect of={shown} />}
      <p className="text-note text-muted">
        Straight strings, the pocket’s mouth as the pivot. A payment card is {l.fineText(0.76)} thick (ISO/IEC 7810)
        and makes a try-out; read the action again after it.
      </p>
    </article>
  )
}
