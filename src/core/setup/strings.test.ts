import { inWords } from '../../../tests/support/inWords.ts'
import fc from 'fast-check'
import { localDay, zoneHere } from '../calendar/clock.ts'
import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import { plainBuild } from '../../../tests/support/plainBuild.ts'
import { takeReading } from '../document/edits.ts'
import { readBuild } from '../document/readBuild.ts'
import type { Build } from '../document/build.ts'
import { changeOfStrings, gaugeFor, RELIEF_PER_NEWTON, setFor } from './changeOfStrings.ts'
import { DRAWER } from './drawer.ts'
import { tremoloWork } from './ends.ts'
import { buzzWork } from './buzz.ts'
import { fretLevelling } from './fretLevelling.ts'
import { NOISE_NAMES, noiseFacts, rankNoise, type NoiseFacts } from './noises.ts'
import { nutWork } from './nutWork.ts'
import { noteHz } from './pitch.ts'
import { reachable, sagitta } from './reachable.ts'
import { saddleHeight } from '../layout/saddleHeight.ts'
import { doubtOf } from '../units/quantity.ts'
import { setupSheet } from './setupSheet.ts'
import { readSticks, stickWork, type StickRow } from './sticks.ts'
import { stringTable } from './stringTable.ts'
import { bendingStiffness, elongation } from './stiffness.ts'
import { gramsAMetre, tension } from './tension.ts'
import { tuningsOf, TUNINGS } from './tunings.ts'
import { anyIn } from '../../../tests/support/any.ts'

const GUITAR = [0.254, 0.3302, 0.4318, 0.6604, 0.9144, 1.1684]
const six = (more: Parameters<typeof plainBuild>[0] = {}): Build => {
  const b = plainBuild({ scale: 648, diameters: GUITAR, ...more })
  return { ...b, setup: { ...b.setup, spacing: 'equal gaps' } }
}
const read = (b: Build, of: string, value: number, at = '2026-11-25T10:00:00Z') =>
  takeReading(b, { of, value, doubt: 0.02, at })

describe('tunings', () => {
  it('have notes that exist, thinnest first but for what is tuned re-entrant or in octaves', () => {
    for (const t of TUNINGS) for (const n of t.notes) expect(noteHz(n), `${t.name} ${n}`).toBeGreaterThan(20)
    const hz = TUNINGS.find(t => t.name === 'standard')!.notes.map(n => noteHz(n)!)
    expect([...hz].sort((a, b) => b - a)).toEqual(hz)
    for (const n of [4, 5, 6, 7, 8, 12]) expect(tuningsOf(n).length, `${n} strings`).toBeGreaterThan(0)
  })
})

describe('a gauge out of the drawer', () => {
  it('is the one that pulls nearest: E4 on 25.5 in wants .010 for 72 N, .009 for 59 N', () => {
    // 72.5 N for 0.010 in at E4 on 647.7 mm [computed, handbook chapter 8]; pull goes with the square of the diameter.
    expect(gaugeFor(72.5, 647.7, noteHz('E4')!, false).diameter).toBeCloseTo(0.254, 6)
    expect(gaugeFor(72.5 * 0.81, 647.7, noteHz('E4')!, false).diameter).toBeCloseTo(0.2286, 6)
  })
  it('is never bettered by another of the drawer', () =>
    fc.assert(
      fc.property(anyIn(30, 200), anyIn(40, 400), fc.boolean(), (newtons, hz, wound) => {
        const g = gaugeFor(newtons, 648, hz, wound),
          off = (diameter: number) => Math.abs(tension({ diameter, wound }, 648, hz) - newtons)
        for (const d of DRAWER[wound ? 'wound' : 'plain'])
          expect(off(g.diameter)).toBeLessThanOrEqual(off(d) + 1e-9)
      }),
    ))
  it('is sold by thousandths of an inch, each once and in order', () => {
    for (const all of Object.values(DRAWER)) {
      expect([...all].sort((a, b) => a - b)).toEqual(all)
      expect(new Set(all).size).toBe(all.length)
    }
  })
})

