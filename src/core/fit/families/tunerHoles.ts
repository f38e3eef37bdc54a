import { memo } from '../../memo/memo.ts'
import { mm, num, say } from '../../say/said.ts'
import type { Maths } from '../../document/maths.ts'
import { need, refOf } from '../../document/quantityAt.ts'
import { partIn } from '../../document/references.ts'
import type { View } from '../../document/view.ts'
import { filmFor, filmOn } from '../../finish/film.ts'
import { edgeDistance, type Point } from '../../geometry/outline.ts'
import type { Feature, Part } from '../../parts/part.ts'
import { weakestBasis } from '../../units/dimension.ts'
import { fromSource, linear } from '../../units/quantity.ts'
import {
  change,
  COMMON,
  family,
  type Family,
  type FamilyFile,
  findIn,
  GLUE_RESTS,
  type Joined,
  LIMIT,
  mend,
} from '../family.ts'
import type { JointFamily } from '../joint.ts'

/** Doubt of a headstock's edge as drawn, mm [from memory]. */
const EDGE_DOUBT = 0.5

const REAM_OR_SLEEVE = {
  'ream-holes': {
    mends: 'under',
    minutes: 5,
    each: 4,
    tools: ['tapered reamer', 'calliper'],
    risk: 'some',
    when: 'before finish',
    cautions: ['cutters'],
  },
  'sleeve-holes': {
    mends: 'over',
    minutes: 0,
    each: 8,
    tools: ['sleeves', 'wood glue'],
    rests: GLUE_RESTS,
    reversible: true,
    when: 'before finish',
  },
} as const

const pressed = family(
  'tuner bushing pressed',
  {
    label: 'Tuner bushing, pressed',
    compared: 'hole − bushing',
    low: -0.12,
    high: -0.02,
    never: -0.25,
    source: LIMIT,
  },
  REAM_OR_SLEEVE,
)
const threaded = family(
  'tuner bushing threaded',
  { label: 'Tuner bushing, threaded', compared: 'hole − bushing', low: 0.1, high: 0.5, never: 0, source: LIMIT },
  REAM_OR_SLEEVE,
)
const pitch = family(
  'tuner pitch',
  { label: 'Tuner bodies side by side', compared: 'pitch − body width', low: 0.1, never: 0, source: COMMON },
  { 'trim-bodies': { mends: 'under', minutes: 0, each: 10, tools: ['file', 'calliper'], risk: 'some' } },
)
const edge = family('tuner edge', {
  label: 'Tuner hole to headstock edge',
  compared: 'edge − hole radius',
  low: 3,
  never: 1.5,
  source: LIMIT,
})
const headThickness = family(
  'head thickness',
  {
    label: 'Headstock in the tuner’s range',
    compared: 'room to the nearer end of the range',
    low: 0,
    never: -0.5,
    source: LIMIT,
  },
  {
    washers: { mends: 'under', minutes: 10, tools: ['washers'], reversible: true },
    'thin-head': {
      mends: 'under',
      minutes: 45,
      tools: ['plane', 'scraper'],
      risk: 'high',
      when: 'before finish',
      cautions: ['cutters', 'dust'],
    },
  },
)

interface Head {
  holes: readonly Feature[]
  closest: readonly [Feature, Feature] | undefined
}
const NO_HEAD: Head = { holes: [], closest: undefined }
/** A neck's tuner holes, and the two that lie closest. */
const headOf = (neck: Part | undefined): Head => (neck ? drilledHead(neck) : NO_HEAD)

const drilledHead = memo(
  (neck: Part): Head => {
    const holes = neck.features.filter(f => f.role === 'tuner-hole')
    const apart = ([a, b]: readonly [Feature, Feature]) =>
      Math.hypot(b.dims.x!.value - a.dims.x!.value, b.dims.y!.value - a.dims.y!.value)
    let closest: readonly [Feature, Feature] | undefined
    holes.forEach((a, i) =>
      holes.slice(i + 1).forEach(b => {
        if (!closest || apart([a, b]) < apart(closest)) closest = [a, b]
      }),
    )
    return { holes, closest }
  },
  { weak: true },
)
const place = (f: Feature | undefined): Point => [f?.dims.x?.value ?? 0, f?.dims.y?.value ?? 0]
const middle = (v: View): Feature | undefined => {
  const { holes } = headOf(v.part('neck'))
  return holes[Math.floor(holes.length / 2)]
}

