import { inWords } from '../support/inWords.ts'
import { describe, expect, it } from 'vitest'
import type { Build, Instrument } from '../../src/core/document/build.ts'
import { asRead, changesOf, fixOf, jointIn } from '../support/joints.ts'
import { plainBuild, type Plain } from '../support/plainBuild.ts'
import { typicalFeature } from '../../src/core/parts/typicalPart.ts'

/**
 * What hangs pickups and holds controls, worked by hand: a rout of 20, a pickup of 17 under the top at its lowest whose tabs
 * stand 3 over its foot and which travels 6; a cavity of 37 under a top of 8.
 */
const joints = (b: Build) => {
  const own = asRead(b)
  return (id: string) => jointIn(own, id)
}

describe('what hangs a pickup', () => {
  const hung = (mounting: Instrument['mounting'], dims: Record<string, Record<string, number>> = {}): Build => {
    const parts: NonNullable<Plain['parts']> = {
      'pickup-bridge': { dims: { depthBelowTop: 17, tabAboveLowest: 3, travel: 6, tabHole: 3.2 } },
      'pickup-springs': { dims: { freeLength: 20, solidLength: 4, count: 4 } },
      'pickup-screws': { dims: { length: 22, diameter: 2.7, count: 2 } },
      ...(mounting === 'on the guard' ? { guard: { dims: { thickness: 2.4 } } } : {}),
      ...(mounting === 'in rings' ? { 'ring-bridge': { dims: { low: 3, tall: 8 } } } : {}),
    }
    for (const [slot, d] of Object.entries(dims)) parts[slot] = { dims: { ...parts[slot]?.dims, ...d } }
    return plainBuild({ front: 165, instrument: { mounting }, parts })
  }
  it.each([
    // In the body: tabs 14 down, the floor 6 under them, 12 at its highest.
    ['in the body', { spring: 20 - 12, 'spring-solid': 6 - 4, screw: 22 - 12 - 5, tab: 0.5 }],
    // From a guard of 2.4: 14 at its lowest, 8 at its highest; two of thread behind the tab.
    ['on the guard', { spring: 20 - 14, 'spring-solid': 8 - 4, screw: 22 - 14 - 2.4 - 2, tab: 0.5 }],
    // From a ring of 3 to 8: 5.5 at its middle.
    ['in rings', { spring: 20 - 14, 'spring-solid': 8 - 4, screw: 22 - 14 - 5.5 - 2, tab: 0.5 }],
  ] as const)('%s', (mounting, want) => {
    const of = joints(hung(mounting))
    for (const [what, mm] of Object.entries(want))
      expect(of(`pickup-bridge-${what}`).clearance.value, what).toBeCloseTo(mm, 9)
  })
  it('is shown beside its pickup: springs to the treble side, screws to the bass side', () => {
    const of = joints(hung('in the body')),
      at = (what: string) => of(`pickup-bridge-${what}`).at
    expect([at('spring'), at('spring-solid'), at('screw'), at('tab')]).toEqual([
      [570, 30],
      [570, 20],
      [570, -20],
      [570, -30],
    ])
  })
  it('a short spring is padded to half a millimetre inside its band, and is solid so much sooner', () => {
    const j = joints(hung('in the body', { 'pickup-springs': { freeLength: 12.2 } }))('pickup-bridge-spring')
    expect(j.clearance.value).toBeCloseTo(0.2, 9)
    expect(changesOf(j, 'pad-springs')).toEqual({
      freeLength: expect.closeTo(12.2 + 1.3, 9),
      solidLength: expect.closeTo(4 + 1.3, 9),
    })
    expect(inWords(fixOf(j, 'pad-springs')!.title)).toBe('Put 1.3 mm of washer under each spring')
    expect(fixOf(j, 'cut-springs')).toBeUndefined()
  })
  it('a long one is cut to press by five at its longest, and is solid in proportion', () => {
    const j = joints(hung('in the body', { 'pickup-springs': { freeLength: 34 } }))('pickup-bridge-spring')
    expect(j.clearance.value).toBeCloseTo(22, 9)
    expect(changesOf(j, 'cut-springs')).toEqual({
      freeLength: expect.closeTo(17, 9),
      solidLength: expect.closeTo((4 * 17) / 34, 9),
    })
    expect(inWords(fixOf(j, 'cut-springs')!.title)).toBe('Cut each spring to 17 mm')
    // Two minutes and one for each of four.
    expect(fixOf(j, 'cut-springs')!.minutes).toBe(6)
  })
  it('a short screw gives way to the first that is sold and reaches', () => {
    const of = (length: number) =>
      joints(hung('in the body', { 'pickup-screws': { length } }))('pickup-bridge-screw')
    // 17 are wanted: 20 is the first of 10, 12, 16, 20.
    expect(of(15).clearance.value).toBeCloseTo(-2, 9)
    expect(changesOf(of(15), 'longer-screws')).toEqual({ length: 20 })
    expect(of(18).fixes).toEqual([])
  })
  it('a tight tab is opened four tenths over its screw', () => {
    const j = joints(hung('in the body', { 'pickup-bridge': { tabHole: 2.5 } }))('pickup-bridge-tab')
    expect(j.clearance.value).toBeCloseTo(-0.2, 9)
    expect(changesOf(j, 'open-tab')).toEqual({ tabHole: expect.closeTo(3.1, 9) })
    expect(joints(hung('in the body'))('pickup-bridge-tab').fixes).toEqual([])
  })
})

