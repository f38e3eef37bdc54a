import { keptForPage } from '../stores/browserStore.ts'

const PREFIX = 'snugbolt.begun.'
const keyOf = (label: string): string => `${PREFIX}${location.pathname}.${label}`

/** How long a field may be away and come back with what was typed in it, ms: a page that is drawn again takes it away for a moment. */
const AWAY = 3_000
const leaving = new Map<string, ReturnType<typeof setTimeout>>()

/** What is begun in a field of a page and is in no build yet, kept over a reload of the page. */
export interface Begun<T> {
  kept: () => T | undefined
  /** Undefined is nothing: it is dropped. */
  keep: (what: T | undefined) => void
  /** The field is there, and is gone: dropped when it does not come back. */
  arrive: () => void
  leave: () => void
}

/**
 * @param label tells it from others of the same page
 * @param of what it belongs to: something else under the same label does not get it
 */
export function begun<T>(label: string, of: string): Begun<T> {
  const key = keyOf(label),
    drop = () => {
      leaving.delete(key)
      keptForPage.remove(key)
    }
  return {
    kept: () => {
      try {
        const held = JSON.parse(keptForPage.get(key) ?? 'null') as { of: string; what: T } | null
        return held?.of === of ? held.what : undefined
      } catch {
        return undefined
      }
    },
    keep: what => (what === undefined ? drop() : void keptForPage.set(key, JSON.stringify({ of, what }))),
    arrive: () => {
      clearTimeout(leaving.get(key))
      leaving.delete(key)
    },
    leave: () => void leaving.set(key, setTimeout(drop, AWAY)),
  }
}

/** Drops all that is begun: where a page may be what it cannot be shown with. */
export function dropBegun(): void {
  for (const key of keptForPage.keys()) if (key.startsWith(PREFIX)) keptForPage.remove(key)
}
