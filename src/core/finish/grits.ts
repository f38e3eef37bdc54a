/** Median grain of coated abrasives, µm [published: ISO 6344 / FEPA 43]. */
export const GRITS: readonly (readonly [string, number])[] = [
  ['P80', 201],
  ['P120', 125],
  ['P180', 82],
  ['P220', 68],
  ['P240', 58.5],
  ['P320', 46.2],
  ['P400', 35],
  ['P600', 25.8],
  ['P800', 21.8],
  ['P1000', 18.3],
  ['P1200', 15.3],
  ['P1500', 12.6],
  ['P2000', 10.3],
  ['P2500', 8.4],
]

/** Grits that bare wood is prepared with, in order [common practice]. */
export const WOOD_PREPARATION = ['P180', 'P240', 'P320'] as const

/** Median grain of a grit, µm; undefined when it is not in the table. */
export const grainOf = (name: string): number | undefined => GRITS.find(([n]) => n === name)?.[1]
