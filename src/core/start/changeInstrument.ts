import { freeId } from '../document/freshId.ts'
import type { Build, Instrument } from '../document/build.ts'
import { setInstrument } from '../document/setInstrument.ts'
import { slotsOf } from '../document/slots.ts'
import { haveOf } from '../circuit/recipes/have.ts'
import { proposedCircuit } from '../circuit/recipes/index.ts'
import type { Feature, Part } from '../parts/part.ts'
import { PART_KINDS, type PartKindSpec } from '../parts/partKinds.ts'
import type { Dimension } from '../units/dimension.ts'
import { HANGS, hangOf, instrumentOf, PICKUP_SORTS, resolve, type Answers, type PickupSort } from './answers.ts'
import { assumingFor } from './assumeBuild.ts'
import { LEFT_EMPTY, partAssumed } from './partsAssumed.ts'

const assumed = (d: Dimension): boolean => d.basis === 'assumed'

/** Whether nothing is known of a hole or rout but what we took for granted. */
export const isAssumedFeature = (f: Feature): boolean => Object.values(f.dims).every(assumed)

/** Whether nothing is known of a part but what we took for granted; a scale that was only said counts as nothing. */
export const isAssumedPart = (p: Part): boolean =>
  p.donor === undefined &&
  Object.entries(p.dims).every(([k, d]) => assumed(d) || (k === 'scaleLength' && d.basis === 'claimed')) &&
  p.features.every(isAssumedFeature)

const sortOf = (p: Part | undefined): PickupSort => PICKUP_SORTS.find(s => s === p?.traits.sort) ?? 'double-coil'

/** The answers that a build as it stands gives to the questions. */
export function answersOf(b: Build): Answers {
  const i = b.instrument,
    open = new Set(i.unsure ?? [])
  const at = (slot: string) => b.parts.find(p => p.id === b.slots[slot])
  const scale = at('neck')?.dims.scaleLength
  const all: Answers = {
    ...(open.has('strings') ? {} : { strings: i.strings }),
    ...(open.has('strings') ? {} : { perCourse: i.perCourse ?? 1 }),
    ...(open.has('scale') || !scale ? {} : { scaleLength: scale.value }),
    ...(open.has('hand') ? {} : { handedness: i.handedness }),
    ...(open.has('neck joint') ? {} : { neckJoint: i.neckJoint }),
    ...(open.has('pickups')
      ? {}
      : { pickups: i.pickups.map(place => ({ place, sort: sortOf(at(`pickup-${place}`)) })) }),
    ...(open.has('bridge') ? {} : { bridge: i.bridge }),
    ...(open.has('controls') ? {} : { controls: { volumes: i.volumes, tones: i.tones, switches: i.switches } }),
    ...(open.has('hang') ? {} : { hang: HANGS.find(h => h === hangOf(i))! }),
  }
  return all
}

/** Traits of a part that say which instrument it belongs to, by slot: another one leaves the slot. */
function belongs(slot: string, part: Part, i: Instrument, answers: Answers): boolean {
  const sorts = (PART_KINDS[part.kind] as PartKindSpec).traits.sort
  if (slot === 'bridge') return part.traits.sort === i.bridge
  if (slot === 'tailpiece') return part.traits.sort === (i.bridge === 'stud bridge' ? 'stop tail' : 'trapeze')
  const wanted = answers.pickups?.find(p => `pickup-${p.place}` === slot)
  if (wanted && sorts) return part.traits.sort === wanted.sort
  return true
}

/**
 * The build as another instrument. Slots follow from the answers; parts that were only assumed are assumed anew, an
 * assumed body's routs, holes and guard with them; real parts stay unless they cannot belong to it any more.
 */
