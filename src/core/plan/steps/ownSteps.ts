import type { Build } from '../../document/build.ts'
import { ownStepId } from '../../document/edits.ts'
import { stepRef, stepText } from '../../document/stepRef.ts'
import type { Step } from '../step.ts'
import { IN_PHASE, needs } from './inPhase.ts'

/** The steps with the builder's own among them: each right behind the one that it follows and in its phase, else at assembly. */
export function withOwnSteps(build: Pick<Build, 'ownSteps'>, steps: readonly Step[]): Step[] {
  const out = [...steps]
  const left = [...build.ownSteps],
    behind = new Map(left.map(s => [ownStepId(s.id), s.after]))
  /** Whether an own step follows another step, at once or through others; a ring of them ends where it began. */
  const under = (id: string | undefined, of: string): boolean => {
    const seen = new Set<string>()
    for (let a = id && behind.get(id); a && !seen.has(a); a = behind.get(a)) {
      if (a === of) return true
      seen.add(a)
    }
    return false
  }
  while (left.length) {
    // One that follows another of the builder's own waits until that one is placed.
    const k = left.findIndex(s => !s.after || !left.some(t => ownStepId(t.id) === s.after))
    const [s] = left.splice(Math.max(0, k), 1)
    const follows = out.findIndex(x => stepText(x.ref) === s!.after)
    const assembly = out.findLastIndex(x => x.phase === 'assembly'),
      // One that follows nothing stands in front of what waits for it, in its phase.
      waits =
        s!.after === undefined && s!.before !== undefined ? out.findIndex(x => stepText(x.ref) === s!.before) : -1
    let at = waits >= 0 ? waits : (follows < 0 ? assembly : follows) + 1
    // Several that follow one step stay in the order in which they were written.
    while (s!.after && out[at] && under(stepText(out[at]!.ref), s!.after)) at++
    const phase = out[follows]?.phase ?? (waits >= 0 ? out[waits]!.phase : 'assembly'),
      after = s!.after === undefined ? undefined : stepRef(s!.after)
    out.splice(at, 0, {
      ref: { kind: 'own', id: s!.id },
      own: s!.id,
      phase,
      title: s!.title,
      why: 'Your own step.',
      station: 'plan',
      minutes: s!.minutes,
      waitHours: s!.waitHours ?? 0,
      whole: false,
      tools: [],
      cautions: [],
      ...IN_PHASE[phase],
      needs: [...IN_PHASE[phase].needs, ...(after ? [needs(after, 'You put it there.')] : [])],
    })
  }
  // What has to wait for an own step needs it: a coat waits for the repair below it.
  const waiting = new Map<string, Step['needs'][number][]>()
  for (const s of build.ownSteps)
    if (s.before)
      waiting.set(s.before, [
        ...(waiting.get(s.before) ?? []),
        needs({ kind: 'own', id: s.id }, 'What you put before it comes first.'),
      ])
  return waiting.size
    ? out.map(s => {
        const more = waiting.get(stepText(s.ref))
        return more ? { ...s, needs: [...s.needs, ...more] } : s
      })
    : out
}
