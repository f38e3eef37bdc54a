import type { Slot } from '../document/slots.ts'
import type { Part } from '../parts/part.ts'
import type { PartKind } from '../parts/partKinds.ts'
import { assumedOutline, assumedPart, typicalFeature } from '../parts/typicalPart.ts'
import { headOutline } from '../parts/typicalShapes.ts'
import { claimed } from '../units/doubt.ts'
import { SCALE_SPREAD, type Answers, type Resolved } from './answers.ts'
import {
  bodyFeatures,
  bodyOutline,
  controlPlaces,
  guardFeatures,
  guardShape,
  headPlaces,
  TAIL,
  TOP_LEFT,
  type ControlPlace,
} from './places.ts'
import type { Proportions } from './proportions.ts'

/** Everything that decides what an assumed part measures. */
export interface Assuming {
  answers: Answers
  r: Resolved
  p: Proportions
  controls: ControlPlace[]
  /** Height of the strings over the fret plane at the nut, mm. */
  atNut: number
}

export const assuming = (answers: Answers, r: Resolved, p: Proportions, atNut: number): Assuming => ({
  answers,
  r,
  p,
  controls: controlPlaces(r, p),
  atNut,
})

type Maker = (a: Assuming, s: Slot, id: string) => Part

const plain =
  (
    values: (a: Assuming, s: Slot) => Record<string, number>,
    traits: (a: Assuming, s: Slot) => Record<string, string> = () => ({}),
  ): Maker =>
  (a, s, id) =>
    assumedPart(s.kind, id, s.label, values(a, s), traits(a, s))

/** What is said of the scale length counts as a claim until it is measured. */
const SAID = 'said when the build was begun'

const neck: Maker = ({ answers, r, p }, s, id) => {
  const lock: Record<string, number> =
    r.bridge === 'double-locking tremolo' ? { shelfDepth: 5.5, shelfLength: 16, lockSpread: 20 } : {}
  const part = assumedPart('neck', id, s.label, {
    scaleLength: r.scaleLength,
    frets: p.frets,
    nutToHeelEnd: p.nutToHeelEnd,
    heelLength: p.heelLength,
    heelWidth: p.heelWidth,
    heelWidthEnd: p.heelWidth,
    heelThickness: p.heelThickness,
    fretHeight: p.fretHeight,
    widthAtNut: p.widthAtNut,
    widthAtLastFret: p.widthAtLastFret,
    ...lock,
  })
  const scale =
    answers.scaleLength === undefined
      ? { ...part.dims.scaleLength!, doubt: SCALE_SPREAD }
      : { ...claimed(r.scaleLength), with: SAID }
  const head = headPlaces(r.strings, p.bass)
  return {
    ...part,
    dims: { ...part.dims, scaleLength: scale },
    outline: assumedOutline(headOutline(p.widthAtNut / 2, head.half, head.length)),
    features: head.posts.map(([x, y], i) =>
      typicalFeature(
        'tuner-hole',
        `tuner-${i + 1}`,
        { x, y, diameter: TUNER[p.bass ? 'bass' : 'guitar'].bushingDiameter - 0.07 },
        { serves: String(i + 1), through: true },
      ),
    ),
  }
}

const body: Maker = ({ r, p, controls }, s, id) => ({
  ...assumedPart('body', id, s.label, { thickness: 44, mass: 1900 }),
  outline: bodyOutline(controls, p),
  features: bodyFeatures(r, p, controls),
})

const guard: Maker = ({ r, p, controls }, s, id) => {
  const shape = guardShape(p, r.hang === 'guard' ? controls : [])
  return {
    ...assumedPart('guard', id, s.label, { notchWidth: p.heelWidth + 1.2, bridgeEdge: p.bridgeFront - 0.7 }),
    outline: shape.outline,
    features: guardFeatures(r, p, controls, shape.screws),
  }
}

