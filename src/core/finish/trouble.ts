import { asWritten, cm, num, type Said, say } from '../say/said.ts'
import { counted } from '../text/text.ts'
import { ranked, type Likely } from '../text/ranked.ts'
import type { CautionId } from '../cautions/cautions.ts'
import { DEW_MARGIN } from './air.ts'
import type { Family } from './materials.ts'

/** What went wrong, as it is seen. */
export const TROUBLES = {
  run: 'A run or curtain',
  sag: 'A sag: thick places, low on the face',
  dust: 'Dust or hair in the film',
  spit: 'Spit: drops from the nozzle',
  peel: 'Orange peel',
  'dry spray': 'Rough, dull, dusty to the hand',
  blush: 'White or cloudy bloom',
  'fish-eye': 'Round craters, the film draws away',
  wrinkle: 'Wrinkled or lifted like skin',
  witness: 'Rings or lines after levelling',
  through: 'Sanded through to colour or wood',
  blotch: 'Filler or stain blotched',
  bleed: 'Dye bled into the binding',
  cracks: 'Cracks at holes',
  'loose binding': 'Binding loose or a line beside it',
  soft: 'Soft, prints under a nail',
  print: 'Grain or scratches print through',
  shrunk: 'Filler sunk in the pores',
  clouds: 'Metallic cloudy or striped',
} as const
export type TroubleName = keyof typeof TROUBLES
export const TROUBLE_NAMES = Object.keys(TROUBLES) as TroubleName[]

/** What the log says of the coat in question. */
export interface CoatFacts {
  humidity: number
  celsius: number
  /** °C of the surface above the dew point. */
  margin: number
  /** Hours since it was put on; undefined where the log has none. */
  hours: number | undefined
  /** Hours between it and the one below. */
  between: number | undefined
  recoatFrom: number
  recoatTo: number
  harden: number
  family: Family
  waterborne: boolean
  sprayed: boolean
  below: Family | undefined
  openPored: boolean
  filled: boolean
  coats: number
  /** Chance that levelling as planned goes through. */
  through: number
  /** Edges' radius, mm. */
  radius: number
}

interface Repair {
  steps: readonly Said[]
  /** Days until the next coat or levelling. */
  days: (f: CoatFacts) => number
  /** After which of its steps those days pass, from 0. */
  rests: number
  /** Coats' worth of film that it costs; what has to be put on again. */
  coats: number
  cautions?: readonly CautionId[]
}

interface Cause extends Likely<CoatFacts> {
  id: string
  says: string
  repair: keyof typeof REPAIRS
}

const hard = (f: CoatFacts) => Math.ceil(f.harden / 24)
const next = (f: CoatFacts) => Math.max(1, Math.ceil(f.recoatFrom / 24))

