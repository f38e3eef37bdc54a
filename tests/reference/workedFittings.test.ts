import { inWords } from '../support/inWords.ts'
import { describe, expect, it } from 'vitest'
import type { Build } from '../../src/core/document/build.ts'
import { jointsAsTheyStand } from '../../src/core/fit/findJoints.ts'
import { chanceToSettle, measureNext } from '../../src/core/fit/measureNext.ts'
import { cheapestFixesNow, priceOf } from '../../src/core/fit/fixSet.ts'
import type { Joint } from '../../src/core/fit/joint.ts'
import type { Feature } from '../../src/core/parts/part.ts'
import { typicalFeature } from '../../src/core/parts/typicalPart.ts'
import { linear, type Quantity } from '../../src/core/units/quantity.ts'
import { changesOf, fixOf, jointIn, wholeRead } from '../support/joints.ts'
import { plainBuild, type Plain } from '../support/plainBuild.ts'

/** Neck, nut, rod, tremolo, battery and controls that were read, worked by hand on an instrument of round numbers. */
const mm = (value: number, doubt = 0.02) => ({ value, doubt, basis: 'measured' as const })
const POCKET = { length: 76, width: 56, widthEnd: 55.8, depth: 16, floorDip: 0.05 }
const NECK = { heelLength: 75.8, heelWidth: 55.85, heelWidthEnd: 55.65, heelThickness: 25, fretHeight: 1.1 }
const built = (
  neck: Record<string, number> = {},
  pocket: Record<string, number> = {},
  o: Plain & { body?: Feature[]; neckFeatures?: Feature[] } = {},
  change: (b: Build) => void = () => undefined,
): Build => {
  const { body = [], neckFeatures = [], ...plain } = o
  const b = plainBuild({
    front: 166,
    ...plain,
    parts: {
      ...plain.parts,
      neck: {
        ...plain.parts?.['neck'],
        dims: { ...NECK, ...neck, ...plain.parts?.['neck']?.dims },
        features: neckFeatures,
      },
      body: {
        ...plain.parts?.['body'],
        features: [typicalFeature('neck-pocket', 'pocket', { ...POCKET, ...pocket }), ...body],
      },
    },
  })
  change(b)
  return wholeRead(b)
}
const gap = (b: Build, id: string) => jointIn(b, id).clearance.value
const near = (x: number) => expect.closeTo(x, 6)
const has = (b: Build, id: string) => jointsAsTheyStand(b).some(j => j.id === id)

