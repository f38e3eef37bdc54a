import { memo } from '../memo/memo.ts'
import { capital } from '../say/said.ts'
import type { Instrument } from './build.ts'
import type { PartKind } from '../parts/partKinds.ts'

/** A place on the instrument that one part takes. */
export interface Slot {
  id: string
  label: string
  kind: PartKind
  optional?: true
  /** The slot whose part it sits on. */
  on?: string
  /** What a pot is for. */
  turns?: 'volume' | 'tone'
}

/** `pot-tone`, `pot-tone-2`, …: the first keeps the plain name. */
const row = (stem: string, label: string, kind: PartKind, count: number, optional?: true, on?: string): Slot[] =>
  Array.from({ length: count }, (_, k) => ({
    id: numbered(stem, k),
    label: k ? `${label} ${k + 1}` : label,
    kind,
    ...(optional ? { optional } : {}),
    ...(on ? { on: numbered(on, k) } : {}),
  }))
const numbered = (stem: string, k: number): string => (k ? `${stem}-${k + 1}` : stem)

/** What a bridge of each sort needs beside itself. */
function bridgeSlots(i: Instrument): Slot[] {
  switch (i.bridge) {
    case 'flat plate':
      return [{ id: 'bridge-screws', label: 'Bridge screws', kind: 'screws' }]
    case 'rocking tremolo, six screws':
      return [
        { id: 'bridge-screws', label: 'Bridge screws', kind: 'screws' },
        { id: 'tremolo-springs', label: 'Tremolo springs', kind: 'springs' },
      ]
    case 'rocking tremolo, two posts':
    case 'double-locking tremolo':
      return [
        { id: 'posts', label: 'Bridge posts', kind: 'studs' },
        { id: 'tremolo-springs', label: 'Tremolo springs', kind: 'springs' },
      ]
    case 'stud bridge':
      return [
        { id: 'posts', label: 'Bridge posts', kind: 'studs' },
        { id: 'tailpiece', label: 'Stop tail', kind: 'tailpiece' },
        { id: 'tail-posts', label: 'Tail posts', kind: 'studs' },
      ]
    case 'floating bridge':
      return [
        { id: 'tailpiece', label: 'Tailpiece', kind: 'tailpiece' },
        { id: 'tail-screws', label: 'Tailpiece screws', kind: 'screws' },
      ]
  }
}

/** The slots of an instrument, from its own description: the same list for the same description. */
export const slotsOf: (i: Instrument) => readonly Slot[] = memo(described, { weak: true })

function described(i: Instrument): readonly Slot[] {
  const places = i.pickups
  const has = (x: Instrument['extras'][number]) => i.extras.includes(x)
  const guard = has('guard') || i.mounting === 'on the guard'
  return [
    { id: 'body', label: 'Body', kind: 'body' },
    { id: 'neck', label: 'Neck', kind: 'neck' },
    ...(i.neckJoint === 'screwed'
      ? [
          { id: 'neck-screws', label: 'Neck screws', kind: 'screws' as const },
          { id: 'neck-plate', label: 'Neck plate', kind: 'plate' as const, optional: true as const },
          { id: 'shim', label: 'Neck shim', kind: 'shim' as const, optional: true as const },
        ]
      : []),
    { id: 'bridge', label: 'Bridge', kind: 'bridge' },
    ...bridgeSlots(i),
    ...(has('ferrules') ? [{ id: 'ferrules', label: 'String ferrules', kind: 'ferrules' as const }] : []),
    ...(i.bridge === 'double-locking tremolo'
      ? [{ id: 'locking-nut', label: 'Locking nut', kind: 'locking-nut' as const }]
      : [{ id: 'nut', label: 'Nut', kind: 'nut' as const }]),
    { id: 'tuners', label: 'Tuners', kind: 'tuners' },
    { id: 'tuner-screws', label: 'Tuner screws', kind: 'screws' },
    ...(has('string trees') ? [{ id: 'trees', label: 'String trees', kind: 'trees' as const }] : []),
    ...(guard
      ? [
          { id: 'guard', label: 'Guard', kind: 'guard' as const },
          { id: 'guard-screws', label: 'Guard screws', kind: 'screws' as const },
        ]
      : []),
    ...places.map(p => ({
      id: `pickup-${p}`,
      label: places.length === 1 ? 'Pickup' : `${capital(p)} pickup`,
      kind: 'pickup' as const,
    })),
    ...(i.mounting === 'in rings'
      ? places.map(p => ({
          id: `ring-${p}`,
          label: places.length === 1 ? 'Pickup ring' : `${capital(p)} ring`,
          kind: 'ring' as const,
          on: `pickup-${p}`,
        }))
      : []),
    ...(places.length
      ? [
          { id: 'pickup-screws', label: 'Pickup screws', kind: 'screws' as const, optional: true as const },
          { id: 'pickup-springs', label: 'Pickup springs', kind: 'springs' as const, optional: true as const },
        ]
      : []),
    ...row('pot-volume', 'Volume', 'pot', i.volumes).map(s => ({ ...s, turns: 'volume' as const })),
    ...row('pot-tone', 'Tone', 'pot', i.tones, true).map(s => ({ ...s, turns: 'tone' as const })),
    ...row('knob-volume', 'Volume knob', 'knob', i.volumes, true, 'pot-volume'),
    ...row('knob-tone', 'Tone knob', 'knob', i.tones, true, 'pot-tone'),
    ...row(
      'switch',
      places.length > 1 ? 'Pickup switch' : 'Switch',
      'switch',
      i.switches,
      places.length === 1 ? true : undefined,
    ),
    ...row('cap-tone', 'Tone capacitor', 'capacitor', i.tones, true),
    { id: 'jack', label: 'Jack', kind: 'jack' },
    ...(has('jack plate') ? [{ id: 'jack-plate', label: 'Jack plate', kind: 'plate' as const }] : []),
    ...(has('control plate') ? [{ id: 'control-plate', label: 'Control plate', kind: 'plate' as const }] : []),
    ...(has('back cover') ? [{ id: 'back-cover', label: 'Back cover', kind: 'plate' as const }] : []),
    ...(has('battery') ? [{ id: 'battery', label: 'Battery', kind: 'battery' as const }] : []),
    { id: 'buttons', label: 'Strap buttons', kind: 'buttons' },
    { id: 'button-screws', label: 'Strap button screws', kind: 'screws' },
    { id: 'strings', label: 'Strings', kind: 'strings' },
  ]
}

/** The slot of a kind whose part sits on another slot's: a pickup's ring, a pot's knob. */
export const slotOn = (i: Instrument, slot: string, kind: PartKind): string | undefined =>
  slotsOf(i).find(s => s.on === slot && s.kind === kind)?.id
