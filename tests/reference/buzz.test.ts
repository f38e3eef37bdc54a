import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  actionAt,
  clearances,
  lowestString,
  saddleFor,
  tightest,
  type Over,
} from '../../src/core/setup/clearance.ts'
import { bow, crowns, fretPlane, type NeckShape } from '../../src/core/setup/fretPlane.ts'
import { drawn, reach, STYLES, USUAL_SWING } from '../../src/core/setup/swing.ts'
import { tension } from '../../src/core/setup/tension.ts'
import { buzzWork, lineOver } from '../../src/core/setup/buzz.ts'
import { STYLE_NAMES } from '../../src/core/document/playing.ts'
import { demo } from '../support/demo.ts'
import { anyIn } from '../support/any.ts'

const neck = (patch: Partial<NeckShape> = {}): NeckShape => ({
  scaleLength: 648,
  frets: 22,
  relief: 0.2,
  deepest: 0.47,
  off: new Map(),
  fallAway: 0,
  fallsFrom: 16,
  ...patch,
})
const over = (patch: Partial<Over['string']> = {}, n = neck(), style = STYLES.usual): Over => ({
  neck: n,
  ...style,
  figures: USUAL_SWING,
  string: { tension: 72.5, wound: false, saddleAt: 650, nutHeight: 0.4, saddleHeight: 2.4, ...patch },
})
const anyNeck = fc.record({
  relief: anyIn(-0.2, 0.5),
  frets: fc.integer({ min: 3, max: 27 }),
  high: anyIn(-0.1, 0.1),
  at: fc.integer({ min: 1, max: 27 }),
})
const made = (n: { relief: number; frets: number; high: number; at: number }) =>
  neck({ relief: n.relief, frets: n.frets, off: new Map([[Math.min(n.at, n.frets), n.high]]) })

describe('how far a plucked string swings', () => {
  it('is drawn aside by F·p·(L − p)/(T·L): 1 N at 100 of 648 mm under 72.5 N is 1.167 mm [published: statics of a string]', () =>
    expect(drawn(1, 100, 648, 72.5)).toBeCloseTo((100 * 548) / (72.5 * 648), 12))

  it.each([0.1, 0.2, 0.35, 0.5])(
    'reaches what a string computed by finite differences reaches, plucked at %d of its length [published: d’Alembert]',
    share => {
      // The wave equation with c·Δt = Δx is exact on its grid.
      const N = 400,
        p = Math.round(share * N)
      const shape = Array.from({ length: N + 1 }, (_, i) => (i <= p ? i / p : (N - i) / (N - p)))
      let before = [...shape],
        now = shape.map((_, i) => (i === 0 || i === N ? 0 : (shape[i - 1]! + shape[i + 1]!) / 2))
      const least = [...shape]
      for (let t = 0; t < 2 * N; t++) {
        now.forEach((v, i) => (least[i] = Math.min(least[i]!, v)))
        const next = now.map((_, i) => (i === 0 || i === N ? 0 : now[i - 1]! + now[i + 1]! - before[i]!))
        before = now
        now = next
      }
      for (let i = 1; i < N; i++) expect(-least[i]!).toBeCloseTo(reach(1, p, N, i), 2)
    },
  )
  it('goes less far under more tension at the same force', () =>
    fc.assert(
      fc.property(
        anyIn(30, 120),
        anyIn(30, 120),
        anyIn(200, 860),
        (a, b, L) => drawn(1, 100, L, Math.max(a, b)) <= drawn(1, 100, L, Math.min(a, b)),
      ),
    ))
})

describe('the frets under it', () => {
  it('bow by the relief at their deepest, against the line through first and last', () => {
    const y = crowns(neck({ relief: 0.25 }))
    expect(y[1]).toBeCloseTo(0, 12)
    expect(y[22]).toBeCloseTo(0, 12)
    expect(Math.min(...y)).toBeGreaterThan(-0.25 - 1e-12)
    expect(Math.min(...y)).toBeLessThan(-0.245)
    // Deepest at fret 7 or 8 [handbook].
    expect([7, 8]).toContain(y.indexOf(Math.min(...y)))
    expect(bow(0.47, 0.47)).toBe(1)
  })
  it('stand as they were read, and fall away where they are said to', () => {
    const y = crowns(neck({ relief: 0, off: new Map([[14, 0.06]]), fallAway: 0.3 }))
    expect(y[14]).toBeCloseTo(0.06, 12)
    expect(y[22]).toBeCloseTo(-0.3, 12)
    expect(y[16]).toBeCloseTo(0, 12)
  })
})

