import { inWords } from '../support/inWords.ts'
import { describe, expect, it } from 'vitest'
import type { Build, Cut } from '../../src/core/document/build.ts'
import { drillWork } from '../../src/core/fit/drillWork.ts'
import type { CutWork } from '../../src/core/drill/cutting.ts'
import { typicalFeature } from '../../src/core/parts/typicalPart.ts'
import { asRead } from '../support/joints.ts'
import { plainBuild } from '../support/plainBuild.ts'

/**
 * Cutting work in a slab of 400 × 320 × 45 (from −80 to 320 along, 160 to each side), worked by hand. In it: a pocket of
 * 76 × 56 and 16 deep behind −76; a rout of 40 × 90 and 20 deep about 100 | 0; from the back a cavity of 100 × 60 about
 * 200 | 90, which leaves 8 of top.
 */
function cut(c: Partial<Cut> & Pick<Cut, 'sort'>, b: Build = plainBuild()): CutWork {
  b.cuts = [{ id: 'c', face: 'top', ...c }]
  return drillWork(b)!.cuts.find(x => x.id === 'cut-c')!
}
const rout = (x: number, y: number, depth: number, more: Partial<Cut> = {}) =>
  cut({ sort: 'rout', x, y, length: 60, width: 40, corner: 5, depth, ...more })
/** A rectangle with rounded corners; polygons of eight steps stand in for the curves, a little smaller. */
const rounded = (x: number, y: number, r: number) => x * y - (4 - Math.PI) * r * r

describe('a rout that is meant', () => {
  it('is where it is put, leaves its floor, wall and edge, and stops nothing', () => {
    const c = rout(20, -80, 20)
    expect(c).toMatchObject({
      along: 20,
      across: -80,
      depth: 20,
      deeper: 20,
      face: 'top',
      because: 'meant',
      drilled: false,
    })
    expect(c.size).toEqual({ length: 60, width: 40, corner: 5 })
    expect(c.area).toBeCloseTo(rounded(60, 40, 5), -0.5)
    expect(c.left.floor).toBe(45 - 20)
    // Its side at −60, the pocket’s at −28.
    expect(c.left.wall).toEqual({ by: expect.closeTo(60 - 28, 6), what: 'neck pocket' })
    // Its other side at −100, the edge at −160.
    expect(c.left.edge).toBeCloseTo(60, 6)
    expect(c.stops).toEqual([])
  })
  it.each([
    [41, 4, []],
    [42, 3, ['Only 3.0 mm of floor to the far face: it sounds and gives. Stop at 41.0 mm deep.']],
    [45, 0, ['Breaks through into the far face: stop at 41.0 mm deep.']],
    [46, -1, ['Breaks through into the far face by 1.0 mm: stop at 41.0 mm deep.']],
  ])('%i mm deep leaves %i mm of floor', (depth, floor, says) => {
    const c = rout(20, -80, depth)
    expect(c.left.floor).toBeCloseTo(floor, 9)
    expect(inWords(c.stops)).toEqual(says)
  })
  it.each([
    // The rout beside it ends at −45.
    [-69, 4, []],
    [-68, 3, ['Only 3.0 mm of wall to the pickup rout (bridge): it breaks out under the cutter.']],
    [-65.2, 0.2, ['Only 0.2 mm of wall to the pickup rout (bridge): it breaks out under the cutter.']],
  ])('at %i leaves %i mm of wall', (y, by, says) => {
    const c = rout(100, y, 20)
    expect(c.left.wall!.by).toBeCloseTo(by, 6)
    expect(inWords(c.stops)).toEqual(says)
  })
  it.each([
    [-136, 4, []],
    [-137, 3, ['Only 3.0 mm to the body’s edge.']],
    [-142, -2, ['Breaks out through the body’s edge by 2.0 mm.']],
  ])('at %i leaves %i mm to the edge', (y, edge, says) => {
    const c = rout(20, y, 20)
    expect(c.left.edge).toBeCloseTo(edge, 6)
    expect(inWords(c.stops)).toEqual(says)
  })
  it('over the cavity leaves what the top leaves', () => {
    // 8 of top over the cavity; 5 deep leaves 3, 9 breaks through by 1 and runs into nothing else.
    const five = rout(200, 90, 5)
    expect(five.left.floor).toBeCloseTo(3, 9)
    expect(rout(200, 90, 4).left.floor).toBeCloseTo(4, 9)
  })
  it('from the back is told from the back, and meets what is as deep as it', () => {
    const c = cut({ sort: 'recess', face: 'back', x: 20, y: -80, length: 60, width: 40, corner: 5, depth: 10 })
    expect(c.left.floor).toBe(35)
    // The pocket is on the other face; the cavity’s corner is 100 along and 120 across away, both corners rounded.
    expect(c.left.wall!.what).toBe('control cavity')
    expect(c.left.wall!.by).toBeCloseTo(Math.hypot(100 + 15, 120 + 15) - 15, 0)
    expect(inWords(c.notes).join(' ')).toContain('flat-bottomed')
    // Under the pocket 30 deep would leave 45 − 16 − 30 = −1.
    expect(
      cut({ sort: 'recess', face: 'back', x: -38, y: 0, length: 20, width: 20, corner: 2, depth: 24 }).left.floor,
    ).toBeCloseTo(45 - 16 - 24, 9)
  })
})

