import type { Build } from './build.ts'
import type { Problem } from './problem.ts'
import { slotsOf } from './slots.ts'

/** References inside a build that lead nowhere, and counts that contradict each other. */
export function referenceProblems(build: Build): Problem[] {
  const out: Problem[] = []
  const parts = new Map(build.parts.map(p => [p.id, p]))
  if (parts.size !== build.parts.length) out.push({ path: 'parts', reason: 'two parts have the same id' })
  build.parts.forEach((p, i) => {
    if (new Set(p.features.map(f => f.id)).size !== p.features.length) out.push({ path: `parts[${i}].features`, reason: 'two features have the same id' })
  })
  const slots = new Map(slotsOf(build.instrument).map(s => [s.id, s]))
  for (const [slot, id] of Object.entries(build.slots)) {
    const s = slots.get(slot), part = parts.get(id)
    if (!s) out.push({ path: `slots.${slot}`, reason: `is no slot of this instrument; slots are ${[...slots.keys()].join(', ')}` })
    else if (!part) out.push({ path: `slots.${slot}`, reason: `names the part “${id}”, which is not in parts` })
    else if (part.kind !== s.kind) out.push({ path: `slots.${slot}`, reason: `needs a ${s.kind}, “${id}” is a ${part.kind}` })
  }
  if (build.instrument.tuning.length !== build.instrument.strings) out.push({ path: 'instrument.tuning', reason: `names ${build.instrument.tuning.length} notes for ${build.instrument.strings} strings` })
  const set = parts.get(build.slots.strings ?? '')
  if (set && set.gauges?.length !== build.instrument.strings) out.push({ path: `parts[${build.parts.indexOf(set)}].gauges`, reason: `holds ${set.gauges?.length ?? 0} strings, the instrument has ${build.instrument.strings}` })
  const components = new Set(build.circuit.components.map(c => c.id))
  if (components.size !== build.circuit.components.length) out.push({ path: 'circuit.components', reason: 'two components have the same id' })
  build.circuit.components.forEach((c, i) => {
    if (c.slot && !slots.has(c.slot)) out.push({ path: `circuit.components[${i}].slot`, reason: `“${c.slot}” is no slot of this instrument` })
  })
  build.circuit.wires.forEach((w, i) => {
    for (const end of ['from', 'to'] as const) {
      const id = w[end].split('.')[0]!
      if (!components.has(id)) out.push({ path: `circuit.wires[${i}].${end}`, reason: `“${id}” is no component of this circuit` })
    }
  })
  return out
}

/** The part in a slot, if one is chosen. */
export const partIn = (build: Build, slot: string) => build.parts.find(p => p.id === build.slots[slot])
