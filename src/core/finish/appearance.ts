import type { Zone } from '../document/finishNames.ts'
import type { FinishLayer } from '../document/finishRecord.ts'
import type { Build } from '../document/build.ts'
import { partIn } from '../document/references.ts'
import { woodOf } from '../parts/woods.ts'
import { ringStrength } from './burst.ts'
import { covered, dyed, hexOf, lightOf, strengths, type Light } from './colour.ts'
import { MATERIALS, type Family } from './materials.ts'
import { SLOT_OF } from './zones.ts'

/** What a coat of a pigment hides of what is below [from memory]: two cover, three are even. */
const HIDES = 0.75
/** What an effect base hides [from memory]. */
const EFFECT_HIDES = 0.6

/** What a clear takes of the light, by its binder: amber ones warm the wood, at their usual film [from memory]. */
const AMBERS: Partial<Record<Family, Light>> = {
  oil: [0.96, 0.9, 0.78],
  'hard-wax oil': [0.97, 0.92, 0.82],
  varnish: [0.95, 0.88, 0.74],
  shellac: [0.97, 0.91, 0.78],
  nitrocellulose: [0.98, 0.95, 0.88],
}
/** Bare wood under anything clear is as when wetted: it takes more of the light [from memory]. */
const WETS = 1.25

/** Colour that a layer is picked as where nobody picked one. */
const UNPICKED = '#808080'

function over(below: Light, l: FinishLayer, inward: number): Light {
  const { look, family } = MATERIALS[l.material],
    rings = l.rings?.length ? l.rings : undefined
  const colours = rings
    ? rings.map(r => ({ colour: lightOf(r.colour), share: ringStrength(r, inward) }))
    : l.mix && look === 'tint'
      ? l.mix.dyes.map((d, i) => ({ colour: lightOf(d.colour), share: strengths(l.mix!)[i]! }))
      : [{ colour: lightOf(l.colour ?? UNPICKED), share: l.colour || look === 'cover' ? 1 : 0 }]
  switch (look) {
    case 'tint':
      return dyed(
        below,
        colours.map(c => ({ colour: c.colour, strength: c.share * Math.sqrt(l.coats) })),
      )
    case 'cover':
      return colours.reduce((x, c) => covered(x, c.colour, c.share * (1 - (1 - HIDES) ** l.coats)), below)
    case 'effect':
      return colours.reduce((x, c) => covered(x, c.colour, c.share * (1 - (1 - EFFECT_HIDES) ** l.coats)), below)
    case 'fill':
      return below
    case 'clear': {
      const amber = AMBERS[family]
      return amber ? dyed(below, [{ colour: amber, strength: 1 }]) : below
    }
  }
}

/**
 * What a zone will look like at a distance in from the outline: the wood's own colour through dyes, hidden by pigments, warmed
 * by clears. Bare wood that anything lies on is darker, as when it is wet.
 */
export function colourAt(build: Pick<Build, 'finish' | 'parts' | 'slots'>, zone: Zone, inward = 1e3): string {
  const wood = lightOf(zone === 'binding' ? '#efe6cf' : woodOf(partIn(build, SLOT_OF[zone])?.traits.wood).colour),
    own = build.finish.layers.filter(l => l.zones.includes(zone))
  const wet: Light = own.length ? [wood[0] ** WETS, wood[1] ** WETS, wood[2] ** WETS] : wood
  return hexOf(own.reduce((x, l) => over(x, l, inward), wet))
}

/** Rings that a zone is painted in, from the outline inward: where each begins and its colour. */
export const ringsOn = (build: Pick<Build, 'finish'>, zone: Zone) =>
  build.finish.layers.filter(l => l.zones.includes(zone)).flatMap(l => l.rings ?? [])
