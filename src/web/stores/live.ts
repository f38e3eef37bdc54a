import { create } from 'zustand'
import { api } from './api.ts'
import { freshen } from './autosave.ts'
import { useBuild } from './buildStore.ts'
import { randomName } from './randomName.ts'
import { locks } from './secureOnly.ts'

/** A page that has a build open, and where in it. */
export interface Here {
  page: string
  device: string
  build: string
  where: string
}
type LiveEvent =
  | { kind: 'build'; id: string; revision: number }
  | { kind: 'builds' | 'shelf' | 'settings' }
  | { kind: 'here'; pages: Here[] }
  | { kind: 'show'; page: string; path: string }
  /** The stream is there, or there again: what was done meanwhile was not heard. */
  | { kind: 'begun' }

/** What is heard of what is done elsewhere: how often a list was changed, and which pages have a build open. */
export const useLive = create<{
  builds: number
  shelf: number
  settings: number
  here: readonly Here[]
  /** What another device wants shown on this page. */
  shown: string | undefined
}>(() => ({
  builds: 0,
  shelf: 0,
  settings: 0,
  here: [],
  shown: undefined,
}))

/** This page among all that are open, at every device. */
const PAGE = randomName()
/** Pages of one browser share a stream: a host is given few connections at once. */
const NAME = 'snugbolt.live'

const more = (...of: ('builds' | 'shelf' | 'settings')[]) =>
  useLive.setState(s => Object.fromEntries(of.map(k => [k, s[k] + 1])))

function heard(e: LiveEvent): void {
  const open = useBuild.getState()
  switch (e.kind) {
    case 'build':
      if (open.build?.id === e.id && e.revision > open.revision) void freshen(e.id)
      return more('builds')
    case 'builds':
    case 'begun':
      if (open.build) void freshen(open.build.id)
      return e.kind === 'begun' ? more('builds', 'shelf', 'settings') : more('builds')
    case 'show':
      return e.page === PAGE ? useLive.setState({ shown: e.path }) : undefined
    case 'here':
      return useLive.setState({ here: e.pages })
    default:
      more(e.kind)
  }
}

/** Holds the stream open; what it returns ends that. A line that broke is taken up again by the browser. */
function stream(say: (e: LiveEvent) => void): () => void {
  const events = new EventSource(`/api/live?page=${PAGE}`)
  events.onopen = () => say({ kind: 'begun' })
  events.onmessage = (m: MessageEvent<string>) => say(JSON.parse(m.data) as LiveEvent)
  events.onerror = () => useLive.setState({ here: [] })
  return () => events.close()
}

/** One page of the browser holds the stream and tells the others; where it is frozen or goes, another takes it. */
function shareStream(by: LockManager, channel: BroadcastChannel): void {
  channel.onmessage = (m: MessageEvent<LiveEvent>) => heard(m.data)
  const hold = () =>
    void by
      .request(NAME, () => {
        const end = stream(e => {
          heard(e)
          channel.postMessage(e)
        })
        return new Promise<void>(done =>
          document.addEventListener(
            'freeze',
            () => {
              end()
              done()
            },
            { once: true },
          ),
        )
      })
      .catch(() => stream(heard))
  hold()
  document.addEventListener('resume', hold)
}

let begun = false
/** Begins to listen, once for a page. */
export function listenLive(): void {
  if (begun || typeof EventSource === 'undefined') return
  begun = true
  window.addEventListener('pagehide', leave)
  const by = locks()
  let channel: BroadcastChannel | undefined
  try {
    channel = by && new BroadcastChannel(NAME)
  } catch {
    channel = undefined
  }
  if (by && channel) shareStream(by, channel)
  else stream(heard)
}

/** How often a page says again where it is, ms: a workshop that was started again has forgotten. */
const AGAIN = 60_000

/** Tells others which build this page has open and where in it; what it returns takes that back. */
export function sayHere(build: string, where: string): () => void {
  const say = () => {
    if (document.visibilityState === 'visible') void api.here(PAGE, { build, where }).catch(() => undefined)
  }
  say()
  const timer = setInterval(say, AGAIN)
  const hidden = () => {
    if (document.visibilityState === 'visible') say()
    else leave()
  }
  document.addEventListener('visibilitychange', hidden)
  return () => {
    clearInterval(timer)
    document.removeEventListener('visibilitychange', hidden)
  }
}

/** This page has no build open any more. */
export const leave = (): void =>
  void fetch(`/api/live/here/${PAGE}`, { method: 'DELETE', keepalive: true }).catch(() => undefined)

/** Pages of other devices: another window of this one needs no telling. */
const elsewhere = (here: readonly Here[]): Here[] => {
  const own = here.find(h => h.page === PAGE)?.device
  return own === undefined ? [] : here.filter(h => h.device !== own)
}

/** Other devices that have any build open, each by the page that it said last. */
export const otherDevices = (here: readonly Here[]): { device: string; page: string }[] => [
  ...new Map(elsewhere(here).map(h => [h.device, { device: h.device, page: h.page }])).values(),
]

/** Pages of other devices that have the build open. */
export const othersAt = (here: readonly Here[], build: string): Here[] =>
  elsewhere(here).filter(h => h.build === build)
