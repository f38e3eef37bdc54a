import { inWords } from '../support/inWords.ts'
import { describe, expect, it } from 'vitest'
import type { Build } from '../../src/core/document/build.ts'
import { jointsAsTheyStand } from '../../src/core/fit/findJoints.ts'
import type { Fix, Joint } from '../../src/core/fit/joint.ts'
import { DOUBT, measuredInstrument } from '../support/measuredInstrument.ts'

/**
 * Ways to mend worked by hand: what the sentence at the bench tells to take off, add or drill, and what the dimension
 * is afterwards. Pockets are masked, so that no film lies in them; screws, bushings and nuts are bare.
 */
type Sizes = Record<string, number>
/** The instrument with some dimensions read otherwise: `slot.key`, or `slot.feature.key`. */
function withSizes(sizes: Sizes): Build {
  const b = measuredInstrument()
  for (const [name, value] of Object.entries(sizes)) {
    const [slot, ...path] = name.split('.')
    const part = b.parts.find(p => p.id === b.slots[slot!])
    const dims =
      path.length === 1
        ? part?.dims
        : part?.features.find(f => f.id === path[0] || `${part.id}/${f.id}` === path[0])?.dims
    if (!dims) throw new Error(`nothing at ${name}`)
    dims[path.at(-1)!] = { value, doubt: DOUBT, basis: 'measured' }
  }
  return b
}
const jointIn = (b: Build, id: string): Joint => {
  const j = jointsAsTheyStand(b).find(x => x.id === id)
  if (!j) throw new Error(`no joint ${id}`)
  return j
}
const fixIn = (sizes: Sizes, joint: string, method: string): Fix => {
  const j = jointIn(withSizes(sizes), joint),
    f = j.fixes.find(x => x.method === method)
  if (!f) throw new Error(`${joint} (${j.state}) has ${j.fixes.map(x => x.method).join(', ') || 'no way to mend'}`)
  return f
}

interface Row {
  joint: string
  method: string
  sizes: Sizes
  title: string
  to?: number
}
const row = (joint: string, method: string, sizes: Sizes, title: string, to?: number): Row => ({
  joint,
  method,
  sizes,
  title,
  ...(to === undefined ? {} : { to }),
})