describe('other strings', () => {
  it('keep what is on it where nothing is asked, and keep every pull in another tuning', () => {
    const b = six(),
      own = b.parts.find(p => p.kind === 'strings')!.gauges!
    expect(setFor(b, b.instrument.tuning, { kind: 'as now' })).toEqual(own)
    const down = setFor(b, ['D4', 'A3', 'F3', 'C3', 'G2', 'D2'], { kind: 'as now' })!
    const now = stringTable(b)
    down.forEach((g, i) => {
      // A whole tone lower wants a string 12 % thicker: μ goes with 1/f², d with 1/f.
      expect(g.diameter / own[i]!.diameter).toBeGreaterThan(1.05)
      const to = tension(g, 648, noteHz(['D4', 'A3', 'F3', 'C3', 'G2', 'D2'][i]!)!)
      expect(Math.abs(to / now[i]!.newtons - 1)).toBeLessThan(0.08)
    })
  })
  it('change pull, relief, saddles and slots by hand-worked amounts', () => {
    const b = six(),
      own = b.parts.find(p => p.kind === 'strings')!.gauges!,
      thicker = own.map((g, i) => (i === 0 ? { ...g, diameter: g.diameter * 1.3 } : g))
    const c = changeOfStrings(b, b.instrument.tuning, thicker)!
    expect(c.strings[0]!.to.newtons / c.strings[0]!.from.newtons).toBeCloseTo(1.69, 6)
    expect(c.pull.to - c.pull.from).toBeCloseTo(0.69 * c.strings[0]!.from.newtons, 6)
    // 8 · 460² ÷ (8 · 12000 · 0.62 · 52·20³/12) = 0.00082 mm a newton.
    expect(RELIEF_PER_NEWTON[0]).toBeCloseTo(0.00082, 5)
    expect(c.relief.by).toBeCloseTo((c.pull.to - c.pull.from) * 0.00082, 3)
    // A plain string of any gauge bears the same stress at a note, ρ·(2·L·f)²: what fretting sharpens is the same, only
    // its stiffness grows a little. 0.076 mm thicker binds in its slot.
    expect(c.strings[0]!.saddle).toBeGreaterThan(0)
    expect(c.strings[0]!.saddle).toBeLessThan(0.05)
    expect(c.strings[0]!.asks).toContain('open its nut slot')
    expect(c.strings.slice(1).every(s => s.asks.length === 0 && Math.abs(s.saddle!) < 1e-9)).toBe(true)
    const thinner = changeOfStrings(
      b,
      b.instrument.tuning,
      own.map((g, i) => (i === 5 ? { ...g, diameter: g.diameter - 0.2 } : g)),
    )!
    expect(thinner.strings[5]!.asks[0]).toMatch(/rattle/)
  })
  it('want their saddles back where they are tuned lower: less stress, so that fretting sharpens more', () => {
    const b = six(),
      own = b.parts.find(p => p.kind === 'strings')!.gauges!,
      down = changeOfStrings(b, ['D4', 'A3', 'F3', 'C3', 'G2', 'D2'], own)!
    for (const s of down.strings) {
      expect(s.saddle).toBeGreaterThan(0.1)
      // A whole tone is a factor of 2^(1/6) in pitch, its square in pull.
      expect(s.to.newtons / s.from.newtons).toBeCloseTo(2 ** (-2 / 6), 6)
    }
    expect(down.relief.by).toBeLessThan(0)
  })
  it('tip a floating tremolo up with more pull, and ask for springs', () => {
    const b = demo('kestrel'),
      heavy = setFor(b, b.instrument.tuning, { kind: 'each', newtons: 110 })!,
      c = changeOfStrings(b, b.instrument.tuning, heavy)!
    expect(c.pull.to).toBeGreaterThan(600)
    // The plate tips until the springs take up the more: ΔP·above ÷ stiffness at pitch, seen 38 mm behind the edge.
    const stiff = tremoloWork(b)!.balance.atPitch
    expect(c.floats).toBeCloseTo((((c.pull.to - c.pull.from) * 10.5) / stiff) * 38, 6)
    expect(c.floats).toBeGreaterThan(0.5)
    const asNow = changeOfStrings(b, b.instrument.tuning, setFor(b, b.instrument.tuning, { kind: 'as now' })!)!
    expect(asNow.floats ?? 0).toBeCloseTo(0, 9)
    expect(c.springs!.fewest).toBeGreaterThan(asNow.springs!.fewest)
    // On a bridge that stands still nothing floats.
    expect(
      changeOfStrings(
        six(),
        six().instrument.tuning,
        GUITAR.map(diameter => ({ diameter, wound: false })),
      )!.floats,
    ).toBeUndefined()
  })
  it('work for five strings, for four and left-handed, and say nothing without strings', () => {
    for (const b of [plainBuild({ strings: 5, scale: 864 }), demo('wren'), six({ left: true })]) {
      const c = changeOfStrings(b, b.instrument.tuning, setFor(b, b.instrument.tuning, { kind: 'as now' })!)!
      expect(c.strings).toHaveLength(b.instrument.strings)
      expect(c.pull.to).toBeCloseTo(c.pull.from, 9)
    }
    const { strings: _, ...slots } = six().slots
    expect(changeOfStrings({ ...six(), slots }, [], [])).toBeUndefined()
  })
  it('stretch by T·L/(E·S): 72.5 N on 0.254 mm over a metre are 6.98 mm', () =>
    expect(elongation({ diameter: 0.254, wound: false }, 72.5, 1000)).toBeCloseTo(
      (72.5 * 1000) / (205000 * Math.PI * 0.127 ** 2),
      6,
    ))
})

