import { mm, num, say } from '../../say/said.ts'
import { need, refOf } from '../../document/quantityAt.ts'
import { partIn } from '../../document/references.ts'
import { distanceOf, exact, fromSource, linear, subtract } from '../../units/quantity.ts'
import { change, COMMON, family, type FamilyFile, findIn, GLUE_RESTS, LIMIT, mend } from '../family.ts'
import type { FoundJoint, JointFamily } from '../joint.ts'

const through = family(
  'neck screw hole',
  {
    label: 'Neck screw through the body',
    compared: 'body hole − screw',
    low: 0.3,
    high: 0.8,
    never: 0,
    source: COMMON,
  },
  {
    'open-holes': {
      mends: 'under',
      minutes: 15,
      tools: ['drill', 'drilled block'],
      when: 'before finish',
      cautions: ['cutters'],
    },
    'plug-holes': {
      mends: 'over',
      minutes: 50,
      tools: ['dowel', 'wood glue', 'drill'],
      rests: GLUE_RESTS,
      risk: 'some',
      when: 'before finish',
      cautions: ['cutters'],
    },
  },
)
const pattern = family(
  'neck screw pattern',
  {
    label: 'Neck screw pattern',
    compared: '0.3 − offset of body hole and heel hole',
    low: 0,
    never: -1,
    source: LIMIT,
  },
  {
    'plug-heel': {
      mends: 'under',
      minutes: 70,
      tools: ['hardwood dowel', 'wood glue', 'drill'],
      rests: GLUE_RESTS,
      risk: 'some',
      when: 'before finish',
      cautions: ['cutters'],
    },
  },
)

/** Offset of a body's and a heel's screw hole that a screw still bridges, mm [common practice]. */
const OFFSET = 0.3

/** How far a pilot lies off the hole that it was marked through, half-width, mm [from memory]. */
const MARKED_THROUGH = 0.15

/** Neck screws through the body's holes, and these holes against those already in the heel. */
const found: JointFamily = ({ build, layout }) => {
  const body = partIn(build, 'body'),
    neck = partIn(build, 'neck'),
    screws = partIn(build, 'neck-screws')
  if (!body || !neck) return []
  const drilled = (p: typeof body) => p.features.filter(f => f.role === 'screw-hole' && f.serves === 'neck-screws')
  const holes = drilled(body),
    pilots = drilled(neck)
  const out: FoundJoint[] = []
  const first = holes[0]
  if (first && screws) {
    const gap = subtract(need(body, `features.${first.id}.diameter`), need(screws, 'dims.diameter'))
    const target = need(screws, 'dims.diameter').value + 0.5
    const all = holes.map(h => change(refOf(body, `features.${h.id}.diameter`), target, 'opened'))
    out.push({
      id: 'neck-screw-hole',
      family: through.id,
      title: 'Neck screws through the body',
      clearance: gap,
      at: layout.features.find(f => f.id === first.id && f.partId === body.id)!.centre,
      slots: ['neck-screws', 'body'],
      meaning: {
        under: 'The screw’s thread grips the body and holds the heel off its floor.',
        over: 'The screws sit loose in the body and the neck can shift.',
      },
      fixes: ({ low }) =>
        gap.value < low
          ? [
              mend(through, 'open-holes', {
                title: say`Drill the ${num(holes.length)} body holes to ${mm(target, 1)}`,
                changes: all,
                read: all[0]!.ref,
              }),
            ]
          : [
              mend(through, 'plug-holes', {
                title: say`Plug the ${num(holes.length)} body holes and drill ${mm(target, 1)}`,
                changes: all,
                read: all[0]!.ref,
              }),
            ],
    })
  }
  if (holes.length && pilots.length) {
    const pairs = holes.map(h => {
      const x = linear([
          [1, need(body, `features.${h.id}.x`)],
          [1, need(neck, 'dims.nutToHeelEnd')],
        ]),
        y = need(body, `features.${h.id}.y`)
      const near = pilots
        .map(p => ({ p, x: need(neck, `features.${p.id}.x`), y: need(neck, `features.${p.id}.y`) }))
        .reduce((a, b) =>
          Math.hypot(a.x.value - x.value, a.y.value - y.value) <=
          Math.hypot(b.x.value - x.value, b.y.value - y.value)
            ? a
            : b,
        )
      const off = distanceOf(subtract(x, near.x), subtract(y, near.y))
      return near.p.drilled && near.p.dims.x?.basis !== 'measured'
        ? fromSource({
            id: `marked-through/${near.p.id}`,
            label: 'pilot marked through the body’s hole',
            value: off.value,
            doubt: MARKED_THROUGH,
            basis: 'assumed',
          })
        : off
    })
    const worst = pairs.reduce((a, b) => (b.value > a.value ? b : a))
    out.push({
      id: 'neck-screw-pattern',
      family: pattern.id,
      title: 'Neck screw holes of body and heel',
      clearance: linear([
        [1, exact(OFFSET)],
        [-1, worst],
      ]),
      at: [layout.nutToHeelEnd - 30, 15],
      slots: ['neck', 'body'],
      meaning: { under: 'The holes do not meet: a screw driven in would pull the neck off its line.', over: '' },
      fixes: () => [
        mend(pattern, 'plug-heel', {
          title: say`Plug the ${num(pilots.length)} heel holes and drill them through the body`,
          note: 'Hardwood plugs; drilled with the neck lined up under two strings.',
          changes: holes.flatMap((h, i) => {
            const p = pilots[i]
            return p
              ? [
                  change(refOf(neck, `features.${p.id}.x`), (h.dims.x?.value ?? 0) + layout.nutToHeelEnd, 'marked'),
                  change(refOf(neck, `features.${p.id}.y`), h.dims.y?.value ?? 0, 'marked'),
                ]
              : []
          }),
        }),
      ],
    })
  }
  return out
}

/** Neck screws through the body's holes, and these holes against those already in the heel. */
export const neckScrewHoles = {
  families: [through, pattern],
  found: [findIn(['body', 'neck', 'screws'], found)],
} satisfies FamilyFile
