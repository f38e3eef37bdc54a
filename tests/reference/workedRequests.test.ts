import { inWords } from '../support/inWords.ts'
import { describe, expect, it } from 'vitest'
import type { Build } from '../../src/core/document/build.ts'
import { allCuts } from '../../src/core/drill/channelsWanted.ts'
import type { HoleRequest } from '../../src/core/drill/hole.ts'
import { buttonPlaces, rimAt, rimSays } from '../../src/core/drill/requests/buttonHoles.ts'
import { bridgeHoles, groundWanted, tailAt } from '../../src/core/drill/requests/bridgeHoles.ts'
import { channelHoles, edgeHole } from '../../src/core/drill/requests/topHoles.ts'
import { REQUESTS } from '../../src/core/drill/requests/index.ts'
import type { Point } from '../../src/core/geometry/outline.ts'
import { layOut } from '../../src/core/layout/layOut.ts'
import { typicalFeature } from '../../src/core/parts/typicalPart.ts'
import { plainBuild, sure, type Plain } from '../support/plainBuild.ts'

/**
 * What is asked for before bits and surroundings are known, worked by hand on an instrument of round numbers: heel end at
 * 470, a slab of 400 × 320 × 45 about it, a cavity of 100 × 60 let in 37 from the back behind the bridge.
 */
const HEEL = 470
const CAVITY = { near: 60, roof: 8, floor: 45 }
const asked = (b: Build): HoleRequest[] => {
  const l = layOut(b)!
  return REQUESTS.flatMap(f => f(b, l, allCuts(b, l)))
}
const one = (b: Build, id: string): HoleRequest => {
  const all = asked(b),
    h = all.find(x => x.id === id)
  if (!h) throw new Error(`no ${id} among ${all.map(x => x.id).join(', ')}`)
  return h
}
const grounded = (p: Plain): Build => {
  const b = plainBuild(p)
  b.circuit.components.push({ id: 'strings', kind: 'metal', label: 'Strings' })
  return b
}
/** No strap button stands where a tailpiece is screwed. */
const aside = (b: Build): Build => ({
  ...b,
  placements: { ...b.placements, buttons: [{ x: sure(320), y: sure(100) }] },
})
/** A floating bridge whose tailpiece hangs on so many screws. */
const trapeze = (count: number, more: Plain['parts'] = {}): Plain => ({
  front: 165,
  instrument: { bridge: 'floating bridge' },
  parts: {
    tailpiece: { dims: { length: 100 } },
    'tail-screws': { dims: { diameter: 3, length: 20, count } },
    ...more,
  },
})
const near = (p: readonly number[]) => p.map(x => expect.closeTo(x, 6))