describe('a heel in its pocket', () => {
  /** The film on both walls of a pocket that is not masked. */
  const film = 56 - 55.85 - gap(built(), 'heel-width-mouth')
  it('has what the pocket is wider at either end, less its film', () => {
    expect(film).toBeGreaterThanOrEqual(-1e-9)
    expect(gap(built(), 'heel-width-mouth')).toBeCloseTo(0.15 - film, 6)
    expect(gap(built({ heelWidthEnd: 55.5 }), 'heel-width-end')).toBeCloseTo(0.3 - film, 6)
    expect(jointIn(built(), 'heel-width-mouth').at).toEqual([394, 28])
    expect(jointIn(built(), 'heel-width-end').at).toEqual([470, 28])
  })
  it('is shaved or veneered to the middle of its band, half on each side', () => {
    const tight = jointIn(built({ heelWidth: 56.2 }), 'heel-width-mouth'),
      aim = (tight.limits.low + tight.limits.high!) / 2
    expect(changesOf(tight, 'shave-pocket')).toEqual({ 'pocket.width': near(56.2 + aim + film) })
    expect(inWords(fixOf(tight, 'shave-pocket')!.title)).toBe(
      `Shave ${((aim + 0.2 + film) / 2).toFixed(2)} mm off each pocket wall`,
    )
    expect(fixOf(tight, 'veneer-side')).toBeUndefined()
    const wide = jointIn(built({ heelWidthEnd: 55 }), 'heel-width-end')
    const mid = (wide.limits.low + wide.limits.high!) / 2
    expect(changesOf(wide, 'veneer-side')).toEqual({ 'pocket.widthEnd': near(55 + mid + film) })
    expect(inWords(fixOf(wide, 'veneer-side')!.title)).toBe(
      `Glue ${((0.8 - film - mid) / 2).toFixed(2)} mm of veneer to each pocket wall`,
    )
    expect(fixOf(wide, 'shave-pocket')).toBeUndefined()
  })
  it('that is glued has a band of its own and no film', () => {
    const glued = built({}, {}, { instrument: { neckJoint: 'glued' } }),
      j = jointIn(glued, 'heel-width-mouth')
    expect(j.family).toBe('tenon width')
    expect(j.clearance.value).toBeCloseTo(0.15, 6)
    expect(j.limits).toMatchObject({ low: 0, high: 0.15, never: -0.1 })
    const tight = jointIn(
      built({ heelWidth: 56.2 }, {}, { instrument: { neckJoint: 'glued' } }),
      'heel-width-mouth',
    )
    expect(changesOf(tight, 'shave-pocket')['pocket.width']).toBeCloseTo(56.2 + 0.075, 6)
  })
  it('has what the pocket is longer, pared at its mouth or packed at its end to the middle of the band', () => {
    expect(gap(built(), 'heel-length')).toBeCloseTo(0.2, 6)
    const short = jointIn(built({ heelLength: 76.3 }), 'heel-length'),
      long = jointIn(built({ heelLength: 75 }), 'heel-length')
    expect(changesOf(short, 'lengthen-pocket')).toEqual({ 'pocket.length': near(76.5) })
    expect(inWords(fixOf(short, 'lengthen-pocket')!.title)).toBe('Pare 0.50 mm off the pocket’s mouth')
    expect(fixOf(short, 'pack-end')).toBeUndefined()
    expect(changesOf(long, 'pack-end')).toEqual({ 'pocket.length': near(75.2) })
    expect(inWords(fixOf(long, 'pack-end')!.title)).toBe('Glue 0.80 mm of veneer to the pocket’s end wall')
    expect(short.at).toEqual([470, 0])
  })
  it('bears a tenth of dip under it; a shim lifts it by six tenths, none where it is glued', () => {
    expect(gap(built(), 'pocket-floor')).toBeCloseTo(0.05, 6)
    const j = jointIn(built({}, { floorDip: 0.3 }), 'pocket-floor')
    expect(j.clearance.value).toBeCloseTo(-0.2, 6)
    expect(j.at).toEqual([470 - 38, 0])
    expect(changesOf(j, 'flatten-floor')).toEqual({ 'pocket.floorDip': 0.04 })
    expect(changesOf(j, 'fitted-shim')).toEqual({ 'pocket.floorDip': 0.04, 'pocket.depth': near(15.4) })
    expect(inWords(fixOf(j, 'fitted-shim')!.title)).toContain('0.6 mm')
    const glued = jointIn(built({}, { floorDip: 0.3 }, { instrument: { neckJoint: 'glued' } }), 'pocket-floor')
    expect(glued.fixes.map(f => f.method)).toEqual(['flatten-floor'])
  })
})

