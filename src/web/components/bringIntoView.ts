/** Whether an element scrolls what is in it, upwards or downwards. */
const scrolls = (e: HTMLElement): boolean =>
  e.scrollHeight > e.clientHeight && /auto|scroll/.test(getComputedStyle(e).overflowY)

/**
 * Brings an element into the part of its list that is seen, by as little as is needed. The list alone is moved, by its own
 * measure: a browser's `scrollIntoView` also moves the place from which the next Tab goes on, in some of their versions, and
 * whoever works by keys would never meet what stands before it.
 */
export function bringIntoView(element: Element | null | undefined): void {
  if (!element) return
  let list = element.parentElement
  while (list && !scrolls(list)) list = list.parentElement
  if (!list) return
  const own = element.getBoundingClientRect(),
    seen = list.getBoundingClientRect()
  if (own.top < seen.top) list.scrollTop -= seen.top - own.top
  else if (own.bottom > seen.bottom) list.scrollTop += own.bottom - seen.bottom
}
