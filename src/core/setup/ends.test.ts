import { inWords } from '../../../tests/support/inWords.ts'
import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import { plainBuild } from '../../../tests/support/plainBuild.ts'
import type { Build } from '../document/build.ts'
import { readBuild } from '../document/readBuild.ts'
import { layOut } from '../layout/layOut.ts'
import { buzzWork } from './buzz.ts'
import { intonationWork, tremoloWork } from './ends.ts'
import { setupWork } from './setupWork.ts'

const read = (b: Build, of: string, value: number, at = '2026-11-28T10:00:00Z', doubt = 0.02): Build => ({
  ...b,
  readings: [...b.readings, { id: `r-${b.readings.length}-x`, of, value, doubt, at }],
})
const springs = (b: Build, count: number): Build => ({
  ...b,
  parts: b.parts.map(p =>
    p.id === b.slots['tremolo-springs']
      ? { ...p, dims: { ...p.dims, count: { value: count, doubt: 0, basis: 'measured' as const } } }
      : p,
  ),
})

describe('a tremolo on this instrument', () => {
  it('is asked for its gap first, then for quarter turns, fewer at pitch than before', () => {
    const b = springs(demo('kestrel'), 3)
    expect(tremoloWork(b)!.says).toMatch(/^Read the gap/)
    const low = tremoloWork(read(b, 'setup.tremolo.gap', 0))!
    expect(low.turns).toBeGreaterThan(0)
    expect(low.turns! * 4).toBe(Math.round(low.turns! * 4))
    expect(low.turnsAtPitch).toBeLessThan(low.turns!)
    expect(low.says).toMatch(/out, in quarters/)
    expect(tremoloWork(read(b, 'setup.tremolo.gap', 2))!.turns).toBeLessThan(0)
    expect(tremoloWork(read(b, 'setup.tremolo.gap', 1))!.says).toMatch(/floats as wanted/)
  })
  it('is left within two tenths of a millimetre of its gap', () => {
    const b = demo('kestrel'),
      state = (gap: number) =>
        setupWork(read(b, 'setup.tremolo.gap', gap)).adjustments.find(a => a.id === 'tremolo.gap')!.state
    expect([0.75, 0.85, 1.15, 1.25].map(state)).toEqual(['adjust', 'on target', 'on target', 'adjust'])
  })
  it('names the springs that it wants where nothing holds it at pitch', () => {
    const w = tremoloWork(springs(demo('kestrel'), 2))!
    expect(w.balance.perTurnAtPitch).toBeUndefined()
    expect(w.says).toBe('On 2 springs it stands nowhere at pitch: fit 3.')
  })
  it('goes by what its own turns did', () => {
    let b = springs(demo('kestrel'), 3)
    const before = tremoloWork(read(b, 'setup.tremolo.gap', 0))!.turns!
    b = read(b, 'setup.tremolo.gap', 0, '2026-11-28T10:00:00Z', 0.02)
    b = read(b, 'turned.claw', 1, '2026-11-28T10:05:00Z', 0)
    b = read(b, 'setup.tremolo.gap', 0.4, '2026-11-28T10:10:00Z', 0.02)
    const w = tremoloWork(b)!
    expect(w.learned.moves).toBe(1)
    expect(w.learned.value).toBeLessThan(0.5)
    // A claw that does less has to be turned farther for the same way.
    expect(w.turns! / 0.6).toBeGreaterThan(before / 1)
  })
  it('is nothing where the bridge stands still', () => {
    expect(tremoloWork(demo('bittern'))).toBeUndefined()
    expect(tremoloWork(demo('wren'))).toBeUndefined()
  })
})

describe('saddles on this instrument', () => {
  it('begin behind the scale length, string by string, whatever the count', () => {
    for (const name of ['bittern', 'wren', 'plover'] as const) {
      const b = demo(name),
        places = intonationWork(b)!
      expect(places).toHaveLength(b.instrument.strings)
      for (const p of places) {
        expect(p.start).toBeGreaterThan(0)
        expect(p.start).toBeLessThan(8)
        expect(p.left[11]).toBeCloseTo(0, 1)
        expect(p.left).toHaveLength(buzzWork(b)!.neck.frets)
      }
    }
  })
  it('go back for a sharp note and forward for a flat one, by the newest reading', () => {
    const b = read(read(demo('bittern'), 'cents.3.12', 8), 'cents.3.12', -4, '2026-11-28T11:00:00Z')
    const p = intonationWork(b)!.find(x => x.number === 3)!
    expect(p.cents).toBe(-4)
    expect(p.move).toBeLessThan(0)
    expect(intonationWork(b)!.find(x => x.number === 6)!.move).toBeUndefined()
  })
  it('begin farther back under a higher action', () => {
    const b = { ...demo('bittern'), readings: [] },
      high = structuredClone(b)
    high.setup = { ...high.setup, actionBass: 3, actionTreble: 2.6 }
    const low = intonationWork(b)!,
      up = intonationWork(high)!
    low.forEach((p, i) => expect(up[i]!.start).toBeGreaterThan(p.start))
  })
})

