/** Two schools of sharing the strings over the nut. */
export type Spacing = 'equal gaps' | 'equal centres'

/**
 * Places of the string centres across the nut, y in mm, thinnest string (treble side) first.
 * The outer strings' surfaces stand `margin` inside the edges; the rest is shared so that the gaps between
 * string surfaces are equal, or their centres [common practice: both schools].
 * @param diameters thinnest first, mm
 */
export function nutSlots(width: number, margin: number, diameters: readonly number[], spacing: Spacing): number[] {
  const n = diameters.length
  if (n === 1) return [0]
  const treble = width / 2 - margin - diameters[0]! / 2
  const bass = -width / 2 + margin + diameters[n - 1]! / 2
  if (spacing === 'equal centres') return diameters.map((_, i) => treble + ((bass - treble) * i) / (n - 1))
  const inner = diameters.slice(1, -1).reduce((s, d) => s + d, 0)
  const gap = (treble - diameters[0]! / 2 - (bass + diameters[n - 1]! / 2) - inner) / (n - 1)
  const out = [treble]
  for (let i = 1; i < n; i++) out.push(out[i - 1]! - diameters[i - 1]! / 2 - gap - diameters[i]! / 2)
  return out
}

/** Places of equally spaced saddles across the bridge, thinnest string first. */
export const saddlePlaces = (spread: number, count: number): number[] =>
  count === 1 ? [0] : Array.from({ length: count }, (_, i) => spread / 2 - (spread * i) / (count - 1))
