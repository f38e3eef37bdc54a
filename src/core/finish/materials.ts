import { mm, type Said, say, span, cm, cmSpan } from '../say/said.ts'
import type { Way } from '../document/finishNames.ts'
import type { CautionId } from '../cautions/cautions.ts'
import type { Spread } from '../parts/materialFigures.ts'
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
  cautions: readonly CautionId[]
  /** How a coat of it is put on and what a good one looks like. */
  how: Said
  good: string
}

const AEROSOL = say`Shaken two to three minutes by the clock after the ball is free, warmed in hand-warm water. ${cm(25)} off, each pass half over the last; start and stop off the work. Edges first, then the faces; the next coat crosswise.`
const WIPED = 'A thin coat on a lint-free cloth, with the grain; after ten minutes wipe off everything that stands.'
const GUN = say`${cmSpan(15, 20)} off, each pass half over the last, start and stop off the work; edges first. A foam roller does it too: lightly, and left alone.`
const WET = 'Wet all over in slanting light, no dry bands and nothing that moves.'
const SHEEN = 'An even sheen, nothing that stands, no shine in the corners.'

/** Materials of a finish. Ways, order and thinners are common practice. */
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
    cautions: ['solvent', 'respirator', 'sparks'],
    how: say`Shaken between every pass: the metal sinks. ${cm(30)} off, half wet, the last coat a mist from ${cm(40)} crosswise, so that the flakes lie alike. A ${span(1.3, 1.5, 1)} nozzle with a gun.`,
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
    cautions: ['solvent', 'respirator', 'sparks'],
    how: say`Stirred between every pass, wide nozzle (${mm(2, 0)} or more with a gun), ${cm(25)} off, over a base of its colour; many light passes, never one heavy.`,
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