describe('a nut', () => {
  const nut = (dims: Record<string, number>, neck: Record<string, number> = {}) =>
    built(
      { slotWidth: 6.1, slotDepth: 3, widthAtNut: 42, ...neck },
      {},
      { parts: { nut: { dims: { thickness: 6.08, length: 42.1, height: 7, ...dims } } } },
    )
  it('is sanded, or its slot veneered, to the middle of its band', () => {
    expect(gap(nut({}), 'nut-thickness')).toBeCloseTo(0.02, 6)
    expect(jointIn(nut({}), 'nut-thickness').fixes).toEqual([])
    expect(jointIn(nut({}), 'nut-thickness').at).toEqual([near(-3.05), 21])
    const thick = jointIn(nut({ thickness: 6.3 }), 'nut-thickness'),
      thin = jointIn(nut({ thickness: 5.775 }), 'nut-thickness')
    expect(changesOf(thick, 'sand-nut')).toEqual({ thickness: near(6.1 - 0.025) })
    expect(inWords(fixOf(thick, 'sand-nut')!.title)).toBe('Sand 0.23 mm off the nut’s face')
    expect(changesOf(thin, 'veneer-nut')).toEqual({ slotWidth: near(5.8) })
    expect(inWords(fixOf(thin, 'veneer-nut')!.title)).toBe('Glue 0.30 mm of veneer into the slot')
  })
  it('is dressed to a tenth more than the neck, half at each end; one that is short is not', () => {
    const long = jointIn(nut({ length: 43 }), 'nut-length')
    expect(long.clearance.value).toBeCloseTo(1, 6)
    expect(changesOf(long, 'dress-ends')).toEqual({ length: near(42.1) })
    expect(inWords(fixOf(long, 'dress-ends')!.title)).toBe('Dress 0.45 mm off each end of the nut')
    expect(long.at).toEqual([near(-3.05), -21])
    expect(jointIn(nut({ length: 41.5 }), 'nut-length').fixes).toEqual([])
    expect(jointIn(nut({ length: 42.3 }), 'nut-length').fixes).toEqual([])
  })
  it('stands over its slot by what the strings want; a sliver or a file leaves three tenths', () => {
    // 7 less 3 of slot, 1.1 of fret and 0.435 over it.
    const high = jointIn(nut({ height: 8 }), 'nut-height'),
      low = jointIn(nut({ height: 4.5 }), 'nut-height')
    expect(gap(nut({}), 'nut-height')).toBeCloseTo(7 - 4.535, 6)
    // 3.465 is to come down to 2.2: 1.265.
    expect(changesOf(high, 'lower-top')).toEqual({ height: near(8 - 1.265) })
    expect(inWords(fixOf(high, 'lower-top')!.title)).toMatch(/^Take 1\.2[67] mm off the nut’s top$/)
    // −0.035 is to come up to 0.5.
    expect(changesOf(low, 'sliver')).toEqual({ height: near(4.5 + 0.535) })
    expect(inWords(fixOf(low, 'sliver')!.title)).toMatch(/sliver 0\.5[34] mm thick/)
  })
})

describe('saddles over a neck', () => {
  const over = (saddleLow: number, o: Plain = {}, more: Record<string, number> = {}) =>
    built(
      {},
      {},
      { ...o, parts: { ...o.parts, bridge: { dims: { saddleLow, saddleHigh: saddleLow + 6, ...more } } } },
    )
  // Heel 25 over a pocket of 16, frets of 1.1, twice the action of 1.5 less 0.435 at the nut.
  const needed = 25 - 16 + 1.1 + 3 - 0.435,
    /** From the heel’s end to the foremost saddle: 166 and 8. */
    reach = 174
  it('have the screws’ range but half a millimetre at each end', () => {
    const j = jointIn(over(8), 'saddle-height')
    expect(j.clearance.value).toBeCloseTo(needed - 8, 6)
    expect(j.limits).toMatchObject({ low: 0.5, high: near(5.5), never: 0, neverAbove: near(6) })
  })
  it('that cannot come down want a wedge: a millimetre in all, by what pocket and reach turn', () => {
    const j = jointIn(over(13), 'saddle-height'),
      rise = 1 - (needed - 13),
      thick = rise / (1 + reach / 76)
    expect(inWords(fixOf(j, 'wedge')!.title)).toBe(
      `Full-contact wedge, ${thick.toFixed(2)} mm at the heel’s end to nothing at the mouth`,
    )
    expect(inWords(fixOf(j, 'wedge')!.note)).toContain(`${((Math.atan(thick / 76) * 180) / Math.PI).toFixed(2)}°`)
    expect(changesOf(j, 'wedge')).toEqual({ 'pocket.depth': near(16 - rise) })
    expect(changesOf(j, 'strip')).toEqual({ 'pocket.depth': near(16 - rise) })
    expect(fixOf(j, 'bridge-spacer')).toBeUndefined()
    const glued = jointIn(over(13, { instrument: { neckJoint: 'glued' } }), 'saddle-height')
    expect(glued.fixes.map(f => f.method)).toEqual(['pare-mouth'])
    expect(inWords(fixOf(glued, 'pare-mouth')!.title)).toContain(
      `${((rise * 76) / reach).toFixed(2)} mm deeper at its mouth`,
    )
  })
  it('that run out want a spacer to half a millimetre inside their end, or the mortise pared at its end', () => {
    const up = needed - 6 - 5.5 + 0.5,
      j = jointIn(over(6), 'saddle-height')
    expect(changesOf(j, 'bridge-spacer')).toEqual({ saddleLow: near(6 + up), saddleHigh: near(12 + up) })
    expect(inWords(fixOf(j, 'bridge-spacer')!.title)).toBe(
      `Spacer ${up.toFixed(1)} mm thick under the bridge plate`,
    )
    expect(j.fixes.map(f => f.method)).toEqual(['bridge-spacer'])
    const glued = jointIn(over(6, { instrument: { neckJoint: 'glued' } }), 'saddle-height')
    expect(changesOf(glued, 'pare-end')).toEqual({ 'pocket.depth': near(16 + up) })
    expect(inWords(fixOf(glued, 'pare-end')!.title)).toContain(
      `${(up / (1 + reach / 76)).toFixed(2)} mm deeper at its end`,
    )
  })
})

