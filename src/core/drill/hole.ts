import { type Said } from '../say/said.ts'
import type { Bore } from '../geometry/bore.ts'
import type { Point } from '../geometry/outline.ts'
import type { FeatureRole } from '../parts/featureRoles.ts'
import type { Part } from '../parts/part.ts'
import type { Wood } from '../parts/woods.ts'
import type { Bit, BitRule } from './bits.ts'
import type { Piece } from './hollows.ts'

export const HOLE_GROUPS = [
  'neck',
  'bridge',
  'strings',
  'tuners',
  'head',
  'guard',
  'pickups',
  'controls',
  'channels',
  'ground',
  'buttons',
] as const
export type HoleGroup = (typeof HOLE_GROUPS)[number]

/** What the holes of a group are for, in words. */
export const GROUP_NAMES: Record<HoleGroup, string> = {
  neck: 'neck screws',
  bridge: 'bridge',
  strings: 'strings through the body',
  tuners: 'tuners',
  head: 'string trees and nut',
  guard: 'guard and plates',
  pickups: 'pickups',
  controls: 'controls',
  channels: 'wire channels',
  ground: 'ground wire',
  buttons: 'strap buttons and tail',
}

export const FACES = [
  'body top',
  'body back',
  'body edge',
  'cavity wall',
  'heel',
  'headstock face',
  'headstock back',
  'guard',
] as const
export type Face = (typeof FACES)[number]

export type Purpose = 'screw pilot' | 'passing hole' | 'pressed bushing' | 'bushing' | 'control' | 'string' | 'wire'

/** What a hole belongs to: by these it is known, never by its own name. */
export interface Belongs {
  /** The slot of the screws that go into it. */
  screws?: string
  /** The hole of a part that it is drilled through or under: a bridge's, a guard's, a plate's. */
  under?: { slot: string; feature: string }
  /** The string that it is for. */
  string?: number
  /** What it will be on the finished part, and what it serves there. */
  becomes?: FeatureRole
  serves?: string
}

/** Numbers of a hole that have a doubt, and their names. */
export const HOLE_NUMBERS = {
  along: 'along the instrument',
  across: 'off the centre line, treble side +',
  wanted: 'diameter wanted',
  depth: 'depth',
  under: 'left under it',
  beside: 'least beside it',
} as const
export type HoleNumber = keyof typeof HOLE_NUMBERS

/** Places in the instrument's frame, mm. */
interface Asked extends Belongs {
  id: string
  group: HoleGroup
  label: string
  purpose: Purpose
  at: Point
  /** Height of the mouth, where it is not on the face itself: the floor of a rout. */
  mouthZ?: number
  from: Hole['from']
  along: number
  face: Face
  wood: Wood
  /** Wood in the way of the hole, mm. */
  stock: number
  rule?: BitRule
  bite?: number
  depth?: number
  through?: boolean
  /** Where it runs when it is not square to its face: the tip. */
  to?: readonly [number, number, number]
  counterbore?: { diameter: number; depth: number; face: Face }
  chamfer?: number
  bothFaces?: boolean
  /** Hollows that it is meant to run into, by id or by the start of one. */
  into?: readonly string[]
  why: Said
}

interface Screw {
  diameter: number
  length: number
  part?: Part | undefined
}

/** What an engine asks for, before bits and surroundings are known: of a diameter, or a lead hole for its screw. */
export type HoleRequest = Asked & ({ diameter: number; screw?: Screw } | { diameter?: undefined; screw: Screw })

/** One hole to drill. Places are in the instrument's frame, mm. */
export interface Hole extends Belongs {
  id: string
  group: HoleGroup
  label: string
  purpose: Purpose
  at: Point
  piece: Piece | 'guard'
  bore: Bore
  /** How to mark it: distances from the pocket's end wall or the nut, and off the neck's centre line. */
  from: 'pocket end' | 'nut' | 'heel end'
  along: number
  across: number
  face: Face
  /** To the face, 90 is square. */
  angleDeg: number
  wanted: number
  /** What of it makes room for the finish's film, mm. */
  film: number
  bits: Bit[]
  /** How far the last bit is off what is wanted, mm, and what that does; nothing when it is near enough. */
  bitOff: number
  bitDoes: Said | undefined
  depth: number | 'through'
  /** From the bit's tip to the tape on it, mm; undefined for a through hole. */
  stopMark: number | undefined
  counterbore: { diameter: number; depth: number; face: Face } | undefined
  chamfer: number | undefined
  /** Wood left under a blind hole, mm. */
  leftUnder: number | undefined
  /** Least wood beside it, mm, and what is there. */
  leftBeside: { by: number; what: string } | undefined
  /** A through hole's wander at its far mouth, mm, by what keeps it square; and the step inside when drilled from both faces. */
  wander: { byHand: number; withGuide: number; onPress: number; bothFaces: number; far: string } | undefined
  bothFaces: boolean
  wood: string
  screw: { diameter: number; length: number; number: number; bite: number; withdrawalN: number } | undefined
  /** Everything in wood comes before colour; through a finish that is there the bit is started otherwise. */
  when: 'before finish' | 'after finish' | 'through the finish it has'
  why: Said
  warnings: Said[]
}
