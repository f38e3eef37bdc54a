import { say } from '../../say/said.ts'
import { slotsOf } from '../../document/slots.ts'
import type { View } from '../../document/view.ts'
import { family, LIMIT, type FamilyFile, type Joined } from '../family.ts'

/** What a knob of another bore does on a shaft [from memory]: it goes on in no way that holds. */
const MISMATCH = 2

const bore = family('knob bore', {
  label: 'Knob on its shaft',
  compared: 'bore − shaft',
  low: -0.1,
  high: 0.1,
  never: -0.5,
  neverAbove: 1.5,
  source: LIMIT,
})

/** Whether knob and shaft are of sorts that do not go on each other. */
function differs(v: View, pot: string, knob: string): boolean {
  const shaft = v.part(pot)?.traits.shaft,
    own = v.part(knob)?.traits.bore
  return shaft !== undefined && own !== shaft && !(own === 'smooth' && shaft === 'split')
}

const onShaft = (knob: string, pot: string, label: string): Joined => ({
  id: `${knob}-bore`,
  family: bore,
  slots: [knob, pot],
  clearance: (m, v) =>
    m.sum(
      [
        [1, m.of(v.part(knob), 'bore')],
        [-1, m.asked(v.part(pot), 'shaftDiameter')],
      ],
      differs(v, pot, knob) ? -MISMATCH : 0,
    ),
  words: v => ({
    title: `${label} on its shaft`,
    under: differs(v, pot, knob)
      ? say`A knob for a ${v.part(knob)?.traits.bore ?? 'other'} shaft does not hold on a ${v.part(pot)?.traits.shaft ?? 'other'} one.`
      : 'The bore is smaller than the shaft: forced, it cracks.',
    over: 'The knob wobbles and slips.',
  }),
  at: l => l.features.find(f => f.serves === pot)?.centre ?? [l.bridge.front, 40],
})

/** Knobs on their shafts: split, smooth or spline, and the diameter. */
export const knobs = {
  families: [bore],
  joined: i => slotsOf(i).flatMap(s => (s.kind === 'knob' && s.on ? [onShaft(s.id, s.on, s.label)] : [])),
} satisfies FamilyFile
