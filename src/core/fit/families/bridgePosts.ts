import { mm, num, say } from '../../say/said.ts'
import { asked } from '../../document/assumed.ts'
import type { Maths } from '../../document/maths.ts'
import { refOf } from '../../document/quantityAt.ts'
import { leadHole } from '../../drill/screws.ts'
import { woodOf } from '../../parts/woods.ts'
import type { View } from '../../document/view.ts'
import { filmFor, filmOn } from '../../finish/film.ts'
import type { Layout } from '../../layout/layOut.ts'
import type { Feature, Part } from '../../parts/part.ts'
import { GLUE_RESTS, change, family, LIMIT, MEMORY, mend, type FamilyFile, type Joined } from '../family.ts'
import type { Held } from '../holds.ts'

const PLUG = {
  minutes: 80,
  tools: ['hardwood dowel', 'wood glue', 'drill with guide'],
  rests: GLUE_RESTS,
  risk: 'some',
  when: 'before finish',
  cautions: ['cutters'],
} as const

const bushing = family(
  'post bushing',
  {
    label: 'Post bushing pressed in',
    compared: 'hole − bushing',
    low: -0.15,
    high: -0.05,
    never: -0.4,
    source: LIMIT,
  },
  {
    'ream-posts': {
      mends: 'under',
      minutes: 15,
      tools: ['tapered reamer', 'calliper'],
      risk: 'some',
      when: 'before finish',
      cautions: ['cutters'],
    },
    'wrap-bushings': {
      mends: 'over',
      minutes: 30,
      tools: ['veneer', 'wood glue', 'clamp'],
      rests: GLUE_RESTS,
      reversible: true,
      when: 'before finish',
    },
    'plug-posts': { mends: 'over', ...PLUG },
  },
)
const spacing = family(
  'post spacing',
  {
    label: 'Post spacing',
    compared: 'body − bridge',
    low: -0.2,
    high: 0.2,
    never: -1,
    neverAbove: 1,
    source: LIMIT,
  },
  { 'plug-spacing': { mends: 'both', ...PLUG } },
)

const rows = family('post rows', {
  label: 'Two rows of posts on one middle',
  compared: '1 − distance of the rows’ middles, across',
  low: 0,
  never: -2,
  source: MEMORY,
})
const inWood = family(
  'post in wood',
  {
    label: 'Post screwed into wood',
    compared: 'hole − lead hole for its thread',
    low: -0.3,
    high: 0.3,
    never: -1,
    neverAbove: 1,
    source: 'lead hole: Wood Handbook, fastenings [published]; limits from memory',
  },
  {
    'open-lead': {
      mends: 'under',
      minutes: 15,
      tools: ['drill with guide', 'calliper'],
      when: 'before finish',
      cautions: ['cutters'],
    },
    'plug-lead': { mends: 'over', ...PLUG },
  },
)
/** How far two rows' middles may lie apart across, mm [from memory]: strings then leave their saddles sideways. */
const ROWS_APART = 1

const holesFor = (body: Part | undefined, posts: string): readonly Feature[] =>
  body?.features.filter(f => f.role === 'stud-hole' && f.serves === posts) ?? []

/** The outer two holes of a set, the one further to the treble side first. */
function outer(body: Part | undefined, posts: string): readonly [Feature, Feature] | undefined {
  const holes = holesFor(body, posts),
    first = holes[0],
    last = holes.at(-1)
  if (!first || !last || first === last) return undefined
  return (first.dims.y?.value ?? 0) > (last.dims.y?.value ?? 0) ? [first, last] : [last, first]
}

const placeOf = (l: Layout, v: View, f: Feature | undefined) =>
  l.features.find(x => x.id === f?.id && x.partId === v.part('body')?.id)?.centre ?? [l.bridge.front, l.bridge.y]

