/**
 * What browsers keep for pages over HTTPS and for the machine itself [published: W3C, Secure Contexts]: locks, the cache of a service
 * worker, the microphone, a screen that stays awake. Over plain HTTP there is none; each may be forbidden
 * elsewhere too. The only file that asks for any of them.
 */
export const isTrustedPage = (): boolean => globalThis.isSecureContext === true

/** Locks by name; undefined where the browser has none. */
export const locks = (): LockManager | undefined => (typeof navigator === 'undefined' ? undefined : navigator.locks)

/** The browser's store of answers; undefined where it has none. */
export const answerStore = (): CacheStorage | undefined => ('caches' in globalThis ? globalThis.caches : undefined)

/** What keeps the application for when the workshop is away; undefined where there is none. */
export const keeper = (): ServiceWorkerContainer | undefined =>
  typeof navigator !== 'undefined' && 'serviceWorker' in navigator ? navigator.serviceWorker : undefined

/** Microphone and camera; undefined where a page may not ask for them. */
export const ears = (): MediaDevices | undefined => navigator.mediaDevices

/** Keeps the screen awake until it is released; undefined where that is not to be had. */
export const awake = async (): Promise<WakeLockSentinel | undefined> => {
  if (!('wakeLock' in navigator)) return undefined
  return navigator.wakeLock.request('screen').catch(() => undefined)
}

/** The part of the browser's serial port that is used here [published: Web Serial API, W3C community group]. */
export interface Port {
  open: (o: { baudRate: number }) => Promise<void>
  close: () => Promise<void>
  readable: ReadableStream<Uint8Array> | null
  writable: WritableStream<Uint8Array> | null
}

/** Serial ports; undefined where a page may not ask for them. */
export const serial = (): { requestPort: () => Promise<Port> } | undefined =>
  (navigator as { serial?: { requestPort: () => Promise<Port> } }).serial
