import type { Entry } from '../keep/entry.ts'

/** Something was changed: what it is, and at which revision it stands. */
export type Changed =
  | { kind: 'build'; id: string; revision: number }
  | { kind: 'builds' }
  /** Which parts, and at which revision each stands, null where it is gone; left out, any of them. */
  | { kind: 'shelf'; parts?: { id: string; revision: number | null }[] }
  | { kind: 'settings' }
  /** Who is let in, or by which ways: those who may know ask. */
  | { kind: 'pairings' }
  /** A device was sent away at another server. */
  | { kind: 'sent away'; session: string }
  | { kind: 'show'; page: string; path: string }
  /** A page says that it shows what it was told to. */
  | { kind: 'shown'; page: string }
/** A page that is open: its build, null where it has none, and where in it. */
export interface Here {
  page: string
  /** The device: which it is, and what it is called. */
  by: string
  device: string
  build: string | null
  where: string
}
/** What a page hears of. */
export type LiveEvent =
  | Exclude<Changed, { kind: 'sent away' | 'shown' }>
  | { kind: 'here'; pages: Here[] }
  /** Something of a build is to be shown on a page, whose name it says. */
  | { kind: 'show'; page: string; path: string }

/** Addresses of a build's own pages: nothing else is shown on another's device. */
export const SHOWN = /^\/b\/[a-z0-9][a-z0-9-]{0,47}\/[a-z]{1,20}(\?[\w=&%.~+:-]{0,400})?$/

/** Parts that are told one by one. */
const MOST_PARTS = 40

/** What an act left, as pages are told of it; the same thing is said once. */
export function changedBy(entries: readonly Entry[]): Changed[] {
  const out = new Map<string, Changed>(),
    parts = new Map<string, number | null>()
  for (const e of entries)
    switch (e.kind) {
      case 'build':
        out.set(`build ${e.row.id}`, { kind: 'build', id: e.row.id, revision: e.row.revision })
        break
      case 'build-gone':
        out.set('builds', { kind: 'builds' })
        break
      case 'part':
        parts.set(e.row.id, e.row.revision)
        break
      case 'part-gone':
        parts.set(e.id, null)
        break
      case 'settings':
        out.set('settings', { kind: 'settings' })
    }
  if (parts.size)
    out.set('shelf', {
      kind: 'shelf',
      ...(parts.size > MOST_PARTS ? {} : { parts: [...parts].map(([id, revision]) => ({ id, revision })) }),
    })
  return [...out.values()]
}

/** A page that has not said for so long where it is has gone, ms: they say it every minute. */
export const SILENT = 150_000

/** So long a page is waited for that is told to show something, ms: one that was closed without a word says nothing. */
export const ANSWERS_WITHIN = 4000

/** Other servers on the same database. */
export interface Others {
  tell: (c: readonly Changed[]) => void
}

/** Pages that listen, what each has open, and what is told to all of them. */
export class LiveHub {
  /** Streams by which pages hear: all pages of a browser may share one. */
  readonly #streams = new Map<string, (e: LiveEvent) => void>()
  readonly #here = new Map<string, { here: Here; at: number; stream: string | undefined }>()
  readonly #showing = new Map<string, () => void>()
  #others: Others | undefined
  #sentAway: (session: string) => void = () => undefined
  #forgotten: (page: string) => void = () => undefined
  constructor(private readonly now: () => number = Date.now) {}

  /** Tells other servers as well, from now on. */
  joinOthers(others: Others): void {
    this.#others = others
  }
  /** What is done when another server has sent a device away. */
  whenSentAway(then: (session: string) => void): void {
    this.#sentAway = then
  }

  /** What is done where a page has gone without a word. */
  whenForgotten(then: (page: string) => void): void {
    this.#forgotten = then
  }

  /** How many streams are held. */
  get streams(): number {
    return this.#streams.size
  }

  /**
   * A stream begins; what it returns ends it, and with it the pages that hear by it. One that comes again under its name
   * takes its own place.
   */
  join(stream: string, tell: (e: LiveEvent) => void): () => void {
    this.#streams.set(stream, tell)
    tell(this.#whoIsHere())
    return () => {
      if (this.#streams.get(stream) !== tell) return
      this.#streams.delete(stream)
      const gone = [...this.#here].filter(([, h]) => h.stream === stream)
      for (const [page] of gone) this.#here.delete(page)
      if (gone.length) this.#tell(this.#whoIsHere())
    }
  }

  /**
   * A page is open.
   * @param stream by which it hears: it is gone when that ends, and was when that has ended already. What a page said last
   * may come after its line has broken.
   */
  here(h: Here, stream?: string): void {
    if (stream !== undefined && !this.#streams.has(stream)) return this.leave(h.page)
    const was = this.#here.get(h.page)?.here,
      before = this.#here.size
    this.#here.set(h.page, { here: h, at: this.now(), stream })
    this.#forget()
    if (was?.build === h.build && was.where === h.where && was.by === h.by && before === this.#here.size) return
    this.#tell(this.#whoIsHere())
  }
  /** Whether a page is open. */
  isHere(page: string): boolean {
    return this.#here.has(page)
  }
  /** The page, then the others of its device, the one that said last where it is before the rest. */
  #pagesOfItsDevice(page: string): string[] {
    const by = this.#here.get(page)?.here.by
    const others = [...this.#here.values()]
      .filter(h => h.here.by === by && h.here.page !== page)
      .sort((a, b) => b.at - a.at)
    return [page, ...others.map(h => h.here.page)]
  }
  /**
   * Shows something on a page, or on another of its device where that one does not answer: it is gone, then.
   * @returns whether any says that it shows it
   */
  async show(page: string, path: string): Promise<boolean> {
    for (const p of this.#pagesOfItsDevice(page)) {
      if (await this.#shows(p, path)) return true
      this.leave(p)
    }
    return false
  }
  #shows(page: string, path: string): Promise<boolean> {
    return new Promise(done => {
      const end = (answered: boolean) => {
          clearTimeout(timer)
          this.#showing.delete(page)
          done(answered)
        },
        timer = setTimeout(end, ANSWERS_WITHIN, false)
      this.#showing.set(page, () => end(true))
      this.changed([{ kind: 'show', page, path }])
    })
  }
  /** A page has none open any more. */
  leave(page: string): void {
    if (this.#here.delete(page)) this.#tell(this.#whoIsHere())
  }
  /** Pages that have not said for a while that they are there have gone without a word. */
  #forget(): void {
    for (const [page, { at }] of this.#here)
      if (this.now() - at > SILENT) {
        this.#here.delete(page)
        this.#forgotten(page)
      }
  }
  #whoIsHere(): LiveEvent {
    this.#forget()
    return { kind: 'here', pages: [...this.#here.values()].map(h => h.here) }
  }

  /** What was changed at this server. */
  changed(all: readonly Changed[]): void {
    if (!all.length) return
    this.heard(all)
    this.#others?.tell(all)
  }
  /** What was changed here or elsewhere. */
  heard(all: readonly Changed[]): void {
    for (const c of all)
      if (c.kind === 'sent away') this.#sentAway(c.session)
      else if (c.kind === 'shown') this.#showing.get(c.page)?.()
      else this.#tell(c)
  }

  #tell(e: LiveEvent): void {
    for (const tell of this.#streams.values()) tell(e)
  }
}
