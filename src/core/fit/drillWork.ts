import { DRILLED } from '../document/docs.ts'
import { fact } from '../document/fact.ts'
import { allCuts } from '../drill/channelsWanted.ts'
import { bitsIn } from '../drill/bits.ts'
import { cuttingWork } from '../drill/cutting.ts'
import { plugsWanted } from '../drill/plugs.ts'
import { holeList } from '../drill/holeList.ts'
import { holesThere, type HoleThere } from '../drill/there.ts'
import type { Work } from '../drill/templates/drawnFrom.ts'
import { layOut } from '../layout/layOut.ts'
import { fit } from './applyFixes.ts'

/** Holes, cutting work and layout of the build as it will be when its chosen fixes are done; undefined until the layout stands. */
export const drillWork = fact(DRILLED, (build): Work | undefined => {
  const planned = { ...fit(build).build, name: build.name, preferences: build.preferences }
  const layout = layOut(planned),
    now = layOut(build)
  if (!layout || !now) return undefined
  const cuts = allCuts(planned, layout),
    bits = bitsIn(build.preferences.drawer),
    holes = holeList(planned, layout, cuts, bits)
  let there: readonly HoleThere[] | undefined
  return {
    build: planned,
    layout,
    holes,
    plugs: plugsWanted(
      planned,
      layout,
      holes.filter(h => h.group === 'bridge'),
    ),
    // Held against what is wanted today only where somebody looks: the plan counts them and no more.
    get there() {
      return (there ??= holesThere(planned, layout, bits))
    },
    cuts: cuttingWork({ build, layout: now }, { build: planned, layout, cuts }),
  }
})
