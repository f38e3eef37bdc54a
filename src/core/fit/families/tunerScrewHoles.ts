import { need } from '../../document/quantityAt.ts'
import { partIn } from '../../document/references.ts'
import { tunerScrewAt } from '../../layout/tuners.ts'
import { distanceOf, linear } from '../../units/quantity.ts'
import { COMMON, family, type FamilyFile, findIn } from '../family.ts'
import type { JointFamily } from '../joint.ts'

const oldHole = family('tuner screw beside old hole', {
  label: 'Tuner screw beside an old hole',
  compared: 'centre distance − both radii',
  low: 1,
  never: 0,
  source: COMMON,
})

/** Old holes in a headstock, and the tuners' new screws beside them. Coincident holes are fine: the old one is used. */
const found: JointFamily = ({ build, layout }) => {
  const neck = partIn(build, 'neck'),
    tuners = partIn(build, 'tuners'),
    screws = partIn(build, 'tuner-screws')
  if (!neck || !tuners || !screws) return []
  const old = neck.features.filter(f => f.role === 'screw-hole' && f.serves === 'old')
  const posts = neck.features.filter(f => f.role === 'tuner-hole')
  const offset = need(tuners, 'dims.screwOffset'),
    dia = need(screws, 'dims.diameter')
  const pairs = posts
    .flatMap(p => {
      const at = (id: string, k: string) => need(neck, `features.${id}.${k}`)
      // The screw stands beside its post along the row, as it is drilled.
      const spot = layout.tuners.spots.find(
        t => Math.hypot(t.at[0] - at(p.id, 'x').value, t.at[1] - at(p.id, 'y').value) < 1e-6,
      )
      const screw = spot && tunerScrewAt(layout.head, spot, 1)
      const [ux, uy] = screw ? [screw[0] - spot.at[0], screw[1] - spot.at[1]] : [1, 0]
      return old.map(o => {
        const d = distanceOf(
          linear([
            [1, at(p.id, 'x')],
            [ux, offset],
            [-1, at(o.id, 'x')],
          ]),
          linear([
            [1, at(p.id, 'y')],
            [uy, offset],
            [-1, at(o.id, 'y')],
          ]),
        )
        return {
          d,
          q: linear([
            [1, d],
            [-0.5, dia],
            [-0.5, at(o.id, 'diameter')],
          ]),
          at: [at(p.id, 'x').value + ux * offset.value, at(p.id, 'y').value + uy * offset.value] as const,
          serves: p.serves ?? p.id,
        }
      })
    })
    .filter(x => x.d.value > 0.3)
  if (pairs.length === 0) return []
  const worst = pairs.reduce((a, b) => (b.q.value < a.q.value ? b : a))
  return [
    {
      id: 'tuner-screw-old-hole',
      family: oldHole.id,
      title: `Screw of tuner ${worst.serves} beside an old hole`,
      clearance: worst.q,
      at: worst.at,
      slots: ['tuners', 'neck'],
      meaning: { under: 'The new screw runs into the old hole and finds no hold.', over: '' },
      // The plug fills the hole; nothing of the parts' dimensions changes, so the joint is settled by doing it.
      fixes: () => [],
    },
  ]
}

/** Old holes in a headstock, and the tuners' new screws beside them. Coincident holes are fine: the old one is used. */
export const tunerScrewHoles = {
  families: [oldHole],
  found: [findIn(['neck', 'tuners', 'screws'], found)],
} satisfies FamilyFile
