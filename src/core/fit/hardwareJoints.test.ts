import { inWords } from '../../../tests/support/inWords.ts'
import { describe, expect, it } from 'vitest'
import { plainBuild, sure } from '../../../tests/support/plainBuild.ts'
import type { Build } from '../document/build.ts'
import { choosePart } from '../document/edits.ts'
import { typicalFeature, typicalPart } from '../parts/typicalPart.ts'
import { THREADS, threadOf, threadsMeet } from '../parts/threads.ts'
import { chooseFix } from '../document/edits.ts'
import { fit } from './applyFixes.ts'
import { jointsAsTheyStand } from './findJoints.ts'

const joint = (b: Build, id: string) => jointsAsTheyStand(b).find(j => j.id === id)
const withTraits = (b: Build, slot: string, traits: Record<string, string>): Build => ({
  ...b,
  parts: b.parts.map(p => (p.id === b.slots[slot] ? { ...p, traits: { ...p.traits, ...traits } } : p)),
})
/** Everything of it measured to a hundredth. */
const certain = (b: Build): Build => ({
  ...b,
  parts: b.parts.map(p => ({
    ...p,
    dims: Object.fromEntries(Object.entries(p.dims).map(([k, d]) => [k, { ...sure(d.value), doubt: 0.01 }])),
    features: p.features.map(f => ({
      ...f,
      dims: Object.fromEntries(Object.entries(f.dims).map(([k, d]) => [k, { ...sure(d.value), doubt: 0.01 }])),
    })),
  })),
})

describe('thread pairs', () => {
  it('have the published sizes: ISO 261, ASME B1.1', () => {
    // 5/16 in is 7.9375 mm; 18 threads an inch are 1.4111 mm; number 6 is 0.060 + 6 × 0.013 = 0.138 in = 3.5052 mm.
    expect(threadOf('5/16-18')).toMatchObject({ major: 7.9375, pitch: expect.closeTo(1.4111, 4) })
    expect(threadOf('#6-32')).toMatchObject({ major: expect.closeTo(3.5052, 6), pitch: 0.79375 })
    expect(threadOf('#4-40')!.pitch).toBeCloseTo(0.635, 9)
    expect(threadOf('M8')).toMatchObject({ major: 8, pitch: 1.25 })
    expect(threadOf('3/8-32')!.major).toBeCloseTo(9.525, 9)
    expect(new Set(THREADS.map(t => t.name)).size).toBe(THREADS.length)
  })
  it('say whether one starts in the other, and when it binds', () => {
    // M8 in 5/16-18: majors 0.0625 apart, pitches 1.25 and 1.411: a quarter pitch is used up after 0.3125 / 0.161 = 1.9 turns.
    expect(threadsMeet(threadOf('M8')!, threadOf('5/16-18')!)).toEqual({ starts: true, turns: 2 })
    expect(threadsMeet(threadOf('M4')!, threadOf('#4-40')!)).toEqual({ starts: false, turns: 0 })
    expect(threadsMeet(threadOf('M3')!, threadOf('M3')!)).toBeUndefined()
  })
  it('are joints as soon as somebody named the second one', () => {
    const b = plainBuild({ instrument: { bridge: 'stud bridge' } })
    const posts = choosePart(b, 'posts', typicalPart('studs', 'own-posts', 'Posts'))
    expect(joint(posts, 'posts-thread-pair')).toBeUndefined()
    const one = withTraits(posts, 'posts', { thread: 'M8' })
    expect(joint(one, 'posts-thread-pair')).toMatchObject({ state: "can't tell", counts: true })
    const same = withTraits(one, 'posts', { bushingThread: 'M8' })
    expect(joint(same, 'posts-thread-pair')!.state).toBe('snug')
    const mixed = joint(withTraits(one, 'posts', { bushingThread: '5/16-18' }), 'posts-thread-pair')!
    expect(mixed.state).toBe("won't go")
    expect(inWords(mixed.finding)).toContain(
      'M8 is 8 × 1.25 mm, 5/16-18 7.94 × 1.41 mm: it starts and binds after about 2 turns',
    )
    const jack = withTraits(b, 'jack', { thread: '3/8-32', nutThread: 'M9 × 0.75' })
    expect(joint(jack, 'jack-thread-pair')!.state).toBe("won't go")
    // Every bridge names its saddle screws: that alone asks for nothing.
    expect(joint(b, 'bridge-thread-pair')).toBeUndefined()
    expect(
      joint(withTraits(b, 'bridge', { saddleScrew: 'M3', saddleThread: '#4-40' }), 'bridge-thread-pair')!.state,
    ).toBe("won't go")
  })
})

