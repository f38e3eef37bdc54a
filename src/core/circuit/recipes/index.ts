import { lugRef } from '../../document/lugRef.ts'
import { caseEnd } from '../../parts/lugs.ts'
import { networkOf } from '../network.ts'
import { allSettings, partOf } from '../settings.ts'
import type { Circuit } from '../../document/circuitRecord.ts'
import type { Wired } from '../../document/docs.ts'
import { slotsOf } from '../../document/slots.ts'
import { leadColours, withColours } from '../leadColours.ts'
import { active } from './active.ts'
import { Draft, type PullUse } from './draft.ts'
import { haveOf, type Have } from './have.ts'
import { onePickup, straight } from './one.ts'
import type { Recipe } from './recipe.ts'
import { THREE_FIVE_WAY } from './three.ts'
import { blended, fourWay, stacked, twin, twoMaster, twoMixed, TWO_VOLUMES } from './two.ts'

/** Circuits that ship [common practice: handbook section 6]. Of those that use a build's parts alike the first is proposed. */
export const RECIPES: readonly Recipe[] = [
  onePickup,
  straight,
  twoMaster,
  ...TWO_VOLUMES,
  twoMixed,
  blended,
  stacked,
  fourWay,
  twin,
  ...THREE_FIVE_WAY,
  active,
]

/** A recipe as it would be for a build. */
export interface Offer {
  id: string
  label: string
  says: string
  /** What is lacking, in words; without it there is a circuit. */
  lacks?: string
  circuit?: Circuit
  /** Slots of electric parts that it leaves without a use. */
  idle: string[]
}

const PULL_WORDS: Record<PullUse, string> = {
  split: 'pulled: split',
  parallel: 'pulled: coils in parallel',
  phase: 'pulled: phase turned round',
}

/** Kinds of parts that a circuit is made of. */
const ELECTRIC: readonly string[] = ['pickup', 'pot', 'switch', 'capacitor', 'battery']

function made(r: Recipe, h: Have, pull: PullUse | undefined, build: Wired): Circuit {
  const before = build.circuit
  const d = new Draft(h)
  r.make(d, pull)
  const id = pull ? `${r.id}; ${PULL_WORDS[pull]}` : r.id,
    c = d.finish(id)
  const there = new Set(c.components.map(x => x.id)),
    joints = before.joints?.filter(j => there.has(lugRef(j.at).of))
  return {
    ...c,
    load: before.load,
    // What is soldered is there whatever is meant now.
    ...(joints?.length ? { joints } : {}),
    wires: withColours(c.wires, leadColours(build)),
  }
}

/** Whether a pull switch could do this to one of the build's pickups. */
const useful = (h: Have, use: PullUse): boolean =>
  [...h.volumes, ...h.tones].some(p => p.pull) &&
  (use === 'phase' ? h.pickups.length > 1 : h.pickups.some(p => p.coils === 2 && !p.active))

/**
 * Why a circuit does not go with a pickup whose case is one with an end of its coil: the end would have to leave ground,
 * and the case become hot. Undefined where it goes.
 */
function heldHot(build: Wired, circuit: Circuit): string | undefined {
  const held = circuit.components.flatMap(c => {
    const end = c.kind === 'pickup' ? caseEnd(partOf(build, c)) : undefined
    return end ? [{ label: c.label, at: `${c.id}.${end}` }] : []
  })
  if (!held.length) return undefined
  // As it would be with the case on a lead of its own.
  const apart = { ...build, circuit, parts: build.parts.map(({ leads: _none, ...p }) => (void _none, p)) }
  const out = allSettings(apart).flatMap(s => {
    const { nodeOf } = networkOf(apart, s)
    return held.filter(x => nodeOf.get(x.at) !== 0)
  })
  return (
    out[0] && `wants the case of ${out[0].label.toLowerCase()} on a lead of its own: it is one with its coil’s end`
  )
}

/** Every recipe as it would be for this build, those that use most of its parts first; then what cannot be, and why. */
export function offersFor(build: Wired): Offer[] {
  const h = haveOf(build),
    electric = slotsOf(build.instrument).filter(s => ELECTRIC.includes(s.kind) && build.slots[s.id] !== undefined)
  const offers = RECIPES.flatMap((r): Offer[] => {
    const lacks = r.lacks(h)
    if (lacks) return [{ id: r.id, label: r.label, says: r.says, lacks, idle: [] }]
    const uses = (r.pulls ?? []).filter(u => useful(h, u))
    return (uses.length ? uses : [undefined]).map((use): Offer => {
      const circuit = made(r, h, use, build),
        held = heldHot(build, circuit)
      if (held) return { id: circuit.recipe!, label: r.label, says: r.says, lacks: held, idle: [] }
      const used = new Set(circuit.components.map(c => c.slot))
      return {
        id: circuit.recipe!,
        label: use ? `${r.label}; ${PULL_WORDS[use]}` : r.label,
        says: r.says,
        circuit,
        idle: electric.filter(s => !used.has(s.id)).map(s => s.label),
      }
    })
  })
  return [
    ...offers.filter(o => o.circuit).sort((a, b) => a.idle.length - b.idle.length),
    ...offers.filter(o => !o.circuit),
  ]
}

/** The build's parts as a circuit without a wire: where no recipe fits, the wires are the builder's own. */
export function unwired(build: Wired): Circuit {
  const d = new Draft(haveOf(build)),
    { pickups, volumes, tones, switches, caps, battery } = d.have
  for (const p of pickups) d.loose({ id: p.slot, kind: 'pickup', label: p.label, slot: p.slot })
  for (const s of switches) d.switch(s)
  for (const p of [...volumes, ...tones]) d.pot(p)
  for (const c of caps) d.loose({ id: c.slot, kind: 'capacitor', label: c.label, slot: c.slot })
  if (battery) d.loose({ id: battery.slot, kind: 'battery', label: battery.label, slot: battery.slot })
  const { components, load } = { ...d.finish(''), load: build.circuit.load }
  return { components, wires: [], load }
}

/** The circuit proposed for a build's parts; none while no recipe fits them. */
export const proposedCircuit = (build: Wired): Circuit | undefined => offersFor(build)[0]?.circuit
