import type { Basis, Dimension } from './dimension.ts'

/** What a computed figure was made from: one dimension of one part, or a fact of the trade. */
export interface Source {
  /** Unique name of the input, `partId/path` for a part's dimension. */
  id: string
  label: string
  value: number
  doubt: number
  basis: Basis | 'planned' | 'target' | 'computed'
  /** Nobody gave it yet: what stands here is usual, and what hangs on it cannot be told. */
  missing?: true
}

interface Term {
  source: Source
  coefficient: number
}

/**
 * A computed value that remembers, to first order, how much each input moves it.
 * Inputs are independent; the same input entering twice is counted once with its total coefficient
 * (law of propagation of uncertainty for independent inputs, JCGM 100:2008 §5.1.2) [published].
 */
export interface Quantity {
  value: number
  terms: ReadonlyMap<string, Term>
}

/** A value without doubt. */
export const exact = (value: number): Quantity => ({ value, terms: new Map() })

/** A quantity from one named input. */
export const fromSource = (source: Source): Quantity => ({
  value: source.value,
  terms: new Map([[source.id, { source, coefficient: 1 }]]),
})

/** A quantity from a part's dimension. */
export const fromDimension = (id: string, label: string, d: Dimension | PlannedDimension): Quantity =>
  fromSource({
    id,
    label,
    value: d.value,
    doubt: d.doubt,
    basis: 'planned' in d && d.planned ? 'planned' : d.basis,
  })

/** A dimension as it will be after a chosen fix. */
export interface PlannedDimension extends Dimension {
  planned?: true
}

/** Σ coefficientᵢ · quantityᵢ + constant, with the inputs of all. */
export function linear(parts: readonly (readonly [number, Quantity])[], constant = 0): Quantity {
  const terms = new Map<string, Term>()
  let value = constant
  for (const [c, q] of parts) {
    value += c * q.value
    for (const [id, t] of q.terms) {
      const have = terms.get(id)
      terms.set(id, { source: t.source, coefficient: (have?.coefficient ?? 0) + c * t.coefficient })
    }
  }
  return { value, terms }
}

export const add = (...qs: Quantity[]): Quantity => linear(qs.map(q => [1, q] as const))
export const subtract = (a: Quantity, b: Quantity): Quantity =>
  linear([
    [1, a],
    [-1, b],
  ])

/** The smallest of several quantities; its inputs are those of the one that decides. */
export function smallest(qs: readonly Quantity[]): Quantity {
  if (qs.length === 0) throw new RangeError('smallest of no quantities')
  return qs.reduce((a, b) => (b.value < a.value ? b : a))
}

/** Combined half-width of doubt: root of the sum of squares of coefficient × doubt. */
export function doubtOf(q: Quantity): number {
  let s = 0
  for (const { source, coefficient } of q.terms.values()) s += (coefficient * source.doubt) ** 2
  return Math.sqrt(s)
}

/** Inputs of a quantity that nobody gave yet. */
export const missingIn = (q: Quantity): Source[] =>
  [...q.terms.values()].flatMap(t => (t.source.missing && t.coefficient !== 0 ? [t.source] : []))

/** Share of the squared doubt that one input brings, 0…1. */
export function shareOf(q: Quantity, sourceId: string): number {
  const all = doubtOf(q) ** 2
  const t = q.terms.get(sourceId)
  return all === 0 || !t ? 0 : (t.coefficient * t.source.doubt) ** 2 / all
}

/** Share of the squared doubt that assumptions bring, 0…1: 1 when all that is in doubt is assumed. */
export function assumedShare(q: Quantity): number {
  const all = doubtOf(q) ** 2
  let own = 0
  for (const t of q.terms.values()) if (t.source.basis === 'assumed') own += (t.coefficient * t.source.doubt) ** 2
  return all === 0 ? 0 : own / all
}

/**
 * f of several quantities, to first order: partial derivatives by central differences of `step` (in the inputs' unit).
 * For functions that are smooth near the values; at a kink the branch that holds on average decides.
 */
export function derived(f: (values: number[]) => number, inputs: readonly Quantity[], step = 1e-4): Quantity {
  const at = inputs.map(q => q.value)
  const slopes = inputs.map((_, i) => {
    const up = [...at],
      down = [...at]
    up[i]! += step
    down[i]! -= step
    return (f(up) - f(down)) / (2 * step)
  })
  const { terms } = linear(inputs.map((q, i) => [slopes[i]!, q] as const))
  return { value: f(at), terms }
}

/**
 * Length of an offset from its two components. Where it is next to nothing its slope has no direction; both doubts
 * then count in full, which is the larger of what either could do.
 */
export function distanceOf(dx: Quantity, dy: Quantity): Quantity {
  const d = Math.hypot(dx.value, dy.value)
  const [cx, cy] = d > 1e-6 ? [dx.value / d, dy.value / d] : [1, 1]
  return {
    value: d,
    terms: linear([
      [cx, dx],
      [cy, dy],
    ]).terms,
  }
}
