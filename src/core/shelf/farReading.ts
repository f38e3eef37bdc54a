import type { Dimension } from '../units/dimension.ts'
import { unitSlip, type Slip } from '../units/slip.ts'

/** A reading further from its claim than this many times the claim's doubt is asked about [our choice]. */
export const FAR = 3

/** Whether a reading is far from what was claimed, and nobody said yet that it is right. */
export const isFar = (d: Dimension | undefined): d is Dimension & { claimed: number; claimedDoubt: number } =>
  d?.basis === 'measured' &&
  d.sure !== true &&
  d.claimed !== undefined &&
  d.claimedDoubt !== undefined &&
  Math.abs(d.value - d.claimed) > FAR * d.claimedDoubt

/**
 * The unit slip that a reading far from its claim looks like: the same figure in another unit is what was claimed.
 * @param typedIn what a bare figure is taken for
 */
export const slipOf = (d: Dimension | undefined, typedIn: 'mm' | 'inch'): Slip | undefined =>
  isFar(d) ? unitSlip(d.value, typedIn, mm => Math.abs(mm - d.claimed) <= FAR * d.claimedDoubt) : undefined
