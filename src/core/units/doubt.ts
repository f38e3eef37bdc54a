import { readWith } from '../tools/tools.ts'
import type { Dimension } from './dimension.ts'

/** Half-width of doubt in mm when the source gives none [from memory: handbook section 1]. */
export const DEFAULT_DOUBT = {
  claimed: (mm: number) => Math.max(Math.abs(mm) * 0.005, 0.3),
  assumed: (mm: number) => Math.abs(mm) * 0.02,
  calliper: () => readWith('calliper', 'length').doubt,
  rule: () => readWith('rule', 'length').doubt,
} as const

const round = (x: number) => Number(x.toPrecision(6))

/** A claimed dimension with the default doubt of a claim, or the one given. */
export const claimed = (value: number, doubt = DEFAULT_DOUBT.claimed(value)): Dimension => ({
  value,
  doubt: round(doubt),
  basis: 'claimed',
})

/** An assumed dimension: our default for that kind of part, ±2 %. */
export const assumed = (value: number, doubt = DEFAULT_DOUBT.assumed(value)): Dimension => ({
  value,
  doubt: round(doubt),
  basis: 'assumed',
})

/** A measured dimension, ±0.05 mm (calliper) unless told otherwise. */
export const measured = (
  value: number,
  doubt = DEFAULT_DOUBT.calliper(),
  on?: string,
  tool?: string,
): Dimension => ({ value, doubt, basis: 'measured', ...(on ? { on } : {}), ...(tool ? { with: tool } : {}) })
