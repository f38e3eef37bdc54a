import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { heron } from '../../../tests/support/heron.ts'
import type { Build } from '../document/build.ts'
import { TAPERS } from '../parts/kinds/electrics.ts'
import { bonds } from './bonds.ts'
import { jackResistance } from './jackResistance.ts'
import { networkOf } from './network.ts'
import { response } from './response.ts'
import { allSettings, openSettings, settingKey, settingLabel } from './settings.ts'
import { solderOrder } from './solderOrder.ts'
import { dcResistance } from './solve.ts'
import { taperShare } from './taper.ts'
import { anyIn } from '../../../tests/support/any.ts'

const set = (b: Build, position: string, pulled: string[] = [], knobs: Record<string, number> = {}) => {
  const s = openSettings(b, { switch: position, ...Object.fromEntries(pulled.map(p => [p, 'out'])) })
  return { ...s, knobs: { ...s.knobs, ...knobs } }
}
const withoutWire = (b: Build, from: string, to: string): Build => ({
  ...b,
  circuit: { ...b.circuit, wires: b.circuit.wires.filter(w => !(w.from === from && w.to === to)) },
})

describe('nets by position', () => {
  it('join the toggle’s lugs as it is thrown', () => {
    const node = (position: string, t: string) => networkOf(heron(), set(heron(), position)).nodeOf.get(t)
    expect(node('bridge', 'switch.common')).toBe(node('bridge', 'switch.bridge'))
    expect(node('bridge', 'switch.common')).not.toBe(node('bridge', 'switch.neck'))
    expect(node('both', 'switch.neck')).toBe(node('both', 'switch.bridge'))
  })
  it('ground the series link when the tone pot is pulled', () => {
    const at = (pulled: string[]) =>
      networkOf(heron(), set(heron(), 'bridge', pulled)).nodeOf.get('pickup-bridge.a-finish')
    expect(at([])).not.toBe(0)
    expect(at(['tone'])).toBe(0)
  })
  it('name every setting once', () => {
    const all = allSettings(heron())
    expect(all).toHaveLength(6)
    expect(new Set(all.map(s => settingKey(heron(), s))).size).toBe(6)
    expect(settingLabel(heron(), all[1]!)).toBe('Bridge · Tone pulled')
  })
})

describe('the meter at the jack', () => {
  // The handbook's own example: 8.8 kΩ behind a 500 kΩ volume at full reads 8.65 kΩ.
  it('reads 8.65 kΩ for 8.8 kΩ behind 500 kΩ', () => {
    const b = heron()
    expect(jackResistance(b, set(b, 'bridge'))).toBeCloseTo(8650, -1)
  })
  it('reads half the winding when split, less when both are on', () => {
    const r = (p: string, pulled: string[] = []) => jackResistance(heron(), set(heron(), p, pulled))
    expect(r('bridge', ['tone']) / r('bridge')).toBeCloseTo(0.5, 1)
    expect(r('both')).toBeLessThan(Math.min(r('bridge'), r('neck')))
  })
  it('reads open at a missing joint and short at a wrong one', () => {
    const open = withoutWire(heron(), 'volume.2', 'jack.tip')
    expect(jackResistance(open, set(open, 'bridge'))).toBe(Infinity)
    const b = heron()
    const short = {
      ...b,
      circuit: {
        ...b.circuit,
        wires: [...b.circuit.wires, { id: 'bad', from: 'jack.tip', to: 'jack.sleeve', kind: 'wire' as const }],
      },
    }
    expect(jackResistance(short, set(short, 'bridge'))).toBe(0)
  })
  it('adds resistors in series and in parallel', () => {
    const n = {
      nodes: 3,
      tip: 1,
      nodeOf: new Map<string, number>(),
      nets: [],
      elements: [
        { kind: 'R' as const, id: 'a', a: 1, b: 2, ohms: 100 },
        { kind: 'R' as const, id: 'b', a: 2, b: 0, ohms: 300 },
        { kind: 'R' as const, id: 'c', a: 2, b: 0, ohms: 150 },
      ],
    }
    expect(dcResistance(n, 1, 0)).toBeCloseTo(200, 6)
  })
})

