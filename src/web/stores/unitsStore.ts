import { create } from 'zustand'
import { LENGTH_DISPLAYS, type LengthDisplay } from '../../core/units/length.ts'

const KEY = 'snugbolt.units'

const kept = (): LengthDisplay => {
  try {
    const v = localStorage.getItem(KEY)
    return LENGTH_DISPLAYS.find(d => d === v) ?? 'mm'
  } catch {
    return 'mm'
  }
}

/** Units where no build is open: those that were used last in this browser. */
export const useUnits = create<{ display: LengthDisplay; pick: (d: LengthDisplay) => void }>()(set => ({
  display: kept(),
  pick: display => {
    try {
      localStorage.setItem(KEY, display)
    } catch {
      // Refused storage: the choice holds for this page.
    }
    set({ display })
  },
}))
