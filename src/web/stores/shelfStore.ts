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
const rowOf = (p: Part): ShelfRow => ({
  id: p.id,
  kind: p.kind,
  name: p.name,
  stock: p.stock ?? null,
  donor: p.donor ?? null,
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
    const parts = given.map(asOnShelf)
    try {
      for (let at = 0; at < parts.length; at += AT_ONCE) await api.putOnShelf(parts.slice(at, at + AT_ONCE))
    } catch (e) {
      set({ trouble: word(e) })
      return false
    }
    const byId = new Map(parts.map(p => [p.id, p]))
    set(s => ({
      trouble: undefined,
      parts: new Map([...s.parts, ...byId]),
      rows: [
        ...(s.rows ?? []).map(r => (byId.has(r.id) ? rowOf(byId.get(r.id)!) : r)),
        ...parts.filter(p => !s.rows?.some(r => r.id === p.id)).map(rowOf),
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
}))

/** Whole parts of some kinds that the browser has. */
export const shelfParts = (kinds: readonly PartKind[]): Part[] =>
  [...useShelf.getState().parts.values()].filter(p => kinds.includes(p.kind))
