import type { Build, Reading } from '../document/build.ts'
import { readWith } from '../tools/tools.ts'
import { readingRef } from '../document/readingRef.ts'
import { readWithUsual, type ReadBy } from '../document/usualTool.ts'
import { plugHoles, takeReading } from '../document/edits.ts'
import { PLUGS } from '../drill/plugs.ts'
import { drillHoles, undrill } from '../drill/there.ts'
import { drillWork } from '../fit/drillWork.ts'
import { applyChange, fit, fixStepId } from '../fit/applyFixes.ts'
import { trialRecord } from '../fit/trialAssembly.ts'
import { withStepJoints } from './solderTick.ts'
import type { OrderedStep, ReadUnit } from './step.ts'

/** With what a step’s reading is taken where that is not what usually reads such a thing. */
function toolOf({ of, unit }: { of: string; unit: ReadUnit }, value: number): ReadBy | undefined {
  if (unit === 'Ω') return readWith('meter', 'resistance', value)
  const kind = readingRef(of)?.kind
  return kind === 'setup'
    ? readWith('feeler gauge', 'gap')
    : kind === 'film'
      ? readWith('calliper over a tape step', 'film')
      : undefined
}

/** The build with the reading that a step calls for, whether the step is done or not. */
export const readOfStep = (build: Build, step: Pick<OrderedStep, 'read'>, at: string, reading: number): Build =>
  step.read ? readWithUsual(build, step.read.of, reading, at, toolOf(step.read, reading)) : build

/**
 * The build with a step done, and its reading entered where one was taken. A fix that is done is worked into the
 * dimensions: to the values it aimed at, with the tolerance of the method, until a reading says better.
 * @param minutes how long it took, where it was timed
 */
export function tickStep(build: Build, step: OrderedStep, at: string, reading?: number, minutes?: number): Build {
  let next = build
  const planned = fit(build).fixes.find(f => fixStepId(f.chosen) === step.id)
  if (planned?.fix) for (const c of planned.fix.changes) next = applyChange(next, c, { with: 'worked to', on: at })
  if (step.ref.kind === 'drill' && step.ref.group === PLUGS)
    next = plugHoles(next, drillWork(build)?.plugs.map(p => p.feature) ?? [])
  if (step.ref.kind === 'solder') next = withStepJoints(next, step.id, true)
  const { ref } = step,
    work = ref.kind === 'drill' ? drillWork(build) : undefined
  if (work && ref.kind === 'drill')
    next = drillHoles(
      next,
      work.layout,
      work.holes.filter(h => h.group === ref.group && (h.when === 'after finish') === ref.after),
      step.id,
      at,
    )
  if (reading !== undefined) next = readOfStep(next, step, at, reading)
  if (step.phase === 'trial' && !step.own) next = { ...next, trials: [...next.trials, trialRecord(next, at)] }
  return {
    ...next,
    steps: [
      ...next.steps.filter(s => s.step !== step.id),
      { step: step.id, state: 'done', at, ...(minutes ? { minutes } : {}) },
    ],
  }
}

/**
 * The build with one of a visit's readings taken; with the last of them the visit is over.
 * @param minutes how long the visit took, where it was timed
 */
export function readAtVisit(
  build: Build,
  step: Pick<OrderedStep, 'id' | 'reads'>,
  reading: Omit<Reading, 'id'>,
  minutes?: number,
): Build {
  const next = takeReading(build, reading),
    left = (step.reads ?? []).filter(r => r.of !== reading.of)
  return left.length
    ? next
    : {
        ...next,
        steps: [
          ...next.steps.filter(s => s.step !== step.id),
          { step: step.id, state: 'done', at: reading.at, ...(minutes ? { minutes } : {}) },
        ],
      }
}

/** The build with a step open again. What was read stays read, save of holes and joints that were not made after all. */
export const reopenStep = (build: Build, id: string): Build => ({
  ...withStepJoints(undrill(build, id), id, false),
  steps: build.steps.filter(s => s.step !== id),
})

/** The build with a step left out on purpose. */
export const skipStep = (build: Build, id: string, at: string): Build => ({
  ...build,
  steps: [...build.steps.filter(s => s.step !== id), { step: id, state: 'skipped', at }],
})
