import { freshId } from '../document/freshId.ts'
import type { Wire } from '../document/circuitRecord.ts'
import { SHAPED, type Shaped } from '../document/docs.ts'
import { fact } from '../document/fact.ts'
import { lugRef } from '../document/lugRef.ts'
import { partIn } from '../document/references.ts'
import { bonds } from '../circuit/bonds.ts'
import { lugWords } from '../circuit/lugFinder.ts'
import { networkOf } from '../circuit/network.ts'
import { openSettings } from '../circuit/settings.ts'
import type { Point } from '../geometry/outline.ts'
import { METAL_LUGS } from '../parts/lugs.ts'
import type { Part } from '../parts/part.ts'
import type { Carrier } from './homes.ts'
import { SHIELD_RULES } from './shielding.ts'
import { wireWays, type WireWays } from './wireWays.ts'

/** How a piece of metal comes to ground. */
export type BondedBy =
  | { kind: 'wire'; wire: string; to: string }
  | { kind: 'contact'; how: string }
  /** Nothing leads from it to the jack's sleeve. */
  | { kind: 'nothing' }

/** A piece of metal that the hand can touch, or that screens. */
export interface GroundedMetal {
  id: string
  label: string
  bonded: boolean
  by: readonly BondedBy[]
}

/** A ring of ground: what it runs through, what it encloses, and what that costs. */
export interface GroundLoop {
  through: readonly string[]
  labels: readonly string[]
  /** mm². */
  area: number
  /** How much less of the same field it picks up than one single-coil does, dB; negative. */
  against: number
}

/** How the wires of ground lie. */
export type School = 'star' | 'chain' | 'tree' | 'none'

export interface Ground {
  metal: readonly GroundedMetal[]
  loops: readonly GroundLoop[]
  school: School
  /** Where the wires of a star meet. */
  hub: string | undefined
  /** Ground wires between components, mm in all. */
  length: number
}

/** Turns of a single-coil, and what one of them encloses on the mean, mm² [from memory: 8,000 turns about 62 by 9 mm]. */
const COIL = { turns: 8000, mm2: 62 * 9 } as const
/** Two conductors side by side leave this between them, mm [from memory]. */
const BESIDE = 3

const onMetal = (lug: string): boolean => METAL_LUGS.has(lug) || lug === 'sleeve'

/** Plates that controls stand on, and what they are when nobody says [common practice]. */
const PLATES: readonly (readonly [slot: string, on: Carrier, label: string, usual: 'metal' | 'plastic'])[] = [
  ['guard', 'guard', 'Guard', 'plastic'],
  ['control-plate', 'control plate', 'Control plate', 'metal'],
  ['jack-plate', 'jack plate', 'Jack plate', 'metal'],
]

interface Plate {
  id: string
  label: string
  on: Carrier
  part: Part
}

/** Plates of metal that controls are screwed to. */
const metalPlates = (build: Shaped): Plate[] =>
  PLATES.flatMap(([slot, on, label, usual]) => {
    const part = partIn(build, slot)
    return part && (part.traits.material ?? usual) === 'metal' ? [{ id: slot, label, on, part }] : []
  })

const SHIELD = 'shield'

/** An edge of the ground's graph: a wire, or a contact of metal on metal. */
interface Edge {
  a: string
  b: string
  wire?: string
  how?: string
  points: readonly Point[]
}

/** Wires of ground from one component's metal to another's. */
export function groundWires(build: Shaped): Wire[] {
  const n = networkOf(build, openSettings(build))
  return build.circuit.wires.filter(w => {
    const a = lugRef(w.from),
      b = lugRef(w.to)
    return (
      w.kind === 'wire' &&
      a.of !== b.of &&
      onMetal(a.lug) &&
      onMetal(b.lug) &&
      n.nodeOf.get(w.from) === 0 &&
      n.nodeOf.get(w.to) === 0
    )
  })
}

/** Which component, plate or lining a terminal's metal is. */
const pieceOf = (terminal: string): string => lugRef(terminal).of

function edgesOf(build: Shaped, ways: WireWays | undefined, plates: readonly Plate[]): Edge[] {
  const at = (id: string): Point | undefined => ways?.homes.get(id)?.at,
    line = (a: string, b: string): Point[] => [at(a), at(b)].filter(p => p !== undefined)
  const out: Edge[] = groundWires(build).map(w => ({
    a: pieceOf(w.from),
    b: pieceOf(w.to),
    wire: w.id,
    points: ways?.ways.find(x => x.wire === w.id)?.points ?? line(pieceOf(w.from), pieceOf(w.to)),
  }))
  for (const c of build.circuit.components) {
    const home = ways?.homes.get(c.id)
    if (!home || (c.kind !== 'pot' && c.kind !== 'switch' && c.kind !== 'jack')) continue
    const plate = plates.find(p => p.on === home.on)
    if (plate)
      out.push({ a: c.id, b: plate.id, how: `its bushing on the ${plate.label.toLowerCase()}`, points: [] })
    else if (build.circuit.shield && (home.on === 'guard' || home.room))
      if (c.kind !== 'jack' || home.on !== 'jack plate')
        out.push({
          a: c.id,
          b: SHIELD,
          how: `its bushing and nut on the ${build.circuit.shield}`,
          points: [],
        })
  }
  return out
}

