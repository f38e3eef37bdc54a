import type { Shaped } from '../build/docs.ts'
import { partIn } from '../build/references.ts'
import { stepRef } from '../build/stepRef.ts'
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

/** Every hole that the plan drilled in what is fitted, by the step that did; those that were plugged since are among them. */
export const drilledSteps = (build: Shaped): { step: string }[] =>
  CARRIERS.flatMap(s => build.parts.find(p => p.id === build.slots[s])?.features ?? []).flatMap(f =>
    // A counterbore is part of its hole.
    f.drilled && f.role !== 'ferrule-hole' ? [{ step: f.drilled.step }] : [],
  )

/** Whether any hole of a group was drilled by the plan, as a feature of its part. */
export const groupIsDrilled = (build: Shaped, group: Hole['group']): boolean =>
  drilledSteps(build).some(d => {
    const step = stepRef(d.step)
    return step?.kind === 'drill' && step.group === group
  })
