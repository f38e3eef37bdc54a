import { memo } from '../../memo/memo.ts'
import { SPANS } from '../../document/spans.ts'
import { type SetupWork } from '../../setup/setupWork.ts'
import type { Step } from '../step.ts'
import { UNDER_STRINGS } from './hardwareSteps.ts'
import { IN_PHASE, needs } from './inPhase.ts'

/** Setting up, each adjustment after the one that moves it. */
export const setupSteps = memo(stepsFrom)

function stepsFrom(work: SetupWork): Step[] {
  const common = {
    phase: 'setup' as const,
    station: 'setup' as const,
    waitHours: 0,
    whole: false,
    cautions: ['strings'] as const,
    ...IN_PHASE.setup,
    tools: ['feeler gauge', 'steel rule', 'tuner'],
  }
  // Intonation and pickups are one step each: their strings and sides are read in one go.
  const apart = work.adjustments.filter(a => a.of !== 'intonation' && a.of !== 'pickup')
  const own = apart.map((a): Step => ({
    ...common,
    ref: { kind: 'setup', what: a.id },
    title: a.title,
    why: a.why,
    minutes: 10,
    read: { of: a.reads, label: a.title, unit: 'mm', expected: a.target, ...SPANS.setup },
  }))
  const chain: Step[] = [
    {
      ...common,
      ref: { kind: 'setup', what: 'strings' },
      title: 'String up and tune',
      why: 'Stretch each string and tune again until it stays.',
      minutes: 20,
      needs: [...common.needs, ...UNDER_STRINGS.map(r => needs(r, 'Strings lie over it, or pull on it.'))],
    },
    ...own,
    {
      ...common,
      ref: { kind: 'setup', what: 'intonation' },
      title: 'Set the intonation, string by string',
      why: 'Sharp at fret 12: lengthen the string. After action, since height moves it.',
      minutes: 20,
    },
    {
      ...common,
      ref: { kind: 'setup', what: 'pickups' },
      title: 'Set the pickup heights',
      why: 'Last fret held; strong magnets too near pull strings sour.',
      minutes: 10,
    },
    {
      ...common,
      ref: { kind: 'setup', what: 'again' },
      title: 'Tune and look again at relief, nut and action',
      why: 'Every step moves the next.',
      minutes: 10,
    },
  ]
  return chain.map((s, i) => ({
    ...s,
    needs: [...s.needs, ...(i ? [needs(chain[i - 1]!.ref, 'Every adjustment moves those after it.')] : [])],
  }))
}
