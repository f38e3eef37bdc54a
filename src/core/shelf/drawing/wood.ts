import { fretPositions } from '../../parts/frets.ts'
import { box, closed, open, type DrawnView, type Pen } from './pen.ts'

export function bodyViews({ v, d, sheet, edge }: Pen): DrawnView[] {
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
}

export function guardViews({ v, d, sheet, edge }: Pen): DrawnView[] {
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
}

export function neckViews({ v, d, sheet, edge }: Pen): DrawnView[] {
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

export function nutViews({ v, d }: Pen): DrawnView[] {
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
}

export function donorViews({ v, d, sheet }: Pen): DrawnView[] {
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
