import { create } from 'zustand'

const OFFERED = 'snugbolt-tour-offered'

const offeredBefore = (): boolean => {
  try {
    return localStorage.getItem(OFFERED) !== null
  } catch {
    // A browser that keeps nothing would be asked each time: not at all is better.
    return true
  }
}

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

const remember = (): void => {
  try {
    localStorage.setItem(OFFERED, 'yes')
  } catch {
    /* it is offered again: nothing is lost */
  }
}

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