describe('a tremolo in its rout', () => {
  const ROUT = { x: 188, y: 0, length: 30, width: 80, depth: 45 }
  const rocking = (bridge: Record<string, number> = {}, rout: Record<string, number> = {}, none = false) =>
    built(
      {},
      {},
      {
        instrument: { bridge: 'rocking tremolo, two posts' },
        parts: { bridge: { dims: { blockDepth: 40, blockLength: 12, blockWidth: 75, swing: 5, ...bridge } } },
        body: none ? [] : [typicalFeature('tremolo-rout', 'rout', { ...ROUT, ...rout }, { through: true })],
      },
    )
  const film = 15 - 6 - 5 - gap(rocking(), 'tremolo-swing')
  it('hangs inside the back by what the body is thicker', () => {
    expect(gap(rocking(), 'tremolo-foot')).toBeCloseTo(5, 6)
    expect(jointIn(rocking(), 'tremolo-foot').at).toEqual([636 + 12, -12])
    const j = jointIn(rocking({ blockDepth: 44 }), 'tremolo-foot')
    expect(changesOf(j, 'shorten-block')).toEqual({ blockDepth: near(44 - 1.3) })
    expect(inWords(fixOf(j, 'shorten-block')!.title)).toBe('File 1.3 mm off the block’s foot')
  })
  it('swings in half of what the rout is longer, and has its sides', () => {
    expect(film).toBeGreaterThanOrEqual(-1e-9)
    expect(film).toBeLessThan(0.1)
    expect(gap(rocking(), 'tremolo-sides')).toBeCloseTo(2.5 - film, 6)
    expect(jointIn(rocking(), 'tremolo-swing').at).toEqual([470 + 188, 0])
    const tight = jointIn(rocking({ swing: 8 }), 'tremolo-swing'),
      off = 2.3 - (1 - film)
    expect(changesOf(tight, 'open-length')).toEqual({ 'rout.length': near(30 + 2 * off) })
    expect(inWords(fixOf(tight, 'open-length')!.title)).toBe(
      `Rout ${off.toFixed(1)} mm off both ends of the tremolo rout`,
    )
    const sides = jointIn(rocking({ blockWidth: 78 }), 'tremolo-sides')
    expect(changesOf(sides, 'open-width')).toEqual({ 'rout.width': near(80 + 2 * (2.3 - 1 + film)) })
    expect(inWords(fixOf(sides, 'open-width')!.title)).toMatch(/off both sides of the tremolo rout$/)
  })
})

