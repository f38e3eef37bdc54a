import { mm, say } from '../../say/said.ts'
import { asked } from '../../document/assumed.ts'
import type { Instrument, PickupPlace } from '../../document/build.ts'
import type { Maths } from '../../document/maths.ts'
import { refOf } from '../../document/quantityAt.ts'
import type { View } from '../../document/view.ts'
import type { Layout } from '../../layout/layOut.ts'
import { change, family, mend, MEMORY, type FamilyFile, LIMIT, type Joined } from '../family.ts'
import { longerScrews, mountingTab } from './mountingScrews.ts'
import { opening } from './pickupInRout.ts'

const solid = family('pickup spring', {
  label: 'Spring not solid',
  compared: 'least room of the spring − solid length',
  low: 2,
  never: 0,
  source: LIMIT,
})

const press = family(
  'spring press',
  {
    label: 'Spring presses over the whole travel',
    compared: 'free length − most room of the spring',
    low: 1,
    high: 15,
    never: 0,
    neverAbove: 30,
    source: MEMORY,
  },
  {
    'cut-springs': {
      mends: 'over',
      minutes: 2,
      each: 1,
      tools: ['side cutter', 'file'],
      cautions: ['springs'],
    },
    'pad-springs': { mends: 'under', minutes: 5, tools: ['washers'], reversible: true },
  },
)

const reach = family(
  'pickup screw',
  {
    label: 'Pickup screw reaches',
    compared: 'length − what it passes and grips',
    low: 0,
    never: -2,
    source: MEMORY,
  },
  { 'longer-screws': { mends: 'under', minutes: 10, tools: ['screwdriver'], reversible: true } },
)

/** Thread that a tab wants behind it, mm [from memory: two or three turns]. */
const GRIPPED = 2
/** Thread that wood wants, mm [common practice]. */
const BITE = 5
/** What a cut spring is aimed at: pressed by so much at its longest, mm [from memory]. */
const PRESSED = 5

type Sums<Q> = [coefficient: number, of: Q | undefined][]

/** How far a pickup's tabs lie below the top at its lowest. */
const tabsBelow = <Q>(m: Maths<Q>, v: View, slot: string, sign = 1): Sums<Q> => [
  [sign, m.of(v.part(slot), 'depthBelowTop')],
  [-sign, m.asked(v.part(slot), 'tabAboveLowest')],
]

/** Whether a pickup is screwed into the wood under it; the others hang from a guard or a ring. */
const onWood = (i: Instrument): boolean => i.mounting === 'in the body'

/** The rout's floor below the tabs at their lowest: the room of a spring that stands on it. */
const overFloor = <Q>(m: Maths<Q>, v: View, slot: string, sign = 1): Sums<Q> => [
  [sign, m.in(v.part('body'), opening(v.part('body'), 'pickup-rout', slot), 'depth')],
  ...tabsBelow(m, v, slot, -sign),
]

/** A spring's least and most room: where it stands on the wood the highest setting leaves most, where it hangs the lowest does. */
const rooms = <Q>(
  m: Maths<Q>,
  v: View,
  i: Instrument,
  slot: string,
  which: 'least' | 'most',
  sign = 1,
): Sums<Q> => {
  const travel = m.asked(v.part(slot), 'travel')
  return onWood(i)
    ? [...overFloor(m, v, slot, sign), ...(which === 'most' ? ([[sign, travel]] as Sums<Q>) : [])]
    : [...tabsBelow(m, v, slot, sign), ...(which === 'least' ? ([[-sign, travel]] as Sums<Q>) : [])]
}

/** What the screw passes before its tab: the guard, or the ring at its middle. */
function holder<Q>(m: Maths<Q>, v: View, i: Instrument, place: PickupPlace): Sums<Q> {
  if (i.mounting !== 'in rings') return [[-1, m.of(v.part('guard'), 'thickness')]]
  const ring = v.part(`ring-${place}`)
  return [
    [-0.5, m.of(ring, 'low')],
    [-0.5, m.of(ring, 'tall')],
  ]
}

const nameOf = (place: PickupPlace): string => place[0]!.toUpperCase() + place.slice(1)

/** Beside a pickup's middle, mm across; at the bridge where it is not placed. */
const besidePickup = (place: PickupPlace, dy: number) => (l: Layout) => {
  const centre = l.pickups.find(p => p.slot === `pickup-${place}`)?.centre ?? [l.bridge.front, 0]
  return [centre[0], centre[1] + dy] as const
}

