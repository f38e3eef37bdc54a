import { CONTACTS, contactsOf, type ContactName, type Lug } from './contacts.ts'
import type { Described } from './described.ts'

/**
 * Kinds of components that a circuit is made of. A stage amplifies and wants a battery; metal is what the hand can touch
 * or what shields, and has to be bonded.
 */
export const COMPONENT_KINDS = [
  'pickup',
  'pot',
  'switch',
  'capacitor',
  'resistor',
  'jack',
  'metal',
  'stage',
  'battery',
] as const
export type ComponentKind = (typeof COMPONENT_KINDS)[number]

/** How the tracks of a pot are turned. */
export const GANGS = ['one track', 'two tracks, one shaft', 'two tracks, two shafts', 'blend'] as const
export type Gang = (typeof GANGS)[number]
export const gangOf = (part: Described | undefined): Gang => GANGS.find(g => g === part?.traits.gang) ?? 'one track'

export const JACK_SORTS = ['mono', 'with ring', 'with break contact'] as const

/** Lug 3 of a pot lies left of lug 1 when it is seen from behind, lugs down [common practice: handbook section 6]; mm [from memory]. */
const track = (prefix: string, y: number): Lug[] =>
  ([3, 2, 1] as const).map((n, i): Lug => ({ id: `${prefix}${n}`, at: [(i - 1) * 5, y] }))
const POT: readonly Lug[] = [...track('', -14), { id: 'case', at: [0, 3] }]
const SECOND = track('b-', -19)
/** Poles of a pull switch: common in the middle, pushed in at the lugs' end. */
const PULL: readonly Lug[] = (['a', 'b'] as const).flatMap((p, k) =>
  (['in', 'common', 'out'] as const).map((t, i): Lug => ({ id: `${p}-${t}`, at: [k ? 9 : -9, (i - 1) * 4.7 + 3] })),
)
const row = (ids: readonly string[], pitch: number, y = 0): Lug[] =>
  ids.map((id, i): Lug => ({ id, at: [(i - (ids.length - 1) / 2) * pitch, y] }))

const SINGLE = row(['start', 'finish', 'case'], 6)
const DOUBLE = row(['a-start', 'a-finish', 'b-finish', 'b-start', 'case'], 6)
/** An active pickup keeps its coil to itself. */
const ACTIVE = row(['output', 'ground', 'supply', 'case'], 6)
const ends: readonly Lug[] = [
  { id: 'a', at: [-6, 0] },
  { id: 'b', at: [6, 0] },
]
const MONO: readonly Lug[] = [
  { id: 'tip', at: [-7, 5] },
  { id: 'sleeve', at: [7, 5] },
]

/** Every lug that a component of a kind can have, whatever its part: what a document may name. */
export const LUGS: Readonly<Record<ComponentKind, readonly string[]>> = {
  pickup: ids([...SINGLE, ...DOUBLE, ...ACTIVE]),
  pot: ids([...POT, ...SECOND, ...PULL]),
  switch: ids(Object.values(CONTACTS).flatMap((s): readonly Lug[] => s.lugs)),
  capacitor: ['a', 'b'],
  resistor: ['a', 'b'],
  jack: ['tip', 'sleeve', 'ring', 'break'],
  metal: ['bond'],
  stage: ['in', 'out', 'ground', 'supply'],
  battery: ['plus', 'minus'],
}
function ids(lugs: readonly Lug[]): string[] {
  return [...new Set(lugs.map(l => l.id))].sort()
}

/**
 * The lugs of a component with the part that is chosen for it, and where they are, mm, seen from the side that is
 * soldered. Pots from the shaft, lugs down: 1 is the fully anticlockwise end, 2 the wiper, 3 the clockwise end
 * [common practice]. Coil ends are start and finish; a double-coil has coils a and b.
 * @param own the contacts of a switch that no part stands for
 */
export function lugsOf(kind: ComponentKind, part: Described | undefined, own?: ContactName): readonly Lug[] {
  switch (kind) {
    case 'pickup':
      return part?.traits.electronics === 'active' ? ACTIVE : part?.dims.coils?.value === 2 ? DOUBLE : SINGLE
    case 'pot':
      return [
        ...POT,
        ...(gangOf(part) === 'one track' ? [] : SECOND),
        ...(part?.traits.pull && part.traits.pull !== 'none' ? PULL : []),
      ]
    case 'switch': {
      const sort = contactsOf(part) ?? own
      return sort ? CONTACTS[sort].lugs : []
    }
    case 'capacitor':
    case 'resistor':
      return ends
    case 'jack':
      return part?.traits.contacts === 'with ring'
        ? [...MONO, { id: 'ring', at: [0, 9] }]
        : part?.traits.contacts === 'with break contact'
          ? [...MONO, { id: 'break', at: [-7, 10] }]
          : MONO
    case 'metal':
      return [{ id: 'bond', at: [0, 0] }]
    case 'stage':
      return row(['in', 'ground', 'supply', 'out'], 5)
    case 'battery':
      return row(['plus', 'minus'], 12)
  }
}

/** Lugs that are metal the hand may touch, with room for many joints: cases, frames, what is bonded. */
export const METAL_LUGS: ReadonlySet<string> = new Set(['case', 'frame', 'bond'])

/** The coil's end that is one with a pickup's case, as its leads were found out; undefined where the case is by itself. */
export function caseEnd(part: Described | undefined): string | undefined {
  const leads = part?.kind === 'pickup' ? part.leads : undefined,
    shields = new Set(leads?.filter(l => l.lug === 'case').map(l => l.lead))
  return leads?.find(l => l.lug !== 'case' && shields.has(l.lead))?.lug
}
