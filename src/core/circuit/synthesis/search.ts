import { Judge, type Need } from './judge.ts'
import { GROUND, minus, terminalsIn, TIP, type Question } from './wanted.ts'

/** Where a lug of the switch is soldered: a block of terminals, or nowhere. */
const NOWHERE = -1

/** A wiring: which terminals are one conductor, and where the switch's lugs lie. */
export interface Wiring {
  block: number[]
  /** Conductor of each pole's common; commons with the same number beyond the blocks are joined to each other alone. */
  commons: number[]
  /** Conductor of each throw of each pole, or −1. */
  throws: number[][]
  wires: number
  lugs: number
}

export type Answer =
  | { kind: 'found'; wiring: Wiring; tried: number }
  | { kind: 'impossible'; tried: number; why: string }
  | { kind: 'undecided'; tried: number; best: Wiring | undefined }

export interface Progress {
  tried: number
  best: Wiring | undefined
  share: number
}

interface Lugs {
  /** Throws by pole that stand for one position alone. */
  exclusive: boolean
  count: number
}

function lugsOf(q: Question): Lugs {
  const seen = new Map<string, number>()
  let count = 0
  q.switch.positions.forEach(p =>
    p.forEach((throws, pole) => {
      for (const t of throws) {
        count = Math.max(count, t + 1)
        seen.set(`${pole}.${t}`, (seen.get(`${pole}.${t}`) ?? 0) + 1)
      }
    }),
  )
  const single = q.switch.positions.every(p => p.every(throws => throws.length <= 1))
  return { exclusive: single && [...seen.values()].every(n => n === 1), count }
}

/** How many bits are set. */
function count(bits: number): number {
  let n = 0
  for (let b = bits; b; b &= b - 1) n++
  return n
}

/** How many partitions pass between two signs of life. */
const BREATH = 2000

/** A search that is under way. */
interface Hunt {
  readonly q: Question
  /** Terminals, poles and lugs of the switch. */
  readonly n: number
  readonly poles: number
  readonly lugs: ReturnType<typeof lugsOf>
  readonly judges: readonly Judge[]
  /** Joins that each position can make: each pole brings one conductor to its common for every throw that it meets. */
  readonly most: readonly number[]
  /** The block of each terminal that has one yet, and room for a guess at the rest. */
  readonly block: Uint8Array
  readonly partial: Uint8Array
  best: Wiring | undefined
  tried: number
  leaves: number
}

/**
 * Finds the wiring with the fewest wires that does what is wanted at every position, or proves that there is none: every
 * partition of the terminals is looked at that no position contradicts, with every place for the commons, and every place
 * for the throws. A partition that joins more than any position allows is given up with all that are coarser.
 */
export function* synthesize(q: Question): Generator<Progress, Answer> {
  const n = terminalsIn(q)
  const h: Hunt = {
    q,
    n,
    poles: q.switch.poles,
    lugs: lugsOf(q),
    judges: q.switch.positions.map((_, i) => new Judge(q, i)),
    most: q.switch.positions.map(p => p.reduce((s, throws) => s + throws.length, 0)),
    block: new Uint8Array(n),
    partial: new Uint8Array(n),
    best: undefined,
    tried: 0,
    leaves: 0,
  }
  const alone = Uint8Array.from({ length: n }, (_, t) => t)
  for (const [i, j] of h.judges.entries())
    if (j.least(alone, n) < 0)
      return { kind: 'impossible', tried: h.tried, why: `Position ${i + 1} contradicts itself.` }
  yield* place(h, 0, 0, 0)
  return h.best
    ? { kind: 'found', wiring: h.best, tried: h.tried }
    : {
        kind: 'impossible',
        tried: h.tried,
        why: 'No way to join the leads leaves every position with what it asks for: the poles are too few, or their throws too coupled.',
      }
}

const better = (h: Hunt, w: { wires: number; lugs: number }): boolean =>
  !h.best || w.wires < h.best.wires || (w.wires === h.best.wires && w.lugs < h.best.lugs)

