import type { Wired } from '../document/docs.ts'
import type { Component } from '../document/circuitRecord.ts'
import { partIn } from '../document/references.ts'
import { CONTACTS, contactsOf, type ContactName, type ContactSort } from '../parts/contacts.ts'
import { gangOf } from '../parts/lugs.ts'
import type { Part } from '../parts/part.ts'

/** How the player has set the instrument. */
export interface Settings {
  /** Where each switch and pull switch stands, by component. */
  throws: Readonly<Record<string, string>>
  /** Where each knob stands, 0 (anticlockwise) to 1. */
  knobs: Readonly<Record<string, number>>
  /** Whether a plug is in the jack. */
  plug: boolean
}

/** Something that is thrown: a switch of its own, or the one under a pot. */
export interface Thrown {
  id: string
  label: string
  by: 'lever' | 'pull'
  throws: readonly { id: string; label: string }[]
  momentary: boolean
}

/** A knob that is turned: a pot on two shafts has two. */
export interface Knob {
  id: string
  label: string
  component: string
  track: 'a' | 'b'
}

export const partOf = (build: Pick<Wired, 'parts' | 'slots'>, c: Component): Part | undefined =>
  c.slot ? partIn(build, c.slot) : undefined

/** What a switch joins: by its part, or by its own word where no part stands for it. */
export const contactSort = (build: Pick<Wired, 'parts' | 'slots'>, c: Component): ContactSort | undefined => {
  const name: ContactName | undefined = contactsOf(partOf(build, c)) ?? c.contacts
  return name && CONTACTS[name]
}

export const PUSHED = 'in'
export const PULLED = 'out'
export const PULL_THROWS = [
  { id: PUSHED, label: 'pushed' },
  { id: PULLED, label: 'pulled' },
]

export const hasPull = (part: Part | undefined): boolean =>
  part?.kind === 'pot' && part.traits.pull !== undefined && part.traits.pull !== 'none'

/** Everything that is thrown, levers first, each in the order of the circuit. */
export function thrownOf(build: Wired): Thrown[] {
  const { components } = build.circuit
  const levers = components.flatMap((c): Thrown[] => {
    const sort = c.kind === 'switch' ? contactSort(build, c) : undefined
    return sort
      ? [{ id: c.id, label: c.label, by: 'lever', throws: sort.throws, momentary: sort.momentary === true }]
      : []
  })
  const pulls = components
    .filter(c => c.kind === 'pot' && hasPull(partOf(build, c)))
    .map((c): Thrown => ({ id: c.id, label: c.label, by: 'pull', throws: PULL_THROWS, momentary: false }))
  return [...levers, ...pulls]
}

/** Name of the knob on the inner shaft of a pot on two. */
const inner = (component: string): string => `${component}/b`

export const knobsOf = (build: Wired): Knob[] =>
  build.circuit.components
    .filter(c => c.kind === 'pot')
    .flatMap((c): Knob[] => {
      const one: Knob = { id: c.id, label: c.label, component: c.id, track: 'a' }
      return gangOf(partOf(build, c)) === 'two tracks, two shafts'
        ? [one, { id: inner(c.id), label: `${c.label}, inner`, component: c.id, track: 'b' }]
        : [one]
    })

/** Rotation of a track: its own shaft's, or the common one. A blend rests in its middle. */
export function turnOf(build: Pick<Wired, 'parts' | 'slots'>, c: Component, s: Settings, t: 'a' | 'b'): number {
  const gang = gangOf(partOf(build, c))
  const knob = t === 'b' && gang === 'two tracks, two shafts' ? inner(c.id) : c.id
  return s.knobs[knob] ?? restOf(build, c)
}
const restOf = (build: Pick<Wired, 'parts' | 'slots'>, c: Component): number =>
  gangOf(partOf(build, c)) === 'blend' ? 0.5 : 1

/** Everything full up, blends in the middle, switches in their first throw, pulls pushed in, a plug in the jack. */
export function openSettings(build: Wired, throws: Readonly<Record<string, string>> = {}): Settings {
  const components = new Map(build.circuit.components.map(c => [c.id, c]))
  return {
    throws: { ...Object.fromEntries(thrownOf(build).map(t => [t.id, t.throws[0]!.id])), ...throws },
    knobs: Object.fromEntries(knobsOf(build).map(k => [k.id, restOf(build, components.get(k.component)!)])),
    plug: true,
  }
}

/** Settings that are looked at together at most: switches multiply. */
export const MOST_SETTINGS = 512

/**
 * Every place of every switch with every other, knobs at rest. What goes back by itself is pressed once, with all else
 * at rest. Of more than can be shown the first are: the levers' come before the pulls'.
 */
export function allSettings(build: Wired): Settings[] {
  const all = thrownOf(build)
  let combined: Record<string, string>[] = [{}]
  for (const t of all.filter(x => !x.momentary))
    combined = combined.flatMap(c => t.throws.map(p => ({ ...c, [t.id]: p.id }))).slice(0, MOST_SETTINGS)
  const pressed = all.filter(t => t.momentary).map(t => ({ [t.id]: t.throws.at(-1)!.id }))
  return [...combined, ...pressed].map(c => openSettings(build, c))
}

/** Words for a setting: `Both · Tone pulled`. */
export function settingLabel(build: Wired, s: Settings): string {
  const all = thrownOf(build),
    levers = all.filter(t => t.by === 'lever' && !t.momentary)
  const words = all.flatMap((t): string[] => {
    const at = t.throws.find(p => p.id === s.throws[t.id])
    if (!at) return []
    if (t.by === 'pull') return at.id === PULLED ? [`${t.label} pulled`] : []
    if (t.momentary) return at.id === t.throws[0]!.id ? [] : [`${t.label} ${at.label}`]
    const word = /^\d+$/.test(at.label) ? `Position ${at.label}` : at.label
    return [levers.length > 1 ? `${t.label} ${at.label}` : word]
  })
  return words.join(' · ') || 'As it is'
}

/** Stable name of a setting for readings: levers always, pulls and buttons where they are not at rest; `rest` when nothing is thrown. */
export const settingKey = (build: Wired, s: Settings): string =>
  thrownOf(build)
    .filter(t => s.throws[t.id] !== undefined)
    .filter(t => (t.by === 'lever' && !t.momentary) || s.throws[t.id] !== t.throws[0]!.id)
    .map(t => `${t.id}=${s.throws[t.id]}`)
    .join('+') || 'rest'
