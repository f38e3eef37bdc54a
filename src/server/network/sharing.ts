import { HOUR } from '../../core/units/time.ts'
import { createPrivateKey, X509Certificate } from 'node:crypto'
import { createServer as createPlain, type RequestListener, type Server, type ServerOptions } from 'node:http'
import { createServer as createSecure, type Server as SecureServer } from 'node:https'
import { isIPv6 } from 'node:net'
import { join } from 'node:path'
import type { Disk } from '../disk/disk.ts'
import { readWhole, writeWhole } from '../disk/files.ts'
import {
  fingerprintOf,
  isGood,
  makeAuthority,
  makeLeaf,
  mayVouchFor,
  type Certified,
  type Names,
} from './authority.ts'
import { answerByName } from './mdns.ts'

/** Whether the workshop is open to the network, and how it is reached. */
export interface Shared {
  sharing: boolean
  /** Names and addresses, the shortest to type first. */
  at: string[]
  https: number
  plain: number
  /** SHA-256 of the authority's certificate, as systems show it. */
  fingerprint?: string
  /** Why it is not open, though it should be. */
  trouble?: string
}

export interface SharingOptions {
  disk: Disk
  /** Folder of what is kept of it: whether it is on, authority, leaf. */
  folder: string
  ports: { https: number; plain: number }
  /** How long a request may take to come. */
  patience: ServerOptions
  /** Names and addresses by which it is asked now. */
  names: () => Names
  tell: (text: string) => void
  now?: () => Date
  /** Whether devices find it by its name; off where nothing is to go out. */
  byName?: boolean
}

/** The name or address as an address bar has it. */
const inAddress = (ip: string): string => (isIPv6(ip) ? `[${ip}]` : ip)

/** Listens until it does, or fails: on every interface, also where there is no IPv6. */
const listening = (server: Server, port: number): Promise<void> =>
  new Promise((done, failed) => {
    const on = (host: string) =>
      new Promise<void>((ok, no) => {
        server.once('error', no)
        server.listen(port, host, () => {
          server.off('error', no)
          ok()
        })
      })
    on('::')
      .catch((e: NodeJS.ErrnoException) =>
        e.code === 'EAFNOSUPPORT' || e.code === 'EADDRNOTAVAIL' ? on('0.0.0.0') : Promise.reject(e),
      )
      .then(done, failed)
  })

const portOf = (server: Server | undefined, wanted: number): number => {
  const a = server?.address()
  return typeof a === 'object' && a ? a.port : wanted
}

/**
 * Opens the workshop to the network and closes it again, and remembers which over restarts: over HTTPS with a certificate of
 * the workshop's own authority, and over plain HTTP, where a device learns to trust that.
 */
export class Sharing {
  #on = false
  #trouble: string | undefined
  #secure: SecureServer | undefined
  #plain: Server | undefined
  #authority: Certified | undefined
  #leaf: Certified | undefined
  #mdns: { close: () => void } | undefined
  #timer: ReturnType<typeof setInterval> | undefined
  #queue: Promise<unknown> = Promise.resolve()
  #serve: RequestListener | undefined
  constructor(private readonly o: SharingOptions) {}