describe('the response', () => {
  it('is louder in series than split, and peaks lower', () => {
    const full = response(heron(), set(heron(), 'bridge')),
      split = response(heron(), set(heron(), 'bridge', ['tone']))
    expect(full.base).toBeGreaterThan(split.base)
    expect(full.peak!.hz).toBeLessThan(split.peak!.hz)
  })
  // Loaded peak ≈ 1/(2π√(L·(C+C_cable))): 4.4 H with 630 pF → 3.02 kHz [computed, handbook section 6].
  it('peaks near 3.02 kHz for 4.4 H into 630 pF', () => {
    const b = heron()
    b.circuit.load = { cableMetres: 5.2, faradsPerMetre: 100e-12, amplifierOhms: 1e7 }
    // The formula is for an undamped coil; pots and losses pull the peak a little below it.
    const share = response(b, set(b, 'bridge')).peak!.hz / 3023
    expect(share).toBeGreaterThan(0.92)
    expect(share).toBeLessThan(1)
  })
  it('is silent with the volume shut, and says so', () =>
    expect(response(heron(), set(heron(), 'bridge', [], { volume: 0 })).silent).toBe(true))
  it('falls with the volume and darkens with the tone, at every setting', () =>
    fc.assert(
      fc.property(fc.constantFrom('bridge', 'both', 'neck'), anyIn(0.05, 0.95), (p, k) => {
        const hz = [100, 6000]
        const open = response(heron(), set(heron(), p), hz),
          down = response(heron(), set(heron(), p, [], { volume: k }), hz),
          dark = response(heron(), set(heron(), p, [], { tone: k / 2 }), hz)
        return down.db[0]! < open.db[0]! && dark.db[1]! <= open.db[1]! + 1e-9
      }),
      { numRuns: 25 },
    ))
  it('cancels when the second coil is joined the wrong way round', () => {
    const b = heron()
    const swap: Record<string, string> = {
      'pickup-bridge.b-finish': 'pickup-bridge.b-start',
      'pickup-bridge.b-start': 'pickup-bridge.b-finish',
    }
    const wrong = {
      ...b,
      circuit: {
        ...b.circuit,
        wires: b.circuit.wires.map(w => ({ ...w, from: swap[w.from] ?? w.from, to: swap[w.to] ?? w.to })),
      },
    }
    expect(response(wrong, set(wrong, 'bridge')).base).toBeLessThan(response(b, set(b, 'bridge')).base - 30)
  })
  it('stands without a jack, a load or a pickup', () => {
    const b = heron()
    b.circuit = {
      ...b.circuit,
      components: b.circuit.components.filter(c => c.kind !== 'jack'),
      wires: b.circuit.wires.filter(w => !w.to.startsWith('jack')),
    }
    expect(response(b, set(b, 'bridge')).silent).toBe(true)
    expect(jackResistance(b, set(b, 'bridge'))).toBe(Infinity)
  })
})

describe('tapers [common practice: logarithmic pots pass 10–15 % of the track at half turn]', () => {
  it('meet their ends and middle', () => {
    for (const t of TAPERS) {
      expect(taperShare(t, 0)).toBe(0)
      expect(taperShare(t, 1)).toBeCloseTo(1, 12)
    }
    expect(taperShare('linear', 0.5)).toBe(0.5)
    expect(taperShare('logarithmic', 0.5)).toBeGreaterThan(0.1)
    expect(taperShare('logarithmic', 0.5)).toBeLessThan(0.15)
  })
  it('rise all the way', () =>
    fc.assert(fc.property(anyIn(0, 0.99), x => taperShare('logarithmic', x + 0.01) > taperShare('logarithmic', x))))
})

describe('soldering', () => {
  it('covers every wire end that lands on a lug, controls first, the body last', () => {
    const order = solderOrder(heron())
    const stages = order.map(j => j.stage)
    expect(stages).toEqual(
      [...stages].sort(
        (a, b) =>
          ['on the controls', 'pickups', 'through the body'].indexOf(a) -
          ['on the controls', 'pickups', 'through the body'].indexOf(b),
      ),
    )
    const soldered = new Set(order.flatMap(j => j.wires.map(w => w.id)))
    expect([...soldered].sort()).toEqual(
      heron()
        .circuit.wires.map(w => w.id)
        .sort(),
    )
    expect(order.map(j => j.order)).toEqual(order.map((_, i) => i + 1))
    expect(order.at(-1)!.stage).toBe('through the body')
  })
  it('bonds everything metal, and misses what is cut', () => {
    expect(bonds(heron()).every(b => b.bonded)).toBe(true)
    const cut = withoutWire(heron(), 'strings.bond', 'volume.case')
    expect(
      bonds(cut)
        .filter(b => !b.bonded)
        .map(b => b.terminal),
    ).toEqual(['strings.bond'])
  })
})
