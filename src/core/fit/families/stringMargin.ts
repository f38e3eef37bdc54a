import { need } from '../../build/quantityAt.ts'
import { partIn } from '../../build/references.ts'
import { bridgeOffset, bridgeOnBody } from '../../layout/bridgeLine.ts'
import { halfBoardAt, stringAt } from '../../layout/layOut.ts'
import { linear, type Quantity } from '../../units/quantity.ts'
import { fixed } from '../../units/length.ts'
import type { Fix, FoundJoint, JointFamily } from '../joint.ts'

/** Distance of both outer strings' surfaces from the fingerboard's edge at the last fret. */
export const stringMargin: JointFamily = ({ build, layout }) => {
  const neck = partIn(build, 'neck'),
    bridge = partIn(build, 'bridge')
  const treble = layout?.strings[0],
    bass = layout?.strings.at(-1)
  if (!neck || !bridge || !layout || !treble || !bass) return []
  const x = layout.lastFret
  const offset = bridgeOffset(build)
  const margin = (s: typeof treble, side: 1 | -1): Quantity => {
    const t = x / s.saddle[0]
    const moving: Quantity = linear([
      [0.5, need(neck, 'dims.widthAtLastFret')],
      [-0.5 * (1 - t), need(neck, 'dims.widthAtNut')],
      [-0.5 * t, need(bridge, 'dims.stringSpread')],
      [-side * t, offset],
    ])
    return { value: halfBoardAt(layout, x) - side * stringAt(s, x) - s.diameter / 2, terms: moving.terms }
  }
  const qs = { treble: margin(treble, 1), bass: margin(bass, -1) }
  const joint = (name: 'treble' | 'bass', side: 1 | -1): FoundJoint => {
    const own = qs[name],
      other = qs[name === 'treble' ? 'bass' : 'treble']
    const t = x / (side === 1 ? treble : bass).saddle[0]
    return {
      id: `string-margin-${name}`,
      family: 'string margin',
      title: `String to fingerboard edge, ${name} side`,
      clearance: own,
      at: [x, side * halfBoardAt(layout, x)],
      slots: ['bridge', 'neck'],
      meaning: {
        under: 'The outer string slips off the fingerboard’s edge in play.',
        over: 'The strings lie far inside the edge: room is given away, nothing breaks.',
      },
      fixes: ({ low }): Fix[] => {
        const fixes: Fix[] = []
        const shift = (other.value - own.value) / (2 * t)
        if (own.value < low && (own.value + other.value) / 2 >= low) {
          const to = bridgeOnBody(build) - side * shift
          fixes.push({
            method: 'shift-bridge',
            title: `Set the bridge ${fixed(Math.abs(shift), 1)} mm further to the ${name === 'treble' ? 'bass' : 'treble'} side`,
            note: 'Shares the room between both sides. Check strings over poles after.',
            minutes: 5,
            tools: ['steel rule', 'thread'],
            risk: 'low',
            reversible: true,
            when: 'before finish',
            cautions: [],
            changes: [{ ref: 'placements/bridge.y', value: to, doubt: 0.3 }],
          })
        }
        return fixes
      },
    }
  }
  return [joint('treble', 1), joint('bass', -1)]
}
