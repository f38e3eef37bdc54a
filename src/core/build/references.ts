import { lugRef } from './lugRef.ts'
import { LUGS } from './terminals.ts'
import type { Build, Cut, CutSort } from './build.ts'
import type { Fitted } from './docs.ts'
import { FAMILY_IDS } from './families.ts'
import type { Problem } from './problem.ts'
import { READING_FORMS, readingRef } from './readingRef.ts'
import { readingSpan } from './readingSpan.ts'
import { slotsOf } from './slots.ts'
import { STEP_FORMS, stepRef } from './stepRef.ts'

/** Sizes that each sort of cutting work cannot be without. */
export const CUT_NEEDS: Record<CutSort, readonly (keyof Cut)[]> = {
  rout: ['x', 'y', 'length', 'width', 'depth'],
  recess: ['x', 'y', 'length', 'width', 'depth'],
  notch: ['x', 'y', 'length', 'width', 'depth'],
  channel: ['x', 'y', 'toX', 'toY', 'width', 'depth'],
  binding: ['width', 'depth'],
  'string-through': [],
}

function cutProblems(build: Build): Problem[] {
  const out: Problem[] = []
  if (new Set(build.cuts.map(c => c.id)).size !== build.cuts.length)
    out.push({ path: 'cuts', reason: 'two cuts have the same id' })
  build.cuts.forEach((c, i) => {
    for (const k of CUT_NEEDS[c.sort])
      if (c[k] === undefined) out.push({ path: `cuts[${i}].${k}`, reason: `is needed for a ${c.sort}` })
  })
  return out
}

/** Names of families, readings and steps that nothing is known by. */
function nameProblems(build: Build): Problem[] {
  const families: readonly string[] = FAMILY_IDS
  return [
    ...Object.keys(build.bands)
      .filter(f => !families.includes(f))
      .map(f => ({ path: `bands.${f}`, reason: `is no family of joints; families are ${families.join(', ')}` })),
    ...build.readings.flatMap((r, i) => {
      const ref = readingRef(r.of)
      if (!ref)
        return [
          {
            path: `readings[${i}].of`,
            reason: `“${r.of}” is nothing that is read; accepted are ${READING_FORMS}`,
          },
        ]
      const span = readingSpan(build, ref)
      return span && (r.value < span.min || r.value > span.max)
        ? [
            {
              path: `readings[${i}].value`,
              reason: `${r.value} of ${r.of} lies outside ${span.min} to ${span.max}`,
            },
          ]
        : []
    }),
    ...build.steps.flatMap((s, i) =>
      stepRef(s.step)
        ? []
        : [{ path: `steps[${i}].step`, reason: `“${s.step}” is no step; accepted are ${STEP_FORMS}` }],
    ),
  ]
}

/** References inside a build that lead nowhere, and counts that contradict each other. */
export function referenceProblems(build: Build): Problem[] {
  const out: Problem[] = []
  const parts = new Map(build.parts.map(p => [p.id, p]))
  if (parts.size !== build.parts.length) out.push({ path: 'parts', reason: 'two parts have the same id' })
  build.parts.forEach((p, i) => {
    if (new Set(p.features.map(f => f.id)).size !== p.features.length)
      out.push({ path: `parts[${i}].features`, reason: 'two features have the same id' })
    p.features.forEach((f, k) => {
      if (f.plugged && !(p.kind === 'body' && f.role === 'screw-hole' && f.serves === 'bridge-screws'))
        out.push({
          path: `parts[${i}].features[${k}].plugged`,
          reason: 'is for a body’s holes for bridge screws: a screw-hole that serves bridge-screws',
        })
    })
  })
  const slots = new Map(slotsOf(build.instrument).map(s => [s.id, s]))
  for (const [slot, id] of Object.entries(build.slots)) {
    const s = slots.get(slot),
      part = parts.get(id)
    if (!s)
      out.push({
        path: `slots.${slot}`,
        reason: `is no slot of this instrument; slots are ${[...slots.keys()].join(', ')}`,
      })
    else if (!part) out.push({ path: `slots.${slot}`, reason: `names the part “${id}”, which is not in parts` })
    else if (part.kind !== s.kind)
      out.push({ path: `slots.${slot}`, reason: `needs a ${s.kind}, “${id}” is a ${part.kind}` })
  }
  if (build.instrument.tuning.length !== build.instrument.strings)
    out.push({
      path: 'instrument.tuning',
      reason: `names ${build.instrument.tuning.length} notes for ${build.instrument.strings} strings`,
    })
  const set = parts.get(build.slots.strings ?? '')
  if (set && set.gauges?.length !== build.instrument.strings)
    out.push({
      path: `parts[${build.parts.indexOf(set)}].gauges`,
      reason: `holds ${set.gauges?.length ?? 0} strings, the instrument has ${build.instrument.strings}`,
    })
  out.push(...cutProblems(build), ...nameProblems(build))
  build.placements.parts?.forEach((p, i) => {
    if (!slots.has(p.slot))
      out.push({ path: `placements.parts[${i}].slot`, reason: `“${p.slot}” is no slot of this instrument` })
  })
  if ((build.placements.tunersOnTreble ?? 0) > build.instrument.strings)
    out.push({
      path: 'placements.tunersOnTreble',
      reason: `is ${build.placements.tunersOnTreble}, the instrument has ${build.instrument.strings} strings`,
    })
  const tuned = build.placements.tuners ?? []
  if (
    new Set(tuned.map(t => t.string)).size !== tuned.length ||
    tuned.some(t => t.string > build.instrument.strings)
  )
    out.push({
      path: 'placements.tuners',
      reason: `must name each string once, from 1 to ${build.instrument.strings}`,
    })
  const components = new Set(build.circuit.components.map(c => c.id))
  if (components.size !== build.circuit.components.length)
    out.push({ path: 'circuit.components', reason: 'two components have the same id' })
  build.circuit.components.forEach((c, i) => {
    if (c.slot && !slots.has(c.slot))
      out.push({ path: `circuit.components[${i}].slot`, reason: `“${c.slot}” is no slot of this instrument` })
  })
  build.circuit.wires.forEach((w, i) => {
    for (const end of ['from', 'to'] as const) {
      const { of, lug } = lugRef(w[end]),
        c = build.circuit.components.find(x => x.id === of),
        // Of the kind, not of the part: another part may be chosen before it is wired.
        lugs = c && LUGS[c.kind]
      if (!lugs) out.push({ path: `circuit.wires[${i}].${end}`, reason: `“${of}” is no component of this circuit` })
      else if (!lugs.includes(lug))
        out.push({
          path: `circuit.wires[${i}].${end}`,
          reason: `“${lug}” is no lug of ${of}; its lugs are ${lugs.join(', ')}`,
        })
    }
  })
  return out
}

/** The part in a slot, if one is chosen. */
export const partIn = (build: Fitted, slot: string) => build.parts.find(p => p.id === build.slots[slot])
