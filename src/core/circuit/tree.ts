import { currentPath } from './currentPath.ts'
import type { Coil } from './element.ts'
import type { Network } from './network.ts'

/** How coils lie between the jack's tip and its sleeve. `bridged` cannot be taken apart into series and parallel. */
export type Tree = { kind: 'coil'; coil: Coil } | { kind: 'series' | 'parallel' | 'bridged'; of: Tree[] }

/** A resistance up to this is as good as a wire: a pot's end stop, a lead, Ω [from memory]. */
const AS_WIRE = 100

/**
 * Coils that sound as a tree of series and parallel, by reduction of the network of coils alone: pots turned up are wires,
 * what only loads is left out [published: Duffin, Topology of series-parallel networks, 1965].
 * @param active which coils are heard; the others are left out
 */
export function treeOf(n: Network, active: (c: Coil) => boolean): Tree | undefined {
  if (n.tip <= 0) return undefined
  const parent = Array.from({ length: n.nodes }, (_, i) => i)
  const root = (k: number): number => {
    while (parent[k] !== k) k = parent[k]!
    return k
  }
  for (const e of n.elements) if (e.kind === 'R' && e.ohms <= AS_WIRE) parent[root(e.a)] = root(e.b)
  const tip = root(n.tip),
    ground = root(0)
  const coils = n.elements
    .filter((e): e is Coil => e.kind === 'coil' && active(e))
    .map(c => ({ ...c, a: root(c.a), b: root(c.b), own: c }))
    .filter(c => c.a !== c.b)
  if (tip === ground) return undefined
  const heard = currentPath({ nodes: n.nodes, elements: coils }, tip, ground) as typeof coils
  let edges: { a: number; b: number; t: Tree }[] = heard.map(c => ({
    a: c.a,
    b: c.b,
    t: { kind: 'coil', coil: c.own },
  }))
  for (;;) {
    const pair = parallelPair(edges) ?? seriesPair(edges, tip, ground)
    if (!pair) break
    edges = [...edges.filter(e => e !== pair.x && e !== pair.y), pair.made]
  }
  return edges.length === 0
    ? undefined
    : edges.length === 1
      ? edges[0]!.t
      : { kind: 'bridged', of: edges.map(e => e.t) }
}

interface Edge {
  a: number
  b: number
  t: Tree
}
interface Pair {
  x: Edge
  y: Edge
  made: Edge
}

const joined = (kind: 'series' | 'parallel', x: Tree, y: Tree): Tree => ({
  kind,
  of: [x, y].flatMap(t => (t.kind === kind ? t.of : [t])),
})

function parallelPair(edges: readonly Edge[]): Pair | undefined {
  for (const [i, x] of edges.entries())
    for (const y of edges.slice(i + 1))
      if ((x.a === y.a && x.b === y.b) || (x.a === y.b && x.b === y.a))
        return { x, y, made: { a: x.a, b: x.b, t: joined('parallel', x.t, y.t) } }
  return undefined
}

function seriesPair(edges: readonly Edge[], tip: number, ground: number): Pair | undefined {
  for (const [i, x] of edges.entries())
    for (const y of edges.slice(i + 1))
      for (const mid of [x.a, x.b]) {
        if (mid === tip || mid === ground || (y.a !== mid && y.b !== mid)) continue
        if (edges.filter(e => e.a === mid || e.b === mid).length !== 2) continue
        const a = x.a === mid ? x.b : x.a,
          b = y.a === mid ? y.b : y.a
        return { x, y, made: { a, b, t: joined('series', x.t, y.t) } }
      }
  return undefined
}
