import type { Point } from '../../geometry/outline.ts'
import type { PickupPlace } from '../../document/build.ts'
import { mm, say } from '../../say/said.ts'
import { asked } from '../../document/assumed.ts'
import { need, quantityAt, refOf } from '../../document/quantityAt.ts'
import { partIn } from '../../document/references.ts'
import type { Shape } from '../../geometry/shape.ts'
import { derived, exact, linear, subtract, type Quantity } from '../../units/quantity.ts'
import type { Part } from '../../parts/part.ts'
import { COMMON, family, type FamilyFile, findAnew, MEMORY, mend } from '../family.ts'
import type { FoundJoint, JointFamily } from '../joint.ts'
import { shapeGap } from '../shapeGap.ts'

const inRing = family(
  'ring opening',
  {
    label: 'Pickup in its ring',
    compared: 'distance between outlines, per side',
    low: 0.1,
    high: 0.6,
    never: 0,
    source: MEMORY,
  },
  {
    'file-ring': { mends: 'under', minutes: 20, tools: ['files'], cautions: ['dust'] },
  },
)
const overRout = family('ring foot', {
  label: 'Ring over its rout',
  compared: 'ring beyond the rout, per side',
  low: 1,
  never: 0,
  source: MEMORY,
})
const curve = family(
  'ring curve',
  {
    label: 'Ring’s foot on the top',
    compared: '0.5 − gap under the foot',
    low: 0,
    never: -4,
    source: 'common practice: curve and slope match the top; limits from memory',
  },
  {
    'sand-foot': {
      mends: 'under',
      minutes: 30,
      tools: ['sandpaper taped to the top', 'pencil'],
      cautions: ['dust'],
    },
  },
)
const slope = family('ring slope', {
  label: 'Tall ring to the bridge',
  compared: 'bridge ring − neck ring',
  low: 0,
  never: -6,
  source: COMMON,
})

const rect = (p: Part, keys: readonly [string, string, string], x: number, y: number): Shape => ({
  length: need(p, `dims.${keys[0]}`).value,
  width: need(p, `dims.${keys[1]}`).value,
  corner: need(p, `dims.${keys[2]}`).value,
  x,
  y,
})
/** Gap under a ring's foot that its screws still draw down, mm [from memory]. */
const UNDER_FOOT = 0.5
/** A foot of this radius is flat on anything, mm: the most that the document takes. */
const FLAT = 20000
const OPENING = ['openingLength', 'openingWidth', 'openingCorner'] as const

/** Rise of a curve over a ring's length across, mm. */
const riseOver = (ring: Part, radius: Quantity | undefined): Quantity =>
  radius ? derived(([w, r]) => (w! * w!) / (8 * r!), [need(ring, 'dims.width'), radius], 0.01) : exact(0)

/** A foot of another curve than the top stands off by the difference of their rises over the ring's length across. */
function footOnTop(place: PickupPlace, name: string, ring: Part, body: Part, [x, y]: Point): FoundJoint {
  // A radius that was read or sanded says more than the foot it left the maker with.
  const radius = ring.dims.footRadius || ring.traits.foot === 'curved' ? asked(ring, 'footRadius') : undefined
  const foot = riseOver(ring, radius),
    top = riseOver(ring, quantityAt(body, 'dims.topRadius'))
  const sign = foot.value >= top.value ? 1 : -1
  return {
    id: `ring-${place}-curve`,
    family: curve.id,
    title: `${name} ring’s foot on the top`,
    clearance: linear(
      [
        [-sign, foot],
        [sign, top],
      ],
      UNDER_FOOT,
    ),
    at: [x, y + 25],
    slots: [`ring-${place}`, 'body'],
    meaning: {
      under: 'The ring stands off the top in the middle or at its ends and cracks when it is screwed down.',
      over: '',
    },
    fixes: () => [
      mend(curve, 'sand-foot', {
        title: say`Sand the ring’s foot to the top’s ${body.dims.topRadius ? say`radius of ${mm(body.dims.topRadius.value, 0)}` : 'flat'}`,
        note: 'Paper taped to the top where the ring will sit, face up; the ring rubbed over it until a pencilled foot is clean all round.',
        changes:
          radius || body.dims.topRadius
            ? [
                {
                  ref: refOf(ring, 'dims.footRadius'),
                  value: body.dims.topRadius?.value ?? FLAT,
                  doubt: 0.1 * (body.dims.topRadius?.value ?? FLAT),
                },
              ]
            : [],
      }),
    ],
  }
}

