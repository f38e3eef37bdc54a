import { servedWord } from '../parts/servedWord.ts'
import type { Laid } from '../document/docs.ts'
import { partIn } from '../document/references.ts'
import { FEATURE_ROLES } from '../parts/featureRoles.ts'
import { guardPlace, type Layout } from './layOut.ts'
import { neckLine, offAt } from './centreLine.ts'

/** Something on the body and how far it lies off the fitted neck's line, mm; positive to the treble side. */
export interface Beside {
  id: string
  label: string
  off: number
  doubt: number
}

/** Routs and cavities that the neck's line is told against. */
const TOLD: readonly string[] = ['pickup-rout', 'control-cavity', 'tremolo-rout', 'spring-cavity']

/**
 * How far routs, cavities, bridge and guard lie beside the line on which the fitted neck points [geometry]: what is
 * dimensioned from the body's centre line is off by the neck's own way there. Empty until both edges are read.
 */
export function besideNeckLine(build: Laid, l: Layout): Beside[] {
  const c = neckLine(build),
    body = partIn(build, 'body')
  if (!c || !body) return []
  // Between and past the stations the doubt grows with the way from the first one.
  const doubt = (x: number) => Math.max(c.driftDoubt, (c.angleDoubt * Math.PI * Math.abs(x)) / 180)
  const guard = partIn(build, 'guard'),
    gx = guardPlace(build).x
  return [
    ...l.features
      .filter(f => f.partId === body.id && TOLD.includes(f.role))
      .map((f): Beside => {
        const x = f.centre[0] - l.nutToHeelEnd
        return {
          id: f.id,
          label: `${FEATURE_ROLES[f.role].label}${f.serves ? ` (${servedWord(f.serves)})` : ''}`,
          off: -offAt(c, x),
          doubt: doubt(x),
        }
      }),
    {
      id: 'bridge',
      label: build.placements.bridge?.y ? 'Bridge, as placed' : 'Bridge',
      off: l.bridge.y,
      doubt: doubt(l.line.place.value),
    },
    ...(guard ? [{ id: 'guard', label: 'Guard', off: -offAt(c, gx), doubt: doubt(gx) }] : []),
  ]
}
