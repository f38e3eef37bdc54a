import { describe, expect, it } from 'vitest'
import type { Zone } from '../../src/core/document/finishNames.ts'
import { zonesOf } from '../../src/core/finish/zones.ts'
import { balance } from '../../src/core/fit/balance.ts'
import { controlSpots } from '../../src/core/layout/controls.ts'
import { halfBoardAt, layOut } from '../../src/core/layout/layOut.ts'
import { saddleHeight } from '../../src/core/layout/saddleHeight.ts'
import { stringReport } from '../../src/core/layout/stringReport.ts'
import { checkTuners } from '../../src/core/layout/tuners.ts'
import { setupWork } from '../../src/core/setup/setupWork.ts'
import { plainBuild } from '../support/plainBuild.ts'

/**
 * An instrument of round numbers, worked by hand: scale 648, 22 frets, nut 42 wide, board 56 at the last fret, bridge 52
 * between the outer strings with 14 mm of travel, strings from 0.25 to 1.00 mm, body a slab of 400 × 320 × 45.
 */
const b = plainBuild(),
  l = layOut(b)!
const DIAMETERS = [0.25, 0.4, 0.55, 0.7, 0.85, 1]
const LAST = 648 * (1 - 2 ** (-22 / 12))
const DEG = 180 / Math.PI

describe('strings over nut and saddles', () => {
  // The outer strings' sides stand 3 mm inside edges that are 21 mm off the middle.
  const first = 21 - 3 - 0.125,
    last = -(21 - 3 - 0.5),
    pitch = (first - last) / 5
  it('share the nut by equal centres between the outer two', () =>
    l.strings.forEach((s, i) => expect(s.nut).toEqual([0, expect.closeTo(first - i * pitch, 9)])))
  it('start longer than the scale by their thickness: 0.6 + 4 d plain, 1.2 + 2.4 d wound [from memory]', () => {
    const want = DIAMETERS.map((d, i) => (i < 3 ? 0.6 + 4 * d : 1.2 + 2.4 * d))
    l.strings.forEach((s, i) => {
      expect(s.compensation).toBeCloseTo(want[i]!, 9)
      expect(s.saddle).toEqual([expect.closeTo(648 + want[i]!, 9), expect.closeTo(26 - 10.4 * i, 9)])
    })
  })
  it('have the bridge where their compensations lie in the middle of its travel', () => {
    // Between 1.6 and 3.6 in 14: (14 − 1.6 − 3.6) ÷ 2 = 4.4 before the scale’s end.
    expect(l.bridge.foremost).toBeCloseTo(648 - 4.4, 9)
    expect(l.bridge.rearmost).toBeCloseTo(648 - 4.4 + 14, 9)
    expect(l.bridge.front).toBeCloseTo(648 - 4.4 - 8, 9)
    const [p0, p1] = [Math.min(...l.bridge.plate.map(p => p[0])), Math.max(...l.bridge.plate.map(p => p[0]))]
    expect([p0, p1]).toEqual([expect.closeTo(648 - 12.4, 6), expect.closeTo(648 - 12.4 + 42, 6)])
  })
  it('run inside the board’s edges, and over the poles', () => {
    const r = stringReport(b, l)
    expect(l.lastFret).toBeCloseTo(LAST, 9)
    expect(halfBoardAt(l, LAST)).toBeCloseTo(28, 9)
    expect(halfBoardAt(l, LAST / 2)).toBeCloseTo(24.5, 9)
    const at = (i: number, x: number) => {
      const s = l.strings[i]!
      return s.nut[1] + ((s.saddle[1] - s.nut[1]) * x) / s.saddle[0]
    }
    expect(r.margins.nutTreble).toBeCloseTo(3, 9)
    expect(r.margins.nutBass).toBeCloseTo(3, 9)
    expect(r.margins.lastTreble).toBeCloseTo(28 - at(0, LAST) - 0.125, 9)
    expect(r.margins.lastBass).toBeCloseTo(28 + at(5, LAST) - 0.5, 9)
    r.rows.forEach((row, i) => {
      expect(row.atLastFret).toBeCloseTo(at(i, LAST), 9)
      if (i < 5) {
        expect(row.gapAtNut).toBeCloseTo(pitch - DIAMETERS[i]! / 2 - DIAMETERS[i + 1]! / 2, 9)
        expect(row.centresAtNut).toBeCloseTo(pitch, 9)
        expect(row.centresAtSaddle).toBeCloseTo(10.4, 9)
      }
    })
    // The rout's middle lies 100 behind the pocket's end, 470 from the nut; poles 50 apart in all.
    expect(r.poles[0]!.x).toBeCloseTo(570, 9)
    r.poles[0]!.offsets.forEach((o, i) => {
      expect(o.pole).toBeCloseTo(25 - 10 * i, 9)
      expect(o.string).toBeCloseTo(at(i, 570), 9)
      expect(o.off).toBeCloseTo(25 - 10 * i - at(i, 570), 9)
    })
    expect(r.poles[0]!.worst).toBeCloseTo(-25 - at(5, 570), 9)
  })
  it('break over the saddle to where the plate ends, as high as the saddle is', () => {
    // Heel 25 less a pocket of 16, frets 1.1; the string rises to twice the action at fret 12 less the nut’s height.
    const needed = 25 - 16 + 1.1 + 2 * 1.5 - (0.46 + 0.41) / 2
    expect(saddleHeight(b)!.needed.value).toBeCloseTo(needed, 9)
    // Down to 1.5 over a plate of 2, a millimetre before its end.
    const end = 648 - 12.4 + 42 - 1
    stringReport(b, l).rows.forEach((r, i) =>
      expect(r.breakAtSaddle).toBeCloseTo(Math.atan2(needed - 3.5, end - l.strings[i]!.saddle[0]) * DEG, 6),
    )
  })
  it('turn at the nut by where their post’s side lies', () => {
    const posts = l.tuners.spots
    stringReport(b, l).rows.forEach((r, i) => {
      const p = posts.find(t => t.string === i + 1)!,
        side = p.at[1] - Math.sign(p.at[1]) * 3.1
      expect(r.fan).toBeCloseTo(Math.atan2(side - l.strings[i]!.nut[1], -p.at[0]) * DEG, 3)
    })
  })
})

