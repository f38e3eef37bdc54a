import { inWords } from '../../../tests/support/inWords.ts'
import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import type { Build } from '../document/build.ts'
import { fretPosition } from '../parts/frets.ts'
import { layOut } from '../layout/layOut.ts'
import { saddleHeight } from '../layout/saddleHeight.ts'
import { buzzWork } from './buzz.ts'
import { capoFromOpen, openFromCapo } from './capo.ts'
import { neckAngle, shimEffect } from './neckAngle.ts'
import { axialField, poleLevel, poleWork, steelOf, slopeOfSquare } from './poles.ts'
import { setupWork } from './setupWork.ts'

const read = (b: Build, of: string, value: number, doubt = 0.05): Build => ({
  ...b,
  readings: [
    ...b.readings,
    { id: `r-${b.readings.length}-y`, of, value, doubt, at: `2026-11-28T10:${10 + b.readings.length}:00Z` },
  ],
})
/** Without what the demo read, at fret 12: every figure here is worked from what is set below. */
const fresh = (id: Parameters<typeof demo>[0]): Build => {
  const b = demo(id)
  return { ...b, readings: [], setup: { ...b.setup, actionAt: 'fret 12', actionBass: 1.6, actionTreble: 1.4 } }
}
const strung = (b: Build, bass: number, treble: number, left: number): Build =>
  read(read(read(b, 'setup.action.bass', bass), 'setup.action.treble', treble), 'setup.saddle-left', left, 0.1)

describe('a shim under the heel', () => {
  it('lifts the heel’s end by itself and everything beyond by the angle [geometry, worked by hand]', () => {
    const b = fresh('kestrel'),
      l = layOut(b)!,
      h = saddleHeight(b)!,
      e = shimEffect(b, 0.33)!
    // Handbook: a quarter of a degree over 76 mm is 0.33 mm.
    expect(Math.tan((e.angleDeg * Math.PI) / 180) * h.pocketLength).toBeCloseTo(0.33, 9)
    expect(e.rise).toBeCloseTo(0.33 + (h.heelToSaddle * 0.33) / h.pocketLength, 9)
    for (const [i, p] of e.pickups.entries()) {
      const beyond = l.pickups[i]!.centre[0] - l.nutToHeelEnd
      expect(p.opens).toBeCloseTo(0.33 + (beyond * 0.33) / h.pocketLength, 9)
    }
    // The bridge pickup lies farther from the pivot than the neck one, the saddle farthest.
    const of = (place: string) => e.pickups.find(p => p.slot === `pickup-${place}`)!.opens
    expect(of('neck')).toBeLessThan(of('bridge'))
    expect(of('bridge')).toBeLessThan(e.rise)
  })
  it('drops the strings at the twelfth by about half of what the saddles stand lower', () => {
    const e = shimEffect(fresh('kestrel'), 0.5)!
    expect(e.falls / e.rise).toBeGreaterThan(0.49)
    expect(e.falls / e.rise).toBeLessThan(0.505)
  })
  it('steepens the break over the saddle, and a thinner one less', () => {
    const steeper = (thick: number) => {
      const s = shimEffect(fresh('kestrel'), thick)!.breaks[0]!
      return s.after! - s.before!
    }
    expect(steeper(0.5)).toBeGreaterThan(steeper(0.2))
    expect(steeper(0.2)).toBeGreaterThan(0)
  })
})

