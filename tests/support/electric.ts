import type { Build, Instrument, PickupPlace } from '../../src/core/document/build.ts'
import type { ContactName } from '../../src/core/parts/contacts.ts'
import type { Gang } from '../../src/core/parts/lugs.ts'
import { offersFor } from '../../src/core/circuit/recipes/index.ts'
import { plainBuild, type Plain } from './plainBuild.ts'

/** A pot as a test wants it. */
export interface PotWanted {
  ohms?: number
  taper?: string
  pull?: boolean
  gang?: Gang
  opens?: boolean
}
export interface Electric {
  pickups: Partial<
    Record<PickupPlace, { coils?: 1 | 2; active?: boolean; reverse?: boolean; dims?: Record<string, number> }>
  >
  volumes?: PotWanted[]
  tones?: PotWanted[]
  switches?: ContactName[]
  caps?: number[]
  ring?: boolean
  battery?: boolean
}

const slot = (stem: string, k: number): string => (k ? `${stem}-${k + 1}` : stem)
const SORT: Partial<Record<ContactName, string>> = {
  'leaf toggle': 'three-way toggle',
  'on-on': 'slide',
}

/** A build of round electric values: 6 kΩ, 2.4 H single-coils; 8 kΩ, 4 H double-coils; 250 k pots, 22 nF. */
export function electric(e: Electric): Build {
  const parts: NonNullable<Plain['parts']> = {}
  for (const [place, p] of Object.entries(e.pickups))
    parts[`pickup-${place}`] = {
      dims: {
        coils: p.coils ?? 1,
        dcResistance: p.coils === 2 ? 8000 : 6000,
        inductance: p.coils === 2 ? 4 : 2.4,
        capacitance: 100e-12,
        lossResistance: 1e6,
        level: p.coils === 2 ? 1.6 : 1,
        ...p.dims,
      },
      traits: {
        sort: p.coils === 2 ? 'double-coil' : 'single-coil',
        ...(p.active ? { electronics: 'active' } : {}),
        ...(p.reverse ? { winding: 'reverse', magnet: 'north' } : {}),
      },
    }
  const pots = (stem: string, list: readonly PotWanted[]) =>
    list.forEach((p, k) => {
      parts[slot(stem, k)] = {
        dims: { resistance: p.ohms ?? 250e3 },
        traits: {
          taper: p.taper ?? 'logarithmic',
          pull: p.pull ? 'two-pole changeover' : 'none',
          ...(p.gang ? { gang: p.gang } : {}),
          ...(p.opens ? { atFull: 'track opens' } : {}),
        },
      }
    })
  pots('pot-volume', e.volumes ?? [])
  pots('pot-tone', e.tones ?? [])
  ;(e.switches ?? []).forEach((contacts, k) => {
    parts[slot('switch', k)] = { traits: { contacts, sort: SORT[contacts] ?? 'five-way blade' } }
  })
  const tones = e.tones?.length ?? 0
  for (let k = 0; k < tones; k++)
    if (!e.caps || e.caps[k] !== undefined)
      parts[slot('cap-tone', k)] = { dims: { capacitance: e.caps?.[k] ?? 22e-9 } }
  if (e.ring) parts.jack = { traits: { contacts: 'with ring' } }
  const instrument: Partial<Instrument> = {
    pickups: Object.keys(e.pickups) as PickupPlace[],
    volumes: e.volumes?.length ?? 0,
    tones,
    switches: e.switches?.length ?? 0,
    extras: e.battery ? ['battery'] : [],
  }
  const b = plainBuild({ instrument, parts })
  return {
    ...b,
    circuit: { components: [], wires: [], load: { cableMetres: 4.5, faradsPerMetre: 100e-12, amplifierOhms: 1e6 } },
  }
}

/** A build with one of the recipes that fit it. */
export function withRecipe(b: Build, id: string): Build {
  const o = offersFor(b).find(x => x.id === id)
  if (!o?.circuit)
    throw new Error(
      `no ${id}: ${
        o?.lacks ??
        offersFor(b)
          .map(x => x.id)
          .join(', ')
      }`,
    )
  return { ...b, circuit: o.circuit }
}

const single = {},
  double = { coils: 2 as const }
