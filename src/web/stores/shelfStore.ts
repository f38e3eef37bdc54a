import { together } from '../../core/shelf/together.ts'
import { asOnShelf } from '../../core/shelf/asOnShelf.ts'
import { create } from 'zustand'
import type { Part } from '../../core/parts/part.ts'
import type { PartKind } from '../../core/parts/partKinds.ts'
import { api, Refused, type ShelfRow } from './api.ts'

interface ShelfState {
  rows: ShelfRow[] | undefined
  /** Whole parts, as far as they were asked for. */
  parts: ReadonlyMap<string, Part>
  kinds: ReadonlySet<PartKind>
  trouble: string | undefined
  load: () => Promise<void>
  /** Fetches every part of some kinds, once. */
  loadKinds: (kinds: readonly PartKind[]) => Promise<void>
  loadPart: (id: string) => Promise<void>
  /** Puts parts on the shelf; false and a word when the workshop refuses them. */
  put: (parts: readonly Part[]) => Promise<boolean>
  remove: (id: string) => Promise<boolean>
  /** Parts were changed somewhere, perhaps here: what this page shows of the shelf follows. Undefined: any of them. */
  changed: (parts: readonly ChangedPart[] | undefined) => void
}

/** A part of the shelf and the revision at which it stands, null where it is gone. */
export interface ChangedPart {
  id: string
  revision: number | null
}

/** Parts that one request carries. */
const AT_ONCE = 500
const AWAY = 'The workshop does not answer; the shelf is as it was last read.'
const word = (e: unknown): string =>
  e instanceof Refused
    ? `${e.message} ${e.problems
        .slice(0, 4)
        .map(p => `${p.path}: ${p.reason}`)
        .join('; ')}`
    : AWAY
const rowOf = (p: Part, revision: number): ShelfRow => ({
  id: p.id,
  kind: p.kind,
  name: p.name,
  stock: p.stock ?? null,
  donor: p.donor ?? null,
  revision,
})

/** The workshop's shelf as the browser knows it: all of it in short, whole parts as they are needed. */
export const useShelf = create<ShelfState>()((set, get) => ({
  rows: undefined,
  parts: new Map(),
  kinds: new Set(),
  trouble: undefined,
  load: async () => {
    try {
      set({ rows: await api.shelfIndex(), trouble: undefined })
    } catch (e) {
      set({ trouble: word(e) })
    }
  },
  loadKinds: async kinds => {
    const missing = kinds.filter(k => !get().kinds.has(k))
    if (missing.length === 0) return
    try {
      const parts = await api.shelf(missing)
      set(s => ({
        parts: new Map([...s.parts, ...parts.map(p => [p.id, p] as const)]),
        kinds: new Set([...s.kinds, ...missing]),
        trouble: undefined,
      }))
    } catch (e) {
      set({ trouble: word(e) })
    }
  },
  loadPart: async id => {
    if (get().parts.has(id)) return
    try {
      const p = await api.shelfPart(id)
      set(s => ({ parts: new Map([...s.parts, [id, p]]) }))
    } catch (e) {
      set({ trouble: word(e) })
    }
  },
  put: async given => {
    let parts = given.map(asOnShelf),
      trouble: string | undefined
    const revisions: Record<string, number> = {}
    try {
      const known = new Map((get().rows ?? []).map(r => [r.id, r.revision]))
      const send = (some: readonly Part[], at: ReadonlyMap<string, number>) =>
        api.putOnShelf(some, Object.fromEntries(some.flatMap(p => (at.has(p.id) ? [[p.id, at.get(p.id)!]] : []))))
      for (let at = 0; at < parts.length; at += AT_ONCE) {
        const some = parts.slice(at, at + AT_ONCE)
        const put = await send(some, known).catch((e: unknown) => {
          if (!(e instanceof Refused) || e.status !== 409 || !e.parts.length) throw e
          // Somebody wrote them since: what both did is brought together, and where both did the same, this stands.
          const both = together(some, e.parts, get().parts)
          trouble = both.word
          parts = parts.map(p => both.parts.find(x => x.id === p.id) ?? p)
          return send(both.parts, new Map([...known, ...e.parts.map(x => [x.part.id, x.revision] as const)]))
        })
        Object.assign(revisions, put.revisions)
      }
    } catch (e) {
      set({ trouble: word(e) })
      return false
    }
    const byId = new Map(parts.map(p => [p.id, p]))
    set(s => ({
      trouble,
      parts: new Map([...s.parts, ...byId]),
      rows: [
        ...(s.rows ?? []).map(r => (byId.has(r.id) ? rowOf(byId.get(r.id)!, revisions[r.id] ?? r.revision) : r)),
        ...parts.filter(p => !s.rows?.some(r => r.id === p.id)).map(p => rowOf(p, revisions[p.id] ?? 1)),
      ],
    }))
    return true
  },
  remove: async id => {
    try {
      await api.takeOffShelf(id)
    } catch (e) {
      set({ trouble: word(e) })
      return false
    }
    set(s => {
      const parts = new Map(s.parts)
      parts.delete(id)
      return { parts, rows: s.rows?.filter(r => r.id !== id), trouble: undefined }
    })
    return true
  },
  changed: parts => {
    const { rows, kinds, parts: held } = get()
    // A page that shows nothing of it, or knows it already, asks for nothing.
    if (!rows && !kinds.size && !held.size) return
    const known = new Map(rows?.map(r => [r.id, r.revision]))
    if (rows && parts?.every(p => (known.get(p.id) ?? null) === p.revision)) return
    clearTimeout(soon)
    soon = setTimeout(() => void readAgain(), MORE)
  },
}))

/** How long it is waited for more changes before the shelf is read again, ms. */
const MORE = 200
/** Parts that are asked for one by one; more come by their kinds. */
const ONE_BY_ONE = 20
let soon: ReturnType<typeof setTimeout> | undefined

/** Reads the shelf again, and of whole parts that this page has those that are others now. */
async function readAgain(): Promise<void> {
  const before = new Map((useShelf.getState().rows ?? []).map(r => [r.id, r.revision]))
  await useShelf.getState().load()
  const { rows = [], parts, kinds } = useShelf.getState(),
    there = new Set(rows.map(r => r.id)),
    asked = rows.filter(r => (parts.has(r.id) ? before.get(r.id) !== r.revision : kinds.has(r.kind)))
  const fresh =
    asked.length > ONE_BY_ONE
      ? await api.shelf([...new Set(asked.map(r => r.kind))]).catch(() => [])
      : await Promise.all(asked.map(r => api.shelfPart(r.id).catch(() => undefined)))
  useShelf.setState(s => ({
    parts: new Map([
      ...[...s.parts].filter(([id]) => there.has(id) || !before.has(id)),
      ...fresh.flatMap(p => (p ? [[p.id, p] as const] : [])),
    ]),
  }))
}

/** Whole parts of some kinds that the browser has. */
export const shelfParts = (kinds: readonly PartKind[]): Part[] =>
  [...useShelf.getState().parts.values()].filter(p => kinds.includes(p.kind))