/** Whether a position contradicts the blocks so far: what follows is judged with everything alone that has no block yet. */
function contradicts(h: Hunt, upTo: number, blocks: number): boolean {
  h.partial.set(h.block)
  for (let t = upTo; t < h.n; t++) h.partial[t] = blocks + (t - upTo)
  const all = blocks + (h.n - upTo)
  for (const [i, j] of h.judges.entries()) {
    const least = j.least(h.partial, all)
    if (least < 0 || least - (h.n - upTo) > h.most[i]!) return true
  }
  return false
}

/** Gives terminal t a block, and all that follow theirs. */
function* place(h: Hunt, t: number, blocks: number, joins: number): Generator<Progress> {
  if (h.best && joins > h.best.wires) return
  if (t === h.n) {
    h.leaves++
    if (h.leaves % BREATH === 0) yield { tried: h.tried, best: h.best, share: 0 }
    yield* withCommons(h, blocks, joins)
    return
  }
  const fixed = h.q.grounded.some(c => minus(c) === t)
  for (let b = 0; b <= blocks; b++) {
    if (fixed && b !== h.block[GROUND]) continue
    if (t === TIP && b === h.block[GROUND]) continue
    h.block[t] = b
    h.tried++
    if (h.tried % BREATH === 0) yield { tried: h.tried, best: h.best, share: 0 }
    const now = Math.max(blocks, b + 1)
    if (contradicts(h, t + 1, now)) continue
    yield* place(h, t + 1, now, joins + (b < blocks ? 1 : 0))
  }
}

/** Needs of every position for the partition in hand. */
function* withCommons(h: Hunt, blocks: number, joins: number): Generator<Progress> {
  const needs = h.judges.map(j => j.needs(h.block, blocks))
  if (needs.some((list, i) => !list.some(x => x.joins <= h.most[i]!))) return
  // Each join takes at least one lug: no wiring of this partition has fewer wires.
  const least = h.lugs.exclusive
    ? needs.reduce((s, list) => s + Math.min(...list.map(x => x.joins)), 0)
    : Math.max(...needs.map(list => Math.min(...list.map(x => x.joins))))
  if (h.best && joins + least > h.best.wires) return
  const useful = [...new Set(needs.flatMap(list => list.flatMap(x => x.groups.flat())))].sort((a, b) => a - b)
  for (const commons of placements(h.q.switch, useful, blocks)) {
    const attached = commonWires(commons, blocks)
    const lugsAtLeast = h.lugs.exclusive ? least : leastLugs(h.q, needs, commons)
    if (lugsAtLeast === undefined || (h.best && joins + attached + lugsAtLeast > h.best.wires)) continue
    h.tried++
    if (h.tried % BREATH === 0) yield { tried: h.tried, best: h.best, share: 0 }
    const found = h.lugs.exclusive
      ? exclusiveThrows(h.q, needs, commons, blocks, h.lugs.count)
      : yield* sharedThrows(h, commons, blocks, joins + attached)
    if (!found) continue
    const used = found.flat().filter(x => x !== NOWHERE).length,
      w = { wires: joins + attached + used, lugs: used + commons.filter(c => c !== NOWHERE).length }
    if (better(h, w)) h.best = { ...w, block: [...h.block], commons, throws: found }
  }
}

