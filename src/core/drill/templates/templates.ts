import { spoken, type Reader } from '../../say/spoken.ts'
import { say, mm, size } from '../../say/said.ts'
import { partIn } from '../../document/references.ts'
import { boundsOf, type Point } from '../../geometry/outline.ts'
import { roundRectPolygon } from '../../geometry/roundRect.ts'
import { controlSpots } from '../../layout/controls.ts'
import type { PlacedFeature } from '../../layout/layOut.ts'
import { bodyLine, LINES, ownLine, toldAcross, toldLine, type LineName } from '../../layout/lines.ts'
import { stringReport } from '../../layout/stringReport.ts'
import { checkTuners } from '../../layout/tuners.ts'
import type { CutWork } from '../cutting.ts'
import { GROUP_NAMES, type Face, type Hole, type HoleGroup } from '../hole.ts'
import { type Drawing, type Mark, SMALL } from './drawing.ts'
import { plateDrawings } from './plates.ts'
import { turned, type Work } from './drawnFrom.ts'

export const HOLE_HEAD = ['Hole', 'What', 'Bits', 'Depth', 'Stop at', 'Square to', 'When'] as const

/** Holes as rows of a table, numbered as they are on the drawing. */
export const holeTable = (holes: readonly Hole[], reader: Reader): string[][] => [
  [...HOLE_HEAD],
  ...holes.map((h, i) => [
    String(i + 1),
    h.label,
    h.bits.map(b => b.name).join(', '),
    h.depth === 'through' ? 'through' : spoken(say`${mm(h.depth)}`, reader),
    h.stopMark === undefined ? '' : spoken(say`${mm(h.stopMark)}`, reader),
    h.angleDeg === 90 ? h.face : `slanting, ${h.angleDeg}°`,
    h.when,
  ]),
]

const text = (at: Point, t: string, height = SMALL): Mark => ({ kind: 'text', at, text: t, height })
const line = (from: Point, to: Point, weight: 'edge' | 'centre' | 'dimension' | 'hidden' | 'cut'): Mark => ({
  kind: 'line',
  from,
  to,
  weight,
})
const outline = (points: readonly Point[], weight: 'edge' | 'hidden' | 'cut' | 'dimension'): Mark[] =>
  points.length > 2 ? [{ kind: 'polygon', points, weight }] : []

const holeMarks = (holes: readonly Hole[], to: (p: Point) => Point, from = 0): Mark[] =>
  holes.map((h, i): Mark => ({
    kind: 'hole',
    at: to(h.at),
    diameter:
      h.counterbore && h.counterbore.face !== h.face ? h.counterbore.diameter : (h.bits.at(-1)?.mm ?? h.wanted),
    label: String(from + i + 1),
  }))

const drilled = (f: PlacedFeature, to: (p: Point) => Point): Mark[] =>
  f.diameter === undefined
    ? outline(f.polygon.map(to), 'hidden')
    : [{ kind: 'hole', at: to(f.centre), diameter: f.diameter, label: '' }]

/** Who reads a sheet of a build: its own unit. */
const reader = (w: Work): Reader => w.build.preferences

/** The lines over a stretch: the one that places are told from is the strong one, and where the fitted neck points beside it the other too. */
function centreLines(w: Work, to: (p: Point) => Point, x0: number, x1: number): Mark[] {
  const body = bodyLine(w.build, w.layout.nutToHeelEnd, x0, x1),
    byBody = toldLine(w.build) === LINES.body
  return [
    line(to([x0, 0]), to([x1, 0]), byBody ? 'dimension' : 'centre'),
    text([x0 + 4, 1.5], plain(ownLine(w.build))),
    ...(body
      ? [
          line(to(body[0]), to(body[1]), byBody ? 'centre' : 'dimension'),
          text([x1 - 40, to(body[1])[1] - 4], plain(LINES.body)),
        ]
      : []),
  ]
}
/** A line's name without its article, as it is written beside it. */
const plain = (name: LineName): string => name.replace(/^the /, '')

