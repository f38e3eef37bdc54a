import type { Circuit, Component } from '../document/circuitRecord.ts'
import { lugRef } from '../document/lugRef.ts'

/** What can stand in a circuit without a slot, with usual values [from memory]. */
export const LOOSE: Readonly<Record<string, { label: string; make: Omit<Component, 'id' | 'label'> }>> = {
  resistor: { label: 'Resistor', make: { kind: 'resistor', ohms: 220e3 } },
  capacitor: { label: 'Capacitor', make: { kind: 'capacitor', farads: 22e-9 } },
  pot: { label: 'Pot', make: { kind: 'pot', ohms: 500e3, taper: 'linear' } },
  switch: { label: 'Switch', make: { kind: 'switch', contacts: 'on-on' } },
  stage: { label: 'Amplifying stage', make: { kind: 'stage', stage: { gain: 1, inOhms: 1e6, outOhms: 1e3 } } },
  battery: { label: 'Battery', make: { kind: 'battery' } },
  metal: { label: 'Metal to be bonded', make: { kind: 'metal' } },
}
export const LOOSE_KINDS = Object.keys(LOOSE)

/** The circuit with one more loose component of a kind, under a name that no other has. */
export function withLoose(c: Circuit, kind: string): { circuit: Circuit; id: string } {
  const { label, make } = LOOSE[kind]!
  const taken = new Set(c.components.map(x => x.id)),
    labels = new Set(c.components.map(x => x.label))
  let n = 1
  while (taken.has(`own-${kind}-${n}`) || labels.has(n === 1 ? label : `${label} ${n}`)) n++
  const id = `own-${kind}-${n}`
  return {
    id,
    circuit: { ...c, components: [...c.components, { id, label: n === 1 ? label : `${label} ${n}`, ...make }] },
  }
}

/** The circuit without a component, its wires, and what was soldered to it. */
export function withoutComponent(c: Circuit, id: string): Circuit {
  const on = (t: string | undefined) => t !== undefined && lugRef(t).of === id
  const { joints, ...rest } = c,
    kept = joints?.filter(j => !on(j.at)).map(j => ({ ...j, to: j.to.filter(t => !on(t)) }))
  return {
    ...rest,
    components: c.components.filter(x => x.id !== id),
    wires: c.wires
      .filter(w => !on(w.from) && !on(w.to))
      .map(w => {
        if (!w.braid || (!on(w.braid.from) && !on(w.braid.to))) return w
        const { braid, ...plain } = w,
          left = {
            ...(braid.from !== undefined && !on(braid.from) ? { from: braid.from } : {}),
            ...(braid.to !== undefined && !on(braid.to) ? { to: braid.to } : {}),
          }
        return Object.keys(left).length ? { ...plain, braid: left } : plain
      }),
    ...(kept?.length ? { joints: kept } : {}),
  }
}