describe('the strings’ ground', () => {
  it('of a flat plate slants from under it into the cavity, and goes on for three millimetres', () => {
    // Plate 42 × 84 with its front at 165: 45 hundredths behind that and a quarter of its width across.
    const h = one(grounded({ front: 165 }), 'ground'),
      at: Point = [HEEL + 165 + 42 * 0.45, 21],
      run = CAVITY.near - 21,
      past = 1 + 3 / run
    expect(h.at).toEqual(near(at))
    // Eight under the cavity’s roof is reached at its wall.
    expect(h.to).toEqual(near([at[0], CAVITY.near + 3, -(CAVITY.roof + 8) * past]))
    expect(h).toMatchObject({ stock: 45, face: 'body top', diameter: 3, through: true })
    expect(h.along).toBeCloseTo(at[0] - HEEL, 9)
    expect(inWords(h.why)).toContain('Slants 39 mm')
  })
  it('aims for the middle of a cavity that is shallower than that', () => {
    const b = grounded({ front: 165 }),
      cavity = b.parts.find(p => p.kind === 'body')!.features.find(f => f.role === 'control-cavity')!
    cavity.dims.depth = sure(14)
    // From 31 to 45: the middle at 38 comes before 39.
    expect(one(b, 'ground').to![2]).toBeCloseTo(-38 * (1 + 3 / 39), 6)
  })
  it('is none without the strings in the circuit, with a cavity wanting, or under a tremolo', () => {
    expect(asked(plainBuild({ front: 165 })).some(h => h.id === 'ground')).toBe(false)
    const b = grounded({ front: 165 })
    b.parts.find(p => p.kind === 'body')!.features = b.parts
      .find(p => p.kind === 'body')!
      .features.filter(f => f.role !== 'control-cavity')
    expect(asked(b).some(h => h.id === 'ground')).toBe(false)
  })

  const stud = (bushingLength: number, tail = true): Build =>
    grounded({
      front: 165,
      instrument: { bridge: 'stud bridge' },
      parts: {
        bridge: { dims: { postBehindFront: 10, postSpacing: 74 } },
        posts: { dims: { bushingDiameter: 11, bushingLength } },
        ...(tail
          ? {
              tailpiece: { dims: { postSpacing: 82 } },
              'tail-posts': { dims: { bushingDiameter: 11, bushingLength } },
            }
          : {}),
      },
    })
  it('of a stop tail comes into the post’s hole that is nearer to the cavity, 3 above its bushing’s end', () => {
    const h = one(stud(18), 'ground')
    expect(h.at).toEqual(near([HEEL + 165 + 10 + 42, 41]))
    expect(h.mouthZ).toBeCloseTo(-15, 9)
    // Level: 15 lies between 4 under the roof and 3 over the floor.
    expect(h.to).toEqual(near([h.at[0], CAVITY.near + 3, -15]))
    expect(h.stock).toBe(45)
  })
  it('of a short bushing rises from 6, to 4 under the cavity’s roof', () => {
    const h = one(stud(7), 'ground'),
      past = 1 + 3 / (CAVITY.near - 41)
    expect(h.mouthZ).toBeCloseTo(-6, 9)
    expect(h.to![2]).toBeCloseTo(-6 + (6 - (CAVITY.roof + 4)) * past, 6)
  })
  it('of a long one stays 3 over the floor', () => {
    const h = one(stud(47), 'ground'),
      past = 1 + 3 / (CAVITY.near - 41)
    expect(h.mouthZ).toBeCloseTo(-44, 9)
    expect(h.to![2]).toBeCloseTo(-44 + (44 - (CAVITY.floor - 3)) * past, 6)
  })
  it('takes the drilled holes of the tail where the body has them', () => {
    const b = stud(18),
      body = b.parts.find(p => p.kind === 'body')!
    for (const side of [1, -1])
      body.features.push(
        typicalFeature(
          'stud-hole',
          `old-${side}`,
          { x: 220, y: 40 * side, diameter: 11 },
          { serves: 'tail-posts' },
        ),
      )
    const h = one(b, 'ground')
    expect(h.at).toEqual(near([HEEL + 220, 40]))
    expect(h.into).toEqual([`${body.id}/cavity`, `${body.id}/old-1`])
    expect(asked(b).some(x => x.id.startsWith('tail-posts-'))).toBe(false)
  })
  it('of a trapeze goes in 6 beside its outermost screw, level at half the body, from the tail', () => {
    const b = aside(grounded(trapeze(3)))
    const h = one(b, 'ground'),
      y = 12 + 6
    expect(h.at).toEqual(near([HEEL + 320, y]))
    expect(h.mouthZ).toBeCloseTo(-22.5, 9)
    expect(h.to![2]).toBeCloseTo(-22.5, 9)
    // The cavity’s far corner, rounded by 10, is what lies nearest; the bore ends three beyond it.
    const way = Math.hypot(h.to![0] - h.at[0], h.to![1] - h.at[1])
    expect(way - h.stock!).toBeCloseTo(3, 6)
    expect(h.stock).toBeCloseTo(Math.hypot(790 - 710, 70 - 18) - 10, 0)
    expect(
      asked(b)
        .filter(x => x.id.startsWith('tail-screw'))
        .map(x => x.at),
    ).toEqual([-12, 0, 12].map(v => near([HEEL + 320, v])))
    expect(one(b, 'tail-screw-1')).toMatchObject({ bite: 18.5, stock: 400, face: 'body edge' })
  })
  it.each([
    [1, [0]],
    [2, [-12, 12]],
    [4, [-12, -4, 4, 12]],
    [9, [-12, -7.2, -2.4, 2.4, 7.2, 12]],
  ])('a bracket of %i screws without holes of its own has them 24 apart at the most', (count, places) => {
    const b = aside(plainBuild(trapeze(count)))
    expect(
      asked(b)
        .filter(x => x.id.startsWith('tail-screw'))
        .map(x => x.at[1]),
    ).toEqual(near(places))
  })
  it.each([
    [5.9, 2],
    [6.1, 3],
  ])('a strap button %f beside a bracket’s screw takes its place or not', (y, n) => {
    const b = plainBuild(
      trapeze(3, {
        buttons: { dims: { count: 2, height: 14 } },
        'button-screws': { dims: { diameter: 3.5, length: 30 } },
      }),
    )
    b.placements.buttons = [{ x: sure(320), y: sure(12 + y) }]
    expect(asked(b).filter(x => x.id.startsWith('tail-screw'))).toHaveLength(n)
  })
})

