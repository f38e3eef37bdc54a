import type { StreamAsk, StreamTold } from '../workers/streams.worker.ts'
import { randomName } from '../workers/randomName.ts'
import { openSource, type Heard, type Source, type StreamName } from '../workers/streamSource.ts'

type Hears = (h: Heard) => void
const hearing = new Map<StreamName, Hears>()

/** Streams of this page alone, where a browser shares none: held while somebody looks at it, so that a browser has one. */
const own = new Map<StreamName, Source>()
const isSeen = (): boolean => document.visibilityState === 'visible'
function holdOwn(of: StreamName): void {
  if (own.get(of)?.isOver()) own.delete(of)
  const hears = hearing.get(of)
  if (hears && isSeen() && !own.has(of)) own.set(of, openSource(of, randomName(), hears))
}
function dropOwn(of: StreamName): void {
  own.get(of)?.close()
  own.delete(of)
}

/** A worker that lives says so long before that, ms. */
const ANSWERS_WITHIN = 5000

let port: MessagePort | undefined,
  isTried = false

/** The worker that all pages of this browser share; undefined where there is none. Browsers give it over plain HTTP too. */
function shared(): MessagePort | undefined {
  if (isTried) return port
  isTried = true
  if (typeof SharedWorker === 'undefined') return undefined
  try {
    const worker = new SharedWorker(new URL('../workers/streams.worker.ts', import.meta.url), { type: 'module' })
    port = worker.port
    // Its file is not to be had, or it was about to end with its last page as this one came: this page listens for itself.
    const forgo = () => {
      worker.port.onmessage = null
      port = undefined
      for (const of of hearing.keys()) holdOwn(of)
    }
    const silent = setTimeout(forgo, ANSWERS_WITHIN)
    worker.onerror = forgo
    worker.port.onmessage = ({ data }: MessageEvent<StreamTold>) => {
      clearTimeout(silent)
      if (data.is !== 'asked') hearing.get(data.of)?.(data)
    }
  } catch {
    port = undefined
  }
  return port
}
const ask = (by: MessagePort, what: StreamAsk) => by.postMessage(what)

function wantAll(): void {
  const by = shared()
  for (const of of hearing.keys())
    if (by) ask(by, { want: of })
    else holdOwn(of)
}

let isWatching = false
/** A page that goes hears nothing more, and one that comes again takes up what it heard. */
function watch(): void {
  if (isWatching) return
  isWatching = true
  window.addEventListener('pagehide', () => {
    if (port) ask(port, { bye: true })
    for (const of of own.keys()) dropOwn(of)
  })
  window.addEventListener('pageshow', e => {
    if (e.persisted) wantAll()
  })
  document.addEventListener('visibilitychange', () => {
    if (isSeen()) wantAll()
    else for (const of of own.keys()) dropOwn(of)
  })
}

/** Hears of a stream from now on; what it returns ends that. One stream serves all pages of a browser, where it can. */
export function hear(of: StreamName, hears: Hears): () => void {
  hearing.set(of, hears)
  watch()
  const by = shared()
  if (by) ask(by, { want: of })
  else holdOwn(of)
  return () => {
    if (hearing.get(of) !== hears) return
    hearing.delete(of)
    if (port) ask(port, { drop: of })
    dropOwn(of)
  }
}
