import type { Build } from './build.ts'

/** What of the document says which parts are fitted. */
export type Fitted = Pick<Build, 'parts' | 'slots'>

/** What of the document settles where everything lies. */
export const LAID = ['instrument', 'parts', 'slots', 'placements', 'readings', 'setup'] as const
export type Laid = Pick<Build, (typeof LAID)[number]>

/** What of the document settles joints, cuts and holes: log, plan's hours, money and names are not in it. */
export const SHAPED = [...LAID, 'bands', 'cuts', 'circuit', 'climate', 'finish', 'steps'] as const
export type Shaped = Pick<Build, (typeof SHAPED)[number]>

/** What titles a drawing beside what it shows, and in whose unit it is written. */
export type Named = Shaped & Pick<Build, 'name' | 'preferences'>

/** The same with the fixes that were chosen. */
export const MENDED = [...SHAPED, 'fixes'] as const
export type Mended = Pick<Build, (typeof MENDED)[number]>

/** What of the document settles what is heard and read at the jack. */
export const WIRED = ['instrument', 'parts', 'slots', 'circuit', 'readings'] as const
export type Wired = Pick<Build, (typeof WIRED)[number]> & {
  /** How long wires are, m, where their ways have been found: no part of the document, and left out where nobody asked. */
  readonly wireMetres?: ReadonlyMap<string, number>
}

/** What of the document settles the hole list and its drawings. */
export const DRILLED = [...MENDED, 'name', 'preferences'] as const
export type Drilled = Pick<Build, (typeof DRILLED)[number]>

/** What of the document costs money. */
export const COSTED = ['parts', 'slots', 'instrument', 'costs', 'budget', 'log'] as const
export type Costed = Pick<Build, (typeof COSTED)[number]>
