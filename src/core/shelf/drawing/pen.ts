import { smoothClosed, type Point } from '../../geometry/outline.ts'
import { roundRectPolygon } from '../../geometry/roundRect.ts'
import type { OutlineData, Part } from '../../parts/part.ts'

/** One line of a part's drawing, mm. */
export interface DrawnShape {
  points: readonly Point[]
  closed: boolean
  line: 'edge' | 'part' | 'hidden' | 'fine'
}

/** Where a dimension stands on the drawing: between two points, along x or y or straight. */
export interface DrawnDimension {
  path: string
  from: Point
  to: Point
}

/** A view of a part: from above, or from the side. */
export interface DrawnView {
  name: string
  shapes: DrawnShape[]
  dimensions: DrawnDimension[]
}

export const closed = (points: readonly Point[], line: DrawnShape['line'] = 'edge'): DrawnShape => ({
  points,
  closed: true,
  line,
})
export const open = (points: readonly Point[], line: DrawnShape['line'] = 'fine'): DrawnShape => ({
  points,
  closed: false,
  line,
})
export const box = (
  x: number,
  y: number,
  w: number,
  h: number,
  line: DrawnShape['line'] = 'edge',
  corner = 0,
): DrawnShape =>
  closed(
    corner > 0
      ? roundRectPolygon({ length: w, width: h, corner }, [x + w / 2, y + h / 2], 8)
      : [
          [x, y],
          [x + w, y],
          [x + w, y + h],
          [x, y + h],
        ],
    line,
  )
export const disc = (x: number, y: number, d: number, line: DrawnShape['line'] = 'part'): DrawnShape =>
  closed(roundRectPolygon({ length: d, width: d, corner: d / 2 }, [x, y], 10), line)
export const curve = (o: OutlineData, dx = 0, dy = 0): Point[] => {
  const c = o.points.map(([x, y]): Point => [x + dx, y + dy])
  return o.smooth ? smoothClosed(c) : c
}

/** What draws one part: its dimensions' values, and where each stands. */
export type Pen = ReturnType<typeof penOf>

export function penOf(part: Part) {
  const has = (k: string) => part.dims[k] !== undefined
  const v = (k: string, or = 0): number => part.dims[k]?.value ?? or
  const d = (key: string, from: Point, to: Point): DrawnDimension[] =>
    has(key) ? [{ path: `dims.${key}`, from, to }] : []
  const features = () =>
    part.features.map(f => {
      const w = (k: string) => f.dims[k]?.value ?? 0,
        x = w('x') - (f.role === 'neck-pocket' ? w('length') / 2 : 0),
        y = w('y')
      const across = f.dims.diameter ? w('diameter') : w('width'),
        along = f.dims.diameter ? w('diameter') : w('length'),
        p = (k: string) => `features.${f.id}.${k}`
      const shape = f.outline
        ? closed(curve(f.outline, x, y), 'part')
        : f.dims.diameter
          ? disc(x, y, w('diameter'))
          : closed(
              roundRectPolygon({ length: along, width: across, corner: w('corner') }, [x, y], 8),
              f.face === 'back' ? 'hidden' : 'part',
            )
      const dims: DrawnDimension[] = [
        { path: p('x'), from: [0, y], to: [w('x'), y] },
        { path: p('y'), from: [x, 0], to: [x, y] },
        { path: p('diameter'), from: [x - along / 2, y], to: [x + along / 2, y] },
        { path: p('length'), from: [x - along / 2, y], to: [x + along / 2, y] },
        { path: p('width'), from: [x, y - across / 2], to: [x, y + across / 2] },
        {
          path: p('widthEnd'),
          from: [x + along / 2, y - w('widthEnd') / 2],
          to: [x + along / 2, y + w('widthEnd') / 2],
        },
        {
          path: p('corner'),
          from: [x + along / 2 - w('corner'), y + across / 2],
          to: [x + along / 2, y + across / 2],
        },
      ]
      return { shape, dims }
    })
  const sheet = (shapes: DrawnShape[], dimensions: DrawnDimension[]): DrawnView => {
    const f = features()
    return {
      name: 'from above',
      shapes: [...shapes, ...f.map(x => x.shape)],
      dimensions: [...dimensions, ...f.flatMap(x => x.dims)],
    }
  }
  const edge = () => (part.outline ? [closed(curve(part.outline))] : [])
  return { part, has, v, d, features, sheet, edge }
}
