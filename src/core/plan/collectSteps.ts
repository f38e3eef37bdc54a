import type { Build } from '../build/build.ts'
import { stepRef, stepText } from '../build/stepRef.ts'
import { readingOf, splitRef } from '../build/quantityAt.ts'
import { ownStepId } from '../build/edits.ts'
import { partIn } from '../build/references.ts'
import { meterAtJack, meterReading } from '../circuit/meter.ts'
import { pullsOf } from '../circuit/settings.ts'
import { solderOrder, type SolderJoint } from '../circuit/solderOrder.ts'
import type { CutWork } from '../drill/cutting.ts'
import { GROUP_NAMES, type Hole } from '../drill/hole.ts'
import { finishWork } from '../finish/finishWork.ts'
import { fixStepId, type FitResult } from '../fit/applyFixes.ts'
import { drillWork } from '../fit/drillWork.ts'
import { measureNext } from '../fit/measureNext.ts'
import { trialAssembly } from '../fit/trialAssembly.ts'
import { labelAt, specAt } from '../parts/dimensionAt.ts'
import { setupReading, setupWork } from '../setup/setupWork.ts'
import { fixed } from '../units/length.ts'
import type { Step } from './step.ts'

const labelOf = (build: Build, ref: string): string => {
  const { partId, path } = splitRef(ref)
  const part = build.parts.find(p => p.id === partId)
  return part ? labelAt(part, path) : ref
}

/** Range that a dimension's reading must keep to, as the document does. */
function rangeOf(build: Build, ref: string): { min: number; max: number } {
  const { partId, path } = splitRef(ref)
  const part = build.parts.find(p => p.id === partId)
  const spec = part && specAt(part, path)
  return { min: spec?.min ?? -2000, max: spec?.max ?? 2000 }
}

/** The test panel is made with the wood, before anything of the finish is on the instrument. */
const PANEL = 'panel'

const NECK_STEP = stepText({ kind: 'assemble', what: 'neck' })
const SCREW_THE_NECK = {
  title: 'Screw the neck on',
  why: 'Two outer strings loosely on show whether it lines up before the screws go home.',
  minutes: 15,
  tools: ['screwdriver', 'wax'],
}

/** After the trial and before the first coat, which may not lie in the joint; no load for a day [common practice]. */
const GLUE_THE_NECK = {
  phase: 'finish' as const,
  title: 'Glue the neck in',
  why: 'Bare wood on both sides. Dry first, with two outer strings and the clamps, then glue and leave it clamped.',
  minutes: 45,
  waitHours: 24,
  whole: true,
  tools: ['wood glue', 'clamps and blocks', 'straightedge', 'damp cloth'],
}

/** Measurements that would settle joints, best first. Those already taken stay in the plan as done. */
function measureSteps(build: Build, fit: FitResult): Step[] {
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
      return { ref, title: `Measure: ${labelOf(build, ref)}`, why: 'Taken.', expected: undefined }
    })
  return [...done, ...open].map(m => ({
    id: stepText({ kind: 'measure', of: m.ref }),
    phase: 'measure',
    title: m.title,
    why: m.why,
    station: 'fit',
    minutes: 3,
    waitHours: 0,
    whole: false,
    tools: ['calliper', 'steel rule'],
    cautions: [],
    needs: [],
    read: {
      of: readingOf(m.ref),
      label: labelOf(build, m.ref),
      unit: 'mm',
      expected: m.expected,
      ...rangeOf(build, m.ref),
    },
  }))
}

function fixSteps(build: Build, fit: FitResult): Step[] {
  return fit.fixes.flatMap(({ chosen, joint, fix }): Step[] => {
    const id = fixStepId(chosen)
    const done = build.steps.some(s => s.step === id)
    if (!fix)
      return done
        ? [
            {
              id,
              phase: 'wood',
              title: `${joint?.title ?? chosen.joint}: ${chosen.method.replace(/-/g, ' ')}`,
              why: 'Done.',
              station: 'fit',
              minutes: 0,
              waitHours: 0,
              whole: false,
              tools: [],
              cautions: [],
              needs: [],
            },
          ]
        : []
    const change = fix.changes.find(c => c.ref === fix.read)
    return [
      {
        id,
        phase: fix.when === 'before finish' ? 'wood' : 'assembly',
        title: fix.title,
        why: `${joint?.title ?? chosen.joint}. ${fix.note}`,
        station: 'fit',
        minutes: fix.minutes,
        waitHours: fix.rests,
        whole: fix.rests > 0,
        tools: fix.tools,
        cautions: fix.cautions,
        needs: [],
        ...(fix.read && change
          ? {
              read: {
                of: readingOf(fix.read),
                label: labelOf(build, fix.read),
                unit: 'mm' as const,
                expected: change.value,
                ...rangeOf(build, fix.read),
              },
            }
          : {}),
      },
    ]
  })
}

