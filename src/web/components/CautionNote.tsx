import { TriangleAlert } from 'lucide-react'
import { CAUTIONS, type CautionId } from '../../core/cautions/cautions.ts'

/** The cautions of a piece of work, where the work is. */
export function CautionNotes({ ids }: { ids: readonly CautionId[] }) {
  if (ids.length === 0) return null
  return (
    <ul className="flex flex-col gap-1 border-l-4 border-tight pl-3 text-note" aria-label="Cautions">
      {ids.map(id => (
        <li key={id} className="flex gap-2">
          <TriangleAlert size={18} aria-hidden="true" className="mt-0.5 shrink-0 text-tight" />
          <span>
            <b className="font-semibold">{CAUTIONS[id].title}.</b> {CAUTIONS[id].text}
          </span>
        </li>
      ))}
    </ul>
  )
}