describe('strap buttons', () => {
  it('bite what their own height leaves, and three more', () => {
    const b = plainBuild({
      parts: {
        buttons: { dims: { count: 2, height: 14 } },
        'button-screws': { dims: { diameter: 3.5, length: 30 } },
      },
    })
    const [tail, horn] = asked(b).filter(h => h.group === 'buttons')
    expect(tail).toMatchObject({ bite: 19, stock: 60, face: 'body edge' })
    expect(tail!.at).toEqual(near([HEEL + 320, 0]))
    expect(horn!.at[0]).toBeCloseTo(HEEL - 80, 6)
    expect(horn!.along).toBeCloseTo(-80, 6)
  })
  const circle = (r: number, n = 720): Point[] =>
    Array.from({ length: n }, (_, i) => [r * Math.cos((2 * Math.PI * i) / n), r * Math.sin((2 * Math.PI * i) / n)])
  it.each([60, 150, 400])('in a round rim of %i stand along its radius', r => {
    for (const deg of [0, 30, 75, 120, 200, 300]) {
      const at: Point = [r * Math.cos((deg * Math.PI) / 180), r * Math.sin((deg * Math.PI) / 180)],
        rim = rimAt(circle(r), at)
      // The axis points to the middle: told from whichever end points along.
      const to = [-at[0] / r, -at[1] / r] as const
      expect(rim.turn).toBeCloseTo((Math.atan2(to[1], Math.abs(to[0])) * 180) / Math.PI, 0)
      // A chord of 30 over a polygon of 720 sides.
      expect(Math.abs(rim.radius! / r - 1)).toBeLessThan(0.012)
    }
  })
  it('in a straight rim have no radius, in a hollow one none to fit', () => {
    const slab: Point[] = [
      [-80, -160],
      [320, -160],
      [320, 160],
      [-80, 160],
    ]
    expect(rimAt(slab, [320, 0])).toEqual({ turn: expect.closeTo(0, 9), radius: undefined })
    expect(rimAt(slab, [100, 160])).toEqual({ turn: expect.closeTo(-90, 9), radius: undefined })
    expect(rimAt(slab, [100, -160])).toEqual({ turn: expect.closeTo(90, 9), radius: undefined })
    // A notch: the rim runs in.
    const notch: Point[] = [...slab.slice(0, 2), [320, -30], [300, 0], [320, 30], ...slab.slice(2)]
    expect(rimAt(notch, [300, 0]).radius).toBeUndefined()
  })
  it('say how far they lean: 1 mm on 45 by hand, 0.3 with a block', () => {
    expect(inWords(rimSays([], [0, 0], 18))).toBe(
      'At half the body’s thickness, square to the edge. Over 18 mm it leans about 0.4 mm by hand, 0.1 mm with a drilled block.',
    )
    const round = rimSays(circle(150), [150 * Math.cos(0.5), 150 * Math.sin(0.5)], 45)
    expect(inWords(round)).toMatch(
      /turns 29° from the centre line, to the bass side\. Over 45 mm .* 1\.0 mm by hand, 0\.3 mm/,
    )
    expect(inWords(round)).toMatch(/hollowed to 1(49|50|51) mm/)
    expect(inWords(rimSays(circle(150), [150, 0], 45))).toMatch(/turns 0° from the centre line\. /)
  })
})

