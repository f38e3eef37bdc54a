import { create } from 'zustand'
import { kept } from './browserStore.ts'

const OFFERED = 'snugbolt-tour-offered'

/** A browser that keeps nothing would be asked each time: not at all is better. */
const offeredBefore = (): boolean => kept.get(OFFERED) !== undefined || !kept.set(`${OFFERED}?`, '')

interface TourState {
  /** Whether it is still to be offered: once, in this browser. */
  offered: boolean
  /** Which stop the reader is at; undefined: on no tour. */
  at: number | undefined
  decline: () => void
  begin: () => void
  go: (to: number) => void
  leave: () => void
}

const remember = (): void => void kept.set(OFFERED, 'yes')

/** The short tour over the reader's own build. */
export const useTour = create<TourState>(set => ({
  offered: !offeredBefore(),
  at: undefined,
  decline: () => {
    remember()
    set({ offered: false })
  },
  begin: () => {
    remember()
    set({ offered: false, at: 0 })
  },
  go: at => set({ at }),
  leave: () => set({ at: undefined }),
}))
