import type { Problem } from './problem.ts'
import type { FoundSet } from './search.ts'

/** How many times more one thing counts when the sets at the ends of the trade-offs are looked for [our choice]. */
const SIDE = 20

/** The same problem with one thing counted twenty times as much as the others: where the trade-offs end. */
export const ALONE: readonly { name: string; of: (p: Problem) => Problem }[] = [
  { name: 'if money counted most', of: p => ({ ...p, hourly: p.hourly / SIDE, weekly: p.weekly / SIDE }) },
  { name: 'if work counted most', of: p => ({ ...p, hourly: p.hourly * SIDE }) },
  { name: 'if the wait counted most', of: p => ({ ...p, weekly: p.weekly * SIDE }) },
]

/** What one set is good or bad at, in words, against the other sets found with it. */
export interface Explained {
  marks: ('cheapest' | 'least work' | 'soonest' | 'best')[]
  decides: { joint: string; minutes: number }[]
  latest: string | undefined
  dearest: string
  compromised: boolean
}

/** What decides each set: its costliest joints, its last and its dearest part; and which of the sets is no compromise of another. */
export function explainSets(p: Problem, sets: readonly FoundSet[]): Explained[] {
  const least = (k: 'cost' | 'minutes' | 'wait') => Math.min(...sets.map(s => s[k]))
  const low = { cost: least('cost'), minutes: least('minutes'), wait: least('wait') }
  const first = (k: 'cost' | 'minutes' | 'wait') => sets.findIndex(s => s[k] <= low[k] + 1e-9)
  const at = { cost: first('cost'), minutes: first('minutes'), wait: first('wait') }
  return sets.map((s, i) => {
    const decides = p.links
      .map(l => ({ joint: l.rule.id, minutes: l.minutes(s.options) }))
      .filter(x => x.minutes >= 0.5)
      .sort((a, b) => b.minutes - a.minutes)
      .slice(0, 4)
    const latest = s.options.find(o => o.wait === s.wait && o.wait > 0)?.part.name
    const dearest = s.options.reduce((a, b) => (b.cost > a.cost ? b : a)).part.name
    const compromised = sets.some(
      t =>
        t !== s &&
        t.cost <= s.cost &&
        t.minutes <= s.minutes &&
        t.wait <= s.wait &&
        (t.cost < s.cost || t.minutes < s.minutes || t.wait < s.wait),
    )
    return {
      marks: [
        ...(i === 0 ? ['best' as const] : []),
        ...(i === at.cost ? ['cheapest' as const] : []),
        ...(i === at.minutes ? ['least work' as const] : []),
        ...(i === at.wait ? ['soonest' as const] : []),
      ],
      decides,
      latest,
      dearest,
      compromised,
    }
  })
}