describe('a hole that a string passes', () => {
  it('wants a tenth of a millimetre more than the string [common practice]', () => {
    const b = six({ parts: { bridge: { dims: { stringHole: 1.6 } } } }),
      asks = (diameter: number) =>
        changeOfStrings(
          b,
          b.instrument.tuning,
          b.parts.find(p => p.kind === 'strings')!.gauges!.map((g, i) => (i === 5 ? { ...g, diameter } : g)),
        )!.strings[5]!.asks
    expect(asks(1.49)).not.toContain('too thick for the bridge’s hole')
    expect(asks(1.51)).toContain('too thick for the bridge’s hole')
  })
})

describe('how a player swings them', () => {
  const b = six(),
    room = (setup: Partial<Build['setup']>, readings = b.readings) =>
      buzzWork({ ...b, readings, setup: { ...b.setup, ...setup } })!.strings.map(s => s.worst.room)
  it('is the build’s own where it says: force, share, place and accepted contact', () => {
    const usual = room({})
    room({ force: 2 }).forEach((r, i) => expect(r).toBeLessThan(usual[i]!))
    room({ share: 0.2 }).forEach((r, i) => expect(r).toBeGreaterThan(usual[i]!))
    room({ accepted: 0.07 }).forEach((r, i) => expect(r).toBeCloseTo(usual[i]! + 0.07, 9))
    // Next to the held fret it swings F·(L − p)/(T·L) a millimetre: plucked nearer to the bridge there is less room.
    room({ pluckedAt: 50 }).forEach((r, i) => expect(r).not.toBeCloseTo(usual[i]!, 3))
    expect(room({ pluckedAt: 50 })[0]).toBeLessThan(usual[0]!)
  })
  it('goes by each slot’s own reading', () => {
    const at = (x: Build) => buzzWork(x)!.strings.map(s => s.string.nutHeight)
    expect(at(read(b, 'setup.nut.3', 0.77))[2]).toBe(0.77)
    expect(at(read(b, 'setup.nut.3', 0.77))[1]).toBeCloseTo(at(b)[1]!, 9)
  })
})

describe('a string as a spring', () => {
  it('weighs and bends by hand: 0.254 mm of steel is 0.398 g a metre, E·π·d⁴/64 is 41.9 N·mm²', () => {
    const g = { diameter: 0.254, wound: false }
    expect(gramsAMetre(g)).toBeCloseTo(7.85 * Math.PI * 0.127 ** 2, 9)
    expect(bendingStiffness(g)).toBeCloseTo((205000 * Math.PI * 0.254 ** 4) / 64, 9)
    expect(bendingStiffness(g)).toBeCloseTo(41.9, 1)
  })
})

