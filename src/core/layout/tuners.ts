import { list, mm, num, type Said, say } from '../say/said.ts'
import { doubtOf } from '../units/quantity.ts'
import { placeOr, sizeOr } from '../document/assumed.ts'
import type { Laid } from '../document/docs.ts'
import { partIn } from '../document/references.ts'
import { boundsOf, edgeDistance, toEdge, type Point } from '../geometry/outline.ts'
import { gapBeside } from '../geometry/shape.ts'
import type { Part } from '../parts/part.ts'
import {
  EDGE_LEFT,
  fanAngle,
  passes,
  proposeTuners,
  rowsOf,
  sizeOfTuner,
  type TunerSize,
  type TunerSpot,
} from './tunerRow.ts'

import { smallestMoves, type TunerMove } from './tunerMoves.ts'

/** Where the tuners stand, and whether that is drilled, placed by the builder or proposed. */
export interface Tuners {
  from: 'drilled' | 'placed' | 'proposed'
  spots: readonly TunerSpot[]
}

export const onTreble = (build: Laid): number =>
  build.placements.tunersOnTreble ?? Math.ceil(build.instrument.strings / 2)

/** A drilled head's posts point their buttons to the nearer edge; on a blank one the row says it. */
const sideOf = (head: readonly Point[], at: Point): 1 | -1 => {
  if (head.length < 3) return at[1] < 0 ? -1 : 1
  const on = toEdge(head, at).on
  return Math.abs(on[1] - at[1]) < 1e-6 ? (at[1] < 0 ? -1 : 1) : on[1] > at[1] ? 1 : -1
}

/** Least squares line through places along a row, by their number in it. */
function lineThrough(row: readonly { n: number; at: Point }[]): (n: number) => Point {
  const mean = (f: (r: { n: number; at: Point }) => number) => row.reduce((s, r) => s + f(r), 0) / row.length
  const n0 = mean(r => r.n),
    spread = row.reduce((s, r) => s + (r.n - n0) ** 2, 0)
  const along = (axis: 0 | 1) => {
    const m = mean(r => r.at[axis]),
      slope = row.reduce((s, r) => s + (r.n - n0) * (r.at[axis] - m), 0) / spread
    return (n: number) => m + slope * (n - n0)
  }
  const x = along(0),
    y = along(1)
  return n => [x(n), y(n)]
}

/**
 * Places for the strings that a drilled head has no hole for: on along their own row by its pitch, or by the other
 * row's, mirrored, where their own is too short to have one. A place that the builder gave comes first. None where no
 * row has two holes.
 */
function completing(
  drilled: readonly TunerSpot[],
  given: ReadonlyMap<number, Point>,
  strings: number,
  treble: number,
): TunerSpot[] {
  const rows = rowsOf(strings, treble).map(r => {
    const own = r.strings.flatMap((string, n) => {
      const s = drilled.find(d => d.string === string)
      return s ? [{ n, at: s.at }] : []
    })
    return { ...r, own, line: own.length > 1 ? lineThrough(own) : undefined }
  })
  return rows.flatMap(r => {
    const other = rows.find(o => o.side !== r.side)?.line
    const mirrored =
      other &&
      ((n: number): Point => {
        const [x, y] = other(n)
        // A single hole of its own shifts the mirrored row onto itself.
        const held = r.own[0],
          [hx, hy] = held ? other(held.n) : [0, 0]
        return held ? [x + held.at[0] - hx, -y + held.at[1] + hy] : [x, -y]
      })
    return r.strings.flatMap((string, n): TunerSpot[] => {
      if (drilled.some(d => d.string === string)) return []
      const at = given.get(string) ?? (r.line ?? mirrored)?.(n)
      return at ? [{ string, at, side: r.side }] : []
    })
  })
}

/** Tuners as the head is drilled, else as the builder placed them, else proposed on its outline. */
export function placeTuners(build: Laid, neck: Part, head: readonly Point[], slots: readonly number[]): Tuners {
  const drilled = neck.features
    .filter(f => f.role === 'tuner-hole')
    .flatMap(f => {
      const string = Number(f.serves),
        at: Point = [f.dims.x?.value ?? 0, f.dims.y?.value ?? 0]
      return string >= 1 && string <= slots.length
        ? [{ string, at, side: sideOf(head, at), drilled: true as const }]
        : []
    })
  const given = new Map(
    (build.placements.tuners ?? []).map(p => [p.string, [p.x.value, p.y.value] as const satisfies Point]),
  )
  if (drilled.length)
    return {
      from: 'drilled',
      spots: [...drilled, ...completing(drilled, given, slots.length, onTreble(build))].sort(
        (a, b) => a.string - b.string,
      ),
    }
  const proposed = proposeTuners(head, slots, onTreble(build), sizeOfTuner(partIn(build, 'tuners')?.dims))
  const placed = build.placements.tuners ?? []
  if (!placed.length) return { from: 'proposed', spots: proposed }
  const own = (t: TunerSpot): TunerSpot => {
    const p = placed.find(q => q.string === t.string)
    return p ? { ...t, at: [p.x.value, p.y.value] } : t
  }
  const missing = placed
    .filter(p => !proposed.some(t => t.string === p.string))
    .map((p): TunerSpot => ({ string: p.string, at: [p.x.value, p.y.value], side: p.y.value < 0 ? -1 : 1 }))
  return { from: 'placed', spots: [...proposed.map(own), ...missing].sort((a, b) => a.string - b.string) }
}

