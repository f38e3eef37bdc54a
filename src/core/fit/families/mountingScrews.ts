import { count, mm, say } from '../../say/said.ts'
import { refOf } from '../../document/quantityAt.ts'
import { leastBite, SCREW_LENGTHS } from '../../drill/screws.ts'
import type { Point } from '../../geometry/outline.ts'
import type { Layout } from '../../layout/layOut.ts'
import type { Part } from '../../parts/part.ts'
import {
  change,
  COMMON,
  family,
  LIMIT,
  mend,
  type Family,
  type FamilyFile,
  type Joined,
  type MendContext,
} from '../family.ts'
import type { Fix } from '../joint.ts'

const bite = family(
  'mounting bite',
  {
    label: 'Mounting screw’s bite',
    compared: 'length − what it holds',
    low: leastBite('guard-screws'),
    never: 2,
    source: LIMIT,
  },
  { 'longer-screws': { mends: 'under', minutes: 5, tools: ['screws'], reversible: true } },
)
/** A screw through the hole of what it holds: plates, guards, pickup tabs. */
export const mountingTab = family(
  'mounting tab',
  {
    label: 'Mounting screw through its tab',
    compared: 'tab hole − screw',
    low: 0.3,
    high: 1,
    never: 0,
    source: COMMON,
  },
  {
    'open-tabs': { mends: 'under', minutes: 12, tools: ['drill', 'countersink'], cautions: ['cutters'] },
    'open-tab': { mends: 'under', minutes: 12, tools: ['round file'], risk: 'some' },
  },
)

interface Holding {
  screws: string
  holder: string
  thick: string | undefined
  label: string
  at: (l: Layout) => Point
  fitOnly?: true
}
const tail = (l: Layout): number => l.body.reduce((m, p) => Math.max(m, p[0]), 0)

/** Screws that hold something to the wood, and what they go through first. */
const HOLDINGS: readonly Holding[] = [
  {
    screws: 'bridge-screws',
    holder: 'bridge',
    thick: 'plateThickness',
    label: 'Bridge screws',
    at: l => [l.bridge.front + 30, l.bridge.y + 24],
  },
  {
    screws: 'guard-screws',
    holder: 'guard',
    thick: 'thickness',
    label: 'Guard screws',
    at: l => [l.nutToHeelEnd + 60, 50],
  },
  {
    screws: 'button-screws',
    holder: 'buttons',
    thick: 'height',
    label: 'Strap button screws',
    at: l => [tail(l), 0],
  },
  {
    screws: 'tail-screws',
    holder: 'tailpiece',
    thick: undefined,
    label: 'Tailpiece screws',
    at: l => [tail(l), 10],
    fitOnly: true,
  },
]

/** The shortest screws that are sold and long enough, as a way to mend. */
export function longerScrews(
  { view, clearance }: MendContext,
  of: Family<'longer-screws'>,
  slot: string,
  low: number,
): Fix[] {
  const screws = view.part(slot)!,
    own = screws.dims.length?.value ?? 0
  const longer = SCREW_LENGTHS.find(l => clearance.value + l - own >= low)
  return longer === undefined
    ? []
    : [
        mend(of, 'longer-screws', {
          title: say`Use screws ${mm(longer, 0)} long`,
          changes: [change(refOf(screws, 'dims.length'), longer, 'bought')],
        }),
      ]
}

const holesOf = (p: Part | undefined) => p?.features.filter(f => f.role === 'screw-hole') ?? []

const joinedOf = (h: Holding): readonly Joined[] => {
  const common = {
    slots: [h.screws, h.holder],
    at: h.at,
    ...(h.fitOnly ? { fitOnly: h.fitOnly } : {}),
  }
  return [
    {
      ...common,
      id: `${h.screws}-bite`,
      family: bite,
      clearance(m, v) {
        const holder = v.part(h.holder)
        return (
          holder &&
          m.sum([
            [1, m.of(v.part(h.screws), 'length')],
            [-1, (h.thick && m.of(holder, h.thick)) || m.exact(0)],
          ])
        )
      },
      words: () => ({
        title: `${h.label}, bite in the wood`,
        under: 'Too little thread in the wood: it pulls out.',
      }),
      mends: (c, { low }) => longerScrews(c, bite, h.screws, low),
    },
    {
      ...common,
      id: `${h.screws}-tab`,
      family: mountingTab,
      clearance: (m, v) =>
        m.sum([
          [1, m.in(v.part(h.holder), holesOf(v.part(h.holder))[0], 'diameter')],
          [-1, m.of(v.part(h.screws), 'diameter')],
        ]),
      words: () => ({
        title: `${h.label} through their holes`,
        under: 'The screw does not pass its hole freely.',
        over: 'The hole is wide; what is held can shift under its screws.',
      }),
      mends({ view, clearance }, { low }) {
        if (clearance.value >= low) return []
        const holder = view.part(h.holder)!,
          holes = holesOf(holder),
          to = (view.part(h.screws)!.dims.diameter?.value ?? 0) + 0.5
        return [
          mend(mountingTab, 'open-tabs', {
            title: say`Open ${count(holes.length, 'hole')} to ${mm(to, 1)}`,
            changes: holes.map(f => change(refOf(holder, `features.${f.id}.diameter`), to, 'opened')),
          }),
        ]
      },
    },
  ]
}

/** Every mounting screw: bite in the wood, and room in the hole of what it holds. */
export const mountingScrews = {
  families: [bite, mountingTab],
  joined: () => HOLDINGS.flatMap(joinedOf),
} satisfies FamilyFile
