import { counted } from '../text/text.ts'
import type { Build } from '../build/build.ts'
import type { Part } from '../parts/part.ts'
import { problemOf } from './problem.ts'
import { bestSets } from './search.ts'
import type { Wishes } from './wishes.ts'

/** A wish that can be given up, by name, and the wishes without it. */
interface Wish {
  name: string
  without: (w: Wishes) => Wishes
}

function list(w: Wishes): Wish[] {
  const drop =
    <K extends keyof Wishes>(k: K) =>
    (x: Wishes): Wishes => {
      const { [k]: gone, ...rest } = x
      void gone
      return rest as Wishes
    }
  return [
    ...(w.budget === undefined ? [] : [{ name: `a budget of ${w.budget}`, without: drop('budget') }]),
    ...(w.maxWaitDays === undefined
      ? []
      : [{ name: `no part later than ${counted(w.maxWaitDays, 'day')}`, without: drop('maxWaitDays') }]),
    ...(w.shelfOnly ? [{ name: 'only what is on the shelf', without: drop('shelfOnly') }] : []),
    ...(w.scale ? [{ name: `a scale of ${w.scale.from} to ${w.scale.to} mm`, without: drop('scale') }] : []),
    ...(w.wood?.length ? [{ name: `a body of ${w.wood.join(' or ')}`, without: drop('wood') }] : []),
    ...Object.entries(w.sorts ?? {})
      .filter(([, s]) => s.length)
      .map(([slot, s]) => ({
        name: `${slot.replace(/-/g, ' ')}: ${s.join(' or ')}`,
        without: (x: Wishes): Wishes => ({ ...x, sorts: { ...x.sorts, [slot]: [] } }),
      })),
    ...(w.use ?? []).map(id => ({
      name: `using up ${id}`,
      without: (x: Wishes): Wishes => ({ ...x, use: (x.use ?? []).filter(u => u !== id) }),
    })),
    ...Object.keys(w.fixed).map(slot => ({
      name: `keeping the ${slot.replace(/-/g, ' ')}`,
      without: (x: Wishes): Wishes => {
        const { [slot]: gone, ...fixed } = x.fixed
        void gone
        return { ...x, fixed }
      },
    })),
  ]
}

/** Why no set meets the wishes: the fewest that cannot hold together, or the slots nothing at all suits. */
export interface Conflict {
  wishes: string[]
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
  const all = list(wishes)
  const bare = all.reduce((w, x) => x.without(w), wishes)
  if (!(yield* possible(bare))) {
    const p = problemOf(build, catalogue, bare, today, only)
    return { wishes: [], empty: p.slots.filter((_s, i) => p.options[i]!.length === 0) }
  }
  const needed: string[] = []
  for (const w of all) {
    const without = w.without(left)
    if (yield* possible(without)) needed.push(w.name)
    else left = without
  }
  return { wishes: needed, empty: [] }
}
