import { asked } from '../../build/assumed.ts'
import { refOf } from '../../build/quantityAt.ts'
import type { View } from '../../build/view.ts'
import { filmFor, filmOn } from '../../finish/film.ts'
import type { Layout } from '../../layout/layOut.ts'
import type { Feature, Part } from '../../parts/part.ts'
import { fixed } from '../../units/length.ts'
import { GLUE_RESTS, change, family, LIMIT, mend, type FamilyFile, type Joined } from '../family.ts'
import { HOLDS } from '../work.ts'

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
    facts: ['finish', 'steps'],
    clearance(m, v) {
      const body = v.part('body'),
        set = v.part(posts)
      if (!body || set?.traits.fit !== 'pressed bushing') return undefined
      return m.sum([
        [1, m.smallest(holesFor(body, posts).map(h => m.in(body, h, 'diameter')))],
        [-1, m.of(set, 'bushingDiameter')],
        [-2, filmFor(m, v.facts, body, 'stud-hole')],
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
      const changes = holes.map(h => change(refOf(body, `features.${h.id}.diameter`), target, HOLDS.veneer))
      const common = { changes, read: changes[0]!.ref }
      return clearance.value < low
        ? [
            mend(bushing, 'ream-posts', {
              ...common,
              title: `Ream ${holes.length} post holes to ${fixed(target, 2)} mm`,
              note: 'Ream, never pound.',
            }),
          ]
        : [
            mend(bushing, 'wrap-bushings', {
              ...common,
              title: `Line ${holes.length} post holes with ${fixed((clearance.value - aim) / 2, 2)} mm of veneer`,
              note: 'Glued in the hole, then the bushing is pressed. Adhesive alone is not undone.',
            }),
            mend(bushing, 'plug-posts', {
              ...common,
              title: `Plug ${holes.length} post holes with hardwood and drill ${fixed(target, 2)} mm`,
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
          title: `Plug both post holes and drill them ${fixed(apart, 1)} mm apart`,
          note: `Each moves ${fixed(Math.abs(clearance.value) / 2, 2)} mm.`,
          changes: [change(ref(a), mid + apart / 2, 0.1), change(ref(b), mid - apart / 2, 0.1)],
          read: ref(a),
        }),
      ]
    },
  },
]

/** Posts in the body: each bushing in its hole, and the holes' spacing against what rides on the posts. */
export const bridgePosts: FamilyFile = {
  families: [bushing, spacing],
  joined: () => [...setOf('posts', 'bridge', 'Bridge posts'), ...setOf('tail-posts', 'tailpiece', 'Tail posts')],
}
