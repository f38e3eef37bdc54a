import { describe, expect, it } from 'vitest'
import type { Build } from '../../src/core/document/build.ts'
import type { ContactName } from '../../src/core/parts/contacts.ts'
import { openSettings, thrownOf } from '../../src/core/circuit/settings.ts'
import { soundAt } from '../../src/core/circuit/sound.ts'
import { offersFor } from '../../src/core/circuit/recipes/index.ts'
import { haveOf } from '../../src/core/circuit/recipes/have.ts'
import { CONTACTS } from '../../src/core/parts/contacts.ts'
import { askFor, circuitOf, secondsOf, switchesWith, type Wish } from '../../src/core/circuit/synthesis/ask.ts'
import { findSounds } from '../../src/core/circuit/synthesis/find.ts'
import { synthesize, type Answer, type Wiring } from '../../src/core/circuit/synthesis/search.ts'
import {
  coilsOf,
  GROUND,
  minus,
  plus,
  TIP,
  toneLug,
  type Question,
  type Sounds,
} from '../../src/core/circuit/synthesis/wanted.ts'
import { electric } from '../support/electric.ts'
import { A, B, c, par, plain, question, ser, TABLES, w } from '../support/soundTables.ts'

function solve(q: Question): Answer {
  const g = synthesize(q)
  for (;;) {
    const s = g.next()
    if (s.done) return s.value
  }
}
const found = (q: Question): Wiring => {
  const a = solve(q)
  if (a.kind !== 'found') throw new Error(a.kind)
  return a.wiring
}

/** Conductance of each coil in the table below: no two sums of them are alike. */
const SIEMENS = [1, 1.7, 2.9, 4.3, 6.1, 8.7]

/**
 * An independent truth table, by numbers and not by shapes: at a position conductors are joined, every coil is a known
 * conductance with a source, and the two-pole at the jack is measured: its conductance, and what each coil's source alone
 * brings to the open jack. Worked by nodal analysis here, with nothing of the search.
 */
function measured(
  q: Question,
  w: Wiring,
  position: number,
): { siemens: number; brings: number[]; tones: boolean[]; net: (terminal: number) => number } {
  const parent = new Map<number, number>()
  const root = (x: number): number => {
    const p = parent.get(x)
    return p === undefined ? x : root(p)
  }
  const join = (x: number, y: number) => {
    if (root(x) !== root(y)) parent.set(root(x), root(y))
  }
  q.switch.positions[position]!.forEach((throws, p) => {
    for (const t of throws) {
      const to = w.throws[p]![t]!
      if (to >= 0 && w.commons[p]! >= 0) join(w.commons[p]!, to)
    }
  })
  const net = (terminal: number) => root(w.block[terminal]!),
    ground = net(GROUND),
    tip = net(TIP)
  // The output on ground: nothing comes out of it.
  if (tip === ground) return { siemens: Infinity, brings: Array.from({ length: q.coils }, () => 0), tones: [], net }
  const nets = [...new Set(w.block.map(root))].filter(x => x !== ground),
    at = new Map(nets.map((x, i) => [x, i]))
  const size = nets.length
  const ends = (k: number) => [at.get(net(plus(k))) ?? -1, at.get(net(minus(k))) ?? -1] as const
  const matrix = (): number[][] => {
    const a = nets.map((_, i) => nets.map((_, j) => (i === j ? 1e-9 : 0)))
    for (let k = 0; k < q.coils; k++) {
      const [i, j] = ends(k),
        g = SIEMENS[k]!
      if (i === j) continue
      if (i >= 0) a[i]![i]! += g
      if (j >= 0) a[j]![j]! += g
      if (i >= 0 && j >= 0) {
        a[i]![j]! -= g
        a[j]![i]! -= g
      }
    }
    return a
  }
  const solved = (b: number[]): number[] => {
    const a = matrix()
    for (let p = 0; p < size; p++) {
      let best = p
      for (let r = p; r < size; r++) if (Math.abs(a[r]![p]!) > Math.abs(a[best]![p]!)) best = r
      ;[a[p], a[best]] = [a[best]!, a[p]!]
      ;[b[p], b[best]] = [b[best]!, b[p]!]
      for (let r = p + 1; r < size; r++) {
        const f = a[r]![p]! / a[p]![p]!
        for (let x = p; x < size; x++) a[r]![x]! -= f * a[p]![x]!
        b[r]! -= f * b[p]!
      }
    }
    for (let r = size - 1; r >= 0; r--) {
      for (let x = r + 1; x < size; x++) b[r]! -= a[r]![x]! * b[x]!
      b[r]! /= a[r]![r]!
    }
    return b
  }
  const t = at.get(tip)!
  const into = solved(nets.map((_, i) => (i === t ? 1 : 0)))
  return {
    siemens: 1 / into[t]!,
    brings: Array.from({ length: q.coils }, (_, k) => {
      const [i, j] = ends(k)
      if (i === j) return 0
      // A source of one volt in the coil, positive at its plus end: its current goes in there.
      const v = solved(nets.map((_, x) => (x === i ? SIEMENS[k]! : x === j ? -SIEMENS[k]! : 0)))
      return v[t]!
    }),
    tones: Array.from({ length: q.tones }, (_, k) => net(toneLug(q, k)) === tip),
    net,
  }
}

