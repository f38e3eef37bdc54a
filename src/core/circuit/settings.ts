import type { Wired } from '../build/docs.ts'
import { partIn } from '../build/references.ts'
import { SWITCH_POSITIONS } from './switchPositions.ts'

/** How the player has set the instrument. Knobs run from 0 to 1. */
export interface Settings {
  position: string
  pulled: Record<string, boolean>
  knobs: Record<string, number>
}

/** Everything full up, switches pushed in. */
export function openSettings(build: Wired, position = SWITCH_POSITIONS[0]!.id): Settings {
  const pots = build.circuit.components.filter(c => c.kind === 'pot')
  return {
    position,
    pulled: Object.fromEntries(pots.map(p => [p.id, false])),
    knobs: Object.fromEntries(pots.map(p => [p.id, 1])),
  }
}

/** Components whose part has a pull switch. */
export const pullsOf = (build: Wired): string[] =>
  build.circuit.components
    .filter(c => {
      const pull = c.kind === 'pot' && c.slot ? partIn(build, c.slot)?.traits.pull : undefined
      return pull !== undefined && pull !== 'none'
    })
    .map(c => c.id)

/** Every switch position with every state of the pull switches, knobs full up. */
export function allSettings(build: Wired): Settings[] {
  const pulls = pullsOf(build)
  const positions = build.circuit.components.some(c => c.kind === 'switch')
    ? SWITCH_POSITIONS.map(p => p.id)
    : ['bridge']
  return positions.flatMap(position =>
    Array.from({ length: 2 ** pulls.length }, (_, k) => {
      const s = openSettings(build, position)
      pulls.forEach((id, i) => {
        s.pulled[id] = Boolean((k >> i) & 1)
      })
      return s
    }),
  )
}

/** Words for a setting: `Both · Tone pulled`. */
export function settingLabel(build: Wired, s: Settings): string {
  const at = SWITCH_POSITIONS.find(p => p.id === s.position)?.label ?? s.position
  const pulled = build.circuit.components.filter(c => s.pulled[c.id]).map(c => `${c.label} pulled`)
  return [at, ...pulled].join(' · ')
}

/** Stable name of a setting for readings: `both+tone`. */
export const settingKey = (s: Settings): string =>
  [
    s.position,
    ...Object.keys(s.pulled)
      .filter(k => s.pulled[k])
      .sort(),
  ].join('+')