describe('a mend says and does the same amount', () => {
  it.each([
    // Neck in pocket: the middle of 0 to 0.4 is aimed at.
    row('heel-length', 'lengthen-pocket', { 'neck.heelLength': 76.4 }, 'Pare 0.60 mm off the pocket’s mouth', 76.6),
    row(
      'heel-length',
      'pack-end',
      { 'neck.heelLength': 74 },
      'Glue 1.80 mm of veneer to the pocket’s end wall',
      74.2,
    ),
    row('pocket-floor', 'flatten-floor', { 'body.pocket.floorDip': 0.4 }, 'Scrape the pocket floor flat', 0.04),
    // Nut: a slot of 6.1 takes 6.04 (band 0.02 to 0.10).
    row('nut-thickness', 'sand-nut', { 'nut.thickness': 6.2 }, 'off the nut’s face'),
    row('nut-thickness', 'veneer-nut', { 'nut.thickness': 5.6 }, 'of veneer into the slot'),
    // 43 on a neck of 42: a tenth stays proud in all.
    row('nut-length', 'dress-ends', { 'nut.length': 43 }, 'Dress 0.45 mm off each end of the nut', 42.1),
    // Tuners: a head of 11 in a range of 12 to 16 lacks 1, half a millimetre is given.
    row(
      'head-thickness',
      'washers',
      { 'neck.headThickness': 11 },
      'Put 1.5 mm of washer under each tuner',
      12 - 1 - 0.5,
    ),
    row(
      'head-thickness',
      'thin-head',
      { 'neck.headThickness': 16.8 },
      'Thin the headstock by 1.1 mm from the back',
      16.8 - 1.1,
    ),
    // Bodies of 25.6 side by side at 25.
    row('tuner-pitch', 'trim-bodies', { 'tuners.bodyWidth': 25.6 }, 'off both sides of each tuner body'),
    // Controls: a thread of 9 through 4 of top and 2.7 of hardware stands out 2.3.
    row('pot-volume-hole', 'ream-hole', { 'body.hv.diameter': 6.8 }, 'Ream the hole to 7.3 mm', 7.3),
    row('switch-hole', 'sleeve-hole', { 'body.hs.diameter': 14 }, 'Sleeve the hole down to 12.3 mm', 12.3),
    row(
      'pot-volume-thread',
      'recess',
      { 'pot-volume.threadLength': 8 },
      'Thin the top from inside by 2.2 mm around the hole',
      6 - 2.2,
    ),
    // Jack: 9 of thread through a wall of 7 and 3 of hardware lacks 1.
    row('jack-wall', 'counterbore', { 'body.hj.depth': 7 }, 'mm deep from outside'),
    row('jack-bore', 'ream-bore', { 'body.hj.diameter': 9.4 }, 'Ream the bore to 9.8 mm', 9.8),
    row('jack-bore', 'wide-washer', { 'body.hj.diameter': 12 }, 'Put a washer over the bore on both sides', 10),
    // Neck screws of 4.2 through 4.3: half a millimetre of room is drilled.
    row('neck-screw-hole', 'open-holes', { 'body.n1.diameter': 4.2 }, 'Drill the 1 body holes to 4.7 mm', 4.7),
    row('neck-screw-hole', 'plug-holes', { 'body.n1.diameter': 7 }, 'Plug the 1 body holes and drill 4.7 mm', 4.7),
    // Guard: an edge at 167 behind a plate that begins at 166.
    row('guard-bridge', 'file-edge', { 'guard.bridgeEdge': 167 }, 'off the guard’s edge at the bridge'),
  ])('$joint, $method', ({ joint, method, sizes, title, to }) => {
    const fix = fixIn(sizes, joint, method)
    expect(inWords(fix.title)).toContain(title)
    if (to !== undefined) expect(fix.changes[0]!.value).toBeCloseTo(to, 4)
  })

  it.each([
    ['nut-thickness', 'sand-nut', { 'nut.thickness': 6.2 }],
    ['nut-thickness', 'veneer-nut', { 'nut.thickness': 5.6 }],
    ['nut-height', 'sliver', { 'nut.height': 3 }],
    ['nut-height', 'lower-top', { 'nut.height': 9 }],
    ['heel-length', 'pack-end', { 'neck.heelLength': 74 }],
    ['heel-length', 'lengthen-pocket', { 'neck.heelLength': 76.4 }],
    ['pickup-neck-depth', 'deepen-rout', {}],
    ['jack-wall', 'counterbore', { 'body.hj.depth': 7 }],
    ['head-thickness', 'thin-head', { 'neck.headThickness': 16.8 }],
  ] as const)(
    '%s, %s: the millimetres in its sentence are those that its dimension moves by',
    (joint, method, sizes) => {
      const b = withSizes(sizes),
        fix = fixIn(sizes, joint, method)
      const said = Number(/(\d+\.\d+) mm/.exec(inWords(fix.title))![1])
      const [c] = fix.changes
      const [partId, path] = [
        c!.ref.slice(0, c!.ref.indexOf('/')),
        c!.ref.slice(c!.ref.indexOf('/') + 1).split('.'),
      ]
      const part = b.parts.find(p => p.id === partId)!
      const was =
        path[0] === 'dims' ? part.dims[path[1]!]! : part.features.find(f => f.id === path[1])!.dims[path[2]!]!
      expect(Math.abs(c!.value - was.value)).toBeCloseTo(said, said < 1 ? 1.5 : 1)
    },
  )

  it('bodies of tuners are taken off on two sides: each half of what is missing', () => {
    const fix = fixIn({ 'tuners.bodyWidth': 25.6 }, 'tuner-pitch', 'trim-bodies'),
      low = jointIn(withSizes({ 'tuners.bodyWidth': 25.6 }), 'tuner-pitch').limits.low
    const each = (low + 0.1 - (25 - 25.6)) / 2
    expect(inWords(fix.title)).toContain(`Take ${each.toFixed(2)} mm off both sides`)
    expect(fix.changes[0]!.value).toBeCloseTo(25.6 - 2 * each, 6)
  })

  it('a sleeve and a reamer bring all six holes to the bushing and the middle of its band', () => {
    for (const [size, method] of [
      [9.6, 'ream-holes'],
      [10.2, 'sleeve-holes'],
    ] as const) {
      const sizes = Object.fromEntries([1, 2, 3, 4, 5, 6].map(n => [`neck.t${n}.diameter`, size]))
      const j = jointIn(withSizes(sizes), 'tuner-bushing'),
        fix = fixIn(sizes, 'tuner-bushing', method)
      const middle = 9.8 + (j.limits.low + j.limits.high!) / 2
      expect(fix.changes).toHaveLength(6)
      for (const c of fix.changes) expect(c.value).toBeCloseTo(middle, 6)
      expect(inWords(fix.title)).toContain(`${middle.toFixed(2)} mm`)
    }
  })
})

