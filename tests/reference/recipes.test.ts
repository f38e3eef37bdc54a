import { lugRef } from '../../src/core/document/lugRef.ts'
import { describe, expect, it } from 'vitest'
import { LONG, oneIn } from '../support/long.ts'
import type { Build } from '../../src/core/document/build.ts'
import { readBuild } from '../../src/core/document/readBuild.ts'
import { terminalsOf } from '../../src/core/document/circuitRecord.ts'
import { jackResistance } from '../../src/core/circuit/jackResistance.ts'
import { RECIPES } from '../../src/core/circuit/recipes/index.ts'
import { ADDITIONS, withAddition } from '../../src/core/circuit/recipes/additions.ts'
import { response } from '../../src/core/circuit/response.ts'
import { allSettings, knobsOf, partOf, type Settings } from '../../src/core/circuit/settings.ts'
import { spiceDcNetlist, spiceNetlist } from '../../src/core/circuit/spice.ts'
import { electric, RECIPE_BUILDS, withRecipe } from '../support/electric.ts'
import { ngspice, printedOhms } from '../support/ngspice.ts'

/** Every recipe against ngspice, a general-purpose circuit simulator: three settings each, and five wirings at random. */
const WITHIN_DB = 0.01
const WITHIN_SHARE = 0.001
/** Under this the leaks that keep floating metal at rest decide, dB. */
const FLOOR = -90

/** A generator of its own, so that a case that fails can be found again. */
function randomly(seed: number): () => number {
  let s = seed
  return () => {
    s = (Math.imul(s ^ (s >>> 15), 2246822519) + 374761393) | 0
    return (s >>> 0) / 2 ** 32
  }
}

function agrees(b: Build, s: Settings): void {
  const { table } = ngspice(spiceNetlist(b, s, { from: 20, to: 20000, pointsPerDecade: 20 }))
  expect(table.length).toBeGreaterThan(55)
  const own = response(
    b,
    s,
    table.map(r => r[0]),
  )
  table.forEach(([hz, db], i) => {
    if (db < FLOOR) expect(own.db[i]!).toBeLessThan(FLOOR + 0.1)
    else expect(Math.abs(db - own.db[i]!), `${hz} Hz`).toBeLessThan(WITHIN_DB)
  })
  const want = printedOhms(ngspice(spiceDcNetlist(b, s)).out),
    ohms = jackResistance(b, s)
  if (Number.isFinite(ohms) && ohms > 0) expect(Math.abs(ohms / want - 1)).toBeLessThan(WITHIN_SHARE)
  else if (ohms === Infinity) expect(want).toBeGreaterThan(19e6)
  else expect(want).toBeLessThan(1e-5)
}

/** As many of each circuit. */
const SETTINGS = LONG ? 3 : 2
const CASES = RECIPE_BUILDS.map(([id, of], i) => ({ id, b: withRecipe(electric(of), id), i }))

describe('every recipe', () => {
  it('is among those that are tried, and each makes a document that is accepted', () => {
    const bases = CASES.map(c => c.id.split(';')[0]!)
    expect(RECIPES.map(r => r.id).filter(id => !bases.includes(id))).toEqual([])
    for (const { b } of CASES) {
      const r = readBuild(JSON.parse(JSON.stringify(b)))
      expect(r.ok ? [] : r.problems).toEqual([])
    }
  })
  it('leads every pickup by its own leads: nothing is cut from the reel for them', () => {
    for (const { id, b } of CASES) {
      const pickups = new Set(b.circuit.components.filter(c => c.kind === 'pickup').map(c => c.id))
      for (const w of b.circuit.wires)
        if ([w.from, w.to].some(t => pickups.has(lugRef(t).of))) expect(w.kind, `${id}: ${w.id}`).toBe('lead')
    }
  })
  it.each(CASES)('$i $id: its settings', ({ b, i }) => {
    const all = allSettings(b),
      next = randomly(100 + i)
    for (let k = 0; k < SETTINGS; k++) {
      const s = all[Math.floor((k * all.length) / SETTINGS)]!
      const knobs = Object.fromEntries(knobsOf(b).map(x => [x.id, k ? next() : s.knobs[x.id]!]))
      agrees(b, { ...s, knobs })
    }
  })
  it.each(oneIn(2, CASES))('$i $id: its parts wired at random', ({ b, i }) => {
    const lugs = b.circuit.components.flatMap(c => terminalsOf(c, partOf(b, c)).map(t => `${c.id}.${t}`))
    for (let k = 0; k < (LONG ? 5 : 2); k++) {
      const next = randomly(1000 * (i + 1) + k),
        pick = (of: readonly string[]) => of[Math.floor(next() * of.length)]!
      const hots = lugs.filter(t => t !== 'jack.tip' && t !== 'jack.sleeve')
      // The tip lies on something, everything else anywhere.
      const wires = Array.from({ length: Math.ceil(lugs.length * 0.6) }, (_, n) => {
        const from = n === 0 ? 'jack.tip' : pick(lugs),
          to = n === 0 ? pick(hots) : pick(lugs.filter(t => t !== from))
        return { id: `w${n}`, from, to, kind: 'wire' as const }
      })
      const all = allSettings(b)
      agrees({ ...b, circuit: { ...b.circuit, wires } }, all[Math.floor(next() * all.length)]!)
    }
  })
})

describe('what is added to a circuit', () => {
  const b = withRecipe(electric(RECIPE_BUILDS[4]![1]), 'two pickups, one volume')
  it.each(ADDITIONS)('$label', a => {
    const with1 = { ...b, circuit: withAddition(b.circuit, a) }
    const all = allSettings(with1)
    for (const s of [all[0]!, all.at(-1)!]) agrees(with1, { ...s, knobs: { ...s.knobs, 'pot-volume': 0.6 } })
  })
})
