import type { Point } from '../../geometry/outline.ts'
import { box, disc, open, type DrawnView, type Pen } from './pen.ts'

export function bridgeViews({ v, d, features }: Pen): DrawnView[] {
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

export function studsViews({ v, d }: Pen): DrawnView[] {
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

export function springsViews({ v, d }: Pen): DrawnView[] {
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

export function tailpieceViews({ v, d }: Pen): DrawnView[] {
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
