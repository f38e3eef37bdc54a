import type { Entry } from '../keep/entry.ts'

/** Something was changed: what it is, and at which revision it stands. */
export type Changed =
  | { kind: 'build'; id: string; revision: number }
  | { kind: 'builds' }
  | { kind: 'shelf' }
  | { kind: 'settings' }
  /** A device was sent away at another server. */
  | { kind: 'sent away'; session: string }
  | { kind: 'show'; page: string; path: string }
/** A page that has a build open, and where in it. */
export interface Here {
  page: string
  device: string
  build: string
  where: string
}
/** What a page hears of. */
export type LiveEvent =
  | Exclude<Changed, { kind: 'sent away' }>
  | { kind: 'here'; pages: Here[] }
  /** Something of a build is to be shown on a page, whose name it says. */
  | { kind: 'show'; page: string; path: string }

/** Addresses of a build's own pages: nothing else is shown on another's device. */
export const SHOWN = /^\/b\/[a-z0-9][a-z0-9-]{0,47}\/[a-z]{1,20}(\?[\w=&%.~+:-]{0,400})?$/

/** What an act left, as pages are told of it; the same thing is said once. */
export function changedBy(entries: readonly Entry[]): Changed[] {
  const out = new Map<string, Changed>()
  for (const e of entries)
    switch (e.kind) {
      case 'build':
        out.set(`build ${e.row.id}`, { kind: 'build', id: e.row.id, revision: e.row.revision })
        break
      case 'build-gone':
        out.set('builds', { kind: 'builds' })
        break
      case 'part':
      case 'part-gone':
        out.set('shelf', { kind: 'shelf' })
        break
      case 'settings':
        out.set('settings', { kind: 'settings' })
    }
  return [...out.values()]
}

/** A page that has not said for so long where it is has gone, ms: they say it every minute. */
export const SILENT = 150_000

/** Other servers on the same database. */
export interface Others {
  tell: (c: readonly Changed[]) => void
}

/** Pages that listen, what each has open, and what is told to all of them. */
export class LiveHub {
  readonly #pages = new Map<string, (e: LiveEvent) => void>()
  readonly #here = new Map<string, { here: Here; at: number }>()
  #others: Others | undefined
  #sentAway: (session: string) => void = () => undefined
  constructor(private readonly now: () => number = Date.now) {}

  /** Tells other servers as well, from now on. */
  joinOthers(others: Others): void {
    this.#others = others
  }
  /** What is done when another server has sent a device away. */
  whenSentAway(then: (session: string) => void): void {
    this.#sentAway = then
  }

  /** How many pages listen. */
  get pages(): number {
    return this.#pages.size
  }

  /** A page begins to listen; what it returns ends that. A page that comes again under its name takes its own place. */
  join(page: string, tell: (e: LiveEvent) => void): () => void {
    this.#pages.set(page, tell)
    tell(this.#whoIsHere())
    return () => {
      if (this.#pages.get(page) !== tell) return
      this.#pages.delete(page)
      this.leave(page)
    }
  }

  /** A page has a build open. */
  here(h: Here): void {
    const was = this.#here.get(h.page)?.here,
      before = this.#here.size
    this.#here.set(h.page, { here: h, at: this.now() })
    this.#forget()
    if (was?.build === h.build && was.where === h.where && was.device === h.device && before === this.#here.size)
      return
    this.#tell(this.#whoIsHere())
  }
  /** Whether a page has a build open. */
  isHere(page: string): boolean {
    return this.#here.has(page)
  }
  /** A page has none open any more. */
  leave(page: string): void {
    if (this.#here.delete(page)) this.#tell(this.#whoIsHere())
  }
  /** Pages that have not said for a while that they are there have gone without a word. */
  #forget(): void {
    for (const [page, { at }] of this.#here) if (this.now() - at > SILENT) this.#here.delete(page)
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
      else this.#tell(c)
  }

  #tell(e: LiveEvent): void {
    for (const tell of this.#pages.values()) tell(e)
  }
}
