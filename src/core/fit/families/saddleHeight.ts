import { mm, num, say } from '../../say/said.ts'
import { pairs } from '../../document/maths.ts'
import { refOf } from '../../document/quantityAt.ts'
import {
  SADDLE_RESERVE,
  saddleHeight as heightOf,
  saddleHeightOf,
  shimAngle,
  shimFor,
  wedgeWanted,
} from '../../layout/saddleHeight.ts'
import { change, family, mend, type FamilyFile } from '../family.ts'
import { pocketIn } from './heelInPocket.ts'

const saddle = family(
  'saddle height',
  {
    label: 'Saddle height from neck angle',
    compared: 'needed height − lowest saddle',
    low: SADDLE_RESERVE,
    high: 4,
    never: 0,
    neverAbove: 5,
    source: 'geometry; reserves from memory',
  },
  {
    wedge: { mends: 'under', minutes: 40, tools: ['wedge or veneer', 'plane', 'calliper'], reversible: true },
    strip: { mends: 'under', minutes: 10, tools: ['veneer or card', 'calliper'], risk: 'some', reversible: true },
    'pare-mouth': {
      mends: 'under',
      minutes: 40,
      tools: ['chisel', 'straightedge', 'clamps'],
      risk: 'some',
      when: 'before finish',
      cautions: ['cutters'],
      sometimes: true,
    },
    'pare-end': {
      mends: 'over',
      minutes: 40,
      tools: ['chisel', 'straightedge', 'clamps'],
      risk: 'some',
      when: 'before finish',
      cautions: ['cutters'],
      sometimes: true,
    },
    'bridge-spacer': { mends: 'over', minutes: 30, tools: ['sheet metal', 'snips', 'file'], reversible: true },
  },
)

/** Whether the saddles reach the height that neck, pocket and action ask for. */
export const saddleHeight = {
  families: [saddle],
  joined: () => [
    {
      id: 'saddle-height',
      family: saddle,
      slots: ['bridge', 'neck', 'body'],
      beside: ['shim', 'strings'],
      fields: ['setup', 'placements'],
      clearance: (m, v) => saddleHeightOf(m, v)?.aboveLowest,
      limits(v) {
        const range = saddleHeightOf(pairs, v)?.range[0]
        return range === undefined
          ? undefined
          : { low: SADDLE_RESERVE, high: range - SADDLE_RESERVE, never: 0, neverAbove: range }
      },
      words: () => ({
        title: 'Saddle height from neck angle',
        under: 'The strings cannot come down far enough: the bridge is too high for this neck.',
        over: 'The saddles run out of height before the strings clear the frets.',
      }),
      at: l => [l.bridge.foremost, -l.bridge.y],
      mends({ build, view, clearance }) {
        const h = heightOf(build),
          body = view.part('body'),
          bridge = view.part('bridge'),
          pocket = pocketIn(body)
        if (!h || !body || !bridge || !pocket) return []
        const c = clearance.value
        const wedge = wedgeWanted(h),
          glued = build.instrument.neckJoint === 'glued'
        if (wedge) {
          const { rise, thick: s } = wedge
          const lift = change(
            refOf(body, `features.${pocket.id}.depth`),
            (pocket.dims.depth?.value ?? 0) - rise,
            glued ? 'chisel' : 'laidIn',
          )
          if (glued)
            return [
              mend(saddle, 'pare-mouth', {
                title: say`Pare the mortise’s floor ${mm(wedge.pared, 2)} deeper at its mouth, to nothing at its end`,
                note: say`Turns the neck back ${num(shimAngle(wedge.pared, h.pocketLength), 2, '°')}. Before glue, and clamped dry again after each pass: a glued neck takes no shim.`,
                changes: [lift],
              }),
            ]
          return [
            mend(saddle, 'wedge', {
              title: say`Full-contact wedge, ${mm(s, 2)} at the heel’s end to nothing at the mouth`,
              note: say`Turns the neck back ${num(wedge.angleDeg, 2, '°')}. Offered first: the whole heel stays supported. It also lifts action and pickup height.`,
              changes: [lift],
            }),
            mend(saddle, 'strip', {
              title: say`Strip ${mm(s, 2)} thick across the heel’s end`,
              note: 'The other school: quick, but it leaves a gap and can bow a thin heel.',
              changes: [lift],
            }),
          ]
        }
        const up = c - (h.range.value - SADDLE_RESERVE) + 0.5
        if (glued)
          return [
            mend(saddle, 'pare-end', {
              title: say`Pare the mortise’s floor ${mm(shimFor(up, h), 2)} deeper at its end, to nothing at its mouth`,
              note: 'Before glue, and clamped dry again after each pass.',
              changes: [
                change(refOf(body, `features.${pocket.id}.depth`), (pocket.dims.depth?.value ?? 0) + up, 'chisel'),
              ],
            }),
          ]
        const raised = (key: 'saddleLow' | 'saddleHigh') =>
          change(refOf(bridge, `dims.${key}`), (bridge.dims[key]?.value ?? 0) + up, 'laidIn')
        return [
          mend(saddle, 'bridge-spacer', {
            title: say`Spacer ${mm(up, 1)} thick under the bridge plate`,
            note: 'Of metal if it must carry the ground to the strings.',
            changes: [raised('saddleLow'), raised('saddleHigh')],
          }),
        ]
      },
    },
  ],
} satisfies FamilyFile
