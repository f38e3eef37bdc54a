import { MINUTE } from '../../core/units/time.ts'
import { create } from 'zustand'
import { tellApart } from '../../core/text/text.ts'
import { api, Refused } from './api.ts'
import { freshen } from './autosave.ts'
import { useBuild } from './buildStore.ts'
import { PAGE } from './pageName.ts'
import { useShelf, type ChangedPart } from './shelfStore.ts'
import { hear } from './streams.ts'

/** A page that is open: its build, null where it has none, and where in it. */
export interface Here {
  page: string
  /** The device: which it is, and what it is called. */
  by: string
  device: string
  build: string | null
  where: string
}
type LiveEvent =
  | { kind: 'build'; id: string; revision: number }
  | { kind: 'builds' | 'settings' | 'pairings' }
  | { kind: 'shelf'; parts?: ChangedPart[] }
  | { kind: 'here'; pages: Here[] }
  | { kind: 'show'; page: string; path: string }

/** What is heard of what is done elsewhere: how often a list was changed, and which pages have a build open. */
export const useLive = create<{
  builds: number
  settings: number
  pairings: number
  here: readonly Here[]
  /** What another device wants shown on this page. */
  shown: string | undefined
  /** Where in its build this page is, where that is more than its station. */
  where: string | undefined
}>(() => ({
  builds: 0,
  settings: 0,
  pairings: 0,
  here: [],
  shown: undefined,
  where: undefined,
}))

const more = (...of: ('builds' | 'settings' | 'pairings')[]) =>
  useLive.setState(s => Object.fromEntries(of.map(k => [k, s[k] + 1])))

function heard(e: LiveEvent): void {
  const open = useBuild.getState()
  switch (e.kind) {
    case 'build':
      if (open.build?.id === e.id && e.revision > open.revision) void freshen(e.id)
      return more('builds')
    case 'builds':
      if (open.build) void freshen(open.build.id)
      return more('builds')
    case 'show':
      if (e.page !== PAGE) return
      void api.shown(PAGE).catch(() => undefined)
      return useLive.setState({ shown: e.path })
    case 'shelf':
      return useShelf.getState().changed(e.parts)
    case 'here':
      return useLive.setState({ here: e.pages })
    default:
      more(e.kind)
  }
}

/** The stream is there, or there again: what was done meanwhile was not heard. */
function caughtUp(): void {
  const { build } = useBuild.getState()
  if (build) void freshen(build.id)
  more('builds', 'settings', 'pairings')
  useShelf.getState().changed(undefined)
}

/** The stream by which this page hears. */
let stream: string | undefined
/** Says again where this page is. */
let sayAgain: () => void = () => undefined

let begun = false
/** Begins to listen, once for a page. */
export function listenLive(): void {
  if (begun || typeof EventSource === 'undefined') return
  begun = true
  window.addEventListener('pagehide', leave)
  hear('live', h => {
    if (h.is === 'said') heard(JSON.parse(h.text) as LiveEvent)
    else if (h.is === 'begun') {
      stream = h.name
      sayAgain()
      caughtUp()
    } else useLive.setState({ here: [] })
  })
}

/** How often a page says again where it is, ms: a workshop that was started again has forgotten. */
const AGAIN = MINUTE
/** And how soon where the workshop did not take it, ms. */
const SOON = 3000
/** The answer to a request that a starved machine brought too slowly. */
const TOO_SLOW = 408

let isSending = false,
  newest: (() => Promise<void>) | undefined
/** Sends one after another, and of what waits the newest alone: two on their way at once may come in the other order. */
function inTurn(send: () => Promise<void>): void {
  newest = send
  if (isSending) return
  isSending = true
  void (async () => {
    while (newest) {
      const now = newest
      newest = undefined
      await now()
    }
    isSending = false
  })()
}

/** Tells others which build this page has open, null for none, and where in it; what it returns takes that back. */
export function sayHere(build: string | null, where: string): () => void {
  let retry: ReturnType<typeof setTimeout> | undefined,
    isOver = false
  const say = () => {
    // Said as soon as it hears.
    if (isOver || document.visibilityState !== 'visible' || stream === undefined) return
    const by = stream
    inTurn(() =>
      api.here(PAGE, { build, where, stream: by }).catch((e: unknown) => {
        // One that does not answer at all is told again as soon as its stream is there.
        if (!(e instanceof Refused) || (e.status < 500 && e.status !== TOO_SLOW)) return
        clearTimeout(retry)
        retry = setTimeout(say, SOON)
      }),
    )
  }
  say()
  sayAgain = say
  const timer = setInterval(say, AGAIN)
  const hidden = () => {
    if (document.visibilityState === 'visible') say()
    else leave()
  }
  document.addEventListener('visibilitychange', hidden)
  return () => {
    if (sayAgain === say) sayAgain = () => undefined
    isOver = true
    clearInterval(timer)
    clearTimeout(retry)
    document.removeEventListener('visibilitychange', hidden)
  }
}

/** This page has no build open any more. */
export const leave = (): void =>
  void fetch(`/api/live/here/${PAGE}`, { method: 'DELETE', keepalive: true }).catch(() => undefined)

/** Pages of other devices: another window of this one needs no telling. */
const elsewhere = (here: readonly Here[]): Here[] => {
  const own = here.find(h => h.page === PAGE)?.by
  return own === undefined ? [] : here.filter(h => h.by !== own)
}

/** Other devices that are there, each by the page that it said last; those of one name are told apart. */
export function otherDevices(here: readonly Here[]): { device: string; page: string }[] {
  const names: string[] = []
  return [...new Map(elsewhere(here).map(h => [h.by, h])).values()].map(({ device, page }) => {
    const name = tellApart(device, names)
    names.push(name)
    return { device: name, page }
  })
}

/** Pages of other devices that have the build open. */
export const othersAt = (here: readonly Here[], build: string): Here[] =>
  elsewhere(here).filter(h => h.build === build)
