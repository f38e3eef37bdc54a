import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readBuildText } from './readBuild.ts'
import { VERSION } from './build.ts'

/** Documents as older applications wrote them: never regenerated. */
const old = (name: string) => {
  const r = readBuildText(readFileSync(new URL(`../../../tests/documents/${name}.json`, import.meta.url), 'utf8'))
  if (!r.ok) throw new Error(JSON.stringify(r.problems))
  return r.build
}

describe('documents of older versions', () => {
  it('version 1 is read with what it took for granted', () => {
    const b = old('heron-v1')
    expect(b.version).toBe(VERSION)
    expect(b.instrument).toMatchObject({
      strings: 6,
      neckJoint: 'screwed',
      pickups: ['bridge', 'neck'],
      bridge: 'flat plate',
      volumes: 1,
    })
    expect(b.cuts).toEqual([])
    expect(b.preferences.drawer.sets).toEqual(['metric by halves'])
    expect(b.climate.atBench).toBe(50)
  })
  it('version 2 keeps its drawer of bits and its three pickups', () => {
    const b = old('kestrel-v2')
    expect(b.instrument.pickups).toEqual(['bridge', 'middle', 'neck'])
    expect(b.instrument.bridge).toBe('rocking tremolo, two posts')
    expect(b.preferences.print).toEqual({ paper: 'A4', short: 1, long: 1 })
    expect(b.parts.find(p => p.kind === 'guard')!.features.filter(f => f.role === 'cut-out')).toHaveLength(3)
  })
  it('version 3 learns where its pickups sit and how its neck is joined', () => {
    const b = old('bittern-v3')
    expect(b.instrument).toMatchObject({ pickups: ['bridge', 'neck'], neckJoint: 'screwed' })
    expect(b.slots['neck-screws']).toBe('bittern-neck-screws')
  })
  it('version 4 names a setting by every switch, not by the first one’s position', () => {
    const b = old('heron-v4')
    expect(b.readings.at(-1)!.of).toBe('meter.switch=both+tone=out')
    expect(b.steps.slice(-2).map(s => s.step)).toEqual(['test/switch=bridge', 'test/tap'])
    expect(b.circuit.recipe).toBe('two pickups, three-way toggle, volume, tone')
  })
})
