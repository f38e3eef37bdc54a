import type { Wired } from '../build/docs.ts'
import { terminalsOf, type Component, type Load, type Wire } from '../build/circuitRecord.ts'
import type { Part } from '../parts/part.ts'
import { TAPERS, type Taper } from '../parts/kinds/electrics.ts'
import { caseEnd, gangOf } from '../parts/lugs.ts'
import { contactSort, hasPull, partOf, PULLED, turnOf, type Settings } from './settings.ts'
import { blendShare, taperShare } from './taper.ts'

/**
 * A two-pole between two nodes, or a current that another voltage drives. A coil is R in series with L and its source,
 * positive at `a`: `volts` of the string, `hum` of the mains field [published: Faraday's law]. A `driven` one carries
 * `siemens` times the voltage from `ca` to `cb`, from `a` through itself to `b`.
 */
export type Element =
  | {
      kind: 'R'
      id: string
      a: number
      b: number
      ohms: number
      /** A coil's loss: it stands for eddies and hysteresis, and carries no direct current. */
      loss?: true
    }
  | { kind: 'C'; id: string; a: number; b: number; farads: number }
  | {
      kind: 'coil'
      id: string
      /** The component that it is wound in. */
      of: string
      a: number
      b: number
      ohms: number
      henries: number
      volts: number
      hum: number
    }
  | { kind: 'driven'; id: string; a: number; b: number; ca: number; cb: number; siemens: number }
export type Coil = Extract<Element, { kind: 'coil' }>

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
export const END_STOP = 1
/** A no-load pot's track is open at full; what is left is its leak, Ω [from memory]. */
const OPEN_TRACK = 1e10
/** Core to braid, F a metre [common practice: cable is about 100 pF/m], and a wire's length while no route tells it, m [from memory]. */
export const SHIELDED = 100e-12
const USUAL_LENGTH = 0.2
/** What an active pickup's own stage is taken for [from memory]. */
const ACTIVE = { gain: 1, inOhms: 2e6, outOhms: 10e3 }

