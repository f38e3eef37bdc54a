import { inWords } from '../support/inWords.ts'
import { describe, expect, it } from 'vitest'
import type { Build } from '../../src/core/document/build.ts'
import type { Hole } from '../../src/core/drill/hole.ts'
import { markList } from '../../src/core/drill/markList.ts'
import { drillWork } from '../../src/core/fit/drillWork.ts'
import { typicalFeature } from '../../src/core/parts/typicalPart.ts'
import { plainBuild } from '../support/plainBuild.ts'

/**
 * Every number of a hole, worked by hand from an instrument of round numbers: scale 648, nut to heel end 470, body 45
 * thick of red alder (specific gravity 0.41), neck of hard maple (0.63), drawer in steps of half a millimetre.
 */

/** Lead hole: 90 % of the root diameter in hardwood [published: Wood Handbook, fastenings]; root is 0.81 of the thread [from memory]. */
const lead = (d: number) => 0.9 * 0.81 * d
/** A 118° point stands before the full width by half the diameter over tan 59° [geometry]. */
const point = (d: number) => d / 2 / Math.tan((59 * Math.PI) / 180)
/** 108.25 · G² · D · L, N and mm [published: Wood Handbook, fastenings]. */
const holds = (g: number, d: number, bite: number) => 108.25 * g * g * d * bite
const ALDER = 0.41,
  MAPLE = 0.63
const THICK = 45,
  TO_HEEL = 470
/** The saddle point where a bridge is only proposed: its six compensations lie in the middle of 14 mm of travel. */
const FOREMOST = 173.6

const of = (b: Build) => {
  const holes = drillWork(b)!.holes
  return (id: string): Hole => {
    const h = holes.find(x => x.id === id)
    if (!h) throw new Error(`no ${id} among ${holes.map(x => x.id).join(', ')}`)
    return h
  }
}
const grounded = (b: Build): Build => {
  b.circuit.components.push({ id: 'strings', kind: 'metal', label: 'Strings' })
  return b
}
const bits = (h: Hole) => h.bits.map(x => x.mm)
const near = (h: Hole, want: Partial<Record<keyof Hole, number>>) => {
  for (const [k, v] of Object.entries(want)) expect(h[k as keyof Hole], `${h.id} ${k}`).toBeCloseTo(v, 3)
}

describe('the bridge line', () => {
  // The plate ends 42 behind its front; the slab’s tail lies 320 behind the pocket’s end.
  it.each([
    [320 - 42 - 8.1, undefined],
    [320 - 42 - 3.5, 'The plate ends 3.5 mm before the body’s tail'],
    [320 - 42 + 2, 'The plate reaches 2.0 mm over the body’s tail.'],
  ])('with its plate’s front at %f: %s', (front, says) => {
    const b = plainBuild({ front }),
      item = markList(drillWork(b)!, b).find(m => m.id === 'bridge-line')!
    expect(item.warnings.map(w => inWords(w).split(':')[0])).toEqual(says ? [says.split(':')[0]] : [])
  })
})

