import { memo } from '../../memo/memo.ts'
import { area, mm, type Said, say, size } from '../../say/said.ts'
import type { Instrument } from '../../document/build.ts'
import { quantities, type Maths } from '../../document/maths.ts'
import { refOf } from '../../document/quantityAt.ts'
import type { View } from '../../document/view.ts'
import { slotsOf } from '../../document/slots.ts'
import { filmFor, filmOn } from '../../finish/film.ts'
import { toRemove } from '../../geometry/boolean.ts'
import { edgeDistance, type Point } from '../../geometry/outline.ts'
import { neckLine, offAt } from '../../layout/centreLine.ts'
import { bridgeOffsetOf } from '../../layout/bridgeLine.ts'
import { guardPlace, pickupShape, shapeOf, stringAt, type Layout } from '../../layout/layOut.ts'
import { outerString } from '../../layout/outerString.ts'
import type { Feature, Part } from '../../parts/part.ts'
import { FEATURE_ROLES } from '../../parts/featureRoles.ts'
import { servedWord } from '../../parts/servedWord.ts'
import { isRect } from '../../geometry/shape.ts'
import { change, COMMON, family, mend, type FamilyFile, type Joined, type MendContext } from '../family.ts'
import type { Fix } from '../joint.ts'
import { roomOf, shapeGap, type Room } from '../shapeGap.ts'

/** Gap per side that a rout is opened to, mm [from memory]. */
const OPEN_TO = 0.7

const gap = family(
  'pickup rout',
  {
    label: 'Pickup in its rout',
    compared: 'distance between outlines, per side',
    low: 0.3,
    high: 2,
    never: 0,
    source: COMMON,
  },
  {
    'open-rout': {
      mends: 'under',
      minutes: 25,
      tools: ['router and template', 'or chisel and file', 'calliper'],
      risk: 'some',
      when: 'before finish',
      cautions: ['cutters', 'dust'],
    },
  },
)
const depth = family(
  'pickup depth',
  { label: 'Pickup depth', compared: 'rout depth − pickup at its lowest', low: 1, never: 0, source: COMMON },
  {
    'deepen-rout': {
      mends: 'under',
      minutes: 20,
      tools: ['router', 'depth rod'],
      risk: 'some',
      when: 'before finish',
      cautions: ['cutters', 'dust'],
    },
  },
)
const poles = family('pole spread', {
  label: 'Strings over poles',
  compared: 'outer pole − its string',
  low: -1,
  high: 1,
  never: -4,
  neverAbove: 4,
  source: 'common practice: ±1 mm is fine, 2 mm is audible; the limits from memory',
})

/** A part's opening for the pickup of a slot. */
export const opening = (p: Part | undefined, role: 'pickup-rout' | 'cut-out', slot: string): Feature | undefined =>
  p?.features.find(f => f.role === role && f.serves === slot)

/** The guard's cut-out that a pickup hangs in, when it hangs on the guard. */
const hangsIn = (v: View, slot: string): Feature | undefined =>
  v.fields.instrument.mounting === 'on the guard' ? opening(v.part('guard'), 'cut-out', slot) : undefined

/** Offset of a pickup that hangs on the guard from the middle of its rout: guard's and body's places bring their doubts. */
function offsetOf<Q>(m: Maths<Q>, v: View, slot: string, k: 'x' | 'y'): Q {
  const cut = hangsIn(v, slot)
  if (!cut) return m.exact(0)
  const rout = opening(v.part('body'), 'pickup-rout', slot)
  const of = [cut.dims[k], rout?.dims[k]]
  return m.given({
    id: `offset/${slot}.${k}`,
    label: k === 'x' ? 'cut-out over rout, along the strings' : 'cut-out over rout, across the strings',
    value: (of[0]?.value ?? 0) + guardPlace(v.fields)[k] - (of[1]?.value ?? 0),
    doubt: Math.hypot(...of.map(d => d?.doubt ?? 0)),
    basis: of.some(d => d?.basis === 'assumed') ? 'assumed' : 'computed',
  })
}

type RoomIn<Q> = Room<Q> & { dx: Q; dy: Q }

