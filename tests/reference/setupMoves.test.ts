import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  centsOff,
  compensatedNut,
  saddleBehind,
  saddleMove,
  stiffened,
  type Sounding,
} from '../../src/core/setup/intonation.ts'
import type { NeckShape } from '../../src/core/setup/fretPlane.ts'
import { bend, bendLoss, bendWidth } from '../../src/core/setup/bend.ts'
import { perTurn, USUAL_PER_TURN } from '../../src/core/setup/perTurn.ts'
import { inharmonicity } from '../../src/core/setup/stiffness.ts'
import { tension } from '../../src/core/setup/tension.ts'
import { balanceOf, droppedString, USUAL_ROCKER } from '../../src/core/setup/tremolo.ts'
import { anyIn } from '../support/any.ts'

const NECK: NeckShape = {
  scaleLength: 648,
  frets: 22,
  relief: 0.2,
  deepest: 0.47,
  off: new Map(),
  fallAway: 0,
  fallsFrom: 16,
}
const SET = [
  [0.254, false, 329.63],
  [0.33, false, 246.94],
  [0.432, false, 196],
  [0.66, true, 146.83],
  [0.914, true, 110],
  [1.168, true, 82.41],
] as const
const string = (i: number, patch: Partial<Sounding> = {}): Sounding => {
  const [diameter, wound, hz] = SET[i]!
  return { gauge: { diameter, wound }, hz, neck: NECK, saddleAt: 650, saddleHeight: 2.6, nutHeight: 0.5, ...patch }
}

describe('intonation', () => {
  it('stiffens as Fletcher’s formula says: √(1 + B) [published: Fletcher 1964]', () => {
    const gauge = { diameter: 0.432, wound: false },
      T = tension(gauge, 648, 196)
    expect(stiffened(0.432, T, 648)).toBeCloseTo(Math.sqrt(1 + inharmonicity(gauge, 648, 196)), 9)
  })
  it('begins with 1–2 mm for thin plain and 3–5 for low wound strings [common practice]', () => {
    const back = SET.map((_, i) => saddleBehind(string(i)))
    expect(back[0]).toBeGreaterThan(0.9)
    expect(back[0]).toBeLessThan(2)
    expect(back[5]).toBeGreaterThan(3)
    expect(back[5]).toBeLessThan(5)
    // A thicker core wants more: plain among plain, wound among wound.
    for (const [a, b] of [
      [0, 1],
      [1, 2],
      [3, 4],
      [4, 5],
    ] as const)
      expect(back[b]!).toBeGreaterThan(back[a]!)
  })
  it('is right at the fret that it was set at, and sharp low down [published: a saddle alone cannot set every fret, Varieschi and Gower 2010, from memory]', () => {
    for (let i = 0; i < 6; i++) {
      const at = 648 + saddleBehind(string(i))
      expect(Math.abs(centsOff(string(i, { saddleAt: at }), 12))).toBeLessThan(0.01)
      expect(centsOff(string(i, { saddleAt: at }), 1)).toBeGreaterThan(centsOff(string(i, { saddleAt: at }), 5))
    }
  })
  it('raises pitch by half of κ·ΔL/L as the model of fretted strings has it, κ = π·E·d²/(4·T) [published: Varieschi and Gower 2010, from memory]', () => {
    // Without its stiffness against bending and with the saddle at the scale: only stretch is left. The finger presses 0.25 mm
    // below the line between two crowns, half way between them.
    for (const i of [0, 1, 2]) {
      const s = string(i, { saddleAt: 648, neck: { ...NECK, relief: 0 } }),
        d = s.gauge.diameter,
        T = tension(s.gauge, 648, s.hz),
        kappa = (Math.PI * 205e9 * (d / 1000) ** 2) / (4 * T),
        x = (n: number) => 648 * (1 - 2 ** (-n / 12)),
        mid = (x(12) + x(11)) / 2
      const whole =
          Math.hypot(648 - x(12), 2.6) +
          Math.hypot(x(12) - mid, 0.25) +
          Math.hypot(mid - x(11), 0.25) +
          Math.hypot(x(11), 0.5),
        open = Math.hypot(648, 2.6 - 0.5),
        model = (1200 / Math.LN2) * (((kappa + 1) / 2) * ((whole - open) / open)),
        shorter = 1200 * Math.log2(324 / Math.hypot(324, 2.6))
      // Fletcher's stiffness is small at the octave of a thin string; the rest is the model's, within a tenth and a cent.
      const stiff =
        600 * Math.log2((1 + 4 * inharmonicity(s.gauge, 648, s.hz)) / (1 + inharmonicity(s.gauge, 648, s.hz)))
      expect(Math.abs(centsOff(s, 12) - (model + shorter + stiff))).toBeLessThan(0.1 * model + 1)
      expect(model).toBeGreaterThan(2)
    }
  })
  it('wants more with a higher action: the string is stretched farther', () =>
    fc.assert(
      fc.property(fc.nat(5), anyIn(1, 3), anyIn(0.1, 2), (i, h, more) => {
        const of = (saddleHeight: number) => saddleBehind(string(i, { saddleHeight }))
        return of(h + more) >= of(h) - 1e-6
      }),
      { numRuns: 60 },
    ))
  it('of a limp string without height is geometry alone: held at n it sounds 2^(n/12), whatever the gauge', () => {
    // A string as thin as a hair has neither stiffness nor, held on a fret level with its ends, any stretch to speak of.
    const hair = string(0, {
      gauge: { diameter: 0.1, wound: false },
      saddleAt: 648,
      saddleHeight: 0,
      nutHeight: 0,
      neck: { ...NECK, relief: 0 },
    })
    for (const fret of [5, 7, 12]) expect(Math.abs(centsOff(hair, fret))).toBeLessThan(2)
  })
  it('moves the saddle by cents over 1200/ln 2 · (1/L_n − 1/L): 5 cents at fret 12 of 648 mm are 1.87 mm', () => {
    expect(saddleMove(648, 12, 5)).toBeCloseTo((5 * Math.LN2 * 648) / 1200, 6)
    expect(saddleMove(648, 12, -5)).toBeLessThan(0)
    // The model's own note moves as much.
    const s = string(3),
      a = centsOff(s, 12),
      b = centsOff({ ...s, saddleAt: s.saddleAt + 1 }, 12)
    expect((a - b) * saddleMove(648, 12, 1)).toBeCloseTo(1, 1)
  })
})

