import { inWords } from '../support/inWords.ts'
import { describe, expect, it } from 'vitest'
import type { Build } from '../../src/core/document/build.ts'
import { conversion } from '../../src/core/layout/conversion.ts'
import { layOut, type Layout } from '../../src/core/layout/layOut.ts'
import { drilledPattern } from '../../src/core/layout/drilledBridge.ts'
import { meanActionAtTwelve, nutHeight, saddleHeight } from '../../src/core/layout/saddleHeight.ts'
import { saddleRoom } from '../../src/core/layout/saddleRoom.ts'
import { breaksAtSaddle, stringReport } from '../../src/core/layout/stringReport.ts'
import { typicalFeature } from '../../src/core/parts/typicalPart.ts'
import { plainBuild, sure, type Plain } from '../support/plainBuild.ts'

/**
 * Limits of strings and bridge from both sides, a tenth of a millimetre or of a degree apart, on an instrument of round
 * numbers: scale 648, heel end 470, fret 22 at 466.17, strings from 0.25 to 1.
 */
const LAST = 648 * (1 - 2 ** (-22 / 12))
const rad = Math.PI / 180

describe('what is found of strings', () => {
  const b = plainBuild(),
    l = layOut(b)!
  const found = (change: Partial<Layout>, build: Build = b) => stringReport(build, { ...l, ...change }).findings
  /** The strings moved across at the nut. */
  const atNut = (y: readonly number[]) => ({
    strings: l.strings.map((s, i) => ({ ...s, nut: [0, y[i] ?? s.nut[1]] as const })),
  })
  it.each([
    ['Treble', 2.6, 0],
    ['Treble', 2.4, 1],
    ['Bass', 2.6, 0],
    ['Bass', 2.4, 1],
  ] as const)('%s side at the last fret: %f from string to edge', (side, left, n) => {
    const s = l.strings[side === 'Treble' ? 0 : 5]!,
      y = s.nut[1] + ((s.saddle[1] - s.nut[1]) * LAST) / s.saddle[0],
      said = found({ halfLast: Math.abs(y) + s.diameter / 2 + left }).filter(f =>
        inWords(f).startsWith(`${side} side`),
      )
    expect(said).toHaveLength(n)
    if (n)
      expect(inWords(said[0])).toBe(
        `${side} side: 2.4 mm from string to edge at the last fret; under 2.5 mm it falls off in play.`,
      )
  })
  it.each([
    // Strings 1 and 2 are 0.25 and 0.4 thick.
    [0.325 + 0.85, 0],
    [0.325 + 0.75, 1],
  ])('neighbours %f apart at the nut', (apart, n) => {
    const first = l.strings[0]!.nut[1],
      said = found(atNut([first, first - apart])).filter(f => inWords(f).endsWith('they touch.'))
    expect(said).toHaveLength(n)
    if (n) expect(inWords(said[0])).toBe('Strings 1 and 2 lie 0.75 mm apart at the nut: they touch.')
  })
  it.each([
    [6.35, 0],
    [6.25, 1],
  ])('middles %f apart at the nut', (apart, n) => {
    const said = found(atNut([17.5, 17.5 - apart, 4, -4, -11, -18])).filter(f =>
      inWords(f).includes('a finger touches'),
    )
    expect(said).toHaveLength(n)
    if (n)
      expect(inWords(said[0])).toBe(
        'Strings 1 and 2 lie 6.25 mm apart at the nut, middle to middle: under 6.3 mm a finger touches its neighbour.',
      )
  })
  it('the nearest two are told, the first of those that are as near', () => {
    expect(inWords(found(atNut([15, 9, 3, -3, -9, -15])).filter(f => inWords(f).includes('a finger')))).toEqual([
      expect.stringMatching(/^Strings 1 and 2 lie 6\.00/),
    ])
    expect(inWords(found(atNut([15, 9, 3.5, -3, -9, -15])).filter(f => inWords(f).includes('a finger')))).toEqual([
      expect.stringMatching(/^Strings 2 and 3 lie 5\.50/),
    ])
  })
  it('courses lie as far apart as their middles do', () => {
    const twelve = plainBuild({ strings: 12, perCourse: 2, nut: 48 }),
      lt = layOut(twelve)!,
      y = [5, 4, 3, 2, 1, 0].flatMap(k => [k * 6.2 + 1, k * 6.2 - 1])
    const said = stringReport(twelve, {
      ...lt,
      strings: lt.strings.map((s, i) => ({ ...s, nut: [0, y[i]! - 15] as const })),
    }).findings.filter(f => inWords(f).includes('a finger'))
    expect(inWords(said)).toEqual([
      'Strings 2 and 3 lie 6.20 mm apart at the nut, middle to middle of their courses: under 6.3 mm a finger touches its neighbour.',
    ])
  })
  it.each([
    [1.9, 0],
    [2.1, 1],
    [-2.1, 1],
  ])('a string %f beside its pole', (off, n) => {
    const pickups = l.pickups.map(p => ({
      ...p,
      poles: l.strings.map((s, i) => {
        const y = s.nut[1] + ((s.saddle[1] - s.nut[1]) * p.centre[0]) / s.saddle[0]
        return [p.centre[0], y + (i === 4 ? off : 0)] as const
      }),
    }))
    const r = stringReport(b, { ...l, pickups })
    expect(r.poles[0]!.worst).toBeCloseTo(off, 9)
    const said = r.findings.filter(f => inWords(f).includes('beside its pole'))
    expect(said).toHaveLength(n)
    if (n) expect(inWords(said[0])).toMatch(/a string runs 2\.1 mm beside its pole; 2 mm is audible\.$/)
  })
  it.each([
    [5.1, 0],
    [4.9, 6],
  ])('over the saddles at %f°', (deg, n) => {
    // Saddles as high as the action asks; the strings end 20 behind the rearmost, lower by the tangent.
    const height = saddleHeight(b)!.needed.value
    const own = plainBuild({
        parts: { bridge: { dims: { anchorBehindFront: 60, anchorHeight: 1 } } },
      }),
      ol = layOut(own)!,
      x = ol.bridge.front + 60,
      saddle = x - (height - 1) / Math.tan(deg * rad)
    const strings = ol.strings.map(s => ({ ...s, saddle: [saddle, s.saddle[1]] as const }))
    const r = stringReport(own, { ...ol, strings })
    for (const row of r.rows) expect(row.breakAtSaddle).toBeCloseTo(deg, 6)
    expect(breaksAtSaddle(own, { ...ol, strings }, height)).toEqual(strings.map(() => expect.closeTo(deg, 6)))
    const said = r.findings.filter(f => inWords(f).includes('over their saddles'))
    expect(said).toHaveLength(n ? 1 : 0)
    if (n)
      expect(inWords(said[0])).toBe(
        'Strings 1, 2, 3, 4, 5 and 6 break 4.9° over their saddles, 5° wanted: they rattle or slide. Lower the tail, or raise saddle and neck.',
      )
    // Behind its anchor a saddle has no angle.
    const past = ol.strings.map(s => ({ ...s, saddle: [x + 1, s.saddle[1]] as const }))
    expect(breaksAtSaddle(own, { ...ol, strings: past }, height)).toEqual(past.map(() => undefined))
  })
  it('one alone is told by itself, with the range of several', () => {
    const height = saddleHeight(b)!.needed.value,
      own = plainBuild({ parts: { bridge: { dims: { anchorBehindFront: 60, anchorHeight: 1 } } } }),
      ol = layOut(own)!,
      x = ol.bridge.front + 60
    const lie = (degs: readonly number[]) =>
      stringReport(own, {
        ...ol,
        strings: ol.strings.map((s, i) => ({
          ...s,
          saddle: [x - (height - 1) / Math.tan(degs[i]! * rad), s.saddle[1]] as const,
        })),
      }).findings.filter(f => inWords(f).includes('saddle'))
    expect(inWords(lie([9, 9, 4, 9, 9, 9]))).toEqual([
      'String 3 breaks 4.0° over its saddle, 5° wanted: it rattles or slides. Lower the tail, or raise saddle and neck.',
    ])
    expect(inWords(lie([9, 9, 4, 3, 9, 9])[0])).toMatch(/^Strings 3 and 4 break 3\.0° to 4\.0° over their saddles/)
  })
})

