import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import type { Build } from '../document/build.ts'
import { circuitSheet } from '../print/circuitSheet.ts'
import { boxOf } from '../drill/templates/drawing.ts'
import { readCircuit, writeCircuit } from '../circuit/circuitFile.ts'
import { fitted } from '../drill/templates/fitted.ts'
import { tile } from '../drill/templates/tile.ts'
import { cutCsv, cutList, jointsCsv } from './cutList.ts'
import { solderActs } from './solderActs.ts'
import { wireWays } from './wireWays.ts'
import { difference } from '../circuit/difference.ts'
import { circuitFindings } from '../circuit/findings.ts'
import { allLugs, findLugs, lugWords } from '../circuit/lugFinder.ts'
import { drawing } from './drawing.ts'

const kestrel = demo('kestrel')
const list = (b: Build) => cutList(b, drawing(b))

describe('the cut list', () => {
  it('gives each wire its way, both ends and what is needed to lay the guard beside the body', () => {
    const l = list(kestrel),
      d = drawing(kestrel),
      ways = new Map(wireWays(kestrel)!.ways.map(w => [w.wire, w]))
    for (const w of l.wires) {
      const p = d.wires.find(x => x.id === w.id)!.points,
        passes = [w.from, w.to].some(t => t.startsWith('jack.') || t.startsWith('strings.'))
      // On the guard as it is drawn; through the body by its hollows.
      const way = passes
        ? ways.get(w.id)!.length
        : p.slice(1).reduce((s, q, i) => s + Math.hypot(q[0] - p[i]![0], q[1] - p[i]![1]), 0)
      expect(w.route).toBeCloseTo(way, 9)
      // Ends of 20 mm; through the body 40 down and up, and 150 so that the guard lies beside it: to the next five.
      expect(w.length).toBe(Math.ceil((way + 20 + (passes ? 190 : 0)) / 5) * 5)
      expect(w.spare !== '').toBe(passes)
    }
  })
  it('leaves out legs and bent lugs, and adds the reels up', () => {
    const l = list(kestrel)
    expect(l.wires.some(w => w.kind === 'leg' || w.kind === 'lug')).toBe(false)
    const black = l.wires.filter(w => w.kind === 'wire' && w.colour === 'black')
    expect(l.reels.find(r => r.colour === 'black')).toEqual({
      colour: 'black',
      sort: 'wire',
      pieces: black.length,
      length: black.reduce((s, w) => s + w.length, 0),
    })
  })
  it('keeps shielded wire on a reel of its own', () => {
    const b: Build = {
      ...kestrel,
      circuit: {
        ...kestrel.circuit,
        wires: kestrel.circuit.wires.map(w => (w.id === 'w21' ? { ...w, braid: { to: 'jack.sleeve' } } : w)),
      },
    }
    const own = list(b),
      wire = own.wires.find(w => w.id === 'w21')!
    expect(own.reels.filter(r => r.sort === 'shielded wire')).toEqual([
      { colour: wire.colour, sort: 'shielded wire', pieces: 1, length: wire.length },
    ])
    expect(cutCsv(b, own)).toMatch(/shielded wire/)
  })
  it('holds a lead against what its pickup comes with', () => {
    const b: Build = {
      ...kestrel,
      parts: kestrel.parts.map(p =>
        p.kind === 'pickup'
          ? { ...p, dims: { ...p.dims, leadLength: { value: 60, doubt: 1, basis: 'measured' } } }
          : p,
      ),
    }
    const leads = list(b).wires.filter(w => w.kind === 'lead')
    expect(leads.every(w => w.has === 60)).toBe(true)
    expect(leads.some(w => w.length > 60)).toBe(true)
  })
  it('is written as a table that reads back row by row', () => {
    const rows = cutCsv(kestrel, list(kestrel)).trim().split('\r\n')
    expect(rows).toHaveLength(list(kestrel).wires.length + 1)
    expect(rows[1]).toMatch(/^w1,/)
  })
  it('of the joints is a table of its own, in the order of the iron', () => {
    const acts = solderActs(kestrel),
      rows = Papa.parse<Record<string, string>>(jointsCsv(kestrel, acts), { header: true }).data
    expect(rows.map(r => Number(r.order))).toEqual(acts.map((_, i) => i + 1))
    const case_ = rows.find(r => r.what === 'joint' && r.at === 'Volume, case' && r.stage === 'pickups')!
    expect(case_.wires!.split(' ').sort()).toEqual(['w3', 'w4', 'w5', 'w6', 'w7', 'w8'])
    expect(case_.state).toBe('planned')
  })
  it('fits one sheet at the largest scale that does, and says it; what fits anyway stays as it is', () => {
    const printing = { paper: 'A4' as const, short: 1, long: 1 },
      sheet = circuitSheet(demo('bittern'))!,
      small = fitted(sheet, printing),
      before = boxOf(sheet.marks),
      after = boxOf(small.marks)
    // A4 standing: 210 less margins of 16 and 8, and 6 all round [ISO 216; margins are ours]: its width is what binds.
    expect(after.x1 - after.x0).toBeLessThanOrEqual(210 - 24 - 12 + 1e-6)
    expect(after.x1 - after.x0).toBeGreaterThan(170)
    expect(after.y1 - after.y0).toBeLessThan(297 - 38 - 12)
    expect(tile(small, printing)).toHaveLength(1)
    // The scale that is told is that of two lugs' distance.
    const holes = (x: typeof sheet) => x.marks.flatMap(m => (m.kind === 'hole' ? [m.at] : []))
    const far = (p: ReturnType<typeof holes>) => Math.hypot(p[0]![0] - p.at(-1)![0], p[0]![1] - p.at(-1)![1])
    expect(small.title).toContain(`1 to ${(far(holes(sheet)) / far(holes(small))).toFixed(2)}`)
    expect(before.x1 - before.x0).toBeGreaterThan(after.x1 - after.x0)
    const line = { kind: 'line' as const, from: [0, 0] as const, to: [10, 0] as const, weight: 'edge' as const }
    const tiny = { ...sheet, marks: [line] }
    expect(fitted(tiny, printing)).toBe(tiny)
  })
  it('lies beside the drawing on paper, at true size', () => {
    const sheet = circuitSheet(kestrel)!,
      d = drawing(kestrel),
      box = boxOf(sheet.marks)
    expect(sheet.table).toHaveLength(list(kestrel).wires.length + 1)
    expect(box.x1 - box.x0).toBeLessThanOrEqual(d.box.x1 - d.box.x0 + 20)
    const bare: Build = { ...kestrel, circuit: { ...kestrel.circuit, components: [], wires: [] } }
    expect(circuitSheet(bare)).toBeUndefined()
  })
})