describe('the neck’s angle', () => {
  it('goes by the strings as they read: too high by 1.0 at the twelfth with 0.6 of travel left', () => {
    const b = fresh('kestrel'),
      h = saddleHeight(b)!,
      w = neckAngle(strung(b, 2.6, 2.4, 0.6))!
    expect(w.from).toBe('strung')
    // A change at the twelfth is twice as much at the saddle: 2.0 are wanted, 0.6 are there.
    expect(w.below).toBeCloseTo(0.6 - 2, 9)
    expect(w.above).toBeCloseTo(h.range.value + 1.4, 9)
    // 0.5 kept and 0.5 beyond: 2.4 at the saddle.
    expect(w.wedge!.rise).toBeCloseTo(2.4, 9)
    expect(w.wedge!.thick).toBeCloseTo(2.4 / (1 + h.heelToSaddle / h.pocketLength), 9)
    expect(w.spacer).toBeUndefined()
    // Two readings of ±0.05, halved and doubled again, and ±0.1 of travel.
    expect(w.doubt).toBeCloseTo(Math.hypot(0.1, Math.hypot(0.05, 0.05)), 9)
  })
  it('lifts the bridge where the saddles are at their top', () => {
    const b = fresh('kestrel'),
      range = saddleHeight(b)!.range.value,
      w = neckAngle(strung(b, 0.9, 0.7, range - 0.2))!
    // 1.4 up at the saddle, 0.2 are there; reserve and beyond on top.
    expect(w.above).toBeCloseTo(0.2 - 1.4, 9)
    expect(w.spacer).toBeCloseTo(1.2 + 1, 9)
    expect(w.wedge).toBeUndefined()
  })
  it('is left alone where both ends are in reach, to the reserve exactly', () => {
    const b = fresh('kestrel')
    expect(neckAngle(strung(b, 1.6, 1.4, 0.51))!.wedge).toBeUndefined()
    expect(neckAngle(strung(b, 1.6, 1.4, 0.49))!.wedge).toBeDefined()
  })
  it('goes by the straightedge before strings are on, and by the parts before that', () => {
    const b = fresh('kestrel'),
      low = b.parts.find(p => p.id === b.slots.bridge)!.dims.saddleLow!.value
    expect(neckAngle(b)!.from).toBe('parts')
    expect(neckAngle(b)!.below).toBeCloseTo(saddleHeight(b)!.aboveLowest.value, 9)
    const dry = neckAngle(read(b, 'layout.dry', 9))!,
      nut = (b.setup.nutBass + b.setup.nutTreble) / 2
    expect(dry.from).toBe('clamped dry')
    // The strings rise by twice the action less the nut's gap over the straightedge: 2 · 1.5 − nut.
    expect(dry.below).toBeCloseTo(9 + 3 - nut - low, 9)
  })
  it('is sure only where its doubt is smaller than what it is off by', () => {
    const b = fresh('kestrel'),
      range = saddleHeight(b)!.range.value
    // ± 0.122 at the saddle: 0.05 off the reserve is no answer, 0.3 is one; at either end.
    for (const [left, sure] of [
      [0.55, false],
      [0.8, true],
      [range - 0.55, false],
      [range - 0.8, true],
    ] as const)
      expect(neckAngle(strung(b, 1.6, 1.4, left))!.sure, `${left}`).toBe(sure)
  })
  it('puts no shim under a glued neck, and asks nothing without a bridge', () => {
    const screwed = strung(fresh('kestrel'), 2.6, 2.4, 0.6),
      b: Build = { ...screwed, instrument: { ...screwed.instrument, neckJoint: 'glued' } }
    expect(neckAngle(screwed)!.wedge).toBeDefined()
    expect(neckAngle(b)).toMatchObject({ glued: true, wedge: undefined })
    expect(neckAngle({ ...b, slots: { ...b.slots, bridge: undefined as never } })).toBeUndefined()
  })
})

describe('a capo on the first fret', () => {
  const at = { scaleLength: 648, saddleAt: 648, fret: 12, capo: 1 }
  it('reads lower than the open string by the nut’s share, worked by hand', () => {
    const x1 = 648 * (1 - 2 ** (-1 / 12)),
      // The saddle that gives 1.6 at the twelfth over a nut of 0.5: 2.7.
      wanted = (2.7 * (324 - x1)) / (648 - x1)
    expect(fretPosition(648, 1)).toBeCloseTo(x1, 9)
    expect(capoFromOpen(at, 1.6, 0.5)).toBeCloseTo(wanted, 9)
    expect(openFromCapo(at, wanted, 0.5)).toBeCloseTo(1.6, 9)
  })
})

describe('a board that falls away', () => {
  it('begins at the last fret before the body, and gives room to the last', () => {
    const b = fresh('kestrel'),
      flat = buzzWork(b)!,
      falls = buzzWork(read(b, 'setup.fall-away', 0.3))!
    expect(flat.neck.fallAway).toBe(0)
    expect(falls.neck.fallAway).toBe(0.3)
    const pocket = layOut(b)!.features.find(f => f.role === 'neck-pocket')!,
      mouth = Math.min(...pocket.polygon.map(p => p[0]))
    expect(fretPosition(falls.neck.scaleLength, falls.neck.fallsFrom)).toBeLessThan(mouth)
    expect(fretPosition(falls.neck.scaleLength, falls.neck.fallsFrom + 1)).toBeGreaterThanOrEqual(mouth)
    const room = (w: NonNullable<ReturnType<typeof buzzWork>>) =>
      w.strings[0]!.clear.find(c => c.held === 14 && c.over === w.neck.frets)!.room
    expect(room(falls)).toBeGreaterThan(room(flat))
  })
})

