import type { Build } from '../build/build.ts'
import { cuttingWork } from '../drill/cutting.ts'
import { holeList } from '../drill/holeList.ts'
import { workOf, type Work } from '../drill/templates/work.ts'
import { fit } from './applyFixes.ts'

/** Holes, cutting work and layout of the build as it will be when its chosen fixes are done; undefined until the layout stands. */
export function drillWork(build: Build, planned: Build = fit(build).build): Work | undefined {
  return workOf(planned, holeList(planned), cuttingWork(build, planned))
}
