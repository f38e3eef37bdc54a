import { priceOfMinutes, scoreOf, type Link, type Option, type Problem, type SetScore } from './problem.ts'

export interface FoundSet extends SetScore {
  options: readonly Option[]
}

export interface Progress {
  explored: number
  best: readonly FoundSet[]
  share: number
}

/** How often the search hands back, in nodes looked at. */
const BREATH = 4000
/** How many of the cheapest of a slot the first look takes. */
const FEW = 8
/** Sums of the same numbers in another order differ by rounding; nothing is cut off for that. */
const ROUNDING = 1e-9

/** What a pair of slots costs together, each combination worked out once; rows that are never asked for take no memory. */
class PairTable {
  private readonly rows: (Float64Array | undefined)[] = []
  private readonly chosen: Option[] = []
  constructor(
    private readonly p: Problem,
    private readonly a: number,
    private readonly b: number,
    private readonly links: readonly Link[],
  ) {}

  at(i: number, j: number): number {
    const row = (this.rows[i] ??= new Float64Array(this.p.options[this.b]!.length).fill(-1))
    let v = row[j]!
    if (v < 0) {
      this.chosen[this.a] = this.p.options[this.a]![i]!
      this.chosen[this.b] = this.p.options[this.b]![j]!
      v = 0
      for (const l of this.links) v += l.minutes(this.chosen)
      row[j] = v = priceOfMinutes(this.p, v)
    }
    return v
  }
}

/** Slots such that every joint has at most one slot outside of them, the one that decides most others first. */
function coreOf(p: Problem): number[] {
  const links = p.links.filter(l => l.slots.length > 1)
  const core = new Set<number>()
  for (;;) {
    const open = links.map(l => l.slots.filter(s => !core.has(s))).filter(o => o.length > 1)
    if (open.length === 0) break
    const weight = (s: number) => open.filter(o => o.includes(s)).length * 1e6 - p.options[s]!.length
    core.add([...new Set(open.flat())].reduce((a, b) => (weight(b) > weight(a) ? b : a)))
  }
  return core.size ? [...core] : [0]
}

interface Child {
  i: number
  now: number
  low: number
}
interface Leaf {
  i: number
  cost: number
}

/**
 * The `k` best sets, exactly: no set of the catalogue outside the answer scores better than the last one in it.
 *
 * Branch and bound. Slots that many joints share (body, neck, bridge) are chosen first; what is chosen, plus for every
 * open slot the least it can add beside any one chosen part, is cut off when it is no better than the k-th best so far.
 * The least of a slot beside a part is worked out once. As soon as everything that a slot meets is chosen, its options
 * are worked out exactly; when only such slots are left they do not touch one another and are listed best first.
 * The wait for the last part belongs to the whole set, not to a slot: the search runs once for every wait there is, with
 * the parts that come in time, and keeps only sets that wait just so long.
 *
 * Yields after every breath so that a caller may show progress, or stop.
 */
