import { describe, expect, it } from 'vitest'
import type { Build, Cut } from '../../src/core/document/build.ts'
import { bindingRun } from '../../src/core/drill/binding.ts'
import { channelsWanted, wayBetween } from '../../src/core/drill/channelsWanted.ts'
import { hollowGraph, roomsOn, spanIn, type Room } from '../../src/core/drill/hollowGraph.ts'
import { bodyThicknessAt, channelBore, clawHeight, cutHollow, hollowsOf } from '../../src/core/drill/hollows.ts'
import type { Bore, Prism } from '../../src/core/geometry/bore.ts'
import type { Point } from '../../src/core/geometry/outline.ts'
import { layOut } from '../../src/core/layout/layOut.ts'
import { typicalFeature } from '../../src/core/parts/typicalPart.ts'
import { plainBuild } from '../support/plainBuild.ts'

/**
 * Hollows of a slab 45 thick and the ways between them, worked by hand. Heights count down from the slab's top; places from
 * the nut, with the pocket's end at 470.
 */
const END = 470
const slab = (features: ReturnType<typeof typicalFeature>[], more: Parameters<typeof plainBuild>[0] = {}): Build =>
  plainBuild({
    ...more,
    parts: {
      ...more?.parts,
      body: {
        ...more?.parts?.body,
        features: [
          typicalFeature('neck-pocket', 'pocket', { length: 76, width: 56, widthEnd: 56, depth: 16 }),
          ...features,
        ],
      },
    },
  })
const hollow = (b: Build, own: string) =>
  hollowsOf(b, layOut(b)!).find(h => h.id === own || h.id.endsWith(`/${own}`))
const prism = (b: Build, own: string) => (hollow(b, own)!.shape as { prism: Prism }).prism
const bore = (b: Build, own: string) => (hollow(b, own)!.shape as { bore: Bore }).bore
const box = (x0: number, y0: number, x1: number, y1: number): Point[] => [
  [x0, y0],
  [x1, y0],
  [x1, y1],
  [x0, y1],
]
const bounds = (p: readonly Point[]) => [
  Math.min(...p.map(q => q[0])),
  Math.min(...p.map(q => q[1])),
  Math.max(...p.map(q => q[0])),
  Math.max(...p.map(q => q[1])),
]
const near = (xs: readonly number[]) => xs.map(x => expect.closeTo(x, 6))

describe('a body’s thickness', () => {
  it('is its own everywhere on a slab', () => {
    expect(bodyThicknessAt(plainBuild(), 0)).toBe(45)
    expect(bodyThicknessAt(plainBuild(), 150)).toBe(45)
  })
  it('falls with the arch of its top', () => {
    const b = plainBuild({ parts: { body: { dims: { topRadius: 500 } } } })
    // A circle of 500: at 300 off the middle it has come down by 500 − 400.
    expect(bodyThicknessAt(b, 300)).toBeCloseTo(45 - 100, 9)
    expect(bodyThicknessAt(b, -140)).toBeCloseTo(45 - (500 - 480), 9)
    expect(bodyThicknessAt(b, 0)).toBe(45)
    // Beyond the circle there is no arch.
    expect(bodyThicknessAt(b, 500)).toBe(45)
  })
})

