import { MM_PER_INCH, MM_PER_THOU } from './length.ts'

/** A number that was typed in one unit and is likely to have been read in another. */
export interface Slip {
  /** What was read, then, in mm. */
  mm: number
  /** How it would be typed: “0.062 in”. */
  text: string
}

/** Units that a rule, a calliper or a listing may be read in, mm each; the likeliest slip first [from memory]. */
const UNITS = [
  ['in', MM_PER_INCH],
  ['mm', 1],
  ['cm', 10],
  ['thou', MM_PER_THOU],
] as const

/** Digits that a number is written with again after its unit was taken off. */
const DIGITS = 6

/**
 * The unit slip that a length looks like: the first unit in which the same figure fits, where it does not as it is.
 * Undefined where it fits, or in no unit.
 * @param mm the length as it was taken
 * @param typedIn what a bare figure was taken for: mm or inches
 * @param fits whether a length in mm is one that is to be expected
 */
export function unitSlip(mm: number, typedIn: 'mm' | 'inch', fits: (mm: number) => boolean): Slip | undefined {
  if (fits(mm)) return undefined
  const figure = mm / (typedIn === 'mm' ? 1 : MM_PER_INCH)
  for (const [unit, each] of UNITS)
    if (fits(figure * each)) return { mm: figure * each, text: `${Number(figure.toPrecision(DIGITS))} ${unit}` }
  return undefined
}