describe('an opened rout', () => {
  it('is priced by the wood of both its sides, and says which hollow is next', () => {
    // 39.9 and 0.73 all round make 41.36; the width of 90 stays; corners of 4 become 3.73.
    const fix = fixIn({}, 'pickup-neck-rout', 'open-rout'),
      area = (l: number, w: number, r: number) => l * w - (4 - Math.PI) * r * r
    const wood = area(41.36, 90, 3.73) - area(40, 90, 4)
    expect(Number(/(\d+) mm² of wood/.exec(inWords(fix.note))![1])).toBeCloseTo(wood, -1)
    // Its edge lies 10 from the pocket's end, and goes 0.68 nearer.
    expect(inWords(fix.note)).toContain('Leaves 9 mm of wall to the neck pocket.')
  })
  it('that runs into the next already says so, and is no worse for it', () => {
    const fix = fixIn({ 'body.rn.x': 15 }, 'pickup-neck-rout', 'open-rout')
    expect(inWords(fix.note)).not.toContain('breaks into')
    expect(fix.risk).not.toBe('high')
  })
})

describe('other screws', () => {
  it('are the middle one of those that bite 12 and stay 3 short of the board', () => {
    // A body of 29 under the heel; a heel of 19 without its board: 41 to 45 would do.
    const sizes = { 'neck-screws.length': 38 },
      fix = fixIn(sizes, 'neck-screw-bite', 'other-screws')
    const length = fix.changes[0]!.value,
      biteOf = (n: number) => n - 29,
      tipOf = (n: number) => 19 - biteOf(n)
    const b = withSizes({ 'neck-screws.length': length })
    expect(jointIn(b, 'neck-screw-bite').clearance.value).toBeCloseTo(biteOf(length), 6)
    expect(jointIn(b, 'neck-screw-tip').clearance.value).toBeCloseTo(tipOf(length), 6)
    expect(biteOf(length)).toBeGreaterThanOrEqual(12)
    expect(tipOf(length)).toBeGreaterThanOrEqual(3)
    expect(inWords(fix.title)).toBe(`Use screws ${length.toFixed(0)} mm long`)
    expect(inWords(fix.note)).toBe(
      `Bite ${biteOf(length).toFixed(1)} mm, ${tipOf(length).toFixed(1)} mm short of the fingerboard.`,
    )
  })
})

describe('the saddles’ height', () => {
  // 470 to the heel’s end; the foremost saddle at 470 + 166 + 8; the pocket 76 long.
  const toSaddle = 166 + 8,
    needed = (depth: number) => 25 - depth + 1.1 + 2 * 1.5 - 0.435
  it('is raised by a wedge that turns the neck: its lift and its turn together give what is missing', () => {
    const sizes = { 'body.pocket.depth': 20.8 },
      fix = fixIn(sizes, 'saddle-height', 'wedge')
    const missing = 0.5 + 0.5 - (needed(20.8) - 8),
      s = missing / (1 + toSaddle / 76)
    expect(inWords(fix.title)).toContain(`${s.toFixed(2)} mm at the heel’s end`)
    expect(inWords(fix.note)).toContain(`${((Math.atan(s / 76) * 180) / Math.PI).toFixed(2)}°`)
    expect(inWords(fixIn(sizes, 'saddle-height', 'strip').title)).toContain(`${s.toFixed(2)} mm thick`)
  })
  it('is lowered on a spacer under the plate', () => {
    const sizes = { 'body.pocket.depth': 10 },
      fix = fixIn(sizes, 'saddle-height', 'bridge-spacer')
    const up = needed(10) - 8 - (6 - 0.5) + 0.5
    expect(inWords(fix.title)).toBe(`Spacer ${up.toFixed(1)} mm thick under the bridge plate`)
    expect(fix.changes.map(c => c.value)).toEqual([expect.closeTo(8 + up, 6), expect.closeTo(14 + up, 6)])
  })
})