describe('the neck’s screws where nothing is drilled', () => {
  const places = (count: number) =>
    asked(plainBuild({ parts: { 'neck-screws': { dims: { count, diameter: 4.5, length: 45 } } } }))
      .filter(h => h.id.startsWith('neck-body'))
      .map(h => [HEEL - h.at[0], h.at[1]])
  // Pocket 76 × 56: 18 and 82 hundredths along, a third across.
  const row = (share: number, side: number) => near([76 * share, 56 * 0.33 * side])
  it('stand in rows of two, an odd one in the middle', () => {
    expect(places(4)).toEqual([row(0.18, -1), row(0.18, 1), row(0.82, -1), row(0.82, 1)])
    expect(places(3)).toEqual([row(0.18, -1), row(0.18, 1), row(0.82, 0)])
    expect(places(6)).toEqual([0.18, 0.5, 0.82].flatMap(s => [row(s, -1), row(s, 1)]))
    expect(places(2)).toEqual([row(0.5, -1), row(0.5, 1)])
    expect(places(1)).toEqual([row(0.5, 0)])
  })
  it('pass the body by half a millimetre and bite what plate and body leave', () => {
    const b = plainBuild({
      parts: {
        'neck-screws': { dims: { count: 4, diameter: 4.5, length: 45 } },
        'neck-plate': { dims: { thickness: 1.5 } },
        neck: { dims: { heelThickness: 25, fingerboardThickness: 5 } },
      },
    })
    expect(one(b, 'neck-body-1')).toMatchObject({ diameter: 5, stock: 45 - 16, through: true, face: 'body back' })
    expect(one(b, 'neck-heel-1')).toMatchObject({ bite: 45 - 1.5 - 29, stock: 20, face: 'heel' })
    expect(one(b, 'neck-heel-1').along).toBeCloseTo(-76 * 0.18, 6)
  })
})

describe('a head', () => {
  it.each([
    ['pressed', 10 - 0.07, 'nearest'],
    ['threaded', 10 + 0.3, 'never smaller'],
  ])('has holes for %s bushings of 10', (bushing, diameter, rule) => {
    const h = one(
      plainBuild({ parts: { tuners: { traits: { bushing }, dims: { bushingDiameter: 10 } } } }),
      'tuner-1',
    )
    expect(h.diameter).toBeCloseTo(diameter, 9)
    expect(h).toMatchObject({ rule, stock: 15, through: true, bothFaces: true })
  })
  it('its tuners’ screws give 1.2 to their plates', () => {
    const b = plainBuild({
      parts: {
        'tuner-screws': { dims: { count: 6, diameter: 2.2, length: 10 } },
        tuners: { dims: { screwOffset: 11 } },
      },
    })
    const t = one(b, 'tuner-1'),
      s = one(b, 'tuner-screw-1')
    expect(s.bite).toBeCloseTo(8.8, 9)
    expect(s.at).toEqual(near([t.at[0] + 11, t.at[1]]))
  })
  it('a clamping nut has two holes of 4.5 from behind, half its length before the nut', () => {
    const b = plainBuild({
      instrument: { bridge: 'double-locking tremolo' },
      parts: { 'locking-nut': { dims: { length: 16, screwSpread: 22 } } },
    })
    expect(['lock-treble', 'lock-bass'].map(id => one(b, id).at)).toEqual([near([-8, 11]), near([-8, -11])])
    expect(one(b, 'lock-bass')).toMatchObject({ diameter: 4.5, through: true, face: 'headstock back', stock: 15 })
    expect(one(b, 'lock-bass').along).toBeCloseTo(-8, 9)
  })
})