/** Its springs: pressed over its travel, and never solid. */
function springJoints(i: Instrument, place: PickupPlace): readonly Joined[] {
  const slot = `pickup-${place}`,
    name = nameOf(place),
    body = onWood(i) ? ['body'] : []
  return [
    {
      id: `${slot}-spring`,
      family: press,
      slots: ['pickup-springs', slot, ...body],
      swaps: ['pickup-springs', slot],
      clearance: (m, v) =>
        m.sum([[1, m.of(v.part('pickup-springs'), 'freeLength')], ...rooms(m, v, i, slot, 'most', -1)]),
      words: () => ({
        title: `${name} pickup, its springs press`,
        under: 'The spring is slack before the pickup has its travel: the pickup rattles and tilts.',
        over: 'The spring is far too long: it bends aside, or cannot be pressed together by hand.',
      }),
      at: besidePickup(place, 30),
      mends({ view, clearance }, { low }) {
        const springs = view.part('pickup-springs')!,
          free = springs.dims.freeLength?.value ?? 0,
          count = springs.dims.count?.value ?? 0
        const room = free - clearance.value,
          closed = springs.dims.solidLength?.value ?? 0,
          more = low + 0.5 - clearance.value
        if (clearance.value < low)
          return [
            mend(press, 'pad-springs', {
              title: say`Put ${mm(more, 1)} of washer under each spring`,
              note: 'Or longer springs. With its washers each is longer, and solid sooner.',
              changes: [
                change(refOf(springs, 'dims.freeLength'), free + more, 'stacked'),
                change(refOf(springs, 'dims.solidLength'), closed + more, 'stacked'),
              ],
            }),
          ]
        const to = room + PRESSED,
          share = to / free
        return [
          mend(press, 'cut-springs', {
            count,
            title: say`Cut each spring to ${mm(to, 0)}`,
            note: 'Dress the cut end: it bites into tab and finger.',
            changes: [
              change(refOf(springs, 'dims.freeLength'), to, 'cut'),
              change(refOf(springs, 'dims.solidLength'), closed * share, 'cut'),
            ],
          }),
        ]
      },
    },
    {
      id: `${slot}-spring-solid`,
      family: solid,
      slots: ['pickup-springs', slot, ...body],
      swaps: ['pickup-springs', slot],
      clearance: (m, v) =>
        m.sum([...rooms(m, v, i, slot, 'least'), [-1, m.of(v.part('pickup-springs'), 'solidLength')]]),
      words: () => ({
        title: `${name} pickup, its springs not solid`,
        under: say`The spring is solid before the pickup is at its ${onWood(i) ? 'lowest' : 'highest'}: cut it, or take a shorter one.`,
      }),
      at: besidePickup(place, 20),
    },
  ]
}

/** Its screws: long enough, and through its tabs. */
function screwJoints(i: Instrument, place: PickupPlace): readonly Joined[] {
  const slot = `pickup-${place}`,
    name = nameOf(place),
    body = onWood(i) ? ['body'] : [],
    holds = i.mounting === 'in rings' ? [`ring-${place}`] : i.mounting === 'on the guard' ? ['guard'] : []
  return [
    {
      id: `${slot}-screw`,
      family: reach,
      slots: ['pickup-screws', slot, ...body, ...holds],
      swaps: ['pickup-screws', slot],
      clearance: (m, v) =>
        onWood(i)
          ? // At its highest: down to the rout's floor, and the thread's bite.
            m.sum(
              [
                [1, m.of(v.part('pickup-screws'), 'length')],
                ...overFloor(m, v, slot, -1),
                [-1, m.asked(v.part(slot), 'travel')],
              ],
              -BITE,
            )
          : // At its lowest: through what it hangs from, down to the tab.
            m.sum(
              [
                [1, m.of(v.part('pickup-screws'), 'length')],
                ...tabsBelow(m, v, slot, -1),
                ...holder(m, v, i, place),
              ],
              -GRIPPED,
            ),
      words: () => ({
        title: `${name} pickup, its screws reach`,
        under: onWood(i)
          ? 'The screw ends before it holds in the wood.'
          : 'The screw ends before it reaches the tab at its lowest.',
      }),
      at: besidePickup(place, -20),
      mends: (c, { low }) => longerScrews(c, reach, 'pickup-screws', low),
    },
    {
      id: `${slot}-tab`,
      family: mountingTab,
      slots: ['pickup-screws', slot],
      clearance: (m, v) =>
        m.sum([
          [1, m.asked(v.part(slot), 'tabHole')],
          [-1, m.of(v.part('pickup-screws'), 'diameter')],
        ]),
      words: () => ({
        title: `${name} pickup, screws through its tabs`,
        under: 'The screw does not pass the tab.',
        over: 'The tab’s hole is wide: the pickup tilts on its screw.',
      }),
      at: besidePickup(place, -30),
      mends({ view, clearance }, { low }) {
        if (clearance.value >= low) return []
        const pickup = view.part(slot)!,
          to = (view.part('pickup-screws')!.dims.diameter?.value ?? asked(pickup, 'tabHole')!.value) + 0.4
        return [
          mend(mountingTab, 'open-tab', {
            title: say`Open both tab holes to ${mm(to, 1)}`,
            note: 'The pickup wrapped, so that no filing reaches its magnet.',
            changes: [change(refOf(pickup, 'dims.tabHole'), to, 'opened')],
          }),
        ]
      },
    },
  ]
}

/** Springs and screws that hang a pickup: pressed over its travel and never solid, long enough, and through its tabs. */
export const pickupMounting = {
  families: [press, solid, reach],
  joined: i => i.pickups.flatMap(p => [...springJoints(i, p), ...screwJoints(i, p)]),
} satisfies FamilyFile
