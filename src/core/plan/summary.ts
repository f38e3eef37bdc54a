import { isLeftHanded } from '../document/mirror.ts'
import { type Said } from '../say/said.ts'
import { isOver } from './step.ts'
import type { Build } from '../document/build.ts'
import { partIn } from '../document/references.ts'
import type { Present } from '../calendar/clock.ts'
import { fit } from '../fit/applyFixes.ts'
import { countStates } from '../fit/findJoints.ts'
import type { Limits, State } from '../fit/verdict.ts'
import { plan } from './plan.ts'

/** What the workshop shows of a build, before it is opened. */
export interface BuildSummary {
  strings: number
  perCourse: number
  scaleLength: number | undefined
  left: boolean
  bridge: string
  pickups: number
  worst: { title: string; value: number; doubt: number; limits: Limits; state: State; counts: boolean } | undefined
  states: Record<State, number>
  joints: number
  done: number
  steps: number
  next: { title: Said; start: string | undefined } | undefined
  endsOn: string | undefined
}

/** Kind of instrument, how far it is, its worst joint and its next step. */
export function buildSummary(build: Build, now: Present): BuildSummary {
  const f = fit(build),
    p = plan(build, now)
  const [worst] = f.planned
  const i = build.instrument
  return {
    strings: i.strings,
    perCourse: i.perCourse ?? 1,
    scaleLength: partIn(build, 'neck')?.dims.scaleLength?.value,
    left: isLeftHanded(build),
    bridge: i.bridge,
    pickups: i.pickups.length,
    worst: worst && {
      title: worst.title,
      value: worst.clearance.value,
      doubt: worst.doubt,
      limits: worst.limits,
      state: worst.state,
      counts: worst.counts,
    },
    states: countStates(f.planned),
    joints: f.planned.length,
    done: p.steps.filter(isOver).length,
    steps: p.steps.length,
    next: p.next && { title: p.next.title, start: p.next.start },
    endsOn: p.endsOn,
  }
}
