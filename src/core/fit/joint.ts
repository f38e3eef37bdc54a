import { memo } from '../memo/memo.ts'
import { type Said } from '../say/said.ts'
import type { Shaped } from '../document/docs.ts'
import type { CautionId } from '../cautions/cautions.ts'
import type { Point } from '../geometry/outline.ts'
import type { Layout } from '../layout/layOut.ts'
import type { Quantity } from '../units/quantity.ts'
import type { FamilyId } from '../document/families.ts'
import type { Limits, Verdict } from './verdict.ts'

/** What a fix alters: a dimension by its name, and what it will be, with the tolerance the method holds. */
export interface Change {
  ref: string
  value: number
  doubt: number
  /** The new outline of a feature, about its own place, when its shape is no rectangle. */
  points?: readonly Point[]
  /** The hole that the dimension belongs to is plugged. */
  plugged?: true
}

/** One way to make a joint snug, costed. */
export interface Fix {
  /** Stable name of the method within its joint. */
  method: string
  title: Said
  /** What is left, spoiled or moved by it. */
  note: Said
  minutes: number
  /** Hours that glue rests before the next step. */
  rests: number
  tools: readonly string[]
  risk: 'low' | 'some' | 'high'
  reversible: boolean
  when: 'before finish' | 'any time'
  cautions: readonly CautionId[]
  changes: readonly Change[]
  /** The dimension to read when it is done. */
  read?: string
}

/** A joint as a family finds it, before it is judged. */
export interface FoundJoint {
  id: string
  family: FamilyId
  title: string
  clearance: Quantity
  /** Limits that depend on the parts, where the table's do not do. */
  limits?: Limits
  at: Point
  /** Words for the finding, by which side it misses. */
  meaning: { under: Said; over: Said }
  fixes: (aim: { low: number; high: number | undefined }) => Fix[]
  /** Slot whose part could be swapped instead. */
  slots: readonly string[]
}

/** A joint with its verdict and what can be done. */
export interface Joint extends Omit<FoundJoint, 'fixes' | 'limits' | 'meaning'>, Verdict {
  limits: Limits
  doubt: number
  source: string
  compared: string
  /** Pieces are counted, not millimetres. */
  counts: boolean
  finding: Said
  fixes: Fix[]
}

export interface FitContext {
  build: Shaped
  layout: Layout
}

/** Joints by their ids: one map for the same list. */
export const byId = memo(
  (joints: readonly Joint[]): ReadonlyMap<string, Joint> => new Map(joints.map(j => [j.id, j])),
  { weak: true },
)

/** One family of joints: finds all of its kind in a build, from the parts alone. */
export type JointFamily = (c: FitContext) => FoundJoint[]