describe('clearance', () => {
  it('is the straight string over each crown, by hand', () => {
    const c = clearances(over({}, neck({ relief: 0 }))).find(x => x.held === 0 && x.over === 12)!
    // Nut 0.4, saddle 2.4 at 650: at 324 mm.
    expect(c.gap).toBeCloseTo(0.4 + (2 * 324) / 650, 9)
    expect(clearances(over())).toHaveLength((22 * 23) / 2)
  })
  it('never gets less with a higher saddle', () =>
    fc.assert(
      fc.property(anyNeck, anyIn(0, 4), anyIn(0, 2), (n, h, more) => {
        const low = clearances(over({ saddleHeight: h }, made(n))),
          high = clearances(over({ saddleHeight: h + more }, made(n)))
        return low.every((c, i) => high[i]!.room >= c.room - 1e-9)
      }),
      { numRuns: 60 },
    ))
  it('is never raised at the last frets by more relief, the saddle fixed to the line through first and last', () =>
    fc.assert(
      fc.property(anyIn(0, 0.4), anyIn(0, 0.2), (r, more) => {
        // Held at the last fret but one the crown sinks with the bow and takes the string along.
        const at = (relief: number) =>
          clearances(over({}, neck({ relief }))).find(c => c.held === 21 && c.over === 22)!.gap
        return at(r + more) <= at(r) + 1e-9
      }),
    ))
  it('turns an action into a saddle and back', () =>
    fc.assert(
      fc.property(anyNeck, anyIn(0.5, 4), (n, gap) => {
        const m = made(n),
          fret = Math.min(12, n.frets),
          s = { nutHeight: 0.4, saddleAt: 650 }
        return Math.abs(actionAt(m, { ...s, saddleHeight: saddleFor(m, s, fret, gap) }, fret) - gap) < 1e-9
      }),
    ))
})

describe('the lowest that plays clean', () => {
  it('clears everywhere, and no lower one does, by brute force on a grid', () =>
    fc.assert(
      fc.property(anyNeck, fc.constantFrom(...STYLE_NAMES), fc.boolean(), (n, style, wound) => {
        const m = made(n),
          base = over({ wound }, m, STYLES[style]),
          best = lowestString(base)
        const least = (saddleHeight: number, nutHeight: number) =>
          tightest(clearances({ ...base, string: { ...base.string, saddleHeight, nutHeight } }))!.room
        expect(least(best.saddleHeight, best.nutHeight)).toBeGreaterThanOrEqual(-1e-9)
        // Any saddle of a grid that clears is no lower.
        for (let h = best.saddleHeight - 0.5; h < best.saddleHeight - 0.005; h += 0.02)
          expect(least(h, 5)).toBeLessThan(0)
        // Nor any nut, save one that lay below the first crown.
        for (let k = Math.max(0, fretPlane(m).y[1]!); k < best.nutHeight - 0.005; k += 0.01)
          expect(least(best.saddleHeight, k)).toBeLessThan(0)
      }),
      { numRuns: 40 },
    ))
  it('asks at fret 12 for what the handbook’s figures say, within a quarter of a millimetre [from memory]', () => {
    const ask = (style: keyof typeof STYLES, diameter: number, wound: boolean, hz: number) => {
      const T = tension({ diameter, wound }, 648, hz)
      let least = Infinity,
        at = 0
      for (let relief = 0; relief < 0.6; relief += 0.01) {
        const m = neck({ relief }),
          base = over({ tension: T, wound, saddleAt: 648 }, m, STYLES[style]),
          s = lowestString(base),
          // As a nut is filed: 0.41 to 0.46 over fret 1.
          a = actionAt(m, { ...s, nutHeight: Math.max(s.nutHeight, 0.43), saddleAt: 648 }, 12)
        if (a < least) [least, at] = [a, relief]
      }
      return { least, at }
    }
    for (const [style, plain, wound] of [
      ['light', 0.8, 0.9],
      ['usual', 1.2, 1.46],
      ['hard', 1.7, 2.2],
    ] as const) {
      expect(Math.abs(ask(style, 0.254, false, 329.63).least - plain)).toBeLessThan(0.25)
      expect(Math.abs(ask(style, 1.17, true, 82.41).least - wound)).toBeLessThan(0.25)
    }
    expect(ask('usual', 1.17, true, 82.41).at).toBeGreaterThan(0.2)
    expect(ask('usual', 1.17, true, 82.41).at).toBeLessThan(0.32)
  })
  it('is 1.0 to 1.8 mm at fret 12 for six strings on 648 mm, usual style, relief 0.2 [order of size]', () => {
    const b = demo('bittern')
    b.readings = b.readings.filter(r => r.of !== 'setup.relief' && !r.of.startsWith('fret.'))
    const w = buzzWork(b)!
    expect(w.neck.relief).toBe(0.2)
    for (const s of w.strings) {
      expect(s.lowest.action).toBeGreaterThan(1)
      expect(s.lowest.action).toBeLessThan(1.8)
    }
  })
  it('is found at the relief that a grid finds best', () => {
    const b = demo('heron'),
      w = buzzWork(b)!
    const mean = (relief: number) => {
      const x = structuredClone(b)
      x.setup.relief = relief
      const s = buzzWork(x)!.strings
      return s.reduce((sum, y) => sum + y.lowest.action, 0) / s.length
    }
    const grid = Array.from({ length: 26 }, (_, i) => i * 0.02),
      best = grid.reduce((a, r) => (mean(r) < mean(a) ? r : a))
    expect(Math.abs(w.best.relief - best)).toBeLessThan(0.025)
  })
})

