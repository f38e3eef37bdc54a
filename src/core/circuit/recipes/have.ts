import type { Wired } from '../../document/docs.ts'
import { partIn } from '../../document/references.ts'
import { slotsOf, type Slot } from '../../document/slots.ts'
import { contactsOf, type ContactName } from '../../parts/contacts.ts'
import { gangOf, type Gang } from '../../parts/lugs.ts'
import type { Part } from '../../parts/part.ts'
import { hasPull } from '../settings.ts'

/** A pickup that a circuit can be made of. */
export interface HavePickup {
  slot: string
  label: string
  coils: 1 | 2
  active: boolean
}
export interface HavePot {
  slot: string
  label: string
  pull: boolean
  gang: Gang
}
export interface HaveSwitch {
  slot: string
  label: string
  contacts: ContactName
}

/** What of the build's parts a circuit can be made of, in the order of its slots: pickups from the bridge to the neck. */
export interface Have {
  pickups: HavePickup[]
  volumes: HavePot[]
  tones: HavePot[]
  switches: HaveSwitch[]
  caps: { slot: string; label: string }[]
  jack: { slot: string; label: string; ring: boolean } | undefined
  battery: { slot: string; label: string } | undefined
}

/** The electric parts of a build: slots of pots that are empty count with what the circuit would put there. */
export function haveOf(build: Pick<Wired, 'instrument' | 'parts' | 'slots'>): Have {
  const slots = slotsOf(build.instrument)
  const of = <T>(kind: Slot['kind'], make: (s: Slot, p: Part) => T | undefined): T[] =>
    slots
      .filter(s => s.kind === kind)
      .flatMap((s): T[] => {
        const part = partIn(build, s.id),
          made = part && make(s, part)
        return made === undefined ? [] : [made]
      })
  const pots = (turns: Slot['turns']) =>
    of('pot', (s, p): HavePot | undefined =>
      s.turns === turns ? { slot: s.id, label: s.label, pull: hasPull(p), gang: gangOf(p) } : undefined,
    )
  return {
    pickups: of('pickup', (s, p) => ({
      slot: s.id,
      label: s.label,
      coils: p.dims.coils?.value === 2 ? (2 as const) : (1 as const),
      active: p.traits.electronics === 'active',
    })),
    volumes: pots('volume'),
    tones: pots('tone'),
    switches: of('switch', (s, p) => {
      const contacts = contactsOf(p)
      return contacts && { slot: s.id, label: s.label, contacts }
    }),
    caps: of('capacitor', s => ({ slot: s.id, label: s.label })),
    jack: of('jack', (s, p) => ({ slot: s.id, label: s.label, ring: p.traits.contacts === 'with ring' }))[0],
    battery: of('battery', s => ({ slot: s.id, label: s.label }))[0],
  }
}
