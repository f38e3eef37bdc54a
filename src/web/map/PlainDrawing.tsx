import type { PlainPicture } from '../../core/layout/instrumentPicture.ts'
import { useFact } from '../hooks/useFact.ts'
import { useOpenBuild } from '../stores/buildStore.ts'
import { Shapes } from './InstrumentDrawing.tsx'

/** The whole instrument as wide as its page: the head to the left, seen from the front, nothing to touch. */
export function PlainDrawing({ of, name }: { of: PlainPicture; name: string }) {
  return (
    <svg
      role="img"
      aria-label={`${name}, drawn to its own measures`}
      viewBox={of.view.join(' ')}
      className="w-full"
    >
      <g transform={of.upward ? 'scale(1 -1)' : undefined}>
        <Shapes of={of.shapes} />
      </g>
    </svg>
  )
}

/** The same of the open build. */
export function OpenPicture() {
  const of = useFact('picture'),
    { name } = useOpenBuild()
  return of ? <PlainDrawing of={of} name={name} /> : null
}