/** Which line of the sheet is laid on which of the body. */
const LAY: Record<LineName, string> = {
  [LINES.one]: 'Lay the centre line on the body’s',
  [LINES.body]: 'Lay the body’s own line on the body’s, not the neck’s',
  [LINES.neck]: 'Lay the neck’s line on the one that was carried over the body from the fitted neck',
}
const layOn = (w: Work): string => LAY[toldLine(w.build)]

function bodyFace(w: Work, behind: boolean): Drawing | undefined {
  const { layout: l, build } = w,
    body = partIn(build, 'body')
  if (!body || l.body.length < 3) return undefined
  const { to, all } = turned(build, behind),
    box = boundsOf(l.body),
    face: Face = behind ? 'body back' : 'body top'
  const own = w.holes.filter(
    h =>
      (h.face === face ||
        (h.bothFaces && h.piece === 'body') ||
        (h.face === 'body edge' && !behind) ||
        (h.face === 'cavity wall' && behind)) &&
      h.piece === 'body',
  )
  const features = l.features.filter(
    f =>
      f.partId === body.id &&
      f.face !== 'side' &&
      (behind ? f.face === 'back' || body.features.find(x => x.id === f.id)?.through : true),
  )
  const bridge: Mark[] = behind
    ? []
    : [
        ...outline(all(l.bridge.plate), 'dimension'),
        line(to([l.scaleLength, -60]), to([l.scaleLength, 60]), 'centre'),
        text(
          [l.scaleLength + 1.5, 52],
          spoken(say`scale line ${mm(l.scaleLength - l.nutToHeelEnd)} from the pocket’s end`, reader(w)),
        ),
      ]
  const spots: Mark[] = behind
    ? []
    : controlSpots(build, l)
        .filter(s => s.knob > 0 && s.on !== 'side')
        .map((s): Mark => ({
          kind: 'polygon',
          points: Array.from({ length: 32 }, (_, i): Point => {
            const a = (i * Math.PI) / 16
            return to([s.at[0] + (s.knob / 2) * Math.cos(a), s.at[1] + (s.knob / 2) * Math.sin(a)])
          }),
          weight: 'dimension',
        }))
  return {
    id: behind ? 'body-back' : 'body-top',
    title: `${build.name}: ${face}`,
    face,
    mirrored: behind,
    lay: `${layOn(w)}, the pocket’s end line on its end wall.`,
    marks: [
      ...outline(all(l.body), 'edge'),
      ...centreLines(w, to, box.x0 - 4, box.x1 + 4),
      line(to([l.nutToHeelEnd, -40]), to([l.nutToHeelEnd, 40]), 'edge'),
      text([l.nutToHeelEnd + 1.5, -36], "pocket's end"),
      ...features.flatMap(f => drilled(f, to)),
      ...bridge,
      ...spots,
      ...holeMarks(own, to),
    ],
    table: holeTable(own, reader(w)),
  }
}

function headFace(w: Work, behind: boolean): Drawing | undefined {
  const { layout: l, build } = w
  if (l.head.length < 3) return undefined
  const { to, all } = turned(build, behind),
    box = boundsOf(l.head)
  const own = w.holes.filter(
    h => h.piece === 'head' && (h.face === (behind ? 'headstock back' : 'headstock face') || h.bothFaces),
  )
  const check = checkTuners(
    build,
    l.tuners,
    l.head,
    l.strings.map(s => s.nut[1]),
  )
  const trees = behind ? [] : stringReport(build, l).trees
  return {
    id: behind ? 'head-back' : 'head-face',
    title: `${build.name}: headstock ${behind ? 'back' : 'face'}`,
    face: behind ? 'headstock back' : 'headstock face',
    mirrored: behind,
    lay: 'Lay the centre line on the neck’s and the nut line on the fingerboard’s edge.',
    marks: [
      ...outline(all(l.head), 'edge'),
      ...centreLines(w, to, box.x0 - 4, 12),
      line(to([0, -l.halfNut]), to([0, l.halfNut]), 'edge'),
      text([1.5, -3.5], 'nut line'),
      ...l.features.filter(f => f.role === 'tuner-hole').flatMap(f => drilled(f, to)),
      ...(behind
        ? check.spots.flatMap(s => outline(all(s.body), 'dimension'))
        : l.strings.flatMap(s => (s.tuner ? [line(to(s.nut), to(s.tuner), 'dimension')] : []))),
      ...trees.map((t): Mark => ({ kind: 'hole', at: to(t.at), diameter: 1.5, label: 'tree' })),
      ...holeMarks(own, to),
    ],
    table: holeTable(own, reader(w)),
  }
}

