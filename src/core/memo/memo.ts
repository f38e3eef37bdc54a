import { steady } from './steady.ts'

/** How many results are kept unless a place says otherwise: a build before and after an act, as planned, and between. */
const KEPT = 6

/** What a kept result hangs on, and for how long it is kept. */
export interface Keeping<A extends readonly unknown[]> {
  /**
   * The objects and plain values that settle the result; all arguments where this is left out. `list.map(f)` gives f the
   * index and the list too: `list.map(x => f(x))` is meant.
   */
  on?: (...a: A) => readonly unknown[]
  /** Plain data that it depends on too, computed at each call and compared by value. */
  alike?: (...a: A) => unknown
  /** How many results are kept, those asked for last. */
  keep?: number
  /** Whether results hang on the first argument, an object, and go when it goes; `keep` counts for each such object. */
  weak?: boolean
}

/** A result with what it hung on; the one that was asked for before it comes next. */
interface Kept<T> {
  on: readonly unknown[]
  result: T
  next: Kept<T> | undefined
}

const identical = (a: readonly unknown[], b: readonly unknown[]): boolean => {
  if (a.length !== b.length) return false
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return false
  return true
}

/**
 * A function that computes once for each state of what it hangs on. A result stands while everything it hangs on is the
 * same object (`===`), and what `alike` gives equals what it gave. That is right where documents are not changed in
 * place and `compute` reads nothing beside what is named. What throws is not kept.
 */
export function memo<A extends readonly unknown[], T>(
  compute: (...a: A) => T,
  { on, alike, keep = KEPT, weak = false }: Keeping<A> = {},
): (...a: A) => T {
  const at = new WeakMap<object, Kept<T>>(),
    settled = steady(keep)
  let here: Kept<T> | undefined
  const found = (a: A): T => {
    const own = on ? on(...a) : a,
      objects = alike ? [...own, settled(alike(...a))] : own,
      first = weak ? at.get(a[0] as object) : here
    let before: Kept<T> | undefined,
      k = first
    for (let n = 1; k && !identical(k.on, objects); n++) {
      // The oldest makes room for what is computed now.
      if (n === keep && before) before.next = undefined
      before = k
      k = k.next
    }
    if (k && k === first) return k.result
    if (k) {
      before!.next = k.next
      k.next = first
    } else k = { on: objects, result: compute(...a), next: keep > 1 ? first : undefined }
    if (weak) at.set(a[0] as object, k)
    else here = k
    return k.result
  }
  if (weak) return (...a) => found(a)
  // The newest call again: what it hangs on need not be looked up.
  let newest: A | undefined, answer: T
  return (...a) => {
    if (newest && identical(newest, a)) return answer
    answer = found(a)
    newest = a
    return answer
  }
}