/** Unit direction from a post to the head's edge behind its button, and the one along the row. */
function axesOf(head: readonly Point[], s: TunerSpot): { out: Point; row: Point } {
  if (head.length < 3) return { out: [0, s.side], row: [1, 0] }
  const on = toEdge(head, s.at).on,
    d = Math.hypot(on[0] - s.at[0], on[1] - s.at[1])
  const out: Point =
    d < 0.5 || (on[1] - s.at[1]) * s.side < d * 0.35 ? [0, s.side] : [(on[0] - s.at[0]) / d, (on[1] - s.at[1]) / d]
  return { out, row: out[1] * s.side > 0 ? [out[1] * s.side, -out[0] * s.side] : [1, 0] }
}

/** A rectangle from `from` to `to` outwards of a post, `width` along the row. */
const block = (
  s: TunerSpot,
  { out, row }: { out: Point; row: Point },
  from: number,
  to: number,
  width: number,
): Point[] =>
  (
    [
      [from, -width / 2],
      [to, -width / 2],
      [to, width / 2],
      [from, width / 2],
    ] as const
  ).map(([o, r]): Point => [s.at[0] + out[0] * o + row[0] * r, s.at[1] + out[1] * o + row[1] * r])

/** Pitches that differ by more are seen, mm [from memory]. */
const UNEVEN = 0.5

/** How much of a tuner's body lies inwards of its post, share of its length [from memory]. */
const INWARDS = 0.38

export interface TunerLook extends TunerSpot {
  body: Point[]
  button: Point[]
  /** Post's middle to the head's edge. */
  toEdge: number
  /** Wood left beside its hole. */
  edge: number
  /** Turn of its string at the nut, degrees. */
  fan: number
  /** Nearest post of another tuner that its string passes, surface to surface. */
  passes: number
  /** To the next one outwards in its row. */
  pitch: number | undefined
}

export interface TunerRow {
  side: 1 | -1
  spots: number[]
  pitches: number[]
  evenness: number
  room: number
  roomDoubt: number
}

export interface TunerCheck {
  from: Tuners['from']
  spots: TunerLook[]
  rows: TunerRow[]
  /** The smallest moves that give even pitch and enough wood; none where all is well or drilled. */
  moves: TunerMove[]
  /** What is wrong, worst first; lengths in mm. */
  findings: Said[]
}

/** Screw of a tuner: beside its post along the row, towards the nut [from memory: sets differ; the offset is the set's own]. */
export function tunerScrewAt(head: readonly Point[], s: TunerSpot, offset: number): Point {
  const { row } = axesOf(head, s)
  return [s.at[0] + row[0] * offset, s.at[1] + row[1] * offset]
}

/** Pairs of tuners whose blocks stand nearer than a limit. */
function collisions(spots: readonly TunerLook[], of: 'body' | 'button', limit: number): Said[] {
  return spots.flatMap((a, i) =>
    spots.slice(i + 1).flatMap(b => {
      const gap = gapBeside({ points: a[of] }, { points: b[of] }).gap
      return gap < limit
        ? [
            gap < 0
              ? say`The ${of === 'body' ? 'bodies' : 'buttons'} of tuners ${num(a.string)} and ${num(b.string)} run ${mm(-gap, 1)} into each other.`
              : say`Only ${mm(gap, 2)} between the ${of === 'body' ? 'bodies' : 'buttons'} of tuners ${num(a.string)} and ${num(b.string)}.`,
          ]
        : []
    }),
  )
}

