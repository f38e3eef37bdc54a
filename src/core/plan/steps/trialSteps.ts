import { list, num, say } from '../../say/said.ts'
import type { Build } from '../../document/build.ts'
import type { SinceTrial } from '../../fit/trialAssembly.ts'
import type { Step } from '../step.ts'
import { putsColourOn } from '../../finish/colourOn.ts'
import { IN_PHASE } from './inPhase.ts'

/** Trials that were done, and one more when none was or something changed since, as long as no colour is on. */
export function trialSteps(build: Pick<Build, 'steps' | 'trials' | 'finish'>, t: SinceTrial): Step[] {
  const ticked = build.steps.some(s => s.step === 'trial')
  const done = Math.max(build.trials.length, Number(ticked))
  const begun = build.steps.some(s => putsColourOn(build.finish, s.step))
  const again = t.last !== undefined && t.changed.length > 0 && !begun
  const common = {
    phase: 'trial' as const,
    station: 'fit' as const,
    how: 'Neck on, bridge at its place, two outer strings; pickups, controls and covers dry. Then apart: each step’s screws and parts in a bag of their own with its label.',
    minutes: 60,
    waitHours: 0,
    whole: false,
    tools: ['screwdrivers', 'two strings', 'bags and labels'],
    cautions: ['strings'] as const,
    ...IN_PHASE.trial,
  }
  return Array.from({ length: Math.max(1, done + Number(again)) }, (_, i): Step => ({
    ...common,
    ref: { kind: 'trial', number: i + 1 },
    title: i ? 'Trial assembly again: what changed, dry' : 'Trial assembly: everything dry, two strings on',
    why:
      i && i === done
        ? say`Since the last one: ${list(
            t.changed.slice(0, 3).map(says => says()),
            ' ',
          )}${t.changed.length > 3 ? say` And ${num(t.changed.length - 3)} more.` : ''}`
        : 'The last look before finish. Neck line, string margins, pickup gaps, knobs; then apart again, into labelled bags.',
  }))
}
