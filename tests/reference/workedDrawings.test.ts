import { IN_MM } from '../../src/core/say/spoken.ts'
import { inWords } from '../support/inWords.ts'
import { describe, expect, it } from 'vitest'
import type { Build, Cut } from '../../src/core/document/build.ts'
import { markList, offWarnings, type MarkItem } from '../../src/core/drill/markList.ts'
import {
  boundsOfMark,
  plainDimension,
  shifted,
  type Drawing,
  type Mark,
} from '../../src/core/drill/templates/drawing.ts'
import { fitted } from '../../src/core/drill/templates/fitted.ts'
import { plateDrawing } from '../../src/core/drill/templates/plates.ts'
import { holeTable, practicePiece, templatesOf } from '../../src/core/drill/templates/templates.ts'
import type { Work } from '../../src/core/drill/templates/drawnFrom.ts'
import type { Hole } from '../../src/core/drill/hole.ts'
import type { HoleThere } from '../../src/core/drill/there.ts'
import { drillWork } from '../../src/core/fit/drillWork.ts'
import type { Point } from '../../src/core/geometry/outline.ts'
import { typicalFeature, typicalPart } from '../../src/core/parts/typicalPart.ts'
import { plainBuild, type Plain } from '../support/plainBuild.ts'

/**
 * What stands on templates and in the list of numbers to mark, worked by hand: a slab from 390 to 790 off the nut and 160 to
 * each side, a pocket that ends at 470, a plate of 42 × 84 whose front is at 640, a scale of 648.
 */
const PAPER = { paper: 'A4', short: 1, long: 1 } as const
const work = (p: Plain = { front: 170 }, cuts: Partial<Cut>[] = []): Work =>
  drillWork({
    ...plainBuild({ front: 170, ...p }),
    cuts: cuts.map((c, i) => ({ id: `c${i}`, face: 'top', ...c })) as Build['cuts'],
  })!
const near = (p: readonly number[]) => p.map(x => expect.closeTo(x, 6))
const of = <K extends Mark['kind']>(d: Drawing, kind: K) =>
  d.marks.filter((m): m is Extract<Mark, { kind: K }> => m.kind === kind)
const texts = (d: Drawing) => of(d, 'text').map(m => m.text)
const by = (w: Work, id: string) => templatesOf(w).find(d => d.id === id)!
const bounds = (p: readonly Point[]) => [
  Math.min(...p.map(q => q[0])),
  Math.min(...p.map(q => q[1])),
  Math.max(...p.map(q => q[0])),
  Math.max(...p.map(q => q[1])),
]
const hole = (h: Partial<Hole>): Hole =>
  ({
    id: 'h',
    group: 'bridge',
    label: 'Bridge screw',
    purpose: 'screw pilot',
    at: [700, -20],
    piece: 'body',
    from: 'pocket end',
    along: 230,
    across: -20,
    face: 'body top',
    angleDeg: 90,
    wanted: 2.6,
    bits: [
      { mm: 1.5, name: '1.5 mm' },
      { mm: 2.5, name: '2.5 mm' },
    ],
    depth: 22,
    stopMark: 22.8,
    counterbore: undefined,
    bothFaces: false,
    wood: 'red alder',
    when: 'before finish',
    warnings: [],
    ...h,
  }) as unknown as Hole