/** Room of the pickup in its rout, seen from the rout's own place. */
function roomMet<Q>(m: Maths<Q>, v: View, slot: string): RoomIn<Q> | undefined {
  const body = v.part('body'),
    pickup = v.part(slot),
    rout = opening(body, 'pickup-rout', slot)
  if (!body || !pickup || !rout) return undefined
  const dx = offsetOf(m, v, slot, 'x'),
    dy = offsetOf(m, v, slot, 'y')
  const room = roomOf(
    m,
    {
      part: body,
      feature: rout,
      shape: shapeOf(rout, -(rout.dims.x?.value ?? 0), -(rout.dims.y?.value ?? 0)),
    },
    { part: pickup, shape: pickupShape(pickup, [m.value(dx), m.value(dy)]) },
    dx,
    dy,
  )
  return room && { ...room, dx, dy }
}

/** The same for Fit: met once, and asked by clearance, words and place. */
const roomKept = memo((v: View, slot: string) => roomMet(quantities, v, slot), {
  on: (v, slot) => [
    slot,
    v.part('body')?.id,
    opening(v.part('body'), 'pickup-rout', slot),
    v.part(slot),
    hangsIn(v, slot),
    v.fields.placements.guard,
  ],
  keep: 16,
})
const roomIn = <Q>(m: Maths<Q>, v: View, slot: string): RoomIn<Q> | undefined =>
  (m as unknown) === quantities ? (roomKept(v, slot) as unknown as RoomIn<Q> | undefined) : roomMet(m, v, slot)

const whereOf = ([tx, ty]: readonly [number, number]): string =>
  Math.abs(tx) > 0.2 && Math.abs(ty) > 0.2
    ? 'at the corners'
    : Math.abs(tx) > Math.abs(ty)
      ? 'along the strings'
      : 'across the strings'

interface Neighbour {
  /** Wood between the two, mm. */
  wall: number
  label: string
  /** They run into each other already. */
  met: boolean
}

/** The hollow that lies nearest to a rout, of those that do not run into it already; else one that does. */
function nextHollow(layout: Layout, partId: string, id: string): Neighbour | undefined {
  const own = layout.features.find(f => f.id === id && f.partId === partId)!
  const all = layout.features.flatMap((other): Neighbour[] => {
    // A wire channel is meant to run into the rout.
    if (
      other.id === id ||
      other.partId !== own.partId ||
      other.diameter ||
      other.role === 'channel' ||
      other.polygon.length < 3
    )
      return []
    const ways = [
      ...own.polygon.map(p => edgeDistance(other.polygon, p)),
      ...other.polygon.map(p => edgeDistance(own.polygon, p)),
    ]
    return [
      {
        wall: ways.reduce((m, d) => Math.min(m, Math.abs(d)), Infinity),
        label: `${FEATURE_ROLES[other.role].label.toLowerCase()}${other.serves ? ` (${servedWord(other.serves)})` : ''}`,
        met: ways.some(d => d > 0.01),
      },
    ]
  })
  return all.sort((x, y) => Number(x.met) - Number(y.met) || x.wall - y.wall)[0]
}

/** What opening a rout does to the wall beside it. */
function besideIt(next: Neighbour | undefined, grow: number): { says: Said; thin: boolean } {
  if (!next) return { says: '', thin: false }
  if (next.met) return { says: say` It runs into the ${next.label} as it is.`, thin: false }
  const wall = next.wall - grow
  return wall <= 0
    ? { says: say` It breaks into the ${next.label}.`, thin: true }
    : {
        says: say` Leaves ${mm(wall, 0)} of wall to the ${next.label}.${wall < 3 ? ' That wall will not stand.' : ''}`,
        thin: wall < 3,
      }
}

