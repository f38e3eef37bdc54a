import { describe, expect, it } from 'vitest'
import { DEMO_NAMES, demo } from '../../../tests/support/demo.ts'
import { holesOf } from '../../../tests/support/holesOf.ts'
import { plan } from '../plan/plan.ts'
import { readBuild, readSettings } from './readBuild.ts'
import { differing, following, inUnits, settingsIn, USUAL_SETTINGS, withSettings } from './settings.ts'

describe('settings of the workshop', () => {
  const heron = demo('heron')
  const held = settingsIn(heron)

  it.each(DEMO_NAMES)('are what a build holds, and bring it back unchanged: %s', name => {
    const b = demo(name)
    expect(withSettings(b, settingsIn(b))).toBe(b)
    expect(readSettings(structuredClone(settingsIn(b))).ok).toBe(true)
  })
  it('are followed: the workshop’s own always, the usual where the build had the usual', () => {
    const next = structuredClone(held)
    next.preferences.currency = 'shells'
    next.climate.dampest = 80
    next.bench.hours = [0, 0, 0, 0, 0, 8, 8]
    const after = following(heron, held, next)
    expect(settingsIn(after)).toEqual(next)
    expect(readBuild(after).ok).toBe(true)

    const own = structuredClone(heron)
    own.climate.dampest = 72
    const kept = following(own, held, next)
    expect(kept.climate.dampest).toBe(72)
    expect(kept.preferences.currency).toBe('shells')
    expect(kept.calendar).toEqual({ ...heron.calendar, hours: [0, 0, 0, 0, 0, 8, 8] })
    expect(differing(settingsIn(kept), next)).toEqual(['climate'])
  })
  it('leave the very document when nothing changes', () => {
    expect(following(heron, held, held)).toBe(heron)
    expect(following(heron, held, structuredClone(held))).toBe(heron)
  })
  it('reach the engines: bits of holes from the drawer, dates from the hours', () => {
    const next = structuredClone(held)
    next.preferences.drawer = { sets: ['fractional by 64ths'], extra: [], missing: [] }
    next.bench.hours = [0, 0, 0, 0, 0, 0, 2]
    const b = following(heron, held, next)
    const bits = (x: typeof b) => holesOf(x).flatMap(h => h.bits.map(i => i.name))
    expect(bits(heron).some(n => n.includes('/'))).toBe(false)
    expect(bits(b).every(n => n.includes('/'))).toBe(true)
    expect(plan(b).endsOn! > plan(heron).endsOn!).toBe(true)
    for (const s of plan(b).steps)
      if (s.start) expect(new Date(`${s.start.slice(0, 10)}T12:00Z`).getUTCDay()).toBe(0)
  })
  it('turn to inches with drawer and paper only while those are the usual ones', () => {
    const inches = inUnits(USUAL_SETTINGS, 'inch-fraction')
    expect(inches.preferences).toMatchObject({
      length: 'inch-fraction',
      drawer: { sets: ['fractional by 64ths'] },
      print: { paper: 'Letter' },
    })
    expect(inUnits(inches, 'mm')).toEqual(USUAL_SETTINGS)
    expect(inUnits(inches, 'inch-decimal').preferences.print.paper).toBe('Letter')
    const own = structuredClone(USUAL_SETTINGS)
    own.preferences.drawer.extra = [22]
    expect(inUnits(own, 'inch-decimal').preferences.drawer).toEqual(own.preferences.drawer)
  })
  it('name the field, the reason and what would be accepted when they are refused', () => {
    const bad = structuredClone(USUAL_SETTINGS) as unknown as Record<string, Record<string, unknown>>
    bad.climate!.dampest = 140
    bad.bench!.from = '25:00'
    const r = readSettings({ ...bad, colour: 'green' })
    const told = r.ok ? [] : r.problems.map(p => `${p.path} ${p.reason}`)
    expect(told.some(t => /^climate\.dampest .*99/.test(t))).toBe(true)
    expect(told.some(t => /^bench\.from must be a time of day/.test(t))).toBe(true)
    expect(told.some(t => t.startsWith('colour is not a field'))).toBe(true)
    expect(readSettings(null).ok).toBe(false)
    expect(readSettings({ ...USUAL_SETTINGS, bench: 3 }).ok).toBe(false)
  })
})
