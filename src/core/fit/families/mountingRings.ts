import { need } from '../../build/quantityAt.ts'
import { partIn } from '../../build/references.ts'
import { pickupPlaces } from '../../build/slots.ts'
import type { Shape } from '../../geometry/shape.ts'
import { exact, subtract } from '../../units/quantity.ts'
import { fixed } from '../../units/length.ts'
import type { Part } from '../../parts/part.ts'
import type { FoundJoint, JointFamily } from '../joint.ts'
import { shapeGap } from '../shapeGap.ts'
import { HOLDS, work } from '../work.ts'

const rect = (p: Part, keys: readonly [string, string, string], x: number, y: number): Shape => ({ length: need(p, `dims.${keys[0]}`).value, width: need(p, `dims.${keys[1]}`).value, corner: need(p, `dims.${keys[2]}`).value, x, y })
const OPENING = ['openingLength', 'openingWidth', 'openingCorner'] as const

/** Pickup rings: the pickup in its opening, the ring over the rout, and the tall one at the bridge. */
export const mountingRings: JointFamily = ({ build, layout }) => {
  const body = partIn(build, 'body')
  if (!layout || !body || build.instrument.mounting !== 'in rings') return []
  const places = pickupPlaces(build.instrument)
  const out = places.flatMap((place): FoundJoint[] => {
    const slot = `pickup-${place}`, ring = partIn(build, `ring-${place}`), pickup = partIn(build, slot), placed = layout.pickups.find(p => p.slot === slot)
    const rout = layout.features.find(f => f.partId === body.id && f.role === 'pickup-rout' && f.serves === slot)
    if (!ring || !pickup || !placed) return []
    const name = place[0]!.toUpperCase() + place.slice(1), [x, y] = placed.centre
    const open = shapeGap({ part: ring, base: 'dims', shape: rect(ring, OPENING, x, y), keys: OPENING }, { part: pickup, base: 'dims', shape: placed.shape }, exact(0), exact(0))
    const joints: FoundJoint[] = [{
      id: `ring-${place}-opening`, family: 'ring opening', title: `${name} pickup in its ring`, clearance: open.gap, at: open.found.at, slots: [`ring-${place}`, slot],
      meaning: { under: 'The pickup binds in its ring and its height cannot be set.', over: 'A wide gap shows round the pickup.' },
      fixes: ({ low }) => open.gap.value < low ? [work({ method: 'file-ring', title: `File the ring’s opening by ${fixed(low + 0.15 - open.gap.value, 2)} mm where it touches`, minutes: 20, tools: ['files'], cautions: ['dust'], changes: open.read(low + 0.15, HOLDS.file) })] : [],
    }]
    if (rout) {
      const over = shapeGap({ part: ring, base: 'dims', shape: rect(ring, ['length', 'width', 'corner'], x, y) }, { part: body, base: `features.${rout.id}`, shape: rout.shape }, exact(0), exact(0))
      joints.push({ id: `ring-${place}-foot`, family: 'ring foot', title: `${name} ring over its rout`, clearance: over.gap, at: over.found.at, slots: [`ring-${place}`, 'body'], meaning: { under: 'The rout shows beside the ring, or its screws find no wood.', over: '' }, fixes: () => [] })
    }
    return joints
  })
  const tall = partIn(build, 'ring-bridge'), low = partIn(build, 'ring-neck')
  if (tall && low) out.push({
    id: 'ring-slope', family: 'ring slope', title: 'Tall ring at the bridge', clearance: subtract(need(tall, 'dims.tall'), need(low, 'dims.tall')), at: layout.pickups[0]?.centre ?? [layout.bridge.front, 0], slots: ['ring-bridge', 'ring-neck'],
    meaning: { under: 'The rings are exchanged: the tall one belongs to the bridge, where the strings stand higher.', over: '' }, fixes: () => [],
  })
  return out
}
