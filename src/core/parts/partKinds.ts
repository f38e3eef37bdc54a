import { maybe, mm, other, type DimensionSpec } from './dimensionSpec.ts'
import type { FeatureRole } from './featureRoles.ts'
import { WOOD_NAMES } from './woods.ts'

/** A property of a part that is a choice rather than a dimension. */
export interface TraitSpec { label: string; values: readonly string[]; typical: string }

export interface PartKindSpec {
  label: string
  dims: Record<string, DimensionSpec>
  traits: Record<string, TraitSpec>
  features: readonly FeatureRole[]
  outline: boolean
}

const trait = (label: string, values: readonly string[], typical = values[0]!): TraitSpec => ({ label, values, typical })
const thread = {
  threadDiameter: mm('bushing thread diameter', 3, 20, 7, 'Calliper over the thread.'),
  threadLength: mm('bushing thread length', 2, 40, 8, 'Calliper from the shoulder to the thread’s end.'),
  hardware: mm('washer and nut together', 0.5, 8, 2.8, 'Calliper over washer and nut, stacked.'),
  caseWidth: mm('case width', 4, 60, 24, 'Calliper over the case.'),
  caseDepth: mm('case and lugs below the top', 3, 70, 12, 'Calliper from the shoulder to the lowest lug.'),
}
const woodTrait = trait('wood', WOOD_NAMES, 'red alder')

/**
 * Every kind of part, its dimensions and choices, in one place. Typical values [from memory]: the user overrides them.
 */
