import type { OutlineData } from './part.ts'

/** Widths of a plain slab body along its length, mm: place from the pocket's end wall, half width on the treble and bass side. */
export type Station = readonly [x: number, treble: number, bass: number]

const SLAB: readonly Station[] = [
  [-70, 96, 112],
  [-20, 128, 134],
  [60, 132, 128],
  [130, 150, 146],
  [210, 168, 164],
  [270, 150, 150],
  [312, 84, 88],
]

/** A closed outline through width stations, with a straight-sided mouth for the neck. */
export function outlineThrough(stations: readonly Station[], mouth: { from: number; half: number }): OutlineData {
  const last = stations.at(-1)!
  return {
    smooth: true,
    points: [
      [mouth.from, mouth.half],
      [mouth.from - 2, 0],
      [mouth.from, -mouth.half],
      ...stations.map(([x, , bass]): [number, number] => [x, -bass]),
      [last[0] + 14, (last[1] - last[2]) / 2],
      ...[...stations].reverse().map(([x, treble]): [number, number] => [x, treble]),
    ],
  }
}

/** The slab's size as it is drawn above, mm. */
const SLAB_SIZE = { length: 326, treble: 168 }

/** A slab body's outline: our own neutral one, to be overwritten by the real part's. */
export const slabOutline = (): OutlineData => slabThrough({ ...SLAB_SIZE, mouth: 36 })

/** The same, drawn out to a length behind the pocket's end, a half width on the treble side, and a mouth for the neck. */
export function slabThrough(size: { length: number; treble: number; mouth: number }): OutlineData {
  const along = size.length / SLAB_SIZE.length,
    across = size.treble / SLAB_SIZE.treble
  const widths = SLAB.map(([x, t, b]): Station => [x > 0 ? x * along : x, t * (x > 0 ? across : 1), b])
  return outlineThrough(widths, { from: -80, half: size.mouth })
}

/** A headstock about its row or rows of tuners: half widths at the nut and in the middle, and its length. */
export const headOutline = (halfNut: number, half: number, length: number): OutlineData => ({
  smooth: true,
  points: [
    [0, halfNut],
    [0, -halfNut],
    [-10, -halfNut - 1],
    [-26, -half * 0.8],
    [-length * 0.5, -half],
    [-length * 0.9, -half * 0.9],
    [-length, 0],
    [-length * 0.9, half * 0.9],
    [-length * 0.5, half],
    [-26, half * 0.8],
    [-10, halfNut + 1],
  ],
})

/** A guard round three cut-outs: our own neutral one. */
export const guardOutline = (): OutlineData =>
  guardThrough(
    [
      [-40, 60, 58],
      [0, 80, 74],
      [60, 96, 80],
      [130, 108, 78],
      [190, 120, 60],
      [240, 100, 20],
    ],
    29,
  )

/** A guard through width stations, with a notch for the neck. A bass half width below nothing runs beside the bridge. */
export const guardThrough = (stations: readonly Station[], notch: number): OutlineData =>
  outlineThrough(stations, { from: 2, half: notch })
