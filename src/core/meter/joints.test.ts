import { describe, expect, it } from 'vitest'
import { electric, withRecipe } from '../../../tests/support/electric.ts'
import type { Build } from '../document/build.ts'
import { readBuild } from '../document/readBuild.ts'
import { setInstrument } from '../document/setInstrument.ts'
import { jointsNow, withJoint } from './joints.ts'
import { offersFor } from '../circuit/recipes/index.ts'
import { jackResistance } from '../circuit/jackResistance.ts'
import { meterReading } from './jack.ts'
import { openSettings, settingKey } from '../circuit/settings.ts'

const base = withRecipe(
  electric({ pickups: { bridge: {}, neck: {} }, volumes: [{}], tones: [{}], switches: ['leaf toggle'] }),
  'two pickups, one volume',
)
const at = (b: Build, terminal: string) => jointsNow(b).find(j => j.terminal === terminal)!
const make = (b: Build, terminal: string, state?: 'soldered' | 'found wrong'): Build => ({
  ...b,
  circuit: withJoint(b.circuit, at(b, terminal), state),
})

describe('joints', () => {
  it('are planned until they are made, and can be found wrong or taken apart', () => {
    expect(jointsNow(base).every(j => j.state === 'planned')).toBe(true)
    const made = make(base, 'switch.common', 'soldered')
    expect(at(made, 'switch.common').state).toBe('soldered')
    expect(at(make(made, 'switch.common', 'found wrong'), 'switch.common').state).toBe('found wrong')
    expect(make(made, 'switch.common').circuit).toEqual(base.circuit)
    expect(readBuild(JSON.parse(JSON.stringify(made))).ok).toBe(true)
  })
  it('made otherwise than they are meant now say what has to come off', () => {
    const made = make(base, 'switch.common', 'soldered'),
      other: Build = {
        ...made,
        circuit: {
          ...made.circuit,
          wires: made.circuit.wires.map(w => (w.from === 'switch.common' ? { ...w, to: 'pot-tone.2' } : w)),
        },
      }
    expect(at(other, 'switch.common')).toMatchObject({ state: 'changed', off: ['pot-volume.3'] })
  })
  it('are proven by a reading that would be another without them, and by no other', () => {
    let b = base
    for (const t of ['switch.common', 'switch.bridge', 'switch.neck', 'pot-tone.1']) b = make(b, t, 'soldered')
    const s = openSettings(b, { switch: 'bridge' })
    const read = (of: string, value: number): Build => ({
      ...b,
      readings: [...b.readings, { id: of, of, value, doubt: 1, at: '2026-11-01T10:00:00Z', with: 'meter' }],
    })
    const jack = meterReading(settingKey(b, s)),
      right = read(jack, jackResistance(b, s))
    expect(at(right, 'switch.common').state).toBe('proven')
    expect(at(right, 'switch.bridge').state).toBe('proven')
    // The neck's lead and the tone's capacitor carry no direct current at the bridge.
    expect(at(right, 'switch.neck').state).toBe('soldered')
    expect(at(right, 'pot-tone.1').state).toBe('soldered')
    expect(at(read(jack, 50), 'switch.common').state).toBe('soldered')
    // Over the track and its wire to the capacitor: the capacitor's leg is proven by a probe on it alone.
    b = right
    const leg = b.circuit.wires.find(w => [w.from, w.to].includes('pot-tone.1'))!,
      far = leg.from === 'pot-tone.1' ? leg.to : leg.from
    const probed = read(`probe.${[far, 'pot-tone.2'].sort().join('/')}@${settingKey(b, s)}`, 250e3)
    expect(at(probed, 'pot-tone.1').state).toBe('proven')
    expect(at(probed, 'switch.neck').state).toBe('soldered')
    // Mended since: nothing is proven any more.
    const mended: Build = { ...probed, circuit: { ...probed.circuit, mended: '2026-11-02T10:00:00Z' } }
    expect(at(mended, 'pot-tone.1').state).toBe('soldered')
  })
  it('stay when another circuit is meant, and go with a component that goes', () => {
    const made = make(base, 'switch.common', 'soldered')
    const other = offersFor(made).find(o => o.circuit)!.circuit!
    expect(other.joints).toEqual(made.circuit.joints)
    expect(setInstrument(made, { switches: 0 }).circuit.joints).toEqual([])
  })
  it('of a lug that is none are refused', () => {
    const b = JSON.parse(JSON.stringify(make(base, 'switch.common', 'soldered'))) as Build
    b.circuit.joints![0]!.at = 'switch.middle'
    const r = readBuild(b)
    expect(r.ok ? '' : r.problems[0]!.path).toBe('circuit.joints[0].at')
  })
})
