import { need, quantityAt } from '../../build/quantityAt.ts'
import { partIn } from '../../build/references.ts'
import { slotsOf } from '../../build/slots.ts'
import { inside } from '../../geometry/outline.ts'
import { toEdge } from '../../geometry/outline.ts'
import { derived, fromSource, linear, type Quantity } from '../../units/quantity.ts'
import type { Part } from '../../parts/part.ts'
import type { FoundJoint, JointFamily } from '../joint.ts'

const CONTROLS = ['pot-hole', 'switch-hole', 'jack-hole']

/** Half of what a case takes along the line to its neighbour, as a quantity. Long cases lie along their row. */
const halfCase = (p: Part, long: boolean): Quantity => linear([[0.5, (long ? quantityAt(p, 'dims.caseLength') : undefined) ?? need(p, 'dims.caseWidth')]])

/** Cases of pots, switches and jacks beside each other and beside the cavity's wall. */
export const controlNeighbours: JointFamily = ({ build, layout }) => {
  if (!layout) return []
  const labels = new Map(slotsOf(build.instrument).map(s => [s.id, s.label]))
  const controls = layout.features.filter(f => CONTROLS.includes(f.role) && f.face !== 'side' && f.serves).flatMap(f => {
    const part = partIn(build, f.serves!), holder = build.parts.find(p => p.id === f.partId)
    return part && holder && part.dims.caseWidth ? [{ f, part, x: need(holder, `features.${f.id}.x`), y: need(holder, `features.${f.id}.y`), label: labels.get(f.serves!) ?? f.serves! }] : []
  })
  const out: FoundJoint[] = []
  controls.forEach((a, i) => {
    const near = controls.slice(i + 1).map(b => {
      const d = derived(([x1, y1, x2, y2]) => Math.hypot(x1! - x2!, y1! - y2!), [a.x, a.y, b.x, b.y])
      return { b, q: linear([[1, d], [-1, halfCase(a.part, true)], [-1, halfCase(b.part, true)]]) }
    }).reduce<{ b: (typeof controls)[number]; q: Quantity } | undefined>((m, x) => (!m || x.q.value < m.q.value ? x : m), undefined)
    if (near && near.q.value < 25) out.push({
      id: `${a.f.serves}-beside-${near.b.f.serves}`, family: 'control neighbours', title: `${a.label} beside ${near.b.label.toLowerCase()}`, clearance: near.q, at: [(a.f.centre[0] + near.b.f.centre[0]) / 2, (a.f.centre[1] + near.b.f.centre[1]) / 2], slots: [a.f.serves!, near.b.f.serves!],
      meaning: { under: 'The cases touch, or one sits on the other.', over: '' }, fixes: () => [],
    })
    const cavity = layout.features.find(c => c.role === 'control-cavity' && inside(c.polygon, a.f.centre))
    if (!cavity) return
    const wall = toEdge(cavity.polygon, a.f.centre)
    const edge = fromSource({ id: `${cavity.partId}/features.${cavity.id}/wall/${a.f.id}`, label: 'hole to the cavity’s wall', value: wall.distance, doubt: Math.hypot(a.x.terms.size ? [...a.x.terms.values()][0]!.source.doubt : 0, 0.3), basis: 'claimed' })
    out.push({
      id: `${a.f.serves}-wall`, family: 'control wall', title: `${a.label} beside the cavity’s wall`, clearance: linear([[1, edge], [-1, halfCase(a.part, false)]]), at: wall.on, slots: [a.f.serves!, 'body'],
      meaning: { under: 'The case meets the cavity’s wall before its shaft stands in the hole.', over: '' }, fixes: () => [],
    })
  })
  return out
}
