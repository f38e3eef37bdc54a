import { stepText } from '../build/stepRef.ts'
import { PHASES, type OrderedStep, type Step, type Which } from './step.ts'

/** Names of the steps that are meant, among all of them. */
function meant(w: Which, by: ReadonlyMap<string, readonly string[]>): readonly string[] {
  return by.get(w.kind === 'all' ? `all ${w.of}` : w.kind === 'phase' ? `phase ${w.of}` : stepText(w)) ?? []
}

const isBroad = (w: Which): boolean => w.kind === 'all' || w.kind === 'phase'

/** Steps by their own names, by kind and by phase. */
function index(steps: readonly Step[]): Map<string, string[]> {
  const by = new Map<string, string[]>()
  const put = (key: string, id: string) => {
    const own = by.get(key)
    if (own) own.push(id)
    else by.set(key, [id])
  }
  for (const s of steps) {
    const id = stepText(s.ref)
    put(id, id)
    put(`all ${s.ref.kind}`, id)
    put(`phase ${s.phase}`, id)
  }
  return by
}

/** Every arrow between two steps that their needs and what they spoil declare, with its reason. */
export function withArrows(steps: readonly Step[]): OrderedStep[] {
  const by = index(steps),
    because = new Map<string, Record<string, string>>(steps.map(s => [stepText(s.ref), {}]))
  const arrow = (before: string, after: string, why: string) => {
    const own = because.get(after)
    if (own && before !== after) own[before] ??= why
  }
  for (const s of steps) {
    const id = stepText(s.ref)
    // What names one step says more of it than what is true of a whole phase.
    for (const n of [...s.needs].sort((a, b) => Number(isBroad(a.which)) - Number(isBroad(b.which))))
      for (const before of meant(n.which, by)) arrow(before, id, n.why)
    for (const n of s.spoils) for (const after of meant(n.which, by)) arrow(after, id, n.why)
  }
  return steps.map(({ spoils, ...s }) => {
    void spoils
    const id = stepText(s.ref),
      own = because.get(id)!
    return Object.assign(s, { id, because: own, needs: Object.keys(own) })
  })
}

/** Steps in an order in which every need comes first; ties keep the phase and the given order. Cycles are cut at the later step. */
export function inOrder(steps: readonly Step[]): OrderedStep[] {
  const left = withArrows(steps)
    .map((s, i) => ({ s, i }))
    .sort((a, b) => PHASES.indexOf(a.s.phase) - PHASES.indexOf(b.s.phase) || a.i - b.i)
    .map(x => x.s)
  const at = new Map(left.map((s, i) => [s.id, i])),
    blocks = left.map(() => [] as number[]),
    open = left.map(s => s.needs.filter(n => at.has(n)).length)
  left.forEach((s, i) => s.needs.forEach(n => blocks[at.get(n)!]?.push(i)))
  const placed = new Set<string>(),
    out: OrderedStep[] = []
  for (let n = 0; n < left.length; n++) {
    const free = left.findIndex((s, i) => open[i] === 0 && !placed.has(s.id)),
      k = free < 0 ? left.findIndex(s => !placed.has(s.id)) : free,
      s = left[k]!
    // Only a ring of needs leaves any open.
    out.push(free < 0 ? { ...s, needs: s.needs.filter(x => placed.has(x)) } : s)
    placed.add(s.id)
    for (const i of blocks[k]!) open[i]!--
  }
  return out
}
