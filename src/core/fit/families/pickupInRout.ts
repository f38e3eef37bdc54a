import { need, quantityAt, refOf } from '../../build/quantityAt.ts'
import { partIn } from '../../build/references.ts'
import { edgeDistance } from '../../geometry/outline.ts'
import { toRemove } from '../../geometry/boolean.ts'
import { slotsOf } from '../../build/slots.ts'
import { stringAt } from '../../layout/layOut.ts'
import { exact, fromSource, linear, subtract, type Quantity } from '../../units/quantity.ts'
import type { Part } from '../../parts/part.ts'
import { fixed } from '../../units/length.ts'
import { filmOn } from '../../finish/film.ts'
import type { FitContext, FoundJoint, JointFamily } from '../joint.ts'
import { shapeGap } from '../shapeGap.ts'
import { work } from '../work.ts'

/** Gap per side that a rout is opened to, mm, and what a router with a template holds [from memory]. */
const OPEN_TO = 0.7
const BY_ROUTER = 0.2

/** Every pickup: its outline in the rout, its depth, its poles under the strings. */
export const pickupInRout: JointFamily = c => {
  const body = partIn(c.build, 'body')
  if (!body || !c.layout) return []
  return body.features.filter(f => f.role === 'pickup-rout' && f.serves).flatMap(f => jointsOf(c, f.id, f.serves!))
}

/** Wood left between an opened rout and its nearest neighbour, mm. */
function wallLeft({ layout }: FitContext, id: string, grow: number): number {
  const own = layout!.features.find(f => f.id === id)!
  let left = Infinity
  for (const other of layout!.features) {
    // A wire channel is meant to run into the rout.
    if (
      other.id === id ||
      other.partId !== own.partId ||
      other.diameter ||
      other.role === 'channel' ||
      other.polygon.length < 3
    )
      continue
    for (const p of own.polygon) left = Math.min(left, Math.abs(edgeDistance(other.polygon, p)))
    for (const p of other.polygon) left = Math.min(left, Math.abs(edgeDistance(own.polygon, p)))
  }
  return left - grow
}

/** Offset of a pickup that hangs on the guard from the middle of its rout: guard's and body's places bring their doubts. */
function hangs(c: FitContext, slot: string, k: 'x' | 'y', value: number): Quantity {
  const guard = partIn(c.build, 'guard'),
    body = partIn(c.build, 'body')
  const own = (p: Part | undefined) =>
    p?.features.find(f => f.serves === slot && (f.role === 'cut-out' || f.role === 'pickup-rout'))?.dims[k]
  const of = [own(guard), own(body)]
  return fromSource({
    id: `offset/${slot}.${k}`,
    label: k === 'x' ? 'cut-out over rout, along the strings' : 'cut-out over rout, across the strings',
    value,
    doubt: Math.hypot(...of.map(d => d?.doubt ?? 0)),
    basis: of.some(d => d?.basis === 'assumed') ? 'assumed' : 'computed',
  })
}

