import { InstrumentDrawing } from './InstrumentDrawing.tsx'
import { useFact } from '../hooks/useFact.ts'
import { useOpenBuild } from '../stores/buildStore.ts'

/** Room round the instrument on its drawing, mm. */
const ROOM = 12

/** The whole instrument as wide as its page: the head to the left, seen from the front, nothing to touch. */
export function PlainDrawing() {
  const build = useOpenBuild(),
    layout = useFact('layout'),
    outline = layout && [...layout.head, ...layout.body]
  if (!layout || !outline?.length) return null
  const x0 = Math.min(...outline.map(p => p[0])) - ROOM,
    x1 = Math.max(...outline.map(p => p[0])) + ROOM,
    y0 = Math.min(...outline.map(p => p[1])) - ROOM,
    y1 = Math.max(...outline.map(p => p[1])) + ROOM,
    right = build.instrument.handedness === 'right'
  return (
    <svg
      role="img"
      aria-label={`${build.name}, drawn to its own measures`}
      viewBox={`${x0} ${right ? -y1 : y0} ${x1 - x0} ${y1 - y0}`}
      className="w-full"
    >
      <g transform={right ? 'scale(1 -1)' : undefined}>
        <InstrumentDrawing layout={layout} build={build} />
      </g>
    </svg>
  )
}
