import { normalBelow } from '../../src/core/chance/normal.ts'
import fc from 'fast-check'
import GeoJSONReader from 'jsts/org/locationtech/jts/io/GeoJSONReader.js'
import BufferOp from 'jsts/org/locationtech/jts/operation/buffer/BufferOp.js'
import { describe, expect, it } from 'vitest'
import { PADS, SURFACES, WAYS } from '../../src/core/document/finishNames.ts'
import type { FinishLayer } from '../../src/core/document/finishRecord.ts'
import { airCurve, airIsFit, fitHours } from '../../src/core/finish/airCurve.ts'
import { dewPoint, humidityAt } from '../../src/core/finish/air.ts'
import { ringArea, ringStrength, rimArea } from '../../src/core/finish/burst.ts'
import { builtBy } from '../../src/core/finish/coats.ts'
import { batchOf, dyed, hexOf, labOf, lightOf, strengths } from '../../src/core/finish/colour.ts'
import { lies, OVER, VERDICTS, type Below } from '../../src/core/finish/compatible.ts'
import { dryingFactor } from '../../src/core/finish/drying.ts'
import { dryCoat, layerFacts } from '../../src/core/finish/layerFacts.ts'
import { combine } from '../../src/core/units/weighted.ts'
import { gramsToFilm, learnedStroke, UNLEARNED } from '../../src/core/finish/learned.ts'
import {
  edgeShare,
  PLACE_FILM,
  PLACE_PRESSURE,
  PRESSURE,
  strokesFor,
  takenOnFlat,
  throughChance,
} from '../../src/core/finish/levelling.ts'
import { MATERIAL_FIGURES, type Spread } from '../../src/core/parts/materialFigures.ts'
import type { MaterialName } from '../../src/core/parts/materialNames.ts'
import { MATERIALS, type Family } from '../../src/core/finish/materials.ts'
import { millilitres } from '../../src/core/finish/shopping.ts'
import { edgeStretches } from '../../src/core/finish/zones.ts'
import { GRIT_NAMES } from '../../src/core/parts/grits.ts'
import { MATERIAL_NAMES } from '../../src/core/parts/materialNames.ts'
import type { Point } from '../../src/core/geometry/outline.ts'
import { doubtOf } from '../../src/core/units/quantity.ts'
import { anyIn } from '../support/any.ts'

const layer = (patch: Partial<FinishLayer> = {}): FinishLayer => ({
  id: 'clear',
  material: 'nitrocellulose lacquer',
  zones: ['body top'],
  coats: 4,
  ...patch,
})
const exactly = (value: number) => ({ value, doubt: 0, basis: 'measured' as const })
const LADDER = { from: 'P1200', to: 'P2000', share: 1, compound: true } as const
const AEROSOL_PEEL: Spread = [14, 6]

