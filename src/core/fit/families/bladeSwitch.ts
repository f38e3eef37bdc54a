import { need, quantityAt, refOf } from '../../build/quantityAt.ts'
import { partIn } from '../../build/references.ts'
import { linear } from '../../units/quantity.ts'
import { fixed } from '../../units/length.ts'
import type { FoundJoint, JointFamily } from '../joint.ts'
import { HOLDS, work } from '../work.ts'

/** A lever switch in the slot of guard or body: its travel along the slot. The slot's long way is its diameter. */
export const bladeSwitch: JointFamily = ({ build, layout }) =>
  (layout?.features ?? [])
    .filter(f => f.role === 'switch-hole' && f.serves)
    .flatMap((f): FoundJoint[] => {
      const part = partIn(build, f.serves!),
        holder = build.parts.find(p => p.id === f.partId),
        lever = quantityAt(part, 'dims.leverLength')
      if (!part || !holder || !lever) return []
      const slot = need(holder, `features.${f.id}.diameter`),
        gap = linear([
          [1, slot],
          [-1, lever],
        ])
      return [
        {
          id: `${f.serves}-slot`,
          family: 'blade slot',
          title: 'Switch lever in its slot',
          clearance: gap,
          at: f.centre,
          slots: [f.serves!, holder.kind],
          meaning: { under: 'The lever meets the slot’s end before it clicks into its last position.', over: '' },
          fixes: ({ low }) => [
            work({
              method: 'lengthen-slot',
              title: `File the slot ${fixed(low + 0.3 - gap.value, 1)} mm longer`,
              minutes: 15,
              tools: ['flat file'],
              cautions: ['dust'],
              changes: [
                {
                  ref: refOf(holder, `features.${f.id}.diameter`),
                  value: slot.value + low + 0.3 - gap.value,
                  doubt: HOLDS.file,
                },
              ],
            }),
          ],
        },
      ]
    })