describe('the body’s template', () => {
  const w = { ...work(), holes: [hole({})] },
    d = by(w, 'body-top')
  it('has the outline, the pocket’s end and the scale line where they are', () => {
    expect(bounds(of(d, 'polygon')[0]!.points)).toEqual(near([390, -160, 790, 160]))
    const lines = of(d, 'line').map(m => [m.weight, m.from, m.to])
    expect(lines).toContainEqual(['centre', near([386, 0]), near([794, 0])])
    expect(lines).toContainEqual(['edge', near([470, -40]), near([470, 40])])
    expect(lines).toContainEqual(['centre', near([648, -60]), near([648, 60])])
    expect(inWords(texts(d))).toContain('scale line 178.0 mm from the pocket’s end')
    expect(of(d, 'polygon').map(p => bounds(p.points))).toContainEqual(near([640, -42, 682, 42]))
  })
  it('numbers its holes and lists them', () => {
    expect(of(d, 'hole').filter(m => m.label)).toEqual([
      { kind: 'hole', at: [700, -20], diameter: 2.5, label: '1' },
    ])
    expect(inWords(d.table)).toEqual([
      ['Hole', 'What', 'Bits', 'Depth', 'Stop at', 'Square to', 'When'],
      ['1', 'Bridge screw', '1.5 mm, 2.5 mm', '22.0 mm', '22.8 mm', 'body top', 'before finish'],
    ])
  })
  it('draws a counterbore from its own face, what is wanted where no bit is there', () => {
    const at = (h: Partial<Hole>) =>
      of(by({ ...work(), holes: [hole({ bothFaces: true, ...h })] }, 'body-top'), 'hole').find(m => m.label)!
        .diameter
    expect(at({ counterbore: { diameter: 8, depth: 9, face: 'body back' } })).toBe(8)
    expect(at({ counterbore: { diameter: 8, depth: 9, face: 'body top' } })).toBe(2.5)
    expect(at({ bits: [] })).toBe(2.6)
  })
  it('has what is drilled through from the other face too, and no hollow of the sides', () => {
    const holes = (id: string) => of(by(work(), id), 'hole').filter(m => m.label === '')
    // A pot's hole through the top.
    expect(holes('body-top')).toEqual([{ kind: 'hole', at: [650, 90], diameter: 8, label: '' }])
    expect(holes('body-back')).toEqual([{ kind: 'hole', at: [650, -90], diameter: 8, label: '' }])
    const hidden = (id: string) =>
      of(by(work(), id), 'polygon')
        .filter(m => m.weight === 'hidden')
        .map(m => bounds(m.points))
    expect(hidden('body-top')).toContainEqual(near([550, -45, 590, 45]))
    expect(hidden('body-back')).toEqual([near([620, -120, 720, -60])])
  })
  it('shows edge holes on the top and wall holes on the back', () => {
    const labels = (id: string) =>
      of(
        by(
          {
            ...work(),
            holes: [
              hole({}),
              hole({ face: 'body edge' }),
              hole({ face: 'cavity wall' }),
              hole({ face: 'body back' }),
              hole({ face: 'heel', piece: 'heel' }),
            ],
          },
          id,
        ),
        'hole',
      ).filter(m => m.label).length
    expect(labels('body-top')).toBe(2)
    expect(labels('body-back')).toBe(2)
  })
  it('draws a knob as large as it is', () => {
    const knobs = of(d, 'polygon').filter(m => m.points.length === 32)
    expect(knobs).toHaveLength(1)
    const [x0, y0, x1, y1] = bounds(knobs[0]!.points)
    expect((x0! + x1!) / 2).toBeCloseTo(650, 6)
    expect((y0! + y1!) / 2).toBeCloseTo(90, 6)
    expect(x1! - x0!).toBeCloseTo(y1! - y0!, 6)
  })
})

describe('the bridge’s and the head’s template', () => {
  it('says how far its front lies from the pocket, with a line for each string', () => {
    const d = by(work(), 'bridge'),
      strings = of(d, 'line').filter(m => m.from[0] === 610)
    expect(inWords(d.lay)).toContain('lies 170.0 mm from the pocket')
    expect(inWords(texts(d))).toContain('scale length 648.0 mm')
    expect(strings.map(m => m.from[1])).toEqual(near([26, 15.6, 5.2, -5.2, -15.6, -26]))
    expect(of(d, 'line').map(m => [m.weight, m.from, m.to])).toContainEqual([
      'dimension',
      near([640, -62]),
      near([640, 62]),
    ])
    expect(of(d, 'line').map(m => [m.weight, m.from, m.to])).toContainEqual([
      'centre',
      near([590, 0]),
      near([720, 0]),
    ])
  })
  it('of a left-handed one is turned over', () =>
    expect(
      of(by(work({ left: true }), 'bridge'), 'line')
        .filter(m => m.from[0] === 610)
        .map(m => m.from[1]),
    ).toEqual(near([-26, -15.6, -5.2, 5.2, 15.6, 26])))
  it('of the head has the nut, and each string’s way to its tuner on the face alone', () => {
    const w = work(),
      face = by(w, 'head-face'),
      back = by(w, 'head-back')
    expect(of(face, 'line').map(m => [m.weight, m.from, m.to])).toContainEqual([
      'edge',
      near([0, -21]),
      near([0, 21]),
    ])
    const ways = of(face, 'line').filter(m => m.weight === 'dimension')
    expect(ways).toHaveLength(6)
    expect(of(back, 'line').filter(m => m.weight === 'dimension')).toHaveLength(0)
    expect(of(back, 'polygon').filter(m => m.weight === 'dimension')).toHaveLength(6)
    expect(bounds(of(face, 'polygon')[0]!.points)).toEqual(near([-190, -46, 0, 46]))
    expect(of(face, 'line').map(m => [m.weight, m.from, m.to])).toContainEqual([
      'centre',
      near([-194, 0]),
      near([12, 0]),
    ])
  })
})