describe('posts', () => {
  const drilled = (near: number, far: number): Build => {
    const b = plainBuild({ instrument: { bridge: 'stud bridge' } })
    const holes = [
      ...[37, -37].map((y, i) =>
        typicalFeature('stud-hole', `p${i}`, { x: 170, y: y + near, diameter: 11 }, { serves: 'posts' }),
      ),
      ...[41, -41].map((y, i) =>
        typicalFeature('stud-hole', `t${i}`, { x: 208, y: y + far, diameter: 11 }, { serves: 'tail-posts' }),
      ),
    ]
    return certain({
      ...b,
      parts: b.parts.map(p => (p.kind === 'body' ? { ...p, features: [...p.features, ...holes] } : p)),
    })
  }
  it('stand in two rows on one middle', () => {
    expect(joint(drilled(0, 0.4), 'post-rows')).toMatchObject({
      state: 'snug',
      clearance: { value: expect.closeTo(0.6, 6) },
    })
    expect(joint(drilled(0.5, -1), 'post-rows')).toMatchObject({
      state: 'tight',
      clearance: { value: expect.closeTo(-0.5, 6) },
    })
    expect(joint(drilled(0, 4), 'post-rows')!.state).toBe("won't go")
  })
  it('screwed into wood bite by a lead hole: 0.81 of the thread, and 0.9 of that in hardwood', () => {
    const b = drilled(0, 0),
      set = choosePart(b, 'posts', {
        ...typicalPart('studs', 'own', 'Posts'),
        traits: { fit: 'screwed into wood' },
        dims: { ...typicalPart('studs', 'own', 'Posts').dims, bushingDiameter: { ...sure(8), doubt: 0.01 } },
      })
    const wood: Build = withTraits(set, 'body', { wood: 'hard maple' })
    const at = (d: number): Build => ({
      ...wood,
      parts: wood.parts.map(p => ({
        ...p,
        features: p.features.map(f =>
          f.role === 'stud-hole' ? { ...f, dims: { ...f.dims, diameter: { ...sure(d), doubt: 0.01 } } } : f,
        ),
      })),
    })
    const lead = 8 * 0.81 * 0.9
    expect(joint(at(6), 'posts-in-wood')).toMatchObject({
      state: 'snug',
      clearance: { value: expect.closeTo(6 - lead, 6) },
    })
    expect(joint(at(5.3), 'posts-in-wood')!.state).toBe('tight')
    expect(joint(at(8), 'posts-in-wood')!.state).toBe("won't go")
    for (const [d, way] of [
      [5.3, 'open-lead'],
      [6.5, 'plug-lead'],
    ] as const)
      expect(
        fit(chooseFix(at(d), 'posts-in-wood', way)).planned.find(j => j.id === 'posts-in-wood')!.clearance.value,
      ).toBeCloseTo(0, 6)
    // A pressed bushing is judged by its press.
    expect(joint(b, 'posts-in-wood')).toBeUndefined()
  })
})

describe('poles', () => {
  const poles = (n: number, strings = 6, perCourse?: number): Build => {
    const b = plainBuild({ strings, ...(perCourse ? { perCourse, instrument: { perCourse } } : {}) })
    return {
      ...b,
      parts: b.parts.map(p => (p.kind === 'pickup' ? { ...p, dims: { ...p.dims, poles: sure(n) } } : p)),
    }
  }
  const at = (b: Build) =>
    joint(
      b,
      `${Object.keys(b.slots).find(s => s.startsWith('pickup-') && !s.includes('screws') && !s.includes('springs'))!}-pole-count`,
    )
  it('number as the strings do, or their courses, or are a bar', () => {
    expect(at(poles(6))!.state).toBe('snug')
    expect(at(poles(6, 7))).toMatchObject({ state: "won't go", clearance: { value: -1 } })
    expect(inWords(at(poles(4, 5))!.finding)).toContain('It has 4 poles for 5 strings')
    expect(at(poles(1, 8))!.state).toBe('snug')
    expect(at(poles(6, 12, 2))!.state).toBe('snug')
    expect(at(plainBuild())).toBeUndefined()
  })
})

