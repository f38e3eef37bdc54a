import { refOf } from '../../build/quantityAt.ts'
import { partIn } from '../../build/references.ts'
import { pocketOf } from '../../layout/bridgeLine.ts'
import { saddleHeight as heightOf, shimAngle, shimFor } from '../../layout/saddleHeight.ts'
import { fixed } from '../../units/length.ts'
import type { Fix, JointFamily } from '../joint.ts'

/** Room kept at both ends of the saddles' height range, mm [from memory]. */
const RESERVE = 0.5

/** Whether the saddles reach the height that neck, pocket and action ask for. */
export const saddleHeight: JointFamily = ({ build, layout }) => {
  const h = heightOf(build),
    bridge = partIn(build, 'bridge'),
    pocket = pocketOf(build)
  if (!h || !bridge || !pocket || !layout) return []
  const c = h.aboveLowest.value,
    range = h.range.value
  return [
    {
      id: 'saddle-height',
      family: 'saddle height',
      title: 'Saddle height from neck angle',
      clearance: h.aboveLowest,
      limits: { low: RESERVE, high: range - RESERVE, never: 0, neverAbove: range },
      at: [layout.bridge.foremost, -layout.bridge.y],
      slots: ['bridge', 'neck', 'body'],
      meaning: {
        under: 'The strings cannot come down far enough: the bridge is too high for this neck.',
        over: 'The saddles run out of height before the strings clear the frets.',
      },
      fixes: (): Fix[] => {
        if (c < RESERVE) {
          const rise = RESERVE + 0.5 - c
          const s = shimFor(rise, h)
          const change = {
            ref: refOf(pocket.body, `features.${pocket.pocket.id}.depth`),
            value: pocket.at('depth').value - rise,
            doubt: 0.1,
          }
          return [
            {
              method: 'wedge',
              title: `Full-contact wedge, ${fixed(s, 2)} mm at the heel’s end to nothing at the mouth`,
              note: `Turns the neck back ${fixed(shimAngle(s, h.pocketLength), 2)}°. Offered first: the whole heel stays supported. It also lifts action and pickup height.`,
              minutes: 40,
              tools: ['wedge or veneer', 'plane', 'calliper'],
              risk: 'low',
              reversible: true,
              when: 'any time',
              cautions: [],
              changes: [change],
            },
            {
              method: 'strip',
              title: `Strip ${fixed(s, 2)} mm thick across the heel’s end`,
              note: 'The other school: quick, but it leaves a gap and can bow a thin heel.',
              minutes: 10,
              tools: ['veneer or card', 'calliper'],
              risk: 'some',
              reversible: true,
              when: 'any time',
              cautions: [],
              changes: [change],
            },
          ]
        }
        const up = c - (range - RESERVE) + 0.5
        return [
          {
            method: 'bridge-spacer',
            title: `Spacer ${fixed(up, 1)} mm thick under the bridge plate`,
            note: 'Of metal if it must carry the ground to the strings.',
            minutes: 30,
            tools: ['sheet metal', 'snips', 'file'],
            risk: 'low',
            reversible: true,
            when: 'any time',
            cautions: [],
            changes: [
              { ref: refOf(bridge, 'dims.saddleLow'), value: bridge.dims.saddleLow!.value + up, doubt: 0.1 },
              { ref: refOf(bridge, 'dims.saddleHigh'), value: bridge.dims.saddleHigh!.value + up, doubt: 0.1 },
            ],
          },
        ]
      },
    },
  ]
}
