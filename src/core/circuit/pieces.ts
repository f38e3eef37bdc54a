import type { Wired } from '../document/docs.ts'
import { terminalsOf, type Component, type Wire } from '../document/circuitRecord.ts'
import type { Part } from '../parts/part.ts'
import { TAPERS, type Taper } from '../parts/kinds/electrics.ts'
import { caseEnd, gangOf } from '../parts/lugs.ts'
import type { Element } from './element.ts'
import { contactSort, hasPull, partOf, PULLED, turnOf, type Settings } from './settings.ts'
import { blendShare, taperShare } from './taper.ts'

type Piece<E> = E extends Element ? Omit<E, 'a' | 'b' | 'ca' | 'cb'> : never
/** A two-pole between two terminals; a driven one has its controlling pair, and the pairs that have to be joined for it to be supplied. */
export type Pole = Piece<Element> & {
  /** The component that it belongs to; empty for what belongs to none. */
  of: string
  a: string
  b: string
  control?: readonly [string, string]
  supply?: readonly (readonly [string, string])[]
}

/** What joins two terminals: a wire, its braid, a switch's contact, or a component within itself. */
export interface Joint {
  id: string
  sort: 'wire' | 'braid' | 'contact' | 'inner'
  a: string
  b: string
}

/** A circuit at one setting, taken apart: what is joined, and the two-poles between terminals. Whatever is wrong in it is a change of these. */
export interface Pieces {
  terminals: readonly string[]
  joints: readonly Joint[]
  poles: readonly Pole[]
  /** The jack's ends; undefined without one. */
  jack: { tip: string; sleeve: string } | undefined
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
export const INSIDE = '~'
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

/** An amplifying stage as what loads its input, and, while it is supplied, a source behind its output's resistance. */
function stageOf(
  id: string,
  at: { in: string; out: string; ground: string },
  of: { gain: number; inOhms: number; outOhms: number },
): Inner[] {
  return [
    [at.in, at.ground, { kind: 'R', id: `${id}-in`, ohms: of.inOhms }],
    [at.out, at.ground, { kind: 'R', id: `${id}-out`, ohms: of.outOhms }],
    [
      at.ground,
      at.out,
      { kind: 'driven', id: `${id}-gain`, control: [at.in, at.ground], siemens: of.gain / of.outOhms },
    ],
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
function innerElements(build: Wired, c: Component, s: Settings): Inner[] {
  const part = partOf(build, c)
  switch (c.kind) {
    case 'pickup':
      return part
        ? [
            ...coilsOf(c, part),
            ...(part.traits.electronics === 'active'
              ? stageOf(c.id, { in: `${INSIDE}coil`, out: 'output', ground: 'ground' }, ACTIVE)
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
      return c.stage ? stageOf(c.id, { in: 'in', out: 'out', ground: 'ground' }, c.stage) : []
    default:
      return []
  }
}

/** Lugs that a wire joins: its core, and its braid where that is soldered at both ends. */
function joinsOf(w: Wire): Joint[] {
  const core: Joint = { id: w.id, sort: 'wire', a: w.from, b: w.to }
  return w.braid?.from && w.braid.to ? [core, { id: w.id, sort: 'braid', a: w.braid.from, b: w.braid.to }] : [core]
}

/**
 * The circuit of a build at one setting in pieces, without cable and amplifier.
 * @param powered false as a meter on ohms finds it: stages without supply, and of coils the winding alone
 */
export function piecesOf(build: Wired, s: Settings, powered = true): Pieces {
  const { components, wires } = build.circuit
  const isActive = (c: Component) => c.kind === 'pickup' && partOf(build, c)?.traits.electronics === 'active'
  const terminals = components.flatMap(c => [
    ...terminalsOf(c, partOf(build, c)).map(t => `${c.id}.${t}`),
    ...(isActive(c) ? [`${c.id}.${INSIDE}coil`] : []),
  ])
  const there = new Set(terminals)
  const joints: Joint[] = [
    ...wires.flatMap(joinsOf),
    ...components.flatMap((c): Joint[] => {
      const own = c.kind === 'pickup' ? caseEnd(partOf(build, c)) : undefined
      return own ? [{ id: `${c.id}-case`, sort: 'inner', a: `${c.id}.${own}`, b: `${c.id}.case` }] : []
    }),
    ...components.flatMap(c =>
      innerJoints(build, c, s).map(([a, b]): Joint => ({
        id: c.id,
        sort: 'contact',
        a: `${c.id}.${a}`,
        b: `${c.id}.${b}`,
      })),
    ),
  ].filter(j => there.has(j.a) && there.has(j.b))
  const battery = components.find(c => c.kind === 'battery')
  const poles = components.flatMap(c =>
    innerElements(build, c, s).flatMap(([a, b, { control, ...e }]): Pole[] => {
      const at = (t: string) => `${c.id}.${t}`
      const pole = { ...e, of: c.id, a: at(a), b: at(b) } as Pole
      if (!control) return powered || pole.kind !== 'R' || !pole.loss ? [pole] : []
      if (!powered || !battery) return []
      const [ca, cb] = control as readonly [string, string]
      return [
        {
          ...pole,
          control: [at(ca), at(cb)],
          supply: [
            [`${battery.id}.plus`, at('supply')],
            [`${battery.id}.minus`, at('ground')],
          ],
        },
      ]
    }),
  )
  for (const w of wires) {
    const screen = w.braid?.from ?? w.braid?.to
    if (screen !== undefined && there.has(w.from) && there.has(screen))
      poles.push({
        kind: 'C',
        id: `${w.id}-braid`,
        of: '',
        a: w.from,
        b: screen,
        farads: SHIELDED * (build.wireMetres?.get(w.id) ?? USUAL_LENGTH),
      })
  }
  const jack = components.find(c => c.kind === 'jack')
  return {
    terminals,
    joints,
    poles,
    jack: jack && { tip: `${jack.id}.tip`, sleeve: `${jack.id}.sleeve` },
  }
}
