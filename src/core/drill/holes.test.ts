import { demo } from '../../../tests/support/demo.ts'
import { inWords } from '../../../tests/support/inWords.ts'
import { describe, expect, it } from 'vitest'
import { plainBuild, sure, type Plain } from '../../../tests/support/plainBuild.ts'
import { takeReading } from '../document/edits.ts'
import type { Build } from '../document/build.ts'
import { layOut } from '../layout/layOut.ts'
import { plan } from '../plan/plan.ts'
import { typicalFeature } from '../parts/typicalPart.ts'
import { drillWork } from '../fit/drillWork.ts'
import { holeCsv } from './holeCsv.ts'
import { holesOf } from '../../../tests/support/holesOf.ts'
import { holeReading, offPlace } from './holeReading.ts'
import { markList } from './markList.ts'
import { SCREW_LENGTHS } from './screws.ts'
import { screwsWanted } from './screwsWanted.ts'

const bridge = {
  features: [-30, -10, 10, 30].map((y, i) =>
    typicalFeature('screw-hole', `screw-${i + 1}`, { x: 27, y, diameter: 3.4 }, { through: true }),
  ),
}
const build = (p: Plain = {}) =>
  plainBuild({
    front: 165,
    ...p,
    parts: { bridge, 'bridge-screws': { dims: { diameter: 3, length: 25, count: 4 } }, ...p.parts },
  })
const hole = (b: Build, id: string) => holesOf(b).find(h => h.id === id)!
const readAt = (b: Build, id: string, along: number, across: number) =>
  [
    ['along', along],
    ['across', across],
  ].reduce(
    (c, [axis, value]) =>
      takeReading(c, {
        of: holeReading(id, axis as 'along' | 'across'),
        value: value as number,
        doubt: 0.3,
        at: '2026-11-24T10:00:00Z',
      }),
    b,
  )
const off = (b: Build, id: string, along: number, across: number) => {
  const c = readAt(b, id, along, across)
  return offPlace(hole(c, id), c, layOut(c)!)!
}

describe('a hole read off its place', () => {
  it('within its play is lived with', () => {
    const r = off(build(), 'bridge-1', 200.1, -30.1)
    expect(r.off).toBeCloseTo(Math.hypot(0.1, 0.1), 9)
    expect(r.ways.find(w => w.best)!.way).toBe('live with it')
    expect(r.effects).toEqual([])
  })
  it('at the bridge tells travel, margins and poles [worked by hand]', () => {
    const b = build(),
      l = layOut(b)!,
      r = off(b, 'bridge-1', 203, -28)
    // 3 mm towards the tail, 2 to the treble side; at the last fret 2 · 466.16 / 648 = 1.44 mm.
    expect(r.along).toBeCloseTo(3, 9)
    expect(r.across).toBeCloseTo(2, 9)
    expect(inWords(r.effects).join(' ')).toContain('saddles come 3.0 mm further back')
    expect(inWords(r.effects).join(' ')).toContain(
      `the strings move ${((2 * l.lastFret) / 648).toFixed(1)} mm at the last fret`,
    )
    expect(inWords(r.effects).join(' ')).toMatch(/Over the bridge pickup they run 1\.8 mm further/)
    expect(r.ways.find(w => w.best)!.way).toBe('plug and redrill')
  })
  it('of a tuner tells the turn at the nut', () => {
    const b = build(),
      h = hole(b, 'tuner-1'),
      r = off(b, 'tuner-1', h.along - 2, h.across + 3)
    expect(inWords(r.effects[0])).toMatch(/^String 1 turns .*° at the nut instead of/)
  })
  it('under a ferrule is hidden by its rim', () => {
    const b = build({ instrument: { extras: ['ferrules'] } }),
      h = hole(b, 'string-1')
    expect(h.counterbore!.diameter).toBeCloseTo(8 - 0.07, 9)
    expect(off(b, 'string-1', h.along + 1, h.across).ways.find(w => w.best)!.way).toBe('hide under the ferrule')
    expect(off(b, 'string-1', h.along + 4, h.across).ways.find(w => w.best)!.way).toBe('plug and redrill')
  })
  it('of a control is opened', () => {
    const b = build()
    b.parts.find(p => p.kind === 'body')!.features = b.parts
      .find(p => p.kind === 'body')!
      .features.filter(f => f.role !== 'pot-hole')
    const h = hole(b, 'control-pot-volume')
    expect(h).toMatchObject({ purpose: 'control', face: 'body top', depth: 'through' })
    expect(off(b, h.id, h.along + 0.8, h.across).ways.find(w => w.best)!.way).toBe('open the hole')
  })
  it('is unknown until both distances are read', () => {
    const b = takeReading(build(), {
      of: holeReading('bridge-1', 'along'),
      value: 200,
      doubt: 0.3,
      at: '2026-11-24T10:00:00Z',
    })
    expect(offPlace(hole(b, 'bridge-1'), b, layOut(b)!)).toBeUndefined()
  })
})

