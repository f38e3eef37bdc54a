import { randomUUID } from 'node:crypto'
import { createServer, type Server, type Socket } from 'node:net'
import { lineCutter, readDeviceLine, toDevice, type InHand, type ToDevice } from '../../core/devices/deviceLine.ts'
import type { DeviceSortName } from '../../core/devices/deviceSorts.ts'

/** A device that is connected. */
export interface Device {
  id: string
  sort: DeviceSortName
  name: string
}

/** What a page hears of. */
export type DeviceEvent =
  | { kind: 'devices'; devices: Device[] }
  | { kind: 'shows'; device: Device; text: string }
  /** @property of the field that was in hand when it was taken */
  | { kind: 'reading'; device: Device; text: string; build: string; of: string; at: string }

/** A field in hand, and on which page. */
export interface PageHand extends InHand {
  page: string
  sort: DeviceSortName
}

/** Devices beside this program's own bench: more is a mistake. */
const MOST_DEVICES = 16
/** Lines a second that a device may say; a faster one is told so and parted with. */
const MOST_LINES = 50
/** A device that says nothing of itself within this is parted with, ms. */
const SAY_HELLO = 5000

interface Connected {
  socket: Socket
  device?: Device
}

/** Connects devices on a local socket with the pages that have a field in hand: one page at most for each sort. */
export class DeviceHub {
  readonly #server: Server
  readonly #devices = new Set<Connected>()
  readonly #pages = new Map<string, (e: DeviceEvent) => void>()
  readonly #hands = new Map<DeviceSortName, PageHand>()

  constructor() {
    this.#server = createServer(socket => this.#connect(socket))
  }

  /** Listens on this machine alone; 0 takes any free port. Resolves to the port, or to undefined when it is taken. */
  listen(port: number): Promise<number | undefined> {
    return new Promise(done => {
      this.#server.once('error', () => done(undefined))
      this.#server.listen(port, '127.0.0.1', () => done(this.port))
    })
  }

  get port(): number | undefined {
    const a = this.#server.address()
    return typeof a === 'object' && a ? a.port : undefined
  }

  get devices(): Device[] {
    return [...this.#devices].flatMap(c => (c.device ? [c.device] : []))
  }

  /** A page begins to listen; what it returns ends that. */
  join(page: string, tell: (e: DeviceEvent) => void): () => void {
    this.#pages.set(page, tell)
    tell({ kind: 'devices', devices: this.devices })
    return () => {
      if (this.#pages.get(page) !== tell) return
      this.#pages.delete(page)
      for (const [sort, h] of this.#hands) if (h.page === page) this.#release(sort)
    }
  }

  /** The page that said so last has the field in hand for its sort. */
  take(hand: PageHand): void {
    this.#hands.set(hand.sort, hand)
    this.#tellSort(hand.sort)
  }

  /** A page has no field of that sort in hand any more. */
  leave(page: string, sort: DeviceSortName): void {
    if (this.#hands.get(sort)?.page === page) this.#release(sort)
  }

  close(): void {
    for (const c of this.#devices) c.socket.destroy()
    this.#server.close()
  }

  #release(sort: DeviceSortName): void {
    this.#hands.delete(sort)
    this.#tellSort(sort)
  }

  #inHand(sort: DeviceSortName): ToDevice {
    const h = this.#hands.get(sort)
    return h ? { word: 'HAND', build: h.build, of: h.of, label: h.label } : { word: 'NONE' }
  }

  #tellSort(sort: DeviceSortName): void {
    const line = toDevice(this.#inHand(sort))
    for (const c of this.#devices) if (c.device?.sort === sort) c.socket.write(line)
  }

  #tellPages(e: DeviceEvent): void {
    for (const tell of this.#pages.values()) tell(e)
  }

  #connect(socket: Socket): void {
    const c: Connected = { socket },
      say = (x: ToDevice) => socket.write(toDevice(x)),
      refuse = (reason: string) => say({ word: 'REFUSED', reason })
    if (this.#devices.size >= MOST_DEVICES) {
      refuse(`${MOST_DEVICES} devices are connected already`)
      socket.end()
      return
    }
    this.#devices.add(c)
    const late = setTimeout(() => {
      if (c.device) return
      refuse('a device says HELLO first')
      socket.end()
    }, SAY_HELLO)
    let lines = 0,
      second = 0
    socket.setEncoding('utf8')
    const cut = lineCutter(text => {
      if (socket.writableEnded) return
      const now = Math.floor(Date.now() / 1000)
      if (now !== second) {
        second = now
        lines = 0
      }
      if (++lines > MOST_LINES) {
        refuse(`at most ${MOST_LINES} lines a second`)
        socket.end()
        return
      }
      const r = readDeviceLine(text, c.device?.sort)
      if (!r.ok) return refuse(r.reason)
      switch (r.line.word) {
        case 'HELLO':
          if (c.device) return refuse('this device has said who it is')
          c.device = { id: randomUUID(), sort: r.line.sort, name: r.line.name }
          say({ word: 'READY' })
          say(this.#inHand(c.device.sort))
          return this.#tellPages({ kind: 'devices', devices: this.devices })
        case 'SHOWS':
          return this.#tellPages({ kind: 'shows', device: c.device!, text: r.line.text })
        case 'READING': {
          const h = this.#hands.get(c.device!.sort),
            page = h && this.#pages.get(h.page)
          if (!page) return refuse('no field is in hand on any page; nothing was taken')
          return page({
            kind: 'reading',
            device: c.device!,
            text: r.line.text,
            build: h.build,
            of: h.of,
            at: new Date().toISOString(),
          })
        }
        case 'BYE':
          socket.end()
      }
    })
    socket.on('data', (piece: string) => cut(piece))
    // A device that is pulled out is gone, and no reason to fail.
    socket.on('error', () => socket.destroy())
    socket.on('close', () => {
      clearTimeout(late)
      this.#devices.delete(c)
      if (c.device) this.#tellPages({ kind: 'devices', devices: this.devices })
    })
  }
}
