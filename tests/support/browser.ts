import { rmSync } from 'node:fs'
import type { Browser, BrowserContext, Page } from 'playwright-core'
import { openChromium } from '../../scripts/chromium.ts'
import { inject } from 'vitest'
import type { Build } from '../../src/core/document/build.ts'
import { demo } from './demo.ts'
import { startServer, type Running } from './server.ts'
import { goOn } from './visit.ts'
import { workshopFolder } from './workshops.ts'

export const DESKTOP = { width: 1280, height: 800 }
export const TABLET = { width: 834, height: 1112 }

/** A page of a test is gone before code that was made fast at length has paid for it: a fifth of a page's time. */
export const SHORT_LIVED = '--js-flags=--no-turbofan,--single-threaded-gc'

/** A demo workshop of its own with a browser on it. */
export interface Bench {
  server: Running
  /** Its data folder. */
  data: string
  browser: Browser
  /**
   * Opens a page and records what went wrong on it and where it asked. Of a test before it goes on with the page that
   * rests, to a build that was not open on it: loading the application anew for every test took most of the time.
   */
  open: (path: string, options?: Opening) => Promise<Watched>
  /** Lets the first page rest and closes all others, so that one test's work does not slow the next. */
  clear: () => Promise<void>
  close: () => Promise<void>
}

type Watched = Page & { troubles: string[]; hosts: Set<string> }

interface Opening {
  viewport?: typeof DESKTOP
  dark?: boolean
  context?: BrowserContext
}

/** The page where another rests between two tests: it stands on no build. */
const REST = '/about'
/** What a page keeps of itself under this name stays: it is still the same page. */
const TAB = 'snugbolt.tab'

/** The build that a path is of. */
const buildAt = (path: string): string | undefined => /^\/b\/([^/?]+)/.exec(path)?.[1]

/** Leads a page to where it rests, with nothing kept in its browser; false where it no longer answers. */
async function rested(page: Page): Promise<boolean> {
  try {
    await page.mouse.move(0, 0)
    await page.evaluate(tab => {
      const own = sessionStorage.getItem(tab)
      localStorage.clear()
      sessionStorage.clear()
      if (own !== null) sessionStorage.setItem(tab, own)
    }, TAB)
    await goOn(page, REST)
    return true
  } catch {
    return false
  }
}

/** What the API answers. On a starved machine the server gives up a request that came in too slowly: that is asked again. */
async function asked(address: string): Promise<unknown> {
  const r = await fetch(address)
  return r.status === 408 ? asked(address) : r.json()
}

export async function openBench({ empty = false } = {}): Promise<Bench> {
  const data = workshopFolder(inject('workshops')[empty ? 'empty' : 'demo'])
  const server = await startServer(data, {}, { demo: false, dist: true })
  const browser = await openChromium({ args: [SHORT_LIVED] })
  /** A page, and the builds that were open on it at which revision: one of those may be another by now. */
  interface Used {
    page: Watched
    seen: Map<string, number>
  }
  let resting: Used | undefined
  const opened: (Used & { own: boolean })[] = []
  const revisionOf = async (id: string): Promise<number> =>
    ((await asked(`${server.address}/api/builds/${id}`)) as { revision?: number }).revision ?? -1
  return {
    server,
    data,
    browser,
    open: async (path, o = {}) => {
      const viewport = o.viewport ?? DESKTOP,
        own = o.dark === true || o.context !== undefined,
        id = buildAt(path),
        revision = id === undefined ? -1 : await revisionOf(id)
      if (resting && !own && id !== undefined && (resting.seen.get(id) ?? revision) === revision) {
        const { page, seen } = resting
        resting = undefined
        seen.set(id, revision)
        opened.push({ page, seen, own })
        await page.unrouteAll()
        await page.emulateMedia({ media: null, colorScheme: 'light', reducedMotion: null, forcedColors: null })
        await page.setViewportSize(viewport)
        page.troubles.length = 0
        page.hosts.clear()
        await goOn(page, path)
        return page
      }
      const context =
        o.context ??
        (await browser.newContext({
          viewport,
          colorScheme: o.dark ? 'dark' : 'light',
          acceptDownloads: true,
          // What a browser keeps is tested where it is meant; elsewhere every answer is the server's own.
          serviceWorkers: 'block',
        }))
      context.setDefaultTimeout(60_000)
      const page = Object.assign(await context.newPage(), { troubles: [] as string[], hosts: new Set<string>() })
      page.on('console', m => {
        if (m.type() === 'error') page.troubles.push(`${m.text()} ${m.location().url}`)
      })
      page.on('pageerror', e => page.troubles.push(e.message))
      page.on('request', r => {
        const u = new URL(r.url())
        if (u.protocol.startsWith('http')) page.hosts.add(u.host)
      })
      opened.push({ page, seen: new Map(id === undefined ? [] : [[id, revision]]), own })
      await page.goto(server.address + path)
      return page
    },
    clear: async () => {
      const next = resting ?? opened.find(p => !p.own && !p.page.isClosed())
      opened.length = 0
      if (next && next !== resting) {
        // What was opened on it by a link is at no revision that is known.
        const id = buildAt(new URL(next.page.url()).pathname)
        if (id !== undefined && !next.seen.has(id)) next.seen.set(id, NaN)
        resting = (await rested(next.page)) ? next : undefined
      }
      const keeps = resting?.page.context()
      await Promise.all(browser.contexts().map(c => (c === keeps ? undefined : c.close())))
      if (keeps) await Promise.all(keeps.pages().map(p => (p === resting!.page ? undefined : p.close())))
    },
    close: async () => {
      await browser.close()
      await server.kill()
      rmSync(data, { recursive: true, force: true })
    },
  }
}

/** Waits until the interface says that everything is saved. */
export const saved = (page: Page) =>
  page
    .getByRole('status')
    .filter({ hasText: /^Saved$/ })
    .waitFor()

/** Puts a fresh copy of a demo build into the workshop under its own id, so that tests do not meet. */
export async function copyOf(
  bench: Bench,
  id: string,
  from: Parameters<typeof demo>[0] = 'heron',
  change: (b: Build) => void = () => undefined,
): Promise<string> {
  const build = { ...demo(from), id, name: id }
  change(build)
  const res = await fetch(`${bench.server.address}/api/builds`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(build),
  })
  if (res.status !== 201) throw new Error(`the workshop refused the copy: ${await res.text()}`)
  return id
}

/** The build as the workshop has it. */
export const storedBuild = async (bench: Bench, id: string): Promise<Build> =>
  ((await asked(`${bench.server.address}/api/builds/${id}`)) as { build: Build }).build
