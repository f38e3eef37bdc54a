import type { Laid } from '../document/docs.ts'
import { layOut } from '../layout/layOut.ts'
import { takesFinish } from './film.ts'

/** Holes that stand open in parts that are to be finished, and are plugged before anything wet: their diameters, mm. */
export function openHoles(build: Laid): { diameter: number }[] {
  const coated = new Set(build.parts.filter(takesFinish).map(p => p.id))
  return (layOut(build)?.features ?? []).flatMap(f =>
    f.diameter !== undefined && coated.has(f.partId) ? [{ diameter: f.diameter }] : [],
  )
}
