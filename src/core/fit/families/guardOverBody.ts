import { memo } from '../../memo/memo.ts'
import { area, mm, say } from '../../say/said.ts'
import { asked } from '../../document/assumed.ts'
import type { Instrument } from '../../document/build.ts'
import { quantities, type Maths } from '../../document/maths.ts'
import { quantityAt, refOf } from '../../document/quantityAt.ts'
import { partIn } from '../../document/references.ts'
import { slotsOf } from '../../document/slots.ts'
import { viewOf, type Fields, type View } from '../../document/view.ts'
import { toRemove } from '../../geometry/boolean.ts'
import { gapInside } from '../../geometry/shape.ts'
import { guardPlace, pickupShape, shapeOf, type Layout, type PlacedFeature } from '../../layout/layOut.ts'
import type { Feature } from '../../parts/part.ts'
import { weakestBasis } from '../../units/dimension.ts'
import { exact, fromSource, linear } from '../../units/quantity.ts'
import {
  change,
  COMMON,
  family,
  type FamilyFile,
  findAnew,
  type Joined,
  LIMIT,
  MEMORY,
  mend,
  type MendContext,
} from '../family.ts'
import type { Fix, FoundJoint, JointFamily } from '../joint.ts'
import { roomOf, shapeGap, type Room } from '../shapeGap.ts'
import { opening } from './pickupInRout.ts'

/** Offset of a cut-out's and a rout's centres that the eye does not see, mm [common practice]. */
const UNSEEN = 0.5
/** Doubt of a body's or guard's drawn edge, mm [from memory]. */
const EDGE_DOUBT = 0.5
/** Gap per side that a cut-out is filed to, mm. */
const FILE_TO = 0.3

const inCut = family(
  'pickup in cut-out',
  {
    label: 'Pickup in its cut-out',
    compared: 'distance between outlines, per side',
    low: 0.1,
    high: 0.5,
    never: -0.3,
    source: LIMIT,
  },
  {
    'file-cut-out': {
      mends: 'under',
      minutes: 15,
      tools: ['flat and round files', 'calliper'],
      risk: 'some',
      cautions: ['dust'],
    },
  },
)
const overRouts = family(
  'guard over routs',
  {
    label: 'Guard cut-out over its rout',
    compared: '0.5 − offset of centres',
    low: 0,
    never: -3,
    source: 'common practice: beyond 1 mm it is visible; where it stops going is from memory',
  },
  {
    'shift-guard': {
      mends: 'under',
      sometimes: true,
      minutes: 10,
      tools: ['steel rule'],
      reversible: true,
      when: 'before finish',
    },
    'move-rout': {
      mends: 'under',
      minutes: 35,
      tools: ['router and template'],
      risk: 'some',
      when: 'before finish',
      cautions: ['cutters', 'dust'],
    },
  },
)
const FILE = { mends: 'under', minutes: 15, tools: ['file', 'calliper'], cautions: ['dust'] } as const
const beside = family(
  'guard gap',
  { label: 'Guard against its neighbours', compared: 'gap', low: 0.2, high: 1, never: 0, source: COMMON },
  { 'file-notch': FILE, 'file-edge': FILE },
)
const inEdge = family('guard edge', {
  label: 'Guard inside the body’s edge',
  compared: 'distance to the body’s edge',
  low: 1,
  never: 0,
  source: MEMORY,
})

/** Where the guard was put by the builder, as an input of its own. */
const placeInput = <Q>(m: Maths<Q>, facts: Fields, k: 'x' | 'y'): Q => {
  const p = facts.placements.guard?.[k]
  return m.given({
    id: `placements/guard.${k}`,
    label: k === 'x' ? 'guard along the centre line' : 'guard off the centre line',
    value: p?.value ?? 0,
    doubt: p?.doubt ?? 0.2,
    basis: p?.basis ?? 'assumed',
  })
}

const shapeAtOrigin = (f: Feature) => shapeOf(f, -(f.dims.x?.value ?? 0), -(f.dims.y?.value ?? 0))

