import type { SurfaceState } from '../document/finishNames.ts'
import type { Family } from './materials.ts'

/** What a layer may lie on: wood as it is, or what an earlier layer left. */
export type Below = SurfaceState | Family

export const VERDICTS = ['yes', 'after scuffing', 'after a barrier', 'no'] as const
export type Verdict = (typeof VERDICTS)[number]

interface Rule {
  on: readonly Below[]
  why: string
}
type Row = Readonly<Partial<Record<Verdict, readonly Rule[]>>>

const rule = (why: string, ...on: Below[]): Rule => ({ on, why })

const SEALED: readonly Below[] = ['sealed', 'sanded back in part', 'old finish', 'oiled', 'unknown']
const FILMS: readonly Below[] = [
  'shellac',
  'varnish',
  'nitrocellulose',
  'acrylic',
  'waterborne',
  'primer',
  'two-part',
]
const WAXED = 'Wax keeps every film off: wash it off with white spirit, scuff, and seal.'
const GREASE = 'Oil keeps water and lacquer off: cured, then a coat of shellac between.'
const INTO = 'It goes into bare wood and nowhere else: sand back to wood, or take a film.'
const UNKNOWN = 'Nobody knows what it is: cured, scuffed, a coat of shellac between, and tried on a hidden place.'
const KEY = 'A cured film gives no hold: scuff it first.'
const LIFTS = 'Its solvent lifts what is below: shellac between, mist coats first.'
const WOOD = 'Wood takes it.'
const OWN = 'It bites into its own kind.'
const COLOUR = 'Dry colour is nothing to it.'

/**
 * What goes over what, and why [common practice, as far as binders go; the tins and a test panel decide]. Every family
 * names everything that it can meet.
 */
