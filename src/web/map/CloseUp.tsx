import { yDown } from '../../core/document/mirror.ts'
import type { ReactNode } from 'react'
import type { Point } from '../../core/geometry/outline.ts'
import { useFact } from '../hooks/useFact.ts'
import { useLength } from '../hooks/useLength.ts'
import { useOpenBuild } from '../stores/buildStore.ts'
import { DimensionLine, type MapDim } from './DimensionLine.tsx'
import { InstrumentDrawing } from './InstrumentDrawing.tsx'

/** A place of the instrument from near, with what the station draws there, and a scale bar. */
export function CloseUp({
  at,
  title,
  caption,
  reach,
  width,
  height,
  overlay,
  dims = [],
}: {
  at: Point
  title: string
  caption?: string | undefined
  /** Half the height of what is shown, mm. */
  reach: number
  width: number
  height: number
  overlay?: ReactNode
  dims?: readonly MapDim[]
}) {
  const layout = useFact('layout'),
    build = useOpenBuild(),
    { text, display } = useLength(),
    flip = yDown(build),
    zoom = (height - 2 * 14) / (2 * reach)
  /** The scale bar: a round length in the user's unit, mm. */
  const bar = display === 'mm' ? 10 : 12.7
  if (!layout) return null
  return (
    <figure className="relative overflow-hidden border-l border-line bg-paper" style={{ width, height }}>
      <svg width={width} height={height} role="img" aria-label={`Close-up: ${title}`}>
        <g
          transform={`translate(${width / 2 - at[0] * zoom} ${height / 2 - flip * at[1] * zoom}) scale(${zoom} ${flip * zoom})`}
        >
          <InstrumentDrawing layout={layout} build={build} fine />
          {overlay && <g className="drawing">{overlay}</g>}
        </g>
        {dims.map((d, i) => {
          const near = ([x, y]: Point): readonly [number, number] => [
              width / 2 + (x - at[0]) * zoom,
              height / 2 + flip * (y - at[1]) * zoom,
            ],
            from = near(d.from),
            to = near(d.to)
          return [from, to].every(([x, y]) => x >= 0 && x <= width && y >= 0 && y <= height) ? (
            <DimensionLine key={i} from={from} to={to} text={d.text} ground="var(--paper)" least={0} />
          ) : null
        })}
        <circle cx={width / 2} cy={height / 2} r={9} className="line-hand" />
        <path
          d={`M${width / 2 - 16} ${height / 2}h32M${width / 2} ${height / 2 - 16}v32`}
          stroke="var(--hand)"
          strokeWidth={1}
        />
        <g>
          <path
            d={`M12 ${height - 14}h${bar * zoom}m0 -4v8m${-bar * zoom} -8v8`}
            stroke="var(--ink)"
            strokeWidth={1.4}
            fill="none"
          />
          <text
            x={12}
            y={height - 21}
            fontSize="13"
            fill="var(--ink)"
            className="figure"
            style={{ paintOrder: 'stroke', stroke: 'var(--paper)', strokeWidth: 4 }}
          >
            {text(bar, display === 'mm' ? 0 : 1)}
          </text>
        </g>
      </svg>
      {caption && (
        <figcaption className="absolute left-0 right-0 top-0 bg-paper/90 px-3 py-1.5 text-note font-medium">
          {caption}
        </figcaption>
      )}
    </figure>
  )
}
