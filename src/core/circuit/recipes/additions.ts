import type { Circuit, Component, Wire } from '../../document/circuitRecord.ts'
import { lugRef } from '../../document/lugRef.ts'
import { BLEED, USUAL_CAP } from './draft.ts'

/** Something that can be added to any circuit, and taken off again. */
export interface Addition {
  id: string
  label: string
  says: string
  /** Why it cannot be added to this circuit. */
  lacks: (c: Circuit) => string | undefined
  /** Components that it consists of. */
  components: (c: Circuit) => Component[]
  wires: (c: Circuit) => Omit<Wire, 'id'>[]
}

const jackOf = (c: Circuit) => c.components.find(x => x.kind === 'jack')
/** The pots whose wiper or track end the signal passes: those that have a wire on lug 2 and lug 3 both. */
const volumes = (c: Circuit): Component[] => {
  const used = new Set(c.wires.flatMap(w => [w.from, w.to]))
  return c.components.filter(p => p.kind === 'pot' && used.has(`${p.id}.2`) && used.has(`${p.id}.3`))
}
const noVolume = (c: Circuit): string | undefined =>
  volumes(c).length ? undefined : 'wants a volume that the signal passes'

const bleed = (way: 'parallel' | 'series'): Addition => ({
  id: `treble bleed, ${way}`,
  label: `Treble bleed, ${way}`,
  says:
    way === 'parallel'
      ? 'Resistor and capacitor side by side over the volume: treble stays when it is turned down; the taper is a little faster.'
      : 'Resistor and capacitor one after the other over the volume: treble stays, the taper nearly so.',
  lacks: noVolume,
  components: c =>
    volumes(c).flatMap((v): Component[] => [
      { id: `bleed-r-${v.id}`, kind: 'resistor', label: `Bleed resistor, ${v.label}`, ohms: BLEED.ohms },
      { id: `bleed-c-${v.id}`, kind: 'capacitor', label: `Bleed capacitor, ${v.label}`, farads: BLEED.farads },
    ]),
  wires: c =>
    volumes(c).flatMap((v): Omit<Wire, 'id'>[] =>
      way === 'parallel'
        ? (['r', 'c'] as const).flatMap(k => [
            { from: `bleed-${k}-${v.id}.a`, to: `${v.id}.3`, kind: 'leg' as const },
            { from: `bleed-${k}-${v.id}.b`, to: `${v.id}.2`, kind: 'leg' as const },
          ])
        : [
            { from: `bleed-r-${v.id}.a`, to: `${v.id}.3`, kind: 'leg' },
            { from: `bleed-r-${v.id}.b`, to: `bleed-c-${v.id}.a`, kind: 'leg' },
            { from: `bleed-c-${v.id}.b`, to: `${v.id}.2`, kind: 'leg' },
          ],
    ),
})

/** What can be added to a circuit whatever its recipe [common practice: handbook section 6]. */
export const ADDITIONS: readonly Addition[] = [
  bleed('parallel'),
  bleed('series'),
  {
    id: 'hidden tone',
    label: 'Tone control hidden inside',
    says: 'A small pot inside the cavity sets the brightest that the outer knobs can reach: set once with a screwdriver.',
    lacks: noVolume,
    components: () => [
      { id: 'hidden-tone', kind: 'pot', label: 'Hidden tone', ohms: 500e3, taper: 'linear' },
      { id: 'hidden-cap', kind: 'capacitor', label: 'Hidden tone capacitor', farads: USUAL_CAP },
    ],
    wires: c => {
      const v = volumes(c)[0]!
      return [
        { from: `${v.id}.3`, to: 'hidden-tone.2', kind: 'wire', colour: 'yellow' },
        { from: 'hidden-tone.1', to: 'hidden-cap.a', kind: 'leg' },
        { from: 'hidden-cap.b', to: `${v.id}.case`, kind: 'leg' },
      ]
    },
  },
  {
    id: 'kill button',
    label: 'Button that silences',
    says: 'Closes tip and sleeve while it is pressed.',
    lacks: c => (jackOf(c) ? undefined : 'wants a jack'),
    components: () => [{ id: 'kill', kind: 'switch', label: 'Kill button', contacts: 'push to make' }],
    wires: c => {
      const jack = jackOf(c)!.id
      return [
        { from: 'kill.a-common', to: `${jack}.tip`, kind: 'wire', colour: 'white' },
        { from: 'kill.a-1', to: `${jack}.sleeve`, kind: 'wire', colour: 'black' },
      ]
    },
  },
]

/** Whether a circuit has an addition: any of its components. */
export const hasAddition = (c: Circuit, a: Addition): boolean => {
  if (a.lacks(c)) return false
  const wanted = a.components(c).map(x => x.id),
    wires = a.wires(c)
  return (
    wanted.every(id => c.components.some(x => x.id === id)) &&
    wires.every(w => c.wires.some(x => x.from === w.from && x.to === w.to))
  )
}

/** A name for a wire that no other has. */
export function freeWire(c: Pick<Circuit, 'wires'>): string {
  const used = new Set(c.wires.map(w => w.id))
  for (let n = c.wires.length + 1; ; n++) if (!used.has(`w${n}`)) return `w${n}`
}

export function withAddition(c: Circuit, a: Addition): Circuit {
  const without = withoutAddition(c, a),
    out: Circuit = {
      ...without,
      components: [...without.components, ...a.components(c)],
      wires: [...without.wires],
    }
  for (const w of a.wires(c)) out.wires.push({ id: freeWire(out), ...w })
  return out
}

/** The circuit without an addition's components and every wire that ends on one. */
export function withoutAddition(c: Circuit, a: Addition): Circuit {
  const gone = new Set(a.lacks(c) ? [] : a.components(c).map(x => x.id))
  return {
    ...c,
    components: c.components.filter(x => !gone.has(x.id)),
    wires: c.wires.filter(w => ![w.from, w.to].some(t => gone.has(lugRef(t).of))),
    ...(c.joints ? { joints: c.joints.filter(j => !gone.has(lugRef(j.at).of)) } : {}),
  }
}
