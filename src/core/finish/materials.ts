import type { Way } from '../build/finishNames.ts'
import type { CautionId } from '../cautions/cautions.ts'
import type { FigureName } from '../parts/kinds/finishing.ts'
import type { MaterialName } from '../parts/materialNames.ts'
import type { GritName } from '../parts/grits.ts'

/** What keeps a film together, or what it is if it is none: materials of one family lie on others alike. */
export type Family =
  | 'dye'
  | 'stain'
  | 'filler'
  | 'shellac'
  | 'oil'
  | 'hard-wax oil'
  | 'wax'
  | 'varnish'
  | 'nitrocellulose'
  | 'acrylic'
  | 'waterborne'
  | 'primer'
  | 'two-part'

/** A figure and the half-width within which such materials lie. */
export type Spread = readonly [value: number, doubt: number]

/** Figures by the names that a tin's have; times in hours at 20–25 °C and about 50 %, an aerosol's solids with its propellant. */
export type MaterialFigures = Record<Exclude<FigureName, 'contents'>, Spread>

/** What a layer does for the look: it colours the wood, covers it, glitters, or is clear over what is below. */
export type Look = 'tint' | 'cover' | 'effect' | 'clear' | 'fill'

export interface Material {
  label: string
  family: Family
  look: Look
  /** How it can be put on, the usual way first. */
  ways: readonly Way[]
  thinner: string
  /** A ground for what comes after: it is sanded, drilled and filled again without harm. */
  ground?: true
  /** Only into bare wood. */
  intoWood?: true
  /** Dries by water leaving it: humidity slows it. */
  waterborne?: true
  /** Sanded between its coats with this; none: coats bite into one another or are wiped. */
  scuff?: GritName
  /** Has to be tried on scrap of the same wood, whatever the builder knows. */
  panelFirst?: true
  /** Never sanded itself: what lies in it would be cut. */
  neverSanded?: true
  /** Not a job for home. */
  professional?: string
  /** Millilitres of hardener to one of it. */
  hardener?: number
  figures: MaterialFigures
  cautions: readonly CautionId[]
  /** How a coat of it is put on and what a good one looks like. */
  how: string
  good: string
}

/** A window that never closes: a year, h. */
export const OPEN = 8760

/** Times in hours: touch, recoat from, recoat to, hard; each holds within about a third. */
const times = (touch: number, from: number, to: number, hard: number) => ({
  touch: [touch, touch / 3] as const,
  recoatFrom: [from, from / 3] as const,
  recoatTo: [to, to / 3] as const,
  harden: [hard, hard / 3] as const,
})
const air = (from: number, to: number, humidity: number) => ({
  airFrom: [from, 1] as const,
  airTo: [to, 1] as const,
  humidityTo: [humidity, 3] as const,
})
/** Everything of it lands or stays in the cloth. */
const none = { solids: [1, 0.5] as const, solidsLanded: [0, 0] as const, wetFilm: [20, 5] as const }

const AEROSOL =
  'Shaken two to three minutes by the clock after the ball is free, warmed in hand-warm water. 25 cm off, each pass half over the last; start and stop off the work. Edges first, then the faces; the next coat crosswise.'
const WIPED = 'A thin coat on a lint-free cloth, with the grain; after ten minutes wipe off everything that stands.'
const GUN =
  '15 to 20 cm off, each pass half over the last, start and stop off the work; edges first. A foam roller does it too: lightly, and left alone.'
const WET = 'Wet all over in slanting light, no dry bands and nothing that moves.'
const SHEEN = 'An even sheen, nothing that stands, no shine in the corners.'

/**
 * Materials of a finish. Ways, order and thinners are common practice; film and solids of aerosols after the handbook's
 * chapter 7 (10–20 µm a coat from 35–55 µm wet at about 35 %; 25–40 mL of solids in a can of 400; 35–50 % land); all
 * other figures from memory. What the tin says goes before them.
 */