describe('a back bow', () => {
  it('is said as what it is, and the rod is let out', () => {
    const b = read(fresh('kestrel'), 'setup.relief', -0.15)
    const move = setupWork({ ...b, instrument: { ...b.instrument, bridge: 'flat plate' } }).adjustments.find(
      a => a.id === 'relief',
    )!.move
    expect(inWords(move)).toMatch(/^The neck bows back by 0\.15 mm.*Loosen the rod/)
  })
})

describe('poles', () => {
  it('have the field of an evenly magnetised rod on their axis [published: textbook]', () => {
    // At the face of a long rod half of the remanence; far off it falls as a dipole does, by 8 for twice the distance.
    expect(axialField(0, 1, 1000)).toBeCloseTo(0.5, 6)
    expect(axialField(2000, 2, 4) / axialField(4000, 2, 4)).toBeCloseTo(8, 1)
    // A disc of equal radius and length, at its face: L / (2 √(L² + r²)) = 0.35355.
    expect(axialField(0, 3, 3)).toBeCloseTo(Math.SQRT1_2 / 2, 9)
  })
  it('give less to a string that is farther, by the slope of the squared field', () => {
    // d(B²)/dz = 2 B B', by hand at z = 2, r = 2.4, L = 17.
    const z = 2,
      r = 2.4,
      far = 19,
      B = (far / Math.hypot(far, r) - z / Math.hypot(z, r)) / 2,
      dB = (r * r * (1 / Math.hypot(far, r) ** 3 - 1 / Math.hypot(z, r) ** 3)) / 2
    expect(slopeOfSquare(z, r, 17)).toBeCloseTo(-2 * B * dB, 6)
    expect(slopeOfSquare(3, r, 17)).toBeLessThan(slopeOfSquare(2, r, 17))
  })
  it('weigh a string by its steel and how it yields to the pick', () => {
    // Twice the diameter is four times the steel, 12 dB; four times the impedance squared is 6 dB less.
    expect(poleLevel(0.64, 2, 80, 0.004) - poleLevel(0.16, 2, 80, 0.004)).toBeCloseTo(20 * Math.log10(4), 9)
    expect(steelOf({ diameter: 0.43, wound: false })).toBeCloseTo(0.1849, 9)
    // A core of 0.4 in a string of 1.0: 0.16, and 0.3 · π/4 of the 0.84 around it.
    expect(steelOf({ diameter: 1, wound: true, core: 0.4 })).toBeCloseTo(0.16 + 0.3 * 0.7854 * 0.84, 4)
    expect(poleLevel(0.4, 2, 160, 0.008) - poleLevel(0.4, 2, 80, 0.004)).toBeCloseTo(-20 * Math.log10(2), 9)
  })
  it('are even once each stands where it is told to', () => {
    let b = fresh('kestrel')
    const before = poleWork(b).find(w => w.place === 'bridge')!
    expect(before.rows.every(r => !r.read)).toBe(true)
    expect(before.spread).toBeGreaterThan(3)
    for (const r of before.rows) b = read(b, `setup.pole.bridge.${r.number}`, r.wanted)
    const after = poleWork(b).find(w => w.place === 'bridge')!
    expect(after.rows.every(r => r.read)).toBe(true)
    expect(after.spread).toBeLessThan(0.05)
    // Both ends alone do some of it, never better than every pole by itself.
    expect(before.tilt.spread).toBeLessThan(before.spread + 1e-9)
    expect(before.tilt.spread).toBeGreaterThan(after.spread)
  })
  it('tell nothing of an instrument without pickups or strings', () => {
    const b = fresh('kestrel')
    expect(poleWork({ ...b, instrument: { ...b.instrument, pickups: [] } })).toEqual([])
    expect(poleWork({ ...b, slots: { ...b.slots, strings: undefined as never } })).toEqual([])
  })
})
