import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import type { ReadingRef } from './readingRef.ts'
import { readWithUsual, usualTool } from './usualTool.ts'

const heron = demo('heron')
const by = (ref: ReadingRef, value = 0) => usualTool(heron, ref, value)

describe('what a reading is usually taken with', () => {
  it('is the calliper for a length of a part, half a tenth of a millimetre; the eye for a count [common practice: handbook section 1]', () => {
    expect(by({ kind: 'dimension', of: 'heron-neck/dims.heelWidth' })).toEqual({ with: 'calliper', doubt: 0.05 })
    expect(by({ kind: 'dimension', of: 'heron-tuners/dims.count' })).toEqual({ with: 'eye', doubt: 0 })
  })
  it('is a share of what was read for ohms and grams', () => {
    expect(by({ kind: 'dimension', of: 'heron-body/dims.mass' }, 2000)).toEqual({ with: 'scale', doubt: 20 })
  })
  it('is one and the same rule wherever a rule is laid on: frets, holes, places along [common practice: handbook section 1]', () => {
    const rule = { with: 'steel rule', doubt: 0.3 }
    expect(by({ kind: 'frets', low: 0, high: 12 })).toEqual(rule)
    expect(by({ kind: 'hole', hole: 'bridge-1', axis: 'across' })).toEqual(rule)
    expect(by({ kind: 'edge', station: 'mouth', edge: 'at' })).toEqual(rule)
    for (const ref of [{ kind: 'dry' }, { kind: 'edge', station: 'mouth', edge: 'bass' }] as const)
      expect(by(ref)).toEqual({ with: 'straightedge and rule', doubt: 0.3 })
  })
  it('is not said where several tools may read it, or a reading brings its own doubt', () => {
    expect(by({ kind: 'setup', what: 'relief' })).toBeUndefined()
    expect(by({ kind: 'turned', what: 'rod' })).toBeUndefined()
    expect(by({ kind: 'meter', setting: 'all up' })).toBeUndefined()
  })
  it('is kept with the reading, unless another is given; a reading that nothing reads is not taken', () => {
    const at = '2026-09-01T10:00:00Z'
    expect(readWithUsual(heron, 'hole.bridge-1.along', 101.3, at).readings.at(-1)).toMatchObject({
      value: 101.3,
      with: 'steel rule',
      doubt: 0.3,
      at,
    })
    const by = { with: 'as proposed', doubt: 1 }
    expect(readWithUsual(heron, 'layout.edge.mouth.at', -76, at, by).readings.at(-1)).toMatchObject(by)
    expect(() => readWithUsual(heron, 'setup.relief', 0.2, at)).toThrow('setup.relief')
  })
})