/** A pickup's room in the guard's cut-out, seen from the cut-out's own place. */
function roomMetInCut<Q>(m: Maths<Q>, v: View, slot: string) {
  const guard = v.part('guard'),
    pickup = v.part(slot),
    cut = opening(guard, 'cut-out', slot)
  return guard && pickup && cut
    ? roomOf(
        m,
        { part: guard, feature: cut, shape: shapeAtOrigin(cut) },
        { part: pickup, shape: pickupShape(pickup, [0, 0]) },
        m.exact(0),
        m.exact(0),
      )
    : undefined
}

/** The same for Fit: met once, and asked by clearance and place. */
const roomKept = memo((v: View, slot: string) => roomMetInCut(quantities, v, slot), {
  on: (v, slot) => [slot, v.part('guard')?.id, opening(v.part('guard'), 'cut-out', slot), v.part(slot)],
  keep: 16,
})
const roomInCut = <Q>(m: Maths<Q>, v: View, slot: string): Room<Q> | undefined =>
  (m as unknown) === quantities ? (roomKept(v, slot) as unknown as Room<Q> | undefined) : roomMetInCut(m, v, slot)

/** Cut-out's place less the rout's, along and across. */
function offsets<Q>(m: Maths<Q>, v: View, slot: string): readonly [Q, Q] | undefined {
  const guard = v.part('guard'),
    body = v.part('body'),
    cut = opening(guard, 'cut-out', slot),
    rout = opening(body, 'pickup-rout', slot)
  const of = (k: 'x' | 'y') =>
    m.sum([
      [1, m.in(guard, cut, k)],
      [1, placeInput(m, v.fields, k)],
      [-1, m.in(body, rout, k)],
    ])
  const dx = of('x'),
    dy = of('y')
  return dx && dy && [dx, dy]
}

const cutPlace = (l: Layout, v: View, slot: string): PlacedFeature | undefined => {
  const guard = v.part('guard'),
    cut = opening(guard, 'cut-out', slot)
  return l.features.find(f => f.partId === guard?.id && f.id === cut?.id)
}

function fileCut({ view, layout, clearance }: MendContext, slot: string, low: number): Fix[] {
  const cut = cutPlace(layout, view, slot)
  if (clearance.value >= low || !cut) return []
  const guard = view.part('guard')!,
    pickup = view.part(slot)!,
    shape = pickupShape(pickup, cut.centre)
  const { read } = shapeGap(
    { part: guard, feature: opening(guard, 'cut-out', slot), shape: cut.shape, at: cut.centre },
    { part: pickup, shape },
    exact(0),
    exact(0),
  )
  return [
    mend(inCut, 'file-cut-out', {
      title: say`File the cut-out by ${mm(FILE_TO - clearance.value, 2)} where it touches`,
      note: say`${area(toRemove(cut.shape, shape, FILE_TO).area, 1)} of plastic. Corners first: they are where it binds.`,
      changes: read(FILE_TO, 'file'),
    }),
  ]
}

/** Every pickup that has a cut-out and a rout, with how far the one lies over the other. */
const allShifts = (v: View): readonly { x: number; y: number }[] =>
  v.fields.instrument.pickups.flatMap(place => {
    const d = offsets(quantities, v, `pickup-${place}`)
    return d ? [{ x: d[0].value, y: d[1].value }] : []
  })

