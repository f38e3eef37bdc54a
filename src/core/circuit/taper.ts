/** Share of the track that a logarithmic pot has passed at half turn [common practice: 10–15 %]. */
export const LOG_AT_HALF = 0.12

/**
 * Share of the track's resistance between lug 1 and the wiper at a rotation of 0 (anticlockwise) to 1.
 * Logarithmic: (bˣ − 1)/(b − 1) with b chosen to give LOG_AT_HALF at half turn.
 */
export function taperShare(taper: string, rotation: number): number {
  const x = Math.min(1, Math.max(0, rotation))
  if (taper === 'linear') return x
  const b = (1 / LOG_AT_HALF - 1) ** 2
  return (b ** x - 1) / (b - 1)
}
