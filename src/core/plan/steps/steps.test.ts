import { inWords } from '../../../../tests/support/inWords.ts'
import type { Build } from '../../document/build.ts'
import type { SolderStage } from '../../document/circuitRecord.ts'
import type { SolderAct } from '../../ways/solderActs.ts'
import { describe, expect, it } from 'vitest'
import { demo } from '../../../../tests/support/demo.ts'
import { plainBuild } from '../../../../tests/support/plainBuild.ts'
import { chooseFix } from '../../document/edits.ts'
import { stepText, type FinishStage } from '../../document/stepRef.ts'
import { drillWork } from '../../fit/drillWork.ts'
import { fit } from '../../fit/applyFixes.ts'
import { setupWork } from '../../setup/setupWork.ts'
import { stepsOf } from '../stepsOf.ts'
import { finishSteps } from './finishSteps.ts'
import { fixSteps } from './fixSteps.ts'
import { IN_PHASE } from './inPhase.ts'
import { measureSteps, visitsOf } from './measureSteps.ts'
import { readAtVisit } from '../tickStep.ts'
import { splitRef } from '../../document/quantityAt.ts'
import { dimensionAt, withDimension } from '../../parts/dimensionAt.ts'
import { setupSteps } from './setupSteps.ts'
import { testSteps } from './testSteps.ts'
import { trialSteps } from './trialSteps.ts'
import { wiringSteps } from './wiringSteps.ts'
import type { CutWork } from '../../drill/cutting.ts'
import { cutSteps, drillSteps } from './woodSteps.ts'
import { PHASES } from '../step.ts'

const at = '2026-12-01T18:00:00Z'

