import { describe, expect, it } from 'vitest'
import { demo, DEMO_NAMES } from '../../../tests/support/demo.ts'
import { hollowed, SHELL } from '../../../tests/support/hollowed.ts'
import type { Build } from '../document/build.ts'
import type { Wire } from '../document/circuitRecord.ts'
import { readBuild } from '../document/readBuild.ts'
import { jackResistance } from '../circuit/jackResistance.ts'
import { allSettings } from '../circuit/settings.ts'
import { shielded } from '../circuit/shielded.ts'
import { plan } from '../plan/plan.ts'
import { groundOf, groundWires, regrounded } from './ground.ts'
import { hotRuns } from './hotRuns.ts'
import { shieldingOf } from './shielding.ts'

const b = hollowed(SHELL)
const withWires = (x: Build, wires: Wire[]): Build => ({ ...x, circuit: { ...x.circuit, wires } })
const black = (id: string, from: string, to: string): Wire => ({ id, from, to, kind: 'wire', colour: 'black' })

describe('the ground', () => {
  it('is a star as the recipes lay it, names what bonds each metal, and has no ring', () => {
    const g = groundOf(b)
    expect(g.school).toBe('star')
    expect(g.hub).toBe('volume')
    expect(g.loops).toEqual([])
    expect(g.metal.every(m => m.bonded)).toBe(true)
    expect(g.metal.find(m => m.id === 'tone.case')!.by).toEqual([{ kind: 'wire', wire: 'w2', to: 'Volume' }])
  })
  it('that is left out somewhere says where', () => {
    const cut = withWires(
      b,
      b.circuit.wires.filter(w => w.id !== 'w2'),
    )
    expect(
      groundOf(cut)
        .metal.filter(m => !m.bonded)
        .map(m => [m.id, m.by]),
    ).toEqual([['tone.case', [{ kind: 'nothing' }]]])
  })
  it('of a ring encloses what its corners say, and costs that against a coil', () => {
    // Volume (130, 90), tone (170, 90), jack (190, 125): half of 40 times 35.
    const ring = withWires(b, [...b.circuit.wires, black('x', 'tone.case', 'jack.sleeve')]),
      { loops } = groundOf(ring)
    expect(loops).toHaveLength(1)
    expect(new Set(loops[0]!.through)).toEqual(new Set(['volume', 'tone', 'jack']))
    expect(loops[0]!.area).toBeCloseTo(700, 4)
    // One turn of 700 mm² beside 8,000 turns of 558 mm² [from memory].
    expect(loops[0]!.against).toBeCloseTo(20 * Math.log10(700 / (8000 * 558)), 6)
  })
  it('of two wires side by side encloses the gap between them alone', () => {
    const twice = groundOf(withWires(b, [...b.circuit.wires, black('x', 'tone.case', 'volume.case')]))
    // 40 mm there and 3 mm beside.
    expect(twice.loops[0]!.area).toBeCloseTo(120, 4)
  })
  it.each(DEMO_NAMES)(
    'of %s is the same by either school, without a ring, with one wire less than pieces',
    name => {
      const x = demo(name)
      for (const school of ['star', 'chain'] as const) {
        const y: Build = { ...x, circuit: regrounded(x, school) },
          g = groundOf(y)
        expect(readBuild(JSON.parse(JSON.stringify(y))).ok).toBe(true)
        expect(g.school).toBe(school)
        expect(g.loops).toEqual([])
        expect(g.metal.filter(m => !m.bonded)).toEqual([])
        const pieces = new Set(groundWires(y).flatMap(w => [w.from, w.to].map(t => t.split('.')[0])))
        expect(groundWires(y)).toHaveLength(pieces.size - 1)
        expect(allSettings(y).map(s => jackResistance(y, s))).toEqual(allSettings(x).map(s => jackResistance(x, s)))
      }
      // A chain runs from the jack to what is nearest: it is the shorter.
      const length = (s: 'star' | 'chain') => groundOf({ ...x, circuit: regrounded(x, s) }).length
      expect(length('chain')).toBeLessThan(length('star'))
    },
  )
  it('over a lining or a metal plate is bonded by its bushings too: a ring for each wire beside', () => {
    const lined: Build = { ...b, circuit: { ...b.circuit, shield: 'foil' } },
      g = groundOf(lined)
    expect(g.metal.find(m => m.id === 'shield')!.bonded).toBe(true)
    expect(g.loops.length).toBe(2)
    // Without the wire the foil bonds it alone.
    const bare = groundOf(
      withWires(
        lined,
        b.circuit.wires.filter(w => w.id !== 'w2'),
      ),
    )
    expect(bare.metal.find(m => m.id === 'tone.case')).toMatchObject({ bonded: true, by: [{ kind: 'contact' }] })
    expect(bare.loops.length).toBe(1)
  })
})

