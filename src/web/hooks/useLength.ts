import type { Said } from '../../core/say/said.ts'
import { spoken } from '../../core/say/spoken.ts'
import {
  formatDoubted,
  formatLength,
  lengthFigure,
  MM_PER_INCH,
  type LengthDisplay,
} from '../../core/units/length.ts'
import { createContext, useContext, useMemo } from 'react'
import { useMatch } from 'react-router'
import { useBuild } from '../stores/buildStore.ts'
import { useSettings } from '../stores/settingsStore.ts'

/** Units that a page was given with what it shows: it has neither build nor settings. */
const Given = createContext<LengthDisplay | undefined>(undefined)
export const GivenLength = Given.Provider

/** The open build's units inside of it; elsewhere the workshop's, or those that a page was given. */
function useDisplay(): LengthDisplay {
  const given = useContext(Given)
  const inside = useMatch('/b/:id/*') !== null
  const own = useBuild(s => s.build?.preferences.length),
    usual = useSettings(s => s.settings.preferences.length)
  return given ?? (inside && own ? own : usual)
}

/** Lengths in the display the user picked. Gauges use decimal inches where fractions would hide the doubt. */
export function useLength(): ReturnType<typeof lengthsIn> {
  const display = useDisplay()
  return useMemo(() => lengthsIn(display), [display])
}

function lengthsIn(display: LengthDisplay) {
  const fine: LengthDisplay = display === 'mm' ? 'mm' : 'inch-decimal'
  return {
    display,
    bare: display === 'mm' ? ('mm' as const) : ('inch' as const),
    perUnit: display === 'mm' ? 1 : MM_PER_INCH,
    unit: display === 'mm' ? 'mm' : 'in',
    text: (mm: number, decimals = 1) => formatLength(mm, display, decimals),
    fineText: (mm: number, decimals = 2) => formatLength(mm, fine, decimals),
    /** With its doubt; fractions of an inch would hide it. */
    doubted: (mm: number, doubt: number, most = 2) => formatDoubted(mm, doubt, fine, most),
    /** An area, mm² or square inches. */
    area: (mm2: number) =>
      display === 'mm' ? `${Math.round(mm2)}\u202fmm²` : `${(mm2 / MM_PER_INCH ** 2).toFixed(2)}\u202fin²`,
    /** The area of a face, mm² in square centimetres or inches. */
    face: (mm2: number) =>
      display === 'mm'
        ? `${(mm2 / 100).toFixed(mm2 < 1000 ? 1 : 0)}\u202fcm²`
        : `${(mm2 / MM_PER_INCH ** 2).toFixed(mm2 < 10000 ? 2 : 0)}\u202fin²`,
    /** What an engine said, in the reader's unit. */
    say: (s: Said) => spoken(s, { length: display }),
    /** The number alone, for tables whose heading names the unit. */
    num: (mm: number, decimals = 1) => lengthFigure(mm, display, decimals).figure,
    fineNum: (mm: number, decimals = 2) => lengthFigure(mm, fine, decimals).figure,
    figure: (mm: number, decimals = 1) => lengthFigure(mm, display, decimals),
    fineFigure: (mm: number, decimals = 2) => lengthFigure(mm, fine, decimals),
  }
}