describe('a locking nut', () => {
  const locked = (nut: Record<string, number> = {}, neck: Record<string, number> = {}) =>
    built(
      { widthAtNut: 42, shelfLength: 16, lockSpread: 20, ...neck },
      {},
      {
        instrument: { bridge: 'double-locking tremolo' },
        parts: { 'locking-nut': { dims: { width: 42, length: 16, screwSpread: 20, ...nut } } },
      },
    )
  it('meets neck, shelf and screws by what it is more', () => {
    const b = locked({ width: 42.1, length: 16.5, screwSpread: 20.4 })
    expect(gap(b, 'lock-width')).toBeCloseTo(0.1, 6)
    expect(gap(b, 'lock-length')).toBeCloseTo(0.5, 6)
    expect(gap(b, 'lock-screws')).toBeCloseTo(0.4, 6)
    expect(jointIn(b, 'lock-width').at).toEqual([-4, 21])
    expect(jointIn(b, 'lock-screws').at).toEqual([-4, -10.5])
    expect(changesOf(jointIn(b, 'lock-length'), 'lengthen-shelf')).toEqual({ shelfLength: near(16.5) })
    expect(inWords(fixOf(jointIn(b, 'lock-length'), 'lengthen-shelf')!.title)).toContain('0.50 mm longer')
    expect(changesOf(jointIn(b, 'lock-screws'), 'plug-lock')).toEqual({ lockSpread: near(20.4) })
    expect(jointIn(locked({ length: 15.5 }), 'lock-length').fixes).toEqual([])
    expect(jointIn(locked({ width: 43 }), 'lock-width').fixes).toEqual([])
  })
})

describe('a battery', () => {
  const CELL = { length: 48, width: 26, height: 17 }
  const boxed = (box: Record<string, number> | undefined) =>
    built(
      {},
      {},
      {
        instrument: { extras: ['battery'] },
        parts: { battery: { dims: CELL } },
        body: box ? [typicalFeature('battery-box', 'box', { x: 230, y: -80, ...box }, { face: 'back' })] : [],
      },
    )
  it('lies in its box by its tightest way', () => {
    const b = boxed({ length: 50, width: 28, depth: 18 })
    expect(gap(b, 'battery-box')).toBeCloseTo(1, 6)
    expect(jointIn(b, 'battery-box').at).toEqual([700, -80])
    expect(gap(boxed({ length: 48.6, width: 28, depth: 18 }), 'battery-box')).toBeCloseTo(0.6, 6)
    expect(gap(boxed({ length: 50, width: 26.7, depth: 18 }), 'battery-box')).toBeCloseTo(0.7, 6)
  })
  it('that does not go in gets a millimetre on each way that is short; one that rattles gets foam', () => {
    const tight = jointIn(boxed({ length: 47, width: 30, depth: 17.2 }), 'battery-box')
    expect(changesOf(tight, 'open-box')).toEqual({ 'box.length': 49, 'box.width': 30, 'box.depth': 18 })
    expect(inWords(fixOf(tight, 'open-box')!.note)).toBe('To 49.0 × 27.0 × 18.0 mm.')
    const loose = jointIn(boxed({ length: 60, width: 36, depth: 25 }), 'battery-box')
    expect(loose.clearance.value).toBeCloseTo(8, 6)
    expect(inWords(fixOf(loose, 'foam')!.title)).toBe('Glue 7.5 mm of foam to the box’s wall')
    expect(changesOf(loose, 'foam')).toEqual({ length: near(55), width: near(33), height: near(24) })
  })
  it('without a box is asked for, and nothing is cut', () => {
    const j = jointIn(boxed(undefined), 'battery-box')
    expect(j.title).toContain('is there a box')
    expect(j.fixes).toEqual([])
    expect(j.at).toEqual([670, 60])
    expect(j.clearance.value).toBeCloseTo(-17, 6)
  })
})

