import type { Element } from './element.ts'
import type { Network } from './network.ts'

/**
 * The elements that a current between two nodes can pass: those of the biconnected component that a branch between both
 * would lie in [published: Hopcroft and Tarjan, algorithm 447, 1973]. What hangs on a single node carries nothing and
 * changes no voltage between the two. With driven sources everything is kept.
 */
export function currentPath(n: Pick<Network, 'elements' | 'nodes'>, a: number, b: number): readonly Element[] {
  if (a === b) return []
  if (n.elements.some(e => e.kind === 'driven')) return n.elements
  const ends = [{ a, b }, ...n.elements]
  const at: number[][] = Array.from({ length: n.nodes }, () => [])
  ends.forEach((e, i) => {
    at[e.a]!.push(i)
    at[e.b]!.push(i)
  })
  const depth = new Int32Array(n.nodes).fill(-1),
    low = new Int32Array(n.nodes),
    stack: number[] = [],
    seen = new Uint8Array(ends.length)
  let found: readonly Element[] = []
  const visit = (node: number, d: number): void => {
    depth[node] = low[node] = d
    for (const i of at[node]!) {
      if (seen[i]) continue
      seen[i] = 1
      stack.push(i)
      const e = ends[i]!,
        other = e.a === node ? e.b : e.a
      if (depth[other] !== -1) {
        low[node] = Math.min(low[node]!, depth[other]!)
        continue
      }
      visit(other, d + 1)
      low[node] = Math.min(low[node]!, low[other]!)
      if (low[other]! >= d) {
        const block = stack.splice(stack.indexOf(i))
        if (block.includes(0)) found = block.filter(k => k > 0).map(k => n.elements[k - 1]!)
      }
    }
  }
  visit(b, 0)
  return found
}