/** Screw holes of a plate that is screwed flat, across it. */
const bridge: Maker = ({ r, p }, s, id) => {
  const sizes = Object.fromEntries(Object.entries(p.bridge).filter(([, v]) => v !== undefined)) as Record<
    string,
    number
  >
  const part = assumedPart(
    'bridge',
    id,
    s.label,
    { ...sizes, stringSpread: p.stringSpread, stringHole: Math.max(2.6, p.thickest + 1) },
    { sort: r.bridge },
  )
  const holes =
    r.bridge === 'flat plate'
      ? { n: 4, x: 0.65 }
      : r.bridge === 'rocking tremolo, six screws'
        ? { n: 6, x: 0.08 }
        : undefined
  if (!holes) return part
  const reach = p.bridge.plateWidth * 0.72
  return {
    ...part,
    features: Array.from({ length: holes.n }, (_, i) =>
      typicalFeature(
        'screw-hole',
        `screw-${i + 1}`,
        { x: p.bridge.plateLength * holes.x, y: reach * (i / (holes.n - 1) - 0.5), diameter: 3.55 },
        { through: true },
      ),
    ),
  }
}

const TUNER = {
  guitar: { bushingDiameter: 8.8, bodyWidth: 15, stringHole: 2 },
  bass: { bushingDiameter: 13.6, bodyWidth: 24, stringHole: 3.2 },
} as const

const SCREWS: Record<string, { count: number; diameter: number; length: number }> = {
  'bridge-screws': { count: 4, diameter: 3, length: 25 },
  'tuner-screws': { count: 6, diameter: 2.2, length: 10 },
  'guard-screws': { count: 11, diameter: 3, length: 12 },
  'pickup-screws': { count: 4, diameter: 2.7, length: 25 },
  'button-screws': { count: 2, diameter: 3.5, length: 30 },
  'tail-screws': { count: 3, diameter: 3, length: 20 },
}

const screws = plain(({ r, p }, s): Record<string, number> => {
  if (s.id === 'neck-screws') {
    // Their points end in the middle of what the heel allows: 12 mm of bite, 3 mm short of the fingerboard.
    const wood = p.heelThickness - 6
    return { count: 4, diameter: 4.2, length: (12 + wood - 3) / 2 + 1.5 + 44 - p.pocketDepth }
  }
  const usual = SCREWS[s.id] ?? { count: 4, diameter: 3, length: 20 }
  if (s.id === 'bridge-screws' && r.bridge !== 'flat plate') return { ...usual, count: 6 }
  return s.id === 'tuner-screws' ? { ...usual, count: Math.max(1, r.strings) } : usual
})

const control = (a: Assuming, slot: string): ControlPlace['sort'] =>
  a.controls.find(c => c.slot === slot)?.sort ?? 'toggle'

/** What a thread goes through at a control: a guard's or a plate's sheet, else the top that is left over the cavity. */
const under = (a: Assuming): number => (a.r.hang === 'guard' ? 2.3 : a.r.hang === 'plate' ? 1.5 : TOP_LEFT)
const HARDWARE = 2.8

const pot = plain(
  a => ({
    threadDiameter: 7,
    threadLength: under(a) + HARDWARE + 2.3,
    hardware: HARDWARE,
    caseDepth: 14,
    shaftDiameter: 6,
    resistance: 500e3,
  }),
  () => ({ shaft: 'split', taper: 'logarithmic' }),
)

const SWITCH_TRAIT = { toggle: 'three-way toggle', 'mini toggle': 'mini toggle', pot: 'three-way toggle' } as const
const switch_ = plain(
  (a, s): Record<string, number> => {
    const sort = control(a, s.id)
    if (sort === 'blade')
      return { caseWidth: 12, caseDepth: 30, caseLength: 44, leverLength: 26, leverWidth: 1.4, screwSpread: 41.3 }
    const mini = sort === 'mini toggle'
    return {
      caseWidth: mini ? 13 : 24,
      caseDepth: mini ? 16 : 28,
      threadDiameter: mini ? 6 : 12,
      threadLength: under(a) + HARDWARE + 2.3,
      hardware: HARDWARE,
    }
  },
  (a, s): Record<string, string> => {
    const sort = control(a, s.id)
    return {
      sort: sort === 'blade' ? (a.r.pickups.length > 2 ? 'five-way blade' : 'three-way blade') : SWITCH_TRAIT[sort],
    }
  },
)

