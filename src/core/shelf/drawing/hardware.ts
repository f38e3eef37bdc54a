import { box, closed, disc, open, type DrawnView, type Pen } from './pen.ts'

export function tunersViews({ v, d }: Pen): DrawnView[] {
  const b = v('bodyWidth'),
    post = v('postHeight')
  return [
    {
      name: 'from behind',
      shapes: [box(-b / 2, -9, b, 18), disc(0, 0, v('bushingDiameter')), disc(v('screwOffset'), 0, 2.2, 'fine')],
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

export function screwsViews({ v, d }: Pen): DrawnView[] {
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

export function ferrulesViews({ v, d }: Pen): DrawnView[] {
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

/** Plates, shims, batteries, buttons and the like: a box from above, and one from the side. */
export function plainViews({ has, v, d, edge }: Pen): DrawnView[] {
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
