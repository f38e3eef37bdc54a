import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demo, demoShelf } from '../../../tests/support/demo.ts'
import { boundsOf } from '../geometry/outline.ts'
import type { Part } from '../parts/part.ts'
import { drawPart } from './partDrawing.ts'
import { PART_KIND_NAMES } from '../parts/partKinds.ts'
import { addDimension, typicalPart } from '../parts/typicalPart.ts'
import { PART_KINDS } from '../parts/partKinds.ts'
import { anyIn } from '../../../tests/support/any.ts'

const all: Part[] = [
  ...PART_KIND_NAMES.map(k => Object.keys(PART_KINDS[k].dims).reduce(addDimension, typicalPart(k, k))),
  ...demo('heron').parts,
  ...demo('kestrel').parts,
  ...demoShelf(),
]
/** Kinds that are nothing but a value or a list: there is no shape to draw. */
const SHAPELESS = ['capacitor', 'resistor', 'strings', 'finish-tin', 'abrasive', 'finish-supply']

describe('the drawing of a part', () => {
  it.each(all.map(p => [p.id, p] as const))('%s has finite lines', (_id, p) => {
    const views = drawPart(p)
    if (
      !SHAPELESS.includes(p.kind) &&
      !(p.kind === 'plate' && !p.dims.length) &&
      p.kind !== 'buttons' &&
      p.kind !== 'trees'
    )
      expect(views.length).toBeGreaterThan(0)
    for (const v of views)
      for (const q of [...v.shapes.flatMap(s => s.points), ...v.dimensions.flatMap(d => [d.from, d.to])])
        expect(Number.isFinite(q[0]) && Number.isFinite(q[1])).toBe(true)
  })
  it.each(PART_KIND_NAMES.filter(k => !SHAPELESS.includes(k)))(
    'of a %s marks most of its lengths where they are, at their true size',
    kind => {
      const p = Object.keys(PART_KINDS[kind].dims).reduce(addDimension, typicalPart(kind, kind)),
        drawn = drawPart(p)
          .flatMap(v => v.dimensions)
          .filter(d => d.path.startsWith('dims.'))
      const lengths = Object.entries(PART_KINDS[kind].dims)
        .filter(([, d]) => d.quantity === 'length')
        .map(([k]) => k)
      expect(new Set(drawn.map(d => d.path)).size).toBeGreaterThanOrEqual(Math.ceil(lengths.length * 0.45))
      for (const d of drawn)
        expect(Math.hypot(d.to[0] - d.from[0], d.to[1] - d.from[1]), d.path).toBeCloseTo(
          p.dims[d.path.slice(5)]!.value,
          6,
        )
    },
  )
  it('moves with the dimension that is typed', () =>
    fc.assert(
      fc.property(anyIn(30, 110), width => {
        const p = typicalPart('pickup', 'p'),
          b = boundsOf(
            drawPart({ ...p, dims: { ...p.dims, width: { value: width, doubt: 0.1, basis: 'measured' } } })[0]!
              .shapes[0]!.points,
          )
        return Math.abs(b.y1 - b.y0 - width) < 1e-6
      }),
    ))
})
