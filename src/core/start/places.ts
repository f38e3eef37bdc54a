import type { Point } from '../geometry/outline.ts'
import type { Feature, OutlineData } from '../parts/part.ts'
import { assumedOutline, typicalFeature } from '../parts/typicalPart.ts'
import { guardThrough, slabThrough } from '../parts/typicalShapes.ts'
import type { Hang, Resolved } from './answers.ts'
import type { Proportions } from './proportions.ts'

/** A control and where its shaft or lever stands: from the pocket's end wall, and off the centre line. */
export interface ControlPlace {
  slot: string
  sort: 'pot' | 'toggle' | 'blade' | 'mini toggle'
  x: number
  y: number
}

/** Half of what each sort takes along its row, with room for a neighbour; mm [from memory]. */
const HALF = { pot: 17, toggle: 17, blade: 27, 'mini toggle': 13 } as const
/** Rows of controls: how many lie side by side before another row begins. */
const IN_A_ROW = 4
const ROW_PITCH = 36

/** Slot ids of a row of alike controls, as the instrument names them. */
const named = (stem: string, n: number): string[] =>
  Array.from({ length: n }, (_, k) => (k ? `${stem}-${k + 1}` : stem))

/** Which sort of switch picks among so many pickups, by what it hangs on [common practice]. */
export const switchSort = (pickups: number, hang: Hang): 'toggle' | 'blade' =>
  pickups > 2 || (pickups === 2 && (hang === 'guard' || hang === 'plate')) ? 'blade' : 'toggle'

/** Where the controls stand: in rows behind the bridge on the treble side, volumes first. */
export function controlPlaces(r: Resolved, p: Proportions): ControlPlace[] {
  const main = switchSort(r.pickups.length, r.hang)
  const all: { slot: string; sort: ControlPlace['sort'] }[] = [
    ...named('pot-volume', r.controls.volumes).map(slot => ({ slot, sort: 'pot' as const })),
    ...named('pot-tone', r.controls.tones).map(slot => ({ slot, sort: 'pot' as const })),
    ...named('switch', r.controls.switches).map((slot, i) => ({ slot, sort: i ? ('mini toggle' as const) : main })),
  ]
  const rows = Math.max(1, Math.ceil(all.length / IN_A_ROW)),
    each = Math.ceil(all.length / rows)
  // Beside the bridge's plate, and off it by half a case.
  const first = Math.max(84, p.bridge.plateWidth / 2 + 28)
  return Array.from({ length: rows }, (_, k) => all.slice(k * each, (k + 1) * each)).flatMap((row, k) => {
    const widths = row.map(c => 2 * HALF[c.sort]),
      long = widths.reduce((s, w) => s + w, 0)
    let at = p.saddleLine + 34 - long / 2
    return row.map((c, i) => {
      const x = at + widths[i]! / 2
      at += widths[i]!
      return { ...c, x, y: first + k * ROW_PITCH }
    })
  })
}

/** The cavity round the controls, or undefined when there are none. */
function cavityRound(
  controls: readonly ControlPlace[],
): { x: number; y: number; length: number; width: number } | undefined {
  if (controls.length === 0) return undefined
  const reach = (c: ControlPlace) => HALF[c.sort] + 8
  const x0 = Math.min(...controls.map(c => c.x - reach(c))),
    x1 = Math.max(...controls.map(c => c.x + reach(c))),
    y0 = Math.min(...controls.map(c => c.y)) - 26,
    y1 = Math.max(...controls.map(c => c.y)) + 26
  return { x: (x0 + x1) / 2, y: (y0 + y1) / 2, length: x1 - x0, width: y1 - y0 }
}

const far = (controls: readonly ControlPlace[], p: Proportions): number =>
  Math.max(p.saddleLine + 75, ...controls.map(c => c.x + HALF[c.sort] + 24))

