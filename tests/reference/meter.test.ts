import { describe, expect, it } from 'vitest'
import { oneIn } from '../support/long.ts'
import type { Build } from '../../src/core/document/build.ts'
import { piecesOf, type Pieces } from '../../src/core/circuit/pieces.ts'
import { allSettings, openSettings } from '../../src/core/circuit/settings.ts'
import { changedBy } from '../../src/core/meter/change.ts'
import { placesOf, solveDirect } from '../../src/core/meter/dc.ts'
import { COPPER } from '../../src/core/meter/doubts.ts'
import { faultsOf, type Fault } from '../../src/core/meter/faults.ts'
import { CHEAP_METER, meterDoubt } from '../../src/core/meter/meters.ts'
import { electric, RECIPE_BUILDS, withRecipe } from '../support/electric.ts'
import { ngspice, printedOhms } from '../support/ngspice.ts'

/**
 * Predicted readings of faulted circuits against ngspice, a general-purpose circuit simulator. The sound circuit is
 * written out lug by lug, every wire and contact a line of its own; each fault is then made in that netlist, by its lines.
 */
const WITHIN = 0.002
/** A wire, a contact or a short in the netlist, Ω. */
const JOINED = 1e-4

const node = (t: string): string => t.replace(/[^a-z0-9~]/gi, '_').replace(/~/g, 'inside')

/** A line of the netlist: name, both nodes, ohms. */
type Line = [name: string, a: string, b: string, ohms: number]

const netlistOf = (p: Pieces): Line[] => [
  ...p.joints.map((j, i): Line => [`${j.sort} ${j.id} ${i}`, j.a, j.b, JOINED]),
  ...p.poles.flatMap((x): Line[] =>
    x.kind === 'R' || x.kind === 'coil' ? [[`part ${x.id}`, x.a, x.b, x.ohms]] : [],
  ),
]

function spiceOhms(lines: readonly Line[], a: string, b: string): number {
  const nodes = [...new Set(lines.flatMap(l => [l[1], l[2]]).concat(a, b))]
  const { out } = ngspice(
    [
      '* resistance between two lugs',
      ...lines.map(([, p, q, r], i) => `R${i} ${node(p)} ${node(q)} ${r}`),
      ...nodes.map((t, i) => `Rleak${i} ${node(t)} 0 1e12`),
      `Iprobe ${node(b)} ${node(a)} DC 1u`,
      `Etip tip 0 ${node(a)} ${node(b)} 1e6`,
      'Rtip tip 0 1k',
      '.control',
      'set numdgt=10',
      'op',
      'print v(tip)',
      'quit',
      '.endc',
      '.end',
      '',
    ].join('\n'),
  )
  return printedOhms(out)
}

const without = (lines: readonly Line[], name: RegExp): Line[] => lines.filter(l => !name.test(l[0]))
const times = (lines: readonly Line[], name: RegExp, by: number): Line[] =>
  lines.map(l => (name.test(l[0]) ? [l[0], l[1], l[2], l[3] * by] : l))
const isWire = (l: Line) => l[0].startsWith('wire ')
const escaped = (t: string): string => t.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')

