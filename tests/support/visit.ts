import type { Page } from 'playwright-core'

/** So long, ms, and no longer. */
const STILL = 150
const LONGEST = 8000
/** A page's code is waited for as everything else is: a machine that is busy brings it late. */
const COMES = 60_000

/** Waits until nothing on the page has changed for a while: what is loaded or computed late has come by then. */
export const still = (page: Page): Promise<void> =>
  page.evaluate(
    ([quiet, most]) =>
      new Promise<void>(done => {
        const given = setTimeout(end, most)
        let timer = setTimeout(end, quiet)
        const seen = new MutationObserver(() => {
          clearTimeout(timer)
          timer = setTimeout(end, quiet)
        })
        function end() {
          clearTimeout(timer)
          clearTimeout(given)
          seen.disconnect()
          done()
        }
        seen.observe(document.body, { subtree: true, childList: true, characterData: true, attributes: true })
      }),
    [STILL, LONGEST] as const,
  )

/** Goes on inside the application, as a link does. */
export async function goOn(page: Page, path: string): Promise<void> {
  await page.evaluate(p => {
    history.pushState(null, '', p)
    dispatchEvent(new PopStateEvent('popstate', { state: null }))
    scrollTo(0, 0)
  }, path)
}

/** Goes on inside the application and waits until all of it stands: loading it anew for every look takes most of the time. */
export async function visit(page: Page, path: string): Promise<void> {
  // The page before stands until the next one's code is there: its heading is marked, and has to be gone.
  await page.evaluate(p => {
    if (location.pathname !== new URL(p, location.href).pathname)
      for (const h of document.querySelectorAll('h1')) h.dataset['left'] = ''
  }, path)
  await goOn(page, path)
  await page.waitForFunction(p => location.pathname + location.search === p, path)
  await page.locator('h1[data-left]').first().waitFor({ state: 'detached', timeout: COMES })
  await page.locator('h1, h2').first().waitFor()
  await still(page)
}
