import { need, refOf } from '../../build/quantityAt.ts'
import { partIn } from '../../build/references.ts'
import { edgeDistance } from '../../geometry/outline.ts'
import { weakestBasis } from '../../units/dimension.ts'
import { fromSource, linear, smallest, subtract, type Quantity } from '../../units/quantity.ts'
import { fixed } from '../../units/length.ts'
import { filmOn } from '../../finish/film.ts'
import type { Fix, FoundJoint, JointFamily } from '../joint.ts'

/** Doubt of a headstock's edge as drawn, mm [from memory]. */
const EDGE_DOUBT = 0.5

/** Tuners on the headstock: bushing in hole, bodies side by side, distance to the edge, clamping range. */
export const tunerHoles: JointFamily = ({ build, layout }) => {
  const neck = partIn(build, 'neck'),
    tuners = partIn(build, 'tuners')
  const holes = neck?.features.filter(f => f.role === 'tuner-hole') ?? []
  if (!neck || !tuners || !layout || holes.length === 0) return []
  const at = (id: string, k: string) => need(neck, `features.${id}.${k}`)
  const place = (id: string) => [at(id, 'x').value, at(id, 'y').value] as const
  const middle = holes[Math.floor(holes.length / 2)]!
  const bushing = need(tuners, 'dims.bushingDiameter')
  const film = filmOn(build, neck, 'tuner-hole')
  const fit = smallest(
    holes.map(h =>
      linear([
        [1, at(h.id, 'diameter')],
        [-1, bushing],
        [-2, film],
      ]),
    ),
  )
  const pressed = tuners.traits.bushing === 'pressed'
  const out: FoundJoint[] = [
    {
      id: 'tuner-bushing',
      family: pressed ? 'tuner bushing pressed' : 'tuner bushing threaded',
      title: 'Tuner bushings in headstock',
      clearance: fit,
      at: place(middle.id),
      slots: ['tuners', 'neck'],
      meaning: {
        under: 'The bushings do not go into the holes. Pounded in, they split the head.',
        over: 'The bushings sit loose; the posts lean under the strings’ pull.',
      },
      fixes: ({ low, high }): Fix[] => {
        const target = bushing.value + (low + (high ?? low)) / 2 + 2 * film.value
        const all = holes.map(h => ({ ref: refOf(neck, `features.${h.id}.diameter`), value: target, doubt: 0.05 }))
        return fit.value < low
          ? [
              {
                method: 'ream-holes',
                title: `Ream ${holes.length} tuner holes to ${fixed(target, 2)} mm`,
                note: `Takes ${fixed(target - at(middle.id, 'diameter').value, 2)} mm on the diameter, from both faces.`,
                minutes: 4 * holes.length + 5,
                tools: ['tapered reamer', 'calliper'],
                risk: 'some',
                reversible: false,
                when: 'before finish',
                cautions: ['cutters'],
                changes: all,
                read: all[0]!.ref,
              },
            ]
          : [
              {
                method: 'sleeve-holes',
                title: `Sleeve ${holes.length} tuner holes down to ${fixed(target, 2)} mm`,
                note: 'Hardwood or brass sleeves, glued; or wrap each bushing with veneer.',
                minutes: 8 * holes.length,
                tools: ['sleeves', 'wood glue'],
                risk: 'low',
                reversible: true,
                when: 'before finish',
                cautions: [],
                changes: all,
                read: all[0]!.ref,
              },
            ]
      },
    },
  ]

  const pitches = holes.flatMap((a, i) =>
    holes.slice(i + 1).map(b => {
      const dx = at(b.id, 'x').value - at(a.id, 'x').value,
        dy = at(b.id, 'y').value - at(a.id, 'y').value
      const d = Math.hypot(dx, dy) || 1
      const q: Quantity = linear([
        [dx / d, at(b.id, 'x')],
        [-dx / d, at(a.id, 'x')],
        [dy / d, at(b.id, 'y')],
        [-dy / d, at(a.id, 'y')],
      ])
      return { q, a, b }
    }),
  )
  if (pitches.length) {
    const body = need(tuners, 'dims.bodyWidth')
    const worst = pitches.reduce((m, p) => (p.q.value < m.q.value ? p : m))
    const clearance = subtract(worst.q, body)
    out.push({
      id: 'tuner-pitch',
      family: 'tuner pitch',
      title: 'Tuner bodies side by side',
      clearance,
      at: place(worst.b.id),
      slots: ['tuners', 'neck'],
      meaning: { under: 'Neighbouring tuner bodies touch before they sit straight.', over: '' },
      fixes: ({ low }) => [
        {
          method: 'trim-bodies',
          title: `Take ${fixed((low + 0.1 - clearance.value) / 2, 2)} mm off both sides of each tuner body`,
          note: 'A little off each, never all off one.',
          minutes: 10 * holes.length,
          tools: ['file', 'calliper'],
          risk: 'some',
          reversible: false,
          when: 'any time',
          cautions: [],
          changes: [
            { ref: refOf(tuners, 'dims.bodyWidth'), value: body.value + clearance.value - low - 0.1, doubt: 0.05 },
          ],
          read: refOf(tuners, 'dims.bodyWidth'),
        },
      ],
    })
  }

  if (layout.head.length > 2) {
    const edges = holes.map(h => {
      const edge = fromSource({
        id: `${neck.id}/outline/${h.id}`,
        label: 'post centre to headstock edge',
        value: edgeDistance(layout.head, place(h.id)),
        doubt: neck.outline?.doubt ?? EDGE_DOUBT,
        basis: weakestBasis(neck.outline?.basis ?? 'claimed'),
      })
      return {
        h,
        q: linear([
          [1, edge],
          [-0.5, at(h.id, 'diameter')],
        ]),
      }
    })
    const worst = edges.reduce((m, e) => (e.q.value < m.q.value ? e : m))
    out.push({
      id: 'tuner-edge',
      family: 'tuner edge',
      title: 'Tuner hole to headstock edge',
      clearance: worst.q,
      at: place(worst.h.id),
      slots: ['neck'],
      meaning: {
        under: 'Too little wood between hole and edge: it breaks out when the bushing goes in.',
        over: '',
      },
      fixes: () => [],
    })
  }

  const head = need(neck, 'dims.headThickness'),
    min = need(tuners, 'dims.reachMin'),
    max = need(tuners, 'dims.reachMax')
  const room = smallest([subtract(head, min), subtract(max, head)])
  out.push({
    id: 'head-thickness',
    family: 'head thickness',
    title: 'Headstock in the tuners’ range',
    clearance: room,
    at: place(holes[0]!.id),
    slots: ['tuners', 'neck'],
    meaning: {
      under:
        head.value < min.value
          ? 'The headstock is thinner than these tuners clamp.'
          : 'The headstock is thicker than these tuners clamp.',
      over: '',
    },
    fixes: ({ low }) =>
      head.value < (min.value + max.value) / 2
        ? [
            {
              method: 'washers',
              title: `Put ${fixed(low + 0.5 - room.value, 1)} mm of washer under each tuner`,
              note: 'On the back, where it is not seen.',
              minutes: 10,
              tools: ['washers'],
              risk: 'low',
              reversible: true,
              when: 'any time',
              cautions: [],
              changes: [
                { ref: refOf(tuners, 'dims.reachMin'), value: min.value + room.value - low - 0.5, doubt: 0.1 },
              ],
            },
          ]
        : [
            {
              method: 'thin-head',
              title: `Thin the headstock by ${fixed(low + 0.3 - room.value, 1)} mm from the back`,
              note: 'Keep 12 mm or more.',
              minutes: 45,
              tools: ['plane', 'scraper'],
              risk: 'high',
              reversible: false,
              when: 'before finish',
              cautions: ['cutters', 'dust'],
              changes: [
                { ref: refOf(neck, 'dims.headThickness'), value: head.value + room.value - low - 0.3, doubt: 0.15 },
              ],
              read: refOf(neck, 'dims.headThickness'),
            },
          ],
  })
  return out
}
