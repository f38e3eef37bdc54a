import { merge } from '../document/merge.ts'
import type { Part } from '../parts/part.ts'

/** Parts that somebody else wrote since, with what was done here: and in words where both changed the same thing. */
export function together(
  mine: readonly Part[],
  theirs: readonly { part: Part }[],
  known: ReadonlyMap<string, Part>,
): { parts: Part[]; word: string | undefined } {
  const clashed: string[] = []
  const parts = mine.map(p => {
    const their = theirs.find(t => t.part.id === p.id)?.part,
      base = known.get(p.id)
    if (!their || !base) return p
    const { merged, clashes } = merge(base, p, their)
    if (clashes.length) clashed.push(p.name)
    return merged
  })
  return {
    parts,
    word: clashed.length
      ? `Somebody changed the same of ${clashed.join(', ')} at the same time: what was entered here stands.`
      : undefined,
  }
}