describe('tuners on a blank head', () => {
  const t = checkTuners(
    b,
    l.tuners,
    l.head,
    l.strings.map(s => s.nut[1]),
  )
  it('stand evenly, their bodies apart by pitch less width', () => {
    for (const r of t.rows) {
      expect(r.spots).toEqual(r.side === 1 ? [1, 2, 3] : [6, 5, 4])
      expect(r.evenness).toBeCloseTo(0, 9)
      expect(r.room).toBeCloseTo(2 * r.pitches[0]! - 2 * 15, 9)
    }
  })
  it('are told by their distance to the edge, hole and post', () => {
    for (const s of t.spots) {
      // The head is 46 from the middle to its edge; the bushing 8.8 across.
      expect(s.toEdge).toBeCloseTo(46 - 33, 9)
      expect(s.edge).toBeCloseTo(46 - 33 - 4.4, 9)
      expect(s.side).toBe(s.string <= 3 ? 1 : -1)
    }
  })
})

describe('controls', () => {
  it('are told by what is beside them: wall, edge, knob', () => {
    const [volume] = controlSpots(b, l)
    // 180 | 90 in a cavity of 150…250 × 60…120; a case of 24, a knob of 19; the body’s edge at 160.
    expect(volume!.at).toEqual([650, 90])
    expect(volume!.wall).toBeCloseTo(30 - 12, 9)
    expect(volume!.edge).toBeCloseTo(160 - 90 - 9.5, 9)
    expect(volume!.neighbour).toBeUndefined()
    expect(volume!.from).toBe('drilled')
  })
})

