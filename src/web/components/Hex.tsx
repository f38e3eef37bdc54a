import type { State } from '../../core/fit/verdict.ts'

const COLOUR: Record<State, string> = {
  "won't go": 'var(--never)',
  tight: 'var(--tight)',
  snug: 'var(--snug)',
  loose: 'var(--loose)',
  "can't tell": 'var(--unknown)',
}
export const stateColour = (s: State): string => COLOUR[s]

/** Corner points of a hexagon, flat sides left and right. */
export const hexPoints = (cx: number, cy: number, r: number): string =>
  Array.from({ length: 6 }, (_, i) => {
    const a = ((i - 0.5) * Math.PI) / 3
    return `${(cx + r * Math.cos(a)).toFixed(2)},${(cy + r * Math.sin(a)).toFixed(2)}`
  }).join(' ')

/**
 * A bolt head in one of five states, told by shape before colour: crossed won't go, barred tight, socketed snug,
 * ringed loose, dashed can't tell.
 */
export function HexMark({
  cx,
  cy,
  r,
  state,
  label,
}: {
  cx: number
  cy: number
  r: number
  state: State
  label?: string
}) {
  const c = COLOUR[state]
  const solid = state === "won't go" || state === 'tight' || state === 'snug'
  const k = r * 0.42
  return (
    <g>
      <polygon
        points={hexPoints(cx, cy, r)}
        fill={solid ? c : 'var(--paper)'}
        stroke={solid ? 'var(--ink)' : c}
        strokeWidth={solid ? 1.2 : 2}
        strokeDasharray={state === "can't tell" ? '3 2.2' : undefined}
        style={{ vectorEffect: 'non-scaling-stroke' }}
      />
      {label !== undefined ? (
        <text
          x={cx}
          y={cy}
          textAnchor="middle"
          dominantBaseline="central"
          fontSize={r * 1.05}
          fontWeight={600}
          fill={solid ? 'var(--paper)' : 'var(--ink)'}
          fontFamily="var(--font-sans)"
        >
          {label}
        </text>
      ) : state === "won't go" ? (
        <path
          d={`M${cx - k} ${cy - k}L${cx + k} ${cy + k}M${cx + k} ${cy - k}L${cx - k} ${cy + k}`}
          stroke="var(--paper)"
          strokeWidth={r * 0.2}
        />
      ) : state === 'tight' ? (
        <path d={`M${cx - k} ${cy}H${cx + k}`} stroke="var(--paper)" strokeWidth={r * 0.22} />
      ) : state === 'snug' ? (
        <circle cx={cx} cy={cy} r={k} fill="none" stroke="var(--paper)" strokeWidth={r * 0.18} />
      ) : state === 'loose' ? (
        <circle cx={cx} cy={cy} r={k} fill="none" stroke={c} strokeWidth={r * 0.16} />
      ) : null}
    </g>
  )
}

/** The same mark on its own, for lists. */
export function Hex({ state, size = 18 }: { state: State; size?: number }) {
  return (
    <svg width={size} height={size} viewBox="-12 -12 24 24" aria-hidden="true" className="shrink-0">
      <HexMark cx={0} cy={0} r={10.5} state={state} />
    </svg>
  )
}
