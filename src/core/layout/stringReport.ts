import { mm, num, type Said, say } from '../say/said.ts'
import { servedWord } from '../parts/servedWord.ts'
import { sizeAt } from '../document/assumed.ts'
import { TREMOLOS } from '../document/build.ts'
import type { Laid } from '../document/docs.ts'
import { partIn } from '../document/references.ts'
import { boundsOf, type Point } from '../geometry/outline.ts'
import { fixed } from '../units/length.ts'
import { coursesOf, halfBoardAt, stringAt, type Layout, type StringPath } from './layOut.ts'
import { nutHeight, saddleHeight } from './saddleHeight.ts'
import { fanAngle, sizeOfTuner } from './tunerRow.ts'

/** Under this a string rattles in its slot or on its saddle, degrees [from memory]. */
export const LEAST_BREAK = 5
/** What a tree is set to give, degrees [from memory]. */
const TREE_BREAK = 8
/** Turns of string on a post [common practice: two or three]. */
const WINDINGS = 2
/** A tree stands at least this far from the nut, mm [from memory]. */
const TREE_FROM = 20
/** A tree holds down two strings that lie no further apart than this, mm [from memory]. */
const TREE_REACH = 11

const DEG = 180 / Math.PI

export interface StringRow {
  number: number
  note: string
  diameter: number
  nut: number
  /** To the next thicker string: between surfaces and between centres, at the nut, and between centres at the saddle. */
  gapAtNut: number | undefined
  centresAtNut: number | undefined
  centresAtSaddle: number | undefined
  atLastFret: number
  saddle: Point
  compensation: number
  /** Turn at the nut to its tuner, degrees, to the treble side. */
  fan: number | undefined
  breakAtNut: number | undefined
  breakAtSaddle: number | undefined
}

export interface Margins {
  nutTreble: number
  nutBass: number
  lastTreble: number
  lastBass: number
}
export interface PoleRow {
  slot: string
  x: number
  offsets: { pole: number; string: number; off: number }[]
  worst: number
}
export interface Tree {
  at: Point
  strings: number[]
  seat: number
}
export interface StringReport {
  rows: StringRow[]
  margins: Margins
  poles: PoleRow[]
  trees: Tree[]
  findings: Said[]
}

/** Height of a string where it leaves its post, above the fingerboard's plane; windings go down the post. */
function postSeat(build: Laid, s: StringPath, x: number, windings: number): number {
  const neck = partIn(build, 'neck')!,
    set = partIn(build, 'tuners')
  const face = -(neck.dims.headDrop?.value ?? 0) - Math.abs(x) * Math.tan((neck.dims.headAngle?.value ?? 0) / DEG)
  return face + sizeAt(set, 'tuners', 'postHeight') - windings * s.diameter
}

/** Most windings that a post takes below its hole [from memory]. */
const MOST_WINDINGS = 6

/** Windings down the post that bring a string to a safe angle over the nut; undefined when no number of them does. */
function windingsFor(build: Laid, s: StringPath, seatAtNut: number): number | undefined {
  const room = sizeAt(partIn(build, 'tuners'), 'tuners', 'postHeight') - 2
  for (let n = WINDINGS + 1; n <= MOST_WINDINGS && n * s.diameter <= room; n++)
    if (
      s.tuner &&
      Math.atan2(seatAtNut - postSeat(build, s, s.tuner[0], n), Math.hypot(s.tuner[0], s.tuner[1] - s.nut[1])) *
        DEG >=
        LEAST_BREAK
    )
      return n
  return undefined
}

