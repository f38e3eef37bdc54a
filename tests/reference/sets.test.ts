import highs from 'highs'
import { beforeAll, describe, expect, it } from 'vitest'
import { oneIn } from '../support/long.ts'
import { problemOf, type Option, type Problem } from '../../src/core/match/problem.ts'
import { bestSets } from '../../src/core/match/search.ts'
import { anyCatalogue } from '../support/anyCatalogue.ts'
import { heron } from '../support/heron.ts'

let solver: Awaited<ReturnType<typeof highs>>
beforeAll(async () => {
  solver = await highs()
})

/**
 * The search for sets as a mixed-integer programme in CPLEX LP format: one binary for each option, one for each
 * combination of options that costs something together, one for each wait.
 */
function programme(p: Problem): string {
  const x = (s: number, i: number) => `x_${s}_${i}`
  const cost: string[] = [],
    rows: string[] = [],
    binaries: string[] = []
  p.options.forEach((os, s) => {
    rows.push(` one${s}: ${os.map((_, i) => x(s, i)).join(' + ')} = 1`)
    os.forEach((o, i) => {
      binaries.push(x(s, i))
      cost.push(`+ ${(o.cost + (o.minutes * p.hourly) / 60).toFixed(9)} ${x(s, i)}`)
    })
  })
  let n = 0
  for (const l of p.links) {
    const walk = (k: number, chosen: Option[], names: string[]) => {
      if (k === l.slots.length) {
        const minutes = l.minutes(chosen)
        if (minutes === 0) return
        if (minutes === Infinity) rows.push(` no${n++}: ${names.join(' + ')} <= ${names.length - 1}`)
        else {
          // A combination's variable is pushed up by its options and down by its cost: continuous is enough.
          const y = `y_${n++}`
          cost.push(`+ ${((minutes * p.hourly) / 60).toFixed(9)} ${y}`)
          rows.push(` c${y}: ${y} ${names.map(q => `- ${q}`).join(' ')} >= ${1 - names.length}`)
        }
        return
      }
      p.options[l.slots[k]!]!.forEach((o, i) => {
        const next = [...chosen]
        next[l.slots[k]!] = o
        walk(k + 1, next, [...names, x(l.slots[k]!, i)])
      })
    }
    walk(0, [], [])
  }
  cost.push(`+ ${(p.weekly / 7).toFixed(9)} wait`)
  p.options.forEach((os, s) =>
    rows.push(` w${s}: wait ${os.map((o, i) => `- ${o.wait} ${x(s, i)}`).join(' ')} >= 0`),
  )
  if (p.budget < Infinity)
    rows.push(
      ` budget: ${p.options.flatMap((os, s) => os.map((o, i) => `${o.cost.toFixed(9)} ${x(s, i)}`)).join(' + ')} <= ${p.budget}`,
    )
  const single = new Map<string, string[]>()
  p.options.forEach((os, s) =>
    os.forEach((o, i) => {
      if (o.count === 1) single.set(o.part.id, [...(single.get(o.part.id) ?? []), x(s, i)])
    }),
  )
  for (const [, names] of single) if (names.length > 1) rows.push(` s${n++}: ${names.join(' + ')} <= 1`)
  return `Minimize\n obj: ${cost.join('\n ')}\nSubject To\n${rows.join('\n')}\nBinary\n ${binaries.join('\n ')}\nEnd\n`
}

function best(p: Problem): number | undefined {
  const g = bestSets(p, 1)
  for (;;) {
    const s = g.next()
    if (s.done) return s.value[0]?.score
  }
}

/** Outside check: HiGHS, a general solver of mixed-integer programmes, on the same numbers. */
describe('the search for sets against HiGHS', () => {
  const b = { ...heron(), parts: [] }
  const SLOTS = ['body', 'neck', 'bridge', 'tuners', 'nut', 'pickup-bridge', 'pot-volume']
  it.each(
    oneIn(2, [
      [2, undefined],
      [1, undefined],
      [3, undefined],
      [5, 260],
      [4, 300],
      [6, 250],
    ] as const),
  )('catalogue %i, budget %s', (seed, budget) => {
    const p = problemOf(
      b,
      anyCatalogue(b, 80, seed),
      { fixed: {}, hourly: 14, weekly: 6, ...(budget ? { budget } : {}) },
      '2026-11-24',
      SLOTS,
    )
    const r = solver.solve(programme(p))
    const own = best(p)
    if (r.Status === 'Infeasible') expect(own).toBeUndefined()
    else {
      expect(r.Status).toBe('Optimal')
      expect(own).toBeCloseTo(r.ObjectiveValue, 4)
    }
  })
})
