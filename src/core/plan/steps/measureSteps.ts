import { memo } from '../../memo/memo.ts'
import { num, say } from '../../say/said.ts'
import type { Build } from '../../document/build.ts'
import { fact } from '../../document/fact.ts'
import { dimensionName } from '../../document/dimensionName.ts'
import { dimensionRead, readingOf, splitRef } from '../../document/quantityAt.ts'
import { stepRef, stepText, type StepRef } from '../../document/stepRef.ts'
import type { FitResult } from '../../fit/applyFixes.ts'
import { byId, type Joint } from '../../fit/joint.ts'
import { measureNext, OFFERED, type MeasureItem } from '../../fit/measureNext.ts'
import { featureAt } from '../../parts/dimensionAt.ts'
import { FEATURE_ROLES } from '../../parts/featureRoles.ts'
import type { Part } from '../../parts/part.ts'
import { slotsRead } from '../partsOfStep.ts'
import type { Step, WantedReading } from '../step.ts'
import { IN_PHASE, needs } from './inPhase.ts'

type VisitRef = Extract<StepRef, { kind: 'visit' }>

/** Minutes to get the tool out and find the place, and for each reading there [from memory]. */
const TO_START = 2,
  EACH = 1.5

const BASE = {
  phase: 'measure',
  station: 'fit',
  waitHours: 0,
  whole: false,
  tools: ['calliper', 'steel rule'],
  cautions: [],
  ...IN_PHASE.measure,
} as const

/** Where on a part a dimension is: at a sort of its features, or at the part as a whole. */
const placeOf = (part: Part, ref: string): VisitRef['place'] => featureAt(part, splitRef(ref).path)?.role ?? 'part'

/** Visits that were made, by what the log of steps says. */
const visitsMade = fact(['steps'], ({ steps }) =>
  steps.flatMap((s): (VisitRef & { at: string })[] => {
    const ref = s.state === 'done' ? stepRef(s.step) : undefined
    return ref?.kind === 'visit' ? [{ ...ref, at: s.at }] : []
  }),
)

/**
 * Which visit of a place it is. One that was finished by reading stays finished, and what is asked for later is another;
 * one that was ticked with nothing read is over: what it asked for is not wanted.
 */
function visitOf(build: Build, part: Part, place: VisitRef['place']): VisitRef {
  let last: { nth: number; at: string } | undefined
  for (const v of visitsMade(build))
    if (v.part === part.id && v.place === place && v.nth > (last?.nth ?? 0)) last = v
  const again =
    last &&
    build.readings.some(r => {
      const ref = dimensionRead(r.of)
      return (
        ref !== undefined && r.at >= last.at && splitRef(ref).partId === part.id && placeOf(part, ref) === place
      )
    })
  return { kind: 'visit', part: part.id, place, nth: (last?.nth ?? 0) + (last && !again ? 0 : 1) }
}

const where = (part: Part | undefined, { place }: VisitRef): string =>
  `${part?.name ?? 'a part that is gone'}${place === 'part' ? '' : `, ${FEATURE_ROLES[place].label.toLowerCase()}`}`

/** What is read at one place, with the joints that it would settle. */
interface Visit {
  ref: VisitRef
  part: Part
  items: MeasureItem[]
}

/** Readings that would settle joints, put together by the place where they are taken; the place that settles most first. */
export function visitsOf(build: Build, fit: Pick<FitResult, 'now'>): Visit[] {
  const visits = new Map<string, Visit>()
  for (const item of measureNext(build, fit.now, OFFERED)) {
    const part = build.parts.find(p => p.id === splitRef(item.ref).partId)
    if (!part) continue
    const ref = visitOf(build, part, placeOf(part, item.ref)),
      have = visits.get(stepText(ref))
    if (have) have.items.push(item)
    else visits.set(stepText(ref), { ref, part, items: [item] })
  }
  return [...visits.values()]
}

const titles = (ids: readonly string[], joints: ReadonlyMap<string, Joint>): string[] =>
  ids.flatMap(id => joints.get(id)?.title ?? [])

/** A step for each place that is worth a visit, with the list of its readings. What was read before stays as done. */
export function measureSteps(build: Build, fit: FitResult, visits = visitsOf(build, fit)): Step[] {
  const joints = byId(fit.now)
  const open = visits.map(({ ref, part, items }): Step => {
    const settled = [...new Set(items.flatMap(i => titles(i.joints, joints)))]
    return {
      ...BASE,
      ref,
      title:
        items.length === 1
          ? say`Measure: ${items[0]!.label}`
          : say`Measure ${where(part, ref)}: ${num(items.length)} readings`,
      why: say`Settles ${settled.length === 1 ? settled[0]! : say`${num(settled.length)} joints: ${settled.slice(0, 3).join('; ')}${settled.length > 3 ? ' and more' : ''}`}.`,
      minutes: Math.round(TO_START + EACH * items.length),
      reads: items.map((i): WantedReading => ({
        ref: i.ref,
        of: readingOf(i.ref),
        label: i.label,
        value: i.value,
        doubt: i.doubt,
        basis: i.basis,
        how: i.how,
        settles: titles(i.joints, joints),
      })),
    }
  })
  const ids = new Set(visits.map(v => stepText(v.ref)))
  const done = build.steps.flatMap((s): Step[] => {
    const ref = stepRef(s.step)
    if ((ref?.kind !== 'measure' && ref?.kind !== 'visit') || ids.has(s.step)) return []
    const title =
      ref.kind === 'measure'
        ? `Measure: ${dimensionName(build, ref.of)}`
        : `Measure ${where(
            build.parts.find(p => p.id === ref.part),
            ref,
          )}`
    return [{ ...BASE, ref, title, why: 'Taken.', minutes: TO_START }]
  })
  return [...done, ...open]
}

/**
 * Steps with what each waits for among the readings: one alone whose verdict is about the very parts that the step brings
 * together. What a reading does not touch goes on without it.
 */
export function heldByReadings(
  build: Build,
  fit: Pick<FitResult, 'now'>,
  visits: readonly Visit[],
  steps: readonly Step[],
): Step[] {
  if (!visits.length) return [...steps]
  const joints = byId(fit.now),
    slotsOf = (id: string) => joints.get(id)?.slots ?? [],
    met = visits.map(({ ref, items }) => ({
      ref,
      slots: [...new Set(items.flatMap(i => i.joints))].map(slotsOf),
    }))
  return steps.map(s => {
    const own = slotsRead(s.ref, build, s.ref.kind === 'fix' ? slotsOf(s.ref.joint) : [])
    const by = own ? met.filter(v => v.slots.some(own.meets)) : []
    return by.length
      ? heldBy(
          s,
          by.map(v => v.ref),
        )
      : s
  })
}

/** On most edits the same readings hold the same steps. */
const heldBy = memo(
  (step: Step, refs: readonly VisitRef[]): Step => ({
    ...step,
    needs: [...step.needs, ...refs.map(r => needs(r, 'What it brings together may not fit before that is read.'))],
  }),
  { on: (_, refs) => refs.map(stepText), keep: 1, weak: true },
)
