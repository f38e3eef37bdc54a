import { partIn } from '../../document/references.ts'
import { stringsIn } from '../../document/circuitRecord.ts'
import { lugRef } from '../../document/lugRef.ts'
import { slotsOf } from '../../document/slots.ts'
import { inside, type Point } from '../../geometry/outline.ts'
import type { Layout } from '../../layout/layOut.ts'
import { servedWord } from '../../parts/servedWord.ts'
import type { PartKind } from '../../parts/partKinds.ts'
import { exact, fromSource, linear, type Quantity } from '../../units/quantity.ts'
import { COMMON, family, findIn, MEMORY, type FamilyFile } from '../family.ts'
import type { FitContext, FoundJoint } from '../joint.ts'

const there = (
  id:
    | 'tuner holes'
    | 'control place'
    | 'plate holes'
    | 'battery there'
    | 'shelf there'
    | 'notch there'
    | 'tilt there'
    | 'pole count'
    | 'ground there',
  label: string,
  source: string,
) => family(id, { label, compared: 'what is there − what is needed', low: 0, never: -0.5, source, counts: true })

const tunerHoles = there('tuner holes', 'A hole for every string', COMMON)
const controlPlace = there('control place', 'A place for every control', COMMON)
const plateHoles = there('plate holes', 'Holes enough to hold a plate', MEMORY)
const shelfThere = there('shelf there', 'A shelf for a locking nut', COMMON)
const notchThere = there('notch there', 'A notch for a rod that is turned at the heel', COMMON)
const tiltThere = there('tilt there', 'A tilt screw where the neck asks for one', COMMON)
const poleCount = there('pole count', 'A pole under every string', COMMON)
const groundThere = there('ground there', 'A ground for the strings', COMMON)
const batteryThere = there('battery there', 'A battery for active pickups', COMMON)

/** Screws that hold a plate flat at least [from memory]. */
const HOLD_A_PLATE = 3
const CONTROLS: readonly PartKind[] = ['pot', 'switch', 'jack']
const CONTROL_HOLES = ['pot-hole', 'switch-hole', 'jack-hole'] as const

interface Needed {
  id: string
  family: FoundJoint['family']
  title: string
  missing: number
  at: Point
  slots: readonly string[]
  says: string
}
const required = (n: Needed, clearance: Quantity = exact(-n.missing)): FoundJoint => ({
  id: n.id,
  family: n.family,
  title: n.title,
  clearance,
  at: n.at,
  slots: n.slots,
  meaning: { under: n.says, over: '' },
  fixes: () => [],
})

/** The same where nobody has looked yet: it may be there, or be missing. */
const unseen = (n: Omit<Needed, 'missing'>, of: string, label: string, doubt = 1): FoundJoint =>
  required(
    { ...n, missing: 1 },
    linear([[1, fromSource({ id: of, label, value: 0, doubt, basis: 'assumed', missing: true })]]),
  )

/** A drilled head that has fewer holes than the instrument has strings. */
function holesForTuners({ build }: FitContext): FoundJoint[] {
  const neck = partIn(build, 'neck'),
    holes = neck?.features.filter(f => f.role === 'tuner-hole') ?? []
  if (!neck || holes.length === 0) return []
  const { strings } = build.instrument,
    served = new Set(holes.map(f => f.serves)),
    without = Array.from({ length: strings }, (_, i) => String(i + 1)).filter(n => !served.has(n))
  return [
    required({
      id: 'tuner-count',
      family: tunerHoles.id,
      title: 'A hole for every tuner',
      missing: without.length,
      at: [holes.reduce((x, f) => Math.min(x, f.dims.x?.value ?? 0), 0), 0],
      slots: ['neck', 'tuners'],
      says: `The head has ${holes.length} holes for ${strings} strings: ${without.length === 1 ? `string ${without[0]} has none` : `strings ${without.join(', ')} have none`}. They are among the holes to drill.`,
    }),
  ]
}