describe('a lining', () => {
  let turnedTone: Build
  it('covers walls, floors and the cover: as by hand', () => {
    const s = shieldingOf(b)!
    const rout = 40 * 90 + 2 * (40 + 90) * 20,
      cavity = 100 * 60 + 2 * (100 + 60) * 34,
      cover = 100 * 60
    expect(s.area).toBeCloseTo(rout + cavity + cover, 3)
    // 130 mL a square metre and coat, two coats; a fifth overlaps [from memory].
    expect(s.paint).toBeCloseTo(((rout + cavity + cover) / 1e6) * 260, 6)
    expect(s.foil).toBeCloseTo((rout + cavity + cover) * 1.2, 4)
  })
  it('names a hot lug that stands near a wall, and none in the middle', () => {
    expect(shieldingOf(b)!.keepOut).toEqual([])
    // The tone at 16 mm from the end wall: its lugs reach it.
    const near = hollowed(
      SHELL.map(f =>
        f.id === 't' ? { ...f, dims: { ...f.dims, x: { value: 184, doubt: 0.1, basis: 'measured' } } } : f,
      ),
    )
    const turned: Build = {
      ...near,
      circuit: {
        ...near.circuit,
        // Its lugs look at the wall.
        components: near.circuit.components.map(c => (c.id === 'tone' ? { ...c, turn: 270 } : c)),
      },
    }
    turnedTone = turned
    const out = shieldingOf(turned)!.keepOut
    // Its lugs stand 14 mm from its middle: two before the wall, and none of them on ground.
    expect(out.map(k => k.label).sort()).toEqual(['Tone, lug 1', 'Tone, lug 2', 'Tone, lug 3'])
    expect(out[0]!.gap).toBeCloseTo(2, 6)
  })
  it('is asked for by where the lugs are on either hand: each in the hollow of its own component', () => {
    for (const name of DEMO_NAMES)
      for (const handedness of ['right', 'left'] as const) {
        const d = demo(name),
          out = shieldingOf({ ...d, instrument: { ...d.instrument, handedness } })?.keepOut ?? []
        // A lug outside of its hollow has no gap to the wall: only a jack's may stand there, and is not asked.
        for (const k of out) expect(k.gap, `${name}, ${handedness}: ${k.label}`).toBeGreaterThan(0)
      }
    const left = shieldingOf({ ...turnedTone, instrument: { ...turnedTone.instrument, handedness: 'left' } })
    expect(left!.keepOut.length).toBeGreaterThan(0)
  })
  it('is a step with its waits, before what is wired over it', () => {
    const steps = (shield?: 'foil' | 'paint') =>
      plan({ ...b, circuit: { ...b.circuit, ...(shield ? { shield } : {}) } }).steps
    expect(steps().some(s => s.id === 'assemble/shield')).toBe(false)
    const paint = steps('paint').find(s => s.id === 'assemble/shield')!
    // Two coats four hours apart, a day before it is wired [from memory].
    expect(paint.waitHours).toBe(28)
    expect(steps('foil').find(s => s.id === 'assemble/shield')!.waitHours).toBe(0)
    expect(steps('paint').find(s => s.id === 'solder/through-the-body')!.needs).toContain('assemble/shield')
  })
  it('of another sort is refused', () => {
    const r = readBuild({ ...JSON.parse(JSON.stringify(b)), circuit: { ...b.circuit, shield: 'gold' } })
    expect(r.ok ? '' : r.problems[0]!.path).toBe('circuit.shield')
  })
})

describe('a long hot run', () => {
  const far = hollowed(
    SHELL.map(f => ({
      ...f,
      dims: Object.fromEntries(
        Object.entries(f.dims).map(([k, d]) => [
          k,
          f.role !== 'pickup-rout' && (k === 'x' || k === 'toX')
            ? { ...d, value: d.value + (f.role === 'channel' ? 0 : 60) }
            : d,
        ]),
      ),
    })),
  )
  const run = hotRuns(far).find(r => r.wire === 'w6')!
  it('hums as its capacitance to the mains into the impedance of its node does: worked by hand', () => {
    const part = (slot: string) => far.parts.find(p => p.id === far.slots[slot])!,
      w = 2 * Math.PI * 50,
      pickup = part('pickup-bridge')
    const R = pickup.dims.dcResistance!.value,
      L = pickup.dims.inductance!.value,
      track = part('pot-volume').dims.resistance!.value,
      amp = far.circuit.load.amplifierOhms
    // Coil, track, amplifier and the tone's track with its capacitor side by side.
    const tone = part('pot-tone').dims.resistance!.value,
      x = -1 / (w * part('cap-tone').dims.capacitance!.value),
      coil = R * R + w * w * L * L,
      branch = tone * tone + x * x
    const loss = pickup.dims.lossResistance!.value,
      y = { re: R / coil + 1 / track + 1 / amp + 1 / loss + tone / branch, im: -(w * L) / coil - x / branch }
    const z = 1 / Math.hypot(y.re, y.im),
      volts = 230 * z * w * 0.5e-12 * (run.length / 1000)
    expect(run.plain).toBeCloseTo(20 * Math.log10(volts / 0.1), 1)
    expect(run.shielded).toBeCloseTo(run.plain - 40, 9)
  })
  it('that is shielded takes from the peak what its braid’s capacitance does', () => {
    // The peak goes as one over the root of all capacitance: 100 pF a metre more beside cable, coil and braid.
    const { load } = far.circuit,
      coil = far.parts.find(p => p.id === far.slots['pickup-bridge'])!.dims.capacitance!.value,
      c = load.cableMetres * load.faradsPerMetre + coil,
      more = (100e-12 * run.length) / 1000
    const share = 1 - Math.sqrt(c / (c + more))
    expect(run.peak!.less / run.peak!.hz).toBeGreaterThan(share * 0.8)
    expect(run.peak!.less / run.peak!.hz).toBeLessThan(share * 1.2)
  })
  it('is told to be what it is, and twice the length hums twice as much', () => {
    const w = far.circuit.wires.find(x => x.id === 'w6')!
    const braided = withWires(
      far,
      far.circuit.wires.map(x => (x === w ? shielded(far, w, 'at its end') : x)),
    )
    const is = hotRuns(braided).find(r => r.wire === 'w6')!
    expect([run.is, is.is]).toEqual(['plain', 'shielded'])
    expect(is.plain).toBeCloseTo(run.plain, 9)
  })
  it('shorter than a hand’s breadth is none', () => {
    expect(hotRuns(b).every(r => r.length >= 100)).toBe(true)
  })
})