describe('neck screws', () => {
  const hole = of(plainBuild())
  // The pocket is 76 × 56: screws stand 18 % of its length from its ends and a third of its width off the middle.
  it.each([
    [1, -0.18 * 76, -0.33 * 56],
    [2, -0.18 * 76, 0.33 * 56],
    [3, -0.82 * 76, -0.33 * 56],
    [4, -0.82 * 76, 0.33 * 56],
  ])('%i pass the body and are piloted in the heel at the same place', (n, along, across) => {
    const body = hole(`neck-body-${n}`),
      heel = hole(`neck-heel-${n}`)
    near(body, { along, across, wanted: 4.2 + 0.5, angleDeg: 90 })
    near(heel, { along, across, wanted: lead(4.2) })
    expect(body.face).toBe('body back')
    expect(body.depth).toBe('through')
    // Up from the back to the pocket's floor: 45 − 16 = 29 mm of body.
    expect(body.bore.from[2]).toBe(-THICK)
    expect(body.bore.to[2]).toBe(-16)
    expect(bits(body)).toEqual([2.5, 5])
    expect(bits(heel)).toEqual([3])
    // 45 of screw less 29 of body is 16 in the heel, one more for its tip; the heel is 25 less a 6 mm board.
    near(heel, { depth: 17, stopMark: 17, leftUnder: 25 - 6 - 17 })
    expect(heel.screw).toMatchObject({ diameter: 4.2, length: 45, number: 8, bite: 16 })
    expect(heel.screw!.withdrawalN).toBeCloseTo(holds(MAPLE, 4.2, 16), 6)
  })
  it('stand off one another and off the heel’s sides by what is left between', () => {
    // Two passing holes of 5 mm, 0.66 · 56 apart.
    near({ ...hole('neck-body-1'), wanted: hole('neck-body-1').leftBeside!.by }, { wanted: 2 * 0.33 * 56 - 5 })
    // The heel's half width is 28 all along: to a pilot of 3 mm at 18.48.
    expect(hole('neck-heel-1').leftBeside!.by).toBeCloseTo(28 - 0.33 * 56 - 1.5, 6)
    expect(hole('neck-heel-1').leftBeside!.what).toBe('heel’s side')
    // From the pocket's mouth to the body's edge at −80.
    expect(hole('neck-body-3').leftBeside!.by).toBeCloseTo(80 - 0.82 * 76 - 2.5, 6)
  })
})

describe('a flat bridge’s screws', () => {
  const hole = of(plainBuild())
  it.each([
    [1, -30],
    [2, -10],
    [3, 10],
    [4, 30],
  ])('%i lie 27 mm behind the foremost saddle point, as the plate has them', (n, across) => {
    const h = hole(`bridge-${n}`)
    near(h, { along: FOREMOST + 27, across, wanted: lead(4.2), chamfer: 4.2 + 1 })
    // 45 of screw less 2 of plate bites 43; one more for the tip, and 1 mm of body is left.
    near(h, { depth: 44, stopMark: 44, leftUnder: THICK - 44 })
    expect(h.screw!.withdrawalN).toBeCloseTo(holds(ALDER, 4.2, 43), 6)
    expect(inWords(h.warnings).join(' ')).toMatch(/1\.0 mm left under it: shorter screw, or stop at 42\.0 mm/)
    // The next one is 20 mm away: two pilots of 3 mm between.
    expect(h.leftBeside).toEqual({
      by: expect.closeTo(17, 9),
      what: `hole of bridge screw ${n === 1 ? 2 : n === 4 ? 3 : n === 2 ? 1 : 2}`,
    })
  })
})

