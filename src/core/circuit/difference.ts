import type { Circuit, Wire } from '../document/circuitRecord.ts'

/** What sets a circuit apart from another one, wire by wire. */
export interface Difference {
  /** Wires of the other whose ends are not joined here. */
  missing: Wire[]
  /** Wires of this one whose ends are not joined in the other. */
  extra: Wire[]
}

/** Lugs that wires join, whatever way they take: two wirings with the same nets are the same circuit. */
function joinedBy(wires: readonly Wire[]): (a: string, b: string) => boolean {
  const parent = new Map<string, string>()
  const root = (t: string): string => {
    let r = t
    while (parent.has(r)) r = parent.get(r)!
    return r
  }
  const join = (x: string, y: string) => {
    const a = root(x),
      b = root(y)
    if (a !== b) parent.set(a, b)
  }
  for (const w of wires) {
    join(w.from, w.to)
    if (w.braid?.from && w.braid.to) join(w.braid.from, w.braid.to)
  }
  return (a, b) => root(a) === root(b)
}

export function difference(here: Pick<Circuit, 'wires'>, other: Pick<Circuit, 'wires'>): Difference {
  const mine = joinedBy(here.wires),
    theirs = joinedBy(other.wires)
  return {
    missing: other.wires.filter(w => !mine(w.from, w.to)),
    extra: here.wires.filter(w => !theirs(w.from, w.to)),
  }
}
