import { normalBelow } from '../chance/normal.ts'
import { inWords } from '../../../tests/support/inWords.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demo, DEMO_NAMES } from '../../../tests/support/demo.ts'
import { heron, measuredAt } from '../../../tests/support/heron.ts'
import { chooseFix } from '../document/edits.ts'
import type { Build } from '../document/build.ts'
import { fromSource } from '../units/quantity.ts'
import { fit } from './applyFixes.ts'
import { FAMILIES } from './bands.ts'
import { jointsAsTheyStand } from './findJoints.ts'
import { gaugeScale } from './gaugeScale.ts'
import { measureNext } from './measureNext.ts'
import { judge, type State } from './verdict.ts'
import { fitReport } from './report.ts'
import { anyIn } from '../../../tests/support/any.ts'

const q = (value: number, doubt: number) => fromSource({ id: 'x', label: 'x', value, doubt, basis: 'measured' })
const joint = (b: Build, id: string) => {
  const j = jointsAsTheyStand(b).find(x => x.id === id)
  if (!j) throw new Error(`no joint ${id}`)
  return j
}

describe('verdicts', () => {
  const limits = { low: 0.3, high: 2, never: 0 }
  it.each<[number, State]>([
    [-0.5, "won't go"],
    [0.15, 'tight'],
    [1, 'snug'],
    [2.5, 'loose'],
  ])('%f mm is %s when it is sure', (c, state) => expect(judge(q(c, 0.01), limits).state).toBe(state))
  it('can’t tell when the doubt reaches over more than one', () =>
    expect(judge(q(0.3, 0.4), limits).state).toBe("can't tell"))
  it('lets the value alone decide without doubt, edges being snug', () => {
    expect(judge(q(0.3, 0), limits).state).toBe('snug')
    expect(judge(q(2, 0), limits).state).toBe('snug')
  })
  it('knows joints that stop going above as well', () =>
    expect(judge(q(7, 0.1), { low: 0, high: 5, never: -1, neverAbove: 6 }).state).toBe("won't go"))
  it('shares one among the chances, whatever the numbers', () =>
    fc.assert(
      fc.property(anyIn(-9, 9), anyIn(0, 9), (c, d) => {
        const all = Object.values(judge(q(c, d), limits).chances)
        return all.every(p => p >= -1e-7 && p <= 1 + 1e-7) && Math.abs(all.reduce((a, b) => a + b, 0) - 1) < 1e-6
      }),
    ))
  it('never gets tighter with more clearance', () => {
    const rank: Record<State, number> = { "won't go": 0, tight: 1, snug: 2, loose: 3, "can't tell": NaN }
    fc.assert(
      fc.property(anyIn(-3, 4), anyIn(0, 3), (c, more) => {
        const a = rank[judge(q(c, 0), limits).state],
          b = rank[judge(q(c + more, 0), limits).state]
        return b >= a
      }),
    )
  })
  it('reads the normal table: Φ(1) = 0.8413, Φ(1.96) = 0.9750', () => {
    expect(normalBelow(1)).toBeCloseTo(0.841345, 5)
    expect(normalBelow(-1.96)).toBeCloseTo(0.025, 4)
  })
})

describe('Heron as it comes', () => {
  it('has exactly three joints that will not go, found from dimensions alone, with the right amounts', () => {
    const never = jointsAsTheyStand(heron()).filter(j => j.state === "won't go")
    expect(never.map(j => j.id).sort()).toEqual(['pickup-bridge-rout', 'pot-volume-thread', 'tuner-bushing'])
    const by = Object.fromEntries(never.map(j => [j.id, j.clearance.value]))
    // By hand: corners 6 − 3 − √(3.25² + 3.5²); thread 6.4 − 6 − 2.7; hole 9 − bushing 9.8.
    expect(by['pickup-bridge-rout']).toBeCloseTo(3 - Math.hypot(3.25, 3.5), 4)
    expect(by['pot-volume-thread']).toBeCloseTo(-2.3, 9)
    expect(by['tuner-bushing']).toBeCloseTo(-0.8, 9)
  })
  it('has at least ten families of joints, and several that cannot be told from claims', () => {
    const joints = jointsAsTheyStand(heron())
    expect(new Set(joints.map(j => j.family)).size).toBeGreaterThanOrEqual(15)
    expect(joints.filter(j => j.state === "can't tell").length).toBeGreaterThanOrEqual(4)
  })
  it('puts the worst first and gives every joint a finding, a source and inputs', () => {
    const joints = jointsAsTheyStand(heron())
    expect(joints[0]!.state).toBe("won't go")
    for (const j of joints) {
      expect(inWords(j.finding).length).toBeGreaterThan(10)
      expect(j.source.length).toBeGreaterThan(5)
      if (!j.counts) expect(j.clearance.terms.size).toBeGreaterThan(0)
      expect(Number.isFinite(j.at[0])).toBe(true)
    }
  })
})