describe('film [published: dry = wet × solids by volume, ASTM D1212 and ISO 2808 practice]', () => {
  it('of 50 µm wet at 35 % is 17.5 µm dry', () => {
    const f = layerFacts(layer({ figures: { wetFilm: exactly(50), solidsLanded: exactly(35) } }))
    expect(dryCoat(f).value).toBeCloseTo(17.5, 9)
  })
  it('has the doubt of both: relative ones in squares', () => {
    const f = layerFacts(
      layer({
        figures: {
          wetFilm: { value: 50, doubt: 5, basis: 'measured' },
          solidsLanded: { value: 35, doubt: 7, basis: 'claimed' },
        },
      }),
    )
    expect(doubtOf(dryCoat(f)) / 17.5).toBeCloseTo(Math.hypot(0.1, 0.2), 6)
    expect([...dryCoat(f).terms.values()].map(t => t.source.basis).sort()).toEqual(['claimed', 'measured'])
  })
  it.each([
    ['nitrocellulose lacquer', 10, 20],
    ['acrylic lacquer', 10, 20],
    ['waterborne clear', 20, 30],
    ['oil-varnish', 8, 12],
    ['hard-wax oil', 5, 15],
    ['oil', 2, 5],
    ['filler primer', 25, 40],
  ] as const)('of a coat of %s lies within the handbook’s %d to %d µm [from memory]', (material, low, high) => {
    const q = dryCoat(layerFacts(layer({ material })))
    expect(q.value).toBeGreaterThanOrEqual(low)
    expect(q.value).toBeLessThanOrEqual(high)
  })
  it('of grams: 100 g at 0.8 g/mL, 8 % solids, 40 % landing on 0.2 m² leave 20 µm', () => {
    const f = layerFacts(layer({ figures: { density: exactly(0.8), solids: exactly(8), lands: exactly(40) } }))
    // 125 mL × 0.08 × 0.4 = 4 mL over 0.2 m².
    expect(gramsToFilm(f, 100, 0.2)).toBeCloseTo(20, 9)
  })
  it('never less with a coat more, whatever is scuffed between', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...MATERIAL_NAMES),
        fc.constantFrom(...GRIT_NAMES),
        fc.integer({ min: 1, max: 19 }),
        anyIn(1, 200),
        (material, scuff, coats, wet) => {
          const f = layerFacts(layer({ material, scuff, figures: { wetFilm: exactly(wet) } }))
          return builtBy(f, UNLEARNED, coats + 1).flat.value >= builtBy(f, UNLEARNED, coats).flat.value - 1e-9
        },
      ),
    )
  })
})

describe('what is bought, by hand', () => {
  const mL = (l: Partial<FinishLayer>, area: number) => {
    const full = layer(l)
    return millilitres({ facts: layerFacts(full), learned: UNLEARNED, coats: full.coats }, area)
  }
  it('is 1.5 to 2 cans of clear for a body and neck of 0.35 m² [common practice]: 60 µm', () => {
    // 15.75 µm a coat; four of them: 63 µm × 0.35 m² = 22 mL of solids on the work.
    const cans = mL({ coats: 4 }, 0.35) / 400
    expect(cans).toBeGreaterThan(1.5)
    expect(cans).toBeLessThan(2)
  })
  it.each([
    // µm·m² = mL of solids, ÷ what lands ÷ solids in the tin, + what stays in cup or cloth each coat.
    ['clear from cans', { material: 'nitrocellulose lacquer', coats: 1 }, 0.3, (15.75 * 0.3) / 0.42 / 0.08],
    ['primer from cans', { material: 'filler primer', coats: 2 }, 0.3, (2 * (32 * 0.3)) / 0.42 / 0.12],
    ['oil by cloth', { material: 'oil', coats: 10 }, 0.25, 10 * ((3.6 * 0.25) / 0.7 / 0.6 + 5)],
    ['varnish by cloth', { material: 'oil-varnish', coats: 5 }, 0.25, 5 * ((10 * 0.25) / 0.65 / 0.4 + 5)],
    ['clear by gun', { material: 'waterborne clear', coats: 4 }, 0.3, 4 * ((24.8 * 0.3) / 0.6 / 0.31 + 30)],
    ['dye, which leaves no film', { material: 'dye in water', coats: 2 }, 0.3, 2 * ((20 * 0.3) / 0.8 + 5)],
  ] as const)('%s', (_what, l, area, is) => expect(mL(l as Partial<FinishLayer>, area)).toBeCloseTo(is, 6))
})