function jointsOf(c: FitContext, featureId: string, slot: string): FoundJoint[] {
  const { build, layout } = c
  const body = partIn(build, 'body')!,
    pickup = partIn(build, slot)
  const placed = layout!.pickups.find(p => p.slot === slot)
  if (!pickup || !placed) return []
  const path = (k: string) => `features.${featureId}.${k}`
  const rout = (k: string) => need(body, path(k)),
    cover = (k: string) => need(pickup, `dims.${k}`)
  const title = slotsOf(build.instrument).find(s => s.id === slot)?.label ?? slot
  const feature = layout!.features.find(f => f.id === featureId && f.partId === body.id)!
  const film = filmOn(build, body, 'pickup-rout')
  const [dx, dy] =
    placed.on === 'guard'
      ? ((['x', 'y'] as const).map((k, i) => hangs(c, slot, k, placed.centre[i]! - feature.centre[i]!)) as [
          Quantity,
          Quantity,
        ])
      : [exact(0), exact(0)]
  const shaped = shapeGap(
    { part: body, base: `features.${featureId}`, shape: feature.shape, at: feature.centre },
    { part: pickup, base: 'dims', shape: placed.shape },
    dx,
    dy,
  )
  const gap = linear([
    [1, shaped.gap],
    [-1, film],
  ])
  const [tx, ty] = shaped.found.towards
  const where =
    Math.abs(tx) > 0.2 && Math.abs(ty) > 0.2
      ? 'at the corners'
      : Math.abs(tx) > Math.abs(ty)
        ? 'along the strings'
        : 'across the strings'

  const deep = subtract(rout('depth'), cover('depthBelowTop'))
  const floor = need(body, 'dims.thickness').value - rout('depth').value
  const out: FoundJoint[] = [
    {
      id: `${slot}-rout`,
      family: 'pickup rout',
      title: `${title} in its rout`,
      clearance: gap,
      at: shaped.found.at,
      slots: [slot, 'body'],
      meaning: {
        under:
          placed.on === 'guard' && Math.hypot(dx.value, dy.value) > 0.5
            ? `Hung in the guard’s cut-out it meets the rout’s wall ${where}.`
            : `It is too large for the rout ${where} and will not go in.`,
        over: 'It can wander in the rout; its screws or ring alone hold it.',
      },
      ...(placed.on === 'guard' || build.instrument.mounting === 'in rings'
        ? { limits: { low: 0.3, never: 0 } }
        : {}),
      fixes: ({ low }) => {
        if (gap.value >= low) return []
        const room = Math.max(OPEN_TO, low) + film.value
        const changes = shaped.read(room, BY_ROUTER)
        const off = toRemove(feature.shape, placed.shape, room)
        const wall = wallLeft(c, featureId, room - shaped.gap.value)
        const size = (k: string) => changes.find(x => x.ref.endsWith(`.${k}`))?.value
        const to =
          size('length') === undefined
            ? `By up to ${fixed(room - shaped.gap.value, 1)} mm`
            : `To ${fixed(size('length')!, 1)} × ${fixed(size('width')!, 1)} mm, corners ${fixed(size('corner') ?? 0, 1)} mm`
        return [
          work({
            method: 'open-rout',
            title: `Open the rout ${where} by up to ${fixed(room - shaped.gap.value, 1)} mm`,
            note: `${to}: ${fixed(off.area, 0)} mm² of wood, ${fixed(rout('depth').value, 0)} mm deep.${!Number.isFinite(wall) ? '' : wall <= 0 ? ' It breaks into the next rout.' : ` Leaves ${fixed(wall, 0)} mm of wall to the next rout.${wall < 3 ? ' That wall will not stand.' : ''}`}`,
            minutes: 25,
            tools: ['router and template', 'or chisel and file', 'calliper'],
            risk: wall < 3 ? 'high' : 'some',
            when: 'before finish',
            cautions: ['cutters', 'dust'],
            changes,
            ...(size('length') === undefined
              ? {}
              : { read: refOf(body, path(Math.abs(tx) >= Math.abs(ty) ? 'length' : 'width')) }),
          }),
        ]
      },
    },
    {
      id: `${slot}-depth`,
      family: 'pickup depth',
      title: `${title}, depth of rout`,
      clearance: deep,
      at: placed.centre,
      slots: [slot, 'body'],
      meaning: { under: 'It stands on the rout’s floor before it is low enough.', over: '' },
      fixes: ({ low }) => [
        {
          method: 'deepen-rout',
          title: `Deepen the rout by ${fixed(low + 0.5 - deep.value, 1)} mm`,
          note: `Leaves ${fixed(floor - (low + 0.5 - deep.value), 0)} mm of floor.`,
          minutes: 20,
          tools: ['router', 'depth rod'],
          risk: 'some',
          reversible: false,
          when: 'before finish',
          cautions: ['cutters', 'dust'],
          changes: [
            {
              ref: refOf(body, path('depth')),
              value: rout('depth').value + low + 0.5 - deep.value,
              doubt: BY_ROUTER,
            },
          ],
          read: refOf(body, path('depth')),
        },
      ],
    },
  ]

  const outer = layout!.strings[0]
  if (outer && build.instrument.strings > 1) {
    const x = placed.centre[0],
      t = x / outer.saddle[0]
    const terms = linear([
      [0.5, cover('poleSpread')],
      [-0.5 * t, quantityAt(partIn(build, 'bridge'), 'dims.stringSpread')!],
      [-0.5 * (1 - t), need(partIn(build, 'neck')!, 'dims.widthAtNut')],
      [
        1,
        fromSource({
          id: `${refOf(body, path('y'))}`,
          label: 'rout off the centre line',
          value: 0,
          doubt: body.features.find(f => f.id === featureId)?.dims.y?.doubt ?? 0,
          basis: body.features.find(f => f.id === featureId)?.dims.y?.basis ?? 'claimed',
        }),
      ],
    ]).terms
    // Off the centre line one side lies further from its pole than the other: the worse one counts.
    const off = placed.centre[1] - layout!.bridge.y * t,
      inner = cover('poleSpread').value / 2 - (stringAt(outer, x) - layout!.bridge.y * t)
    out.push({
      id: `${slot}-poles`,
      family: 'pole spread',
      title: `${title}, strings over poles`,
      clearance: { value: inner + (inner < 0 ? -1 : 1) * Math.abs(off), terms },
      at: [x, stringAt(outer, x)],
      slots: [slot, 'bridge'],
      meaning: {
        under: 'The outer strings run outside their poles and sound weaker.',
        over: 'The outer strings run inside their poles and sound weaker.',
      },
      fixes: () => [],
    })
  }
  return out
}
