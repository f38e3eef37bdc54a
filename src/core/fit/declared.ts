import type { Instrument } from '../document/build.ts'
import { perObject } from '../document/kept.ts'
import type { View } from '../document/view.ts'
import { learnedLayers } from '../finish/learnedLayers.ts'
import { FAMILY_FILES } from './families/index.ts'
import type { Joined } from './family.ts'

/** The joints declared for an instrument, by family file; the same list for the same instrument. */
export const joinedFor = perObject((i: Instrument): readonly (readonly Joined[])[] =>
  FAMILY_FILES.map(f => f.joined?.(i) ?? []),
)

/** How many states of what a joint depends on are kept: now, planned, and between them while fixes are worked out. */
const KEPT = 4

/** What a joint depends on, as objects: parts by slot, the facts it names, and the bands. */
const dependencies = (j: Joined, v: View): readonly unknown[] => [
  v.facts.bands,
  ...j.slots.map(s => v.part(s)),
  ...(j.beside ?? []).map(s => v.part(s)),
  ...(j.facts ?? []).map(k => v.facts[k]),
  ...(j.film ? [v.facts.finish, v.facts.steps, learnedLayers(v.stands)] : []),
]

/** Whether a joint depends on the very objects of a list made by `dependencies`; asked at every joint on every edit, so nothing is made anew. */
function unchanged(of: readonly unknown[], j: Joined, v: View): boolean {
  let n = 0
  if (of[n++] !== v.facts.bands) return false
  for (const s of j.slots) if (of[n++] !== v.part(s)) return false
  for (const s of j.beside ?? []) if (of[n++] !== v.part(s)) return false
  for (const k of j.facts ?? []) if (of[n++] !== v.facts[k]) return false
  if (j.film && (of[n++] !== v.facts.finish || of[n++] !== v.facts.steps || of[n++] !== learnedLayers(v.stands)))
    return false
  return true
}

/** Keeps the results of a function of a joint until one of the objects it depends on is another. */
export function perDependencies<T>(compute: (j: Joined, v: View) => T): (j: Joined, v: View) => T {
  const kept = new WeakMap<Joined, { of: readonly unknown[]; result: T }[]>()
  return (j, v) => {
    let own = kept.get(j)
    if (!own) kept.set(j, (own = []))
    const i = own.findIndex(k => unchanged(k.of, j, v))
    const hit = i < 0 ? { of: dependencies(j, v), result: compute(j, v) } : own[i]!
    if (i !== 0) {
      if (i > 0) own.splice(i, 1)
      own.unshift(hit)
      own.length = Math.min(own.length, KEPT)
    }
    return hit.result
  }
}