describe('levelling', () => {
  it('to the valleys takes half the peel and each grit’s scratches: 14–20 µm on flats [handbook, from memory]', () => {
    // P1200, P1500, P2000 and compound: 15.3/4 + 12.6/4 + 10.3/4.
    expect(takenOnFlat(14, LADDER)).toBeCloseTo(7 + 3.825 + 3.15 + 2.575, 9)
    expect(takenOnFlat(8, LADDER)).toBeGreaterThan(13)
    expect(takenOnFlat(20, LADDER)).toBeLessThan(20)
  })
  it('carries r/(r + 1.5) of the film on an edge, a third at least [handbook, from memory]', () => {
    expect(edgeShare(3)).toBeCloseTo(2 / 3, 12)
    expect(edgeShare(0)).toBeCloseTo(1 / 3, 12)
  })
  it.each([
    // An edge all round a body of 1.5 m, eased to 3 mm, peel fully removed.
    [60, 'foam', 0.4],
    [60, 'hard block', 1],
    [100, 'foam', 0.01],
    [100, 'hard block', 0.8],
  ] as const)('of %d µm with %s goes through in about %d', (film, pad, about) => {
    const p = throughChance({ film: [film, 0], peel: AEROSOL_PEEL, how: LADDER }, [
      { count: 10, share: edgeShare(3), pressure: PRESSURE[pad] },
    ]).any
    expect(Math.abs(p - about)).toBeLessThan(about < 0.1 ? 0.02 : 0.1)
  })
  it('never takes more from a finer start', () => {
    fc.assert(
      fc.property(fc.nat(GRIT_NAMES.length - 2), anyIn(0, 40), (i, peel) => {
        const of = (k: number) => takenOnFlat(peel, { from: GRIT_NAMES[k]!, to: 'P2500', share: 1, compound: true })
        return of(i + 1) <= of(i) + 1e-9
      }),
    )
  })
  it('is never safer at a sharper edge', () => {
    fc.assert(
      fc.property(anyIn(0, 12), anyIn(0, 12), anyIn(20, 200), fc.constantFrom(...PADS), (a, b, film, pad) => {
        const of = (r: number) =>
          throughChance({ film: [film, film / 5], peel: AEROSOL_PEEL, how: LADDER }, [
            { count: 5, share: edgeShare(r), pressure: PRESSURE[pad] },
          ]).any
        return of(Math.min(a, b)) >= of(Math.max(a, b)) - 1e-12
      }),
      { numRuns: 60 },
    )
  })
  it('counts strokes: 7 µm with P1200 at 0.008 of its grain a stroke are 57', () =>
    expect(strokesFor(7, 15.3, 0.008)).toBe(57))
  it('learns from strokes: twice as many as expected halve what one takes, as far as the peel is known', () => {
    const read = (value: number) => [{ id: 'a', of: 'strokes.P1200', value, doubt: 1, at: '2026-11-01T10:00:00Z' }]
    const exact = learnedStroke(read(114), [14, 0.01])
    expect(exact.factor).toBeCloseTo(7 / (114 * 15.3), 4)
    // A peel nobody knows teaches nothing.
    expect(learnedStroke(read(114), [14, 1e6]).factor).toBeCloseTo(0.008, 4)
  })

  /** A levelling of its own: everything drawn, nothing taken from the engine but its stated distributions. */
  const drawn = (
    seed: number,
    film: Spread,
    groups: readonly { count: number; share: number; pressure: Spread }[],
  ): number => {
    let state = seed
    const uniform = () => {
      state = (state * 1664525 + 1013904223) >>> 0
      return (state + 0.5) / 2 ** 32
    }
    const gauss = () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform())
    let through = 0
    for (let n = 0; n < 10_000; n++) {
      // Common to one levelling: film, peel, hand. Half a half-width is one standard deviation.
      const flat = Math.max(0, film[0] + (film[1] / 2) * gauss()),
        peel = Math.max(0, AEROSOL_PEEL[0] + (AEROSOL_PEEL[1] / 2) * gauss()),
        hand = gauss()
      const taken = peel / 2 + 15.3 / 4 + 12.6 / 4 + 10.3 / 4
      const gone = groups.some(g => {
        for (let i = 0; i < g.count; i++) {
          const here = flat * g.share * (1 + PLACE_FILM * gauss()),
            off = taken * (g.pressure[0] + (g.pressure[1] / 2) * hand) * (1 + PLACE_PRESSURE * gauss())
          if (off > here) return true
        }
        return false
      })
      if (gone) through++
    }
    return through / 10_000
  }
  it.each([
    [[60, 0], 'foam'],
    [[60, 15], 'fingers'],
    [[80, 20], 'foam'],
    [[100, 0], 'hard block'],
    [[45, 10], 'fingers'],
  ] as const)('of %j µm with %s goes through as often in 10,000 drawn ones as computed, ±3 %%', (film, pad) => {
    const groups = [
      { count: 8, share: 1, pressure: [1, 0] as Spread },
      { count: 6, share: edgeShare(3), pressure: PRESSURE[pad] },
      { count: 4, share: edgeShare(2), pressure: PRESSURE[pad] },
    ]
    const { any } = throughChance({ film, peel: AEROSOL_PEEL, how: LADDER }, groups)
    expect(Math.abs(any - drawn(20261128, film, groups))).toBeLessThan(0.03)
  })
  it('knows the normal distribution [published: tables of Φ]', () => {
    expect(normalBelow(0)).toBeCloseTo(0.5, 7)
    expect(normalBelow(1)).toBeCloseTo(0.8413447, 6)
    expect(normalBelow(-1.959964)).toBeCloseTo(0.025, 6)
  })
})

