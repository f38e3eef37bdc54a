import { freeId } from '../document/freshId.ts'
import { memo } from '../memo/memo.ts'
import type { Build } from '../document/build.ts'
import type { Shaped } from '../document/docs.ts'
import { readingOf as dimensionReading, refOf } from '../document/quantityAt.ts'
import { partIn } from '../document/references.ts'
import { stepRef, type StepRef } from '../document/stepRef.ts'
import { lengthOf } from '../geometry/bore.ts'
import type { Point } from '../geometry/outline.ts'
import { bodyPlace, guardPlace, layOut, type Layout, type PlacedFeature } from '../layout/layOut.ts'
import { readingOf } from '../layout/readingOf.ts'
import type { FeatureRole } from '../parts/featureRoles.ts'
import type { Feature, Part } from '../parts/part.ts'
import type { Dimension } from '../units/dimension.ts'
import { doubtOf } from '../units/quantity.ts'
import type { Bit } from './bits.ts'
import { allCuts, channelHoleId } from './channelsWanted.ts'
import { SLOT_OF, type Carries } from './drilledHere.ts'
import type { Face, Hole } from './hole.ts'
import { holesAsked } from './holeList.ts'
import { holeReading, offBy, type OffPlace } from './holeReading.ts'
import { bodyThicknessAt } from './hollows.ts'
import { GUIDES, PUNCH, wander, type Guide } from './wander.ts'

/**
 * How well a hole is known that was drilled to its mark and not read since, half-widths, mm; one marked through its
 * part's own hole lies the better under it [from memory].
 */
const TO_ITS_MARK = { place: PUNCH, under: 0.2, diameter: 0.1, depth: 0.5 } as const

/** A hole that the plan drilled: it lies where it lies, whatever is moved since. */
export interface HoleThere {
  id: string
  part: Part
  feature: Feature
  group: string
  step: string
  label: string
  face: Face
  at: Point
  from: Hole['from']
  along: number
  across: number
  /** What is wanted today where it lies; undefined when nothing asks for it any more. */
  wanted: Hole | undefined
  /** How far it lies off what is wanted today. */
  off: OffPlace | undefined
}

const ROLE: Record<Hole['purpose'], FeatureRole> = {
  'screw pilot': 'screw-hole',
  'passing hole': 'screw-hole',
  'pressed bushing': 'stud-hole',
  bushing: 'tuner-hole',
  control: 'pot-hole',
  string: 'screw-hole',
  wire: 'channel',
}

/** The face of its part that a hole's mouth lies in. */
const FACE: Record<Face, Feature['face']> = {
  'body top': 'top',
  'body back': 'back',
  'body edge': 'side',
  'cavity wall': 'back',
  heel: 'back',
  'headstock face': 'top',
  'headstock back': 'back',
  guard: 'top',
}

/** A place of the instrument on the part that it is drilled in, from that part's own datum. */
function placeOn(build: Shaped, l: Layout, slot: Carries, at: Point): Point {
  if (slot === 'neck') return at
  const p = bodyPlace(build, l, at),
    g = slot === 'guard' ? guardPlace(build) : { x: 0, y: 0 }
  return [p.x - g.x, p.y - g.y]
}

const freshIn = (part: Part, id: string): string =>
  freeId(
    id,
    part.features.map(f => f.id),
  )

