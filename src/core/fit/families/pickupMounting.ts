import { need, quantityAt, refOf } from '../../build/quantityAt.ts'
import { partIn } from '../../build/references.ts'
import { linear, subtract, type Quantity } from '../../units/quantity.ts'
import { fixed } from '../../units/length.ts'
import { family, mend, type FamilyFile, LIMIT } from '../family.ts'
import type { FoundJoint, JointFamily } from '../joint.ts'
import { mountingTab } from './mountingScrews.ts'

const spring = family('pickup spring', {
  label: 'Spring on a pickup screw',
  compared: 'free length − solid length − travel',
  low: 2,
  never: 0,
  source: LIMIT,
})

/** Springs and screws that hang a pickup: travel between solid and free, and the screw in its tab. */
const found: JointFamily = ({ build, layout }) => {
  if (!layout) return []
  const springs = partIn(build, 'pickup-springs'),
    screws = partIn(build, 'pickup-screws')
  return build.instrument.pickups.flatMap((place): FoundJoint[] => {
    const slot = `pickup-${place}`,
      pickup = partIn(build, slot),
      at = layout.pickups.find(p => p.slot === slot)?.centre
    if (!pickup || !at) return []
    const out: FoundJoint[] = []
    const travel = quantityAt(pickup, 'dims.travel'),
      tab = quantityAt(pickup, 'dims.tabHole'),
      name = place[0]!.toUpperCase() + place.slice(1)
    if (springs && travel) {
      const free = need(springs, 'dims.freeLength')
      const room: Quantity = linear([
        [1, free],
        [-1, need(springs, 'dims.solidLength')],
        [-1, travel],
      ])
      out.push({
        id: `${slot}-spring`,
        family: spring.id,
        title: `${name} pickup, spring over its travel`,
        clearance: room,
        at: [at[0], at[1] + 30],
        slots: ['pickup-springs', slot],
        meaning: { under: 'The spring goes solid or slack before the pickup has its travel.', over: '' },
        fixes: () => [],
      })
    }
    const tabs = quantityAt(pickup, 'dims.tabAboveLowest')
    if (springs && travel && tabs)
      out.push({
        id: `${slot}-spring-solid`,
        family: spring.id,
        title: `${name} pickup, spring not solid at its highest`,
        clearance: linear([
          [1, need(pickup, 'dims.depthBelowTop')],
          [-1, tabs],
          [-1, travel],
          [-1, need(springs, 'dims.solidLength')],
        ]),
        at: [at[0], at[1] + 20],
        slots: ['pickup-springs', slot],
        meaning: {
          under: 'The spring is solid before the pickup is at its highest: cut it, or take a shorter one.',
          over: '',
        },
        fixes: () => [],
      })
    if (screws && tab) {
      const gap = subtract(tab, need(screws, 'dims.diameter'))
      out.push({
        id: `${slot}-tab`,
        family: mountingTab.id,
        title: `${name} pickup, screws through its tabs`,
        clearance: gap,
        at: [at[0], at[1] - 30],
        slots: ['pickup-screws', slot],
        meaning: {
          under: 'The screw does not pass the tab.',
          over: 'The tab’s hole is wide: the pickup tilts on its screw.',
        },
        fixes: ({ low }) =>
          gap.value < low
            ? [
                mend(mountingTab, 'open-tab', {
                  title: `Open both tab holes to ${fixed(need(screws, 'dims.diameter').value + 0.4, 1)} mm`,
                  note: 'The pickup wrapped, so that no filing reaches its magnet.',
                  changes: [
                    {
                      ref: refOf(pickup, 'dims.tabHole'),
                      value: need(screws, 'dims.diameter').value + 0.4,
                      doubt: 0.1,
                    },
                  ],
                }),
              ]
            : [],
      })
    }
    return out
  })
}

/** Springs and screws that hang a pickup: travel between solid and free, and the screw in its tab. */
export const pickupMounting: FamilyFile = { families: [spring], found }
