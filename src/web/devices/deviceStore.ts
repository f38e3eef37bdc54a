import { create } from 'zustand'
import type { InHand } from '../../core/devices/deviceLine.ts'
import type { DeviceSortName } from '../../core/devices/deviceSorts.ts'
import { randomName } from '../stores/randomName.ts'

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
  | { kind: 'reading'; device: PageDevice; text: string; build: string; of: string; at: string }

interface Devices {
  /** Those that the server bridges. */
  bridged: PageDevice[]
  /** Those on this machine's own serial port. */
  serial: PageDevice[]
  /** What a display shows just now, by device. */
  shows: Readonly<Record<string, string>>
}

export const useDevices = create<Devices>(() => ({ bridged: [], serial: [], shows: {} }))

/** This page among all that are open. */
const PAGE = randomName()

interface Wants {
  hand: InHand
  take: (r: DeviceReading) => void
}
/** Who wants readings of a sort: the field that said so last. */
const wanting = new Map<DeviceSortName, Wants>()
let events: EventSource | undefined

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

function listen(): void {
  events ??= Object.assign(new EventSource(`/api/devices/events?page=${PAGE}`), {
    onopen: () => {
      // After the line was down the server has forgotten what this page has in hand.
      for (const sort of wanting.keys()) say(sort)
    },
    onmessage: (m: MessageEvent<string>) => {
      const e = JSON.parse(m.data) as DeviceEvent
      if (e.kind === 'devices') useDevices.setState({ bridged: e.devices })
      else {
        showing(e.device.id, e.text)
        if (e.kind === 'reading')
          give(e.device.sort, e.build, { device: e.device.name, text: e.text, of: e.of, at: e.at })
      }
    },
    onerror: () => useDevices.setState({ bridged: [] }),
  })
}

function say(sort: DeviceSortName): void {
  const w = wanting.get(sort)
  // A page that nobody looks at holds nothing.
  if (!w || document.visibilityState !== 'visible') return
  void fetch(`/api/devices/hand/${sort}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ page: PAGE, ...w.hand }),
  }).catch(() => undefined)
}

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
  void fetch(`/api/devices/hand/${sort}?page=${PAGE}`, { method: 'DELETE', keepalive: true }).catch(() => undefined)
  if (wanting.size === 0) {
    events?.close()
    events = undefined
    useDevices.setState({ bridged: [] })
  }
}

/** Lets a device in that waits, or sends one away; it is told by the next list of devices. */
export const letDeviceIn = (id: string, isIn: boolean): void =>
  void fetch(`/api/devices/${encodeURIComponent(id)}/in`, { method: isIn ? 'PUT' : 'DELETE' }).catch(
    () => undefined,
  )
