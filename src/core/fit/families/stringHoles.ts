import { mm, say } from '../../say/said.ts'
import { quantityAt, refOf } from '../../document/quantityAt.ts'
import { partIn } from '../../document/references.ts'
import type { View } from '../../document/view.ts'
import type { Point } from '../../geometry/outline.ts'
import type { Layout } from '../../layout/layOut.ts'
import { linear } from '../../units/quantity.ts'
import { change, COMMON, family, type FamilyFile, findIn, type Joined, mend } from '../family.ts'
import type { JointFamily } from '../joint.ts'

/** Diameter of a string's ball end, mm [from memory]. */
const BALL = 3.9

const hole = family(
  'string hole',
  { label: 'String through its hole', compared: 'hole − string', low: 0.1, never: 0, source: COMMON },
  {
    'drill-string-hole': {
      mends: 'under',
      minutes: 15,
      tools: ['drill', 'countersink'],
      risk: 'some',
      cautions: ['cutters'],
    },
  },
)
const ball = family('ball in ferrule', {
  label: 'String ball in its ferrule',
  compared: 'bore − ball',
  low: 0.1,
  never: 0,
  source: 'common practice; ball 3.9 mm from memory',
})

const thickest = (v: View): number => (v.part('strings')?.gauges ?? []).reduce((m, g) => Math.max(m, g.diameter), 0)

const through = (slot: string, title: string, at: (l: Layout) => Point): Joined => ({
  id: `string-in-${slot}`,
  family: hole,
  slots: ['strings', slot],
  clearance: (m, v) =>
    thickest(v) > 0 ? m.sum([[1, m.asked(v.part(slot), 'stringHole')]], -thickest(v)) : undefined,
  words: () => ({ title, under: 'The thickest string does not pass.' }),
  at,
  mends({ view }) {
    const to = thickest(view) + 0.3
    return [
      mend(hole, 'drill-string-hole', {
        title: say`Drill the thickest string’s hole to ${mm(to, 1)}`,
        note: 'Deburr both edges, or it cuts the string.',
        changes: [change(refOf(view.part(slot)!, 'dims.stringHole'), to, 'file')],
      }),
    ]
  },
})
const lowest = (l: Layout): Point => l.strings.at(-1)?.saddle ?? [l.scaleLength, 0]

const found: JointFamily = ({ build, layout }) => {
  const bore = quantityAt(partIn(build, 'ferrules'), 'dims.bore'),
    set = partIn(build, 'strings')
  if (!bore || !set?.gauges?.length) return []
  return [
    {
      id: 'ball-in-ferrule',
      family: ball.id,
      title: 'String balls in their ferrules',
      clearance: linear([[1, bore]], -BALL),
      at: [layout.bridge.front + 25, layout.bridge.y],
      slots: ['ferrules', 'strings'],
      meaning: { under: 'The ball does not go into the ferrule and stands out of the back.', over: '' },
      fixes: () => [],
    },
  ]
}

/** The thickest string through bridge, tailpiece and tuner post, and its ball in a ferrule. */
export const stringHoles = {
  families: [hole, ball],
  joined: () => [
    through('bridge', 'Thickest string through the bridge', lowest),
    through('tailpiece', 'Thickest string through the tailpiece', l => [lowest(l)[0] + 30, lowest(l)[1]]),
    through('tuners', 'Thickest string in its tuner', l => l.strings.at(-1)?.tuner ?? [-60, 0]),
  ],
  found: [findIn(['ferrules', 'strings'], found)],
} satisfies FamilyFile