describe('a rocking tremolo', () => {
  const gauges = SET.map(([diameter, wound]) => ({ diameter, wound })),
    pulls = SET.map(([diameter, wound, hz]) => tension({ diameter, wound }, 648, hz))
  it('balances the strings’ moment by hand: Σ T · above = F · below [statics]', () => {
    const b = balanceOf(gauges, pulls, 3),
      sum = pulls.reduce((s, t) => s + t, 0)
    expect(b.springs * USUAL_ROCKER.below).toBeCloseTo(sum * USUAL_ROCKER.above, 6)
    expect(b.spring).toBeCloseTo(3 * 2 * 41.5 ** 2, 9)
  })
  it('has the handbook’s orders of stiffness: 20,000, 10,000, −8,000; about 2,000 left at pitch [from memory]', () => {
    const b = balanceOf(gauges, pulls, 3)
    expect(b.strings).toBeGreaterThan(15_000)
    expect(b.strings).toBeLessThan(25_000)
    expect(b.spring).toBeGreaterThan(8_000)
    expect(b.spring).toBeLessThan(12_000)
    expect(b.geometry).toBeLessThan(-6_500)
    expect(b.geometry).toBeGreaterThan(-10_000)
    expect(b.atPitch).toBeGreaterThan(1_000)
    expect(b.atPitch).toBeLessThan(3_500)
  })
  it('opens 0.5 to 0.85 mm a turn before retuning on three springs (practice: about 1 mm for two), several times as much at pitch [common practice]', () => {
    const b = balanceOf(gauges, pulls, 3)
    expect(b.perTurn).toBeGreaterThan(0.5)
    expect(b.perTurn).toBeLessThan(0.85)
    expect(b.perTurnAtPitch!).toBeGreaterThan(3 * b.perTurn)
  })
  it('stands nowhere at pitch on two springs: one more', () => {
    const b = balanceOf(gauges, pulls, 2)
    expect(b.perTurnAtPitch).toBeUndefined()
    expect(b.fewest).toBe(3)
    expect(balanceOf(gauges, pulls, b.fewest).perTurnAtPitch).toBeDefined()
  })
  it('wants no fewer springs for heavier strings', () =>
    fc.assert(
      fc.property(anyIn(0.5, 2), anyIn(1, 1.5), (k, more) => {
        const of = (x: number) =>
          balanceOf(
            gauges,
            pulls.map(t => t * x),
            3,
          ).fewest
        return of(k * more) >= of(k)
      }),
    ))
})

