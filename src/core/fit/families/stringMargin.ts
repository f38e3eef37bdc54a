import { mm, say } from '../../say/said.ts'
import type { Maths } from '../../document/maths.ts'
import { quantities } from '../../document/maths.ts'
import type { View } from '../../document/view.ts'
import { bridgeOffsetOf, bridgeOnBody } from '../../layout/bridgeLine.ts'
import { fretPosition } from '../../parts/frets.ts'
import { halfBoardAt } from '../../layout/layOut.ts'
import { outerString } from '../../layout/outerString.ts'
import { change, family, mend, type FamilyFile, type Joined } from '../family.ts'

const margin = family(
  'string margin',
  {
    label: 'String to fingerboard edge',
    compared: 'edge − string surface at the last fret',
    low: 2.5,
    high: 4.5,
    never: 1,
    source: 'common practice: about 3 mm, under 2.5 mm the string falls off; the rest from memory',
  },
  {
    'shift-bridge': {
      mends: 'under',
      sometimes: true,
      minutes: 5,
      tools: ['steel rule', 'thread'],
      reversible: true,
      when: 'before finish',
    },
  },
)

/** How far along its string the last fret lies, and the margin there. */
function marginOf<Q>(m: Maths<Q>, v: View, side: 1 | -1): { t: number; q: Q } | undefined {
  const neck = v.part('neck'),
    bridge = v.part('bridge'),
    string = outerString(v, side)
  const scale = neck?.dims.scaleLength?.value,
    board = neck?.dims.widthAtLastFret?.value
  if (!string || scale === undefined || board === undefined) return undefined
  const t = fretPosition(scale, neck?.dims.frets?.value ?? 0) / string.length
  const offset = bridgeOffsetOf(v)
  const moving = m.sum([
    [0.5, m.of(neck, 'widthAtLastFret')],
    [-0.5 * (1 - t), m.of(neck, 'widthAtNut')],
    [-0.5 * t, m.of(bridge, 'stringSpread')],
    [-side * t, m.known(offset)],
  ])
  const y = string.atNut + (string.atSaddle + side * offset.value - string.atNut) * t
  return moving && { t, q: m.valued(board / 2 - y - string.diameter / 2, moving) }
}

const joint = (name: 'treble' | 'bass', side: 1 | -1): Joined => ({
  id: `string-margin-${name}`,
  family: margin,
  slots: ['bridge', 'neck'],
  beside: ['strings', 'body'],
  fields: ['instrument', 'setup', 'placements', 'readings'],
  clearance: (m, v) => marginOf(m, v, side)?.q,
  words: () => ({
    title: `String to fingerboard edge, ${name} side`,
    under: 'The outer string slips off the fingerboard’s edge in play.',
    over: 'The strings lie far inside the edge: room is given away, nothing breaks.',
  }),
  at: l => [l.lastFret, side * halfBoardAt(l, l.lastFret)],
  mends({ build, view, clearance }, { low }) {
    const own = marginOf(quantities, view, side),
      other = marginOf(quantities, view, side === 1 ? -1 : 1)
    if (!own || !other || clearance.value >= low || (clearance.value + other.q.value) / 2 < low) return []
    const shift = (other.q.value - clearance.value) / (2 * own.t)
    return [
      mend(margin, 'shift-bridge', {
        title: say`Set the bridge ${mm(Math.abs(shift), 1)} further to the ${name === 'treble' ? 'bass' : 'treble'} side`,
        note: 'Shares the room between both sides. Check strings over poles after.',
        changes: [change('placements/bridge.y', bridgeOnBody(build) - side * shift, 'pencilled')],
      }),
    ]
  },
})

/** Distance of both outer strings' surfaces from the fingerboard's edge at the last fret. */
export const stringMargin = {
  families: [margin],
  joined: () => [joint('treble', 1), joint('bass', -1)],
} satisfies FamilyFile
