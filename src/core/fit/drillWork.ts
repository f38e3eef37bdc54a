import type { Build } from '../build/build.ts'
import { perBuild } from '../build/perBuild.ts'
import { allCuts } from '../drill/channelsWanted.ts'
import { cuttingWork } from '../drill/cutting.ts'
import { holeList } from '../drill/holeList.ts'
import type { Work } from '../drill/templates/work.ts'
import { layOut } from '../layout/layOut.ts'
import { fit } from './applyFixes.ts'

/** Holes, cutting work and layout of the build as it will be when its chosen fixes are done; undefined until the layout stands. */
export const drillWork = perBuild((build: Build): Work | undefined => {
  const planned = fit(build).build
  const layout = layOut(planned),
    now = planned === build ? layout : layOut(build)
  if (!layout || !now) return undefined
  const cuts = allCuts(planned, layout)
  return {
    build: planned,
    layout,
    holes: holeList(planned, layout, cuts),
    cuts: cuttingWork({ build, layout: now }, { build: planned, layout, cuts }),
  }
})
