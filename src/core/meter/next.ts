import type { Access } from './places.ts'
import type { Model, Table } from './table.ts'

/** Readings whose predicted means lie further apart than so many sums of their deviations are different outcomes. */
export const APART = 1.5
/** Hypotheses that no allowed reading tells apart by so many such sums cannot be told apart. */
export const ALIKE = 3
/** Hypotheses with less chance than this are not asked about, and at most so many are [our choice]. */
const ALIVE = 1e-4
const MOST = 240
/** Less than this, in bits, and a reading tells nothing more. */
export const TELLS = 0.02

/** A reading that would tell something. */
export interface Choice {
  probe: number
  /** What it is expected to tell of which mend is needed, bits. */
  bits: number
  seconds: number
}

/** What is mended under each hypothesis, as a number: hypotheses of one number are one answer. */
export function answersOf(m: Pick<Model, 'hypotheses'>): { of: Int32Array; keys: string[] } {
  const keys: string[] = [],
    at = new Map<string, number>()
  const of = Int32Array.from(m.hypotheses, h => {
    const key = [...new Set(h.faults.map(f => f.mends))].sort().join(' + ')
    let k = at.get(key)
    if (k === undefined) {
      at.set(key, (k = keys.length))
      keys.push(key)
    }
    return k
  })
  return { of, keys }
}

const plogp = (x: number): number => (x > 0 ? -x * Math.log2(x) : 0)

/**
 * Groups predictions into outcomes that a reading can tell apart: in the order of their means a new one begins wherever
 * the next lies further off than so many sums of deviations.
 * @param group comes back with the outcome of each prediction
 * @returns number of the last outcome; 0 when all are one
 */
export function outcomeGroups(
  order: number[],
  mean: ArrayLike<number>,
  sd: ArrayLike<number>,
  group: { [i: number]: number },
): number {
  order.sort((a, b) => mean[a]! - mean[b]!)
  let g = 0,
    first = sd[order[0]!]!
  group[order[0]!] = 0
  for (let k = 1; k < order.length; k++) {
    const a = order[k - 1]!,
      b = order[k]!
    if (mean[b]! - mean[a]! > APART * (Math.min(first, sd[a]!) + sd[b]!)) {
      g++
      first = sd[b]!
    }
    group[b] = g
  }
  return g
}

/**
 * The readings that settle most for their time: expected information about what has to be mended, in bits, over seconds
 * [published: Lindley, Ann. Math. Statist. 27, 1956]. Outcomes are what the predicted means keep apart.
 * @param w chance of every hypothesis
 * @param done probes that were taken already
 */
export function nextProbes(
  m: Model,
  t: Table,
  answer: Int32Array,
  w: ArrayLike<number>,
  allowed: (access: Access) => boolean,
  done: ReadonlySet<number> = new Set(),
  many = 4,
): Choice[] {
  const alive: number[] = []
  for (let h = 0; h < w.length; h++) if (w[h]! > ALIVE) alive.push(h)
  alive.sort((a, b) => w[b]! - w[a]!)
  alive.length = Math.min(alive.length, MOST)
  // By answer, so that what one answer's hypotheses do lies together.
  alive.sort((a, b) => answer[a]! - answer[b]! || a - b)
  const n = alive.length,
    total = alive.reduce((s, h) => s + w[h]!, 0),
    share = Float64Array.from(alive, h => w[h]! / total),
    mean = new Float64Array(n),
    sd = new Float64Array(n),
    order = Array.from({ length: n }, (_, i) => i),
    group = new Int32Array(n),
    sums = new Float64Array(n + 1)
  const bits = (probe: number): number => {
    let least = Infinity,
      most = -Infinity
    for (let i = 0; i < n; i++) {
      const at = alive[i]! * t.probes + probe
      mean[i] = t.mean[at]!
      sd[i] = t.sd[at]!
      least = Math.min(least, mean[i]!)
      most = Math.max(most, mean[i]!)
    }
    if (!(most - least > APART * 2 * 1e-9)) return 0
    const g = outcomeGroups(order, mean, sd, group)
    if (g === 0) return 0
    sums.fill(0, 0, g + 1)
    for (let i = 0; i < n; i++) sums[group[i]!]! += share[i]!
    let told = 0
    for (let k = 0; k <= g; k++) told += plogp(sums[k]!)
    // Less what stays open within one answer: how cold a joint is, nobody has to know.
    for (let i = 0; i < n;) {
      let j = i,
        own = 0
      const within = new Map<number, number>()
      for (; j < n && answer[alive[j]!] === answer[alive[i]!]; j++) {
        own += share[j]!
        within.set(group[j]!, (within.get(group[j]!) ?? 0) + share[j]!)
      }
      if (within.size > 1) for (const x of within.values()) told -= own * plogp(x / own)
      i = j
    }
    return told
  }
  const found: Choice[] = []
  m.probes.forEach((p, probe) => {
    if (done.has(probe) || !allowed(p.access)) return
    const b = bits(probe)
    if (b > TELLS) found.push({ probe, bits: b, seconds: p.seconds })
  })
  return found.sort((a, b) => b.bits / b.seconds - a.bits / a.seconds || a.probe - b.probe).slice(0, many)
}

/** Whether some allowed reading tells two hypotheses apart. */
export function distinct(m: Model, t: Table, a: number, b: number, allowed: (access: Access) => boolean): boolean {
  for (let p = 0; p < t.probes; p++) {
    if (!allowed(m.probes[p]!.access)) continue
    const i = a * t.probes + p,
      j = b * t.probes + p
    if (Math.abs(t.mean[i]! - t.mean[j]!) >= ALIKE * (t.sd[i]! + t.sd[j]!)) return true
  }
  return false
}
