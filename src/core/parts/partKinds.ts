import { DONOR_KINDS } from './kinds/donor.ts'
import { ELECTRIC_KINDS } from './kinds/electrics.ts'
import { FINISHING_KINDS } from './kinds/finishing.ts'
import { HARDWARE_KINDS } from './kinds/hardware.ts'
import { WOOD_KINDS } from './kinds/wood.ts'

export type { PartKindSpec, TraitSpec } from './kinds/partKindSpec.ts'

/** Every kind of part, its dimensions and choices. */
export const PART_KINDS = {
  ...WOOD_KINDS,
  ...HARDWARE_KINDS,
  ...ELECTRIC_KINDS,
  ...FINISHING_KINDS,
  ...DONOR_KINDS,
} as const

export type PartKind = keyof typeof PART_KINDS

type NoneLeft<T extends never> = T
/** A spread of a dimension that its kind does not have is an error here. */
export type Misnamed = NoneLeft<
  {
    [K in PartKind]: (typeof PART_KINDS)[K] extends { spreads: infer S }
      ? Exclude<keyof S, keyof (typeof PART_KINDS)[K]['dims']>
      : never
  }[PartKind]
>
export const PART_KIND_NAMES = Object.keys(PART_KINDS) as PartKind[]
