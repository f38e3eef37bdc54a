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

/** What does not change while a problem is searched: costs, which slots meet, and the order in which they are chosen. */
function groundOf(p: Problem) {
  const n = p.slots.length
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
  const cheapest = p.options.map(os => os.reduce((m, o) => Math.min(m, o.cost), Infinity))
  const costAfter = order.map((_, d) => order.slice(d + 1).reduce((s, t) => s + cheapest[t]!, 0))

  return {
    base,
    pair,
    touches,
    core,
    order,
    neighbours,
    wideAt,
    leaves,
    leafPairs,
    leafWide,
    closes,
    inOrder,
    costAfter,
  }
}

class Search {
  readonly best: FoundSet[] = []
  private readonly g: ReturnType<typeof groundOf>
  /** What is in time for the wait in hand; set anew for each. */
  private sorted: readonly (readonly number[])[]
  private alone: number[] = []
  private memos: Map<number, Float64Array>[] = []
  private latest = 0
  private fee = 0
  private explored = 0
  private share = 0
  private breathed = 0
  private readonly picked: number[]
  private readonly chosen: Option[] = []
  private readonly bounds: Float64Array[]
  private readonly lists: Leaf[][]
  /** A score that the k-th best cannot exceed. */
  private seed = Infinity
  private readonly waits: readonly number[]
  private level = 0

  constructor(
    private readonly p: Problem,
    private readonly k: number,
  ) {
    const n = p.slots.length
    this.g = groundOf(p)
    this.sorted = this.g.inOrder
    this.picked = Array.from({ length: n }, () => -1)
    this.bounds = this.g.core.map(() => new Float64Array(n))
    this.lists = this.g.leaves.map(() => [])
    this.waits = [...new Set(p.options.flatMap(os => os.map(o => o.wait)))].sort((a, b) => a - b)
  }

  *run(): Generator<Progress, FoundSet[]> {
    // A first look at the cheapest few of every slot gives something to show, and a score that the k-th best cannot exceed.
    if (this.p.options.some(os => os.length > FEW)) {
      const look = bestSets({ ...this.p, options: this.p.options.map(os => os.slice(0, FEW)) }, this.k)
      for (;;) {
        const step = look.next()
        if (step.done) {
          this.breathed = this.explored
          if (step.value.length === this.k) this.seed = step.value[this.k - 1]!.score + ROUNDING
          if (step.value.length) yield { explored: this.explored, best: step.value, share: 0 }
          break
        }
        this.explored = step.value.explored
        yield { ...step.value, share: 0 }
      }
    }
    for (this.latest of this.waits) {
      this.sorted = this.g.inOrder.map((is, s) => is.filter(i => this.p.options[s]![i]!.wait <= this.latest))
      this.fee = (this.latest * this.p.weekly) / 7
      if (this.sorted.every(is => is.length > 0)) {
        this.alone = this.sorted.map((is, s) => this.g.base[s]![is[0]!]!)
        this.memos = this.p.slots.map(
          (_, s) =>
            new Map(
              this.g.order
                .filter(t => this.g.touches(s, t))
                .map(t => [t, new Float64Array(this.p.options[t]!.length).fill(-1)]),
            ),
        )
        yield* this.down(0, Float64Array.from(this.alone), 0, 0)
      }
      this.level++
    }
    return this.best
  }

  /** Least that an open slot adds beside one chosen part; cheapest options are looked at first, so most are never met. */
  private beside(open: number, by: number, i: number): number {
    const memo = this.memos[open]!.get(by)
    if (!memo) return this.alone[open]!
    let v = memo[i]!
    if (v < 0) {
      v = Infinity
      for (const j of this.sorted[open]!) {
        if (this.g.base[open]![j]! >= v) break
        this.explored++
        const c = this.g.base[open]![j]! + this.g.pair(by, i, open, j)
        if (c < v) v = c
      }
      memo[i] = v
    }
    return v
  }

  /** Whether it is time to hand back: every combination looked at counts, those of the bounds too. */
  private due(): boolean {
    if (this.explored - this.breathed < BREATH) return false
    this.breathed = this.explored
    return true
  }

  private threshold(): number {
    return this.best.length < this.k ? this.seed : this.best[this.k - 1]!.score - ROUNDING
  }

  private used(o: Option, slots: readonly number[]): number {
    return slots.reduce((c, s) => c + Number(this.chosen[s]!.part === o.part), 0)
  }

  private keep(): void {
    if (this.p.use.some(id => !this.chosen.some(o => o.part.id === id))) return
    const s = scoreOf(this.p, this.chosen)
    if (s.wait < this.latest || s.cost > this.p.budget + ROUNDING || !(s.score < this.threshold())) return
    this.best.push({ ...s, options: [...this.chosen] })
    this.best.sort((a, b) => a.score - b.score)
    if (this.best.length > this.k) this.best.pop()
  }