describe('both ends of the action', () => {
  it('are the lowest line over all strings, by brute force on a grid', () =>
    fc.assert(
      fc.property(fc.array(anyIn(0.5, 3), { minLength: 2, maxLength: 12 }), lows => {
        const points = lows.map((v, i) => [i / (lows.length - 1), v] as const),
          line = lineOver(points),
          over = (from: number, to: number) => points.every(([u, v]) => from + (to - from) * u >= v - 1e-9)
        expect(over(line.from, line.to)).toBe(true)
        for (let d = -2; d <= 2; d += 0.05) {
          // Another tilt at a lower middle does not clear.
          const middle = (line.from + line.to) / 2 - 0.01
          expect(over(middle - d, middle + d)).toBe(false)
        }
      }),
      { numRuns: 60 },
    ))
  it('clear every string once they are what it is set to', () => {
    for (const style of STYLE_NAMES) {
      const b = demo('heron')
      b.setup.style = style
      const { best } = buzzWork(b)!
      const set = structuredClone(b)
      set.setup = {
        ...set.setup,
        relief: best.relief,
        actionAt: 'fret 12',
        actionBass: best.actionBass,
        actionTreble: best.actionTreble,
      }
      expect(buzzWork(set)!.buzzing).toEqual([])
    }
  })
})

describe('an instrument that stands', () => {
  it('buzzes where it is set too low, and names the fret that stands up', () => {
    const b = demo('bittern')
    b.readings.push(
      { id: 'a1', of: 'setup.action.bass', value: 1.0, doubt: 0.05, at: '2026-11-21T10:00:00Z' },
      { id: 'a2', of: 'setup.action.treble', value: 0.8, doubt: 0.05, at: '2026-11-21T10:00:00Z' },
    )
    expect(buzzWork(b)!.buzzing.length).toBeGreaterThan(2)
    b.readings.push({ id: 'f', of: 'fret.14', value: 0.06, doubt: 0.02, at: '2026-11-21T10:05:00Z' })
    const w = buzzWork(structuredClone(b))!
    expect(w.highFrets).toHaveLength(1)
    expect(w.highFrets[0]).toMatchObject({ fret: 14, off: 0.06 })
    expect(w.highFrets[0]!.gain).toBeGreaterThan(0.05)
    expect(w.strings.some(s => s.lowest.over === 14)).toBe(true)
  })
  it('says nothing without strings or neck', () => {
    const b = demo('heron')
    expect(buzzWork({ ...b, slots: { ...b.slots, neck: '' } })).toBeUndefined()
  })
  it('takes four strings, and five', () => {
    expect(buzzWork(demo('wren'))!.strings).toHaveLength(4)
    const b = demo('heron'),
      set = b.parts.find(p => p.kind === 'strings')!
    set.gauges = set.gauges!.slice(0, 5)
    b.instrument = { ...b.instrument, strings: 5, tuning: b.instrument.tuning.slice(0, 5) }
    expect(buzzWork(b)!.strings).toHaveLength(5)
  })
})
