import type { Taper } from '../parts/kinds/electrics.ts'

/** Share of the track that a logarithmic pot has passed at half turn [common practice: 10–15 %]. */
export const LOG_AT_HALF = 0.12

/**
 * Share of the track's resistance between lug 1 and the wiper at a rotation of 0 (anticlockwise) to 1.
 * Logarithmic: (bˣ − 1)/(b − 1) with b chosen to give LOG_AT_HALF at half turn; reverse logarithmic is the same from the
 * other end.
 */
export function taperShare(taper: Taper, rotation: number): number {
  const x = Math.min(1, Math.max(0, rotation))
  switch (taper) {
    case 'linear':
      return x
    case 'logarithmic': {
      const b = (1 / LOG_AT_HALF - 1) ** 2
      return (b ** x - 1) / (b - 1)
    }
    case 'reverse logarithmic':
      return 1 - taperShare('logarithmic', 1 - x)
  }
}

/**
 * Share between lug 1 and the wiper of a blend's track, which takes its whole value over half the turn and stays at its
 * end for the other half [common practice: handbook section 6].
 * @param dead the half of the turn in which nothing changes: the wiper then stands at lug 3
 */
export const blendShare = (dead: 'first' | 'second', rotation: number): number =>
  dead === 'second' ? Math.min(1, Math.max(0, 2 * rotation)) : Math.min(1, Math.max(0, 2 - 2 * rotation))
