import { memo } from '../memo/memo.ts'
import type { Wired } from '../document/docs.ts'
import { piecesOf, type Pieces } from '../circuit/pieces.ts'
import { thrownOf, type Settings } from '../circuit/settings.ts'
import { partOf } from '../circuit/settings.ts'
import type { Taper } from '../parts/kinds/electrics.ts'
import { changedBy, type Change } from './change.ts'

/** The circuit at a setting with what is wrong in it. */
export type Under = (s: Settings, changes: readonly Change[]) => Pieces

const reversed = (build: Wired, component: string, s: Settings): Settings => {
  const t = thrownOf(build).find(x => x.id === component)
  if (!t) return s
  const k = t.throws.findIndex(x => x.id === s.throws[component])
  return { ...s, throws: { ...s.throws, [component]: t.throws.at(-1 - Math.max(k, 0))!.id } }
}

function withTaper(build: Wired, component: string, taper: Taper): Wired {
  const c = build.circuit.components.find(x => x.id === component),
    part = c && partOf(build, c)
  if (!part)
    return {
      ...build,
      circuit: {
        ...build.circuit,
        components: build.circuit.components.map(x => (x.id === component ? { ...x, taper } : x)),
      },
    }
  return {
    ...build,
    parts: build.parts.map(p => (p === part ? { ...p, traits: { ...p.traits, taper } } : p)),
  }
}

/** A setting by what is set: as it is built it is asked for most. */
const nameOf = memo((s: Settings) => JSON.stringify(s), { weak: true })

/** Circuits in pieces are made once for each setting and each way of being built: most faults change them afterwards. */
export function under(build: Wired, powered: boolean): Under {
  const known = new Map<string, Pieces>(),
    builds = new Map<string, Wired>()
  return (s, changes) => {
    let set = s,
      key = '',
      b = build
    for (const c of changes) {
      if (c.kind === 'turned') set = reversed(build, c.component, set)
      else if (c.kind === 'taper') {
        key += ` ${c.component}:${c.taper}`
        const have = builds.get(key)
        b = have ?? withTaper(b, c.component, c.taper)
        builds.set(key, b)
      }
    }
    const name = nameOf(set) + key
    let p = known.get(name)
    if (!p) known.set(name, (p = piecesOf(b, set, powered)))
    return changedBy(p, changes)
  }
}
