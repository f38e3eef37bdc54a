import { massOf, maybe, lengthOf, other } from '../dimensionSpec.ts'
import { THREAD_NAMES } from '../threads.ts'
import { CONTACT_NAMES } from '../contacts.ts'
import { GANGS, JACK_SORTS } from '../lugs.ts'
import { maybeTrait, trait, type PartKindSpec } from './partKindSpec.ts'

const thread = {
  threadDiameter: lengthOf('bushing thread diameter', 3, 20, 7, 'Calliper over the thread.'),
  threadLength: lengthOf('bushing thread length', 2, 40, 8, 'Calliper from the shoulder to the thread’s end.'),
  hardware: lengthOf('washer and nut together', 0.5, 8, 2.8, 'Calliper over washer and nut, stacked.'),
  caseWidth: lengthOf('case width', 4, 60, 24, 'Calliper over the case.'),
  caseDepth: lengthOf('case and lugs below the top', 3, 70, 12, 'Calliper from the shoulder to the lowest lug.'),
}
/** Its own thread and its nut's. */
const threads = {
  thread: maybeTrait('thread', THREAD_NAMES),
  nutThread: maybeTrait('thread of its nut', THREAD_NAMES),
}
const shaft = {
  shaftDiameter: maybe(
    lengthOf('shaft diameter', 2, 12, 6, 'Calliper over the shaft; over both halves of a split one.'),
  ),
}

/** How a track's resistance grows along its turn. */
export const TAPERS = ['linear', 'logarithmic', 'reverse logarithmic'] as const
export type Taper = (typeof TAPERS)[number]

