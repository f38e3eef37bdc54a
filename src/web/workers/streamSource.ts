/** What is listened to: what is done elsewhere, and what meters and callipers say. */
export type StreamName = 'live' | 'devices'

/** What is heard of a stream: that it is there, or there again, under its own name; that it is lost; what it says, in JSON. */
export type Heard = { is: 'begun'; name: string } | { is: 'lost' } | { is: 'said'; text: string }

const ADDRESSES: Record<StreamName, string> = { live: '/api/live', devices: '/api/devices/events' }

/** A stream that is held open. A line that broke is taken up again by the browser. */
export interface Source {
  /** Whether it is there just now. */
  isOpen: () => boolean
  /** Whether the workshop refused it, so that the browser does not take it up again. */
  isOver: () => boolean
  close: () => void
}

/** @param name the stream's own name among all that the workshop holds */
export function openSource(of: StreamName, name: string, heard: (h: Heard) => void): Source {
  const events = new EventSource(`${ADDRESSES[of]}?page=${name}`)
  events.onopen = () => heard({ is: 'begun', name })
  events.onmessage = (m: MessageEvent<string>) => heard({ is: 'said', text: m.data })
  events.onerror = () => heard({ is: 'lost' })
  return {
    isOpen: () => events.readyState === EventSource.OPEN,
    isOver: () => events.readyState === EventSource.CLOSED,
    close: () => events.close(),
  }
}
