import { asked } from '../../build/assumed.ts'
import { partIn } from '../../build/references.ts'
import { linear } from '../../units/quantity.ts'
import { family, type FamilyFile } from '../family.ts'
import type { FoundJoint, JointFamily } from '../joint.ts'

const service = family('service length', {
  label: 'Service length of leads',
  compared: 'lead − way',
  low: 30,
  never: 0,
  source: 'common practice: 150 mm where a guard has to lie beside the body; the rest from memory',
})

/** Length that a lead spends inside routs and channels on its way, mm [from memory]. */
const DOWN_AND_UP = 40
/** So that the guard lies beside the body while its wires are on, mm [common practice]. */
const BESIDE_BODY = 150

/** Pickup leads to where they are soldered, with enough to spare to work on them. */
const found: JointFamily = ({ build, layout }) => {
  if (!layout) return []
  const volume =
    layout.features.find(f => f.serves === 'pot-volume') ?? layout.features.find(f => f.role === 'control-cavity')
  if (!volume) return []
  const crosses = (on: 'body' | 'guard') =>
    on === 'body' && build.parts.find(p => p.id === volume.partId)?.kind === 'guard'
  return build.instrument.pickups.flatMap((place): FoundJoint[] => {
    const slot = `pickup-${place}`,
      lead = asked(partIn(build, slot), 'leadLength'),
      at = layout.pickups.find(p => p.slot === slot)
    if (!lead || !at) return []
    const way = Math.hypot(at.centre[0] - volume.centre[0], at.centre[1] - volume.centre[1]) + DOWN_AND_UP
    const name = place[0]!.toUpperCase() + place.slice(1)
    return [
      {
        id: `${slot}-lead`,
        family: service.id,
        title: `${name} pickup, lead to the controls`,
        clearance: linear([[1, lead]], -way),
        ...(crosses(at.on) ? { limits: { low: BESIDE_BODY, never: 0 } } : {}),
        at: at.centre,
        slots: [slot],
        meaning: {
          under: 'The lead is too short to work on: extend it and insulate the joint before anything is closed.',
          over: '',
        },
        fixes: () => [],
      },
    ]
  })
}

/** Pickup leads to where they are soldered, with enough to spare to work on them. */
export const serviceLength: FamilyFile = { families: [service], found }
