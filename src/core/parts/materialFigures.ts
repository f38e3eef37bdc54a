import type { FigureName } from './kinds/finishing.ts'
import type { MaterialName } from './materialNames.ts'

/** A figure and the half-width within which such materials lie. */
export type Spread = readonly [value: number, doubt: number]

/** Figures by the names that a tin's have; times in hours at 20–25 °C and about 50 %, an aerosol's solids with its propellant. */
export type MaterialFigures = Record<Exclude<FigureName, 'contents'>, Spread>

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

/**
 * What is usual for each material, where its own tin does not say otherwise. Film and solids of aerosols after the
 * handbook's chapter 7 (10–20 µm a coat from 35–55 µm wet at about 35 %; 25–40 mL of solids in a can of 400; 35–50 %
 * land); all other figures from memory.
 */
export const MATERIAL_FIGURES: Record<MaterialName, MaterialFigures> = {
  'dye in water': { ...none, lands: [80, 10], ...times(1, 4, OPEN, 12), ...air(12, 30, 75), density: [1, 0.02] },
  'dye in thinner': {
    ...none,
    lands: [60, 10],
    ...times(0.2, 0.5, OPEN, 2),
    ...air(12, 30, 70),
    density: [0.85, 0.05],
  },
  'pigment stain': {
    ...none,
    lands: [50, 15],
    ...times(4, 12, OPEN, 24),
    ...air(12, 30, 75),
    density: [0.95, 0.05],
  },
  'grain filler': {
    solids: [60, 10],
    solidsLanded: [0, 0],
    wetFilm: [60, 20],
    lands: [40, 10],
    ...times(1, 10, OPEN, 24),
    ...air(15, 28, 70),
    density: [1.4, 0.2],
  },
  'sanding sealer': {
    solids: [8, 2],
    solidsLanded: [32, 6],
    wetFilm: [50, 10],
    lands: [42, 7.5],
    ...times(0.3, 1, OPEN, 24),
    ...air(18, 28, 60),
    density: [0.75, 0.05],
  },
  shellac: {
    solids: [15, 4],
    solidsLanded: [15, 4],
    wetFilm: [20, 6],
    lands: [80, 10],
    ...times(0.3, 1, OPEN, 72),
    ...air(15, 28, 65),
    density: [0.85, 0.03],
  },
  oil: {
    solids: [60, 15],
    solidsLanded: [60, 15],
    wetFilm: [6, 2],
    lands: [70, 15],
    ...times(4, 2, OPEN, 240),
    ...air(12, 30, 75),
    density: [0.92, 0.03],
  },
  'hard-wax oil': {
    solids: [65, 15],
    solidsLanded: [65, 15],
    wetFilm: [15, 5],
    lands: [65, 15],
    ...times(6, 12, OPEN, 240),
    ...air(12, 28, 70),
    density: [0.95, 0.05],
  },
  wax: {
    solids: [40, 15],
    solidsLanded: [40, 15],
    wetFilm: [2, 1],
    lands: [60, 20],
    ...times(0.5, 2, OPEN, 24),
    ...air(10, 28, 80),
    density: [0.85, 0.05],
  },
  'oil-varnish': {
    solids: [40, 8],
    solidsLanded: [40, 8],
    wetFilm: [25, 6],
    lands: [65, 15],
    ...times(6, 12, 72, 168),
    ...air(15, 28, 70),
    density: [0.9, 0.04],
  },
  'wiping polyurethane': {
    solids: [42, 8],
    solidsLanded: [42, 8],
    wetFilm: [25, 6],
    lands: [65, 15],
    ...times(4, 8, 48, 168),
    ...air(15, 28, 70),
    density: [0.9, 0.04],
  },
  'nitrocellulose lacquer': {
    solids: [8, 2],
    solidsLanded: [35, 5],
    wetFilm: [45, 10],
    lands: [42, 7.5],
    ...times(0.3, 2, OPEN, 336),
    ...air(18, 28, 60),
    density: [0.75, 0.05],
  },
  'nitrocellulose colour': {
    solids: [9, 2],
    solidsLanded: [35, 5],
    wetFilm: [40, 10],
    lands: [42, 7.5],
    ...times(0.3, 1, OPEN, 168),
    ...air(18, 28, 60),
    density: [0.78, 0.05],
  },
  'acrylic lacquer': {
    solids: [8, 2],
    solidsLanded: [35, 5],
    wetFilm: [45, 10],
    lands: [42, 7.5],
    ...times(0.3, 1, 24, 240),
    ...air(15, 28, 65),
    density: [0.77, 0.05],
  },
  'acrylic colour': {
    solids: [9, 2],
    solidsLanded: [33, 5],
    wetFilm: [35, 8],
    lands: [42, 7.5],
    ...times(0.2, 0.2, 24, 168),
    ...air(15, 28, 65),
    density: [0.8, 0.05],
  },
  'filler primer': {
    solids: [12, 3],
    solidsLanded: [40, 6],
    wetFilm: [80, 12],
    lands: [42, 7.5],
    ...times(0.5, 1, OPEN, 24),
    ...air(15, 28, 65),
    density: [0.9, 0.08],
  },
  'metallic base': {
    solids: [6, 2],
    solidsLanded: [25, 5],
    wetFilm: [30, 8],
    lands: [40, 8],
    ...times(0.2, 0.2, 24, 24),
    ...air(15, 28, 65),
    density: [0.8, 0.05],
  },
  'flake base': {
    solids: [7, 2],
    solidsLanded: [25, 5],
    wetFilm: [40, 10],
    lands: [35, 8],
    ...times(0.3, 0.5, 24, 24),
    ...air(15, 28, 65),
    density: [0.85, 0.06],
  },
  'waterborne primer': {
    solids: [42, 5],
    solidsLanded: [42, 5],
    wetFilm: [90, 15],
    lands: [60, 15],
    ...times(1, 4, OPEN, 48),
    ...air(18, 28, 65),
    density: [1.25, 0.1],
  },
  'waterborne colour': {
    solids: [35, 5],
    solidsLanded: [35, 5],
    wetFilm: [70, 12],
    lands: [60, 15],
    ...times(0.7, 3, 48, 168),
    ...air(18, 28, 65),
    density: [1.1, 0.08],
  },
  'waterborne clear': {
    solids: [31, 4],
    solidsLanded: [31, 4],
    wetFilm: [80, 12],
    lands: [60, 15],
    ...times(0.7, 2.5, 48, 240),
    ...air(18, 28, 65),
    density: [1.04, 0.03],
  },
  'two-part clear': {
    solids: [48, 6],
    solidsLanded: [50, 6],
    wetFilm: [70, 12],
    lands: [55, 10],
    ...times(0.5, 0.5, 24, 72),
    ...air(18, 28, 65),
    density: [1, 0.04],
  },
}

/** Figures that come in pairs: the second lies above the first. */
const PAIRS = [
  ['recoatFrom', 'recoatTo'],
  ['airFrom', 'airTo'],
] as const

/** A window that would end before it begins. */
export interface OutOfOrder {
  from: keyof MaterialFigures
  to: keyof MaterialFigures
  /** Where it would begin and end. */
  begins: number
  ends: number
}

/** Windows of a material that would end before they begin, with what its tin says before what is usual. */
export const outOfOrder = (
  material: MaterialName,
  said: Partial<Record<FigureName, { value: number }>> | undefined,
): OutOfOrder[] =>
  PAIRS.flatMap(([from, to]) => {
    const of = (k: keyof MaterialFigures) => said?.[k]?.value ?? MATERIAL_FIGURES[material][k][0],
      begins = of(from),
      ends = of(to)
    return ends <= begins ? [{ from, to, begins, ends }] : []
  })
