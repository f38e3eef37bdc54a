import { inWords } from '../../../tests/support/inWords.ts'
import { readingText } from '../document/readingRef.ts'
import { finishWork } from '../finish/finishWork.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import { measuredAt } from '../../../tests/support/heron.ts'
import { chooseFix } from '../document/edits.ts'
import type { Build } from '../document/build.ts'
import type { Part } from '../parts/part.ts'
import { typicalFeature, typicalPart } from '../parts/typicalPart.ts'
import { measured } from '../units/doubt.ts'
import { doubtOf } from '../units/quantity.ts'
import { fit } from './applyFixes.ts'
import { FAMILIES } from './bands.ts'
import { jointsAsTheyStand } from './findJoints.ts'
import type { Joint } from './joint.ts'
import { reworkMinutes } from './rework.ts'
import type { State } from './verdict.ts'
import { anyIn } from '../../../tests/support/any.ts'

/** Every dimension all but sure, so that only the one in question decides. */
const sure = (b: Build): Build => ({
  ...b,
  parts: b.parts.map(p => ({
    ...p,
    dims: Object.fromEntries(
      Object.entries(p.dims).map(([k, d]) => [
        k,
        { ...d, doubt: Math.min(d.doubt, 0.004), basis: 'measured' as const },
      ]),
    ),
    features: p.features.map(f => ({
      ...f,
      dims: Object.fromEntries(
        Object.entries(f.dims).map(([k, d]) => [
          k,
          { ...d, doubt: Math.min(d.doubt, 0.004), basis: 'measured' as const },
        ]),
      ),
    })),
  })),
  placements: {
    ...b.placements,
    guard: {
      x: measured(b.placements.guard?.x.value ?? 0, 0.004),
      y: measured(b.placements.guard?.y.value ?? 0, 0.004),
    },
  },
})

const put = (b: Build, slot: string, p: Part): Build => ({
  ...b,
  parts: [...b.parts.filter(x => x.id !== p.id), p],
  slots: { ...b.slots, [slot]: p.id },
})
const withDims = (p: Part, dims: Record<string, number>, traits: Record<string, string> = {}): Part => ({
  ...p,
  dims: { ...p.dims, ...Object.fromEntries(Object.entries(dims).map(([k, v]) => [k, measured(v, 0.004)])) },
  traits: { ...p.traits, ...traits },
})
const bodyWith = (b: Build, ...features: Part['features']): Build => ({
  ...b,
  parts: b.parts.map(p => (p.kind === 'body' ? { ...p, features: [...p.features, ...features] } : p)),
})
const neckWith = (
  b: Build,
  dims: Record<string, number>,
  traits: Record<string, string> = {},
  ...features: Part['features']
): Build => ({
  ...b,
  parts: b.parts.map(p =>
    p.kind === 'neck' ? { ...withDims(p, dims, traits), features: [...p.features, ...features] } : p,
  ),
})

/** Kestrel with its guard over its routs and its posts tight, so that one thing at a time can be put out. */
const kestrel = (): Build =>
  sure({
    ...demo('kestrel'),
    parts: demo('kestrel').parts.map(p =>
      p.kind === 'body'
        ? {
            ...p,
            features: p.features.map(f =>
              f.role === 'pickup-rout'
                ? {
                    ...f,
                    dims: {
                      ...f.dims,
                      x: measured(f.id === 'rout-neck' ? 22 : f.id === 'rout-middle' ? 78.5 : 135, 0.004),
                    },
                  }
                : f,
            ),
          }
        : p,
    ),
  })