describe('weight and balance', () => {
  const w = balance(b)!
  const mass = (slot: string) => w.masses.find(m => m.slot === slot)!
  it('take a body nobody weighed from its wood: 0.41 · 1.12 of what is left of the slab', () => {
    const left = 400 * 320 * 45 - 76 * 56 * 16 - 40 * 90 * 20 - 100 * 60 * 37
    expect(mass('body').grams.value).toBeCloseTo((left / 1000) * 0.41 * 1.12, 6)
    // The slab's middle: 120 behind the pocket's end.
    expect(mass('body').x).toBeCloseTo(470 + 120, 6)
    expect(mass('body').assumed).toBe(true)
  })
  it('take other parts at what they usually weigh, each where it sits [from memory]', () => {
    const front = 648 - 12.4
    for (const [slot, grams, x] of [
      ['neck', 580, undefined],
      ['bridge', 230, front + 20],
      ['tuners', 190, -80],
      ['pickup-bridge', 110, 570],
      ['pot-volume', 40, 650],
      ['strings', 25, 324],
      ['nut', 5, 0],
      ['neck-screws', 12, 470 - 38],
      ['tuner-screws', 12, -80],
      ['bridge-screws', 12, front + 20],
    ] as const) {
      expect(mass(slot).grams.value, slot).toBe(grams)
      if (x !== undefined) expect(mass(slot).x, slot).toBeCloseTo(x, 6)
    }
  })
  it('weigh a set by how many there are of it, and every part by the scale once it is read', () => {
    const twelve = balance(plainBuild({ strings: 12, perCourse: 2, nut: 48 }))!,
      of = (b: typeof twelve, slot: string) => b.masses.find(m => m.slot === slot)!.grams.value
    expect(of(twelve, 'tuners')).toBeCloseTo(2 * 190, 9)
    expect(of(twelve, 'strings')).toBeCloseTo(2 * 25, 9)
    for (const slot of ['tuners', 'pickup-bridge', 'pot-volume', 'jack', 'strings', 'nut', 'bridge-screws']) {
      const own = plainBuild({ parts: { [slot]: { dims: { mass: 77 } } } })
      expect(of(balance(own)!, slot), slot).toBe(77)
    }
  })
  it('put the neck’s middle between head and board, by their areas', () => {
    const head = 190 * 92,
      board = 470 * (21 + 21 + (7 * 470) / LAST)
    expect(mass('neck').x).toBeCloseTo((head * -95 + board * 470 * 0.52) / (head + board), 4)
  })
  it('hang about the button nearer to the neck: the centre is Σ m x ÷ Σ m', () => {
    const total = w.masses.reduce((s, m) => s + m.grams.value, 0)
    expect(w.total.value).toBeCloseTo(total, 9)
    expect(w.centre.value).toBeCloseTo(w.masses.reduce((s, m) => s + m.grams.value * m.x, 0) / total, 6)
    expect(w.button).toBeCloseTo(470 - 80, 6)
    expect(w.behind!.value).toBeCloseTo(w.centre.value - w.button!, 6)
    // A heavier body pulls the centre towards itself by (its place − the centre) ÷ the whole.
    const term = w.centre.terms.get(`plain-body/dims.mass`)!
    expect(term.coefficient).toBeCloseTo((590 - w.centre.value) / total, 9)
  })
})

describe('the faces to finish', () => {
  const area = (zone: Zone) => zonesOf(b).find(z => z.zone === zone)!.area * 1e6
  it('are both faces less what is cut into them and the rounded rim, the sides, and two quarter rounds', () => {
    const rounded = (x: number, y: number, r: number) => x * y - (4 - Math.PI) * r * r
    // Pocket 76 × 56 and rout 40 × 90 with corners of 4, a control hole of 8; edges eased to 3; polygons stand in for curves.
    const top = 400 * 320 - rounded(76, 56, 4) - rounded(40, 90, 4) - Math.PI * 16,
      round = 2 * (400 + 320)
    expect(area('body top')).toBeCloseTo(top - round * 3, -1)
    expect(area('body back')).toBeCloseTo(400 * 320 - rounded(100, 60, 10) - round * 3, -1)
    expect(area('body sides')).toBeCloseTo(round * (45 - 6), 6)
    expect(area('body edges')).toBeCloseTo(2 * round * (Math.PI / 2) * 3, 6)
  })
})

describe('tension', () => {
  it('of a plain string is its mass by the square of twice length by pitch: μ (2 L f)² [published: vibrating string]', () => {
    const [e] = setupWork(b).strings,
      mu = Math.PI * 0.125 ** 2 * 1e-6 * 7850
    expect(e!.hz).toBeCloseTo(329.628, 3)
    expect(e!.newtons).toBeCloseTo(mu * (2 * 0.648 * 329.6276) ** 2, 1)
  })
  it('adds up', () =>
    expect(setupWork(b).totalNewtons).toBeCloseTo(
      setupWork(b).strings.reduce((s, x) => s + x.newtons, 0),
      9,
    ))
})
