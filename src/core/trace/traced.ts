import type { Quantity } from '../units/quantity.ts'
import type { Input } from './inputs.ts'

/** How far an input without a doubt is moved to see what follows, in its own unit. */
const STEP = 1e-3
/** Where a number is missing when an input is moved by all of its doubt, by these shares of it. */
const SHARES = [1, 1 / 4, 1 / 16]
/** Outputs that move less are not moved. */
const STILL = 1e-9
/** A slope that is less is none. */
const FLAT = 1e-6

const stepOf = (i: { source: { doubt: number } }): number => i.source.doubt || STEP

/** Numbers that a computation gives, by names of its own. */
export type Numbers = ReadonlyMap<string, number>

const moves = (a: Numbers, b: Numbers): boolean => {
  for (const [k, x] of a) {
    const y = b.get(k)
    if (y === undefined || Math.abs(x - y) > STILL) return true
  }
  return false
}

/**
 * Numbers of any computation as quantities that remember what they hang on: each input is moved a little both ways and
 * the whole is computed again, so that no formula is stated twice, and outlines, intersections and proposals have their
 * trail as sums have. Each is moved by its own doubt, so that half of what lies between is what that doubt brings, whether
 * the number runs straight or in steps (JCGM 100:2008 §5.1.3, note 2) [published]; where it is missing on one side, by
 * less, and where it still is, the input is left out. Inputs are first moved many at once, by steps that do not cancel: a
 * group that moves nothing is passed over.
 */
export function traced<B>(base: B, inputs: readonly Input<B>[], numbers: (b: B) => Numbers): Map<string, Quantity> {
  const at = numbers(base),
    out = new Map([...at].map(([k, value]) => [k, { value, terms: new Map() as Map<string, never> }]))
  const terms = (k: string) => out.get(k)!.terms as Map<string, { source: Input<B>['source']; coefficient: number }>
  const one = (i: Input<B>): void => {
    const missing = new Set(at.keys())
    for (const share of SHARES) {
      if (missing.size === 0) return
      const step = stepOf(i) * share,
        up = numbers(i.moved(base, step)),
        down = numbers(i.moved(base, -step))
      for (const k of missing) {
        const u = up.get(k),
          d = down.get(k)
        if (u === undefined || d === undefined) continue
        missing.delete(k)
        const coefficient = (u - d) / (2 * step)
        if (Math.abs(coefficient) > FLAT) terms(k).set(i.source.id, { source: i.source, coefficient })
      }
    }
  }
  const together = (some: readonly Input<B>[], share: (k: number) => number): Numbers =>
    numbers(some.reduce((b, i, k) => i.moved(b, stepOf(i) * share(k)), base))
  const group = (
    some: readonly Input<B>[],
    changes: (some: readonly Input<B>[]) => boolean,
    each: typeof one,
  ): void => {
    if (some.length === 0 || !changes(some)) return
    if (some.length === 1) return each(some[0]!)
    const half = some.length >> 1
    group(some.slice(0, half), changes, each)
    group(some.slice(half), changes, each)
  }
  const apart = (some: readonly Input<B>[]) =>
    moves(
      at,
      together(some, k => (1 + ((k * 0.618034) % 1)) / 2),
    )
  // A usual value that changes something by being written down is not what the computation took.
  const written = new Set<Input<B>>()
  group(
    inputs.filter(i => i.assumed),
    some =>
      moves(
        at,
        together(some, () => 0),
      ),
    i => written.add(i),
  )
  group(
    inputs.filter(i => !written.has(i)),
    apart,
    one,
  )
  return out
}