export const PART_KINDS = {
  body: {
    label: 'Body', outline: true,
    features: ['neck-pocket', 'pickup-rout', 'control-cavity', 'pot-hole', 'switch-hole', 'jack-hole', 'screw-hole'],
    dims: {
      thickness: mm('body thickness', 15, 120, 44, 'Calliper at the edge, three places.'),
      mass: maybe(other('mass', 'mass', 100, 8000, 1900, 'Kitchen scale.')),
    },
    traits: { wood: woodTrait, surface: trait('surface', ['bare', 'sealed', 'finished']) },
  },
  neck: {
    label: 'Neck', outline: true, features: ['tuner-hole', 'screw-hole'],
    dims: {
      scaleLength: mm('scale length', 300, 1200, 648, 'Steel rule from nut edge to fret 12’s crown, doubled.'),
      frets: other('count', 'frets', 0, 36, 22, 'Count them.'),
      nutToHeelEnd: mm('nut to heel end', 150, 900, 470, 'Steel rule from the nut’s fingerboard edge to the end of the heel.'),
      heelLength: mm('heel length', 20, 150, 76, 'Calliper from the heel’s end to where its sides start to curve.'),
      heelWidth: mm('heel width at the mouth', 20, 90, 56, 'Calliper over the heel where the pocket’s mouth will be.'),
      heelWidthEnd: mm('heel width at its end', 20, 90, 56, 'Calliper over the heel’s last 5 mm.'),
      heelThickness: mm('heel thickness with fingerboard', 10, 50, 25, 'Calliper over heel and fingerboard, between two frets.'),
      fingerboardThickness: mm('fingerboard thickness at the heel', 2, 15, 6, 'Rule at the heel’s end, along the glue line.'),
      fretHeight: mm('fret crown above fingerboard', 0.3, 3, 1.1, 'Calliper depth rod on two crowns.'),
      widthAtNut: mm('width at the nut', 20, 90, 42, 'Calliper over the fingerboard at the nut.'),
      widthAtLastFret: mm('fingerboard width at the last fret', 25, 110, 56, 'Calliper over the fingerboard at the last fret.'),
      radius: mm('fingerboard radius', 100, 1000, 305, 'Radius gauge across the frets.'),
      slotWidth: mm('nut slot width', 1, 15, 3.2, 'Feeler gauges or drill shanks pushed into the slot.'),
      slotDepth: mm('nut slot depth below the fingerboard', 0, 12, 3, 'Calliper depth rod.'),
      headThickness: mm('headstock thickness', 6, 35, 14.5, 'Calliper at the tuner holes.'),
      headDrop: mm('headstock face below the fingerboard', 0, 40, 6, 'Straightedge over the frets, rule down to the face.'),
      mass: maybe(other('mass', 'mass', 50, 3000, 600, 'Kitchen scale.')),
    },
    traits: { wood: trait('wood', WOOD_NAMES, 'hard maple'), rod: trait('truss rod reached', ['at the head', 'at the heel', 'none']) },
  },
  bridge: {
    label: 'Bridge', outline: false, features: ['screw-hole'],
    dims: {
      plateLength: mm('plate along the strings', 10, 200, 42, 'Calliper over the plate.'),
      plateWidth: mm('plate across the strings', 20, 250, 84, 'Calliper over the plate.'),
      plateThickness: mm('plate thickness', 0.5, 20, 2, 'Calliper at the plate’s edge.'),
      frontToForwardSaddle: mm('plate front to foremost saddle point', -20, 100, 8, 'Wind a saddle fully forward, rule from the plate’s front edge to its crest.'),
      saddleTravel: mm('saddle travel', 0, 60, 14, 'Wind one saddle from end to end, measure both crests.'),
      stringSpread: mm('string spread, outer to outer', 15, 200, 52, 'Calliper between the outer saddles’ slots.'),
      saddleLow: mm('lowest saddle height', 1, 60, 8.5, 'Screws fully down, calliper from the table to the crest.'),
      saddleHigh: mm('highest saddle height', 1, 80, 13, 'Screws up until they only just hold, table to crest.'),
      stringHole: mm('string hole', 0.5, 12, 3, 'Largest bit shank that slips in.'),
      mass: maybe(other('mass', 'mass', 10, 2000, 230, 'Kitchen scale.')),
    },
    traits: { sort: trait('sort', ['flat plate', 'trapeze tail with bridge']), saddleScrew: trait('saddle height screw', ['M3', 'M4', '#4-40', '#6-32']) },
  },
  nut: {
    label: 'Nut', outline: false, features: [],
    dims: {
      thickness: mm('nut thickness', 1, 15, 3.2, 'Calliper, along the strings.'),
      length: mm('nut length', 20, 100, 42, 'Calliper, across the neck.'),
      height: mm('nut height', 2, 25, 7.5, 'Calliper, from its foot to the top at the middle.'),
    },
    traits: { sort: trait('sort', ['slotted', 'blank']) },
  },
  tuners: {
    label: 'Set of tuners', outline: false, features: [],
    dims: {
      count: other('count', 'tuners in the set', 1, 24, 6, 'Count them.'),
      bushingDiameter: mm('bushing outside diameter', 4, 25, 8.8, 'Calliper over the bushing’s barrel.'),
      bodyWidth: mm('body width along the row', 6, 60, 15, 'Calliper over the gear housing, along the head’s edge.'),
      reachMin: mm('thinnest headstock it clamps', 4, 30, 12, 'From its leaflet; or bushing down, calliper between the faces.'),
      reachMax: mm('thickest headstock it clamps', 5, 40, 16, 'From its leaflet; or bushing just caught, calliper between the faces.'),
      postHeight: mm('string hole above the head’s face', 2, 40, 9, 'Calliper from the washer to the string hole.'),
      screwOffset: mm('screw to post centre', 0, 40, 13, 'Rule from the post’s centre to the screw hole.'),
    },
    traits: { bushing: trait('bushing', ['pressed', 'threaded']) },
  },
  pickup: {
    label: 'Pickup', outline: false, features: [],
    dims: {
      length: mm('cover along the strings', 5, 120, 38, 'Calliper over the cover or bobbin.'),
      width: mm('cover across the strings', 15, 200, 70, 'Calliper over the cover or bobbin, without its ears.'),
      corner: mm('corner radius', 0, 40, 3, 'Lay drill shanks against the corner until the curve matches.'),
      depthBelowTop: mm('pickup below the top, at its lowest', 2, 60, 16, 'Calliper from the cover’s set height to the lowest point.'),
      poleSpread: mm('outer pole to outer pole', 10, 180, 50, 'Rule between the outer poles’ centres.'),
      coils: other('count', 'coils', 1, 2, 1, 'Two rows of poles, or four leads: two coils.'),
      dcResistance: other('resistance', 'winding resistance, all coils', 10, 200e3, 7e3, 'Meter over start and finish, coils in series.'),
      inductance: other('inductance', 'inductance, all coils', 0.01, 60, 3, 'LCR meter at 1 kHz, or the leaflet.'),
      capacitance: other('capacitance', 'winding capacitance', 1e-12, 5e-9, 100e-12, 'From the leaflet; or computed from the peak with a known load.'),
      lossResistance: other('resistance', 'loss as parallel resistance', 1e4, 1e8, 1e6, 'From the leaflet; or fitted to the height of the peak.'),
      level: maybe(other('ratio', 'level against a single-coil', 0.01, 10, 1, 'Compare at the amplifier, same distance to the strings.')),
    },
    traits: { sort: trait('sort', ['single-coil', 'wide single-coil', 'double-coil']) },
  },
  pot: {
    label: 'Potentiometer', outline: false, features: [],
    dims: { ...thread, resistance: other('resistance', 'track resistance', 1e3, 1e7, 250e3, 'Meter over the outer lugs.') },
    traits: { taper: trait('taper', ['linear', 'logarithmic'], 'logarithmic'), pull: trait('pull switch', ['none', 'two-pole changeover']) },
  },
  switch: {
    label: 'Pickup switch', outline: false, features: [],
    dims: thread,
    traits: { sort: trait('sort', ['three-way toggle']) },
  },
  capacitor: {
    label: 'Capacitor', outline: false, features: [],
    dims: { capacitance: other('capacitance', 'capacitance', 1e-12, 1e-4, 22e-9, 'Meter on its capacitance range, one leg free.') },
    traits: {},
  },
  jack: {
    label: 'Output jack', outline: false, features: [],
    dims: { ...thread },
    traits: {},
  },
  screws: {
    label: 'Set of screws', outline: false, features: [],
    dims: {
      count: other('count', 'screws in the set', 1, 60, 4, 'Count them.'),
      diameter: mm('outside thread diameter', 0.8, 8, 4.2, 'Calliper over the thread.'),
      length: mm('length under the head', 3, 120, 45, 'Calliper from under the head to the point; countersunk heads included.'),
    },
    traits: { metal: trait('metal', ['steel', 'stainless', 'brass']) },
  },
  plate: {
    label: 'Plate', outline: false, features: [],
    dims: { thickness: mm('plate thickness', 0.3, 15, 1.5, 'Calliper at the rim.') },
    traits: {},
  },
  buttons: {
    label: 'Strap buttons', outline: false, features: [],
    dims: { count: other('count', 'buttons', 1, 4, 2, 'Count them.'), height: mm('button height under the screw head', 2, 30, 12, 'Calliper from the seat of the screw head to the foot.') },
    traits: {},
  },
  strings: {
    label: 'Set of strings', outline: false, features: [],
    dims: {},
    traits: {},
  },
} as const satisfies Record<string, PartKindSpec>

export type PartKind = keyof typeof PART_KINDS
export const PART_KIND_NAMES = Object.keys(PART_KINDS) as PartKind[]
