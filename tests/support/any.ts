import fc from 'fast-check'

/** Steps over a span: finer than anything that is read, so that no two neighbours differ by more than a sixteen-millionth of it. */
const STEPS = 2 ** 24

/** So often an edge is drawn instead, of ten times. */
const EDGES = 1

const orEdge = (spread: fc.Arbitrary<number>, edges: readonly number[]): fc.Arbitrary<number> =>
  fc.oneof({ weight: 10 - EDGES, arbitrary: spread }, { weight: EDGES, arbitrary: fc.constantFrom(...edges) })

/**
 * A number of a span, spread evenly over it, as lengths and amounts are; its ends, and nought where it holds it, on purpose.
 * `fc.double` draws bit patterns: of a hundred "lengths" eighty-two lie below a millionth. Shrinks to nought, or to the end
 * that is nearer to it.
 */
export function anyIn(min: number, max: number): fc.Arbitrary<number> {
  const step = (max - min) / STEPS,
    holdsNought = min <= 0 && max >= 0,
    from = holdsNought ? 0 : max < 0 ? max : min,
    towards = !holdsNought && max < 0 ? -1 : 1
  return orEdge(
    holdsNought
      ? fc
          .integer({ min: Math.round(min / step), max: Math.round(max / step) })
          .map(k => Math.min(max, Math.max(min, k * step)))
      : fc.integer({ min: 0, max: STEPS }).map(k => Math.min(max, Math.max(min, from + towards * k * step))),
    [...new Set([min, max, ...(holdsNought ? [0] : [])])],
  )
}

/** A number of a span of decades, each of them as often, as resistances are; its ends on purpose. Shrinks to the least. */
export const anyOver = (min: number, max: number): fc.Arbitrary<number> =>
  orEdge(
    fc
      .integer({ min: 0, max: STEPS })
      .map(k => Math.min(max, Math.max(min, min * Math.exp((Math.log(max / min) * k) / STEPS)))),
    [min, max],
  )
