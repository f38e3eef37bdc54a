import type { SchoolName, Zone } from '../document/finishNames.ts'
import type { FinishLayer, Levelling } from '../document/finishRecord.ts'

/** A way of finishing a whole instrument, to start from: its layers can all be changed afterwards. */
export interface School {
  label: string
  /** What it gives and for whom it is. */
  says: string
  /** 1: a first kit; 2: steady hands and patience; 3: with practice on scrap. */
  skill: 1 | 2 | 3
  /** What it does to whom breathes it or lets its rags lie. */
  harm: string
  layers: readonly Readonly<FinishLayer>[]
  levelling?: Readonly<Levelling>
}

const BODY: Zone[] = ['body top', 'body back', 'body sides', 'body edges']
const FACES: Zone[] = [...BODY, 'binding']
const NECK: Zone[] = ['neck back', 'headstock face']
const AMBER = '#c8821e',
  BROWN = '#7a4a26'

const LEVEL: Levelling = { flats: 'foam', edges: 'fingers', from: 'P1200', to: 'P2000', share: 1, compound: true }

/**
 * Schools of finishing [common practice: materials, order and coats]. Layers are named by what they are for, so that a
 * step keeps its name when the material is changed.
 */
export const SCHOOLS: Record<SchoolName, School> = {
  'hard-wax oil': {
    label: 'Hard-wax oil',
    says: 'Wood that feels like wood; mends with a cloth; marks sooner than a film.',
    skill: 1,
    harm: 'Oily rags burn by themselves.',
    layers: [{ id: 'clear', material: 'hard-wax oil', zones: [...BODY, ...NECK], coats: 3 }],
  },
  'dye and hard-wax oil': {
    label: 'Dye under hard-wax oil',
    says: 'Colour with the figure showing, no film to level.',
    skill: 1,
    harm: 'Oily rags burn by themselves.',
    layers: [
      { id: 'dye', material: 'dye in water', zones: BODY, coats: 2 },
      { id: 'clear', material: 'hard-wax oil', zones: BODY, coats: 3 },
    ],
  },
  'oil, many thin coats': {
    label: 'Oil, many thin coats',
    says: 'As near to bare wood as it gets; a dozen evenings of ten minutes.',
    skill: 1,
    harm: 'Oily rags burn by themselves.',
    layers: [{ id: 'clear', material: 'oil', zones: [...BODY, ...NECK], coats: 10 }],
  },
  'wiped oil-varnish': {
    label: 'Wiped oil-varnish',
    says: 'A thin film without a gun and without dust trouble.',
    skill: 1,
    harm: 'Oily rags burn by themselves; solvent while it dries.',
    layers: [{ id: 'clear', material: 'oil-varnish', zones: [...BODY, ...NECK], coats: 5 }],
  },
  'wiped polyurethane': {
    label: 'Wiped polyurethane',
    says: 'The hardest film that a cloth can make.',
    skill: 1,
    harm: 'Oily rags burn by themselves; solvent while it dries.',
    layers: [{ id: 'clear', material: 'wiping polyurethane', zones: [...BODY, ...NECK], coats: 6 }],
  },
  shellac: {
    label: 'Shellac by pad',
    says: 'Thin, warm, mended at any time; marked by sweat and drink.',
    skill: 3,
    harm: 'Alcohol: fire, and little else.',
    layers: [{ id: 'clear', material: 'shellac', zones: FACES, coats: 12 }],
  },
  'aerosol nitrocellulose': {
    label: 'Nitrocellulose from cans',
    says: 'Coats melt into one another and can be mended; weeks to harden.',
    skill: 2,
    harm: 'Solvent for weeks, a respirator for every coat, fire.',
    layers: [
      { id: 'sealer', material: 'sanding sealer', zones: FACES, coats: 2 },
      { id: 'colour', material: 'nitrocellulose colour', zones: BODY, coats: 3, colour: '#8fb9a8' },
      { id: 'clear', material: 'nitrocellulose lacquer', zones: FACES, coats: 8 },
    ],
    levelling: LEVEL,
  },
  'aerosol acrylic': {
    label: 'Acrylic from cans',
    says: 'Any colour that a motor shop mixes; dry in days.',
    skill: 2,
    harm: 'Solvent, a respirator for every coat, fire.',
    layers: [
      { id: 'primer', material: 'filler primer', zones: BODY, coats: 2 },
      { id: 'colour', material: 'acrylic colour', zones: BODY, coats: 3, colour: '#4f6a86' },
      { id: 'clear', material: 'acrylic lacquer', zones: FACES, coats: 8 },
    ],
    levelling: LEVEL,
  },
  'waterborne clear over dye': {
    label: 'Waterborne clear over dye',
    says: 'Little smell, a hard clear film, colour in the wood.',
    skill: 2,
    harm: 'Mist: a respirator all the same.',
    layers: [
      { id: 'dye', material: 'dye in water', zones: BODY, coats: 2 },
      { id: 'barrier', material: 'shellac', zones: BODY, coats: 1 },
      { id: 'clear', material: 'waterborne clear', zones: FACES, coats: 5 },
    ],
    levelling: LEVEL,
  },
  'waterborne solid colour': {
    label: 'Waterborne solid colour',
    says: 'Little smell, covers any wood; by gun or by foam roller.',
    skill: 2,
    harm: 'Mist: a respirator all the same.',
    layers: [
      { id: 'primer', material: 'waterborne primer', zones: BODY, coats: 2 },
      { id: 'colour', material: 'waterborne colour', zones: BODY, coats: 3, colour: '#5b6f86' },
      { id: 'clear', material: 'waterborne clear', zones: BODY, coats: 4 },
    ],
    levelling: LEVEL,
  },
  'effect from cans': {
    label: 'Metallic from cans',
    says: 'Filler primer, base, effect and clear; the effect is the hardest to lay.',
    skill: 3,
    harm: 'Solvent, a respirator for every coat, fire.',
    layers: [
      { id: 'primer', material: 'filler primer', zones: BODY, coats: 2 },
      { id: 'base', material: 'acrylic colour', zones: BODY, coats: 3, colour: '#3d4a52' },
      { id: 'effect', material: 'metallic base', zones: BODY, coats: 3, colour: '#8a9aa0' },
      { id: 'clear', material: 'acrylic lacquer', zones: FACES, coats: 8 },
    ],
    levelling: LEVEL,
  },
  'burst in dye': {
    label: 'Burst in dye, under clear',
    says: 'Rings of dye from light to dark, rubbed into one another on bare wood.',
    skill: 3,
    harm: 'Solvent for weeks, a respirator for every coat of clear, fire.',
    layers: [
      { id: 'dye', material: 'dye in water', zones: BODY, coats: 1, colour: AMBER },
      {
        id: 'burst',
        material: 'dye in water',
        zones: BODY,
        coats: 2,
        colour: BROWN,
        rings: [{ colour: BROWN, reach: 35, fade: 50 }],
      },
      { id: 'clear', material: 'nitrocellulose lacquer', zones: FACES, coats: 8 },
    ],
    levelling: LEVEL,
  },
  'burst by spraying': {
    label: 'Burst sprayed over a sealed ground',
    says: 'Tinted lacquer between sealer and clear: softer than dye, and it can be washed off.',
    skill: 3,
    harm: 'Solvent for weeks, a respirator for every coat, fire.',
    layers: [
      { id: 'dye', material: 'dye in thinner', zones: BODY, coats: 1, colour: AMBER },
      { id: 'sealer', material: 'sanding sealer', zones: FACES, coats: 2 },
      {
        id: 'burst',
        material: 'nitrocellulose colour',
        zones: BODY,
        coats: 2,
        colour: BROWN,
        rings: [{ colour: BROWN, reach: 30, fade: 60 }],
      },
      { id: 'clear', material: 'nitrocellulose lacquer', zones: FACES, coats: 8 },
    ],
    levelling: LEVEL,
  },
  'oiled neck over a scuffed gloss': {
    label: 'Neck only: oil over a scuffed gloss',
    says: 'A sticky glossy neck made dull and quick in an evening; renewed each year.',
    skill: 1,
    harm: 'Oily rags burn by themselves.',
    layers: [{ id: 'neck', material: 'hard-wax oil', zones: ['neck back'], coats: 2 }],
  },
  aged: {
    label: 'Aged: thin, and worn through where arm, hand and buckle wear it',
    says: 'Few coats over colour, then sanded through on purpose at forearm, horn, buckle and behind the neck.',
    skill: 3,
    harm: 'Solvent for weeks, a respirator for every coat, fire.',
    layers: [
      { id: 'sealer', material: 'sanding sealer', zones: BODY, coats: 1 },
      { id: 'colour', material: 'nitrocellulose colour', zones: BODY, coats: 2, colour: '#d8c8a0' },
      { id: 'clear', material: 'nitrocellulose lacquer', zones: BODY, coats: 3 },
    ],
  },
}

/** A school's layers, as a build begins with them. */
export const layersOf = (school: SchoolName): FinishLayer[] =>
  SCHOOLS[school].layers.map(l => ({
    ...l,
    zones: [...l.zones],
    ...(l.rings ? { rings: l.rings.map(r => ({ ...r })) } : {}),
  }))