/** Kestrel with its pickups' tabs 4 mm above their lowest point: 15 − 4 − 6 mm of travel leave 5 for the spring. */
const tabbed = (): Build => {
  const b = kestrel()
  return { ...b, parts: b.parts.map(p => (p.kind === 'pickup' ? withDims(p, { tabAboveLowest: 4 }) : p)) }
}
const heron = (): Build => sure(demo('heron'))
const active = (): Build => {
  const b = heron()
  return {
    ...b,
    parts: b.parts.map(p => (p.kind === 'pickup' ? { ...p, traits: { ...p.traits, electronics: 'active' } } : p)),
  }
}
const rings = (): Build => {
  let b = { ...heron() }
  b = { ...b, instrument: { ...b.instrument, mounting: 'in rings' } }
  b = put(
    b,
    'ring-bridge',
    withDims(typicalPart('ring', 'ring-b'), {
      tall: 8,
      openingLength: 39.6,
      openingWidth: 70.8,
      openingCorner: 3.2,
    }),
  )
  return put(
    b,
    'ring-neck',
    withDims(typicalPart('ring', 'ring-n'), {
      tall: 5,
      length: 34,
      width: 100,
      openingLength: 23,
      openingWidth: 84.4,
      openingCorner: 11.2,
    }),
  )
}
const curvedRing = (): Build => {
  const b = rings()
  return put(
    b,
    'ring-bridge',
    withDims({ ...b.parts.find(p => p.id === 'ring-b')!, traits: { foot: 'curved' } }, { footRadius: 4000 }),
  )
}
const locking = (): Build => {
  const b = neckWith(kestrel(), { shelfLength: 16, shelfDepth: 5.5, lockSpread: 20 })
  return put(
    { ...b, instrument: { ...b.instrument, bridge: 'double-locking tremolo' } },
    'locking-nut',
    withDims(typicalPart('locking-nut', 'lock'), { width: 42, length: 16, screwSpread: 20 }),
  )
}
const batteried = (): Build =>
  put(
    bodyWith(
      { ...heron(), instrument: { ...heron().instrument, extras: ['battery'] } },
      {
        ...typicalFeature('battery-box', 'box', { x: 230, y: -60, length: 50, width: 28, depth: 19, corner: 2 }),
        face: 'back',
      },
    ),
    'battery',
    typicalPart('battery', 'cell'),
  )
const ferruled = (): Build =>
  put(
    bodyWith(
      { ...heron(), instrument: { ...heron().instrument, extras: ['ferrules'] } },
      ...[-26, 26].map((y, i) => ({
        ...typicalFeature('ferrule-hole', `ferrule-${i}`, { x: 190, y, diameter: 7.94, depth: 12 }),
        face: 'back' as const,
      })),
    ),
    'ferrules',
    withDims(typicalPart('ferrules', 'ferrules'), { outsideDiameter: 8, bore: 4.2 }),
  )
const atHeel = (): Build =>
  bodyWith(
    neckWith(heron(), { rodReach: 15 }, { rod: 'at the heel' }),
    typicalFeature('rod-notch', 'notch', { x: 0, y: 0, length: 16, width: 12 }),
  )
/** Without what its plan has drilled since it came. */
const asItCame = (b: Build): Build => ({
  ...b,
  parts: b.parts.map(p => ({ ...p, features: p.features.filter(f => !f.drilled) })),
})
const drilledHeel = (): Build =>
  neckWith(
    asItCame(kestrel()),
    {},
    {},
    ...[
      [-16, -18],
      [-16, 18],
      [-60, -18],
      [-60, 18],
    ].map(([x, y], i) =>
      typicalFeature(
        'screw-hole',
        `pilot-${i}`,
        { x: 462.8 + x!, y: y!, diameter: 3 },
        { serves: 'neck-screws', face: 'back' },
      ),
    ),
  )
const oldHole = (): Build =>
  neckWith(
    heron(),
    {},
    {},
    typicalFeature('screw-hole', 'old-1', { x: -26, y: 27, diameter: 2 }, { serves: 'old', face: 'back' }),
  )
const drilledTop = (): Build =>
  bodyWith(
    { ...heron(), placements: { ...heron().placements, bridge: undefined } as never },
    typicalFeature('screw-hole', 'b-1', { x: 194, y: -30, diameter: 2.5 }, { serves: 'bridge-screws' }),
    typicalFeature('screw-hole', 'b-2', { x: 194, y: 30, diameter: 2.5 }, { serves: 'bridge-screws' }),
  )
