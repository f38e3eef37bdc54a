import { mm, say } from '../../say/said.ts'
import type { Instrument } from '../../document/build.ts'
import type { Maths } from '../../document/maths.ts'
import { refOf } from '../../document/quantityAt.ts'
import { slotsOf } from '../../document/slots.ts'
import type { View } from '../../document/view.ts'
import { filmFor, filmOn } from '../../finish/film.ts'
import { inside, type Point } from '../../geometry/outline.ts'
import { inRoundRect } from '../../geometry/roundRect.ts'
import { isRect } from '../../geometry/shape.ts'
import { guardPlace, shapeOf, type Layout } from '../../layout/layOut.ts'
import type { Feature, Part } from '../../parts/part.ts'
import {
  GLUE_RESTS,
  change,
  COMMON,
  family,
  mend,
  type FamilyFile,
  type Joined,
  type MendContext,
} from '../family.ts'
import type { Fix } from '../joint.ts'

const thread = family(
  'control thread',
  {
    label: 'Thread through the top',
    compared: 'thread − (top + washer + nut)',
    low: 1,
    high: 4,
    never: 0,
    source: COMMON,
  },
  {
    recess: {
      mends: 'under',
      minutes: 25,
      tools: ['step bit or router', 'depth stop', 'calliper'],
      risk: 'some',
      when: 'before finish',
      cautions: ['cutters', 'dust'],
    },
    'nut-below': { mends: 'over', minutes: 5, tools: ['spanner'], reversible: true },
  },
)
const bore = family(
  'control hole',
  { label: 'Bushing in its hole', compared: 'hole − thread', low: 0.1, high: 0.6, never: 0, source: COMMON },
  {
    'ream-hole': {
      mends: 'under',
      minutes: 5,
      tools: ['tapered reamer', 'calliper'],
      when: 'before finish',
      cautions: ['cutters'],
    },
    'sleeve-hole': {
      mends: 'over',
      minutes: 15,
      tools: ['veneer', 'wood glue'],
      rests: GLUE_RESTS,
      reversible: true,
      when: 'before finish',
    },
  },
)
const case_ = family(
  'cavity depth',
  {
    label: 'Case under the cover',
    compared: 'cavity depth − case',
    low: 2,
    never: 0,
    source: COMMON,
  },
  {
    'deepen-cavity': {
      mends: 'under',
      minutes: 35,
      tools: ['router', 'template', 'depth stop'],
      risk: 'some',
      when: 'before finish',
      cautions: ['cutters', 'dust'],
    },
  },
)

/** Slots whose part holds controls: the body's own top, or the guard. */
type Holder = 'body' | 'guard' | 'control-plate'

const ROLES = ['pot-hole', 'switch-hole', 'jack-hole']
/** The hole through a top that a control stands in; a jack in the side stands in no top. */
const holeFor = (holder: Part | undefined, slot: string): Feature | undefined =>
  holder?.features.find(
    f => f.serves === slot && ROLES.includes(f.role) && !(f.role === 'jack-hole' && f.face === 'side'),
  )

/** The body's cavity under a place on it. */
function cavityAt(body: Part | undefined, [x, y]: Point): Feature | undefined {
  return body?.features.find(f => {
    if (f.role !== 'control-cavity') return false
    const shape = shapeOf(f, 0, 0)
    return isRect(shape) ? inRoundRect(shape, [x - shape.x, y - shape.y]) : inside(shape.points, [x, y])
  })
}

/** The cavity that a control plate covers. */
const openCavity = (body: Part | undefined): Feature | undefined =>
  body?.features.find(f => f.role === 'control-cavity' && f.face === 'top')

/** Hole and cavity of a control in one holder. */
function placeOf(v: View, holder: Holder, slot: string) {
  const part = v.part(holder),
    hole = holeFor(part, slot)
  if (!part || !hole || !v.part(slot)) return undefined
  const off = holder === 'guard' ? guardPlace(v.fields) : { x: 0, y: 0 }
  // A plate lies over the cavity that is open to the top, its datum on its middle.
  if (holder === 'control-plate') return { part, hole, cavity: openCavity(v.part('body')) }
  return {
    part,
    hole,
    cavity: cavityAt(v.part('body'), [(hole.dims.x?.value ?? 0) + off.x, (hole.dims.y?.value ?? 0) + off.y]),
  }
}