describe('the nut, slot by slot', () => {
  it('has equal gaps between strings, measured from the bass edge', () => {
    const w = nutWork(six({ nut: 42, margin: 3 }))!
    expect(w.width).toBeCloseTo(42, 9)
    const gaps = w.slots.flatMap(s => (s.gap === undefined ? [] : [s.gap]))
    for (const g of gaps) expect(g).toBeCloseTo(gaps[0]!, 6)
    // The thickest stands its margin and half of itself from the edge, the thinnest as far from the other.
    expect(w.slots.at(-1)!.fromBassEdge).toBeCloseTo(3 + 1.1684 / 2, 6)
    expect(w.slots[0]!.fromBassEdge).toBeCloseTo(42 - 3 - 0.254 / 2, 6)
  })
  it('files what is high by the gap’s share, and lifts what is low with a sliver', () => {
    const b = six({ nut: 42, margin: 3 }),
      high = nutWork(read(b, 'setup.nut.3', 0.6))!,
      target = high.slots[2]!.target
    expect(high.slots[2]!.file).toBeCloseTo((0.6 - target) * 2 ** (1 / 12), 6)
    expect(high.sliver).toBeUndefined()
    expect(high.after[2]).toBeCloseTo(high.slots[2]!.file!, 9)
    let low = b
    for (let n = 1; n <= 6; n++) low = read(low, `setup.nut.${n}`, n === 2 ? 0.2 : 0.45)
    const w = nutWork(low)!
    const lift = (i: number) =>
      w.sliver!.bass + ((w.sliver!.treble - w.sliver!.bass) * w.slots[i]!.fromBassEdge) / 42
    // Every slot comes to its gap or stands over it, and what stands over it is what is filed.
    w.slots.forEach((s, i) => {
      expect(s.file! + lift(i)).toBeGreaterThan(-1e-6)
      expect(w.after[i]).toBeCloseTo(s.file! + lift(i), 6)
    })
    // The deepest rests on it.
    expect(w.after[1]).toBeLessThan(0.01)
  })
  it('takes the sides’ readings for the outer strings, the newer one of two', () => {
    const side = read(six(), 'setup.nut.treble', 0.5)
    expect(nutWork(side)!.slots[0]!.reading).toBe(0.5)
    expect(nutWork(read(side, 'setup.nut.1', 0.44, '2026-11-26T10:00:00Z'))!.slots[0]!.reading).toBe(0.44)
    expect(nutWork(side)!.slots[1]!.reading).toBeUndefined()
  })
})

describe('noises', () => {
  const facts: NoiseFacts = {
    string: 3,
    wound: true,
    overNut: 8,
    overSaddle: 14,
    open: { room: 0.1, over: 1 },
    low: { room: 0.05, over: 7, held: 3 },
    high: { room: 0.05, over: 15, held: 12 },
    highFrets: [],
    relief: 0.2,
    reliefRead: true,
  }
  const first = (noise: Parameters<typeof rankNoise>[0], f: Partial<NoiseFacts>) =>
    rankNoise(noise, { ...facts, ...f })[0]!
  it('are chances that add up to one, each with what to read next', () => {
    for (const n of NOISE_NAMES) {
      const all = rankNoise(n, facts)
      expect(all.reduce((s, c) => s + c.chance, 0)).toBeCloseTo(1, 9)
      expect(all.every(c => c.next.length > 20)).toBe(true)
      expect(all.map(c => c.chance)).toEqual(all.map(c => c.chance).sort((a, b) => b - a))
    }
  })
  it('follow the numbers: a low angle, a deep slot, a high fret, a straight neck', () => {
    expect(first('behind the nut', { overNut: 3 }).id).toBe('break-nut')
    expect(inWords(first('behind the nut', { overNut: 3 }).because)).toContain('3.0°')
    expect(first('behind the nut', { overNut: 12 }).id).not.toBe('break-nut')
    expect(first('open only', { open: { room: -0.1, over: 1 } }).id).toBe('nut-low')
    expect(first('one fret', { highFrets: [14] }).id).toBe('high-fret')
    expect(first('low frets', { relief: 0.02 }).id).toBe('flat')
    expect(first('bends', { high: { room: -0.02, over: 15, held: 12 } }).id).toBe('radius')
    expect(first('behind the bridge', { overSaddle: 2 }).id).toBe('saddle')
  })
  it('leave out a loose winding on a plain string', () => {
    const ids = (wound: boolean) => rankNoise('one string', { ...facts, wound }).map(c => c.id)
    expect(ids(true)).toContain('winding')
    expect(ids(false)).not.toContain('winding')
  })
  it('read every string’s own angles and gaps', () => {
    const f = noiseFacts(demo('bittern'))!
    expect(f).toHaveLength(6)
    expect(f[0]!.highFrets).toEqual([14])
    expect(f.every(x => x.open.room >= -2 && x.low.held >= 1 && x.low.held <= 5 && x.high.held >= 6)).toBe(true)
  })
})

