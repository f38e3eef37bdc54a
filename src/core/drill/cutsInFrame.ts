import type { Build, Cut } from '../document/build.ts'
import { neckLine, offAt, type CentreLine } from '../layout/centreLine.ts'

const known = new WeakMap<readonly Cut[], { line: CentreLine; cuts: readonly Cut[] }>()

/**
 * The builder's own cuts in the instrument's frame. The document keeps them off the body's own line, where they are in
 * the wood: a neck whose edges are read anew takes none of them along.
 */
export function cutsInFrame(build: Pick<Build, 'cuts' | 'readings'>): readonly Cut[] {
  const line = neckLine(build)
  if (!line) return build.cuts
  const have = known.get(build.cuts)
  if (have && have.line.origin === line.origin && have.line.slope === line.slope) return have.cuts
  const cuts = build.cuts.map(c => ({
    ...c,
    ...(c.x !== undefined && c.y !== undefined ? { y: c.y - offAt(line, c.x) } : {}),
    ...(c.toX !== undefined && c.toY !== undefined ? { toY: c.toY - offAt(line, c.toX) } : {}),
  }))
  known.set(build.cuts, { line, cuts })
  return cuts
}
