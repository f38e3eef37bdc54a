import { mm, say } from '../../say/said.ts'
import { leastBite } from '../../drill/screws.ts'
import { pairs, type Maths } from '../../document/maths.ts'
import { refOf } from '../../document/quantityAt.ts'
import type { View } from '../../document/view.ts'
import { SCREW_LENGTHS } from '../../drill/screws.ts'
import { change, family, LIMIT, mend, type FamilyFile, type Joined, type MendContext } from '../family.ts'
import type { Fix } from '../joint.ts'
import { pocketIn } from './heelInPocket.ts'

const OTHER = { 'other-screws': { mends: 'under', minutes: 5, tools: ['screws'], reversible: true } } as const

const bite = family(
  'screw bite',
  {
    label: 'Neck screw bite',
    compared: 'length in the heel',
    low: leastBite('neck-screws'),
    never: 8,
    source: LIMIT,
  },
  OTHER,
)
const tip = family(
  'screw tip',
  {
    label: 'Neck screw under the fingerboard',
    compared: 'wood left before the fingerboard',
    low: 3,
    never: 0.5,
    source: LIMIT,
  },
  OTHER,
)

/** What a screw goes through before the heel, and its length: their sum is its bite. */
function biteTerms<Q>(m: Maths<Q>, v: View, sign: 1 | -1) {
  const body = v.part('body'),
    plate = v.part('neck-plate')
  return [
    [sign, m.of(v.part('neck-screws'), 'length')],
    [-sign, (plate && m.of(plate, 'thickness')) ?? m.exact(0)],
    [-sign, m.of(body, 'thickness')],
    [sign, m.in(body, pocketIn(body), 'depth')],
  ] as const
}

/** Bite in the heel and wood left under the fingerboard, as they stand. */
const standing = ({ view }: MendContext, m: Maths<readonly [number, number]>) => ({
  bite: m.sum(biteTerms(m, view, 1))?.[0] ?? 0,
  tip: tipOf(m, view)?.[0] ?? 0,
})

const tipOf = <Q>(m: Maths<Q>, v: View): Q | undefined =>
  m.sum([
    [1, m.of(v.part('neck'), 'heelThickness')],
    [-1, m.of(v.part('neck'), 'fingerboardThickness')],
    ...biteTerms(m, v, -1),
  ])

const other = (c: MendContext, of: typeof bite | typeof tip): Fix[] => {
  const screws = c.view.part('neck-screws')!,
    length = screws.dims.length?.value ?? 0,
    now = standing(c, pairs)
  const fit = SCREW_LENGTHS.filter(
    l => now.bite + l - length >= bite.band.low && now.tip - (l - length) >= tip.band.low,
  )
  const best = fit[Math.floor(fit.length / 2)]
  return best === undefined || best === length
    ? []
    : [
        mend(of, 'other-screws', {
          title: say`Use screws ${mm(best, 0)} long`,
          note: say`Bite ${mm(now.bite + best - length, 1)}, ${mm(now.tip - (best - length), 1)} short of the fingerboard.`,
          changes: [change(refOf(screws, 'dims.length'), best, 'bought')],
        }),
      ]
}

const quarter = (v: View) => (pocketIn(v.part('body'))?.dims.width?.value ?? 0) / 4
const half = (v: View) => (pocketIn(v.part('body'))?.dims.length?.value ?? 0) / 2

const joined = (): readonly Joined[] => [
  {
    id: 'neck-screw-bite',
    family: bite,
    slots: ['body', 'neck', 'neck-screws'],
    beside: ['neck-plate'],
    swaps: ['neck-screws'],
    clearance: (m, v) => (v.part('neck') ? m.sum(biteTerms(m, v, 1)) : undefined),
    words: () => ({
      title: 'Neck screws, bite in the heel',
      under: 'Too little thread in the heel: the screws pull out or strip.',
    }),
    at: (l, v) => [l.nutToHeelEnd - half(v), -quarter(v)],
    mends: c => other(c, bite),
  },
  {
    id: 'neck-screw-tip',
    family: tip,
    slots: ['body', 'neck', 'neck-screws'],
    beside: ['neck-plate'],
    swaps: ['neck-screws'],
    clearance: (m, v) => tipOf(m, v),
    words: () => ({
      title: 'Neck screw points under the fingerboard',
      under: 'The points come up under the fingerboard or through it.',
    }),
    at: (l, v) => [l.nutToHeelEnd - half(v), quarter(v)],
    mends: c => other(c, tip),
  },
]

/** The neck screws: bite in the heel, and wood left between their points and the fingerboard. */
export const neckScrews = { families: [bite, tip], joined } satisfies FamilyFile
