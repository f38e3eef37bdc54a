import { say, size } from '../../say/said.ts'
import { partIn } from '../../document/references.ts'
import { stringReport } from '../../layout/stringReport.ts'
import { tunerScrewAt } from '../../layout/tuners.ts'
import { woodOf } from '../../parts/woods.ts'
import type { HoleRequest } from '../hole.ts'
import { drilledFor, screwOf, v, requestsOf, type Requests } from './sizes.ts'

/** Depth that a tuner's screw gives up to its own plate, mm [from memory]. */
const TUNER_PLATE = 1.2
/** Room of a bushing in its hole: the middle of the snug bands, mm [common practice]. */
const ROOM = { pressed: -0.07, threaded: 0.3 } as const

/** Tuner holes of a blank head, tuner screws, string trees and a locking nut's screws. */
export const headHoles: Requests = requestsOf(
  ['body', 'neck', 'bridge', 'tailpiece', 'locking-nut', 'tuners', 'trees', 'screws'],
  (build, l) => {
    const neck = partIn(build, 'neck'),
      tuners = partIn(build, 'tuners')
    if (!neck) return []
    const wood = woodOf(neck.traits.wood),
      thick = v(neck, 'headThickness')
    const out: HoleRequest[] = []
    const screws = partIn(build, 'tuner-screws'),
      screw = screws && screwOf(screws)
    const old = drilledFor(l, neck, 'screw-hole', 'tuner-screws')
    if (tuners)
      for (const t of l.tuners.spots) {
        const common = { group: 'tuners' as const, from: 'nut' as const, wood, stock: thick }
        if (!t.drilled)
          out.push({
            ...common,
            id: `tuner-${t.string}`,
            string: t.string,
            serves: String(t.string),
            label: `Tuner ${t.string}`,
            purpose: 'bushing',
            at: t.at,
            along: t.at[0],
            face: 'headstock face',
            diameter:
              v(tuners, 'bushingDiameter') + (tuners.traits.bushing === 'pressed' ? ROOM.pressed : ROOM.threaded),
            rule: tuners.traits.bushing === 'pressed' ? 'nearest' : 'never smaller',
            through: true,
            bothFaces: true,
            why: 'The face is what is seen: start there, stop when the point shows at the back, finish from behind.',
          })
        if (screw && !old.length) {
          const at = tunerScrewAt(l.head, t, v(tuners, 'screwOffset'))
          out.push({
            ...common,
            id: `tuner-screw-${t.string}`,
            screws: 'tuner-screws',
            serves: 'tuner-screws',
            string: t.string,
            label: `Screw of tuner ${t.string}`,
            purpose: 'screw pilot',
            at,
            along: at[0],
            face: 'headstock back',
            screw,
            bite: screw.length - TUNER_PLATE,
            why: 'From the back, with the tuner set square to the head’s edge. This is where faces get drilled through: mark the bit.',
          })
        }
      }
    const trees =
      l.strings.some(s => s.tuner) &&
      (build.instrument.extras.includes('string trees') || build.placements.trees?.length)
        ? stringReport(build, l).trees
        : []
    trees.forEach((t, i) =>
      out.push({
        id: `tree-${i + 1}`,
        serves: 'string-trees',
        group: 'head',
        label: `String tree ${i + 1}${t.strings.length ? `, string${t.strings.length > 1 ? 's' : ''} ${t.strings.join(' and ')}` : ''}`,
        purpose: 'screw pilot',
        at: t.at,
        from: 'nut',
        along: t.at[0],
        face: 'headstock face',
        wood,
        stock: thick,
        screw: { diameter: 2.2, length: 10 },
        bite: 8,
        why: say`Its own screw, taken as ${size([2.2, 10])} [from memory]: measure yours.`,
      }),
    )
    const lock = partIn(build, 'locking-nut')
    if (lock && !neck.dims.lockSpread && !drilledFor(l, neck, 'screw-hole', 'locking-nut').length) {
      for (const side of [1, -1])
        out.push({
          id: `lock-${side > 0 ? 'treble' : 'bass'}`,
          serves: 'locking-nut',
          group: 'head',
          label: `Locking nut screw, ${side > 0 ? 'treble' : 'bass'} side`,
          purpose: 'passing hole',
          at: [-v(lock, 'length') / 2, (side * v(lock, 'screwSpread')) / 2],
          from: 'nut',
          along: -v(lock, 'length') / 2,
          face: 'headstock back',
          wood,
          stock: thick,
          diameter: 4.5,
          rule: 'never smaller',
          through: true,
          why: 'From behind through the neck, square in both directions; M4 screws taken [from memory].',
        })
    }
    return out
  },
)
