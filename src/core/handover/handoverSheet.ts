import { capital, num, type Said, say } from '../say/said.ts'
import { TREMOLOS, type Attachment, type Build } from '../document/build.ts'
import { partIn } from '../document/references.ts'
import { slotsOf } from '../document/slots.ts'
import { allSettings, settingLabel } from '../circuit/settings.ts'
import { soundAt } from '../circuit/sound.ts'
import { soundWords } from '../circuit/soundWords.ts'
import { finishWork } from '../finish/finishWork.ts'
import { MATERIALS } from '../finish/materials.ts'
import { stepRef } from '../document/stepRef.ts'
import { fit } from '../fit/applyFixes.ts'
import { layOut } from '../layout/layOut.ts'
import { meterAtJack } from '../meter/jack.ts'
import type { DimensionSpec } from '../parts/dimensionSpec.ts'
import type { PartKindSpec } from '../parts/kinds/partKindSpec.ts'
import { PART_KINDS } from '../parts/partKinds.ts'
import type { Part } from '../parts/part.ts'
import type { Plan } from '../plan/plan.ts'
import { isOver } from '../plan/step.ts'
import { setupSheet, type SetupSheet } from '../setup/setupSheet.ts'
import { stringTable, type StringRow } from '../setup/stringTable.ts'
import { formatCapacitance, formatInductance, formatResistance } from '../units/electrical.ts'
import { doubtOf } from '../units/quantity.ts'
import { CARE, type Care } from './care.ts'

/** A part as it is told to who owns the instrument. */
export interface SpecificationLine {
  slot: string
  label: string
  part: string
  /** What it is made of or how it is made, as far as the part says. */
  made: string[]
  note: string | undefined
}

/** A measure of the instrument, and whether it was read, only said, or follows from others. */
export interface Figure {
  label: string
  mm: number
  doubt: number
  from: 'read' | 'as given' | 'computed'
}

/** What one setting of the switches gives, and what a meter at the jack says of it. */
export interface SettingLine {
  label: string
  says: Said
  /** What a meter at the jack should say; undefined where it stands open. */
  ohms: number | undefined
  reading: number | undefined
}

/** What lies uppermost on some faces, how thick all of it is there, and how to live with it. */
export interface FinishLine {
  zones: string[]
  material: string
  below: string[]
  microns: number
  doubt: number
  care: Care
  /** All of its coats are on. */
  done: boolean
}

/** The sheet that goes with the instrument: everything that its owner, or who mends it next, asks. */
export interface HandoverSheet {
  /** What it is, in one line's words. */
  what: string[]
  parts: SpecificationLine[]
  figures: Figure[]
  settings: SettingLine[]
  finish: FinishLine[]
  strings: StringRow[]
  setup: SetupSheet
  /** Joints that are not snug as they stand, and what that means. */
  departures: { title: string; says: Said }[]
  /** What to look after, and when. */
  care: { says: Said; on?: string }[]
  /** Steps that are open: a sheet that is written before the end says so. */
  open: number
  photos: Attachment[]
}

/** Settings that are told singly; more are a table that nobody reads on paper [our choice]. */
const MOST_TOLD = 24

const figuresOf = (build: Build): Figure[] => {
  const neck = partIn(build, 'neck'),
    body = partIn(build, 'body'),
    l = layOut(build)
  const of = (label: string, part: typeof neck, key: string): Figure[] => {
    const d = part?.dims[key]
    return d ? [{ label, mm: d.value, doubt: d.doubt, from: d.basis === 'measured' ? 'read' : 'as given' }] : []
  }
  const computed: Figure[] = l
    ? [
        {
          label: 'Nut to the foremost saddle',
          mm: l.line.foremost.value,
          doubt: doubtOf(l.line.foremost),
          from: 'computed',
        },
      ]
    : []
  return [
    ...of('Scale length', neck, 'scaleLength'),
    ...of('Width at the nut', neck, 'widthAtNut'),
    ...of('Fingerboard radius', neck, 'radius'),
    ...computed,
    ...of('Body thickness', body, 'thickness'),
  ]
}

const settingsOf = (build: Build): SettingLine[] => {
  if (!build.circuit.components.length) return []
  const jack = meterAtJack(build)
  return allSettings(build)
    .slice(0, MOST_TOLD)
    .map((s, i) => ({
      label: settingLabel(build, s),
      says: soundWords(build, soundAt(build, s)),
      ohms: Number.isFinite(jack[i]?.ohms) ? jack[i]!.ohms : undefined,
      reading: jack[i]?.reading,
    }))
}

