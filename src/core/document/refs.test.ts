import { GRIT_NAMES } from '../parts/grits.ts'
import { ZONES } from './finishNames.ts'
import { placeRef, placeText } from './placeRef.ts'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { DEMO_NAMES, demo } from '../../../tests/support/demo.ts'
import { plan } from '../plan/plan.ts'
import { readBuild } from './readBuild.ts'
import {
  AIR_WHAT,
  EDGES,
  EDGE_STATIONS,
  HEARD,
  HOLE_AXES,
  TURNED,
  readingRef,
  readingText,
  type ReadingRef,
} from './readingRef.ts'
import { FINISH_STAGES, stepRef, stepText, type StepRef } from './stepRef.ts'

const id = fc.stringMatching(/^[a-z][a-z0-9]{0,6}(-[a-z0-9]{1,4})?$/)
const reading: fc.Arbitrary<ReadingRef> = fc.oneof(
  fc.tuple(id, id).map(([p, k]) => ({ kind: 'dimension' as const, of: `${p}/dims.${k}` })),
  id.map(what => ({ kind: 'setup' as const, what })),
  id.map(setting => ({ kind: 'meter' as const, setting })),
  fc
    .tuple(id, id, id, id, id)
    .map(([a, b, c, d, setting]) => ({ kind: 'probe' as const, a: `${a}.${b}`, b: `${c}.${d}`, setting })),
  fc
    .tuple(fc.constantFrom(...HEARD), id, id)
    .map(([what, of, setting]) => ({ kind: 'heard' as const, what, of, setting })),
  fc.tuple(fc.constantFrom(...HEARD), id).map(([what, setting]) => ({ kind: 'heard' as const, what, setting })),
  fc.tuple(fc.nat(24), fc.nat(24)).map(([low, high]) => ({ kind: 'frets' as const, low, high })),
  fc.record({
    kind: fc.constant('edge' as const),
    station: fc.constantFrom(...EDGE_STATIONS),
    edge: fc.constantFrom(...EDGES),
  }),
  fc.record({ kind: fc.constant('hole' as const), hole: id, axis: fc.constantFrom(...HOLE_AXES) }),
  fc.record({
    kind: fc.constant('film' as const),
    how: fc.constantFrom('panel', 'weight'),
    layer: id,
    coats: fc.integer({ min: 1, max: 99 }),
  }),
  fc.record({
    kind: fc.constant('film' as const),
    how: fc.constant('gauge' as const),
    zone: fc.constantFrom(...ZONES),
    layer: id,
    coats: fc.integer({ min: 1, max: 99 }),
  }),
  fc
    .tuple(fc.integer({ min: 1, max: 18 }), fc.integer({ min: 0, max: 36 }))
    .map(([string, fret]) => ({ kind: 'cents' as const, string, fret })),
  fc.constantFrom(...TURNED).map(what => ({ kind: 'turned' as const, what })),
  fc.integer({ min: 1, max: 36 }).map(fret => ({ kind: 'fret' as const, fret })),
  fc.constantFrom(...GRIT_NAMES).map(grit => ({ kind: 'strokes' as const, grit })),
  fc.constantFrom(...AIR_WHAT).map(what => ({ kind: 'air' as const, what })),
)
const step: fc.Arbitrary<StepRef> = fc.oneof(
  fc.tuple(id, id).map(([p, k]) => ({ kind: 'measure' as const, of: `${p}/features.x.${k}` })),
  fc.record({ kind: fc.constant('fix' as const), joint: id, method: id }),
  id.map(cut => ({ kind: 'cut' as const, cut })),
  fc.record({ kind: fc.constant('drill' as const), group: id, after: fc.boolean() }),
  fc.integer({ min: 1, max: 9 }).map(number => ({ kind: 'trial' as const, number })),
  fc.record({ kind: fc.constantFrom('solder', 'assemble', 'test', 'setup'), what: id }),
  fc.constantFrom(...FINISH_STAGES).map(stage => ({ kind: 'finish' as const, stage })),
  id.map(layer => ({ kind: 'finish' as const, stage: 'scuff' as const, layer })),
  fc
    .tuple(id, fc.integer({ min: 1, max: 30 }))
    .map(([layer, nth]) => ({ kind: 'finish' as const, stage: 'coat' as const, layer, nth })),
  id.map(own => ({ kind: 'own' as const, id: own })),
  fc.constant({ kind: 'close' as const }),
)