describe('what the engines want done', () => {
  it('readings come place by place, each with what it settles, and stay when taken', () => {
    const b = demo('heron'),
      steps = measureSteps(b, fit(b)),
      wanted = steps.flatMap(s => s.reads ?? [])
    expect(steps.length).toBeGreaterThan(3)
    // Each reading is asked for at one place alone, and all of a place are one visit.
    expect(new Set(wanted.map(r => r.ref)).size).toBe(wanted.length)
    expect(steps.some(s => s.reads!.length > 1)).toBe(true)
    expect(new Set(steps.map(s => stepText(s.ref))).size).toBe(steps.length)
    for (const s of steps) {
      expect(s.ref.kind).toBe('visit')
      expect(inWords(s.why)).toMatch(/^Settles /)
      for (const r of s.reads!) expect(r.settles.length).toBeGreaterThan(0)
      expect(s.needs).toEqual([])
      // Getting the tool out is paid once.
      expect(s.minutes).toBeLessThanOrEqual(4 * s.reads!.length)
    }
    const done = { ...b, steps: [{ step: 'measure/heron-body/dims.thickness', state: 'done' as const, at }] }
    const own = measureSteps(done, fit(done)).find(s => stepText(s.ref) === 'measure/heron-body/dims.thickness')!
    expect(own.title).toMatch(/^Measure: .*thickness/)
  })
  it('a visit is over with its last reading; what is asked for there later is another; ticked unread it is over too', () => {
    const b = { ...demo('heron'), steps: [] },
      visit = stepsOf(b).find(s => (s.reads?.length ?? 0) > 1)!,
      id = stepText(visit.ref)
    const open = (x: Build) =>
      measureSteps(x, fit(x)).find(s => stepText(s.ref) === id && inWords(s.why) !== 'Taken.')
    let x: Build = b
    for (let k = 0; open(x); k++) {
      const s = open(x)!,
        r = s.reads![0]!
      x = readAtVisit(x, { id, reads: s.reads! }, { of: r.of, value: r.value, doubt: 0.02, at })
      const over = x.steps.some(st => st.step === id)
      expect(over, `reading ${k + 1}`).toBe(s.reads!.length === 1)
      expect(x.readings.some(q => q.of === r.of)).toBe(true)
      if (over) break
    }
    expect(x.steps.at(-1)).toEqual({ step: id, state: 'done', at })
    // Read anew with much doubt: the place is worth another visit, which has its number.
    const ref = visit.reads![0]!.ref,
      { partId, path } = splitRef(ref)
    const vague: Build = {
      ...x,
      parts: x.parts.map(p =>
        p.id === partId ? withDimension(p, path, { ...dimensionAt(p, path)!, doubt: 3, basis: 'claimed' }) : p,
      ),
    }
    expect(measureSteps(vague, fit(vague)).map(s => stepText(s.ref))).toContain(`${id}/2`)
    const unread: Build = { ...b, steps: [{ step: id, state: 'done', at: '2027-12-01T18:00:00Z' }] }
    expect(measureSteps(unread, fit(unread)).map(s => stepText(s.ref))).not.toContain(`${id}/2`)
  })
  it('readings hold up what brings their parts together, and nothing else', () => {
    const b = { ...demo('heron'), steps: [] },
      joints = new Map(fit(b).now.map(j => [j.id, j])),
      visits = visitsOf(b, fit(b)),
      steps = stepsOf(b)
    const waits = (id: string, v: string) =>
      steps.find(s => stepText(s.ref) === id)!.needs.some(n => n.which.kind === 'visit' && stepText(n.which) === v)
    const about = (v: (typeof visits)[number], ...slots: string[]) =>
      v.items.some(i => i.joints.some(j => joints.get(j)!.slots.every(s => slots.includes(s))))
    let held = 0,
      free = 0
    for (const v of visits) {
      const id = stepText(v.ref)
      for (const [step, slots] of [
        ['drill/tuners', ['neck', 'tuners', 'tuner-screws']],
        ['drill/neck', ['body', 'neck', 'neck-screws']],
        ['drill/buttons', ['body', 'buttons', 'button-screws']],
      ] as const) {
        const is = waits(step, id)
        expect(is, `${step} for ${id}`).toBe(about(v, ...slots))
        if (is) held++
        else free++
      }
      expect(waits('setup/strings', id) || waits('close', id)).toBe(false)
    }
    expect(held).toBeGreaterThan(0)
    expect(free).toBeGreaterThan(held)
  })
  it('a chosen fix is a step of its time, with its reading; done, it stays though the joint asks for nothing', () => {
    const b = chooseFix(demo('heron'), 'tuner-bushing', 'ream-holes'),
      [s] = fixSteps(b, fit(b))
    expect(s).toMatchObject({
      ref: { kind: 'fix', joint: 'tuner-bushing', method: 'ream-holes' },
      phase: 'wood',
      station: 'fit',
    })
    expect(s!.read!.expected).toBeCloseTo(10.2, 0)
    const over = { ...b, steps: [{ step: stepText(s!.ref), state: 'done' as const, at }] }
    const gone = { ...over, fixes: [{ joint: 'no-such', method: 'ream-holes' }] }
    expect(
      fixSteps({ ...gone, steps: [{ step: 'fix/no-such/ream-holes', state: 'done', at }] }, fit(gone))[0],
    ).toMatchObject({ why: 'Done.', minutes: 0 })
    expect(fixSteps(gone, fit(gone))).toEqual([])
  })
  it('cuts take twenty minutes and the time of their wood; binding rests a day', () => {
    const b = plainBuild()
    b.cuts = [
      { id: 'r', sort: 'rout', face: 'top', x: 20, y: -80, length: 60, width: 40, corner: 0, depth: 20 },
      { id: 'b', sort: 'binding', face: 'top', width: 2, depth: 6 },
    ]
    const [rout, binding] = cutSteps(drillWork(b)!.cuts)
    // 2400 mm² by 20 mm at 1500 mm³ a minute.
    expect(rout).toMatchObject({ minutes: 20 + 32, waitHours: 0, whole: false, ref: { kind: 'cut', cut: 'cut-r' } })
    expect(binding).toMatchObject({ minutes: 20 + Math.round((1440 * 40) / 1500), waitHours: 24, whole: true })
  })
  it('holes are a step for each group, four minutes a hole, after every rout', () => {
    const holes = drillWork(plainBuild())!.holes,
      cut: CutWork = { ...drillWork(plainBuild())!.cuts[0]!, id: 'r', binding: undefined },
      routed = { kind: 'cut' as const, cut: 'r' },
      steps = drillSteps(holes, [], [cut, { ...cut, id: 'b', binding: 1 }])
    for (const s of steps) {
      const group = s.ref.kind === 'drill' ? s.ref.group : ''
      const count = holes.filter(h => h.group === group).length
      expect(s.minutes).toBe(8 + 4 * count)
      expect(inWords(s.title)).toContain(`${count} hole`)
      // A binding is glued in after the holes, not before them.
      expect(s.needs.map(n => n.which).filter(w => w.kind === 'cut')).toEqual([routed])
    }
    const late = drillSteps(holes.map(h => ({ ...h, when: 'after finish' as const })))
    expect(late.every(s => s.phase === 'assembly' && s.ref.kind === 'drill' && s.ref.after)).toBe(true)
    expect(late[0]!.needs.map(n => n.which)).not.toContainEqual(routed)
  })
  it('coats go one upon another, the first after a glued neck, dye after its panel', () => {
    const act = (stage: FinishStage, layer?: string, nth?: number) => {
      const ref = {
        kind: 'finish' as const,
        stage,
        ...(layer ? { layer } : {}),
        ...(nth ? { nth } : {}),
      }
      return {
        id: stepText(ref),
        ref,
        title: stage,
        why: '',
        minutes: 10,
        waitHours: 1,
        tools: [],
        cautions: [],
        whole: true,
      }
    }
    const work = {
        acts: [act('panel'), act('sand'), act('coat', 'dye', 1), act('coat', 'clear', 1), act('coat', 'clear', 2)],
      },
      b = plainBuild()
    const { before, coats } = finishSteps({ ...b, instrument: { ...b.instrument, neckJoint: 'glued' } }, work)
    expect(before.map(p => p.phase)).toEqual(['wood'])
    const own = coats.map(c => c.needs.map(n => n.which).filter(w => w.kind === 'finish' || w.kind === 'assemble'))
    const panel = { kind: 'finish', stage: 'panel' }
    expect(own).toEqual([
      [{ kind: 'assemble', what: 'neck' }],
      [{ kind: 'finish', stage: 'sand' }, panel],
      [{ kind: 'finish', stage: 'coat', layer: 'dye', nth: 1 }, panel],
      [{ kind: 'finish', stage: 'coat', layer: 'clear', nth: 1 }],
    ])
    expect(finishSteps(b, work).coats[0]!.needs).toEqual(IN_PHASE.finish.needs)
    expect(coats.every(c => c.spoils.some(s => s.which.kind === 'phase' && s.which.of === 'wood'))).toBe(true)
  })
  it('soldering goes by stages, each on the one before; the last belongs to assembly', () => {
    const joint = (stage: SolderStage, order: number): SolderAct => ({
      kind: 'joint',
      order,
      id: String(order),
      stage,
      says: 'A lug',
      joint: { order, terminal: 'x.1', wires: [], stage, why: 'Because.', state: 'planned', off: [] },
    })
    const pull: SolderAct = {
      kind: 'pull',
      order: 9,
      id: 'p',
      stage: 'pickups',
      wires: ['w1'],
      says: 'Pull.',
      why: '',
    }
    const acts = [
      joint('on the controls', 1),
      joint('on the controls', 2),
      pull,
      joint('pickups', 3),
      joint('through the body', 4),
    ]
    const steps = wiringSteps(acts)
    expect(steps.map(s => [stepText(s.ref), s.phase, s.minutes])).toEqual([
      ['solder/on-the-controls', 'wiring', 13],
      ['solder/pickups', 'wiring', 14],
      ['solder/through-the-body', 'assembly', 9],
    ])
    expect(inWords(steps[1]!.title)).toBe('Solder the pickup leads: 1 joint, 1 pull before')
    expect(steps[1]!.needs.at(-1)!.which).toEqual({ kind: 'solder', what: 'on-the-controls' })
    expect(steps[0]!.needs).toEqual(IN_PHASE.wiring.needs)
    expect(wiringSteps([])).toEqual([])
    // What is tinned comes first of all; what is pulled in is tested before it is.
    const tin: SolderAct = {
      kind: 'tin',
      order: 0,
      id: 'tin',
      stage: 'on the controls',
      lugs: ['a', 'b'],
      says: 'Tin.',
    }
    const bring: SolderAct = {
      kind: 'bring in',
      order: 8,
      id: 'b',
      stage: 'through the body',
      component: 'x',
      label: 'X',
      says: 'In.',
      why: '',
    }
    const closed = wiringSteps([tin, ...acts, bring])
    expect(closed.map(s => [stepText(s.ref), s.phase])).toEqual([
      ['solder/tin', 'wiring'],
      ['solder/on-the-controls', 'wiring'],
      ['solder/pickups', 'wiring'],
      ['solder/through-the-body', 'wiring'],
      ['test/harness', 'wiring'],
    ])
    expect(closed[1]!.needs.at(-1)!.which).toEqual({ kind: 'solder', what: 'tin' })
  })
  it('the jack is metered before anything is tapped; an open circuit expects no figure', () => {
    const b = demo('heron')
    const reading = (key: string, ohms: number) => ({
      key,
      label: key,
      settings: { throws: {}, knobs: {}, plug: true },
      ohms,
      low: 0,
      high: 0,
      verdict: 'not read yet' as const,
      meaning: '',
    })
    const steps = testSteps(b, [reading('bridge', 8000), reading('neck', Infinity)])
    expect(steps.map(s => s.read?.expected)).toEqual([8000, undefined, undefined])
    expect(steps[2]!.needs.slice(-2).map(n => n.which)).toEqual([
      { kind: 'test', what: 'bridge' },
      { kind: 'test', what: 'neck' },
    ])
  })
  it('setting up is a chain: strings, relief, nut, action, intonation, heights, and again', () => {
    const steps = setupSteps(setupWork(plainBuild()))
    expect(steps.map(s => (s.ref.kind === 'setup' ? s.ref.what : ''))).toEqual([
      'strings',
      'relief',
      'nut.bass',
      'nut.treble',
      'action.bass',
      'action.treble',
      'intonation',
      'pickups',
      'again',
    ])
    steps.slice(1).forEach((s, i) => expect(s.needs.at(-1)!.which).toEqual(steps[i]!.ref))
  })
  it('a trial is asked for once, and again when something moved before the finish is begun', () => {
    const last = { at, slots: {}, joints: {} },
      { finish } = plainBuild()
    const none = trialSteps({ steps: [], trials: [], finish }, { last: undefined, changed: [] })
    expect(none.map(s => stepText(s.ref))).toEqual(['trial'])
    const moved = { last, changed: ['A.', 'B.', 'C.', 'D.'].map(says => () => says) }
    const again = trialSteps({ steps: [], trials: [last], finish }, moved)
    expect(again.map(s => stepText(s.ref))).toEqual(['trial', 'trial/2'])
    expect(inWords(again[1]!.why)).toBe('Since the last one: A. B. C. And 1 more.')
    const begun = (step: string) =>
      trialSteps({ steps: [{ step, state: 'done', at }], trials: [last], finish }, moved)
    expect(begun('finish/coat/clear/1')).toHaveLength(1)
    // The panel is no part of the instrument.
    expect(begun('finish/panel')).toHaveLength(2)
  })
  it('every phase says what it needs and why, and none needs itself or what comes later', () => {
    for (const p of PHASES) {
      for (const a of [...IN_PHASE[p].needs, ...IN_PHASE[p].spoils]) {
        expect(a.why).toMatch(/^[A-Z].*\.$/)
        expect(a.which.kind === 'phase' && PHASES.indexOf(a.which.of) < PHASES.indexOf(p)).toBe(true)
      }
      // Between them, everything before is named but readings: they hold up what hangs on them.
      const named = [...IN_PHASE[p].needs, ...IN_PHASE[p].spoils].map(a =>
        a.which.kind === 'phase' ? a.which.of : '',
      )
      if (p === 'close') expect(new Set(named).size).toBe(PHASES.length - 2)
    }
  })
  it('come from an empty instrument too: nothing to fit, and what every instrument ends with', () => {
    const b = plainBuild(),
      empty = { ...b, slots: {}, parts: [] }
    const kinds = new Set(stepsOf(empty).map(s => s.ref.kind))
    expect(kinds.has('cut') || kinds.has('drill') || kinds.has('measure')).toBe(false)
    expect(kinds.has('close')).toBe(true)
  })
})
