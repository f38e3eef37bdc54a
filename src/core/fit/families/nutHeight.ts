import { need, refOf } from '../../build/quantityAt.ts'
import { partIn } from '../../build/references.ts'
import { nutHeight as aboveFrets } from '../../layout/saddleHeight.ts'
import { linear } from '../../units/quantity.ts'
import { fixed } from '../../units/length.ts'
import type { JointFamily } from '../joint.ts'
import { work } from '../work.ts'

/** Whether the nut is tall enough for its slots to end where the strings have to run. */
export const nutHeight: JointFamily = ({ build, layout }) => {
  const neck = partIn(build, 'neck'),
    nut = partIn(build, 'nut')
  if (!neck || !nut || !layout) return []
  const clearance = linear(
    [
      [1, need(nut, 'dims.height')],
      [-1, need(neck, 'dims.slotDepth')],
      [-1, need(neck, 'dims.fretHeight')],
    ],
    -aboveFrets(build),
  )
  return [
    {
      id: 'nut-height',
      family: 'nut height',
      title: 'Nut above its slots’ floors',
      clearance,
      at: [-1.5, 0],
      slots: ['nut', 'neck'],
      meaning: {
        under: 'The nut is too low: the strings lie on the first fret before a slot is cut.',
        over: 'The nut stands high over its slots; the strings bind in them.',
      },
      fixes: ({ low, high }) =>
        clearance.value < low
          ? [
              work({
                method: 'sliver',
                title: `Glue a hardwood sliver ${fixed(low + 0.3 - clearance.value, 2)} mm thick under the nut`,
                minutes: 20,
                tools: ['hardwood sliver', 'wood glue', 'calliper'],
                reversible: true,
                changes: [
                  {
                    ref: refOf(nut, 'dims.height'),
                    value: need(nut, 'dims.height').value + low + 0.3 - clearance.value,
                    doubt: 0.05,
                  },
                ],
                read: refOf(nut, 'dims.height'),
              }),
            ]
          : [
              work({
                method: 'lower-top',
                title: `Take ${fixed(clearance.value - (high ?? low) + 0.3, 2)} mm off the nut’s top`,
                note: 'After the slots are cut: half a string’s thickness stays above the slot’s floor.',
                minutes: 15,
                tools: ['file', 'P400 paper', 'calliper'],
                cautions: ['dust'],
                changes: [
                  {
                    ref: refOf(nut, 'dims.height'),
                    value: need(nut, 'dims.height').value - clearance.value + (high ?? low) - 0.3,
                    doubt: 0.05,
                  },
                ],
                read: refOf(nut, 'dims.height'),
              }),
            ],
    },
  ]
}