const pickup: Maker = ({ p }, s, id) => {
  const k = p.pickups.find(x => `pickup-${x.place}` === s.id)!
  const part = assumedPart(
    'pickup',
    id,
    s.label,
    {
      length: k.length,
      width: k.width,
      corner: k.corner,
      coils: k.coils,
      poleSpread: k.poleSpread,
      mountSpread: k.width + 8,
      tabHole: 3.3,
      travel: 5,
      leadLength: 380 + (p.bass ? 80 : 0),
      level: k.coils === 2 ? 1.6 : 1,
      ...(k.sort === 'single-coil' ? {} : { dcResistance: 8500, inductance: k.coils === 2 ? 4.6 : 5.8 }),
    },
    { sort: k.sort },
  )
  return part
}

const ring: Maker = ({ p }, s, id) => {
  const k = p.pickups.find(x => `ring-${x.place}` === s.id)!
  return assumedPart('ring', id, s.label, {
    length: k.length + 9,
    width: k.width + 20,
    openingLength: k.length + 0.7,
    openingWidth: k.width + 0.7,
    openingCorner: k.corner,
    tall: k.place === 'bridge' ? 7 : 5,
  })
}

const PLATE_SORT: Record<string, string> = {
  'neck-plate': 'neck plate',
  'control-plate': 'control plate',
  'jack-plate': 'jack plate',
  'back-cover': 'back cover',
}

/** One maker for each kind of part that has a slot. */
const MAKERS: Partial<Record<PartKind, Maker>> = {
  neck,
  body,
  guard,
  bridge,
  screws,
  pot,
  switch: switch_,
  pickup,
  ring,
  tailpiece: plain(
    ({ r, p }): Record<string, number> => ({
      stringSpread: p.stringSpread,
      stringHole: Math.max(2.6, p.thickest + 1),
      ...(r.bridge === 'stud bridge'
        ? { postSpacing: (p.bridge.postSpacing ?? 74) + TAIL.wider, postSlot: 7.2, height: 12 }
        : { length: 100, height: 12 }),
    }),
    ({ r }) => ({ sort: r.bridge === 'stud bridge' ? 'stop tail' : 'trapeze' }),
  ),
  studs: plain(() => ({ bushingDiameter: 11, bushingLength: 18, postDiameter: 6 })),
  nut: plain(({ p, atNut }) => ({
    thickness: 3.175,
    length: p.widthAtNut + 0.15,
    height: 3 + p.fretHeight + atNut + 1.3,
  })),
  'locking-nut': plain(({ p }) => ({ width: p.widthAtNut, length: 16, screwSpread: 20 })),
  tuners: plain(({ r, p }) => ({
    count: r.strings,
    ...TUNER[p.bass ? 'bass' : 'guitar'],
    stringHole: Math.max(TUNER[p.bass ? 'bass' : 'guitar'].stringHole, p.thickest + 0.6),
    reachMin: 12,
    reachMax: 17,
  })),
  springs: plain(
    (_, s): Record<string, number> =>
      s.id === 'tremolo-springs'
        ? { count: 3, freeLength: 52, solidLength: 46, outsideDiameter: 8.5 }
        : { count: 4, freeLength: 15, solidLength: 4 },
    (_, s) => ({ sort: s.id === 'tremolo-springs' ? 'tremolo' : 'pickup height' }),
  ),
  plate: plain(
    (_, s): Record<string, number> =>
      s.id === 'neck-plate'
        ? { thickness: 1.5, length: 64, width: 51 }
        : s.id === 'jack-plate'
          ? { length: 40, width: 34 }
          : s.id === 'back-cover'
            ? { thickness: 2, length: 150, width: 76 }
            : { length: 160, width: 34 },
    (_, s): Record<string, string> => (PLATE_SORT[s.id] ? { sort: PLATE_SORT[s.id]! } : {}),
  ),
  jack: plain(() => ({ threadDiameter: 9.5, threadLength: 10.2, hardware: 3 })),
  knob: plain(
    () => ({ bore: 6.02 }),
    () => ({ bore: 'split' }),
  ),
  strings: (a, s, id) => ({ ...assumedPart('strings', id, s.label), gauges: a.p.gauges }),
}

/** The part that we take for granted in a slot until something is known of it. */
export const partAssumed = (a: Assuming, s: Slot, id: string): Part =>
  (MAKERS[s.kind] ?? plain(() => ({})))(a, s, id)

/** Slots that stay empty in an assumed build: nothing asks for what would go there. */
export const LEFT_EMPTY: readonly string[] = ['shim']