describe('posts', () => {
  const hole = of(
    grounded(
      plainBuild({
        instrument: { bridge: 'stud bridge' },
        parts: {
          bridge: { dims: { postSpacing: 74, postBehindFront: 4 } },
          tailpiece: { dims: { postSpacing: 82 } },
          posts: { dims: { bushingDiameter: 11, bushingLength: 20 } },
          'tail-posts': { dims: { bushingDiameter: 12, bushingLength: 25 } },
        },
      }),
    ),
  )
  it('are none where nobody knows how far apart', () => {
    const unknown = plainBuild({
      instrument: { bridge: 'stud bridge' },
      parts: { bridge: { dims: { postSpacing: 0, postBehindFront: 4 } }, tailpiece: { dims: { postSpacing: 82 } } },
    })
    expect(drillWork(unknown)!.holes.flatMap(h => (h.group === 'bridge' ? [h.id] : []))).toEqual([
      'tail-posts-treble',
      'tail-posts-bass',
    ])
  })
  it('are drilled a tenth under their bushings, one deeper, and chamfered', () => {
    for (const side of [1, -1]) {
      const h = hole(`posts-${side > 0 ? 'treble' : 'bass'}`)
      // The plate's front lies 8 before the foremost saddle point, the posts 4 behind the front.
      near(h, { along: FOREMOST - 8 + 4, across: side * 37, wanted: 11 - 0.1, depth: 21, chamfer: 11.6 })
      expect(bits(h)).toEqual([2.5, 6.5, 11])
      // The nearest bit is a tenth over: it says so.
      near(h, { bitOff: 0.1 })
      expect(inWords(h.warnings).join(' ')).toContain('sits loose')
      expect(h.stopMark).toBeCloseTo(21 + point(11), 1)
      expect(h.leftUnder!).toBeCloseTo(THICK - 21 - point(11), 6)
      expect(h.screw).toBeUndefined()
    }
  })
  it('of the tail stand 42 mm behind the bridge’s when nobody placed them', () => {
    for (const side of [1, -1])
      near(hole(`tail-posts-${side > 0 ? 'treble' : 'bass'}`), {
        along: FOREMOST - 4 + 42,
        across: side * 41,
        wanted: 11.9,
        depth: 26,
      })
    // Two holes of 12 and 11 mm, 42 along and 4 across.
    expect(hole('tail-posts-bass').leftBeside!.by).toBeCloseTo(Math.hypot(42, 4) - 6 - 5.5, 6)
    // The cavity's wall lies at 60, the treble post at 41.
    expect(hole('tail-posts-treble').leftBeside!.by).toBeCloseTo(60 - 41 - 6, 6)
  })
  it('get the ground wire from the cavity into the tail post’s hole, above its bushing’s end', () => {
    const g = hole('ground')
    near(g, { along: FOREMOST - 4 + 42, across: 41, wanted: 3 })
    // 3 mm above the bushing's end; 19 mm to the wall, and 3 mm into the cavity.
    expect(g.bore.from).toEqual([expect.closeTo(TO_HEEL + FOREMOST + 38, 6), 41, -22])
    expect(g.bore.to[1]).toBeCloseTo(60 + 3, 0)
    expect(g.face).toBe('cavity wall')
  })
})

describe('strings through the body', () => {
  const hole = of(plainBuild({ instrument: { extras: ['ferrules'] } }))
  it('come through in a row ten behind the rearmost saddle, a millimetre over the thickest string', () => {
    for (let n = 1; n <= 6; n++) {
      const h = hole(`string-${n}`)
      // Saddles 52 apart in all, the thinnest string on the treble side.
      near(h, { across: 26 - (n - 1) * 10.4, wanted: 3 })
      expect(h.depth).toBe('through')
      expect(h.bothFaces).toBe(true)
      // Ferrules of 8 × 10, pressed by 0.07.
      expect(h.counterbore).toEqual({ diameter: expect.closeTo(7.93, 9), depth: 10, face: 'body back' })
      // Between two counterbores of 7.93.
      expect(h.leftBeside!.by).toBeCloseTo(10.4 - 7.93, 6)
      expect(h.string).toBe(n)
    }
    const along = new Set([1, 2, 3, 4, 5, 6].map(n => hole(`string-${n}`).along))
    expect(along.size).toBe(1)
  })
})

