import { memo } from '../memo/memo.ts'
import type { Instrument } from '../document/build.ts'
import type { View } from '../document/view.ts'
import { learnedLayers } from '../finish/learnedLayers.ts'
import { FAMILY_FILES } from './families/index.ts'
import type { Joined } from './family.ts'

/** The joints declared for an instrument, by family file; the same list for the same instrument. */
export const joinedFor = memo(
  (i: Instrument): readonly (readonly Joined[])[] => FAMILY_FILES.map(f => f.joined?.(i) ?? []),
  { weak: true },
)

/** What a joint depends on, as objects: parts by slot, the facts it names, and the bands. */
const dependencies = (j: Joined, v: View): readonly unknown[] => [
  v.fields.bands,
  ...j.slots.map(s => v.part(s)),
  ...(j.beside ?? []).map(s => v.part(s)),
  ...(j.fields ?? []).map(k => v.fields[k]),
  ...(j.film ? [v.fields.finish, v.fields.steps, learnedLayers(v.stands)] : []),
]

/** Keeps the results of a function of a joint until one of the objects it depends on is another. */
export const perDependencies = <T>(compute: (j: Joined, v: View) => T): ((j: Joined, v: View) => T) =>
  memo(compute, { on: dependencies, weak: true })
