import { inMm } from '../../say/spoken.ts'
import { say, mm, num } from '../../say/said.ts'
import { partIn } from '../../document/references.ts'
import { slotsOf } from '../../document/slots.ts'
import { boundsOf, smoothClosed, type Point } from '../../geometry/outline.ts'
import { roundRectPolygon } from '../../geometry/roundRect.ts'
import { isRect, polygonOf } from '../../geometry/shape.ts'
import { shapeOf } from '../../layout/layOut.ts'
import { FEATURE_ROLES } from '../../parts/featureRoles.ts'
import type { Feature, Part } from '../../parts/part.ts'
import { fixed } from '../../units/length.ts'
import type { Drawing, Mark } from './drawing.ts'
import { turned, type Work } from './drawnFrom.ts'

/** How true a plate is wanted: places, diameters and edges, mm [from memory: what a shop holds without asking more]. */
export const TOLERANCE = { place: 0.2, hole: 0.1, edge: 0.3 } as const

const v = (f: Feature, k: string): number => f.dims[k]?.value ?? 0

/** A plate's edge in its own frame: its outline, else its length and width about its datum. */
function edgeOf(p: Part): Point[] {
  if (p.outline) return p.outline.smooth ? smoothClosed(p.outline.points) : [...p.outline.points]
  const { length, width, corner } = p.dims
  return length && width
    ? roundRectPolygon({ length: length.value, width: width.value, corner: corner?.value ?? 0 }, [0, 0], 12)
    : []
}

/** A drawing of one plate for making or sending off: outline, openings, numbered holes, sizes with tolerances. */
export function plateDrawing(w: Work, slot: string, part: Part): Drawing | undefined {
  const { to, all } = turned(w.build, false),
    edge = all(edgeOf(part))
  if (edge.length < 3) return undefined
  const box = boundsOf(edge)
  const round = part.features.filter(f => f.dims.diameter),
    open = part.features.filter(f => !f.dims.diameter && f.dims.length)
  const marks: Mark[] = [
    { kind: 'polygon', points: edge, weight: 'edge' },
    { kind: 'line', from: [box.x0 - 5, 0], to: [box.x1 + 5, 0], weight: 'centre' },
    { kind: 'line', from: [0, box.y0 - 5], to: [0, box.y1 + 5], weight: 'centre' },
    { kind: 'text', at: [1, 1], text: 'datum', height: 2.2 },
    ...open.map((f): Mark => {
      const s = shapeOf(f, 0, 0)
      return { kind: 'polygon', points: all(polygonOf(s)), weight: 'cut' }
    }),
    ...round.map((f, i): Mark => ({
      kind: 'hole',
      at: to([v(f, 'x'), v(f, 'y')]),
      diameter: v(f, 'diameter'),
      label: String(i + 1),
    })),
    {
      kind: 'dimension',
      from: [box.x0, box.y1],
      to: [box.x1, box.y1],
      text: `${fixed(box.x1 - box.x0, 1)} ±${TOLERANCE.edge}`,
      off: 9,
    },
    {
      kind: 'dimension',
      from: [box.x1, box.y1],
      to: [box.x1, box.y0],
      text: `${fixed(box.y1 - box.y0, 1)} ±${TOLERANCE.edge}`,
      off: 9,
    },
    ...open.flatMap((f): Mark[] => {
      const s = shapeOf(f, 0, 0)
      if (!isRect(s)) return []
      const c = to([s.x, s.y])
      return [
        {
          kind: 'dimension',
          from: [c[0] - s.length / 2, c[1] - s.width / 2],
          to: [c[0] + s.length / 2, c[1] - s.width / 2],
          text: `${fixed(s.length, 1)} ±${TOLERANCE.hole}`,
          off: 3,
        },
        {
          kind: 'text',
          at: [c[0] - s.length / 2, c[1] + s.width / 2 + 1.5],
          text: `${fixed(s.length, 1)} x ${fixed(s.width, 1)} R${fixed(s.corner, 1)}`,
          height: 2,
        },
      ]
    }),
  ]
  const table = [
    ['No.', 'What', 'x from datum', 'y from datum', 'Size', 'Place', 'Size held'],
    ...round.map((f, i) => [
      String(i + 1),
      `${FEATURE_ROLES[f.role].label}${f.serves ? `, ${f.serves.replace(/-/g, ' ')}` : ''}`,
      fixed(v(f, 'x'), 2),
      fixed(to([0, v(f, 'y')])[1], 2),
      `diameter ${fixed(v(f, 'diameter'), 2)}`,
      `±${TOLERANCE.place}`,
      `±${TOLERANCE.hole}`,
    ]),
    ...open.map((f, i) => [
      `C${i + 1}`,
      `${FEATURE_ROLES[f.role].label}${f.serves ? `, ${f.serves.replace(/-/g, ' ')}` : ''}`,
      fixed(v(f, 'x'), 2),
      fixed(to([0, v(f, 'y')])[1], 2),
      f.outline
        ? 'as drawn'
        : `${fixed(v(f, 'length'), 2)} × ${fixed(v(f, 'width'), 2)} R${fixed(v(f, 'corner'), 1)}`,
      `±${TOLERANCE.place}`,
      `±${TOLERANCE.hole}`,
    ]),
  ]
  return {
    id: `plate-${slot}`,
    slot,
    title: `${w.build.name}: ${part.name}`,
    face: 'seen from the front',
    mirrored: false,
    lay: inMm(
      say`Thickness ${mm(part.dims.thickness?.value ?? 0, 2)}. Sizes in mm; edge ±${num(TOLERANCE.edge, 1)}, places ±${num(TOLERANCE.place, 1)}, openings ±${num(TOLERANCE.hole, 1)}.`,
    ),
    marks,
    table,
  }
}

/** Guards and plates of a build that have an edge to draw. */
export const plateDrawings = (w: Work): Drawing[] =>
  slotsOf(w.build.instrument)
    .filter(s => s.kind === 'guard' || s.kind === 'plate')
    .flatMap(s => {
      const part = partIn(w.build, s.id),
        d = part && plateDrawing(w, s.id, part)
      return d ? [d] : []
    })