describe('the template of a rout', () => {
  const cut = { sort: 'rout', x: 100, y: -80, length: 60, width: 40, corner: 5, depth: 12 } as const
  it('says where its middle lies, its sizes, and crosses its middle 12 beyond its edges', () => {
    const d = by(work({}, [cut]), 'rout-cut-c0')
    expect(inWords(d.lay)).toBe(
      'Its middle lies 100.0 mm from the pocket’s end wall, 80.0 mm to the bass side of the centre line.',
    )
    expect(inWords(texts(d)).at(-1)).toMatch(/^60\.0 × 40\.0 mm, corner 5\.0 mm, 12\.0 mm deep\./)
    const lines = of(d, 'line').map(m => [m.weight, m.from, m.to])
    expect(lines).toContainEqual(['centre', near([528, -80]), near([612, -80])])
    expect(lines).toContainEqual(['centre', near([570, -112]), near([570, -48])])
    // Within 90 of the line that is drawn too; what is further off would be one sheet more for nothing.
    expect(lines).toContainEqual(['centre', near([528, 0]), near([612, 0])])
    const far = by(work({}, [{ ...cut, y: -91 }]), 'rout-cut-c0')
    expect(of(far, 'line')).toHaveLength(2)
    expect(inWords(by(work({}, [{ ...cut, y: 80 }]), 'rout-cut-c0').lay)).toContain('80.0 mm to the treble side')
  })
  it('from behind is turned over', () => {
    const d = by(work({}, [{ ...cut, face: 'back' }]), 'rout-cut-c0')
    expect(d).toMatchObject({ face: 'body back', mirrored: true })
    expect(bounds(of(d, 'polygon')[0]!.points)).toEqual(near([540, 60, 600, 100]))
  })
  it('is none of a channel or a ledge', () =>
    expect(
      templatesOf(
        work({}, [
          { sort: 'channel', x: 1, y: 2, toX: 30, toY: 40 },
          { sort: 'binding', width: 2, depth: 5 },
        ]),
      )
        .map(d => d.id)
        .filter(id => id.startsWith('rout-')),
    ).toEqual([]))
})

describe('a drilling block', () => {
  const row = [-30, -10, 10, 30].map(y => hole({ group: 'strings', at: [660, y], depth: 'through' }))
  const w = { ...work(), holes: row }
  it('reaches 15 beyond its outermost holes, with the lines over it', () => {
    const d = by(w, 'block-strings-through-the-body')
    expect(bounds(of(d, 'polygon')[0]!.points)).toEqual(near([645, -45, 675, 45]))
    const lines = of(d, 'line').map(m => [m.from, m.to])
    expect(lines).toContainEqual([near([641, 0]), near([679, 0])])
    // The scale line at 648 comes over it.
    expect(lines).toContainEqual([near([648, -45]), near([648, 45])])
    expect(d.table).toHaveLength(5)
    const off = { ...w, holes: row.map(h => ({ ...h, at: [700, h.at[1] + 100] as Point })) }
    expect(of(by(off, 'block-strings-through-the-body'), 'line')).toEqual([])
  })
  it('is for two holes or more', () => {
    expect(by({ ...w, holes: row.slice(0, 1) }, 'block-strings-through-the-body')).toBeUndefined()
    expect(by({ ...w, holes: row.slice(0, 2) }, 'block-strings-through-the-body')).toBeDefined()
  })
  it('of what is drilled from behind alone is turned over', () => {
    const behind = row.map(h => ({ ...h, face: 'body back' as const, at: [660, h.at[1] + 5] as Point }))
    const d = by({ ...w, holes: behind }, 'block-strings-through-the-body')
    expect(d.mirrored).toBe(true)
    expect(of(d, 'hole').map(m => m.at[1])).toEqual([25, 5, -15, -35])
    const one = by({ ...w, holes: [behind[0]!, row[1]!] }, 'block-strings-through-the-body')
    expect(one.mirrored).toBe(false)
  })
  it('for practice says how thick the scrap has to be', () => {
    const lay = (holes: Hole[]) => practicePiece({ ...w, holes }, 'bridge')?.lay
    expect(inWords(lay([hole({ depth: 22 }), hole({ depth: 31 }), hole({ depth: 'through' })]))).toContain(
      'at least 36 mm thick',
    )
    expect(lay([hole({ depth: 'through' })])).toContain('as thick as the work')
    expect(lay([])).toBeUndefined()
    // One face of one piece at a time; never an edge or the heel.
    const d = practicePiece(
      {
        ...w,
        holes: [hole({ face: 'body edge' }), hole({ piece: 'heel' }), hole({}), hole({ face: 'body back' })],
      },
      'bridge',
    )!
    expect(d.table).toHaveLength(2)
    expect(d.face).toBe('scrap')
  })
  it('lists what slants by its angle and what goes through as such', () =>
    expect(holeTable([hole({ angleDeg: 80, depth: 'through', stopMark: undefined, bits: [] })], IN_MM)[1]).toEqual([
      '1',
      'Bridge screw',
      '',
      'through',
      '',
      'slanting, 80°',
      'before finish',
    ]))
})

