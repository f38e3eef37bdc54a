import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import type { Wired } from '../document/docs.ts'
import { CRACKLES, crackleOf } from './crackle.ts'
import { faultsOf } from './faults.ts'
import { modelOf, predictions, type Model } from './table.ts'

const crackle = (m: Model, changes: Parameters<typeof crackleOf>[4], pot: string) =>
  crackleOf(m.build, m.played, m.at, m.stands[0]!.settings, changes, pot)

describe('a knob that crackles', () => {
  const b = demo('heron'),
    m = modelOf(b),
    pots = b.circuit.components.filter(c => c.kind === 'pot').map(c => c.id),
    worn = (pot: string) => faultsOf(b).find(f => f.sort === 'track worn' && f.mends.startsWith(`part ${pot} `))!
  it('is silent while nothing is wrong, and another part’s fault leaves it so', () => {
    for (const pot of pots) expect(crackle(m, [], pot)).toBe(0)
    const f = faultsOf(b).find(x => x.sort === 'coil open')!
    for (const pot of pots) expect(crackle(m, f.changes, pot)).toBe(0)
  })
  it('is as loud as the strings where a volume’s wiper loses its track: all of the signal goes', () => {
    const volume = pots.find(p => p.includes('volume'))!
    expect(crackle(m, worn(volume).changes, volume)).toBeGreaterThan(CRACKLES - 1)
    for (const other of pots.filter(p => p !== volume)) expect(crackle(m, worn(volume).changes, other)).toBe(0)
  })
  it('is heard of a tone’s wiper as well: its treble comes and goes', () => {
    const tone = pots.find(p => p.includes('tone'))!,
      loud = crackle(m, worn(tone).changes, tone)
    expect(loud).toBeGreaterThan(6)
    expect(loud).toBeLessThanOrEqual(CRACKLES)
  })
  it('tells of direct current: a capacitor shorted between a stage and a pot [common practice]', () => {
    const { components, wires, jack } = {
      ...demo('wren').circuit,
      jack: demo('wren').circuit.components.find(c => c.kind === 'jack')!.id,
    }
    const volume = components.find(c => c.kind === 'pot')!.id,
      w: Wired = {
        ...demo('wren'),
        circuit: {
          ...demo('wren').circuit,
          components: [
            ...components,
            { id: 'booster', kind: 'stage', label: 'Booster', stage: { gain: 1, inOhms: 1e6, outOhms: 1e3 } },
            { id: 'coupling', kind: 'capacitor', label: 'Coupling', farads: 1e-6 },
          ],
          wires: [
            ...wires,
            { id: 'x1', kind: 'wire', from: 'booster.out', to: 'coupling.a' },
            { id: 'x2', kind: 'wire', from: 'coupling.b', to: `${volume}.3` },
            { id: 'x3', kind: 'wire', from: 'booster.ground', to: `${jack}.sleeve` },
          ],
        },
      }
    const x = modelOf(w),
      of = (id: string) => faultsOf(w).find(f => f.id === id)!.changes,
      pole = faultsOf(w).find(f => f.sort === 'capacitor shorted' && f.mends.startsWith('part coupling'))!
    expect(crackle(x, [], volume)).toBe(0)
    expect(crackle(x, pole.changes, volume)).toBe(CRACKLES)
    // An open wire beside it brings no direct current.
    expect(crackle(x, of('open wire x2'), volume)).toBe(0)
  })
})

describe('what shows through the plug alone', () => {
  const b = demo('heron'),
    m = modelOf(b),
    of = (sort: string) =>
      predictions(
        m,
        m.hypotheses.find(h => h.faults.length === 1 && h.faults[0]!.sort === sort)!,
      ),
    none = predictions(m, m.hypotheses[0]!)
  it('is an exchanged plug: as an exchanged jack from outside, as nothing at the lugs', () => {
    const plug = of('plug exchanged'),
      jack = of('jack exchanged')
    let outside = 0
    m.probes.forEach((p, i) => {
      if (p.access !== 'outside') expect(plug.mean[i]).toBe(none.mean[i])
      else {
        expect(plug.mean[i]).toBeCloseTo(jack.mean[i]!, 3)
        if (plug.mean[i] !== none.mean[i]) outside++
      }
    })
    expect(outside).toBeGreaterThan(0)
  })
})