describe('saddles', () => {
  it('are where their strings want them, with what is left of their travel', () => {
    const l = layOut(plainBuild({ front: 165 }))!,
      [first] = saddleRoom(l)
    // 648 and 0.6 + 4 × 0.25; the foremost point at 470 + 165 + 8, 14 of travel.
    expect(first!.fromNut).toBeCloseTo(649.6, 9)
    expect(first!.fromPocket).toBeCloseTo(179.6, 9)
    expect(first!.ahead).toBeCloseTo(6.6, 9)
    expect(first!.behind).toBeCloseTo(7.4, 9)
  })
  it('strings at the nut stand as high as their gaps over fret 1 say, else a quarter [from memory]', () => {
    const b = plainBuild()
    expect(nutHeight(b)).toBeCloseTo((0.46 + 0.41) / 2, 9)
    expect(nutHeight({ setup: { ...b.setup, nutSchool: 'gap behind fret 3' as never } })).toBe(0.25)
  })
  it('an action read at the last fret is taken back to the twelfth along the string', () => {
    const b = plainBuild(),
      nut = (0.46 + 0.41) / 2
    expect(meanActionAtTwelve(b, 648, 22)).toBeCloseTo(1.5, 9)
    const far = { setup: { ...b.setup, actionAt: 'last fret' as const, actionBass: 2.4, actionTreble: 1.8 } }
    expect(meanActionAtTwelve(far as never, 648, 22)).toBeCloseTo(nut + ((2.1 - nut) * 324) / LAST, 9)
  })
})