/** Whether something hollow lies under a place of the top. */
const hollowUnder = (l: Layout, bodyId: string, at: Point): boolean =>
  l.features.some(
    f => f.partId === bodyId && (f.role === 'control-cavity' || f.role === 'pickup-rout') && inside(f.polygon, at),
  )

/** Controls that have neither a hole nor a place nor a cavity to be proposed in, and those whose hole leads into solid wood. */
function placesForControls({ build, layout }: FitContext): FoundJoint[] {
  const body = partIn(build, 'body')
  if (!body) return []
  const inPlates = new Set(
    ['control-plate', 'jack-plate'].flatMap(s => partIn(build, s)?.features ?? []).map(f => f.serves),
  )
  const hasCavity = layout.features.some(f => f.partId === body.id && f.role === 'control-cavity'),
    placed = new Set(build.placements.parts?.map(p => p.slot))
  const middle: Point = [layout.bridge.front, -60]
  return slotsOf(build.instrument).flatMap((s): FoundJoint[] => {
    if (!CONTROLS.includes(s.kind) || !partIn(build, s.id) || inPlates.has(s.id)) return []
    const hole = layout.features.find(
      f => f.serves === s.id && (CONTROL_HOLES as readonly string[]).includes(f.role),
    )
    // A plate that nobody described may well have its hole.
    const plate = partIn(build, s.kind === 'jack' ? 'jack-plate' : 'control-plate')
    if (plate && !hole && s.kind === 'jack') return []
    if (plate && !hole && !placed.has(s.id))
      return [
        unseen(
          {
            id: `${s.id}-place`,
            family: controlPlace.id,
            title: `A place for the ${s.label.toLowerCase()}`,
            at: layout.features.find(f => f.role === 'control-cavity' && f.face === 'top')?.centre ?? [
              layout.bridge.front,
              -60,
            ],
            slots: [s.id, 'control-plate'],
            says: `Can’t tell yet: nobody has entered a hole for the ${s.label.toLowerCase()} in the control plate. Enter it at the Shelf station.`,
          },
          `${plate.id}/hole-${s.id}`,
          `hole for the ${s.label.toLowerCase()} in the control plate`,
        ),
      ]
    const word = s.label.toLowerCase()
    const joint = (missing: number, at: Point, says: string): FoundJoint =>
      required({
        id: `${s.id}-place`,
        family: controlPlace.id,
        title: `A place for the ${word}`,
        missing,
        at,
        slots: [s.id, 'body'],
        says,
      })
    if (!hole)
      return placed.has(s.id)
        ? []
        : [
            joint(
              hasCavity && s.kind !== 'jack' ? 0 : 1,
              middle,
              `There is no hole for the ${word}, no place was given, and no cavity to propose one in.`,
            ),
          ]
    if (hole.face === 'side' || hollowUnder(layout, body.id, hole.centre)) return [joint(0, hole.centre, '')]
    return [
      joint(
        1,
        hole.centre,
        `The hole for the ${word} lies outside every cavity: its case would stand in solid wood.`,
      ),
    ]
  })
}

/** Plates and guards with fewer holes than hold them; one without any that nobody described cannot be told. */
function holesForPlates({ build, layout }: FitContext): FoundJoint[] {
  return slotsOf(build.instrument).flatMap((s): FoundJoint[] => {
    const plate = partIn(build, s.id)
    if (!plate || (s.kind !== 'guard' && s.kind !== 'plate') || s.id === 'neck-plate' || s.id === 'jack-plate')
      return []
    const holes = plate.features.filter(f => f.role === 'screw-hole').length
    const n: Needed = {
      id: `${s.id}-holes`,
      family: plateHoles.id,
      title: `${s.label}, holes to hold it`,
      missing: Math.max(0, HOLD_A_PLATE - holes),
      at: s.kind === 'guard' ? [layout.nutToHeelEnd + 60, 40] : [layout.bridge.front, 70],
      slots: [s.id],
      says:
        holes === 0
          ? `Can't tell yet: nobody has entered its screw holes. ${HOLD_A_PLATE} hold a plate flat; enter those that it has at the Shelf station.`
          : `It has ${holes} screw hole${holes === 1 ? '' : 's'}; ${HOLD_A_PLATE} hold a plate flat. Drill them, or enter those that it has at the Shelf station.`,
    }
    return [
      holes > 0
        ? required(n)
        : unseen(n, `${plate.id}/screw-holes`, `screw holes of the ${s.label.toLowerCase()}`, HOLD_A_PLATE),
    ]
  })
}