describe('a control plate', () => {
  const plated = (features: ReturnType<typeof typicalFeature>[]): Build => {
    const b = plainBuild({ instrument: { extras: ['control plate'] } })
    const body = (p: Build['parts'][number]) => ({
      ...p,
      features: [
        ...p.features.filter(f => !['pot-hole', 'switch-hole', 'control-cavity'].includes(f.role)),
        typicalFeature('control-cavity', 'open', {
          x: 210,
          y: 80,
          length: 100,
          width: 40,
          depth: 30,
          topThickness: 6,
        }),
      ],
    })
    const plate = typicalPart('plate', 'cp', 'Control plate')
    return choosePart({ ...b, parts: b.parts.map(p => (p.kind === 'body' ? body(p) : p)) }, 'control-plate', {
      ...plate,
      dims: { ...plate.dims, thickness: sure(1.5) },
      features,
    })
  }
  const pot = Object.keys(plainBuild().slots).find(s => s.startsWith('pot-'))!
  it('has joints for what stands in it, and asks where nobody entered a hole', () => {
    expect(joint(plated([]), `${pot}-place`)).toMatchObject({ state: "can't tell" })
    const b = plated([
      typicalFeature('pot-hole', 'h', { x: 20, y: 5, diameter: 7.3 }, { serves: pot, through: true }),
    ])
    expect(joint(b, `${pot}-place`)).toBeUndefined()
    const dim = (k: string) => b.parts.find(p => p.id === b.slots[pot])!.dims[k]!.value
    expect(joint(b, `${pot}-hole`)!.clearance.value).toBeCloseTo(7.3 - dim('threadDiameter'), 6)
    expect(joint(b, `${pot}-thread`)!.clearance.value).toBeCloseTo(dim('threadLength') - 1.5 - dim('hardware'), 6)
    expect(joint(b, `${pot}-case`)!.clearance.value).toBeCloseTo(30 - dim('caseDepth'), 6)
    // Where it is told: the plate's middle over the cavity's, and the hole from there.
    const l = joint(b, `${pot}-hole`)!.at
    expect(l[1]).toBeCloseTo(85, 6)
  })
})

describe('a cavity that is too shallow, a dip in the pocket', () => {
  it('can be mended, as far as the wood over it allows', () => {
    const b = certain(plainBuild({ instrument: { bridge: 'flat plate' } }))
    const pot = Object.keys(b.slots).find(s => s.startsWith('pot-'))!
    const deep = (depth: number, over: number): Build => ({
      ...b,
      parts: b.parts.map(p =>
        p.kind === 'body'
          ? {
              ...p,
              features: [
                ...p.features.filter(f => f.role !== 'control-cavity' && f.role !== 'pot-hole'),
                {
                  ...typicalFeature(
                    'control-cavity',
                    'c',
                    { x: 210, y: 80, length: 100, width: 60 },
                    { face: 'back' },
                  ),
                  dims: {
                    ...typicalFeature('control-cavity', 'c', { x: 210, y: 80, length: 100, width: 60 }).dims,
                    depth: sure(depth),
                    topThickness: sure(over),
                  },
                },
                typicalFeature('pot-hole', 'h', { x: 210, y: 80, diameter: 7.4 }, { serves: pot, through: true }),
              ],
            }
          : p,
      ),
    })
    const case_ = b.parts.find(p => p.id === b.slots[pot])!.dims.caseDepth!.value
    const j = joint(deep(case_ - 1, 8), `${pot}-case`)!
    expect(j.fixes.map(f => f.method)).toEqual(['deepen-cavity'])
    // From 1 short to 2 over, and 0.3 to spare: 3.3 mm, which leaves 4.7 of 8.
    expect(inWords(j.fixes[0]!.title)).toContain('3.3 mm deeper')
    expect(inWords(j.fixes[0]!.note)).toContain('4.7 mm of wood')
    expect(joint(deep(case_ - 1, 5), `${pot}-case`)!.fixes).toEqual([])
  })
})
