import { ArrayMaxSize, IsArray, IsBoolean, IsIn, IsNumber, IsObject, IsOptional, IsString, Matches, Max, MaxLength, Min, MinLength } from 'class-validator'
import type { Dimension } from '../units/dimension.ts'
import { FEATURE_ROLES, FEATURE_ROLE_NAMES, type FeatureRole } from './featureRoles.ts'
import { ID, ID_MESSAGE } from './ids.ts'
import { PART_KINDS, PART_KIND_NAMES, type PartKind, type PartKindSpec } from './partKinds.ts'
import type { DimensionSpec } from './dimensionSpec.ts'
import { DimensionsOf } from './validators/dimensionsOf.ts'
import { IsOutlinePoints } from './validators/isOutlinePoints.ts'
import { TraitsOf } from './validators/traitsOf.ts'
import { Nested, NestedEach } from './validators/nested.ts'

/** A closed edge line by its control points, mm in the part's own frame; smooth: a spline runs through them. */
export class OutlineData {
  @IsOutlinePoints()
  points!: [number, number][]

  @IsBoolean()
  smooth!: boolean
}

/** A hole, rout or pocket of a part. */
export class Feature {
  @Matches(ID, ID_MESSAGE)
  id!: string

  @IsIn(FEATURE_ROLE_NAMES)
  role!: FeatureRole

  /** What it is for when a part has several of a role: a slot's name, or a number in the row. */
  @IsOptional()
  @IsString()
  @MaxLength(48)
  serves?: string

  @IsIn(['top', 'back', 'side'])
  face!: 'top' | 'back' | 'side'

  @IsOptional()
  @IsBoolean()
  through?: boolean

  @IsObject()
  @DimensionsOf(o => (FEATURE_ROLES[(o as Feature).role] as { dims: Record<string, DimensionSpec> } | undefined)?.dims)
  dims!: Record<string, Dimension>
}

/** One string of a set. */
export class StringGauge {
  /** Outside diameter, mm. */
  @IsNumber({ allowNaN: false, allowInfinity: false })
  @Min(0.1)
  @Max(6)
  diameter!: number

  @IsBoolean()
  wound!: boolean

  /** Core diameter of a wound string, mm. */
  @IsOptional()
  @IsNumber({ allowNaN: false, allowInfinity: false })
  @Min(0.1)
  @Max(4)
  core?: number

  /** Mass per length from the packet, kg/m. */
  @IsOptional()
  @IsNumber({ allowNaN: false, allowInfinity: false })
  @Min(1e-6)
  @Max(0.1)
  unitWeight?: number
}

/** What a part cost, where it lies and when it comes. */
export class Stock {
  @IsOptional()
  @IsNumber({ allowNaN: false, allowInfinity: false })
  @Min(0)
  @Max(1e7)
  price?: number

  @IsOptional()
  @IsString()
  @MaxLength(80)
  place?: string

  @IsOptional()
  @IsIn(['here', 'ordered', 'to buy'])
  state?: 'here' | 'ordered' | 'to buy'

  @IsOptional()
  @Matches(/^\d{4}-\d{2}-\d{2}$/)
  due?: string
}

/** A part: dimensions with doubt, choices, an outline and the places where others meet it. */
export class Part {
  @Matches(ID, ID_MESSAGE)
  id!: string

  @IsIn(PART_KIND_NAMES)
  kind!: PartKind

  @IsString()
  @MinLength(1)
  @MaxLength(120)
  name!: string

  @IsOptional()
  @IsString()
  @MaxLength(2000)
  note?: string

  @IsObject()
  @DimensionsOf(o => (PART_KINDS[(o as Part).kind] as PartKindSpec | undefined)?.dims)
  dims!: Record<string, Dimension>

  @IsObject()
  @TraitsOf(o => (PART_KINDS[(o as Part).kind] as PartKindSpec | undefined)?.traits)
  traits!: Record<string, string>

  @IsOptional()
  @Nested(() => OutlineData)
  outline?: OutlineData

  @IsArray()
  @ArrayMaxSize(200)
  @NestedEach(() => Feature)
  features!: Feature[]

  /** Strings of a set, thinnest first. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(24)
  @NestedEach(() => StringGauge)
  gauges?: StringGauge[]

  @IsOptional()
  @Nested(() => Stock)
  stock?: Stock
}
