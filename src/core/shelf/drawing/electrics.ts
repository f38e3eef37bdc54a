import { roundRectPolygon } from '../../geometry/roundRect.ts'
import { box, closed, disc, open, type DrawnView, type Pen } from './pen.ts'

export function pickupViews({ part, has, v, d, edge }: Pen): DrawnView[] {
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

export function controlViews({ has, v, d }: Pen): DrawnView[] {
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

export function ringViews({ v, d }: Pen): DrawnView[] {
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

export function knobViews({ v, d }: Pen): DrawnView[] {
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
