import { memo } from '../memo/memo.ts'
import type { Component, Wire } from '../document/circuitRecord.ts'
import type { Shaped } from '../document/docs.ts'
import { lugRef } from '../document/lugRef.ts'
import { partOf } from '../circuit/settings.ts'
import type { Room } from '../drill/hollowGraph.ts'
import { polygonArea } from '../geometry/outline.ts'
import { sidesOf } from './girth.ts'
import { DETOUR, ENDS } from './service.ts'
import { wireWays, type Through } from './wireWays.ts'

/** Outer diameters, mm [common practice: hook-up wire of 0.3 mm² and cables of its kind; from memory]. */
export const CABLES = {
  wire: 1.6,
  shielded: 3,
  single: 1.4,
  'braided pickup': 2.8,
  'two-core pickup': 3.2,
  'four-core pickup': 3.8,
} as const
/** How far such a diameter may be off, mm [from memory]. */
export const CABLE_DOUBT = 0.3

/** A cable or wire on its way. */
export interface Strand {
  diameter: number
  wires: readonly string[]
}

/**
 * Diameter of a round bundle, mm: never less than the tightest packing of circles in a circle
 * [published: R. L. Graham et al., Dense packings of congruent circles in a circle, Discrete Mathematics 181, 1998],
 * and two side by side are as wide as both.
 */
export function bundleDiameter(diameters: readonly number[]): number {
  const [a = 0, b = 0] = [...diameters].sort((x, y) => y - x)
  return Math.max(a + b, LOOSE * Math.sqrt(diameters.reduce((s, d) => s + d * d, 0)) * Number(diameters.length > 1))
}
/** Factor over the root of the summed squares that covers every packing of up to twenty alike [computed from the tables]. */
const LOOSE = 1.25

/** The cable of a pickup by its leads, the braid being one of them: one core, two, or more. */
const cableOf = (leads: number): keyof typeof CABLES =>
  leads > 3 ? 'four-core pickup' : leads > 2 ? 'two-core pickup' : 'braided pickup'

/** Strands that wires make: the leads of a pickup are one cable where it has a cover or several coils. */
export function strandsOf(build: Shaped, wires: readonly Wire[]): Strand[] {
  const own = (t: string): Component | undefined => build.circuit.components.find(c => c.id === lugRef(t).of)
  const cables = new Map<string, { pickup: Component; wires: string[] }>(),
    out: Strand[] = []
  for (const w of wires) {
    const pickup = [own(w.from), own(w.to)].find(c => c?.kind === 'pickup')
    if (w.kind === 'lead' && pickup) {
      const c = cables.get(pickup.id) ?? { pickup, wires: [] }
      c.wires.push(w.id)
      cables.set(pickup.id, c)
    } else if (w.kind === 'lead' || w.kind === 'wire')
      out.push({ diameter: w.braid ? CABLES.shielded : CABLES.wire, wires: [w.id] })
  }
  for (const { pickup, wires: leads } of cables.values()) {
    const coils = partOf(build, pickup)?.dims.coils?.value ?? 1
    if (coils > 1) out.push({ diameter: CABLES[cableOf(leads.length)], wires: leads })
    else out.push(...leads.map(id => ({ diameter: CABLES.single, wires: [id] })))
  }
  return out
}

/** What lies in one bore. */
export interface BoreLoad {
  bore: Through
  strands: readonly Strand[]
  diameter: number
}

/** What loads hang on: the ways, what is wired, and of a pickup only how many coils it has. */
const loadedBy = (build: Shaped): readonly unknown[] => [
  wireWays(build),
  build.circuit,
  ...build.circuit.components.map(c => {
    const part = partOf(build, c)
    return c.kind === 'pickup' ? part?.dims.coils : part
  }),
]

/** Every bore with the bundle that goes through it. */
export const boreLoads = memo(boresLoaded, { on: loadedBy })

function boresLoaded(build: Shaped): readonly BoreLoad[] {
  const ways = wireWays(build)?.ways ?? [],
    byId = new Map(build.circuit.wires.map(w => [w.id, w])),
    in_ = new Map<string, { bore: Through; wires: Wire[] }>()
  for (const way of ways) {
    const w = byId.get(way.wire)
    if (!w || w.kind === 'leg' || w.kind === 'lug') continue
    for (const t of way.through) {
      const have = in_.get(t.id) ?? { bore: t, wires: [] }
      have.wires.push(w)
      in_.set(t.id, have)
    }
  }
  return [...in_.values()].map(({ bore, wires }) => {
    const strands = strandsOf(build, wires)
    return { bore, strands, diameter: bundleDiameter(strands.map(s => s.diameter)) }
  })
}

/** How wires lie folded in a hollow. */
export interface FoldLoad {
  room: Room
  /** Floor beside the cases, mm². */
  floor: number
  /** Height at which what is folded in lies, mm. */
  height: number
  /** Length of all of it, mm. */
  length: number
}

/** Share of a loose fold that is wire [from memory]. */
const FILL = 0.35

/**
 * What is folded into each hollow that holds controls when it is closed: everything between components there, and what
 * lets covers and guards be opened, lies in it.
 * @param spare service length of wires that come in from elsewhere, mm
 */
export const foldLoads = memo(folded, { on: (build, spare) => [spare, ...loadedBy(build)] })

function folded(build: Shaped, spare: number): readonly FoldLoad[] {
  const w = wireWays(build)
  if (!w) return []
  const byId = new Map(build.circuit.wires.map(x => [x.id, x])),
    cases = new Map<Room, number>(),
    lying = new Map<Room, Map<string, number>>()
  for (const [id, home] of w.homes) {
    const c = build.circuit.components.find(x => x.id === id)!,
      sides = sidesOf(c, partOf(build, c))
    if (!home.room || !sides || !['pot', 'switch', 'jack'].includes(c.kind)) continue
    cases.set(home.room, (cases.get(home.room) ?? 0) + sides[0] * sides[1])
  }
  for (const way of w.ways) {
    const room = [way.to.room, way.from.room].find(r => r && cases.has(r))
    if (!room || !byId.has(way.wire)) continue
    const inside = way.through.length === 0 && way.from.room === way.to.room
    const length = inside || way.together ? way.length * DETOUR + ENDS : spare + ENDS
    const lengths = lying.get(room) ?? new Map<string, number>()
    lengths.set(way.wire, length)
    lying.set(room, lengths)
  }
  return [...lying].map(([room, lengths]): FoldLoad => {
    const strands = strandsOf(
      build,
      [...lengths.keys()].map(id => byId.get(id)!),
    )
    const volume = strands.reduce(
      (s, x) => s + (Math.PI / 4) * x.diameter ** 2 * Math.max(...x.wires.map(id => lengths.get(id)!)),
      0,
    )
    const floor = Math.max(0, polygonArea(room.polygon) - (cases.get(room) ?? 0))
    return {
      room,
      floor,
      height: floor > 0 ? volume / FILL / floor : Infinity,
      length: [...lengths.values()].reduce((s, x) => s + x, 0),
    }
  })
}