function openRout({ build, layout, view, clearance }: MendContext, slot: string, low: number): Fix[] {
  if (clearance.value >= low) return []
  const body = view.part('body')!,
    pickup = view.part(slot)!,
    rout = opening(body, 'pickup-rout', slot)!
  const placed = layout.pickups.find(p => p.slot === slot)!,
    feature = layout.features.find(f => f.id === rout.id && f.partId === body.id)!
  const shaped = shapeGap(
    { part: body, feature: rout, shape: feature.shape, at: feature.centre },
    { part: pickup, shape: placed.shape },
    offsetOf(quantities, view, slot, 'x'),
    offsetOf(quantities, view, slot, 'y'),
  )
  const room = Math.max(OPEN_TO, low) + filmOn(build, body, 'pickup-rout').value
  const changes = shaped.read(room, 'router'),
    beside = besideIt(nextHollow(layout, body.id, rout.id), room - shaped.gap.value)
  const ref = (k: string) => refOf(body, `features.${rout.id}.${k}`)
  const sizeOf = (k: string) => changes.find(x => x.ref === ref(k))?.value
  const by = mm(room - shaped.gap.value, 1),
    [tx, ty] = shaped.found.towards
  // A rectangle is opened about its own middle, on both sides; an outline where the pickup asks for it.
  const off =
    sizeOf('length') !== undefined && isRect(feature.shape)
      ? toRemove(
          feature.shape,
          { ...feature.shape, length: sizeOf('length')!, width: sizeOf('width')!, corner: sizeOf('corner') ?? 0 },
          0,
        )
      : toRemove(feature.shape, placed.shape, room)
  const to =
    sizeOf('length') === undefined
      ? say`By up to ${by}`
      : say`To ${size([sizeOf('length')!, sizeOf('width')!], 1)}, corners ${mm(sizeOf('corner') ?? 0, 1)}`
  return [
    mend(gap, 'open-rout', {
      title: say`Open the rout ${whereOf(shaped.found.towards)} by up to ${by}`,
      note: say`${to}: ${area(off.area, 0)} of wood, ${mm(rout.dims.depth?.value ?? 0, 0)} deep.${beside.says}`,
      ...(beside.thin ? { risk: 'high' } : {}),
      changes,
      ...(sizeOf('length') === undefined ? {} : { read: ref(Math.abs(tx) >= Math.abs(ty) ? 'length' : 'width') }),
    }),
  ]
}

const centreOf = (l: Layout, slot: string): Point =>
  l.pickups.find(p => p.slot === slot)?.centre ?? [l.bridge.front, l.bridge.y]

/** Half the spread of the poles less the outer string's place over them. */
function overPoles<Q>(m: Maths<Q>, v: View, slot: string): Q | undefined {
  const body = v.part('body'),
    neck = v.part('neck'),
    rout = opening(body, 'pickup-rout', slot),
    string = outerString(v, 1)
  const toHeel = neck?.dims.nutToHeelEnd?.value,
    spread = v.part(slot)?.dims.poleSpread?.value
  if (!rout || !string || toHeel === undefined || spread === undefined) return undefined
  const held = hangsIn(v, slot),
    place = guardPlace(v.fields)
  const x = toHeel + (held ? (held.dims.x?.value ?? 0) + place.x : (rout.dims.x?.value ?? 0)),
    y = held ? (held.dims.y?.value ?? 0) + place.y : (rout.dims.y?.value ?? 0)
  const t = x / string.length,
    offset = bridgeOffsetOf(v).value
  const moving = m.sum([
    [0.5, m.of(v.part(slot), 'poleSpread')],
    [-0.5 * t, m.of(v.part('bridge'), 'stringSpread')],
    [-0.5 * (1 - t), m.of(neck, 'widthAtNut')],
    [
      1,
      m.given({
        id: refOf(body!, `features.${rout.id}.y`),
        label: 'rout off the centre line',
        value: 0,
        doubt: rout.dims.y?.doubt ?? 0,
        basis: rout.dims.y?.basis ?? 'claimed',
      }),
    ],
  ])
  // Off the centre line one side lies further from its pole than the other: the worse one counts.
  const line = neckLine(v.fields),
    aside = line ? offAt(line, x - toHeel) : 0
  const off = y - aside - offset * t,
    inner = spread / 2 - (string.atNut + (string.atSaddle - string.atNut) * t)
  return moving && m.valued(inner + (inner < 0 ? -1 : 1) * Math.abs(off), moving)
}