describe('neck screws', () => {
  const hole = (id: string, x: number, y: number, diameter = 4.8, more: Partial<Feature> = {}) =>
    typicalFeature('screw-hole', id, { x, y, diameter }, { serves: 'neck-screws', ...more })
  const screwed = (body: Feature[], heel: Feature[] = [], diameter = 4.2) =>
    built({}, {}, { body, neckFeatures: heel, parts: { 'neck-screws': { dims: { diameter, length: 45 } } } })
  const body = [hole('a', -20, 19), hole('b', -58, -19)]
  it('pass by what the first hole is wider; all are drilled to half a millimetre more', () => {
    const j = jointIn(screwed(body), 'neck-screw-hole')
    expect(j.clearance.value).toBeCloseTo(0.6, 6)
    expect(j.at).toEqual([450, 19])
    expect(j.fixes).toEqual([])
    const tight = jointIn(screwed(body, [], 4.7), 'neck-screw-hole')
    expect(changesOf(tight, 'open-holes')).toEqual({ 'a.diameter': near(5.2), 'b.diameter': near(5.2) })
    expect(inWords(fixOf(tight, 'open-holes')!.title)).toBe('Drill the 2 body holes to 5.2 mm')
    const wide = jointIn(screwed(body, [], 3.5), 'neck-screw-hole')
    expect(wide.fixes.map(f => f.method)).toEqual(['plug-holes'])
    expect(changesOf(wide, 'plug-holes')).toEqual({ 'a.diameter': near(4), 'b.diameter': near(4) })
  })
  it('meet the heel’s holes, each the nearest one, within three tenths', () => {
    // The heel’s are told from the nut; the second is 0.3 along and 0.4 across off, the first 0.1.
    const heel = [hole('q', 412.3, -19.4, 3), hole('p', 450.1, 19, 3)]
    const j = jointIn(screwed(body, heel), 'neck-screw-pattern')
    expect(j.clearance.value).toBeCloseTo(0.3 - 0.5, 6)
    expect(j.at).toEqual([440, 15])
    expect(inWords(fixOf(j, 'plug-heel')!.title)).toBe('Plug the 2 heel holes and drill them through the body')
    expect(changesOf(j, 'plug-heel')).toEqual({
      'q.x': near(450),
      'q.y': near(19),
      'p.x': near(412),
      'p.y': near(-19),
    })
    expect(has(screwed(body), 'neck-screw-pattern')).toBe(false)
    expect(has(screwed([], heel), 'neck-screw-pattern')).toBe(false)
    expect(has(screwed([], heel), 'neck-screw-hole')).toBe(false)
  })
  it('that were marked through the body lie as near as a punch, unless they were read', () => {
    const drilled = { step: 'drill/neck', hole: 'neck-heel-1', label: 'Heel' }
    const b = screwed([body[0]!], [hole('p', 450, 19, 3, { drilled })])
    const own = (basis: 'assumed' | 'measured') => {
      const copy = structuredClone(b),
        f = copy.parts.find(p => p.kind === 'neck')!.features[0]!
      f.dims.x!.basis = basis
      return jointIn(copy, 'neck-screw-pattern')
    }
    expect(own('assumed').doubt).toBeCloseTo(0.15, 6)
    expect(own('measured').doubt).not.toBeCloseTo(0.15, 3)
  })
})

describe('a truss rod’s tool', () => {
  const rod = (notch: number | undefined, traits: Record<string, string> = {}, where = 'at the heel') =>
    built(
      { rodReach: 12 },
      {},
      {
        parts: { neck: { traits: { rod: where } }, body: { traits } },
        body:
          notch === undefined
            ? []
            : [typicalFeature('rod-notch', 'notch', { x: 6, y: 0, length: notch, width: 14 })],
      },
    )
  it('has what the notch is longer than it needs', () => {
    expect(gap(rod(15), 'truss-rod')).toBeCloseTo(3, 6)
    expect(jointIn(rod(15), 'truss-rod').at).toEqual([476, 0])
    const j = jointIn(rod(8), 'truss-rod')
    expect(j.clearance.value).toBeCloseTo(-4, 6)
    expect(changesOf(j, 'lengthen-notch')).toEqual({ 'notch.length': near(12.5) })
    expect(inWords(fixOf(j, 'lengthen-notch')!.title)).toBe('Cut the notch 4.0 mm longer')
  })
  it('is no question at the head, nor where the body has none; and asked where nobody looked', () => {
    expect(has(rod(15, {}, 'at the head'), 'truss-rod')).toBe(false)
    expect(has(rod(undefined, { rodNotch: 'none' }), 'truss-rod')).toBe(false)
    expect(jointIn(rod(undefined), 'truss-rod').state).toBe("can't tell")
    expect(jointIn(rod(undefined), 'truss-rod').fixes).toEqual([])
  })
})

