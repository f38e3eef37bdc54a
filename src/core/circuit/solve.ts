import type { Network } from './network.ts'

/** Leak from every node to the sleeve, S, so that floating metal has a potential; as general circuit solvers do. */
export const LEAK = 1e-12

/** Only the nodes that elements touch, renumbered with the sleeve first: floating metal costs nothing. */
function compact(n: Network): { index: Int32Array; size: number } {
  const index = new Int32Array(n.nodes).fill(-1)
  index[0] = 0
  let size = 1
  for (const e of n.elements) for (const k of [e.a, e.b]) if (index[k] === -1) index[k] = size++
  if (n.tip >= 0 && index[n.tip] === -1) index[n.tip] = size++
  return { index, size }
}

/**
 * Complex node voltages' magnitude at the jack's tip for each frequency, with every coil driven at once.
 * Nodal analysis: coils as Norton sources behind R + jωL, dense Gaussian elimination with partial pivoting.
 * @returns |V(tip)| for each frequency, V per volt of a level-1 pickup
 */
export function tipVoltages(n: Network, hz: readonly number[]): Float64Array {
  const out = new Float64Array(hz.length)
  if (n.tip <= 0) return out
  const { index, size } = compact(n)
  const m = size - 1
  const tip = index[n.tip]! - 1
  const g0 = new Float64Array(m * m),
    c0 = new Float64Array(m * m)
  for (let i = 0; i < m; i++) g0[i * m + i] = LEAK
  const coils: { i: number; j: number; r: number; l: number; v: number }[] = []
  const stamp = (a: Float64Array, i: number, j: number, y: number) => {
    if (i >= 0) a[i * m + i]! += y
    if (j >= 0) a[j * m + j]! += y
    if (i >= 0 && j >= 0) {
      a[i * m + j]! -= y
      a[j * m + i]! -= y
    }
  }
  for (const e of n.elements) {
    const i = index[e.a]! - 1,
      j = index[e.b]! - 1
    if (e.kind === 'R') stamp(g0, i, j, 1 / e.ohms)
    else if (e.kind === 'C') stamp(c0, i, j, e.farads)
    else coils.push({ i, j, r: e.ohms, l: e.henries, v: e.volts })
  }
  const re = new Float64Array(m * m),
    im = new Float64Array(m * m),
    br = new Float64Array(m),
    bi = new Float64Array(m)
  for (let k = 0; k < hz.length; k++) {
    const w = 2 * Math.PI * hz[k]!
    re.set(g0)
    for (let q = 0; q < m * m; q++) im[q] = w * c0[q]!
    br.fill(0)
    bi.fill(0)
    for (const { i, j, r, l, v } of coils) {
      const d = r * r + w * w * l * l
      const yr = r / d,
        yi = (-w * l) / d
      stamp(re, i, j, yr)
      stamp(im, i, j, yi)
      if (i >= 0) {
        br[i]! += v * yr
        bi[i]! += v * yi
      }
      if (j >= 0) {
        br[j]! -= v * yr
        bi[j]! -= v * yi
      }
    }
    const [x, y] = eliminate(re, im, br, bi, m, tip)
    out[k] = Math.hypot(x, y)
  }
  return out
}

/** Solves A x = b in place (complex, dense) and returns the component `want`. */
function eliminate(
  ar: Float64Array,
  ai: Float64Array,
  br: Float64Array,
  bi: Float64Array,
  m: number,
  want: number,
): [number, number] {
  for (let p = 0; p < m; p++) {
    let best = p,
      mag = -1
    for (let r = p; r < m; r++) {
      const q = ar[r * m + p]! ** 2 + ai[r * m + p]! ** 2
      if (q > mag) {
        mag = q
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
      for (let c = p; c < m; c++) {
        const sr = ar[p * m + c]!,
          si = ai[p * m + c]!
        ar[r * m + c]! -= fr * sr - fi * si
        ai[r * m + c]! -= fr * si + fi * sr
      }
      br[r]! -= fr * br[p]! - fi * bi[p]!
      bi[r]! -= fr * bi[p]! + fi * br[p]!
    }
  }
  const xr = new Float64Array(m),
    xi = new Float64Array(m)
  for (let r = m - 1; r >= want; r--) {
    let sr = br[r]!,
      si = bi[r]!
    for (let c = r + 1; c < m; c++) {
      sr -= ar[r * m + c]! * xr[c]! - ai[r * m + c]! * xi[c]!
      si -= ar[r * m + c]! * xi[c]! + ai[r * m + c]! * xr[c]!
    }
    const pr = ar[r * m + r]!,
      pi = ai[r * m + r]!,
      d = pr * pr + pi * pi
    xr[r] = (sr * pr + si * pi) / d
    xi[r] = (si * pr - sr * pi) / d
  }
  return [xr[want]!, xi[want]!]
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
  for (const e of n.elements) {
    if (e.kind === 'C') continue
    const y = 1 / e.ohms
    g[e.a * size + e.a]! += y
    g[e.b * size + e.b]! += y
    g[e.a * size + e.b]! -= y
    g[e.b * size + e.a]! -= y
  }
  // The far node is the reference: its row and column become the identity, so that the leak alone never carries the current.
  for (let i = 0; i < size; i++) {
    g[b * size + i] = 0
    g[i * size + b] = 0
  }
  g[b * size + b] = 1
  rhs[a] = 1
  return eliminate(g, zero, rhs, none, size, a)[0]
}
