import { mm, num, type Said, say, small } from '../say/said.ts'
import { counted } from '../text/text.ts'
import type { Shaped } from '../document/docs.ts'
import type { Point } from '../geometry/outline.ts'
import { bridgeOnBody } from '../layout/bridgeLine.ts'
import { neckLine, readCentreLine } from '../layout/centreLine.ts'
import { controlSpots } from '../layout/controls.ts'
import { impossible } from '../layout/impossible.ts'
import { stringReport } from '../layout/stringReport.ts'
import { ownLine, toldAcross, toldLine, woodLine, type LineName } from '../layout/lines.ts'
import type { Layout } from '../layout/layOut.ts'
import { tailAt } from './requests/bridgeHoles.ts'
import { checkTuners } from '../layout/tuners.ts'
import type { CutWork } from './cutting.ts'
import type { Hole, HoleNumber } from './hole.ts'
import type { Plug } from './plugs.ts'
import type { HoleThere } from './there.ts'
import type { Work } from './templates/drawnFrom.ts'

/** Wood that a plate wants behind it, mm [from memory]: nearer to the tail its screws break out. */
const BEHIND_PLATE = 8

function tooNearTail(l: Layout): Said[] {
  if (l.body.length < 3) return []
  const rear = Math.max(...l.bridge.plate.map(p => p[0])),
    left = Math.min(...l.bridge.plate.filter(p => p[0] > rear - 1).map(p => tailAt(l, p[1]))) - rear
  return left < BEHIND_PLATE
    ? [
        left < 0
          ? say`The plate reaches ${mm(-left, 1)} over the body’s tail.`
          : say`The plate ends ${mm(left, 1)} before the body’s tail: under ${mm(BEHIND_PLATE, 0)} its screws break out.`,
      ]
    : []
}

/** One number to mark on the work: a length in mm, or words. */
export interface MarkNumber {
  label: string
  mm?: number
  /** Half-width of its doubt, mm, where it is known already. */
  doubt?: number
  text?: Said
  /** The number of a hole that it is. */
  is?: HoleNumber
  /** Whether it says where: what is struck there has to be known before it is struck. */
  place?: true
}

/** One thing to mark, cut or drill, with its numbers in the order in which they are struck. */
export interface MarkItem {
  id: string
  kind: 'mark' | 'cut' | 'plug' | 'drill' | 'there'
  title: string
  face: string
  at: Point
  numbers: MarkNumber[]
  warnings: readonly Said[]
}

const side = (y: number, line: LineName): string =>
  Math.abs(y) < 0.05 ? `on ${line}` : `off ${line}, ${y > 0 ? 'treble' : 'bass'} side`
const FROM: Record<Hole['from'], string> = {
  'pocket end': 'from the pocket’s end wall',
  nut: 'from the nut',
  'heel end': 'from the heel’s end',
}
const way = (from: Hole['from'], along: number): string =>
  `${FROM[from]}, ${along < 0 ? (from === 'nut' ? 'towards the tip' : 'towards the nut') : 'towards the tail'}`
const acrossAt = (y: number, line: LineName): MarkNumber =>
  Math.abs(y) < 0.05 ? { label: 'across', text: say`on ${line}` } : { label: side(y, line), mm: Math.abs(y) }
/** The same of a place that is to be struck. */
const off = (y: number, line: LineName): MarkNumber => ({ ...acrossAt(y, line), place: true })

/** How places are told: how far off which line, and where a place lies that is given from the pocket's end. */
interface Telling {
  line: (at: Point) => LineName
  across: (at: Point) => number
  place: (along: number, y: number) => Point
}

const plugItem = (p: Plug, { line, across }: Telling): MarkItem => ({
  id: p.id,
  kind: 'plug',
  title: p.label,
  face: 'body top',
  at: p.at,
  warnings: [],
  numbers: [
    { label: way('pocket end', p.along), mm: Math.abs(p.along) },
    off(across(p.at), line(p.at)),
    { label: 'the hole that is there', mm: p.diameter },
    { label: 'drilled out for a plug of', mm: p.plug },
  ],
})