describe('other cuts', () => {
  it('a channel runs straight from end to end in the middle of its depth', () => {
    const c = cut({ sort: 'channel', x: 100, y: 30, toX: 170, toY: 70, width: 8, depth: 14 })
    expect(c).toMatchObject({
      along: 100,
      across: 30,
      depth: 14,
      drilled: true,
      ends: { along: 170, across: 70, below: 'top' },
    })
    expect(c.size.length).toBeCloseTo(Math.hypot(70, 40), 9)
    expect(c.size.width).toBe(8)
    // Its upper side: 14 less half of 8.
    expect(c.left.floor).toBeCloseTo(10, 9)
  })
  it('a row of strings has as many holes as strings, as far apart as the saddles', () => {
    const c = cut({ sort: 'string-through' })
    expect(c.row).toEqual({ count: 6, pitch: expect.closeTo(10.4, 9) })
    expect(c.size.width).toBeCloseTo(52, 9)
    expect(c.size.length).toBe(8)
    expect(c.across).toBeCloseTo(0, 9)
    // Ten behind the rearmost saddle: 651.6 + 10 from the nut, less 470; no foot to leave, 4 mm of margin round the row.
    expect(c.along).toBeCloseTo(651.6 + 10 - 470, 6)
    expect(c.depth).toBe(45)
    expect(c.left.edge).toBeCloseTo(320 - 191.6 - 4, 6)
    expect(c.left.wall!.by).toBeCloseTo(60 - 26 - 4, 6)
    expect(c.left.floor).toBeUndefined()
  })
  it('binding runs all round, and is bought a tenth and more longer', () => {
    const c = cut({ sort: 'binding', width: 2, depth: 6 })
    expect(c.size.length).toBeCloseTo(2 * (400 + 320), 6)
    expect(c.area).toBeCloseTo(1440 * 2, 6)
    expect(c.left.floor).toBe(45 - 6)
    // From the edge at 160 to the rout’s side at 45, less the ledge.
    expect(c.left.wall).toEqual({ by: expect.closeTo(160 - 45 - 2, 6), what: 'pickup rout (bridge)' })
    // 36 deep leaves 9: said. 35 leaves 10: not.
    expect(inWords(cut({ sort: 'binding', width: 2, depth: 36 }).stops).join(' ')).toContain(
      'Only 9.0 mm of body left',
    )
    expect(inWords(cut({ sort: 'binding', width: 2, depth: 35 }).stops).join(' ')).not.toContain('of body left')
  })
  it('binding on the back has the cavity for its neighbour', () => {
    const c = cut({ sort: 'binding', face: 'back', width: 3, depth: 6 })
    expect(c.left.wall).toEqual({ by: expect.closeTo(160 - 120 - 3, 6), what: 'control cavity' })
    const narrow = cut({ sort: 'binding', face: 'back', width: 37, depth: 6 })
    expect(narrow.left.wall!.by).toBeCloseTo(3, 6)
    expect(inWords(narrow.stops).join(' ')).toContain('Only 3.0 mm between the ledge and the control cavity')
  })
})

describe('a pickup without a rout', () => {
  it('gets one to its own outline, 0.8 round it and 2 under it', () => {
    const b = plainBuild({
      parts: {
        body: {
          features: [typicalFeature('neck-pocket', 'pocket', { length: 76, width: 56, widthEnd: 56, depth: 16 })],
        },
        'pickup-bridge': { dims: { length: 38, width: 86, corner: 3, depthBelowTop: 17 } },
      },
    })
    b.placements.parts = [
      {
        slot: 'pickup-bridge',
        x: { value: 110, doubt: 0, basis: 'measured' },
        y: { value: 0, doubt: 0, basis: 'measured' },
      },
    ]
    const c = drillWork(b)!.cuts.find(x => x.id === 'new-pickup-bridge')!
    expect(c).toMatchObject({ because: 'missing', along: 110, across: 0, depth: 19, deeper: 19 })
    expect(c.size.length).toBeCloseTo(38 + 1.6, 6)
    expect(c.size.width).toBeCloseTo(86 + 1.6, 6)
    expect(c.size.corner).toBeCloseTo(3.8, 6)
    expect(c.area).toBeCloseTo(rounded(39.6, 87.6, 3.8), -0.5)
    expect(c.left.floor).toBe(45 - 19)
    // From the pocket’s end to the rout’s front.
    expect(c.left.wall!.by).toBeCloseTo(110 - 19.8, 6)
    expect(c.left.edge).toBeCloseTo(160 - 43.8, 6)
  })
})

describe('a rout that a fix opens', () => {
  it('is told by its own middle, and by what is taken off all round', () => {
    const b = plainBuild({
        parts: { 'pickup-bridge': { dims: { length: 40.6, width: 88, corner: 3, depthBelowTop: 16 } } },
      }),
      measured: Build = {
        ...asRead(b, 0.01),
        fixes: [{ joint: 'pickup-bridge-rout', method: 'open-rout' }],
      }
    const c = drillWork(measured)!.cuts.find(x => x.because === 'fix')!
    expect(c).toMatchObject({ face: 'top', deeper: 0, depth: 20 })
    expect(c.along).toBeCloseTo(100, 6)
    expect(c.across).toBeCloseTo(0, 6)
    expect(c.size.length).toBeGreaterThan(40.6 + 0.6)
    // Only its ends move: the width has room.
    expect(c.area).toBeCloseTo((c.size.length - 40) * 90, -1)
  })
})
