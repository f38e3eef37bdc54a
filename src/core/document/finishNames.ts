/** Faces that a finish is put on. */
export const ZONES = [
  'body top',
  'body back',
  'body sides',
  'body edges',
  'body cavities',
  'binding',
  'neck back',
  'headstock face',
  'fingerboard',
] as const
export type Zone = (typeof ZONES)[number]

/** Ways of putting a material on. */
export const WAYS = ['wipe', 'brush', 'roller', 'aerosol', 'gun'] as const
export type Way = (typeof WAYS)[number]

/** What a face is before anything is put on it. */
export const SURFACES = ['bare', 'sealed', 'sanded back in part', 'old finish', 'oiled', 'unknown'] as const
export type SurfaceState = (typeof SURFACES)[number]

/** What presses the paper when a film is levelled. */
export const PADS = ['hard block', 'foam', 'fingers'] as const
export type Pad = (typeof PADS)[number]

/** Schools of finishing; what each is made of stands with the finish engine. */
export const SCHOOL_NAMES = [
  'hard-wax oil',
  'dye and hard-wax oil',
  'oil, many thin coats',
  'wiped oil-varnish',
  'wiped polyurethane',
  'shellac',
  'aerosol nitrocellulose',
  'aerosol acrylic',
  'waterborne clear over dye',
  'waterborne solid colour',
  'effect from cans',
  'burst in dye',
  'burst by spraying',
  'oiled neck over a scuffed gloss',
  'aged',
] as const
export type SchoolName = (typeof SCHOOL_NAMES)[number]
