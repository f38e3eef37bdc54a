import { yDown } from '../../core/document/mirror.ts'
import { memo, useMemo } from 'react'
import type { Build } from '../../core/document/build.ts'
import { boundsOf } from '../../core/geometry/outline.ts'
import { layOut, type Layout } from '../../core/layout/layOut.ts'
import { InstrumentDrawing } from './InstrumentDrawing.tsx'

/** Which part of the instrument a small drawing shows, mm of its frame. */
export interface Crop {
  x0: number
  x1: number
  y0: number
  y1: number
}

const whole = (l: Layout): Crop => {
  const b = boundsOf([...l.body, ...l.head, ...l.bridge.plate])
  return { x0: b.x0 - 8, x1: b.x1 + 8, y0: b.y0 - 8, y1: b.y1 + 8 }
}

/** An instrument, or a place on it, drawn small and to scale from its own parts. */
export const MiniDrawing = memo(function MiniDrawing({
  build,
  crop,
  width,
  height,
}: {
  build: Build
  crop?: (l: Layout) => Crop
  width: number | string
  height: number | string
}) {
  const layout = useMemo(() => layOut(build), [build])
  if (!layout)
    return (
      <span className="grid place-items-center text-note text-muted" style={{ width, height }}>
        not drawn yet
      </span>
    )
  const c = (crop ?? whole)(layout),
    flip = yDown(build)
  const y = flip === -1 ? -c.y1 : c.y0
  return (
    <svg
      width={width}
      height={height}
      viewBox={`${c.x0} ${y} ${c.x1 - c.x0} ${c.y1 - c.y0}`}
      preserveAspectRatio="xMidYMid meet"
      aria-hidden="true"
      className="block"
    >
      <g transform={`scale(1 ${flip})`}>
        <InstrumentDrawing layout={layout} build={build} />
      </g>
    </svg>
  )
})