/** What the wanted two-pole measures, from its own words. */
function meant(s: Sounds, coils: number): { siemens: number; brings: number[] } {
  if (s.kind === 'coil')
    return {
      siemens: SIEMENS[s.coil]!,
      brings: Array.from({ length: coils }, (_, k) => (k === s.coil ? (s.reversed ? -1 : 1) : 0)),
    }
  const of = s.of.map(x => meant(x, coils))
  if (s.kind === 'series')
    return {
      siemens: 1 / of.reduce((r, x) => r + 1 / x.siemens, 0),
      brings: Array.from({ length: coils }, (_, k) => of.reduce((r, x) => r + x.brings[k]!, 0)),
    }
  const all = of.reduce((g, x) => g + x.siemens, 0)
  return {
    siemens: all,
    brings: Array.from({ length: coils }, (_, k) => of.reduce((r, x) => r + (x.brings[k]! * x.siemens) / all, 0)),
  }
}

function holds(q: Question, w: Wiring): void {
  q.wanted.forEach((want, i) => {
    if (!want.sounds) return
    const is = measured(q, w, i)
    if (want.sounds === 'silence') {
      expect(is.siemens, `position ${i + 1}`).toBe(Infinity)
      return
    }
    const should = meant(want.sounds, q.coils)
    expect(is.siemens, `position ${i + 1}`).toBeCloseTo(should.siemens, 5)
    is.brings.forEach((v, k) => expect(v, `position ${i + 1}, coil ${k}`).toBeCloseTo(should.brings[k]!, 5))
    want.tones.forEach((acts, k) => acts !== undefined && expect(is.tones[k]).toBe(acts))
  })
}

/** Whether a wiring gives every sound that is asked for: asked a hundred thousand times where every one is tried. */
function gives(q: Question, w: Wiring): boolean {
  const near = (a: number, b: number) => a === b || Math.abs(a - b) < 5e-6
  return q.wanted.every((want, i) => {
    if (!want.sounds) return true
    const is = measured(q, w, i)
    if (want.sounds === 'silence') return is.siemens === Infinity
    const should = meant(want.sounds, q.coils)
    return (
      near(is.siemens, should.siemens) &&
      is.brings.every((v, k) => near(v, should.brings[k]!)) &&
      want.tones.every((acts, k) => acts === undefined || is.tones[k] === acts)
    )
  })
}