describe('a plate’s drawing', () => {
  const plate = (dims: Record<string, number>, more: object = {}) => {
    const p = typicalPart('plate', 'p')
    p.dims = Object.fromEntries(
      Object.entries(dims).map(([k, value]) => [k, { value, doubt: 0, basis: 'measured' as const }]),
    )
    p.features = [
      typicalFeature('screw-hole', 'a', { x: 20, y: 10, diameter: 4.2 }),
      typicalFeature('cut-out', 'b', { x: -10, y: -4, length: 16, width: 8, corner: 2 }),
    ]
    return Object.assign(p, more)
  }
  const w = work()
  it('has its edge, its datum, each hole and opening with what is held', () => {
    const d = plateDrawing(w, 'plate', plate({ length: 60, width: 40, corner: 3, thickness: 1.5 }))!
    expect(bounds(of(d, 'polygon')[0]!.points)).toEqual(near([-30, -20, 30, 20]))
    expect(of(d, 'line').map(m => [m.from, m.to])).toEqual([
      [near([-35, 0]), near([35, 0])],
      [near([0, -25]), near([0, 25])],
    ])
    expect(of(d, 'dimension')).toEqual([
      { kind: 'dimension', from: near([-30, 20]), to: near([30, 20]), text: '60.0 ±0.3', off: 9 },
      { kind: 'dimension', from: near([30, 20]), to: near([30, -20]), text: '40.0 ±0.3', off: 9 },
      { kind: 'dimension', from: near([-18, -8]), to: near([-2, -8]), text: '16.0 ±0.1', off: 3 },
    ])
    expect(of(d, 'text').find(t => t.text === '16.0 x 8.0 R2.0')!.at).toEqual(near([-18, 1.5]))
    expect(of(d, 'hole')).toEqual([{ kind: 'hole', at: [20, 10], diameter: 4.2, label: '1' }])
    expect(d.table.slice(1)).toEqual([
      ['1', 'Screw hole', '20.00', '10.00', 'diameter 4.20', '±0.2', '±0.1'],
      [
        'C1',
        d.table[2]![1],
        '-10.00'.replace('-', d.table[2]![2]![0]!),
        d.table[2]![3]!,
        '16.00 × 8.00 R2.0',
        '±0.2',
        '±0.1',
      ],
    ])
    expect(d.table[2]![3]!.slice(1)).toBe('4.00')
    expect(inWords(d.lay)).toContain('Thickness 1.50 mm')
  })
  it('has none without an edge', () => {
    expect(plateDrawing(w, 'plate', plate({ length: 60 }))).toBeUndefined()
    expect(plateDrawing(w, 'plate', plate({ width: 60 }))).toBeUndefined()
    expect(
      plateDrawing(
        w,
        'plate',
        plate(
          {},
          {
            outline: {
              smooth: false,
              doubt: 0,
              points: [
                [0, 0],
                [10, 0],
                [10, 30],
              ],
            },
          },
        ),
      ),
    ).toBeDefined()
  })
})

