import { capital, num, type Said, say, together } from '../say/said.ts'
import type { Wired } from '../document/docs.ts'
import { HUM_GONE, type Silence, type Sound } from './sound.ts'
import type { Tree } from './tree.ts'

const SILENCE: Record<Silence, string> = {
  'no jack': 'Silent: the circuit has no jack.',
  'tip on ground': 'Silent: the tip is on ground.',
  'no pickup on the tip': 'Silent: no pickup reaches the tip.',
  'no supply': 'Silent: the battery’s supply does not reach the stage.',
}

const listed = (words: readonly string[]): string =>
  words.length < 2 ? (words[0] ?? '') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)!}`
const small = (s: string): string => s[0]!.toLowerCase() + s.slice(1)

/** Words for what sounds at a setting: which coils, how they are joined, whether hum cancels, which knobs act. */
export function soundWords(build: Wired, s: Sound): Said {
  if (s.silence) return SILENCE[s.silence]
  const label = (of: string) => small(build.circuit.components.find(c => c.id === of)?.label ?? of)
  const order = build.circuit.components.map(c => c.id)
  const wound = new Map<string, number>()
  for (const c of build.circuit.components)
    if (c.kind === 'pickup')
      wound.set(c.id, build.parts.find(p => p.id === build.slots[c.slot ?? ''])?.dims.coils?.value ?? 1)
  const coils = (t: Tree): string[] => (t.kind === 'coil' ? [t.coil.of] : t.of.flatMap(coils))
  /** A double-coil's two coils side by side in the tree are one pickup. */
  const words = (t: Tree): string => {
    const of = [...new Set(coils(t))]
    if (of.length === 1) {
      const n = coils(t).length,
        all = wound.get(of[0]!) ?? 1
      if (n === 1 && all === 1) return label(of[0]!)
      if (n < all) return `half of the ${label(of[0]!)}`
      return t.kind === 'parallel' ? `${label(of[0]!)} with its coils in parallel` : label(of[0]!)
    }
    if (t.kind === 'coil') return label(t.coil.of)
    const groups = grouped(t).sort((a, b) => place(a) - place(b))
    const how = t.kind === 'series' ? 'in series' : t.kind === 'parallel' ? 'in parallel' : 'in a bridge'
    return `${listed(groups.map(g => (g.kind === 'coil' || new Set(coils(g)).size === 1 ? words(g) : `(${words(g)})`)))} ${how}`
  }
  const place = (t: Tree): number => Math.min(...coils(t).map(of => order.indexOf(of)))
  /** Coils of one pickup that lie in the same series or parallel are taken together first. */
  const grouped = (t: Extract<Tree, { of: Tree[] }>): Tree[] => {
    const out: Tree[] = []
    for (const x of t.of) {
      const mine = x.kind === 'coil' ? out.findIndex(o => coils(o).every(c => c === x.coil.of)) : -1
      if (mine < 0) out.push(x)
      else {
        const o = out[mine]!
        out[mine] = { kind: t.kind, of: o.kind === t.kind ? [...o.of, x] : [o, x] }
      }
    }
    return out
  }
  const sounds = s.tree ? words(s.tree) : listed([...new Set(s.coils.map(c => label(c.of)))])
  const against = [...new Set(s.coils.filter(c => c.phase < 0).map(c => c.of))]
  const several = s.coils.length > 1
  const acting = s.knobs.filter(k => k.acts !== 'nothing')
  const heard = new Set(s.coils.map(c => c.of))
  const says = (k: Sound['knobs'][number]): string =>
    k.acts === 'volume' && k.on.length < heard.size ? `${k.label} for the ${listed(k.on.map(label))}` : k.label
  return together(
    [
      capital(sounds),
      ...(against.length ? [`${listed(against.map(label))} out of phase`] : []),
      several && s.hum < HUM_GONE
        ? 'hum cancels'
        : several && s.hum < -3
          ? say`hum falls by ${num(Math.round(-s.hum), 0, 'dB')}`
          : 'hums as single coils do',
      acting.length ? say`${listed(acting.map(says))} ${acting.length > 1 ? 'work' : 'works'}` : 'no knob works',
    ],
    '; ',
  )
}