/** Throws that stand for more than one position: lug by lug, each position judged as soon as its lugs are placed. */
function* sharedThrows(
  h: Hunt,
  commons: number[],
  blocks: number,
  spent: number,
): Generator<Progress, number[][] | undefined> {
  const throws: number[][] = Array.from({ length: h.poles }, () =>
    Array.from({ length: h.lugs.count }, () => NOWHERE),
  )
  const list: [pole: number, lug: number][] = []
  for (let t = 0; t < h.lugs.count; t++)
    for (let p = 0; p < h.poles; p++)
      if (h.q.switch.positions.some(x => x[p]!.includes(t)) && commons[p] !== NOWHERE) list.push([p, t])
  /** Positions that a lug takes part in, and how many of each one's lugs come after it. */
  const left = h.q.switch.positions.map(pos => list.map(([p, t]) => pos[p]!.includes(t))),
    concerns = list.map((_, i) =>
      left.flatMap((takes, k) => (takes[i] ? [{ k, after: takes.slice(i + 1).filter(Boolean).length }] : [])),
    )
  /** What each position still has to join, and which lugs it has, as bits. */
  const wants = Int8Array.from(h.judges, j => j.least(h.block, blocks)),
    bits = left.map(takes => takes.reduce((m, is, i) => (is ? m | (1 << i) : m), 0)),
    byFew = bits.map((_, k) => k).sort((a, b) => count(bits[a]!) - count(bits[b]!))
  if (list.length > 30 || wants.some((w, k) => w > count(bits[k]!))) return undefined
  /** Wires that the lugs from the ith on will take at least: what a position wants beyond the lugs it shares. */
  const atLeast = (i: number): number => {
    let counted = 0,
      sum = 0
    const open = ~((1 << i) - 1)
    for (const k of byFew) {
      const mine = bits[k]! & open
      sum += Math.max(0, wants[k]! - count(mine & counted))
      counted |= mine
    }
    return sum
  }
  let kept: number[][] | undefined,
    least = h.best ? h.best.wires - spent : Infinity
  /** Conductors that hold none of the terminals: commons joined to each other, and lugs joined to lugs. */
  const own = Math.max(0, ...commons.map(c => c + 1 - blocks)),
    fresh = blocks + own,
    most = Math.floor(list.length / 2),
    members = new Int8Array(most)
  const parent = new Int8Array(fresh + most)
  const merged = new Uint8Array(h.n)
  /** What a position still has to join with the lugs that are placed; −1 when it cannot be what it is meant to be. */
  const wanting = (k: number): number => {
    for (let b = 0; b < parent.length; b++) parent[b] = b
    const root = (b: number): number => {
      let r = b
      while (parent[r] !== r) r = parent[r]!
      return r
    }
    h.q.switch.positions[k]!.forEach((meets, p) => {
      for (const t of meets) {
        const to = throws[p]![t]!
        if (to !== NOWHERE && commons[p] !== NOWHERE) parent[root(to)] = root(commons[p]!)
      }
    })
    const name = new Map<number, number>()
    for (let t = 0; t < h.n; t++) {
      const r = root(h.block[t]!)
      let id = name.get(r)
      if (id === undefined) name.set(r, (id = name.size))
      merged[t] = id
    }
    return h.judges[k]!.least(merged, name.size)
  }
  function* step(i: number, used: number, begun: number): Generator<Progress> {
    const sure = used + atLeast(i)
    if (sure > least || (sure === least && kept)) return
    if (i === list.length) {
      // A lug joined to nothing is nowhere: that was h.tried.
      for (let k = 0; k < begun; k++) if (members[k]! < 2) return
      kept = throws.map(x => [...x])
      least = used
      return
    }
    const [p, t] = list[i]!,
      before = concerns[i]!.map(c => wants[c.k]!)
    for (let b = NOWHERE; b < Math.min(fresh + begun + 1, parent.length); b++) {
      if (b === commons[p]) continue
      throws[p]![t] = b
      const k = b - fresh,
        opens = k === begun
      if (k >= 0) members[k]!++
      h.tried++
      if (h.tried % BREATH === 0) yield { tried: h.tried, best: h.best, share: 0 }
      // The first lug of a conductor of lugs alone costs no wire.
      const goes = concerns[i]!.every(c => {
        const need = wanting(c.k)
        wants[c.k] = need
        return need >= 0 && need <= c.after
      })
      if (goes) yield* step(i + 1, used + (b === NOWHERE || opens ? 0 : 1), opens ? begun + 1 : begun)
      concerns[i]!.forEach((c, x) => (wants[c.k] = before[x]!))
      if (k >= 0) members[k]!--
    }
    throws[p]![t] = NOWHERE
  }
  yield* step(0, 0, 0)
  return kept
}

/**
 * Fewest lugs that a wiring with these commons can do with, or undefined when a position has too few: what one position
 * needs beyond the lugs that it shares with those before it is counted anew.
 */
function leastLugs(q: Question, needs: readonly Need[][], commons: readonly number[]): number | undefined {
  const counted = new Set<number>()
  let sum = 0
  const of = q.switch.positions.map(pos =>
    pos.flatMap((throws, p) => (commons[p] === NOWHERE ? [] : throws.map(t => p * 64 + t))),
  )
  const order = of.map((_, k) => k).sort((a, b) => of[a]!.length - of[b]!.length)
  for (const k of order) {
    const need = Math.min(...needs[k]!.map(x => x.joins)),
      mine = of[k]!
    if (need > mine.length) return undefined
    sum += Math.max(0, need - mine.filter(l => counted.has(l)).length)
    for (const l of mine) counted.add(l)
  }
  return sum
}

