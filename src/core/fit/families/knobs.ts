import { need, quantityAt } from '../../build/quantityAt.ts'
import { partIn } from '../../build/references.ts'
import { slotsOf } from '../../build/slots.ts'
import { linear } from '../../units/quantity.ts'
import type { FoundJoint, JointFamily } from '../joint.ts'

/** What a knob of another bore does on a shaft [from memory]: it goes on in no way that holds. */
const MISMATCH = 2

/** Knobs on their shafts: split, smooth or spline, and the diameter. */
export const knobs: JointFamily = ({ build, layout }) =>
  !layout
    ? []
    : slotsOf(build.instrument)
        .filter(s => s.kind === 'knob')
        .flatMap((s): FoundJoint[] => {
          const knob = partIn(build, s.id),
            potSlot = s.id.replace('knob-', 'pot-'),
            pot = partIn(build, potSlot)
          const shaft = quantityAt(pot, 'dims.shaftDiameter')
          if (!knob || !pot || !shaft) return []
          const differs =
            pot.traits.shaft !== undefined &&
            knob.traits.bore !== pot.traits.shaft &&
            !(knob.traits.bore === 'smooth' && pot.traits.shaft === 'split')
          return [
            {
              id: `${s.id}-bore`,
              family: 'knob bore',
              title: `${s.label} on its shaft`,
              clearance: linear(
                [
                  [1, need(knob, 'dims.bore')],
                  [-1, shaft],
                ],
                differs ? -MISMATCH : 0,
              ),
              at: layout.features.find(f => f.serves === potSlot)?.centre ?? [layout.bridge.front, 40],
              slots: [s.id, potSlot],
              meaning: {
                under: differs
                  ? `A knob for a ${knob.traits.bore} shaft does not hold on a ${pot.traits.shaft} one.`
                  : 'The bore is smaller than the shaft: forced, it cracks.',
                over: 'The knob wobbles and slips.',
              },
              fixes: () => [],
            },
          ]
        })
