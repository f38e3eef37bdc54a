import { bridgeLine as lineOf, bridgeLineOf } from '../../layout/bridgeLine.ts'
import { fixed } from '../../units/length.ts'
import { doubtOf } from '../../units/quantity.ts'
import { pairs } from '../../build/maths.ts'
import { GLUE_RESTS, change, family, LIMIT, mend, type FamilyFile } from '../family.ts'

const bridgeLine = family(
  'bridge line',
  {
    label: 'Bridge line',
    compared: 'scale length − foremost saddle',
    low: 0,
    high: 5,
    never: -1,
    neverAbove: 6,
    source: LIMIT,
  },
  { 'move-bridge': { mends: 'both', minutes: 5, tools: ['steel rule', 'pencil'], when: 'before finish' } },
)

/** Whether the saddles' travel covers scale length plus compensation with neck, body and bridge as they are. */
export const bridgeLineJoint: FamilyFile = {
  families: [bridgeLine],
  joined: () => [
    {
      id: 'bridge-line',
      family: bridgeLine,
      slots: ['bridge', 'neck', 'body'],
      beside: ['strings'],
      facts: ['placements'],
      clearance: (m, v) => bridgeLineOf(m, v)?.ahead,
      limits(v) {
        const line = bridgeLineOf(pairs, v)
        return line && { low: line.low, high: line.high, never: line.low - 1, neverAbove: line.high + 1 }
      },
      words: () => ({
        title: 'Bridge line against saddle travel',
        under: 'The bridge lies too far back: the thinnest string cannot be made short enough to play in tune.',
        over: 'The bridge lies too far forward: the thickest string runs out of travel before it plays in tune.',
      }),
      at: l => [l.scaleLength, l.bridge.y],
      mends({ build, view }) {
        const line = lineOf(build)
        if (!line) return []
        const by = line.ideal.value - line.place.value
        const drilled = view.part('body')?.features.some(f => f.role === 'screw-hole' && f.serves === 'bridge')
        return [
          mend(bridgeLine, 'move-bridge', {
            title: `${drilled ? 'Plug, redrill and set' : 'Set'} the bridge ${fixed(Math.abs(by), 1)} mm ${by < 0 ? 'nearer to' : 'further from'} the neck`,
            note: `Plate front at ${fixed(line.ideal.value, 1)} mm from the pocket’s end wall. ${drilled ? 'Four plugs and a day for the glue.' : 'Nothing is drilled yet: it costs a pencil line.'}`,
            ...(drilled
              ? {
                  minutes: 60,
                  tools: ['plugs', 'wood glue', 'drill'],
                  rests: GLUE_RESTS,
                  risk: 'some',
                  cautions: ['cutters'],
                }
              : { reversible: true }),
            changes: [change('placements/bridge.x', line.ideal.value, Math.min(0.3, doubtOf(line.place)) || 0.3)],
          }),
        ]
      },
    },
  ],
}
