import { type Said } from '../say/said.ts'
import type { Build } from '../document/build.ts'
import type { Part } from '../parts/part.ts'
import { problemOf } from './problem.ts'
import { bestSets } from './search.ts'
import { wishesOf, type Wishes } from './wishes.ts'

/** Why no set meets the wishes: the fewest that cannot hold together, or the slots nothing at all suits. */
export interface Conflict {
  wishes: Said[]
  empty: string[]
}

/**
 * The wishes that exclude each other: a smallest set in the sense that giving up any one of them leaves a set of parts
 * possible (deletion filter over the wishes). Empty wishes with empty slots: nothing on shelf or in listings suits
 * these slots. Parts that go together in no way count as a wish of their own that nobody can give up.
 */
export function* conflictOf(
  build: Build,
  catalogue: readonly Part[],
  wishes: Wishes,
  today: string,
  only?: readonly string[],
): Generator<undefined, Conflict> {
  function* possible(w: Wishes): Generator<undefined, boolean> {
    const g = bestSets(problemOf(build, catalogue, w, today, only), 1)
    for (;;) {
      const step = g.next()
      if (step.done) return step.value.length > 0
      if (step.value.best.length > 0) return true
      yield undefined
    }
  }
  let left = wishes
  const names = new Map([...catalogue, ...build.parts].map(p => [p.id, p.name]))
  const all = wishesOf(wishes, today, build.instrument, id => names.get(id) ?? id)
  const bare = all.reduce((w, x) => x.without(w), wishes)
  if (!(yield* possible(bare))) {
    const p = problemOf(build, catalogue, bare, today, only)
    return { wishes: [], empty: p.slots.filter((_s, i) => p.options[i]!.length === 0) }
  }
  const needed: Said[] = []
  for (const w of all) {
    const without = w.without(left)
    if (yield* possible(without)) needed.push(w.name)
    else left = without
  }
  return { wishes: needed, empty: [] }
}
