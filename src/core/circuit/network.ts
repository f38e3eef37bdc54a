import type { Wired } from '../build/docs.ts'
import type { Component, Load } from '../build/circuitRecord.ts'
import { partIn } from '../build/references.ts'
import type { Part } from '../parts/part.ts'
import type { Settings } from './settings.ts'
import { terminalsOf } from '../build/terminals.ts'
import { SWITCH_POSITIONS } from './switchPositions.ts'
import { taperShare } from './taper.ts'

/** A two-pole between two nodes. A coil is R in series with L and its signal source, positive at `a`. */
export type Element =
  | { kind: 'R'; id: string; a: number; b: number; ohms: number }
  | { kind: 'C'; id: string; a: number; b: number; farads: number }
  | { kind: 'coil'; id: string; a: number; b: number; ohms: number; henries: number; volts: number }

/** The circuit as nodes and two-poles. Node 0 is the jack's sleeve; `tip` is −1 when the circuit has no jack. */
export interface Network {
  nodes: number
  tip: number
  elements: Element[]
  /** Node of every terminal. */
  nodeOf: ReadonlyMap<string, number>
  /** Terminals by node. */
  nets: string[][]
}

/** Smallest resistance a pot's end stop is taken to leave, Ω [from memory]. */
const END_STOP = 1

/** Joins terminals into nets (union–find). */
function join(terminals: readonly string[], joints: readonly (readonly [string, string])[]): Map<string, string> {
  const parent = new Map(terminals.map(t => [t, t]))
  const root = (t: string): string => {
    let r = t
    while (parent.get(r) !== r) r = parent.get(r)!
    parent.set(t, r)
    return r
  }
  for (const [a, b] of joints) if (parent.has(a) && parent.has(b)) parent.set(root(a), root(b))
  return new Map(terminals.map(t => [t, root(t)]))
}

/** Pairs of terminals that a component joins within itself at a setting. */
function innerJoints(c: Component, s: Settings): (readonly [string, string])[] {
  const t = (a: string, b: string) => [`${c.id}.${a}`, `${c.id}.${b}`] as const
  if (c.kind === 'switch')
    return (SWITCH_POSITIONS.find(p => p.id === s.position)?.joins ?? []).map(([a, b]) => t(a, b))
  if (c.kind === 'pot')
    return ['a', 'b'].map(pole => t(`${pole}-common`, s.pulled[c.id] ? `${pole}-out` : `${pole}-in`))
  return []
}

/** The two-poles that a component is made of, terminals named. */
function innerElements(
  c: Component,
  part: Part | undefined,
  s: Settings,
): [string, string, Record<string, unknown>][] {
  const v = (k: string) => part?.dims[k]?.value ?? 0
  switch (c.kind) {
    case 'pickup': {
      const n = v('coils')
      const level = (part?.dims.level?.value ?? 1) / n
      const coil = (a: string, b: string, tag: string): [string, string, Record<string, unknown>][] => [
        [
          a,
          b,
          {
            kind: 'coil',
            id: `${c.id}${tag}`,
            ohms: v('dcResistance') / n,
            henries: v('inductance') / n,
            volts: level,
          },
        ],
        [a, b, { kind: 'C', id: `${c.id}${tag}-c`, farads: v('capacitance') * n }],
        [a, b, { kind: 'R', id: `${c.id}${tag}-loss`, ohms: v('lossResistance') / n }],
      ]
      // Coil b is reverse wound on reverse polarity: its signal is positive at its finish, so finish to finish adds.
      return n === 2
        ? [...coil('a-start', 'a-finish', '-a'), ...coil('b-finish', 'b-start', '-b')]
        : n === 1
          ? coil('start', 'finish', '')
          : []
    }
    case 'pot': {
      const r = v('resistance'),
        low = taperShare(part?.traits.taper ?? 'linear', s.knobs[c.id] ?? 1) * r
      return [
        ['1', '2', { kind: 'R', id: `${c.id}-low`, ohms: Math.max(low, END_STOP) }],
        ['2', '3', { kind: 'R', id: `${c.id}-high`, ohms: Math.max(r - low, END_STOP) }],
      ]
    }
    case 'capacitor':
      return part ? [['a', 'b', { kind: 'C', id: c.id, farads: v('capacitance') }]] : []
    case 'resistor':
      return c.ohms ? [['a', 'b', { kind: 'R', id: c.id, ohms: c.ohms }]] : []
    default:
      return []
  }
}

/** Expands the circuit of a build at one setting, without cable and amplifier. */
export function networkOf(build: Wired, s: Settings): Network {
  const { components, wires } = build.circuit
  const parts = new Map(components.map(c => [c.id, c.slot ? partIn(build, c.slot) : undefined]))
  const terminals = components.flatMap(c => terminalsOf(c, parts.get(c.id)).map(t => `${c.id}.${t}`))
  const netOf = join(terminals, [
    ...wires.map(w => [w.from, w.to] as const),
    ...components.flatMap(c => innerJoints(c, s)),
  ])
  const jack = components.find(c => c.kind === 'jack')
  const ground = jack ? netOf.get(`${jack.id}.sleeve`) : undefined
  const roots = [...new Set(netOf.values())].sort((a, b) => Number(b === ground) - Number(a === ground))
  const number = new Map(roots.map((r, i) => [r, i]))
  const nodeOf = new Map([...netOf].map(([t, r]) => [t, number.get(r)!]))
  const nets = roots.map(r => terminals.filter(t => netOf.get(t) === r))
  const elements = components
    .flatMap(c =>
      innerElements(c, parts.get(c.id), s).map(
        ([a, b, e]) => ({ ...e, a: nodeOf.get(`${c.id}.${a}`)!, b: nodeOf.get(`${c.id}.${b}`)! }) as Element,
      ),
    )
    .filter(e => e.a !== e.b)
  return { nodes: roots.length, tip: jack ? nodeOf.get(`${jack.id}.tip`)! : -1, elements, nodeOf, nets }
}

/** The same network with the cable and the amplifier across the jack. */
export function loaded(n: Network, load: Load): Network {
  if (n.tip <= 0) return n
  const { cableMetres, faradsPerMetre, amplifierOhms } = load
  return {
    ...n,
    elements: [
      ...n.elements,
      { kind: 'C', id: 'cable', a: n.tip, b: 0, farads: cableMetres * faradsPerMetre },
      { kind: 'R', id: 'amplifier', a: n.tip, b: 0, ohms: amplifierOhms },
    ],
  }
}