describe('readings', () => {
  it('weigh by 1/σ² [published: weighted mean, JCGM 100:2008]', () => {
    const [v, s] = combine([1, 0.2], [[1.4, 0.1]])
    expect(v).toBeCloseTo((1 / 0.04 + 1.4 / 0.01) / (1 / 0.04 + 1 / 0.01), 12)
    expect(s).toBeCloseTo(Math.sqrt(1 / 125), 12)
  })
})

describe('edges of an outline', () => {
  const circle = (r: number): Point[] =>
    Array.from({ length: 360 }, (_, i) => [r * Math.cos((i * Math.PI) / 180), r * Math.sin((i * Math.PI) / 180)])
  it('curve both ways: a disc of radius R eased to r is as sharp as 1/(1/r + 1/R)', () => {
    for (const s of edgeStretches(circle(150), 3)) expect(s.radius).toBeCloseTo(1 / (1 / 3 + 1 / 150), 3)
    for (const s of edgeStretches([...circle(150)].reverse(), 3))
      expect(s.radius).toBeCloseTo(1 / (1 / 3 + 1 / 150), 3)
  })
  it('are no sharper in a hollow than on a straight run', () => {
    const cross: Point[] = [
      [0, 0],
      [600, 0],
      [600, 600],
      [400, 600],
      [400, 200],
      [0, 200],
    ]
    const dense = cross.flatMap((p, i): Point[] => {
      const q = cross[(i + 1) % cross.length]!
      return Array.from({ length: 20 }, (_, k) => [
        p[0] + ((q[0] - p[0]) * k) / 20,
        p[1] + ((q[1] - p[1]) * k) / 20,
      ])
    })
    for (const s of edgeStretches(dense, 3)) expect(s.radius).toBeLessThanOrEqual(3 + 1e-9)
  })
})

describe('rings of a burst, against a general geometry library', () => {
  const shape: Point[] = [
    [0, 0],
    [420, 20],
    [450, 180],
    [300, 160],
    [290, 320],
    [30, 300],
  ]
  const poly = new GeoJSONReader().read({ type: 'Polygon', coordinates: [[...shape, shape[0]!]] }),
    shrunk = (by: number) => BufferOp.bufferOp(poly, -by, 32).getArea()
  it.each([5, 20, 45])('%d mm wide have its area', inward => {
    expect(rimArea(shape, inward) * 1e6).toBeCloseTo(poly.getArea() - shrunk(inward), -2)
  })
  it('weigh each strip by its strength', () => {
    const ring = { colour: '#000000', reach: 40, fade: 30 }
    let area = 0
    for (let d = 0; d < 55; d += 0.5) {
      area += (shrunk(d) - shrunk(d + 0.5)) * ringStrength(ring, d + 0.25)
    }
    expect(ringArea(shape, ring) * 1e6).toBeGreaterThan(area * 0.99)
    expect(ringArea(shape, ring) * 1e6).toBeLessThan(area * 1.01)
  })
})