  #file(name: string): string {
    return join(this.o.folder, name)
  }

  /** Goes on as it was when the program ended. @param serve answers requests */
  async begin(serve: RequestListener): Promise<void> {
    this.#serve = serve
    const kept = await readWhole(this.o.disk, this.#file('sharing.json'))
    let on = false
    try {
      on = kept !== undefined && (JSON.parse(kept.toString('utf8')) as { sharing?: unknown }).sharing === true
    } catch {
      this.o.tell(`${this.#file('sharing.json')} cannot be read: the workshop is not open to the network.`)
    }
    // What goes wrong with it keeps nobody from the workshop itself.
    if (on) await this.set(true).catch((e: unknown) => this.o.tell((e as Error).message))
  }

  get state(): Shared {
    const { dns, ips } = this.o.names()
    return {
      sharing: this.#on,
      at: [...dns, ...ips.map(inAddress)],
      https: portOf(this.#secure, this.o.ports.https),
      plain: portOf(this.#plain, this.o.ports.plain),
      ...(this.#authority ? { fingerprint: fingerprintOf(this.#authority.certificate) } : {}),
      ...(this.#trouble ? { trouble: this.#trouble } : {}),
    }
  }

  /** Names by which it is asked from the network, while it is open to that. */
  get names(): readonly string[] {
    return this.#on ? this.state.at : []
  }

  /** The authority's certificate, while it is open to the network. */
  get authority(): string | undefined {
    return this.#on ? this.#authority?.certificate : undefined
  }

  /** Opens it or closes it; throws, in plain words, where it cannot be opened. */
  set(on: boolean): Promise<void> {
    const work = this.#queue.then(() => (on ? this.#open() : this.#end()))
    this.#queue = work.catch(() => undefined)
    return work
  }

  #keep(name: string, text: string, secret = false): Promise<void> {
    return writeWhole(this.o.disk, this.#file(name), Buffer.from(text), secret)
  }

  async #kept(name: string): Promise<Certified | undefined> {
    const [certificate, key] = await Promise.all(
      ['crt', 'key'].map(async end =>
        (await readWhole(this.o.disk, this.#file(`${name}.${end}`)))?.toString('utf8'),
      ),
    )
    return certificate && key && belong(certificate, key) ? { certificate, key } : undefined
  }

  async #certify(): Promise<void> {
    const now = this.o.now?.() ?? new Date(),
      names = this.o.names()
    let authority = (this.#authority ??= await this.#kept('authority'))
    if (!authority || !mayVouchFor(authority.certificate, names)) {
      if (authority)
        this.o.tell(
          'The workshop is asked by a name that its authority may not vouch for: it has a new authority, which every device has to trust again.',
        )
      authority = await makeAuthority(names, now)
      // The key first: a certificate without one is of no use.
      await this.#keep('authority.key', authority.key, true)
      await this.#keep('authority.crt', authority.certificate)
      this.#authority = authority
      this.#leaf = undefined
    } else this.#leaf ??= await this.#kept('leaf')
    const last = this.#leaf
    if (last && isGood(last.certificate, names, now) && isIssuedBy(last, authority)) return
    const leaf = await makeLeaf(authority, names, now)
    await this.#keep('leaf.key', leaf.key, true)
    await this.#keep('leaf.crt', leaf.certificate)
    this.#leaf = leaf
    // Streams that are open go on under the old one.
    this.#secure?.setSecureContext({ key: leaf.key, cert: leaf.certificate })
  }

  async #open(): Promise<void> {
    if (this.#on) return
    this.#trouble = undefined
    try {
      await this.#certify()
      const { key, certificate } = this.#leaf!,
        { ports, patience } = this.o
      this.#secure = createSecure({ ...patience, key, cert: certificate, minVersion: 'TLSv1.2' }, this.#serve)
      this.#plain = createPlain(patience, this.#serve)
      await listening(this.#secure, ports.https).catch((e: unknown) => {
        throw inWords(e, ports.https, 'HTTPS', 'SHARE_PORT')
      })
      await listening(this.#plain, ports.plain).catch((e: unknown) => {
        throw inWords(e, ports.plain, 'plain HTTP', 'SHARE_PLAIN_PORT')
      })
      await this.#keep('sharing.json', JSON.stringify({ sharing: true }) + '\n')
    } catch (e) {
      await this.#shut()
      this.#trouble = (e as Error).message
      throw e
    }
    this.#on = true
    if (this.o.byName !== false) this.#mdns = answerByName(this.o.names, this.o.tell)
    this.#timer = setInterval(() => {
      void this.#certify().catch((e: unknown) => this.o.tell(`The certificate: ${(e as Error).message}`))
    }, HOUR)
    this.#timer.unref()
  }

  async #end(): Promise<void> {
    await this.#keep('sharing.json', JSON.stringify({ sharing: false }) + '\n')
    this.#trouble = undefined
    await this.#shut()
  }

  async #shut(): Promise<void> {
    this.#on = false
    clearInterval(this.#timer)
    this.#mdns?.close()
    this.#mdns = undefined
    for (const s of [this.#secure, this.#plain])
      await new Promise<void>(done => {
        if (!s?.listening) return done()
        s.close(() => done())
        s.closeAllConnections()
      })
    this.#secure = undefined
    this.#plain = undefined
  }

  /** Stops listening; whether it is open is remembered. */
  close(): Promise<void> {
    const work = this.#queue.then(() => this.#shut())
    this.#queue = work.catch(() => undefined)
    return work
  }
}

/** Whether a key is its certificate’s: the power may have gone between the two, or either be damaged. */
function belong(certificate: string, key: string): boolean {
  try {
    return new X509Certificate(certificate).checkPrivateKey(createPrivateKey(key))
  } catch {
    return false
  }
}

const isIssuedBy = (leaf: Certified, authority: Certified): boolean =>
  new X509Certificate(leaf.certificate).checkIssued(new X509Certificate(authority.certificate))

function inWords(e: unknown, port: number, what: string, variable: string): Error {
  const { code, message } = e as NodeJS.ErrnoException
  return new Error(
    code === 'EADDRINUSE'
      ? `The workshop is not open to the network: port ${port}, for ${what}, is taken by another program. Start with another: ${variable}=${port + 1}`
      : code === 'EACCES'
        ? `The workshop is not open to the network: this system does not let it listen at port ${port}, for ${what}. Start with another: ${variable}=${port > 1024 ? port + 1 : port + 4000}`
        : `The workshop is not open to the network: ${what} at port ${port}: ${message}`,
  )
}