function bringTogether({ build, view, layout }: MendContext, slot: string): Fix[] {
  const [dx, dy] = offsets(quantities, view, slot)!,
    shifts = allShifts(view),
    body = view.part('body')!,
    rout = opening(body, 'pickup-rout', slot)!
  const mid = (k: 'x' | 'y') => (Math.max(...shifts.map(s => s[k])) + Math.min(...shifts.map(s => s[k]))) / 2
  const left = Math.max(...shifts.map(s => Math.hypot(s.x - mid('x'), s.y - mid('y'))))
  const fixes: Fix[] = []
  if (left <= UNSEEN) {
    const g = guardPlace(build)
    fixes.push(
      mend(overRouts, 'shift-guard', {
        title: say`Set the guard ${mm(Math.hypot(mid('x'), mid('y')), 1)} over`,
        note: say`Leaves ${mm(left, 1)} at the worst cut-out. Look at the neck notch and the bridge after.`,
        changes: [
          change('placements/guard.x', g.x - mid('x'), 'laidOver'),
          change('placements/guard.y', g.y - mid('y'), 'laidOver'),
        ],
      }),
    )
  }
  const placed = layout.features.find(f => f.id === rout.id && f.partId === body.id)!,
    cut = cutPlace(layout, view, slot)!
  const to = (k: 'x' | 'y', by: number) =>
    change(refOf(body, `features.${rout.id}.${k}`), (rout.dims[k]?.value ?? 0) + by, 'router')
  fixes.push(
    mend(overRouts, 'move-rout', {
      title: say`Rout the pickup’s place ${mm(Math.hypot(dx.value, dy.value), 1)} over, to under the cut-out`,
      note: say`${area(toRemove(placed.shape, cut.shape, 0.3).area, 0)} of wood, ${mm((placed.diameter ?? 0) || (rout.dims.depth?.value ?? 0), 0)} deep. The guard covers the old edge.`,
      changes: [to('x', dx.value), to('y', dy.value)],
    }),
  )
  return fixes
}

const jointsOf = (slot: string, name: string): readonly Joined[] => [
  {
    id: `${slot}-cut-out`,
    family: inCut,
    slots: [slot, 'guard'],
    fields: ['instrument'],
    clearance: (m, v) => (v.fields.instrument.mounting === 'on the guard' ? roomInCut(m, v, slot)?.gap : undefined),
    words: () => ({
      title: `${name} in the guard’s cut-out`,
      under: 'The cover does not pass the cut-out; pressed, the guard bends and the cover chips.',
      over: 'A wide gap shows round the pickup.',
    }),
    at(l, v) {
      const [cx, cy] = cutPlace(l, v, slot)?.centre ?? [0, 0],
        [x, y] = roomKept(v, slot)?.found.at ?? [0, 0]
      return [cx + x, cy + y]
    },
    mends: (c, { low }) => fileCut(c, slot, low),
  },
  {
    id: `${slot}-guard-offset`,
    family: overRouts,
    slots: ['guard', 'body'],
    fields: ['placements'],
    clearance(m, v) {
      const d = offsets(m, v, slot)
      return (
        d &&
        m.sum([
          [1, m.exact(UNSEEN)],
          [-1, m.distance(...d)],
        ])
      )
    },
    words(v) {
      const [dx, dy] = offsets(quantities, v, slot)!.map(q => q.value) as [number, number]
      return {
        title: `${name}, cut-out over its rout`,
        under: say`The cut-out lies ${mm(Math.abs(dx), 1)} ${dx < 0 ? 'nearer to the neck' : 'nearer to the bridge'}${Math.abs(dy) > 0.05 ? say` and ${mm(Math.abs(dy), 1)} to the ${dy > 0 ? 'treble' : 'bass'} side` : ''}: both claim one pattern, and they are two.`,
      }
    },
    at: (l, v) => cutPlace(l, v, slot)?.centre ?? [l.bridge.front, 0],
    mends: c => bringTogether(c, slot),
  },
]

/**
 * Whether a guard has an edge that nobody has measured: it says so, or it carries the pickups and so reaches from neck
 * to bridge, unless it says that it does not [common practice].
 */
const hasEdge = (says: string | undefined, mounting: Instrument['mounting']): boolean =>
  says === undefined ? mounting === 'on the guard' : says === 'there'

