/**
 * Distance from the nut to fret n on a scale of length L, in L's unit: L (1 − 2^(−n/12))
 * [published: equal temperament, twelve equal steps of the octave; ISO 16 fixes A at 440 Hz].
 */
export const fretPosition = (scaleLength: number, n: number): number => scaleLength * (1 - 2 ** (-n / 12))

/** Places of all frets from the nut, fret 1 first. */
export const fretPositions = (scaleLength: number, count: number): number[] =>
  Array.from({ length: count }, (_, i) => fretPosition(scaleLength, i + 1))

/** Share of the scale length that lies between two frets; 0 is the nut. Throws a RangeError when they are not in order. */
export function shareBetween(low: number, high: number): number {
  const share = fretPosition(1, high) - fretPosition(1, low)
  if (!(share > 0)) throw new RangeError('the second fret must have the higher number')
  return share
}