describe('screws wanted', () => {
  const row = (b: Build, slot: string) => {
    const w = drillWork(b)!
    return screwsWanted(w.build, w.holes).find(s => s.slot === slot)!
  }
  it('come from the stack: plate 2, bite 12 at least, 45 of body less 3 left [worked by hand]', () => {
    const r = row(build(), 'bridge-screws')
    expect(r).toMatchObject({ count: 4, held: 2, least: 14, missing: 0, says: 'They fit.' })
    // Bite and a millimetre of hole, 3 mm left of 45: 41 + 2.
    expect(r.most).toBeCloseTo(43, 9)
  })
  it('say which length to buy when the chosen ones are short, long or too few', () => {
    const short = row(
      build({ parts: { 'bridge-screws': { dims: { diameter: 3, length: 10, count: 4 } } } }),
      'bridge-screws',
    )
    // 2 held and 12 of bite; the shortest that is sold and does it.
    expect(short.buy).toBe(Math.min(...SCREW_LENGTHS.filter(l => l >= 14)))
    expect(inWords(short.says)).toContain('too short')
    expect(
      inWords(
        row(
          build({ parts: { 'bridge-screws': { dims: { diameter: 3, length: 50, count: 4 } } } }),
          'bridge-screws',
        ),
      ),
    ).toMatchObject({ missing: 4, says: expect.stringContaining('too long') as string })
    expect(
      row(build({ parts: { 'bridge-screws': { dims: { diameter: 3, length: 25, count: 3 } } } }), 'bridge-screws'),
    ).toMatchObject({ missing: 1, says: 'The right length; 1 more of them.' })
  })
})

describe('holes and the finish', () => {
  it('come before colour on bare wood, and are started otherwise through colour that is there', () => {
    const b = build()
    expect(hole(b, 'bridge-1')).toMatchObject({ when: 'before finish', film: 0 })
    const finished = {
      ...b,
      parts: b.parts.map(p => (p.kind === 'body' ? { ...p, traits: { ...p.traits, surface: 'finished' } } : p)),
    }
    expect(hole(finished, 'bridge-1').when).toBe('through the finish it has')
    expect(inWords(hole(finished, 'bridge-1').why)).toContain('backwards first')
    const done = {
      ...build(),
      steps: [{ step: 'finish/coat/clear/1', state: 'done' as const, at: '2026-11-24T10:00:00Z' }],
    }
    expect(hole(done, 'bridge-1').when).toBe('after finish')
    expect(hole(done, 'tuner-1').when).toBe('before finish')
    // What was drilled in its time stays so when colour comes on.
    expect(
      hole(
        { ...done, steps: [...done.steps, { step: 'drill/bridge', state: 'done', at: '2026-11-20T10:00:00Z' }] },
        'bridge-1',
      ).when,
    ).toBe('before finish')
    const ids = (b: Build) =>
      plan(b)
        .steps.filter(s => s.id.startsWith('drill/bridge'))
        .map(s => [s.id, s.phase])
    expect(ids(build())).toEqual([['drill/bridge', 'wood']])
    expect(ids(done)).toEqual([['drill/bridge/after', 'assembly']])
  })
  it('leave room for the film where it is not masked: two films a diameter', () => {
    const b = build()
    b.parts.find(p => p.kind === 'body')!.features = b.parts
      .find(p => p.kind === 'body')!
      .features.filter(f => f.role !== 'pot-hole')
    const masked = hole(b, 'control-pot-volume').wanted
    b.finish = { ...b.finish, masked: [], film: { value: 0.15, doubt: 0.05, basis: 'assumed' } }
    expect(hole(b, 'control-pot-volume').wanted).toBeCloseTo(masked + 0.3, 9)
  })
})

