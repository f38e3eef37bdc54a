import type { Build } from '../core/document/build.ts'
import { conflictOf } from '../core/match/conflict.ts'
import { explainSets } from '../core/match/explain.ts'
import { problemOf } from '../core/match/problem.ts'
import { bestSets } from '../core/match/search.ts'
import type { Wishes } from '../core/match/wishes.ts'
import type { Part } from '../core/parts/part.ts'

/** Runs a piece of work to its end. */
function finish<T>(work: Generator<unknown, T>): T {
  for (;;) {
    const s = work.next()
    if (s.done) return s.value
  }
}

/** The best complete sets as plain data, or the wishes that exclude each other. */
export function setsReport(build: Build, shelf: readonly Part[], wishes: Wishes, today: string, count: number) {
  const p = problemOf(build, shelf, wishes, today),
    sets = finish(bestSets(p, count)),
    told = explainSets(p, sets)
  return {
    build: build.id,
    slots: p.slots,
    parts: shelf.length,
    sets: sets.map((s, i) => ({
      score: s.score,
      cost: s.cost,
      minutes: s.minutes,
      waitDays: s.wait,
      parts: Object.fromEntries(p.slots.map((slot, k) => [slot, s.options[k]!.part.id])),
      ...told[i]!,
    })),
    ...(sets.length === 0 ? { conflict: finish(conflictOf(build, shelf, wishes, today)) } : {}),
  }
}