/** What a drilled hole is on its part: where it was read, else where it was marked. */
function featuresOf(build: Shaped, l: Layout, part: Part, h: Hole, step: string, on: string): Feature[] {
  const slot = SLOT_OF[h.piece],
    a = readingOf(build, holeReading(h.id, 'along'), 'place along'),
    c = readingOf(build, holeReading(h.id, 'across'), 'place across')
  const worked = (value: number, doubt: number): Dimension => ({
    value: Math.round(value * 1000) / 1000,
    doubt,
    basis: 'assumed',
    with: 'drilled to its mark',
    on,
  })
  const read = (value: number, doubt: number): Dimension => ({
    value: Math.round(value * 1000) / 1000,
    doubt,
    basis: 'measured',
    with: 'steel rule',
    on,
  })
  const at: Point = [h.at[0] + (a ? a.value - h.along : 0), h.at[1] + (c ? c.value - h.across : 0)],
    [x, y] = placeOn(build, l, slot, at)
  const off = h.under ? TO_ITS_MARK.under : TO_ITS_MARK.place,
    size = h.bits.at(-1)?.mm ?? h.wanted,
    role = h.becomes ?? ROLE[h.purpose]
  const place = {
    x: a ? read(x, doubtOf(a)) : worked(x, off),
    y: c ? read(y, doubtOf(c)) : worked(y, off),
  }
  const common = {
    role,
    ...(h.serves === undefined ? {} : { serves: h.serves }),
    face: FACE[h.face],
    drilled: { step, hole: h.id, label: h.label },
  }
  if (role === 'channel') {
    const end = placeOn(build, l, slot, [h.bore.to[0], h.bore.to[1]])
    return [
      {
        ...common,
        id: freshIn(part, h.id),
        face: 'top',
        dims: {
          ...place,
          diameter: worked(size, TO_ITS_MARK.diameter),
          depth: worked(Math.max(0, -h.bore.from[2]), 1),
          toX: worked(end[0], 1),
          toY: worked(end[1], 1),
          toDepth: worked(Math.max(0, -h.bore.to[2]), 1),
        },
      },
    ]
  }
  const blind = h.depth === 'through' ? (h.face === 'body edge' ? lengthOf(h.bore) : undefined) : h.depth
  const own: Feature = {
    ...common,
    id: freshIn(part, h.id),
    ...(h.depth === 'through' && h.face !== 'body edge' ? { through: true } : {}),
    dims: {
      ...place,
      diameter: worked(size, TO_ITS_MARK.diameter),
      ...(blind === undefined ? {} : { depth: worked(blind, TO_ITS_MARK.depth) }),
    },
  }
  if (!h.counterbore) return [own]
  return [
    own,
    {
      ...common,
      id: freshIn(part, `${h.id}-ferrule`),
      role: 'ferrule-hole',
      face: FACE[h.counterbore.face],
      dims: {
        x: worked(x, TO_ITS_MARK.place),
        y: worked(y, TO_ITS_MARK.place),
        diameter: worked(h.counterbore.diameter, TO_ITS_MARK.diameter),
        depth: worked(h.counterbore.depth, TO_ITS_MARK.depth),
      },
    },
  ]
}

/**
 * The build with holes drilled: each is a feature of its part from now on, where it was read or else where it was
 * marked, with the doubt of a punch mark. Readings of their places become readings of the parts.
 * @param l the layout that they were marked by, @param step the plan's step, @param at when
 */
export function drillHoles(build: Build, l: Layout, holes: readonly Hole[], step: string, at: string): Build {
  let next = build
  for (const h of holes) {
    const part = next.parts.find(p => p.id === next.slots[SLOT_OF[h.piece]])
    if (!part) continue
    const made = featuresOf(next, l, part, h, step, at),
      own = made[0]!
    const now = { along: holeReading(h.id, 'along'), across: holeReading(h.id, 'across') }
    next = {
      ...next,
      parts: next.parts.map(p => (p.id === part.id ? { ...p, features: [...p.features, ...made] } : p)),
      readings: next.readings.map(r =>
        r.of === now.along
          ? { ...r, of: dimensionReading(refOf(part, `features.${own.id}.x`)), value: own.dims.x!.value }
          : r.of === now.across
            ? { ...r, of: dimensionReading(refOf(part, `features.${own.id}.y`)), value: own.dims.y!.value }
            : r,
      ),
      cuts: next.cuts.filter(c => h.id !== channelHoleId(c)),
    }
  }
  return next
}

/** The build with what a step drilled taken back, with what was read of it: it was ticked by mistake. */
export function undrill(build: Build, step: string): Build {
  const gone = build.parts.flatMap(p =>
    p.features
      .filter(f => f.drilled?.step === step)
      .flatMap(f => Object.keys(f.dims).map(k => dimensionReading(refOf(p, `features.${f.id}.${k}`)))),
  )
  if (!gone.length) return build
  return {
    ...build,
    parts: build.parts.map(p =>
      p.features.some(f => f.drilled?.step === step)
        ? { ...p, features: p.features.filter(f => f.drilled?.step !== step) }
        : p,
    ),
    readings: build.readings.filter(r => !gone.includes(r.of)),
  }
}

/** The build as if the plan had drilled nothing: what is wanted today, wherever the drill has been. */
const asBlank = (build: Shaped): Shaped => ({ ...build, parts: build.parts.map(p => blank(p)) })

/** One part without what the plan drilled in it: the same object for the same part, so that what hangs on it is kept. */
const blank = memo(
  (part: Part): Part =>
    part.features.some(f => f.drilled) ? { ...part, features: part.features.filter(f => !f.drilled) } : part,
  { weak: true },
)

const faceOf = (slot: Carries, f: PlacedFeature): Face =>
  slot === 'guard'
    ? 'guard'
    : slot === 'body'
      ? f.serves === 'claw'
        ? 'cavity wall'
        : f.face === 'side'
          ? 'body edge'
          : `body ${f.face}`
      : f.centre[0] > 0
        ? 'heel'
        : f.face === 'back'
          ? 'headstock back'
          : 'headstock face'

