import type { Coil, Element } from './element.ts'
import type { Network } from './network.ts'
import { currentPath } from './currentPath.ts'

/** Leak from every node to the sleeve, S, so that floating metal has a potential; as general circuit solvers do. */
export const LEAK = 1e-12

/** Only the nodes that elements touch, renumbered with the sleeve first: floating metal costs nothing. */
function compact(elements: readonly Element[], nodes: number, tip: number): { index: Int32Array; size: number } {
  const index = new Int32Array(nodes).fill(-1)
  index[0] = 0
  let size = 1
  const take = (k: number) => {
    if (index[k] === -1) index[k] = size++
  }
  for (const e of elements) {
    take(e.a)
    take(e.b)
    if (e.kind === 'driven') {
      take(e.ca)
      take(e.cb)
    }
  }
  take(tip)
  return { index, size }
}

/** What reaches the jack's tip from each coil, V per volt of its source, at each frequency. */
export interface Transfers {
  coils: readonly Coil[]
  /** Real and imaginary parts, coil by coil. */
  re: readonly Float64Array[]
  im: readonly Float64Array[]
}

/**
 * The transfer of every coil's source to the tip at each frequency. One current driven into the tip of the adjoint
 * network gives them all: the voltage that it leaves across a coil's branch is what the branch's source brings to the
 * tip (reciprocity; for driven sources the matrix is transposed) [published: Director and Rohrer, The generalized
 * adjoint network, 1969]. Nodal analysis, dense Gaussian elimination with partial pivoting.
 */
export function transfers(n: Network, hz: readonly number[]): Transfers {
  const elements = n.tip > 0 ? currentPath(n, n.tip, 0) : []
  const coils = elements.filter((e): e is Coil => e.kind === 'coil')
  const re = coils.map(() => new Float64Array(hz.length)),
    im = coils.map(() => new Float64Array(hz.length))
  if (!coils.length) return { coils, re, im }
  const { index, size } = compact(elements, n.nodes, n.tip)
  const m = size - 1,
    tip = index[n.tip]! - 1
  const g0 = new Float64Array(m * m),
    c0 = new Float64Array(m * m)
  for (let i = 0; i < m; i++) g0[i * m + i] = LEAK
  const at = coils.map(e => ({ i: index[e.a]! - 1, j: index[e.b]! - 1, r: e.ohms, l: e.henries }))
  for (const e of elements) {
    const i = index[e.a]! - 1,
      j = index[e.b]! - 1
    if (e.kind === 'R') stamp(g0, m, i, j, 1 / e.ohms)
    else if (e.kind === 'C') stamp(c0, m, i, j, e.farads)
    else if (e.kind === 'driven') {
      const ci = index[e.ca]! - 1,
        cj = index[e.cb]! - 1
      // Transposed: rows are the driving nodes.
      const put = (row: number, col: number, y: number) => {
        if (row >= 0 && col >= 0) g0[row * m + col]! += y
      }
      put(ci, i, e.siemens)
      put(cj, i, -e.siemens)
      put(ci, j, -e.siemens)
      put(cj, j, e.siemens)
    }
  }
  const ar = new Float64Array(m * m),
    ai = new Float64Array(m * m),
    br = new Float64Array(m),
    bi = new Float64Array(m)
  const set = (w: number): void => {
    ar.set(g0)
    for (let q = 0; q < m * m; q++) ai[q] = w * c0[q]!
    for (const { i, j, r, l } of at) {
      const d = r * r + w * w * l * l
      stamp(ar, m, i, j, r / d)
      stamp(ai, m, i, j, (-w * l) / d)
    }
    br.fill(0)
    bi.fill(0)
    br[tip] = 1
  }
  const symmetric = !elements.some(e => e.kind === 'driven')
  for (let k = 0; k < hz.length; k++) {
    const w = 2 * Math.PI * hz[k]!
    set(w)
    if (!symmetric || !eliminateSymmetric(ar, ai, br, bi, m)) {
      if (symmetric) set(w)
      eliminate(ar, ai, br, bi, m)
    }
    for (let q = 0; q < at.length; q++) {
      const { i, j, r, l } = at[q]!
      const vr = (i < 0 ? 0 : br[i]!) - (j < 0 ? 0 : br[j]!),
        vi = (i < 0 ? 0 : bi[i]!) - (j < 0 ? 0 : bi[j]!)
      const d = r * r + w * w * l * l,
        yr = r / d,
        yi = (-w * l) / d
      re[q]![k] = vr * yr - vi * yi
      im[q]![k] = vr * yi + vi * yr
    }
  }
  return { coils, re, im }
}

/** Adds an admittance between two nodes; −1 is the reference. */
function stamp(a: Float64Array, m: number, i: number, j: number, y: number): void {
  if (i >= 0) a[i * m + i]! += y
  if (j >= 0) a[j * m + j]! += y
  if (i >= 0 && j >= 0) {
    a[i * m + j]! -= y
    a[j * m + i]! -= y
  }
}

/** Magnitude of the coils' sum: of the string, or of the mains field. */
export function summed(t: Transfers, drive: 'volts' | 'hum'): Float64Array {
  const length = t.re[0]?.length ?? 0,
    out = new Float64Array(length)
  for (let k = 0; k < length; k++) {
    let re = 0,
      im = 0
    for (let q = 0; q < t.coils.length; q++) {
      const s = t.coils[q]![drive]
      re += s * t.re[q]![k]!
      im += s * t.im[q]![k]!
    }
    out[k] = Math.hypot(re, im)
  }
  return out
}

