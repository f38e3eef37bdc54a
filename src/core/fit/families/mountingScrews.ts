import { need, quantityAt, refOf } from '../../build/quantityAt.ts'
import { partIn } from '../../build/references.ts'
import { exact, subtract } from '../../units/quantity.ts'
import { fixed } from '../../units/length.ts'
import type { FoundJoint, JointFamily } from '../joint.ts'
import type { Point } from '../../geometry/outline.ts'
import type { Layout } from '../../layout/layOut.ts'
import { SCREW_LENGTHS } from '../../drill/screws.ts'
import { work } from '../work.ts'

interface Holding {
  screws: string
  holder: string
  thick: string | undefined
  label: string
  at: (l: Layout) => Point
}

/** Screws that hold something to the wood, and what they go through first. */
const HOLDINGS: readonly Holding[] = [
  {
    screws: 'bridge-screws',
    holder: 'bridge',
    thick: 'dims.plateThickness',
    label: 'Bridge screws',
    at: l => [l.bridge.front + 30, l.bridge.y + 24],
  },
  {
    screws: 'guard-screws',
    holder: 'guard',
    thick: 'dims.thickness',
    label: 'Guard screws',
    at: l => [l.nutToHeelEnd + 60, 50],
  },
  {
    screws: 'button-screws',
    holder: 'buttons',
    thick: 'dims.height',
    label: 'Strap button screws',
    at: l => [l.body.reduce((m, p) => Math.max(m, p[0]), 0), 0],
  },
  {
    screws: 'tail-screws',
    holder: 'tailpiece',
    thick: undefined,
    label: 'Tailpiece screws',
    at: l => [l.body.reduce((m, p) => Math.max(m, p[0]), 0), 10],
  },
]

/** Every mounting screw: bite in the wood, and room in the hole of what it holds. */
export const mountingScrews: JointFamily = ({ build, layout }) =>
  HOLDINGS.flatMap((h): FoundJoint[] => {
    const screws = partIn(build, h.screws),
      holder = partIn(build, h.holder)
    if (!screws || !holder || !layout) return []
    const length = need(screws, 'dims.length'),
      thick = h.thick ? (quantityAt(holder, h.thick) ?? exact(0)) : exact(0)
    const bite = subtract(length, thick)
    const out: FoundJoint[] = [
      {
        id: `${h.screws}-bite`,
        family: 'mounting bite',
        title: `${h.label}, bite in the wood`,
        clearance: bite,
        at: h.at(layout),
        slots: [h.screws, h.holder],
        meaning: { under: 'Too little thread in the wood: it pulls out.', over: '' },
        fixes: ({ low }) => {
          const longer = SCREW_LENGTHS.find(l => bite.value + l - length.value >= low)
          return longer === undefined
            ? []
            : [
                work({
                  method: 'longer-screws',
                  title: `Use screws ${fixed(longer, 0)} mm long`,
                  minutes: 5,
                  tools: ['screws'],
                  reversible: true,
                  changes: [{ ref: refOf(screws, 'dims.length'), value: longer, doubt: 0.3 }],
                }),
              ]
        },
      },
    ]
    const holes = holder.features.filter(f => f.role === 'screw-hole')
    const tab = holes[0]
    if (tab) {
      const dia = need(screws, 'dims.diameter'),
        gap = subtract(need(holder, `features.${tab.id}.diameter`), dia)
      out.push({
        id: `${h.screws}-tab`,
        family: 'mounting tab',
        title: `${h.label} through their holes`,
        clearance: gap,
        at: h.at(layout),
        slots: [h.screws, h.holder],
        meaning: {
          under: 'The screw does not pass its hole freely.',
          over: 'The hole is wide; what is held can shift under its screws.',
        },
        fixes: ({ low }) =>
          gap.value < low
            ? [
                work({
                  method: 'open-tabs',
                  title: `Open ${holes.length} holes to ${fixed(dia.value + 0.5, 1)} mm`,
                  minutes: 12,
                  tools: ['drill', 'countersink'],
                  cautions: ['cutters'],
                  changes: holes.map(f => ({
                    ref: refOf(holder, `features.${f.id}.diameter`),
                    value: dia.value + 0.5,
                    doubt: 0.1,
                  })),
                }),
              ]
            : [],
      })
    }
    return out
  })