describe('references', () => {
  it('come back from their text as they were', () => {
    fc.assert(fc.property(reading, r => void expect(readingRef(readingText(r))).toEqual({ ...r })))
    fc.assert(fc.property(step, s => void expect(stepRef(stepText(s))).toEqual({ ...s })))
  })
  it('are told apart from what is none', () => {
    for (const t of ['', 'part/', 'part/x', 'layout.frets.1', 'layout.edge.middle.at', 'hole.a.up', 'voltage'])
      expect(readingRef(t), t).toBeUndefined()
    for (const t of [
      '',
      'fix/a',
      'fix/a/b/c',
      'trial/0',
      'trial/x',
      'measure/a',
      'drill/a/before',
      'paint/all',
      'close/1',
    ])
      expect(stepRef(t), t).toBeUndefined()
  })
  it.each(DEMO_NAMES)('name every step that a plan has and every reading it asks for: %s', name => {
    for (const s of plan(demo(name)).steps) {
      expect(stepRef(s.id), s.id).toBeDefined()
      expect(stepText(stepRef(s.id)!)).toBe(s.id)
      if (s.read) expect(readingRef(s.read.of), s.read.of).toBeDefined()
    }
  })
  it('that nothing is known by are refused with what would be accepted', () => {
    const b = demo('heron') as unknown as Record<string, unknown>
    const problems = (patch: Record<string, unknown>) => {
      const r = readBuild({ ...b, ...patch })
      return r.ok ? [] : r.problems.map(p => `${p.path}: ${p.reason}`)
    }
    const at = '2026-11-25T08:00:00Z'
    expect(problems({ bands: { 'heel hight': { low: 0, high: 1 } } })[0]).toMatch(/bands.*heel hight.*heel width/)
    expect(problems({ readings: [{ id: 'r-1', of: 'voltage', value: 1, doubt: 0, at }] })[0]).toMatch(
      /readings\[0\]\.of: “voltage” is nothing that is read; accepted are part/,
    )
    expect(problems({ steps: [{ step: 'paint/all', state: 'done', at }] })[0]).toMatch(
      /steps\[0\]\.step: “paint\/all” is no step; accepted are measure/,
    )
  })
  it('name lugs that are there: a wire to none is refused with those there are', () => {
    const b = demo('heron'),
      wires = (from: string) => ({
        ...b,
        circuit: { ...b.circuit, wires: b.circuit.wires.map((w, i) => (i ? w : { ...w, from })) },
      })
    const told = (from: string) => {
      const r = readBuild(wires(from))
      return r.ok ? [] : r.problems
    }
    expect(told('volume.2')).toEqual([])
    expect(told('volume.4')).toEqual([
      {
        path: 'circuit.wires[0].from',
        reason:
          '“4” is no lug of volume; its lugs are 1, 2, 3, a-common, a-in, a-out, b-1, b-2, b-3, b-common, b-in, b-out, case',
      },
    ])
    expect(told('tone.a-common')).toEqual([])
    // Another pickup may be chosen before it is wired: what any of its kind has is no mistake.
    expect(told('pickup-bridge.start')).toEqual([])
    expect(told('nobody.2')[0]!.reason).toBe('“nobody” is no component of this circuit')
  })
  it('of places come back from their text, and nothing else is one', () => {
    for (const of of ['bridge', 'guard'] as const)
      for (const axis of ['x', 'y'] as const) expect(placeRef(placeText({ of, axis }))).toEqual({ of, axis })
    for (const t of ['placements/bridge.z', 'placements/tuners.x', 'body/dims.x', 'placements/bridge'])
      expect(placeRef(t), t).toBeUndefined()
  })
})
