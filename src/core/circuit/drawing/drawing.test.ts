import { describe, expect, it } from 'vitest'
import { demo } from '../../../../tests/support/demo.ts'
import { electric, RECIPE_BUILDS, withRecipe } from '../../../../tests/support/electric.ts'
import type { Build } from '../../document/build.ts'
import { layOut } from '../../layout/layOut.ts'
import { networkOf } from '../network.ts'
import { openSettings } from '../settings.ts'
import { shielded } from '../shielded.ts'
import { solderDrawing, type SolderDrawing } from '../solderDrawing.ts'
import { solderOrder } from '../solderOrder.ts'
import { drawing } from '../../ways/drawing.ts'
import { wireWays } from '../../ways/wireWays.ts'
import { boxAbout, covers, overlap, type Box } from './placed.ts'
import { LUG } from './route.ts'

const DEMOS = ['heron', 'kestrel', 'wren', 'bittern', 'plover'] as const
/** Most crossings that each may have, written down when they were drawn: fewer is better, more is a step back. */
const CROSSINGS: Readonly<Record<(typeof DEMOS)[number], number>> = {
  // Leads go by the channels that they are pulled through, and cross where they leave them.
  heron: 15,
  kestrel: 12,
  wren: 2,
  bittern: 14,
  plover: 8,
}
const RECIPE_CROSSINGS = [0, 2, 5, 1, 2, 6, 1, 10, 9, 5, 10, 8, 14, 10, 2, 2, 6, 8, 22, 10, 13, 2, 9, 2, 3]

const ring = (at: readonly [number, number]): Box => boxAbout(at, 2 * LUG, 2 * LUG)

function expectClearLabels(d: SolderDrawing): void {
  const labels = [...d.names, ...d.flags]
  for (const [i, a] of labels.entries()) {
    for (const o of labels.slice(i + 1)) expect(overlap(a.box, o.box), `${a.text} over ${o.text}`).toBe(false)
    for (const c of d.components) {
      for (const l of c.lugs)
        if (!l.wide) expect(overlap(a.box, ring(l.at)), `${a.text} over ${l.terminal}`).toBe(false)
      // A name may stand on its own case.
      if (a.id !== c.id && d.flags.includes(a)) expect(covers(c, a.at), `${a.text} over ${c.label}`).toBe(false)
    }
  }
}
function expectClearLugs(d: SolderDrawing): void {
  const ways = d.wires.flatMap(w => [
    { id: w.id, points: w.points, own: [w.from, w.to] },
    ...w.braids.map(x => ({ id: `${w.id} braid`, points: x.points, own: [x.terminal] })),
  ])
  for (const w of ways)
    for (const c of d.components)
      for (const l of c.lugs) {
        if (l.wide || w.own.includes(l.terminal)) continue
        for (let i = 1; i < w.points.length; i++)
          expect(fromStretch(l.at, w.points[i - 1]!, w.points[i]!), `${w.id} over ${l.terminal}`).toBeGreaterThan(
            LUG * 0.8,
          )
      }
}

const CASES: { name: string; b: Build; most: number; draw: (b: Build) => SolderDrawing }[] = [
  ...DEMOS.map(name => ({ name, b: demo(name), most: CROSSINGS[name], draw: drawing })),
  ...RECIPE_BUILDS.map(([id, e], i) => ({
    name: `${i} ${id}`,
    b: withRecipe(electric(e), id),
    most: RECIPE_CROSSINGS[i]!,
    draw: (x: Build) => solderDrawing(x),
  })),
]

/** Smallest distance of a place from a stretch, mm. */
function fromStretch(p: readonly number[], a: readonly number[], b: readonly number[]): number {
  const dx = b[0]! - a[0]!,
    dy = b[1]! - a[1]!,
    t = Math.max(0, Math.min(1, ((p[0]! - a[0]!) * dx + (p[1]! - a[1]!) * dy) / (dx * dx + dy * dy || 1)))
  return Math.hypot(a[0]! + t * dx - p[0]!, a[1]! + t * dy - p[1]!)
}

/** The first hot wires of a build with a braid on ground at both ends. */
function braided(b: Build, count: number): Build {
  const { nodeOf } = networkOf(b, openSettings(b))
  const hot = b.circuit.wires.filter(w => w.kind === 'wire' && nodeOf.get(w.from) !== 0).slice(0, count)
  return {
    ...b,
    circuit: {
      ...b.circuit,
      wires: b.circuit.wires.map(w => (hot.includes(w) ? shielded(b, w, 'at both ends') : w)),
    },
  }
}