describe('hollows that are there', () => {
  it('go down from the face that they are cut in', () => {
    const b = slab([
      typicalFeature('pickup-rout', 'rout', { x: 100, y: 0, length: 40, width: 90, corner: 4, depth: 20 }),
      typicalFeature(
        'control-cavity',
        'cavity',
        { x: 200, y: 90, length: 100, width: 60, corner: 10, topThickness: 8 },
        { face: 'back' },
      ),
    ])
    expect([prism(b, 'rout').z0, prism(b, 'rout').z1]).toEqual(near([-20, 0]))
    expect(bounds(prism(b, 'rout').polygon)).toEqual(near([END + 80, -45, END + 120, 45]))
    expect([prism(b, 'pocket').z0, prism(b, 'pocket').z1]).toEqual(near([-16, 0]))
    // Without a depth it leaves its top.
    const open = structuredClone(b)
    delete open.parts.find(p => p.kind === 'body')!.features.find(f => f.id === 'cavity')!.dims.depth
    expect(prism(open, 'cavity')).toMatchObject({ z0: -45, z1: -8 })
  })
  it('a chamber is closed on both faces', () => {
    const chamber = (face: 'top' | 'back') =>
      prism(
        slab([
          typicalFeature(
            'chamber',
            'own',
            { x: 200, y: -90, length: 100, width: 60, corner: 10, depth: 30, topThickness: 6 },
            { face },
          ),
        ]),
        'own',
      )
    expect(chamber('top')).toMatchObject({ z0: -36, z1: -6 })
    expect(chamber('back')).toMatchObject({ z0: -39, z1: -9 })
  })
  it('a rod’s channel ends before the heel unless its nut is there, and opens at the head where its nut is', () => {
    const of = (rod: string) =>
      plainBuild({ parts: { neck: { dims: { rodWidth: 6, rodDepth: 10 }, traits: { rod } } } })
    expect(prism(of('at the head'), 'rod')).toMatchObject({ polygon: box(0, -3, END - 20, 3), z0: -10, z1: 0 })
    expect(prism(of('at the head'), 'rod-mouth')).toMatchObject({ polygon: box(-30, -7, 0, 7), z0: -9, z1: 0 })
    expect(prism(of('at the heel'), 'rod')).toMatchObject({ polygon: box(0, -3, END, 3) })
    expect(hollow(of('at the heel'), 'rod-mouth')).toBeUndefined()
    expect(hollow(of('none'), 'rod')).toBeUndefined()
    expect(hollow(of('at the head'), 'rod')!.piece).toBe('heel')
    expect(hollow(of('at the head'), 'rod-mouth')!.piece).toBe('head')
  })
  it('a neck’s own lie in its head or its heel, through what is there', () => {
    const b = plainBuild({
      parts: {
        neck: {
          dims: { headThickness: 15, heelThickness: 25, fingerboardThickness: 6 },
          features: [
            typicalFeature('tuner-hole', 't', { x: -100, y: 10, diameter: 10 }, { through: true }),
            typicalFeature('screw-hole', 's', { x: 440, y: 10, diameter: 3 }, { face: 'back', through: true }),
          ],
        },
      },
    })
    expect(hollow(b, 't')).toMatchObject({ piece: 'head' })
    expect(bore(b, 't')).toMatchObject({ from: [-100, 10, 0], to: [-100, 10, -15], radius: 5 })
    expect(hollow(b, 's')).toMatchObject({ piece: 'heel' })
    expect(bore(b, 's').from[2]).toBe(-19)
    expect(bore(b, 's').to[2]).toBe(0)
  })
  it('a channel runs from end to end below its face, to a depth of its own where it has one', () => {
    const at = (more: Record<string, number>, face: 'top' | 'back' = 'top') =>
      bore(
        slab([
          typicalFeature(
            'channel',
            'own',
            { x: 50, y: 10, toX: 150, toY: 70, diameter: 8, depth: 14, ...more },
            { face },
          ),
        ]),
        'own',
      )
    expect(at({})).toEqual({ from: [END + 50, 10, -14], to: [END + 150, 70, -14], radius: 4 })
    expect(at({ toDepth: 30 }).to).toEqual([END + 150, 70, -30])
    expect(at({}, 'back').from[2]).toBe(-45 + 14)
  })
  it('the claw’s screws go towards the neck from a little above the cavity’s middle', () => {
    const b = plainBuild({
      instrument: { bridge: 'rocking tremolo, two posts' },
      parts: {
        body: {
          features: [
            typicalFeature('neck-pocket', 'pocket', { length: 76, width: 56, widthEnd: 56, depth: 16 }),
            typicalFeature(
              'spring-cavity',
              'springs',
              { x: 100, y: 0, length: 100, width: 60, depth: 20 },
              { face: 'back' },
            ),
            typicalFeature(
              'screw-hole',
              'own',
              { x: 50, y: 10, diameter: 3, depth: 25 },
              { serves: 'claw', face: 'back' },
            ),
          ],
        },
      },
    })
    expect(clawHeight(b)).toBeCloseTo(-45 + 11, 9)
    expect(bore(b, 'own').from).toEqual(near([END + 50, 10, -34]))
    expect(bore(b, 'own').to).toEqual(near([END + 25, 10, -34]))
    expect(bore(b, 'own').radius).toBe(1.5)
  })
})

