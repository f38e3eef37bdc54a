import type { Feature, Part } from '../parts/part.ts'
import {
  derived,
  distanceOf,
  doubtOf,
  exact,
  fromSource,
  linear,
  smallest,
  type Quantity,
  type Source,
} from '../units/quantity.ts'
import { asked, askedIn } from './assumed.ts'
import { featureQuantity, ownQuantity } from './quantityAt.ts'

type Term<Q> = readonly [coefficient: number, of: Q | undefined]

/**
 * What a clearance is written over, once: quantities that remember every input for the Fit station, bare pairs of value
 * and doubt for the search, which meets thousands of parts. Sums must name each input once: pairs forget where they
 * come from (JCGM 100:2008 §5.1.2 holds for independent inputs).
 */
export interface Maths<Q> {
  /** A part's own dimension; undefined when it has none. */
  of(part: Part | undefined, key: string): Q | undefined
  /** A dimension of one of its features. */
  in(part: Part | undefined, feature: Feature | undefined, key: string): Q | undefined
  /** A part's dimension that its joint cannot be told without: its own, else the usual one as a thing that is missing. */
  asked(part: Part | undefined, key: string): Q | undefined
  /** The same of one of its features. */
  askedIn(part: Part | undefined, feature: Feature | undefined, key: string): Q | undefined
  /** A named input that is no part's dimension. */
  given(source: Source): Q
  exact(value: number): Q
  /** A quantity that was computed before. */
  known(q: Quantity): Q
  /** Σ coefficient · quantity + constant; undefined when any is missing. */
  sum(terms: readonly Term<Q>[], constant?: number): Q | undefined
  smallest(qs: readonly (Q | undefined)[]): Q | undefined
  /** Length of an offset of two components. */
  distance(dx: Q, dy: Q): Q
  derived(f: (values: number[]) => number, inputs: readonly Q[], step?: number): Q
  /** Another value, computed otherwise, with the doubt that a quantity has. */
  valued(value: number, doubtOf: Q): Q
  value(q: Q): number
  /** Whether shapes are met point by point where they are no rectangles: too much for a search. */
  readonly outlines: boolean
}

/** Quantities that remember, to first order, how much each input moves them. */
export const quantities: Maths<Quantity> = {
  of: ownQuantity,
  in: featureQuantity,
  asked,
  askedIn,
  given: fromSource,
  exact,
  known: q => q,
  outlines: true,
  sum(terms, constant) {
    const known: (readonly [number, Quantity])[] = []
    for (const [c, q] of terms) {
      if (!q) return undefined
      known.push([c, q])
    }
    return linear(known, constant)
  },
  smallest(qs) {
    const known = qs.filter(q => q !== undefined)
    return known.length === qs.length && known.length ? smallest(known) : undefined
  },
  distance: distanceOf,
  derived,
  valued: (value, q) => ({ value, terms: q.terms }),
  value: q => q.value,
}

/** A value and its half-width of doubt, without where they come from. */
export type Pair = readonly [value: number, doubt: number]

/** The same numbers without the remembering. */
export const pairs: Maths<Pair> = {
  of(part, key) {
    const d = part?.dims[key]
    return d && [d.value, d.doubt]
  },
  in(_part, feature, key) {
    const d = feature?.dims[key]
    return d && [d.value, d.doubt]
  },
  asked(part, key) {
    const q = asked(part, key)
    return q && [q.value, doubtOf(q)]
  },
  askedIn(part, feature, key) {
    const q = askedIn(part, feature, key)
    return q && [q.value, doubtOf(q)]
  },
  given: s => [s.value, s.doubt],
  exact: v => [v, 0],
  known: q => [q.value, doubtOf(q)],
  outlines: false,
  sum(terms, constant = 0) {
    let v = constant,
      s = 0
    for (const [c, p] of terms) {
      if (!p) return undefined
      v += c * p[0]
      s += (c * p[1]) ** 2
    }
    return [v, Math.sqrt(s)]
  },
  smallest(qs) {
    let least: Pair | undefined
    for (const q of qs) {
      if (!q) return undefined
      if (!least || q[0] < least[0]) least = q
    }
    return least
  },
  distance(dx, dy) {
    const d = Math.hypot(dx[0], dy[0])
    const [cx, cy] = d > 1e-6 ? [dx[0] / d, dy[0] / d] : [1, 1]
    return [d, Math.hypot(cx * dx[1], cy * dy[1])]
  },
  derived(f, inputs, step = 1e-4) {
    const at = inputs.map(q => q[0])
    let s = 0
    inputs.forEach((q, i) => {
      if (q[1] === 0) return
      const up = at.slice(),
        down = at.slice()
      up[i]! += step
      down[i]! -= step
      s += (((f(up) - f(down)) / (2 * step)) * q[1]) ** 2
    })
    return [f(at), Math.sqrt(s)]
  },
  valued: (value, q) => [value, q[1]],
  value: q => q[0],
}
