import { inWords } from '../../../tests/support/inWords.ts'
import { describe, expect, it } from 'vitest'
import { electric, withRecipe, type Electric } from '../../../tests/support/electric.ts'
import type { Build } from '../document/build.ts'
import { withAddition, withoutAddition, ADDITIONS, hasAddition } from './recipes/additions.ts'
import { offersFor, proposedCircuit, unwired } from './recipes/index.ts'
import { allSettings, openSettings, settingKey, settingLabel, type Settings } from './settings.ts'
import { soundAt } from './sound.ts'
import { soundWords } from './soundWords.ts'
import { spreadAt } from './spread.ts'
import { travelOf } from './travel.ts'

const at = (b: Build, throws: Record<string, string> = {}, knobs: Record<string, number> = {}): Settings => {
  const s = openSettings(b, throws)
  return { ...s, knobs: { ...s.knobs, ...knobs } }
}
const words = (b: Build, throws: Record<string, string> = {}) => soundWords(b, soundAt(b, at(b, throws)))
const three = (change: (b: Build) => void = () => undefined): Build => {
  const b = electric({
    pickups: { bridge: {}, middle: {}, neck: {} },
    volumes: [{}],
    tones: [{}],
    switches: ['blade 2 × 5'],
  })
  change(b)
  return withRecipe(b, 'five-way blade, one tone')
}
const middle = (winding: string, magnet: string) => (b: Build) => {
  Object.assign(b.parts.find(p => p.id === 'plain-pickup-middle')!.traits, { winding, magnet })
}

/**
 * Worked by hand from Faraday's law: a coil's string signal goes with winding times magnet, its hum with the winding
 * alone. Single-coils alike, the middle one as it says.
 */
describe('hum and phase of three single-coils on a five-way blade', () => {
  const NOW: [winding: string, magnet: string, inPhase: boolean, cancels: boolean][] = [
    ['as usual', 'south', true, false],
    ['reverse', 'north', true, true],
    ['reverse', 'south', false, true],
    ['as usual', 'north', false, false],
  ]
  it.each(NOW)('middle wound %s, magnet %s', (winding, magnet, inPhase, cancels) => {
    const b = three(middle(winding, magnet))
    for (const [position, of] of [
      ['1', ['bridge']],
      ['2', ['bridge', 'middle']],
      ['3', ['middle']],
      ['4', ['middle', 'neck']],
      ['5', ['neck']],
    ] as const) {
      const s = soundAt(b, at(b, { switch: position }))
      expect(s.coils.map(c => c.of).sort()).toEqual(of.map(p => `pickup-${p}`).sort())
      const two = of.length === 2
      expect(s.coils.every(c => c.phase === 1)).toBe(!two || inPhase)
      if (two && cancels) expect(s.hum).toBeLessThan(-100)
      else expect(s.hum).toBeCloseTo(0, 9)
      expect(s.tree?.kind).toBe(two ? 'parallel' : 'coil')
      if (two && !inPhase) expect(s.level).toBeLessThan(-100)
    }
  })
})