describe('what is screwed to the body', () => {
  it('a plate’s screws stand in its own holes, seen from what it covers', () => {
    const b = plainBuild({
      instrument: { extras: ['back cover'] },
      parts: {
        'back-cover': {
          dims: { thickness: 2.4 },
          features: [
            typicalFeature('screw-hole', 'a', { x: -45, y: 28, diameter: 3 }, { through: true }),
            typicalFeature('screw-hole', 'b', { x: 45, y: -28, diameter: 3 }, { through: true }),
          ],
        },
      },
    })
    const own = asked(b).filter(h => h.serves === 'back-cover')
    expect(own.map(h => h.at)).toEqual([near([HEEL + 200 - 45, 90 + 28]), near([HEEL + 200 + 45, 90 - 28])])
    expect(own[0]).toMatchObject({ face: 'body back', screw: { diameter: 3, length: 12 }, chamfer: 3.8, stock: 45 })
    expect(own[0]!.bite).toBeCloseTo(12 - 2.4, 9)
    expect(own[0]!.along).toBeCloseTo(155, 9)
  })
  it('a pickup in the body is screwed to its rout’s floor: air and tab are no wood', () => {
    const b = plainBuild({
      parts: {
        'pickup-bridge': { dims: { mountSpread: 78, depthBelowTop: 17, tabAboveLowest: 3 } },
        'pickup-screws': { dims: { count: 2, diameter: 2.7, length: 22 } },
      },
    })
    const [treble, bass] = asked(b).filter(h => h.serves === 'pickup-screws')
    expect([treble!.at, bass!.at]).toEqual([near([HEEL + 100, 39]), near([HEEL + 100, -39])])
    // Rout 20 deep, pickup 17: 3 of air, 3 of tab.
    expect(treble).toMatchObject({ mouthZ: -20, stock: 25, bite: 16, along: 100 })
    const deep = plainBuild({
      parts: {
        'pickup-bridge': { dims: { mountSpread: 78, depthBelowTop: 22, tabAboveLowest: 3 } },
        'pickup-screws': { dims: { count: 2, diameter: 2.7, length: 22 } },
      },
    })
    // A pickup deeper than its rout has no air under it.
    expect(asked(deep).find(h => h.serves === 'pickup-screws')!.bite).toBe(19)
  })
  it('a bridge’s screws bite what its plate leaves, a millimetre of chamfer about them; over a cavity its roof alone', () => {
    const at = (x: number, y: number, front: number) =>
      one(
        plainBuild({
          front,
          parts: {
            bridge: { features: [typicalFeature('screw-hole', 's', { x, y, diameter: 3.4 }, { through: true })] },
            'bridge-screws': { dims: { count: 1, diameter: 3, length: 25 } },
          },
        }),
        'bridge-1',
      )
    const solid = at(27, 0, 165)
    expect(solid).toMatchObject({ bite: 23, chamfer: 4, stock: 45 })
    expect(solid.at).toEqual(near([HEEL + 165 + 8 + 27, 0]))
    // From the saddles: 173 + 27 = 200 and 90 across is over the cavity, whose roof is 8.
    expect(at(27, 90, 165).stock).toBe(8)
  })
  it('a control that has no hole is asked for through what it hangs in', () => {
    const b = plainBuild({ parts: { 'pot-volume': { dims: { threadDiameter: 9.5 } } } }),
      body = b.parts.find(p => p.kind === 'body')!
    body.features = body.features.filter(f => f.role !== 'pot-hole')
    const h = one(b, 'control-pot-volume')
    expect(h.diameter).toBeCloseTo(9.85, 9)
    expect(h).toMatchObject({ stock: 8, face: 'body top', through: true, into: [`${body.id}/cavity`] })
    expect(h.along).toBeCloseTo(h.at[0] - HEEL, 9)
  })
})

describe('strings through the body', () => {
  const through = (diameters: number[]) =>
    plainBuild({
      front: 165,
      diameters,
      instrument: { extras: ['ferrules'] },
      parts: { ferrules: { dims: { outsideDiameter: 8, length: 9 } } },
    })
  it('are a millimetre over the thickest, three at the least, ferrules let in by their length', () => {
    const h = one(through([0.25, 0.3, 0.4, 0.6, 0.8, 1.1]), 'string-1')
    expect(h).toMatchObject({ diameter: 3, through: true, bothFaces: true })
    expect(h.counterbore!.diameter).toBeCloseTo(7.93, 9)
    expect(h.counterbore).toMatchObject({ depth: 9, face: 'body back' })
    expect(one(through([0.25, 0.3, 0.4, 0.6, 0.8, 2.6]), 'string-1').diameter).toBeCloseTo(3.6, 9)
  })
})

