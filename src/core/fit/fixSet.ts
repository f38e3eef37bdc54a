import { type Said } from '../say/said.ts'
import type { Shaped } from '../document/docs.ts'
import { applyChange } from './applyFixes.ts'
import { jointsAsTheyStand } from './findJoints.ts'
import type { Fix, Joint } from './joint.ts'

/** What the risk of a method is counted at beside its minutes [our choice]. */
export const RISK_MINUTES: Record<Fix['risk'], number> = { low: 0, some: 10, high: 60 }

/** Minutes of a fix with what its risk is counted at. */
export const priceOf = (f: Fix): number => f.minutes + RISK_MINUTES[f.risk]

export interface FixSet {
  chosen: { joint: string; method: string; title: Said; minutes: number; risk: Fix['risk'] }[]
  minutes: number
  /** Joints that stay out of their band whatever is done, by id. */
  left: string[]
  /** Whether every combination was looked at; false when it was stopped before. */
  complete: boolean
}

/** States that call for work. What can't be told is measured first. */
const calls = (j: Joint): boolean => j.state === "won't go" || j.state === 'tight' || j.state === 'loose'
const outside = (j: Joint): boolean =>
  j.clearance.value < j.limits.low || (j.limits.high !== undefined && j.clearance.value > j.limits.high)

interface Node {
  build: Shaped
  joints: Joint[]
  chosen: FixSet['chosen']
  spent: number
  given: readonly string[]
}

/** Most combinations looked at before the best so far is given. */
const MOST = 600

/**
 * The cheapest set of fixes that brings every joint that calls for work into its band, with fixes applied one after
 * another, so that one which moves other joints counts for all of them. Uniform-cost search: sets are looked at in the
 * order of what they cost, so the first that leaves nothing to do is the cheapest. A joint that no method mends is
 * given up and named.
 */
export function* cheapestFixes(build: Shaped): Generator<{ looked: number }, FixSet> {
  const start: Node = {
    build,
    joints: jointsAsTheyStand(build),
    chosen: [],
    spent: 0,
    given: [],
  }
  const queue: Node[] = [start]
  const seen = new Set<string>()
  let looked = 0,
    best = start
  const open = (n: Node) => n.joints.filter(j => calls(j) && outside(j) && !n.given.includes(j.id))
  while (queue.length && looked < MOST) {
    queue.sort((a, b) => a.spent - b.spent)
    const n = queue.shift()!
    const key =
      n.chosen
        .map(c => `${c.joint}/${c.method}`)
        .sort()
        .join(' ') + n.given.join(' ')
    if (seen.has(key)) continue
    seen.add(key)
    looked++
    yield { looked }
    const left = open(n)
    if (
      left.length < open(best).length ||
      (left.length === open(best).length && n.given.length < best.given.length)
    )
      best = n
    const next = left[0]
    if (!next)
      return {
        chosen: n.chosen,
        minutes: n.chosen.reduce((s, c) => s + c.minutes, 0),
        left: [...n.given],
        complete: true,
      }
    const done = new Set(n.chosen.map(c => c.joint))
    const follow = (joint: string, f: Fix): Node => {
      const after = f.changes.reduce((b, c) => applyChange(b, c, { planned: true }), n.build)
      return {
        build: after,
        joints: jointsAsTheyStand(after),
        chosen: [...n.chosen, { joint, method: f.method, title: f.title, minutes: f.minutes, risk: f.risk }],
        spent: n.spent + priceOf(f),
        given: n.given,
      }
    }
    const waysOf = (j: Joint) => (done.has(j.id) ? [] : j.fixes.filter(f => f.changes.length > 0))
    // The joint's own methods, and those of its neighbours that settle it as well.
    const ways = [
      ...waysOf(next).map(f => follow(next.id, f)),
      ...left
        .slice(1)
        .filter(j => j.slots.some(s => next.slots.includes(s)))
        .flatMap(j =>
          waysOf(j)
            .map(f => follow(j.id, f))
            .filter(x => !open(x).some(o => o.id === next.id)),
        ),
    ]
    queue.push(...(ways.length ? ways : [{ ...n, given: [...n.given, next.id] }]))
  }
  return {
    chosen: best.chosen,
    minutes: best.chosen.reduce((s, c) => s + c.minutes, 0),
    left: [...best.given, ...open(best).map(j => j.id)],
    complete: false,
  }
}

/** The same to its end. */
export function cheapestFixesNow(build: Shaped): FixSet {
  const g = cheapestFixes(build)
  for (;;) {
    const s = g.next()
    if (s.done) return s.value
  }
}