describe('a drawing that is made to fit one sheet', () => {
  const rectangle = (x: number, y: number): Mark => ({
    kind: 'polygon',
    weight: 'edge',
    points: [
      [0, 0],
      [x, 0],
      [x, y],
      [0, y],
    ],
  })
  const drawing = (...marks: Mark[]): Drawing => ({
    id: 'd',
    title: 'D',
    face: 'body top',
    mirrored: false,
    lay: '',
    table: [],
    marks,
  })
  it('stays as it is where it fits: 261 × 160 lying, 174 × 247 standing', () => {
    for (const d of [drawing(rectangle(261, 160)), drawing(rectangle(174, 247))]) expect(fitted(d, PAPER)).toBe(d)
  })
  it('is drawn at the share that the paper takes', () => {
    // 522 × 160: half, lying; 348 × 494: half, standing; a thousandth less, so that nothing runs over.
    for (const [x, y] of [
      [522, 160],
      [348, 494],
    ] as const) {
      const d = fitted(drawing(rectangle(x, y)), PAPER)
      expect(bounds(of(d, 'polygon')[0]!.points)).toEqual(near([0, 0, x * 0.4995, y * 0.4995]))
      expect(d.title).toBe('D, fitted: 1 to 2.00')
      expect(d.id).toBe('d-fitted')
    }
  })
  it('draws every sort of mark at that share', () => {
    const d = fitted(
      drawing(
        rectangle(522, 300),
        { kind: 'line', from: [10, 20], to: [30, 40], weight: 'edge' },
        { kind: 'hole', at: [100, 200], diameter: 40, label: '' },
        { kind: 'dimension', from: [10, 50], to: [60, 50], text: '50', off: 8 },
        { kind: 'text', at: [50, 60], text: 'x', height: 4 },
      ),
      PAPER,
    )
    const f = 0.4995
    expect(of(d, 'line')[0]).toMatchObject({ from: near([10 * f, 20 * f]), to: near([30 * f, 40 * f]) })
    expect(of(d, 'hole')[0]).toMatchObject({ at: near([100 * f, 200 * f]), diameter: expect.closeTo(40 * f, 6) })
    expect(of(d, 'dimension')[0]).toMatchObject({
      from: near([10 * f, 50 * f]),
      to: near([60 * f, 50 * f]),
      off: 8 * f,
    })
    expect(of(d, 'text')[0]).toMatchObject({ at: near([50 * f, 60 * f]), height: expect.closeTo(4 * f, 6) })
  })
  it('leaves room for what is written as large as ever beside a hole at its edge', () => {
    const d = fitted(drawing(rectangle(800, 100), { kind: 'hole', at: [800, 50], diameter: 4, label: '1' }), PAPER),
      [[, y0], [x1, y1]] = boundsOfMark(of(d, 'hole')[0]!)
    expect(x1).toBeLessThanOrEqual(261)
    expect(x1).toBeGreaterThan(258)
    expect(y1 - y0).toBeCloseTo(13, 9)
  })
})

describe('a dimension', () => {
  it('stands to the left of what it measures, by its distance', () => {
    expect(shifted({ from: [0, 0], to: [10, 0], off: 3 })).toEqual({ from: near([0, 3]), to: near([10, 3]) })
    expect(shifted({ from: [0, 10], to: [0, 0], off: 3 })).toEqual({ from: near([3, 10]), to: near([3, 0]) })
    expect(shifted({ from: [0, 0], to: [3, 4], off: 5 })).toEqual({ from: near([-4, 3]), to: near([-1, 7]) })
  })
  it('is plain lines where there is no such thing: two from the work, its own, two ticks, its number in the middle', () => {
    const [a, b, own, t1, t2, says] = plainDimension({
      kind: 'dimension',
      from: [0, 0],
      to: [20, 0],
      text: '20.0',
      off: 5,
    })
    expect([a, b, own].map(m => m?.kind === 'line' && [m.from, m.to])).toEqual([
      [near([0, 0]), near([0, 5])],
      [near([20, 0]), near([20, 5])],
      [near([0, 5]), near([20, 5])],
    ])
    expect([t1, t2].map(m => m?.kind === 'line' && [m.from, m.to])).toEqual([
      [near([-1.2, 3.8]), near([1.2, 6.2])],
      [near([18.8, 3.8]), near([21.2, 6.2])],
    ])
    // Four signs of 1.3 each: half of that before the middle, 1.2 off the line and a little more over it.
    expect(says?.kind === 'text' && says.at).toEqual(near([10 - 2.6, 6]))
    const up = plainDimension({ kind: 'dimension', from: [0, 0], to: [0, 20], text: '20.0', off: 5 }).at(-1)!
    expect(up.kind === 'text' && up.at).toEqual(near([-5 - 2.6 - 1.2, 10]))
  })
  it('covers 4 about it and its line', () =>
    expect(boundsOfMark({ kind: 'dimension', from: [0, 0], to: [20, 0], text: '', off: 9 })).toEqual([
      near([-4, -4]),
      near([24, 13]),
    ]))
})

