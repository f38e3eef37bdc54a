import type { MarkNumber } from '../drill/markList.ts'
import type { Fitted } from '../document/docs.ts'
import { splitRef } from '../document/quantityAt.ts'
import { EDGES_UNREAD, readingInSource } from '../document/readingRef.ts'
import { doubtOf, shareOf, type Quantity, type Source } from '../units/quantity.ts'
import type { TracedNumber } from './traceItem.ts'

/**
 * A place in more doubt than this is not struck, half-width, mm [our choice: what a bridge's saddles and a pickup's ring
 * still take up].
 */
export const STRUCK_WITHIN = 1

/** A place that is not known well enough to be struck, and what to read first. */
export interface NotYet {
  /** How far it may lie elsewhere, mm: the number in most doubt. */
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

/** What of a quantity hangs on what can be read: a place that was chosen is as it was chosen. */
function toBeRead(q: Quantity, { parts }: Pick<Fitted, 'parts'>): Quantity {
  const isRead = (id: string): boolean =>
    id === EDGES_UNREAD || readingInSource(id) !== undefined || parts.some(p => p.id === splitRef(id).partId)
  return { ...q, terms: new Map([...q.terms].filter(([, t]) => isRead(t.source.id))) }
}

/** Whether any of an item's places is too doubtful to be struck: the worst of them. Undefined where all may be. */
export function notYet(
  build: Pick<Fitted, 'parts'>,
  numbers: readonly MarkNumber[],
  trail: readonly TracedNumber[] | undefined,
): NotYet | undefined {
  let worst: NotYet | undefined
  for (const [nth, n] of numbers.entries()) {
    const traced = n.place ? tracedOf(trail, n, nth)?.quantity : undefined,
      q = traced && toBeRead(traced, build),
      doubt = q ? doubtOf(q) : 0
    if (!q || doubt <= Math.max(STRUCK_WITHIN, worst?.doubt ?? 0)) continue
    const [most] = [...q.terms.values()].sort((a, b) => shareOf(q, b.source.id) - shareOf(q, a.source.id))
    if (most) worst = { doubt, most: most.source }
  }
  return worst
}
