import { smoothClosed, type Point } from '../geometry/outline.ts'
import { roundRectPolygon } from '../geometry/roundRect.ts'
import { fretPositions } from '../layout/frets.ts'
import type { OutlineData, Part } from '../parts/part.ts'

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

const closed = (points: readonly Point[], line: DrawnShape['line'] = 'edge'): DrawnShape => ({
  points,
  closed: true,
  line,
})
const open = (points: readonly Point[], line: DrawnShape['line'] = 'fine'): DrawnShape => ({
  points,
  closed: false,
  line,
})
const box = (
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
const disc = (x: number, y: number, d: number, line: DrawnShape['line'] = 'part'): DrawnShape =>
  closed(roundRectPolygon({ length: d, width: d, corner: d / 2 }, [x, y], 10), line)
const curve = (o: OutlineData, dx = 0, dy = 0): Point[] => {
  const c = o.points.map(([x, y]): Point => [x + dx, y + dy])
  return o.smooth ? smoothClosed(c) : c
}

/** Drawing of a part from its own dimensions, so that the one that is typed is seen where it belongs. */
export function drawPart(part: Part): DrawnView[] {
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

  switch (part.kind) {
    case 'body':
      return [
        sheet(edge(), []),
        {
          name: 'edge',
          shapes: [box(0, 0, 120, v('thickness'))],
          dimensions: [
            ...d('thickness', [0, 0], [0, v('thickness')]),
            ...d('edgeRadius', [120 - v('edgeRadius'), 0], [120, 0]),
          ],
        },
      ]
    case 'guard':
      return [
        sheet(edge(), [
          ...d('notchWidth', [0, -v('notchWidth') / 2], [0, v('notchWidth') / 2]),
          ...d('bridgeEdge', [0, 0], [v('bridgeEdge'), 0]),
        ]),
        {
          name: 'edge',
          shapes: [box(0, 0, 60, v('thickness'))],
          dimensions: d('thickness', [0, 0], [0, v('thickness')]),
        },
      ]
    case 'neck': {
      const heel = v('nutToHeelEnd'),
        nut = v('widthAtNut') / 2,
        last = v('widthAtLastFret') / 2,
        frets = fretPositions(v('scaleLength'), v('frets')),
        end = frets.at(-1) ?? heel
      const half = (x: number) => nut + ((last - nut) * x) / (end || 1),
        start = heel - v('heelLength')
      return [
        sheet(
          [
            ...edge(),
            closed([
              [0, nut],
              [Math.max(end + 6, heel), last],
              [Math.max(end + 6, heel), -last],
              [0, -nut],
            ]),
            ...frets.map(x =>
              open([
                [x, -half(x)],
                [x, half(x)],
              ]),
            ),
            open(
              [
                [start, -v('heelWidth') / 2],
                [heel, -v('heelWidthEnd') / 2],
                [heel, v('heelWidthEnd') / 2],
                [start, v('heelWidth') / 2],
              ],
              'hidden',
            ),
          ],
          [
            ...d('scaleLength', [0, 0], [v('scaleLength'), 0]),
            ...d('nutToHeelEnd', [0, 0], [heel, 0]),
            ...d('heelLength', [start, 0], [heel, 0]),
            ...d('heelWidth', [start, -v('heelWidth') / 2], [start, v('heelWidth') / 2]),
            ...d('heelWidthEnd', [heel, -v('heelWidthEnd') / 2], [heel, v('heelWidthEnd') / 2]),
            ...d('widthAtNut', [0, -nut], [0, nut]),
            ...d('widthAtLastFret', [end, -last], [end, last]),
          ],
        ),
        {
          name: 'heel from the side',
          shapes: [
            box(0, 0, v('heelLength'), v('heelThickness') - v('fingerboardThickness')),
            box(
              -20,
              v('heelThickness') - v('fingerboardThickness'),
              v('heelLength') + 26,
              v('fingerboardThickness'),
              'part',
            ),
            box(10, v('heelThickness'), 2, v('fretHeight'), 'fine'),
          ],
          dimensions: [
            ...d('heelThickness', [0, 0], [0, v('heelThickness')]),
            ...d(
              'fingerboardThickness',
              [40, v('heelThickness') - v('fingerboardThickness')],
              [40, v('heelThickness')],
            ),
            ...d('fretHeight', [10, v('heelThickness')], [10, v('heelThickness') + v('fretHeight')]),
          ],
        },
        {
          name: 'nut and head from the side',
          shapes: [
            box(0, -v('slotDepth'), 40, v('slotDepth') + 1, 'fine'),
            box(-v('slotWidth'), -v('slotDepth'), v('slotWidth'), v('slotDepth') + 3, 'part'),
            box(-90, -v('headDrop') - v('headThickness'), 88, v('headThickness')),
          ],
          dimensions: [
            ...d('slotWidth', [-v('slotWidth'), 0], [0, 0]),
            ...d('slotDepth', [0, -v('slotDepth')], [0, 0]),
            ...d('headThickness', [-60, -v('headDrop') - v('headThickness')], [-60, -v('headDrop')]),
            ...d('headDrop', [-20, -v('headDrop')], [-20, 0]),
          ],
        },
      ]
    }
    case 'bridge': {
      const l = v('plateLength'),
        w = v('plateWidth'),
        s = v('frontToForwardSaddle'),
        e = v('stringSpread') / 2
      const f = features(),
        block = v('blockDepth')
      return [
        {
          name: 'from above',
          shapes: [
            box(0, -w / 2, l, w, 'edge', 3),
            open(
              [
                [s, -e - 3],
                [s, e + 3],
              ],
              'part',
            ),
            open(
              [
                [s + v('saddleTravel'), -e - 3],
                [s + v('saddleTravel'), e + 3],
              ],
              'hidden',
            ),
            ...f.map(x => ({ ...x.shape, points: x.shape.points.map(([px, py]): Point => [px + s, py]) })),
          ],
          dimensions: [
            ...d('plateLength', [0, w / 2], [l, w / 2]),
            ...d('plateWidth', [l, -w / 2], [l, w / 2]),
            ...d('frontToForwardSaddle', [0, 0], [s, 0]),
            ...d('saddleTravel', [s, 0], [s + v('saddleTravel'), 0]),
            ...d('stringSpread', [s, -e], [s, e]),
            ...d(
              'postSpacing',
              [v('postBehindFront'), -v('postSpacing') / 2],
              [v('postBehindFront'), v('postSpacing') / 2],
            ),
            ...f.flatMap(x =>
              x.dims.map(q => ({
                ...q,
                from: [q.from[0] + s, q.from[1]] as Point,
                to: [q.to[0] + s, q.to[1]] as Point,
              })),
            ),
          ],
        },
        {
          name: 'from the side',
          shapes: [
            box(0, 0, l, v('plateThickness')),
            open(
              [
                [s, v('saddleLow')],
                [s + 8, v('saddleLow')],
              ],
              'part',
            ),
            open(
              [
                [s, v('saddleHigh')],
                [s + 8, v('saddleHigh')],
              ],
              'hidden',
            ),
            ...(block ? [box(l * 0.3, -block, v('blockLength', 12), block, 'part')] : []),
          ],
          dimensions: [
            ...d('plateThickness', [l, 0], [l, v('plateThickness')]),
            ...d('saddleLow', [s, 0], [s, v('saddleLow')]),
            ...d('saddleHigh', [s + 8, 0], [s + 8, v('saddleHigh')]),
            ...d('blockDepth', [l * 0.3, -block], [l * 0.3, 0]),
            ...d('blockLength', [l * 0.3, -block], [l * 0.3 + v('blockLength'), -block]),
          ],
        },
      ]
    }
    case 'pickup': {
      const l = v('length'),
        w = v('width'),
        poles = v('poleSpread') / 2
      return [
        {
          name: 'from above',
          shapes: [
            ...(part.outline
              ? edge()
              : [closed(roundRectPolygon({ length: l, width: w, corner: v('corner') }, [0, 0], 10))]),
            ...Array.from({ length: 6 }, (_, i) => disc(0, poles - (2 * poles * i) / 5, 4, 'fine')),
            ...(has('mountSpread')
              ? [-1, 1].map(k => disc(0, (k * v('mountSpread')) / 2, v('tabHole', 3), 'fine'))
              : []),
          ],
          dimensions: [
            ...d('length', [-l / 2, 0], [l / 2, 0]),
            ...d('width', [0, -w / 2], [0, w / 2]),
            ...d('corner', [l / 2 - v('corner'), w / 2], [l / 2, w / 2]),
            ...d('poleSpread', [0, -poles], [0, poles]),
            ...d('mountSpread', [0, -v('mountSpread') / 2], [0, v('mountSpread') / 2]),
          ],
        },
        {
          name: 'from the side',
          shapes: [
            box(-l / 2, -v('depthBelowTop'), l, v('depthBelowTop')),
            box(-l / 2, 0, l, v('coverHeight', 4), 'hidden'),
            open(
              [
                [-l, 0],
                [l, 0],
              ],
              'fine',
            ),
          ],
          dimensions: [
            ...d('depthBelowTop', [l / 2, -v('depthBelowTop')], [l / 2, 0]),
            ...d('coverHeight', [-l / 2, 0], [-l / 2, v('coverHeight')]),
          ],
        },
      ]
    }
    case 'pot':
    case 'switch':
    case 'jack': {
      const w = v('caseWidth'),
        deep = v('caseDepth'),
        t = v('threadDiameter'),
        tl = v('threadLength'),
        sh = v('shaftDiameter')
      return [
        {
          name: 'from the side',
          shapes: [
            box(-w / 2, -deep, w, deep),
            ...(t ? [box(-t / 2, 0, t, tl, 'part')] : []),
            ...(has('hardware') ? [box(-t, tl - v('hardware'), 2 * t, v('hardware'), 'hidden')] : []),
            ...(sh ? [box(-sh / 2, tl, sh, 10, 'part')] : []),
            ...(has('barrelLength') ? [box(-t / 2, -v('barrelLength'), t, v('barrelLength'), 'hidden')] : []),
            ...(has('caseLength') ? [box(w, -deep, v('caseLength'), 4, 'fine')] : []),
          ],
          dimensions: [
            ...d('caseWidth', [-w / 2, -deep], [w / 2, -deep]),
            ...d('caseDepth', [w / 2, -deep], [w / 2, 0]),
            ...d('threadDiameter', [-t / 2, tl], [t / 2, tl]),
            ...d('threadLength', [-t / 2, 0], [-t / 2, tl]),
            ...d('hardware', [t, tl - v('hardware')], [t, tl]),
            ...d('shaftDiameter', [-sh / 2, tl + 10], [sh / 2, tl + 10]),
            ...d('barrelLength', [-t / 2, -v('barrelLength')], [-t / 2, 0]),
            ...d('caseLength', [w, -deep], [w + v('caseLength'), -deep]),
          ],
        },
      ]
    }
    case 'tuners': {
      const b = v('bodyWidth'),
        post = v('postHeight')
      return [
        {
          name: 'from behind',
          shapes: [
            box(-b / 2, -9, b, 18),
            disc(0, 0, v('bushingDiameter')),
            disc(v('screwOffset'), 0, 2.2, 'fine'),
          ],
          dimensions: [
            ...d('bodyWidth', [-b / 2, -9], [b / 2, -9]),
            ...d('bushingDiameter', [-v('bushingDiameter') / 2, 0], [v('bushingDiameter') / 2, 0]),
            ...d('screwOffset', [0, 0], [v('screwOffset'), 0]),
          ],
        },
        {
          name: 'from the side',
          shapes: [
            box(-b / 2, -10, b, 10),
            box(-v('postDiameter', 6) / 2, 0, v('postDiameter', 6), v('reachMax') + post),
            open(
              [
                [-20, v('reachMin')],
                [20, v('reachMin')],
              ],
              'hidden',
            ),
            open(
              [
                [-20, v('reachMax')],
                [20, v('reachMax')],
              ],
              'hidden',
            ),
          ],
          dimensions: [
            ...d('reachMin', [-14, 0], [-14, v('reachMin')]),
            ...d('reachMax', [14, 0], [14, v('reachMax')]),
            ...d('postHeight', [6, v('reachMax')], [6, v('reachMax') + post]),
            ...d(
              'postDiameter',
              [-v('postDiameter') / 2, v('reachMax') + post],
              [v('postDiameter') / 2, v('reachMax') + post],
            ),
          ],
        },
      ]
    }
    case 'nut':
      return [
        {
          name: 'from above',
          shapes: [box(0, -v('length') / 2, v('thickness'), v('length'))],
          dimensions: [
            ...d('thickness', [0, v('length') / 2], [v('thickness'), v('length') / 2]),
            ...d('length', [v('thickness'), -v('length') / 2], [v('thickness'), v('length') / 2]),
          ],
        },
        {
          name: 'from the front',
          shapes: [box(-v('length') / 2, 0, v('length'), v('height'))],
          dimensions: d('height', [v('length') / 2, 0], [v('length') / 2, v('height')]),
        },
      ]
    case 'screws': {
      const l = v('length'),
        t = v('diameter')
      return [
        {
          name: 'from the side',
          shapes: [
            closed([
              [0, -t],
              [0, t],
              [-t * 0.7, t * 0.9],
              [-t * 0.7, -t * 0.9],
            ]),
            closed(
              [
                [0, -t / 2],
                [l - t, -t / 2],
                [l, 0],
                [l - t, t / 2],
                [0, t / 2],
              ],
              'part',
            ),
          ],
          dimensions: [...d('length', [0, 0], [l, 0]), ...d('diameter', [l / 2, -t / 2], [l / 2, t / 2])],
        },
      ]
    }
    case 'studs': {
      const b = v('bushingDiameter'),
        l = v('bushingLength'),
        p = v('postDiameter')
      return [
        {
          name: 'from the side',
          shapes: [box(-b / 2, -l, b, l), box(-p / 2, -l / 2, p, l / 2 + 12, 'part')],
          dimensions: [
            ...d('bushingDiameter', [-b / 2, -l], [b / 2, -l]),
            ...d('bushingLength', [b / 2, -l], [b / 2, 0]),
            ...d('postDiameter', [-p / 2, 12], [p / 2, 12]),
          ],
        },
      ]
    }
    case 'ring': {
      const l = v('length'),
        w = v('width'),
        ol = v('openingLength'),
        ow = v('openingWidth')
      return [
        {
          name: 'from above',
          shapes: [
            box(-l / 2, -w / 2, l, w, 'edge', v('corner')),
            box(-ol / 2, -ow / 2, ol, ow, 'part', v('openingCorner')),
          ],
          dimensions: [
            ...d('length', [-l / 2, w / 2], [l / 2, w / 2]),
            ...d('width', [l / 2, -w / 2], [l / 2, w / 2]),
            ...d('openingLength', [-ol / 2, 0], [ol / 2, 0]),
            ...d('openingWidth', [0, -ow / 2], [0, ow / 2]),
          ],
        },
        {
          name: 'from the side',
          shapes: [
            closed([
              [-l / 2, 0],
              [l / 2, 0],
              [l / 2, v('tall')],
              [-l / 2, v('low')],
            ]),
          ],
          dimensions: [...d('low', [-l / 2, 0], [-l / 2, v('low')]), ...d('tall', [l / 2, 0], [l / 2, v('tall')])],
        },
      ]
    }
    case 'knob': {
      const o = v('outsideDiameter'),
        b = v('bore')
      return [
        {
          name: 'cut through',
          shapes: [box(-o / 2, 0, o, v('boreDepth') + 4), box(-b / 2, 0, b, v('boreDepth'), 'hidden')],
          dimensions: [
            ...d('outsideDiameter', [-o / 2, 0], [o / 2, 0]),
            ...d('bore', [-b / 2, v('boreDepth')], [b / 2, v('boreDepth')]),
            ...d('boreDepth', [b / 2, 0], [b / 2, v('boreDepth')]),
          ],
        },
      ]
    }
    case 'ferrules': {
      const o = v('outsideDiameter'),
        b = v('bore'),
        l = v('length')
      return [
        {
          name: 'cut through',
          shapes: [box(-o / 2, 0, o, l), box(-b / 2, 0, b, l, 'hidden')],
          dimensions: [
            ...d('outsideDiameter', [-o / 2, l], [o / 2, l]),
            ...d('bore', [-b / 2, 0], [b / 2, 0]),
            ...d('length', [o / 2, 0], [o / 2, l]),
          ],
        },
      ]
    }
    case 'springs': {
      const f = v('freeLength'),
        o = v('outsideDiameter')
      return [
        {
          name: 'from the side',
          shapes: [
            open(
              Array.from({ length: 33 }, (_, i): Point => [(f * i) / 32, (i % 2 ? 1 : -1) * (o / 2)]),
              'part',
            ),
          ],
          dimensions: [
            ...d('freeLength', [0, -o / 2], [f, -o / 2]),
            ...d('solidLength', [0, o / 2], [v('solidLength'), o / 2]),
            ...d('outsideDiameter', [0, -o / 2], [0, o / 2]),
          ],
        },
      ]
    }
    case 'tailpiece': {
      const s = v('stringSpread') / 2,
        p = v('postSpacing') / 2,
        l = v('length', 14)
      return [
        {
          name: 'from above',
          shapes: [
            box(0, -Math.max(s, p) - 6, l, 2 * Math.max(s, p) + 12),
            ...[-1, 1].map(k => disc(6, k * s, v('stringHole'), 'fine')),
          ],
          dimensions: [
            ...d('stringSpread', [6, -s], [6, s]),
            ...d('postSpacing', [2, -p], [2, p]),
            ...d('length', [0, Math.max(s, p) + 6], [l, Math.max(s, p) + 6]),
          ],
        },
      ]
    }
    case 'donor': {
      const e = v('stringSpread') / 2,
        n = v('widthAtNut') / 2
      return [
        sheet(
          [
            closed([
              [0, n],
              [v('nutToHeelEnd'), v('widthAtLastFret') / 2],
              [v('nutToHeelEnd'), -v('widthAtLastFret') / 2],
              [0, -n],
            ]),
            open(
              [
                [v('scaleLength'), -e],
                [v('scaleLength'), e],
              ],
              'part',
            ),
          ],
          [
            ...d('scaleLength', [0, 0], [v('scaleLength'), 0]),
            ...d('nutToHeelEnd', [0, 0], [v('nutToHeelEnd'), 0]),
            ...d('nutToBridge', [0, 0], [v('nutToBridge'), 0]),
            ...d('stringSpread', [v('scaleLength'), -e], [v('scaleLength'), e]),
            ...d('widthAtNut', [0, -n], [0, n]),
            ...d(
              'widthAtLastFret',
              [v('nutToHeelEnd'), -v('widthAtLastFret') / 2],
              [v('nutToHeelEnd'), v('widthAtLastFret') / 2],
            ),
          ],
        ),
      ]
    }
    default: {
      // Plates, shims, batteries, buttons and the like: a box from above, and one from the side.
      const l = v('length', 30),
        w = v('width', v('length', 20)),
        h = has('height') ? 'height' : has('thickness') ? 'thickness' : has('thick') ? 'thick' : ''
      const views: DrawnView[] =
        has('length') || has('width')
          ? [
              {
                name: 'from above',
                shapes: [...edge(), box(0, -w / 2, l, w, 'edge', v('corner'))],
                dimensions: [
                  ...d('length', [0, w / 2], [l, w / 2]),
                  ...d('width', [l, -w / 2], [l, w / 2]),
                  ...d('screwSpread', [l / 2, -v('screwSpread') / 2], [l / 2, v('screwSpread') / 2]),
                ],
              },
            ]
          : []
      return h
        ? [
            ...views,
            {
              name: 'from the side',
              shapes: [
                has('thin')
                  ? closed([
                      [0, 0],
                      [l, 0],
                      [l, v(h)],
                      [0, v('thin')],
                    ])
                  : box(0, 0, l, v(h)),
              ],
              dimensions: [...d(h, [l, 0], [l, v(h)]), ...d('thin', [0, 0], [0, v('thin')])],
            },
          ]
        : views
    }
  }
}