describe.each(DEMOS)('shielded wires on the drawing of %s', name => {
  const b = braided(demo(name), 2),
    d = drawing(b),
    cables = d.wires.filter(w => w.shielded)
  it('are one cable whose braid parts at both ends and lands on its own lug', () => {
    expect(cables.length).toBeGreaterThan(0)
    expect(d.unrouted.length).toBeLessThanOrEqual(name === 'bittern' ? 1 : 0)
    for (const w of cables) {
      // Where there is no room for it, it is told.
      expect(w.braids.length + d.unrouted.filter(u => u.startsWith(`${w.id} braid`)).length).toBe(2)
      for (const x of w.braids) {
        const c = d.components.find(o => o.lugs.some(l => l.terminal === x.terminal))!,
          l = c.lugs.find(o => o.terminal === x.terminal)!
        const end = x.points.at(-1)!
        if (l.wide) expect(covers(c, end, 0.5)).toBe(true)
        else expect(end).toEqual(l.at)
        // It leaves the cable on the cable.
        const at = x.points[0]!
        expect(
          Math.min(...w.points.slice(1).map((p, i) => fromStretch(at, w.points[i]!, p))),
          `${w.id} braid`,
        ).toBeLessThan(1e-6)
        expect(d.flags.some(f => f.text.startsWith(`${w.id} braid`))).toBe(true)
      }
    }
  })
  it('stand clear as all others do', () => {
    expectClearLabels(d)
    expectClearLugs(d)
  })
  it('have a joint for each end of the braid', () => {
    const joints = solderOrder(b)
    for (const w of cables) {
      const ends = joints.filter(j => j.wires.some(x => x.braidOf === w.id))
      expect(ends.length).toBeGreaterThan(0)
      expect(w.braids.every(x => ends.some(j => j.terminal === x.terminal))).toBe(true)
    }
  })
})

describe.each(CASES)('the drawing to solder from: $name', ({ b, most, draw }) => {
  const d = draw(b)
  it('has every component with its lugs, and a way for every wire from lug to lug', () => {
    expect(d.unrouted).toEqual([])
    expect(d.components.map(c => c.id)).toEqual(b.circuit.components.map(c => c.id))
    const lugs = new Map(d.components.flatMap(c => c.lugs.map(l => [l.terminal, { l, c }] as const)))
    for (const w of d.wires)
      for (const [t, p] of [
        [w.from, w.points[0]!],
        [w.to, w.points.at(-1)!],
      ] as const) {
        const { l, c } = lugs.get(t)!
        if (l.wide) expect(covers(c, p, 0.5), `${w.id} on ${t}`).toBe(true)
        else expect(p).toEqual(l.at)
      }
  })
  it('writes no name or number over another, over a lug or over a case', () => expectClearLabels(d))
  it('leads no wire over a lug that is not its own', () => expectClearLugs(d))
  it(`lets wires cross ${most} times at most`, () => expect(d.crossings).toBeLessThanOrEqual(most))
})

describe('where wires run', () => {
  it('leads that pass a channel lie in it, though the straight way is shorter', () => {
    const b = demo('heron'),
      { ways, graph } = wireWays(b)!,
      d = drawing(b)
    const to = graph.channels.find(c => c.planned)!,
      [x0, x1] = [to.bore.from[0], to.bore.to[0]].sort((p, q) => p - q) as [number, number],
      y = to.bore.from[1]
    const passing = ways.filter(w => w.through.some(t => t.id === to.id)).map(w => w.wire)
    expect(passing.length).toBeGreaterThan(2)
    for (const id of passing) {
      const p = d.wires.find(w => w.id === id)!.points
      // Half way along it they are inside its walls, give or take a lane.
      const at = (x0 + x1) / 2,
        i = p.findIndex((q, k) => k > 0 && Math.min(q[0], p[k - 1]![0]) <= at && Math.max(q[0], p[k - 1]![0]) >= at)
      expect(Math.abs(p[i]![1] - y), id).toBeLessThan(to.bore.radius + 2)
    }
  })
})

describe('where things sit', () => {
  const at = (b: Build, id: string) => solderDrawing(b).components.find(c => c.id === id)!
  it('pots stand at their holes, seen from behind: the treble side lies below', () => {
    const b = demo('kestrel'),
      hole = layOut(b)!.features.find(f => f.serves === 'pot-volume')!
    expect(at(b, 'pot-volume').at).toEqual([hole.centre[0], hole.centre[1]])
    const left: Build = { ...b, instrument: { ...b.instrument, handedness: 'left' } }
    expect(at(left, 'pot-volume').at).toEqual([hole.centre[0], -hole.centre[1]])
  })
  it('lug 3 lies left of lug 1 when a pot’s lugs look down, and the turn given by hand stays', () => {
    const b = demo('kestrel')
    const turned = (turn: number): Build => ({
      ...b,
      circuit: {
        ...b.circuit,
        components: b.circuit.components.map(c => (c.id === 'pot-tone' ? { ...c, turn } : c)),
      },
    })
    const lug = (turn: number, n: string) => at(turned(turn), 'pot-tone').lugs.find(l => l.name === n)!.at
    expect(lug(0, '3')[0]).toBeLessThan(lug(0, '1')[0])
    expect(lug(0, '3')[1]).toBeGreaterThan(at(b, 'pot-tone').at[1])
    expect(lug(180, '3')[0]).toBeGreaterThan(lug(180, '1')[0])
  })
  it('without an instrument there is a drawing all the same', () => {
    const b = withRecipe(electric(RECIPE_BUILDS[0]![1]), 'one pickup')
    const bare: Build = { ...b, slots: { ...b.slots } }
    delete bare.slots.neck
    expect(solderDrawing(bare).unrouted).toEqual([])
  })
})
