import type { Style } from '../document/playing.ts'
/**
 * How a player plucks: N on a plain string, and what contact is heard as tone and not as buzz, mm [from memory: handbook,
 * chapter 8; the contact fitted to its heights: who plays hard lives with a tenth of a millimetre, who plays lightly hears it].
 */
export const STYLES: Readonly<Record<Style, { force: number; accepted: number }>> = {
  light: { force: 0.6, accepted: 0 },
  usual: { force: 1, accepted: 0 },
  hard: { force: 1.8, accepted: 0.1 },
}

/** Figures of the swing, shown and to be changed [from memory: handbook, chapter 8]. */
export interface SwingFigures {
  /** Where it is plucked, from the bridge, mm. */
  place: number
  /** Share of the swing that goes towards the board: a pick lets go mostly across it. */
  share: number
  /** A wound string is plucked so many times as hard. */
  wound: number
}
export const USUAL_SWING: SwingFigures = { place: 100, share: 0.35, wound: 1.3 }

/**
 * How far a string is drawn aside where it is plucked, mm: h = F·p·(L − p) / (T·L) [published: statics of a string].
 * @param force N @param place from the bridge, mm @param length that sounds, mm @param tension N
 */
export function drawn(force: number, place: number, length: number, tension: number): number {
  const p = Math.min(place, length / 2)
  return (force * p * (length - p)) / (tension * length)
}

/**
 * How far below its rest line an ideal plucked string reaches, mm, at a distance from the bridge: it stays within the
 * parallelogram of its first shape and that shape turned through the middle, so that below it comes to h at L − p from the
 * bridge and falls off straight to both ends [published: d'Alembert's solution].
 */
export function reach(h: number, place: number, length: number, fromBridge: number): number {
  const p = Math.min(place, length / 2),
    peak = length - p
  if (fromBridge <= 0 || fromBridge >= length) return 0
  return fromBridge <= peak ? (h * fromBridge) / peak : (h * (length - fromBridge)) / p
}
