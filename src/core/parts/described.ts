import type { Dimension } from '../units/dimension.ts'

/** What of a part tells its lugs and contacts. The tables of parts stand on it, and the part on the tables. */
export interface Described {
  kind: string
  traits: Readonly<Record<string, string>>
  dims: Readonly<Record<string, Dimension>>
  leads?: readonly { lead: string; lug: string }[]
}