describe('cases in a cavity', () => {
  const CAVITY = { x: 200, y: 90, length: 120, width: 60, corner: 0, depth: 37, topThickness: 6 }
  const pot = (id: string, x: number, y: number, serves: string) =>
    typicalFeature(
      serves === 'switch' ? 'switch-hole' : 'pot-hole',
      id,
      { x, y, diameter: 8 },
      { serves, through: true },
    )
  const cased = (holes: Feature[], sizes: Record<string, Record<string, number>> = {}) =>
    built(
      {},
      {},
      {
        instrument: { volumes: 1, tones: 1, switches: 1, pickups: ['bridge', 'neck'] },
        parts: {
          'pot-volume': { dims: { caseWidth: 24 } },
          'pot-tone': { dims: { caseWidth: 16 } },
          switch: { dims: { caseWidth: 14, caseLength: 40 } },
          ...Object.fromEntries(Object.entries(sizes).map(([k, dims]) => [k, { dims }])),
        },
        body: [typicalFeature('control-cavity', 'cavity', CAVITY, { face: 'back' }), ...holes],
      },
    )
  const ROW = [pot('v', 160, 90, 'pot-volume'), pot('t', 200, 90, 'pot-tone'), pot('s', 240, 90, 'switch')]
  it('lie side by side with half of each between them, a long one along the row', () => {
    // Volume to tone 40 − 12 − 8 = 20; tone to switch 40 − 8 − 20 = 12.
    const j = jointIn(cased(ROW), 'control-neighbours')
    expect(j.clearance.value).toBeCloseTo(12, 6)
    expect(j.at).toEqual([470 + 220, 90])
    expect(j.title).toMatch(/ beside /)
    expect(gap(cased([ROW[0]!, pot('t', 190, 130, 'pot-tone')]), 'control-neighbours')).toBeCloseTo(50 - 20, 6)
  })
  it('are told by the one that is nearest to the wall', () => {
    // Both ends of the row are 20 from the end wall: the volume’s case is the wider with 12, the switch’s takes 7.
    const j = jointIn(cased(ROW), 'control-wall')
    expect(j.clearance.value).toBeCloseTo(20 - 12, 6)
    expect(j.at).toEqual([470 + 140, 90])
    expect(gap(cased(ROW.slice(1)), 'control-wall')).toBeCloseTo(20 - 7, 6)
    expect(jointIn(cased([pot('v', 200, 70, 'pot-volume')]), 'control-wall').at).toEqual([670, 60])
  })
  it('are none outside of the cavity, or alone', () => {
    expect(has(cased([pot('v', 100, 0, 'pot-volume')]), 'control-wall')).toBe(false)
    expect(has(cased([pot('v', 200, 90, 'pot-volume')]), 'control-neighbours')).toBe(false)
  })
})

