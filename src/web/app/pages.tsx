import { lazy, useState, type ComponentType } from 'react'
import { PageTrouble } from './PageTrouble.tsx'

/** Every page as it is fetched, by the last word of its address; the workshop has none. */
const PAGES = {
  workshop: () => import('../workshop/Workshop.tsx').then(m => m.Workshop),
  new: () => import('../start/StartPage.tsx').then(m => m.StartPage),
  'workshop-shelf': () => import('../workshop/WorkshopShelf.tsx').then(m => m.WorkshopShelf),
  evenings: () => import('../workshop/Evenings.tsx').then(m => m.Evenings),
  devices: () => import('../access/Devices.tsx').then(m => m.Devices),
  guest: () => import('../guest/GuestPage.tsx').then(m => m.GuestPage),
  trust: () => import('../access/TrustPage.tsx').then(m => m.TrustPage),
  pair: () => import('../access/LetIn.tsx').then(m => m.LetIn),
  about: () => import('../about/About.tsx').then(m => m.About),
  settings: () => import('../settings/Settings.tsx').then(m => m.Settings),
  measure: () => import('../stations/bench/Measure.tsx').then(m => m.Measure),
  shelf: () => import('../stations/shelf/Shelf.tsx').then(m => m.Shelf),
  parts: () => import('../stations/parts/Parts.tsx').then(m => m.Parts),
  fit: () => import('../stations/fit/Fit.tsx').then(m => m.Fit),
  drill: () => import('../stations/drill/Drill.tsx').then(m => m.Drill),
  wiring: () => import('../stations/wiring/Wiring.tsx').then(m => m.Wiring),
  meter: () => import('../stations/meter/Meter.tsx').then(m => m.Meter),
  finish: () => import('../stations/finish/Finish.tsx').then(m => m.Finish),
  setup: () => import('../stations/setup/Setup.tsx').then(m => m.Setup),
  plan: () => import('../stations/plan/Plan.tsx').then(m => m.Plan),
  log: () => import('../stations/log/Log.tsx').then(m => m.Log),
  sheet: () => import('../stations/log/GoesWith.tsx').then(m => m.GoesWith),
  packing: () => import('../stations/log/Packing.tsx').then(m => m.Packing),
  quote: () => import('../stations/log/QuotePage.tsx').then(m => m.QuotePage),
  labels: () => import('../stations/plan/Labels.tsx').then(m => m.Labels),
  bench: () => import('../stations/bench/Bench.tsx').then(m => m.Bench),
  soldering: () => import('../stations/bench/Soldering.tsx').then(m => m.Soldering),
  testing: () => import('../stations/bench/Testing.tsx').then(m => m.Testing),
  marking: () => import('../stations/bench/Marking.tsx').then(m => m.Marking),
} as const satisfies Record<string, () => Promise<ComponentType>>
type PageName = keyof typeof PAGES

const here = new Map<PageName, ComponentType>()

async function fetchPage(name: PageName): Promise<ComponentType> {
  const shown = await PAGES[name]()
  here.set(name, shown)
  return shown
}

/**
 * A page that is fetched when it is first shown. One that is here already is shown at once: what waits, were it for
 * nothing, is put off by the third of a second for which a word in its place has to stand.
 */
export function page(name: PageName): ComponentType {
  const Fetched = lazy(() => fetchPage(name).then(shown => ({ default: shown })))
  return function Page() {
    // The same for as long as it stands: a page that is exchanged under its reader begins anew.
    const [Shown] = useState<ComponentType>(() => here.get(name) ?? Fetched)
    return (
      <PageTrouble>
        <Shown />
      </PageTrouble>
    )
  }
}

/** Begins to fetch the page of an address, so that it comes while its build is read and not after it. */
export function fetchPageOf(pathname: string): void {
  const [, first = '', , station] = pathname.split('/'),
    name =
      first === 'b' ? (station ?? 'fit') : first === '' ? 'workshop' : first === 'shelf' ? 'workshop-shelf' : first
  // What does not come now is asked for again when it is shown, and told there.
  if (Object.hasOwn(PAGES, name)) void fetchPage(name as PageName).catch(() => undefined)
}
