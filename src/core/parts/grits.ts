/** Median grain of coated abrasives, µm [published: ISO 6344 / FEPA 43]. */
const GRAINS = {
  P80: 201,
  P120: 125,
  P180: 82,
  P220: 68,
  P240: 58.5,
  P320: 46.2,
  P400: 35,
  P600: 25.8,
  P800: 21.8,
  P1000: 18.3,
  P1200: 15.3,
  P1500: 12.6,
  P2000: 10.3,
  P2500: 8.4,
} as const

export type GritName = keyof typeof GRAINS
/** Grits from coarse to fine. */
export const GRIT_NAMES = Object.keys(GRAINS) as GritName[]

/** Grits that bare wood is prepared with, in order [common practice]. */
export const WOOD_PREPARATION = ['P180', 'P240', 'P320'] as const satisfies readonly GritName[]

/** Median grain of a grit, µm. */
export const grainOf = (name: GritName): number => GRAINS[name]

/** How deep the scratches of a grit are: a share of its median grain [from memory]. */
const SCRATCH_SHARE = 0.25
/** Depth of the scratches that a grit leaves, µm. */
export const scratchOf = (name: GritName): number => SCRATCH_SHARE * grainOf(name)

/**
 * The least that a next grit's grain may be, of the last one's: a step to half is the most that takes the old scratches out
 * in bearable time, the usual ladders 180–240–320 and 1200–1500–2000 go by smaller ones [common practice].
 */
const STEP = 0.7

/** Grits from one to another, coarse to fine, in the usual steps. Empty where the last is coarser than the first. */
export function gritLadder(from: GritName, to: GritName): GritName[] {
  const first = GRIT_NAMES.indexOf(from),
    last = GRIT_NAMES.indexOf(to)
  if (last < first) return []
  const out: GritName[] = [from]
  for (let i = first; i < last;) {
    let next = i + 1
    while (next < last && grainOf(GRIT_NAMES[next + 1]!) >= STEP * grainOf(GRIT_NAMES[i]!)) next++
    out.push(GRIT_NAMES[next]!)
    i = next
  }
  return out
}
