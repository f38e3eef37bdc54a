import { type Said } from '../say/said.ts'
import type { PartKind } from '../parts/partKinds.ts'
import type { Instrument } from '../document/build.ts'
import type { FamilyId } from '../document/families.ts'
import type { Maths } from '../document/maths.ts'
import { SHAPED, type Shaped } from '../document/docs.ts'
import type { Fields, View } from '../document/view.ts'
import type { Point } from '../geometry/outline.ts'
import type { Layout } from '../layout/layOut.ts'
import { perKinds, type PerKinds } from '../layout/perKinds.ts'
import type { Quantity } from '../units/quantity.ts'
import { HOLDS, type Held } from './holds.ts'
import type { Change, Fix, FitContext, FoundJoint, JointFamily } from './joint.ts'
import type { Season } from './season.ts'
import type { Limits } from './verdict.ts'

/** What happens outside a joint's snug band, and where it stops going at all. */
export interface Band {
  label: string
  /** Which clearance is compared, in words. */
  compared: string
  /** Snug from low to high, mm; no high: more never hurts. */
  low: number
  high?: number
  /** Below this it won't go; between this and low it is tight. */
  never: number
  /** Above this it won't go either; between high and this it is loose. */
  neverAbove?: number
  source: string
  /** Pieces are counted, not millimetres: something is there, or so many are missing. */
  counts?: true
}

/** Sources of bands and limits. */
export const COMMON = 'common practice'
export const LIMIT = 'common practice; where it stops going is from memory'
export const MEMORY = 'from memory'

/** Hours that wood glue rests before it is worked or loaded [common practice]. */
export const GLUE_RESTS = 12

/** What a way to mend costs whatever the amount: its side of the band, minutes at the bench [from memory], tools, risk. */
export interface Way
  extends
    Pick<Fix, 'minutes' | 'tools'>,
    Partial<Pick<Fix, 'risk' | 'reversible' | 'when' | 'cautions' | 'rests'>> {
  mends: 'under' | 'over' | 'both'
  /** Minutes for each of several alike: strings, holes. */
  each?: number
  /** Open in some builds only: it does not count when a misfit is priced. */
  sometimes?: true
}

/** A family of joints: its name, its band with source, and the ways to mend it by method. */
export interface Family<M extends string = string, I extends FamilyId = FamilyId> {
  id: I
  band: Band
  ways: Readonly<Record<M, Way>>
}

/** Declares a family. Everything that does not hang on the build stands here and nowhere else. */
export const family = <const I extends FamilyId, const M extends string = never>(
  id: I,
  band: Band,
  ways: Readonly<Record<M, Way>> = {} as Record<M, Way>,
): Family<M, I> => ({ id, band, ways })

/** What a fix says and changes in one build. */
type Amount = Pick<Fix, 'title' | 'changes'> &
  Partial<Omit<Fix, 'method' | 'title' | 'changes'>> & {
    /** How many alike are worked on. */
    count?: number
  }

/** A fix by one of the family's ways. What the build makes different (risk, minutes) is given beside it. */
export function mend<M extends string>(f: Family<M>, method: M, { count = 0, ...amount }: Amount): Fix {
  const { mends, each, sometimes, minutes, ...way } = f.ways[method]
  void mends
  void sometimes
  return {
    note: '',
    rests: 0,
    risk: 'low',
    reversible: false,
    when: 'any time',
    cautions: [],
    ...way,
    minutes: minutes + (each ?? 0) * count,
    method,
    ...amount,
  }
}

/** Minutes of the cheapest way to mend one side for an instrument of so many strings; undefined when nothing mends it. */
export function reworkMinutes(f: Family, side: 'under' | 'over', strings: number): number | undefined {
  const minutes = Object.values<Way>(f.ways)
    .filter(w => !w.sometimes && (w.mends === side || w.mends === 'both'))
    .map(w => w.minutes + (w.each ?? 0) * strings)
  return minutes.length ? Math.min(...minutes) : undefined
}

/** Where a fix aims: the band's ends. */
export interface Aim {
  low: number
  high: number | undefined
}

/** What a fix may look at: the joint's own clearance, the parts, and everything laid out. */
export interface MendContext extends FitContext {
  view: View
  clearance: Quantity
}

/**
 * A joint between named slots, declared once: what it depends on, the clearance over either algebra, its limits, place,
 * words and ways to mend. Fit reads it with quantities, the search with pairs.
 */
export interface Joined {
  id: string
  family: Family
  /** Slots whose parts meet in it: the search varies them. */
  slots: readonly string[]
  /** Slots that are read as they stand. */
  beside?: readonly string[]
  /** What it reads of the build beside its parts. */
  fields?: readonly (keyof Fields)[]
  /** It loses the film that the finish still puts on. */
  film?: true
  /** Slots whose part could be swapped instead; left out: all of its own. */
  swaps?: readonly string[]
  /** The search leaves it to Fit. */
  fitOnly?: true
  clearance<Q>(m: Maths<Q>, v: View): Q | undefined
  /** Limits that depend on the parts, where the table's do not do. */
  limits?: (v: View) => Limits | undefined
  /** What the seasons take from and give to it, for wood in wood. */
  season?: (v: View) => Season
  words: (v: View, clearance: Quantity) => { title: string; under: Said; over?: Said }
  at: (l: Layout, v: View, clearance: Quantity) => Point
  mends?: (c: MendContext, aim: Aim) => Fix[]
}

/** One file of families: what it declares, and how its joints are found. */
export interface FamilyFile {
  families: readonly Family[]
  /** The joints that an instrument has, each between its slots. */
  joined?: (i: Instrument) => readonly Joined[]
  /** Joints that are generated from what a build has: per string, per hole, per neighbour. */
  found?: readonly Finder[]
}

/** Finds joints in a build that is laid out, with the bare finding that it is held against. */
export type Finder = PerKinds<keyof Shaped, [], FoundJoint[]>

/**
 * Joints that hang, with their places and ways to mend, on parts of some kinds: found anew when one of those is another,
 * or anything beside the parts. It is given no others.
 */
export const findIn = (kinds: readonly PartKind[], find: JointFamily): Finder =>
  perKinds(kinds, SHAPED, (build, layout) => find({ build, layout }))

/** Joints that hang on parts of every kind, or on facts of the whole build: found anew at every change. */
export function findAnew(find: JointFamily): Finder {
  const plainly: Finder['plainly'] = (build, layout) => find({ build, layout })
  return Object.assign((build: Shaped, layout: Layout) => plainly(build, layout), { plainly })
}

/** One change of one dimension, as well as the way it is worked holds it, or within a half-width that was computed, mm. */
export const change = (ref: string, value: number, by: Held | { within: number }): Change => ({
  ref,
  value,
  doubt: typeof by === 'string' ? HOLDS[by] : by.within,
})