/** A locking nut clamps on a shelf behind the fingerboard: a neck with a slot has none. */
function shelfForLock({ build, layout }: FitContext): FoundJoint[] {
  const neck = partIn(build, 'neck'),
    nut = partIn(build, 'locking-nut')
  if (!neck || !nut) return []
  const seat = neck.traits.nutSeat
  const n = {
    id: 'shelf-there',
    family: shelfThere.id,
    title: 'A shelf for the locking nut',
    at: [-8, layout.halfNut / 2] as Point,
    slots: ['locking-nut', 'neck'],
  }
  if (seat === undefined && neck.dims.shelfLength === undefined)
    return [
      unseen(
        {
          ...n,
          says: 'Can’t tell yet: nobody has said what the nut sits on. A neck with a slot has no shelf: look, and enter it at the Shelf station.',
        },
        `${neck.id}/nut-seat`,
        'what the nut sits on',
      ),
    ]
  return [
    required({
      ...n,
      missing: seat === undefined || seat === 'on a shelf' ? 0 : 1,
      says: `The neck’s nut sits ${seat}: a locking nut wants a flat shelf behind the fingerboard. Nut, bridge and neck belong together: another neck, or a plain nut.`,
    }),
  ]
}

/** A rod that is turned at the heel wants a notch in the body, or the neck comes off for every turn of it. */
function notchForRod({ build, layout }: FitContext): FoundJoint[] {
  const neck = partIn(build, 'neck'),
    body = partIn(build, 'body')
  if (!neck || !body || neck.traits.rod !== 'at the heel') return []
  const there = body.features.some(f => f.role === 'rod-notch') || build.cuts.some(c => c.sort === 'notch')
  const n = {
    id: 'notch-there',
    family: notchThere.id,
    title: 'A notch for the truss rod’s tool',
    at: [layout.nutToHeelEnd + 8, 0] as Point,
    slots: ['neck', 'body'],
  }
  if (!there && body.traits.rodNotch === undefined)
    return [
      unseen(
        {
          ...n,
          says: 'Can’t tell yet: nobody has looked for a notch behind the pocket. Look, and enter it at the Shelf station.',
        },
        `${body.id}/rod-notch`,
        'notch behind the pocket',
      ),
    ]
  return [
    required({
      ...n,
      missing: there || body.traits.rodNotch === 'there' ? 0 : 1,
      says: 'The rod is turned at the heel and the body has no notch: the neck comes off for every turn. Add a notch under Cutting, before finish.',
    }),
  ]
}

/** A neck that is tilted by a screw under its heel wants a plate with that screw. */
function tiltForNeck({ build, layout }: FitContext): FoundJoint[] {
  const neck = partIn(build, 'neck')
  if (neck?.traits.tilt !== 'asks for it') return []
  const plate = partIn(build, 'neck-plate'),
    n = {
      id: 'tilt-there',
      family: tiltThere.id,
      title: 'A tilt screw for the neck',
      at: [layout.nutToHeelEnd - 30, 0] as Point,
      slots: ['neck', 'neck-plate'],
    }
  if (plate && plate.traits.tilt === undefined)
    return [
      unseen(
        { ...n, says: 'Can’t tell yet: nobody has said whether the neck plate has a tilt screw. Look at it.' },
        `${plate.id}/tilt`,
        'tilt screw of the neck plate',
      ),
    ]
  return [
    required({
      ...n,
      missing: plate?.traits.tilt === 'there' ? 0 : 1,
      says: `The neck asks for a screw that tilts it, and the ${plate ? 'neck plate has none' : 'instrument has no neck plate'}: a plate with a tilt screw, or a shim instead.`,
    }),
  ]
}