/** Joins terminals into nets (union–find). */
function join(terminals: readonly string[], joints: Iterable<readonly [string, string]>): Map<string, string> {
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

/** Pairs of lugs that a component joins within itself at a setting. */
export function innerJoints(build: Wired, c: Component, s: Settings): (readonly [string, string])[] {
  const part = partOf(build, c)
  switch (c.kind) {
    case 'switch': {
      const sort = contactSort(build, c)
      return [...((sort?.throws.find(p => p.id === s.throws[c.id]) ?? sort?.throws[0])?.joins ?? [])]
    }
    case 'pot':
      return hasPull(part)
        ? ['a', 'b'].map(p => [`${p}-common`, s.throws[c.id] === PULLED ? `${p}-out` : `${p}-in`] as const)
        : []
    case 'jack':
      return s.plug ? [['ring', 'sleeve']] : [['break', 'tip']]
    default:
      return []
  }
}

/** Inner nodes of a component begin with this: nobody can solder there. */
const INSIDE = '~'
export type Inner = [a: string, b: string, e: Record<string, unknown>]

export function coilsOf(c: Component, part: Part): Inner[] {
  const v = (k: string) => part.dims[k]?.value ?? 0
  const n = v('coils'),
    active = part.traits.electronics === 'active'
  const sense = part.traits.winding === 'reverse' ? -1 : 1,
    magnet = part.traits.magnet === 'north' ? -1 : 1
  const level = (part.dims.level?.value ?? 1) / n
  // Turns go with the root of the inductance; the field takes no notice of the magnet [published: Faraday's law].
  const turns = Math.sqrt(v('inductance') / n)
  const coil = (a: string, b: string, tag: string, pole: number): Inner[] => [
    [
      a,
      b,
      {
        kind: 'coil',
        id: `${c.id}${tag}`,
        of: c.id,
        ohms: v('dcResistance') / n,
        henries: v('inductance') / n,
        volts: level * sense * magnet * pole,
        hum: turns * sense,
      },
    ],
    [a, b, { kind: 'C', id: `${c.id}${tag}-c`, farads: v('capacitance') * n }],
    [a, b, { kind: 'R', id: `${c.id}${tag}-loss`, ohms: v('lossResistance') / n, loss: true }],
  ]
  if (active) return coil(`${INSIDE}coil`, 'ground', '', 1)
  // Both coils of a double-coil are wound alike over opposite magnets: finish to finish adds strings and cancels hum.
  return n === 2
    ? [...coil('a-start', 'a-finish', '-a', 1), ...coil('b-start', 'b-finish', '-b', -1)]
    : n === 1
      ? coil('start', 'finish', '', 1)
      : []
}

/** An amplifying stage as what loads its input, and a source behind its output's resistance. Without supply only the resistances are left. */
function stageOf(
  id: string,
  at: { in: string; out: string; ground: string },
  of: { gain: number; inOhms: number; outOhms: number },
  supplied: boolean,
): Inner[] {
  return [
    [at.in, at.ground, { kind: 'R', id: `${id}-in`, ohms: of.inOhms }],
    [at.out, at.ground, { kind: 'R', id: `${id}-out`, ohms: of.outOhms }],
    ...(supplied
      ? [
          [
            at.ground,
            at.out,
            { kind: 'driven', id: `${id}-gain`, control: [at.in, at.ground], siemens: of.gain / of.outOhms },
          ] satisfies Inner,
        ]
      : []),
  ]
}

const taperOf = (part: Part | undefined, c: Component): Taper =>
  TAPERS.find(t => t === part?.traits.taper) ?? c.taper ?? 'linear'

function tracksOf(build: Wired, c: Component, part: Part | undefined, s: Settings): Inner[] {
  const r = part?.dims.resistance?.value ?? c.ohms ?? 0
  if (!r) return []
  const gang = gangOf(part),
    blend = gang === 'blend'
  const track = (t: 'a' | 'b', ohms: number): Inner[] => {
    const turn = turnOf(build, c, s, t),
      pre = t === 'b' ? 'b-' : ''
    const low =
      (blend ? blendShare(t === 'a' ? 'second' : 'first', turn) : taperShare(taperOf(part, c), turn)) * ohms
    const opens = part?.traits.atFull === 'track opens' && turn >= 1
    return [
      [
        `${pre}1`,
        `${pre}2`,
        { kind: 'R', id: `${c.id}${pre && '-b'}-low`, ohms: opens ? OPEN_TRACK : Math.max(low, END_STOP) },
      ],
      [`${pre}2`, `${pre}3`, { kind: 'R', id: `${c.id}${pre && '-b'}-high`, ohms: Math.max(ohms - low, END_STOP) }],
    ]
  }
  return gang === 'one track'
    ? track('a', r)
    : [...track('a', r), ...track('b', part?.dims.secondResistance?.value ?? r)]
}

/** The two-poles that a component is made of, between its lugs and nodes of its own. */
function innerElements(build: Wired, c: Component, s: Settings, supplied: boolean): Inner[] {
  const part = partOf(build, c)
  switch (c.kind) {
    case 'pickup':
      return part
        ? [
            ...coilsOf(c, part),
            ...(part.traits.electronics === 'active'
              ? stageOf(c.id, { in: `${INSIDE}coil`, out: 'output', ground: 'ground' }, ACTIVE, supplied)
              : []),
          ]
        : []
    case 'pot':
      return tracksOf(build, c, part, s)
    case 'capacitor': {
      const farads = part?.dims.capacitance?.value ?? c.farads
      return farads ? [['a', 'b', { kind: 'C', id: c.id, farads }]] : []
    }
    case 'resistor': {
      const ohms = part?.dims.resistance?.value ?? c.ohms
      return ohms ? [['a', 'b', { kind: 'R', id: c.id, ohms }]] : []
    }
    case 'stage':
      return c.stage ? stageOf(c.id, { in: 'in', out: 'out', ground: 'ground' }, c.stage, supplied) : []
    default:
      return []
  }
}

/** Lugs that a wire joins: its core, and its braid where that is soldered at both ends. */
function joinsOf(w: Wire): (readonly [string, string])[] {
  return w.braid?.from && w.braid.to
    ? [
        [w.from, w.to],
        [w.braid.from, w.braid.to],
      ]
    : [[w.from, w.to]]
}

/**
 * Expands the circuit of a build at one setting, without cable and amplifier.
 * @param powered false as a meter on ohms finds it: stages without supply, and of coils the winding alone
 */
export function networkOf(build: Wired, s: Settings, powered = true): Network {
  const { components, wires } = build.circuit
  const inside = components.filter(c => c.kind === 'pickup' && partOf(build, c)?.traits.electronics === 'active')
  const terminals = [
    ...components.flatMap(c => terminalsOf(c, partOf(build, c)).map(t => `${c.id}.${t}`)),
    ...inside.map(c => `${c.id}.${INSIDE}coil`),
  ]
  const netOf = join(terminals, [
    ...wires.flatMap(joinsOf),
    ...components.flatMap((c): [string, string][] => {
      const own = c.kind === 'pickup' ? caseEnd(partOf(build, c)) : undefined
      return own ? [[`${c.id}.${own}`, `${c.id}.case`]] : []
    }),
    ...components.flatMap(c => innerJoints(build, c, s).map(([a, b]) => [`${c.id}.${a}`, `${c.id}.${b}`] as const)),
  ])
  const jack = components.find(c => c.kind === 'jack')
  const ground = jack ? netOf.get(`${jack.id}.sleeve`) : undefined
  const roots = [...new Set(netOf.values())].sort((a, b) => Number(b === ground) - Number(a === ground))
  const number = new Map(roots.map((r, i) => [r, i]))
  const nodeOf = new Map([...netOf].map(([t, r]) => [t, number.get(r)!]))
  const nets: string[][] = roots.map(() => [])
  for (const t of terminals) if (!t.includes(INSIDE)) nets[nodeOf.get(t)!]!.push(t)
  const battery = components.find(c => c.kind === 'battery')
  /** A stage is supplied when its supply lies on the battery's plus and its ground on the minus. */
  const supplied = (c: Component) =>
    powered &&
    battery !== undefined &&
    netOf.get(`${battery.id}.plus`) === netOf.get(`${c.id}.supply`) &&
    netOf.get(`${battery.id}.minus`) === netOf.get(`${c.id}.ground`)
  const elements = components
    .flatMap(c =>
      innerElements(build, c, s, supplied(c)).map(([a, b, { control, ...e }]) => {
        const node = (t: string) => nodeOf.get(`${c.id}.${t}`)!
        const [ca, cb] = (control as [string, string] | undefined) ?? []
        return { ...e, a: node(a), b: node(b), ...(ca ? { ca: node(ca), cb: node(cb!) } : {}) } as Element
      }),
    )
    .filter(e => e.a !== e.b && (powered || e.kind !== 'R' || !e.loss))
  for (const w of wires) {
    const screen = w.braid?.from ?? w.braid?.to,
      a = nodeOf.get(w.from),
      b = screen === undefined ? undefined : nodeOf.get(screen)
    if (a !== undefined && b !== undefined && a !== b)
      elements.push({ kind: 'C', id: `${w.id}-braid`, a, b, farads: SHIELDED * USUAL_LENGTH })
  }
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