/** Where a string leaves its saddle downwards, x and height above the body top. */
function anchorOf(build: Laid, l: Layout, s: StringPath): { x: number; z: number; source: string } | undefined {
  const bridge = partIn(build, 'bridge'),
    tail = partIn(build, 'tailpiece'),
    sort = build.instrument.bridge
  if (!bridge) return undefined
  const { anchorBehindFront, anchorHeight } = bridge.dims
  if (sort === 'stud bridge' || sort === 'floating bridge') {
    if (!tail) return undefined
    const z = sizeAt(tail, 'tailpiece', 'height')
    if (sort === 'floating bridge') {
      const end = l.body.length > 2 ? boundsOf(l.body).x1 : undefined,
        length = tail.dims.length?.value
      return end === undefined || length === undefined
        ? undefined
        : { x: end - length, z, source: 'tail end of the body less the tailpiece’s length' }
    }
    const posts = l.features.filter(f => f.role === 'stud-hole' && f.serves === 'tail-posts')
    return posts.length
      ? { x: posts.reduce((a, p) => a + p.centre[0], 0) / posts.length, z, source: 'tail posts' }
      : undefined
  }
  if (anchorBehindFront)
    return {
      x: l.bridge.front + anchorBehindFront.value,
      z: anchorHeight?.value ?? sizeAt(bridge, 'bridge', 'plateThickness'),
      source: 'the bridge’s own string holes',
    }
  const through = build.instrument.extras.includes('ferrules')
  const tremolo = TREMOLOS.includes(sort)
  // Through the body or a block the string dives close behind its saddle; else it leaves at the plate's rear edge [from memory].
  return through || tremolo
    ? { x: s.saddle[0] + 10, z: 0, source: 'ten millimetres behind the saddle [from memory]' }
    : {
        x: l.bridge.front + sizeAt(bridge, 'bridge', 'plateLength') - 1,
        z: sizeAt(bridge, 'bridge', 'plateThickness') + 1.5,
        source: 'the plate’s rear edge [from memory]',
      }
}

/** Trees that bring every string over the nut to a safe angle: neighbours that lie close share one. */
function treesFor(build: Laid, l: Layout, low: readonly StringPath[], seatAtNut: number): Tree[] {
  const neck = partIn(build, 'neck')!,
    set = partIn(build, 'trees')
  const face = -(neck.dims.headDrop?.value ?? 0),
    seat = face + sizeAt(set, 'trees', 'height')
  const reach = Math.max(TREE_FROM, (seatAtNut - seat) / Math.tan(TREE_BREAK / DEG))
  const out: Tree[] = []
  for (let i = 0; i < low.length; i++) {
    const a = low[i]!,
      b = low[i + 1]
    const pair = b && b.number === a.number + 1 ? [a, b] : [a]
    const nearest = Math.min(...pair.map(s => -s.tuner![0]))
    const x = -Math.min(reach, nearest - 12)
    if (x > -12) continue
    const at = (s: StringPath) => s.nut[1] + ((s.tuner![1] - s.nut[1]) * x) / s.tuner![0]
    const ys = pair.map(at)
    if (pair.length === 2 && Math.abs(ys[0]! - ys[1]!) <= TREE_REACH) {
      out.push({ at: [x, (ys[0]! + ys[1]!) / 2], strings: pair.map(s => s.number), seat })
      i++
    }
    // One alone is held from its outer side: the screw stands beside the string.
    else out.push({ at: [x, ys[0]! + (ys[0]! >= 0 ? 3 : -3)], strings: [a.number], seat })
  }
  return out
}

const fixedRange = (from: number, to: number): Said =>
  fixed(from, 1) === fixed(to, 1) ? say`${num(from, 1, '°')}` : say`${num(from, 1, '°')} to ${num(to, 1, '°')}`

/** Nearer than this, middle to middle at the nut, a finger touches the neighbour, mm [from memory]. */
const CROWDED = 6.3

/** Neighbouring courses whose middles lie too near for fingers; strings of one course lie near on purpose. */
function crowded(rows: readonly StringRow[], perCourse: number): Said[] {
  const courses = Array.from({ length: Math.ceil(rows.length / perCourse) }, (_, k) => {
    const own = rows.slice(k * perCourse, (k + 1) * perCourse)
    return { last: own.at(-1)!.number, y: own.reduce((sum, r) => sum + r.nut, 0) / own.length }
  })
  const gaps = courses.slice(1).map((c, k) => ({ after: courses[k]!.last, by: courses[k]!.y - c.y }))
  const least = gaps.reduce((m, g) => (!m || g.by < m.by - 1e-9 ? g : m), gaps[0])
  if (!least || least.by >= CROWDED) return []
  return [
    say`Strings ${num(least.after)} and ${num(least.after + 1)} lie ${mm(least.by, 2)} apart at the nut, middle to middle${perCourse > 1 ? ' of their courses' : ''}: under ${mm(CROWDED, 1)} a finger touches its neighbour.`,
  ]
}

