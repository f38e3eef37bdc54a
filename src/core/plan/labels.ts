import { type Said } from '../say/said.ts'
import type { Build } from '../document/build.ts'
import { lugRef } from '../document/lugRef.ts'
import { slotsOf } from '../document/slots.ts'
import type { Part } from '../parts/part.ts'
import type { Plan } from './plan.ts'
import { BY_ASSEMBLY } from './partsOfStep.ts'

/** A label for a bag: what it is opened for, and what is in it. */
export interface BagLabel {
  id: string
  /** The bag's number, in the order in which bags are opened. */
  number: number
  title: Said
  contents: string[]
}

/** A label for a wire: its number on the drawing, colour and both ends. */
export interface WireLabel {
  id: string
  number: number
  colour: string
  from: string
  to: string
}

/** A part as it is packed: how many, and what it is called. */
const packed = (part: Part, label: string): string => {
  const count = part.dims.count?.value
  return `${count && count > 1 ? `${count} × ` : ''}${part.name} (${label.toLowerCase()})`
}

/** A bag for each step that puts hardware on, in the plan's order: everything of it in one place until then. */
export function bagLabels(build: Build, plan: Pick<Plan, 'steps'>): BagLabel[] {
  const labels = new Map(slotsOf(build.instrument).map(s => [s.id, s.label])),
    parts = new Map(build.parts.map(p => [p.id, p])),
    taken = new Set<string>()
  return plan.steps
    .flatMap((s): Omit<BagLabel, 'number'>[] => {
      if (s.ref.kind !== 'assemble') return []
      const contents = (BY_ASSEMBLY[s.ref.what] ?? []).flatMap(slot => {
        const part = parts.get(build.slots[slot] ?? '')
        // Bodies and necks go into no bag, and a part goes into one bag alone.
        if (!part || part.kind === 'body' || part.kind === 'neck' || taken.has(slot)) return []
        taken.add(slot)
        return [packed(part, labels.get(slot) ?? slot)]
      })
      return contents.length ? [{ id: s.id, title: s.title, contents }] : []
    })
    .map((b, i) => ({ ...b, number: i + 1 }))
}

/** A label for each wire and lead of the circuit, numbered as the drawing numbers them. */
export function wireLabels(build: Build): WireLabel[] {
  const end = (lug: string): string => {
    const r = lugRef(lug),
      of = r && build.circuit.components.find(c => c.id === r.of)
    return of ? `${of.label}, ${r.lug.replaceAll('-', ' ')}` : 'nowhere'
  }
  return build.circuit.wires.flatMap((w, i) =>
    w.kind === 'wire' || w.kind === 'lead'
      ? [{ id: w.id, number: i + 1, colour: w.colour ?? '', from: end(w.from), to: end(w.to) }]
      : [],
  )
}
