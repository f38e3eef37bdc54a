import type { Build } from '../../core/build/build.ts'
import { partIn } from '../../core/build/references.ts'
import { halfBoardAt, type Layout } from '../../core/layout/layOut.ts'
import type { Point } from '../../core/geometry/outline.ts'
import { roundRectPolygon } from '../../core/geometry/roundRect.ts'
import type { Part } from '../../core/parts/part.ts'

const path = (p: readonly Point[]): string =>
  p.length ? `M${p.map(([x, y]) => `${x.toFixed(2)} ${y.toFixed(2)}`).join('L')}Z` : ''

/** A part's own colour, thinned so that lines stay readable by day and by night. */
const tint = (colour: string | undefined, or = 'var(--paper)'): string =>
  colour ? `color-mix(in srgb, ${colour} 42%, var(--paper))` : or

/** A plate's or a ring's rim about a place: the rounded rectangle of its sizes. */
const plateAt = (p: Part, at: Point): Point[] => {
  const v = (k: string) => p.dims[k]?.value ?? 0
  return v('length') > 0 && v('width') > 0
    ? roundRectPolygon({ length: v('length'), width: v('width'), corner: v('corner') }, at)
    : []
}

/** The instrument's lines in mm with its parts' colours, nut at the left; the caller scales and turns it. */
export function InstrumentDrawing({
  layout: l,
  build,
  fine,
  painted,
}: {
  layout: Layout
  build: Build
  fine?: boolean
  /** Body and head are painted below: their lines alone are drawn. */
  painted?: boolean
}) {
  const of = (slot: string) =>
    painted && (slot === 'body' || slot === 'neck') ? 'none' : tint(partIn(build, slot)?.colour)
  const board: Point[] = [
    [0, l.halfNut],
    [l.nutToHeelEnd, halfBoardAt(l, l.nutToHeelEnd)],
    [l.nutToHeelEnd, -halfBoardAt(l, l.nutToHeelEnd)],
    [0, -l.halfNut],
  ]
  const plate = partIn(build, 'control-plate'),
    cavity = l.features.find(f => f.role === 'control-cavity')
  const first = l.strings[0],
    last = l.strings.at(-1)
  return (
    <g className="drawing">
      <path d={path(l.head)} className="line-edge" style={{ fill: of('neck') }} />
      <path d={path(l.body)} className="line-edge" style={{ fill: of('body') }} />
      {l.features
        .filter(
          f =>
            f.role === 'control-cavity' ||
            f.role === 'chamber' ||
            (f.role === 'channel' && f.diameter === undefined),
        )
        .map(f => (
          <path key={f.partId + f.id} d={path(f.polygon)} className="line-hidden" />
        ))}
      {l.features
        .filter(f => f.role === 'sound-hole')
        .map(f => (
          <path key={f.partId + f.id} d={path(f.polygon)} className="line-part" style={{ fill: 'var(--shade)' }} />
        ))}
      {l.features
        .filter(f => f.role === 'pickup-rout')
        .map(f => (
          <path
            key={f.partId + f.id}
            d={path(f.polygon)}
            className="line-hidden"
            style={{ fill: 'var(--shade)' }}
          />
        ))}
      {l.guard.length > 2 && (
        <path d={path(l.guard)} className="line-part" style={{ fill: of('guard'), fillOpacity: 0.8 }} />
      )}
      {l.features
        .filter(f => f.role === 'cut-out')
        .map(f => (
          <path key={f.partId + f.id} d={path(f.polygon)} className="line-fine" style={{ fill: 'var(--ground)' }} />
        ))}
      <path d={path(board)} className="line-part" style={{ fill: of('neck') }} />
      {l.features
        .filter(f => f.role === 'neck-pocket')
        .map(f => (
          <path key={f.partId + f.id} d={path(f.polygon)} className="line-hidden" />
        ))}
      {l.frets.map((x, i) => (
        <line key={i} x1={x} x2={x} y1={-halfBoardAt(l, x)} y2={halfBoardAt(l, x)} className="line-fine" />
      ))}
      <line x1={0} x2={0} y1={-l.halfNut} y2={l.halfNut} className="line-edge" />
      {build.instrument.pickups.map(place => {
        const ring = partIn(build, `ring-${place}`),
          held = l.pickups.find(p => p.slot === `pickup-${place}`)
        return (
          ring &&
          held && (
            <path
              key={place}
              d={path(plateAt(ring, held.centre))}
              className="line-part"
              style={{ fill: tint(ring.colour) }}
            />
          )
        )
      })}
      {plate && cavity && (
        <path
          d={path(plateAt(plate, cavity.centre))}
          className="line-part"
          style={{ fill: tint(plate.colour), fillOpacity: 0.8 }}
        />
      )}
      {l.pickups.map(p => (
        <g key={p.slot}>
          <path
            d={path(p.polygon)}
            className="line-part"
            style={{ fill: tint(build.parts.find(x => x.id === p.partId)?.colour), fillOpacity: fine ? 0.5 : 0.75 }}
          />
          {p.poles.map((q, i) => (
            <circle key={i} cx={q[0]} cy={q[1]} r={2.4} className="line-fine" />
          ))}
        </g>
      ))}
      <path d={path(l.bridge.plate)} className="line-part" style={{ fill: of('bridge') }} />
      {l.features
        .filter(f => f.diameter !== undefined && f.face !== 'side' && f.serves !== 'claw')
        .map(f => (
          <circle
            key={f.partId + f.id}
            cx={f.centre[0]}
            cy={f.centre[1]}
            r={f.diameter! / 2}
            className="line-part"
            style={{ fill: 'var(--ground)' }}
          />
        ))}
      {l.features
        .filter(f => f.role === 'jack-hole')
        .map(f => (
          <circle key={f.id} cx={f.centre[0]} cy={f.centre[1]} r={f.diameter! / 2} className="line-hidden" />
        ))}
      {l.strings.map(s => (
        <g key={s.number}>
          {s.tuner && <line x1={s.tuner[0]} y1={s.tuner[1]} x2={s.nut[0]} y2={s.nut[1]} className="line-fine" />}
          <line
            x1={s.nut[0]}
            y1={s.nut[1]}
            x2={s.saddle[0]}
            y2={s.saddle[1]}
            className="line-fine"
            style={{ strokeWidth: Math.max(0.6, s.diameter * 0.9) }}
          />
          <rect
            x={s.saddle[0] - 1.5}
            y={s.saddle[1] - 3.2}
            width={9}
            height={6.4}
            className="line-fine"
            style={{ fill: 'var(--paper)' }}
          />
        </g>
      ))}
      {first && last && (
        <line
          x1={l.scaleLength}
          x2={l.scaleLength}
          y1={last.saddle[1] - 12}
          y2={first.saddle[1] + 12}
          className="line-centre"
        />
      )}
    </g>
  )
}
