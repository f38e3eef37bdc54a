import type { FinishName } from '../build/finishNames.ts'
import type { CautionId } from '../cautions/cautions.ts'

/** Stages that others ask about: a coat of the finish, and the wait until it has cured. */
export const COAT = 'coat'
export const CURE = 'cure'

/** One kind of coat or piece of work in a finish system. Times at 20–25 °C and about 50 % RH; the tin wins. */
export interface FinishStage {
  id: string
  title: string
  why: string
  minutesPerSquareMetre: number
  minutesAtLeast: number
  waitHours: number
  tools: readonly string[]
  cautions: readonly CautionId[]
  repeat?: 'coats'
  whole?: boolean
}

export interface FinishMaterial {
  name: string
  unit: 'mL' | 'g' | 'sheets' | 'pieces'
  perSquareMetre: number
  perCoat?: boolean
  atLeast: number
  source: string
}

export interface FinishSystem {
  name: string
  air: { from: number; to: number; humidityTo: number }
  needsBareWood: boolean
  /** Dry film on each face when it is built up as usual, mm, and its doubt [from memory]. */
  film: { value: number; doubt: number }
  stages: readonly FinishStage[]
  materials: readonly FinishMaterial[]
  source: string
}

const M = 'from memory; the tin wins'

/** Finish systems: common practice for the order, [from memory] for rates and times; the tin wins. */
export const FINISH_SYSTEMS: Record<FinishName, FinishSystem> = {
  'dye and hard-wax oil': {
    name: 'dye and hard-wax oil',
    needsBareWood: true,
    film: { value: 0, doubt: 0 },
    air: { from: 15, to: 28, humidityTo: 70 },
    source: 'common practice; rates and times from memory',
    stages: [
      {
        id: 'panel',
        title: 'Test panel: dye and oil on scrap of the same wood',
        why: 'Dye looks different on every wood, and oil darkens it again.',
        minutesPerSquareMetre: 0,
        minutesAtLeast: 25,
        waitHours: 12,
        tools: ['scrap of the same wood'],
        cautions: ['oily rags'],
        whole: true,
      },
      {
        id: 'sand',
        title: 'Sand the body',
        why: 'Every scratch left now is drawn in by the dye. Ease every sharp edge.',
        minutesPerSquareMetre: 240,
        minutesAtLeast: 40,
        waitHours: 0,
        tools: ['sanding block', 'dust mask'],
        cautions: ['dust'],
      },
      {
        id: 'raise',
        title: 'Damp the wood, let it dry, sand the raised grain off',
        why: 'Water in the dye raises the grain; raised and cut once, it stays down.',
        minutesPerSquareMetre: 60,
        minutesAtLeast: 20,
        waitHours: 4,
        tools: ['damp cloth', 'P320 paper'],
        cautions: ['dust'],
        whole: true,
      },
      {
        id: 'mask',
        title: 'Mask pocket, holes and routs',
        why: 'A finish takes room: 0.1 to 0.3 mm in every hole that is not masked.',
        minutesPerSquareMetre: 0,
        minutesAtLeast: 15,
        waitHours: 0,
        tools: ['masking tape', 'plugs'],
        cautions: [],
      },
      {
        id: 'dye',
        title: 'Dye, lightest mix first',
        why: '1 part colour to 9 of water; a second pass darkens, nothing lightens.',
        minutesPerSquareMetre: 60,
        minutesAtLeast: 20,
        waitHours: 12,
        tools: ['cloth', 'gloves'],
        cautions: ['solvent'],
        whole: true,
      },
      {
        id: COAT,
        title: 'Hard-wax oil, thin coat',
        why: 'Wipe on, leave ten minutes, wipe everything off that stands.',
        minutesPerSquareMetre: 80,
        minutesAtLeast: 25,
        waitHours: 14,
        tools: ['lint-free cloth', 'gloves'],
        cautions: ['oily rags', 'solvent'],
        repeat: 'coats',
        whole: true,
      },
      {
        id: CURE,
        title: 'Let the oil cure, then buff',
        why: 'Hard enough to take a bridge and a strap; full hardness after two weeks.',
        minutesPerSquareMetre: 40,
        minutesAtLeast: 15,
        waitHours: 120,
        tools: ['soft cloth'],
        cautions: [],
        whole: true,
      },
    ],
    materials: [
      { name: 'Water dye, mixed 1 : 9', unit: 'mL', perSquareMetre: 90, atLeast: 50, source: M },
      { name: 'Hard-wax oil', unit: 'mL', perSquareMetre: 42, perCoat: true, atLeast: 10, source: M },
      { name: 'Sanding paper, each grit', unit: 'sheets', perSquareMetre: 6, atLeast: 1, source: M },
      { name: 'Lint-free cloths', unit: 'pieces', perSquareMetre: 4, perCoat: true, atLeast: 1, source: M },
    ],
  },
  'wiped oil-varnish': {
    name: 'wiped oil-varnish',
    needsBareWood: true,
    film: { value: 0.03, doubt: 0.02 },
    air: { from: 15, to: 28, humidityTo: 70 },
    source: 'common practice; rates and times from memory',
    stages: [
      {
        id: 'panel',
        title: 'Test panel on scrap of the same wood',
        why: 'Oil darkens every wood another way.',
        minutesPerSquareMetre: 0,
        minutesAtLeast: 20,
        waitHours: 12,
        tools: ['scrap of the same wood'],
        cautions: ['oily rags'],
        whole: true,
      },
      {
        id: 'sand',
        title: 'Sand the body',
        why: 'Every scratch shows under oil. Ease every sharp edge.',
        minutesPerSquareMetre: 240,
        minutesAtLeast: 40,
        waitHours: 0,
        tools: ['sanding block', 'dust mask'],
        cautions: ['dust'],
      },
      {
        id: 'mask',
        title: 'Mask fingerboard, pocket and holes',
        why: 'Varnish in a pocket is a misfit.',
        minutesPerSquareMetre: 0,
        minutesAtLeast: 15,
        waitHours: 0,
        tools: ['masking tape'],
        cautions: [],
      },
      {
        id: COAT,
        title: 'Oil-varnish, wiped thin, coat',
        why: 'Wipe on, wait ten minutes, wipe off what stands. Scuff with P400 between coats.',
        minutesPerSquareMetre: 70,
        minutesAtLeast: 25,
        waitHours: 12,
        tools: ['lint-free cloth', 'gloves', 'P400 paper'],
        cautions: ['oily rags', 'solvent'],
        repeat: 'coats',
        whole: true,
      },
      {
        id: CURE,
        title: 'Let the varnish cure',
        why: 'No smell left at the surface.',
        minutesPerSquareMetre: 0,
        minutesAtLeast: 10,
        waitHours: 168,
        tools: ['soft cloth'],
        cautions: [],
        whole: true,
      },
    ],
    materials: [
      { name: 'Oil-varnish', unit: 'mL', perSquareMetre: 40, perCoat: true, atLeast: 10, source: M },
      { name: 'Sanding paper, each grit', unit: 'sheets', perSquareMetre: 6, atLeast: 1, source: M },
      { name: 'Lint-free cloths', unit: 'pieces', perSquareMetre: 4, perCoat: true, atLeast: 1, source: M },
    ],
  },
  'waterborne solid colour': {
    name: 'waterborne solid colour',
    needsBareWood: false,
    film: { value: 0.12, doubt: 0.04 },
    air: { from: 18, to: 28, humidityTo: 65 },
    source: 'common practice; rates and times from memory',
    stages: [
      {
        id: 'panel',
        title: 'Test panel through every layer',
        why: 'Primer, colour and clear of three tins have to like one another.',
        minutesPerSquareMetre: 0,
        minutesAtLeast: 30,
        waitHours: 24,
        tools: ['scrap of the same wood'],
        cautions: ['solvent'],
        whole: true,
      },
      {
        id: 'sand',
        title: 'Sand the body',
        why: 'Ease every sharp edge: film draws away from it.',
        minutesPerSquareMetre: 200,
        minutesAtLeast: 40,
        waitHours: 0,
        tools: ['sanding block', 'dust mask'],
        cautions: ['dust'],
      },
      {
        id: 'mask',
        title: 'Mask pocket, holes and routs',
        why: 'A finish takes room: 0.1 to 0.3 mm in every hole that is not masked.',
        minutesPerSquareMetre: 0,
        minutesAtLeast: 15,
        waitHours: 0,
        tools: ['masking tape', 'plugs'],
        cautions: [],
      },
      {
        id: 'primer',
        title: 'Filler primer, two coats, sanded flat',
        why: 'Fills pores and shows every dent while it can still be mended.',
        minutesPerSquareMetre: 160,
        minutesAtLeast: 45,
        waitHours: 24,
        tools: ['spray gun or foam roller', 'P320 paper', 'respirator'],
        cautions: ['solvent', 'dust'],
        whole: true,
      },
      {
        id: COAT,
        title: 'Solid colour, coat',
        why: 'Thin coats; the wood’s edges get theirs first.',
        minutesPerSquareMetre: 60,
        minutesAtLeast: 20,
        waitHours: 3,
        tools: ['spray gun or foam roller', 'respirator'],
        cautions: ['solvent'],
        repeat: 'coats',
      },
      {
        id: CURE,
        title: 'Let it cure, then level and polish',
        why: 'Hard enough to sand wet after a week.',
        minutesPerSquareMetre: 400,
        minutesAtLeast: 120,
        waitHours: 168,
        tools: ['P1200 to P2500', 'compound'],
        cautions: ['dust'],
        whole: true,
      },
    ],
    materials: [
      { name: 'Filler primer', unit: 'mL', perSquareMetre: 260, atLeast: 100, source: M },
      { name: 'Waterborne colour', unit: 'mL', perSquareMetre: 90, perCoat: true, atLeast: 30, source: M },
      { name: 'Sanding paper, each grit', unit: 'sheets', perSquareMetre: 6, atLeast: 1, source: M },
    ],
  },
  'aerosol lacquer': {
    name: 'aerosol lacquer',
    needsBareWood: false,
    film: { value: 0.1, doubt: 0.03 },
    air: { from: 18, to: 28, humidityTo: 60 },
    source: 'common practice; rates and times from memory',
    stages: [
      {
        id: 'panel',
        title: 'Test panel through every layer',
        why: 'Lacquer lifts what it does not like.',
        minutesPerSquareMetre: 0,
        minutesAtLeast: 30,
        waitHours: 24,
        tools: ['scrap of the same wood', 'respirator'],
        cautions: ['solvent'],
        whole: true,
      },
      {
        id: 'sand',
        title: 'Sand the body',
        why: 'Ease every sharp edge: film draws away from it.',
        minutesPerSquareMetre: 200,
        minutesAtLeast: 40,
        waitHours: 0,
        tools: ['sanding block', 'dust mask'],
        cautions: ['dust'],
      },
      {
        id: 'mask',
        title: 'Mask fingerboard, pocket, holes and routs',
        why: 'A finish takes room: 0.1 to 0.3 mm in every hole that is not masked.',
        minutesPerSquareMetre: 0,
        minutesAtLeast: 15,
        waitHours: 0,
        tools: ['masking tape', 'plugs'],
        cautions: [],
      },
      {
        id: COAT,
        title: 'Lacquer, mist coat',
        why: 'Start and stop off the work; ten minutes between mist coats, three coats a day at most.',
        minutesPerSquareMetre: 40,
        minutesAtLeast: 15,
        waitHours: 8,
        tools: ['aerosol, warmed in hand-warm water', 'respirator'],
        cautions: ['solvent'],
        repeat: 'coats',
      },
      {
        id: CURE,
        title: 'Let the lacquer gas out, then level and polish',
        why: 'Nose test: no solvent smell. One to four weeks.',
        minutesPerSquareMetre: 500,
        minutesAtLeast: 150,
        waitHours: 336,
        tools: ['P1200 to P2500', 'compound'],
        cautions: ['dust'],
        whole: true,
      },
    ],
    materials: [
      { name: 'Lacquer in cans of 400 mL', unit: 'mL', perSquareMetre: 280, perCoat: true, atLeast: 60, source: M },
      { name: 'Sanding paper, each grit', unit: 'sheets', perSquareMetre: 6, atLeast: 1, source: M },
    ],
  },
}
