import { memo } from '../memo/memo.ts'
import { fretPosition } from '../parts/frets.ts'

/** A neck under its strings, as readings tell it. Heights in mm over the line through the first and the last fret. */
export interface NeckShape {
  scaleLength: number
  frets: number
  /** How deep the bow is at its deepest, against the line through first and last fret; negative where it bows back. */
  relief: number
  /** Where it is deepest, as a share of the way from the first fret to the last. */
  deepest: number
  /** Frets that stand off the others, by number: high +. */
  off: ReadonlyMap<number, number>
  /** How far the last fret falls away below the line, beginning at the fret where the board meets the body. */
  fallAway: number
  fallsFrom: number
}

/** Frets 7 to 8 of 21 or 22 are where a rod bows a neck deepest [handbook, chapter 8]: about half way along the frets. */
export const DEEPEST = 0.47

/**
 * The bow at a share of the way between first and last fret, 0 at both and 1 at its deepest: two parabolas that meet level
 * there, so that a bow may be deepest anywhere between [our choice].
 */
export function bow(u: number, deepest: number): number {
  if (u <= 0 || u >= 1) return 0
  const side = u < deepest ? (deepest - u) / deepest : (u - deepest) / (1 - deepest)
  return 1 - side * side
}

/**
 * Heights of the crowns over the line through first and last fret, mm; index 0 stands for the nut and is 0. Beyond the frets
 * the line itself is the datum.
 */
export const crowns = (n: NeckShape): readonly number[] => fretPlane(n).y

function crownsOf(n: NeckShape): number[] {
  const first = fretPosition(n.scaleLength, 1),
    last = fretPosition(n.scaleLength, n.frets),
    from = fretPosition(n.scaleLength, n.fallsFrom)
  return Array.from({ length: n.frets + 1 }, (_, i) => {
    if (i === 0) return 0
    const x = fretPosition(n.scaleLength, i),
      u = last > first ? (x - first) / (last - first) : 0,
      fall = x > from && last > from ? (n.fallAway * (x - from)) / (last - from) : 0
    return -n.relief * bow(u, n.deepest) - fall + (n.off.get(i) ?? 0)
  })
}

/** Places of the frets from the nut and heights of their crowns, mm; index 0 stands for the nut. Computed once for a neck. */
export const fretPlane = memo(
  (n: NeckShape): { x: readonly number[]; y: readonly number[] } => {
    const y = crownsOf(n)
    return { x: y.map((_, i) => fretPosition(n.scaleLength, i)), y }
  },
  { weak: true },
)