/** Angle by which a string breaks over its saddle towards its anchor, degrees; undefined where no anchor lies behind it. */
const breakOver = (
  s: StringPath,
  anchor: { x: number; z: number } | undefined,
  height: number,
): number | undefined =>
  anchor && anchor.x > s.saddle[0] ? Math.atan2(height - anchor.z, anchor.x - s.saddle[0]) * DEG : undefined

/** How every string breaks over its saddle with the saddles at a height over the body's top, degrees [geometry]. */
export const breaksAtSaddle = (build: Laid, l: Layout, height: number): (number | undefined)[] =>
  l.strings.map(s => breakOver(s, anchorOf(build, l, s), height))

/** Strings with the same thing to do, as one finding: who they are, and from which angle to which they break. */
function alike(
  rows: readonly StringRow[],
  angle: (r: StringRow) => number,
  says: (r: StringRow) => string,
): { who: string; one: boolean; from: number; to: number; says: string }[] {
  return [...new Set(rows.map(says))].map(text => {
    const own = rows.filter(r => says(r) === text),
      names = own.map(r => r.number),
      one = own.length === 1,
      angles = own.map(angle)
    return {
      who: one ? `String ${names[0]} breaks` : `Strings ${names.slice(0, -1).join(', ')} and ${names.at(-1)} break`,
      one,
      from: Math.min(...angles),
      to: Math.max(...angles),
      says: text,
    }
  })
}

/** What of all that is out of bounds, in words. */
function findingsOf(
  { margins, rows, poles }: Pick<StringReport, 'margins' | 'rows' | 'poles'>,
  perCourse: number,
  low: readonly StringPath[],
  toDo: (string: number) => string,
): Said[] {
  return [
    ...(['Treble', 'Bass'] as const).flatMap(side => {
      const m = margins[`last${side}`]
      return m < 2.5
        ? [
            say`${side} side: ${mm(m, 1)} from string to edge at the last fret; under ${mm(2.5, 1)} it falls off in play.`,
          ]
        : []
    }),
    ...rows
      .filter(r => r.gapAtNut !== undefined && r.gapAtNut < 0.8)
      .map(
        r =>
          say`Strings ${num(r.number)} and ${num(r.number + 1)} lie ${mm(r.gapAtNut!, 2)} apart at the nut: they touch.`,
      ),
    ...crowded(rows, perCourse),
    ...alike(
      rows.filter(r => r.breakAtNut !== undefined && low.some(s => s.number === r.number)),
      r => r.breakAtNut!,
      r => toDo(r.number),
    ).map(
      g =>
        say`${g.who} ${fixedRange(g.from, g.to)} over the nut, ${num(LEAST_BREAK, undefined, '°')} wanted: ${g.says}.`,
    ),
    ...alike(
      rows.filter(r => r.breakAtSaddle !== undefined && r.breakAtSaddle < LEAST_BREAK),
      r => r.breakAtSaddle!,
      () => '',
    ).map(
      g =>
        say`${g.who} ${fixedRange(g.from, g.to)} over ${g.one ? 'its saddle' : 'their saddles'}, ${num(LEAST_BREAK, undefined, '°')} wanted: ${g.one ? 'it rattles or slides' : 'they rattle or slide'}. Lower the tail, or raise saddle and neck.`,
    ),
    ...poles.flatMap(p =>
      Math.abs(p.worst) > 2
        ? [
            say`${servedWord(p.slot)} pickup: a string runs ${mm(Math.abs(p.worst), 1)} beside its pole; ${mm(2, 0)} is audible.`,
          ]
        : [],
    ),
  ]
}

/**
 * Every string from tuner to saddle: gaps and margins at the nut and the last fret, places over all poles, turn and
 * break angles over nut and bridge, and where string trees are needed [geometry; limits from memory].
 */
