import { need, refOf } from '../../build/quantityAt.ts'
import { partIn } from '../../build/references.ts'
import { linear, type Quantity } from '../../units/quantity.ts'
import type { Part } from '../../parts/part.ts'
import { GLUE_RESTS, family, type FamilyFile, LIMIT, mend } from '../family.ts'
import type { JointFamily } from '../joint.ts'

const pattern = family(
  'bridge screws',
  {
    label: 'Bridge screw pattern',
    compared: 'holes in the body − holes in the bridge',
    low: -0.25,
    high: 0.25,
    never: -1.5,
    neverAbove: 1.5,
    source: LIMIT,
  },
  {
    'plug-bridge': {
      mends: 'both',
      minutes: 60,
      tools: ['dowel', 'wood glue', 'drill'],
      rests: GLUE_RESTS,
      risk: 'some',
      when: 'before finish',
      cautions: ['cutters'],
    },
  },
)

const holesOf = (p: Part | undefined, serves?: string) =>
  (p?.features.filter(f => f.role === 'screw-hole' && (serves === undefined || f.serves === serves)) ?? []).sort(
    (a, b) => (a.dims.y?.value ?? 0) - (b.dims.y?.value ?? 0),
  )

/** The bridge's screw pattern against holes that the body has already. */
const found: JointFamily = ({ build, layout }) => {
  const body = partIn(build, 'body'),
    bridge = partIn(build, 'bridge')
  const own = holesOf(bridge),
    drilled = holesOf(body, 'bridge-screws')
  if (!body || !bridge || !layout || own.length < 2 || drilled.length < 2) return []
  const y = (p: Part, id: string): Quantity => need(p, `features.${id}.y`)
  const spread = (p: Part, hs: typeof own) =>
    linear([
      [1, y(p, hs.at(-1)!.id)],
      [-1, y(p, hs[0]!.id)],
    ])
  const clearance = linear([
    [1, spread(body, drilled)],
    [-1, spread(bridge, own)],
  ])
  const place = layout.features.find(f => f.id === drilled[0]!.id && f.partId === body.id)!.centre
  return [
    {
      id: 'bridge-screw-pattern',
      family: pattern.id,
      title: 'Bridge screw pattern in the body',
      clearance,
      at: place,
      slots: ['bridge', 'body'],
      meaning: {
        under: 'The body’s holes lie nearer together than the bridge’s.',
        over: 'The body’s holes lie further apart than the bridge’s.',
      },
      fixes: () => [
        mend(pattern, 'plug-bridge', {
          title: `Plug ${drilled.length} screw holes and drill to the bridge’s own pattern`,
          note: 'Or another bridge.',
          changes:
            own.length === drilled.length
              ? drilled.map((d, i) => ({
                  ref: refOf(body, `features.${d.id}.y`),
                  value: (own[i]!.dims.y?.value ?? 0) + layout.bridge.y,
                  doubt: 0.1,
                }))
              : [
                  {
                    ref: refOf(body, `features.${drilled.at(-1)!.id}.y`),
                    value: (own.at(-1)!.dims.y?.value ?? 0) + layout.bridge.y,
                    doubt: 0.1,
                  },
                  {
                    ref: refOf(body, `features.${drilled[0]!.id}.y`),
                    value: (own[0]!.dims.y?.value ?? 0) + layout.bridge.y,
                    doubt: 0.1,
                  },
                ],
        }),
      ],
    },
  ]
}

/** The bridge's screw pattern against holes that the body has already. */
export const bridgeScrews: FamilyFile = { families: [pattern], found }
