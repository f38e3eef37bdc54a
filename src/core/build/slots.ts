import type { Instrument } from './build.ts'
import type { PartKind } from '../parts/partKinds.ts'

/** A place on the instrument that one part takes. */
export interface Slot { id: string; label: string; kind: PartKind; optional?: true }

const PICKUP_PLACES: Record<number, readonly [string, string][]> = {
  1: [['pickup-bridge', 'Pickup']],
  2: [['pickup-bridge', 'Bridge pickup'], ['pickup-neck', 'Neck pickup']],
  3: [['pickup-bridge', 'Bridge pickup'], ['pickup-middle', 'Middle pickup'], ['pickup-neck', 'Neck pickup']],
  4: [['pickup-bridge', 'Bridge pickup'], ['pickup-inner', 'Inner pickup'], ['pickup-middle', 'Middle pickup'], ['pickup-neck', 'Neck pickup']],
}

/** The slots of an instrument, from its own description. */
export function slotsOf(i: Instrument): Slot[] {
  return [
    { id: 'body', label: 'Body', kind: 'body' },
    { id: 'neck', label: 'Neck', kind: 'neck' },
    { id: 'neck-screws', label: 'Neck screws', kind: 'screws' },
    { id: 'neck-plate', label: 'Neck plate', kind: 'plate', optional: true },
    { id: 'bridge', label: 'Bridge', kind: 'bridge' },
    { id: 'bridge-screws', label: 'Bridge screws', kind: 'screws' },
    { id: 'nut', label: 'Nut', kind: 'nut' },
    { id: 'tuners', label: 'Tuners', kind: 'tuners' },
    { id: 'tuner-screws', label: 'Tuner screws', kind: 'screws' },
    ...(PICKUP_PLACES[i.pickups] ?? []).map(([id, label]) => ({ id, label, kind: 'pickup' as const })),
    { id: 'pot-volume', label: 'Volume', kind: 'pot' },
    { id: 'pot-tone', label: 'Tone', kind: 'pot', optional: true },
    { id: 'switch', label: 'Pickup switch', kind: 'switch', ...(i.pickups === 1 ? { optional: true as const } : {}) },
    { id: 'cap-tone', label: 'Tone capacitor', kind: 'capacitor', optional: true },
    { id: 'jack', label: 'Jack', kind: 'jack' },
    { id: 'buttons', label: 'Strap buttons', kind: 'buttons' },
    { id: 'button-screws', label: 'Strap button screws', kind: 'screws' },
    { id: 'strings', label: 'Strings', kind: 'strings' },
  ]
}
