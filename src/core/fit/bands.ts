import type { FamilyId } from '../document/families.ts'
import { FAMILY_FILES } from './families/index.ts'
import type { Family } from './family.ts'

/** Every family by its name. */
export const FAMILIES = Object.fromEntries(FAMILY_FILES.flatMap(f => f.families).map(f => [f.id, f])) as Readonly<
  Record<FamilyId, Family>
>
