import type { Shaped } from '../../document/docs.ts'
import { partIn } from '../../document/references.ts'
import type { Point } from '../../geometry/outline.ts'
import type { Layout } from '../../layout/layOut.ts'
import { woodOf } from '../../parts/woods.ts'
import type { HoleRequest } from '../hole.ts'
import { bodyThicknessAt } from '../hollows.ts'
import { drilledFor, holesFor, v, requestsOf, type Requests } from './sizes.ts'

/** Places of the neck screws: where the body is drilled, else a rectangle inside the pocket [from memory]. */
function neckPattern(build: Shaped, l: Layout): Point[] {
  const body = partIn(build, 'body'),
    drilled = holesFor(l, body, 'screw-hole', 'neck-screws').map(f => f.centre)
  const pocket = body?.features.find(f => f.role === 'neck-pocket')
  const n = v(partIn(build, 'neck-screws'), 'count')
  if (drilled.length || !pocket || n < 1) return drilled
  const length = pocket.dims.length?.value ?? 0,
    width = pocket.dims.width?.value ?? 0
  const rows = Math.ceil(n / 2)
  return Array.from({ length: n }, (_, i): Point => {
    const row = Math.floor(i / 2)
    const x = l.nutToHeelEnd - length * (rows === 1 ? 0.5 : 0.18 + (0.64 * row) / (rows - 1))
    return [x, i === n - 1 && n % 2 === 1 ? 0 : (i % 2 === 0 ? -1 : 1) * width * 0.33]
  })
}

/** Passing holes through the body and pilots in the heel. */
export const neckHoles: Requests = requestsOf(['body', 'neck', 'plate', 'screws'], (build, l) => {
  const body = partIn(build, 'body'),
    neck = partIn(build, 'neck'),
    screws = partIn(build, 'neck-screws')
  const pocket = body?.features.find(f => f.role === 'neck-pocket')
  if (!body || !neck || !screws || !pocket) return []
  const screw = { diameter: v(screws, 'diameter'), length: v(screws, 'length'), part: screws }
  const drilled = drilledFor(l, body, 'screw-hole', 'neck-screws').length > 0,
    piloted = drilledFor(l, neck, 'screw-hole', 'neck-screws').length > 0
  const heel = v(neck, 'heelThickness') - v(neck, 'fingerboardThickness')
  return neckPattern(build, l).flatMap((at, i): HoleRequest[] => {
    const under = bodyThicknessAt(build, at[1]) - (pocket.dims.depth?.value ?? 0)
    const bite = screw.length - v(partIn(build, 'neck-plate'), 'thickness') - under
    const common = { group: 'neck' as const, serves: 'neck-screws', at, along: at[0] - l.nutToHeelEnd, screw }
    return [
      ...(drilled
        ? []
        : [
            {
              ...common,
              id: `neck-body-${i + 1}`,
              label: `Neck screw ${i + 1}, through the body`,
              purpose: 'passing hole' as const,
              from: 'pocket end' as const,
              face: 'body back' as const,
              wood: woodOf(body.traits.wood),
              stock: under,
              diameter: screw.diameter + 0.5,
              rule: 'never smaller' as const,
              through: true,
              into: [`${body.id}/${pocket.id}`],
              why: 'Passes the screw freely, so that it draws the heel down and does not hold it off.',
            },
          ]),
      ...(piloted
        ? []
        : [
            {
              ...common,
              id: `neck-heel-${i + 1}`,
              screws: 'neck-screws',
              label: `Neck screw ${i + 1}, pilot in the heel`,
              purpose: 'screw pilot' as const,
              from: 'heel end' as const,
              face: 'heel' as const,
              wood: woodOf(neck.traits.wood),
              stock: heel,
              bite,
              why: 'Marked through the body with the neck lined up under two strings, then drilled with the neck out.',
            },
          ]),
    ]
  })
})
