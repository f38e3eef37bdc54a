import type { CSSProperties } from 'react'
import { gaugeScale, type GaugeScale } from '../../core/fit/gaugeScale.ts'
import type { State } from '../../core/fit/verdict.ts'
import type { Limits } from '../../core/fit/verdict.ts'
import { fixed } from '../../core/units/length.ts'
import { useSize } from '../hooks/useSize.ts'
import { useLength } from '../hooks/useLength.ts'
import { HexMark, hexPoints, stateColour } from './Hex.tsx'

interface Props {
  value: number
  doubt: number
  limits: Limits
  state: State
  title: string
  size: 'ledger' | 'sheet'
  /** Where the bolt head will be after the chosen fix. */
  planned?: { value: number; doubt: number; state: State } | undefined
}

/** The snug gauge: the band as a recess in the bench line, the clearance as a bolt head, its doubt as a whisker. */
export function SnugGauge({ value, doubt, limits, state, title, size, planned }: Props) {
  const { perUnit, unit } = useLength()
  const big = size === 'sheet'
  const { ref, width } = useSize<HTMLDivElement>()
  const w = big ? Math.min(660, width || 660) : 108,
    h = big ? 112 : 38,
    base = big ? 54 : 26,
    deep = big ? 20 : 7,
    r = big ? 20 : 8.5
  const inUnit = (x: number | undefined) => (x === undefined ? undefined : x / perUnit)
  const span = planned
    ? { value: value, doubt: Math.max(doubt, Math.abs(planned.value - value) + planned.doubt) }
    : { value, doubt }
  const s = gaugeScale(
    span.value / perUnit,
    (planned ? Math.min(span.doubt, 6 * Math.abs(value - limits.low) + doubt) : doubt) / perUnit,
    {
      low: limits.low / perUnit,
      high: inUnit(limits.high),
      never: limits.never / perUnit,
      neverAbove: inUnit(limits.neverAbove),
    },
  )
  const x = (mm: number) => 8 + ((mm / perUnit - s.from) / (s.to - s.from)) * (w - 16)
  const clamp = (p: number) => Math.max(8, Math.min(w - 8, p))
  const low = clamp(x(limits.low)),
    high = limits.high === undefined ? w - 8 : clamp(x(limits.high))
  const at = clamp(x(value))
  const words = `${title}: ${fixed(value / perUnit, perUnit === 1 ? 2 : 3)} ${unit}, plus or minus ${fixed(doubt / perUnit, perUnit === 1 ? 2 : 3)}; ${state}`
  const seated = at > low + r && at < high - r
  const head = (mm: number, st: State) =>
    base -
    r -
    1 +
    (st === 'snug' && seated ? Math.min(deep - 2, 4) : 0) +
    (mm > (limits.high ?? Infinity) || mm < limits.low ? 0 : big ? 6 : 2)
  const drawing = (
    <svg
      viewBox={`0 0 ${w} ${h}`}
      width={w}
      height={h}
      role="img"
      aria-label={words}
      className="block overflow-visible"
    >
      <rect x={low} y={base} width={Math.max(high - low, 2)} height={deep} fill="var(--recess)" />
      <path
        d={`M8 ${base}H${low}V${base + deep}H${high}${limits.high === undefined ? '' : `V${base}H${w - 8}`}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth={big ? 2.4 : 1.6}
      />
      {big && high - low > 44 && (
        <text
          x={(low + high) / 2}
          y={base + deep / 2 + 1}
          textAnchor="middle"
          dominantBaseline="central"
          fontSize="14"
          fontWeight={600}
          fill="var(--ink)"
        >
          snug
        </text>
      )}
      {big && (
        <GaugeScaleLines s={s} x={x} perUnit={perUnit} base={base} deep={deep} h={h} limits={limits} low={low} />
      )}
      {planned && (
        <PlannedMark
          clamp={clamp}
          x={x}
          planned={planned}
          base={base}
          r={r}
          state={state}
          big={big}
          at={at}
          head={head}
          value={value}
        />
      )}
      {doubt > 0 && (
        <g stroke={stateColour(state)} strokeWidth={big ? 2.2 : 1.5}>
          <line
            x1={clamp(x(value - doubt))}
            x2={clamp(x(value + doubt))}
            y1={head(value, state)}
            y2={head(value, state)}
          />
          {[-1, 1].map(k => (
            <line
              key={k}
              x1={clamp(x(value + k * doubt))}
              x2={clamp(x(value + k * doubt))}
              y1={head(value, state) - (big ? 8 : 4)}
              y2={head(value, state) + (big ? 8 : 4)}
            />
          ))}
        </g>
      )}
      <HexMark cx={at} cy={head(value, state)} r={r} state={state} />
    </svg>
  )
  return big ? (
    <div ref={ref} className="w-full">
      {drawing}
    </div>
  ) : (
    drawing
  )
}

function GaugeScaleLines({
  s,
  x,
  perUnit,
  base,
  deep,
  h,
  limits,
  low,
}: {
  s: GaugeScale
  x: (mm: number) => number
  perUnit: number
  base: number
  deep: number
  h: number
  limits: Limits
  low: number
}) {
  return (
    <>
      {s.minor.map(t => (
        <line
          key={t}
          x1={x(t * perUnit)}
          x2={x(t * perUnit)}
          y1={base + deep + 5}
          y2={base + deep + 9}
          stroke="var(--muted)"
          strokeWidth="1"
        />
      ))}
      {s.ticks.map(t => (
        <g key={t}>
          <line
            x1={x(t * perUnit)}
            x2={x(t * perUnit)}
            y1={base + deep + 5}
            y2={base + deep + 14}
            stroke="var(--ink)"
            strokeWidth="1.4"
          />
          <text x={x(t * perUnit)} y={h - 6} textAnchor="middle" fontSize="14" className="figure" fill="var(--ink)">
            {fixed(t, s.decimals)}
          </text>
        </g>
      ))}
      {limits.high !== undefined && (
        <>
          {s.from < 0 && s.to > 0 && Math.abs(x(0) - low) > 40 && (
            <>
              <line x1={x(0)} x2={x(0)} y1={18} y2={base} stroke="var(--muted)" strokeDasharray="2 3" />
              <text x={x(0)} y={12} textAnchor="middle" fontSize="13" fill="var(--muted)">
                touching
              </text>
            </>
          )}
        </>
      )}
    </>
  )
}

function PlannedMark({
  clamp,
  x,
  planned,
  base,
  r,
  state,
  big,
  at,
  head,
  value,
}: {
  clamp: (p: number) => number
  x: (mm: number) => number
  planned: { value: number; doubt: number; state: State }
  base: number
  r: number
  state: State
  big: boolean
  at: number
  head: (mm: number, st: State) => number
  value: number
}) {
  return (
    <g opacity="0.9">
      <line
        x1={clamp(x(planned.value - planned.doubt))}
        x2={clamp(x(planned.value + planned.doubt))}
        y1={base - r}
        y2={base - r}
        stroke="var(--hand)"
        strokeWidth="2"
      />
      {/* It comes from where the head is now: that is what the fix does. */}
      <polygon
        key={`${planned.value} ${state}`}
        className={big ? 'seats' : undefined}
        style={
          big
            ? ({
                '--from-x': `${at - clamp(x(planned.value))}px`,
                '--from-y': `${head(value, state) - (base - r + 8)}px`,
              } as CSSProperties)
            : undefined
        }
        points={hexPoints(clamp(x(planned.value)), base - r + (big ? 8 : 2), r * 0.8)}
        fill="var(--paper)"
        stroke="var(--hand)"
        strokeWidth={big ? 2.5 : 1.6}
      />
    </g>
  )
}