/** The bridge with its holes and strings, close: what is punched first. */
function bridgePlace(w: Work): Drawing | undefined {
  const { layout: l, build } = w,
    { to, all } = turned(build, false)
  const own = w.holes.filter(
    h => (h.group === 'bridge' || h.group === 'ground' || h.group === 'strings') && h.face === 'body top',
  )
  const front = l.bridge.front,
    half = 62
  return {
    id: 'bridge',
    title: `${build.name}: bridge`,
    face: 'body top',
    mirrored: false,
    lay: spoken(
      say`${layOn(w)}. The plate’s front line lies ${mm(front - l.nutToHeelEnd)} from the pocket’s end wall.`,
      reader(w),
    ),
    marks: [
      ...outline(all(l.bridge.plate), 'edge'),
      ...centreLines(w, to, front - 50, front + 80),
      line(to([l.scaleLength, -half]), to([l.scaleLength, half]), 'centre'),
      text([l.scaleLength + 1.5, half - 4], spoken(say`scale length ${mm(l.scaleLength)}`, reader(w))),
      line(to([front, -half]), to([front, half]), 'dimension'),
      ...l.strings.map(s => line(to([front - 30, s.saddle[1]]), to(s.saddle), 'dimension')),
      ...holeMarks(own, to),
    ],
    table: holeTable(own, reader(w)),
  }
}

