import { mm, say } from '../../say/said.ts'
import { asked } from '../../document/assumed.ts'
import { quantityAt, refOf } from '../../document/quantityAt.ts'
import { partIn } from '../../document/references.ts'
import { fromSource, linear } from '../../units/quantity.ts'
import { change, family, type FamilyFile, findIn, MEMORY, mend } from '../family.ts'
import type { JointFamily } from '../joint.ts'

const rod = family(
  'truss rod',
  {
    label: 'Truss rod within reach',
    compared: 'notch − room for the tool',
    low: 0,
    never: -12,
    source: MEMORY,
  },
  {
    'lengthen-notch': {
      mends: 'under',
      minutes: 25,
      tools: ['chisel', 'round file'],
      risk: 'some',
      when: 'before finish',
      cautions: ['cutters'],
    },
  },
)

/** A body whose listing names no notch may have one all the same: nobody has looked yet. */
const NO_NOTCH = fromSource({
  id: 'table/rod-notch',
  label: 'notch for the rod’s tool, nobody has looked',
  value: 0,
  doubt: 30,
  basis: 'assumed',
})

/** A rod that is turned at the heel needs a notch in body and guard for its tool, or the neck comes off each time. */
const found: JointFamily = ({ build, layout }) => {
  const neck = partIn(build, 'neck'),
    body = partIn(build, 'body'),
    reach = asked(neck, 'rodReach')
  if (!neck || !body || neck.traits.rod !== 'at the heel' || !reach) return []
  const notch = body.features.find(f => f.role === 'rod-notch')
  // Where there is none its length is no question.
  if (!notch && body.traits.rodNotch === 'none') return []
  const clearance = linear([
    [1, (notch && quantityAt(body, `features.${notch.id}.length`)) ?? NO_NOTCH],
    [-1, reach],
  ])
  return [
    {
      id: 'truss-rod',
      family: rod.id,
      title: 'Truss rod’s tool behind the heel',
      clearance,
      at: [layout.nutToHeelEnd + 6, 0],
      slots: ['neck', 'body'],
      meaning: { under: 'The rod’s end cannot be reached: the neck comes off for every turn of it.', over: '' },
      fixes: () =>
        notch
          ? [
              mend(rod, 'lengthen-notch', {
                title: say`Cut the notch ${mm(-clearance.value, 1)} longer`,
                note: 'Towards the neck pickup: look at what is left before its rout.',
                changes: [change(refOf(body, `features.${notch.id}.length`), reach.value + 0.5, 'router')],
              }),
            ]
          : [],
    },
  ]
}

/** A rod that is turned at the heel needs a notch in body and guard for its tool, or the neck comes off each time. */
export const trussRod = { families: [rod], found: [findIn(['neck', 'body'], found)] } satisfies FamilyFile
