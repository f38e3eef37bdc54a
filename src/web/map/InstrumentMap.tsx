import type { Layout } from '../../core/layout/layOut.ts'
import { yDown } from '../../core/document/mirror.ts'
import { useFact } from '../hooks/useFact.ts'
import { memo, type ReactNode } from 'react'
import { boundsOf, type Point } from '../../core/geometry/outline.ts'
import { useLength } from '../hooks/useLength.ts'
import { useSize } from '../hooks/useSize.ts'
import { useOpenBuild } from '../stores/buildStore.ts'
import { HexMark, hexPoints } from '../components/Hex.tsx'
import { CloseUp } from './CloseUp.tsx'
import { DimensionLine, type MapDim } from './DimensionLine.tsx'
import { InstrumentDrawing } from './InstrumentDrawing.tsx'
import { placeMarks, type MapMark, type PlacedMark } from './marks.ts'

interface Props {
  title: string
  summary: ReactNode
  marks: readonly MapMark[]
  hand: string | undefined
  take: (id: string) => void
  /** What the close-up says of the thing in hand. */
  caption?: string | undefined
  /** Half the height of what the close-up shows, mm. */
  reach?: number
  /** What the station draws over the instrument, in mm of its frame. */
  overlay?: ReactNode
  /** Distances of the thing in hand. */
  dims?: readonly MapDim[]
}

/** Radius of a badge and top and bottom room, px. */
const R = 12
const PAD = { top: 46, bottom: 20, side: 20 }

/** The instrument lying across the top of the page, to scale, with the station's facts at their places. */
export const InstrumentMap = memo(function InstrumentMap({
  title,
  summary,
  marks,
  hand,
  take,
  caption,
  reach = 46,
  overlay,
  dims = [],
}: Props) {
  const layout = useFact('layout')
  const build = useOpenBuild()
  const { text } = useLength()
  const { ref, width, height } = useSize<HTMLDivElement>()
  const inHand = marks.find(m => m.id === hand)
  const header = title && <MapHead title={title} summary={summary} />
  if (!layout)
    return (
      <div ref={ref} className="relative h-full">
        {header}
        <p className="p-5 pt-14 text-body">
          The map is drawn from neck, bridge and strings. Choose them at the Parts station first.
        </p>
      </div>
    )
  const box = boundsOf([
    ...layout.body,
    ...layout.head,
    ...layout.bridge.plate,
    [0, layout.halfNut],
    [layout.scaleLength + 12, -layout.halfNut],
  ])
  const loupe = !inHand ? 0 : width > 700 ? Math.min(300, width * 0.27) : Math.min(210, width * 0.29)
  const scale = Math.max(
    0.05,
    Math.min(
      (width - loupe - 2 * PAD.side) / (box.x1 - box.x0),
      (height - PAD.top - PAD.bottom) / (box.y1 - box.y0),
    ),
  )
  const flip = yDown(build)
  const drawn = (box.x1 - box.x0) * scale
  const x0 = PAD.side + Math.max(0, (width - loupe - 2 * PAD.side - drawn) / 2) - box.x0 * scale
  const yMid = PAD.top + (height - PAD.top - PAD.bottom) / 2 - (flip * (box.y0 + box.y1) * scale) / 2
  const toPx = ([x, y]: Point): readonly [number, number] => [x0 + x * scale, yMid + flip * y * scale]
  const placed = placeMarks(marks, toPx, R, { width: width - loupe, height, centre: yMid })
  const [nutX] = toPx([0, 0]),
    [endX] = toPx([layout.scaleLength, 0]),
    dimY = Math.max(PAD.top + 2, toPx([0, flip === -1 ? box.y1 : box.y0])[1] + 12)
  return (
    <div ref={ref} className="relative h-full overflow-hidden">
      {header}
      {width > 0 && (
        <svg
          width={width}
          height={height}
          role="group"
          aria-label="Map of the instrument"
          className="absolute inset-0 select-none"
        >
          <line
            x1={toPx([box.x0 - 12, 0])[0]}
            x2={toPx([box.x1 + 14, 0])[0]}
            y1={yMid}
            y2={yMid}
            className="line-centre"
          />
          <g transform={`translate(${x0} ${yMid}) scale(${scale} ${flip * scale})`}>
            <InstrumentDrawing layout={layout} build={build} />
            {overlay && <g className="drawing">{overlay}</g>}
          </g>
          <ScaleLengthLine text={text} layout={layout} nutX={nutX} dimY={dimY} endX={endX} />
          {dims.map((d, i) => (
            <DimensionLine
              key={i}
              from={toPx(d.from)}
              to={toPx(d.to)}
              text={d.text}
              ground="var(--ground)"
              least={90}
            />
          ))}
          {placed.map(m => (
            <g key={m.id}>
              <line
                x1={m.px}
                y1={m.py}
                x2={m.bx}
                y2={m.by}
                stroke={m.id === hand ? 'var(--hand)' : 'var(--ink)'}
                strokeWidth={m.id === hand ? 2 : 0.8}
              />
              <circle cx={m.px} cy={m.py} r={2} fill="var(--ink)" />
            </g>
          ))}
          {placed.map(m => (
            <Mark key={m.id} m={m} hand={hand} take={take} />
          ))}
        </svg>
      )}
      {width > 0 && inHand && (
        <div className="absolute bottom-0 right-0 top-0">
          <CloseUp
            at={inHand.at}
            title={inHand.title}
            caption={caption}
            reach={reach}
            width={loupe}
            height={height}
            overlay={overlay}
            dims={dims}
          />
        </div>
      )}
    </div>
  )
})

