import { asked } from '../../document/assumed.ts'
import { lugRef } from '../../document/lugRef.ts'
import { partIn } from '../../document/references.ts'
import { DOWN_AND_UP, SERVICE } from '../../ways/service.ts'
import { wireWays } from '../../ways/wireWays.ts'
import { linear } from '../../units/quantity.ts'
import { family, type FamilyFile, findAnew } from '../family.ts'
import type { FoundJoint, JointFamily } from '../joint.ts'

const service = family('service length', {
  label: 'Service length of leads',
  compared: 'lead − way',
  low: 30,
  never: 0,
  source: 'common practice: 150 mm where a guard has to lie beside the body; the rest from memory',
})

/** Pickup leads to where they are soldered, with enough to spare to work on them. */
const found: JointFamily = ({ build, layout }) => {
  const volume =
    layout.features.find(f => f.serves === 'pot-volume') ?? layout.features.find(f => f.role === 'control-cavity')
  if (!volume) return []
  const crosses = (on: 'body' | 'guard') =>
    on === 'body' && build.parts.find(p => p.id === volume.partId)?.kind === 'guard'
  const ways = wireWays(build)?.ways ?? []
  const leadsOf = (slot: string) => {
    const pickup = build.circuit.components.find(c => c.slot === slot)?.id
    return new Set(
      build.circuit.wires
        .filter(w => w.kind === 'lead' && (lugRef(w.from).of === pickup) !== (lugRef(w.to).of === pickup))
        .map(w => w.id),
    )
  }
  return build.instrument.pickups.flatMap((place): FoundJoint[] => {
    const slot = `pickup-${place}`,
      lead = asked(partIn(build, slot), 'leadLength'),
      at = layout.pickups.find(p => p.slot === slot)
    if (!lead || !at) return []
    // By the circuit's own leads where there is one; else to the volume, straight.
    const leads = leadsOf(slot),
      own = ways.filter(w => leads.has(w.wire)),
      straight = Math.hypot(at.centre[0] - volume.centre[0], at.centre[1] - volume.centre[1])
    const way =
      Math.max(...(own.length ? own.map(w => w.length) : [straight])) +
      (own.length && own.every(w => w.together) ? 0 : DOWN_AND_UP)
    const name = place[0]!.toUpperCase() + place.slice(1)
    return [
      {
        id: `${slot}-lead`,
        family: service.id,
        title: `${name} pickup, lead to the controls`,
        clearance: linear([[1, lead]], -way),
        ...(crosses(at.on) ? { limits: { low: SERVICE.guard.mm, never: 0 } } : {}),
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
export const serviceLength = { families: [service], found: [findAnew(found)] } satisfies FamilyFile