/** |V(tip)| for each frequency with every coil driven at once, V per volt of a level-1 pickup. */
export function tipVoltages(n: Network, hz: readonly number[]): Float64Array {
  const v = summed(transfers(n, hz), 'volts')
  return v.length ? v : new Float64Array(hz.length)
}

/** Below this a pivot is nothing: the rows have to change places, S² (as a square). */
const NO_PIVOT = 1e-26

/**
 * The same for a symmetric matrix, without changing rows: half the work. Only the upper triangle is read.
 * @returns false where a pivot vanishes; what was in the matrix is lost then
 */
function eliminateSymmetric(
  ar: Float64Array,
  ai: Float64Array,
  br: Float64Array,
  bi: Float64Array,
  m: number,
): boolean {
  for (let p = 0; p < m; p++) {
    const pr = ar[p * m + p]!,
      pi = ai[p * m + p]!,
      d = pr * pr + pi * pi
    if (d < NO_PIVOT) return false
    for (let r = p + 1; r < m; r++) {
      const xr = ar[p * m + r]!,
        xi = ai[p * m + r]!
      if (xr === 0 && xi === 0) continue
      const fr = (xr * pr + xi * pi) / d,
        fi = (xi * pr - xr * pi) / d
      for (let c = r; c < m; c++) {
        const sr = ar[p * m + c]!,
          si = ai[p * m + c]!
        ar[r * m + c]! -= fr * sr - fi * si
        ai[r * m + c]! -= fr * si + fi * sr
      }
      br[r]! -= fr * br[p]! - fi * bi[p]!
      bi[r]! -= fr * bi[p]! + fi * br[p]!
    }
  }
  substitute(ar, ai, br, bi, m)
  return true
}

/** Solves (ar + j·ai)·x = (br + j·bi) of m unknowns in place: x comes in b. */
function eliminate(ar: Float64Array, ai: Float64Array, br: Float64Array, bi: Float64Array, m: number): void {
  for (let p = 0; p < m; p++) {
    let best = p,
      most = -1
    for (let r = p; r < m; r++) {
      const x = ar[r * m + p]!,
        y = ai[r * m + p]!,
        size = x * x + y * y
      if (size > most) {
        most = size
        best = r
      }
    }
    if (best !== p) {
      for (let c = p; c < m; c++) {
        const x = p * m + c,
          y = best * m + c
        let t = ar[x]!
        ar[x] = ar[y]!
        ar[y] = t
        t = ai[x]!
        ai[x] = ai[y]!
        ai[y] = t
      }
      let t = br[p]!
      br[p] = br[best]!
      br[best] = t
      t = bi[p]!
      bi[p] = bi[best]!
      bi[best] = t
    }
    const pr = ar[p * m + p]!,
      pi = ai[p * m + p]!,
      d = pr * pr + pi * pi
    for (let r = p + 1; r < m; r++) {
      const xr = ar[r * m + p]!,
        xi = ai[r * m + p]!
      if (xr === 0 && xi === 0) continue
      const fr = (xr * pr + xi * pi) / d,
        fi = (xi * pr - xr * pi) / d
      for (let c = p + 1; c < m; c++) {
        const sr = ar[p * m + c]!,
          si = ai[p * m + c]!
        ar[r * m + c]! -= fr * sr - fi * si
        ai[r * m + c]! -= fr * si + fi * sr
      }
      br[r]! -= fr * br[p]! - fi * bi[p]!
      bi[r]! -= fr * bi[p]! + fi * br[p]!
    }
  }
  substitute(ar, ai, br, bi, m)
}

/** Unknowns from an upper triangle, last first. */
function substitute(ar: Float64Array, ai: Float64Array, br: Float64Array, bi: Float64Array, m: number): void {
  for (let r = m - 1; r >= 0; r--) {
    let sr = br[r]!,
      si = bi[r]!
    for (let c = r + 1; c < m; c++) {
      sr -= ar[r * m + c]! * br[c]! - ai[r * m + c]! * bi[c]!
      si -= ar[r * m + c]! * bi[c]! + ai[r * m + c]! * br[c]!
    }
    const pr = ar[r * m + r]!,
      pi = ai[r * m + r]!,
      d = pr * pr + pi * pi
    br[r] = (sr * pr + si * pi) / d
    bi[r] = (si * pr - sr * pi) / d
  }
}

/**
 * Resistance for direct current between two nodes, Ω: coils are their winding, capacitors are open.
 * Above about 1e11 Ω the leak decides: read it as open.
 */
export function dcResistance(n: Network, a: number, b: number): number {
  if (a === b) return 0
  const size = n.nodes
  const g = new Float64Array(size * size),
    rhs = new Float64Array(size),
    zero = new Float64Array(size * size),
    none = new Float64Array(size)
  for (let i = 0; i < size; i++) g[i * size + i] = LEAK
  for (const e of n.elements) if (e.kind === 'R' || e.kind === 'coil') stamp(g, size, e.a, e.b, 1 / e.ohms)
  // The far node is the reference: its row and column become the identity, so that the leak alone never carries the current.
  for (let i = 0; i < size; i++) {
    g[b * size + i] = 0
    g[i * size + b] = 0
  }
  g[b * size + b] = 1
  rhs[a] = 1
  eliminate(g, zero, rhs, none, size)
  return rhs[a]!
}
