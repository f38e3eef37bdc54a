import {
  ArrayMaxSize,
  ArrayMinSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsNumber,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
} from 'class-validator'

/** So many values a marking may leave open. */
export const MOST_CANDIDATES = 4

/** Where a dimension's value comes from. A listing is not a fact. */
export const BASES = ['claimed', 'measured', 'assumed'] as const
export type Basis = (typeof BASES)[number]

/** The least known of several bases: one assumption makes a figure assumed, one claim makes it claimed. */
export const weakestBasis = (...bases: readonly (Basis | undefined)[]): Basis =>
  bases.includes('assumed')
    ? 'assumed'
    : bases.some(b => b === 'claimed' || b === undefined)
      ? 'claimed'
      : 'measured'

/**
 * One dimension of a part: a value, the half-width of its doubt and the basis for both.
 * Unit is the one of the dimension's own kind (mm for lengths, Ω, H, F, g, °).
 */
export class Dimension {
  @IsNumber({ allowNaN: false, allowInfinity: false })
  value!: number

  @IsNumber({ allowNaN: false, allowInfinity: false })
  @Min(0)
  @Max(1e9)
  doubt!: number

  @IsIn(BASES)
  basis!: Basis

  /** When it was measured: a moment in UTC, or a day, YYYY-MM-DD, where no more is known. */
  @IsOptional()
  @Matches(/^\d{4}-\d{2}-\d{2}(T\d{2}:\d{2}:\d{2}(\.\d{1,3})?Z)?$/, {
    message: 'must be a day, YYYY-MM-DD, or a time in UTC',
  })
  on?: string

  /** What it was measured with, or which listing claimed it. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  with?: string

  /** What a listing claimed before it was measured: kept, to say where it was wrong. */
  @IsOptional()
  @IsNumber({ allowNaN: false, allowInfinity: false })
  claimed?: number

  /** The claim's doubt. */
  @IsOptional()
  @IsNumber({ allowNaN: false, allowInfinity: false })
  @Min(0)
  @Max(1e9)
  claimedDoubt?: number

  /** What it may be, where its marking leaves several open; a reading settles it. */
  @IsOptional()
  @IsArray()
  @ArrayMinSize(2)
  @ArrayMaxSize(MOST_CANDIDATES)
  @IsNumber({ allowNaN: false, allowInfinity: false }, { each: true })
  candidates?: number[]

  /** The reading is far from the claim, and the builder looked again: it is right. */
  @IsOptional()
  @IsBoolean()
  sure?: boolean
}