export function changeInstrument(b: Build, answers: Answers): Build {
  const r = resolve(answers)
  const old = resolve(answersOf(b)),
    described = instrumentOf(r, old, b.instrument.extras)
  // What the builder tuned it to stays, as long as it is another tuning than the one taken for granted.
  const usual = instrumentOf(old).tuning.join() === b.instrument.tuning.join()
  const instrument: Instrument = {
    ...described,
    ...(described.strings === b.instrument.strings && !usual ? { tuning: b.instrument.tuning } : {}),
  }
  if (!described.unsure) delete instrument.unsure
  const { unsure: _unsure, perCourse: _perCourse, ...before } = b.instrument
  void [_unsure, _perCourse]
  const base = setInstrument({ ...b, instrument: { ...before, strings: b.instrument.strings } }, instrument)
  const a = assumingFor(answers, b.setup)
  // A set of strings has no dimensions that could be assumed: it is ours when it is the one that we took for granted.
  const ownSet = JSON.stringify(assumingFor(answersOf(b), b.setup).p.gauges)
  const untouched = (p: Part) => (p.gauges ? JSON.stringify(p.gauges) === ownSet : isAssumedPart(p))
  const slots: Record<string, string> = {},
    parts = new Map(base.parts.map(p => [p.id, p]))
  for (const s of slotsOf(base.instrument)) {
    const had = base.slots[s.id],
      part = had === undefined ? undefined : parts.get(had)
    if (part && !untouched(part) && belongs(s.id, part, base.instrument, answers)) {
      slots[s.id] = part.id
      continue
    }
    // A slot that its builder left empty stays empty.
    const was = slotsOf(b.instrument).some(x => x.id === s.id)
    if (LEFT_EMPTY.includes(s.id) || (was && b.slots[s.id] === undefined)) continue
    // A real part that cannot belong any more stays among the build's parts; an assumed one holds its place.
    const own = part && untouched(part) ? part : undefined
    const id = own?.id ?? freeId(s.id, parts.keys())
    const fresh = partAssumed(a, s, id)
    parts.set(id, { ...fresh, name: own?.name ?? fresh.name, ...(own?.stock ? { stock: own.stock } : {}) })
    slots[s.id] = id
  }
  // Assumed parts of slots that are gone were never there.
  const used = new Set(Object.values(slots))
  const kept = [...parts.values()].filter(
    p => used.has(p.id) || !untouched(p) || !Object.values(b.slots).includes(p.id),
  )
  const changed = { ...base, slots, parts: kept }
  const others = JSON.stringify(haveOf(changed)) !== JSON.stringify(haveOf(b))
  return others && isProposed(b) ? { ...changed, circuit: proposedCircuit(changed) ?? EMPTY(b) } : changed
}

const EMPTY = (b: Build): Build['circuit'] => ({ components: [], wires: [], load: b.circuit.load })

/** Whether the circuit is still the one that we proposed: nobody has drawn or soldered anything of his own. */
function isProposed(b: Build): boolean {
  const { components, wires } = b.circuit
  if (!components.length) return true
  const ours = proposedCircuit(b)
  return ours !== undefined && JSON.stringify([ours.components, ours.wires]) === JSON.stringify([components, wires])
}

/** What follows from a change of the instrument, in counts and names. */
export interface InstrumentChange {
  come: string[]
  go: string[]
  /** Real parts that no longer have a slot. */
  out: string[]
  /** Slots whose part is another now: an assumed one, until the builder chooses. */
  assumed: string[]
  wires: number
}

/** Slots that come and go, parts that no longer belong, wires that are lost. */
export function instrumentChange(before: Build, after: Build): InstrumentChange {
  const was = slotsOf(before.instrument),
    is = slotsOf(after.instrument)
  const name = (id: string) => before.parts.find(p => p.id === id)!.name
  const still = new Set(Object.values(after.slots)),
    kept = new Set(after.parts.map(p => p.id))
  return {
    come: is.filter(s => !was.some(w => w.id === s.id)).map(s => s.label),
    go: was.filter(s => !is.some(w => w.id === s.id)).map(s => s.label),
    out: [...new Set(Object.values(before.slots))].filter(id => !still.has(id) && kept.has(id)).map(name),
    assumed: is
      .filter(s => before.slots[s.id] && after.slots[s.id] && before.slots[s.id] !== after.slots[s.id])
      .map(s => s.label),
    wires: before.circuit.wires.length - after.circuit.wires.length,
  }
}