describe('a wiring for the sounds that are asked for', () => {
  it.each(TABLES)('%s', (_name, q) => {
    holds(q, found(q))
    expect(gives(q, found(q))).toBe(true)
  })
  it('has no more wires than one that is known: seven joints for three single-coils', () => {
    // By hand: three cold leads to ground, three hot leads to their throws, the common to the volume.
    expect(found(TABLES[0]![1]).wires).toBe(7)
    // By hand: cold and hot lead of each, a throw for the second, one for the first, the common: lead of A on throw 1.
    expect(found(question(1, plain(1, 2), [w(A), w(A)])).wires).toBe(2)
  })
  it('leaves nothing hanging: a coil that does not sound is open, with one end on ground at most, or shorted', () => {
    for (const [name, q] of TABLES) {
      const wiring = found(q)
      q.wanted.forEach((want, i) => {
        const { net } = measured(q, wiring, i),
          heard = typeof want.sounds === 'object' ? coilsOf(want.sounds) : [],
          hot = new Set([net(TIP), ...heard.flatMap(k => [net(plus(k)), net(minus(k))])])
        hot.delete(net(GROUND))
        for (let k = 0; k < q.coils; k++) {
          if (heard.includes(k)) continue
          const ends = [net(plus(k)), net(minus(k))]
          if (ends[0] !== ends[1])
            expect(
              ends.filter(x => hot.has(x)),
              `${name}: coil ${k} in ${i + 1}`,
            ).toEqual([])
        }
      })
    }
  })
  /** One coil, two poles of two throws: as it is and turned round, with throws of their own and with shared ones. */
  const SMALL: [string, Question][] = [
    ['throws of their own', question(1, plain(2, 2), [w(A), w(c(0, true))])],
    [
      'shared throws',
      question(
        1,
        {
          poles: 2,
          positions: [
            [0, 0],
            [0, 1],
            [1, 1],
          ].map(p => p.map(t => [t])),
        },
        [w(A), w(undefined), w(c(0, true))],
      ),
    ],
  ]
  it.each(SMALL)(
    'is smaller than none that is found by trying every partition of a small case: %s',
    (_name, q) => {
      const wiring = found(q)
      holds(q, wiring)
      let least = Infinity
      // Terminals: ground, tip, plus, minus; commons a, b; throws a1 a2 b1 b2. Every partition of ten.
      const of = new Array<number>(10).fill(0)
      const walk = (k: number, blocks: number) => {
        if (k === 10) {
          const joins = 10 - blocks
          if (joins >= least) return
          // A lug alone is nowhere; conductors beyond the terminals' are named behind them.
          const w2: Wiring = {
            block: of.slice(0, 4),
            commons: of.slice(4, 6),
            throws: [of.slice(6, 8), of.slice(8, 10)],
            wires: joins,
            lugs: 0,
          }
          if (gives(q, w2)) least = joins
          return
        }
        for (let b = 0; b <= blocks; b++) {
          if (k === 1 && b === 0) continue
          of[k] = b
          walk(k + 1, Math.max(blocks, b + 1))
        }
      }
      walk(0, 0)
      expect(wiring.wires).toBe(least)
    },
    120_000,
  )
})

describe('what a switch cannot do', () => {
  it('is proved: one pole of three throws cannot put two coils in series and in parallel', () => {
    const q = question(2, plain(1, 3), [w(A), w(par(A, B)), w(ser(A, B))])
    expect(solve(q).kind).toBe('impossible')
    expect(solve({ ...q, switch: plain(2, 3) }).kind).toBe('found')
  })
  it('is told of a position that contradicts itself', () => {
    const q = question(2, plain(2, 2), [w(ser(A, c(0))), w(B)])
    expect(solve(q)).toMatchObject({ kind: 'impossible', why: 'Position 1 contradicts itself.' })
  })
})