/** Ways to mend [common practice]. */
export const REPAIRS = {
  flatten: {
    steps: [
      'Leave it until it is hard: a run smeared wet is two.',
      'A scraper or P600 on a small hard block, on the run alone, tape on both sides.',
      'P1000, then the coat goes on over all of the face.',
    ],
    days: f => Math.max(3, Math.ceil(hard(f) / 3)),
    rests: 0,
    coats: 0.5,
    cautions: ['dust'],
  },
  'scuff and coat': {
    steps: [
      'Let it dry through.',
      'P600 over the place until it is dull and flat.',
      'One coat more over the face.',
    ],
    days: next,
    rests: 0,
    coats: 1,
    cautions: ['dust'],
  },
  'level later': {
    steps: ['Go on coating.', 'It comes out when the film is levelled: it costs what the peel costs.'],
    days: () => 0,
    rests: 0,
    coats: 0,
  },
  'wait for dry air': {
    steps: [
      'Wait for drier or warmer air; the surface 3 °C over the dew point.',
      'A light mist of the material’s own thinner lets the water out again.',
      'If it stays white: scuff, and one coat in dry air.',
    ],
    days: () => 1,
    rests: 0,
    coats: 1,
    cautions: ['respirator', 'sparks'],
  },
  'clean and mist': {
    steps: [
      'Stop. Wash with white spirit, cloths changed often, then with the material’s own thinner.',
      'A coat of shellac over all of it, let dry.',
      'Mist coats first, no wet one until the ground is closed.',
    ],
    days: () => 2,
    rests: 1,
    coats: 1,
    cautions: ['solvent', 'respirator'],
  },
  'take off': {
    steps: [
      'Let it harden as far as it will.',
      'Sand down to sound film, or to wood where it lifts.',
      'Shellac between, then mist coats; the next within its window.',
    ],
    days: f => hard(f) + 2,
    rests: 0,
    coats: 3,
    cautions: ['dust', 'respirator'],
  },
  'build again': {
    steps: [
      'Stop at once, and keep water off bare wood.',
      'Touch colour in with a small brush, each layer as it was.',
      'Coats of clear over the place, then over the face, until it stands above the rest.',
      'Level that place alone, with fingers.',
    ],
    days: f => hard(f) + 3,
    rests: 2,
    coats: 3,
    cautions: ['dust', 'respirator'],
  },
  'even out': {
    steps: [
      'Sand back evenly until the blotch is gone, all of the face.',
      'A thin coat of shellac, then colour again, thinner and twice.',
      'The test panel first.',
    ],
    days: () => 2,
    rests: 1,
    coats: 1,
    cautions: ['dust'],
  },
  scrape: {
    steps: [
      'A blade square to the binding, small strokes.',
      'What has gone in deep is touched with binding’s own colour.',
    ],
    days: () => 0,
    rests: 0,
    coats: 0,
    cautions: ['cutters'],
  },
  'glue again': {
    steps: [
      'Cut the film along the line.',
      'Thin glue wicked in, tape across it all along, a night.',
      'Fill, level, and the coats over it.',
    ],
    days: f => 1 + next(f),
    rests: 1,
    coats: 2,
  },
  'stop the hole': {
    steps: [
      'Chamfer the hole by hand through the film.',
      'Thin lacquer or glue into the crack, wiped off.',
      'Level when it is hard; screws only in chamfered holes.',
    ],
    days: f => Math.ceil(hard(f) / 2),
    rests: 1,
    coats: 0,
    cautions: ['cutters'],
  },
  'give it time': {
    steps: ['Warm and dry, air moving.', 'Nose and nail once a week; nothing else is done to it.'],
    days: f => Math.max(7, hard(f)),
    rests: 0,
    coats: 0,
  },
  'mist again': {
    steps: [
      'Nothing is sanded: flakes that are cut change colour.',
      say`Shake, ${cm(40)} off, two mist coats crosswise, the whole face.`,
      'Clear only when it is one tone from every side.',
    ],
    days: () => 1,
    rests: 1,
    coats: 1,
    cautions: ['respirator', 'sparks'],
  },
} as const satisfies Record<string, Repair>

const damp = (f: CoatFacts) =>
  f.humidity > 65 || f.margin < DEW_MARGIN
    ? {
        times: 5,
        says: say`${num(Math.round(f.humidity), 0, '%')}, the surface ${num(f.margin, 1, '°C')} above the dew point: damp`,
      }
    : {
        times: 0.3,
        says: say`${num(Math.round(f.humidity), 0, '%')}, ${num(f.margin, 1, '°C')} above the dew point: dry enough`,
      }
const cold = (f: CoatFacts) =>
  f.celsius < 16
    ? { times: 3, says: say`${num(f.celsius, undefined, '°C')}: cold` }
    : { times: 0.7, says: say`${num(f.celsius, undefined, '°C')}: warm enough` }
const hot = (f: CoatFacts) =>
  f.celsius > 27 ? { times: 4, says: say`${num(f.celsius, undefined, '°C')}: it sets before it levels` } : undefined
const soon = (f: CoatFacts) =>
  f.between === undefined
    ? undefined
    : f.between < f.recoatFrom
      ? {
          times: 4,
          says: say`${num(f.between, 1, 'h')} after the last coat, ${num(f.recoatFrom, undefined, 'h')} are asked`,
        }
      : { times: 0.5, says: say`${num(Math.round(f.between), 0, 'h')} after the last coat: long enough` }
const late = (f: CoatFacts) =>
  f.between === undefined || f.between <= f.recoatTo
    ? undefined
    : {
        times: 6,
        says: say`${num(Math.round(f.between), 0, 'h')} after the last coat: its window closed at ${num(Math.round(f.recoatTo), 0, 'h')}`,
      }
const young = (f: CoatFacts) =>
  f.hours === undefined
    ? undefined
    : f.hours < f.harden
      ? { times: 3, says: `${counted(Math.round(f.hours / 24), 'day')} old of ${Math.round(f.harden / 24)}` }
      : { times: 0.2, says: `${counted(Math.round(f.hours / 24), 'day')} old: it should be hard` }
const sprayed = (f: CoatFacts) =>
  f.sprayed ? { times: 1.5, says: 'sprayed' } : { times: 0.1, says: 'not sprayed' }
const strange = (f: CoatFacts) =>
  f.below && f.below !== f.family
    ? { times: 3, says: `it lies on ${f.below}` }
    : { times: 0.4, says: 'it lies on its own kind' }
const pores = (f: CoatFacts) =>
  f.openPored
    ? f.filled
      ? { times: 1.5, says: 'open-pored wood, filled' }
      : { times: 3, says: 'open-pored wood, not filled' }
    : { times: 0.2, says: 'closed-pored wood' }
