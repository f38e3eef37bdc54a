/** Finish systems that a build can name; what each is made of stands with the finish engine. */
export const FINISH_NAMES = [
  'dye and hard-wax oil',
  'wiped oil-varnish',
  'waterborne solid colour',
  'aerosol lacquer',
] as const
export type FinishName = (typeof FINISH_NAMES)[number]