/** Twice the area that a closed way encloses [published: shoelace formula]. */
const enclosed = (p: readonly Point[]): number =>
  Math.abs(
    p.reduce((s, [x, y], i) => {
      const [u, v] = p[(i + 1) % p.length]!
      return s + x * v - u * y
    }, 0),
  ) / 2

/** The rings of a graph, one for each edge beside a spanning tree. */
function ringsOf(edges: readonly Edge[]): Edge[][] {
  const parent = new Map<string, { node: string; edge: Edge } | undefined>(),
    rings: Edge[][] = []
  const used = new Set<Edge>()
  const nodes = [...new Set(edges.flatMap(e => [e.a, e.b]))]
  for (const start of nodes) {
    if (parent.has(start)) continue
    parent.set(start, undefined)
    const queue = [start]
    while (queue.length) {
      const n = queue.shift()!
      for (const e of edges) {
        const other = e.a === n ? e.b : e.b === n ? e.a : undefined
        if (other === undefined || parent.has(other)) continue
        parent.set(other, { node: n, edge: e })
        used.add(e)
        queue.push(other)
      }
    }
  }
  const toRoot = (n: string): { node: string; edge: Edge }[] => {
    const out: { node: string; edge: Edge }[] = []
    for (let p = parent.get(n); p; p = parent.get(p.node)) out.push(p)
    return out
  }
  for (const e of edges) {
    if (used.has(e) || e.a === e.b) continue
    const a = toRoot(e.a),
      b = toRoot(e.b),
      shared = new Set(b.map(x => x.edge))
    rings.push([
      ...a.filter(x => !shared.has(x.edge)).map(x => x.edge),
      ...b.filter(x => !a.some(y => y.edge === x.edge)).map(x => x.edge),
      e,
    ])
  }
  return rings
}

/** Edges of a ring as one closed way: each beginning where the last one ended. */
function closedWay(
  ring: readonly Edge[],
  at: (piece: string) => Point | undefined,
): { pieces: string[]; way: Point[] } {
  const left = [...ring],
    first = left.shift()!,
    pieces = [first.a],
    way: Point[] = []
  let here = first.b
  const put = (e: Edge, from: string) => {
    const points = e.points.length ? e.points : [at(e.a), at(e.b)].filter(p => p !== undefined)
    way.push(...(from === e.a ? points : [...points].reverse()))
  }
  put(first, first.a)
  while (left.length) {
    const i = left.findIndex(e => e.a === here || e.b === here)
    if (i < 0) break
    const [e] = left.splice(i, 1) as [Edge]
    pieces.push(here)
    put(e, here)
    here = e.a === here ? e.b : e.a
  }
  return { pieces: [...new Set([...pieces, here])], way }
}

/** How the wires lie: all to one piece, one after another, or branching. */
function schoolOf(edges: readonly Edge[]): { school: School; hub: string | undefined } {
  const wires = edges.filter(e => e.wire !== undefined)
  if (!wires.length) return { school: 'none', hub: undefined }
  const degree = new Map<string, number>()
  for (const e of wires) for (const p of [e.a, e.b]) degree.set(p, (degree.get(p) ?? 0) + 1)
  const [hub, most] = [...degree].sort((a, b) => b[1] - a[1])[0]!
  if (wires.length > 1 && most === wires.length) return { school: 'star', hub }
  return most <= 2 ? { school: 'chain', hub: undefined } : { school: 'tree', hub }
}

/**
 * What grounds every piece of metal, which rings that makes, and what they cost. A ring picks the field up as a winding of
 * one turn does [published: Faraday's law]: beside a coil of thousands of turns that is what it encloses against what
 * they enclose together, whatever the field.
 */