describe('a control in its top', () => {
  const POT = { threadDiameter: 7.5, threadLength: 17, hardware: 5, caseDepth: 14, caseWidth: 24 }
  const pot = (dims: Record<string, number> = {}, change: (b: Build) => void = () => undefined) => {
    const b = plainBuild({ front: 165, parts: { 'pot-volume': { dims: { ...POT, ...dims } } } })
    change(b)
    return joints(b)
  }
  const cavity = (b: Build) =>
    b.parts.find(p => p.kind === 'body')!.features.find(f => f.role === 'control-cavity')!
  const mm = (value: number) => ({ value, doubt: 0.05, basis: 'measured' as const })

  it('has what its thread leaves over top and nut, its hole over its bushing, its cavity over its case', () => {
    const of = pot()
    expect(of('pot-volume-thread').clearance.value).toBeCloseTo(17 - 8 - 5, 9)
    expect(of('pot-volume-hole').clearance.value).toBeCloseTo(8 - 7.5, 9)
    expect(of('pot-volume-case').clearance.value).toBeCloseTo(37 - 14, 9)
  })
  it('a long thread gets a nut below, to the middle of its band', () => {
    const j = pot({ threadLength: 30 })('pot-volume-thread')
    // 17 stand out; 1 to 4 are wanted.
    expect(changesOf(j, 'nut-below')).toEqual({ hardware: expect.closeTo(5 + 14.5, 9) })
    expect(inWords(fixOf(j, 'nut-below')!.title)).toContain('14.5 mm up the thread')
    expect(fixOf(j, 'recess')).toBeUndefined()
  })
  it('a short one gets a recess, to half a millimetre inside it', () => {
    const j = pot({ threadLength: 11 })('pot-volume-thread')
    // −2 of 1: the top loses 3.5 and keeps 4.5.
    expect(changesOf(j, 'recess')).toEqual({ 'hole-volume.topThickness': expect.closeTo(4.5, 9) })
    expect(inWords(fixOf(j, 'recess')!.title)).toBe('Thin the top from inside by 3.5 mm around the hole')
    expect(inWords(fixOf(j, 'recess')!.note)).toBe('A 28 mm wide recess; leaves 4.5 mm of top.')
    expect(fixOf(j, 'recess')!.risk).not.toBe('high')
    // Under three of top it is bold.
    expect(fixOf(pot({ threadLength: 9.4 })('pot-volume-thread'), 'recess')!.risk).toBe('high')
    expect(fixOf(pot({ threadLength: 9.6 })('pot-volume-thread'), 'recess')!.risk).not.toBe('high')
  })
  it('a tight hole is reamed, a wide one sleeved, to three tenths over its bushing', () => {
    const tight = pot({ threadDiameter: 8 })('pot-volume-hole')
    expect(changesOf(tight, 'ream-hole')).toEqual({ 'hole-volume.diameter': expect.closeTo(8.3, 9) })
    const wide = pot({ threadDiameter: 7 })('pot-volume-hole')
    expect(changesOf(wide, 'sleeve-hole')).toEqual({ 'hole-volume.diameter': expect.closeTo(7.3, 9) })
    expect(pot({ threadDiameter: 7.5 })('pot-volume-hole').fixes).toEqual([])
  })
  it('a shallow cavity is deepened while three of wood are left over it', () => {
    const deep = (top: number) =>
      pot({ caseDepth: 36 }, b => (cavity(b).dims.topThickness = mm(top)))('pot-volume-case')
    // 1 of 2: by 1.3.
    expect(changesOf(deep(8), 'deepen-cavity')).toEqual({
      'cavity.depth': expect.closeTo(38.3, 9),
      'cavity.topThickness': expect.closeTo(6.7, 9),
    })
    expect(inWords(fixOf(deep(8), 'deepen-cavity')!.title)).toBe('Rout the cavity 1.3 mm deeper')
    expect(fixOf(deep(4.4), 'deepen-cavity')).toBeDefined()
    expect(fixOf(deep(4.2), 'deepen-cavity')).toBeUndefined()
    // Without its top’s thickness what the body leaves counts: 45 less 37.
    const bare = pot({ caseDepth: 36 }, b => {
      delete cavity(b).dims.topThickness
    })('pot-volume-case')
    expect(changesOf(bare, 'deepen-cavity')).toEqual({ 'cavity.depth': expect.closeTo(38.3, 9) })
    expect(inWords(fixOf(bare, 'deepen-cavity')!.note)).toContain('Leaves 6.7 mm')
    expect(pot({ caseDepth: 34.9 })('pot-volume-case').fixes).toEqual([])
  })
  it('in a guard goes through the guard, its case over the cavity that lies under it', () => {
    const b = plainBuild({
      front: 165,
      instrument: { mounting: 'on the guard' },
      parts: {
        'pot-volume': { dims: POT },
        guard: {
          dims: { thickness: 2.4 },
          features: [
            typicalFeature(
              'pot-hole',
              'g',
              { x: 190, y: 92, diameter: 8 },
              { serves: 'pot-volume', through: true },
            ),
          ],
        },
      },
    })
    const body = b.parts.find(p => p.kind === 'body')!
    body.features = body.features.filter(f => f.role !== 'pot-hole')
    const of = joints(b)
    expect(of('pot-volume-thread').clearance.value).toBeCloseTo(17 - 2.4 - 5, 9)
    expect(of('pot-volume-thread').at).toEqual([660, 92])
    expect(of('pot-volume-case').clearance.value).toBeCloseTo(37 - 14, 9)
    // A guard is not thinned from inside.
    const short = joints({
      ...b,
      parts: b.parts.map(p => (p.kind === 'pot' ? { ...p, dims: { ...p.dims, threadLength: mm(6) } } : p)),
    })('pot-volume-thread')
    expect(fixOf(short, 'recess')).toBeUndefined()
  })
})

