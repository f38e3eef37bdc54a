import type { Described } from './described.ts'

/** A lug of a component: where it is, mm from the middle of the case, seen from the side that is soldered. */
export interface Lug {
  id: string
  at: readonly [x: number, y: number]
}

/** A place in which a switch stands, and which of its lugs are joined there. */
export interface Throw {
  id: string
  label: string
  joins: readonly (readonly [string, string])[]
}

/** What a sort of switch joins, whatever it looks like from outside. */
export interface ContactSort {
  label: string
  /** Contacts that move together. */
  poles: number
  lugs: readonly Lug[]
  throws: readonly Throw[]
  /** It goes back by itself when it is let go: it starts in its first throw. */
  momentary?: true
}

const POLES = ['a', 'b', 'c', 'd', 'e', 'f'] as const

/** `a-common`, `a-1`, …: lugs of a pole and of its throws. */
const lug = (pole: number, to: number | 'common'): string => `${POLES[pole]!}-${to}`
const range = (n: number): number[] => Array.from({ length: n }, (_, i) => i)

/** Throws that join each pole's common with the listed contacts. */
const throwsOf = (
  poles: number,
  places: readonly { id: string; label: string; to: readonly number[] | ((pole: number) => readonly number[]) }[],
): Throw[] =>
  places.map(p => ({
    id: p.id,
    label: p.label,
    joins: range(poles).flatMap(k =>
      (typeof p.to === 'function' ? p.to(k) : p.to).map(t => [lug(k, 'common'), lug(k, t)] as const),
    ),
  }))

const numbered = (n: number, to: (k: number) => readonly number[]) =>
  range(n).map(k => ({ id: String(k + 1), label: String(k + 1), to: to(k) }))

/** Between two lugs of a blade switch's row, mm [from memory]. */
const BLADE_PITCH = 5
/** Between its two rows, mm [from memory]. */
const BLADE_ROWS = 11

/** Blade switches carry a row of lugs on each side of their frame: common first, then the throws along the lever's travel. */
const bladeLugs = (poles: number, throws: number): Lug[] => [
  ...range(poles).flatMap(k => {
    // Two poles lie one to a side; four lie two to a side, one behind the other.
    const side = k % 2 ? 1 : -1,
      from = Math.floor(k / 2) * (throws + 1.6) * BLADE_PITCH,
      all = (Math.ceil(poles / 2) * (throws + 1.6) - 0.6) * BLADE_PITCH
    return ['common' as const, ...range(throws).map(t => t + 1)].map((t, i): Lug => ({
      id: lug(k, t),
      at: [(side * BLADE_ROWS) / 2, from + i * BLADE_PITCH - (all - BLADE_PITCH) / 2],
    }))
  }),
  { id: 'frame', at: [0, 0] },
]

const blade = (
  label: string,
  poles: number,
  throws: number,
  to: (k: number) => readonly number[],
  positions: number,
): ContactSort => ({
  label,
  poles,
  lugs: bladeLugs(poles, throws),
  throws: throwsOf(poles, numbered(positions, to)),
})

/** Between the lugs of small double-throw switches, across and along, mm [from memory]. */
const MINI = [4.8, 4.7] as const

/** Columns of three lugs, common in the middle, one column to a pole. */
const columns = (poles: number): Lug[] =>
  range(poles).flatMap(k =>
    ([1, 'common', 2] as const).map((t, i): Lug => ({
      id: lug(k, t),
      at: [(k - (poles - 1) / 2) * MINI[0], (1 - i) * MINI[1]],
    })),
  )

const UP = 'up',
  MIDDLE = 'middle',
  DOWN = 'down'
const double = (label: string, poles: number, middle?: (pole: number) => readonly number[]): ContactSort => ({
  label,
  poles,
  lugs: columns(poles),
  throws: throwsOf(poles, [
    { id: UP, label: UP, to: [1] },
    ...(middle ? [{ id: MIDDLE, label: MIDDLE, to: middle }] : []),
    { id: DOWN, label: DOWN, to: [2] },
  ]),
})

/** Circle of a rotary switch's contacts and of its commons, mm [from memory]. */
const ROTARY = [11, 5] as const

