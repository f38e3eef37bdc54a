import type { Build } from '../document/build.ts'
import { slotsOf } from '../document/slots.ts'
import type { Part } from '../parts/part.ts'
import { jointMinutes, sidesOf } from './jointCost.ts'
import { rulesFor, type Rule } from './rules.ts'
import { costOf, countOf, ownMinutes, suits, waitDays, wishesOf, type Wishes } from './wishes.ts'

/** One part that may stand in a slot, with what it costs by itself. */
export interface Option {
  part: Part
  cost: number
  wait: number
  minutes: number
  count: number
}

/** A rule between slots by their numbers, giving expected minutes of rework; infinite where it will not go. */
export interface Link {
  rule: Rule
  slots: readonly number[]
  minutes: (options: readonly Option[]) => number
}

/** The search for sets as numbers: slots, what may stand in each, what they cost together. */
export interface Problem {
  slots: readonly string[]
  options: readonly (readonly Option[])[]
  links: readonly Link[]
  hourly: number
  weekly: number
  budget: number
  use: readonly string[]
}

/** Slots that a set is searched for: those with a part to fit; small things without any joint are bought on the way. */
export const searchedSlots = (build: Build): string[] => {
  const rules = rulesFor(build)
  return slotsOf(build.instrument)
    .filter(s => rules.some(r => r.slots.includes(s.id)) && (!s.optional || build.slots[s.id]))
    .map(s => s.id)
}

/**
 * Sets up the search. Parts that no wish allows in a slot are left out of it.
 * @param catalogue parts of the shelf and of listings; the build's own are added
 * @param today YYYY-MM-DD, passed in
 */
export function problemOf(
  build: Build,
  catalogue: readonly Part[],
  wishes: Wishes,
  today: string,
  only?: readonly string[],
): Problem {
  const wanted = only ?? searchedSlots(build)
  const known = slotsOf(build.instrument).filter(s => wanted.includes(s.id))
  const pool = new Map<string, Part>()
  for (const p of [...build.parts, ...catalogue]) if (!pool.has(p.id)) pool.set(p.id, p)
  const allows = wishesOf(wishes, today, build.instrument).flatMap(w => w.allows ?? [])
  const byKind = new Map<string, Part[]>()
  for (const p of pool.values()) {
    const list = byKind.get(p.kind)
    if (list) list.push(p)
    else byKind.set(p.kind, [p])
  }
  const options = known.map(s =>
    (byKind.get(s.kind) ?? [])
      .filter(p => suits(build, s, p) && allows.every(allow => allow(s.id, p)))
      .map((part): Option => ({
        part,
        cost: costOf(part),
        wait: waitDays(part, today),
        minutes: ownMinutes(build, part),
        count: countOf(part),
      }))
      .sort((a, b) => a.cost - b.cost || (a.part.id < b.part.id ? -1 : 1)),
  )
  const index = new Map(known.map((s, i) => [s.id, i]))
  const links = rulesFor(build)
    .filter(r => r.slots.every(s => index.has(s)))
    .map((rule): Link => {
      const slots = rule.slots.map(s => index.get(s)!),
        side = sidesOf(rule.family, build.instrument.strings)
      return {
        rule,
        slots,
        minutes: chosen => {
          const j = rule.judge(...slots.map(i => chosen[i]!.part))
          return j ? jointMinutes(j.value, j.doubt, j.limits, side) : 0
        },
      }
    })
  return {
    slots: known.map(s => s.id),
    options,
    links,
    hourly: wishes.hourly,
    weekly: wishes.weekly,
    budget: wishes.budget ?? Infinity,
    use: wishes.use ?? [],
  }
}

/** What a whole set comes to. */
export interface SetScore {
  score: number
  cost: number
  minutes: number
  wait: number
}

/** Minutes of work in currency. What will not go has no price at all, even where an hour is counted at nothing. */
export const priceOfMinutes = (p: Pick<Problem, 'hourly'>, minutes: number): number =>
  minutes === Infinity ? Infinity : (minutes * p.hourly) / 60

/** The score of a whole set in currency: what it costs, its expected rework and the wait for its last part. */
export function scoreOf(p: Problem, chosen: readonly Option[]): SetScore {
  const cost = chosen.reduce((s, o) => s + o.cost, 0),
    wait = chosen.reduce((m, o) => Math.max(m, o.wait), 0)
  const minutes = chosen.reduce((s, o) => s + o.minutes, 0) + p.links.reduce((s, l) => s + l.minutes(chosen), 0)
  return { cost, wait, minutes, score: cost + priceOfMinutes(p, minutes) + (wait * p.weekly) / 7 }
}