describe('what a setting sounds like, in words', () => {
  it('a five-way blade with two tones says which of them works', () => {
    const b = withRecipe(
      electric({
        pickups: { bridge: {}, middle: { reverse: true }, neck: {} },
        volumes: [{}],
        tones: [{}, {}],
        switches: ['blade 2 × 5'],
      }),
      'five-way blade, tones to neck and middle',
    )
    expect(inWords(['1', '2', '3', '4', '5'].map(p => words(b, { switch: p })))).toEqual([
      'Bridge pickup; hums as single coils do; Volume works',
      'Bridge pickup and middle pickup in parallel; hum cancels; Volume and Tone 2 work',
      'Middle pickup; hums as single coils do; Volume and Tone 2 work',
      'Middle pickup and neck pickup in parallel; hum cancels; Volume, Tone and Tone 2 work',
      'Neck pickup; hums as single coils do; Volume and Tone work',
    ])
  })
  it('a double-coil whole, split, in parallel, turned round', () => {
    const b = electric({
      pickups: { bridge: { coils: 2 }, neck: {} },
      volumes: [{}],
      tones: [{ pull: true }],
      switches: ['leaf toggle'],
    })
    const said = (pull: string, position: string) => {
      const c = withRecipe(b, `two pickups, one volume; pulled: ${pull}`)
      return words(c, { switch: position, 'pot-tone': 'out' })
    }
    expect(inWords(said('split', 'bridge'))).toBe(
      'Half of the bridge pickup; hums as single coils do; Volume and Tone work',
    )
    expect(inWords(said('coils in parallel', 'bridge'))).toBe(
      'Bridge pickup with its coils in parallel; hum cancels; Volume and Tone work',
    )
    expect(inWords(said('phase turned round', 'both'))).toMatch(
      /^Bridge pickup and neck pickup in parallel; .* out of phase/,
    )
    expect(inWords(said('split', 'neck'))).toBe('Neck pickup; hums as single coils do; Volume and Tone work')
  })
  it('pickups in series, and a volume that serves one of two', () => {
    const b = electric({ pickups: { bridge: {}, neck: {} }, volumes: [{}], switches: ['blade 2 × 4'] })
    const four = withRecipe(b, 'four-way blade with series')
    expect(['1', '2', '3', '4'].map(p => inWords(words(four, { switch: p })).split(';')[0])).toEqual([
      'Bridge pickup',
      'Bridge pickup and neck pickup in parallel',
      'Neck pickup',
      'Bridge pickup and neck pickup in series',
    ])
    const two: Electric = {
      pickups: { bridge: {}, neck: {} },
      volumes: [{}, {}],
      tones: [{}, {}],
      switches: ['leaf toggle'],
    }
    const way = (id: string) => words(withRecipe(electric(two), id), { switch: 'both' })
    expect(inWords(way('two volumes, ordinary, tone at the input'))).toMatch(
      /Volume, Volume 2, Tone and Tone 2 work$/,
    )
    expect(inWords(way('two volumes, independent, tone at the input'))).toMatch(
      /Volume for the bridge pickup, Volume 2 for the neck pickup, Tone and Tone 2 work$/,
    )
  })
  it('why nothing is heard', () => {
    const b = three()
    const rewired = (wires: Build['circuit']['wires']) => ({ ...b, circuit: { ...b.circuit, wires } })
    expect(
      words(rewired([...b.circuit.wires, { id: 'x', from: 'jack.tip', to: 'jack.sleeve', kind: 'wire' }])),
    ).toBe('Silent: the tip is on ground.')
    expect(words(rewired(b.circuit.wires.filter(w => w.to !== 'jack.tip')))).toBe(
      'Silent: no pickup reaches the tip.',
    )
    expect(
      words({
        ...b,
        circuit: { ...b.circuit, components: b.circuit.components.filter(c => c.kind !== 'jack'), wires: [] },
      }),
    ).toBe('Silent: the circuit has no jack.')
  })
  it('an active pickup without its battery', () => {
    const b = withRecipe(
      electric({ pickups: { bridge: { active: true } }, volumes: [{}], ring: true, battery: true }),
      'active pickups',
    )
    expect(soundAt(b, at(b)).silence).toBeUndefined()
    const flat = {
      ...b,
      circuit: { ...b.circuit, wires: b.circuit.wires.filter(w => w.to !== 'jack.ring') },
    }
    expect(words(flat)).toBe('Silent: the battery’s supply does not reach the stage.')
  })
})

describe('settings', () => {
  it('name every switch of several, pulls and buttons where they are not at rest', () => {
    const b0 = withRecipe(
      electric({
        pickups: { bridge: {}, neck: {} },
        volumes: [{}, {}],
        tones: [{ pull: true }, {}],
        switches: ['leaf toggle', 'on-on'],
      }),
      'twin circuit',
    )
    const b = { ...b0, circuit: withAddition(b0.circuit, ADDITIONS.at(-1)!) }
    const all = allSettings(b)
    // Three of the toggle, two of the slide, two of the pull, and the button once.
    expect(all).toHaveLength(3 * 2 * 2 + 1)
    expect(new Set(all.map(s => settingKey(b, s))).size).toBe(all.length)
    expect(settingKey(b, all[0]!)).toBe('switch=bridge+switch-2=up')
    expect(settingLabel(b, at(b, { switch: 'both', 'switch-2': 'down', 'pot-tone': 'out' }))).toBe(
      'Pickup switch Both · Pickup switch 2 down · Tone pulled',
    )
    expect(settingLabel(b, all.at(-1)!)).toMatch(/Kill button pressed$/)
    expect(soundAt(b, all.at(-1)!).silence).toBe('tip on ground')
  })
})