/** Poles that number as the strings or their courses do; a bar serves any number. */
function polesForStrings({ build, layout }: FitContext): FoundJoint[] {
  const { strings, perCourse } = build.instrument,
    courses = Math.ceil(strings / (perCourse ?? 1))
  return layout.pickups.flatMap((p): FoundJoint[] => {
    const poles = partIn(build, p.slot)?.dims.poles?.value
    if (poles === undefined) return []
    const wanted =
      perCourse && perCourse > 1 && Math.abs(poles - courses) < Math.abs(poles - strings) ? courses : strings
    return [
      required({
        id: `${p.slot}-pole-count`,
        family: poleCount.id,
        title: `A pole under every string, ${servedWord(p.slot)} pickup`,
        missing: poles === 1 ? 0 : Math.abs(wanted - poles),
        at: p.centre,
        slots: [p.slot],
        says: `It has ${poles} poles for ${strings} strings${courses === strings ? '' : ` in ${courses} courses`}: strings between poles sound weaker. A pickup with as many poles, or with a bar.`,
      }),
    ]
  })
}

/** Doubt of what is there in nearly every instrument, and only not looked at yet, pieces [from memory]. */
const LIKELY = 0.5

/** The strings' ground: the wiring decides, and until it does it cannot be told. */
function ground({ build, layout }: FitContext): FoundJoint[] {
  const { components, wires } = build.circuit
  if (!partIn(build, 'body') || build.instrument.pickups.length === 0) return []
  const strings = stringsIn(components),
    bonded = strings && wires.some(w => [w.from, w.to].some(t => lugRef(t).of === strings.id))
  const common = {
    id: 'ground-there',
    family: groundThere.id,
    title: 'A ground for the strings',
    at: [layout.bridge.front + 10, layout.bridge.y] as Point,
    slots: ['bridge'],
  }
  return [
    bonded
      ? required({ ...common, missing: 0, says: '' })
      : unseen(
          {
            ...common,
            says: `Can’t tell yet: ${components.length ? 'no wire of the circuit leads to the strings' : 'there is no circuit yet'}. Strings without a ground hum.`,
          },
          'wiring/ground',
          'ground of the strings',
          LIKELY,
        ),
  ]
}

/** Active pickups and the battery that they need. */
function battery({ build, layout }: FitContext): FoundJoint[] {
  const active = build.instrument.pickups
    .map(p => `pickup-${p}`)
    .filter(s => partIn(build, s)?.traits.electronics === 'active')
  if (active.length === 0) return []
  return [
    required({
      id: 'battery-there',
      family: batteryThere.id,
      title: 'A battery for the active pickups',
      missing: partIn(build, 'battery') ? 0 : 1,
      at: layout.pickups.find(p => p.slot === active[0])?.centre ?? [layout.bridge.front, 0],
      slots: active,
      says: 'An active pickup is silent without its battery: give the instrument one, and a box or a clip for it.',
    }),
  ]
}

const CONTROLLED = ['body', 'guard', 'plate', ...CONTROLS] as const

/** What an instrument cannot be without, beside its parts: it is there, or it is missing. */
export const requirements = {
  families: [
    tunerHoles,
    controlPlace,
    plateHoles,
    shelfThere,
    notchThere,
    tiltThere,
    poleCount,
    groundThere,
    batteryThere,
  ],
  found: [
    findIn(['neck'], holesForTuners),
    findIn(CONTROLLED, placesForControls),
    findIn(['guard', 'plate'], holesForPlates),
    findIn(['neck', 'locking-nut'], shelfForLock),
    findIn(['neck', 'body'], notchForRod),
    findIn(['neck', 'plate'], tiltForNeck),
    findIn(['pickup'], polesForStrings),
    findIn(['body'], ground),
    findIn(['pickup', 'battery'], battery),
  ],
} satisfies FamilyFile
