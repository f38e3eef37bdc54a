import { type Said, say, size } from '../../say/said.ts'
import { servedWord } from '../../parts/servedWord.ts'
import { slotOn } from '../../document/slots.ts'
import { placeAt, sizeAt } from '../../document/assumed.ts'
import type { Shaped } from '../../document/docs.ts'
import { partIn } from '../../document/references.ts'
import { inside, toEdge, type Point } from '../../geometry/outline.ts'
import { controlSpots } from '../../layout/controls.ts'
import type { Layout } from '../../layout/layOut.ts'
import type { Part } from '../../parts/part.ts'
import { woodOf } from '../../parts/woods.ts'
import type { Belongs, HoleRequest } from '../hole.ts'
import { channelHoleId, channelTitle } from '../channelsWanted.ts'
import { bodyThicknessAt, channelBore, CHANNEL } from '../hollows.ts'
import { drilledFor, screwOf, v, requestsOf, type Requests } from './sizes.ts'

/** Room of a control's bushing in its hole: the middle of the snug band, mm [common practice]. */
const CONTROL_ROOM = 0.35

/** The screw of a guard or plate where nobody chose any, mm [from memory]. */
const PLATE_SCREW = { diameter: 3, length: 12 } as const

/** Guard, ring, plate and cover screws into the body. */
export const guardHoles: Requests = requestsOf(
  ['body', 'guard', 'ring', 'plate', 'pickup', 'screws'],
  (build, l) => {
    const body = partIn(build, 'body'),
      guard = partIn(build, 'guard')
    if (!body) return []
    const wood = woodOf(body.traits.wood)
    const pilot = (
      id: string,
      label: string,
      at: Point,
      screw: HoleRequest['screw'] & object,
      held: number,
      face: 'body top' | 'body back',
      why: Said,
      belongs: Belongs,
      group: HoleRequest['group'] = 'guard',
    ): HoleRequest => ({
      id,
      ...belongs,
      group,
      label,
      purpose: 'screw pilot',
      at,
      from: 'pocket end',
      along: at[0] - l.nutToHeelEnd,
      face,
      wood,
      stock: bodyThicknessAt(build, at[1]),
      screw,
      bite: screw.length - held,
      chamfer: screw.diameter + 0.8,
      why,
    })
    const out: HoleRequest[] = []
    if (guard && !drilledFor(l, body, 'screw-hole', 'guard-screws').length) {
      const screws = partIn(build, 'guard-screws'),
        screw = screws ? screwOf(screws) : PLATE_SCREW
      l.features
        .filter(f => f.partId === guard.id && f.role === 'screw-hole')
        .forEach((f, i) =>
          out.push(
            pilot(
              `guard-${i + 1}`,
              `Guard screw ${i + 1}`,
              f.centre,
              screw,
              v(guard, 'thickness'),
              'body top',
              'Through the guard’s own hole, with the guard lying where pickups, pocket and bridge want it.',
              { screws: 'guard-screws', serves: 'guard-screws', under: { slot: 'guard', feature: f.id } },
            ),
          ),
        )
    }
    for (const p of l.pickups) {
      const on = slotOn(build.instrument, p.slot, 'ring'),
        ring = on === undefined ? undefined : partIn(build, on)
      if (!ring || drilledFor(l, body, 'screw-hole', on!).length) continue
      const dx = v(ring, 'length') / 2 - 3.5,
        dy = v(ring, 'width') / 2 - 3.5
      ;(
        [
          [1, 1],
          [1, -1],
          [-1, 1],
          [-1, -1],
        ] as const
      ).forEach(([sx, sy], i) =>
        out.push(
          pilot(
            `${p.slot}-ring-${i + 1}`,
            `Screw ${i + 1} of the ${servedWord(p.slot)} pickup’s ring`,
            [p.centre[0] + sx * dx, p.centre[1] + sy * dy],
            { diameter: 2.2, length: 16 },
            v(ring, sx > 0 ? 'tall' : 'low'),
            'body top',
            say`At the ring’s corners; its screw is taken as ${size([2.2, 16])} [from memory]: measure yours.`,
            { serves: on! },
            'pickups',
          ),
        ),
      )
    }
    const plates: [string, Point | undefined, 'body top' | 'body back'][] = [
      ['jack-plate', l.features.find(f => f.role === 'jack-hole' && f.face === 'top')?.centre, 'body top'],
      ['control-plate', l.features.find(f => f.role === 'control-cavity' && f.face === 'top')?.centre, 'body top'],
      [
        'back-cover',
        l.features.find(f => f.role === 'spring-cavity' || (f.role === 'control-cavity' && f.face === 'back'))
          ?.centre,
        'body back',
      ],
    ]
    for (const [slot, at, face] of plates) {
      const plate = partIn(build, slot)
      if (!plate || !at || drilledFor(l, body, 'screw-hole', slot).length) continue
      plate.features
        .filter(f => f.role === 'screw-hole')
        .forEach((f, i) =>
          out.push(
            pilot(
              `${slot}-${i + 1}`,
              `${plate.name}, screw ${i + 1}`,
              [at[0] + v2(f, 'x'), at[1] + v2(f, 'y')],
              PLATE_SCREW,
              v(plate, 'thickness'),
              face,
              say`Through the plate’s own hole; its screw is taken as ${size([3, 12])} [from memory]: measure yours.`,
              { serves: slot, under: { slot, feature: f.id } },
            ),
          ),
        )
    }
    return [...out, ...pickupScrews(build, l, body)]
  },
)

