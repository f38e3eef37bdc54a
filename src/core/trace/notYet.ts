import type { MarkNumber } from '../drill/markList.ts'
import { doubtOf, shareOf, type Source } from '../units/quantity.ts'
import type { TracedNumber } from './traceItem.ts'

/**
 * A place in more doubt than this is not struck, half-width, mm [our choice: what a bridge's saddles and a pickup's ring
 * still take up].
 */
export const STRUCK_WITHIN = 1

/** A place that is not known well enough to be struck, and what to read first. */
export interface NotYet {
  /** The number in most doubt, and by how much, mm. */
  label: string
  doubt: number
  /** What most of it comes from. */
  most: Source
}

/** The traced number that one of an item's numbers is. */
export const tracedOf = (
  trail: readonly TracedNumber[] | undefined,
  n: MarkNumber,
  nth: number,
): TracedNumber | undefined => trail?.find(t => (n.is ? t.is === n.is : t.nth === nth))

/** Half-width of the doubt of one of an item's numbers, mm; undefined until it is traced. */
export function doubtOfMark(
  trail: readonly TracedNumber[] | undefined,
  n: MarkNumber,
  nth: number,
): number | undefined {
  const q = tracedOf(trail, n, nth)?.quantity
  return n.doubt ?? (q && doubtOf(q))
}

/** Whether any of an item's places is too doubtful to be struck: the worst of them. Undefined where all may be. */
export function notYet(
  numbers: readonly MarkNumber[],
  trail: readonly TracedNumber[] | undefined,
): NotYet | undefined {
  let worst: NotYet | undefined
  for (const [nth, n] of numbers.entries()) {
    const q = n.place ? tracedOf(trail, n, nth)?.quantity : undefined,
      doubt = q ? doubtOf(q) : 0
    if (!q || doubt <= Math.max(STRUCK_WITHIN, worst?.doubt ?? 0)) continue
    const [most] = [...q.terms.values()].sort((a, b) => shareOf(q, b.source.id) - shareOf(q, a.source.id))
    if (most) worst = { label: n.label, doubt, most: most.source }
  }
  return worst
}
