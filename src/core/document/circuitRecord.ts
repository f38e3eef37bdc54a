import {
  ArrayMaxSize,
  IsArray,
  IsBoolean,
  IsIn,
  IsInt,
  IsISO8601,
  IsNumber,
  IsOptional,
  IsString,
  Matches,
  Max,
  MaxLength,
  Min,
} from 'class-validator'
import { CONTACT_NAMES, type ContactName } from '../parts/contacts.ts'
import { ID, ID_MESSAGE } from '../parts/ids.ts'
import { TAPERS, type Taper } from '../parts/kinds/electrics.ts'
import { COMPONENT_KINDS, lugsOf, type ComponentKind } from '../parts/lugs.ts'
import type { Part } from '../parts/part.ts'
import { Nested, NestedEach } from '../parts/validators/nested.ts'

/** What an amplifying stage does between its input and its output. */
export class Stage {
  @IsNumber({ allowNaN: false, allowInfinity: false })
  @Min(-1000)
  @Max(1000)
  gain!: number

  @IsNumber({ allowNaN: false, allowInfinity: false })
  @Min(1e3)
  @Max(1e9)
  inOhms!: number

  @IsNumber({ allowNaN: false, allowInfinity: false })
  @Min(1)
  @Max(1e6)
  outOhms!: number
}

/** One thing in the circuit. Its values come from the part in `slot`; what stands in no slot carries its own. */
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

  /** Resistance of a resistor, or of a pot's track, Ω. */
  @IsOptional()
  @IsNumber({ allowNaN: false, allowInfinity: false })
  @Min(0.01)
  @Max(1e9)
  ohms?: number

  /** Capacitance of a capacitor, F. */
  @IsOptional()
  @IsNumber({ allowNaN: false, allowInfinity: false })
  @Min(1e-13)
  @Max(1e-3)
  farads?: number

  /** How far it is turned as it is mounted, degrees clockwise as the solderer sees it; left out: as its wires want it. */
  @IsOptional()
  @IsNumber({ allowNaN: false, allowInfinity: false })
  @Min(0)
  @Max(359)
  turn?: number

  @IsOptional()
  @IsIn(TAPERS)
  taper?: Taper

  /** What a switch joins. */
  @IsOptional()
  @IsIn(CONTACT_NAMES)
  contacts?: ContactName

  @IsOptional()
  @Nested(() => Stage)
  stage?: Stage
}

/** What the metal is called that the strings end in. */
export const STRINGS = 'strings'

/** The metal that grounds the strings; other metal of a circuit may be anywhere. */
export const stringsIn = (components: readonly Component[]): Component | undefined => {
  const metal = components.filter(c => c.kind === 'metal')
  return metal.find(c => c.id === STRINGS) ?? metal[0]
}

/** The lugs that a component has with the part that is chosen for it. */
export const terminalsOf = (c: Component, part: Part | undefined): string[] =>
  lugsOf(c.kind, part, c.contacts).map(l => l.id)

/** A pickup's own lead, a wire cut from the reel, a component's leg, or a part's own bent lug. */
export const WIRE_KINDS = ['lead', 'wire', 'leg', 'lug'] as const
export type WireKind = (typeof WIRE_KINDS)[number]

const TERMINAL = /^[a-z0-9-]+\.[a-z0-9-]+$/

/** The braid of a shielded wire: which lugs it is soldered to, at which end. One end alone is a screen without a loop. */
export class Braid {
  @IsOptional()
  @Matches(TERMINAL, { message: 'must be component.terminal' })
  from?: string

  @IsOptional()
  @Matches(TERMINAL, { message: 'must be component.terminal' })
  to?: string
}

/** One conductor between two terminals, `component.terminal`; of a shielded one this is the core. */
export class Wire {
  @Matches(ID, ID_MESSAGE)
  id!: string

  @Matches(TERMINAL, { message: 'must be component.terminal' })
  from!: string

  @Matches(TERMINAL, { message: 'must be component.terminal' })
  to!: string

  @IsIn(WIRE_KINDS)
  kind!: WireKind

  @IsOptional()
  @Nested(() => Braid)
  braid?: Braid

  @IsOptional()
  @IsString()
  @MaxLength(40)
  colour?: string
}

/** Stages of soldering, in the order that works [common practice]. */
export const SOLDER_STAGES = ['on the controls', 'pickups', 'through the body'] as const
export type SolderStage = (typeof SOLDER_STAGES)[number]

/** A joint that was made: what is there, beside what is meant. */
export class MadeJoint {
  @Matches(TERMINAL, { message: 'must be component.terminal' })
  at!: string

  @IsIn(SOLDER_STAGES)
  stage!: SolderStage

  @IsIn(['soldered', 'found wrong'])
  state!: 'soldered' | 'found wrong'

  /** Lugs at the other ends of the wires that were soldered here. */
  @IsArray()
  @ArrayMaxSize(40)
  @Matches(TERMINAL, { each: true, message: 'must be component.terminal' })
  to!: string[]
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

/** What lines the hollows and the guard's back. */
export const SHIELD_SORTS = ['foil', 'paint'] as const
export type ShieldSort = (typeof SHIELD_SORTS)[number]

/** An instrument on the bench in place of a real one: a fault that its owner is to find. */
export class StandInRecord {
  /** Which fault is hidden. */
  @IsString()
  @MaxLength(200)
  fault!: string

  /** What its parts and its noise come from: the same instrument comes again. */
  @IsInt()
  @Min(0)
  @Max(4294967295)
  seed!: number

  /** Readings from then on are of it. */
  @IsISO8601()
  began!: string

  /** Hidden by the program to be found: it goes, with its readings, when it is named. */
  @IsBoolean()
  practice!: boolean
}

/** The circuit as it is soldered. */
export class Circuit {
  /** Which recipe it was made from. */
  @IsOptional()
  @IsString()
  @MaxLength(120)
  recipe?: string

  @IsArray()
  @ArrayMaxSize(100)
  @NestedEach(() => Component)
  components!: Component[]

  @IsArray()
  @ArrayMaxSize(400)
  @NestedEach(() => Wire)
  wires!: Wire[]

  /** Joints that were made; left out: none. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(400)
  @NestedEach(() => MadeJoint)
  joints?: MadeJoint[]

  /** When it was last mended: readings from before are of the circuit as it was. */
  @IsOptional()
  @IsISO8601()
  mended?: string

  /** What the bench meter reads in place of a real instrument; left out: there is none. */
  @IsOptional()
  @Nested(() => StandInRecord)
  standIn?: StandInRecord

  /** Lining of hollows and guard; left out: none. */
  @IsOptional()
  @IsIn(SHIELD_SORTS)
  shield?: ShieldSort

  @Nested(() => Load)
  load!: Load
}
