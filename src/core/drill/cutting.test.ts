import { inWords } from '../../../tests/support/inWords.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import { plainBuild, SLAB } from '../../../tests/support/plainBuild.ts'
import { chooseFix } from '../document/edits.ts'
import type { Build, Cut } from '../document/build.ts'
import { readBuild } from '../document/readBuild.ts'
import { zonesOf } from '../finish/zones.ts'
import { drillWork } from '../fit/drillWork.ts'
import { jointsAsTheyStand } from '../fit/findJoints.ts'
import type { Point } from '../geometry/outline.ts'
import { layOut } from '../layout/layOut.ts'
import { typicalFeature } from '../parts/typicalPart.ts'
import { bindingRun } from './binding.ts'
import { channelsWanted, toTenth } from './channelsWanted.ts'
import { anyIn } from '../../../tests/support/any.ts'

const cut = (c: Omit<Cut, 'id' | 'face'> & { face?: Cut['face'] }, b = plainBuild()) =>
  drillWork({ ...b, cuts: [{ id: 'one', face: 'top', ...c }] })!.cuts.find(x => x.id === 'cut-one')!
const bodyOf = (b: Build) => b.parts.find(p => p.kind === 'body')!

describe('cutting work', () => {
  it('says what a rout leaves below, beside and to the edge [worked by hand]', () => {
    const c = cut({ sort: 'rout', x: 30, y: 0, length: 40, width: 80, corner: 4, depth: 30 })
    // Body 45 thick; the pocket ends at 0, this begins at 10; its edge lies at 40 of 160.
    expect(c.left.floor).toBeCloseTo(15, 9)
    expect(c.left.wall).toEqual({ by: expect.closeTo(10, 6), what: 'neck pocket' })
    expect(c.left.edge).toBeCloseTo(90, 6)
    expect(c.stops).toEqual([])
    expect(c.area).toBeCloseTo(40 * 80 - (4 - Math.PI) * 16, 0)
  })
  it('stops where it would break through, weaken a floor, a wall or the edge', () => {
    expect(inWords(cut({ sort: 'rout', x: 30, y: 0, length: 40, width: 80, depth: 43 }).stops[0])).toContain(
      'Only 2.0 mm of floor to the far face',
    )
    expect(inWords(cut({ sort: 'rout', x: 30, y: 0, length: 40, width: 80, depth: 46 }).stops[0])).toContain(
      'Breaks through into the far face by 1.0 mm',
    )
    expect(inWords(cut({ sort: 'rout', x: 58, y: 0, length: 40, width: 80, depth: 20 }).stops[0])).toContain(
      'Only 2.0 mm of wall to the pickup rout (bridge)',
    )
    expect(inWords(cut({ sort: 'rout', x: 30, y: 130, length: 40, width: 58, depth: 20 }).stops[0])).toContain(
      'Only 1.0 mm to the body’s edge',
    )
    expect(inWords(cut({ sort: 'recess', x: 30, y: 150, length: 40, width: 58, depth: 3 }).stops[0])).toContain(
      'Breaks out through the body’s edge',
    )
  })
  it('meets a cavity from the other face by its depth: 45 less 8 of top', () => {
    const c = cut({ sort: 'recess', x: 200, y: 90, length: 20, width: 20, depth: 5 })
    expect(c.left.floor).toBeCloseTo(3, 6)
  })
  it('opens what a chosen fix opens: the new shape less the old one', () => {
    const b = chooseFix(demo('heron'), 'pickup-bridge-rout', 'open-rout'),
      w = drillWork(b)!,
      c = w.cuts.find(x => x.id === 'open-rout-bridge')!
    expect(c.removes.length).toBeGreaterThan(0)
    expect(c.area).toBeGreaterThan(1)
    expect(inWords(c.notes[0])).toMatch(/^From .* to .* mm/)
    expect(drillWork(demo('heron'))!.cuts.some(x => x.id.startsWith('open-'))).toBe(false)
  })
  it('cuts a rout for a pickup that has none, to its outline with room', () => {
    const b = plainBuild()
    bodyOf(b).features = bodyOf(b).features.filter(f => f.role !== 'pickup-rout')
    b.placements.parts = [
      {
        slot: 'pickup-bridge',
        x: { value: 100, doubt: 0.3, basis: 'assumed' },
        y: { value: 0, doubt: 0.3, basis: 'assumed' },
      },
    ]
    const pickup = b.parts.find(p => p.kind === 'pickup')!,
      c = drillWork(b)!.cuts.find(x => x.id === 'new-pickup-bridge')!
    expect(c.size.length).toBeCloseTo(pickup.dims.length!.value + 1.6, 1)
    expect(c.along).toBeCloseTo(100, 6)
  })
  it('asks for the sizes that a sort needs, by path', () => {
    const r = readBuild({ ...plainBuild(), cuts: [{ id: 'one', sort: 'rout', face: 'top', x: 1 }] })
    expect(r.ok ? [] : r.problems.map(p => p.path)).toEqual([
      'cuts[0].y',
      'cuts[0].length',
      'cuts[0].width',
      'cuts[0].depth',
    ])
    const zero = readBuild({
      ...plainBuild(),
      cuts: [{ id: 'one', sort: 'recess', face: 'top', x: 1, y: 1, length: 5, width: 5, depth: 0 }],
    })
    expect(zero.ok ? '' : zero.problems[0]!.path).toBe('cuts[0].depth')
  })
  it('never hides a break: whatever the rout, floor and edge below nothing come with a stop', () =>
    fc.assert(
      fc.property(anyIn(-60, 300), anyIn(-150, 150), anyIn(1, 60), (x, y, depth) => {
        const c = cut({ sort: 'rout', x, y, length: 30, width: 30, depth })
        const out = x - 15 < SLAB.x0 || x + 15 > SLAB.x1 || Math.abs(y) + 15 > SLAB.half || depth > 45
        return !out || c.stops.length > 0
      }),
      { numRuns: 80 },
    ))
})

