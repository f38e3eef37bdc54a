export type CautionId = 'cutters' | 'dust' | 'solder' | 'oily rags' | 'strings' | 'solvent' | 'springs'

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
}
