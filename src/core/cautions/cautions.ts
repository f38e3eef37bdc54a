export type CautionId =
  | 'cutters'
  | 'dust'
  | 'solder'
  | 'oily rags'
  | 'strings'
  | 'solvent'
  | 'springs'
  | 'respirator'
  | 'sparks'
  | 'isocyanate'
  | 'steam'

/** Cautions, shown where the work is. Local rules come first, and where they call for a licensed person, ask one [common practice]. */
export const CAUTIONS: Record<CautionId, { title: string; text: string }> = {
  cutters: { title: 'Cutting tools', text: 'Work clamped, eyes and ears protected, no gloves near cutters.' },
  dust: {
    title: 'Dust',
    text: 'Mask and extraction. Some woods and old finishes are harmful; old paint can hold lead.',
  },
  solder: {
    title: 'Soldering',
    text: 'Fume away from the face, eyes protected, iron in its stand, a towel over the finish. Wash hands after leaded solder, no food on the bench.',
  },
  'oily rags': {
    title: 'Oily rags',
    text: 'They heat by themselves and burn. Dry them flat outdoors, or in a lidded metal can of water.',
  },
  solvent: {
    title: 'Solvents',
    text: 'Air moving, gloves, no flame or spark. Local rules on waste and ventilation come first.',
  },
  strings: { title: 'Strings', text: 'Cut ends and strings under tension: protect your eyes.' },
  springs: { title: 'Springs', text: 'A spring under tension jumps: protect your eyes, hold it with pliers.' },
  respirator: {
    title: 'Spray',
    text: 'A respirator for organic vapours that fits, outdoors or with real extraction, gloves, eyes. A dust mask stops none of it. Local rules on spraying and waste come first.',
  },
  sparks: {
    title: 'Fire',
    text: 'Mist and vapour catch from a switch, a heater, a grinder, a pilot flame. None of them in the room or below it, and none until it is aired.',
  },
  isocyanate: {
    title: 'Isocyanate hardener',
    text: 'One exposure can make you ill for life, and no cartridge mask is enough. Not a job for home: a professional with supplied air, as local rules ask.',
  },
  steam: {
    title: 'Hot iron and steam',
    text: 'A damp cloth between iron and wood, hands out of the steam, no film on the wood.',
  },
}