describe('a circuit as a file', () => {
  it('comes back as it was, and a whole build’s file is read for its circuit', () => {
    const r = readCircuit(kestrel, writeCircuit(kestrel))
    expect(r).toEqual({ ok: true, circuit: kestrel.circuit })
    expect(readCircuit(kestrel, JSON.stringify(kestrel))).toMatchObject({ ok: true })
  })
  it.each([
    ['no JSON', '{', '', /is not JSON/],
    ['no circuit', '{}', 'circuit', /is missing/],
    ['another version', '{"format":"snugbolt-circuit","version":9,"circuit":{}}', 'version', /is not 1/],
    [
      'a lug that is none',
      JSON.stringify({
        circuit: {
          ...kestrel.circuit,
          wires: [{ id: 'w1', from: 'pot-volume.9', to: 'jack.tip', kind: 'wire' }],
        },
      }),
      'circuit.wires[0].from',
      /is no lug of pot-volume/,
    ],
    [
      'a wire from a lug to itself',
      JSON.stringify({
        circuit: { ...kestrel.circuit, wires: [{ id: 'w1', from: 'jack.tip', to: 'jack.tip', kind: 'wire' }] },
      }),
      'circuit.wires[0].to',
      /to itself/,
    ],
    [
      'five hundred wires',
      JSON.stringify({
        circuit: {
          ...kestrel.circuit,
          wires: Array.from({ length: 500 }, (_, i) => ({
            id: `w${i}`,
            from: 'jack.tip',
            to: 'jack.sleeve',
            kind: 'wire',
          })),
        },
      }),
      'circuit.wires',
      /400/,
    ],
    [
      'two components of one name',
      JSON.stringify({
        circuit: { ...kestrel.circuit, components: [...kestrel.circuit.components, kestrel.circuit.components[0]] },
      }),
      'circuit.components',
      /two components have the same id/,
    ],
  ])('is refused with the field and the reason: %s', (_what, text, path, reason) => {
    const r = readCircuit(kestrel, text)
    if (r.ok) throw new Error('taken')
    expect(r.problems[0]!.path).toBe(path)
    expect(r.problems[0]!.reason).toMatch(reason)
  })
})