describe('the numbers to mark', () => {
  const list = (w: Work) => markList(w, w.build as Build),
    item = (w: Work, id: string): MarkItem => list(w).find(m => m.id === id)!,
    told = (m: MarkItem) => m.numbers.map(n => [n.label, n.mm === undefined ? n.text : +n.mm.toFixed(6)])
  it('of the bridge line are told from pocket and nut', () =>
    expect(inWords(told(item(work(), 'bridge-line')))).toEqual([
      ['plate’s front edge, from the pocket’s end wall', 170],
      ['plate’s front edge, from the nut', 640],
      ['scale line, from the pocket’s end wall', 178],
      ['scale line, from the nut', 648],
      ['across', 'on the centre line'],
    ]))
  it.each([
    // The plate ends 42 behind its front; the tail lies 320 behind the pocket.
    [270, []],
    [270.1, ['The plate ends 7.9 mm before the body’s tail: under 8 mm its screws break out.']],
    [279, ['The plate reaches 1.0 mm over the body’s tail.']],
  ])('with a front at %f say %j', (front, says) =>
    expect(inWords(item(work({ front }), 'bridge-line').warnings)).toEqual(says),
  )
  it('of the slots are told from the nut’s treble end', () =>
    expect(told(item(work(), 'strings'))[0]).toEqual(['slot 1, from the nut’s treble end', 3.125]))
  it('of a hole are in the order of the work', () => {
    const w = { ...work(), holes: [hole({})] }
    expect(told(item(w, 'h'))).toEqual([
      ['from the pocket’s end wall, towards the tail', 230],
      ['off the centre line, bass side', 20],
      ['bits, in this order', '1.5 mm → 2.5 mm'],
      ['tape on the bit', 22.8],
    ])
    const more = {
      ...w,
      holes: [
        hole({
          along: -40,
          at: [430, 0],
          bits: [],
          depth: 'through',
          bothFaces: true,
          angleDeg: 80,
          counterbore: { diameter: 8, depth: 9, face: 'body back' },
        }),
      ],
    }
    expect(inWords(told(item(more, 'h')))).toEqual([
      ['from the pocket’s end wall, towards the nut', 40],
      ['across', 'on the centre line'],
      ['bits, in this order', 'none in the drawer'],
      ['depth', 'through, from both faces'],
      ['slant to the face', '80°'],
      ['counterbore, body back', 8],
      ['its depth', 9],
    ])
    const head = {
      ...w,
      holes: [hole({ from: 'nut', along: -40, at: [-40, 12], depth: 'through', stopMark: undefined })],
    }
    expect(told(item(head, 'h')).slice(0, 4)).toEqual([
      ['from the nut, towards the tip', 40],
      ['off the centre line, treble side', 12],
      ['bits, in this order', '1.5 mm → 2.5 mm'],
      ['depth', 'through'],
    ])
    expect(told(item({ ...w, holes: [hole({ stopMark: undefined })] }, 'h'))[3]).toEqual(['tape on the bit', 22])
    expect(inWords(told(item({ ...w, holes: [hole({ at: [700, 0.04] })] }, 'h'))[1])).toEqual([
      'across',
      'on the centre line',
    ])
    expect(told(item({ ...w, holes: [hole({ at: [700, 0.06] })] }, 'h'))[1]).toEqual([
      'off the centre line, treble side',
      0.06,
    ])
  })
  it('of a cut are told by its sort', () => {
    const cut = (c: Partial<Cut>) => told(item(work({}, [c]), 'cut-c0'))
    expect(cut({ sort: 'rout', x: 100, y: -80, length: 60, width: 40, corner: 5, depth: 12 })).toEqual([
      ['from the pocket’s end wall, towards the tail', 100],
      ['off the centre line, bass side', 80],
      ['along the strings', 60],
      ['across', 40],
      ['corner radius', 5],
      ['depth', 12],
    ])
    expect(cut({ sort: 'rout', x: -10, y: 0, length: 60, width: 40, depth: 12 }).map(n => n[0])).toEqual([
      'from the pocket’s end wall, towards the nut',
      'across',
      'along the strings',
      'across',
      'depth',
    ])
    expect(cut({ sort: 'channel', x: 100, y: 30, toX: -20, toY: -70, width: 6, depth: 14 })).toEqual([
      ['from the pocket’s end wall, towards the tail', 100],
      ['off the centre line, treble side', 30],
      ['ends from the pocket’s end wall, towards the nut', 20],
      ['ends off the centre line, bass side', 70],
      ['bit', 6],
      ['its middle below the top', 14],
    ])
    expect(cut({ sort: 'binding', width: 2, depth: 6 })).toEqual([
      ['ledge, width', 2],
      ['ledge, depth', 6],
      // 1440 round, a tenth more, up to the next ten.
      ['binding to have', 1590],
    ])
    expect(cut({ sort: 'string-through' }).slice(2)).toEqual([
      ['6 holes, apart', 10.4],
      ['outer to outer', 52],
    ])
  })
  it('of a plug and of a hole that is there carry their sizes', () => {
    const w = {
      ...work(),
      plugs: [{ id: 'p', label: 'Old hole', at: [600, -30], along: 130, diameter: 4, plug: 6 }],
      there: [
        {
          id: 't',
          label: 'Bridge screw',
          face: 'body top',
          at: [700, 20],
          from: 'pocket end',
          along: 230,
          wanted: {},
          off: undefined,
          feature: {
            dims: {
              x: { value: 230, doubt: 0.3 },
              y: { value: 20, doubt: 0.2 },
              diameter: { value: 2.5, doubt: 0.1 },
              depth: { value: 22, doubt: 0.5 },
            },
          },
        },
      ],
    } as unknown as Work
    expect(told(item(w, 'p'))).toEqual([
      ['from the pocket’s end wall, towards the tail', 130],
      ['off the centre line, bass side', 30],
      ['the hole that is there', 4],
      ['drilled out for a plug of', 6],
    ])
    expect(item(w, 't').numbers).toEqual([
      { label: 'from the pocket’s end wall, towards the tail', mm: 230, doubt: 0.3 },
      { label: 'off the centre line, treble side', mm: 20, doubt: 0.2 },
      { label: 'diameter', mm: 2.5, doubt: 0.1 },
      { label: 'depth', mm: 22, doubt: 0.5 },
    ])
    const through = structuredClone(w.there[0]) as unknown as { feature: { through: boolean } }
    through.feature.through = true
    expect(item({ ...w, there: [through as unknown as HoleThere] }, 't').numbers[3]).toEqual({
      label: 'depth',
      text: 'through',
    })
  })
  it('warn of a hole that lies off, unless the readings may be wrong by that or one lives with it', () => {
    const says = (off: object | undefined, wanted: object | undefined = {}) =>
      offWarnings({ wanted, off } as unknown as HoleThere)
    const off = {
      off: 1.5,
      doubt: 0.4,
      along: -0.9,
      towards: 'nut',
      across: 1.2,
      ways: [{ way: 'live with it', best: false }],
    }
    expect(inWords(says(off))).toEqual([
      'Lies 1.5 mm off where it is wanted today: 0.9 mm towards the nut, 1.2 mm to the treble side.',
    ])
    expect(inWords(says({ ...off, along: 0.9, towards: 'tail', across: -1.2 })[0])).toContain(
      '0.9 mm towards the tail, 1.2 mm to the bass side',
    )
    expect(says({ ...off, doubt: 1.5 })).toEqual([])
    expect(says({ ...off, ways: [{ way: 'live with it', best: true }] })).toEqual([])
    expect(says({ ...off, ways: [{ way: 'plug and redrill', best: true }] })).toHaveLength(1)
    expect(says(undefined)).toEqual([])
    expect(offWarnings({ wanted: undefined, off: undefined } as unknown as HoleThere)[0]).toContain(
      'asks for this hole any more',
    )
  })
})