const v2 = (f: Part['features'][number], k: string): number => f.dims[k]?.value ?? 0

/** A pickup that is screwed to its rout's floor. */
function pickupScrews(build: Shaped, l: Layout, body: Part): HoleRequest[] {
  const screws = partIn(build, 'pickup-screws')
  if (build.instrument.mounting !== 'in the body' || !screws) return []
  const screw = screwOf(screws)
  return l.pickups.flatMap(p => {
    const part = partIn(build, p.slot),
      rout = l.features.find(f => f.role === 'pickup-rout' && f.serves === p.slot),
      own = rout && body.features.find(f => f.id === rout.id)
    const spread = part?.dims.mountSpread?.value
    if (!rout || !own || !spread) return []
    const deep = own.dims.depth?.value ?? 0,
      stock = bodyThicknessAt(build, p.centre[1]) - deep
    // From the tab at its highest to the floor is air: the rest of the screw is in wood.
    const bite =
      screw.length - Math.max(0, deep - v(part, 'depthBelowTop')) - sizeAt(part, 'pickup', 'tabAboveLowest')
    return [1, -1].map((side): HoleRequest => ({
      id: `${p.slot}-screw-${side > 0 ? 'treble' : 'bass'}`,
      screws: 'pickup-screws',
      serves: 'pickup-screws',
      group: 'pickups',
      label: `${servedWord(p.slot)} pickup’s screw, ${side > 0 ? 'treble' : 'bass'} side`,
      purpose: 'screw pilot',
      at: [p.centre[0], p.centre[1] + (side * spread) / 2],
      mouthZ: -deep,
      from: 'pocket end',
      along: p.centre[0] - l.nutToHeelEnd,
      face: 'body top',
      wood: woodOf(body.traits.wood),
      stock,
      screw,
      bite,
      into: [`${body.id}/${rout.id}`],
      why: 'In the rout’s floor, upright: a slanting one holds the pickup askew.',
    }))
  })
}

const CONTROL_ROLE = { pot: 'pot-hole', switch: 'switch-hole', jack: 'jack-hole' } as const