/** One dimension that moves each joint, and values that put it into each state it can have. */
const MOVES: [string, string, string, Partial<Record<State, number>>][] = [
  [
    'heel-width-mouth',
    'heron-neck',
    'dims.heelWidth',
    { "won't go": 56.4, tight: 55.98, snug: 55.85, loose: 55.4 },
  ],
  [
    'heel-width-end',
    'heron-neck',
    'dims.heelWidthEnd',
    { "won't go": 56.4, tight: 55.98, snug: 55.85, loose: 55.4 },
  ],
  ['heel-length', 'heron-neck', 'dims.heelLength', { "won't go": 77, tight: 76.2, snug: 75.8, loose: 74.8 }],
  ['bridge-line', 'heron-neck', 'dims.scaleLength', { "won't go": 640, snug: 629 }],
  [
    'tuner-bushing',
    'heron-tuners',
    'dims.bushingDiameter',
    { "won't go": 9.4, tight: 8.95, snug: 8.7, loose: 8.2 },
  ],
  ['tuner-pitch', 'heron-tuners', 'dims.bodyWidth', { "won't go": 39, tight: 37.95, snug: 20 }],
  [
    'string-margin-treble',
    'heron-neck',
    'dims.widthAtLastFret',
    { "won't go": 48, tight: 51.5, snug: 55, loose: 59 },
  ],
  ['nut-thickness', 'heron-nut', 'dims.thickness', { "won't go": 4, tight: 3.3, snug: 3.175, loose: 3.05 }],
  ['nut-length', 'heron-nut', 'dims.length', { "won't go": 40.5, tight: 41.7, snug: 42.15, loose: 43 }],
  ['pot-tone-thread', 'heron-tone', 'dims.threadLength', { "won't go": 8, tight: 9.2, snug: 11, loose: 14 }],
  ['pot-tone-hole', 'heron-tone', 'dims.threadDiameter', { "won't go": 8.3, tight: 7.95, snug: 7.6, loose: 7 }],
  ['pot-tone-case', 'heron-tone', 'dims.caseDepth', { "won't go": 41, tight: 38, snug: 30 }],
  ['pickup-neck-rout', 'heron-single', 'dims.width', { "won't go": 87, tight: 85.7, snug: 84 }],
  ['pickup-neck-depth', 'heron-single', 'dims.depthBelowTop', { "won't go": 20, tight: 18.5, snug: 15 }],
  ['neck-screw-bite', 'heron-neck-screws', 'dims.length', { "won't go": 37, tight: 41, snug: 46 }],
  ['neck-screw-tip', 'heron-neck-screws', 'dims.length', { "won't go": 51, tight: 48.5, snug: 45 }],
  ['saddle-height', 'heron-neck', 'dims.heelThickness', { "won't go": 18, tight: 20.135, snug: 22, loose: 25.13 }],
  ['pocket-floor', 'heron-body', 'features.pocket.floorDip', { "won't go": 0.6, tight: 0.3, snug: 0.03 }],
  [
    'pickup-neck-poles',
    'heron-single',
    'dims.poleSpread',
    { "won't go": 58.5, tight: 44.1, snug: 48.1, loose: 53.1 },
  ],
  ['tuner-edge', 'heron-neck', 'features.tuner-1.diameter', { "won't go": 20.3, tight: 13.1, snug: 7 }],
  ['head-thickness', 'heron-neck', 'dims.headThickness', { "won't go": 18, tight: 16.2, snug: 14 }],
]

/** Every dimension of the build measured, so that only the one in question decides. */
const sure = (): Build => {
  const b = heron()
  return {
    ...b,
    placements: {
      bridge: {
        x: { value: 158, doubt: 0.05, basis: 'measured' },
        y: { value: 0, doubt: 0.05, basis: 'measured' },
      },
    },
    parts: b.parts.map(p => ({
      ...p,
      dims: Object.fromEntries(Object.entries(p.dims).map(([k, d]) => [k, { ...d, doubt: 0.004 }])),
      features: p.features.map(f => ({
        ...f,
        dims: Object.fromEntries(Object.entries(f.dims).map(([k, d]) => [k, { ...d, doubt: 0.004 }])),
      })),
    })),
  }
}

describe.each(MOVES)('joint %s', (id, part, path, states) => {
  it.each(Object.entries(states))('is %s', (state, value) =>
    expect(joint(measuredAt(sure(), part, path, value, 0.004), id).state).toBe(state),
  )
  it('has a longer whisker the more its dimension is in doubt', () => {
    const value = Object.values(states)[0]!
    const a = joint(measuredAt(heron(), part, path, value, 0.01), id).doubt,
      b = joint(measuredAt(heron(), part, path, value, 0.8), id).doubt
    expect(b).toBeGreaterThan(a)
  })
})