const holeItem = (h: Hole, { line, across }: Telling): MarkItem => ({
  id: h.id,
  kind: 'drill',
  title: h.label,
  face: h.face,
  at: h.at,
  warnings: h.warnings,
  numbers: [
    { label: way(h.from, h.along), mm: Math.abs(h.along), is: 'along', place: true },
    { ...off(across(h.at), line(h.at)), is: 'across' },
    { label: 'bits, in this order', text: h.bits.map(b => b.name).join(' → ') || 'none in the drawer' },
    ...(h.depth === 'through'
      ? [{ label: 'depth', text: h.bothFaces ? 'through, from both faces' : 'through' }]
      : [{ label: 'tape on the bit', mm: h.stopMark ?? h.depth, is: 'depth' as const }]),
    ...(h.angleDeg === 90 ? [] : [{ label: 'slant to the face', text: say`${num(h.angleDeg, undefined, '°')}` }]),
    ...(h.counterbore
      ? [
          { label: `counterbore, ${h.counterbore.face}`, mm: h.counterbore.diameter },
          { label: 'its depth', mm: h.counterbore.depth },
        ]
      : []),
  ],
})

/** What to say of a drilled hole that does not lie where it is wanted today: nothing while that may be the readings' doubt. */
export function offWarnings(t: HoleThere): Said[] {
  if (!t.wanted)
    return ['Nothing that is fitted asks for this hole any more: plug it, or leave it where it is hidden.']
  if (!t.off || t.off.off <= t.off.doubt || t.off.ways.some(w => w.best && w.way === 'live with it')) return []
  return [
    say`Lies ${mm(t.off.off, 1)} off where it is wanted today: ${mm(Math.abs(t.off.along), 1)} towards the ${t.off.towards}, ${mm(Math.abs(t.off.across), 1)} to the ${t.off.across < 0 ? 'bass' : 'treble'} side.`,
  ]
}

const thereItem = (t: HoleThere, { line, across }: Telling): MarkItem => {
  const d = t.feature.dims
  return {
    id: t.id,
    kind: 'there',
    title: t.label,
    face: t.face,
    at: t.at,
    warnings: offWarnings(t),
    numbers: [
      { label: way(t.from, t.along), mm: Math.abs(t.along), doubt: d.x?.doubt ?? 0 },
      { ...acrossAt(across(t.at), line(t.at)), doubt: d.y?.doubt ?? 0 },
      { label: 'diameter', mm: d.diameter?.value ?? 0, doubt: d.diameter?.doubt ?? 0 },
      d.depth && !t.feature.through
        ? { label: 'depth', mm: d.depth.value, doubt: d.depth.doubt }
        : { label: 'depth', text: 'through' },
    ],
  }
}

/** Numbers of a cut: of a ledge, a channel, a row of holes, or anything with four sides. */
function cutNumbers(c: CutWork, { line, across, place }: Telling): MarkNumber[] {
  const told = (along: number, y: number) => off(across(place(along, y)), line(place(along, y)))
  if (c.binding !== undefined)
    return [
      { label: 'ledge, width', mm: c.size.width },
      { label: 'ledge, depth', mm: c.depth },
      { label: 'binding to have', mm: c.binding },
    ]
  const start: MarkNumber[] = [
    { label: way('pocket end', c.along), mm: Math.abs(c.along), place: true },
    told(c.along, c.across),
  ]
  if (c.ends)
    return [
      ...start,
      { label: `ends ${way('pocket end', c.ends.along)}`, mm: Math.abs(c.ends.along) },
      { ...told(c.ends.along, c.ends.across), label: `ends ${told(c.ends.along, c.ends.across).label}` },
      { label: 'bit', mm: c.size.width },
      { label: `its middle below the ${c.ends.below}`, mm: c.depth },
    ]
  if (c.row)
    return [
      ...start,
      { label: `${counted(c.row.count, 'hole')}, apart`, mm: c.row.pitch },
      { label: 'outer to outer', mm: c.size.width },
    ]
  return [
    ...start,
    { label: 'along the strings', mm: c.size.length },
    { label: 'across', mm: c.size.width },
    ...(c.size.corner ? [{ label: 'corner radius', mm: c.size.corner }] : []),
    { label: 'depth', mm: c.depth },
  ]
}

const cutItem = (c: CutWork, telling: Telling): MarkItem => ({
  id: c.id,
  kind: 'cut',
  title: c.title,
  face: c.face === 'edge' ? 'body' : `body ${c.face}`,
  at: middleOf(c.outline),
  warnings: c.stops,
  numbers: cutNumbers(c, telling),
})

const middleOf = (p: readonly Point[]): Point =>
  p.length ? [p.reduce((s, q) => s + q[0], 0) / p.length, p.reduce((s, q) => s + q[1], 0) / p.length] : [0, 0]