/** The outline that a bearing bit follows, for one rout, pocket or recess. */
const routOutline = (w: Work, c: CutWork): Drawing => {
  const { to, all } = turned(w.build, c.face === 'back'),
    box = boundsOf(c.outline),
    middle: Point = [(box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2]
  const reach = 12,
    x0 = box.x0 - reach,
    x1 = box.x1 + reach,
    told = toldAcross(w.build, w.layout.nutToHeelEnd, [c.along + w.layout.nutToHeelEnd, c.across])
  return {
    id: `rout-${c.id}`,
    title: `${w.build.name}: ${c.title}`,
    face: c.face === 'back' ? 'body back' : 'body top',
    mirrored: c.face === 'back',
    lay: spoken(
      say`Its middle lies ${mm(c.along)} from the pocket’s end wall, ${mm(Math.abs(told))} to the ${told < 0 ? 'bass' : 'treble'} side of ${toldLine(w.build)}.`,
      reader(w),
    ),
    marks: [
      ...outline(all(c.outline), 'cut'),
      ...c.removes.flatMap(p => outline(all(p), 'dimension')),
      line(to([x0, middle[1]]), to([x1, middle[1]]), 'centre'),
      line(to([middle[0], box.y0 - reach]), to([middle[0], box.y1 + reach]), 'centre'),
      ...(Math.abs(middle[1]) > 0.05 && Math.abs(middle[1]) < 90 ? centreLines(w, to, x0, x1) : []),
      text(
        [x0, Math.min(to(middle)[1], 0) - (box.y1 - box.y0) / 2 - reach - 6],
        spoken(
          say`${size([c.size.length, c.size.width], 1)}${c.size.corner === undefined ? '' : say`, corner ${mm(c.size.corner)}`}, ${mm(c.depth)} deep. For a bit with a bearing: the outline is the rout’s own.`,
          reader(w),
        ),
        2,
      ),
    ],
    table: [],
  }
}

/** Groups that want a block or strip with guide holes, so that a row comes out as a row. */
const BLOCKS: readonly { group: HoleGroup; title: string; of: (h: Hole) => boolean }[] = [
  { group: 'strings', title: 'strings through the body', of: h => h.group === 'strings' },
  { group: 'bridge', title: 'bridge', of: h => h.group === 'bridge' && h.face === 'body top' },
  { group: 'tuners', title: 'tuner holes', of: h => h.group === 'tuners' && h.purpose === 'bushing' },
  { group: 'tuners', title: 'tuner screws', of: h => h.group === 'tuners' && h.purpose === 'screw pilot' },
  { group: 'neck', title: 'neck screws', of: h => h.face === 'body back' && h.group === 'neck' },
]

/** A block of hardwood with the group's holes, to be drilled on a press once and to guide the bit after. */
function block(w: Work, title: string, holes: readonly Hole[], practice: boolean): Drawing {
  const behind = holes.every(h => h.face === 'body back' || h.face === 'headstock back'),
    { to } = turned(w.build, behind)
  const box = boundsOf(holes.map(h => h.at)),
    room = 15
  const edge = roundRectPolygon(
    { length: box.x1 - box.x0 + 2 * room, width: box.y1 - box.y0 + 2 * room, corner: 0 },
    [(box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2],
    1,
  )
  const deepest = holes.reduce((m, h) => Math.max(m, h.depth === 'through' ? 0 : h.depth), 0)
  return {
    id: `${practice ? 'practice' : 'block'}-${title.replace(/ /g, '-')}`,
    title: `${w.build.name}: ${practice ? 'practice piece' : 'drilling block'}, ${title}`,
    face: practice ? 'scrap' : holes[0]!.face,
    mirrored: behind,
    lay: spoken(
      practice
        ? say`On scrap of the same wood (${holes[0]!.wood}), ${deepest ? say`at least ${mm(deepest + 5, 0)} thick` : 'as thick as the work'}: bits, depth and screws as on the instrument.`
        : say`Hardwood ${mm(25, 0)} thick, drilled on a press; the lines are carried over its edges and laid on the work’s.`,
      reader(w),
    ),
    marks: [
      ...outline(edge.map(to), 'edge'),
      ...(box.y0 - room < 0 && box.y1 + room > 0
        ? holes[0]!.piece === 'body'
          ? centreLines(w, to, box.x0 - room - 4, box.x1 + room + 4)
          : [
              line(to([box.x0 - room - 4, 0]), to([box.x1 + room + 4, 0]), 'centre'),
              text([box.x0 - room + 1, 1], plain(ownLine(w.build)), 2),
            ]
        : []),
      ...(holes[0]!.piece === 'body' && l0(w) > box.x0 - room && l0(w) < box.x1 + room
        ? [line(to([l0(w), box.y0 - room]), to([l0(w), box.y1 + room]), 'centre')]
        : []),
      ...holeMarks(holes, to),
    ],
    table: holeTable(holes, reader(w)),
  }
}
const l0 = (w: Work) => w.layout.scaleLength

/** A group's holes for a scrap of wood; undefined when the build has none of them. */
export function practicePiece(w: Work, group: HoleGroup): Drawing | undefined {
  const own = w.holes.filter(h => h.group === group && h.face !== 'body edge' && h.piece !== 'heel')
  const first = own[0]
  return (
    first &&
    block(
      w,
      GROUP_NAMES[group],
      own.filter(h => h.piece === first.piece && h.face === first.face),
      true,
    )
  )
}

/** Every template of a build, in working order. */
export function templatesOf(w: Work): Drawing[] {
  const some = (d: Drawing | undefined): Drawing[] => (d && d.marks.length ? [d] : [])
  return [
    ...some(bodyFace(w, false)),
    ...some(bodyFace(w, true)),
    ...some(bridgePlace(w)),
    ...some(headFace(w, false)),
    ...some(headFace(w, true)),
    ...plateDrawings(w),
    ...w.cuts
      .filter(c => (c.outline.length > 2 && c.size.corner !== undefined) || c.removes.length > 0)
      .map(c => routOutline(w, c)),
    ...BLOCKS.flatMap(b => {
      const own = w.holes.filter(b.of)
      return own.length > 1 ? [block(w, b.title, own, false)] : []
    }),
  ]
}