describe('a bridge whose travel ends', () => {
  it('is told where a saddle’s place lies outside it, and by how much', () => {
    const b = demo('bittern'),
      places = intonationWork(b)!
    expect(places.every(p => p.beyond === 0)).toBe(true)
    // The same bridge set 6 mm farther back: every saddle would have to stand ahead of its travel.
    const moved = { ...b, placements: { ...b.placements, bridge: undefined } },
      l = layOut(moved)!,
      back = {
        ...moved,
        placements: {
          ...moved.placements,
          bridge: {
            x: { value: l.bridge.foremost - l.nutToHeelEnd + 9, doubt: 0.1, basis: 'measured' as const },
            y: { value: 0, doubt: 0.1, basis: 'measured' as const },
          },
        },
      } as unknown as Build
    const at = layOut(back)!.bridge.foremost - 648
    for (const p of intonationWork(back)!)
      expect(p.beyond).toBeCloseTo(
        Math.min(0, p.start - at) + Math.max(0, p.start - at - (l.bridge.rearmost - l.bridge.foremost)),
        6,
      )
    expect(intonationWork(back)!.some(p => p.beyond < -1)).toBe(true)
  })
})

describe('a saddle that has told what its screw does', () => {
  it('is asked for the turns that it needs, not those of its thread', () => {
    const first = read(plainBuild(), 'setup.action.bass', 2.4, '2026-11-01T10:00:00Z', 0.02),
      turned = read(first, 'turned.saddle-bass', -2, '2026-11-01T10:05:00Z', 0),
      now = read(turned, 'setup.action.bass', 2, '2026-11-01T10:10:00Z', 0.02)
    const a = (b: Build) => setupWork(b).adjustments.find(x => x.id === 'action.bass')!
    // An M3 moves fret 12 by 0.25 a turn; two turns that moved it by 0.4 say 0.2: weighed, between the two.
    const mm = a(first).target - 2
    expect(Math.abs(a(now).turns!)).toBeGreaterThan(Math.abs(mm) / 0.25)
    expect(Math.abs(a(now).turns!)).toBeLessThan(Math.abs(mm) / 0.2)
    expect(inWords(a(now).move)).toMatch(/Yours moves 0\.2\d mm a turn at fret 12/)
    expect(inWords(a(first).move)).not.toMatch(/Yours/)
  })
})

describe('a rod that has told what it does', () => {
  const b = plainBuild()
  const moved = [
    ['setup.relief', 0.5, '2026-11-01T10:00:00Z'],
    ['turned.rod', 0.5, '2026-11-01T10:05:00Z'],
    ['setup.relief', 0.44, '2026-11-02T10:00:00Z'],
    ['turned.rod', 0.5, '2026-11-02T10:05:00Z'],
    ['setup.relief', 0.38, '2026-11-03T10:00:00Z'],
  ] as const
  const told = moved.reduce((x, [of, value, at]) => read(x, of, value, at, of === 'turned.rod' ? 0 : 0.01), b)
  it('is quoted with the next move, and predicts it', () => {
    const a = setupWork(told).adjustments.find(x => x.id === 'relief')!
    expect(a.state).toBe('adjust')
    expect(inWords(a.move)).toMatch(/Tighten the rod 1\/4 turn.*Your rod moves 0\.03 mm per quarter turn/)
    // A quarter of 0.12 a turn.
    expect(a.mm).toBeCloseTo(0.03, 2)
  })
  it('is a document like any other', () => {
    const r = readBuild(told)
    expect(r.ok ? [] : r.problems).toEqual([])
  })
  it.each([
    ['fret.14', 3, '3 of fret.14 lies outside -1 to 1'],
    ['cents.3.12', 140, '140 of cents.3.12 lies outside -100 to 100'],
    ['turned.rod', 30, '30 of turned.rod lies outside -10 to 10'],
    ['fret.99', 0, /is nothing that is read/],
    ['cents.0.12', 0, /is nothing that is read/],
  ])('refuses %s of %d', (of, value, why) => {
    const r = readBuild(read(b, of, value))
    expect(r.ok ? '' : r.problems[0]!.reason).toMatch(why)
  })
})