const bushing = (sort: 'pressed' | 'threaded', of: Family<keyof typeof REAM_OR_SLEEVE>): Joined => ({
  id: 'tuner-bushing',
  family: of,
  slots: ['tuners', 'neck'],
  film: true,
  clearance(m, v) {
    const neck = v.part('neck'),
      tuners = v.part('tuners')
    if (!neck || !tuners || (tuners.traits.bushing === 'pressed') !== (sort === 'pressed')) return undefined
    const film = filmFor(m, v.stands, neck, 'tuner-hole')
    return m.sum([
      [1, m.smallest(headOf(neck).holes.map(h => m.in(neck, h, 'diameter')))],
      [-1, m.of(tuners, 'bushingDiameter')],
      [-2, film],
    ])
  },
  words: () => ({
    title: 'Tuner bushings in headstock',
    under: 'The bushings do not go into the holes. Pounded in, they split the head.',
    over: 'The bushings sit loose; the posts lean under the strings’ pull.',
  }),
  at: (_l, v) => place(middle(v)),
  mends({ build, view, clearance }, { low, high }) {
    const neck = view.part('neck')!,
      { holes } = headOf(neck)
    const target =
      (view.part('tuners')!.dims.bushingDiameter?.value ?? 0) +
      (low + (high ?? low)) / 2 +
      2 * filmOn(build, neck, 'tuner-hole').value
    const by = clearance.value < low ? 'reamer' : 'fitted'
    const changes = holes.map(h => change(refOf(neck, `features.${h.id}.diameter`), target, by))
    const common = { changes, read: changes[0]!.ref, count: holes.length }
    return clearance.value < low
      ? [
          mend(of, 'ream-holes', {
            ...common,
            title: say`Ream ${num(holes.length)} tuner holes to ${mm(target, 2)}`,
            note: say`Takes ${mm(target - (middle(view)?.dims.diameter?.value ?? 0), 2)} on the diameter, from both faces.`,
          }),
        ]
      : [
          mend(of, 'sleeve-holes', {
            ...common,
            title: say`Sleeve ${num(holes.length)} tuner holes down to ${mm(target, 2)}`,
            note: 'Hardwood or brass sleeves, glued; or wrap each bushing with veneer.',
          }),
        ]
  },
})

/** Distance of the two closest posts; their directions stay as they are while the doubts move them. */
function closestPitch<Q>(m: Maths<Q>, neck: Part | undefined): Q | undefined {
  const two = headOf(neck).closest
  if (!two) return undefined
  const [a, b] = two
  const dx = place(b)[0] - place(a)[0],
    dy = place(b)[1] - place(a)[1],
    d = Math.hypot(dx, dy) || 1
  return m.sum([
    [dx / d, m.in(neck, b, 'x')],
    [-dx / d, m.in(neck, a, 'x')],
    [dy / d, m.in(neck, b, 'y')],
    [-dy / d, m.in(neck, a, 'y')],
  ])
}

