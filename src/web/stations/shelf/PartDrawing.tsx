import { useMemo } from 'react'
import { boundsOf, type Point } from '../../../core/geometry/outline.ts'
import { drawPart } from '../../../core/shelf/partDrawing.ts'
import type { DrawnView } from '../../../core/shelf/drawing/pen.ts'
import type { Part } from '../../../core/parts/part.ts'

const path = (p: readonly Point[], closed: boolean) =>
  `M${p.map(([x, y]) => `${x.toFixed(2)} ${y.toFixed(2)}`).join('L')}${closed ? 'Z' : ''}`

/** The part drawn from its own dimensions, the one in hand marked on it; other views stay small. */
export function PartDrawing({
  part,
  inHand,
  take,
  text,
}: {
  part: Part
  inHand: string | undefined
  take: (path: string) => void
  text: (mm: number) => string
}) {
  const views = useMemo(() => drawPart(part), [part])
  if (views.length === 0) return <p className="text-plain text-muted">Nothing of it has a shape to draw.</p>
  const main = views.find(v => v.dimensions.some(d => d.path === inHand)) ?? views[0]!
  return (
    <figure className="flex gap-2">
      <span className="min-w-0 flex-1">
        <View view={main} part={part} inHand={inHand} take={take} text={text} height={176} />
      </span>
      {views.length > 1 && (
        <div className="flex flex-col gap-2">
          {views
            .filter(v => v !== main)
            .map(v => (
              <button
                key={v.name}
                type="button"
                onClick={() => {
                  const d = v.dimensions.find(
                    x => part.dims[x.path.split('.')[1]!] ?? x.path.startsWith('features'),
                  )
                  if (d) take(d.path)
                }}
                className="border border-line bg-ground hover:border-ink"
                aria-label={`Show ${v.name}`}
              >
                <View
                  view={v}
                  part={part}
                  inHand={undefined}
                  take={() => undefined}
                  text={text}
                  height={84}
                  small
                />
              </button>
            ))}
        </div>
      )}
    </figure>
  )
}

function View({
  view,
  part,
  inHand,
  take,
  text,
  height,
  small,
}: {
  view: DrawnView
  part: Part
  inHand: string | undefined
  take: (path: string) => void
  text: (mm: number) => string
  height: number
  small?: boolean
}) {
  const all = view.shapes.flatMap(s => s.points)
  const b = boundsOf(
    all.length
      ? all
      : [
          [0, 0],
          [10, 10],
        ],
  )
  const wide = Math.max(b.x1 - b.x0, 1),
    tall = Math.max(b.y1 - b.y0, 1),
    pad = 0.14 * Math.max(wide, tall * 1.6)
  const w = wide + 2 * pad,
    h = tall + 2 * pad,
    width = small ? 128 : undefined
  const unit = h / height > w / 420 ? h / height : w / 420
  const hand = view.dimensions.find(d => d.path === inHand)
  const known = view.dimensions.filter(d =>
    d.path.startsWith('dims.')
      ? part.dims[d.path.slice(5)]
      : part.features.some(f => d.path.startsWith(`features.${f.id}.`) && f.dims[d.path.split('.')[2]!]),
  )
  return (
    <svg
      viewBox={`${b.x0 - pad} ${b.y0 - pad} ${w} ${h}`}
      height={height}
      {...(small ? { width } : { width: '100%' })}
      className={`drawing ${small ? '' : 'border border-line bg-ground'}`}
      role="img"
      aria-label={`${part.name}, ${view.name}${hand ? ', with the dimension in hand marked' : ''}`}
    >
      <g transform={`matrix(1 0 0 -1 0 ${b.y0 + b.y1})`}>
        {view.shapes.map((s, i) => (
          <path
            key={i}
            d={path(s.points, s.closed)}
            className={`line-${s.line}`}
            style={
              s.closed && s.line === 'edge'
                ? { fill: part.colour ? `color-mix(in srgb, ${part.colour} 40%, var(--paper))` : 'var(--paper)' }
                : {}
            }
          />
        ))}
        {!small &&
          known
            .filter(d => d.path !== inHand && d.path.startsWith('dims.'))
            .map(d => (
              <g key={d.path} onClick={() => take(d.path)} style={{ cursor: 'pointer' }}>
                <path d={path([d.from, d.to], false)} stroke="transparent" strokeWidth={14} fill="none" />
                <path
                  d={path([d.from, d.to], false)}
                  className="line-fine"
                  style={{ stroke: 'var(--muted)', strokeDasharray: '1 3' }}
                />
              </g>
            ))}
        {hand && (
          <g stroke="var(--hand)" fill="none">
            <path d={path([hand.from, hand.to], false)} strokeWidth={2.6} />
            {[hand.from, hand.to].map((p, i) => (
              <circle key={i} cx={p[0]} cy={p[1]} r={unit * 4.5} fill="var(--hand)" stroke="none" />
            ))}
          </g>
        )}
      </g>
      {hand &&
        (() => {
          const mx = (hand.from[0] + hand.to[0]) / 2,
            my = b.y0 + b.y1 - (hand.from[1] + hand.to[1]) / 2,
            mm =
              part.dims[hand.path.slice(5)]?.value ??
              part.features.find(f => hand.path.startsWith(`features.${f.id}.`))?.dims[hand.path.split('.')[2]!]
                ?.value
          const upright = Math.abs(hand.to[1] - hand.from[1]) > Math.abs(hand.to[0] - hand.from[0])
          return mm === undefined ? null : (
            <text
              x={upright ? mx + unit * 9 : mx}
              y={upright ? b.y0 - pad + unit * 18 : my - unit * 9}
              textAnchor={upright ? 'start' : 'middle'}
              fontSize={unit * 16}
              className="figure"
              fill="var(--hand)"
              style={{ paintOrder: 'stroke', stroke: 'var(--paper)', strokeWidth: 4 }}
            >
              {text(mm)}
            </text>
          )
        })()}
    </svg>
  )
}
