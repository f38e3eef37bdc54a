import { need, refOf } from '../../build/quantityAt.ts'
import { partIn } from '../../build/references.ts'
import { linear, smallest } from '../../units/quantity.ts'
import { fixed } from '../../units/length.ts'
import { filmOn } from '../../finish/film.ts'
import type { JointFamily } from '../joint.ts'
import { HOLDS, work } from '../work.ts'

/** String ferrules pressed into the body's back. */
export const ferrules: JointFamily = ({ build, layout }) => {
  const part = partIn(build, 'ferrules'),
    body = partIn(build, 'body')
  const holes = body?.features.filter(f => f.role === 'ferrule-hole') ?? []
  if (!part || !body || !layout || holes.length === 0) return []
  const film = filmOn(build, body, 'ferrule-hole'),
    dia = need(part, 'dims.outsideDiameter')
  const fit = smallest(
    holes.map(h =>
      linear([
        [1, need(body, `features.${h.id}.diameter`)],
        [-1, dia],
        [-2, film],
      ]),
    ),
  )
  return [
    {
      id: 'ferrule-fit',
      family: 'ferrule',
      title: 'Ferrules in the body’s back',
      clearance: fit,
      at: layout.features.find(f => f.id === holes[0]!.id && f.partId === body.id)!.centre,
      slots: ['ferrules', 'body'],
      meaning: {
        under: 'The ferrules do not press in; driven, they lift the finish.',
        over: 'The ferrules drop out when the strings are off.',
      },
      fixes: ({ low, high }) => {
        const aim = (low + (high ?? low)) / 2,
          to = dia.value + aim + 2 * film.value
        const changes = holes.map(h => ({
          ref: refOf(body, `features.${h.id}.diameter`),
          value: to,
          doubt: HOLDS.veneer,
        }))
        return fit.value < low
          ? [
              work({
                method: 'ream-ferrules',
                title: `Ream ${holes.length} ferrule holes to ${fixed(to, 2)} mm`,
                minutes: 4 * holes.length,
                tools: ['reamer', 'calliper'],
                risk: 'some',
                when: 'before finish',
                cautions: ['cutters'],
                changes,
                read: changes[0]!.ref,
              }),
            ]
          : [
              work({
                method: 'wrap-ferrules',
                title: `Wrap each ferrule with ${fixed((fit.value - aim) / 2, 2)} mm of paper or veneer`,
                minutes: 4 * holes.length,
                tools: ['veneer', 'wood glue'],
                reversible: true,
                changes,
                read: changes[0]!.ref,
              }),
            ]
      },
    },
  ]
}
