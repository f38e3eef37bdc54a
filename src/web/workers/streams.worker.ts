import { randomName } from './randomName.ts'
import { openSource, type Heard, type Source, type StreamName } from './streamSource.ts'

/** What a page asks for: to hear of a stream, no longer to, or nothing more, because it goes. */
export type StreamAsk = { want: StreamName } | { drop: StreamName } | { bye: true }
/** What a page is told: what is heard, and before that that its asking was. */
export type StreamTold = { of: StreamName } & (Heard | { is: 'asked' })

declare const self: { onconnect: ((e: MessageEvent) => void) | null }

/** What tells how all of it stands: a page that comes later is told the last of it. */
const WHOLE: Record<StreamName, string> = { live: 'here', devices: 'devices' }

/** One stream of each sort for all pages of a browser: a host is given six connections at once. */
class Shared {
  readonly #ports = new Set<MessagePort>()
  readonly #name = randomName()
  #source: Source | undefined
  #whole: Heard | undefined
  constructor(private readonly of: StreamName) {}

  want(port: MessagePort): void {
    port.postMessage({ of: this.of, is: 'asked' } satisfies StreamTold)
    const isNew = !this.#ports.has(port)
    this.#ports.add(port)
    if (this.#source?.isOver()) this.#close()
    if (!this.#source) this.#source = openSource(this.of, this.#name, h => this.#tell(h))
    else if (isNew && this.#source.isOpen()) {
      this.#say(port, { is: 'begun', name: this.#name })
      if (this.#whole) this.#say(port, this.#whole)
    }
  }
  drop(port: MessagePort): void {
    this.#ports.delete(port)
    if (!this.#ports.size) this.#close()
  }
  #close(): void {
    this.#source?.close()
    this.#source = undefined
  }
  #say(port: MessagePort, h: Heard): void {
    port.postMessage({ of: this.of, ...h } satisfies StreamTold)
  }
  #tell(h: Heard): void {
    if (h.is === 'lost') this.#whole = undefined
    if (h.is === 'said' && (JSON.parse(h.text) as { kind: string }).kind === WHOLE[this.of]) this.#whole = h
    for (const port of this.#ports) this.#say(port, h)
  }
}

const STREAMS: Record<StreamName, Shared> = { live: new Shared('live'), devices: new Shared('devices') }

self.onconnect = e => {
  const port = e.ports[0]!
  port.onmessage = (m: MessageEvent<StreamAsk>) => {
    if ('want' in m.data) STREAMS[m.data.want].want(port)
    else if ('drop' in m.data) STREAMS[m.data.drop].drop(port)
    else for (const s of Object.values(STREAMS)) s.drop(port)
  }
}
