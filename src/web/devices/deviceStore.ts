import { create } from 'zustand'
import type { InHand } from '../../core/devices/deviceLine.ts'
import type { DeviceSortName } from '../../core/devices/deviceSorts.ts'
import { PAGE } from '../stores/pageName.ts'
import { hear } from '../stores/streams.ts'

/** A device that gives readings to this page. */
export interface PageDevice {
  id: string
  sort: DeviceSortName
  name: string
  /** Whether it was let in; one on this machine's own serial port was chosen here. */
  isIn: boolean
}

/** A reading that a device gave for a field. */
export interface DeviceReading {
  device: string
  text: string
  of: string
  at: string
}

type DeviceEvent =
  | { kind: 'devices'; devices: PageDevice[] }
  | { kind: 'shows'; device: PageDevice; text: string }
  | { kind: 'reading'; page: string; device: PageDevice; text: string; build: string; of: string; at: string }

interface Devices {
  /** Those that the server bridges. */
  bridged: PageDevice[]
  /** Those on this machine's own serial port. */
  serial: PageDevice[]
  /** What a display shows just now, by device. */
  shows: Readonly<Record<string, string>>
}

export const useDevices = create<Devices>(() => ({ bridged: [], serial: [], shows: {} }))

interface Wants {
  hand: InHand
  take: (r: DeviceReading) => void
}
/** Who wants readings of a sort: the field that said so last. */
const wanting = new Map<DeviceSortName, Wants>()

export const showing = (device: string, text: string): void =>
  useDevices.setState(s => ({ shows: { ...s.shows, [device]: text } }))

/** The field that is in hand for a sort on this page. */
export const inHand = (sort: DeviceSortName): InHand | undefined => wanting.get(sort)?.hand

/** Hands a reading to the field that wants it, if it is still of the build that is open. */
export function give(sort: DeviceSortName, build: string, r: DeviceReading): boolean {
  const w = wanting.get(sort)
  if (!w || w.hand.build !== build) return false
  w.take(r)
  return true
}

/** The stream by which this page hears, while it is there. */
let stream: string | undefined
let end: (() => void) | undefined

function listen(): void {
  end ??= hear('devices', h => {
    if (h.is === 'begun') {
      stream = h.name
      // After the line was down the server has forgotten what this page has in hand.
      for (const sort of wanting.keys()) say(sort)
    } else if (h.is === 'lost') {
      stream = undefined
      useDevices.setState({ bridged: [] })
    } else {
      const e = JSON.parse(h.text) as DeviceEvent
      if (e.kind === 'devices') return useDevices.setState({ bridged: e.devices })
      showing(e.device.id, e.text)
      if (e.kind === 'reading' && e.page === PAGE)
        give(e.device.sort, e.build, { device: e.device.name, text: e.text, of: e.of, at: e.at })
    }
  })
}

function say(sort: DeviceSortName): void {
  const w = wanting.get(sort)
  // A page that nobody looks at holds nothing, and what cannot be heard is not asked for.
  if (!w || stream === undefined || document.visibilityState !== 'visible') return
  void fetch(`/api/devices/hand/${sort}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ page: PAGE, stream, ...w.hand }),
  }).catch(() => undefined)
}
/** The server is told that a page has nothing in hand any more. */
const put = (sort: DeviceSortName): void =>
  void fetch(`/api/devices/hand/${sort}?page=${PAGE}`, { method: 'DELETE', keepalive: true }).catch(() => undefined)

window.addEventListener('pagehide', () => {
  for (const sort of wanting.keys()) put(sort)
})
document.addEventListener('visibilitychange', () => {
  for (const sort of wanting.keys()) say(sort)
})
window.addEventListener('focus', () => {
  for (const sort of wanting.keys()) say(sort)
})

/** A field takes the readings of a sort from now on. */
export function want(sort: DeviceSortName, w: Wants): void {
  const before = wanting.get(sort)?.hand
  wanting.set(sort, w)
  listen()
  if (before?.of !== w.hand.of || before.build !== w.hand.build || before.label !== w.hand.label) say(sort)
}

/** Nothing takes readings of a sort any more; with the last of them the page stops listening. */
export function letGo(sort: DeviceSortName): void {
  wanting.delete(sort)
  put(sort)
  if (wanting.size === 0) {
    end?.()
    end = stream = undefined
    useDevices.setState({ bridged: [] })
  }
}

/** Lets a device in that waits, or sends one away; it is told by the next list of devices. */
export const letDeviceIn = (id: string, isIn: boolean): void =>
  void fetch(`/api/devices/${encodeURIComponent(id)}/in`, { method: isIn ? 'PUT' : 'DELETE' }).catch(
    () => undefined,
  )
