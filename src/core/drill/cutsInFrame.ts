import { memo } from '../memo/memo.ts'
import type { Build, Cut } from '../document/build.ts'
import { neckLine, offAt, type CentreLine } from '../layout/centreLine.ts'

/**
 * The builder's own cuts in the instrument's frame. The document keeps them off the body's own line, where they are in
 * the wood: a neck whose edges are read anew takes none of them along.
 */
export function cutsInFrame(build: Pick<Build, 'cuts' | 'readings'>): readonly Cut[] {
  const line = neckLine(build)
  return line ? cutsBeside(build.cuts, line) : build.cuts
}

const cutsBeside = memo(
  (cuts: readonly Cut[], line: CentreLine): readonly Cut[] =>
    cuts.map(c => ({
      ...c,
      ...(c.x !== undefined && c.y !== undefined ? { y: c.y - offAt(line, c.x) } : {}),
      ...(c.toX !== undefined && c.toY !== undefined ? { toY: c.toY - offAt(line, c.toX) } : {}),
    })),
  { on: (_, { origin, slope }) => [origin, slope], keep: 1, weak: true },
)
