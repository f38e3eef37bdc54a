import type { Build } from '../document/build.ts'
import type { Mended } from '../document/docs.ts'
import { fit } from './applyFixes.ts'
import { countStates } from './findJoints.ts'
import type { Quantity } from '../units/quantity.ts'
import type { Joint } from './joint.ts'
import { measureNext } from './measureNext.ts'

/** What a quantity was computed from, as plain data. */
export const inputsReport = (q: Quantity) =>
  [...q.terms.values()].map(({ source, coefficient }) => ({
    ref: source.id,
    label: source.label,
    value: source.value,
    doubt: source.doubt,
    basis: source.basis,
    coefficient,
  }))

/** A joint as plain data: numbers, verdict, fixes and what it was computed from. */
export const jointReport = (j: Joint) => ({
  id: j.id,
  family: j.family,
  title: j.title,
  state: j.state,
  clearance: j.clearance.value,
  doubt: j.doubt,
  limits: j.limits,
  chances: j.chances,
  compared: j.compared,
  counts: j.counts,
  source: j.source,
  finding: j.finding,
  at: j.at,
  fixes: j.fixes,
  inputs: inputsReport(j.clearance),
})

/** All joints as they stand and as they will be, what to measure next, and the chosen fixes. */
export function fitReport(build: Mended & Pick<Build, 'id'>) {
  const r = fit(build)
  return {
    build: build.id,
    counts: countStates(r.now),
    joints: r.now.map(jointReport),
    planned: r.fixes.length ? r.planned.map(jointReport) : undefined,
    fixes: r.fixes.map(f => ({ ...f.chosen, title: f.fix?.title, needed: f.fix !== undefined })),
    measureNext: measureNext(build, r.now),
  }
}
