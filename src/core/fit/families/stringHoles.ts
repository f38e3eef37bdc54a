import { quantityAt, refOf } from '../../build/quantityAt.ts'
import { partIn } from '../../build/references.ts'
import { linear } from '../../units/quantity.ts'
import { fixed } from '../../units/length.ts'
import type { FoundJoint, JointFamily } from '../joint.ts'
import { HOLDS, work } from '../work.ts'

/** Diameter of a string's ball end, mm [from memory]. */
const BALL = 3.9

/** The thickest string through bridge, tailpiece and tuner post, and its ball in a ferrule. */
export const stringHoles: JointFamily = ({ build, layout }) => {
  const set = partIn(build, 'strings')
  const thick = Math.max(0, ...(set?.gauges ?? []).map(g => g.diameter))
  if (!layout || !set || thick === 0) return []
  const low = layout.strings.at(-1)!
  const through: [string, string, string, readonly [number, number], string][] = [
    ['bridge', 'dims.stringHole', 'Thickest string through the bridge', low.saddle, 'strings'],
    [
      'tailpiece',
      'dims.stringHole',
      'Thickest string through the tailpiece',
      [low.saddle[0] + 30, low.saddle[1]],
      'strings',
    ],
    ['tuners', 'dims.stringHole', 'Thickest string in its tuner', low.tuner ?? [-60, 0], 'strings'],
  ]
  const out = through.flatMap(([slot, path, title, at, other]): FoundJoint[] => {
    const part = partIn(build, slot),
      hole = quantityAt(part, path)
    if (!part || !hole) return []
    const gap = linear([[1, hole]], -thick)
    return [
      {
        id: `string-in-${slot}`,
        family: 'string hole',
        title,
        clearance: gap,
        at,
        slots: [other, slot],
        meaning: { under: 'The thickest string does not pass.', over: '' },
        fixes: () => [
          work({
            method: 'drill-string-hole',
            title: `Drill the thickest string’s hole to ${fixed(thick + 0.3, 1)} mm`,
            note: 'Deburr both edges, or it cuts the string.',
            minutes: 15,
            tools: ['drill', 'countersink'],
            risk: 'some',
            cautions: ['cutters'],
            changes: [{ ref: refOf(part, path), value: thick + 0.3, doubt: HOLDS.file }],
          }),
        ],
      },
    ]
  })
  const bore = quantityAt(partIn(build, 'ferrules'), 'dims.bore')
  if (bore)
    out.push({
      id: 'ball-in-ferrule',
      family: 'ball in ferrule',
      title: 'String balls in their ferrules',
      clearance: linear([[1, bore]], -BALL),
      at: [layout.bridge.front + 25, layout.bridge.y],
      slots: ['ferrules', 'strings'],
      meaning: { under: 'The ball does not go into the ferrule and stands out of the back.', over: '' },
      fixes: () => [],
    })
  return out
}
