import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsISO8601,
  IsIn,
  IsInt,
  IsNumber,
  IsObject,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
  MinLength,
} from 'class-validator'
import { BASES, type Basis, type Dimension } from '../units/dimension.ts'
import { FEATURE_ROLES, FEATURE_ROLE_NAMES, type FeatureRole } from './featureRoles.ts'
import { ID, ID_MESSAGE } from './ids.ts'
import { LUGS } from './lugs.ts'
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

  /** Half-width of doubt of the whole edge, mm; left out: ±0.5. */
  @IsOptional()
  @IsNumber({ allowNaN: false, allowInfinity: false })
  @Min(0)
  @Max(50)
  doubt?: number

  /** Where the edge comes from; left out: claimed. */
  @IsOptional()
  @IsIn(BASES)
  basis?: Basis
}

/** Work of the plan that a hole came from: it was drilled here, and did not come with the part. */
export class DrilledHere {
  /** The plan's step in which it was drilled. */
  @IsString()
  @MaxLength(160)
  step!: string

  /** The hole that was asked for, as the hole list knows it, and what it is called. */
  @IsString()
  @MinLength(1)
  @MaxLength(80)
  hole!: string

  @IsString()
  @MinLength(1)
  @MaxLength(120)
  label!: string
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

  /** A hole that was plugged: nothing is hollow there any more. */
  @IsOptional()
  @IsBoolean()
  plugged?: boolean

  /** Left out: it came with the part. */
  @IsOptional()
  @Nested(() => DrilledHere)
  drilled?: DrilledHere

  @IsObject()
  @DimensionsOf(
    o => (FEATURE_ROLES[(o as Feature).role] as { dims: Record<string, DimensionSpec> } | undefined)?.dims,
  )
  dims!: Record<string, Dimension>

  /** Its true shape about its own place, where it is no rectangle with rounded corners. */
  @IsOptional()
  @Nested(() => OutlineData)
  outline?: OutlineData
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

/** Addresses that a page may link to: nothing that runs. */
const WEB_ADDRESS = /^https?:\/\/[^\s<>"']+$/
export const isWebAddress = (text: string): boolean => WEB_ADDRESS.test(text)
const WEB_ADDRESS_MESSAGE = { message: 'must be an address that begins with http:// or https://' }

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

  /** Who sells it or whom it came from. */
  @IsOptional()
  @IsString()
  @MaxLength(80)
  supplier?: string

  /** Where it is offered. */
  @IsOptional()
  @Matches(WEB_ADDRESS, WEB_ADDRESS_MESSAGE)
  @MaxLength(300)
  link?: string

  /** The supplier's own number of it, and of the order that it comes with. */
  @IsOptional()
  @Matches(ID, ID_MESSAGE)
  item?: string

  @IsOptional()
  @Matches(ID, ID_MESSAGE)
  order?: string

  /** Share of the parcel's freight. */
  @IsOptional()
  @IsNumber({ allowNaN: false, allowInfinity: false })
  @Min(0)
  @Max(1e7)
  freight?: number

  /** Days from order to arrival, as the supplier says. */
  @IsOptional()
  @IsNumber({ allowNaN: false, allowInfinity: false })
  @Min(0)
  @Max(730)
  waitDays?: number

  /** How many of it there are; left out: one, or as many as wanted when it is to buy. */
  @IsOptional()
  @IsInt()
  @Min(0)
  @Max(10000)
  count?: number

  @IsOptional()
  @Matches(/^\d{4}-\d{2}-\d{2}$/)
  ordered?: string

  @IsOptional()
  @Matches(/^\d{4}-\d{2}-\d{2}$/)
  arrived?: string

  @IsOptional()
  @IsIn(['here', 'ordered', 'to buy'])
  state?: 'here' | 'ordered' | 'to buy'

  @IsOptional()
  @Matches(/^\d{4}-\d{2}-\d{2}$/)
  due?: string
}

/** A pickup's lead by its colour, and which end of which coil it is. */
export class PartLead {
  @IsString()
  @MinLength(1)
  @MaxLength(40)
  lead!: string

  @IsIn(LUGS.pickup)
  lug!: string
}

/** Which of a pickup's windings is read: all coils in series, or one of two. */
export const COILS_READ = ['whole', 'a', 'b'] as const
export type CoilRead = (typeof COILS_READ)[number]
/** Where in the work a pickup was read. */
export const CARD_PLACES = ['as it came', 'before fitting', 'in the guitar', 'taken out'] as const
export type CardPlace = (typeof CARD_PLACES)[number]

/** A winding's resistance as it was read: a line on a pickup's card. */
export class CoilReading {
  @IsISO8601({ strict: true })
  @MaxLength(40)
  at!: string

  @IsIn(COILS_READ)
  coil!: CoilRead

  @IsIn(CARD_PLACES)
  place!: CardPlace

  /** As the meter showed it, at its own warmth, Ω; 1e8 stands for nothing shown. */
  @IsNumber({ allowNaN: false, allowInfinity: false })
  @Min(0)
  @Max(1e8)
  ohms!: number

  /** How far it moved while it was read, as a half-width, Ω. */
  @IsNumber({ allowNaN: false, allowInfinity: false })
  @Min(0)
  @Max(1e8)
  doubt!: number

  /** How warm the pickup was, °C. */
  @IsNumber({ allowNaN: false, allowInfinity: false })
  @Min(-20)
  @Max(60)
  celsius!: number

  @IsOptional()
  @IsString()
  @MaxLength(80)
  with?: string
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

  /** Leads of a pickup, from its leaflet or found with a meter. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(12)
  @NestedEach(() => PartLead)
  leads?: PartLead[]

  /** Every reading of a pickup's windings, in the order in which they were taken. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(200)
  @NestedEach(() => CoilReading)
  card?: CoilReading[]

  @IsOptional()
  @Nested(() => Stock)
  stock?: Stock

  /** Colour on the map, #rrggbb. */
  @IsOptional()
  @Matches(/^#[0-9a-f]{6}$/, { message: 'must be a colour like #2f6f4f' })
  colour?: string

  /** The donor instrument that it was taken from. */
  @IsOptional()
  @Matches(ID, ID_MESSAGE)
  donor?: string

  /** What a donor gave when it was taken apart. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(60)
  @Matches(ID, { each: true, ...ID_MESSAGE })
  gave?: string[]
}
