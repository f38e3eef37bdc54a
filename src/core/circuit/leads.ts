import { num, type Said, say } from '../say/said.ts'

/** What a meter said between two of a pickup's leads, Ω; Infinity when it showed nothing. */
export interface LeadReading {
  a: string
  b: string
  ohms: number
}

/** Which way the meter swung when steel was pulled off the poles, its red clip on a lead and the black one on the other end of the same coil. */
export interface Swing {
  red: string
  way: 'up' | 'down'
}

export interface LeadQuestion {
  /** Names of the leads, by colour; a bare one or a braid by that word. */
  leads: readonly string[]
  readings: readonly LeadReading[]
  swings: readonly Swing[]
  /** Which pole of the magnet looks up, by compass. */
  magnet?: 'south' | 'north' | undefined
}

/** A coil that was found, with the end that is positive as far as it is known. */
export interface FoundCoil {
  ends: readonly [string, string]
  ohms: number
  plus: string | undefined
}

export interface LeadAnswer {
  coils: FoundCoil[]
  /** A lead that both coils share: they are in series inside, and it is their link. */
  link: string | undefined
  /** Leads on nothing: case, cover or braid. */
  shield: string[]
  /** Leads that are one conductor inside: a braid that is a coil's own cold end. */
  joined: [string, string][]
  /** What contradicts itself. */
  trouble: Said | undefined
  /** Two leads that have to be read next, or a coil whose swing is wanted. */
  next: { read: readonly [string, string] } | { swing: FoundCoil } | undefined
  /** Lug of every lead, once everything is known. */
  lugs: { lead: string; lug: string }[] | undefined
  /** What the winding is called, once the magnet is known too: beside a usual one it cancels hum or not. */
  winding: 'as usual' | 'reverse' | undefined
}

/** Under this two leads are one conductor, Ω [from memory: a winding has more, leads less]. */
const ONE = 5
/** How far a sum of two coils may miss what is read over both, share [from memory]. */
const SUM = 0.05

const same = (r: LeadReading, a: string, b: string): boolean => (r.a === a && r.b === b) || (r.a === b && r.b === a)

/**
 * Finds out what a pickup's leads are from what a meter says between them [common practice: handbook section 6: pairs that
 * read a resistance are coils; the swing when steel leaves a pole gives the sense]. Newest readings count.
 */
export function identifyLeads(q: LeadQuestion): LeadAnswer {
  const ohms = (a: string, b: string): number | undefined => q.readings.findLast(r => same(r, a, b))?.ohms
  const none: LeadAnswer = {
    coils: [],
    link: undefined,
    shield: [],
    joined: [],
    trouble: undefined,
    next: undefined,
    lugs: undefined,
    winding: undefined,
  }
  // Leads that hang together, with what was read between them.
  const group = new Map(q.leads.map(l => [l, l]))
  const root = (l: string): string => (group.get(l) === l ? l : root(group.get(l)!))
  for (const r of q.readings)
    if (Number.isFinite(r.ohms) && group.has(r.a) && group.has(r.b) && ohms(r.a, r.b) === r.ohms)
      group.set(root(r.a), root(r.b))
  const groups = [...new Set(q.leads.map(root))].map(g => q.leads.filter(l => root(l) === g))
  // Two groups are told apart when one lead of each was read against the other and showed nothing.
  for (const [i, g] of groups.entries())
    for (const h of groups.slice(i + 1)) {
      const read = g.some(a => h.some(b => ohms(a, b) !== undefined))
      if (!read) return { ...none, next: { read: [g[0]!, h[0]!] } }
    }
  const joined: [string, string][] = [],
    coils: FoundCoil[] = [],
    shield: string[] = []
  let link: string | undefined
  const plusOf = (a: string, b: string): string | undefined => {
    const s = q.swings.findLast(x => x.red === a || x.red === b)
    if (!s) return undefined
    const other = s.red === a ? b : a
    return s.way === 'up' ? s.red : other
  }
  for (const g of groups) {
    if (g.length === 1) {
      shield.push(g[0]!)
      continue
    }
    for (const [i, a] of g.entries())
      for (const b of g.slice(i + 1)) if (ohms(a, b) === undefined) return { ...none, next: { read: [a, b] } }
    const own = g.filter((b, i) => {
      const twin = g.slice(0, i).find(a => ohms(a, b)! < ONE)
      if (twin) joined.push([twin, b])
      return !twin
    })
    if (own.length === 1) {
      shield.push(own[0]!)
      continue
    }
    if (own.length === 2)
      coils.push({ ends: [own[0]!, own[1]!], ohms: ohms(own[0]!, own[1]!)!, plus: plusOf(own[0]!, own[1]!) })
    else if (own.length === 3) {
      const [a, b, c] = own as [string, string, string]
      const pairs = [
        { ends: [a, b] as const, mid: c },
        { ends: [a, c] as const, mid: b },
        { ends: [b, c] as const, mid: a },
      ].sort((x, y) => ohms(...y.ends)! - ohms(...x.ends)!)
      const { ends, mid } = pairs[0]!,
        [x, y] = ends,
        all = ohms(x, y)!,
        sum = ohms(x, mid)! + ohms(mid, y)!
      if (Math.abs(sum - all) > SUM * all)
        return {
          ...none,
          trouble: say`${x} to ${y} reads ${num(all, 0, 'Ω')}, by way of ${mid} it is ${num(sum, 0, 'Ω')}: read them again.`,
        }
      link = mid
      coils.push(
        { ends: [x, mid], ohms: ohms(x, mid)!, plus: plusOf(x, mid) },
        { ends: [y, mid], ohms: ohms(mid, y)!, plus: plusOf(y, mid) },
      )
    } else
      return {
        ...none,
        trouble: say`${own.join(', ')} all hang together: more than two coils in series. Read them again.`,
      }
  }
  const base = { ...none, coils, link, shield, joined }
  if (!coils.length)
    return {
      ...base,
      trouble:
        q.leads.length > 1 ? 'No two leads read a coil: a broken winding, or leads that are not bare.' : undefined,
    }
  if (coils.length > 2) return { ...base, trouble: 'More than two coils: one pickup has one or two.' }
  const open = coils.find(c => c.plus === undefined)
  if (open) return { ...base, next: { swing: open } }
  return {
    ...base,
    lugs: lugsFor(coils, shield, joined),
    winding: q.magnet && (q.magnet === 'north' ? 'reverse' : 'as usual'),
  }
}

/** Lugs by what is positive: a coil's start is its positive end; the second coil of two is meant finish to finish. */
function lugsFor(
  coils: readonly FoundCoil[],
  shield: readonly string[],
  joined: readonly (readonly [string, string])[],
): { lead: string; lug: string }[] {
  const out: { lead: string; lug: string }[] = []
  const put = (lead: string, lug: string) => out.push({ lead, lug })
  const minusOf = (c: FoundCoil): string => c.ends.find(e => e !== c.plus)!
  if (coils.length === 1) {
    put(coils[0]!.plus!, 'start')
    put(minusOf(coils[0]!), 'finish')
  } else {
    put(coils[0]!.plus!, 'a-start')
    put(minusOf(coils[0]!), 'a-finish')
    put(coils[1]!.plus!, 'b-finish')
    put(minusOf(coils[1]!), 'b-start')
  }
  for (const s of shield) put(s, 'case')
  // A braid that is one with a coil's end is both: the end stays where the case is.
  for (const [end, braid] of joined) {
    const own = out.find(l => l.lead === end)
    put(braid, 'case')
    if (own) put(braid, own.lug)
  }
  return out
}
