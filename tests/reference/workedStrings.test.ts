import { inWords } from '../support/inWords.ts'
import { describe, expect, it } from 'vitest'
import { layOut } from '../../src/core/layout/layOut.ts'
import { saddleHeight } from '../../src/core/layout/saddleHeight.ts'
import { stringReport } from '../../src/core/layout/stringReport.ts'
import { plainBuild, sure, type Plain } from '../support/plainBuild.ts'

/**
 * Break angles, windings and trees worked by hand on instruments of round numbers. A string lies over the nut at fret
 * height plus the gap there; on its post it lies the hole's height over the face, less a string's thickness a turn.
 */
const DEG = 180 / Math.PI
const SEAT = 1.1 + (0.46 + 0.41) / 2
const DIAMETERS = [0.25, 0.4, 0.55, 0.7, 0.85, 1]

const withHead = (drop: number, post: number, more: Plain = {}, angle = 0) => {
  const b = plainBuild({
    ...more,
    parts: {
      ...more.parts,
      neck: { dims: { headDrop: drop, headAngle: angle, fretHeight: 1.1 } },
      tuners: { dims: { postHeight: post, count: more.strings ?? 6 } },
    },
  })
  return { b, l: layOut(b)!, r: stringReport(b, layOut(b)!) }
}

describe('the break over the nut', () => {
  it('comes of two windings down the post [common practice], on a head that lies lower', () => {
    const { l, r } = withHead(14, 9)
    r.rows.forEach((row, i) => {
      const s = l.strings[i]!,
        post = -14 + 9 - 2 * DIAMETERS[i]!,
        way = Math.hypot(s.tuner![0], s.tuner![1] - s.nut[1])
      expect(row.breakAtNut).toBeCloseTo(Math.atan2(SEAT - post, way) * DEG, 9)
    })
  })
  it('grows along a head that is tilted back: the face falls by its tangent', () => {
    const { l, r } = withHead(0, 9, {}, 13)
    r.rows.forEach((row, i) => {
      const s = l.strings[i]!,
        post = -Math.abs(s.tuner![0]) * Math.tan(13 / DEG) + 9 - 2 * DIAMETERS[i]!,
        way = Math.hypot(s.tuner![0], s.tuner![1] - s.nut[1])
      expect(row.breakAtNut).toBeCloseTo(Math.atan2(SEAT - post, way) * DEG, 9)
    })
    expect(r.trees).toEqual([])
  })
  it('asks for the least windings that give 5 degrees, at most six, and 2 mm left of the post', () => {
    const { l, r } = withHead(14, 12)
    const angle = (i: number, n: number) => {
      const s = l.strings[i]!
      return Math.atan2(SEAT + 14 - 12 + n * DIAMETERS[i]!, Math.hypot(s.tuner![0], s.tuner![1] - s.nut[1])) * DEG
    }
    // What is found is said of each string that lies under 5 degrees with two windings.
    const low = DIAMETERS.map((_, i) => i).filter(i => angle(i, 2) < 5)
    expect(low.length).toBeGreaterThan(1)
    for (const i of low) {
      const n = [3, 4, 5, 6].find(k => angle(i, k) >= 5 && k * DIAMETERS[i]! <= 12 - 2)
      const said = r.findings.find(
        f =>
          new RegExp(`^Strings? [^b]*\\b${i + 1}\\b[^b]* breaks?`).test(inWords(f)) &&
          inWords(f).includes('over the nut'),
      )
      expect(said, `string ${i + 1}`).toBeDefined()
      if (n !== undefined) expect(inWords(said)).toContain(`${n} windings`)
      else expect(inWords(said)).not.toContain('windings')
    }
  })
})

describe('string trees', () => {
  const { l, r } = withHead(8, 9)
  it('stand where they bring a string down at 8 degrees, 20 mm or more from the nut [from memory]', () => {
    expect(r.trees.length).toBeGreaterThan(0)
    // Seat 4 over a face 8 down.
    const reach = Math.max(20, (SEAT + 8 - 4) / Math.tan(8 / DEG))
    for (const t of r.trees) {
      const nearest = Math.min(...t.strings.map(n => -l.strings[n - 1]!.tuner![0]))
      expect(t.seat).toBeCloseTo(-8 + 4, 9)
      expect(t.at[0]).toBeCloseTo(-Math.min(reach, nearest - 12), 9)
    }
  })
  it('hold two neighbours between them, one from its outer side', () => {
    for (const t of r.trees) {
      const ys = t.strings.map(n => {
        const s = l.strings[n - 1]!
        return s.nut[1] + ((s.tuner![1] - s.nut[1]) * t.at[0]) / s.tuner![0]
      })
      if (ys.length === 2) {
        expect(Math.abs(ys[0]! - ys[1]!)).toBeLessThanOrEqual(11)
        expect(t.at[1]).toBeCloseTo((ys[0]! + ys[1]!) / 2, 9)
      } else expect(t.at[1]).toBeCloseTo(ys[0]! + (ys[0]! >= 0 ? 3 : -3), 9)
    }
  })
  it('that the builder places hold the strings within six and a half millimetres of them', () => {
    const at = (n: number, x: number) => {
      const s = l.strings[n - 1]!
      return s.nut[1] + ((s.tuner![1] - s.nut[1]) * x) / s.tuner![0]
    }
    const y = at(1, -25)
    for (const [off, held] of [
      [6, true],
      [7, false],
    ] as const) {
      const placed = withHead(8, 9)
      placed.b.placements = { ...placed.b.placements, trees: [{ x: sure(-25), y: sure(y + off) }] }
      const own = stringReport(placed.b, layOut(placed.b)!)
      expect(own.trees[0]!.strings.includes(1), `${off} off`).toBe(held)
    }
  })
  it('are not asked for where the nut clamps', () => {
    const b = plainBuild({
      instrument: { bridge: 'double-locking tremolo' },
      parts: { neck: { dims: { headDrop: 8, fretHeight: 1.1 } }, tuners: { dims: { postHeight: 9, count: 6 } } },
    })
    expect(stringReport(b, layOut(b)!).trees).toEqual([])
  })
})

