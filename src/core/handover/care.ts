import type { Family } from '../finish/materials.ts'

/** How the uppermost film is kept, what harms it, and how a small damage is mended. */
export interface Care {
  clean: string
  harms: string
  mend: string
}

const FILM_MEND =
  'A chip is filled drop by drop with the same clear, left to harden, levelled with P1200 upwards on a small hard block and polished.'

/**
 * Care of each family of finish, by what lies uppermost [common practice; which solvents harm which film follows from
 * what dissolves it while it is put on, see the materials’ thinners].
 */
export const CARE: Record<Family, Care> = {
  dye: {
    clean: 'A dry cloth alone: nothing lies over the colour.',
    harms: 'Water, sweat and light.',
    mend: 'The same dye, weaker than it was, on a small brush.',
  },
  stain: {
    clean: 'A dry cloth alone: nothing lies over the colour.',
    harms: 'Water, sweat and white spirit.',
    mend: 'The same stain on a small brush, wiped at once.',
  },
  filler: {
    clean: 'A dry cloth alone: it is a ground, no finish.',
    harms: 'Water and sweat.',
    mend: 'Fill, sand with the grain, and finish over it.',
  },
  primer: {
    clean: 'A dry cloth alone: it is a ground, no finish.',
    harms: 'Water and sweat.',
    mend: 'Spray, sand, and finish over it.',
  },
  shellac: {
    clean: 'A soft cloth, barely damp, dried at once.',
    harms: 'Alcohol, warm sweat, drink, alkaline cleaners; heat above 60 °C.',
    mend: 'A pad with thin shellac at any time: it melts into what is there.',
  },
  oil: {
    clean: 'A dry cloth; grey places with a little oil.',
    harms: 'Water left standing, and long dry heat.',
    mend: 'P400 with the grain, oil, wiped off after ten minutes. Rags lie flat to dry outdoors, or go into water: they burn by themselves.',
  },
  'hard-wax oil': {
    clean: 'A damp cloth, dried after.',
    harms: 'Water left standing, and solvents.',
    mend: 'P320 on the place alone, a thin coat of the same, wiped off. Rags lie flat to dry outdoors, or go into water: they burn by themselves.',
  },
  wax: {
    clean: 'A dry cloth.',
    harms: 'Heat, alcohol and water.',
    mend: 'Wax again, wait, and rub.',
  },
  varnish: {
    clean: 'A damp cloth, dried after.',
    harms: 'Paint remover and strong solvents.',
    mend: 'Dull with P600, wipe on thin coats of the same: they bite by the scratches, they do not melt in.',
  },
  nitrocellulose: {
    clean: 'A soft dry cloth; polish without silicone.',
    harms: 'Rubber and vinyl of stands and straps, alcohol, cold followed by warmth: it checks.',
    mend: FILM_MEND + ' It melts into what is there: no edge stays.',
  },
  acrylic: {
    clean: 'A soft damp cloth.',
    harms: 'Alcohol, lacquer thinner, rubber of stands.',
    mend: FILM_MEND,
  },
  waterborne: {
    clean: 'A soft damp cloth.',
    harms: 'Alcohol and ammonia; sweat left for days.',
    mend: FILM_MEND + ' An edge stays to be seen in slanting light.',
  },
  'two-part': {
    clean: 'A damp cloth.',
    harms: 'Little; blows chip it.',
    mend: 'Nothing melts into it: chips are filled with thin superglue, levelled and polished, or left.',
  },
}