describe('a hollow that is meant', () => {
  const l = layOut(plainBuild())!
  const of = (c: Partial<Cut> & Pick<Cut, 'sort'>) => cutHollow({ id: 'c', face: 'top', ...c } as Cut, l, 45)
  const rout = { sort: 'rout', x: 100, y: -50, length: 60, width: 40, depth: 12 } as const
  it('is its box, from its face', () => {
    expect(of(rout)).toMatchObject({ id: 'cut/c', cut: 'rout', piece: 'body', label: 'rout' })
    const shape = of(rout)!.shape as { prism: Prism }
    expect(shape.prism).toEqual({ polygon: box(END + 70, -70, END + 130, -30), z0: -12, z1: 0 })
    expect((of({ ...rout, face: 'back' })!.shape as { prism: Prism }).prism).toMatchObject({ z0: -45, z1: -33 })
  })
  it('is none without a place or a size, and none for a binding', () => {
    for (const gone of ['x', 'y', 'length', 'width', 'depth'] as const)
      expect(of({ ...rout, [gone]: undefined }), gone).toBeUndefined()
    expect(of({ ...rout, sort: 'binding' })).toBeUndefined()
    expect(of({ sort: 'channel', x: 1, y: 2, toX: 3 })).toBeUndefined()
    expect(of({ sort: 'channel', x: 1, y: 2, toY: 3 })).toBeUndefined()
  })
  it('is a bore of 8 and 15 deep where a channel says nothing', () => {
    expect(of({ sort: 'channel', x: 10, y: 20, toX: 60, toY: 30 })!.shape).toEqual({
      bore: { from: [END + 10, 20, -15], to: [END + 60, 30, -15], radius: 4 },
    })
    expect(
      of({ sort: 'channel', face: 'back', x: 10, y: 20, toX: 60, toY: 30, width: 6, depth: 10 })!.shape,
    ).toEqual({ bore: channelBore([END + 10, 20], [END + 60, 30], 'back', 10, 6, 45) })
    expect(channelBore([0, 0], [1, 1], 'back', 10, 6, 45)).toEqual({
      from: [0, 0, -35],
      to: [1, 1, -35],
      radius: 3,
    })
  })
})

describe('the way from one hollow to another', () => {
  it('goes from middle to middle where that is about the shortest', () => {
    const w = wayBetween(box(0, -10, 40, 10), box(100, -10, 140, 10))
    // Looked for in steps of half a millimetre.
    expect(Math.abs(w.gap - 60)).toBeLessThanOrEqual(1)
    expect([w.a[1], w.b[1]]).toEqual([0, 0])
  })
  it('goes where they are nearest when from middle to middle is far', () => {
    // Two long ones side by side, one end over the other: 10 apart, but their middles 180 along.
    const w = wayBetween(box(0, 0, 200, 20), box(180, 30, 380, 50))
    expect(w.gap).toBeCloseTo(10, 6)
    expect(w.a[0]).toBe(w.b[0])
    expect([w.a[1], w.b[1]]).toEqual([20, 30])
  })
  it('is looked for from the corners of either', () => {
    // A small one whose corner looks at the long one's flat side.
    const small: Point[] = [
      [0, 100],
      [10, 90],
      [20, 100],
      [10, 110],
    ]
    const long = box(-500, 0, 20, 20)
    for (const w of [wayBetween(small, long), wayBetween(long, small)]) expect(w.gap).toBeCloseTo(70, 6)
  })
})