function ScaleLengthLine({
  text,
  layout,
  nutX,
  dimY,
  endX,
}: {
  text: (mm: number, decimals?: number) => string
  layout: Layout
  nutX: number
  dimY: number
  endX: number
}) {
  return (
    <g aria-label={`Scale length ${text(layout.scaleLength)}`}>
      <path
        d={`M${nutX} ${dimY + 46}V${dimY - 6}M${endX} ${dimY - 6}V${dimY + 4}`}
        className="line-dim"
        stroke="var(--muted)"
      />
      <path
        d={`M${nutX} ${dimY}H${(nutX + endX) / 2 - 52}M${(nutX + endX) / 2 + 52} ${dimY}H${endX}`}
        className="line-dim"
      />
      <path d={`M${nutX} ${dimY}l8 -3v6zM${endX} ${dimY}l-8 -3v6z`} fill="var(--ink)" />
      <text
        x={(nutX + endX) / 2}
        y={dimY + 5}
        textAnchor="middle"
        fontSize="15"
        className="figure"
        fill="var(--ink)"
      >
        {text(layout.scaleLength)}
      </text>
    </g>
  )
}

function Mark({ m, hand, take }: { m: PlacedMark; hand: string | undefined; take: (id: string) => void }) {
  return (
    <g>
      <a
        role="button"
        tabIndex={-1}
        aria-label={m.title}
        aria-pressed={m.id === hand}
        onClick={() => take(m.id)}
        style={{ cursor: 'pointer' }}
      >
        <circle cx={m.bx} cy={m.by} r={20} fill="transparent" />
        {m.id === hand && (
          <polygon
            points={hexPoints(m.bx, m.by, R + 5)}
            fill="var(--ground)"
            stroke="var(--hand)"
            strokeWidth={2.4}
          />
        )}
        {m.state ? (
          <HexMark cx={m.bx} cy={m.by} r={R} state={m.state} label={m.label} />
        ) : (
          <>
            <polygon
              points={hexPoints(m.bx, m.by, R)}
              fill={m.id === hand ? 'var(--hand)' : 'var(--paper)'}
              stroke="var(--ink)"
              strokeWidth={1.2}
            />
            <text
              x={m.bx}
              y={m.by}
              textAnchor="middle"
              dominantBaseline="central"
              fontSize={12}
              fontWeight={600}
              fill={m.id === hand ? 'var(--on-hand)' : 'var(--ink)'}
            >
              {m.label}
            </text>
          </>
        )}
      </a>
    </g>
  )
}

function MapHead({ title, summary }: Pick<Props, 'title' | 'summary'>) {
  return (
    <div className="absolute left-5 top-2.5 z-10 flex max-w-[70%] items-baseline gap-3">
      <h1 className="text-section font-semibold">{title}</h1>
      <p className="text-plain text-muted">{summary}</p>
    </div>
  )
}