/** Pickup rings: the pickup in its opening, the ring over the rout, and the tall one at the bridge. */
const found: JointFamily = ({ build, layout }) => {
  const body = partIn(build, 'body')
  if (!body || build.instrument.mounting !== 'in rings') return []
  const places = build.instrument.pickups
  const out = places.flatMap((place): FoundJoint[] => {
    const slot = `pickup-${place}`,
      ring = partIn(build, `ring-${place}`),
      pickup = partIn(build, slot),
      placed = layout.pickups.find(p => p.slot === slot)
    const rout = layout.features.find(f => f.partId === body.id && f.role === 'pickup-rout' && f.serves === slot)
    if (!ring || !pickup || !placed) return []
    const name = place[0]!.toUpperCase() + place.slice(1),
      [x, y] = placed.centre
    const open = shapeGap(
      { part: ring, shape: rect(ring, OPENING, x, y), keys: OPENING },
      { part: pickup, shape: placed.shape },
      exact(0),
      exact(0),
    )
    const joints: FoundJoint[] = [
      {
        id: `ring-${place}-opening`,
        family: inRing.id,
        title: `${name} pickup in its ring`,
        clearance: open.gap,
        at: open.found.at,
        slots: [`ring-${place}`, slot],
        meaning: {
          under: 'The pickup binds in its ring and its height cannot be set.',
          over: 'A wide gap shows round the pickup.',
        },
        fixes: ({ low }) =>
          open.gap.value < low
            ? [
                mend(inRing, 'file-ring', {
                  title: say`File the ring’s opening by ${mm(low + 0.15 - open.gap.value, 2)} where it touches`,
                  changes: open.read(low + 0.15, 'file'),
                }),
              ]
            : [],
      },
    ]
    joints.push(footOnTop(place, name, ring, body, placed.centre))
    if (rout) {
      const over = shapeGap(
        { part: ring, shape: rect(ring, ['length', 'width', 'corner'], x, y) },
        { part: body, feature: body.features.find(f => f.id === rout.id), shape: rout.shape },
        exact(0),
        exact(0),
      )
      joints.push({
        id: `ring-${place}-foot`,
        family: overRout.id,
        title: `${name} ring over its rout`,
        clearance: over.gap,
        at: over.found.at,
        slots: [`ring-${place}`, 'body'],
        meaning: { under: 'The rout shows beside the ring, or its screws find no wood.', over: '' },
        fixes: () => [],
      })
    }
    return joints
  })
  const tall = partIn(build, 'ring-bridge'),
    low = partIn(build, 'ring-neck')
  if (tall && low)
    out.push({
      id: 'ring-slope',
      family: slope.id,
      title: 'Tall ring at the bridge',
      clearance: subtract(need(tall, 'dims.tall'), need(low, 'dims.tall')),
      at: layout.pickups[0]?.centre ?? [layout.bridge.front, 0],
      slots: ['ring-bridge', 'ring-neck'],
      meaning: {
        under: 'The rings are exchanged: the tall one belongs to the bridge, where the strings stand higher.',
        over: '',
      },
      fixes: () => [],
    })
  return out
}

/** Pickup rings: the pickup in its opening, the ring over the rout, and the tall one at the bridge. */
export const mountingRings = {
  families: [inRing, overRout, curve, slope],
  found: [findAnew(found)],
} satisfies FamilyFile