describe('rooms and passages', () => {
  const room = (x0: number, y0: number, x1: number, y1: number, z0 = -20, z1 = 0): Room => ({
    id: `${x0}`,
    label: 'rout',
    polygon: box(x0, y0, x1, y1),
    z0,
    z1,
    box: [x0, x1, y0, y1, z0, z1] as unknown as Room['box'],
    feature: undefined,
  })
  const straight: Bore = { from: [0, 0, -10], to: [100, 0, -10], radius: 3 }
  it.each([
    [room(20, -5, 60, 5), 0.2, 0.6],
    [room(-5, -5, 60, 5), 0, 0.6],
    [room(55, -5, 140, 5), 0.55, 1],
    // Beside it: the nearer end.
    [room(20, 5, 40, 9), 0, 0],
    [room(70, 5, 90, 9), 1, 1],
  ])('a bore lies in a room from wall to wall %#', (r, first, last) => {
    const [a, b] = spanIn(straight, r)
    expect(a).toBeCloseTo(first, 4)
    expect(b).toBeCloseTo(last, 4)
  })
  it.each([
    // Half a millimetre of wood is no wall, two are; so above and below.
    [room(103.9, -5, 120, 5), true],
    [room(104.1, -5, 120, 5), false],
    [room(90, -5, 120, 5, -20, 0), true],
    [room(90, -5, 120, 5, -6.1, 0), true],
    [room(90, -5, 120, 5, -5.9, 0), false],
    [room(90, -5, 120, 5, -45, -14.1), false],
    [room(90, 3.9, 120, 8), true],
    [room(90, 4.1, 120, 8), false],
  ])('and opens into what is less than a millimetre off %#', (r, opens) =>
    expect(roomsOn(straight, [r]).length === 1).toBe(opens),
  )
  const graph = (features: ReturnType<typeof typicalFeature>[]) => {
    const b = slab(features)
    return hollowGraph(
      b.parts.find(p => p.kind === 'body')!,
      hollowsOf(b, layOut(b)!),
    )
  }
  const rout = (id: string, x: number, length: number, depth = 20, y = 0) =>
    typicalFeature('pickup-rout', id, { x, y, length, width: 40, corner: 0, depth })
  it.each([
    [rout('b', 130, 20.4), true],
    [rout('b', 130, 17.9), false],
    // The same place from the back, a floor between the two.
    [{ ...rout('b', 130, 22, 24), face: 'back' as const }, false],
    [{ ...rout('b', 130, 22, 26), face: 'back' as const }, true],
  ])('two rooms are one where a millimetre or less is between them %#', (b, one) => {
    const g = graph([rout('a', 100, 40), b])
    const of = (id: string) => g.rooms.find(r => r.id.endsWith(`/${id}`))!
    expect(g.meets(of('a'), of('b'))).toBe(one)
    expect(g.meets(of('b'), of('a'))).toBe(one)
  })
  it('a pocket, a notch and a sound hole are no rooms', () =>
    expect(graph([rout('a', 100, 40)]).rooms.map(r => r.label)).toEqual(['pickup rout']))
})