/** Pickups, controls and what is soldered between them. Typical values [from memory]. */
export const ELECTRIC_KINDS = {
  pickup: {
    label: 'Pickup',
    outline: true,
    features: [],
    dims: {
      length: lengthOf('cover along the strings', 5, 120, 38, 'Calliper over the cover or bobbin.'),
      width: lengthOf(
        'cover across the strings',
        15,
        200,
        70,
        'Calliper over the cover or bobbin, without its ears.',
      ),
      corner: lengthOf('corner radius', 0, 40, 3, 'Lay drill shanks against the corner until the curve matches.'),
      depthBelowTop: lengthOf(
        'pickup below the top, at its lowest',
        2,
        60,
        16,
        'Calliper from the cover’s set height to the lowest point.',
      ),
      poleSpread: lengthOf('outer pole to outer pole', 10, 180, 50, 'Rule between the outer poles’ centres.'),
      poles: maybe(other('count', 'poles in a row; 1 for a bar', 1, 18, 6, 'Count one row.')),
      coils: other('count', 'coils', 1, 2, 1, 'Two rows of poles, or four leads: two coils.'),
      dcResistance: other(
        'resistance',
        'winding resistance, all coils',
        10,
        200e3,
        7e3,
        'Meter over start and finish, coils in series.',
      ),
      inductance: other('inductance', 'inductance, all coils', 0.01, 60, 3, 'LCR meter at 1 kHz, or the leaflet.'),
      capacitance: other(
        'capacitance',
        'winding capacitance',
        1e-12,
        5e-9,
        100e-12,
        'From the leaflet; or computed from the peak with a known load.',
      ),
      lossResistance: other(
        'resistance',
        'loss as parallel resistance',
        1e4,
        1e8,
        1e6,
        'From the leaflet; or fitted to the height of the peak.',
      ),
      coverHeight: maybe(lengthOf('cover above its mounting tabs', 0, 40, 8, 'Calliper.')),
      mountSpread: maybe(
        lengthOf('mounting holes, centre to centre', 20, 200, 78, 'Rule between the holes’ centres.'),
      ),
      tabHole: maybe(lengthOf('hole in the mounting tabs', 1, 8, 3.2, 'Largest bit shank that slips in.')),
      tabAboveLowest: maybe(
        lengthOf(
          'tabs above the pickup’s lowest point',
          0,
          50,
          5,
          'Calliper from the lowest point to the tab’s upper face.',
        ),
      ),
      travel: maybe(lengthOf('height range wanted', 0, 20, 5, 'From lowest to highest setting wanted.')),
      leadLength: maybe(lengthOf('lead length', 20, 1500, 300, 'Rule along the lead.')),
      level: maybe(
        other(
          'ratio',
          'level against a single-coil',
          0.01,
          10,
          1,
          'Compare at the amplifier, same distance to the strings.',
        ),
      ),
      turns: maybe(
        other(
          'count',
          'turns of wire, all coils',
          50,
          40_000,
          8000,
          'From the leaflet, or counted when it was wound.',
        ),
      ),
      mass: massOf(110),
    },
    spreads: {
      length: 1.5,
      width: 2,
      corner: 1.5,
      depthBelowTop: 2.5,
      poleSpread: 2,
      coverHeight: 2,
      mountSpread: 2,
      tabHole: 0.4,
      tabAboveLowest: 2,
      travel: 2,
      leadLength: 120,
      level: 0.4,
    },
    look: [
      'Leads: pairs that read a resistance are coils',
      'Cover or bobbin without cracks, wax sealed',
      'Magnet poles by compass',
    ],
    traits: {
      sort: trait('sort', ['single-coil', 'wide single-coil', 'double-coil']),
      electronics: maybeTrait('electronics', ['passive', 'active']),
      winding: maybeTrait('winding', ['as usual', 'reverse']),
      magnet: maybeTrait('magnet, up', ['south', 'north']),
    },
  },
  pot: {
    label: 'Pot',
    outline: false,
    features: [],
    dims: {
      ...thread,
      ...shaft,
      resistance: other('resistance', 'track resistance', 1e3, 1e7, 250e3, 'Meter over the outer lugs.'),
      secondResistance: maybe(
        other(
          'resistance',
          'second track’s resistance',
          1e3,
          1e7,
          250e3,
          'Meter over the second row’s outer lugs.',
        ),
      ),
      mass: massOf(40),
    },
    spreads: {
      threadDiameter: 0.6,
      threadLength: 2,
      hardware: 0.5,
      caseWidth: 4,
      caseDepth: 5,
      shaftDiameter: 0.3,
    },
    look: ['Shaft turns evenly', 'Reading grows smoothly from end to end on the meter'],
    traits: {
      shaft: maybeTrait('shaft', ['split', 'smooth', 'spline']),
      taper: trait('taper', TAPERS, 'logarithmic'),
      gang: maybeTrait('tracks', GANGS),
      atFull: maybeTrait('at full', ['track stays', 'track opens']),
      pull: trait('pull switch', ['none', 'two-pole changeover']),
      ...threads,
    },
  },
  switch: {
    label: 'Switch',
    outline: false,
    features: [],
    look: ['Every position clicks; meter from common to each lug'],
    dims: {
      caseWidth: thread.caseWidth,
      caseDepth: thread.caseDepth,
      threadDiameter: maybe(thread.threadDiameter),
      threadLength: maybe(thread.threadLength),
      hardware: maybe(thread.hardware),
      caseLength: maybe(lengthOf('case length', 4, 90, 45, 'Calliper along the case.')),
      leverLength: maybe(
        lengthOf(
          'slot that the lever needs',
          2,
          60,
          26,
          'Throw the lever from end to end, calliper over its travel at the plate.',
        ),
      ),
      leverWidth: maybe(lengthOf('lever thickness', 0.5, 10, 1.4, 'Calliper.')),
      screwSpread: maybe(
        lengthOf('mounting screws, centre to centre', 5, 90, 41.3, 'Rule between the holes’ centres.'),
      ),
      mass: massOf(45),
    },
    spreads: {
      threadDiameter: 0.8,
      threadLength: 2.5,
      hardware: 0.6,
      caseWidth: 4,
      caseDepth: 5,
      caseLength: 5,
      leverLength: 3,
      leverWidth: 0.4,
      screwSpread: 2,
    },
    traits: {
      sort: trait('sort', [
        'three-way toggle',
        'three-way blade',
        'five-way blade',
        'slide',
        'mini toggle',
        'rocker',
        'four-way blade',
        'rotary',
        'push button',
      ]),
      contacts: maybeTrait('contacts', CONTACT_NAMES),
      ...threads,
    },
  },
  capacitor: {
    label: 'Capacitor',
    outline: false,
    features: [],
    dims: {
      capacitance: other(
        'capacitance',
        'capacitance',
        1e-12,
        1e-4,
        22e-9,
        'Meter on its capacitance range, one leg free.',
      ),
      mass: massOf(2),
    },
    look: ['Legs whole, value printed'],
    traits: {},
  },
  resistor: {
    label: 'Resistor',
    outline: false,
    features: [],
    look: ['Legs whole, bands readable'],
    dims: {
      resistance: other('resistance', 'resistance', 0.1, 1e8, 220e3, 'Meter, one leg free.'),
      mass: massOf(1),
    },
    traits: {},
  },
  jack: {
    label: 'Output jack',
    outline: false,
    features: [],
    dims: {
      ...thread,
      barrelLength: maybe(
        lengthOf('barrel behind the shoulder', 5, 80, 30, 'Calliper from the shoulder to the lugs.'),
      ),
      mass: massOf(25),
    },
    spreads: { threadDiameter: 0.5, threadLength: 2, hardware: 0.5, caseWidth: 3, caseDepth: 4, barrelLength: 5 },
    look: ['A plug clicks in and holds'],
    traits: {
      sort: maybeTrait('sort', ['panel', 'barrel']),
      contacts: maybeTrait('contacts', JACK_SORTS),
      ...threads,
    },
  },
  knob: {
    label: 'Knob',
    outline: false,
    features: [],
    look: ['Bore runs true', 'Set screw there and gripping'],
    dims: {
      bore: lengthOf('bore', 2, 12, 6.1, 'Largest bit shank that slips in.'),
      boreDepth: lengthOf('bore depth', 2, 30, 13, 'Depth rod.'),
      outsideDiameter: lengthOf('outside diameter', 6, 50, 19, 'Calliper.'),
      mass: massOf(8),
    },
    spreads: { bore: 0.3, boreDepth: 2, outsideDiameter: 4 },
    traits: { bore: trait('bore', ['split', 'smooth', 'spline']) },
  },
  battery: {
    label: 'Battery',
    outline: false,
    features: [],
    look: ['Fresh: the meter shows its full voltage'],
    dims: {
      length: lengthOf('length', 5, 80, 48.5, 'Calliper.'),
      width: lengthOf('width', 5, 60, 26.5, 'Calliper.'),
      height: lengthOf('height', 5, 60, 17.5, 'Calliper.'),
      mass: massOf(46),
    },
    spreads: { length: 1, width: 0.7, height: 0.7 },
    traits: {},
  },
} as const satisfies Record<string, PartKindSpec>