/** Minutes for cutting work [from memory]: setting up, and the time that the wood takes. */
const cutMinutes = (c: CutWork): number =>
  20 + Math.round((c.binding === undefined ? c.area * Math.max(c.deeper, 1) : c.size.length * 40) / 1500)

/** Routs that have to be cut anew and what the builder means to cut; what the fixes open is a step of theirs. Cutting comes before drilling. */
function cutSteps(cuts: readonly CutWork[]): Step[] {
  return cuts
    .filter(c => c.because !== 'fix' && !c.drilled)
    .map((c): Step => ({
      id: stepText({ kind: 'cut', cut: c.id }),
      phase: 'wood',
      title: c.title,
      why: [...c.stops, ...c.notes].join(' ') || 'Before colour, and before the holes beside it.',
      station: 'drill',
      minutes: cutMinutes(c),
      waitHours: c.binding === undefined ? 0 : 24,
      whole: c.binding !== undefined,
      tools: c.tools,
      cautions: ['cutters'],
      needs: [],
    }))
}

function drillSteps(holes: readonly Hole[], cuts: readonly Step[]): Step[] {
  return [...new Set(holes.map(h => h.group))].flatMap(g => {
    const group = holes.filter(h => h.group === g)
    const step = (own: readonly Hole[], id: string, phase: 'wood' | 'assembly', title: string): Step[] => {
      const warnings = own.flatMap(h => h.warnings).length
      return own.length === 0
        ? []
        : [
            {
              id,
              phase,
              title: `${title}, ${own.length} hole${own.length > 1 ? 's' : ''}`,
              why: `${own[0]!.why}${warnings ? ` ${warnings} warning${warnings > 1 ? 's' : ''} in the hole list.` : ''}`,
              station: 'drill',
              minutes: 8 + 4 * own.length,
              waitHours: 0,
              whole: false,
              tools: [...new Set(own.flatMap(h => h.bits.map(b => b.name)))].slice(0, 4),
              cautions: ['cutters'],
              needs: phase === 'wood' ? cuts.map(c => c.id) : [],
            },
          ]
    }
    return [
      ...step(
        group.filter(h => h.when !== 'after finish'),
        `drill/${g}`,
        'wood',
        `Drill: ${GROUP_NAMES[g]}`,
      ),
      ...step(
        group.filter(h => h.when === 'after finish'),
        `drill/${g}/after`,
        'assembly',
        `Drill after finish: ${GROUP_NAMES[g]}`,
      ),
    ]
  })
}

const SOLDER_TITLES: Record<SolderJoint['stage'], string> = {
  'on the controls': 'Solder what sits on the controls',
  pickups: 'Solder the pickup leads',
  'through the body': 'Solder what passes through the body',
}

function wiringSteps(build: Build): Step[] {
  const joints = solderOrder(build)
  const stages = [...new Set(joints.map(j => j.stage))]
  return stages.map((stage, i): Step => {
    const own = joints.filter(j => j.stage === stage)
    return {
      id: `solder/${stage.replace(/ /g, '-')}`,
      phase: stage === 'through the body' ? 'assembly' : 'wiring',
      title: `${SOLDER_TITLES[stage]}: ${own.length} joints`,
      why: own[0]!.why,
      station: 'wiring',
      minutes: 5 + 4 * own.length,
      waitHours: 0,
      whole: false,
      tools: ['iron', 'solder', 'cutters'],
      cautions: ['solder'],
      needs: i ? [`solder/${stages[i - 1]!.replace(/ /g, '-')}`] : [],
    }
  })
}