const sharp = (f: CoatFacts) =>
  f.radius < 2
    ? { times: 2, says: say`edges eased to ${asWritten(f.radius)} only` }
    : { times: 0.8, says: say`edges eased to ${asWritten(f.radius)}` }
const risky = (f: CoatFacts) =>
  f.through > 0.05
    ? { times: 2, says: say`${num(Math.round(100 * f.through), 0, '%')} of such levellings go through` }
    : { times: 0.5, says: 'the film was thick enough for it' }

/** Causes of each trouble [common practice], likeliest first before the log speaks; weights from memory. */
export const CAUSES: Record<TroubleName, readonly Cause[]> = {
  run: [
    {
      id: 'heavy',
      says: 'Too much in one pass, too near, or held still',
      weight: 6,
      told: sprayed,
      repair: 'flatten',
    },
    { id: 'cold', says: 'Cold: it stays liquid too long', weight: 2, told: cold, repair: 'flatten' },
  ],
  sag: [
    { id: 'heavy', says: 'Coats too heavy for an upright face', weight: 5, told: sprayed, repair: 'flatten' },
    { id: 'soon', says: 'Coats too soon one upon another', weight: 3, told: soon, repair: 'flatten' },
    { id: 'cold', says: 'Cold: it stays liquid too long', weight: 2, told: cold, repair: 'flatten' },
  ],
  dust: [
    {
      id: 'room',
      says: 'Dust of the room, or from your clothes; the floor was dry',
      weight: 5,
      repair: 'level later',
    },
    {
      id: 'cloth',
      says: 'Lint from the cloth',
      weight: 2,
      told: f => (f.sprayed ? { times: 0.2, says: 'sprayed' } : { times: 2, says: 'wiped or brushed' }),
      repair: 'scuff and coat',
    },
  ],
  spit: [
    {
      id: 'nozzle',
      says: 'Paint dried on the nozzle: wipe it between passes, turn the can over and clear it',
      weight: 5,
      told: sprayed,
      repair: 'scuff and coat',
    },
    { id: 'empty', says: 'The can ran empty or cold', weight: 3, told: cold, repair: 'scuff and coat' },
  ],
  peel: [
    {
      id: 'far',
      says: 'Too far off or too fast: it dried on the way',
      weight: 4,
      told: sprayed,
      repair: 'level later',
    },
    { id: 'hot', says: 'Too warm for its thinner', weight: 2, told: hot, repair: 'level later' },
    {
      id: 'cold can',
      says: 'Cold can or thick material: coarse drops',
      weight: 3,
      told: cold,
      repair: 'level later',
    },
  ],
  'dry spray': [
    {
      id: 'far',
      says: 'Too far off: the mist was dry when it landed',
      weight: 5,
      told: sprayed,
      repair: 'scuff and coat',
    },
    { id: 'hot', says: 'Warm or moving air took the solvent', weight: 3, told: hot, repair: 'scuff and coat' },
  ],
  blush: [
    {
      id: 'damp',
      says: 'Water from damp air shut in as the solvent cooled the film',
      weight: 6,
      told: damp,
      repair: 'wait for dry air',
    },
    {
      id: 'water',
      says: 'Waterborne, still wet: it clears by itself',
      weight: 2,
      told: f => (f.waterborne ? { times: 4, says: 'waterborne' } : { times: 0.01, says: 'not waterborne' }),
      repair: 'give it time',
    },
  ],
  'fish-eye': [
    { id: 'silicone', says: 'Polish, wax, silicone or skin grease below', weight: 6, repair: 'clean and mist' },
    { id: 'oil', says: 'Oil or water in the air line', weight: 2, told: sprayed, repair: 'clean and mist' },
    { id: 'wax', says: 'Waxed or oiled ground below', weight: 2, told: strange, repair: 'clean and mist' },
  ],
  wrinkle: [
    { id: 'strange', says: 'Its solvent lifts what is below', weight: 5, told: strange, repair: 'take off' },
    {
      id: 'window',
      says: 'Put on after the window had closed and before the film was hard',
      weight: 4,
      told: late,
      repair: 'take off',
    },
    { id: 'heavy', says: 'One coat too wet on one too young', weight: 3, told: soon, repair: 'take off' },
  ],
  witness: [
    {
      id: 'separate',
      says: 'Sanded through one coat into the next: coats that do not melt together show their edges',
      weight: 5,
      told: f =>
        f.family === 'nitrocellulose' || f.family === 'shellac'
          ? { times: 0.1, says: say`${f.family} melts into itself` }
          : { times: 2, says: say`${f.family} lies in separate coats` },
      repair: 'scuff and coat',
    },
    {
      id: 'young',
      says: 'Levelled too early: it went on shrinking',
      weight: 3,
      told: young,
      repair: 'give it time',
    },
  ],
  through: [
    {
      id: 'edge',
      says: 'Edges carry less film and get more pressure',
      weight: 5,
      told: sharp,
      repair: 'build again',
    },
    { id: 'thin', says: 'Film too thin for its peel', weight: 4, told: risky, repair: 'build again' },
    { id: 'hump', says: 'A hump of wood or glue below', weight: 2, repair: 'build again' },
  ],
  blotch: [
    { id: 'sealer', says: 'Remains of sealer or glue in the wood', weight: 5, repair: 'even out' },
    { id: 'soft', says: 'Wood that drinks unevenly: a wash of thin shellac first', weight: 4, repair: 'even out' },
    {
      id: 'filler',
      says: 'Filler left on the face',
      weight: 3,
      told: f =>
        f.filled ? { times: 3, says: 'grain filler was used' } : { times: 0.1, says: 'no filler was used' },
      repair: 'even out',
    },
  ],
  bleed: [
    { id: 'dye', says: 'Dye crept along the binding’s glue line', weight: 5, repair: 'scrape' },
    {
      id: 'solvent',
      says: 'The clear’s solvent carried it',
      weight: 3,
      told: f => (f.waterborne ? { times: 0.3, says: 'waterborne' } : { times: 1.5, says: 'carried by solvent' }),
      repair: 'scrape',
    },
  ],
  cracks: [
    {
      id: 'water',
      says: 'Water got into an open hole: the wood swelled',
      weight: 5,
      told: f => (f.waterborne ? { times: 2, says: 'waterborne' } : undefined),
      repair: 'stop the hole',
    },
    { id: 'screw', says: 'A screw driven through film without a chamfer', weight: 5, repair: 'stop the hole' },
    {
      id: 'thick',
      says: 'Film too thick for the wood’s movement',
      weight: 1,
      told: f => (f.coats > 10 ? { times: 3, says: say`${num(f.coats)} coats` } : undefined),
      repair: 'stop the hole',
    },
  ],
  'loose binding': [
    {
      id: 'clean',
      says: 'Channel or binding was not clean or scuffed when it was glued',
      weight: 5,
      repair: 'glue again',
    },
    { id: 'shrunk', says: 'The binding’s solvent left it and it shrank', weight: 3, repair: 'glue again' },
  ],
  soft: [
    { id: 'young', says: 'Not hard yet', weight: 4, told: young, repair: 'give it time' },
    {
      id: 'cold',
      says: 'Cold: everything takes twice as long for each 10 °C',
      weight: 3,
      told: cold,
      repair: 'give it time',
    },
    { id: 'soon', says: 'Coats too soon: solvent is shut in below', weight: 4, told: soon, repair: 'give it time' },
    {
      id: 'mixed',
      says: 'Mixed wrongly, too old, or over wax or oil',
      weight: 2,
      told: strange,
      repair: 'take off',
    },
  ],
  print: [
    { id: 'young', says: 'Levelled before it had shrunk', weight: 4, told: young, repair: 'give it time' },
    {
      id: 'pores',
      says: 'Pores that were not filled draw the film down',
      weight: 4,
      told: pores,
      repair: 'level later',
    },
    { id: 'coarse', says: 'Scratches of too coarse a grit below', weight: 3, repair: 'scuff and coat' },
  ],
  shrunk: [
    {
      id: 'early',
      says: 'Coated before the filler was through: it shrinks for days',
      weight: 5,
      told: pores,
      repair: 'scuff and coat',
    },
    {
      id: 'once',
      says: 'Filled once: two or three thin fillings are needed',
      weight: 4,
      told: pores,
      repair: 'scuff and coat',
    },
  ],
  clouds: [
    { id: 'wet', says: 'Too wet: the metal swims together', weight: 5, told: sprayed, repair: 'mist again' },
    { id: 'shake', says: 'Not shaken between passes', weight: 3, repair: 'mist again' },
  ],
}

/** A cause with its chance, what speaks for it, and what is to be done. */
export interface Verdict {
  id: string
  says: string
  chance: number
  because: Said | undefined
  repair: { steps: readonly Said[]; days: number; rests: number; coats: number; cautions: readonly CautionId[] }
}

/** Causes of a trouble by their chance, weights times what the log says, made to one. */
export const explain = (trouble: TroubleName, f: CoatFacts): Verdict[] =>
  ranked<CoatFacts, Cause>(CAUSES[trouble], f).map(({ cause, chance, because }): Verdict => {
    const r: Repair = REPAIRS[cause.repair]
    return {
      id: cause.id,
      says: cause.says,
      chance,
      because,
      repair: { steps: r.steps, days: r.days(f), rests: r.rests, coats: r.coats, cautions: r.cautions ?? [] },
    }
  })
