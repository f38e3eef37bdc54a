import { describe, expect, it } from 'vitest'
import { heron } from '../../../tests/support/heron.ts'
import { chooseFix, choosePart, dropFix, setDimension, takeReading, writeLog } from './edits.ts'
import { readBuild } from './readBuild.ts'

const at = '2026-11-30T19:05:00Z'

describe('edits of a build', () => {
  it('turn a reading of a dimension into a measurement, and keep the reading', () => {
    const b = takeReading(heron(), {
      of: 'part/heron-neck/dims.scaleLength',
      value: 627.6,
      doubt: 0.3,
      at,
      with: 'steel rule',
    })
    expect(b.parts.find(p => p.id === 'heron-neck')!.dims.scaleLength).toEqual({
      value: 627.6,
      doubt: 0.3,
      basis: 'measured',
      on: at,
      with: 'steel rule',
      claimed: 628,
      claimedDoubt: 3.14,
    })
    expect(b.readings).toHaveLength(heron().readings.length + 1)
    expect(readBuild(b).ok).toBe(true)
  })
  it('reach a feature’s dimension', () =>
    expect(
      setDimension(heron(), 'heron-body/features.rout-bridge.width', {
        value: 71,
        doubt: 0.1,
        basis: 'measured',
      }).parts[0]!.features.find(f => f.id === 'rout-bridge')!.dims.width!.value,
    ).toBe(71))
  it('leave the build alone for a dimension that does not exist', () =>
    expect(setDimension(heron(), 'heron-body/dims.wings', { value: 1, doubt: 0, basis: 'claimed' })).toEqual(
      heron(),
    ))
  it('keep one fix a joint', () => {
    const b = chooseFix(chooseFix(heron(), 'tuner-bushing', 'ream-holes'), 'tuner-bushing', 'sleeve-holes')
    expect(b.fixes).toEqual([{ joint: 'tuner-bushing', method: 'sleeve-holes' }])
    expect(dropFix(b, 'tuner-bushing').fixes).toEqual([])
  })
  it('put a part from the shelf into a slot and keep the one before', () => {
    const other = { ...heron().parts.find(p => p.id === 'heron-double')!, id: 'another' }
    const b = choosePart(heron(), 'pickup-bridge', other)
    expect(b.slots['pickup-bridge']).toBe('another')
    expect(b.parts.map(p => p.id)).toContain('heron-double')
    expect(readBuild(b).ok).toBe(true)
  })
  it('write lines with ids of their own', () => {
    const b = writeLog(writeLog(heron(), 'one', at), 'two', at, 4.5)
    expect(new Set(b.log.map(l => l.id)).size).toBe(2)
    expect(b.log[1]!.cost).toBe(4.5)
  })
})