const barrelled = (): Build => {
  const b = heron(),
    body = b.parts.find(p => p.kind === 'body')!
  return put(
    put(b, 'body', {
      ...body,
      features: body.features.map(f =>
        f.role === 'jack-hole'
          ? { ...f, dims: { ...f.dims, depth: measured(20, 0.004), diameter: measured(12.8, 0.004) } }
          : f,
      ),
    }),
    'jack',
    withDims(
      typicalPart('jack', 'barrel'),
      { barrelLength: 34, caseWidth: 12.5, threadLength: 26 },
      { sort: 'barrel' },
    ),
  )
}
const jacked = (): Build => ({
  ...kestrel(),
  instrument: { ...kestrel().instrument, extras: ['guard', 'jack plate'] },
})

/** Joint, build, the dimension that moves it, and a value for each state it can have. */
const MOVES: [string, () => Build, string, string, Partial<Record<State, number>>][] = [
  [
    'neck-screw-hole',
    kestrel,
    'kestrel-body',
    'features.neck-screw-1.diameter',
    { "won't go": 4.1, tight: 4.4, snug: 4.8, loose: 5.3 },
  ],
  [
    'neck-screw-pattern',
    drilledHeel,
    'kestrel-neck',
    'features.pilot-0.x',
    { "won't go": 448.3, tight: 447.5, snug: 446.8 },
  ],
  [
    'tuner-screw-old-hole',
    oldHole,
    'heron-neck',
    'features.old-1.x',
    { "won't go": -28.5, tight: -27.4, snug: -26 },
  ],
  ['nut-height', heron, 'heron-nut', 'dims.height', { "won't go": 2.5, tight: 4.5, snug: 5.5, loose: 7.5 }],
  ['lock-width', locking, 'lock', 'dims.width', { "won't go": 40, tight: 41.5, snug: 42, loose: 42.5 }],
  ['lock-length', locking, 'lock', 'dims.length', { "won't go": 14, tight: 15.5, snug: 16, loose: 16.5 }],
  ['lock-screws', locking, 'lock', 'dims.screwSpread', { "won't go": 22, tight: 19.5, snug: 20, loose: 20.5 }],
  [
    'posts-bushing',
    kestrel,
    'kestrel-posts',
    'dims.bushingDiameter',
    { "won't go": 11.5, tight: 11.2, snug: 11.08, loose: 10.9 },
  ],
  [
    'posts-spacing',
    kestrel,
    'kestrel-bridge',
    'dims.postSpacing',
    { "won't go": 76, tight: 74.6, snug: 74.1, loose: 73.6 },
  ],
  [
    'bridge-screw-pattern-across',
    drilledTop,
    'heron-body',
    'features.b-2.y',
    // The two move apart about their middle: each by half of it.
    { "won't go": 26, tight: 28, snug: 30, loose: 32 },
  ],
  ['tremolo-foot', kestrel, 'kestrel-bridge', 'dims.blockDepth', { "won't go": 46, tight: 44, snug: 40 }],
  ['tremolo-swing', kestrel, 'kestrel-bridge', 'dims.swing', { "won't go": 13.5, tight: 11.5, snug: 8 }],
  ['tremolo-sides', kestrel, 'kestrel-bridge', 'dims.blockWidth', { "won't go": 77, tight: 74, snug: 68 }],
  [
    'pickup-bridge-cut-out',
    kestrel,
    'kestrel-single-bridge',
    'dims.width',
    { "won't go": 71, tight: 70.3, snug: 69.8 },
  ],
  [
    'pickup-bridge-guard-offset',
    kestrel,
    'kestrel-guard',
    'features.cut-bridge.x',
    { "won't go": 140, tight: 136.5, snug: 135.2 },
  ],
  [
    'pickup-bridge-rout',
    kestrel,
    'kestrel-guard',
    'features.cut-bridge.x',
    { "won't go": 138.5, tight: 137.15, snug: 135.3 },
  ],
  [
    'guard-neck',
    kestrel,
    'kestrel-guard',
    'dims.notchWidth',
    { "won't go": 55, tight: 56.15, snug: 57, loose: 60 },
  ],
  ['guard-bridge', kestrel, 'kestrel-guard', 'dims.bridgeEdge', { "won't go": 160, tight: 159.4, snug: 158 }],
  ['guard-screws-bite', kestrel, 'kestrel-guard-screws', 'dims.length', { "won't go": 4, tight: 6.5, snug: 12 }],
  [
    'guard-screws-tab',
    kestrel,
    'kestrel-guard-screws',
    'dims.diameter',
    { "won't go": 3.7, tight: 3.4, snug: 3, loose: 2.5 },
  ],
  [
    'pickup-neck-spring',
    tabbed,
    'kestrel-pickup-springs',
    'dims.freeLength',
    // Tabs lie 15 − 4 below the top at the lowest.
    { "won't go": 10, tight: 11.5, snug: 18, loose: 30 },
  ],
  [
    'pickup-neck-screw',
    tabbed,
    'kestrel-pickup-screws',
    'dims.length',
    // Through a guard of 2.4, 11 down to the tab, and two of thread behind it.
    { "won't go": 12, tight: 14.5, snug: 18 },
  ],
  [
    'pickup-neck-spring-solid',
    tabbed,
    'kestrel-pickup-springs',
    'dims.solidLength',
    { "won't go": 6, tight: 4, snug: 2 },
  ],
  ['jack-case', kestrel, 'kestrel-jack', 'dims.caseDepth', { "won't go": 40, tight: 37, snug: 20 }],
  [
    'pickup-neck-tab',
    kestrel,
    'kestrel-pickup-screws',
    'dims.diameter',
    { "won't go": 3.2, tight: 2.9, snug: 2.6, loose: 2 },
  ],
  ['ring-bridge-opening', rings, 'ring-b', 'dims.openingWidth', { "won't go": 69.5, tight: 70.1, snug: 70.6 }],
  ['ring-bridge-foot', rings, 'ring-b', 'dims.length', { "won't go": 37, tight: 39, snug: 46 }],
  ['ring-bridge-curve', curvedRing, 'ring-b', 'dims.footRadius', { "won't go": 150, tight: 1000, snug: 4000 }],
  ['ring-slope', rings, 'ring-b', 'dims.tall', { tight: 3, snug: 8 }],
  [
    'knob-volume-bore',
    kestrel,
    'kestrel-knob-1',
    'dims.bore',
    { "won't go": 5.3, tight: 5.8, snug: 6, loose: 6.5 },
  ],
  [
    'control-neighbours',
    kestrel,
    'kestrel-guard',
    'features.hole-tone-2.x',
    { "won't go": 206, tight: 208.4, snug: 226 },
  ],
  ['control-wall', kestrel, 'kestrel-guard', 'features.hole-tone.y', { "won't go": 118, snug: 112 }],
  [
    'switch-slot',
    kestrel,
    'kestrel-guard',
    'features.hole-switch.diameter',
    { "won't go": 25, tight: 26.2, snug: 27 },
  ],
  ['jack-wall', jacked, 'kestrel-jack', 'dims.threadLength', { "won't go": 4, tight: 5, snug: 7, loose: 12 }],
  ['jack-barrel', barrelled, 'barrel', 'dims.barrelLength', { "won't go": 15, tight: 21, snug: 34 }],
  ['jack-bore', barrelled, 'barrel', 'dims.caseWidth', { "won't go": 13, tight: 12.75, snug: 12.4, loose: 11 }],
  [
    'jack-bore',
    heron,
    'heron-body',
    'features.hole-jack.diameter',
    { "won't go": 9, tight: 9.55, snug: 9.9, loose: 11 },
  ],
  ['battery-box', batteried, 'cell', 'dims.length', { "won't go": 51, tight: 49.8, snug: 48.5 }],
  ['string-in-bridge', kestrel, 'kestrel-bridge', 'dims.stringHole', { "won't go": 1, tight: 1.22, snug: 2 }],
  [
    'ferrule-fit',
    ferruled,
    'ferrules',
    'dims.outsideDiameter',
    { "won't go": 8.4, tight: 8.1, snug: 8, loose: 7.9 },
  ],
  ['ball-in-ferrule', ferruled, 'ferrules', 'dims.bore', { "won't go": 3.5, tight: 3.95, snug: 4.2 }],
  ['truss-rod', atHeel, 'heron-body', 'features.notch.length', { "won't go": 1, tight: 10, snug: 16 }],
  [
    'pickup-bridge-lead',
    kestrel,
    'kestrel-single-bridge',
    'dims.leadLength',
    { "won't go": 60, tight: 104, snug: 300 },
  ],
  [
    'wires-wren-body-channel-cavity',
    () => sure(demo('wren')),
    'wren-body',
    'features.channel-cavity.diameter',
    { "won't go": 2, snug: 8 },
  ],
  ['fold-cavity', () => sure(demo('wren')), 'wren-body', 'features.cavity.depth', { "won't go": 0.6, snug: 34 }],
  [
    'pot-tone-sound-hole',
    () => sure(demo('plover')),
    'pot-tone',
    'dims.caseWidth',
    { "won't go": 26, tight: 24.4, snug: 20 },
  ],
]