describe('lugs by their words', () => {
  it.each([
    ['volume 2', 'pot-volume.2'],
    ['jack tip', 'jack.tip'],
    ['tone 2 lug 3', 'pot-tone-2.3'],
    ['bridge start', 'pickup-bridge.start'],
    ['switch a common', 'switch.a-common'],
    ['STRINGS', 'strings.bond'],
  ])('%s', (typed, lug) => expect(findLugs(kestrel, typed)[0]).toBe(lug))
  it('nothing for nothing, and nothing for what is not there', () => {
    expect(findLugs(kestrel, '  ')).toEqual([])
    expect(findLugs(kestrel, 'battery plus')).toEqual([])
    expect(allLugs(kestrel).length).toBeGreaterThan(30)
    expect(lugWords(kestrel.circuit, 'switch.a-common')).toBe('Pickup switch, a common')
  })
})

describe('what sets two wirings apart', () => {
  it('is told wire by wire; the way that a net takes is no difference', () => {
    const w = (id: string, from: string, to: string) => ({ id, from, to, kind: 'wire' as const })
    const star = { wires: [w('a', 'x.1', 'y.1'), w('b', 'x.1', 'z.1')] },
      chain = { wires: [w('a', 'x.1', 'y.1'), w('b', 'y.1', 'z.1')] }
    expect(difference(star, chain)).toEqual({ missing: [], extra: [] })
    const less = { wires: [star.wires[0]!] }
    expect(difference(less, chain).missing.map(x => x.id)).toEqual(['b'])
    expect(difference(chain, less).extra.map(x => x.id)).toEqual(['b'])
  })
})

describe('what cannot be soldered as it is drawn', () => {
  it('a part without a lug that a wire ends on, no jack, a switch of which nobody says what it joins', () => {
    expect(circuitFindings(kestrel)).toEqual([])
    const other: Build = {
      ...kestrel,
      parts: kestrel.parts.map(p => (p.kind === 'switch' ? { ...p, traits: { ...p.traits, sort: 'slide' } } : p)),
    }
    expect(circuitFindings(other).map(f => f.says)).toContain(
      'Wire w11 ends on “Pickup switch, a 3”: the part that is chosen has no such lug.',
    )
    const jackless: Build = {
      ...kestrel,
      circuit: {
        ...kestrel.circuit,
        components: kestrel.circuit.components.filter(c => c.kind !== 'jack'),
        wires: kestrel.circuit.wires.filter(w => !w.from.startsWith('jack') && !w.to.startsWith('jack')),
      },
    }
    expect(circuitFindings(jackless).map(f => f.says)).toEqual(['The circuit has no jack: nothing comes out.'])
    const unnamed: Build = {
      ...kestrel,
      circuit: {
        ...kestrel.circuit,
        components: [...kestrel.circuit.components, { id: 'extra', kind: 'switch', label: 'Extra' }],
      },
    }
    expect(circuitFindings(unnamed).map(f => f.id)).toEqual(['contacts-extra'])
  })
})