/** Where a feature of the instrument would be told from. */
const datumOf = (face: Face): Hole['from'] =>
  face === 'heel' ? 'heel end' : face === 'headstock face' || face === 'headstock back' ? 'nut' : 'pocket end'

/** The group that a step drilled. */
const groupOf = (step: StepRef | undefined): string => (step?.kind === 'drill' ? step.group : '')

/**
 * Every hole that the plan drilled, held against what is wanted today: a part that was moved
 * since takes none of its holes along.
 */
export function holesThere(build: Shaped, l: Layout, bits: readonly Bit[]): HoleThere[] {
  if (!build.parts.some(p => p.features.some(f => f.drilled))) return []
  const undrilled = asBlank(build),
    meant = layOut(undrilled)
  const wanted = new Map(
    meant ? holesAsked(undrilled, meant, allCuts(undrilled, meant), bits).map(h => [h.id, h] as const) : [],
  )
  return (['body', 'neck', 'guard'] as const).flatMap(slot => {
    const part = partIn(build, slot)
    return (part?.features ?? []).flatMap((feature): HoleThere[] => {
      const placed = l.features.find(f => f.partId === part?.id && f.id === feature.id)
      // A counterbore is part of its hole.
      if (!part || !feature.drilled || !placed || feature.role === 'ferrule-hole') return []
      const face = faceOf(slot, placed),
        from = datumOf(face),
        at = placed.centre,
        want = wanted.get(feature.drilled.hole)
      return [
        {
          id: `there/${part.id}/${feature.id}`,
          part,
          feature,
          group: groupOf(stepRef(feature.drilled.step)),
          step: feature.drilled.step,
          label: feature.drilled.label,
          face,
          at,
          from,
          along: from === 'nut' ? at[0] : at[0] - l.nutToHeelEnd,
          across: at[1],
          wanted: want,
          off:
            want &&
            offBy(
              want,
              undrilled,
              meant!,
              at[0] - want.at[0],
              at[1] - want.at[1],
              Math.hypot(feature.dims.x?.doubt ?? 0, feature.dims.y?.doubt ?? 0),
            ),
        },
      ]
    })
  })
}

/** A place of the instrument, as it is told at the bench, on the part that keeps the hole. */
export function onPart(
  build: Shaped,
  l: Layout,
  t: HoleThere,
  along: number,
  across: number,
): { x: number; y: number } {
  const [x, y] = placeOn(build, l, slotOf(t), [t.from === 'nut' ? along : along + l.nutToHeelEnd, across])
  return { x, y }
}

const slotOf = (t: HoleThere): Carries => (t.face === 'guard' ? 'guard' : t.from === 'pocket end' ? 'body' : 'neck')

/** The other mouth of a through hole: where it was read, and how far the hole leans. */
export interface FarMouth {
  /** Through how much wood, mm. */
  way: number
  along: number | undefined
  across: number | undefined
  /** How far the mouths lie apart across the wood, mm, and the angle; undefined until both numbers are read. */
  leans: number | undefined
  degrees: number | undefined
  /** The steadiest way of drilling that usually wanders as far; undefined when it is more than by hand. */
  like: Guide | undefined
}

/** The far mouth of a hole that goes through; undefined for a blind one and for a guard. */
export function farMouth(build: Shaped, l: Layout, t: HoleThere): FarMouth | undefined {
  if (!t.feature.through || t.face === 'guard' || t.feature.role === 'channel') return undefined
  const { x, y, farX, farY } = t.feature.dims,
    way = t.wanted ? lengthOf(t.wanted.bore) : slotOf(t) === 'body' ? bodyThicknessAt(build, t.at[1]) : undefined
  if (!x || !y || !way) return undefined
  const leans = farX && farY ? Math.hypot(farX.value - x.value, farY.value - y.value) : undefined
  return {
    way,
    along: farX && t.along + farX.value - x.value,
    across: farY && t.across + farY.value - y.value,
    leans,
    degrees: leans === undefined ? undefined : (Math.atan2(leans, way) * 180) / Math.PI,
    like: leans === undefined ? undefined : [...GUIDES].reverse().find(g => leans <= wander(way, g)),
  }
}

/** What is drilled and what is still to be, as it is wanted today: what screws are counted and chosen by. */
export const holesMeant = (w: { holes: readonly Hole[]; there: readonly HoleThere[] }): Hole[] => [
  ...w.holes,
  ...w.there.flatMap(t => t.wanted ?? []).filter(h => w.holes.every(o => o.id !== h.id)),
]
