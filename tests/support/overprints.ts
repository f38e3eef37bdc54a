import type { Page } from 'playwright-core'

/**
 * Words that lie on other words, from the page's own geometry: each line of each text against each other's.
 * What a box that scrolls hides, and what lies under a bar that stays in place, is not seen and so not counted.
 */
export const overprints = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    interface Line {
      text: string
      element: Element
      left: number
      top: number
      right: number
      bottom: number
    }
    /** How much two lines may share, px: letters hang over their boxes' edges. */
    const SHARED = 2
    /** Share of a line's height that is empty above and below. */
    const EMPTY = 0.18
    const lines: Line[] = [],
      walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT),
      range = document.createRange()
    /** Whether it stands still while the page goes under it, or lies above the page. */
    const stays = (e: Element | null): boolean => {
      for (let p = e; p; p = p.parentElement) {
        const { position } = getComputedStyle(p)
        if (position === 'fixed' || position === 'sticky') return true
      }
      return false
    }
    for (let n = walker.nextNode(); n; n = walker.nextNode()) {
      const element = n.parentElement!,
        text = (n.textContent ?? '').trim()
      if (!text || element.closest('script, style, noscript, title, desc, option, [aria-hidden="true"] input'))
        continue
      if (!element.checkVisibility({ checkOpacity: true, checkVisibilityCSS: true })) continue
      // Clipped by each box around it that hides what sticks out.
      let clip = { left: -Infinity, top: -Infinity, right: Infinity, bottom: Infinity }
      for (let p: Element | null = element; p; p = p.parentElement) {
        const s = getComputedStyle(p)
        if (s.overflow !== 'visible' || s.clip !== 'auto' || s.clipPath !== 'none') {
          const r = p.getBoundingClientRect()
          clip = {
            left: Math.max(clip.left, r.left),
            top: Math.max(clip.top, r.top),
            right: Math.min(clip.right, r.right),
            bottom: Math.min(clip.bottom, r.bottom),
          }
        }
      }
      range.selectNodeContents(n)
      for (const r of range.getClientRects()) {
        // A line's box holds room for accents and tails: letters and digits stand in its middle.
        const room = r.height * EMPTY,
          l = {
            text,
            element,
            left: Math.max(r.left, clip.left),
            top: Math.max(r.top + room, clip.top),
            right: Math.min(r.right, clip.right),
            bottom: Math.min(r.bottom - room, clip.bottom),
          }
        // A box of one pixel holds words for readers alone.
        if (l.right - l.left > 3 && l.bottom - l.top > 3) lines.push(l)
      }
    }
    lines.sort((a, b) => a.top - b.top)
    const out = new Set<string>()
    lines.forEach((a, i) => {
      for (const b of lines.slice(i + 1)) {
        if (b.top >= a.bottom - SHARED) break
        const wide = Math.min(a.right, b.right) - Math.max(a.left, b.left),
          high = Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top)
        // Two lines of one text lie as close as its leading says.
        if (wide <= SHARED || high <= Math.min(a.bottom - a.top, b.bottom - b.top) * 0.35) continue
        if (a.element === b.element && a.text === b.text) continue
        if (stays(a.element) !== stays(b.element)) continue
        out.add(`“${a.text.slice(0, 40)}” on “${b.text.slice(0, 40)}”`)
      }
    })
    return [...out].slice(0, 6)
  })
