import { need, quantityAt } from '../../document/quantityAt.ts'
import { partIn } from '../../document/references.ts'
import { slotsOf } from '../../document/slots.ts'
import { inside, toEdge } from '../../geometry/outline.ts'
import { weakestBasis } from '../../units/dimension.ts'
import { distanceOf, fromSource, linear, subtract, type Quantity } from '../../units/quantity.ts'
import type { Part } from '../../parts/part.ts'
import { COMMON, family, type FamilyFile, findIn, MEMORY } from '../family.ts'
import type { FoundJoint, JointFamily } from '../joint.ts'

const neighbours = family('control neighbours', {
  label: 'Cases side by side',
  compared: 'distance − both cases',
  low: 1,
  never: 0,
  source: COMMON,
})
const wallBeside = family('control wall', {
  label: 'Case beside the cavity’s wall',
  compared: 'wall − case',
  low: 0.5,
  never: 0,
  source: MEMORY,
})

/** Doubt of a cavity's wall, mm [from memory]. */
const CAVITY_DOUBT = 0.3
const CONTROLS = ['pot-hole', 'switch-hole', 'jack-hole']

/** Half of what a case takes along the line to its neighbour, as a quantity. Long cases lie along their row. */
const halfCase = (p: Part, long: boolean): Quantity =>
  linear([[0.5, (long ? quantityAt(p, 'dims.caseLength') : undefined) ?? need(p, 'dims.caseWidth')]])

/** Cases of pots, switches and jacks: the two that lie closest, and the one that lies closest to the cavity's wall. */
const found: JointFamily = ({ build, layout }) => {
  const labels = new Map(slotsOf(build.instrument).map(s => [s.id, s.label]))
  const controls = layout.features
    .filter(f => CONTROLS.includes(f.role) && f.face !== 'side' && f.serves)
    .flatMap(f => {
      const part = partIn(build, f.serves!),
        holder = build.parts.find(p => p.id === f.partId)
      return part && holder && part.dims.caseWidth
        ? [
            {
              f,
              part,
              x: need(holder, `features.${f.id}.x`),
              y: need(holder, `features.${f.id}.y`),
              label: labels.get(f.serves!) ?? f.serves!,
            },
          ]
        : []
    })
  const pairs = controls.flatMap((a, i) =>
    controls.slice(i + 1).map(b => {
      const d = distanceOf(subtract(a.x, b.x), subtract(a.y, b.y))
      return {
        a,
        b,
        q: linear([
          [1, d],
          [-1, halfCase(a.part, true)],
          [-1, halfCase(b.part, true)],
        ]),
      }
    }),
  )
  // A jack goes through the wall itself.
  const walls = controls
    .filter(c => c.f.role !== 'jack-hole')
    .flatMap(c => {
      const cavity = layout.features.find(f => f.role === 'control-cavity' && inside(f.polygon, c.f.centre))
      if (!cavity) return []
      const wall = toEdge(cavity.polygon, c.f.centre)
      const dims = build.parts.find(p => p.id === c.f.partId)?.features.find(f => f.id === c.f.id)?.dims
      const walls = build.parts.find(p => p.id === cavity.partId)?.features.find(f => f.id === cavity.id)
        ?.dims.width
      const guessed = walls?.basis === 'assumed'
      const doubt = Math.hypot(dims?.x?.doubt ?? 0, dims?.y?.doubt ?? 0, guessed ? walls.doubt / 2 : CAVITY_DOUBT)
      const edge = fromSource({
        id: `${cavity.partId}/features.${cavity.id}/wall/${c.f.id}`,
        label: `${c.label.toLowerCase()} hole to the cavity’s wall`,
        value: wall.distance,
        doubt,
        basis: weakestBasis(dims?.x?.basis, dims?.y?.basis, walls?.basis),
      })
      return [
        {
          c,
          on: wall.on,
          q: linear([
            [1, edge],
            [-1, halfCase(c.part, false)],
          ]),
        },
      ]
    })
  const least = <T extends { q: Quantity }>(xs: readonly T[]): T | undefined =>
    xs.reduce<T | undefined>((m, x) => (!m || x.q.value < m.q.value ? x : m), undefined)
  const near = least(pairs),
    wall = least(walls),
    out: FoundJoint[] = []
  if (near)
    out.push({
      id: 'control-neighbours',
      family: neighbours.id,
      title: `${near.a.label} beside ${near.b.label.toLowerCase()}`,
      clearance: near.q,
      at: [(near.a.f.centre[0] + near.b.f.centre[0]) / 2, (near.a.f.centre[1] + near.b.f.centre[1]) / 2],
      slots: [near.a.f.serves!, near.b.f.serves!],
      meaning: { under: 'The cases touch, or one sits on the other.', over: '' },
      fixes: () => [],
    })
  if (wall)
    out.push({
      id: 'control-wall',
      family: wallBeside.id,
      title: `${wall.c.label} beside the cavity’s wall`,
      clearance: wall.q,
      at: wall.on,
      slots: [wall.c.f.serves!, 'body'],
      meaning: { under: 'The case meets the cavity’s wall before its shaft stands in the hole.', over: '' },
      fixes: () => [],
    })
  return out
}

/** Cases of pots, switches and jacks: the two that lie closest, and the one that lies closest to the cavity's wall. */
export const controlNeighbours = {
  families: [neighbours, wallBeside],
  found: [findIn(['body', 'guard', 'pot', 'switch', 'jack'], found)],
} satisfies FamilyFile
