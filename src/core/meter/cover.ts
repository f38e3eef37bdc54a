/** Least covering set of a list of sets: places of those that are taken, and whether none smaller can be. */
export interface Cover {
  taken: number[]
  /** The search went to its end: no smaller one covers as much. */
  proven: boolean
  /** Items that no set holds. */
  uncovered: number[]
}

/** Branches that are looked at before the best so far is the answer [our choice]. */
const LONGEST = 200_000

const holds = (set: Uint32Array, item: number): boolean => ((set[item >> 5]! >>> (item & 31)) & 1) === 1
const within = (a: Uint32Array, b: Uint32Array): boolean => a.every((x, i) => (x & ~b[i]!) === 0)

/**
 * As few sets as cover every item that any set holds: exact by branch and bound, the item with the fewest sets first;
 * items that share no set bound it from below [published: Christofides and Korman, Management Science 21, 1975].
 * @param cost what decides between covers of one size: the dearest sets are left out
 */
export function leastCover(items: number, sets: readonly ReadonlySet<number>[], cost: readonly number[]): Cover {
  const words = (items + 31) >> 5
  const bits = sets.map(s => {
    const out = new Uint32Array(words)
    for (const i of s) out[i >> 5]! |= 1 << (i & 31)
    return out
  })
  // A set that lies within another which is no dearer is never needed.
  const order = sets.map((_, i) => i).sort((a, b) => sets[b]!.size - sets[a]!.size || cost[a]! - cost[b]! || a - b)
  const kept: number[] = []
  for (const i of order)
    if (sets[i]!.size && !kept.some(k => cost[k]! <= cost[i]! && within(bits[i]!, bits[k]!))) kept.push(i)
  const of: number[][] = Array.from({ length: items }, (_, item) => kept.filter(k => holds(bits[k]!, item)))
  const uncovered = of.flatMap((c, i) => (c.length ? [] : [i]))
  let best: number[] | undefined,
    bestCost = Infinity,
    branches = 0
  const bound = (left: readonly number[]): number => {
    const used = new Set<number>()
    let n = 0
    for (const i of left) {
      if (of[i]!.some(k => used.has(k))) continue
      n++
      for (const k of of[i]!) used.add(k)
    }
    return n
  }
  const go = (taken: number[], left: readonly number[], spent: number): void => {
    if (branches++ > LONGEST) return
    if (!left.length) {
      if (!best || taken.length < best.length || (taken.length === best.length && spent < bestCost)) {
        best = [...taken]
        bestCost = spent
      }
      return
    }
    const least = taken.length + bound(left)
    if (best && (least > best.length || (least === best.length && spent >= bestCost))) return
    const item = left.reduce((a, b) => (of[b]!.length < of[a]!.length ? b : a))
    const choices = [...of[item]!].sort(
      (a, b) =>
        left.filter(i => holds(bits[b]!, i)).length - left.filter(i => holds(bits[a]!, i)).length ||
        cost[a]! - cost[b]!,
    )
    for (const k of choices) {
      taken.push(k)
      go(
        taken,
        left.filter(i => !holds(bits[k]!, i)),
        spent + cost[k]!,
      )
      taken.pop()
    }
  }
  const all = of.flatMap((c, i) => (c.length ? [i] : []))
  all.sort((a, b) => of[a]!.length - of[b]!.length)
  go([], all, 0)
  return { taken: best ?? [], proven: branches <= LONGEST, uncovered }
}
