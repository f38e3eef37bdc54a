import { MINUTE } from '../../core/units/time.ts'
import { create } from 'zustand'
import { keeper } from '../stores/secureOnly.ts'

/** Whether the workshop serves another version of these pages by now, and which one a reload would bring. */
export const useVersion = create<{ newer: boolean }>(() => ({ newer: false }))

/** How often it is asked, ms. */
const EVERY = 5 * MINUTE

/** The file that this page began with, as its own address; another version has another name. */
const own = (): string | undefined =>
  document.querySelector<HTMLScriptElement>('script[type="module"][src]')?.getAttribute('src') ?? undefined

/** Asks which version the workshop serves. Where it does not answer nothing is known. */
export async function lookForVersion(): Promise<void> {
  const res = await fetch('/api/health', { cache: 'no-store' }).catch(() => undefined),
    { page } = res?.ok ? ((await res.json().catch(() => ({}))) as { page?: string }) : {}
  const is = own()
  if (page && is && page !== is) useVersion.setState({ newer: true })
}

/** Watches for a new version while the page is open, and when it is looked at again. */
export function watchTheVersion(): () => void {
  const look = () => {
    if (document.visibilityState === 'visible') void lookForVersion()
  }
  const timer = setInterval(look, EVERY)
  document.addEventListener('visibilitychange', look)
  return () => {
    clearInterval(timer)
    document.removeEventListener('visibilitychange', look)
  }
}

/** Loads the page anew in the newest version: one that waits in the browser takes over first. */
export async function loadNewest(): Promise<void> {
  const at = await keeper()
    ?.getRegistration()
    .catch(() => undefined)
  await at?.update().catch(() => undefined)
  const waiting = at?.waiting ?? (await installed(at))
  if (waiting) {
    const taken = new Promise(done => keeper()!.addEventListener('controllerchange', done, { once: true }))
    waiting.postMessage('take over')
    await Promise.race([taken, new Promise(done => setTimeout(done, TAKES_OVER))])
  }
  location.reload()
}

/** How long a version may take to be fetched, and to take over, ms: reloaded before that a page comes as the old one again. */
const COMES = 90_000,
  TAKES_OVER = 8_000

/** The version that is being brought in, when it is there. */
function installed(at: ServiceWorkerRegistration | undefined): Promise<ServiceWorker | undefined> {
  const coming = at?.installing
  if (!coming) return Promise.resolve(undefined)
  return new Promise(done => {
    const late = setTimeout(() => done(undefined), COMES)
    coming.addEventListener('statechange', () => {
      if (coming.state !== 'installed' && coming.state !== 'redundant') return
      clearTimeout(late)
      done(coming.state === 'installed' ? coming : undefined)
    })
  })
}
