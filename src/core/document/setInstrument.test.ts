import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import { BRIDGE_SORTS, EXTRAS, MOUNTINGS, NECK_JOINTS, PICKUP_PLACES } from './build.ts'
import { readBuild, writeBuild } from './readBuild.ts'
import { setInstrument } from './setInstrument.ts'
import { slotsOf } from './slots.ts'

describe('another instrument from the same build', () => {
  it('is a build that the document accepts, whatever it is said to be', () =>
    fc.assert(
      fc.property(
        fc.record({
          strings: fc.integer({ min: 1, max: 18 }),
          neckJoint: fc.constantFrom(...NECK_JOINTS),
          pickups: fc.uniqueArray(fc.constantFrom(...PICKUP_PLACES)),
          volumes: fc.integer({ min: 0, max: 4 }),
          tones: fc.integer({ min: 0, max: 4 }),
          switches: fc.integer({ min: 0, max: 4 }),
          bridge: fc.constantFrom(...BRIDGE_SORTS),
          mounting: fc.constantFrom(...MOUNTINGS),
          extras: fc.uniqueArray(fc.constantFrom(...EXTRAS)),
        }),
        patch => {
          const r = readBuild(JSON.parse(writeBuild(setInstrument(demo('kestrel'), patch))))
          return r.ok
        },
      ),
      { numRuns: 40 },
    ))
  it('gives each slot one name', () => {
    for (const n of ['heron', 'kestrel', 'wren', 'bittern'] as const) {
      const ids = slotsOf(demo(n).instrument).map(s => s.id)
      expect(new Set(ids).size).toBe(ids.length)
    }
  })
  it('keeps the parts of slots that go', () => {
    const b = setInstrument(demo('kestrel'), { pickups: ['bridge'] })
    expect(b.slots['pickup-middle']).toBeUndefined()
    expect(b.parts.map(p => p.id)).toContain('kestrel-single-middle')
  })
})

describe('a build of version 2', () => {
  it.each([
    ['metric', 'metric by halves', 'A4'],
    ['fractional', 'fractional by 64ths', 'Letter'],
  ])('with %s bits gets a drawer, a printer and no cuts; nothing else changes', (bits, set, paper) => {
    const { cuts, preferences, ...rest } = demo('heron')
    void cuts
    const r = readBuild({
      ...rest,
      version: 2,
      preferences: { length: preferences.length, currency: preferences.currency, bits },
    })
    if (!r.ok) throw new Error(JSON.stringify(r.problems))
    expect(r.build).toEqual({
      ...rest,
      cuts: [],
      preferences: {
        length: preferences.length,
        currency: preferences.currency,
        drawer: { sets: [set], extra: [], missing: [] },
        print: { paper, short: 1, long: 1 },
      },
    })
  })
})

describe('a build of version 1', () => {
  const old = () => {
    const b = JSON.parse(writeBuild(demo('heron'))) as Record<string, unknown> & {
      instrument: Record<string, unknown>
    }
    for (const k of ['climate', 'costs', 'trials', 'budget']) delete b[k]
    for (const k of ['bridge', 'mounting', 'volumes', 'tones', 'switches', 'extras']) delete b.instrument[k]
    delete b.cuts
    return { ...b, version: 1, preferences: { length: 'mm', bits: 'fractional', currency: 'quills' } }
  }
  it('is read as the present one with what it took for granted', () => {
    const r = readBuild(old())
    if (!r.ok) throw new Error(JSON.stringify(r.problems))
    expect(r.build).toMatchObject({
      version: 6,
      cuts: [],
      preferences: {
        drawer: { sets: ['fractional by 64ths'], extra: [], missing: [] },
        print: { paper: 'Letter', short: 1, long: 1 },
      },
      costs: [],
      trials: [],
      climate: { atBench: 50 },
      instrument: { bridge: 'flat plate', mounting: 'in the body', volumes: 1, tones: 1, switches: 1, extras: [] },
    })
    expect(r.build.slots).toEqual(demo('heron').slots)
  })
  it('is refused where it is broken, with the same words as a new one', () => {
    const b = old()
    ;(b as unknown as { instrument: { strings: unknown } }).instrument.strings = 'six'
    const r = readBuild(b)
    expect(r.ok ? [] : r.problems.map(p => p.path)).toContain('instrument.strings')
  })
})
