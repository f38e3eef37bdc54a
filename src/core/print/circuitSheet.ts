import type { Build } from '../build/build.ts'
import type { Laid, Wired } from '../build/docs.ts'
import { cutList } from '../circuit/cutList.ts'
import { NAME, FLAG } from '../circuit/drawing/labels.ts'
import { LUG } from '../circuit/drawing/route.ts'
import { lugWords } from '../circuit/lugFinder.ts'
import { solderDrawing } from '../circuit/solderDrawing.ts'
import type { Drawing, Mark } from '../drill/templates/drawing.ts'
import type { Point } from '../geometry/outline.ts'

/** Chords of a pot's case. */
const ROUND = 48

/** The circuit from the solderer's side as a full-size drawing, with its wires as a list: to lie under the work. */
export function circuitSheet(build: Wired & Laid & Pick<Build, 'name'>): Drawing | undefined {
  const d = solderDrawing(build)
  if (!d.components.length) return undefined
  const up = ([x, y]: Point): Point => [x, -y]
  const line = (points: readonly Point[], weight: 'edge' | 'cut' | 'hidden'): Mark[] =>
    points.slice(1).map((p, i): Mark => ({ kind: 'line', from: up(points[i]!), to: up(p), weight }))
  const writing = (text: string, at: Point, height: number): Mark => ({
    kind: 'text',
    at: up([at[0] - (text.length * height * 0.5) / 2, at[1] + height / 2]),
    text,
    height,
  })
  const { wires } = cutList(build, d)
  return {
    id: 'circuit',
    title: `${build.name}: circuit`,
    face: 'soldered side',
    mirrored: true,
    lay: 'Seen from behind, as it is soldered; lay it beside the work with the pickups above.',
    marks: [
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
      ...d.wires.flatMap(w => line(w.points, 'edge')),
      ...d.flags.flatMap(f => [
        ...(f.leader ? line([f.at, f.leader], 'hidden') : []),
        writing(f.text, f.at, FLAG * 0.8),
      ]),
      ...d.names.map(n => writing(n.text, n.at, NAME * 0.8)),
    ],
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
