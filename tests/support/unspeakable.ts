import type { Page } from 'playwright-core'

/** What no builder says: names from inside, values that are none, one thing in the plural. Units and the workshop's own currency may stand. */
const UNSPEAKABLE =
  /(?<![\d.,–\-−×=/] ?)\b1 (?!quills)[a-z]{2,}s\b(?! to| in| over| at)|\bundefined\b|\bNaN\b|\bnull\b|\[object|\b[a-z]+(-[a-z]+)*-\d+\b|Infinity|\b(?!kHz)[a-z]+[A-Z][a-z]+\b/g

/** Every word of a page that should not be there, with what stands around it; what only readers aloud meet too. */
export async function unspeakable(page: Page): Promise<string[]> {
  const lines = await page.evaluate(() => [
    ...document.body.innerText.split('\n'),
    ...[...document.querySelectorAll('[aria-label]')].map(e => e.getAttribute('aria-label') ?? ''),
    ...[...document.querySelectorAll('svg title')].map(e => e.textContent ?? ''),
  ])
  const out = new Set<string>()
  for (const line of lines)
    for (const m of line.matchAll(UNSPEAKABLE))
      out.add(`“${m[0]}” in “${line.slice(Math.max(0, m.index - 30), m.index + 40)}”`)
  return [...out].slice(0, 5)
}