/** Holes for pots, switches and jack that are not there yet. */
export const controlHoles: Requests = requestsOf(['body', 'guard', 'pot', 'switch', 'jack', 'knob'], (build, l) => {
  const body = partIn(build, 'body'),
    guard = partIn(build, 'guard')
  if (!body) return []
  return controlSpots(build, l)
    .filter(s => s.from !== 'drilled')
    .map((s): HoleRequest => {
      const part = partIn(build, s.slot)!,
        thread =
          part.dims.threadDiameter?.value ??
          sizeAt(part, part.kind, part.dims.leverLength ? 'leverLength' : 'threadDiameter')
      const common = {
        id: `control-${s.slot}`,
        becomes: CONTROL_ROLE[s.kind],
        serves: s.slot,
        group: 'controls' as const,
        label: s.label,
        purpose: 'control' as const,
        at: s.at,
        from: 'pocket end' as const,
        along: s.at[0] - l.nutToHeelEnd,
        diameter: thread + CONTROL_ROOM,
        rule: 'never smaller' as const,
        through: true,
      }
      const cavity = l.features.find(f => f.role === 'control-cavity' && inside(f.polygon, s.at)),
        own = cavity && body.features.find(f => f.id === cavity.id)
      if (s.on === 'guard' && guard)
        return {
          ...common,
          face: 'guard',
          wood: woodOf(body.traits.wood),
          stock: v(guard, 'thickness'),
          why: 'In the guard, on a board: slow, and a chamfer after.',
        }
      if (s.kind === 'jack' && !cavity) {
        const mouth = edgeHole(l, s.at, bodyThicknessAt(build, s.at[1]))
        return {
          ...common,
          ...mouth,
          along: mouth.at[0] - l.nutToHeelEnd,
          face: 'body edge',
          wood: woodOf(body.traits.wood),
          stock: 60,
          into: cavityNames(l, body),
          why: 'From the edge into the cavity, square to it: the plug must go in straight.',
        }
      }
      const stock = own ? placeAt(body, own, 'control-cavity', 'topThickness') : bodyThicknessAt(build, s.at[1])
      return {
        ...common,
        face: 'body top',
        wood: woodOf(body.traits.wood),
        stock,
        into: own ? [`${body.id}/${own.id}`] : [],
        why: own
          ? 'From the top into the cavity; a backing board stops it splintering below.'
          : 'There is no cavity below: rout one first.',
      }
    })
})

/** Ids of everything that a jack's hole may come out in. */
const cavityNames = (l: Layout, body: Part): string[] =>
  l.features.filter(f => f.role === 'control-cavity').map(f => `${body.id}/${f.id}`)

/** A hole from the nearest edge towards a place, at half the thickness. */
export function edgeHole(
  l: Layout,
  towards: Point,
  thick: number,
): { at: Point; to: readonly [number, number, number]; mouthZ: number } {
  if (l.body.length < 3) return { at: towards, to: [towards[0], towards[1] * 0.7, -thick / 2], mouthZ: -thick / 2 }
  const on = toEdge(l.body, towards).on
  return { at: on, to: [towards[0], towards[1], -thick / 2], mouthZ: -thick / 2 }
}

/** Wire channels between two hollows: those that the builder means to drill, and those that are missing. */
export const channelHoles: Requests = requestsOf(['body'], (build, l, cuts) => {
  const body = partIn(build, 'body')
  if (!body) return []
  return cuts
    .filter(
      c =>
        c.sort === 'channel' &&
        c.x !== undefined &&
        c.y !== undefined &&
        c.toX !== undefined &&
        c.toY !== undefined,
    )
    .map((c): HoleRequest => {
      const at: Point = [c.x! + l.nutToHeelEnd, c.y!],
        end: Point = [c.toX! + l.nutToHeelEnd, c.toY!]
      const { from, to } = channelBore(
        at,
        end,
        c.face,
        c.depth ?? CHANNEL.depth,
        c.width ?? CHANNEL.width,
        bodyThicknessAt(build, c.y!),
      )
      const into = l.features
        .filter(
          f =>
            f.partId === body.id && f.diameter === undefined && (inside(f.polygon, at) || inside(f.polygon, end)),
        )
        .map(f => `${body.id}/${f.id}`)
      return {
        id: channelHoleId(c),
        group: 'channels',
        label: channelTitle(c),
        purpose: 'wire',
        at,
        mouthZ: from[2],
        to,
        from: 'pocket end',
        along: c.x!,
        face: 'body edge',
        wood: woodOf(body.traits.wood),
        stock: Math.hypot(end[0] - at[0], end[1] - at[1]),
        diameter: c.width ?? CHANNEL.width,
        rule: 'never smaller',
        through: true,
        into: [...into, `cut/${c.id}`],
        why: 'With a long bit from one hollow into the other, started in a punch mark and held level.',
      }
    })
})