/** What the thread goes through: the wood left over the cavity, or the guard. */
function topOf<Q>(m: Maths<Q>, v: View, holder: Holder, slot: string): Q | undefined {
  const p = placeOf(v, holder, slot)
  return (
    p &&
    (m.in(p.part, p.hole, 'topThickness') ??
      (holder === 'body' ? m.in(p.part, p.cavity, 'topThickness') : m.of(p.part, 'thickness')))
  )
}

const centreOf = (l: Layout, v: View, holder: Holder, slot: string): Point => {
  const plate = holder === 'control-plate' ? placeOf(v, holder, slot) : undefined,
    under = plate && l.features.find(f => f.partId === v.part('body')?.id && f.id === plate.cavity?.id)
  if (plate && under)
    return [under.centre[0] + (plate.hole.dims.x?.value ?? 0), under.centre[1] + (plate.hole.dims.y?.value ?? 0)]
  return (
    l.features.find(f => f.partId === v.part(holder)?.id && f.id === holeFor(v.part(holder), slot)?.id)?.centre ?? [
      l.bridge.front,
      40,
    ]
  )
}

function throughTop(c: MendContext, holder: Holder, slot: string, low: number, high: number | undefined): Fix[] {
  const part = c.view.part(slot)!,
    { part: held, hole, cavity } = placeOf(c.view, holder, slot)!,
    long = c.clearance.value
  if (long >= low) {
    const spare = long - ((high ?? low) + low) / 2
    return [
      mend(thread, 'nut-below', {
        title: say`Run a second nut and washer ${mm(spare, 1)} up the thread, below the top`,
        note: 'It sets how far the thread stands out.',
        changes: [change(refOf(part, 'dims.hardware'), (part.dims.hardware?.value ?? 0) + spare, 'stacked')],
      }),
    ]
  }
  if (holder !== 'body') return []
  const top = hole.dims.topThickness?.value ?? cavity?.dims.topThickness?.value ?? 0,
    off = low + 0.5 - long
  const to = change(refOf(held, `features.${hole.id}.topThickness`), top - off, 'router')
  return [
    mend(thread, 'recess', {
      title: say`Thin the top from inside by ${mm(off, 1)} around the hole`,
      note: say`A ${mm((part.dims.caseWidth?.value ?? 0) + 4, 0)} wide recess; leaves ${mm(top - off, 1)} of top.`,
      ...(top - off < 3 ? { risk: 'high' } : {}),
      changes: [to],
      read: to.ref,
    }),
  ]
}

/** Wood that is left over or under a cavity at least when it is deepened, mm [common practice: what is left under a hole]. */
const FLOOR_LEFT = 3

/** A cavity made deeper, as far as the wood over it allows. */
function deepened(c: MendContext, holder: Holder, slot: string, low: number): Fix[] {
  const body = c.view.part('body'),
    cavity = placeOf(c.view, holder, slot)?.cavity,
    depth = cavity?.dims.depth?.value
  if (!body || !cavity || depth === undefined || c.clearance.value >= low) return []
  const by = low + 0.3 - c.clearance.value,
    top = cavity.dims.topThickness?.value ?? (body.dims.thickness?.value ?? 0) - depth
  if (top - by < FLOOR_LEFT) return []
  const ref = (k: string) => refOf(body, `features.${cavity.id}.${k}`)
  return [
    mend(case_, 'deepen-cavity', {
      title: say`Rout the cavity ${mm(by, 1)} deeper`,
      note: say`Leaves ${mm(top - by, 1)} of wood over it; threads through the top get that much more room.`,
      changes: [
        change(ref('depth'), depth + by, 'router'),
        ...(cavity.dims.topThickness ? [change(ref('topThickness'), top - by, 'router')] : []),
      ],
      read: ref('depth'),
    }),
  ]
}

