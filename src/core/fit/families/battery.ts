import { mm, say, size } from '../../say/said.ts'
import { need, refOf } from '../../document/quantityAt.ts'
import { partIn } from '../../document/references.ts'
import { fromSource, linear, smallest } from '../../units/quantity.ts'
import { change, family, type FamilyFile, findIn, MEMORY, mend } from '../family.ts'
import type { JointFamily } from '../joint.ts'

const inBox = family(
  'battery',
  {
    label: 'Battery in its box',
    compared: 'box − battery, tightest way',
    low: 0.5,
    high: 4,
    never: 0,
    source: MEMORY,
  },
  {
    'open-box': {
      mends: 'under',
      minutes: 30,
      tools: ['router and template'],
      risk: 'some',
      when: 'before finish',
      cautions: ['cutters', 'dust'],
    },
    foam: { mends: 'over', minutes: 5, tools: ['foam strip'], reversible: true },
  },
)

/** A body whose listing names no box may have one all the same: nobody has looked yet. */
const NO_BOX = fromSource({
  id: 'table/battery-box',
  label: 'battery box in this body, nobody has looked',
  value: 0,
  doubt: 40,
  basis: 'assumed',
})

/** Active electronics need a place for the battery and a way to open it. */
const found: JointFamily = ({ build, layout }) => {
  const cell = partIn(build, 'battery'),
    body = partIn(build, 'body')
  if (!cell || !body) return []
  const box = body.features.find(f => f.role === 'battery-box')
  const at = box
    ? layout.features.find(f => f.id === box.id && f.partId === body.id)!.centre
    : ([layout.nutToHeelEnd + 200, 60] as const)
  const ways = [
    ['length', 'length'],
    ['width', 'width'],
    ['depth', 'height'],
  ] as const
  const room = box
    ? smallest(
        ways.map(([b, c]) =>
          linear([
            [1, need(body, `features.${box.id}.${b}`)],
            [-1, need(cell, `dims.${c}`)],
          ]),
        ),
      )
    : linear([
        [1, NO_BOX],
        [-1, need(cell, 'dims.height')],
      ])
  return [
    {
      id: 'battery-box',
      family: inBox.id,
      title: box ? 'Battery in its box' : 'Battery: is there a box in this body?',
      clearance: room,
      at,
      slots: ['battery', 'body'],
      meaning: {
        under: box
          ? 'The battery does not go in.'
          : 'The circuit needs a battery, and the body has no place for it.',
        over: 'The battery rattles: a strip of foam holds it.',
      },
      fixes: ({ low }) =>
        box && room.value < low
          ? [
              mend(inBox, 'open-box', {
                title: 'Rout the battery box to size',
                note: say`To ${size(
                  ways.map(([, c]) => need(cell, `dims.${c}`).value + 1),
                  1,
                )}.`,
                changes: ways.map(([b, c]) =>
                  change(
                    refOf(body, `features.${box.id}.${b}`),
                    Math.max(need(cell, `dims.${c}`).value + 1, need(body, `features.${box.id}.${b}`).value),
                    'router',
                  ),
                ),
              }),
            ]
          : box
            ? [
                mend(inBox, 'foam', {
                  title: say`Glue ${mm(room.value - low, 1)} of foam to the box’s wall`,
                  changes: (['length', 'width', 'height'] as const).map(k =>
                    change(
                      refOf(cell, `dims.${k}`),
                      need(cell, `dims.${k}`).value + room.value - low - 0.5,
                      'foam',
                    ),
                  ),
                }),
              ]
            : [],
    },
  ]
}

/** Active electronics need a place for the battery and a way to open it. */
export const battery = { families: [inBox], found: [findIn(['battery', 'body'], found)] } satisfies FamilyFile
