import { MINUTE } from '../../core/units/time.ts'
import { createHash, randomUUID, timingSafeEqual } from 'node:crypto'
import { createServer, type Server, type Socket } from 'node:net'
import { lineCutter, readDeviceLine, toDevice, type InHand, type ToDevice } from '../../core/devices/deviceLine.ts'
import type { DeviceSortName } from '../../core/devices/deviceSorts.ts'

/** A device that is connected. */
export interface Device {
  id: string
  sort: DeviceSortName
  name: string
  /** Whether it was let in, by its key or by somebody at a page: until then nothing of it is taken. */
  isIn: boolean
}

/** What a page hears of. */
export type DeviceEvent =
  | { kind: 'devices'; devices: Device[] }
  | { kind: 'shows'; device: Device; text: string }
  /** @property of the field that was in hand when it was taken */
  | { kind: 'reading'; page: string; device: Device; text: string; build: string; of: string; at: string }

/** A field in hand, on which page, and by which stream that page hears. */
export interface PageHand extends InHand {
  page: string
  stream: string
  sort: DeviceSortName
}

/** Devices beside this program's own bench: more is a mistake. */
const MOST_DEVICES = 16
/** Lines a second that a device may say; a faster one is told so and parted with. */
const MOST_LINES = 50
/** A device that says nothing of itself within this is parted with, ms. */
const SAY_HELLO = 5000

/** A device that nobody lets in within this is parted with, ms. */
const LET_IN = 10 * MINUTE

interface Connected {
  socket: Socket
  device?: Device
}

/** Whether two secrets are the same, in a time that says nothing of how far they agree. */
const sameKey = (a: string, b: string): boolean => {
  const digest = (x: string) => createHash('sha256').update(x).digest()
  return timingSafeEqual(digest(a), digest(b))
}

/** Connects devices on a local socket with the pages that have a field in hand: one page at most for each sort. */
export class DeviceHub {
  readonly #server: Server
  readonly #devices = new Set<Connected>()
  /** Streams by which pages hear: all pages of a browser may share one. */
  readonly #streams = new Map<string, (e: DeviceEvent) => void>()
  readonly #hands = new Map<DeviceSortName, PageHand>()

  /** @param key the workshop's secret for devices; left out, each is let in by hand */
  constructor(private readonly key?: string) {
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

  /** A stream begins; what it returns ends it, and what its pages have in hand. */
  join(stream: string, tell: (e: DeviceEvent) => void): () => void {
    this.#streams.set(stream, tell)
    tell({ kind: 'devices', devices: this.devices })
    return () => {
      if (this.#streams.get(stream) !== tell) return
      this.#streams.delete(stream)
      for (const [sort, h] of this.#hands) if (h.stream === stream) this.#release(sort)
    }
  }

  /** The page that said so last has the field in hand for its sort. */
  take(hand: PageHand): void {
    this.#hands.set(hand.sort, hand)
    this.#tellSort(hand.sort)
  }

  /** A page has no field of that sort in hand any more, or, without one, none at all. */
  leave(page: string, of?: DeviceSortName): void {
    for (const [sort, h] of this.#hands)
      if (h.page === page && (of === undefined || of === sort)) this.#release(sort)
  }

  /** Somebody at a page lets a device in; false where there is none of that name. */
  letIn(id: string): boolean {
    const c = [...this.#devices].find(d => d.device?.id === id)
    if (!c?.device) return false
    this.#welcome(c, c.device)
    return true
  }

  /** Somebody at a page sends a device away. */
  sendAway(id: string): boolean {
    const c = [...this.#devices].find(d => d.device?.id === id)
    if (!c) return false
    c.socket.write(toDevice({ word: 'REFUSED', reason: 'it was sent away at a page' }))
    c.socket.end()
    return true
  }

  #welcome(c: Connected, device: Device): void {
    if (device.isIn) return
    c.device = { ...device, isIn: true }
    c.socket.write(toDevice({ word: 'READY' }))
    c.socket.write(toDevice(this.#inHand(device.sort)))
    this.#tellPages({ kind: 'devices', devices: this.devices })
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
    for (const c of this.#devices) if (c.device?.isIn && c.device.sort === sort) c.socket.write(line)
  }

  #tellPages(e: DeviceEvent): void {
    for (const tell of this.#streams.values()) tell(e)
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
    const take = (text: string): unknown => {
      if (socket.writableEnded) return undefined
      const now = Math.floor(Date.now() / 1000)
      if (now !== second) {
        second = now
        lines = 0
      }
      if (++lines > MOST_LINES) {
        refuse(`at most ${MOST_LINES} lines a second`)
        socket.end()
        return undefined
      }
      const r = readDeviceLine(text, c.device?.sort)
      if (!c.device && !(r.ok && r.line.word === 'HELLO')) {
        // No device begins like this: a page of another site may, by what it posts to this port.
        refuse(r.ok ? 'a device says HELLO first' : r.reason)
        socket.end()
        return undefined
      }
      if (!r.ok) return refuse(r.reason)
      const { device } = c
      switch (r.line.word) {
        case 'HELLO':
          if (device) return refuse('this device has said who it is')
          c.device = { id: randomUUID(), sort: r.line.sort, name: r.line.name, isIn: false }
          setTimeout(() => {
            if (c.device?.isIn) return
            refuse('nobody has let it in')
            socket.end()
          }, LET_IN).unref()
          say({ word: 'WAIT' })
          return this.#tellPages({ kind: 'devices', devices: this.devices })
        case 'KEY':
          if (this.key === undefined || !sameKey(this.key, r.line.key)) {
            refuse('that is not the key of this workshop')
            socket.end()
            return undefined
          }
          return this.#welcome(c, device!)
        case 'BYE':
          socket.end()
          return undefined
      }
      if (!device!.isIn) return refuse('somebody at a page has to let it in first; nothing was taken')
      if (r.line.word === 'SHOWS') return this.#tellPages({ kind: 'shows', device: device!, text: r.line.text })
      const h = this.#hands.get(device!.sort),
        tell = h && this.#streams.get(h.stream)
      if (!tell) return refuse('no field is in hand on any page; nothing was taken')
      tell({
        kind: 'reading',
        page: h.page,
        device: device!,
        text: r.line.text,
        build: h.build,
        of: h.of,
        at: new Date().toISOString(),
      })
      return undefined
    }
    const cut = lineCutter(text => {
      try {
        take(text)
      } catch (e) {
        // Whatever a device says ends its own connection at most.
        console.error(e)
        socket.destroy()
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