describe('a channel that is wanted', () => {
  const rout = (x: number, y: number, depth = 20) =>
    typicalFeature(
      'pickup-rout',
      'rout',
      { x, y, length: 40, width: 40, corner: 0, depth },
      { serves: 'pickup-bridge' },
    )
  const cavity = (dims: Record<string, number>) =>
    typicalFeature(
      'control-cavity',
      'cavity',
      { x: 200, y: 0, length: 60, width: 60, corner: 0, depth: 37, topThickness: 8, ...dims },
      { face: 'back' },
    )
  const wanted = (...features: ReturnType<typeof typicalFeature>[]) => {
    const b = slab(features)
    return channelsWanted(b, layOut(b)!, x => Math.round(x * 10) / 10)
  }
  it('is drilled four into both, in the middle of the height that both have', () => {
    const [c, ...more] = wanted(rout(100, 0), cavity({}))
    expect(more).toEqual([])
    // From 120 − 4 to 170 + 4; from 8 to 20 deep, less half a bore and one on either side.
    expect(c).toMatchObject({ wantedBy: 'pickup-bridge', sort: 'channel', face: 'top', width: 8, depth: 14 })
    expect(Math.abs(c!.x! - 116)).toBeLessThanOrEqual(0.5)
    expect(Math.abs(c!.toX! - 174)).toBeLessThanOrEqual(0.5)
    expect([c!.y, c!.toY].map(Math.abs as (x?: number) => number)).toEqual([0, 0])
  })
  it('lies never so high that it breaks out of the top', () =>
    // A rout 4 deep over a cavity that leaves 2 of top: from 4 to 2 the middle is 3; half a bore and one more is 5.
    expect(wanted(rout(100, 0, 4), cavity({ topThickness: 2, depth: 43 }))[0]!.depth).toBe(5))
  it('is none where there is no cavity, where nobody is in the rout, where both meet', () => {
    expect(wanted(rout(100, 0))).toEqual([])
    expect(wanted({ ...rout(100, 0), serves: 'pickup-neck' }, cavity({}))).toEqual([])
    expect(wanted(rout(149.5, 0), cavity({}))).toHaveLength(0)
    expect(wanted(rout(148, 0), cavity({}))).toHaveLength(1)
  })
  it('goes to the nearest that is joined already, the nearest first', () => {
    const second = typicalFeature(
      'control-cavity',
      'second',
      { x: 130, y: 100, length: 40, width: 40, corner: 0, depth: 37, topThickness: 8 },
      { face: 'back' },
    )
    const [one, two] = wanted(rout(60, 100), cavity({ y: 100 }), second)
    // The second cavity is 20 from the first, the rout 30 from the second and 90 from the first.
    expect([one!.wantedBy, two!.wantedBy]).toEqual(['second', 'pickup-bridge'])
    expect(two!.toX).toBeCloseTo(110 + 4, 0)
  })
})

describe('a binding', () => {
  it('round a rectangle is as long as its sides, and a tenth more rounded up to ten is bought', () => {
    const b = bindingRun(box(0, 0, 300, 200), 3)
    expect(b.length).toBe(1000)
    expect(b.toBuy).toBe(1100)
    expect(bounds(b.inner)).toEqual(near([3, 3, 297, 197]))
    expect(bindingRun(box(0, 0, 300, 201), 3).toBuy).toBe(1110)
    expect(bindingRun(box(0, 0, 300, 200), 0).inner).toEqual(box(0, 0, 300, 200))
    expect(bindingRun(box(0, 0, 300, 200), 101).inner).toEqual([])
  })
  it('leaves out the sides that an opening takes', () =>
    expect(bindingRun(box(0, 0, 300, 200), 3, box(290, 50, 310, 150)).length).toBe(800))
  it('has its tightest bend where three points in six lie on the smallest circle', () => {
    const at = (r: number, x: number, from: number, to: number): Point[] =>
      Array.from({ length: 60 }, (_, i) => {
        const a = from + ((to - from) * i) / 59
        return [x + r * Math.cos(a), r * Math.sin(a)]
      })
    // A stadium of 40 and 40: its straight sides bend nowhere.
    const stadium = [...at(40, 100, -Math.PI / 2, Math.PI / 2), ...at(40, -100, Math.PI / 2, (3 * Math.PI) / 2)]
    expect(bindingRun(stadium, 2).tightest).toBeCloseTo(40, 3)
    const line = Array.from({ length: 20 }, (_, i): Point => [i * 10, 0])
    expect(bindingRun([...line, [190, 500], [0, 500]], 2).tightest).toBeGreaterThan(5)
  })
})