describe('screws that hold something', () => {
  const held = (dims: Record<string, number>, hole = 3.4) =>
    joints(
      plainBuild({
        front: 165,
        parts: {
          'bridge-screws': { dims: { count: 2, diameter: 3, length: 25, ...dims } },
          bridge: {
            dims: { plateThickness: 2 },
            features: [-20, 20].map((y, i) =>
              typicalFeature('screw-hole', `s${i}`, { x: 27, y, diameter: hole }, { through: true }),
            ),
          },
        },
      }),
    )
  it('bite what is left of them, and pass what they hold', () => {
    expect(held({})('bridge-screws-bite').clearance.value).toBeCloseTo(23, 9)
    expect(held({})('bridge-screws-tab').clearance.value).toBeCloseTo(0.4, 9)
  })
  it('short ones give way to the first that is sold and bites five', () => {
    const j = held({ length: 6.5 })('bridge-screws-bite')
    expect(j.clearance.value).toBeCloseTo(4.5, 9)
    expect(changesOf(j, 'longer-screws')).toEqual({ length: 10 })
  })
  it('tight holes are opened, all of them', () => {
    const j = held({}, 3.1)('bridge-screws-tab')
    expect(j.clearance.value).toBeCloseTo(0.1, 9)
    expect(Object.keys(changesOf(j, 'open-tabs'))).toEqual(['s0.diameter', 's1.diameter'])
    for (const v of Object.values(changesOf(j, 'open-tabs'))) expect(v).toBeGreaterThan(3.3 - 1e-9)
    expect(held({})('bridge-screws-tab').fixes).toEqual([])
  })
})