describe('the stick test', () => {
  const row = (number: number, dive?: number, pull?: number, tree = false): StickRow => ({
    number,
    note: `n${number}`,
    dive,
    pull,
    tree,
  })
  const says = (...rows: StickRow[]) => readSticks(rows).join(' ')
  it('tells nut, tree, plate and post apart', () => {
    expect(says(row(1), row(2))).toMatch(/push the bar down/)
    expect(says(row(1, 0.5, -1), row(2, 1.5, 0))).toMatch(/nothing sticks/)
    expect(says(row(1, 0, 0), row(3, 8, -1))).toMatch(/3 n3 sticks in the nut/)
    expect(says(row(1, 7, 0, true), row(2, 6, 0, true), row(3, 0, 0))).toMatch(
      /1 n1, 2 n2 stick under the string tree/,
    )
    expect(says(row(1, 7), row(2, 5), row(3, 9))).toMatch(/knife edges/)
    expect(says(row(1, 0, 0), row(2, -6, 0))).toMatch(/come.* back the other way.*post/)
  })
  it('is read from the build’s own readings, and a document keeps them', () => {
    const b = read(read(demo('kestrel'), 'stick.3.dive', 8), 'stick.3.pull', -4)
    expect(stickWork(b)!.rows[2]).toMatchObject({ number: 3, dive: 8, pull: -4 })
    expect(readBuild(b).ok).toBe(true)
    const wrong = readBuild({ ...b, readings: [{ ...b.readings[0]!, of: 'stick.3.sideways' }] })
    expect(wrong.ok ? '' : wrong.problems[0]!.reason).toContain('stick.<string>.<dive or pull>')
  })
})

describe('levelling', () => {
  const off = (of: Record<number, number>) =>
    fretLevelling(Object.entries(of).reduce((b, [n, v]) => read(b, `fret.${n}`, v), six()))
  it('is not spoken of where no fret was read to stand off', () => expect(fretLevelling(six())).toBeUndefined())
  it('dresses few high ones alone, and takes a neck down to its lowest', () => {
    const few = off({ 14: 0.06 })!
    expect(few.few).toMatchObject({ frets: [14], take: 0.06 })
    expect(few.few!.hours).toBeLessThan(few.hours)
    // Down to the lowest and a kiss of 0.03 over it.
    const all = off({ 9: -0.08 })!
    expect(all.few).toBeUndefined()
    expect(all.all[8]!.take).toBeCloseTo(0.03, 9)
    expect(all.all[4]!.take).toBeCloseTo(0.11, 9)
    // About two hours for a neck [common practice].
    expect(all.hours).toBeGreaterThan(1.5)
    expect(all.hours).toBeLessThan(2.6)
  })
  it('is set against a shop’s price once an hour is priced or a shop has said its own', () => {
    const b = read(six(), 'fret.9', -0.08),
      priced = (rate: number | undefined, levellingPrice: number | undefined) =>
        fretLevelling({
          ...b,
          preferences: { ...b.preferences, ...(rate === undefined ? {} : { rate }) },
          setup: { ...b.setup, ...(levellingPrice === undefined ? {} : { levellingPrice }) },
        })!
    expect(priced(undefined, undefined).price).toBeUndefined()
    expect(priced(undefined, 120).price).toEqual({ own: undefined, shop: 120 })
    expect(priced(30, undefined).price!.own).toBeCloseTo(30 * priced(undefined, undefined).hours, 9)
    // One high fret is dressed alone: fewer hours, less money.
    expect(
      fretLevelling({ ...read(six(), 'fret.14', 0.06), preferences: { ...b.preferences, rate: 30 } })!.price!.own,
    ).toBeLessThan(priced(30, undefined).price!.own!)
  })
  it('says which frets would be too low', () => {
    const low = fretLevelling({
      ...read(six({ parts: { neck: { dims: { fretHeight: 0.75 } } } }), 'fret.3', -0.2),
    })!
    expect(low.tooLow.length).toBeGreaterThan(15)
    expect(inWords(low.says)).toMatch(/replace/)
  })
})

