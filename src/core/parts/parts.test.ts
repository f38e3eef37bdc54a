import { inWords } from '../../../tests/support/inWords.ts'
import { describe, expect, it } from 'vitest'
import { heron } from '../../../tests/support/heron.ts'
import { claimed, assumed, DEFAULT_DOUBT, measured } from '../units/doubt.ts'
import { dimensionAt, dimensionPaths, labelAt, specAt, withDimension } from './dimensionAt.ts'
import { dimensionProblems } from './validators/dimensionsOf.ts'
import { FEATURE_ROLES } from './featureRoles.ts'
import { PART_KINDS, PART_KIND_NAMES, type PartKindSpec } from './partKinds.ts'
import { marksEasily, woodOf, WOODS } from './woods.ts'
import type { DimensionSpec } from './dimensionSpec.ts'

const tables: [string, Record<string, DimensionSpec>][] = [
  ...PART_KIND_NAMES.map((k): [string, Record<string, DimensionSpec>] => [k, PART_KINDS[k].dims]),
  ...Object.entries(FEATURE_ROLES).map(([k, v]): [string, Record<string, DimensionSpec>] => [k, v.dims]),
]

describe.each(tables)('the table of %s', (_name, table) => {
  it('has a sensible default, a range and a way to take it for every dimension', () => {
    for (const [key, d] of Object.entries(table)) {
      expect(d.min, key).toBeLessThan(d.max)
      expect(d.typical, key).toBeGreaterThanOrEqual(d.min)
      expect(d.typical, key).toBeLessThanOrEqual(d.max)
      expect(inWords(d.how).length, key).toBeGreaterThan(8)
      expect(d.label.length, key).toBeGreaterThan(2)
    }
  })
  it('accepts its own defaults and refuses each one beyond its range', () => {
    const defaults = Object.fromEntries(
      Object.entries(table).map(([k, d]) => [k, { value: d.typical, doubt: 0, basis: 'assumed' }]),
    )
    expect(dimensionProblems(defaults, table)).toEqual([])
    for (const [key, d] of Object.entries(table)) {
      const over = { ...defaults, [key]: { value: d.max * 1.01 + 1, doubt: 0, basis: 'assumed' } }
      expect(
        dimensionProblems(over, table).some(p => p.startsWith(`${key}.value`)),
        key,
      ).toBe(true)
    }
  })
})

describe('choices of a kind', () => {
  it.each(PART_KIND_NAMES)('%s has a default among its values', kind => {
    for (const t of Object.values((PART_KINDS[kind] as PartKindSpec).traits)) expect(t.values).toContain(t.typical)
  })
})

describe('woods', () => {
  it('are told by hardness: a fingernail marks those below 2000 N [common practice]', () => {
    expect(
      WOODS.filter(marksEasily)
        .map(w => w.name)
        .sort(),
    ).toEqual(['basswood', 'paulownia'])
  })
  it('fall back to red alder for one that is not in the table', () =>
    expect(woodOf('driftwood').name).toBe('red alder'))
})

describe('doubt when none is given [from memory: handbook section 1]', () => {
  it('is ±0.5 % or ±0.3 mm for a claim, the larger', () => {
    expect(claimed(628).doubt).toBeCloseTo(3.14, 9)
    expect(claimed(10).doubt).toBe(0.3)
  })
  it('is ±2 % for an assumption, ±0.05 mm for a calliper, ±0.3 mm for a rule', () => {
    expect(assumed(50).doubt).toBe(1)
    expect(measured(50).doubt).toBe(0.05)
    expect(DEFAULT_DOUBT.rule()).toBe(0.3)
    expect(measured(5, 0.1, '2026-11-30', 'rule')).toEqual({
      value: 5,
      doubt: 0.1,
      basis: 'measured',
      on: '2026-11-30',
      with: 'rule',
    })
  })
})

describe('paths to dimensions', () => {
  const body = heron().parts.find(p => p.kind === 'body')!
  it('reach every dimension of a part, with its spec and a name', () => {
    for (const path of dimensionPaths(body)) {
      expect(dimensionAt(body, path)).toBeDefined()
      expect(specAt(body, path)).toBeDefined()
      expect(labelAt(body, path)).not.toBe(path)
    }
  })
  it('name the feature they belong to', () =>
    expect(labelAt(body, 'features.rout-bridge.depth')).toBe('Pickup rout (bridge), depth'))
  it('lead nowhere for what is not there', () => {
    expect(dimensionAt(body, 'dims.wings')).toBeUndefined()
    expect(specAt(body, 'features.nothing.depth')).toBeUndefined()
    expect(labelAt(body, 'dims.wings')).toBe('dims.wings')
  })
  it('change a copy and leave the part alone', () => {
    const d = { value: 40, doubt: 0.1, basis: 'measured' as const }
    const changed = withDimension(body, 'dims.thickness', d)
    expect(changed.dims.thickness).toEqual(d)
    expect(body.dims.thickness!.value).toBe(45)
    expect(
      withDimension(body, 'features.pocket.depth', d).features.find(f => f.id === 'pocket')!.dims.depth,
    ).toEqual(d)
  })
})
