import { inWords } from '../../../tests/support/inWords.ts'
import fc from 'fast-check'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { plainBuild, sure } from '../../../tests/support/plainBuild.ts'
import { takeReading } from '../document/edits.ts'
import type { Build } from '../document/build.ts'
import { holeCsv } from '../drill/holeCsv.ts'
import { markList } from '../drill/markList.ts'
import type { Mark } from '../drill/templates/drawing.ts'
import { templatesOf } from '../drill/templates/templates.ts'
import { drillWork } from '../fit/drillWork.ts'
import { edgeReading } from './centreLine.ts'
import { bodyPlace } from './layOut.ts'
import { fromTold, LINES, ownLine, toTold, woodLine } from './lines.ts'
import { anyIn } from '../../../tests/support/any.ts'

/** The neck's edges read so that its line lies so far off the body's at the mouth and at the bridge, to the treble side. */
function read(b: Build, mouth: number, bridge: number): Build {
  const stations = [
    ['mouth', -76, mouth, 27],
    ['bridge', 180, bridge, 33],
  ] as const
  return stations.reduce(
    (x, [s, at, off, half]) =>
      (
        [
          ['at', at],
          ['treble', half + off],
          ['bass', half - off],
        ] as const
      ).reduce(
        (y, [e, value]) => takeReading(y, { of: edgeReading(s, e), value, doubt: 0.1, at: '2026-11-25T10:00:00Z' }),
        x,
      ),
    b,
  )
}
const placedAt = (y: number | undefined): Build => {
  const b = plainBuild({ front: 165, parts: {} })
  if (y !== undefined) b.placements = { ...b.placements, bridge: { x: sure(165), y: sure(y) } }
  return b
}
const says = (b: Build, id: string) => {
  const item = markList(drillWork(b)!, b).find(m => m.id === id)!
  return item.numbers.map(
    n => `${n.label}${n.text ? `: ${inWords(n.text)}` : ''}${n.mm === undefined ? '' : ` ${n.mm.toFixed(2)}`}`,
  )
}