/** The same fault made by hand in the lines; undefined for those that direct current does not see. */
function byHand(lines: readonly Line[], f: Fault): Line[] | undefined {
  const [c] = f.changes
  switch (c?.kind) {
    case 'cut':
      return without(lines, new RegExp(`^wire ${c.wire} `))
    case 'cold':
      return times(lines, new RegExp(`^wire ${c.wire} `), c.ohms / JOINED)
    case 'bridge':
      return [...lines, ['solder', c.a, c.b, c.ohms]]
    case 'move': {
      const at = c.end === 'a' ? 1 : 2
      return lines.map(l =>
        l[0].startsWith(`wire ${c.wire} `) ? (l.map((x, i) => (i === at ? c.to : x)) as Line) : l,
      )
    }
    case 'exchange': {
      const other = new Map(c.pairs.flatMap(([p, q]) => [[p, q] as const, [q, p] as const]))
      return lines.map(l =>
        isWire(l) || l[0].startsWith('braid ') ? [l[0], other.get(l[1]) ?? l[1], other.get(l[2]) ?? l[2], l[3]] : l,
      )
    }
    case 'open':
      return without(lines, new RegExp(`^part ${escaped(c.pole)}$`))
    case 'scale':
      return c.poles.reduce((l, pole) => times(l, new RegExp(`^part ${escaped(pole)}$`), c.by), [...lines])
    case 'lift': {
      if (/^jack\./.test(c.terminal)) return undefined
      const below = `${c.terminal}~`,
        own = (l: Line) => l[0].startsWith('part ') || l[0].startsWith('contact ') || l[0].startsWith('inner ')
      return [
        ...lines.map((l): Line =>
          own(l) ? [l[0], l[1] === c.terminal ? below : l[1], l[2] === c.terminal ? below : l[2], l[3]] : l,
        ),
        ...(Number.isFinite(c.ohms) ? [['cold', c.terminal, below, c.ohms] as Line] : []),
      ]
    }
    case 'contact':
      return lines.filter(l => !(l[0].startsWith(`contact ${c.component} `) && l[1] === c.a && l[2] === c.b))
    default:
      return undefined
  }
}

const RECIPES = [0, 1, 4, 8, 14, 18, 19, 22]
const cases = RECIPES.flatMap((k, i) => {
  const [id, of] = RECIPE_BUILDS[k]!,
    b: Build = withRecipe(electric(of), id),
    usable = faultsOf(b).filter(f => byHand([], f) !== undefined),
    sorts = [...new Set(usable.map(f => f.sort))]
  // Five faults of each circuit, of five sorts, others in each.
  return [0, 1, 2, 3, 4].map(n => {
    const of = usable.filter(f => f.sort === sorts[(n * 2 + i) % sorts.length])
    return { circuit: id, b, f: of[(i * 5 + n) % of.length]! }
  })
})

describe('readings of faulted circuits, against ngspice', () => {
  it('are of forty of them, of most sorts that direct current sees', () => {
    expect(cases).toHaveLength(40)
    expect(new Set(cases.map(c => c.f.sort)).size).toBeGreaterThanOrEqual(12)
  })
  it.each(oneIn(2, cases).map(c => ({ ...c, name: `${c.circuit}: ${c.f.id}` })))('$name', ({ b, f }) => {
    const all = allSettings(b)
    for (const s of [openSettings(b), all.at(-1)!]) {
      const sound = piecesOf(b, s, false),
        faulty = changedBy(sound, f.changes),
        solved = solveDirect(faulty),
        place = placesOf(faulty.terminals),
        lines = byHand(netlistOf(sound), f)!
      const { tip, sleeve } = sound.jack!
      const [p, q] = [f.at[0]!, f.at.at(-1)!]
      for (const [x, y] of [
        [tip, sleeve],
        [p, sleeve],
        [p, q],
      ] as const) {
        if (x === y) continue
        const own = solved.ohms(place.get(x)!, place.get(y)!),
          want = spiceOhms(lines, x, y)
        if (want > 5e9) expect(own, `${x} ${y}`).toBeGreaterThan(5e9)
        else expect(Math.abs(own - want), `${x} ${y}: ${own} against ${want}`).toBeLessThan(WITHIN * want + 0.02)
      }
    }
  })
})

describe('what a meter is off by', () => {
  it('is a share and so many of the last digit: 0.8 % and 2 at 8.65 kΩ on 2,000 steps of 20 kΩ [common practice]', () =>
    expect(meterDoubt(CHEAP_METER, 8650)).toBeCloseTo(0.008 * 8650 + 20, 9))
  it('has copper’s coefficient at 20 °C [published: IEC 60028, 3.93e-3 per kelvin]', () =>
    expect(COPPER).toBe(3.93e-3))
})
