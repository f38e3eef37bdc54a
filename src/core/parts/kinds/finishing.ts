import { maybe, other } from '../dimensionSpec.ts'
import { GRIT_NAMES } from '../grits.ts'
import { MATERIAL_NAMES } from '../materialNames.ts'
import { trait, type PartKindSpec } from './partKindSpec.ts'

const TIN = 'It stands on the tin or its data sheet.'

export const SUPPLIES = [
  'masking tape',
  'lint-free cloths',
  'compound',
  'wooden plugs',
  'thinner',
  'hardener',
] as const
export type Supply = (typeof SUPPLIES)[number]

/** Figures of a material that its tin may say. */
export const TIN_FIGURES = {
  contents: maybe(other('volume', 'contents', 5, 20000, 400, 'It stands on the tin.')),
  solids: maybe(other('percent', 'solids by volume', 0.1, 100, 35, TIN)),
  solidsLanded: maybe(
    other('percent', 'solids by volume as it lies wet', 0.1, 100, 35, 'What did not fly off on the way.'),
  ),
  wetFilm: maybe(other('film', 'wet film of a coat', 1, 500, 45, 'Wet film comb, ISO 2808.')),
  lands: maybe(other('percent', 'share that lands on the work', 1, 100, 45, 'From a test panel and the scale.')),
  touch: maybe(other('hours', 'touch dry', 0, 240, 0.5, TIN)),
  recoatFrom: maybe(other('hours', 'recoat from', 0, 720, 2, TIN)),
  recoatTo: maybe(other('hours', 'recoat until', 0.1, 8760, 48, TIN)),
  harden: maybe(other('hours', 'hard', 0, 4000, 336, TIN)),
  airFrom: maybe(other('temperature', 'air from', -10, 40, 18, TIN)),
  airTo: maybe(other('temperature', 'air to', 0, 60, 28, TIN)),
  humidityTo: maybe(other('percent', 'humidity at most', 10, 100, 60, TIN)),
  density: maybe(other('ratio', 'density, g to the mL', 0.5, 2.5, 0.8, 'Weigh 100 mL.')),
} as const
export type FigureName = keyof typeof TIN_FIGURES

/** What a finish is made of and with. What a tin says goes before the table of materials; left out, the table's holds. */
export const FINISHING_KINDS = {
  'finish-tin': {
    label: 'Finish in a tin or can',
    outline: false,
    features: [],
    look: ['Shaken or stirred, no lumps', 'Its date', 'What it may go over, as the label says'],
    dims: { ...TIN_FIGURES, contents: other('volume', 'contents', 5, 20000, 400, 'It stands on the tin.') },
    traits: { material: trait('what it is', MATERIAL_NAMES, 'nitrocellulose lacquer') },
  },
  abrasive: {
    label: 'Sanding paper',
    outline: false,
    features: [],
    look: ['Grit printed on the back', 'Waterproof for wet sanding'],
    dims: {},
    traits: { grit: trait('grit', GRIT_NAMES, 'P320') },
  },
  'finish-supply': {
    label: 'Finishing supply',
    outline: false,
    features: [],
    look: ['Clean and dry'],
    dims: { contents: maybe(other('ratio', 'contents', 0.1, 10000, 1, 'Metres of a roll, mL of a bottle.')) },
    traits: { supply: trait('what it is', SUPPLIES) },
  },
} as const satisfies Record<string, PartKindSpec>