/** Wires that the commons cost: one each on a conductor, one less than there are where they are joined to each other alone. */
function commonWires(commons: readonly number[], blocks: number): number {
  const own = new Set(commons.filter(c => c >= blocks))
  return commons.filter(c => c !== NOWHERE).length - own.size
}

/**
 * Every place for the commons: on a conductor that some position has to join, joined to each other alone, or unused. Poles
 * are alike, so that only one order of each is tried.
 */
function* placements(s: Question['switch'], useful: readonly number[], blocks: number): Generator<number[]> {
  const { poles, alike } = s
  const alone = (k: number): number => blocks + k
  function* go(k: number, from: number, out: number[], own: number): Generator<number[]> {
    if (k === poles) {
      // A common by itself on nothing brings two conductors together only where it meets two at once.
      yield [...out]
      return
    }
    const choices = [NOWHERE, ...useful, ...Array.from({ length: own + 1 }, (_, i) => alone(i))]
    const begin = k > 0 && alike && alike[k] !== alike[k - 1] ? 0 : from
    for (let i = begin; i < choices.length; i++) {
      const c = choices[i]!
      yield* go(k + 1, i, [...out, c], Math.max(own, c >= blocks ? c - blocks + 1 : 0))
    }
  }
  yield* go(0, 0, [], 0)
}

/** Throws of a switch each of which stands for one position alone: every position is settled by itself, by counting. */
function exclusiveThrows(
  q: Question,
  needs: readonly Need[][],
  commons: readonly number[],
  blocks: number,
  lugCount: number,
): number[][] | undefined {
  const throws: number[][] = Array.from({ length: q.switch.poles }, () =>
    Array.from({ length: lugCount }, () => NOWHERE),
  )
  for (const [k, position] of q.switch.positions.entries()) {
    const lug = position.map(t => t[0])
    const list = [...needs[k]!].sort((a, b) => a.joins - b.joins)
    const laid = list.map(x => settle(x, commons, blocks, lug)).find(x => x !== undefined)
    if (!laid) return undefined
    for (const [p, to] of laid) throws[p]![lug[p]!] = to
  }
  return throws
}

/**
 * Lays a position's joins on poles. A pole that lies in a group brings another of its conductors to it; poles that are
 * joined to each other alone bring one less than they are.
 */
function settle(
  need: Need,
  commons: readonly number[],
  blocks: number,
  lug: readonly (number | undefined)[],
): Map<number, number> | undefined {
  const out = new Map<number, number>(),
    free = new Set(commons.flatMap((c, p) => (c !== NOWHERE && lug[p] !== undefined ? [p] : [])))
  for (const group of [...need.groups].sort((a, b) => b.length - a.length)) {
    const part = new Map(group.map(b => [b, b]))
    const root = (b: number): number => {
      let r = b
      while (part.get(r) !== r) r = part.get(r)!
      return r
    }
    let left = group.length - 1
    for (const p of [...free]) {
      if (!left) break
      const c = commons[p]!
      if (c >= blocks || !part.has(c)) continue
      const other = group.find(b => root(b) !== root(c))
      if (other === undefined) break
      out.set(p, other)
      free.delete(p)
      part.set(root(other), root(c))
      left--
    }
    // Commons of their own: as many conductors as there are poles become one.
    for (let own = blocks; left > 0 && own < blocks + commons.length; own++) {
      const set = [...free].filter(p => commons[p] === own)
      if (set.length < 2) continue
      const roots = [...new Set(group.map(root))]
      const take = Math.min(set.length, roots.length)
      if (take < 2) continue
      for (let i = 0; i < take; i++) {
        out.set(set[i]!, roots[i]!)
        free.delete(set[i]!)
        if (i) part.set(root(roots[i]!), root(roots[0]!))
      }
      // What is left of the set hangs on the group: it brings more.
      for (const p of set.slice(take)) free.delete(p)
      left -= take - 1
    }
    if (left > 0) return undefined
  }
  return out
}
