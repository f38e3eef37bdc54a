import { mm, num, say } from '../../say/said.ts'
import { need, refOf } from '../../document/quantityAt.ts'
import { partIn } from '../../document/references.ts'
import { linear, smallest } from '../../units/quantity.ts'
import { filmOn } from '../../finish/film.ts'
import { change, family, type FamilyFile, findAnew, GLUE_RESTS, mend } from '../family.ts'
import type { JointFamily } from '../joint.ts'

const fitting = family(
  'ferrule',
  {
    label: 'Ferrule pressed in',
    compared: 'hole − ferrule',
    low: -0.12,
    high: -0.02,
    never: -0.3,
    source: 'from memory, as pressed bushings',
  },
  {
    'ream-ferrules': {
      mends: 'under',
      minutes: 0,
      each: 4,
      tools: ['reamer', 'calliper'],
      risk: 'some',
      when: 'before finish',
      cautions: ['cutters'],
    },
    'wrap-ferrules': {
      mends: 'over',
      minutes: 0,
      each: 4,
      tools: ['veneer', 'wood glue'],
      rests: GLUE_RESTS,
      reversible: true,
    },
  },
)

/** String ferrules pressed into the body's back. */
const found: JointFamily = ({ build, layout }) => {
  const part = partIn(build, 'ferrules'),
    body = partIn(build, 'body')
  const holes = body?.features.filter(f => f.role === 'ferrule-hole') ?? []
  if (!part || !body || holes.length === 0) return []
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
      family: fitting.id,
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
        const changes = holes.map(h =>
          change(refOf(body, `features.${h.id}.diameter`), to, fit.value < low ? 'reamer' : 'veneer'),
        )
        return fit.value < low
          ? [
              mend(fitting, 'ream-ferrules', {
                count: holes.length,
                title: say`Ream ${num(holes.length)} ferrule holes to ${mm(to, 2)}`,
                changes,
                read: changes[0]!.ref,
              }),
            ]
          : [
              mend(fitting, 'wrap-ferrules', {
                count: holes.length,
                title: say`Wrap each ferrule with ${mm((fit.value - aim) / 2, 2)} of paper or veneer`,
                changes,
                read: changes[0]!.ref,
              }),
            ]
      },
    },
  ]
}

/** String ferrules pressed into the body's back. */
export const ferrules = { families: [fitting], found: [findAnew(found)] } satisfies FamilyFile
