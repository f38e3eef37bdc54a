import { spoken } from '../say/spoken.ts'
import { say, mm } from '../say/said.ts'
import { sizeAt } from '../document/assumed.ts'
import type { Named } from '../document/docs.ts'
import { NAME, FLAG } from '../circuit/drawing/labels.ts'
import { LUG } from '../circuit/drawing/route.ts'
import { lugWords } from '../circuit/lugFinder.ts'
import { partOf } from '../circuit/settings.ts'
import type { SolderDrawing } from '../circuit/solderDrawing.ts'
import { drawing } from '../ways/drawing.ts'
import type { Drawing, Mark } from '../drill/templates/drawing.ts'
import type { Point } from '../geometry/outline.ts'
import { cutList } from '../ways/cutList.ts'

/** Chords of a pot's case. */
const ROUND = 48

const up = ([x, y]: Point): Point => [x, -y]

const lines = (points: readonly Point[], weight: 'edge' | 'cut' | 'hidden'): Mark[] =>
  points.slice(1).map((p, i): Mark => ({ kind: 'line', from: up(points[i]!), to: up(p), weight }))

/** Writing about a place. */
const writing = (text: string, at: Point, height: number): Mark => ({
  kind: 'text',
  at: up([at[0] - (text.length * height * 0.5) / 2, at[1] + height / 2]),
  text,
  height,
})

/** Components with their lugs, wires with their numbers, names: as on the screen. */
function marksOf(d: SolderDrawing): Mark[] {
  return [
    ...d.components.flatMap((c): Mark[] => [
      {
        kind: 'polygon',
        points: ('radius' in c.outline
          ? Array.from({ length: ROUND }, (_, i): Point => {
              const a = (2 * Math.PI * i) / ROUND,
                r = (c.outline as { radius: number }).radius
              return [c.at[0] + r * Math.cos(a), c.at[1] + r * Math.sin(a)]
            })
          : // Of a pickup the end with its leads is shown.
            c.outline.points.map((p): Point => [p[0], Math.max(d.box.y0, Math.min(d.box.y1, p[1]))])
        ).map(up),
        weight: 'hidden',
      },
      ...c.lugs.flatMap((l): Mark[] =>
        l.wide
          ? []
          : [
              { kind: 'hole', at: up(l.at), diameter: 2 * LUG, label: '' },
              writing(l.name, [l.at[0], l.at[1] + 3], 1.6),
            ],
      ),
    ]),
    ...d.wires.flatMap(w => [...lines(w.points, 'edge'), ...w.braids.flatMap(b => lines(b.points, 'hidden'))]),
    ...d.flags.flatMap(f => [
      ...(f.leader ? lines([f.at, f.leader], 'hidden') : []),
      writing(f.text, f.at, FLAG * 0.8),
    ]),
    ...d.names.map(n => writing(n.text, n.at, NAME * 0.8)),
  ]
}

/** The circuit from the solderer's side as a full-size drawing, with its wires as a list: to lie under the work. */
export function circuitSheet(build: Named): Drawing | undefined {
  const d = drawing(build)
  if (!d.components.length) return undefined
  const { wires } = cutList(build, d)
  return {
    id: 'circuit',
    title: `${build.name}: circuit`,
    face: 'soldered side',
    mirrored: true,
    lay: 'Seen from behind, as it is soldered; lay it beside the work with the pickups above.',
    marks: marksOf(d),
    listed: 'Wires',
    table: [
      ['wire', 'from', 'to', 'sort', 'mm'],
      ...wires.map(w => [
        w.id,
        lugWords(build.circuit, w.from),
        lugWords(build.circuit, w.to),
        w.colour ? `${w.kind}, ${w.colour}` : w.kind,
        String(w.length),
      ]),
    ],
  }
}

/** Play of a control in its board, mm [from memory]. */
const LOOSE = 0.5

/**
 * A board on which the harness is wired outside the instrument: a hole for every control at its true place, seen from
 * the side that is soldered, so that each stands as it will hang in the body. Undefined without controls.
 */
export function harnessBoard(build: Named): Drawing | undefined {
  const d = drawing(build)
  const standing = d.components.flatMap(c => {
    const own = build.circuit.components.find(x => x.id === c.id)!,
      part = partOf(build, own)
    return c.kind === 'pot' || c.kind === 'switch' || c.kind === 'jack'
      ? [{ c, hole: part ? sizeAt(part, part.kind, 'threadDiameter') + LOOSE : undefined }]
      : []
  })
  if (!standing.length) return undefined
  const size = (hole: number | undefined) => (hole === undefined ? '' : (Math.round(hole * 2) / 2).toFixed(1))
  return {
    id: 'harness',
    title: `${build.name}: harness board`,
    face: 'soldered side',
    mirrored: true,
    lay: spoken(
      say`Glue it on a board of ${mm(6, 0)} or more and drill the holes: the controls stand in it shaft down, their lugs up, where they will hang in the body. Solder and test on it; then everything goes in.`,
      build.preferences,
    ),
    marks: [
      ...marksOf(d),
      ...standing.flatMap(({ c, hole }): Mark[] =>
        hole === undefined ? [] : [{ kind: 'hole', at: up(c.at), diameter: hole, label: size(hole) }],
      ),
    ],
    listed: 'Holes',
    table: [
      ['control', 'hole mm', 'turned', 'its place'],
      ...standing.map(({ c, hole }) => [
        c.label,
        size(hole),
        `${Math.round(c.turn)}°`,
        c.loose ? 'where there is room: no hole tells its place' : 'as in the body',
      ]),
    ],
  }
}
