import {
  ArrayMaxSize,
  IsArray,
  IsIn,
  IsNumber,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
} from 'class-validator'
import { ID, ID_MESSAGE } from '../parts/ids.ts'
import { Nested, NestedEach } from '../parts/validators/nested.ts'

export const COMPONENT_KINDS = ['pickup', 'pot', 'switch', 'capacitor', 'resistor', 'jack', 'metal'] as const
export type ComponentKind = (typeof COMPONENT_KINDS)[number]

/** One thing in the circuit. Its values come from the part in `slot`; a resistor carries its own. */
export class Component {
  @Matches(ID, ID_MESSAGE)
  id!: string

  @IsIn(COMPONENT_KINDS)
  kind!: ComponentKind

  @IsString()
  @MaxLength(80)
  label!: string

  @IsOptional()
  @Matches(ID, ID_MESSAGE)
  slot?: string

  /** Resistance of a resistor, Ω. */
  @IsOptional()
  @IsNumber({ allowNaN: false, allowInfinity: false })
  @Min(0.01)
  @Max(1e9)
  ohms?: number
}

const TERMINAL = /^[a-z0-9-]+\.[a-z0-9-]+$/

/** One conductor between two terminals, `component.terminal`. */
export class Wire {
  @Matches(ID, ID_MESSAGE)
  id!: string

  @Matches(TERMINAL, { message: 'must be component.terminal' })
  from!: string

  @Matches(TERMINAL, { message: 'must be component.terminal' })
  to!: string

  /** A pickup's own lead, a wire cut from the reel, a component's leg, or a part's own bent lug. */
  @IsIn(['lead', 'wire', 'leg', 'lug'])
  kind!: 'lead' | 'wire' | 'leg' | 'lug'

  @IsOptional()
  @IsString()
  @MaxLength(40)
  colour?: string
}

/** What the jack feeds: a cable and an amplifier. */
export class Load {
  @IsNumber({ allowNaN: false, allowInfinity: false })
  @Min(0)
  @Max(200)
  cableMetres!: number

  @IsNumber({ allowNaN: false, allowInfinity: false })
  @Min(0)
  @Max(5e-9)
  faradsPerMetre!: number

  @IsNumber({ allowNaN: false, allowInfinity: false })
  @Min(1e3)
  @Max(1e9)
  amplifierOhms!: number
}

/** The circuit as it is soldered. */
export class Circuit {
  /** Which recipe it was made from. */
  @IsOptional()
  @IsString()
  @MaxLength(60)
  recipe?: string

  @IsArray()
  @ArrayMaxSize(100)
  @NestedEach(() => Component)
  components!: Component[]

  @IsArray()
  @ArrayMaxSize(400)
  @NestedEach(() => Wire)
  wires!: Wire[]

  @Nested(() => Load)
  load!: Load
}
