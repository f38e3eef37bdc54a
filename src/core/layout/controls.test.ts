import { inWords } from '../../../tests/support/inWords.ts'
import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import { plainBuild, sure } from '../../../tests/support/plainBuild.ts'
import type { Build } from '../document/build.ts'
import { typicalFeature, typicalPart } from '../parts/typicalPart.ts'
import { controlSpots, placesFromDonor } from './controls.ts'
import { layOut } from './layOut.ts'

const spots = (b: Build) => controlSpots(b, layOut(b)!)
const place = (b: Build, slot: string, x: number, y: number): Build => ({
  ...b,
  placements: { ...b.placements, parts: [...(b.placements.parts ?? []), { slot, x: sure(x), y: sure(y) }] },
})
const two = () =>
  plainBuild({
    instrument: { volumes: 2 },
    parts: { 'pot-volume': { dims: { caseWidth: 24 } }, 'pot-volume-2': { dims: { caseWidth: 24 } } },
  })

describe('controls', () => {
  it('stand where they are drilled, placed, or in the middle of the cavity', () => {
    const b = place(plainBuild({ instrument: { volumes: 3 } }), 'pot-volume-2', 210, 95),
      s = spots(b)
    expect(s.map(x => [x.slot, x.from])).toEqual([
      ['pot-volume', 'drilled'],
      ['pot-volume-2', 'placed'],
      ['pot-volume-3', 'proposed'],
    ])
    const l = layOut(b)!
    expect(s[2]!.at).toEqual([expect.closeTo(l.nutToHeelEnd + 200, 6), expect.closeTo(90, 6)])
  })
  it('stand on the guard where they are placed over it, and on the body beside it', () => {
    const b = demo('kestrel'),
      guard = b.parts.find(p => p.kind === 'guard')!,
      hole = guard.features.find(f => f.role === 'pot-hole')!
    const open: Build = {
      ...b,
      parts: b.parts.map(p => ({ ...p, features: p.features.filter(f => f.serves !== hole.serves) })),
    }
    const l = layOut(b)!,
      at = l.features.find(f => f.id === hole.id && f.partId === guard.id)!.centre
    const on = (y: number) =>
      spots(place(open, hole.serves!, at[0] - l.nutToHeelEnd, y)).find(s => s.slot === hole.serves)!
    expect(on(at[1])).toMatchObject({ from: 'placed', on: 'guard' })
    expect(on(at[1] + 400)).toMatchObject({ from: 'placed', on: 'body' })
  })
  it('keep their cases from each other and from the wall [worked by hand]', () => {
    // Cavity 150…250 by 60…120; volume drilled at 180, 90, the second placed at 200, 100.
    const [a, c] = spots(place(two(), 'pot-volume-2', 200, 100)) as [
      ReturnType<typeof spots>[0],
      ReturnType<typeof spots>[0],
    ]
    expect(a.neighbour!.by).toBeCloseTo(Math.hypot(20, 10) - 24, 9)
    expect(c.wall).toBeCloseTo(20 - 12, 9)
    expect(c.findings.some(f => inWords(f).startsWith('Its case runs 1.6 mm into'))).toBe(true)
  })
  it('stand over a cavity, clear of strings and edge, or say so', () => {
    expect(spots(place(two(), 'pot-volume-2', 60, 120))[1]!.findings[0]).toBe(
      'Stands over no cavity: its case has no room below.',
    )
    expect(
      spots(place(two(), 'pot-volume-2', 160, 34))[1]!.findings.some(f => inWords(f).includes('playing hand')),
    ).toBe(true)
    expect(
      spots(place(two(), 'pot-volume-2', 312, 90))[1]!.findings.some(f => inWords(f).includes('body’s edge')),
    ).toBe(true)
    expect(
      spots(place(two(), 'pot-volume-2', 180, -100))[1]!.findings.some(f => inWords(f).includes('forearm')),
    ).toBe(true)
  })
  it('take a donor’s places at the same distance from the nut or from the bridge', () => {
    const b = plainBuild({ front: 165 }),
      l = layOut(b)!,
      donor = typicalPart('donor', 'donor')
    donor.dims.nutToBridge = { value: 600, doubt: 1, basis: 'measured' }
    donor.features = [
      typicalFeature('pot-hole', 'v', { x: 650, y: 80 }, { serves: 'pot-volume' }),
      typicalFeature('pot-hole', 't', { x: 680, y: 90 }, { serves: 'pot-tone-4' }),
    ]
    // The pocket ends at 470 from the nut; the plate's front lies at 635, the donor's at 600.
    expect(placesFromDonor(b, l, donor, 'nut')).toMatchObject([{ slot: 'pot-volume', x: 180, y: 80 }])
    expect(placesFromDonor(b, l, donor, 'bridge')).toMatchObject([{ slot: 'pot-volume', x: 215, y: 80 }])
  })
})