/** Everything to mark, cut and drill on a build, in working order, with numbers ready for rule and square. */
export function markList(w: Work, now: Shaped): MarkItem[] {
  const { layout: l, build } = w,
    strings = stringReport(build, l),
    slots = l.strings.map(s => s.nut[1])
  const tuners = checkTuners(build, l.tuners, l.head, slots),
    controls = controlSpots(build, l),
    line = readCentreLine(now),
    read = neckLine(now),
    own = ownLine(now),
    wood = woodLine(now),
    chosen = toldLine(now)
  const telling: Telling = {
    line: ([x]) => (x > 0 ? chosen : own),
    across: at => toldAcross(now, l.nutToHeelEnd, at),
    place: (along, y) => [along + l.nutToHeelEnd, y],
  }
  const drift = line && 'problem' in line ? [line.problem] : []
  const troubles = impossible(build, l)
  return [
    ...(troubles.length
      ? [
          {
            id: 'impossible',
            kind: 'mark' as const,
            title: 'What cannot be so',
            face: 'the drawing',
            at: [l.nutToHeelEnd, 0] as Point,
            warnings: troubles,
            numbers: [],
          },
        ]
      : []),
    {
      id: 'bridge-line',
      kind: 'mark',
      title: 'Bridge line and scale',
      face: 'body top',
      at: [l.scaleLength, l.bridge.y],
      warnings: tooNearTail(l),
      numbers: [
        {
          label: 'plate’s front edge, from the pocket’s end wall',
          mm: l.bridge.front - l.nutToHeelEnd,
          place: true,
        },
        { label: 'plate’s front edge, from the nut', mm: l.bridge.front, place: true },
        { label: 'scale line, from the pocket’s end wall', mm: l.scaleLength - l.nutToHeelEnd, place: true },
        { label: 'scale line, from the nut', mm: l.scaleLength, place: true },
        off(bridgeOnBody(build), wood),
        ...(read ? [off(l.bridge.y, own)] : []),
      ],
    },
    {
      id: 'centre-line',
      kind: 'mark',
      title: 'Centre line of the fitted neck',
      face: 'body top',
      at: [l.nutToHeelEnd + 30, 0],
      warnings: drift,
      numbers: read
        ? [
            { label: `at the bridge, ${side(read.drift.value, wood)}`, mm: Math.abs(read.drift.value) },
            { label: 'neck turned', text: say`${num(read.angleDeg.value, 2, '°')}` },
          ]
        : [{ label: 'both neck edges', text: 'not read yet' }],
    },
    {
      id: 'strings',
      kind: 'mark',
      title: 'Strings over nut, board and poles',
      face: 'nut and fingerboard',
      at: [-14, 0],
      warnings: strings.findings,
      numbers: strings.rows.map(r => ({
        label: `slot ${r.number}, from the nut’s treble end`,
        mm: l.halfNut - r.nut,
      })),
    },
    {
      id: 'tuners',
      kind: 'mark',
      title: 'Tuners on the head',
      face: 'headstock',
      at: middleOf(tuners.spots.map(s => s.at)),
      warnings: tuners.findings,
      numbers: tuners.spots.flatMap(s => [
        { label: `tuner ${s.string}, from the nut`, mm: -s.at[0], place: true as const },
        { label: `tuner ${s.string}, ${side(s.at[1], own)}`, mm: Math.abs(s.at[1]), place: true as const },
      ]),
    },
    ...(controls.length
      ? [
          {
            id: 'controls',
            kind: 'mark' as const,
            title: 'Knobs, switch and jack',
            face: 'body top',
            at: controls[0]!.at,
            warnings: controls.flatMap(c => c.findings.map(f => say`${c.label}: ${small(f)}`)),
            numbers: controls.flatMap(c => [
              {
                label: `${c.label}, from the pocket’s end wall`,
                mm: c.at[0] - l.nutToHeelEnd,
                place: true as const,
              },
              {
                label: `${c.label}, ${side(telling.across(c.at), chosen)}`,
                mm: Math.abs(telling.across(c.at)),
                place: true as const,
              },
            ]),
          },
        ]
      : []),
    ...w.cuts.map(c => cutItem(c, telling)),
    ...w.plugs.map(p => plugItem(p, telling)),
    ...w.holes.map(h => holeItem(h, telling)),
    ...w.there.map(t => thereItem(t, telling)),
  ]
}