const setOf = (posts: string, holds: string, name: string): readonly Joined[] => [
  {
    id: `${posts}-bushing`,
    family: bushing,
    slots: [posts, 'body'],
    film: true,
    clearance(m, v) {
      const body = v.part('body'),
        set = v.part(posts)
      if (!body || set?.traits.fit !== 'pressed bushing') return undefined
      return m.sum([
        [1, m.smallest(holesFor(body, posts).map(h => m.in(body, h, 'diameter')))],
        [-1, m.of(set, 'bushingDiameter')],
        [-2, filmFor(m, v.stands, body, 'stud-hole')],
      ])
    },
    words: () => ({
      title: `${name}, bushings in the body`,
      under: 'Too tight to press in. Pounded, they split the body.',
      over: 'The bushings sit loose and lean under the strings’ pull.',
    }),
    at: (l, v) => placeOf(l, v, holesFor(v.part('body'), posts)[0]),
    mends({ build, view, clearance }, { low, high }) {
      const body = view.part('body')!,
        holes = holesFor(body, posts),
        aim = (low + (high ?? low)) / 2
      const target =
        (view.part(posts)!.dims.bushingDiameter?.value ?? 0) + aim + 2 * filmOn(build, body, 'stud-hole').value
      const to = (by: Held) => {
        const changes = holes.map(h => change(refOf(body, `features.${h.id}.diameter`), target, by))
        return { changes, read: changes[0]!.ref }
      }
      return clearance.value < low
        ? [
            mend(bushing, 'ream-posts', {
              ...to('reamer'),
              title: say`Ream ${num(holes.length)} post holes to ${mm(target, 2)}`,
              note: 'Ream, never pound.',
            }),
          ]
        : [
            mend(bushing, 'wrap-bushings', {
              ...to('veneer'),
              title: say`Line ${num(holes.length)} post holes with ${mm((clearance.value - aim) / 2, 2)} of veneer`,
              note: 'Glued in the hole, then the bushing is pressed. Adhesive alone is not undone.',
            }),
            mend(bushing, 'plug-posts', {
              ...to('redrilled'),
              title: say`Plug ${num(holes.length)} post holes with hardwood and drill ${mm(target, 2)}`,
              note: 'For holes that are oval or off their place as well.',
            }),
          ]
    },
  },
  {
    id: `${posts}-spacing`,
    family: spacing,
    slots: [holds, 'body'],
    clearance(m, v) {
      const body = v.part('body'),
        two = outer(body, posts)
      return (
        two &&
        m.sum([
          [1, m.in(body, two[0], 'y')],
          [-1, m.in(body, two[1], 'y')],
          [-1, m.asked(v.part(holds), 'postSpacing')],
        ])
      )
    },
    words: () => ({
      title: `${name}, spacing`,
      under: 'The posts stand nearer together than the bridge asks.',
      over: 'The posts stand further apart than the bridge asks.',
    }),
    at: (l, v) => placeOf(l, v, holesFor(v.part('body'), posts).at(-1)),
    mends({ view, clearance }) {
      const body = view.part('body')!,
        [a, b] = outer(body, posts)!,
        apart = asked(view.part(holds), 'postSpacing')!.value
      const mid = ((a.dims.y?.value ?? 0) + (b.dims.y?.value ?? 0)) / 2
      const ref = (f: Feature) => refOf(body, `features.${f.id}.y`)
      return [
        mend(spacing, 'plug-spacing', {
          title: say`Plug both post holes and drill them ${mm(apart, 1)} apart`,
          note: say`Each moves ${mm(Math.abs(clearance.value) / 2, 2)}.`,
          changes: [change(ref(a), mid + apart / 2, 'marked'), change(ref(b), mid - apart / 2, 'marked')],
          read: ref(a),
        }),
      ]
    },
  },
]

const middleOf = <Q>(
  m: Maths<Q>,
  body: Part | undefined,
  two: readonly [Feature, Feature] | undefined,
  sign: number,
) => (two ?? []).map(f => [sign / 2, m.in(body, f, 'y')] as const)

/** Both rows of a stud bridge and its tail, drilled: their middles across. */
const twoRows: Joined = {
  id: 'post-rows',
  family: rows,
  slots: ['body'],
  beside: ['bridge', 'tailpiece'],
  clearance(m, v) {
    const body = v.part('body'),
      near = outer(body, 'posts'),
      far = outer(body, 'tail-posts')
    if (!near || !far) return undefined
    const apart = m.sum([...middleOf(m, body, near, 1), ...middleOf(m, body, far, -1)])
    return apart && m.sum([[-1, m.derived(([d]) => Math.abs(d!), [apart])]], ROWS_APART)
  },
  words: () => ({
    title: 'Bridge posts and tail posts, on one middle',
    under: 'The tail stands to one side of the bridge: strings leave their saddles sideways and creep off.',
  }),
  at: (l, v) => placeOf(l, v, holesFor(v.part('body'), 'tail-posts')[0]),
}

/** A post without a bushing in its hole: bites by its own thread. */
const screwedIn = (posts: string, name: string): Joined => ({
  id: `${posts}-in-wood`,
  family: inWood,
  slots: [posts, 'body'],
  clearance(m, v) {
    const body = v.part('body'),
      set = v.part(posts),
      outside = set?.dims.bushingDiameter
    if (!body || set?.traits.fit !== 'screwed into wood' || !outside) return undefined
    return m.sum([
      [1, m.smallest(holesFor(body, posts).map(h => m.in(body, h, 'diameter')))],
      [-leadHole(1, woodOf(body.traits.wood)), m.of(set, 'bushingDiameter')],
    ])
  },
  words: () => ({
    title: `${name}, screwed into wood`,
    under: 'The hole is too tight for the thread: turned in, it splits the wood.',
    over: 'The thread finds too little wood and leans under the strings’ pull.',
  }),
  at: (l, v) => placeOf(l, v, holesFor(v.part('body'), posts)[0]),
  mends({ view, clearance }, { low }) {
    const body = view.part('body')!,
      holes = holesFor(body, posts),
      target = leadHole(view.part(posts)!.dims.bushingDiameter?.value ?? 0, woodOf(body.traits.wood)),
      changes = holes.map(h => change(refOf(body, `features.${h.id}.diameter`), target, 'redrilled'))
    return [
      clearance.value < low
        ? mend(inWood, 'open-lead', {
            title: say`Drill ${num(holes.length)} post holes to ${mm(target, 1)}`,
            changes,
            read: changes[0]!.ref,
          })
        : mend(inWood, 'plug-lead', {
            title: say`Plug ${num(holes.length)} post holes and drill ${mm(target, 1)}`,
            changes,
            read: changes[0]!.ref,
          }),
    ]
  },
})

/** Posts in the body: each bushing in its hole, and the holes' spacing against what rides on the posts. */
export const bridgePosts = {
  families: [bushing, spacing, rows, inWood],
  joined: () => [
    ...setOf('posts', 'bridge', 'Bridge posts'),
    ...setOf('tail-posts', 'tailpiece', 'Tail posts'),
    twoRows,
    screwedIn('posts', 'Bridge posts'),
    screwedIn('tail-posts', 'Tail posts'),
  ],
} satisfies FamilyFile
