import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import type { Build } from './build.ts'
import { writeLog, takeReading } from './edits.ts'
import { merge } from './merge.ts'
import { readBuild } from './readBuild.ts'

const at = (n: number) => `2026-11-28T10:${String(10 + n)}:00Z`

describe('two copies of one build', () => {
  const base = demo('kestrel')
  it('keep readings and log lines that both added, without asking', () => {
    const mine = writeLog(
        takeReading(base, { of: 'setup.relief', value: 0.3, doubt: 0.02, at: at(1) }),
        'Here.',
        at(2),
      ),
      theirs = writeLog(takeReading(base, { of: 'layout.dry', value: 9, doubt: 0.2, at: at(3) }), 'There.', at(4)),
      { merged, clashes } = merge<Build>(base, mine, theirs)
    expect(clashes).toEqual([])
    expect(merged.readings.length).toBe(base.readings.length + 2)
    expect(merged.readings.slice(-2).map(r => r.of)).toEqual(['layout.dry', 'setup.relief'])
    expect(new Set(merged.readings.map(r => r.id)).size).toBe(merged.readings.length)
    expect(merged.log.slice(-2).map(l => l.text)).toEqual(['There.', 'Here.'])
    expect(new Set(merged.log.map(l => l.id)).size).toBe(merged.log.length)
    expect(readBuild(merged).ok).toBe(true)
  })
  it('take each what only one of them changed, down to a part’s dimension', () => {
    const neck = base.slots.neck!,
      set = (b: Build, dim: string, value: number): Build => ({
        ...b,
        parts: b.parts.map(p =>
          p.id === neck ? { ...p, dims: { ...p.dims, [dim]: { ...p.dims[dim]!, value } } } : p,
        ),
      })
    const { merged, clashes } = merge<Build>(
      base,
      { ...set(base, 'radius', 300), name: 'Here' },
      { ...set(base, 'fretHeight', 1.3), setup: { ...base.setup, relief: 0.3 } },
    )
    const part = merged.parts.find(p => p.id === neck)!
    expect(clashes).toEqual([])
    expect([part.dims.radius!.value, part.dims.fretHeight!.value]).toEqual([300, 1.3])
    expect([merged.name, merged.setup.relief]).toEqual(['Here', 0.3])
  })
  it('clash where both changed the same thing, and nowhere else', () => {
    const { merged, clashes } = merge<Build>(
      base,
      { ...base, name: 'Here', setup: { ...base.setup, relief: 0.2 } },
      { ...base, name: 'There', setup: { ...base.setup, relief: 0.2 } },
    )
    expect(clashes).toEqual(['name'])
    expect(merged.name).toBe('Here')
  })
  it('hold a step that was ticked here and there once, and clash where one skipped it', () => {
    const tick = (state: 'done' | 'skipped', n: number): Build => ({
      ...base,
      steps: [...base.steps, { step: 'own/s-77', state, at: at(n) }],
    })
    const both = merge<Build>(base, tick('done', 1), tick('done', 2))
    expect(both.clashes).toEqual([])
    expect(both.merged.steps.filter(s => s.step === 'own/s-77')).toEqual([
      { step: 'own/s-77', state: 'done', at: at(2) },
    ])
    expect(merge<Build>(base, tick('done', 1), tick('skipped', 2)).clashes).toEqual(['steps.own/s-77'])
  })
  it('clash where one took away what the other changed, and lose it in neither order', () => {
    const [first] = base.readings,
      without = { ...base, readings: base.readings.slice(1) },
      changed = { ...base, readings: base.readings.map(r => (r === first ? { ...r, value: r.value + 1 } : r)) }
    for (const [mine, theirs] of [
      [without, changed],
      [changed, without],
    ] as const) {
      const { merged, clashes } = merge<Build>(base, mine, theirs)
      expect(clashes).toEqual([`readings.${first!.id}`])
      expect(merged.readings.find(r => r.id === first!.id)?.value).toBe(first!.value + 1)
    }
    // What only one took away is gone.
    expect(merge<Build>(base, without, base).merged.readings).toEqual(without.readings)
    expect(merge<Build>(base, base, without).merged.readings).toEqual(without.readings)
  })
})

describe('merging plain data', () => {
  const item = fc.record({ id: fc.constantFrom('a', 'b', 'c', 'd', 'e'), v: fc.integer({ min: 0, max: 3 }) }),
    list = fc.uniqueArray(item, { selector: x => x.id }),
    thing = fc.record({
      list,
      n: fc.integer({ min: 0, max: 3 }),
      o: fc.dictionary(fc.constantFrom('x', 'y'), fc.integer()),
    })
  it('gives back what one side alone changed, whatever it was', () => {
    fc.assert(
      fc.property(thing, thing, (base, other) => {
        expect(merge(base, base, other)).toEqual({ merged: other, clashes: [] })
        const mine = merge(base, other, base)
        expect(mine.clashes).toEqual([])
        // Lists keep the order of who did not change them.
        const sorted = (t: typeof other) => ({ ...t, list: [...t.list].sort((a, b) => (a.id < b.id ? -1 : 1)) })
        expect(sorted(mine.merged)).toEqual(sorted(other))
      }),
    )
  })
  it('has no name twice, and everything that either side added', () => {
    fc.assert(
      fc.property(thing, thing, thing, (base, mine, theirs) => {
        const { merged } = merge(base, mine, theirs),
          had = new Set(base.list.map(x => x.id)),
          added = (t: typeof base) => t.list.filter(x => !had.has(x.id)).map(x => x.v)
        expect(new Set(merged.list.map(x => x.id)).size).toBe(merged.list.length)
        const news = merged.list.filter(x => !had.has(x.id)).map(x => x.v)
        for (const v of [...added(mine), ...added(theirs)]) expect(news).toContain(v)
      }),
    )
  })
})
