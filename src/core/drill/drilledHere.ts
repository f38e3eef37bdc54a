import type { Shaped } from '../document/docs.ts'
import { partIn } from '../document/references.ts'
import { stepRef } from '../document/stepRef.ts'
import type { Hole, HoleRequest } from './hole.ts'

/** Slots whose parts are drilled. */
export const CARRIERS = ['body', 'neck', 'guard'] as const
export type Carries = (typeof CARRIERS)[number]

/** Where the part is that a piece of the instrument belongs to. */
export const SLOT_OF: Record<Hole['piece'], Carries> = { body: 'body', head: 'neck', heel: 'neck', guard: 'guard' }

/**
 * Whether a hole that something fitted asks for was drilled by the plan already. A bridge's holes are known by where they
 * lie, not by their names: moved, it asks for others.
 */
export const isDrilled = (build: Shaped, r: Pick<HoleRequest, 'id' | 'screws'>, piece: Hole['piece']): boolean =>
  r.screws !== 'bridge-screws' &&
  (partIn(build, SLOT_OF[piece])?.features.some(f => f.drilled?.hole === r.id) ?? false)

/**
 * Every hole that the plan drilled, by the step that did, and whether it is in what is fitted; those that were plugged
 * since are among them.
 */
export const drilledSteps = (build: Shaped): { step: string; fitted: boolean }[] => {
  const fitted = new Set(CARRIERS.map(s => build.slots[s]))
  return build.parts.flatMap(p =>
    p.features.flatMap(f =>
      // A counterbore is part of its hole.
      f.drilled && f.role !== 'ferrule-hole' ? [{ step: f.drilled.step, fitted: fitted.has(p.id) }] : [],
    ),
  )
}

/** Whether any hole of a group was drilled by the plan, as a feature of its part. */
export const groupIsDrilled = (build: Shaped, group: Hole['group']): boolean =>
  drilledSteps(build).some(d => {
    const step = d.fitted ? stepRef(d.step) : undefined
    return step?.kind === 'drill' && step.group === group
  })