/** Half widths that the body needs so that everything on it has wood around it. */
const bodySize = (controls: readonly ControlPlace[], p: Proportions) => ({
  length: far(controls, p) + 50,
  treble: Math.max(168, ...controls.map(c => c.y + 78)),
})

export const bodyOutline = (controls: readonly ControlPlace[], p: Proportions): OutlineData =>
  assumedOutline(slabThrough({ ...bodySize(controls, p), mouth: p.heelWidth / 2 + 8 }))

/** Diameter of the hole for each sort of control; of a lever's slot, its length. */
const HOLE = { pot: 7.35, toggle: 12.35, blade: 27.3, 'mini toggle': 6.35 } as const

const controlHole = (c: ControlPlace, top: number | undefined): Feature =>
  typicalFeature(
    c.sort === 'pot' ? 'pot-hole' : 'switch-hole',
    `hole-${c.slot}`,
    { x: c.x, y: c.y, diameter: HOLE[c.sort], ...(top === undefined ? {} : { topThickness: top }) },
    { serves: c.slot, through: true },
  )

/** Thickness that is left over a cavity cut from the back, mm [from memory]. */
export const TOP_LEFT = 6

/** Everything in the assumed body: pocket, routs, cavity, holes, as the pickups, the bridge and the controls ask for. */
export function bodyFeatures(r: Resolved, p: Proportions, controls: readonly ControlPlace[]): Feature[] {
  const onGuard = r.hang === 'guard',
    cavity = cavityRound(controls)
  const grow = onGuard ? 2.4 : 1.4,
    // A tenon leaves a glue line, a screwed heel a little play: the middle of each band [common practice].
    room = r.neckJoint === 'glued' ? 0.08 : 0.15
  const box = (x: number, y: number, length: number, width: number, corner: number, depth: number) => ({
    x,
    y,
    length,
    width,
    corner,
    depth,
  })
  return [
    typicalFeature('neck-pocket', 'pocket', {
      length: p.heelLength + 0.2,
      width: p.heelWidth + room,
      widthEnd: p.heelWidth + room,
      depth: p.pocketDepth,
    }),
    ...p.pickups.map(k =>
      typicalFeature(
        'pickup-rout',
        `rout-${k.place}`,
        box(k.x, 0, k.length + grow, k.width + grow, k.corner, onGuard ? 20 : 19),
        { serves: `pickup-${k.place}` },
      ),
    ),
    ...(cavity
      ? [
          typicalFeature(
            'control-cavity',
            'cavity',
            {
              ...box(cavity.x, cavity.y, cavity.length, cavity.width, 16, 38),
              topThickness: TOP_LEFT,
            },
            { face: r.hang === 'guard' || r.hang === 'plate' ? 'top' : 'back' },
          ),
        ]
      : []),
    ...(r.hang === 'body' || r.hang === 'rings' ? controls.map(c => controlHole(c, undefined)) : []),
    typicalFeature(
      'jack-hole',
      'hole-jack',
      { x: far(controls, p), y: bodySize(controls, p).treble - 45, diameter: 9.85, depth: 5 },
      { serves: 'jack', face: 'side', through: true },
    ),
    ...(r.neckJoint === 'screwed' ? neckScrewHoles(p) : []),
    ...bridgeFeatures(r, p),
  ]
}

const neckScrewHoles = (p: Proportions): Feature[] =>
  [-16, -p.heelLength + 16].flatMap((x, i) =>
    [-1, 1].map(side =>
      typicalFeature(
        'screw-hole',
        `neck-screw-${2 * i + (side > 0 ? 2 : 1)}`,
        { x, y: side * p.heelWidth * 0.32, diameter: 4.75 },
        { serves: 'neck-screws', face: 'back', through: true },
      ),
    ),
  )

/** Spacing of a stop tail's posts beyond the bridge's, and how far behind them they stand, mm [from memory]. */
export const TAIL = { wider: 8, behind: 38 }

