import type { Build } from '../../build/build.ts'
import { readingOf } from '../../build/quantityAt.ts'
import { stepRef } from '../../build/stepRef.ts'
import type { FitResult } from '../../fit/applyFixes.ts'
import { measureNext } from '../../fit/measureNext.ts'
import { fixed } from '../../units/length.ts'
import type { Step } from '../step.ts'
import { IN_PHASE } from './inPhase.ts'
import { dimensionSpan } from '../../build/readingSpan.ts'
import { dimensionName } from '../../build/dimensionName.ts'

/** Measurements that would settle joints, best first. Those already taken stay in the plan as done. */
export function measureSteps(build: Build, fit: FitResult): Step[] {
  const open = measureNext(build, fit.now).map(m => ({
    ref: m.ref,
    title: `Measure: ${m.label}`,
    why: `${m.partName}: ${m.basis} ${fixed(m.value, 2)} ± ${fixed(m.doubt, 2)}. Settles ${m.joints.length} joint${m.joints.length > 1 ? 's' : ''}. ${m.how}`,
    expected: m.value as number | undefined,
  }))
  const done = build.steps
    .flatMap(s => {
      const step = stepRef(s.step)
      return step?.kind === 'measure' && !open.some(o => o.ref === step.of) ? [step.of] : []
    })
    .map(ref => {
      return { ref, title: `Measure: ${dimensionName(build, ref)}`, why: 'Taken.', expected: undefined }
    })
  return [...done, ...open].map(m => ({
    ref: { kind: 'measure', of: m.ref },
    phase: 'measure',
    title: m.title,
    why: m.why,
    station: 'fit',
    minutes: 3,
    waitHours: 0,
    whole: false,
    tools: ['calliper', 'steel rule'],
    cautions: [],
    ...IN_PHASE.measure,
    read: {
      of: readingOf(m.ref),
      label: dimensionName(build, m.ref),
      unit: 'mm',
      expected: m.expected,
      ...dimensionSpan(build, m.ref),
    },
  }))
}