/** Contacts on a circle, thirty degrees apart: each pole has its share of it, its common inside. */
function rotary(poles: number, positions: number): ContactSort {
  const share = 12 / poles,
    on = (r: number, k: number): readonly [number, number] => [
      r * Math.sin((k * Math.PI) / 6),
      r * Math.cos((k * Math.PI) / 6),
    ]
  return {
    label: `rotary, ${poles} ${poles === 1 ? 'pole' : 'poles'} × ${positions}`,
    poles,
    lugs: range(poles).flatMap(k => [
      { id: lug(k, 'common'), at: on(ROTARY[1], (k + 0.5) * share) },
      ...range(positions).map((p): Lug => ({ id: lug(k, p + 1), at: on(ROTARY[0], k * share + p + 0.5) })),
    ]),
    throws: throwsOf(
      poles,
      numbered(positions, k => [k + 1]),
    ),
  }
}

/** Neighbours of a five-position blade: 1, 1+2, 2, 2+3, 3 [common practice: handbook section 6]. */
const NEIGHBOURS: readonly (readonly number[])[] = [[1], [1, 2], [2], [2, 3], [3]]

/**
 * Sorts of switches by what they join [common practice: handbook section 6]; places of their lugs [from memory]. The leaf
 * toggle's contacts bear the names of what they are for.
 */
export const CONTACTS = {
  'leaf toggle': {
    label: 'three-way leaf toggle',
    poles: 1,
    lugs: [
      { id: 'neck', at: [-9, 6] },
      { id: 'common', at: [0, 9] },
      { id: 'bridge', at: [9, 6] },
      { id: 'frame', at: [0, -4] },
    ],
    throws: [
      { id: 'bridge', label: 'Bridge', joins: [['common', 'bridge']] },
      {
        id: 'both',
        label: 'Both',
        joins: [
          ['common', 'bridge'],
          ['common', 'neck'],
        ],
      },
      { id: 'neck', label: 'Neck', joins: [['common', 'neck']] },
    ],
  },
  'blade 2 × 3': blade('three-way blade, two poles', 2, 3, k => [k + 1], 3),
  'blade 2 × 4': blade('four-way blade, two poles', 2, 4, k => [k + 1], 4),
  'blade 2 × 5': blade('five-way blade, two poles', 2, 3, k => NEIGHBOURS[k]!, 5),
  'blade 4 × 5': blade('five-way blade, four poles', 4, 5, k => [k + 1], 5),
  'on-on': double('two poles, on-on', 2),
  'on-off-on': double('two poles, on-off-on', 2, () => []),
  'on-on-on': double('two poles, on-on-on, first pole changes last', 2, pole => [pole ? 2 : 1]),
  'on-on-on, other': double('two poles, on-on-on, first pole changes first', 2, pole => [pole ? 1 : 2]),
  'four poles on-on': double('four poles, on-on', 4),
  'rotary 1 × 6': rotary(1, 6),
  'rotary 2 × 5': rotary(2, 5),
  'rotary 2 × 6': rotary(2, 6),
  'rotary 3 × 4': rotary(3, 4),
  'rotary 4 × 3': rotary(4, 3),
  'push, two poles': {
    ...double('push button, stays', 2),
    throws: throwsOf(2, [
      { id: 'out', label: 'out', to: [1] },
      { id: 'pressed', label: 'pressed', to: [2] },
    ]),
  },
  'push to make': {
    label: 'push button, closes while it is pressed',
    poles: 1,
    momentary: true,
    lugs: [
      { id: 'a-common', at: [-2.5, 0] },
      { id: 'a-1', at: [2.5, 0] },
    ],
    throws: [
      { id: 'out', label: 'out', joins: [] },
      { id: 'pressed', label: 'pressed', joins: [['a-common', 'a-1']] },
    ],
  },
} as const satisfies Record<string, ContactSort>
export type ContactName = keyof typeof CONTACTS
export const CONTACT_NAMES = Object.keys(CONTACTS) as ContactName[]

/** What a switch joins when only its looks are known [common practice]. */
const BY_LOOKS: Readonly<Record<string, ContactName>> = {
  'three-way toggle': 'leaf toggle',
  'three-way blade': 'blade 2 × 3',
  'four-way blade': 'blade 2 × 4',
  'five-way blade': 'blade 2 × 5',
  slide: 'on-on',
  'mini toggle': 'on-on',
  rocker: 'on-on',
  rotary: 'rotary 2 × 5',
  'push button': 'push to make',
}

/** The sort of contacts that a switch has: its own word for it, or what its looks say. */
export const contactsOf = (part: Described | undefined): ContactName | undefined => {
  const own = part?.traits.contacts
  return CONTACT_NAMES.find(n => n === own) ?? BY_LOOKS[part?.traits.sort ?? '']
}
