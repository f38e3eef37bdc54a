/** How often faults of a group are met in first wirings, shares of all [from memory: handbook section 6]. */
export const MET = {
  joint: 0.35,
  neighbour: 0.2,
  ground: 0.15,
  exchanged: 0.12,
  short: 0.08,
  part: 0.06,
  rest: 0.04,
} as const
export type Group = keyof typeof MET

/** What a fault of a sort is called, the group it counts to, how often beside the others of its group, and how long mending takes, min [from memory]. */
export interface FaultSort {
  label: string
  group: Group
  often: number
  minutes: number
}

const sort = (label: string, group: Group, often: number, minutes: number): FaultSort => ({
  label,
  group,
  often,
  minutes,
})

export const FAULT_SORTS = {
  missing: sort('wire open', 'joint', 1, 5),
  cold: sort('cold joint', 'joint', 1, 5),
  'lug open': sort('lug not taken by the solder', 'joint', 0.6, 5),
  'lug cold': sort('lug badly taken by the solder', 'joint', 0.6, 5),
  neighbour: sort('wire on the neighbouring lug', 'neighbour', 1, 5),
  'two exchanged': sort('two wires exchanged', 'neighbour', 0.7, 8),
  mirrored: sort('lugs mirrored', 'neighbour', 2, 15),
  'ground missing': sort('ground or bond missing', 'ground', 1, 8),
  'jack exchanged': sort('hot and ground exchanged at the jack', 'exchanged', 3, 6),
  'leads exchanged': sort('a pickup’s leads exchanged', 'exchanged', 1, 8),
  'braid exchanged': sort('core and braid exchanged', 'exchanged', 1, 8),
  'solder bridge': sort('solder between two lugs', 'short', 1, 4),
  'lug on case': sort('lug touches its case', 'short', 1, 4),
  'lug on ground': sort('hot lug touches foil or a string', 'short', 0.6, 6),
  'coil open': sort('coil open', 'part', 1, 40),
  'coil shorted': sort('coil shorted', 'part', 0.3, 40),
  'turns shorted': sort('shorted turns', 'part', 0.6, 40),
  'track open': sort('track open at one end', 'part', 0.6, 20),
  'track worn': sort('worn track', 'part', 0.6, 15),
  'wrong value': sort('part of another value', 'part', 1, 20),
  'wrong taper': sort('track of another taper', 'part', 0.5, 20),
  'capacitor shorted': sort('capacitor shorted', 'part', 0.4, 8),
  'capacitor open': sort('capacitor open', 'part', 0.4, 8),
  'contact bad': sort('contact does not close', 'part', 0.7, 15),
  'switch turned round': sort('switch set in turned round', 'rest', 1, 10),
  'coil reversed': sort('coil or magnet the other way round', 'rest', 1, 10),
  'plug short': sort('plug does not reach the contacts', 'rest', 0.6, 5),
} as const satisfies Readonly<Record<string, FaultSort>>
export type FaultSortName = keyof typeof FAULT_SORTS

/** Resistances that stand for a cold joint, Ω, half a decade apart, and how far each may be off, as a share [from memory]: 200 Ω to open. */
export const COLD = [300, 1e3, 3e3, 1e4, 3e4, 1e5, 3e5] as const
export const COLD_SPREAD = 0.35
/** Values of parts that are met in the wrong place, as factors [from memory: 250 k for 500 k; ten times the capacitance]. */
export const OTHER_POT = [0.5, 2] as const
export const OTHER_CAP = [10, 0.1] as const
/** What is left of a coil with shorted turns [common practice: reads about 30 % low]. */
export const TURNS_LEFT = 0.7
/** What a worn track or wiper adds, Ω [from memory]. */
export const WORN = 5e3
