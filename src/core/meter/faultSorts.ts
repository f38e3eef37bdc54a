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
  /** What is done about it [common practice]. */
  mend: string
}

const sort = (label: string, group: Group, often: number, minutes: number, mend: string): FaultSort => ({
  label,
  group,
  often,
  minutes,
  mend,
})

export const FAULT_SORTS = {
  missing: sort(
    'wire open',
    'joint',
    1,
    5,
    'Heat both ends again with fresh flux; pull at the wire; lay a new one if it gives.',
  ),
  cold: sort(
    'cold joint',
    'joint',
    1,
    5,
    'Heat both ends until the solder flows on wire and lug alike, and let it set without moving.',
  ),
  'lug open': sort(
    'lug not taken by the solder',
    'joint',
    0.6,
    5,
    'Heat the lug itself, not the solder, until it takes it.',
  ),
  'lug cold': sort(
    'lug badly taken by the solder',
    'joint',
    0.6,
    5,
    'Scrape the lug bright, heat it until the solder runs on it.',
  ),
  neighbour: sort(
    'wire on the neighbouring lug',
    'neighbour',
    1,
    5,
    'Take the end off and solder it to the lug that is meant.',
  ),
  'two exchanged': sort('two wires exchanged', 'neighbour', 0.7, 8, 'Take both ends off and exchange them.'),
  mirrored: sort('lugs mirrored', 'neighbour', 2, 15, 'Take all ends off and solder them as seen from this side.'),
  'ground missing': sort(
    'ground or bond missing',
    'ground',
    1,
    8,
    'Solder the ground again; scrape paint or finish off the metal first.',
  ),
  'jack exchanged': sort(
    'hot and ground exchanged at the jack',
    'exchanged',
    3,
    6,
    'Exchange both wires at the jack.',
  ),
  'plug exchanged': sort(
    'hot and ground exchanged in the plug',
    'exchanged',
    0.5,
    5,
    'Try another lead. If that cures it, solder this plug’s tip and sleeve the right way round.',
  ),
  'leads exchanged': sort(
    'a pickup’s leads exchanged',
    'exchanged',
    1,
    8,
    'Exchange both leads where they are soldered.',
  ),
  'braid exchanged': sort(
    'core and braid exchanged',
    'exchanged',
    1,
    8,
    'Exchange core and braid at the end that is wrong.',
  ),
  'solder bridge': sort(
    'solder between two lugs',
    'short',
    1,
    4,
    'Draw the solder off with braid and look between the lugs.',
  ),
  'lug on case': sort(
    'lug touches its case',
    'short',
    1,
    4,
    'Bend the lug away from the case and lay a piece of sleeve between.',
  ),
  'lug on ground': sort(
    'hot lug touches foil or a string',
    'short',
    0.6,
    6,
    'Bend the lug away, and lay tape where it would touch.',
  ),
  'coil open': sort(
    'coil open',
    'part',
    1,
    40,
    'Look for a broken end where the lead is joined; else the coil has to be rewound or exchanged.',
  ),
  'coil shorted': sort(
    'coil shorted',
    'part',
    0.3,
    40,
    'Look for leads that touch under the tape; else the coil has to be rewound or exchanged.',
  ),
  'turns shorted': sort('shorted turns', 'part', 0.6, 40, 'The coil has to be rewound or exchanged.'),
  'track open': sort('track open at one end', 'part', 0.6, 20, 'The pot has to be exchanged.'),
  'track worn': sort(
    'worn track',
    'part',
    0.6,
    15,
    'Turn it to and fro with contact cleaner, on the bench, away from the finish; else exchange it.',
  ),
  'wrong value': sort(
    'part of another value',
    'part',
    1,
    20,
    'Read the part by itself with one end off; exchange it if it is another than is meant.',
  ),
  'wrong taper': sort(
    'track of another taper',
    'part',
    0.5,
    20,
    'Read it at half turn with its ends off; exchange it, or live with the feel.',
  ),
  'capacitor shorted': sort('capacitor shorted', 'part', 0.4, 8, 'Exchange the capacitor.'),
  'capacitor open': sort('capacitor open', 'part', 0.4, 8, 'Heat its legs again; else exchange it.'),
  'contact bad': sort(
    'contact does not close',
    'part',
    0.7,
    15,
    'Throw the switch to and fro with contact cleaner; bend the leaf; else exchange it.',
  ),
  'switch turned round': sort(
    'switch set in turned round',
    'rest',
    1,
    10,
    'Turn the switch round in its slot, or exchange its outer throws.',
  ),
  'coil reversed': sort(
    'coil or magnet the other way round',
    'rest',
    1,
    10,
    'Exchange the coil’s two ends, keeping its case on ground.',
  ),
  'plug short': sort(
    'plug does not reach the contacts',
    'rest',
    0.6,
    5,
    'Bend the jack’s tip contact towards the plug, or take a plug that reaches.',
  ),
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