describe('a string that is dropped', () => {
  const gauges = SET.map(([diameter, wound]) => ({ diameter, wound })),
    pulls = SET.map(([diameter, wound, hz]) => tension({ diameter, wound }, 648, hz)),
    b = balanceOf(gauges, pulls, 3)
  it('tips the plate until moments are even again, and the others rise by what stretches them [statics]', () => {
    const d = droppedString(gauges, pulls, 5, 2, b),
      theta = d.falls / USUAL_ROCKER.rear
    // Two semitones are a factor of 2^(1/6) in pitch, 2^(1/3) in pull.
    const lost = pulls[5]! * (1 - 1 / 2 ** (1 / 3))
    expect(theta * b.loose).toBeCloseTo(lost * USUAL_ROCKER.above, 9)
    d.others.forEach((cents, i) => {
      if (i === 5) return expect(cents).toBeUndefined()
      // E·S·Δl/l with Δl = above · θ; pitch goes with the root of pull.
      const core = gauges[i]!.wound ? gauges[i]!.diameter * 0.4 : gauges[i]!.diameter,
        more = (205000 * ((Math.PI * core ** 2) / 4) * USUAL_ROCKER.above * theta) / USUAL_ROCKER.length
      expect(cents).toBeCloseTo(1200 * Math.log2(Math.sqrt((pulls[i]! + more) / pulls[i]!)), 6)
      expect(cents).toBeGreaterThan(5)
    })
  })
  it('does less on more springs, and nothing when it is dropped by nothing', () => {
    const five = droppedString(gauges, pulls, 5, 2, balanceOf(gauges, pulls, 5))
    expect(five.falls).toBeLessThan(droppedString(gauges, pulls, 5, 2, b).falls)
    expect(droppedString(gauges, pulls, 5, 0, b).falls).toBe(0)
  })
})

describe('a compensated nut', () => {
  it.each([0, 2, 4, 5])(
    'leaves string %i no worse, and no nut and saddle on a grid do better by the squares',
    i => {
      const s = string(i),
        start = saddleBehind(s),
        n = compensatedNut(s, start),
        errors = (behind: number, nearer: number) =>
          Array.from(
            { length: 12 },
            (_, k) => centsOff({ ...s, saddleAt: 648 + behind }, k + 1) - ((1200 / Math.LN2) * nearer) / 648,
          ),
        squares = (e: readonly number[]) => e.reduce((t, x) => t + x * x, 0)
      expect(n.nearer).toBeGreaterThan(0)
      expect(n.both).toBeLessThan(n.alone)
      expect(Math.max(...errors(n.saddle, n.nearer).map(Math.abs))).toBeCloseTo(n.both, 6)
      const best = squares(errors(n.saddle, n.nearer))
      for (let behind = start - 4; behind < start + 1; behind += 0.1)
        for (let nearer = 0; nearer < 2; nearer += 0.05)
          expect(squares(errors(behind, nearer))).toBeGreaterThan(best - 1e-3)
    },
  )
})