describe('colour', () => {
  it('goes to CIE L*a*b* by the sRGB primaries under D65 [published: IEC 61966-2-1, CIE 15]', () => {
    const white = [0.95047, 1, 1.08883] as const
    const rows = [
      [0.4124, 0.3576, 0.1805],
      [0.2126, 0.7152, 0.0722],
      [0.0193, 0.1192, 0.9505],
    ] as const
    const byHand = (rgb: readonly number[]) => {
      const lin = rgb.map(v => (v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4)),
        xyz = rows.map(r => r.reduce((s, k, i) => s + k * lin[i]!, 0)),
        g = (t: number) => (t > (6 / 29) ** 3 ? Math.cbrt(t) : t / (3 * (6 / 29) ** 2) + 4 / 29),
        [x, y, z] = xyz.map((v, i) => g(v / white[i]!))
      return [116 * y! - 16, 500 * (x! - y!), 200 * (y! - z!)]
    }
    for (const hex of ['#ff0000', '#00ff00', '#0000ff', '#808080', '#c8821e', '#4a2412']) {
      const rgb = [1, 3, 5].map(i => parseInt(hex.slice(i, i + 2), 16) / 255)
      labOf(hex).forEach((v, i) => expect(Math.abs(v - byHand(rgb)[i]!)).toBeLessThan(0.1))
    }
  })
  it('keeps a colour through light and back', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 0xffffff }), n => {
        const hex = `#${n.toString(16).padStart(6, '0')}`
        return hexOf(lightOf(hex)) === hex
      }),
    ))
  it('of dye on dye adds absorbances [published: Beer and Lambert]: half and half of one is one', () => {
    const wood = lightOf('#ead9b8'),
      colour = lightOf('#c8821e')
    const once = dyed(wood, [{ colour, strength: 1 }]),
      twice = dyed(wood, [
        { colour, strength: 0.5 },
        { colour, strength: 0.5 },
      ])
    once.forEach((v, i) => expect(v).toBeCloseTo(twice[i]!, 12))
    once.forEach((v, i) => expect(v).toBeCloseTo(wood[i]! * colour[i]!, 12))
    // Blue over yellow is green, not grey as paint: each takes its own band.
    const green = dyed(
      [1, 1, 1],
      [
        { colour: [0.9, 0.8, 0.1], strength: 1 },
        { colour: [0.1, 0.6, 0.9], strength: 1 },
      ],
    )
    expect(green[1]).toBeGreaterThan(2 * Math.max(green[0], green[2]))
  })
  it('is at picked strength at 1 part to 9 [common practice], and mixes by millilitres', () => {
    expect(strengths({ dyes: [{ colour: '#c8821e', parts: 1 }], thinner: 9 })).toEqual([1])
    expect(
      batchOf(
        {
          dyes: [
            { colour: '#c8821e', parts: 2 },
            { colour: '#4a2412', parts: 1 },
          ],
          thinner: 27,
        },
        60,
      ),
    ).toEqual({ dyes: [4, 2], thinner: 54 })
  })
})

describe('what goes over what', () => {
  const below: Below[] = [...SURFACES, ...(Object.keys(OVER) as Family[])]
  it('is said of every family over everything, once', () => {
    for (const [family, row] of Object.entries(OVER)) {
      const named = VERDICTS.flatMap(v => row[v] ?? []).flatMap(r => r.on)
      expect(new Set(named).size, family).toBe(named.length)
      expect([...named].sort(), family).toEqual([...below].sort())
    }
  })
  it('puts nothing but wax over wax, and dye, stain and oil on bare wood alone [common practice]', () => {
    for (const family of Object.keys(OVER) as Family[]) {
      if (family !== 'wax') expect(lies(family, 'wax').verdict).toBe('no')
      if (family !== 'filler') expect(lies(family, 'bare').verdict).toBe('yes')
    }
    for (const family of ['dye', 'stain', 'oil'] as const)
      for (const b of ['sealed', 'old finish', 'varnish', 'nitrocellulose'] as const)
        expect(lies(family, b).verdict).toBe('no')
    expect(lies('nitrocellulose', 'varnish').verdict).toBe('after a barrier')
    expect(lies('shellac', 'oil').verdict).toBe('yes')
  })
  it('has ways that exist and windows that open before they close, for every material', () => {
    for (const [name, m] of Object.entries(MATERIALS)) {
      const figures = MATERIAL_FIGURES[name as MaterialName]
      expect(m.ways.every(w => WAYS.includes(w))).toBe(true)
      expect(figures.recoatTo[0]).toBeGreaterThan(figures.recoatFrom[0])
      expect(figures.airTo[0]).toBeGreaterThan(figures.airFrom[0])
      expect(m.cautions.length).toBeGreaterThan(0)
    }
  })
})

