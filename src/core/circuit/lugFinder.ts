import { lugRef, lugText } from '../document/lugRef.ts'
import type { Circuit } from '../document/circuitRecord.ts'
import { terminalsOf } from '../document/circuitRecord.ts'
import type { Wired } from '../document/docs.ts'
import { partOf } from './settings.ts'

/** A lug in words, with what it is on: `Volume, lug 2`; `Pickup switch, a common`. */
export function lugWords(c: Circuit, terminal: string): string {
  const { of, lug } = lugRef(terminal),
    label = c.components.find(x => x.id === of)?.label ?? of
  // Metal has one place to bond it, wherever that is.
  if (lug === 'bond') return label
  return `${label}, ${/^\d$/.test(lug) ? `lug ${lug}` : lug.replace(/-/g, ' ')}`
}

/** Every lug that the circuit's components have with their parts. */
export const allLugs = (build: Wired): string[] =>
  build.circuit.components.flatMap(c => terminalsOf(c, partOf(build, c)).map(lug => lugText({ of: c.id, lug })))

const tokens = (text: string): string[] =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)

/**
 * Lugs that what was typed can mean, best first: every word has to begin a word of the lug's or of its component's name.
 * Of several those with the fewest words left over come first, so that `volume 2` is lug 2 of the volume before it is
 * anything of the second volume.
 */
export function findLugs(build: Wired, typed: string): string[] {
  const wanted = tokens(typed)
  if (!wanted.length) return []
  return allLugs(build)
    .flatMap(t => {
      const words = tokens(`${lugWords(build.circuit, t)} ${t}`),
        said = tokens(lugWords(build.circuit, t)).filter(w => w !== 'lug')
      if (!wanted.every(w => words.some(x => x.startsWith(w)))) return []
      // Words typed in full count more than their beginnings, and the lug's own name stands last.
      const whole = wanted.filter(w => said.includes(w)).length,
        ends = said.at(-1) === wanted.at(-1)
      return [{ t, cost: said.length - 2 * whole - Number(ends) }]
    })
    .sort((a, b) => a.cost - b.cost)
    .map(x => x.t)
}
