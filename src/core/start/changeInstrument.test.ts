import { settingsIn } from '../document/settings.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anyAnswers } from '../../../tests/support/anyAnswers.ts'
import { demo } from '../../../tests/support/demo.ts'
import { readBuild, writeBuild } from '../document/readBuild.ts'
import { slotsOf } from '../document/slots.ts'
import { jointsAsTheyStand } from '../fit/findJoints.ts'
import { answersOf, changeInstrument, instrumentChange, isAssumedPart } from './changeInstrument.ts'
import { assumeBuild } from './assumeBuild.ts'
import type { Answers } from './answers.ts'

const fresh = (answers: Answers) =>
  assumeBuild({
    id: 'x',
    name: 'X',
    have: 'kit',
    answers,
    today: '2026-11-25',
    settings: settingsIn(demo('heron')),
  })
const ok = (b: Parameters<typeof writeBuild>[0]) => {
  const r = readBuild(JSON.parse(writeBuild(b)))
  expect(r.ok ? [] : r.problems).toEqual([])
}

describe('the instrument changed later', () => {
  it('is valid, and an assumed build stays one in which nothing is a misfit, in each direction', () =>
    fc.assert(
      fc.property(anyAnswers, anyAnswers, (first, then) => {
        const b = changeInstrument(fresh(first), then)
        ok(b)
        expect(b.parts.every(isAssumedPart)).toBe(true)
        expect(new Set(Object.values(b.slots)).size).toBe(b.parts.length)
        const bad = jointsAsTheyStand(b).filter(j => j.state !== "can't tell" && j.state !== 'snug')
        expect(bad.map(j => j.id)).toEqual([])
        // And it is the build that the second answers alone would have made.
        expect(b.instrument).toEqual(fresh(then).instrument)
        ok(changeInstrument(b, first))
      }),
      { numRuns: 25 },
    ))
  it('leaves every part and number alone when the answers are the ones it has', () => {
    for (const n of ['heron', 'kestrel', 'wren', 'bittern'] as const) {
      const b = demo(n),
        same = changeInstrument(b, answersOf(b))
      expect(same.slots).toEqual(b.slots)
      expect(same.parts).toEqual(b.parts)
      expect(same.instrument).toEqual(b.instrument)
      expect(same.circuit).toEqual(b.circuit)
    }
  })
  it('lets an assumed body’s routs follow the pickups, and a real body’s alone', () => {
    const b = fresh({ pickups: [{ place: 'bridge', sort: 'double-coil' }] })
    const more = changeInstrument(b, {
      ...answersOf(b),
      pickups: [
        { place: 'bridge', sort: 'double-coil' },
        { place: 'neck', sort: 'single-coil' },
      ],
    })
    const routs = (x: typeof b) =>
      x.parts
        .find(p => p.kind === 'body')!
        .features.filter(f => f.role === 'pickup-rout')
        .map(f => f.serves)
    expect(routs(more)).toEqual(['pickup-bridge', 'pickup-neck'])
    const real = demo('wren'),
      two = changeInstrument(real, {
        ...answersOf(real),
        pickups: [
          { place: 'bridge', sort: 'wide single-coil' },
          { place: 'neck', sort: 'single-coil' },
        ],
      })
    expect(routs(two)).toEqual(routs(real))
    expect(two.slots['pickup-neck']).toBeDefined()
  })
  it('says what follows: slots, parts that no longer belong, wires', () => {
    const b = demo('heron'),
      after = changeInstrument(b, { ...answersOf(b), bridge: 'rocking tremolo, two posts' })
    ok(after)
    const c = instrumentChange(b, after)
    expect(c.come).toEqual(expect.arrayContaining(['Bridge posts', 'Tremolo springs']))
    expect(c.go).toContain('Bridge screws')
    expect(c.out).toContain(b.parts.find(p => p.id === b.slots.bridge)!.name)
    expect(c.assumed).toEqual(['Bridge'])
    expect(isAssumedPart(after.parts.find(p => p.id === after.slots.bridge)!)).toBe(true)
    expect(jointsAsTheyStand(after).length).toBeGreaterThan(30)
    const less = changeInstrument(b, { ...answersOf(b), pickups: [{ place: 'neck', sort: 'single-coil' }] })
    expect(instrumentChange(b, less).wires).toBeGreaterThan(0)
    expect(slotsOf(less.instrument).map(s => s.id)).not.toContain('pickup-bridge')
  })
})