describe('drying', () => {
  it('takes twice as long for every 10 °C less [from memory]', () =>
    expect(dryingFactor(12.5, 50, false) / dryingFactor(22.5, 50, false)).toBeCloseTo(2, 12))
  it('never goes faster on a damper or a colder day', () =>
    fc.assert(
      fc.property(
        anyIn(0, 40),
        anyIn(0, 40),
        anyIn(1, 100),
        anyIn(1, 100),
        fc.boolean(),
        (t1, t2, h1, h2, water) =>
          dryingFactor(Math.min(t1, t2), Math.max(h1, h2), water) >=
          dryingFactor(Math.max(t1, t2), Math.min(h1, h2), water) - 1e-12,
      ),
    ))
})

describe('the day’s air', () => {
  const reading = (id: string, of: string, value: number, at: string) => ({ id, of, value, doubt: 1, at })
  it('turns the dew point’s formula round [published: Magnus formula, WMO-No. 8]', () =>
    fc.assert(
      fc.property(anyIn(-5, 40), anyIn(5, 100), (t, rh) => Math.abs(humidityAt(t, dewPoint(t, rh)) - rh) < 1e-6),
    ))
  it('finds a swing of 6 °C about 16 that was sampled every two hours, and is warmest when it was', () => {
    const readings = Array.from({ length: 36 }, (_, k) => {
      const at = new Date(Date.UTC(2026, 10, 1, 0) + k * 2 * 3_600_000).toISOString()
      return reading(`r${k}`, 'air.room', 16 + 6 * Math.cos((2 * Math.PI * (((k * 2) % 24) - 15)) / 24), at)
    })
    const c = airCurve(readings, { celsius: 20, humidity: 50 }, '2026-11-04T00:00:00Z')
    expect(c.celsius('2026-11-05T15:00:00Z')).toBeCloseTo(22, 0)
    expect(c.celsius('2026-11-05T03:00:00Z')).toBeCloseTo(10, 0)
    // The water stays: colder is damper.
    expect(c.humidity('2026-11-05T03:00:00Z')).toBeGreaterThan(c.humidity('2026-11-05T15:00:00Z'))
    const fit = fitHours(c, { from: 18, to: 28, humidityTo: 90 }, '2026-11-04T00:00:00Z', 24)
    expect(fit).toHaveLength(1)
    // 16 + 6 cos φ ≥ 18 within ±4.7 h of three in the afternoon.
    expect(fit[0]!.from.slice(11, 13)).toBe('10')
    expect(fit[0]!.to.slice(11, 13)).toBe('19')
  })
  it('is what is usual at the bench where nothing was read', () => {
    const c = airCurve([], { celsius: 19, humidity: 55 }, '2026-11-04T00:00:00Z')
    expect(c.celsius('2026-11-04T12:00:00Z')).toBe(19)
    expect(c.humidity('2026-11-04T12:00:00Z')).toBeCloseTo(55, 6)
  })
  it('keeps the surface 3 °C above the dew point [published: ISO 8502-4]', () => {
    const dew = dewPoint(20, 60),
      limits = { from: 10, to: 30, humidityTo: 90 }
    expect(airIsFit(20, dew + 2.9, 60, limits)).toBe(false)
    expect(airIsFit(20, dew + 3.1, 60, limits)).toBe(true)
  })
})
