import type { CautionId } from '../cautions/cautions.ts'

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

export interface FinishMaterial { name: string; unit: 'mL' | 'g' | 'sheets' | 'pieces'; perSquareMetre: number; perCoat?: boolean; atLeast: number; source: string }

export interface FinishSystem {
  name: string
  air: { from: number; to: number; humidityTo: number }
  needsBareWood: boolean
  stages: readonly FinishStage[]
  materials: readonly FinishMaterial[]
  source: string
}

const M = 'from memory; the tin wins'

/** Finish systems. Dye and hard-wax oil: common practice for the order, [from memory] for rates and times; the tin wins. */
export const FINISH_SYSTEMS: Record<'dye and hard-wax oil', FinishSystem> = {
  'dye and hard-wax oil': {
    name: 'dye and hard-wax oil', needsBareWood: true, air: { from: 15, to: 28, humidityTo: 70 }, source: 'common practice; rates and times from memory',
    stages: [
      { id: 'panel', title: 'Test panel: dye and oil on scrap of the same wood', why: 'Dye looks different on every wood, and oil darkens it again.', minutesPerSquareMetre: 0, minutesAtLeast: 25, waitHours: 12, tools: ['scrap of the same wood'], cautions: ['oily rags'], whole: true },
      { id: 'sand', title: 'Sand the body', why: 'Every scratch left now is drawn in by the dye. Ease every sharp edge.', minutesPerSquareMetre: 240, minutesAtLeast: 40, waitHours: 0, tools: ['sanding block', 'dust mask'], cautions: ['dust'] },
      { id: 'raise', title: 'Damp the wood, let it dry, sand the raised grain off', why: 'Water in the dye raises the grain; raised and cut once, it stays down.', minutesPerSquareMetre: 60, minutesAtLeast: 20, waitHours: 4, tools: ['damp cloth', 'P320 paper'], cautions: ['dust'], whole: true },
      { id: 'mask', title: 'Mask pocket, holes and routs', why: 'A finish takes room: 0.1 to 0.3 mm in every hole that is not masked.', minutesPerSquareMetre: 0, minutesAtLeast: 15, waitHours: 0, tools: ['masking tape', 'plugs'], cautions: [] },
      { id: 'dye', title: 'Dye, lightest mix first', why: '1 part colour to 9 of water; a second pass darkens, nothing lightens.', minutesPerSquareMetre: 60, minutesAtLeast: 20, waitHours: 12, tools: ['cloth', 'gloves'], cautions: ['solvent'], whole: true },
      { id: 'coat', title: 'Hard-wax oil, thin coat', why: 'Wipe on, leave ten minutes, wipe everything off that stands.', minutesPerSquareMetre: 80, minutesAtLeast: 25, waitHours: 14, tools: ['lint-free cloth', 'gloves'], cautions: ['oily rags', 'solvent'], repeat: 'coats', whole: true },
      { id: 'cure', title: 'Let the oil cure, then buff', why: 'Hard enough to take a bridge and a strap; full hardness after two weeks.', minutesPerSquareMetre: 40, minutesAtLeast: 15, waitHours: 120, tools: ['soft cloth'], cautions: [], whole: true },
    ],
    materials: [
      { name: 'Water dye, mixed 1 : 9', unit: 'mL', perSquareMetre: 90, atLeast: 50, source: M },
      { name: 'Hard-wax oil', unit: 'mL', perSquareMetre: 42, perCoat: true, atLeast: 10, source: M },
      { name: 'Sanding paper, each grit', unit: 'sheets', perSquareMetre: 6, atLeast: 1, source: M },
      { name: 'Lint-free cloths', unit: 'pieces', perSquareMetre: 4, perCoat: true, atLeast: 1, source: M },
    ],
  },
}
