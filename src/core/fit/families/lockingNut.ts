import { mm, say } from '../../say/said.ts'
import { asked } from '../../document/assumed.ts'
import { need, refOf } from '../../document/quantityAt.ts'
import { partIn } from '../../document/references.ts'
import { subtract, type Quantity } from '../../units/quantity.ts'
import { change, family, type FamilyFile, findIn, GLUE_RESTS, LIMIT, mend } from '../family.ts'
import type { Fix, FoundJoint, JointFamily } from '../joint.ts'

const lock = family(
  'locking nut',
  {
    label: 'Locking nut on its shelf',
    compared: 'nut − shelf',
    low: -0.2,
    high: 0.2,
    never: -1,
    neverAbove: 1,
    source: LIMIT,
  },
  {
    'lengthen-shelf': {
      mends: 'over',
      minutes: 35,
      tools: ['chisel', 'calliper'],
      risk: 'some',
      when: 'before finish',
      cautions: ['cutters'],
    },
    'plug-lock': {
      mends: 'both',
      minutes: 60,
      tools: ['hardwood dowel', 'wood glue', 'drill'],
      rests: GLUE_RESTS,
      risk: 'some',
      when: 'before finish',
      cautions: ['cutters'],
    },
  },
)

/** A locking nut on the neck's shelf: width, length and screw pattern. Nut, bridge and neck belong together. */
const found: JointFamily = ({ build, layout }) => {
  const neck = partIn(build, 'neck'),
    nut = partIn(build, 'locking-nut')
  if (!neck || !nut) return []
  const at = (k: string) => asked(neck, k)!
  const joint = (
    id: string,
    title: string,
    key: string,
    shelf: Quantity,
    y: number,
    under: string,
    over: string,
    fixes: (gap: Quantity) => Fix[],
  ): FoundJoint[] => {
    const clearance = subtract(asked(nut, key)!, shelf)
    return [
      {
        id,
        family: lock.id,
        title,
        clearance,
        at: [-4, y],
        slots: ['locking-nut', 'neck'],
        meaning: { under, over },
        fixes: () => fixes(clearance),
      },
    ]
  }
  return [
    ...joint(
      'lock-width',
      'Locking nut against the neck’s width',
      'width',
      at('widthAtNut'),
      layout.halfNut,
      'The nut is narrower than the neck and its edges stand in.',
      'The nut stands out over the neck’s edges.',
      () => [],
    ),
    ...joint(
      'lock-length',
      'Locking nut along its shelf',
      'length',
      at('shelfLength'),
      0,
      'A gap in front of the nut shortens or lengthens the scale.',
      'The nut is longer than its shelf.',
      gap =>
        gap.value > 0
          ? [
              mend(lock, 'lengthen-shelf', {
                title: say`Pare the shelf ${mm(gap.value, 2)} longer towards the head`,
                note: 'Never towards the fingerboard: its edge is the scale’s zero.',
                changes: [change(refOf(neck, 'dims.shelfLength'), need(nut, 'dims.length').value, 'chisel')],
                read: refOf(neck, 'dims.shelfLength'),
              }),
            ]
          : [],
    ),
    ...joint(
      'lock-screws',
      'Locking nut’s screw pattern',
      'screwSpread',
      at('lockSpread'),
      -layout.halfNut / 2,
      'The neck’s holes are further apart than the nut’s.',
      'The neck’s holes are nearer together than the nut’s.',
      () => [
        mend(lock, 'plug-lock', {
          title: 'Plug both holes and drill to the nut',
          note: 'The nut belongs to its bridge and its neck: bought together, they fit.',
          changes: [change(refOf(neck, 'dims.lockSpread'), asked(nut, 'screwSpread')!.value, 'marked')],
          read: refOf(neck, 'dims.lockSpread'),
        }),
      ],
    ),
  ]
}

/** A locking nut on the neck's shelf: width, length and screw pattern. Nut, bridge and neck belong together. */
export const lockingNut = { families: [lock], found: [findIn(['neck', 'locking-nut'], found)] } satisfies FamilyFile
