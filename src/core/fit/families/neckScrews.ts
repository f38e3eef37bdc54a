import { need, quantityAt, refOf } from '../../build/quantityAt.ts'
import { partIn } from '../../build/references.ts'
import { pocketOf } from '../../layout/bridgeLine.ts'
import { SCREW_LENGTHS } from '../../drill/screws.ts'
import { exact, linear } from '../../units/quantity.ts'
import { fixed } from '../../units/length.ts'
import type { Fix, JointFamily } from '../joint.ts'

/** The neck screws: bite in the heel, and wood left between their points and the fingerboard. */
export const neckScrews: JointFamily = ({ build, layout }) => {
  const neck = partIn(build, 'neck'),
    body = partIn(build, 'body'),
    screws = partIn(build, 'neck-screws'),
    pocket = pocketOf(build)
  if (!neck || !body || !screws || !pocket || !layout) return []
  const plate = quantityAt(partIn(build, 'neck-plate'), 'dims.thickness') ?? exact(0)
  const length = need(screws, 'dims.length')
  const bite = linear([
    [1, length],
    [-1, plate],
    [-1, need(body, 'dims.thickness')],
    [1, pocket.at('depth')],
  ])
  const tip = linear([
    [1, need(neck, 'dims.heelThickness')],
    [-1, need(neck, 'dims.fingerboardThickness')],
    [-1, bite],
  ])
  const at = [layout.nutToHeelEnd - pocket.at('length').value / 2, -pocket.at('width').value / 4] as const
  const other = (): Fix[] => {
    const fit = SCREW_LENGTHS.filter(
      l => bite.value + l - length.value >= 12 && tip.value - (l - length.value) >= 3,
    )
    const best = fit[Math.floor(fit.length / 2)]
    return best === undefined || best === length.value
      ? []
      : [
          {
            method: 'other-screws',
            title: `Use screws ${fixed(best, 0)} mm long`,
            note: `Bite ${fixed(bite.value + best - length.value, 1)} mm, ${fixed(tip.value - (best - length.value), 1)} mm short of the fingerboard.`,
            minutes: 5,
            tools: ['screws'],
            risk: 'low',
            reversible: true,
            when: 'any time',
            cautions: [],
            changes: [{ ref: refOf(screws, 'dims.length'), value: best, doubt: 0.3 }],
          },
        ]
  }
  return [
    {
      id: 'neck-screw-bite',
      family: 'screw bite',
      title: 'Neck screws, bite in the heel',
      clearance: bite,
      at,
      slots: ['neck-screws'],
      meaning: { under: 'Too little thread in the heel: the screws pull out or strip.', over: '' },
      fixes: other,
    },
    {
      id: 'neck-screw-tip',
      family: 'screw tip',
      title: 'Neck screw points under the fingerboard',
      clearance: tip,
      at: [at[0], -at[1]],
      slots: ['neck-screws'],
      meaning: { under: 'The points come up under the fingerboard or through it.', over: '' },
      fixes: other,
    },
  ]
}
