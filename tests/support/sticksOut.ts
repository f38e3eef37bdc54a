import type { Page } from 'playwright-core'

/** What sticks out of the page to the right, with where; what scrolls in a box of its own does not. */
export const sticksOut = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const wide = document.documentElement.clientWidth,
      out: string[] = []
    if (document.documentElement.scrollWidth > wide + 1)
      out.push(`the page: ${document.documentElement.scrollWidth}`)
    for (const e of document.querySelectorAll<HTMLElement>('main *, nav *, footer *')) {
      const r = e.getBoundingClientRect()
      if (r.width === 0 || r.height === 0 || r.right <= wide + 1) continue
      if (e.closest('svg') && e.tagName.toLowerCase() !== 'svg') continue
      // Unseen words for readers, and what lies in a box that scrolls by itself.
      let held = false
      for (let p = e.parentElement; p && !held; p = p.parentElement) {
        const s = getComputedStyle(p)
        held = s.overflowX === 'auto' || s.overflowX === 'scroll' || s.overflowX === 'hidden' || s.clip !== 'auto'
      }
      if (!held && getComputedStyle(e).clip === 'auto')
        out.push(
          `${e.tagName.toLowerCase()} ${e.className.toString().slice(0, 50)} “${(e.textContent ?? '').slice(0, 30)}” ${Math.round(r.right)}`,
        )
    }
    // A table or a drawing may be wider than its own box; nothing else makes one scroll sideways.
    for (const e of document.querySelectorAll<HTMLElement>('body *')) {
      const { overflowX } = getComputedStyle(e)
      if ((overflowX !== 'auto' && overflowX !== 'scroll') || e.scrollWidth <= e.clientWidth + 1) continue
      if (
        !e.querySelector(':scope > table, :scope > svg, :scope > canvas') &&
        e.tagName !== 'PRE' &&
        e.clientWidth > 0
      )
        out.push(`${e.tagName.toLowerCase()} ${e.className.slice(0, 60)} is ${e.scrollWidth} in ${e.clientWidth}`)
    }
    return out.slice(0, 4)
  })