describe('a tremolo’s claw', () => {
  const hole = of(
    grounded(
      plainBuild({
        instrument: { bridge: 'rocking tremolo, two posts' },
        parts: {
          bridge: { dims: { postSpacing: 56, postBehindFront: 6 } },
          posts: { dims: { bushingDiameter: 10, bushingLength: 18 } },
          body: {
            features: [
              typicalFeature('neck-pocket', 'pocket', { length: 76, width: 56, widthEnd: 56, depth: 16 }),
              typicalFeature(
                'spring-cavity',
                'springs',
                { x: 120, y: 0, length: 100, width: 56, corner: 6, depth: 16 },
                { face: 'back' },
              ),
              typicalFeature(
                'control-cavity',
                'cavity',
                { x: 200, y: 90, length: 100, width: 60, corner: 10, depth: 37, topThickness: 8 },
                { face: 'back' },
              ),
            ],
          },
        },
      }),
    ),
  )
  it('has its screws level in the spring cavity’s front wall, a little above its middle', () => {
    for (const side of [1, -1]) {
      const h = hole(`claw-${side > 0 ? 'treble' : 'bass'}`),
        z = -THICK + 0.55 * 16
      // The cavity runs from 70 to 170; 30 mm towards the neck, 28 mm apart.
      near(h, { along: 70, across: side * 14, wanted: lead(4), depth: 30 })
      expect(h.bore.from).toEqual([TO_HEEL + 70, side * 14, expect.closeTo(z, 9)])
      expect(h.bore.to).toEqual([TO_HEEL + 40, side * 14, expect.closeTo(z, 9)])
      expect(h.screw).toMatchObject({ diameter: 4, length: 45, bite: 29 })
      expect(h.screw!.withdrawalN).toBeCloseTo(holds(ALDER, 4, 29), 6)
      // To the back face: 8.8 less half a 3 mm pilot.
      expect(h.leftBeside!.by).toBeCloseTo(0.55 * 16 - 1.5, 6)
    }
  })
  it('has its posts over nothing but their own wood, 7 mm from the far face’s spring cavity', () => {
    const h = hole('posts-treble')
    near(h, { along: FOREMOST - 8 + 6, across: 28, wanted: 9.9, depth: 19 })
    expect(h.leftUnder!).toBeCloseTo(THICK - 16 - 19 - point(10), 6)
  })
  it('grounds through a bore from the spring cavity into the control cavity', () => {
    const g = hole('ground')
    expect(g.bore.from[2]).toBeCloseTo(-THICK + 0.55 * 16, 9)
    expect(g.wanted).toBe(3)
    expect(g.depth).toBe('through')
  })
})