describe('a builder’s own words', () => {
  const wish = (pickups: Wish['pickups'], how: Wish['how'] = 'parallel', tones: Wish['tones'] = {}): Wish => ({
    pickups,
    reversed: [],
    how,
    tones,
  })
  const taken = (b: Build, wishes: Wish[], contacts: ContactName): Build => {
    const a = askFor(b, wishes, contacts)
    if (typeof a === 'string') throw new Error(a)
    const answer = solve(a.question)
    if (answer.kind !== 'found') throw new Error(answer.kind)
    return { ...b, circuit: circuitOf(b, a, answer.wiring, contacts) }
  }
  it('become a circuit that the circuit engine hears as they were said', () => {
    const b = electric({
      pickups: { bridge: { coils: 2 }, middle: { reverse: true }, neck: { coils: 2 } },
      volumes: [{ ohms: 500e3 }],
      tones: [{ ohms: 500e3 }],
      switches: ['blade 2 × 5'],
    })
    const tone = { 'pot-tone': true }
    const made = taken(
      b,
      [
        wish({ 'pickup-bridge': 'whole' }, 'parallel', tone),
        wish({ 'pickup-bridge': 'first coil', 'pickup-middle': 'whole' }, 'parallel', tone),
        wish({ 'pickup-middle': 'whole' }, 'parallel', tone),
        wish({ 'pickup-middle': 'whole', 'pickup-neck': 'second coil' }, 'parallel', tone),
        wish({ 'pickup-neck': 'whole' }, 'parallel', tone),
      ],
      'blade 2 × 5',
    )
    const heard = thrownOf(made)[0]!.throws.map(t => {
      const s = soundAt(made, openSettings(made, { switch: t.id }))
      expect(s.coils.every(x => x.phase === 1)).toBe(true)
      expect(s.knobs.map(k => k.acts)).toEqual(['volume', 'tone'])
      return [
        s.tree?.kind,
        s.coils
          .map(x => x.id)
          .sort()
          .join(),
      ]
    })
    expect(heard).toEqual([
      ['series', 'pickup-bridge-a,pickup-bridge-b'],
      ['parallel', 'pickup-bridge-a,pickup-middle'],
      ['coil', 'pickup-middle'],
      ['parallel', 'pickup-middle,pickup-neck-b'],
      ['series', 'pickup-neck-a,pickup-neck-b'],
    ])
  })
  it('take a pull switch in: pushed whole, pulled split, or turned round beside the other', () => {
    const b = electric({
      pickups: { bridge: { coils: 2 }, neck: {} },
      volumes: [{}],
      tones: [{ pull: true }],
      switches: ['leaf toggle'],
    })
    const tone = { 'pot-tone': true }
    const both = (use: Wish['pickups'][string]) => [
      wish({ 'pickup-bridge': use }, 'parallel', tone),
      wish({ 'pickup-bridge': use, 'pickup-neck': 'whole' }, 'parallel', tone),
      wish({ 'pickup-neck': 'whole' }, 'parallel', tone),
    ]
    const split = both('whole').flatMap((w2, i) => [w2, both('first coil')[i]!])
    const g = findSounds(b, split, 'leaf toggle', 'pot-tone')
    let s = g.next()
    while (!s.done) s = g.next()
    expect(s.value.kind).toBe('found')
    // What the search gives is heard by the circuit engine before it is given: a wrong answer would be refused.
    if (s.value.kind !== 'found') return
    const made = { ...b, circuit: s.value.circuit }
    expect(soundAt(made, openSettings(made, { switch: 'bridge', 'pot-tone': 'out' })).coils.map(x => x.id)).toEqual(
      ['pickup-bridge-a'],
    )
    expect(made.circuit.wires.some(x => x.from.startsWith('pot-tone.a-') || x.from.startsWith('pot-tone.b-'))).toBe(
      true,
    )
  })
  it('keep an end that is one with its pickup’s case on ground, and say what that forbids', () => {
    const grounded = (q: Question, ...coils: number[]): Question => ({ ...q, grounded: coils })
    const series = question(2, plain(2, 3), [w(A), w(ser(A, B)), w(B)])
    for (const held of [0, 1]) {
      const wiring = found(grounded(series, held))
      expect(wiring.block[minus(held)]).toBe(wiring.block[GROUND])
      // By the table of numbers it still is what was asked for.
      for (const i of [0, 1, 2]) expect(measured(series, wiring, i).siemens).toBeGreaterThan(0)
    }
    // Both on ground cannot lie in series, and none can be turned round beside the other.
    expect(solve(grounded(series, 0, 1)).kind).toBe('impossible')
    const turned = question(2, plain(2, 3), [w(A), w(par(A, c(1, true))), w(B)])
    expect(solve(grounded(turned, 0, 1)).kind).toBe('impossible')
    expect(solve(turned).kind).toBe('found')
  })
  it('silence where it is asked for: the output on ground, by the table of numbers', () => {
    // On, silent, on: one pole of three throws has a throw to spare, a pole of two has none beside two sounds.
    const q = question(2, plain(2, 3), [w(A), w('silence'), w(B)])
    const wiring = found(q)
    holds(q, wiring)
    expect(measured(q, wiring, 1).siemens).toBe(Infinity)
    expect(measured(q, wiring, 0).siemens).toBeCloseTo(SIEMENS[0]!, 5)
    expect(solve(question(1, plain(0, 2), [w(A), w('silence')])).kind).toBe('impossible')
  })
  it('two levers: each position of the first with each of the second', () => {
    const b = electric({
      pickups: { bridge: {}, neck: {} },
      volumes: [{}],
      switches: ['leaf toggle', 'on-on'],
    })
    expect(secondsOf(haveOf(b)).map(x => x.slot)).toEqual(['switch-2'])
    // The mini switch turns both to series in the middle, and leaves the rest alone.
    const at = (pickups: Wish['pickups'], how: Wish['how'] = 'parallel') => wish(pickups, how)
    const both = { 'pickup-bridge': 'whole', 'pickup-neck': 'whole' } as const
    const wishes = [
      at({ 'pickup-bridge': 'whole' }),
      wish({}, 'parallel', {}),
      at(both),
      { ...wish({}, 'parallel', {}), silent: true as const },
      at({ 'pickup-neck': 'whole' }),
      wish({}, 'parallel', {}),
    ]
    const g = findSounds(b, wishes, 'leaf toggle', 'switch-2')
    let s = g.next()
    while (!s.done) s = g.next()
    // Silence in the middle by the second switch: heard by the circuit engine before it is given.
    expect(s.value.kind).toBe('found')
    if (s.value.kind !== 'found') return
    const made = { ...b, circuit: s.value.circuit }
    const [up, down] = CONTACTS['on-on'].throws
    const heard = (second: string) =>
      soundAt(made, openSettings(made, { switch: 'both', 'switch-2': second })).silence
    expect(heard(up!.id)).toBeUndefined()
    expect(heard(down!.id)).toBeDefined()
    expect(askFor(b, wishes, 'leaf toggle', 'pot-volume')).toMatch(/neither a pull switch nor a second one/)
  })
  it('of a pickup whose braid is its coil’s end never make the braid hot; recipes that would are not offered', () => {
    const of = { pickups: { bridge: {}, neck: {} }, volumes: [{}], switches: ['blade 2 × 4' as ContactName] }
    const b = electric(of),
      ids = ['pickup-bridge', 'pickup-neck'].map(s => b.slots[s]!)
    const braided = (which: readonly string[]): Build => ({
      ...b,
      parts: b.parts.map(p =>
        which.includes(p.id)
          ? {
              ...p,
              leads: [
                { lead: 'white', lug: 'start' },
                { lead: 'braid', lug: 'case' },
                { lead: 'braid', lug: 'finish' },
              ],
            }
          : p,
      ),
    })
    const four = (x: Build) => offersFor(x).find(o => o.id.includes('four-way'))!
    expect(four(b).circuit).toBeDefined()
    expect(four(braided(ids)).circuit).toBeUndefined()
    expect(four(braided(ids)).lacks).toMatch(/wants the case of .* on a lead of its own/)
    const wishes: Wish[] = [
      wish({ 'pickup-bridge': 'whole' }, 'parallel', {}),
      wish({ 'pickup-bridge': 'whole', 'pickup-neck': 'whole' }, 'parallel', {}),
      wish({ 'pickup-neck': 'whole' }, 'parallel', {}),
      wish({ 'pickup-bridge': 'whole', 'pickup-neck': 'whole' }, 'series', {}),
    ]
    const run = (x: Build) => {
      const g = findSounds(x, wishes, 'blade 2 × 4')
      let s = g.next()
      while (!s.done) s = g.next()
      return s.value
    }
    expect(run(braided(ids)).kind).toBe('impossible')
    const one = run(braided(ids.slice(0, 1)))
    expect(one.kind).toBe('found')
  })
  it('name the smallest switches first, and say when the positions do not match', () => {
    expect(switchesWith(3)[0]).toBe('leaf toggle')
    expect(switchesWith(5)[0]).toBe('blade 2 × 5')
    const b = electric({ pickups: { bridge: {}, neck: {} }, volumes: [{}], switches: ['leaf toggle'] })
    expect(askFor(b, [], 'leaf toggle')).toBe('The switch has 3 positions, 0 are described.')
    expect(askFor(b, [], 'push to make')).toMatch(/is a button/)
  })
})
