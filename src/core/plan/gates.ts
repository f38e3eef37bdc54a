import type { Joint } from '../fit/joint.ts'
import { NECK_STEP } from './steps/assemblySteps.ts'
import { isOver, type PlannedStep } from './step.ts'

export const GATES = ['trial', 'glue', 'colour', 'closing'] as const
export type GateId = (typeof GATES)[number]

/** A point of no easy return, and what still keeps it shut. */
export interface Gate {
  id: GateId
  /** The step that goes through it; undefined when there is none to do. */
  step: PlannedStep | undefined
  passed: boolean
  /** Joints whose parts will not go in, by id: they bar the trial, and everything after it. */
  joints: readonly string[]
  /** Steps that have to be over first, by id. */
  steps: readonly string[]
}

/** The step that each gate is about: the trial that is asked for, glue in the neck's joint, the first coat, the closing of the covers. */
const AT: Record<GateId, (s: PlannedStep) => boolean> = {
  trial: s => s.ref.kind === 'trial',
  glue: s => s.phase === 'finish' && s.ref.kind === 'assemble' && s.ref.what === NECK_STEP.what,
  colour: s => s.colours === true,
  closing: s => s.ref.kind === 'close',
}

/** Everything that a step comes after, at once or through others. */
function before(step: PlannedStep, by: ReadonlyMap<string, PlannedStep>): Set<string> {
  const out = new Set<string>(),
    queue = [...step.needs]
  while (queue.length) {
    const id = queue.pop()!
    if (out.has(id)) continue
    out.add(id)
    queue.push(...(by.get(id)?.needs ?? []))
  }
  return out
}

/**
 * The gates of a plan: trial assembly, before colour, before closing. Each names the steps that have to be over and the
 * joints that will not go together as they stand.
 */
export function gatesOf(steps: readonly PlannedStep[], joints: readonly Pick<Joint, 'id' | 'state'>[]): Gate[] {
  const by = new Map(steps.map(s => [s.id, s])),
    never = joints.filter(j => j.state === "won't go").map(j => j.id)
  return GATES.map((id): Gate => {
    const own = steps.filter(AT[id]),
      begun = own.some(isOver),
      step = id === 'colour' ? (begun ? undefined : own[0]) : own.find(s => !isOver(s))
    const all = step ? before(step, by) : new Set<string>()
    return {
      id,
      step,
      passed: own.length > 0 && !step,
      joints: step ? never : [],
      steps: steps.filter(s => all.has(s.id) && !isOver(s)).map(s => s.id),
    }
  })
}