describe('what a reading settles', () => {
  const joint = (value: number, own: number, other: number, missing = false): Joint => {
    const q: Quantity = linear([
      [
        1,
        linear([
          [
            1,
            {
              value,
              terms: new Map([
                [
                  'n/dims.a',
                  {
                    source: {
                      id: 'n/dims.a',
                      label: 'a',
                      value,
                      doubt: own,
                      basis: 'claimed',
                      ...(missing ? { missing } : {}),
                    },
                    coefficient: 1,
                  },
                ],
              ]),
            } as unknown as Quantity,
          ],
        ]),
      ],
      [
        1,
        {
          value: 0,
          terms: new Map([
            [
              'n/dims.b',
              { source: { id: 'n/dims.b', label: 'b', value: 0, doubt: other, basis: 'claimed' }, coefficient: 1 },
            ],
          ]),
        } as unknown as Quantity,
      ],
    ])
    return { clearance: q, limits: { low: 0, never: -10 } } as unknown as Joint
  }
  /** Share of a normal curve below z [published: any table; here by steps]. */
  const below = (z: number) => {
    let s = 0
    for (let x = -8; x < z; x += 0.001) s += Math.exp((-x * x) / 2) * 0.001
    return s / Math.sqrt(2 * Math.PI)
  }
  it('is the chance that it falls where what is left of the doubt decides', () => {
    // Read to 0.05 of a doubt of 1, nothing else in doubt: sure beyond 1.2816 · 0.025 on either side of the limit.
    const spread = Math.sqrt(1 - 0.05 ** 2) / 2,
      edge = 1.2816 * 0.025
    for (const value of [0, 0.3, 0.6])
      expect(chanceToSettle(joint(value, 1, 0), 'n/dims.a')).toBeCloseTo(
        below((-edge - value) / spread) + 1 - below((edge - value) / spread),
        1,
      )
  })
  it('is less beside another doubt, and none of what is no part of it', () => {
    const beside = chanceToSettle(joint(0.2, 1, 1), 'n/dims.a')
    const left = Math.hypot(1, 0.05) / 2,
      spread = Math.sqrt(1 - 0.05 ** 2) / 2,
      edge = 1.2816 * left
    expect(beside).toBeCloseTo(below((-edge - 0.2) / spread) + 1 - below((edge - 0.2) / spread), 1)
    expect(chanceToSettle(joint(0.2, 1, 1), 'n/dims.c')).toBe(0)
  })
  it('names the reading that more hangs on first, each with its joints', () => {
    const b = wholeRead(plainBuild({ front: 166 })),
      doubtful = structuredClone(b),
      neck = doubtful.parts.find(p => p.kind === 'neck')!
    neck.dims.heelWidth = { value: 56, doubt: 0.4, basis: 'claimed' }
    const list = measureNext(doubtful, jointsAsTheyStand(doubtful)),
      item = list.find(m => m.ref.endsWith('heelWidth'))!
    expect(item).toMatchObject({ value: 56, doubt: 0.4, basis: 'claimed', partName: neck.name })
    expect(item.joints).toContain('heel-width-mouth')
    expect(list.map(m => m.stake)).toEqual([...list.map(m => m.stake)].sort((a, c) => c - a))
    expect(measureNext(doubtful, jointsAsTheyStand(doubtful), 0)).toEqual([])
    // What is read already is not asked for again.
    expect(list.every(m => m.basis !== 'measured')).toBe(true)
  })
})

describe('the cheapest set of fixes', () => {
  it('prices a risk beside its minutes', () =>
    expect(
      (['low', 'some', 'high'] as const).map(risk =>
        priceOf({ minutes: 20, risk } as Parameters<typeof priceOf>[0]),
      ),
    ).toEqual([20, 30, 80]))
  it('mends what calls for it, and nothing twice', () => {
    const b = built({ heelLength: 76.3, heelWidth: 56.2, heelWidthEnd: 56 }),
      set = cheapestFixesNow(b)
    expect(set.complete).toBe(true)
    expect(set.chosen.map(c => c.method)).toEqual(expect.arrayContaining(['lengthen-pocket', 'shave-pocket']))
    expect(new Set(set.chosen.map(c => c.joint)).size).toBe(set.chosen.length)
    expect(set.minutes).toBe(set.chosen.reduce((s, c) => s + c.minutes, 0))
  })
  it('gives up what nothing mends, and names it', () => {
    const b = built({}, {}, { parts: { nut: { dims: { length: 41.3 } } } }, x => {
      x.parts.find(p => p.kind === 'neck')!.dims['widthAtNut'] = mm(42)
    })
    expect(cheapestFixesNow(b).left).toContain('nut-length')
  })
})
