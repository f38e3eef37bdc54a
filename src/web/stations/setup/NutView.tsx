import { ReadingField } from '../../readings/ReadingField.tsx'
import { bassAtRight } from '../../../core/document/mirror.ts'
import { readWith } from '../../../core/tools/tools.ts'
import { NUT_WITHIN, type NutWork } from '../../../core/setup/nutWork.ts'
import { setupReading } from '../../../core/setup/stringTable.ts'
import { Figure } from '../../components/Figure.tsx'
import { Title } from '../../components/Heading.tsx'
import { Table } from '../../components/Table.tsx'
import { useLength } from '../../hooks/useLength.ts'
import { useOpenBuild } from '../../stores/buildStore.ts'

/** The strip's height and room at its ends, mm. */
const STRIP = { high: 14, end: 4 }

/** The nut slot by slot: places from the bass edge, gaps, what is filed or lifted, and a strip to lay on it. */
export function NutView({ work }: { work: NutWork }) {
  const l = useLength(),
    build = useOpenBuild()
  // Seen from the front, the head up, a left-handed nut has its bass edge at the right.
  const left = bassAtRight(build),
    onStrip = (fromBassEdge: number) => (left ? work.width - fromBassEdge : fromBassEdge)
  const over = build.setup.nutSchool === 'gap over fret 1'
  return (
    <article className="flex max-w-[53.75rem] flex-col gap-4">
      <Title>The nut, slot by slot</Title>
      <p className="max-w-[70ch] text-body">
        {over
          ? 'Open string, feeler gauge between fret 1 and its underside.'
          : 'String held behind fret 3, feeler gauge over fret 1.'}{' '}
        A file as wide as the string, falling towards the head, a few strokes at a time; who has no nut files hands
        this to somebody who has.
      </p>
      {work.sliver && (
        <div className="flex flex-wrap items-end gap-x-8 gap-y-2 border-l-4 border-hand pl-3">
          <div>
            <p className="text-note text-muted">a sliver under the nut, bass and treble edge</p>
            <Figure
              value={`${l.fineFigure(work.sliver.bass).figure} / ${l.fineFigure(work.sliver.treble).figure}`}
              unit={l.unit}
            />
          </div>
          <p className="max-w-[46ch] text-plain">
            lifts every slot that was filed too deep to its gap; what stands too high after it is filed. Wood or
            brass shim, full width, a drop of glue; or a new nut from a blank with this strip.
          </p>
        </div>
      )}
      <Table
        caption="Slots"
        hideCaption
        heads={[
          'String',
          { label: 'from the bass edge', right: true },
          { label: 'to the next, clear', right: true },
          { label: 'wanted', right: true },
          'reads',
          'then',
        ]}
      >
        {work.slots.map((s, i) => {
          const rest = work.after[i] ?? 0
          return (
            <tr key={s.number} className="rule-row">
              <th scope="row" className="figure py-1 pr-3 text-left font-normal">
                {s.number} {s.note}
              </th>
              <td className="figure py-1 pr-3 text-right">{l.fineText(s.fromBassEdge)}</td>
              <td className="figure py-1 pr-3 text-right">{s.gap === undefined ? '' : l.fineText(s.gap)}</td>
              <td className="figure py-1 pr-3 text-right">{l.fineText(s.target)}</td>
              <td className="py-1 pr-3">
                <ReadingField
                  narrow
                  hideLabel
                  label={`Gap over fret 1 of string ${s.number}`}
                  of={setupReading(`nut.${s.number}`)}
                  by={readWith('feeler gauge', 'gap over the first fret')}
                  mm={s.reading}
                  title="Nut read"
                />
              </td>
              <td className="py-1 text-lead">
                {s.file === undefined
                  ? ''
                  : rest > NUT_WITHIN
                    ? `file ${l.fineText(rest)}${work.sliver ? ' after the sliver' : ''}`
                    : s.file < -NUT_WITHIN
                      ? `too deep by ${l.fineText(-s.file)}`
                      : 'right'}
              </td>
            </tr>
          )
        })}
      </Table>
      <NutStrip work={work} onStrip={onStrip} left={left} />
    </article>
  )
}

function NutStrip({
  work,
  onStrip,
  left,
}: {
  work: NutWork
  onStrip: (fromBassEdge: number) => number
  left: boolean
}) {
  const l = useLength()
  return (
    <figure className="flex flex-col gap-1">
      <svg
        role="img"
        aria-label="Strip to lay on the nut, true size when it is printed at 100 %"
        width={`${work.width + 2 * STRIP.end}mm`}
        height={`${STRIP.high}mm`}
        viewBox={`${-STRIP.end} 0 ${work.width + 2 * STRIP.end} ${STRIP.high}`}
        className="max-w-full"
      >
        <rect x={0} y={1} width={work.width} height={12} fill="none" stroke="var(--ink)" strokeWidth={0.25} />
        {work.slots.map(s => (
          <g key={s.number}>
            <line
              x1={onStrip(s.fromBassEdge)}
              x2={onStrip(s.fromBassEdge)}
              y1={1}
              y2={8}
              stroke="var(--ink)"
              strokeWidth={0.2}
            />
            <text
              x={onStrip(s.fromBassEdge)}
              y={11.6}
              textAnchor="middle"
              fontSize={3.2}
              className="figure fill-ink"
            >
              {s.number}
            </text>
          </g>
        ))}
      </svg>
      <figcaption className="text-note text-muted">
        Printed at 100 % it is true: {l.text(work.width)} wide, bass edge at the {left ? 'right' : 'left'}, the head
        up. Lay it on the nut and mark through.
      </figcaption>
    </figure>
  )
}