const joined = (): readonly Joined[] => [
  bushing('pressed', pressed),
  bushing('threaded', threaded),
  {
    id: 'tuner-pitch',
    family: pitch,
    slots: ['tuners', 'neck'],
    clearance: (m, v) =>
      m.sum([
        [1, closestPitch(m, v.part('neck'))],
        [-1, m.of(v.part('tuners'), 'bodyWidth')],
      ]),
    words: () => ({
      title: 'Tuner bodies side by side',
      under: 'Neighbouring tuner bodies touch before they sit straight.',
    }),
    at: (_l, v) => place(headOf(v.part('neck')).closest?.[1]),
    mends({ view, clearance }, { low }) {
      const tuners = view.part('tuners')!,
        wide = tuners.dims.bodyWidth?.value ?? 0
      const to = change(refOf(tuners, 'dims.bodyWidth'), wide + clearance.value - low - 0.1, 'fitted')
      return [
        mend(pitch, 'trim-bodies', {
          title: say`Take ${mm((low + 0.1 - clearance.value) / 2, 2)} off both sides of each tuner body`,
          note: 'A little off each, never all off one.',
          count: headOf(view.part('neck')).holes.length,
          changes: [to],
          read: to.ref,
        }),
      ]
    },
  },
  {
    id: 'head-thickness',
    family: headThickness,
    slots: ['tuners', 'neck'],
    clearance(m, v) {
      const neck = v.part('neck'),
        tuners = v.part('tuners')
      if (headOf(neck).holes.length === 0) return undefined
      const thick = m.of(neck, 'headThickness')
      return m.smallest([
        m.sum([
          [1, thick],
          [-1, m.of(tuners, 'reachMin')],
        ]),
        m.sum([
          [1, m.of(tuners, 'reachMax')],
          [-1, thick],
        ]),
      ])
    },
    words: v => ({
      title: 'Headstock in the tuners’ range',
      under:
        (v.part('neck')?.dims.headThickness?.value ?? 0) < (v.part('tuners')?.dims.reachMin?.value ?? 0)
          ? 'The headstock is thinner than these tuners clamp.'
          : 'The headstock is thicker than these tuners clamp.',
    }),
    at: (_l, v) => place(headOf(v.part('neck')).holes[0]),
    mends({ view, clearance }, { low }) {
      const neck = view.part('neck')!,
        tuners = view.part('tuners')!,
        room = clearance.value
      const thick = neck.dims.headThickness?.value ?? 0,
        min = tuners.dims.reachMin?.value ?? 0,
        max = tuners.dims.reachMax?.value ?? 0
      if (thick < (min + max) / 2)
        return [
          mend(headThickness, 'washers', {
            title: say`Put ${mm(low + 0.5 - room, 1)} of washer under each tuner`,
            note: 'On the back, where it is not seen.',
            changes: [change(refOf(tuners, 'dims.reachMin'), min + room - low - 0.5, 'laidIn')],
          }),
        ]
      const to = change(refOf(neck, 'dims.headThickness'), thick + room - low - 0.3, 'thinned')
      return [
        mend(headThickness, 'thin-head', {
          title: say`Thin the headstock by ${mm(low + 0.3 - room, 1)} from the back`,
          note: say`Keep ${mm(12, 0)} or more.`,
          changes: [to],
          read: to.ref,
        }),
      ]
    },
  },
]

/** The hole that lies closest to the head's edge. */
const found: JointFamily = ({ build, layout }) => {
  const neck = partIn(build, 'neck')
  const { holes } = headOf(neck)
  if (!neck || !partIn(build, 'tuners') || holes.length === 0 || layout.head.length < 3) return []
  const edges = holes.map(h => ({
    h,
    q: linear([
      [
        1,
        fromSource({
          id: `${neck.id}/outline/${h.id}`,
          label: 'post centre to headstock edge',
          value: edgeDistance(layout.head, place(h)),
          doubt: neck.outline?.doubt ?? EDGE_DOUBT,
          basis: weakestBasis(neck.outline?.basis ?? 'claimed'),
        }),
      ],
      [-0.5, need(neck, `features.${h.id}.diameter`)],
    ]),
  }))
  const worst = edges.reduce((m, e) => (e.q.value < m.q.value ? e : m))
  return [
    {
      id: 'tuner-edge',
      family: edge.id,
      title: 'Tuner hole to headstock edge',
      clearance: worst.q,
      at: place(worst.h),
      slots: ['neck'],
      meaning: {
        under: 'Too little wood between hole and edge: it breaks out when the bushing goes in.',
        over: '',
      },
      fixes: () => [],
    },
  ]
}

/** Tuners on the headstock: bushing in hole, bodies side by side, distance to the edge, clamping range. */
export const tunerHoles = {
  families: [pressed, threaded, pitch, edge, headThickness],
  joined,
  found: [findIn(['neck', 'tuners'], found)],
} satisfies FamilyFile
