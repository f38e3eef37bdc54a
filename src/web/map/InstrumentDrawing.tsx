import { memo } from 'react'
import type { Build } from '../../core/document/build.ts'
import type { Point } from '../../core/geometry/outline.ts'
import {
  instrumentPicture,
  type InstrumentPicture,
  type PictureFill,
  type PictureShape,
} from '../../core/layout/instrumentPicture.ts'
import type { Layout } from '../../core/layout/layOut.ts'

const path = (p: readonly Point[]): string => `M${p.map(([x, y]) => `${x.toFixed(2)} ${y.toFixed(2)}`).join('L')}Z`

/** A part's own colour, thinned so that lines stay readable by day and by night. */
const tint = (colour: string | undefined): string =>
  colour ? `color-mix(in srgb, ${colour} 42%, var(--paper))` : 'var(--paper)'

const styleOf = (f: PictureFill | undefined) =>
  f === undefined
    ? undefined
    : 'tone' in f
      ? { fill: `var(--${f.tone})` }
      : { fill: tint(f.colour), ...(f.opacity === undefined ? {} : { fillOpacity: f.opacity }) }

function Shape({ s }: { s: PictureShape }) {
  const className = `line-${s.line}`
  if (s.kind === 'area') return <path d={path(s.rim)} className={className} style={styleOf(s.fill)} />
  if (s.kind === 'round')
    return <circle cx={s.at[0]} cy={s.at[1]} r={s.radius} className={className} style={styleOf(s.fill)} />
  return (
    <line
      x1={s.from[0]}
      y1={s.from[1]}
      x2={s.to[0]}
      y2={s.to[1]}
      className={className}
      {...(s.width === undefined ? {} : { style: { strokeWidth: s.width } })}
    />
  )
}

/** A picture's shapes in mm; the caller scales and turns it. */
export const Shapes = memo(function Shapes({ of }: { of: InstrumentPicture }) {
  return (
    <g className="drawing">
      {of.map((s, i) => (
        <Shape key={i} s={s} />
      ))}
    </g>
  )
})

/** The instrument's lines in mm with its parts' colours, nut at the left; the caller scales and turns it. */
export function InstrumentDrawing({
  layout,
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
  return (
    <Shapes of={instrumentPicture(build, layout, { ...(fine ? { fine } : {}), ...(painted ? { painted } : {}) })} />
  )
}