describe('what is screwed on', () => {
  it('a trapeze hangs on three screws in the edge; the strap button takes the middle one’s place', () => {
    const hole = of(
      plainBuild({
        instrument: { bridge: 'floating bridge' },
        parts: { 'tail-screws': { dims: { count: 3, diameter: 4, length: 30 } } },
      }),
    )
    for (const [n, across] of [
      [1, -12],
      [2, 12],
    ] as const) {
      const h = hole(`tail-screw-${n}`)
      // The body ends at 320; half its thickness down; 1.5 mm of bracket.
      near(h, { along: 320, across, wanted: lead(4), depth: 29.5 })
      expect(h.bore.from).toEqual([TO_HEEL + 320, across, -THICK / 2])
      expect(h.bore.to[0]).toBeCloseTo(TO_HEEL + 320 - 29.5, 9)
      expect(h.screw!.bite).toBeCloseTo(28.5, 9)
    }
    near(hole('button-1'), { along: 320, across: 0, wanted: lead(4.2), depth: 37 })
  })
  it('a guard’s screws stand in its own holes', () => {
    const hole = of(
      plainBuild({
        front: 170,
        instrument: { extras: ['guard'] },
        parts: {
          guard: {
            dims: { thickness: 2.4 },
            features: [
              typicalFeature('screw-hole', 'g1', { x: 20, y: 60, diameter: 3.5 }),
              typicalFeature('screw-hole', 'g2', { x: 130, y: 70, diameter: 3.5 }),
            ],
            outline: {
              smooth: false,
              doubt: 0,
              points: [
                [-20, 40],
                [150, 40],
                [150, 100],
                [-20, 100],
              ],
            },
          },
          'guard-screws': { dims: { diameter: 3, length: 13 } },
        },
      }),
    )
    for (const [n, along, across] of [
      [1, 20, 60],
      [2, 130, 70],
    ] as const) {
      const h = hole(`guard-${n}`)
      near(h, { along, across, wanted: lead(3), chamfer: 3.8, depth: 11.6, leftUnder: THICK - 11.6 })
      // 13 of screw less 2.4 of guard.
      expect(h.screw!.bite).toBeCloseTo(10.6, 9)
      expect(h.under).toEqual({ slot: 'guard', feature: `g${n}` })
      expect(bits(h)).toEqual([2])
    }
  })
  it('a ring’s four screws stand 3.5 mm inside its corners, through the tall side behind and the low side before', () => {
    const hole = of(
      plainBuild({
        instrument: { mounting: 'in rings' },
        parts: { 'ring-bridge': { dims: { length: 90, width: 46, low: 4, tall: 8 } } },
      }),
    )
    for (const [n, sx, sy] of [
      [1, 1, 1],
      [2, 1, -1],
      [3, -1, 1],
      [4, -1, -1],
    ] as const) {
      const h = hole(`pickup-bridge-ring-${n}`),
        bite = 16 - (sx > 0 ? 8 : 4)
      near(h, { along: 100 + sx * (45 - 3.5), across: sy * (23 - 3.5), wanted: lead(2.2), depth: bite + 1 })
      expect(h.screw).toMatchObject({ diameter: 2.2, length: 16, bite })
      expect(bits(h)).toEqual([1.5])
    }
  })
  it('a jack without a cavity below goes in from the nearest edge, level at half the thickness', () => {
    const b = plainBuild({ parts: { jack: { dims: { threadDiameter: 9.5 } } } })
    b.placements.parts = [
      {
        slot: 'jack',
        x: { value: 240, doubt: 0, basis: 'measured' },
        y: { value: 140, doubt: 0, basis: 'measured' },
      },
    ]
    const h = of(b)('control-jack')
    near(h, { along: 240, across: 160, wanted: 9.5 + 0.35 })
    expect(h.bore.from).toEqual([TO_HEEL + 240, 160, -THICK / 2])
    expect(h.bore.to[1]).toBeLessThan(160)
    expect(bits(h)).toEqual([2.5, 6, 10])
    expect(h.becomes).toBe('jack-hole')
  })
})

describe('a head', () => {
  it('of a blank neck has its tuners in two rows, each hole for its bushing, each screw 13 mm before its post', () => {
    const hole = of(plainBuild())
    for (let n = 1; n <= 6; n++) {
      const h = hole(`tuner-${n}`),
        s = hole(`tuner-screw-${n}`)
      expect(Math.abs(h.across)).toBeCloseTo(33, 6)
      expect(Math.sign(h.across)).toBe(n <= 3 ? 1 : -1)
      expect(s.along - h.along).toBeCloseTo(13, 6)
      expect(s.across).toBeCloseTo(h.across, 6)
      expect(h.bore.to[2]).toBe(-15)
      // A screw of 45 comes out of a head of 15: nobody would, and it says so.
      expect(s.leftUnder!).toBeCloseTo(15 - 44.8, 6)
      expect(inWords(s.warnings).join(' ')).toContain('Comes through the far face by 29.8 mm')
    }
    const pitch = hole('tuner-1').along - hole('tuner-2').along
    expect(hole('tuner-2').along - hole('tuner-3').along).toBeCloseTo(pitch, 6)
    expect(hole('tuner-6').along).toBeCloseTo(hole('tuner-1').along, 6)
  })
  it('bears trees where strings would leave the nut too flat', () => {
    const b = plainBuild({ instrument: { extras: ['string trees'] } }),
      trees = drillWork(b)!.holes.filter(h => h.group === 'head')
    expect(trees).toHaveLength(4)
    for (const t of trees) {
      near(t, { along: trees[0]!.along, wanted: lead(2.2), depth: 9, leftUnder: 15 - 9 })
      expect(t.screw!.withdrawalN).toBeCloseTo(holds(MAPLE, 2.2, 8), 6)
    }
  })
})
