import type { Problem } from './problem.ts'
import type { FoundSet } from './search.ts'

/** The same problem with one thing alone counted, the others only to break ties: where the trade-offs end. */
export const ALONE: readonly { name: string; of: (p: Problem) => Problem }[] = [
  { name: 'if money alone counted', of: p => ({ ...p, hourly: p.hourly / 1000, weekly: p.weekly / 1000 }) },
  { name: 'if work alone counted', of: p => ({ ...p, hourly: 1e6, weekly: p.weekly }) },
  { name: 'if the wait alone counted', of: p => ({ ...p, weekly: 1e6 }) },
]

/** What one set is good or bad at, in words, against the other sets found with it. */
export interface Explained { marks: ('cheapest' | 'least work' | 'soonest' | 'best')[]; decides: { joint: string; minutes: number }[]; latest: string | undefined; dearest: string; compromised: boolean }

/** What decides each set: its costliest joints, its last and its dearest part; and which of the sets is no compromise of another. */
export function explainSets(p: Problem, sets: readonly FoundSet[]): Explained[] {
  const least = (k: 'cost' | 'minutes' | 'wait') => Math.min(...sets.map(s => s[k]))
  const low = { cost: least('cost'), minutes: least('minutes'), wait: least('wait') }
  const first = (k: 'cost' | 'minutes' | 'wait') => sets.findIndex(s => s[k] <= low[k] + 1e-9)
  const at = { cost: first('cost'), minutes: first('minutes'), wait: first('wait') }
  return sets.map((s, i) => {
    const decides = p.links.map(l => ({ joint: l.rule.id, minutes: l.minutes(s.options) })).filter(x => x.minutes >= 0.5).sort((a, b) => b.minutes - a.minutes).slice(0, 4)
    const latest = s.options.find(o => o.wait === s.wait && o.wait > 0)?.part.name
    const dearest = s.options.reduce((a, b) => (b.cost > a.cost ? b : a)).part.name
    const compromised = sets.some(t => t !== s && t.cost <= s.cost && t.minutes <= s.minutes && t.wait <= s.wait && (t.cost < s.cost || t.minutes < s.minutes || t.wait < s.wait))
    return {
      marks: [...(i === 0 ? ['best' as const] : []), ...(i === at.cost ? ['cheapest' as const] : []), ...(i === at.minutes ? ['least work' as const] : []), ...(i === at.wait ? ['soonest' as const] : [])],
      decides, latest, dearest, compromised,
    }
  })
}