export const OVER: Record<Family, Row> = {
  dye: {
    yes: [rule(WOOD, 'bare'), rule(COLOUR, 'dye', 'stain')],
    'after scuffing': [rule('Sanded back, only the pores keep filler.', 'filler')],
    no: [rule(INTO, ...SEALED, ...FILMS, 'oil', 'hard-wax oil', 'wax')],
  },
  stain: {
    yes: [rule(WOOD, 'bare'), rule(COLOUR, 'dye', 'stain')],
    'after scuffing': [rule('Sanded back, only the pores keep filler.', 'filler')],
    no: [rule(INTO, ...SEALED, ...FILMS, 'oil', 'hard-wax oil', 'wax')],
  },
  filler: {
    yes: [rule(WOOD, 'bare'), rule('More of it as it shrinks.', 'filler')],
    'after scuffing': [rule(KEY, 'sealed', 'sanded back in part', 'shellac', 'nitrocellulose')],
    'after a barrier': [
      rule('Filler drags dye out of the pores: seal the dye with shellac first.', 'dye', 'stain'),
    ],
    no: [
      rule(
        'It has no pores to go into.',
        'old finish',
        'oiled',
        'unknown',
        'varnish',
        'acrylic',
        'waterborne',
        'primer',
        'two-part',
        'oil',
        'hard-wax oil',
        'wax',
      ),
    ],
  },
  shellac: {
    yes: [
      rule(WOOD, 'bare', 'dye', 'stain', 'filler'),
      rule(OWN, 'shellac'),
      rule('Cured oil takes shellac.', 'oil', 'oiled'),
    ],
    'after scuffing': [
      rule(
        KEY,
        'sealed',
        'sanded back in part',
        'old finish',
        'unknown',
        'varnish',
        'nitrocellulose',
        'acrylic',
        'waterborne',
        'primer',
        'two-part',
      ),
    ],
    no: [rule(WAXED, 'wax', 'hard-wax oil')],
  },
  oil: {
    yes: [rule(WOOD, 'bare', 'dye', 'stain', 'filler'), rule('Oil on oil.', 'oil', 'oiled')],
    no: [
      rule(
        'Oil has to go into wood; where some sealer is left it stays patchy. Sand back, or take a film.',
        'sealed',
        'sanded back in part',
        'old finish',
        'unknown',
        ...FILMS,
      ),
      rule(WAXED, 'wax', 'hard-wax oil'),
    ],
  },
  'hard-wax oil': {
    yes: [rule(WOOD, 'bare', 'dye', 'stain', 'filler'), rule(OWN, 'hard-wax oil', 'oil', 'oiled')],
    'after scuffing': [
      rule(
        'Rubbed thin over a scuffed gloss it stays as a soft skin, to be renewed each year.',
        ...FILMS,
        'sealed',
        'old finish',
      ),
    ],
    no: [
      rule(
        'Where some sealer is left it stays patchy: sand back all of it, or take a film.',
        'sanded back in part',
        'unknown',
      ),
      rule(WAXED, 'wax'),
    ],
  },
  wax: {
    yes: [
      rule(
        'Wax goes over anything cured, as the last.',
        'bare',
        'dye',
        'stain',
        'filler',
        'oil',
        'oiled',
        'hard-wax oil',
        'wax',
      ),
    ],
    'after scuffing': [
      rule(
        'Over a gloss only where it was dulled.',
        ...FILMS,
        'sealed',
        'sanded back in part',
        'old finish',
        'unknown',
      ),
    ],
  },
  varnish: {
    yes: [rule(WOOD, 'bare', 'dye', 'stain', 'filler'), rule('Cured oil is its own kind.', 'oil', 'oiled')],
    'after scuffing': [rule(KEY, ...FILMS, 'sealed', 'sanded back in part', 'old finish')],
    'after a barrier': [rule(UNKNOWN, 'unknown')],
    no: [rule(WAXED, 'wax', 'hard-wax oil')],
  },
  nitrocellulose: {
    yes: [rule(WOOD, 'bare', 'dye', 'stain', 'filler'), rule(OWN, 'nitrocellulose', 'shellac')],
    'after scuffing': [rule(KEY, 'sealed', 'sanded back in part', 'acrylic', 'primer', 'waterborne', 'two-part')],
    'after a barrier': [
      rule(LIFTS, 'varnish', 'old finish'),
      rule(GREASE, 'oil', 'oiled'),
      rule(UNKNOWN, 'unknown'),
    ],
    no: [rule(WAXED, 'wax', 'hard-wax oil')],
  },
  acrylic: {
    yes: [
      rule(WOOD, 'bare', 'dye', 'stain', 'filler'),
      rule(OWN, 'acrylic', 'shellac'),
      rule('Made to lie on it.', 'primer'),
    ],
    'after scuffing': [rule(KEY, 'sealed', 'sanded back in part', 'nitrocellulose', 'waterborne', 'two-part')],
    'after a barrier': [
      rule(LIFTS, 'varnish', 'old finish'),
      rule(GREASE, 'oil', 'oiled'),
      rule(UNKNOWN, 'unknown'),
    ],
    no: [rule(WAXED, 'wax', 'hard-wax oil')],
  },
  waterborne: {
    yes: [
      rule(WOOD, 'bare', 'dye', 'stain', 'filler', 'shellac'),
      rule(OWN, 'waterborne'),
      rule('Made to be coated.', 'primer'),
    ],
    'after scuffing': [
      rule(KEY, 'sealed', 'sanded back in part', 'old finish', 'varnish', 'nitrocellulose', 'acrylic', 'two-part'),
    ],
    'after a barrier': [rule(GREASE, 'oil', 'oiled'), rule(UNKNOWN, 'unknown')],
    no: [rule(WAXED, 'wax', 'hard-wax oil')],
  },
  primer: {
    yes: [rule(WOOD, 'bare', 'dye', 'stain', 'filler', 'shellac'), rule(OWN, 'primer')],
    'after scuffing': [
      rule(
        KEY,
        'sealed',
        'sanded back in part',
        'old finish',
        'varnish',
        'nitrocellulose',
        'acrylic',
        'waterborne',
        'two-part',
      ),
    ],
    'after a barrier': [rule(GREASE, 'oil', 'oiled'), rule(UNKNOWN, 'unknown')],
    no: [rule(WAXED, 'wax', 'hard-wax oil')],
  },
  'two-part': {
    yes: [rule(WOOD, 'bare', 'dye', 'stain', 'filler')],
    'after scuffing': [
      rule(KEY, 'two-part', 'waterborne', 'acrylic', 'primer', 'varnish', 'sealed', 'sanded back in part'),
    ],
    'after a barrier': [rule(UNKNOWN, 'old finish', 'unknown')],
    no: [
      rule('Its solvents stay under it and lift what never hardens.', 'nitrocellulose', 'shellac'),
      rule(WAXED, 'wax', 'hard-wax oil', 'oil', 'oiled'),
    ],
  },
}

/** Whether a material may lie on what is below, and why. */
export function lies(over: Family, below: Below): { verdict: Verdict; why: string } {
  for (const verdict of VERDICTS) {
    const r = OVER[over][verdict]?.find(x => x.on.includes(below))
    if (r) return { verdict, why: r.why }
  }
  return { verdict: 'no', why: UNKNOWN }
}