function assemblySteps(build: Build): Step[] {
  const common = { phase: 'assembly' as const, station: 'plan' as const, waitHours: 0, whole: false, cautions: [] }
  const has = (slot: string) => partIn(build, slot) !== undefined
  return [
    ...(has('tuners')
      ? [
          {
            ...common,
            id: 'assemble/tuners',
            title: 'Fit bushings, tuners and their screws',
            why: 'Wax every screw, small ones by hand.',
            minutes: 30,
            tools: ['screwdriver', 'wax'],
            needs: [],
          },
        ]
      : []),
    ...(has('neck')
      ? [
          {
            ...common,
            id: NECK_STEP,
            needs: [],
            ...(build.instrument.neckJoint === 'screwed' ? SCREW_THE_NECK : GLUE_THE_NECK),
          },
        ]
      : []),
    ...(has('bridge')
      ? [
          {
            ...common,
            id: 'assemble/bridge',
            title: 'Screw the bridge down',
            why: 'The ground wire lies bare and flat under the plate.',
            minutes: 15,
            tools: ['screwdriver'],
            needs: [],
          },
        ]
      : []),
    {
      ...common,
      id: 'assemble/controls',
      title: 'Set pickups, controls and jack in',
      why: 'Covers stay off until it is tested.',
      minutes: 30,
      tools: ['spanner', 'screwdriver'],
      needs: ['solder/pickups'],
    },
    ...(has('buttons')
      ? [
          {
            ...common,
            id: 'assemble/buttons',
            title: 'Screw the strap buttons on',
            why: 'A felt washer keeps the finish whole.',
            minutes: 5,
            tools: ['screwdriver', 'felt washers'],
            needs: [],
          },
        ]
      : []),
  ]
}

function testSteps(build: Build): Step[] {
  const readings = meterAtJack(build)
  const pulls = pullsOf(build).length
  return [
    ...readings.map((r): Step => ({
      id: stepText({ kind: 'test', what: r.key }),
      phase: 'test',
      title: `Meter at the jack: ${r.label}`,
      why: 'Before any cover is screwed down. Volume and tone full up.',
      station: 'meter',
      minutes: 2,
      waitHours: 0,
      whole: false,
      tools: ['meter', 'open lead'],
      cautions: [],
      needs: [],
      read: {
        of: meterReading(r.key),
        label: r.label,
        unit: 'Ω',
        expected: Number.isFinite(r.ohms) ? r.ohms : undefined,
        min: 0,
        max: 1e9,
      },
    })),
    {
      id: 'test/tap',
      phase: 'test',
      title: 'One string on, amplifier low: tap every pole in every position',
      why: `${pulls ? 'Pull switches too. ' : ''}A silent position is an open joint or a wrong lug. Never open a mains amplifier.`,
      station: 'meter',
      minutes: 10,
      waitHours: 0,
      whole: false,
      tools: ['screwdriver', 'amplifier', 'lead'],
      cautions: ['strings'],
      needs: readings.map(r => stepText({ kind: 'test', what: r.key })),
    },
  ]
}

function setupSteps(build: Build): Step[] {
  const common = {
    phase: 'setup' as const,
    station: 'setup' as const,
    waitHours: 0,
    whole: false,
    cautions: ['strings'] as const,
    tools: ['feeler gauge', 'steel rule', 'tuner'],
  }
  const own = setupWork(build).adjustments.map((a): Step => ({
    ...common,
    id: stepText({ kind: 'setup', what: a.id }),
    title: a.title,
    why: a.why,
    minutes: 10,
    needs: [],
    read: { of: setupReading(a.id), label: a.title, unit: 'mm', expected: a.target, min: 0, max: 12 },
  }))
  const chain = [
    {
      ...common,
      id: 'setup/strings',
      title: 'String up and tune',
      why: 'Stretch each string and tune again until it stays.',
      minutes: 20,
      needs: [] as string[],
    },
    ...own,
    {
      ...common,
      id: 'setup/intonation',
      title: 'Set the intonation, string by string',
      why: 'Sharp at fret 12: lengthen the string. After action, since height moves it.',
      minutes: 20,
      needs: [],
    },
    {
      ...common,
      id: 'setup/pickups',
      title: 'Set the pickup heights',
      why: 'Last fret held; strong magnets too near pull strings sour.',
      minutes: 10,
      needs: [],
    },
    {
      ...common,
      id: 'setup/again',
      title: 'Tune and look again at relief, nut and action',
      why: 'Every step moves the next.',
      minutes: 10,
      needs: [],
    },
  ]
  return chain.map((s, i) => ({ ...s, needs: i ? [chain[i - 1]!.id] : [] }))
}

/** Number of the trial that a step asks for: the first is `trial`, later ones carry their number. */
const trialId = (number: number) => stepText({ kind: 'trial', number })