const find = (b: Build, id: string): Joint => {
  const j = jointsAsTheyStand(b).find(x => x.id === id)
  if (!j)
    throw new Error(
      `no joint ${id}: ${jointsAsTheyStand(b)
        .map(x => x.id)
        .join(' ')}`,
    )
  return j
}
const ORDER: Partial<Record<State, number>> = { "won't go": 0, tight: 1, snug: 2, loose: 3 }

describe.each(MOVES)('joint %s', (id, make, part, path, states) => {
  // Read and checked once for all that is asked of this joint.
  let own: Build | undefined
  const made = () => (own ??= sure(make()))
  it.each(Object.entries(states))('is %s', (state, value) =>
    expect(find(measuredAt(made(), part, path, value, 0.004), id).state).toBe(state),
  )
  it('never gets tighter with more clearance', () => {
    const values = Object.values(states),
      low = Math.min(...values),
      high = Math.max(...values)
    fc.assert(
      fc.property(anyIn(0, 1), anyIn(0, 1), (a, b) => {
        const [x, y] = [a, b].map(t => find(measuredAt(made(), part, path, low + t * (high - low), 0), id))
        const [p, q] = [ORDER[x!.state], ORDER[y!.state]]
        if (p === undefined || q === undefined || x!.clearance.value === y!.clearance.value) return true
        return x!.clearance.value < y!.clearance.value
          ? p <= q || x!.limits.neverAbove !== undefined
          : q <= p || x!.limits.neverAbove !== undefined
      }),
      { numRuns: 2 },
    )
  })
  it('has a whisker that doubt never shortens', () => {
    const value = Object.values(states).at(-1)!
    const [a, b] = [0.01, 0.5].map(d => doubtOf(find(measuredAt(made(), part, path, value, d), id).clearance))
    expect(b!).toBeGreaterThan(a!)
  })
  it.each(Object.entries(states).filter(([s]) => s !== 'snug'))(
    'when %s: each fix brings it into its band and costs what the table says',
    (_s, value) => {
      const b = measuredAt(made(), part, path, value, 0.004),
        j = find(b, id)
      const side = j.clearance.value < j.limits.low ? ('under' as const) : ('over' as const)
      const table = reworkMinutes(j.family, side, b.instrument.strings)
      // A family of several joints is priced by its cheapest way; ways that work on holes are priced by the strings.
      if (table !== undefined && j.fixes.length && !Object.values(FAMILIES[j.family].ways).some(w => w.each))
        expect(table).toBeLessThanOrEqual(Math.min(...j.fixes.map(f => f.minutes)))
      for (const f of j.fixes) {
        expect(f.tools.length).toBeGreaterThan(0)
        const after = fit(chooseFix(b, id, f.method)).planned.find(x => x.id === id)!
        expect(after.clearance.value, f.method).toBeGreaterThanOrEqual(after.limits.low - 1e-6)
        if (after.limits.high !== undefined)
          expect(after.clearance.value, f.method).toBeLessThanOrEqual(after.limits.high + 1e-6)
      }
    },
  )
})