  /** A leaf's options beside all that it meets, cheapest first; none that costs `most` or more. */
  private leafOptions(x: number, most: number): Leaf[] {
    const t = this.g.leaves[x]!,
      out: Leaf[] = []
    for (const i of this.sorted[t]!) {
      let cost = this.g.base[t]![i]!
      if (cost >= most) break
      for (const c of this.g.leafPairs[x]!) {
        cost += this.g.pair(c, this.picked[c]!, t, i)
        if (cost >= most) break
      }
      if (cost >= most) continue
      this.chosen[t] = this.p.options[t]![i]!
      for (const l of this.g.leafWide[x]!) cost += priceOfMinutes(this.p, l.minutes(this.chosen))
      if (cost < most) out.push({ i, cost })
      this.explored++
    }
    return out.sort((a, b) => a.cost - b.cost)
  }

  private *list(x: number, sofar: number, spent: number): Generator<Progress, void> {
    if (x === this.g.leaves.length) {
      this.keep()
      return
    }
    const t = this.g.leaves[x]!
    let rest = 0
    for (let y = x + 1; y < this.g.leaves.length; y++) rest += this.lists[y]![0]!.cost
    for (const { i, cost } of this.lists[x]!) {
      if (sofar + cost + rest + this.fee >= this.threshold()) break
      const o = this.p.options[t]![i]!
      this.explored++
      if (this.due()) yield { explored: this.explored, best: this.best, share: this.share }
      if (spent + o.cost + this.g.costAfter[this.g.core.length + x]! > this.p.budget + ROUNDING) continue
      if (o.count < Infinity && this.used(o, this.g.order.slice(0, this.g.core.length + x)) >= o.count) continue
      this.picked[t] = i
      this.chosen[t] = o
      yield* this.list(x + 1, sofar + cost, spent + o.cost)
    }
  }

  private *down(d: number, bound: Float64Array, sofar: number, spent: number): Generator<Progress, void> {
    const s = this.g.order[d]!,
      os = this.p.options[s]!,
      open = this.g.order.slice(d + 1),
      before = this.g.order.slice(0, d)
    const rest = open.reduce((sum, t) => sum + bound[t]!, 0)
    const children: Child[] = []
    for (const i of this.sorted[s]!) {
      const o = os[i]!
      let now = sofar + this.g.base[s]![i]!
      if (now + rest + this.fee >= this.threshold()) break
      this.explored++
      if (this.due()) yield { explored: this.explored, best: this.best, share: this.share }
      if (spent + o.cost + this.g.costAfter[d]! > this.p.budget + ROUNDING) continue
      if (o.count < Infinity && this.used(o, before) >= o.count) continue
      for (const t of this.g.neighbours[d]!) now += this.g.pair(t, this.picked[t]!, s, i)
      if (!(now + rest + this.fee < this.threshold())) continue
      this.chosen[s] = o
      for (const l of this.g.wideAt[d]!) now += priceOfMinutes(this.p, l.minutes(this.chosen))
      if (!(now + rest + this.fee < this.threshold())) continue
      let low = now + this.fee
      for (const t of open) low += this.g.touches(t, s) ? Math.max(bound[t]!, this.beside(t, s, i)) : bound[t]!
      if (low < this.threshold()) children.push({ i, now, low })
    }
    children.sort((a, b) => a.low - b.low)
    for (const [c, child] of children.entries()) {
      if (child.low >= this.threshold()) break
      const { i, now } = child,
        o = os[i]!
      this.picked[s] = i
      this.chosen[s] = o
      const next = this.bounds[d]!
      let low = child.low
      for (const t of open) next[t] = this.g.touches(t, s) ? Math.max(bound[t]!, this.beside(t, s, i)) : bound[t]!
      for (let x = 0; x < this.g.leaves.length && low < this.threshold(); x++) {
        if (this.g.closes[x] !== d) continue
        const t = this.g.leaves[x]!
        this.lists[x] = this.leafOptions(x, this.threshold() - (low - next[t]!))
        const least = this.lists[x]![0]?.cost ?? Infinity
        low += least - next[t]!
        next[t] = least
      }
      if (low < this.threshold())
        yield* d === this.g.core.length - 1
          ? this.list(0, now, spent + o.cost)
          : this.down(d + 1, next, now, spent + o.cost)
      if (d === 0) {
        this.share = (this.level + (c + 1) / children.length) / this.waits.length
        yield { explored: this.explored, best: this.best, share: this.share }
      }
    }
  }
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
  if (p.slots.length === 0 || p.options.some(o => o.length === 0)) return []
  if (p.use.some(id => !p.options.some(os => os.some(o => o.part.id === id)))) return []
  return yield* new Search(p, k).run()
}