function finishOf(build: Build): FinishLine[] {
  const work = finishWork(build),
    by = new Map<string, FinishLine>(),
    coats = new Map<string, number>()
  for (const s of build.steps) {
    const ref = s.state === 'done' ? stepRef(s.step) : undefined
    if (ref?.kind === 'finish' && ref.stage === 'coat')
      coats.set(ref.layer ?? '', Math.max(coats.get(ref.layer ?? '') ?? 0, ref.nth ?? 0))
  }
  for (const film of work.films) {
    const stack = work.layers.filter(l => l.facts.layer.zones.includes(film.zone)),
      top = stack.at(-1)
    if (!top) continue
    const key = stack.map(l => l.facts.layer.id).join(' '),
      have = by.get(key)
    if (have) {
      have.zones.push(film.zone)
      // Of faces that are coated alike the thinnest is told: it is levelled through first.
      if (film.total.value < have.microns) {
        have.microns = film.total.value
        have.doubt = doubtOf(film.total)
      }
      continue
    }
    by.set(key, {
      zones: [film.zone],
      material: MATERIALS[top.facts.layer.material].label,
      below: stack.slice(0, -1).map(l => MATERIALS[l.facts.layer.material].label),
      microns: film.total.value,
      doubt: doubtOf(film.total),
      care: CARE[MATERIALS[top.facts.layer.material].family],
      done: stack.every(l => (coats.get(l.facts.layer.id) ?? 0) >= l.coats),
    })
  }
  return [...by.values()]
}

/** What a part is and what it measures in ohms, farads and henries, as far as somebody said or read it. */
function madeOf(p: Part): string[] {
  const spec: PartKindSpec = PART_KINDS[p.kind]
  const traits = Object.entries(p.traits).flatMap(([key, value]) => {
    const t = spec.traits[key]
    // What is its usual case says nothing of this one.
    return t && value && value !== 'none' && !(t.optional && value === t.typical) ? [`${t.label}: ${value}`] : []
  })
  const values = Object.entries(p.dims).flatMap(([key, d]) => {
    const format =
      UNTOLD.has(key) && p.kind === 'pickup' ? undefined : ELECTRICAL[spec.dims[key]?.quantity ?? 'length']
    return format && d.basis !== 'assumed' ? [`${spec.dims[key]!.label}: ${format(d.value)}`] : []
  })
  return [...traits, ...values]
}
/** What models of a pickup need and nobody asks for. */
const UNTOLD = new Set(['capacitance', 'lossResistance'])
const ELECTRICAL: Partial<Record<DimensionSpec['quantity'], (v: number) => string>> = {
  resistance: formatResistance,
  capacitance: formatCapacitance,
  inductance: formatInductance,
}

/** What has to be looked after, and when. */
function careOf(build: Build, sheet: SetupSheet, finish: readonly FinishLine[]): HandoverSheet['care'] {
  const { climate, instrument } = build,
    out: HandoverSheet['care'] = sheet.again.map(a => ({
      on: a.on,
      says: say`${capital(a.after)} after it was set up, read everything again: ${a.says}.`,
    }))
  out.push({
    says: say`It was measured at ${num(climate.atBench, undefined, '%')} of humidity. Keep it between ${num(climate.driest)} and ${num(climate.dampest, undefined, '%')}; out of a heated car or off an outer wall.`,
  })
  if (instrument.extras.includes('battery'))
    out.push({
      says: 'Pull the lead out after playing: a plug in the jack keeps the battery on. A fresh battery each year.',
    })
  if (TREMOLOS.includes(instrument.bridge))
    out.push({ says: 'Another gauge of strings moves the bridge: springs, action and intonation are set again.' })
  if (instrument.neckJoint === 'screwed') out.push({ says: 'Neck screws: snug by hand once a year, never more.' })
  if (finish.some(f => !f.done))
    out.push({ says: 'The finish is not complete: no stand or strap with rubber on it yet.' })
  out.push({
    says: 'Mains and amplifier: a shock from strings means a fault in the wiring of house or amplifier. Unplug, and have it looked at by who is licensed to.',
  })
  return out
}

/** Everything that goes with the instrument, from what was chosen, read and done. */
export function handoverSheet(build: Build, plan: Pick<Plan, 'steps'>): HandoverSheet {
  const { instrument: i } = build,
    setup = setupSheet(build),
    finish = finishOf(build),
    parts = new Map(build.parts.map(p => [p.id, p]))
  return {
    what: [
      `${i.strings} strings${(i.perCourse ?? 1) > 1 ? ` in ${i.strings / i.perCourse!} courses` : ''}`,
      `${i.handedness}-handed`,
      `neck ${i.neckJoint}`,
      i.bridge,
      `tuned ${i.tuning.join(' ')}`,
    ],
    parts: slotsOf(i).flatMap(s => {
      const p = parts.get(build.slots[s.id] ?? '')
      return p ? [{ slot: s.id, label: s.label, part: p.name, made: madeOf(p), note: p.note || undefined }] : []
    }),
    figures: figuresOf(build),
    settings: settingsOf(build),
    finish,
    strings: stringTable(build),
    setup,
    departures: fit(build).planned.flatMap(j =>
      j.state === 'snug' || j.state === "can't tell"
        ? []
        : [{ title: j.title, says: say`${j.state}: ${j.finding}` }],
    ),
    care: careOf(build, setup, finish),
    open: plan.steps.filter(s => !isOver(s)).length,
    photos: (build.attachments ?? []).filter(a => a.type.startsWith('image/')),
  }
}
