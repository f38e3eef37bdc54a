import { memo } from '../memo/memo.ts'
import { LEAK } from '../circuit/solve.ts'
import type { Pieces } from '../circuit/pieces.ts'

/** Places of terminals in their list, made once for each list. */
export const placesOf = memo(
  (terminals: readonly string[]): ReadonlyMap<string, number> => new Map(terminals.map((t, i) => [t, i])),
  { weak: true },
)

/** A circuit in pieces at rest, solved for direct current between any two of its terminals, told by their places in its list; −1 is nowhere. */
export interface Solved {
  /**
   * Resistance between two terminals, Ω: coils are their winding, capacitors are open. Above about 1e10 Ω the leak
   * decides: read it as open.
   */
  ohms: (a: number, b: number) => number
  /**
   * What each resistance adds to that, Ω: its own value times the square of its share of the current, so that the sum of
   * all is the whole [published: Cohn's theorem, Proc. IRE 38, 1950: ∂R/∂Rₖ = iₖ²]. Into a list as long as
   * `resistances`; false where no current goes.
   */
  partsInto: (a: number, b: number, out: Float64Array) => boolean
  /** The two-poles that carry direct current, in that order. */
  resistances: readonly { id: string; of: string }[]
  /** Voltage from `c` to `d` for one ampere into `a` and out of `b`, V; nothing where no current can go [published: reciprocity]. */
  across: (a: number, b: number, c: number, d: number) => number
}

/** Roots of what is joined (union–find over places in a list). */
function nets(count: number, pairs: readonly (readonly [number, number])[]): Int32Array {
  const parent = new Int32Array(count).map((_, i) => i)
  const root = (k: number): number => {
    while (parent[k] !== k) k = parent[k] = parent[parent[k]!]!
    return k
  }
  for (const [a, b] of pairs) parent[root(a)] = root(b)
  return parent.map((_, i) => root(i))
}

/** Which net every terminal lies on, by its place: a number that all of one net share. */
export function netsOf(p: Pieces): Int32Array {
  const place = placesOf(p.terminals),
    pairs: [number, number][] = []
  for (const j of p.joints) {
    const a = place.get(j.a),
      b = place.get(j.b)
    if (a !== undefined && b !== undefined) pairs.push([a, b])
  }
  return nets(p.terminals.length, pairs)
}

/** Solves a circuit in pieces once for all pairs: the inverse of the matrix of conductances over its nets. */
export function solveDirect(p: Pieces, roots = netsOf(p)): Solved {
  const place = placesOf(p.terminals)
  const at = (t: string): number => place.get(t) ?? -1
  const resistances = p.poles.flatMap(x => {
    if (x.kind !== 'R' && x.kind !== 'coil') return []
    const a = at(x.a),
      b = at(x.b)
    return a < 0 || b < 0 || roots[a] === roots[b] ? [] : [{ x, a: roots[a]!, b: roots[b]! }]
  })
  // Only nets that a current can pass are unknowns: all others stand open.
  const index = new Int32Array(p.terminals.length).fill(-1)
  let m = 0
  for (const r of resistances) for (const k of [r.a, r.b]) if (index[k] === -1) index[k] = m++
  const z = inverse(
    m,
    resistances.map(r => [index[r.a]!, index[r.b]!, 1 / r.x.ohms] as const),
  )
  const netOf = (k: number): number => (k < 0 ? -1 : roots[k]!)
  const ohms = (a: number, b: number): number => {
    const i = netOf(a),
      j = netOf(b)
    if (i >= 0 && i === j) return 0
    const p = i < 0 ? -1 : index[i]!,
      q = j < 0 ? -1 : index[j]!
    if (p < 0 || q < 0) return Infinity
    return z[p * m + p]! + z[q * m + q]! - 2 * z[p * m + q]!
  }
  const count = resistances.length,
    u = Int32Array.from(resistances, r => index[r.a]! * m),
    v = Int32Array.from(resistances, r => index[r.b]! * m),
    siemens = Float64Array.from(resistances, r => 1 / r.x.ohms)
  const partsInto: Solved['partsInto'] = (a, b, out) => {
    const i = netOf(a),
      j = netOf(b),
      p = i < 0 ? -1 : index[i]!,
      q = j < 0 ? -1 : index[j]!
    if (i === j || p < 0 || q < 0) return false
    for (let k = 0; k < count; k++) {
      const volts = z[u[k]! + p]! - z[u[k]! + q]! - (z[v[k]! + p]! - z[v[k]! + q]!)
      out[k] = volts * volts * siemens[k]!
    }
    return true
  }
  const named = resistances.map(r => r.x)
  const across: Solved['across'] = (a, b, c, d) => {
    const [i, j, k, l] = [a, b, c, d].map(t => {
      const r = netOf(t)
      return r < 0 ? -1 : index[r]!
    }) as [number, number, number, number]
    if (i < 0 || j < 0 || k < 0 || l < 0 || i === j || k === l) return 0
    const v = z[k * m + i]! - z[l * m + i]! - z[k * m + j]! + z[l * m + j]!
    // Where only the leak joins them nothing comes across.
    return Math.abs(z[i * m + i]! + z[j * m + j]! - 2 * z[i * m + j]!) > APART ? 0 : v
  }
  return { ohms, partsInto, resistances: named, across }
}
/** Above this two places are joined by the leak alone, Ω. */
const APART = 1e10

/** Inverse of a matrix of conductances with a leak at every node, by Gauss and Jordan in place; it is positive definite, so that no rows change. */
function inverse(m: number, branches: readonly (readonly [number, number, number])[]): Float64Array {
  const g = new Float64Array(m * m)
  for (let i = 0; i < m; i++) g[i * m + i] = LEAK
  for (const [a, b, s] of branches) {
    g[a * m + a]! += s
    g[b * m + b]! += s
    g[a * m + b]! -= s
    g[b * m + a]! -= s
  }
  for (let k = 0; k < m; k++) {
    const pivot = 1 / g[k * m + k]!
    g[k * m + k] = 1
    for (let c = 0; c < m; c++) g[k * m + c]! *= pivot
    for (let r = 0; r < m; r++) {
      if (r === k) continue
      const f = g[r * m + k]!
      if (f === 0) continue
      g[r * m + k] = 0
      for (let c = 0; c < m; c++) g[r * m + c]! -= f * g[k * m + c]!
    }
  }
  return g
}