const V = {},
  PULL = { pull: true }
const TWO = { bridge: single, neck: single },
  DOUBLES = { bridge: double, neck: double },
  THREE = { bridge: single, middle: { reverse: true }, neck: single }

/** For every recipe a build that it fits, by the recipe's id as it then is called. */
export const RECIPE_BUILDS: readonly (readonly [id: string, of: Electric])[] = [
  ['one pickup', { pickups: { bridge: single }, volumes: [V], tones: [V] }],
  ['one pickup; pulled: split', { pickups: { bridge: double }, volumes: [PULL], tones: [V] }],
  ['one pickup; pulled: coils in parallel', { pickups: { bridge: double }, volumes: [V], tones: [PULL] }],
  ['straight to the jack', { pickups: { bridge: double } }],
  ['two pickups, one volume', { pickups: TWO, volumes: [V], tones: [V], switches: ['leaf toggle'] }],
  ['two pickups, one volume', { pickups: TWO, volumes: [{ opens: true }], tones: [V], switches: ['blade 2 × 3'] }],
  ['two pickups, one volume', { pickups: TWO, volumes: [V], tones: [], switches: ['on-on-on'] }],
  [
    'two pickups, one volume; pulled: split',
    { pickups: DOUBLES, volumes: [PULL], tones: [PULL], switches: ['leaf toggle'] },
  ],
  [
    'two pickups, one volume; pulled: coils in parallel',
    { pickups: DOUBLES, volumes: [PULL], tones: [PULL], switches: ['leaf toggle'] },
  ],
  [
    'two pickups, one volume; pulled: phase turned round',
    { pickups: TWO, volumes: [PULL], tones: [V], switches: ['leaf toggle'] },
  ],
  ...(['ordinary', 'independent'] as const).flatMap(way =>
    (['input', 'output'] as const).map(
      from =>
        [
          `two volumes, ${way}, tone at the ${from}`,
          {
            pickups: DOUBLES,
            volumes: [V, V],
            tones: [V, { taper: 'linear' }],
            switches: ['leaf toggle'],
          } as Electric,
        ] as const,
    ),
  ),
  ['two volumes and a tone, no switch', { pickups: TWO, volumes: [V, V], tones: [V] }],
  ['blend and volume', { pickups: TWO, volumes: [V, { gang: 'blend', ohms: 500e3 }], tones: [V] }],
  [
    'stacked volumes and tones',
    {
      pickups: TWO,
      volumes: [{ gang: 'two tracks, two shafts' }, { gang: 'two tracks, two shafts' }],
    },
  ],
  ['four-way blade with series', { pickups: TWO, volumes: [V], tones: [V], switches: ['blade 2 × 4'] }],
  [
    'twin circuit',
    {
      pickups: TWO,
      volumes: [{ ohms: 1e6 }, { ohms: 1e6 }],
      tones: [{ ohms: 1e6 }, { ohms: 50e3 }],
      caps: [33e-9, 20e-9],
      switches: ['leaf toggle', 'on-on'],
    },
  ],
  [
    'five-way blade, tones to neck and middle',
    { pickups: THREE, volumes: [V], tones: [V, V], switches: ['blade 2 × 5'] },
  ],
  [
    'five-way blade, tones to neck, middle and bridge',
    { pickups: THREE, volumes: [V], tones: [V, V], caps: [47e-9], switches: ['blade 2 × 5'] },
  ],
  ['five-way blade, one tone', { pickups: THREE, volumes: [V], tones: [V], switches: ['blade 2 × 5'] }],
  [
    'five-way blade, doubles split in 2 and 4',
    {
      pickups: { bridge: double, middle: single, neck: double },
      volumes: [{ ohms: 500e3 }],
      tones: [V],
      switches: ['blade 2 × 5'],
    },
  ],
  [
    'three-way blade or toggle, three pickups',
    { pickups: THREE, volumes: [V], tones: [V], switches: ['blade 2 × 3'] },
  ],
  [
    'active pickups',
    {
      pickups: { bridge: { active: true }, neck: { active: true } },
      volumes: [{ ohms: 25e3 }],
      tones: [{ ohms: 25e3 }],
      switches: ['leaf toggle'],
      ring: true,
      battery: true,
    },
  ],
]