describe('fixes', () => {
  const cases = MOVES.flatMap(([id, part, path, states]) =>
    Object.entries(states)
      .filter(([s]) => s !== 'snug')
      .map(([s, v]) => [id, s, part, path, v] as const),
  )
  it.each(cases)('%s when %s: each fix makes it snug', (id, _state, part, path, value) => {
    const b = measuredAt(sure(), part, path, value, 0.004)
    for (const f of joint(b, id).fixes) {
      const after = fit(chooseFix(b, id, f.method)).planned.find(j => j.id === id)!
      const { low, high } = after.limits
      expect(after.clearance.value, `${f.method} of ${id}`).toBeGreaterThanOrEqual(low - 1e-9)
      if (high !== undefined) expect(after.clearance.value, `${f.method} of ${id}`).toBeLessThanOrEqual(high + 1e-9)
      expect(f.minutes).toBeGreaterThan(0)
      expect(f.tools.length).toBeGreaterThan(0)
    }
  })
  it('say what they move elsewhere: a wedge lifts the saddle height, not the heel’s width', () => {
    const b = measuredAt(sure(), 'heron-neck', 'dims.heelThickness', 18, 0.004)
    const r = fit(chooseFix(b, 'saddle-height', 'wedge'))
    expect(r.planned.find(j => j.id === 'saddle-height')!.state).toBe('snug')
    expect(r.planned.find(j => j.id === 'heel-width-mouth')!.clearance.value).toBe(
      r.now.find(j => j.id === 'heel-width-mouth')!.clearance.value,
    )
  })
  it('are computed anew from the dimensions: measured wide enough, the rout needs none', () => {
    const chosen = chooseFix(heron(), 'pickup-bridge-rout', 'open-rout')
    expect(fit(chosen).fixes[0]!.fix).toBeDefined()
    let b = chosen
    for (const [k, v] of [
      ['length', 40],
      ['width', 72],
      ['corner', 3.5],
    ] as const)
      b = measuredAt(b, 'heron-body', `features.rout-bridge.${k}`, v)
    expect(fit(b).fixes[0]!.fix).toBeUndefined()
  })
  it('recess one pot’s hole and leave its neighbours’ top alone', () => {
    const r = fit(chooseFix(heron(), 'pot-volume-thread', 'recess'))
    expect(r.planned.find(j => j.id === 'pot-volume-thread')!.clearance.value).toBeCloseTo(1.5, 9)
    expect(r.planned.find(j => j.id === 'pot-tone-thread')!.clearance.value).toBe(
      r.now.find(j => j.id === 'pot-tone-thread')!.clearance.value,
    )
  })
})

describe('bands, measure next and the gauge', () => {
  it('keep a build’s own band', () => {
    const b = heron()
    b.bands = { 'tuner bushing threaded': { low: -1, high: 0 } }
    expect(joint(b, 'tuner-bushing').limits).toMatchObject({ low: -1, high: 0 })
  })
  it('stand with the worst first; what nobody can tell comes before what is only loose', () => {
    const rank = ["won't go", 'tight', "can't tell", 'loose', 'snug']
    const met = new Set<string>()
    for (const name of DEMO_NAMES) {
      const states = jointsAsTheyStand(demo(name)).map(j => j.state)
      for (const s of states) met.add(s)
      expect([...states].sort((a, b) => rank.indexOf(a) - rank.indexOf(b))).toEqual(states)
    }
    expect([...met].sort()).toEqual([...rank].sort())
  })
  it('name a source for every family', () => {
    for (const f of Object.values(FAMILIES)) expect(f.band.source).toMatch(/common practice|from memory|geometry/)
  })
  it('rank the dimension that decides most, and drop it when it is measured', () => {
    const list = measureNext(heron(), jointsAsTheyStand(heron()))
    expect(list.length).toBeGreaterThan(3)
    for (let i = 1; i < list.length; i++) expect(list[i]!.stake).toBeLessThanOrEqual(list[i - 1]!.stake)
    const first = list[0]!,
      [part, path] = [first.ref.split('/')[0]!, first.ref.slice(first.ref.indexOf('/') + 1)]
    const b = measuredAt(heron(), part, path, first.value, 0.05)
    expect(measureNext(b, jointsAsTheyStand(b)).map(m => m.ref)).not.toContain(first.ref)
    // A reading that settles nothing for certain is told as the chance that it is, joint by joint.
    for (const m of list) expect(m.settles).toBeLessThanOrEqual(m.joints.length)
    expect(list.some(m => m.settles < 0.9 * m.joints.length)).toBe(true)
    expect(list.some(m => m.settles > 0.9 * m.joints.length)).toBe(true)
  })
  it('show band and bolt head on every scale', () =>
    fc.assert(
      fc.property(anyIn(-30, 30), anyIn(0, 20), (c, d) => {
        const s = gaugeScale(c, d, { low: 0.05, high: 0.25, never: -0.1 })
        return (
          s.from < 0.05 && s.to > 0.25 && c >= s.from && c <= s.to && s.ticks.length >= 2 && s.ticks.length <= 8
        )
      }),
    ))
  it('report plain data that survives JSON', () => {
    const r = fitReport(heron())
    expect(JSON.parse(JSON.stringify(r))).toMatchObject({ build: 'heron', counts: { "won't go": 3 } })
    expect(r.joints[0]!.inputs.length).toBeGreaterThan(0)
  })
})