const againstNeck: Joined = {
  id: 'guard-neck',
  family: beside,
  slots: ['guard', 'neck'],
  fields: ['placements', 'instrument'],
  clearance(m, v) {
    const guard = v.part('guard')
    const gap = [
      [
        0.5,
        hasEdge(guard?.traits.notch, v.fields.instrument.mounting)
          ? m.asked(guard, 'notchWidth')
          : m.of(guard, 'notchWidth'),
      ],
      [-0.5, m.of(v.part('neck'), 'heelWidth')],
    ] as const
    const placed = v.fields.placements.guard
    // Where it is not placed yet it is put so that the notch stands evenly round the neck. The notch's end is cut to the
    // same gap as its sides [from memory].
    return placed
      ? m.smallest([
          m.sum([...gap, [placed.y.value > 0 ? -1 : 1, placeInput(m, v.fields, 'y')]]),
          m.sum([...gap, [1, placeInput(m, v.fields, 'x')]]),
        ])
      : m.sum(gap)
  },
  words: () => ({
    title: 'Guard against the neck',
    under: 'The guard pushes on the neck and moves it off its line.',
    over: 'A gap shows between guard and neck.',
  }),
  at: l => [l.nutToHeelEnd, l.halfLast],
  mends({ view, clearance }, { low }) {
    if (clearance.value >= low) return []
    const guard = view.part('guard')!,
      off = low + 0.2 - clearance.value
    const to = change(refOf(guard, 'dims.notchWidth'), (guard.dims.notchWidth?.value ?? 0) + 2 * off, 'file')
    return [
      mend(beside, 'file-notch', {
        title: say`File ${mm(off, 2)} off each side of the guard’s notch`,
        changes: [to],
        read: to.ref,
      }),
    ]
  },
}

/** Where the guard ends: at the bridge, and inside the body's own edge. */
const found: JointFamily = ({ build, layout }) => {
  const guard = partIn(build, 'guard'),
    body = partIn(build, 'body'),
    out: FoundJoint[] = []
  if (!guard || !body) return []
  const edge = hasEdge(guard.traits.bridgeSide, build.instrument.mounting)
    ? asked(guard, 'bridgeEdge')
    : quantityAt(guard, 'dims.bridgeEdge')
  if (edge) {
    const gap = linear([
      [1, layout.line.place],
      [-1, edge],
      [-1, placeInput(quantities, viewOf(build).fields, 'x')],
    ])
    out.push({
      id: 'guard-bridge',
      family: beside.id,
      title: 'Guard against the bridge',
      clearance: gap,
      limits: { low: 0.2, never: 0 },
      at: [layout.bridge.front, layout.bridge.y],
      slots: ['guard', 'bridge'],
      meaning: { under: 'The guard pushes on the bridge.', over: '' },
      fixes({ low }) {
        const off = low + 0.2 - gap.value,
          to = change(refOf(guard, 'dims.bridgeEdge'), edge.value - off, 'file')
        return [
          mend(beside, 'file-edge', {
            title: say`File ${mm(off, 2)} off the guard’s edge at the bridge`,
            changes: [to],
            read: to.ref,
          }),
        ]
      },
    })
  }
  if (layout.guard.length > 2 && layout.body.length > 2) {
    const g = gapInside({ points: layout.body }, { points: layout.guard })
    out.push({
      id: 'guard-edge',
      family: inEdge.id,
      title: 'Guard inside the body’s edge',
      clearance: linear([
        [
          1,
          fromSource({
            id: 'outlines/guard-body',
            label: 'guard’s and body’s drawn edges',
            value: g.gap,
            doubt: Math.hypot(guard.outline?.doubt ?? EDGE_DOUBT, body.outline?.doubt ?? EDGE_DOUBT),
            basis: weakestBasis(guard.outline?.basis ?? 'claimed', body.outline?.basis ?? 'claimed'),
          }),
        ],
      ]),
      at: g.at,
      slots: ['guard', 'body'],
      meaning: { under: 'The guard reaches the body’s rounded edge, or over it.', over: '' },
      fixes: () => [],
    })
  }
  return out
}

/** The guard: pickups in its cut-outs, cut-outs over the routs, its edges against neck, bridge and body. */
export const guardOverBody = {
  families: [inCut, overRouts, beside, inEdge],
  joined: i => {
    const labels = new Map(slotsOf(i).map(s => [s.id, s.label]))
    const slots = i.pickups.map(p => `pickup-${p}`)
    return [...slots.flatMap(s => jointsOf(s, labels.get(s) ?? 'Pickup')), againstNeck]
  },
  found: [findAnew(found)],
} satisfies FamilyFile
