import { memo } from '../memo/memo.ts'
import { stepText } from '../document/stepRef.ts'
import { PHASES, type OrderedStep, type Step, type Which } from './step.ts'

/** Where among all steps those are that are meant. */
function meant(w: Which, by: ReadonlyMap<string, readonly number[]>): readonly number[] {
  return by.get(w.kind === 'all' ? `all ${w.of}` : w.kind === 'phase' ? `phase ${w.of}` : stepText(w)) ?? []
}

const isBroad = (w: Which): boolean => w.kind === 'all' || w.kind === 'phase'

/** Steps by their own names, by kind and by phase. */
function index(steps: readonly Pick<Step, 'ref' | 'phase'>[], ids: readonly string[]): Map<string, number[]> {
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

/** What of a step settles its place. */
type Placing = Pick<Step, 'ref' | 'phase' | 'needs' | 'spoils'>

/** A step's name and what comes before it, with the reason. */
type Place = Pick<OrderedStep, 'id' | 'needs' | 'because'>

/** Every arrow between two steps that their needs and what they spoil declare, with its reason. */
export function withArrows(steps: readonly Placing[]): Place[] {
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
  return steps.map((_, i) => {
    const own: Record<string, string> = {},
      needs: string[] = []
    for (const [k, why] of because[i]!) {
      own[ids[k]!] = why
      needs.push(ids[k]!)
    }
    return { id: ids[i]!, because: own, needs }
  })
}

const RANK = Object.fromEntries(PHASES.map((p, i) => [p, i])) as Record<Step['phase'], number>

/** Places in an order in which every need comes first, each with where its step was given. */
function arranged(steps: readonly Placing[]): { given: number; place: Place }[] {
  // Sorting keeps the given order of equals.
  const left = withArrows(steps)
    .map((place, given) => ({ given, place }))
    .sort((a, b) => RANK[steps[a.given]!.phase] - RANK[steps[b.given]!.phase])
  const at = new Map(left.map((s, i) => [s.place.id, i])),
    blocks = left.map(() => [] as number[]),
    open = left.map(() => 0)
  left.forEach((s, i) =>
    s.place.needs.forEach(n => {
      blocks[at.get(n)!]!.push(i)
      open[i]!++
    }),
  )
  const placed = new Uint8Array(left.length),
    out: { given: number; place: Place }[] = []
  /** The first that has no place yet. */
  let first = 0
  for (let n = 0; n < left.length; n++) {
    while (placed[first]) first++
    let free = first
    while (free < left.length && (open[free] !== 0 || placed[free])) free++
    const ring = free === left.length,
      k = ring ? first : free,
      { given, place } = left[k]!
    // Only a ring of needs leaves any open.
    out.push({
      given,
      place: ring ? { ...place, needs: place.needs.filter(x => placed[at.get(x)!]) } : place,
    })
    placed[k] = 1
    for (const i of blocks[k]!) open[i]!--
  }
  return out
}

/** Most edits change what steps say, and not where they stand. */
const lastOrder = memo(arranged, { on: () => [], alike: steps => steps })

/** A step in its place. */
const placedAt = memo(
  ({ spoils: _, ...own }: Step, place: Place): OrderedStep => {
    void _
    return Object.assign(own, place)
  },
  { on: (_, { needs, because }) => [needs, because], keep: 1, weak: true },
)

/** Steps in an order in which every need comes first; ties keep the phase and the given order. Cycles are cut at the later step. */
export const inOrder = (steps: readonly Step[]): OrderedStep[] =>
  lastOrder(steps.map(({ ref, phase, needs, spoils }) => ({ ref, phase, needs, spoils }))).map(({ given, place }) =>
    placedAt(steps[given]!, place),
  )