describe('proposals', () => {
  it('use as many of the build’s parts as they can; what cannot be says why', () => {
    const b = electric({ pickups: { bridge: {}, neck: {} }, volumes: [{}], tones: [{}], switches: ['leaf toggle'] })
    const offers = offersFor(b)
    expect(offers[0]).toMatchObject({ id: 'two pickups, one volume', idle: [] })
    expect(offers.find(o => o.id === 'twin circuit')!.lacks).toBe('wants 2 volumes, this build has 1')
    expect(offers.find(o => o.id === 'four-way blade with series')!.lacks).toBe(
      'wants 1 four-way blade, this build has none',
    )
    expect(proposedCircuit(electric({ pickups: {} }))).toBeUndefined()
  })
  it('leave the parts alone where none fits: every one there, and no wire', () => {
    const b = electric({
      pickups: { bridge: {}, inner: {}, middle: {}, neck: {} },
      volumes: [{}],
      switches: ['blade 4 × 5'],
    })
    expect(proposedCircuit(b)).toBeUndefined()
    const c = unwired(b)
    expect(c.wires).toEqual([])
    expect(c.components.map(x => x.kind).sort()).toEqual(
      ['jack', 'metal', 'pickup', 'pickup', 'pickup', 'pickup', 'pot', 'switch'].sort(),
    )
    expect(c.recipe).toBeUndefined()
  })
  it('keep the colours of the leads that are soldered today', () => {
    const b = withRecipe(electric({ pickups: { bridge: {} }, volumes: [{}] }), 'one pickup')
    const lead = b.circuit.wires.find(w => w.from === 'pickup-bridge.start')!
    lead.colour = 'green'
    expect(offersFor(b)[0]!.circuit!.wires.find(w => w.from === 'pickup-bridge.start')!.colour).toBe('green')
  })
  it('additions come and go without a trace', () => {
    const b = three()
    for (const a of ADDITIONS) {
      const more = withAddition(b.circuit, a)
      expect(hasAddition(b.circuit, a)).toBe(false)
      expect(hasAddition(more, a)).toBe(true)
      expect(withoutAddition(more, a)).toEqual(b.circuit)
    }
  })
})

describe('knobs along their turn', () => {
  const b = three()
  it('a volume falls to nothing, a tone takes treble alone', () => {
    const v = travelOf(b, at(b), 'pot-volume'),
      t = travelOf(b, at(b), 'pot-tone')
    expect(v.low[0]!).toBeLessThan(-70)
    expect(v.low).toEqual([...v.low].sort((x, y) => x - y))
    expect(t.low.at(-1)! - t.low[0]!).toBeLessThan(1)
    expect(t.high.at(-1)! - t.high[0]!).toBeGreaterThan(10)
  })
  it('a treble bleed keeps treble at 7', () => {
    const loss = (x: Build) => {
      const s = soundAt(x, at(x, {}, { 'pot-volume': 0.7 })).response
      const level = (hz: number) => s.db[s.hz.findIndex(f => f >= hz)]!
      return level(6000) - level(100)
    }
    const bled = { ...b, circuit: withAddition(b.circuit, ADDITIONS[0]!) }
    expect(loss(bled)).toBeGreaterThan(loss(b) + 3)
  })
})

describe('what the doubts of the parts leave', () => {
  it('goes with the doubt of the inductance as theory has it: half a share of it in the peak', () => {
    const b = three(x => {
      for (const p of x.parts) for (const d of Object.values(p.dims)) d.doubt = 0
      const l = x.parts.find(p => p.id === 'plain-pickup-bridge')!.dims.inductance!
      l.doubt = 0.024
      // Next to no damping: what is loaded peaks lower and moves further.
      for (const p of x.parts) {
        if (p.kind === 'pot') p.dims.resistance!.value = 1e7
        if (p.kind === 'pickup') p.dims.lossResistance!.value = 1e8
      }
      x.circuit.load.amplifierOhms = 1e9
    })
    const known = soundAt(b, at(b)),
      spread = spreadAt(b, at(b))
    // f ∝ L^−½: 1 % of inductance is half a per cent of the peak.
    expect(Math.abs(spread.peak!.hz / known.peak!.hz / 0.005 - 1)).toBeLessThan(0.08)
    expect(spread.ohms).toBe(0)
  })
  it('counts pots at ±20 % until somebody has read them', () => {
    const b = three(x => {
      for (const p of x.parts) for (const d of Object.values(p.dims)) d.doubt = 0
    })
    expect(spreadAt(b, at(b)).level).toBe(0)
    const claimed = three(x => {
      for (const p of x.parts) for (const d of Object.values(p.dims)) d.doubt = 0
      x.parts.find(p => p.kind === 'pot')!.dims.resistance!.basis = 'claimed'
    })
    // 250 k of track beside 6 k of coil: a fifth more changes the level by about 0.03 dB.
    expect(spreadAt(claimed, at(claimed)).level).toBeGreaterThan(0.02)
    expect(spreadAt(claimed, at(claimed)).level).toBeLessThan(0.06)
  })
})