describe('all families', () => {
  it('have a joint in these builds, and so a test', () => {
    const met = new Set([
      ...MOVES.flatMap(m => jointsAsTheyStand(m[1]()).map(j => j.family)),
      ...jointsAsTheyStand(demo('plover')).map(j => j.family),
      ...jointsAsTheyStand(neckWith(heron(), {}, { tilt: 'asks for it' })).map(j => j.family),
      ...jointsAsTheyStand(demo('heron')).map(j => j.family),
      ...jointsAsTheyStand(demo('kestrel')).map(j => j.family),
      ...jointsAsTheyStand(demo('bittern')).map(j => j.family),
      ...jointsAsTheyStand(active()).map(j => j.family),
      // Tried by hand in hardwareJoints.test.ts.
      'post in wood',
      'pole count',
      'thread pair',
    ])
    expect(Object.keys(FAMILIES).filter(f => !met.has(f as keyof typeof FAMILIES))).toEqual([])
  })
})

describe('Kestrel as it comes', () => {
  const joints = jointsAsTheyStand(demo('kestrel')),
    by = (id: string) => joints.find(j => j.id === id)!
  it('has a guard cut for another pickup spacing, by the right amounts', () => {
    // By hand: cut-outs at 135 and 78.5 mm, routs at 129 and 75.5 mm; 0.5 mm is not seen.
    expect(by('pickup-bridge-guard-offset').clearance.value).toBeCloseTo(0.5 - 6, 9)
    expect(by('pickup-middle-guard-offset').clearance.value).toBeCloseTo(0.5 - 3, 9)
    expect(by('pickup-neck-guard-offset').state).toBe('snug')
    expect(by('pickup-bridge-guard-offset').state).toBe("won't go")
    // Half of 23 − 17.9 less the offset, less one film: two coats of primer, three of colour, four of clear, each wet × solids,
    // less what P320 and P400 scuff off between the primer's and the clear's.
    const film = 2 * 37.8 - 0.3 * (46.2 / 4) + 3 * 24.5 + 4 * 24.8 - 3 * 0.3 * (35 / 4)
    const unread = find({ ...demo('kestrel'), readings: [] }, 'pickup-bridge-rout')
    expect(unread.clearance.value).toBeCloseTo((23 - 17.9) / 2 - 6 - film / 1000, 6)
  })
  it('has studs a shade thin', () => {
    // Hole 10.98 − bushing 10.9.
    expect(by('posts-bushing').clearance.value).toBeCloseTo(0.08, 9)
    expect(by('posts-bushing').state).toBe('loose')
  })
})

