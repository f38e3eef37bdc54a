import { hollowed } from '../parts/hollowed.ts'
import type { FeatureRole } from '../parts/featureRoles.ts'
import type { Feature, Part } from '../parts/part.ts'
import { grainOf } from '../parts/grits.ts'
import { TIN_FIGURES } from '../parts/kinds/finishing.ts'
import { outOfOrder } from '../parts/materialFigures.ts'
import { lugRef } from './lugRef.ts'
import { CONTACTS } from '../parts/contacts.ts'
import { LUGS } from '../parts/lugs.ts'
import type { Build, Cut, CutSort } from './build.ts'
import type { Component } from './circuitRecord.ts'
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

/** Layers that share a name, and what a tin cannot say of one material. */
function finishProblems({ finish: { layers, levelling } }: Build): Problem[] {
  const out: Problem[] = []
  if (new Set(layers.map(l => l.id)).size !== layers.length)
    out.push({ path: 'finish.layers', reason: 'two layers have the same id' })
  layers.forEach((l, i) => {
    for (const { from, to, begins, ends } of outOfOrder(l.material, l.figures)) {
      const said = l.figures?.[to] ? to : from,
        usual = l.figures?.[from] && l.figures[to] ? '' : ', the other being what is usual for this material'
      out.push({
        path: `finish.layers[${i}].figures.${said}`,
        reason: `“${TIN_FIGURES[to].label}” ${ends} does not lie above “${TIN_FIGURES[from].label}” ${begins}${usual}: the window would end before it begins`,
      })
    }
  })
  if (levelling && grainOf(levelling.to) > grainOf(levelling.from))
    out.push({
      path: 'finish.levelling.to',
      reason: `${levelling.to} is coarser than ${levelling.from}, with which it begins`,
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

/** Holes that a plug of wood can fill. */
const PLUGGED: readonly FeatureRole[] = [
  'screw-hole',
  'stud-hole',
  'tuner-hole',
  'ferrule-hole',
  'pot-hole',
  'switch-hole',
  'jack-hole',
]
const isPlugged = (p: Part, f: Feature): boolean =>
  (p.kind === 'body' || p.kind === 'neck') && PLUGGED.includes(f.role)

/** References inside a build that lead nowhere, and counts that contradict each other. */
export function referenceProblems(build: Build): Problem[] {
  const out: Problem[] = []
  const parts = new Map(build.parts.map(p => [p.id, p]))
  if (parts.size !== build.parts.length) out.push({ path: 'parts', reason: 'two parts have the same id' })
  build.parts.forEach((p, i) => {
    if (new Set(p.features.map(f => f.id)).size !== p.features.length)
      out.push({ path: `parts[${i}].features`, reason: 'two features have the same id' })
    p.features.forEach((f, k) => {
      if (f.plugged && !isPlugged(p, f))
        out.push({
          path: `parts[${i}].features[${k}].plugged`,
          reason: `is for round holes in wood, of a body or a neck: ${PLUGGED.join(', ')}`,
        })
      const step = f.drilled && stepRef(f.drilled.step)
      if (f.drilled && step?.kind !== 'drill')
        out.push({
          path: `parts[${i}].features[${k}].drilled.step`,
          reason: `“${f.drilled.step}” drills nothing; accepted are drill/<group>, drill/<group>/after, drill/<group>/<2, 3, …>`,
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
  out.push(...cutProblems(build), ...nameProblems(build), ...finishProblems(build))
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
  out.push(...wireProblems(build))
  return out
}

/** Lugs that a component may have. Of the kind, not of the part: another part may be chosen before it is wired. */
const lugsAllowed = (c: Component): readonly string[] =>
  c.kind === 'switch' && !c.slot && c.contacts ? CONTACTS[c.contacts].lugs.map(l => l.id) : LUGS[c.kind]

/** What a circuit's wires name has to exist, and no wire goes from a lug to itself. */
function wireProblems(build: Pick<Build, 'circuit'>): Problem[] {
  const out: Problem[] = []
  const named = (path: string, text: string) => {
    const { of, lug } = lugRef(text),
      c = build.circuit.components.find(x => x.id === of),
      lugs = c && lugsAllowed(c)
    if (!lugs) out.push({ path, reason: `“${of}” is no component of this circuit` })
    else if (!lugs.includes(lug))
      out.push({ path, reason: `“${lug}” is no lug of ${of}; its lugs are ${lugs.join(', ')}` })
  }
  const ids = new Set<string>()
  build.circuit.wires.forEach((w, i) => {
    const path = `circuit.wires[${i}]`
    named(`${path}.from`, w.from)
    named(`${path}.to`, w.to)
    if (w.braid?.from) named(`${path}.braid.from`, w.braid.from)
    if (w.braid?.to) named(`${path}.braid.to`, w.braid.to)
    if (w.from === w.to) out.push({ path: `${path}.to`, reason: `goes from ${w.from} to itself; name another lug` })
    if (ids.has(w.id)) out.push({ path: `${path}.id`, reason: `two wires have the name “${w.id}”` })
    ids.add(w.id)
  })
  build.circuit.joints?.forEach((j, i) => {
    named(`circuit.joints[${i}].at`, j.at)
  })
  return out
}

/** The part in a slot as it is hollow today, if one is chosen. What was plugged is in the document's own parts. */
export const partIn = (build: Fitted, slot: string): Part | undefined => {
  const part = build.parts.find(p => p.id === build.slots[slot])
  return part && hollowed(part)
}