export const groundOf = fact(SHAPED, (build): Ground => {
  const ways = wireWays(build),
    plates = metalPlates(build),
    edges = edgesOf(build, ways, plates),
    { components, shield } = build.circuit
  const label = (id: string): string =>
    id === SHIELD && shield
      ? `Shielding ${SHIELD_RULES[shield].label}`
      : (plates.find(p => p.id === id)?.label ?? components.find(c => c.id === id)?.label ?? id)
  const sleeve = components.find(c => c.kind === 'jack')?.id
  /** What metal reaches the sleeve by wires and contacts. */
  const grounded = new Set<string>(sleeve ? [sleeve] : [])
  const touched = bonds(build)
  for (const b of touched) if (b.bonded) grounded.add(pieceOf(b.terminal))
  for (let grew = true; grew;) {
    grew = false
    for (const e of edges)
      if (grounded.has(e.a) !== grounded.has(e.b)) {
        grounded.add(e.a).add(e.b)
        grew = true
      }
  }
  const by = (id: string): BondedBy[] => {
    const own = edges.flatMap((e): BondedBy[] => {
      if (e.a !== id && e.b !== id) return []
      const other = e.a === id ? e.b : e.a
      return e.wire === undefined
        ? [
            {
              kind: 'contact',
              how: id === SHIELD || plates.some(p => p.id === id) ? `${label(other)}: ${e.how!}` : e.how!,
            },
          ]
        : [{ kind: 'wire', wire: e.wire, to: label(other) }]
    })
    return own.length ? own : [{ kind: 'nothing' }]
  }
  const leadOf = (id: string): BondedBy[] =>
    build.circuit.wires
      .filter(w => w.kind === 'lead' && [w.from, w.to].some(t => t === `${id}.case`))
      .map(w => ({
        kind: 'wire',
        wire: w.id,
        to: lugWords(build.circuit, w.from === `${id}.case` ? w.to : w.from),
      }))
  const metal: GroundedMetal[] = [
    ...touched.map(b => {
      const id = pieceOf(b.terminal),
        own = by(id),
        leads = leadOf(id)
      return {
        id: b.terminal,
        label: b.label,
        bonded: b.bonded || grounded.has(id),
        by: leads.length && own[0]?.kind === 'nothing' ? leads : own,
      }
    }),
    ...[...plates.map(p => p.id), ...(shield ? [SHIELD] : [])].map(id => ({
      id,
      label: label(id),
      bonded: grounded.has(id),
      by: by(id),
    })),
  ]
  const at = (id: string): Point | undefined => ways?.homes.get(id)?.at
  const loops = ringsOf(edges).map((ring): GroundLoop => {
    const { pieces, way } = closedWay(ring, at),
      run = way.slice(1).reduce((s, p, i) => s + Math.hypot(p[0] - way[i]![0], p[1] - way[i]![1]), 0),
      mm2 = Math.max(enclosed(way), (run / 2) * BESIDE)
    return {
      through: pieces,
      labels: pieces.map(label),
      area: mm2,
      against: 20 * Math.log10(Math.max(mm2, 1) / (COIL.turns * COIL.mm2)),
    }
  })
  return {
    metal,
    loops,
    ...schoolOf(edges),
    length: edges.reduce(
      (s, e) =>
        e.wire === undefined
          ? s
          : s +
            e.points
              .slice(1)
              .reduce((x, p, i) => x + Math.hypot(p[0] - e.points[i]![0], p[1] - e.points[i]![1]), 0),
      0,
    ),
  }
})

/**
 * The circuit's ground wires laid again by one school: as a star about the piece that most of them meet at already, or as
 * a chain from the jack's sleeve to the nearest piece that is not on it yet, and on. The wires keep their names; what is
 * left over goes.
 */
export function regrounded(build: Shaped, school: 'star' | 'chain'): Shaped['circuit'] {
  const own = groundWires(build),
    ids = new Set(own.map(w => w.id))
  if (!own.length) return build.circuit
  const ways = wireWays(build),
    jack = build.circuit.components.find(c => c.kind === 'jack')?.id
  /** One terminal for each piece: the one that is in use. */
  const terminals = new Map<string, string>()
  for (const w of own) for (const t of [w.from, w.to]) if (!terminals.has(pieceOf(t))) terminals.set(pieceOf(t), t)
  const pieces = [...terminals.keys()]
  const at = (id: string): Point => ways?.homes.get(id)?.at ?? [pieces.indexOf(id) * 1000, 0],
    apart = (a: string, b: string): number => Math.hypot(at(a)[0] - at(b)[0], at(a)[1] - at(b)[1])
  const pairs: (readonly [string, string])[] = []
  if (school === 'star') {
    const degree = (p: string) => own.filter(w => pieceOf(w.from) === p || pieceOf(w.to) === p).length
    const hub = pieces.reduce((a, b) => (degree(b) > degree(a) ? b : a))
    for (const p of pieces) if (p !== hub) pairs.push([hub, p])
  } else {
    const left = new Set(pieces)
    let here = jack && left.has(jack) ? jack : pieces[0]!
    left.delete(here)
    while (left.size) {
      const next = [...left].reduce((a, b) => (apart(here, b) < apart(here, a) ? b : a))
      pairs.push([here, next])
      left.delete(next)
      here = next
    }
  }
  const taken = build.circuit.wires.map(w => w.id)
  const wires = pairs.map(([a, b], i): Wire => {
    const was = own[i] ?? { ...own[0]!, id: freshId('w', taken, taken.length + i + 1) }
    const { braid: _none, ...plain } = was
    void _none
    return { ...plain, from: terminals.get(a)!, to: terminals.get(b)! }
  })
  const kept = build.circuit.wires.filter(w => !ids.has(w.id))
  return { ...build.circuit, wires: [...kept, ...wires] }
}
