import type { Build } from '../document/build.ts'
import type { FamilyId } from '../document/families.ts'
import { pairs } from '../document/maths.ts'
import { slotsOf } from '../document/slots.ts'
import { viewOf, type View } from '../document/view.ts'
import { joinedFor } from '../fit/declared.ts'
import type { Joined } from '../fit/family.ts'
import { limitsOf } from '../fit/limits.ts'
import type { Limits } from '../fit/verdict.ts'
import type { Part } from '../parts/part.ts'

/** A clearance as the search needs it: numbers alone. */
export interface Judged {
  value: number
  doubt: number
  limits: Limits
}

/** A declared joint between parts of named slots, judged from numbers alone. */
export interface Rule {
  /** The joint's id at the Fit station. */
  id: string
  family: FamilyId
  slots: readonly string[]
  judge: (...parts: Part[]) => Judged | undefined
}

/** All joints that the search judges between the slots of a build's instrument, with its own targets, bands, air and finish. */
export function rulesFor(build: Build): Rule[] {
  const slots = new Set(slotsOf(build.instrument).map(s => s.id))
  return joinedFor(build.instrument)
    .flat()
    .filter(j => !j.fitOnly && j.slots.every(s => slots.has(s)))
    .map(j => ruleOf(j, build))
}

function ruleOf(j: Joined, build: Build): Rule {
  const own = viewOf(build)
  const given: (Part | undefined)[] = []
  const view: View = {
    fields: build,
    stands: build,
    part: slot => {
      const i = j.slots.indexOf(slot)
      return i < 0 ? own.part(slot) : given[i]
    },
  }
  // Limits that hang on no part are the same for all of them.
  const usual = j.limits || j.season ? undefined : limitsOf(j.family, build, undefined, undefined)
  return {
    id: j.id,
    family: j.family.id,
    slots: j.slots,
    judge: (...parts) => {
      for (let i = 0; i < parts.length; i++) given[i] = parts[i]
      const c = j.clearance(pairs, view)
      return (
        c && {
          value: c[0],
          doubt: c[1],
          limits: usual ?? limitsOf(j.family, build, j.limits?.(view), j.season?.(view)),
        }
      )
    },
  }
}