export function stringReport(build: Laid, l: Layout): StringReport {
  const neck = partIn(build, 'neck')!,
    first = l.strings[0]!,
    last = l.strings.at(-1)!
  const x = l.lastFret
  const margins: Margins = {
    nutTreble: l.halfNut - first.nut[1] - first.diameter / 2,
    nutBass: l.halfNut + last.nut[1] - last.diameter / 2,
    lastTreble: halfBoardAt(l, x) - stringAt(first, x) - first.diameter / 2,
    lastBass: halfBoardAt(l, x) + stringAt(last, x) - last.diameter / 2,
  }
  const seatAtNut = sizeAt(neck, 'neck', 'fretHeight') + nutHeight(build)
  const height = saddleHeight(build)?.needed.value
  const post = sizeOfTuner(partIn(build, 'tuners')?.dims).post
  const nutAngle = (s: StringPath) =>
    s.tuner
      ? Math.atan2(
          seatAtNut - postSeat(build, s, s.tuner[0], WINDINGS),
          Math.hypot(s.tuner[0], s.tuner[1] - s.nut[1]),
        ) * DEG
      : undefined
  const rows = l.strings.map((s, i): StringRow => {
    const next = l.strings[i + 1],
      anchor = anchorOf(build, l, s),
      spot = l.tuners.spots.find(t => t.string === s.number)
    return {
      number: s.number,
      note: build.instrument.tuning[i] ?? '',
      diameter: s.diameter,
      nut: s.nut[1],
      atLastFret: stringAt(s, x),
      saddle: s.saddle,
      compensation: s.compensation,
      gapAtNut: next && s.nut[1] - next.nut[1] - s.diameter / 2 - next.diameter / 2,
      centresAtNut: next && s.nut[1] - next.nut[1],
      centresAtSaddle: next && s.saddle[1] - next.saddle[1],
      fan: spot && fanAngle(spot, s.nut[1], post),
      breakAtNut: nutAngle(s),
      breakAtSaddle: height === undefined ? undefined : breakOver(s, anchor, height),
    }
  })
  const perCourse = coursesOf(build).nut.size
  const poles = l.pickups.map((p): PoleRow => {
    const offsets = p.poles.map((pole, i) => {
      const own = l.strings.slice(i * perCourse, (i + 1) * perCourse),
        y = own.reduce((a, s) => a + stringAt(s, pole[0]), 0) / (own.length || 1)
      return { pole: pole[1], string: y, off: pole[1] - y }
    })
    return {
      slot: p.slot,
      x: p.centre[0],
      offsets,
      worst: offsets.reduce((m, o) => (Math.abs(o.off) > Math.abs(m) ? o.off : m), 0),
    }
  })
  const low =
    build.instrument.bridge === 'double-locking tremolo'
      ? []
      : l.strings.filter((s, i) => s.tuner && (rows[i]!.breakAtNut ?? 90) < LEAST_BREAK)
  const trees = build.placements.trees?.length
    ? build.placements.trees.map((t): Tree => ({
        at: [t.x.value, t.y.value],
        strings: low
          .filter(
            s =>
              Math.abs(s.nut[1] + ((s.tuner![1] - s.nut[1]) * t.x.value) / s.tuner![0] - t.y.value) <
              TREE_REACH / 2 + 1,
          )
          .map(s => s.number),
        seat: -(neck.dims.headDrop?.value ?? 0) + sizeAt(partIn(build, 'trees'), 'trees', 'height'),
      }))
    : treesFor(build, l, low, seatAtNut)
  const held = new Set(trees.flatMap(t => t.strings))
  const toDo = (number: number): string => {
    const n = windingsFor(build, l.strings[number - 1]!, seatAtNut)
    return n !== undefined
      ? `${n} windings down the post do${held.has(number) ? ', or a string tree' : ''}`
      : held.has(number)
        ? 'hold down with a string tree'
        : 'lower posts, or a tree'
  }
  const findings = findingsOf({ margins, rows, poles }, perCourse, low, toDo)
  return { rows, margins, poles, trees, findings }
}
