import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsNumber,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
} from 'class-validator'
import { FEATURE_ROLE_NAMES, type FeatureRole } from '../parts/featureRoles.ts'
import { GRIT_NAMES, type GritName } from '../parts/grits.ts'
import { TIN_FIGURES, type FigureName } from '../parts/kinds/finishing.ts'
import { ID, ID_MESSAGE } from '../parts/ids.ts'
import { MATERIAL_NAMES, type MaterialName } from '../parts/materialNames.ts'
import { DimensionsOf } from '../parts/validators/dimensionsOf.ts'
import { Nested, NestedEach } from '../parts/validators/nested.ts'
import { Dimension } from '../units/dimension.ts'
import {
  PADS,
  SCHOOL_NAMES,
  SURFACES,
  WAYS,
  ZONES,
  type Pad,
  type SchoolName,
  type SurfaceState,
  type Way,
  type Zone,
} from './finishNames.ts'
import { SPANS } from './spans.ts'
import { HeldTo } from './validators/heldTo.ts'

const number = { allowNaN: false, allowInfinity: false }
const COLOUR = /^#[0-9a-f]{6}$/
const COLOUR_MESSAGE = { message: 'must be a colour, # and six digits from 0 to f' }

/** One dye of a mix: its colour at full strength, and how many parts of it. */
export class DyePart {
  @Matches(COLOUR, COLOUR_MESSAGE)
  colour!: string

  @IsNumber(number)
  @Min(0.01)
  @Max(100)
  parts!: number
}

/** Dye thinned by parts. */
export class DyeMix {
  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(4)
  @NestedEach(() => DyePart)
  dyes!: DyePart[]

  /** Parts of water or thinner to the dyes' own. */
  @IsNumber(number)
  @Min(0)
  @Max(1000)
  thinner!: number
}

/** One ring of a burst: its colour, how far it reaches in from the outline, and over what width it fades. */
export class BurstRing {
  @Matches(COLOUR, COLOUR_MESSAGE)
  colour!: string

  /** From the outline inward, where it is at half its strength, mm. */
  @IsNumber(number)
  @Min(0)
  @Max(250)
  reach!: number

  /** From full strength to none, mm. */
  @IsNumber(number)
  @Min(1)
  @Max(250)
  fade!: number
}

/** A material put on zones, in so many coats. */
export class FinishLayer {
  @Matches(ID, ID_MESSAGE)
  id!: string

  @IsIn(MATERIAL_NAMES)
  material!: MaterialName

  @IsArray()
  @ArrayMinSize(1, { message: 'must lie on at least one zone' })
  @ArrayMaxSize(ZONES.length)
  @ArrayUnique()
  @IsIn(ZONES, { each: true })
  zones!: Zone[]

  @IsInt()
  @Min(1)
  @Max(20)
  coats!: number

  /** How it is put on; left out: as the material usually is. */
  @IsOptional()
  @IsIn(WAYS)
  way?: Way

  /** What its own tin says, or a reading: it goes before the table of materials. */
  @IsOptional()
  @DimensionsOf(() => TIN_FIGURES)
  figures?: Partial<Record<FigureName, Dimension>>

  /** Colour of a pigmented layer, or of a dye as it lies on white. */
  @IsOptional()
  @Matches(COLOUR, COLOUR_MESSAGE)
  colour?: string

  @IsOptional()
  @Nested(() => DyeMix)
  mix?: DyeMix

  /** A burst, from the outermost ring inward. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(5)
  @NestedEach(() => BurstRing)
  rings?: BurstRing[]

  /** Sanded between its coats with this; left out: as the material usually is. */
  @IsOptional()
  @IsIn(GRIT_NAMES)
  scuff?: GritName
}

/** What was found a zone to be before anything is put on. */
export class ZoneSurface {
  @IsIn(ZONES)
  zone!: Zone

  @IsIn(SURFACES)
  state!: SurfaceState

  /** Drops of water put on it, and how many of them soaked in. */
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(40)
  drops?: number

  @IsOptional()
  @IsInt()
  @Min(0)
  @Max(40)
  soaked?: number

  /** It will be sanded back to wood. */
  @IsOptional()
  @IsBoolean()
  strip?: boolean
}

/** How the last film is levelled and polished. */
export class Levelling {
  @IsIn(PADS)
  flats!: Pad

  @IsIn(PADS)
  edges!: Pad

  @IsIn(GRIT_NAMES)
  from!: GritName

  @IsIn(GRIT_NAMES)
  to!: GritName

  /** How much of the peel is taken: 1 goes to its valleys. */
  @IsNumber(number)
  @Min(0)
  @Max(1)
  share!: number

  @IsBoolean()
  compound!: boolean
}

/** Which finish: layers on zones in their order, what they lie on, how the last is levelled. */
export class FinishChoice {
  /** The school that the layers started from. */
  @IsOptional()
  @IsIn(SCHOOL_NAMES)
  school?: SchoolName

  @IsArray()
  @ArrayMaxSize(30)
  @NestedEach(() => FinishLayer)
  layers!: FinishLayer[]

  /** What zones were found to be; left out: what their part says. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(ZONES.length)
  @ArrayUnique((s: ZoneSurface) => s.zone, { message: 'must name each zone once' })
  @NestedEach(() => ZoneSurface)
  surfaces?: ZoneSurface[]

  /** A decal is laid under the clear. */
  @IsOptional()
  @IsBoolean()
  decal?: boolean

  /** Left out: the film stays as it lies. */
  @IsOptional()
  @Nested(() => Levelling)
  levelling?: Levelling

  /** Dry film on each face of a hole, mm; left out: what the layers build. */
  @IsOptional()
  @Nested(() => Dimension)
  @HeldTo(SPANS.film)
  film?: Dimension

  /** Kinds of places that are masked or chased, so that no film stays in them. */
  @IsOptional()
  @IsArray()
  @ArrayUnique()
  @IsIn(FEATURE_ROLE_NAMES, { each: true })
  masked?: FeatureRole[]

  @IsString()
  @MaxLength(40)
  colour!: string
}
