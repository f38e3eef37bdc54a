import { need, refOf } from '../../build/quantityAt.ts'
import { partIn } from '../../build/references.ts'
import { subtract } from '../../units/quantity.ts'
import { fixed } from '../../units/length.ts'
import type { JointFamily } from '../joint.ts'

/** The nut in its slot and against the neck's width. */
export const nut: JointFamily = ({ build, layout }) => {
  const neck = partIn(build, 'neck'),
    part = partIn(build, 'nut')
  if (!neck || !part || !layout) return []
  const slot = need(neck, 'dims.slotWidth'),
    thick = need(part, 'dims.thickness'),
    long = need(part, 'dims.length'),
    wide = need(neck, 'dims.widthAtNut')
  const gap = subtract(slot, thick),
    over = subtract(long, wide)
  return [
    {
      id: 'nut-thickness',
      family: 'nut thickness',
      title: 'Nut in its slot',
      clearance: gap,
      at: [-slot.value / 2, layout.halfNut],
      slots: ['nut', 'neck'],
      meaning: {
        under: 'The nut is thicker than its slot. It should push in by finger.',
        over: 'The nut rocks in its slot; the open strings lose their place.',
      },
      fixes: ({ low, high }) => {
        const aim = (low + (high ?? low)) / 2
        return gap.value < low
          ? [
              {
                method: 'sand-nut',
                title: `Sand ${fixed(aim - gap.value, 2)} mm off the nut’s face`,
                note: 'On abrasive on a flat block, the face away from the strings’ edge.',
                minutes: 10,
                tools: ['P240 paper', 'flat block', 'calliper'],
                risk: 'low',
                reversible: false,
                when: 'any time',
                cautions: ['dust'],
                changes: [{ ref: refOf(part, 'dims.thickness'), value: slot.value - aim, doubt: 0.02 }],
                read: refOf(part, 'dims.thickness'),
              },
            ]
          : [
              {
                method: 'veneer-nut',
                title: `Glue ${fixed(gap.value - aim, 2)} mm of veneer into the slot`,
                note: 'Against the headstock side, so that the nut’s front edge stays at the scale’s zero.',
                minutes: 15,
                tools: ['veneer', 'wood glue'],
                risk: 'low',
                reversible: true,
                when: 'any time',
                cautions: [],
                changes: [{ ref: refOf(neck, 'dims.slotWidth'), value: thick.value + aim, doubt: 0.02 }],
                read: refOf(neck, 'dims.slotWidth'),
              },
            ]
      },
    },
    {
      id: 'nut-length',
      family: 'nut length',
      title: 'Nut against the neck’s width',
      clearance: over,
      at: [-slot.value / 2, -layout.halfNut],
      slots: ['nut', 'neck'],
      meaning: {
        under: 'The nut is shorter than the neck is wide: its ends stand in and the outer slots crowd the edge.',
        over: 'The nut’s ends stand proud of the neck.',
      },
      fixes: ({ low, high }) =>
        over.value > (high ?? low)
          ? [
              {
                method: 'dress-ends',
                title: `Dress ${fixed((over.value - 0.1) / 2, 2)} mm off each end of the nut`,
                note: 'Before the slots are cut: they are set out from the ends.',
                minutes: 10,
                tools: ['file', 'calliper'],
                risk: 'low',
                reversible: false,
                when: 'any time',
                cautions: ['dust'],
                changes: [{ ref: refOf(part, 'dims.length'), value: wide.value + 0.1, doubt: 0.05 }],
                read: refOf(part, 'dims.length'),
              },
            ]
          : [],
    },
  ]
}
