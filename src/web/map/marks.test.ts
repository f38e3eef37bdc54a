import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { placeMarks } from './marks.ts'

const box = { width: 800, height: 280, centre: 140 }
const mark = (id: string, x: number, y: number) => ({ id, at: [x, y] as const, label: id, title: id })

describe('badges on the map', () => {
  it('stand away from the centre line: above it up, below it down', () => {
    const [a, b] = placeMarks([mark('a', 100, 120), mark('b', 100, 160)], p => p, 12, box)
    expect(a!.by).toBeLessThan(120)
    expect(b!.by).toBeGreaterThan(160)
  })
  it('never cover one another while there is room, and stay on the map', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 40, max: 760 }), fc.integer({ min: 60, max: 220 })), {
          minLength: 1,
          maxLength: 8,
        }),
        places => {
          const placed = placeMarks(
            places.map(([x, y], i) => mark(String(i), x, y)),
            p => p,
            12,
            box,
          )
          return placed.every(
            (p, i) =>
              p.bx >= 0 &&
              p.bx <= 800 &&
              p.by >= 12 &&
              p.by <= 268 &&
              placed.slice(i + 1).every(q => Math.hypot(p.bx - q.bx, p.by - q.by) > 20),
          )
        },
      ),
    ))
})
