import type { Load } from '../document/circuitRecord.ts'
import type { Wired } from '../document/docs.ts'
import type { Element } from './element.ts'
import { INSIDE, piecesOf, type Pieces } from './pieces.ts'
import type { Settings } from './settings.ts'

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

/** Joins terminals into nets (union–find): the root of every terminal. */
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

/**
 * The circuit of a build at one setting as nodes and two-poles, without cable and amplifier.
 * @param powered false as a meter on ohms finds it: stages without supply, and of coils the winding alone
 */
export const networkOf = (build: Wired, s: Settings, powered = true): Network =>
  networkFrom(piecesOf(build, s, powered))

/** Nodes and two-poles of a circuit in pieces. */
export function networkFrom({ terminals, joints, poles, jack }: Pieces): Network {
  const netOf = join(
    terminals,
    joints.map(j => [j.a, j.b] as const),
  )
  const ground = jack && netOf.get(jack.sleeve)
  const roots = [...new Set(netOf.values())].sort((a, b) => Number(b === ground) - Number(a === ground))
  const number = new Map(roots.map((r, i) => [r, i]))
  const nodeOf = new Map([...netOf].map(([t, r]) => [t, number.get(r)!]))
  const nets: string[][] = roots.map(() => [])
  for (const t of terminals) if (!t.includes(INSIDE)) nets[nodeOf.get(t)!]!.push(t)
  const node = (t: string) => nodeOf.get(t)!
  const elements = poles.flatMap(({ control, supply, of, ...e }): Element[] => {
    if (supply?.some(([p, q]) => netOf.get(p) !== netOf.get(q))) return []
    const at = { a: node(e.a), b: node(e.b) }
    if (at.a === at.b) return []
    return [
      {
        ...e,
        ...(e.kind === 'coil' ? { of } : {}),
        ...at,
        ...(control ? { ca: node(control[0]), cb: node(control[1]) } : {}),
      } as Element,
    ]
  })
  return { nodes: roots.length, tip: jack ? node(jack.tip) : -1, elements, nodeOf, nets }
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