function bridgeFeatures(r: Resolved, p: Proportions): Feature[] {
  const { postSpacing, postBehindFront, blockWidth } = p.bridge
  const posts = (serves: string, stem: string, x: number, spacing: number) =>
    [1, -1].map((side, i) =>
      typicalFeature(
        'stud-hole',
        `${stem}-${i + 1}`,
        { x, y: (side * spacing) / 2, diameter: 10.9, depth: 22 },
        { serves },
      ),
    )
  return [
    ...(postSpacing !== undefined && postBehindFront !== undefined
      ? posts('posts', 'post', p.bridgeFront + postBehindFront, postSpacing)
      : []),
    ...(r.bridge === 'stud bridge' && postSpacing !== undefined
      ? posts('tail-posts', 'tail-post', p.saddleLine + TAIL.behind, postSpacing + TAIL.wider)
      : []),
    ...(blockWidth !== undefined
      ? [
          typicalFeature('tremolo-rout', 'rout-tremolo', {
            x: p.bridgeFront + 24,
            length: 38,
            width: blockWidth + 9,
            corner: 5,
            depth: 44,
          }),
          typicalFeature(
            'spring-cavity',
            'cavity-springs',
            { x: p.bridgeFront - 46, length: 104, width: 62, corner: 6, depth: 16 },
            { face: 'back' },
          ),
        ]
      : []),
  ]
}

/** The guard's edge: from the neck past the bridge's front, and beside the bridge round the controls. */
export function guardShape(
  p: Proportions,
  controls: readonly ControlPlace[],
): { outline: OutlineData; screws: Point[] } {
  const clear = p.bridge.plateWidth / 2 + 8
  const end = Math.max(p.saddleLine + 60, ...controls.map(c => c.x + HALF[c.sort] + 6)),
    edge = Math.max(92, ...controls.map(c => c.y + 22))
  const wide = Math.max(66, ...p.pickups.map(k => k.width / 2 + 12))
  const stations: [number, number, number][] = [
    [-36, wide * 0.75, wide * 0.7],
    [10, wide, wide],
    [p.bridgeFront * 0.6, (wide + edge) / 2, wide],
    [p.bridgeFront - 8, edge, wide * 0.6],
    [p.bridgeFront + 6, edge, -clear],
    [end, edge * 0.94, -clear],
  ]
  const screws = stations.flatMap(([x, treble, bass]): Point[] => [
    [x + (x === end ? -8 : 4), treble - 9],
    [x + (x === end ? -8 : 4), -(bass - 9) + (bass < 0 ? 4 : 0)],
  ])
  return { outline: assumedOutline(guardThrough(stations, p.heelWidth / 2 + 0.6)), screws }
}

export function guardFeatures(
  r: Resolved,
  p: Proportions,
  controls: readonly ControlPlace[],
  screws: readonly Point[],
): Feature[] {
  return [
    ...p.pickups.map(k =>
      typicalFeature(
        'cut-out',
        `cut-${k.place}`,
        { x: k.x, length: k.length + 0.6, width: k.width + 0.6, corner: k.corner },
        { serves: `pickup-${k.place}`, through: true },
      ),
    ),
    ...(r.hang === 'guard' ? controls.map(c => controlHole(c, undefined)) : []),
    ...screws.map(([x, y], i) =>
      typicalFeature('screw-hole', `screw-${i + 1}`, { x, y, diameter: 3.6 }, { through: true }),
    ),
  ]
}

/** Tuner posts in two rows, thin strings on the treble side, and how long the head is; mm from the nut. */
export function headPlaces(strings: number, bass: boolean): { posts: Point[]; length: number; half: number } {
  const treble = Math.ceil(strings / 2),
    pitch = bass ? 42 : strings > 8 ? 27 : 38
  const posts = Array.from({ length: strings }, (_, i): Point => {
    const row = i < treble ? i : strings - 1 - i
    return [-(42 + pitch * row), i < treble ? 27 : -27]
  })
  return { posts, length: 42 + pitch * (treble - 1) + 30, half: 43 }
}
