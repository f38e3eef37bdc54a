import type { Build } from '../document/build.ts'
import { slotsOf, type Slot } from '../document/slots.ts'
import { judgeNumbers, type Limits, type State } from '../fit/verdict.ts'
import type { Part } from '../parts/part.ts'
import { jointMinutes, sidesOf } from './jointCost.ts'
import { rulesFor } from './rules.ts'
import { costOf, ownMinutes, suits, waitDays } from './wishes.ts'

/** A joint of a candidate with what is chosen already. */
export interface CandidateJoint {
  id: string
  value: number
  doubt: number
  limits: Limits
  state: State
  minutes: number
}

/** A part for a slot, and how it would stand in the build as it is. */
export interface Candidate {
  part: Part
  chosen: boolean
  joints: CandidateJoint[]
  /** The joint that is furthest from snug; none when no joint can be judged. */
  worst: CandidateJoint | undefined
  /** Expected rework in all its joints, minutes; infinite where one will not go and nothing mends it. */
  minutes: number
  cost: number
  wait: number
}

const RANK: Record<State, number> = { "won't go": 0, tight: 1, "can't tell": 2, loose: 3, snug: 4 }

/**
 * Every part that suits a slot with how each fits what is chosen already, best first: least expected rework, then cost.
 * Judged from numbers alone, so that thousands are met within a blink.
 */
export function candidatesFor(
  build: Build,
  slot: Pick<Slot, 'id' | 'kind'>,
  catalogue: readonly Part[],
  today: string,
): Candidate[] {
  const inSlot = new Map(
    slotsOf(build.instrument).map(s => [s.id, build.parts.find(p => p.id === build.slots[s.id])]),
  )
  const rules = rulesFor(build)
    .filter(r => r.slots.includes(slot.id) && r.slots.every(s => s === slot.id || inSlot.get(s)))
    .map(r => ({
      r,
      at: r.slots.indexOf(slot.id),
      others: r.slots.map(s => inSlot.get(s)!),
      side: sidesOf(r.family, build.instrument.strings),
    }))
  const taken = new Set(
    Object.entries(build.slots)
      .filter(([s]) => s !== slot.id)
      .map(([, id]) => id),
  )
  const pool = new Map<string, Part>()
  for (const p of [...build.parts, ...catalogue])
    if (!pool.has(p.id) && !taken.has(p.id) && suits(build, slot, p)) pool.set(p.id, p)
  const out = [...pool.values()].map((part): Candidate => {
    const joints: CandidateJoint[] = []
    for (const { r, at, others, side } of rules) {
      const parts = others.slice()
      parts[at] = part
      const j = r.judge(...parts)
      if (j)
        joints.push({
          id: r.id,
          value: j.value,
          doubt: j.doubt,
          limits: j.limits,
          state: judgeNumbers(j.value, j.doubt, j.limits).state,
          minutes: jointMinutes(j.value, j.doubt, j.limits, side),
        })
    }
    joints.sort((a, b) => RANK[a.state] - RANK[b.state] || b.minutes - a.minutes)
    return {
      part,
      chosen: build.slots[slot.id] === part.id,
      joints,
      worst: joints[0],
      minutes: joints.reduce((s, j) => s + j.minutes, ownMinutes(build, part)),
      cost: costOf(part),
      wait: waitDays(part, today),
    }
  })
  return out.sort((a, b) => a.minutes - b.minutes || a.cost - b.cost || (a.part.id < b.part.id ? -1 : 1))
}
