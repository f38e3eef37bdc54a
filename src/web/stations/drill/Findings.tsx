import { type Said } from '../../../core/say/said.ts'
import { useLength } from '../../hooks/useLength.ts'

/** What is wrong, in words; nothing when nothing is. */
export function Findings({ of, fine }: { of: readonly Said[]; fine?: string }) {
  const l = useLength()
  if (of.length === 0) return fine ? <p className="text-plain text-snug">{fine}</p> : null
  return (
    <ul className="flex flex-col gap-1 border-l-4 border-never pl-3 text-plain font-semibold" aria-label="Findings">
      {of.map((f, i) => (
        <li key={i}>{l.say(f)}</li>
      ))}
    </ul>
  )
}