describe('another neck on this body', () => {
  const body = (p: Plain = {}) => plainBuild({ front: 165, ...p }),
    neck = (scaleLength: number, nutToHeelEnd = 470, frets = 22) => ({ scaleLength, nutToHeelEnd, frets })
  // Compensations of 1.6 and 3.6 in 14 of travel, the foremost saddle 4.4 before the scale’s end, 8 behind the plate’s front.
  const ideal = (scale: number, heel = 470) => scale - heel - 4.4 - 8
  const said = (b: Build, scale: number, heel?: number) => conversion(b, neck(scale, heel))!.findings
  it.each([
    [648, 0.6, 'towards the tail'],
    [649, 1.6, 'towards the tail'],
    [640, 7.4, 'towards the neck'],
  ])('of a scale of %f moves the bridge by %f', (scale, by, way) => {
    const c = conversion(body(), neck(scale))!
    expect(c.front).toBeCloseTo(ideal(scale), 9)
    expect(c.shift).toBeCloseTo(ideal(scale) - 165, 9)
    expect(inWords(c.findings[0])).toBe(`The bridge moves ${by.toFixed(1)} mm ${way}.`)
  })
  it.each([
    [0.04, 'The bridge stays where it is.'],
    [-0.04, 'The bridge stays where it is.'],
    [0.06, 'The bridge moves 0.1 mm towards the tail.'],
    [-0.06, 'The bridge moves 0.1 mm towards the neck.'],
  ])('a way of %f', (by, text) => expect(inWords(said(body(), 165 + 470 + 12.4 + by)[0])).toBe(text))
  it('plugs holes that the saddles’ travel does not make up for: half of what is free', () => {
    const b = body()
    const own = b.parts.find(p => p.kind === 'body')!
    own.features.push(
      typicalFeature('screw-hole', 'old-1', { x: 200, y: -20, diameter: 2 }, { serves: 'bridge-screws' }),
      typicalFeature('screw-hole', 'old-2', { x: 200, y: 20, diameter: 2 }, { serves: 'bridge-screws' }),
    )
    const holes = (shift: number) =>
      said(b, 165 + 470 + 12.4 + shift).filter(f => inWords(f).includes('no longer serve'))
    // 14 less the reserve of 1 at both ends and 2 between the compensations: 10, half of it 5.
    expect(holes(4.9)).toEqual([])
    expect(holes(-4.9)).toEqual([])
    expect(inWords(holes(5.1))).toEqual([
      'Its 2 holes no longer serve: plug them and drill again. The saddles’ travel makes up for 5.0 mm at most.',
    ])
    expect(said(body(), 700).some(f => inWords(f).includes('no longer serve'))).toBe(false)
  })
  it('says what a tremolo’s rout, the tail and a pickup’s rout have to do with it', () => {
    const b = body()
    b.parts
      .find(p => p.kind === 'body')!
      .features.push(typicalFeature('tremolo-rout', 'trem', { x: 190, y: 0, length: 30, width: 70, depth: 16 }))
    const trem = (shift: number) =>
      said(b, 165 + 470 + 12.4 + shift).some(f => inWords(f).startsWith('The tremolo’s rout'))
    expect([trem(0.9), trem(1.1), trem(-1.1)]).toEqual([false, true, true])
    // The plate is 42 long, the tail at 320.
    const tail = (left: number) =>
      said(body(), 320 - 42 - left + 470 + 12.4).filter(f => /behind the plate|body’s tail/.test(inWords(f)))
    expect(tail(12.1)).toEqual([])
    expect(inWords(tail(11.4))).toEqual(['Only 11 mm of body behind the plate.'])
    expect(inWords(tail(-3))).toEqual([
      'The plate would stand 3 mm over the body’s tail: this neck is too long for the body.',
    ])
    // The rout’s rear edge is at 120.
    const rout = (left: number) =>
      said(body(), 120 + left + 470 + 12.4).filter(f => inWords(f).includes('pickup rout'))
    expect(rout(2.1)).toEqual([])
    expect(inWords(rout(1.9))).toEqual(['The plate would stand 1.9 mm from the pickup rout before it.'])
    expect(inWords(rout(-4))).toEqual(['The plate would cover 4 mm of the pickup rout before it.'])
  })
  it('tells the fret over the pocket’s mouth and where the pickups come to lie', () => {
    const c = conversion(body(), neck(686, 490, 24))!
    // The mouth lies at 490 − 76 = 414: fret 16 at 413.8 is before it, 17 behind.
    expect(686 * (1 - 2 ** (-16 / 12))).toBeLessThan(414)
    expect(c.fretAtBody).toBe(16)
    // As many as there are, however far the mouth lies.
    expect(conversion(body(), neck(648, 560, 22))!.fretAtBody).toBe(22)
    expect(c.pickups).toEqual([
      {
        slot: 'pickup-bridge',
        before: expect.closeTo(((648 - 570) / 648) * 100, 9),
        after: expect.closeTo(((686 - 590) / 686) * 100, 9),
      },
    ])
    const mouth = (heel: number) =>
      inWords(said(body(), 200, heel)).includes('The pocket is longer than this neck.')
    expect([mouth(75.8), mouth(76.2)]).toEqual([true, false])
  })
})