describe('binding', () => {
  const circle = (r: number): Point[] =>
    Array.from({ length: 720 }, (_, i) => [r * Math.cos((i * Math.PI) / 360), r * Math.sin((i * Math.PI) / 360)])
  it('goes once round a circle: 2πr, a tenth more to buy, its bend the radius', () => {
    const b = bindingRun(circle(150), 2)
    expect(b.length).toBeCloseTo(2 * Math.PI * 150, 1)
    expect(b.toBuy).toBe(Math.ceil((b.length * 1.1) / 10) * 10)
    expect(b.tightest).toBeCloseTo(150, 3)
    expect(Math.hypot(...b.inner[0]!)).toBeCloseTo(148, 2)
  })
  it('leaves the pocket’s mouth open', () => {
    const opening: Point[] = [
      [100, -28],
      [200, -28],
      [200, 28],
      [100, 28],
    ]
    // Whole chords of 1.3 mm count as open or not.
    expect(
      Math.abs(bindingRun(circle(150), 2, opening).length - (2 * Math.PI * 150 - 2 * 150 * Math.asin(28 / 150))),
    ).toBeLessThan(1.4)
  })
  it('round the slab is its edge less the pocket [worked by hand]', () => {
    const c = cut({ sort: 'binding', width: 2, depth: 6 })
    // 2 · (400 + 320) = 1440; the pocket's mouth, 56 wide, lies on the end at −80 only when it reaches it: from −76 it does not.
    expect(c.size.length).toBeCloseTo(1440, 6)
    expect(c.binding).toBe(1590)
    expect(c.left.wall!.by).toBeGreaterThan(4)
  })
})

describe('wire channels', () => {
  const wanted = (b: Build) => channelsWanted(b, layOut(b)!, toTenth)
  it('are wanted from a rout to the cavity when nothing leads there', () => {
    const b = plainBuild(),
      [c] = wanted(b)
    expect(wanted(b)).toHaveLength(1)
    expect(c).toMatchObject({ id: 'to-pickup-bridge', sort: 'channel' })
    // From inside the rout (80…120 by ±45) into the cavity (150…250 by 60…120).
    expect(Math.abs(c!.y!)).toBeLessThan(45)
    expect(c!.toX!).toBeGreaterThan(150)
    expect(c!.toY!).toBeGreaterThan(60)
    // Rout 20 deep from the top, cavity from 8 under the top down: both have 8 to 20.
    expect(c!.depth! - 4).toBeGreaterThanOrEqual(8)
    expect(c!.depth! + 4).toBeLessThanOrEqual(20)
  })
  it('are not, when one is there, when the hollows meet, or when the builder means to drill one', () => {
    const b = plainBuild(),
      [c] = wanted(b)
    const there = plainBuild()
    bodyOf(there).features.push(
      typicalFeature('channel', 'ch', {
        x: c!.x!,
        y: c!.y!,
        toX: c!.toX!,
        toY: c!.toY!,
        diameter: 8,
        depth: c!.depth!,
      }),
    )
    expect(wanted(there)).toEqual([])
    expect(wanted({ ...b, cuts: [{ ...c!, id: 'mine' }] })).toEqual([])
    const meets = plainBuild()
    bodyOf(meets).features.find(f => f.id === 'rout-bridge')!.dims.width!.value = 150
    bodyOf(meets).features.find(f => f.id === 'rout-bridge')!.dims.length!.value = 120
    expect(wanted(meets)).toEqual([])
  })
  it('are no wall beside a rout, and take nothing of the face', () => {
    const with0 = demo('heron'),
      without = demo('heron')
    bodyOf(without).features = bodyOf(without).features.filter(f => f.role !== 'channel')
    const note = (b: Build) =>
      jointsAsTheyStand(b)
        .find(j => j.id === 'pickup-bridge-rout')!
        .fixes.map(f => f.note)
    expect(bodyOf(with0).features.some(f => f.role === 'channel')).toBe(true)
    expect(note(with0)).toEqual(note(without))
    expect(zonesOf(with0)).toEqual(zonesOf(without))
  })
  it('stand in the hole list, and in no plan step of cutting', () => {
    const w = drillWork(plainBuild())!
    expect(w.holes.filter(h => h.group === 'channels').map(h => h.warnings)).toEqual([[]])
    expect(w.cuts.find(c => c.id === 'cut-to-pickup-bridge')!.drilled).toBe(true)
  })
})