export const MATERIALS: Record<MaterialName, Material> = {
  'dye in water': {
    label: 'dye in water',
    family: 'dye',
    look: 'tint',
    ways: ['wipe', 'gun'],
    thinner: 'water',
    intoWood: true,
    waterborne: true,
    panelFirst: true,
    figures: { ...none, lands: [80, 10], ...times(1, 4, OPEN, 12), ...air(12, 30, 75), density: [1, 0.02] },
    cautions: ['solvent'],
    how: 'The lightest mix first, wet edge kept, off before it dries; a second pass darkens, nothing lightens.',
    good: 'Even while wet; it dries dull and paler than it will look under oil or clear.',
  },
  'dye in thinner': {
    label: 'dye in thinner',
    family: 'dye',
    look: 'tint',
    ways: ['gun', 'wipe'],
    thinner: 'alcohol or lacquer thinner',
    intoWood: true,
    panelFirst: true,
    figures: { ...none, lands: [60, 10], ...times(0.2, 0.5, OPEN, 2), ...air(12, 30, 70), density: [0.85, 0.05] },
    cautions: ['solvent', 'respirator'],
    how: 'Quick, thin passes, lightest first; it dries before it can be spread.',
    good: 'No laps; dull until something clear is over it.',
  },
  'pigment stain': {
    label: 'pigment stain',
    family: 'stain',
    look: 'tint',
    ways: ['wipe', 'brush'],
    thinner: 'white spirit',
    intoWood: true,
    panelFirst: true,
    figures: {
      ...none,
      lands: [50, 15],
      ...times(4, 12, OPEN, 24),
      ...air(12, 30, 75),
      density: [0.95, 0.05],
    },
    cautions: ['solvent', 'oily rags'],
    how: WIPED,
    good: 'Colour in the pores, none that stands on the face; soft woods blotch: seal thinly first.',
  },
  'grain filler': {
    label: 'grain filler',
    family: 'filler',
    look: 'fill',
    ways: ['wipe'],
    ground: true,
    thinner: 'water or white spirit, as the tin says',
    panelFirst: true,
    scuff: 'P320',
    figures: {
      solids: [60, 10],
      solidsLanded: [0, 0],
      wetFilm: [60, 20],
      lands: [40, 10],
      ...times(1, 10, OPEN, 24),
      ...air(15, 28, 70),
      density: [1.4, 0.2],
    },
    cautions: ['dust'],
    how: 'Across the grain with a card, off across the grain when it dulls. Two or three thin coats: it shrinks.',
    good: 'Pores full to the brim, none on the face; sanded back it shows clean wood between them.',
  },
  'sanding sealer': {
    label: 'sanding sealer, lacquer',
    family: 'nitrocellulose',
    look: 'clear',
    ways: ['aerosol', 'gun', 'brush'],
    ground: true,
    thinner: 'lacquer thinner',
    scuff: 'P320',
    figures: {
      solids: [8, 2],
      solidsLanded: [32, 6],
      wetFilm: [50, 10],
      lands: [42, 7.5],
      ...times(0.3, 1, OPEN, 24),
      ...air(18, 28, 60),
      density: [0.75, 0.05],
    },
    cautions: ['solvent', 'respirator', 'sparks', 'dust'],
    how: AEROSOL,
    good: WET,
  },
  shellac: {
    label: 'shellac, without wax',
    family: 'shellac',
    look: 'clear',
    ways: ['wipe', 'brush', 'aerosol'],
    thinner: 'alcohol',
    figures: {
      solids: [15, 4],
      solidsLanded: [15, 4],
      wetFilm: [20, 6],
      lands: [80, 10],
      ...times(0.3, 1, OPEN, 72),
      ...air(15, 28, 65),
      density: [0.85, 0.03],
    },
    cautions: ['solvent', 'sparks'],
    how: 'A pad barely damp, straight strokes that land and lift moving; never over a place twice while it is soft.',
    good: 'Each pass dries within a minute behind the pad; white bloom means damp air.',
  },
  oil: {
    label: 'oil',
    family: 'oil',
    look: 'clear',
    ways: ['wipe'],
    thinner: 'white spirit',
    intoWood: true,
    scuff: 'P400',
    figures: {
      solids: [60, 15],
      solidsLanded: [60, 15],
      wetFilm: [6, 2],
      lands: [70, 15],
      ...times(4, 2, OPEN, 240),
      ...air(12, 30, 75),
      density: [0.92, 0.03],
    },
    cautions: ['oily rags'],
    how: WIPED,
    good: SHEEN,
  },
  'hard-wax oil': {
    label: 'hard-wax oil',
    family: 'hard-wax oil',
    look: 'clear',
    ways: ['wipe', 'brush'],
    thinner: 'white spirit',
    scuff: 'P400',
    figures: {
      solids: [65, 15],
      solidsLanded: [65, 15],
      wetFilm: [15, 5],
      lands: [65, 15],
      ...times(6, 12, OPEN, 240),
      ...air(12, 28, 70),
      density: [0.95, 0.05],
    },
    cautions: ['oily rags', 'solvent'],
    how: WIPED,
    good: SHEEN,
  },
  wax: {
    label: 'wax',
    family: 'wax',
    look: 'clear',
    ways: ['wipe'],
    thinner: 'white spirit',
    figures: {
      solids: [40, 15],
      solidsLanded: [40, 15],
      wetFilm: [2, 1],
      lands: [60, 20],
      ...times(0.5, 2, OPEN, 24),
      ...air(10, 28, 80),
      density: [0.85, 0.05],
    },
    cautions: ['oily rags'],
    how: 'Very little on a cloth, rubbed in, buffed after half an hour.',
    good: 'A dull sheen that no finger marks.',
  },
  'oil-varnish': {
    label: 'oil-varnish, wiped',
    family: 'varnish',
    look: 'clear',
    ways: ['wipe'],
    thinner: 'white spirit',
    scuff: 'P400',
    figures: {
      solids: [40, 8],
      solidsLanded: [40, 8],
      wetFilm: [25, 6],
      lands: [65, 15],
      ...times(6, 12, 72, 168),
      ...air(15, 28, 70),
      density: [0.9, 0.04],
    },
    cautions: ['oily rags', 'solvent'],
    how: WIPED,
    good: SHEEN,
  },
  'wiping polyurethane': {
    label: 'polyurethane, wiped',
    family: 'varnish',
    look: 'clear',
    ways: ['wipe', 'brush'],
    thinner: 'white spirit',
    scuff: 'P400',
    figures: {
      solids: [42, 8],
      solidsLanded: [42, 8],
      wetFilm: [25, 6],
      lands: [65, 15],
      ...times(4, 8, 48, 168),
      ...air(15, 28, 70),
      density: [0.9, 0.04],
    },
    cautions: ['oily rags', 'solvent'],
    how: WIPED,
    good: SHEEN,
  },
  'nitrocellulose lacquer': {
    label: 'nitrocellulose lacquer, clear',
    family: 'nitrocellulose',
    look: 'clear',
    ways: ['aerosol', 'gun'],
    thinner: 'lacquer thinner',
    figures: {
      solids: [8, 2],
      solidsLanded: [35, 5],
      wetFilm: [45, 10],
      lands: [42, 7.5],
      ...times(0.3, 2, OPEN, 336),
      ...air(18, 28, 60),
      density: [0.75, 0.05],
    },
    cautions: ['solvent', 'respirator', 'sparks'],
    how: AEROSOL,
    good: WET,
  },
  'nitrocellulose colour': {
    label: 'nitrocellulose lacquer, colour',
    family: 'nitrocellulose',
    look: 'cover',
    ways: ['aerosol', 'gun'],
    thinner: 'lacquer thinner',
    figures: {
      solids: [9, 2],
      solidsLanded: [35, 5],
      wetFilm: [40, 10],
      lands: [42, 7.5],
      ...times(0.3, 1, OPEN, 168),
      ...air(18, 28, 60),
      density: [0.78, 0.05],
    },
    cautions: ['solvent', 'respirator', 'sparks'],
    how: AEROSOL,
    good: 'Covered evenly, half wet; it is the clear that makes it shine.',
  },
  'acrylic lacquer': {
    label: 'acrylic lacquer, clear',
    family: 'acrylic',
    look: 'clear',
    ways: ['aerosol', 'gun'],
    thinner: 'acrylic thinner',
    figures: {
      solids: [8, 2],
      solidsLanded: [35, 5],
      wetFilm: [45, 10],
      lands: [42, 7.5],
      ...times(0.3, 1, 24, 240),
      ...air(15, 28, 65),
      density: [0.77, 0.05],
    },
    cautions: ['solvent', 'respirator', 'sparks'],
    how: AEROSOL,
    good: WET,
  },
  'acrylic colour': {
    label: 'acrylic lacquer, colour',
    family: 'acrylic',
    look: 'cover',
    ways: ['aerosol', 'gun'],
    thinner: 'acrylic thinner',
    figures: {
      solids: [9, 2],
      solidsLanded: [33, 5],
      wetFilm: [35, 8],
      lands: [42, 7.5],
      ...times(0.2, 0.2, 24, 168),
      ...air(15, 28, 65),
      density: [0.8, 0.05],
    },
    cautions: ['solvent', 'respirator', 'sparks'],
    how: AEROSOL,
    good: 'Covered evenly after the third coat; ten minutes between coats, an hour before the clear.',
  },
  'filler primer': {
    label: 'filler primer',
    family: 'primer',
    look: 'cover',
    ways: ['aerosol', 'gun', 'roller'],
    ground: true,
    thinner: 'acrylic thinner',
    scuff: 'P400',
    figures: {
      solids: [12, 3],
      solidsLanded: [40, 6],
      wetFilm: [80, 12],
      lands: [42, 7.5],
      ...times(0.5, 1, OPEN, 24),
      ...air(15, 28, 65),
      density: [0.9, 0.08],
    },
    cautions: ['solvent', 'respirator', 'sparks', 'dust'],
    how: AEROSOL,
    good: 'Flat and grey, every dent plain to see while it can still be mended.',
  },
  'metallic base': {
    label: 'metallic base',
    family: 'acrylic',
    look: 'effect',
    ways: ['aerosol', 'gun'],
    thinner: 'acrylic thinner',
    panelFirst: true,
    neverSanded: true,
    figures: {
      solids: [6, 2],
      solidsLanded: [25, 5],
      wetFilm: [30, 8],
      lands: [40, 8],
      ...times(0.2, 0.2, 24, 24),
      ...air(15, 28, 65),
      density: [0.8, 0.05],
    },
    cautions: ['solvent', 'respirator', 'sparks'],
    how: 'Shaken between every pass: the metal sinks. 30 cm off, half wet, the last coat a mist from 40 cm crosswise, so that the flakes lie alike. A 1.3 to 1.5 mm nozzle with a gun.',
    good: 'One tone all over from every side: clouds are wet places. Never sanded: bury it in two coats of clear first.',
  },
  'flake base': {
    label: 'flake in clear',
    family: 'acrylic',
    look: 'effect',
    ways: ['gun', 'aerosol'],
    thinner: 'acrylic thinner',
    panelFirst: true,
    neverSanded: true,
    figures: {
      solids: [7, 2],
      solidsLanded: [25, 5],
      wetFilm: [40, 10],
      lands: [35, 8],
      ...times(0.3, 0.5, 24, 24),
      ...air(15, 28, 65),
      density: [0.85, 0.06],
    },
    cautions: ['solvent', 'respirator', 'sparks'],
    how: 'Stirred between every pass, wide nozzle (2 mm or more with a gun), 25 cm off, over a base of its colour; many light passes, never one heavy.',
    good: 'Flakes close together and flat; rough to the hand is right. Never sanded: four coats of clear bury it before the first paper.',
  },
  'waterborne primer': {
    label: 'waterborne primer',
    family: 'waterborne',
    look: 'cover',
    ways: ['gun', 'roller', 'brush'],
    ground: true,
    thinner: 'water',
    waterborne: true,
    scuff: 'P320',
    figures: {
      solids: [42, 5],
      solidsLanded: [42, 5],
      wetFilm: [90, 15],
      lands: [60, 15],
      ...times(1, 4, OPEN, 48),
      ...air(18, 28, 65),
      density: [1.25, 0.1],
    },
    cautions: ['respirator', 'dust'],
    how: GUN,
    good: 'Flat, and every dent plain to see while it can still be mended.',
  },
  'waterborne colour': {
    label: 'waterborne colour',
    family: 'waterborne',
    look: 'cover',
    ways: ['gun', 'roller', 'brush'],
    thinner: 'water',
    waterborne: true,
    figures: {
      solids: [35, 5],
      solidsLanded: [35, 5],
      wetFilm: [70, 12],
      lands: [60, 15],
      ...times(0.7, 3, 48, 168),
      ...air(18, 28, 65),
      density: [1.1, 0.08],
    },
    cautions: ['respirator'],
    how: GUN,
    good: WET,
  },
  'waterborne clear': {
    label: 'waterborne clear',
    family: 'waterborne',
    look: 'clear',
    ways: ['gun', 'brush', 'roller'],
    thinner: 'water',
    waterborne: true,
    scuff: 'P400',
    figures: {
      solids: [31, 4],
      solidsLanded: [31, 4],
      wetFilm: [80, 12],
      lands: [60, 15],
      ...times(0.7, 2.5, 48, 240),
      ...air(18, 28, 65),
      density: [1.04, 0.03],
    },
    cautions: ['respirator'],
    how: GUN,
    good: 'Milky and wet all over, clear within the hour.',
  },
  'two-part clear': {
    label: 'two-part clear with hardener',
    family: 'two-part',
    look: 'clear',
    ways: ['gun'],
    thinner: 'its own',
    hardener: 0.5,
    professional:
      'Its hardener is an isocyanate: it needs supplied air, a booth and training. Hand it to a sprayer who has them; local rules decide.',
    scuff: 'P600',
    figures: {
      solids: [48, 6],
      solidsLanded: [50, 6],
      wetFilm: [70, 12],
      lands: [55, 10],
      ...times(0.5, 0.5, 24, 72),
      ...air(18, 28, 65),
      density: [1, 0.04],
    },
    cautions: ['isocyanate', 'respirator', 'sparks', 'solvent'],
    how: 'Not at home. What to tell the sprayer: what lies below, what may not be sprayed, and what film is wanted.',
    good: WET,
  },
}

/** Peel of a film from peak to valley by the way it was put on, µm, and its half-width [from memory: handbook, chapter 7]. */
export const PEEL: Record<Way, Spread> = {
  gun: [5.5, 2.5],
  aerosol: [14, 6],
  roller: [22.5, 7.5],
  brush: [30, 10],
  wipe: [3, 2],
}
