import type { Point } from '../../core/geometry/outline.ts'

/** A distance to be shown on the map, in the instrument's frame, with its figure. */
export interface MapDim {
  from: Point
  to: Point
  text: string
}

const HEAD = 8

/** A dimension line with arrowheads and its figure at the middle; px. Nothing where it is shorter than `least`. */
export function DimensionLine({
  from,
  to,
  text,
  ground,
  least,
}: {
  from: readonly [number, number]
  to: readonly [number, number]
  text: string
  ground: string
  least: number
}) {
  const dx = to[0] - from[0],
    dy = to[1] - from[1],
    d = Math.hypot(dx, dy)
  if (d < Math.max(least, 2.5 * HEAD)) return null
  const u = [dx / d, dy / d] as const
  const head = ([x, y]: readonly [number, number], s: 1 | -1) =>
    `M${x} ${y}l${s * u[0] * HEAD - u[1] * 3} ${s * u[1] * HEAD + u[0] * 3}l${u[1] * 6} ${-u[0] * 6}z`
  return (
    <g>
      <path d={`M${from[0]} ${from[1]}L${to[0]} ${to[1]}`} stroke="var(--hand)" strokeWidth={1.2} />
      <path d={head(from, 1) + head(to, -1)} fill="var(--hand)" />
      <text
        x={(from[0] + to[0]) / 2}
        y={(from[1] + to[1]) / 2}
        textAnchor="middle"
        dominantBaseline="central"
        fontSize={15}
        fontWeight={600}
        className="figure"
        fill="var(--hand)"
        style={{ paintOrder: 'stroke', stroke: ground, strokeWidth: 6 }}
      >
        {text}
      </text>
    </g>
  )
}