describe('the line that a place is told from', () => {
  it('is one and has one name until the neck’s edges are read', () => {
    const b = placedAt(0)
    expect(ownLine(b)).toBe(LINES.one)
    expect(woodLine(b)).toBe(LINES.one)
    expect(says(b, 'bridge-line')).toContain('across: on the centre line')
  })
  it('is named after that, and the bridge is told from both', () => {
    // Drifting 0.4 to the treble side at the bridge's own place: set on the body's line it lies 0.4 to the bass of the neck's.
    const b = read(placedAt(0), 0, 0.4)
    expect(says(b, 'bridge-line')).toEqual(
      expect.arrayContaining(['across: on the body’s own line', 'off the neck’s line, bass side 0.40']),
    )
    const scale = read(plainBuild(), 0, 0.4)
    expect(says(scale, 'bridge-line')).toEqual(
      expect.arrayContaining(['off the body’s own line, treble side 0.40', 'across: on the neck’s line']),
    )
  })
  it('never gives one hole two places: marks, sheets and the printed lines agree', () =>
    fc.assert(
      fc.property(
        anyIn(-1.5, 1.5),
        anyIn(-2, 2),
        fc.option(anyIn(-3, 3), { nil: undefined }),
        fc.constantFrom('neck' as const, 'body' as const, undefined),
        (mouth, bridge, y, toldFrom) => {
          const one = read(placedAt(y), mouth, bridge),
            b: Build = toldFrom ? { ...one, placements: { ...one.placements, toldFrom } } : one,
            w = drillWork(b)!,
            marks = markList(w, b),
            name = toldFrom === 'neck' ? LINES.neck : LINES.body
          const table = Papa.parse<Record<string, string>>(holeCsv(w), { header: true }).data
          // A straightedge through the readings, worked here: where the neck's line lies off the body's, from the pocket's end.
          const drift = (along: number) => mouth + ((bridge - mouth) * (along + 76)) / (180 + 76)
          const meant = (at: readonly [number, number]) =>
            toldFrom === 'neck' ? at[1] : at[1] + drift(at[0] - w.layout.nutToHeelEnd)
          for (const h of w.holes.filter(x => x.piece === 'body')) {
            const across = marks.find(m => m.id === h.id)!.numbers.find(n => n.is === 'across')!,
              want = meant(h.at)
            // What is marked is where the hole is, from the line that it names.
            expect(across.mm ?? 0).toBeCloseTo(Math.abs(want) < 0.05 ? 0 : Math.abs(want), 9)
            expect(inWords(across.text ?? across.label)).toContain(name)
            const row = table.find(r => r.what === h.label)!
            expect(Number(row.across)).toBeCloseTo(want, 2)
            expect(row['told from']).toBe(name)
          }
          // The sheet draws both lines; the one that is laid is the strong one, and holes lie off it as they are told.
          const face = templatesOf(w).find(d => d.id === 'body-top')!
          const lines = face.marks.filter((m): m is Extract<Mark, { kind: 'line' }> => m.kind === 'line'),
            names = face.marks.flatMap(m => (m.kind === 'text' ? [m.text] : []))
          expect(names).toEqual(expect.arrayContaining(['neck’s line', 'body’s own line']))
          expect(face.lay).toContain(
            toldFrom === 'neck'
              ? 'Lay the neck’s line on the one that was carried over the body'
              : 'Lay the body’s own line on the body’s, not the neck’s',
          )
          const long = lines.filter(m => Math.abs(m.to[0] - m.from[0]) > 250 && m.weight === 'centre')
          expect(long).toHaveLength(1)
          for (const h of w.holes.filter(x => x.face === 'body top')) {
            const { from, to } = long[0]!,
              at = from[1] + ((to[1] - from[1]) * (h.at[0] - from[0])) / (to[0] - from[0])
            expect(h.at[1] - at).toBeCloseTo(meant(h.at), 6)
            // Its place on the body itself does not hang on how it is told.
            expect(bodyPlace(b, w.layout, h.at).y).toBeCloseTo(h.at[1] + drift(h.along), 9)
          }
        },
      ),
      { numRuns: 25 },
    ))
  it('leaves a cut where it is in the wood, whatever is read of the neck', () => {
    const rout = {
        id: 'r',
        sort: 'rout' as const,
        face: 'top' as const,
        x: 60,
        y: 90,
        length: 30,
        width: 20,
        depth: 10,
      },
      before: Build = { ...placedAt(0), cuts: [rout] },
      after = read(before, 0.6, 1.8)
    const at = (b: Build) => {
      const w = drillWork(b)!,
        cut = w.cuts.find(c => c.id === 'cut-r')!,
        [x, y] = [cut.along + w.layout.nutToHeelEnd, cut.across]
      return { body: bodyPlace(b, w.layout, [x, y]), numbers: markList(w, b).find(m => m.id === 'cut-r')!.numbers }
    }
    // By the straightedge: 0.6 + 1.2 × (60 + 76) ÷ 256 = 1.2375 at the rout; it lies that much to the bass of the neck's line.
    for (const b of [before, after]) {
      const { body, numbers } = at(b)
      expect([body.x, body.y]).toEqual([60, expect.closeTo(90, 9)])
      expect(numbers[1]!.mm).toBeCloseTo(90, 9)
    }
    const told: Build = { ...after, placements: { ...after.placements, toldFrom: 'neck' } }
    expect(at(told).numbers[1]!.mm).toBeCloseTo(90 - 1.2375, 9)
  })
  it('brings back what was told: 0.6 and 1.8 off at 76 before and 180 behind the pocket’s end', () => {
    const b = read(placedAt(0), 0.6, 1.8)
    // At 52 behind it half the way: 1.2.
    expect(toTold(b, 52, 10)).toBeCloseTo(11.2, 9)
    expect(fromTold(b, 52, 11.2)).toBeCloseTo(10, 9)
    const neck: Build = { ...b, placements: { ...b.placements, toldFrom: 'neck' } }
    expect([toTold(neck, 52, 10), fromTold(neck, 52, 10)]).toEqual([10, 10])
  })
})
