import { LAID } from '../build/docs.ts'
import { fact } from '../build/fact.ts'
import { partIn } from '../build/references.ts'
import { layOut } from '../layout/layOut.ts'
import { polygonArea, polygonPerimeter } from '../geometry/outline.ts'

/** Areas of the body that take a finish, m². */
export interface BodySurface {
  top: number
  back: number
  edge: number
  total: number
}

/** Surface of the body from its own outline and thickness, less what pocket, routs and cavities take. Undefined without an outline. */
export const bodySurface = fact(LAID, (build): BodySurface | undefined => {
  const body = partIn(build, 'body'),
    l = layOut(build)
  if (!body || !l || l.body.length < 3) return undefined
  const gone = (face: 'top' | 'back') =>
    l.features
      .filter(f => f.partId === body.id && f.face === face && f.role !== 'channel')
      .reduce((s, f) => s + polygonArea(f.polygon), 0)
  const face = polygonArea(l.body)
  const top = (face - gone('top')) / 1e6,
    back = (face - gone('back')) / 1e6
  const edge = (polygonPerimeter(l.body) * (body.dims.thickness?.value ?? 0)) / 1e6
  return { top, back, edge, total: top + back + edge }
})
