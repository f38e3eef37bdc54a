import { stepText } from '../build/stepRef.ts'
import { PHASES, type OrderedStep, type Step, type Which } from './step.ts'

/** Where among all steps those are that are meant. */
function meant(w: Which, by: ReadonlyMap<string, readonly number[]>): readonly number[] {
  return by.get(w.kind === 'all' ? `all ${w.of}` : w.kind === 'phase' ? `phase ${w.of}` : stepText(w)) ?? []
}

const isBroad = (w: Which): boolean => w.kind === 'all' || w.kind === 'phase'

/** Steps by their own names, by kind and by phase. */
function index(steps: readonly Step[], ids: readonly string[]): Map<string, number[]> {
  const by = new Map<string, number[]>()
  const put = (key: string, i: number) => {
    const own = by.get(key)
    if (own) own.push(i)
    else by.set(key, [i])
  }
  steps.forEach((s, i) => {
    put(ids[i]!, i)
    put(`all ${s.ref.kind}`, i)
    put(`phase ${s.phase}`, i)
  })
  return by
}

/** Every arrow between two steps that their needs and what they spoil declare, with its reason. */
export function withArrows(steps: readonly Step[]): OrderedStep[] {
  const ids = steps.map(s => stepText(s.ref)),
    by = index(steps, ids),
    because = steps.map(() => new Map<number, string>())
  const arrow = (before: number, after: number, why: string) => {
    const own = because[after]!
    if (before !== after && !own.has(before)) own.set(before, why)
  }
  steps.forEach((s, i) => {
    // What names one step says more of it than what is true of a whole phase.
    for (const broad of [false, true])
      for (const n of s.needs)
        if (isBroad(n.which) === broad) for (const before of meant(n.which, by)) arrow(before, i, n.why)
    for (const n of s.spoils) for (const spoiled of meant(n.which, by)) arrow(spoiled, i, n.why)
  })
  return steps.map(({ spoils, ...s }, i) => {
    void spoils
    const own: Record<string, string> = {},
      needs: string[] = []
    for (const [k, why] of because[i]!) {
      own[ids[k]!] = why
      needs.push(ids[k]!)
    }
    return Object.assign(s, { id: ids[i]!, because: own, needs })
  })
}

const RANK = Object.fromEntries(PHASES.map((p, i) => [p, i])) as Record<Step['phase'], number>

/** Steps in an order in which every need comes first; ties keep the phase and the given order. Cycles are cut at the later step. */
export function inOrder(steps: readonly Step[]): OrderedStep[] {
  // Sorting keeps the given order of equals.
  const left = withArrows(steps).sort((a, b) => RANK[a.phase] - RANK[b.phase])
  const at = new Map(left.map((s, i) => [s.id, i])),
    blocks = left.map(() => [] as number[]),
    open = left.map(() => 0)
  left.forEach((s, i) =>
    s.needs.forEach(n => {
      blocks[at.get(n)!]!.push(i)
      open[i]!++
    }),
  )
  const placed = new Uint8Array(left.length),
    out: OrderedStep[] = []
  /** The first that has no place yet. */
  let first = 0
  for (let n = 0; n < left.length; n++) {
    while (placed[first]) first++
    let free = first
    while (free < left.length && (open[free] !== 0 || placed[free])) free++
    const ring = free === left.length,
      k = ring ? first : free,
      s = left[k]!
    // Only a ring of needs leaves any open.
    out.push(ring ? { ...s, needs: s.needs.filter(x => placed[at.get(x)!]) } : s)
    placed[k] = 1
    for (const i of blocks[k]!) open[i]!--
  }
  return out
}
