import { create } from 'zustand'
import { followSupplier, orderedIn } from '../../core/supplier/follow.ts'
import { offered, SUPPLIER_PORT, type Catalogue } from '../../core/supplier/supplier.ts'
import type { Part } from '../../core/parts/part.ts'
import { api, Refused } from './api.ts'
import { editBuild, useBuild } from './buildStore.ts'

interface SupplierState {
  port: number
  catalogue: Catalogue | undefined
  /** What it sells, as parts to choose. */
  parts: readonly Part[]
  /** What was news when it was asked last. */
  says: readonly string[]
  busy: boolean
  trouble: string | undefined
  /** Asks what it sells and how far orders are; the open build follows. */
  ask: (port?: number) => Promise<void>
  /** Orders a part of the open build. */
  order: (part: Part) => Promise<void>
  leave: () => void
}

const word = (e: unknown): string =>
  e instanceof Refused
    ? [e.message, ...e.problems.slice(0, 3).map(p => `${p.path}: ${p.reason}`)].join(' ')
    : 'The workshop does not answer; nothing was asked and nothing was ordered.'

const AWAY = { catalogue: undefined, parts: [], says: [] } as const

/** The supplier that is asked from this page; nothing is asked before the builder says so. */
export const useSupplier = create<SupplierState>((set, get) => ({
  port: SUPPLIER_PORT,
  ...AWAY,
  busy: false,
  trouble: undefined,
  ask: async (port = get().port) => {
    set({ port, busy: true, trouble: undefined })
    try {
      const [catalogue, orders] = await Promise.all([api.catalogue(port), api.orders(port)])
      const { build } = useBuild.getState(),
        followed = build && followSupplier(build, catalogue, orders)
      if (followed?.says.length)
        editBuild(b => followSupplier(b, catalogue, orders).build, `News from ${catalogue.supplier}`)
      set({
        catalogue,
        parts: catalogue.offers.map(o => offered(o, catalogue.supplier)),
        says: followed?.says ?? [],
        busy: false,
      })
    } catch (e) {
      set({ ...AWAY, busy: false, trouble: word(e) })
    }
  },
  order: async part => {
    const { port } = get(),
      item = part.stock?.item
    if (item === undefined) return
    set({ busy: true, trouble: undefined })
    try {
      const placed = await api.order(port, item)
      editBuild(b => orderedIn(b, part.id, placed), `${part.name} ordered`)
      set({ busy: false, says: [`${part.name} is ordered for ${placed.price}, promised ${placed.due}.`] })
    } catch (e) {
      set({ busy: false, trouble: word(e) })
    }
  },
  leave: () => set({ ...AWAY, trouble: undefined }),
}))