/** Checks a head's tuners: edges, bodies, buttons, strings past posts, pitch, and the whole row with its doubts. */
export function checkTuners(
  build: Laid,
  tuners: Tuners,
  head: readonly Point[],
  slots: readonly number[],
): TunerCheck {
  const set = partIn(build, 'tuners'),
    neck = partIn(build, 'neck'),
    size: TunerSize = sizeOfTuner(set?.dims)
  const near = passes(tuners.spots, slots, size.post)
  const hole = (n: number) => neck?.features.find(f => f.role === 'tuner-hole' && f.serves === String(n))
  const looks = tuners.spots.map((s, i): TunerLook => {
    const axes = axesOf(head, s),
      reach = head.length > 2 ? edgeDistance(head, s.at) : Infinity
    const radius = (hole(s.string)?.dims.diameter?.value ?? size.bushing) / 2
    return {
      ...s,
      body: block(s, axes, -size.bodyLength * INWARDS, size.bodyLength * (1 - INWARDS), size.bodyWidth),
      button: block(s, axes, size.buttonReach, size.buttonReach + size.buttonLength, size.buttonWidth),
      toEdge: reach,
      edge: reach - radius,
      fan: fanAngle(s, slots[s.string - 1] ?? 0, size.post),
      passes: near[i]!.by,
      pitch: undefined,
    }
  })
  const rows = ([1, -1] as const).flatMap((side): TunerRow[] => {
    const own = looks.filter(s => s.side === side).sort((a, b) => b.at[0] - a.at[0])
    if (!own.length) return []
    const pitches = own.slice(1).map((b, i) => Math.hypot(b.at[0] - own[i]!.at[0], b.at[1] - own[i]!.at[1]))
    own.forEach((s, i) => {
      s.pitch = pitches[i]
    })
    // Only the row's two ends count for its length, and one set's bodies are all wrong by the same: their doubts add.
    const ends = [own[0]!, own.at(-1)!].map(
      s => hole(s.string)?.dims.x?.doubt ?? doubtOf(placeOr(undefined, undefined, 'tuner-hole', 'x')),
    )
    return [
      {
        side,
        spots: own.map(s => s.string),
        pitches,
        evenness: pitches.length ? Math.max(...pitches) - Math.min(...pitches) : 0,
        room: pitches.reduce((a, b) => a + b, 0) - size.bodyWidth * pitches.length,
        roomDoubt: Math.hypot(...ends, doubtOf(sizeOr(set, 'tuners', 'bodyWidth')) * pitches.length),
      },
    ]
  })
  const box = head.length > 2 ? boundsOf(head) : undefined
  const wanting = looks.some(s => s.edge < EDGE_LEFT) || rows.some(r => r.evenness > UNEVEN),
    moves = wanting
      ? smallestMoves(head, tuners.spots, n => (hole(n)?.dims.diameter?.value ?? size.bushing) / 2)
      : []
  const findings = [
    ...looks
      .filter(s => s.edge < EDGE_LEFT)
      .map(s =>
        s.toEdge < 0
          ? say`Tuner ${num(s.string)} stands outside the head.`
          : say`Tuner ${num(s.string)}: ${mm(s.edge, 1)} of wood from hole to edge, ${mm(EDGE_LEFT, 0)} wanted.`,
      ),
    ...(moves.length
      ? [
          say`The smallest moves that give even pitch and ${mm(EDGE_LEFT, 0)} of wood: ${list(moves.map(m => say`tuner ${num(m.string)} by ${mm(m.by, 1)}`))}.`,
        ]
      : []),
    ...collisions(looks, 'body', 0.1),
    ...collisions(looks, 'button', 2),
    ...looks
      .filter(s => s.toEdge > size.buttonReach - 1 && Number.isFinite(s.toEdge))
      .map(s =>
        size.buttonReach <= s.toEdge
          ? say`Tuner ${num(s.string)} stands ${mm(s.toEdge, 1)} inside the edge: its button, ${mm(size.buttonReach, 1)} from the post, turns against the wood.`
          : say`The button of tuner ${num(s.string)} clears the head’s edge by only ${mm(size.buttonReach - s.toEdge, 1)}.`,
      ),
    ...looks
      .filter(s => s.passes < 1)
      .map((s): Said => {
        const p = near.find(n => n.string === s.string)!
        return p.by <= 0
          ? say`String ${num(s.string)} runs against the post of tuner ${num(p.of)}.`
          : say`String ${num(s.string)} passes the post of tuner ${num(p.of)} by ${mm(p.by, 1)}.`
      }),
    ...rows
      .filter(r => r.pitches.length > 0 && r.room < r.roomDoubt)
      .map(
        r =>
          say`The ${r.side > 0 ? 'treble' : 'bass'} row has ${mm(r.room, 1)} to spare for all its bodies, and ${mm(r.roomDoubt, 1)} of that is doubt: measure a body.`,
      ),
    ...looks
      .filter(s => Math.abs(s.fan) > 12)
      .map(
        s =>
          say`String ${num(s.string)} turns ${num(Math.abs(s.fan), 0, '°')} sideways in its nut slot: it binds and goes out of tune.`,
      ),
    ...(box && looks.length < slots.length
      ? [`${looks.length} of ${slots.length} tuners find a place on this outline.`]
      : []),
  ]
  return { from: tuners.from, spots: looks, rows, moves, findings }
}