describe('the break over the saddles', () => {
  const angles = (p: Plain) => {
    const b = plainBuild(p),
      l = layOut(b)!
    return { b, l, needed: saddleHeight(b)!.needed.value, rows: stringReport(b, l).rows }
  }
  it('ends at the bridge’s own string holes where it has them', () => {
    const { l, needed, rows } = angles({ parts: { bridge: { dims: { anchorBehindFront: 40, anchorHeight: 1 } } } })
    rows.forEach((r, i) =>
      expect(r.breakAtSaddle).toBeCloseTo(
        Math.atan2(needed - 1, l.bridge.front + 40 - l.strings[i]!.saddle[0]) * DEG,
        9,
      ),
    )
  })
  it('dives ten millimetres behind the saddle through the body [from memory]', () => {
    const { needed, rows } = angles({ instrument: { extras: ['ferrules'] } })
    for (const r of rows) expect(r.breakAtSaddle).toBeCloseTo(Math.atan2(needed, 10) * DEG, 9)
  })
  it('and through a rocking bridge’s block', () => {
    const { needed, rows } = angles({ instrument: { bridge: 'rocking tremolo, two posts' } })
    for (const r of rows) expect(r.breakAtSaddle).toBeCloseTo(Math.atan2(needed, 10) * DEG, 9)
  })
  it('is shallow where the tail lies high, and that is found', () => {
    const b = plainBuild({ parts: { bridge: { dims: { anchorBehindFront: 60, anchorHeight: 10 } } } }),
      l = layOut(b)!,
      r = stringReport(b, l)
    expect(r.rows[0]!.breakAtSaddle!).toBeLessThan(5)
    expect(r.findings.some(f => inWords(f).startsWith('Strings 1, 2, 3, 4, 5 and 6 break'))).toBe(true)
  })
})

describe('what is found of strings', () => {
  it('touching at the nut: under 0.8 mm between surfaces', () => {
    const near = plainBuild({ nut: 24 }),
      r = stringReport(near, layOut(near)!)
    r.rows.slice(0, -1).forEach(row => {
      const told = r.findings.some(
        f =>
          inWords(f).startsWith(`Strings ${row.number} and ${row.number + 1} lie`) &&
          inWords(f).endsWith('they touch.'),
      )
      expect(told, `${row.number}: ${row.gapAtNut}`).toBe(row.gapAtNut! < 0.8)
    })
  })
  it('crowded at the nut: under 6.3 mm between the middles of neighbours, not within a course', () => {
    const told = (p: Plain) => {
      const b = plainBuild(p)
      return stringReport(b, layOut(b)!).findings.filter(f => inWords(f).includes('a finger touches'))
    }
    // Five spaces between 17.875 and −17.5 are 7.075; on a nut of 34.625 they are 5.6.
    expect(told({})).toEqual([])
    expect(inWords(told({ nut: 34.625 }))).toEqual([
      'Strings 1 and 2 lie 5.60 mm apart at the nut, middle to middle: under 6.3 mm a finger touches its neighbour.',
    ])
    expect(told({ strings: 12, perCourse: 2, nut: 48 })).toEqual([])
  })
  it('falling off the edge: under 2.5 mm at the last fret', () => {
    for (const [spread, told] of [
      [52, false],
      [62, true],
    ] as const) {
      const b = plainBuild({ spread }),
        r = stringReport(b, layOut(b)!)
      expect(r.margins.lastTreble < 2.5).toBe(told)
      expect(r.findings.some(f => inWords(f).startsWith('Treble side'))).toBe(told)
    }
  })
  it('running beside their poles: more than 2 mm', () => {
    for (const [poles, told] of [
      [50, false],
      [56, true],
    ] as const) {
      const b = plainBuild({ parts: { 'pickup-bridge': { dims: { poleSpread: poles } } } }),
        r = stringReport(b, layOut(b)!)
      expect(Math.abs(r.poles[0]!.worst) > 2).toBe(told)
      expect(r.findings.some(f => inWords(f).includes('beside its pole'))).toBe(told)
    }
  })
  it('the same for the other hand, mirrored', () => {
    const right = stringReport(plainBuild(), layOut(plainBuild())!),
      b = plainBuild({ left: true }),
      left = stringReport(b, layOut(b)!)
    left.rows.forEach((r, i) => {
      expect(r.diameter).toBe(right.rows[i]!.diameter)
      expect(r.breakAtSaddle).toBeCloseTo(right.rows[i]!.breakAtSaddle!, 9)
      expect(r.gapAtNut ?? 0).toBeCloseTo(right.rows[i]!.gapAtNut ?? 0, 9)
    })
  })
  it('twelve strings in six courses: two strings share the poles of their course', () => {
    const b = plainBuild({ strings: 12, perCourse: 2, nut: 48 }),
      l = layOut(b)!,
      r = stringReport(b, l)
    expect(r.poles[0]!.offsets).toHaveLength(6)
    const x = r.poles[0]!.x,
      at = (i: number) => {
        const s = l.strings[i]!
        return s.nut[1] + ((s.saddle[1] - s.nut[1]) * x) / s.saddle[0]
      }
    r.poles[0]!.offsets.forEach((o, i) => expect(o.string).toBeCloseTo((at(2 * i) + at(2 * i + 1)) / 2, 9))
  })
})
