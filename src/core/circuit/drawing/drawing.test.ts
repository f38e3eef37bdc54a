import { describe, expect, it } from 'vitest'
import { demo } from '../../../../tests/support/demo.ts'
import { electric, RECIPE_BUILDS, withRecipe } from '../../../../tests/support/electric.ts'
import type { Build } from '../../build/build.ts'
import { layOut } from '../../layout/layOut.ts'
import { solderDrawing } from '../solderDrawing.ts'
import { boxAbout, covers, overlap, type Box } from './placed.ts'
import { LUG } from './route.ts'

const DEMOS = ['heron', 'kestrel', 'wren', 'bittern', 'plover'] as const
/** Most crossings that each may have, written down when they were drawn: fewer is better, more is a step back. */
const CROSSINGS: Readonly<Record<(typeof DEMOS)[number], number>> = {
  heron: 9,
  kestrel: 16,
  wren: 2,
  bittern: 13,
  plover: 11,
}
const RECIPE_CROSSINGS = [1, 1, 8, 1, 2, 6, 1, 13, 9, 9, 12, 9, 14, 10, 3, 2, 6, 9, 25, 11, 20, 4, 11, 4, 3]

const CASES: { name: string; b: Build; most: number }[] = [
  ...DEMOS.map(name => ({ name, b: demo(name), most: CROSSINGS[name] })),
  ...RECIPE_BUILDS.map(([id, e], i) => ({
    name: `${i} ${id}`,
    b: withRecipe(electric(e), id),
    most: RECIPE_CROSSINGS[i]!,
  })),
]

/** Smallest distance of a place from a stretch, mm. */
function fromStretch(p: readonly number[], a: readonly number[], b: readonly number[]): number {
  const dx = b[0]! - a[0]!,
    dy = b[1]! - a[1]!,
    t = Math.max(0, Math.min(1, ((p[0]! - a[0]!) * dx + (p[1]! - a[1]!) * dy) / (dx * dx + dy * dy || 1)))
  return Math.hypot(a[0]! + t * dx - p[0]!, a[1]! + t * dy - p[1]!)
}
const ring = (at: readonly [number, number]): Box => boxAbout(at, 2 * LUG, 2 * LUG)

describe.each(CASES)('the drawing to solder from: $name', ({ b, most }) => {
  const d = solderDrawing(b)
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
  it('writes no name or number over another, over a lug or over a case', () => {
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
  })
  it('leads no wire over a lug that is not its own', () => {
    for (const w of d.wires)
      for (const c of d.components)
        for (const l of c.lugs) {
          if (l.wide || l.terminal === w.from || l.terminal === w.to) continue
          for (let i = 1; i < w.points.length; i++)
            expect(fromStretch(l.at, w.points[i - 1]!, w.points[i]!), `${w.id} over ${l.terminal}`).toBeGreaterThan(
              LUG * 0.8,
            )
        }
  })
  it(`lets wires cross ${most} times at most`, () => expect(d.crossings).toBeLessThanOrEqual(most))
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
