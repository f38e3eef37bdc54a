import { settingsIn } from '../document/settings.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anyAnswers } from '../../../tests/support/anyAnswers.ts'
import { anyBuild } from '../../../tests/support/anyBuild.ts'
import { DEMO_NAMES, demo } from '../../../tests/support/demo.ts'
import type { Build } from '../document/build.ts'
import { FAMILY_IDS } from '../document/families.ts'
import { pairs, quantities } from '../document/maths.ts'
import { viewOf, type Fields, type View } from '../document/view.ts'
import { dimensionPaths, dimensionAt, withDimension } from '../parts/dimensionAt.ts'
import { assumeBuild } from '../start/assumeBuild.ts'
import { doubtOf } from '../units/quantity.ts'
import { FAMILIES } from './bands.ts'
import { joinedFor } from './declared.ts'
import { FAMILY_FILES } from './families/index.ts'
import { mend, reworkMinutes, type Joined } from './family.ts'
import { jointsAsTheyStand } from './findJoints.ts'
import { anyIn } from '../../../tests/support/any.ts'

const started = anyAnswers.map((answers): Build =>
  assumeBuild({
    id: 'any',
    name: 'Any',
    have: 'kit',
    answers,
    today: '2026-11-25',
    settings: settingsIn(demo('heron')),
  }),
)

/** A view that gives nothing but what a joint says it depends on. */
function only(j: Joined, of: View): View {
  const slots = new Set([...j.slots, ...(j.beside ?? [])]),
    facts = new Set<string>(['bands', ...(j.fields ?? [])])
  return {
    part: slot => {
      if (!slots.has(slot)) throw new Error(`${j.id} reads the ${slot} and does not say so`)
      return of.part(slot)
    },
    get stands() {
      if (!j.film) throw new Error(`${j.id} reads the build as it stands and does not say so`)
      return of.stands
    },
    fields: new Proxy(of.fields, {
      get(target, key) {
        if (!facts.has(String(key))) throw new Error(`${j.id} reads ${String(key)} and does not say so`)
        return target[key as keyof Fields]
      },
    }),
  }
}

function honest(b: Build): number {
  const v = viewOf(b)
  let met = 0
  for (const j of joinedFor(b.instrument).flat()) {
    const narrow = only(j, v),
      q = j.clearance(quantities, narrow)
    j.limits?.(narrow)
    if (!q) continue
    met++
    j.season?.(narrow)
    j.words(narrow, q)
    const p = j.clearance(pairs, narrow)
    if (p) {
      expect(p[0], j.id).toBeCloseTo(q.value, 6)
      expect(p[1], j.id).toBeCloseTo(doubtOf(q), 4)
    }
  }
  return met
}

describe('a declared joint', () => {
  it.each(DEMO_NAMES)('depends on what it names and nothing else, in either algebra: %s', name =>
    expect(honest(demo(name))).toBeGreaterThan(18),
  )
  it('and in any build', () => {
    fc.assert(
      fc.property(anyBuild, b => honest(b) > 10),
      { numRuns: 25 },
    )
    fc.assert(
      fc.property(started, b => honest(b) > 10),
      { numRuns: 25 },
    )
  })
  it('is judged anew when a dimension it depends on is another, and as from nothing', () => {
    fc.assert(
      fc.property(started, fc.nat(), anyIn(-2, 2), (b, n, by) => {
        jointsAsTheyStand(b)
        const all = b.parts.flatMap((p, i) => dimensionPaths(p).map(path => ({ i, path })))
        const { i, path } = all[n % all.length]!,
          part = b.parts[i]!,
          d = dimensionAt(part, path)!
        const parts = b.parts.with(i, withDimension(part, path, { ...d, value: d.value + by }))
        const edited = { ...b, parts }
        const plain = (x: Build) => JSON.stringify(jointsAsTheyStand(x).map(j => [j.id, j.finding, j.fixes, j.at]))
        expect(plain(edited)).toBe(plain(structuredClone(edited)))
      }),
      { numRuns: 25 },
    )
  })
})

describe('families', () => {
  const all = FAMILY_FILES.flatMap(f => f.families)
  it('are declared once each, and all that a build file may name', () => {
    expect(all.map(f => f.id).sort()).toEqual([...FAMILY_IDS].sort())
  })
  it('have bands in order, with a source', () => {
    for (const { id, band } of all) {
      expect(band.never, id).toBeLessThan(band.low)
      if (band.high !== undefined) expect(band.high, id).toBeGreaterThan(band.low)
      if (band.neverAbove !== undefined) expect(band.neverAbove, id).toBeGreaterThan(band.high!)
      expect(band.source).toMatch(/common practice|from memory|geometry/)
    }
  })
  it('are priced by their cheapest way that is always open', () => {
    expect(reworkMinutes(FAMILIES['post bushing'], 'over', 6)).toBe(30)
    expect(reworkMinutes(FAMILIES['guard over routs'], 'under', 6)).toBe(35)
    expect(reworkMinutes(FAMILIES['string margin'], 'under', 6)).toBeUndefined()
    expect(reworkMinutes(FAMILIES['tuner bushing pressed'], 'under', 7)).toBe(33)
  })
  it('give a fix the minutes for as many as are worked on, and what the build makes different', () => {
    const f = FAMILIES['tuner bushing pressed']
    const fix = mend(f, 'ream-holes', { title: 'Ream', changes: [], count: 4, risk: 'high' })
    expect(fix).toMatchObject({ method: 'ream-holes', minutes: 21, risk: 'high', when: 'before finish', note: '' })
  })
})
