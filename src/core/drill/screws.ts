import type { Wood } from '../parts/woods.ts'

/** Nominal diameter of wood screw number N, mm: 0.060 + 0.013·N in [published: ASME B18.6.1]. */
export const screwNumberDiameter = (n: number): number => (0.06 + 0.013 * n) * 25.4

/** Nearest wood screw number to a diameter in mm. */
export const screwNumber = (mm: number): number => Math.max(0, Math.round((mm / 25.4 - 0.06) / 0.013))

/** Root diameter as a share of the outside diameter [from memory]. */
export const ROOT_SHARE = 0.81

/** Lead hole for a screw in a wood, mm: 70 % of root in softwoods, 90 % in hardwoods [published: Wood Handbook, fastenings]. */
export const leadHole = (diameter: number, wood: Wood): number => diameter * ROOT_SHARE * wood.leadShare

/** Withdrawal resistance of a wood screw in side grain, N: 108.25 · G² · D · L, D and L in mm [published: Wood Handbook, fastenings]. */
export const withdrawal = (specificGravity: number, diameter: number, threadInWood: number): number =>
  108.25 * specificGravity ** 2 * diameter * threadInWood

/** Least length of thread in wood for screws that hold little: guards, tuners, pickups, plates, mm [common practice: handbook section 3]. */
const SMALL_BITE = 5

/** The same where more is asked, mm [common practice: handbook section 3; buttons and tails from memory]. */
const BITES: Partial<Record<string, number>> = {
  'neck-screws': 12,
  'bridge-screws': 12,
  'button-screws': 15,
  'tail-screws': 15,
}

/** Least bite of the screws of a slot, mm. */
export const leastBite = (slot: string): number => BITES[slot] ?? SMALL_BITE

/** Lengths in which wood screws are sold, mm [common practice]. */
export const SCREW_LENGTHS = [10, 12, 16, 20, 25, 30, 35, 40, 45, 50, 55, 60, 70] as const

/** A twist bit's point stands this share of its diameter before its full width [geometry of a 118° point]. */
export const POINT_SHARE = 0.5 / Math.tan((59 * Math.PI) / 180)
