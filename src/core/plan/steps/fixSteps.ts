import { say } from '../../say/said.ts'
import type { Build } from '../../document/build.ts'
import { readingOf } from '../../document/quantityAt.ts'
import type { StepRef } from '../../document/stepRef.ts'
import { fixStepId, type FitResult } from '../../fit/applyFixes.ts'
import type { Step } from '../step.ts'
import { IN_PHASE } from './inPhase.ts'
import { dimensionSpan } from '../../document/readingSpan.ts'
import { dimensionName } from '../../document/dimensionName.ts'

/** Chosen ways to mend, as steps; done ones stay though their joint no longer asks. */
export function fixSteps(build: Build, fit: FitResult): Step[] {
  return fit.fixes.flatMap(({ chosen, joint, fix }): Step[] => {
    const ref: StepRef = { kind: 'fix', joint: chosen.joint, method: chosen.method }
    const done = build.steps.some(s => s.step === fixStepId(chosen))
    if (!fix)
      return done
        ? [
            {
              ref,
              phase: 'wood',
              title: say`${joint?.title ?? chosen.joint}: ${chosen.method.replace(/-/g, ' ')}`,
              why: 'Done.',
              station: 'fit',
              minutes: 0,
              waitHours: 0,
              whole: false,
              tools: [],
              cautions: [],
              ...IN_PHASE.wood,
            },
          ]
        : []
    const change = fix.changes.find(c => c.ref === fix.read)
    return [
      {
        ref,
        phase: fix.when === 'before finish' ? 'wood' : 'assembly',
        title: fix.title,
        why: say`${joint?.title ?? chosen.joint}. ${fix.note}`,
        station: 'fit',
        minutes: fix.minutes,
        waitHours: fix.rests,
        whole: fix.rests > 0,
        tools: fix.tools,
        cautions: fix.cautions,
        ...IN_PHASE[fix.when === 'before finish' ? 'wood' : 'assembly'],
        ...(fix.read && change
          ? {
              read: {
                of: readingOf(fix.read),
                label: dimensionName(build, fix.read),
                unit: 'mm' as const,
                expected: change.value,
                ...dimensionSpan(build, fix.read),
              },
            }
          : {}),
      },
    ]
  })
}
