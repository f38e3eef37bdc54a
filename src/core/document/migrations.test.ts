import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { VERSION } from './build.ts'
import { migrate } from './migrations.ts'
import { readBuildText } from './readBuild.ts'

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
  it('version 5 gives its number of coats to the layer that it was of, and its air a day', () => {
    const r = migrate({
      version: 5,
      finish: { system: 'waterborne solid colour', coats: 4, airCelsius: 18, relativeHumidity: 55 },
      calendar: { startOn: '2026-03-02' },
      readings: [],
      steps: [{ step: 'finish/primer' }, { step: 'finish/coat-3' }, { step: 'wood/saw' }],
    })
    expect(r).toMatchObject({
      ok: true,
      document: {
        version: 6,
        finish: {
          layers: [
            { id: 'primer', coats: 2 },
            { id: 'colour', coats: 4 },
          ],
        },
        readings: [
          { of: 'air.room', value: 18, at: '2026-03-02T00:00:00Z' },
          { of: 'air.humidity', value: 55 },
        ],
        steps: [{ step: 'finish/coat/primer/2' }, { step: 'finish/coat/colour/3' }, { step: 'wood/saw' }],
      },
    })
  })
  it('is refused from a version that is none, or from a later one', () => {
    for (const version of [0, 1.5, '6', VERSION + 1]) expect(migrate({ version }).ok, String(version)).toBe(false)
    expect(migrate({ version: VERSION })).toEqual({ ok: true, document: { version: VERSION } })
  })
})