describe('a bend', () => {
  it('over fret 19, fret 12 pushed 12 mm on a radius of 184, takes 0.175 mm [computed: handbook]', () => {
    const at = (n: number) => 648 * (1 - 2 ** (-n / 12)),
      u = (at(19) - at(12)) / (648 - at(12))
    // Its saddle lies 6 mm farther out already: 6 becomes 18.
    expect(Math.abs(bendLoss(u, 18, 6, 184) - 0.175)).toBeLessThan(0.002)
  })
  it('goes as far aside as the stretch needs: by Pythagoras the string is so much longer', () => {
    const gauge = { diameter: 0.254, wound: false },
      T = 72.5,
      d = bendWidth(gauge, T, NECK, 650, 12, 2),
      longer = Math.hypot(324, d) + Math.hypot(326, d) - 650,
      area = Math.PI * 0.127 ** 2,
      pulled = T + (205_000 * area * longer) / 650
    // Two semitones: the square of the frequency by 2^(1/3).
    expect(pulled / T).toBeCloseTo(2 ** (2 / 6), 2)
    expect(d).toBeGreaterThan(5)
    expect(d).toBeLessThan(20)
  })
  it('chokes on a small radius and not on a large one, and is free once the saddle is raised', () => {
    const s = { tension: 72.5, wound: false, saddleAt: 650, nutHeight: 0.45, saddleHeight: 1.7 },
      gauge = { diameter: 0.254, wound: false },
      small = bend(gauge, s, NECK, 184, 15, 2, 6),
      flat = bend(gauge, s, NECK, 400, 15, 2, 6)
    expect(small.gap).toBeLessThan(flat.gap)
    expect(small.gap).toBeLessThan(0)
    expect(small.over).toBeGreaterThan(15)
    const freed = bend(gauge, { ...s, saddleHeight: s.saddleHeight + small.raise + 1e-9 }, NECK, 184, 15, 2, 6)
    expect(freed.gap).toBeGreaterThanOrEqual(-1e-9)
    expect(freed.raise).toBeLessThan(1e-6)
  })
})

describe('what a turn does', () => {
  const reading = (id: string, of: string, value: number, at: string, doubt = 0.02) => ({
    id,
    of,
    value,
    doubt,
    at,
  })
  it('is what is usual until this instrument has told', () => {
    expect(perTurn([], 'rod').value).toBeCloseTo(USUAL_PER_TURN.rod[0], 12)
    expect(perTurn([], 'rod').moves).toBe(0)
    expect(perTurn([reading('a', 'setup.relief', 0.3, '2026-11-01T10:00:00Z')], 'rod').moves).toBe(0)
  })
  it('is what relief did over the turns between, weighed with what is usual [published: JCGM 100:2008]', () => {
    const moves = [
      reading('a', 'setup.relief', 0.4, '2026-11-01T10:00:00Z'),
      reading('b', 'turned.rod', 0.25, '2026-11-01T10:05:00Z'),
      reading('c', 'turned.rod', 0.25, '2026-11-01T10:10:00Z'),
      reading('d', 'setup.relief', 0.29, '2026-11-02T10:00:00Z'),
    ]
    const p = perTurn(moves, 'rod'),
      // 0.11 over half a turn, each reading ±0.02.
      s = Math.hypot(0.02, 0.02) / 2 / 0.5,
      byHand = (0.4 / 0.2 ** 2 + 0.22 / s ** 2) / (1 / 0.2 ** 2 + 1 / s ** 2)
    expect(p.value).toBeCloseTo(byHand, 9)
    expect(p.moves).toBe(1)
    expect(p.doubt).toBeLessThan(USUAL_PER_TURN.rod[1])
    // Loosened, it goes the other way and says the same.
    const back = [
      ...moves,
      reading('e', 'turned.rod', -0.5, '2026-11-03T10:00:00Z'),
      reading('f', 'setup.relief', 0.4, '2026-11-04T10:00:00Z'),
    ]
    expect(perTurn(back, 'rod').value).toBeCloseTo(0.22, 1)
    expect(perTurn(back, 'rod').doubt).toBeLessThan(p.doubt)
  })
  it('of the claw opens the gap', () => {
    const moves = [
      reading('a', 'setup.tremolo.gap', 0, '2026-11-01T10:00:00Z'),
      reading('b', 'turned.claw', 1, '2026-11-01T10:05:00Z'),
      reading('c', 'setup.tremolo.gap', 0.9, '2026-11-01T10:10:00Z'),
    ]
    expect(perTurn(moves, 'claw').value).toBeGreaterThan(0.7)
  })
})
