import fc from 'fast-check'
import type { Build, Cut } from '../../src/core/document/build.ts'
import { demo } from './demo.ts'
import { anyIn } from './any.ts'

const sure = (value: number) => ({ value, doubt: 0.3, basis: 'assumed' as const })
const near = (min: number, max: number) => anyIn(min, max)

/** Work on a body that somebody might mean to do. */
const anyCut: fc.Arbitrary<Cut> = fc.record({
  id: fc.constantFrom('one', 'two', 'three'),
  sort: fc.constantFrom('rout' as const, 'recess' as const, 'channel' as const, 'notch' as const),
  face: fc.constantFrom('top' as const, 'back' as const),
  x: near(-40, 300),
  y: near(-120, 120),
  toX: near(-40, 300),
  toY: near(-120, 120),
  length: near(8, 90),
  width: near(6, 60),
  corner: near(0, 3),
  depth: near(2, 38),
})

/**
 * The demo builds pulled about: bridge and guard anywhere, screws of any length, bodies and heads of any thickness,
 * heads drilled or blank, posts moved or not drilled, strings through the body, cuts at random places.
 */
export const anyWorkpiece: fc.Arbitrary<Build> = fc
  .record({
    name: fc.constantFrom('heron' as const, 'kestrel' as const, 'wren' as const, 'bittern' as const),
    bridgeX: near(60, 320),
    bridgeY: near(-60, 60),
    guardX: near(-30, 60),
    guardY: near(-40, 40),
    thick: near(24, 55),
    head: near(9, 18),
    screw: near(0.5, 2.2),
    deeper: near(0.6, 1.6),
    blank: fc.boolean(),
    undrilled: fc.boolean(),
    through: fc.boolean(),
    left: fc.boolean(),
    onTreble: fc.integer({ min: 0, max: 4 }),
    rod: fc.constantFrom('at the head', 'at the heel', 'none'),
    cuts: fc.array(anyCut, { maxLength: 3 }),
  })
  .map(s => {
    const b = demo(s.name)
    for (const p of b.parts) {
      if (p.kind === 'screws')
        p.dims.length = { ...p.dims.length!, value: Math.min(120, Math.max(3, p.dims.length!.value * s.screw)) }
      if (p.kind === 'body') {
        p.dims.thickness = { ...p.dims.thickness!, value: s.thick }
        for (const f of p.features)
          if (f.dims.depth && f.role !== 'neck-pocket')
            f.dims.depth = { ...f.dims.depth, value: Math.min(s.thick, f.dims.depth.value * s.deeper) }
        if (s.undrilled)
          p.features = p.features.filter(
            f => !['screw-hole', 'stud-hole', 'pot-hole', 'switch-hole', 'jack-hole'].includes(f.role),
          )
      }
      if (p.kind === 'neck') {
        p.dims.headThickness = { ...p.dims.headThickness!, value: s.head }
        p.traits.rod = s.rod
        if (s.blank) p.features = p.features.filter(f => f.role !== 'tuner-hole')
      }
    }
    b.placements = {
      bridge: { x: sure(s.bridgeX), y: sure(s.bridgeY) },
      guard: { x: sure(s.guardX), y: sure(s.guardY) },
      tunersOnTreble: Math.min(s.onTreble, b.instrument.strings),
    }
    b.instrument.handedness = s.left ? 'left' : 'right'
    if (s.through) b.instrument.extras = [...new Set([...b.instrument.extras, 'ferrules' as const])]
    b.cuts = s.cuts.filter((c, i) => s.cuts.findIndex(o => o.id === c.id) === i)
    return b
  })