describe('the body’s tail', () => {
  const l = layOut(plainBuild())!
  // A tail that slants: 800 long at the bass side, 700 at the treble side.
  const slanted = {
    ...l,
    body: [
      [390, -160],
      [800, -160],
      [700, 160],
      [390, 160],
    ] as Point[],
  }
  it('lies where the edge crosses a height, else at its furthest', () => {
    expect(tailAt(slanted, 0)).toBeCloseTo(750, 9)
    expect(tailAt(slanted, -80)).toBeCloseTo(775, 9)
    expect(tailAt(slanted, 128)).toBeCloseTo(710, 9)
    expect(tailAt(slanted, 200)).toBe(800)
  })
  it('bears a button in its middle; the other one at the horn that reaches furthest, or at the neck', () => {
    const b = (count: number) => plainBuild({ parts: { buttons: { dims: { count, height: 14 } } } })
    const horned = {
      ...l,
      body: [
        [420, -150],
        [380, -120],
        [390, -40],
        [380, 100],
        [800, 160],
        [800, -160],
      ] as Point[],
    }
    expect(buttonPlaces(b(2), horned)).toEqual([near([800, 0]), [380, -120]])
    expect(buttonPlaces(b(1), horned)).toEqual([near([800, 0])])
    const narrow = {
      ...l,
      body: [
        [400, -45],
        [800, -45],
        [800, 45],
        [400, 45],
      ] as Point[],
    }
    expect(buttonPlaces(b(2), narrow)).toEqual([near([800, 0]), [400, 0]])
    // Past 50 on the bass side it is a horn.
    const just = (y: number) =>
      buttonPlaces(b(2), {
        ...l,
        body: [
          [400, 0],
          [410, y],
          [800, y],
          [800, 45],
        ] as Point[],
      })[1]
    expect(just(-49.9)).toEqual([400, 0])
    expect(just(-50.2)).toEqual([410, -50.2])
    expect(buttonPlaces(b(2), { ...l, body: [] })).toEqual([])
  })
  it('where the builder puts buttons they are, on the body', () => {
    const own = plainBuild()
    own.placements.buttons = [{ x: sure(-60), y: sure(-90) }]
    expect(buttonPlaces(own, l)).toEqual([near([410, -90])])
  })
})

describe('a hole from an edge', () => {
  const l = layOut(plainBuild())!
  it('starts at the nearest edge, level at half the thickness', () => {
    expect(edgeHole(l, [700, 120], 45)).toEqual({ at: near([700, 160]), to: [700, 120, -22.5], mouthZ: -22.5 })
    expect(edgeHole({ ...l, body: [] }, [700, 120], 44)).toEqual({
      at: [700, 120],
      to: [700, 84, -22],
      mouthZ: -22,
    })
  })
  it('a channel runs from end to end, into whatever lies there', () => {
    const b = plainBuild(),
      body = b.parts.find(p => p.kind === 'body')!
    const [h] = channelHoles(b, layOut(b)!, [
      { id: 'c', sort: 'channel', face: 'top', x: 100, y: 30, toX: 200, toY: 105, width: 8, depth: 14 } as never,
    ])
    expect(h!.at).toEqual(near([HEEL + 100, 30]))
    expect([h!.to![0], h!.to![1]]).toEqual(near([HEEL + 200, 105]))
    expect(h).toMatchObject({
      stock: 125,
      along: 100,
      diameter: 8,
      into: [`${body.id}/rout-bridge`, `${body.id}/cavity`, 'cut/c'],
    })
    const some = { id: 'c', sort: 'channel', face: 'top', x: 100, y: 30, toX: 200, toY: 105 }
    for (const k of ['x', 'y', 'toX', 'toY'])
      expect(channelHoles(b, layOut(b)!, [{ ...some, [k]: undefined } as never])).toEqual([])
  })
})