/** Trials that were done, and one more when none was or something changed since, as long as the finish is not begun. */
function trialSteps(build: Build, fit: FitResult): Step[] {
  const t = trialAssembly(build, fit.now)
  const ticked = build.steps.some(s => s.step === 'trial')
  const done = Math.max(build.trials.length, Number(ticked))
  const begun = build.steps.some(s => {
    const step = stepRef(s.step)
    return step?.kind === 'finish' && step.what !== PANEL
  })
  const again = t.last !== undefined && t.changed.length > 0 && !begun
  const common = {
    phase: 'trial' as const,
    station: 'fit' as const,
    minutes: 60,
    waitHours: 0,
    whole: false,
    tools: ['screwdrivers', 'two strings', 'bags and labels'],
    cautions: ['strings'] as const,
    needs: [],
  }
  return Array.from({ length: Math.max(1, done + Number(again)) }, (_, i): Step => ({
    ...common,
    id: trialId(i + 1),
    title: i ? 'Trial assembly again: what changed, dry' : 'Trial assembly: everything dry, two strings on',
    why:
      i && i === done
        ? `Since the last one: ${t.changed.slice(0, 3).join(' ')}${t.changed.length > 3 ? ` And ${t.changed.length - 3} more.` : ''}`
        : 'The last look before finish. Neck line, string margins, pickup gaps, knobs; then apart again, into labelled bags.',
  }))
}

/** The steps with the builder's own among them: each right behind the one that it follows and in its phase, else at assembly. */
function withOwnSteps(build: Build, steps: readonly Step[]): Step[] {
  const out = [...steps]
  const left = [...build.ownSteps],
    after = new Map(left.map(s => [ownStepId(s.id), s.after]))
  /** Whether an own step follows another step, at once or through others; a ring of them ends where it began. */
  const under = (id: string | undefined, of: string): boolean => {
    const seen = new Set<string>()
    for (let a = id && after.get(id); a && !seen.has(a); a = after.get(a)) {
      if (a === of) return true
      seen.add(a)
    }
    return false
  }
  while (left.length) {
    // One that follows another of the builder's own waits until that one is placed.
    const k = left.findIndex(s => !s.after || !left.some(t => ownStepId(t.id) === s.after))
    const [s] = left.splice(Math.max(0, k), 1)
    const follows = out.findIndex(x => x.id === s!.after)
    const assembly = out.findLastIndex(x => x.phase === 'assembly')
    let at = (follows < 0 ? assembly : follows) + 1
    // Several that follow one step stay in the order in which they were written.
    while (s!.after && under(out[at]?.id, s!.after)) at++
    out.splice(at, 0, {
      id: ownStepId(s!.id),
      own: s!.id,
      phase: out[follows]?.phase ?? 'assembly',
      title: s!.title,
      why: 'Your own step.',
      station: 'plan',
      minutes: s!.minutes,
      waitHours: 0,
      whole: false,
      tools: [],
      cautions: [],
      needs: s!.after ? [s!.after] : [],
    })
  }
  return out
}

/** Steps of all engines in working order, each with the steps it needs; the builder's own are put after theirs. */
export function collectSteps(build: Build, fit: FitResult): Step[] {
  const finish = finishWork(build).steps.map((s): Step => ({
    ...s,
    id: stepText({ kind: 'finish', what: s.id }),
    phase: 'finish',
    station: 'finish',
    needs: [],
  }))
  const glued = build.instrument.neckJoint === 'glued'
  const panel = finish
    .filter(s => s.id === stepText({ kind: 'finish', what: PANEL }))
    .map(s => ({ ...s, phase: 'wood' as const }))
  const coats = finish
    .filter(s => s.id !== stepText({ kind: 'finish', what: PANEL }))
    .map((s, i, all) => ({
      ...s,
      needs: [
        ...(i ? [all[i - 1]!.id] : glued ? [NECK_STEP] : []),
        ...(s.id === stepText({ kind: 'finish', what: 'dye' }) ? panel.map(p => p.id) : []),
      ],
    }))
  const close: Step = {
    id: 'close',
    phase: 'close',
    title: 'Close the covers, write the sheet that goes with it',
    why: 'Only now: everything behind them is tested.',
    station: 'plan',
    minutes: 15,
    waitHours: 0,
    whole: false,
    tools: ['screwdriver'],
    cautions: [],
    needs: [],
  }
  const work = drillWork(build),
    cuts = cutSteps(work?.cuts ?? [])
  return withOwnSteps(build, [
    ...measureSteps(build, fit),
    ...fixSteps(build, fit),
    ...cuts,
    ...drillSteps(work?.holes ?? [], cuts),
    ...panel,
    ...trialSteps(build, fit),
    ...coats,
    ...wiringSteps(build),
    ...assemblySteps(build),
    ...testSteps(build),
    ...setupSteps(build),
    close,
  ])
}