function inHole(c: MendContext, holder: Holder, slot: string, low: number, high: number | undefined): Fix[] {
  const { part, hole } = placeOf(c.view, holder, slot)!,
    to = change(
      refOf(part, `features.${hole.id}.diameter`),
      (c.view.part(slot)!.dims.threadDiameter?.value ?? 0) +
        0.3 +
        (holder === 'body' ? 2 * filmOn(c.build, part, hole.role).value : 0),
      c.clearance.value < low ? 'reamer' : 'fitted',
    )
  if (c.clearance.value < low)
    return [
      mend(bore, 'ream-hole', {
        title: say`Ream the hole to ${mm(to.value, 1)}`,
        note: 'From both faces, so that the edge does not lift.',
        changes: [to],
        read: to.ref,
      }),
    ]
  return c.clearance.value > (high ?? Infinity)
    ? [
        mend(bore, 'sleeve-hole', {
          title: say`Sleeve the hole down to ${mm(to.value, 1)}`,
          note: 'Hardwood ring or wrapped veneer; a wide washer hides it.',
          changes: [to],
          read: to.ref,
        }),
      ]
    : []
}

function jointsOf(slot: string, label: string, jack: boolean, holder: Holder): readonly Joined[] {
  const onGuard = holder !== 'body'
  const at = (l: Layout, v: View) => centreOf(l, v, holder, slot)
  // Over which cavity a guard's hole stands is asked of the body as it is.
  const above = onGuard ? { beside: ['body'] } : {}
  const under: Joined = {
    id: `${slot}-case`,
    family: case_,
    slots: onGuard ? [slot, 'body', holder] : [slot, 'body'],
    swaps: [slot, 'body'],
    fields: ['placements'],
    ...(onGuard || jack ? { fitOnly: true } : {}),
    clearance: (m, v) =>
      m.sum([
        [1, m.in(v.part('body'), placeOf(v, holder, slot)?.cavity, 'depth')],
        [-1, m.of(v.part(slot), 'caseDepth')],
      ]),
    words: () => ({
      title: onGuard ? `${label}, case over the cavity’s floor` : `${label}, case under the cover`,
      under: onGuard
        ? say`The case stands on the cavity’s floor and lifts the ${holder === 'guard' ? 'guard' : 'plate'}.`
        : 'The case stands out of the cavity and the cover does not close.',
    }),
    at,
    mends: (c, { low }) => deepened(c, holder, slot, low),
  }
  // A jack's thread and bore are judged against its own wall or plate.
  if (jack) return [under]
  return [
    under,
    {
      id: `${slot}-thread`,
      family: thread,
      slots: [slot, holder],
      ...above,
      fields: ['placements'],
      clearance(m, v) {
        // A control without a thread of its own has no bushing either.
        if (!v.part(slot)?.dims.threadDiameter) return undefined
        return m.sum([
          [1, m.of(v.part(slot), 'threadLength')],
          [-1, topOf(m, v, holder, slot)],
          [-1, m.of(v.part(slot), 'hardware')],
        ])
      },
      words: () => ({
        title: `${label}, thread through the top`,
        under: 'The thread is too short: its nut finds nothing to hold.',
        over: 'The thread stands far out of the top and the knob rides high.',
      }),
      at,
      mends: (c, { low, high }) => throughTop(c, holder, slot, low, high),
    },
    {
      id: `${slot}-hole`,
      family: bore,
      slots: [slot, holder],
      ...above,
      fields: ['placements'],
      film: true,
      clearance(m, v) {
        const p = placeOf(v, holder, slot),
          part = v.part(slot)
        if (!p || !part?.dims.threadLength || !part.dims.hardware || !topOf(m, v, holder, slot)) return undefined
        return m.sum([
          [1, m.in(p.part, p.hole, 'diameter')],
          [-1, m.of(part, 'threadDiameter')],
          [-2, filmFor(m, v.stands, p.part, p.hole.role)],
        ])
      },
      words: () => ({
        title: `${label}, bushing in its hole`,
        under: 'The bushing does not pass the hole.',
        over: 'The hole is wide; the washer has to cover it and centre the shaft.',
      }),
      at,
      mends: (c, { low, high }) => inHole(c, holder, slot, low, high),
    },
  ]
}

/** Pots and switches: thread through the top, bushing in its hole, case under the cover. */
export const controlsInTop = {
  families: [thread, bore, case_],
  joined: (i: Instrument) => {
    const controls = slotsOf(i).filter(s => s.kind === 'pot' || s.kind === 'switch' || s.kind === 'jack')
    return (
      ['body', 'guard', ...(i.extras.includes('control plate') ? (['control-plate'] as const) : [])] as const
    ).flatMap(holder => controls.flatMap(s => jointsOf(s.id, s.label, s.kind === 'jack', holder)))
  },
} satisfies FamilyFile
