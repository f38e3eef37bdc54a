import { bridgeLine as lineOf } from '../../layout/bridgeLine.ts'
import { doubtOf } from '../../units/quantity.ts'
import { fixed } from '../../units/length.ts'
import type { JointFamily } from '../joint.ts'

/** Whether the saddles' travel covers scale length plus compensation with neck, body and bridge as they are. */
export const bridgeLineJoint: JointFamily = ({ build, layout }) => {
  const line = lineOf(build)
  if (!line || !layout) return []
  const drilled = build.parts.some(
    p => p.id === build.slots.body && p.features.some(f => f.role === 'screw-hole' && f.serves === 'bridge'),
  )
  const by = line.ideal.value - line.place.value
  return [
    {
      id: 'bridge-line',
      family: 'bridge line',
      title: 'Bridge line against saddle travel',
      clearance: line.ahead,
      limits: { low: line.low, high: line.high, never: line.low - 1, neverAbove: line.high + 1 },
      at: [layout.scaleLength, layout.bridge.y],
      slots: ['bridge', 'neck', 'body'],
      meaning: {
        under: 'The bridge lies too far back: the thinnest string cannot be made short enough to play in tune.',
        over: 'The bridge lies too far forward: the thickest string runs out of travel before it plays in tune.',
      },
      fixes: () => [
        {
          method: 'move-bridge',
          title: `${drilled ? 'Plug, redrill and set' : 'Set'} the bridge ${fixed(Math.abs(by), 1)} mm ${by < 0 ? 'nearer to' : 'further from'} the neck`,
          note: `Plate front at ${fixed(line.ideal.value, 1)} mm from the pocket’s end wall. ${drilled ? 'Four plugs and a day for the glue.' : 'Nothing is drilled yet: it costs a pencil line.'}`,
          minutes: drilled ? 60 : 5,
          tools: drilled ? ['plugs', 'wood glue', 'drill'] : ['steel rule', 'pencil'],
          risk: drilled ? 'some' : 'low',
          reversible: !drilled,
          when: 'before finish',
          cautions: drilled ? ['cutters'] : [],
          changes: [
            {
              ref: 'placements/bridge.x',
              value: line.ideal.value,
              doubt: Math.min(0.3, doubtOf(line.place)) || 0.3,
            },
          ],
        },
      ],
    },
  ]
}
