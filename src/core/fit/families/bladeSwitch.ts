import { mm, say } from '../../say/said.ts'
import { refOf } from '../../document/quantityAt.ts'
import { slotsOf } from '../../document/slots.ts'
import type { Part } from '../../parts/part.ts'
import { change, family, MEMORY, mend, type FamilyFile, type Joined } from '../family.ts'

const slotOfLever = family(
  'blade slot',
  { label: 'Lever in its slot', compared: 'slot − lever’s travel', low: 0.5, never: 0, source: MEMORY },
  { 'lengthen-slot': { mends: 'under', minutes: 15, tools: ['flat file'], cautions: ['dust'] } },
)

/** Sorts of switches whose lever runs in a slot. */
const LEVERS: readonly string[] = ['three-way blade', 'five-way blade', 'slide']

const holeIn = (holder: Part | undefined, slot: string) =>
  holder?.features.find(f => f.role === 'switch-hole' && f.serves === slot)

/** A lever's travel along the slot. The slot's long way is its diameter. */
const leverIn = (slot: string, holder: 'body' | 'guard' | 'control-plate'): Joined => ({
  id: `${slot}-slot`,
  family: slotOfLever,
  slots: [slot, holder],
  ...(holder !== 'guard' ? { fitOnly: true } : {}),
  clearance: (m, v) =>
    LEVERS.includes(v.part(slot)?.traits.sort ?? '')
      ? m.sum([
          [1, m.in(v.part(holder), holeIn(v.part(holder), slot), 'diameter')],
          [-1, m.asked(v.part(slot), 'leverLength')],
        ])
      : undefined,
  words: () => ({
    title: 'Switch lever in its slot',
    under: 'The lever meets the slot’s end before it clicks into its last position.',
  }),
  at: (l, v) =>
    l.features.find(f => f.partId === v.part(holder)?.id && f.id === holeIn(v.part(holder), slot)?.id)?.centre ?? [
      l.bridge.front,
      40,
    ],
  mends({ view, clearance }, { low }) {
    const part = view.part(holder)!,
      hole = holeIn(part, slot)!,
      off = low + 0.3 - clearance.value
    return [
      mend(slotOfLever, 'lengthen-slot', {
        title: say`File the slot ${mm(off, 1)} longer`,
        changes: [
          change(refOf(part, `features.${hole.id}.diameter`), (hole.dims.diameter?.value ?? 0) + off, 'file'),
        ],
      }),
    ]
  },
})

/** A lever switch in the slot of guard or body. */
export const bladeSwitch = {
  families: [slotOfLever],
  joined: i =>
    (
      ['body', 'guard', ...(i.extras.includes('control plate') ? (['control-plate'] as const) : [])] as const
    ).flatMap(holder => slotsOf(i).flatMap(s => (s.kind === 'switch' ? [leverIn(s.id, holder)] : []))),
} satisfies FamilyFile
