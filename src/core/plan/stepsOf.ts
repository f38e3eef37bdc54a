import type { Build } from '../document/build.ts'
import { meterAtJack } from '../meter/jack.ts'
import { drilledSteps } from '../drill/drilledHere.ts'
import { finishWork } from '../finish/finishWork.ts'
import { fit as fitOf } from '../fit/applyFixes.ts'
import { drillWork } from '../fit/drillWork.ts'
import { sinceLastTrial } from '../fit/trialAssembly.ts'
import { setupWork } from '../setup/setupWork.ts'
import { shieldingOf } from '../ways/shielding.ts'
import { solderActs } from '../ways/solderActs.ts'
import type { Step } from './step.ts'
import { assemblySteps } from './steps/assemblySteps.ts'
import { finishSteps } from './steps/finishSteps.ts'
import { fixSteps } from './steps/fixSteps.ts'
import { hardwareSteps, lastSteps } from './steps/hardwareSteps.ts'
import { IN_PHASE } from './steps/inPhase.ts'
import { heldByReadings, measureSteps, visitsOf } from './steps/measureSteps.ts'
import { withOwnSteps } from './steps/ownSteps.ts'
import { placeSteps } from './steps/placeSteps.ts'
import { setupSteps } from './steps/setupSteps.ts'
import { testSteps } from './steps/testSteps.ts'
import { trialSteps } from './steps/trialSteps.ts'
import { shieldSteps, wiringSteps } from './steps/wiringSteps.ts'
import { cutSteps, drillSteps, plugSteps } from './steps/woodSteps.ts'

const CLOSE: Step = {
  ref: { kind: 'close' },
  phase: 'close',
  title: 'Close the covers, write the sheet that goes with it',
  why: 'Only now: everything behind them is tested.',
  station: 'plan',
  minutes: 15,
  waitHours: 0,
  whole: false,
  tools: ['screwdriver'],
  cautions: [],
  ...IN_PHASE.close,
}

/** Steps of all engines with what each needs and spoils; the builder's own are put among them. */
export function stepsOf(build: Build): Step[] {
  const fit = fitOf(build),
    work = drillWork(build),
    acts = solderActs(build),
    finish = finishSteps(build, finishWork(build))
  const fixes = fixSteps(build, fit),
    visits = visitsOf(build, fit)
  const worked = heldByReadings(build, fit, visits, [
    ...fixes,
    ...cutSteps(work?.cuts ?? []),
    ...plugSteps(work?.plugs ?? []),
    ...placeSteps(build, work, fixes),
    ...drillSteps(work?.holes ?? [], drilledSteps(build), work?.cuts),
    ...finish.before,
    ...trialSteps(build, sinceLastTrial(build, fit.now)),
    ...finish.coats,
    ...shieldSteps(build.circuit.shield, build.circuit.shield && shieldingOf(build)),
    ...wiringSteps(acts, build.circuit.shield !== undefined),
    ...hardwareSteps(build),
    ...assemblySteps(build, acts),
    ...testSteps(build, meterAtJack(build)),
    ...lastSteps(build),
    ...setupSteps(setupWork(build)),
    CLOSE,
  ])
  return withOwnSteps(build, [...measureSteps(build, fit, visits), ...worked])
}