describe('the action that can be reached', () => {
  const b = () => six({ spread: 52, parts: { neck: { dims: { radius: 241 } } } })
  it('is what saddles and neck leave, outer saddles lower by the board’s radius', () => {
    const r = reachable(b())!,
      h = saddleHeight(b())!
    // 241 − √(241² − 26²) = 1.406 mm at the outer strings of 52.
    expect(sagitta(26, 241)).toBeCloseTo(1.4066, 3)
    const [first, , third] = r.rows
    expect(first!.above).toBeCloseTo(h.aboveLowest.value - 1.4066, 3)
    expect(third!.above).toBeCloseTo(h.aboveLowest.value - sagitta(5.2, 241), 3)
    // A saddle raised by a millimetre raises fret 12 by half of it.
    expect(first!.lowest).toBeCloseTo(r.wanted - first!.above / 2, 9)
    expect(first!.highest - first!.lowest).toBeCloseTo(h.range.value / 2, 9)
    expect(first!.turns).toBeCloseTo(first!.above / 0.5, 6)
    expect(r.doubt).toBeCloseTo(doubtOf(h.aboveLowest) / 2, 9)
  })
  it('says which end of the travel stops a string, and the way out', () => {
    const x = b(),
      deeper = (by: number): Build => ({
        ...x,
        parts: x.parts.map(p =>
          p.kind === 'body'
            ? {
                ...p,
                features: p.features.map(f =>
                  f.role === 'neck-pocket'
                    ? { ...f, dims: { ...f.dims, depth: { ...f.dims.depth!, value: f.dims.depth!.value + by } } }
                    : f,
                ),
              }
            : p,
        ),
      })
    expect(reachable(deeper(12))!.says).toMatch(/at its bottom.*shim/)
    expect(reachable(deeper(-12))!.says).toMatch(/at its top.*[Ss]pacer/)
    // Just within and just beyond its range, and its bottom.
    const { above } = reachable(x)!.rows[2]!,
      { range } = saddleHeight(x)!
    const highest = Math.max(...reachable(x)!.rows.map(r => r.above)),
      lowest = Math.min(...reachable(x)!.rows.map(r => r.above))
    expect(above).toBeLessThanOrEqual(highest)
    expect(reachable(deeper(-(range.value - highest) + 0.02))!.says).not.toMatch(/at its top/)
    expect(reachable(deeper(-(range.value - highest) - 0.02))!.says).toMatch(/at its top/)
    expect(reachable(deeper(lowest - 0.02))!.says).not.toMatch(/at its bottom/)
    expect(reachable(deeper(lowest + 0.02))!.says).toMatch(/at its bottom/)
    const { bridge: _, ...slots } = x.slots
    expect(reachable({ ...x, slots })).toBeUndefined()
  })
})

describe('the set-up sheet', () => {
  it('keeps what it came as, what is wanted and what it was left at, and when to read again', () => {
    let b = read(six(), 'setup.relief', 0.4)
    b = read(b, 'setup.relief', 0.22, '2026-11-26T10:00:00Z')
    const s = setupSheet(b),
      relief = s.rows.find(r => r.id === 'relief')!
    expect(relief).toMatchObject({ before: 0.4, after: 0.22, times: 2, state: 'on target' })
    expect(s.rows.find(r => r.id === 'nut.bass')).toMatchObject({ before: undefined, after: undefined, times: 0 })
    expect(s.again.map(a => localDay(a.on, zoneHere()))).toEqual(['2026-11-27', '2026-12-03', '2027-02-24'])
    expect(setupSheet(six()).again).toEqual([])
    // Twenty per cent drier at most: 20 · 0.004 mm.
    const dry = { ...b, climate: { ...b.climate, atBench: 50, driest: 30, dampest: 60 } }
    expect(inWords(setupSheet(dry).again.at(-1)!.says)).toBe(
      'from 50 % to 30 … 60 % of humidity relief may move by 0.08 mm',
    )
  })
})