export function* bestSets(p: Problem, k: number): Generator<Progress, FoundSet[]> {
  const n = p.slots.length
  const best: FoundSet[] = []
  if (n === 0 || p.options.some(o => o.length === 0)) return best
  if (p.use.some(id => !p.options.some(os => os.some(o => o.part.id === id)))) return best

  const base = p.options.map((os, s) =>
    os.map(o => {
      const own: Option[] = []
      own[s] = o
      const alone = p.links
        .filter(l => l.slots.length === 1 && l.slots[0] === s)
        .reduce((m, l) => m + l.minutes(own), 0)
      return o.cost + priceOfMinutes(p, o.minutes + alone)
    }),
  )
  const key = (a: number, b: number) => Math.min(a, b) * n + Math.max(a, b)
  const byPair = new Map<number, Link[]>(),
    wide: Link[] = []
  for (const l of p.links) {
    if (l.slots.length === 2) {
      const at = key(l.slots[0]!, l.slots[1]!)
      byPair.set(at, [...(byPair.get(at) ?? []), l])
    } else if (l.slots.length > 2) wide.push(l)
  }
  const pairs = new Map([...byPair].map(([at, links]) => [at, new PairTable(p, Math.floor(at / n), at % n, links)]))
  const pair = (a: number, i: number, b: number, j: number): number => {
    const t = pairs.get(key(a, b))
    return t ? (a < b ? t.at(i, j) : t.at(j, i)) : 0
  }
  const touches = (a: number, b: number) => pairs.has(key(a, b))

  const core = coreOf(p)
  const order = [...core, ...[...p.slots.keys()].filter(s => !core.includes(s))]
  const place = new Map(order.map((s, d) => [s, d]))
  const depthOf = (l: Link) => Math.max(...l.slots.filter(s => core.includes(s)).map(s => place.get(s)!), 0)
  const neighbours = order.map((s, d) => order.slice(0, d).filter(t => touches(s, t)))
  const wideAt = core.map((_, d) => wide.filter(l => l.slots.every(s => core.includes(s)) && depthOf(l) === d))
  const leaves = order.slice(core.length)
  const leafPairs = leaves.map(t => core.filter(c => touches(t, c))),
    leafWide = leaves.map(t => wide.filter(l => l.slots.includes(t)))
  /** Depth at which all that a leaf meets is chosen. */
  const closes = leaves.map((_t, x) =>
    Math.max(0, ...leafPairs[x]!.map(c => place.get(c)!), ...leafWide[x]!.map(depthOf)),
  )

  const inOrder = base.map(b => [...b.keys()].sort((x, y) => b[x]! - b[y]!))
  /** What is in time for the wait in hand; set anew for each. */
  let sorted = inOrder,
    alone: number[] = [],
    memos: Map<number, Float64Array>[] = [],
    latest = 0,
    fee = 0
  /** Least that an open slot adds beside one chosen part; cheapest options are looked at first, so most are never met. */
  const beside = (open: number, by: number, i: number): number => {
    const memo = memos[open]!.get(by)
    if (!memo) return alone[open]!
    let v = memo[i]!
    if (v < 0) {
      v = Infinity
      for (const j of sorted[open]!) {
        if (base[open]![j]! >= v) break
        explored++
        const c = base[open]![j]! + pair(by, i, open, j)
        if (c < v) v = c
      }
      memo[i] = v
    }
    return v
  }
  const cheapest = p.options.map(os => os.reduce((m, o) => Math.min(m, o.cost), Infinity))
  const costAfter = order.map((_, d) => order.slice(d + 1).reduce((s, t) => s + cheapest[t]!, 0))

  let explored = 0,
    share = 0,
    breathed = 0
  /** Whether it is time to hand back: every combination looked at counts, those of the bounds too. */
  const due = (): boolean => {
    if (explored - breathed < BREATH) return false
    breathed = explored
    return true
  }
  const picked: number[] = Array.from({ length: n }, () => -1)
  const chosen: Option[] = []
  const bounds: Float64Array[] = core.map(() => new Float64Array(n))
  const lists: Leaf[][] = leaves.map(() => [])
  // A first look at the cheapest few of every slot gives something to show, and a score that the k-th best cannot exceed.
  let seed = Infinity
  if (p.options.some(os => os.length > FEW)) {
    const look = bestSets({ ...p, options: p.options.map(os => os.slice(0, FEW)) }, k)
    for (;;) {
      const step = look.next()
      if (step.done) {
        breathed = explored
        if (step.value.length === k) seed = step.value[k - 1]!.score + ROUNDING
        if (step.value.length) yield { explored, best: step.value, share: 0 }
        break
      }
      explored = step.value.explored
      yield { ...step.value, share: 0 }
    }
  }
  const threshold = () => (best.length < k ? seed : best[k - 1]!.score - ROUNDING)
  const used = (o: Option, slots: readonly number[]) =>
    slots.reduce((c, s) => c + Number(chosen[s]!.part === o.part), 0)

  const keep = (): void => {
    if (p.use.some(id => !chosen.some(o => o.part.id === id))) return
    const s = scoreOf(p, chosen)
    if (s.wait < latest || s.cost > p.budget + ROUNDING || !(s.score < threshold())) return
    best.push({ ...s, options: [...chosen] })
    best.sort((a, b) => a.score - b.score)
    if (best.length > k) best.pop()
  }

  /** A leaf's options beside all that it meets, cheapest first; none that costs `most` or more. */
  const leafOptions = (x: number, most: number): Leaf[] => {
    const t = leaves[x]!,
      out: Leaf[] = []
    for (const i of sorted[t]!) {
      let cost = base[t]![i]!
      if (cost >= most) break
      for (const c of leafPairs[x]!) {
        cost += pair(c, picked[c]!, t, i)
        if (cost >= most) break
      }
      if (cost >= most) continue
      chosen[t] = p.options[t]![i]!
      for (const l of leafWide[x]!) cost += priceOfMinutes(p, l.minutes(chosen))
      if (cost < most) out.push({ i, cost })
      explored++
    }
    return out.sort((a, b) => a.cost - b.cost)
  }

  function* list(x: number, sofar: number, spent: number): Generator<Progress, void> {
    if (x === leaves.length) {
      keep()
      return
    }
    const t = leaves[x]!
    let rest = 0
    for (let y = x + 1; y < leaves.length; y++) rest += lists[y]![0]!.cost
    for (const { i, cost } of lists[x]!) {
      if (sofar + cost + rest + fee >= threshold()) break
      const o = p.options[t]![i]!
      explored++
      if (due()) yield { explored, best, share }
      if (spent + o.cost + costAfter[core.length + x]! > p.budget + ROUNDING) continue
      if (o.count < Infinity && used(o, order.slice(0, core.length + x)) >= o.count) continue
      picked[t] = i
      chosen[t] = o
      yield* list(x + 1, sofar + cost, spent + o.cost)
    }
  }

  function* down(d: number, bound: Float64Array, sofar: number, spent: number): Generator<Progress, void> {
    const s = order[d]!,
      os = p.options[s]!,
      open = order.slice(d + 1),
      before = order.slice(0, d)
    const rest = open.reduce((sum, t) => sum + bound[t]!, 0)
    const children: Child[] = []
    for (const i of sorted[s]!) {
      const o = os[i]!
      let now = sofar + base[s]![i]!
      if (now + rest + fee >= threshold()) break
      explored++
      if (due()) yield { explored, best, share }
      if (spent + o.cost + costAfter[d]! > p.budget + ROUNDING) continue
      if (o.count < Infinity && used(o, before) >= o.count) continue
      for (const t of neighbours[d]!) now += pair(t, picked[t]!, s, i)
      if (!(now + rest + fee < threshold())) continue
      chosen[s] = o
      for (const l of wideAt[d]!) now += priceOfMinutes(p, l.minutes(chosen))
      if (!(now + rest + fee < threshold())) continue
      let low = now + fee
      for (const t of open) low += touches(t, s) ? Math.max(bound[t]!, beside(t, s, i)) : bound[t]!
      if (low < threshold()) children.push({ i, now, low })
    }
    children.sort((a, b) => a.low - b.low)
    for (const [c, child] of children.entries()) {
      if (child.low >= threshold()) break
      const { i, now } = child,
        o = os[i]!
      picked[s] = i
      chosen[s] = o
      const next = bounds[d]!
      let low = child.low
      for (const t of open) next[t] = touches(t, s) ? Math.max(bound[t]!, beside(t, s, i)) : bound[t]!
      for (let x = 0; x < leaves.length && low < threshold(); x++) {
        if (closes[x] !== d) continue
        const t = leaves[x]!
        lists[x] = leafOptions(x, threshold() - (low - next[t]!))
        const least = lists[x]![0]?.cost ?? Infinity
        low += least - next[t]!
        next[t] = least
      }
      if (low < threshold())
        yield* d === core.length - 1 ? list(0, now, spent + o.cost) : down(d + 1, next, now, spent + o.cost)
      if (d === 0) {
        share = (level + (c + 1) / children.length) / waits.length
        yield { explored, best, share }
      }
    }
  }
  const waits = [...new Set(p.options.flatMap(os => os.map(o => o.wait)))].sort((a, b) => a - b)
  let level = 0
  for (latest of waits) {
    sorted = inOrder.map((is, s) => is.filter(i => p.options[s]![i]!.wait <= latest))
    fee = (latest * p.weekly) / 7
    if (sorted.every(is => is.length > 0)) {
      alone = sorted.map((is, s) => base[s]![is[0]!]!)
      memos = p.slots.map(
        (_, s) =>
          new Map(order.filter(t => touches(s, t)).map(t => [t, new Float64Array(p.options[t]!.length).fill(-1)])),
      )
      yield* down(0, Float64Array.from(alone), 0, 0)
    }
    level++
  }
  return best
}