describe('a bridge over holes that the body has', () => {
  const with_ = (own: [number, number][], holes: [number, number][]) => {
    const b = plainBuild({
      parts: {
        bridge: {
          features: own.map(([x, y], i) =>
            typicalFeature('screw-hole', `o${i}`, { x, y, diameter: 3.4 }, { through: true }),
          ),
        },
      },
    })
    const body = b.parts.find(p => p.kind === 'body')!
    body.features.push(
      ...holes.map(([x, y], i) =>
        typicalFeature('screw-hole', `h${i}`, { x, y, diameter: 2 }, { serves: 'bridge-screws' }),
      ),
    )
    return drilledPattern(
      body,
      b.parts.find(p => p.kind === 'bridge'),
    )
  }
  const met = (p: ReturnType<typeof with_>) => p?.pairs.map(q => [q.own.id, q.hole.id]).sort()
  it('is moved to where most meet', () => {
    // The same row of three, moved by 180, and a fourth hole that is another’s.
    const p = with_(
      [
        [27, -20],
        [27, 0],
        [27, 20],
      ],
      [
        [207, -20],
        [207, 0],
        [207, 20],
        [240, 0],
      ],
    )
    expect(met(p)).toEqual([
      ['o0', 'h0'],
      ['o1', 'h1'],
      ['o2', 'h2'],
    ])
    expect(p!.left.map(h => h.id)).toEqual(['h3'])
  })
  it('of two ways that meet as many takes the one where they lie nearer', () => {
    // Two rows of holes, 40 apart: the second is off by half a millimetre.
    const p = with_(
      [
        [27, -20],
        [27, 20],
      ],
      [
        [207, -20],
        [207, 20.5],
        [247, -20],
        [247, 20],
      ],
    )
    expect(met(p)).toEqual([
      ['o0', 'h2'],
      ['o1', 'h3'],
    ])
  })
  it('counts as one pattern what lies within three millimetres, beyond it another’s', () => {
    // Two of which one lies off: both are half of it off their mean.
    expect(
      met(
        with_(
          [
            [27, -20],
            [27, 20],
          ],
          [
            [207, -20],
            [207, 22.9],
          ],
        ),
      ),
    ).toHaveLength(2)
    expect(
      with_(
        [
          [27, -20],
          [27, 20],
        ],
        [
          [207, -20],
          [207, 29],
        ],
      ),
    ).toBeUndefined()
    expect(with_([[27, 0]], [[207, 0]])).toBeUndefined()
    expect(drilledPattern(undefined, undefined)).toBeUndefined()
  })
})

describe('what is placed on the body', () => {
  it('lies where it is said, from the pocket’s end', () => {
    const b = plainBuild()
    b.placements.parts = [{ slot: 'pot-volume', x: sure(210), y: sure(88) }]
    b.parts.find(p => p.kind === 'body')!.features = b.parts
      .find(p => p.kind === 'body')!
      .features.filter(f => f.role !== 'pot-hole')
    const l = layOut(b)!
    expect(l.features.some(f => f.role === 'pot-hole')).toBe(false)
    expect(l.body.map(p => [p[0], p[1]])).toEqual([
      [390, -160],
      [790, -160],
      [790, 160],
      [390, 160],
    ])
  })
})
