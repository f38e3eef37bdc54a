import { rmSync } from 'node:fs'
import type { Browser, BrowserContext, Page } from 'playwright-core'
import { openChromium } from '../../scripts/chromium.ts'
import { inject } from 'vitest'
import type { Build } from '../../src/core/build/build.ts'
import { demo } from './demo.ts'
import { startServer, type Running } from './server.ts'
import { workshopFolder } from './workshops.ts'

export const DESKTOP = { width: 1280, height: 800 }
export const TABLET = { width: 834, height: 1112 }

/** A demo workshop of its own with a browser on it. */
export interface Bench {
  server: Running
  browser: Browser
  /** Opens a page and records what went wrong on it and where it asked. */
  open: (
    path: string,
    options?: { viewport?: typeof DESKTOP; dark?: boolean; context?: BrowserContext },
  ) => Promise<Page & { troubles: string[]; hosts: Set<string> }>
  /** Closes every page, so that one test's work does not slow the next. */
  clear: () => Promise<void>
  close: () => Promise<void>
}

export async function openBench({ empty = false } = {}): Promise<Bench> {
  const data = workshopFolder(inject('workshops')[empty ? 'empty' : 'demo'])
  const server = await startServer(data, {}, { demo: false, dist: true })
  const browser = await openChromium()
  return {
    server,
    browser,
    open: async (path, o = {}) => {
      const context =
        o.context ??
        (await browser.newContext({
          viewport: o.viewport ?? DESKTOP,
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
      await page.goto(server.address + path)
      return page
    },
    clear: async () => {
      await Promise.all(browser.contexts().map(c => c.close()))
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
  ((await (await fetch(`${bench.server.address}/api/builds/${id}`)).json()) as { build: Build }).build
