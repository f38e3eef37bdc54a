import type { Wire } from '../document/circuitRecord.ts'
import type { Wired } from '../document/docs.ts'
import { lugRef, lugText } from '../document/lugRef.ts'
import { partOf } from './settings.ts'

/** Colours of pickups' leads by lug: as they are soldered today, and before that as they were found out and kept with the pickup. */
export function leadColours(build: Pick<Wired, 'parts' | 'slots' | 'circuit'>): ReadonlyMap<string, string> {
  const out = new Map<string, string>()
  const pickups = build.circuit.components.filter(c => c.kind === 'pickup')
  for (const w of build.circuit.wires)
    if (w.kind === 'lead' && w.colour)
      for (const t of [w.from, w.to]) if (pickups.some(c => c.id === lugRef(t).of)) out.set(t, w.colour)
  for (const c of pickups.length ? pickups : slotsAlone(build))
    for (const l of partOf(build, c)?.leads ?? []) out.set(lugText({ of: c.id, lug: l.lug }), l.lead)
  return out
}

/** Before there is a circuit a pickup is called by its slot. */
const slotsAlone = (build: Pick<Wired, 'parts' | 'slots'>) =>
  Object.entries(build.slots)
    .filter(([, id]) => build.parts.some(p => p.id === id && p.kind === 'pickup'))
    .map(([slot]) => ({ id: slot, kind: 'pickup' as const, label: slot, slot }))

/** Wires with the colours of the leads that they are. */
export const withColours = (wires: readonly Wire[], colours: ReadonlyMap<string, string>): Wire[] =>
  wires.map(w => {
    const colour = w.kind === 'lead' ? (colours.get(w.from) ?? colours.get(w.to)) : undefined
    return colour ? { ...w, colour } : w
  })