function jointsOf(slot: string, title: string, i: Instrument): readonly Joined[] {
  const guarded = i.mounting === 'on the guard'
  const held = guarded ? (['guard'] as const) : []
  return [
    {
      id: `${slot}-rout`,
      family: gap,
      slots: [slot, 'body', ...held],
      swaps: [slot, 'body'],
      fields: ['instrument', 'placements'],
      film: true,
      clearance(m, v) {
        const room = roomIn(m, v, slot)
        return (
          room &&
          m.sum([
            [1, room.gap],
            [-1, filmFor(m, v.stands, v.part('body')!, 'pickup-rout')],
          ])
        )
      },
      limits: v => (hangsIn(v, slot) || i.mounting === 'in rings' ? { low: 0.3, never: 0 } : undefined),
      words(v) {
        const room = roomKept(v, slot)!,
          where = whereOf(room.found.towards)
        return {
          title: `${title} in its rout`,
          under:
            hangsIn(v, slot) && Math.hypot(room.dx.value, room.dy.value) > 0.5
              ? say`Hung in the guard’s cut-out it meets the rout’s wall ${where}.`
              : say`It is too large for the rout ${where} and will not go in.`,
          over: 'It can wander in the rout; its screws or ring alone hold it.',
        }
      },
      at(l, v) {
        const rout = opening(v.part('body'), 'pickup-rout', slot),
          centre = l.features.find(f => f.id === rout?.id && f.partId === v.part('body')?.id)?.centre ?? [0, 0]
        const [x, y] = roomKept(v, slot)?.found.at ?? [0, 0]
        return [centre[0] + x, centre[1] + y]
      },
      mends: (c, { low }) => openRout(c, slot, low),
    },
    {
      id: `${slot}-depth`,
      family: depth,
      slots: [slot, 'body'],
      clearance: (m, v) =>
        m.sum([
          [1, m.in(v.part('body'), opening(v.part('body'), 'pickup-rout', slot), 'depth')],
          [-1, m.of(v.part(slot), 'depthBelowTop')],
        ]),
      words: () => ({
        title: `${title}, depth of rout`,
        under: 'It stands on the rout’s floor before it is low enough.',
      }),
      at: l => centreOf(l, slot),
      mends({ view, clearance }, { low }) {
        const body = view.part('body')!,
          rout = opening(body, 'pickup-rout', slot)!,
          by = low + 0.5 - clearance.value
        const deep = rout.dims.depth?.value ?? 0,
          floor = (body.dims.thickness?.value ?? 0) - deep
        const to = change(refOf(body, `features.${rout.id}.depth`), deep + by, 'router')
        return [
          mend(depth, 'deepen-rout', {
            title: say`Deepen the rout by ${mm(by, 1)}`,
            note: say`Leaves ${mm(floor - by, 0)} of floor.`,
            changes: [to],
            read: to.ref,
          }),
        ]
      },
    },
    ...(i.strings > 1
      ? [
          {
            id: `${slot}-poles`,
            family: poles,
            slots: ['body', 'neck', 'bridge', slot, ...held],
            swaps: [slot, 'bridge'],
            beside: ['strings'],
            fields: ['instrument', 'setup', 'placements', 'readings'],
            ...(guarded ? { fitOnly: true } : {}),
            clearance: (m, v) => overPoles(m, v, slot),
            words: () => ({
              title: `${title}, strings over poles`,
              under: 'The outer strings run outside their poles and sound weaker.',
              over: 'The outer strings run inside their poles and sound weaker.',
            }),
            at: l => {
              const x = centreOf(l, slot)[0],
                outer = l.strings[0]
              return [x, outer ? stringAt(outer, x) : 0]
            },
          } satisfies Joined,
        ]
      : []),
  ]
}

/** Every pickup: its outline in the rout, its depth, its poles under the strings. */
export const pickupInRout = {
  families: [gap, depth, poles],
  joined: i => {
    const labels = new Map(slotsOf(i).map(s => [s.id, s.label]))
    return i.pickups.flatMap(place => {
      const slot = `pickup-${place}`
      return jointsOf(slot, labels.get(slot) ?? slot, i)
    })
  },
} satisfies FamilyFile