describe('the guard’s edge', () => {
  const at = (y: number) => {
    const b = demo('kestrel')
    return find(
      { ...b, placements: { ...b.placements, guard: { x: measured(0, 0.1), y: measured(y, 0.1) } } },
      'guard-edge',
    )
  }
  it('lies inside the body as it comes, and outside when it is shoved over', () => {
    expect(at(0).state).toBe('snug')
    expect(at(45).state).toBe("won't go")
  })
  it('has the less room the further it is shoved', () => {
    let was = Infinity
    for (const y of [5, 15, 25, 35, 45]) {
      const c = at(y).clearance.value
      expect(c).toBeLessThan(was)
      was = c
    }
  })
})

describe('what a finish and the seasons take', () => {
  it('is one film off each wall of a rout, and none where it is masked', () => {
    const b = demo('kestrel'),
      film = 0.25
    const at = (masked: Build['finish']['masked']) =>
      find(
        { ...b, finish: { ...b.finish, film: measured(film, 0.02), ...(masked ? { masked } : {}) } },
        'pickup-neck-rout',
      ).clearance.value
    expect(at(['pickup-rout']) - at([])).toBeCloseTo(film, 9)
  })
  it('goes by what was read on a panel, a gauge and a can, as the station does', () => {
    const b = demo('kestrel'),
      top = b.finish.layers.filter(l => l.zones.includes('body top')).at(-1)!
    const at = (readings: Build['readings']) => find({ ...b, readings }, 'pickup-neck-rout').clearance.value
    const of = (how: Parameters<typeof readingText>[0], value: number) => [
      ...b.readings,
      { id: 'read-now', of: readingText(how), value, doubt: value / 1e6, at: '2026-11-25T10:00:00Z' },
    ]
    const coats = top.coats,
      bare = at(b.readings)
    // Four coats of 24.8 µm were reckoned; the panel's step says forty less.
    const panel = { kind: 'film', how: 'panel', layer: top.id, coats } as const
    expect(bare - at(of(panel, 24.8 * coats - 40))).toBeCloseTo(-0.04, 4)
    // A can that lost nothing to speak of put next to nothing on: most of the layer's film is missing in the hole.
    const can = { kind: 'film', how: 'weight', layer: top.id, coats } as const
    expect(at(of(can, 1)) - bare).toBeGreaterThan(0.05)
    // A gauge reads all that lies there: 60 µm more than lies below the uppermost layer.
    const below = 2 * 37.8 - 0.3 * (46.2 / 4) + 3 * 24.5
    const gauge = { kind: 'film', how: 'gauge', zone: 'body top', layer: top.id, coats } as const
    expect(at(of(gauge, below + 60)) - bare).toBeGreaterThan(0.005)
    const station = (readings: Build['readings']) =>
      finishWork({ ...b, readings }).films.find(f => f.zone === 'body top')!.total.value / 1000
    for (const readings of [of(panel, 40), of(can, 30), of(gauge, below + 60)])
      expect(station(b.readings) - station(readings)).toBeCloseTo(at(readings) - bare, 9)
  })
  it('is two films off a bare neck’s tuner holes, and none off a finished one’s', () => {
    const b = demo('kestrel'),
      at = (surface: string) =>
        find(
          {
            ...b,
            parts: b.parts.map(p => (p.kind === 'neck' ? { ...p, traits: { ...p.traits, surface } } : p)),
            finish: { ...b.finish, film: measured(0.1, 0.02), masked: [] },
          },
          'tuner-bushing',
        ).clearance.value
    expect(at('finished') - at('bare')).toBeCloseTo(0.2, 9)
  })
  it('is two films off a hole’s width', () => {
    const b = demo('kestrel')
    const at = (masked: Build['finish']['masked']) =>
      find(
        { ...b, finish: { ...b.finish, film: measured(0.1, 0.02), ...(masked ? { masked } : {}) } },
        'posts-bushing',
      ).clearance.value
    expect(at(['stud-hole']) - at([])).toBeCloseTo(0.2, 9)
  })
  it('asks for more room where the air gets damper', () => {
    const b = demo('wren'),
      dry = { ...b, climate: { atBench: 40, driest: 40, dampest: 40, celsius: 20 } },
      damp = { ...dry, climate: { ...dry.climate, dampest: 75 } }
    expect(find(damp, 'heel-width-mouth').limits.low).toBeGreaterThan(
      find(dry, 'heel-width-mouth').limits.low + 0.02,
    )
    expect(find(dry, 'heel-width-mouth').limits.low).toBe(FAMILIES['heel width'].band.low)
    expect(inWords(find(damp, 'heel-width-mouth').finding)).toMatch(/seasons/)
  })
})