describe('a row of strings without ferrules chosen', () => {
  it('lies at the bridge’s own holes, else ten behind the rearmost saddle [from memory]', () => {
    const b = (dims: Record<string, number>) =>
      plainBuild({ front: 165, instrument: { extras: ['ferrules'] }, parts: { bridge: { dims } } })
    expect(one(b({ anchorBehindFront: 31 }), 'string-1').at[0]).toBeCloseTo(HEEL + 165 + 31, 9)
    const own = b({}),
      l = layOut(own)!
    expect(one(own, 'string-3').at).toEqual(
      near([Math.max(...l.strings.map(s => s.saddle[0])) + 10, l.strings[2]!.saddle[1]]),
    )
    expect(one(own, 'string-3').along).toBeCloseTo(Math.max(...l.strings.map(s => s.saddle[0])) + 10 - HEEL, 9)
  })
})

describe('screws that nobody chose', () => {
  it('of a guard are taken as 3 × 12 [from memory]', () => {
    const b = plainBuild({
      instrument: { mounting: 'on the guard' },
      parts: {
        guard: {
          dims: { thickness: 2.4 },
          features: [typicalFeature('screw-hole', 'g', { x: 40, y: 60, diameter: 3.2 }, { through: true })],
        },
      },
    })
    delete b.slots['guard-screws']
    expect(one(b, 'guard-1')).toMatchObject({ screw: { diameter: 3, length: 12 }, chamfer: 3.8 })
    expect(one(b, 'guard-1').bite).toBeCloseTo(9.6, 9)
  })
  it('of all others are none, and so are their holes', () => {
    const b = plainBuild({ front: 165 })
    for (const slot of ['bridge-screws', 'button-screws', 'tuner-screws', 'neck-screws']) delete b.slots[slot]
    expect(asked(b).filter(h => h.purpose === 'screw pilot')).toEqual([])
  })
})

describe('the ground’s bore', () => {
  it('is told by itself while it is not there', () => {
    const b = grounded({ front: 165 }),
      l = layOut(b)!,
      g = groundWanted(b, l)!,
      h = bridgeHoles(b, l, []).find(x => x.id === 'ground')!
    expect(g.at).toEqual(h.at)
    expect(g.bore).toEqual({ from: [...h.at, 0], to: h.to, radius: 1.5 })
    expect(groundWanted(plainBuild({ front: 165 }), l)).toBeUndefined()
  })
  it('of a cavity on the bass side leaves a trapeze on that side, and one that lies on the line on the treble side', () => {
    const side = (y: number) => {
      const b = aside(grounded(trapeze(1)))
      b.parts.find(p => p.kind === 'body')!.features.find(f => f.role === 'control-cavity')!.dims.y = sure(y)
      return one(b, 'ground')
    }
    // A single screw in the middle: three at the least, and six.
    expect(side(-90).at[1]).toBeCloseTo(-9, 9)
    expect(side(0).at[1]).toBeCloseTo(9, 9)
    expect(side(90).at[1]).toBeCloseTo(9, 9)
    // From the tail at 790 to a cavity that ends at 720.
    expect(side(0).stock).toBeCloseTo(70, 6)
  })
  it('of a shallow cavity comes in 4 under its roof or 3 over its floor, whichever the middle misses', () => {
    const to = (depth: number, face: 'back' | 'top') => {
      const b = aside(grounded(trapeze(1)))
      const f = b.parts.find(p => p.kind === 'body')!.features.find(x => x.role === 'control-cavity')!
      Object.assign(f, { face, dims: { ...f.dims, depth: sure(depth), y: sure(0) } })
      const h = one(b, 'ground')
      // Where the bore meets the wall: 73 of 70 on.
      return -22.5 + ((h.to![2] + 22.5) * 70) / 73
    }
    expect(to(37, 'back')).toBeCloseTo(-22.5, 6)
    expect(to(12, 'back')).toBeCloseTo(-(45 - 12 + 4), 6)
    expect(to(20, 'top')).toBeCloseTo(-17, 6)
  })
})