describe('a tremolo', () => {
  const springs = typicalFeature(
    'spring-cavity',
    'springs',
    { x: 120, y: 0, length: 90, width: 60, corner: 5, depth: 16 },
    { face: 'back' },
  )
  const trem = () => {
    const b = plainBuild({ front: 165, instrument: { bridge: 'rocking tremolo, two posts' } })
    b.parts.find(p => p.kind === 'body')!.features.push(springs)
    b.circuit.components = [{ id: 'strings', kind: 'metal', label: 'Claw' }] as Build['circuit']['components']
    return b
  }
  it('gets its claw’s screws in the wall of the spring cavity, towards the neck', () => {
    const h = hole(trem(), 'claw-treble')
    // The cavity begins at 120 − 45 = 75 mm; its middle lies a little above half of 16 from the back.
    expect(h).toMatchObject({ face: 'cavity wall', along: 75, across: 14 })
    expect(h.bore.to[0] - h.bore.from[0]).toBeCloseTo(-30, 9)
    expect(h.bore.from[2]).toBeCloseTo(-45 + 16 * 0.55, 9)
    expect(h.warnings).toEqual([])
    expect(h.wanted).toBeCloseTo(4 * 0.81 * 0.9, 9)
  })
  it('and its ground wire into the control cavity, unless the claw holes are there', () => {
    expect(hole(trem(), 'ground')).toMatchObject({ group: 'ground', label: 'Ground wire, claw to cavity' })
    const b = trem(),
      body = b.parts.find(p => p.kind === 'body')!
    body.features.push(
      typicalFeature('screw-hole', 'claw-1', { x: 75, y: 14, diameter: 3 }, { serves: 'claw', face: 'back' }),
    )
    expect(hole(b, 'claw-treble')).toBeUndefined()
  })
  it('has no ground under its plate; a stud bridge’s goes to a post, a trapeze’s to the tail', () => {
    const ground = (sort: Build['instrument']['bridge']) => {
      const b = plainBuild({
        front: 165,
        instrument: { bridge: sort },
        parts: {
          tailpiece: { dims: { postSpacing: 82 } },
          bridge: { dims: { postSpacing: 74, postBehindFront: 4 } },
        },
      })
      b.circuit.components = trem().circuit.components
      return { h: holesOf(b).filter(x => x.group === 'ground'), b }
    }
    expect(ground('flat plate').h.map(h => h.label)).toEqual(['Ground wire, bridge to cavity'])
    const stud = ground('stud bridge').h[0]!
    expect(stud.label).toBe('Ground wire, tail post to cavity')
    expect(stud.warnings).toEqual([])
    const tail = ground('floating bridge').h[0]!
    expect(tail).toMatchObject({ label: 'Ground wire, tailpiece to cavity', face: 'body edge' })
    expect(tail.at[0]).toBeCloseTo(470 + 320, 6)
  })
})

describe('lists', () => {
  it('of numbers to mark hold every hole and cut once, in working order', () => {
    const b = build(),
      w = drillWork(b)!,
      items = markList(w, b)
    expect(items.map(i => i.kind)).toEqual(
      [...items.map(i => i.kind)].sort(
        (a, c) => ['mark', 'cut', 'drill'].indexOf(a) - ['mark', 'cut', 'drill'].indexOf(c),
      ),
    )
    expect(items.filter(i => i.kind === 'drill').map(i => i.id)).toEqual(w.holes.map(h => h.id))
    expect(new Set(items.map(i => i.id)).size).toBe(items.length)
    expect(items.find(i => i.id === 'bridge-1')!.numbers).toMatchObject([
      { mm: 200 },
      { mm: 30, label: 'off the centre line, bass side' },
      {},
      { label: 'tape on the bit', mm: 24 },
    ])
    expect(items[0]).toMatchObject({ id: 'bridge-line' })
  })
  it('of cuts name a channel’s ends, a row’s pitch, a ledge’s binding', () => {
    const b: Build = {
      ...build(),
      cuts: [
        { id: 'c', sort: 'channel', face: 'top', x: 110, y: 0, toX: 170, toY: 70, width: 8, depth: 14 },
        { id: 's', sort: 'string-through', face: 'back' },
        { id: 'b', sort: 'binding', face: 'top', width: 2, depth: 6 },
      ],
    }
    const numbers = (id: string) =>
      markList(drillWork(b)!, b)
        .find(i => i.id === id)!
        .numbers.map(n => n.mm ?? n.text)
    expect(inWords(numbers('cut-c'))).toEqual([110, 'on the centre line', 170, 70, 8, 14])
    // Six strings over 52 mm.
    expect(numbers('cut-s').slice(2)).toEqual([expect.closeTo(10.4, 9), expect.closeTo(52, 9)])
    expect(numbers('cut-b')).toEqual([2, 6, 1590])
  })
  it('tell each control from the pocket’s end wall, as the body itself does: on Heron 168, 208, 246 and 268', () => {
    const b = demo('heron'),
      holes = b.parts.find(p => p.kind === 'body')!.features.filter(f => /^(pot|switch|jack)-hole$/.test(f.role))
    const numbers = markList(drillWork(b)!, b)
      .find(i => i.id === 'controls')!
      .numbers.flatMap((n, k) => (k % 2 ? [] : [n.mm!]))
    expect(numbers.toSorted((x, y) => x - y)).toEqual(holes.map(f => expect.closeTo(f.dims.x!.value, 6) as number))
  })
  it('as a table have a row a hole and RFC 4180 quoting', () => {
    const w = drillWork(build())!,
      { holes } = w,
      rows = holeCsv(w).split('\r\n')
    expect(rows).toHaveLength(holes.length + 1)
    expect(rows[0]).toContain('number,state,what,purpose,face')
    expect(rows.some(r => r.includes('"'))).toBe(true)
  })
  it('start with what cannot be so', () => {
    const b = build(),
      rout = b.parts.find(p => p.kind === 'body')!.features.find(f => f.id === 'rout-bridge')!
    rout.dims.y = sure(300)
    expect(markList(drillWork(b)!, b)[0]).toMatchObject({ id: 'impossible' })
  })
})
