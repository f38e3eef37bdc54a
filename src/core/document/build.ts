import {
  ArrayMaxSize,
  ArrayMinSize,
  ArrayUnique,
  Equals,
  IsArray,
  IsBoolean,
  IsIn,
  IsISO8601,
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
import { Dimension } from '../units/dimension.ts'
import { LENGTH_DISPLAYS, type LengthDisplay } from '../units/length.ts'
import { ID, ID_MESSAGE } from '../parts/ids.ts'
import { Part } from '../parts/part.ts'
import { Circuit } from './circuitRecord.ts'
import { STYLE_NAMES, type Style } from './playing.ts'
import { FinishChoice } from './finishRecord.ts'
import { SPANS } from './spans.ts'
import { HeldTo } from './validators/heldTo.ts'
import { IsBandTable } from './validators/isBandTable.ts'
import { IsNumberTable } from './validators/isNumberTable.ts'
import { IsSlotTable } from './validators/isSlotTable.ts'
import { Nested, NestedEach } from '../parts/validators/nested.ts'

export const FORMAT = 'snugbolt-build'
export const VERSION = 6

const number = { allowNaN: false, allowInfinity: false }
const NOTE = /^[A-G](#|b)?-?\d$/
const DAY = /^\d{4}-\d{2}-\d{2}$/
const DAY_MESSAGE = { message: 'must be a day, YYYY-MM-DD' }
const LOCAL = /^\d{4}-\d{2}-\d{2}T([01]\d|2[0-3]):[0-5]\d$/
const LOCAL_MESSAGE = { message: 'must be a day and a time, YYYY-MM-DDTHH:MM' }
/** Times of day are kept in UTC in one form, so that they sort as text. */
const STAMP = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}:\d{2}(\.\d{3})?Z$/
const STAMP_MESSAGE = { message: 'must be a time in UTC, YYYY-MM-DDTHH:MM:SSZ' }
const REAL_DAY = { strict: true }

export const BRIDGE_SORTS = [
  'flat plate',
  'stud bridge',
  'rocking tremolo, six screws',
  'rocking tremolo, two posts',
  'double-locking tremolo',
  'floating bridge',
] as const
export type BridgeSort = (typeof BRIDGE_SORTS)[number]
/** Bridges that rock on an edge, with a block and springs under the body's top. */
export const TREMOLOS: readonly BridgeSort[] = [
  'rocking tremolo, six screws',
  'rocking tremolo, two posts',
  'double-locking tremolo',
]

/** How neck and body are joined. */
export const NECK_JOINTS = ['screwed', 'glued'] as const
export type NeckJoint = (typeof NECK_JOINTS)[number]

/** Where a pickup can sit, from the bridge to the neck. */
export const PICKUP_PLACES = ['bridge', 'inner', 'middle', 'neck'] as const
export type PickupPlace = (typeof PICKUP_PLACES)[number]

/** What is asked when a build is started or changed; any of it may be left open. */
export const QUESTIONS = [
  'strings',
  'scale',
  'hand',
  'neck joint',
  'pickups',
  'bridge',
  'controls',
  'hang',
] as const
export type Question = (typeof QUESTIONS)[number]

/** What holds the pickups. */
export const MOUNTINGS = ['in the body', 'on the guard', 'in rings'] as const
export type Mounting = (typeof MOUNTINGS)[number]

export const EXTRAS = [
  'guard',
  'back cover',
  'control plate',
  'jack plate',
  'ferrules',
  'string trees',
  'battery',
] as const
export type Extra = (typeof EXTRAS)[number]

/** What kind of instrument it is. Tuning is given from the thinnest string, one note name a string. */
export class Instrument {
  @IsInt()
  @Min(1)
  @Max(18)
  strings!: number

  @IsIn(['right', 'left'])
  handedness!: 'right' | 'left'

  @IsArray()
  @ArrayMinSize(1)
  @ArrayMaxSize(18)
  @Matches(NOTE, { each: true, message: 'each note must be like E4, F#3 or Bb2' })
  tuning!: string[]

  /** Strings in a course, where they lie in pairs or threes; left out: one. */
  @IsOptional()
  @IsInt()
  @Min(1)
  @Max(3)
  perCourse?: number

  @IsIn(NECK_JOINTS)
  neckJoint!: NeckJoint

  /** Where its pickups sit, from the bridge to the neck. */
  @IsArray()
  @ArrayMaxSize(PICKUP_PLACES.length)
  @ArrayUnique()
  @IsIn(PICKUP_PLACES, { each: true })
  pickups!: PickupPlace[]

  @IsIn(BRIDGE_SORTS)
  bridge!: BridgeSort

  @IsIn(MOUNTINGS)
  mounting!: Mounting

  @IsInt()
  @Min(0)
  @Max(4)
  volumes!: number

  @IsInt()
  @Min(0)
  @Max(4)
  tones!: number

  @IsInt()
  @Min(0)
  @Max(4)
  switches!: number

  /** What else it has: each brings slots of its own. */
  @IsArray()
  @ArrayMaxSize(EXTRAS.length)
  @ArrayUnique()
  @IsIn(EXTRAS, { each: true })
  extras!: Extra[]

  /** Questions that the builder could not answer yet: what is described for them is our assumption. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(QUESTIONS.length)
  @ArrayUnique()
  @IsIn(QUESTIONS, { each: true })
  unsure?: Question[]
}

/** A point on the body: from the pocket's end wall along the centre line, and off it to the treble side. */
export class BodyPlace {
  @Nested(() => Dimension)
  @HeldTo(SPANS.along)
  x!: Dimension

  @Nested(() => Dimension)
  @HeldTo(SPANS.across)
  y!: Dimension
}

/** A part that the builder places on the body: a control, the jack, a pickup. */
export class SlotPlace extends BodyPlace {
  @Matches(ID, ID_MESSAGE)
  slot!: string
}

/** Where a tuner's post stands: from the nut (negative towards the head's end), and off the centre line. */
export class TunerPlace extends BodyPlace {
  /** Number of its string, 1 the thinnest. */
  @IsInt()
  @Min(1)
  @Max(18)
  string!: number
}

/** The two lines that a place on the body can be told from. */
export const TOLD_FROM = ['neck', 'body'] as const

/** Where parts sit that the builder places. */
export class Placements {
  /** Front edge of the bridge plate. Left out: the layout proposes it. */
  @IsOptional()
  @Nested(() => BodyPlace)
  bridge?: BodyPlace

  /** A guard off its nominal place, towards the bridge and the treble side. */
  @IsOptional()
  @Nested(() => BodyPlace)
  guard?: BodyPlace

  /** Strap buttons, in the edge of the body. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(6)
  @NestedEach(() => BodyPlace)
  buttons?: BodyPlace[]

  /** Controls, jack and pickups that are not drilled or routed yet. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(30)
  @NestedEach(() => SlotPlace)
  parts?: SlotPlace[]

  /** Tuners on a blank head; left out: the layout proposes. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(18)
  @NestedEach(() => TunerPlace)
  tuners?: TunerPlace[]

  /** How many of the tuners stand on the treble side, thin strings first; left out: half of them. */
  @IsOptional()
  @IsInt()
  @Min(0)
  @Max(18)
  tunersOnTreble?: number

  /** From which line places on the body are told when a fitted neck's edges are read; left out: the body's. */
  @IsOptional()
  @IsIn(TOLD_FROM)
  toldFrom?: (typeof TOLD_FROM)[number]

  /** String trees, from the nut (negative) and off the centre line. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(6)
  @NestedEach(() => BodyPlace)
  trees?: BodyPlace[]
}

export const CUT_SORTS = ['rout', 'recess', 'channel', 'notch', 'binding', 'string-through'] as const
export type CutSort = (typeof CUT_SORTS)[number]

/** Cutting work on the body that the builder wants beside what the parts ask for. Sizes are meant ones, mm. */
export class Cut {
  @Matches(ID, ID_MESSAGE)
  id!: string

  @IsIn(CUT_SORTS)
  sort!: CutSort

  @IsIn(['top', 'back'])
  face!: 'top' | 'back'

  /** Its middle, or where a channel starts: from the pocket's end wall, and off the centre line. */
  @IsOptional() @IsNumber(number) @Min(-800) @Max(1200) x?: number
  @IsOptional() @IsNumber(number) @Min(-400) @Max(400) y?: number

  /** Where a channel ends. */
  @IsOptional() @IsNumber(number) @Min(-800) @Max(1200) toX?: number
  @IsOptional() @IsNumber(number) @Min(-400) @Max(400) toY?: number

  @IsOptional() @IsNumber(number) @Min(1) @Max(400) length?: number
  @IsOptional() @IsNumber(number) @Min(0.5) @Max(400) width?: number
  @IsOptional() @IsNumber(number) @Min(0) @Max(60) corner?: number
  @IsOptional() @IsNumber(number) @Min(0.1) @Max(100) depth?: number
}

export const DRAWER_SETS = [
  'metric by halves',
  'metric by tenths',
  'fractional by 64ths',
  'number sizes',
  'letter sizes',
] as const
export type DrawerSet = (typeof DRAWER_SETS)[number]

/** A step drill: its smallest and largest diameter and the way from step to step, mm. */
export class StepDrill {
  @IsNumber(number) @Min(2) @Max(60) from!: number
  @IsNumber(number) @Min(3) @Max(80) to!: number
  @IsNumber(number) @Min(0.5) @Max(10) by!: number
}

/** The bits at hand: whole sets, single ones beside them, and those that are broken or lent. Diameters in mm. */
export class Drawer {
  @IsArray()
  @ArrayMaxSize(DRAWER_SETS.length)
  @ArrayUnique()
  @IsIn(DRAWER_SETS, { each: true })
  sets!: DrawerSet[]

  @IsArray()
  @ArrayMaxSize(200)
  @IsNumber(number, { each: true })
  @Min(0.3, { each: true })
  @Max(80, { each: true })
  extra!: number[]

  @IsArray()
  @ArrayMaxSize(200)
  @IsNumber(number, { each: true })
  @Min(0.3, { each: true })
  @Max(80, { each: true })
  missing!: number[]

  /** Brad points, for the last bit in wood. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(60)
  @IsNumber(number, { each: true })
  @Min(2, { each: true })
  @Max(80, { each: true })
  brad?: number[]

  /** Step drills, for thin stock. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(12)
  @NestedEach(() => StepDrill)
  stepped?: StepDrill[]
}

export const PAPER_NAMES = ['A4', 'Letter'] as const
export type Paper = (typeof PAPER_NAMES)[number]

/** How full-size sheets are printed: the paper, and what makes up for the printer's own scale. */
export class Printing {
  @IsIn(PAPER_NAMES)
  paper!: Paper

  /** What is drawn is drawn larger by this factor, along the paper's short side and along its long one. */
  @IsNumber(number) @Min(0.8) @Max(1.25) short!: number
  @IsNumber(number) @Min(0.8) @Max(1.25) long!: number
}

/** A fix that the builder chose for a joint; its amounts are computed anew from the dimensions. */
export class ChosenFix {
  @IsString()
  @MaxLength(120)
  joint!: string

  @IsString()
  @MaxLength(60)
  method!: string
}

/** Schools of setting up: where the action is read, how the nut is, how strings share it. */
export const ACTION_AT = ['fret 12', 'last fret'] as const
export const NUT_SCHOOLS = ['gap over fret 1', 'held behind fret 3'] as const
export const SPACINGS = ['equal gaps', 'equal centres'] as const

/** Targets and schools of the setup. Heights and gaps in mm. */
export class SetupTargets {
  @IsNumber(number) @Min(0) @Max(2) relief!: number
  @IsIn(ACTION_AT) actionAt!: (typeof ACTION_AT)[number]
  @IsNumber(number) @Min(0.3) @Max(8) actionBass!: number
  @IsNumber(number) @Min(0.3) @Max(8) actionTreble!: number
  @IsIn(NUT_SCHOOLS) nutSchool!: (typeof NUT_SCHOOLS)[number]
  @IsNumber(number) @Min(0) @Max(3) nutBass!: number
  @IsNumber(number) @Min(0) @Max(3) nutTreble!: number
  @IsIn(SPACINGS) spacing!: (typeof SPACINGS)[number]
  /** Outer strings' distance from the fingerboard edge at the nut, to the string's surface. */
  @IsNumber(number) @Min(0) @Max(12) edgeMargin!: number
  /** How hard it is played; left out: as usual. */
  @IsOptional() @IsIn(STYLE_NAMES) style?: Style
  /** Room that is kept over the swing of every string, mm; left out: 0.05. */
  @IsOptional() @IsNumber(number) @Min(0) @Max(1) margin?: number
  /** How far strings swing, where the player knows better than the usual: N on a plain string, contact that is accepted, mm, share towards the board, place from the bridge, mm. */
  @IsOptional() @IsNumber(number) @Min(0.1) @Max(6) force?: number
  @IsOptional() @IsNumber(number) @Min(0) @Max(1) accepted?: number
  @IsOptional() @IsNumber(number) @Min(0.05) @Max(1) share?: number
  @IsOptional() @IsNumber(number) @Min(10) @Max(400) pluckedAt?: number
  /** Centres of neighbours inside a course, at the nut; left out: 2 mm. */
  @IsOptional() @IsNumber(number) @Min(0.5) @Max(6) courseGap?: number
  /** What a shop asks for levelling the frets. */
  @IsOptional() @IsNumber(number) @Min(0) @Max(1e6) levellingPrice?: number
}

/** The air where the instrument is measured, and where it will live. */
export class Climate {
  @IsNumber(number) @Min(1) @Max(99) atBench!: number
  @IsNumber(number) @Min(1) @Max(99) driest!: number
  @IsNumber(number) @Min(1) @Max(99) dampest!: number
  @IsNumber(number) @Min(-10) @Max(50) celsius!: number
}

export const COST_KINDS = ['freight', 'consumable', 'tool'] as const
export type CostKind = (typeof COST_KINDS)[number]

/** A line of the cost sheet that is no part: freight, consumables, a tool. */
export class CostLine {
  @Matches(ID, ID_MESSAGE)
  id!: string

  @IsIn(COST_KINDS)
  kind!: CostKind

  @IsString()
  @MinLength(1)
  @MaxLength(120)
  what!: string

  @IsNumber(number)
  @Min(0)
  @Max(1e7)
  cost!: number

  /** Already there: counted at nothing. */
  @IsOptional()
  @IsBoolean()
  owned?: boolean
}

/** What stood when everything was fitted dry: later changes are told against it. */
export class Trial {
  @Matches(STAMP, STAMP_MESSAGE)
  @IsISO8601(REAL_DAY, { message: 'is no time of the calendar' })
  at!: string

  @IsObject()
  @IsSlotTable()
  slots!: Record<string, string>

  /** Clearance of each joint then, mm. */
  @IsObject()
  @IsNumberTable()
  joints!: Record<string, number>
}

/** Hours at the bench on each day of the week, Monday first. */
export const HoursOfWeek = (): PropertyDecorator => (of, key) => {
  for (const rule of [
    IsArray(),
    ArrayMinSize(7),
    ArrayMaxSize(7),
    IsNumber(number, { each: true }),
    Min(0, { each: true }),
    Max(16, { each: true }),
  ])
    rule(of, key as string)
}

/** A time of day, HH:MM. */
export const TimeOfDay = (): PropertyDecorator =>
  Matches(/^([01]\d|2[0-3]):[0-5]\d$/, { message: 'must be a time of day, HH:MM' })

/** A day with hours of its own; 0 is a day off. */
export class CalendarDay {
  @Matches(DAY, DAY_MESSAGE)
  @IsISO8601(REAL_DAY, { message: 'is no day of the calendar' })
  on!: string

  @IsNumber(number)
  @Min(0)
  @Max(24)
  hours!: number

  @IsOptional()
  @TimeOfDay()
  from?: string
}

/** Days without bench work. */
export class CalendarOff {
  @Matches(DAY, DAY_MESSAGE)
  @IsISO8601(REAL_DAY, { message: 'is no day of the calendar' })
  from!: string

  @Matches(DAY, DAY_MESSAGE)
  @IsISO8601(REAL_DAY, { message: 'is no day of the calendar' })
  to!: string

  @IsOptional()
  @IsString()
  @MaxLength(80)
  why?: string
}

/** A time that is taken, on the bench's clock: YYYY-MM-DDTHH:MM. */
export class CalendarBusy {
  @Matches(LOCAL, LOCAL_MESSAGE)
  start!: string

  @Matches(LOCAL, LOCAL_MESSAGE)
  end!: string

  @IsOptional()
  @IsString()
  @MaxLength(120)
  what?: string
}

/** When the work starts, how many hours there are on each day of the week, Monday first, and what is otherwise. */
export class Calendar {
  @Matches(DAY, DAY_MESSAGE)
  @IsISO8601(REAL_DAY, { message: 'is no day of the calendar' })
  startOn!: string

  @HoursOfWeek()
  hours!: number[]

  /** Time of day when bench work starts, HH:MM. */
  @TimeOfDay()
  from!: string

  /** Whose hands it is on, where a workshop has several. */
  @IsOptional()
  @IsString()
  @MinLength(1)
  @MaxLength(40)
  person?: string

  /** Days with hours of their own. */
  @IsOptional()
  @ArrayMaxSize(400)
  @NestedEach(() => CalendarDay)
  days?: CalendarDay[]

  /** Days off, both ends in. */
  @IsOptional()
  @ArrayMaxSize(100)
  @NestedEach(() => CalendarOff)
  off?: CalendarOff[]

  /** Times that something else takes, as they came from a calendar file. */
  @IsOptional()
  @ArrayMaxSize(2000)
  @NestedEach(() => CalendarBusy)
  busy?: CalendarBusy[]

  /** Day on which it has to be over. */
  @IsOptional()
  @Matches(DAY, DAY_MESSAGE)
  @IsISO8601(REAL_DAY, { message: 'is no day of the calendar' })
  deadline?: string
}

/** Something read off the instrument. `of` names what: `setup.relief`, `meter.bridge`, `part/<id>/<path>`. */
export class Reading {
  @Matches(ID, ID_MESSAGE)
  id!: string

  @IsString()
  @MinLength(1)
  @MaxLength(160)
  of!: string

  @IsNumber(number)
  @Min(-1e9)
  @Max(1e9)
  value!: number

  @IsNumber(number)
  @Min(0)
  @Max(1e9)
  doubt!: number

  @Matches(STAMP, STAMP_MESSAGE)
  @IsISO8601(REAL_DAY, { message: 'is no time of the calendar' })
  at!: string

  @IsOptional()
  @IsString()
  @MaxLength(80)
  with?: string
}

/** How far a step of the plan is. Steps come out of the engines; only their state is kept. */
export class StepState {
  @IsString()
  @MaxLength(160)
  step!: string

  @IsIn(['done', 'skipped'])
  state!: 'done' | 'skipped'

  @Matches(STAMP, STAMP_MESSAGE)
  @IsISO8601(REAL_DAY, { message: 'is no time of the calendar' })
  at!: string

  @IsOptional()
  @IsString()
  @MaxLength(1000)
  note?: string

  /** How long it took at the bench, minutes, where it was timed. */
  @IsOptional()
  @IsNumber(number)
  @Min(0)
  @Max(10_000)
  minutes?: number
}

/** A step that the builder added, placed after another. */
export class OwnStep {
  @Matches(ID, ID_MESSAGE)
  id!: string

  @IsString()
  @MinLength(1)
  @MaxLength(160)
  title!: string

  @IsOptional()
  @IsString()
  @MaxLength(160)
  after?: string

  @IsNumber(number)
  @Min(1)
  @Max(6000)
  minutes!: number

  /** A step that waits for this one. */
  @IsOptional()
  @IsString()
  @MaxLength(160)
  before?: string

  /** Hours to wait after it before what follows. */
  @IsOptional()
  @IsNumber(number)
  @Min(0)
  @Max(9000)
  waitHours?: number
}

/** A line in the log that the builder wrote. */
export class LogEntry {
  @Matches(ID, ID_MESSAGE)
  id!: string

  @Matches(STAMP, STAMP_MESSAGE)
  @IsISO8601(REAL_DAY, { message: 'is no time of the calendar' })
  at!: string

  @IsString()
  @MinLength(1)
  @MaxLength(2000)
  text!: string

  @IsOptional()
  @IsNumber(number)
  @Min(0)
  @Max(1e7)
  cost?: number

  /** Why it was struck out; it stays to be read. */
  @IsOptional()
  @IsString()
  @MinLength(1)
  @MaxLength(300)
  struck?: string

  /** What it said before it was corrected. */
  @IsOptional()
  @IsString()
  @MaxLength(2000)
  was?: string
}

/** Kinds of files that a build keeps; others are refused before they are sent. */
export const ATTACHMENT_TYPES = [
  'image/jpeg',
  'image/png',
  'image/webp',
  'application/pdf',
  'audio/wav',
  'text/plain',
] as const
export type AttachmentType = (typeof ATTACHMENT_TYPES)[number]
/** The largest file that is kept, bytes. */
export const LARGEST_ATTACHMENT = 20_000_000

/** A photo, leaflet or sound that belongs to the build: its bytes are kept beside it, by their hash. */
export class Attachment {
  @Matches(ID, ID_MESSAGE)
  id!: string

  /** SHA-256 of its bytes, in hexadecimal [published: FIPS 180-4]. */
  @Matches(/^[0-9a-f]{64}$/, { message: 'must be a SHA-256 in 64 hexadecimal digits' })
  hash!: string

  @IsIn(ATTACHMENT_TYPES)
  type!: AttachmentType

  @IsNumber(number)
  @Min(1)
  @Max(LARGEST_ATTACHMENT)
  size!: number

  @IsString()
  @MinLength(1)
  @MaxLength(120)
  name!: string

  @Matches(STAMP, STAMP_MESSAGE)
  @IsISO8601(REAL_DAY, { message: 'is no time of the calendar' })
  at!: string

  @IsOptional()
  @IsString()
  @MaxLength(1000)
  note?: string

  /** What it shows: a step of the plan, a part, a place on the instrument (mm from the nut, and to the treble side). */
  @IsOptional()
  @IsString()
  @MaxLength(160)
  step?: string

  @IsOptional()
  @Matches(ID, ID_MESSAGE)
  part?: string

  @IsOptional()
  @IsNumber(number)
  @Min(-900)
  @Max(2000)
  x?: number

  @IsOptional()
  @IsNumber(number)
  @Min(-1000)
  @Max(1000)
  y?: number
}

export const CLIENT_LINE_KINDS = ['work', 'part', 'sent out'] as const
export type ClientLineKind = (typeof CLIENT_LINE_KINDS)[number]

/** Something that is offered to the client beside what the build holds already. */
export class ClientLine {
  @Matches(ID, ID_MESSAGE)
  id!: string

  @IsIn(CLIENT_LINE_KINDS)
  kind!: ClientLineKind

  @IsString()
  @MinLength(1)
  @MaxLength(160)
  what!: string

  /** What is asked for it; work without one is priced by its minutes. */
  @IsOptional()
  @IsNumber(number)
  @Min(0)
  @Max(1e7)
  price?: number

  /** Own minutes: of the work, or what a job that is sent out would take here. */
  @IsOptional()
  @IsNumber(number)
  @Min(0)
  @Max(60_000)
  minutes?: number

  /** Days that a job which is sent out is away. */
  @IsOptional()
  @IsNumber(number)
  @Min(0)
  @Max(730)
  days?: number
}

/** What the client approved, and when. */
export class Approval {
  @Matches(ID, ID_MESSAGE)
  id!: string

  @Matches(STAMP, STAMP_MESSAGE)
  @IsISO8601(REAL_DAY, { message: 'is no time of the calendar' })
  at!: string

  /** Up to which sum in all. */
  @IsNumber(number)
  @Min(0)
  @Max(1e9)
  sum!: number

  @IsOptional()
  @IsString()
  @MaxLength(1000)
  note?: string

  /** The guest's link by which it was said; left out where the workshop wrote it down itself. */
  @IsOptional()
  @Matches(/^[0-9a-f-]{36}$/, { message: 'must be the name of a guest’s link' })
  by?: string
}

/** An instrument that is built or mended for somebody else: how it came, what is wanted, what was agreed. */
export class ClientJob {
  @IsOptional()
  @IsString()
  @MaxLength(120)
  who?: string

  @IsOptional()
  @Matches(DAY, DAY_MESSAGE)
  @IsISO8601(REAL_DAY, { message: 'is no day of the calendar' })
  cameOn?: string

  /** Its condition as it came in. */
  @IsOptional()
  @IsString()
  @MaxLength(4000)
  condition?: string

  @IsOptional()
  @IsString()
  @MaxLength(2000)
  wanted?: string

  /** What is put on the price of parts, %. */
  @IsOptional()
  @IsNumber(number)
  @Min(0)
  @Max(500)
  onParts?: number

  /** Tax on the whole, %. */
  @IsOptional()
  @IsNumber(number)
  @Min(0)
  @Max(50)
  tax?: number

  @IsArray()
  @ArrayMaxSize(100)
  @NestedEach(() => ClientLine)
  lines!: ClientLine[]

  @IsArray()
  @ArrayMaxSize(50)
  @NestedEach(() => Approval)
  approvals!: Approval[]
}

/** How this build's numbers are shown, and which bits are in the drawer. */
export class Preferences {
  @IsIn(LENGTH_DISPLAYS)
  length!: LengthDisplay

  @Nested(() => Drawer)
  drawer!: Drawer

  @Nested(() => Printing)
  print!: Printing

  @IsString()
  @MaxLength(16)
  currency!: string

  /** What an hour at the bench is reckoned at; left out: own time is not priced. */
  @IsOptional()
  @IsNumber(number)
  @Min(0)
  @Max(10_000)
  rate?: number
}

/** One instrument: chosen parts, places, circuit, finish, setup, readings and what was done. */
export class Build {
  @Equals(FORMAT)
  format!: typeof FORMAT

  @Equals(VERSION)
  version!: typeof VERSION

  @Matches(ID, ID_MESSAGE)
  id!: string

  @IsString()
  @MinLength(1)
  @MaxLength(80)
  name!: string

  @IsOptional()
  @IsString()
  @MaxLength(4000)
  note?: string

  @Nested(() => Instrument)
  instrument!: Instrument

  /** Which part sits in which slot of the instrument. */
  @IsObject()
  @IsSlotTable()
  slots!: Record<string, string>

  @IsArray()
  @ArrayMaxSize(200)
  @NestedEach(() => Part)
  parts!: Part[]

  @Nested(() => Placements)
  placements!: Placements

  /** Snug bands of this build that differ from the table, by joint family. */
  @IsObject()
  @IsBandTable()
  bands!: Record<string, { low: number; high: number }>

  @IsArray()
  @ArrayMaxSize(200)
  @NestedEach(() => ChosenFix)
  fixes!: ChosenFix[]

  @IsArray()
  @ArrayMaxSize(60)
  @NestedEach(() => Cut)
  cuts!: Cut[]

  @Nested(() => Circuit)
  circuit!: Circuit

  @Nested(() => FinishChoice)
  finish!: FinishChoice

  @Nested(() => SetupTargets)
  setup!: SetupTargets

  @Nested(() => Calendar)
  calendar!: Calendar

  @Nested(() => Climate)
  climate!: Climate

  /** What it may cost in all, in the build's currency. */
  @IsOptional()
  @IsNumber(number)
  @Min(0)
  @Max(1e9)
  budget?: number

  @IsArray()
  @ArrayMaxSize(500)
  @NestedEach(() => CostLine)
  costs!: CostLine[]

  /** Photos, leaflets and sounds; left out: none. */
  @IsOptional()
  @IsArray()
  @ArrayMaxSize(1000)
  @NestedEach(() => Attachment)
  attachments?: Attachment[]

  /** For whom it is, where it is not one's own. */
  @IsOptional()
  @Nested(() => ClientJob)
  client?: ClientJob

  @IsArray()
  @ArrayMaxSize(50)
  @NestedEach(() => Trial)
  trials!: Trial[]

  @IsArray()
  @ArrayMaxSize(5000)
  @NestedEach(() => Reading)
  readings!: Reading[]

  @IsArray()
  @ArrayMaxSize(1000)
  @NestedEach(() => StepState)
  steps!: StepState[]

  @IsArray()
  @ArrayMaxSize(200)
  @NestedEach(() => OwnStep)
  ownSteps!: OwnStep[]

  @IsArray()
  @ArrayMaxSize(5000)
  @NestedEach(() => LogEntry)
  log!: LogEntry[]

  @Nested(() => Preferences)
  preferences!: Preferences
}
