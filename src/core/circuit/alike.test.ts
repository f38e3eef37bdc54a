import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import type { Build } from '../document/build.ts'
import { readBuild } from '../document/readBuild.ts'
import { alikePickups } from './alike.ts'
import { circuitFindings } from './findings.ts'
import { LOOSE_KINDS, withLoose, withoutComponent } from './loose.ts'

const plover = demo('plover')
const with_ = (bridge: Record<string, number>, neck: Record<string, number>): Build => ({
  ...plover,
  parts: plover.parts.map(p => {
    const own =
      p.id === plover.slots['pickup-bridge'] ? bridge : p.id === plover.slots['pickup-neck'] ? neck : undefined
    if (!own) return p
    const { poleSpread: _a, dcResistance: _b, leadLength: _c, ...dims } = p.dims
    void [_a, _b, _c]
    return {
      ...p,
      traits: { ...p.traits, sort: 'double-coil' },
      dims: {
        ...dims,
        ...Object.fromEntries(
          Object.entries(own).map(([k, value]) => [k, { value, doubt: 0.1, basis: 'measured' as const }]),
        ),
      },
    }
  }),
})

describe('which of two alike pickups is which', () => {
  const bridge = plover.slots['pickup-bridge']!,
    neck = plover.slots['pickup-neck']!
  it('is told by the poles under the strings, by ohms and by the lead', () => {
    const a = alikePickups(
      with_(
        { poleSpread: 52, dcResistance: 8200, leadLength: 250 },
        { poleSpread: 49, dcResistance: 7400, leadLength: 400 },
      ),
    )!
    expect(a.clues.map(c => c.bridge)).toEqual([bridge, bridge, bridge])
    expect(a).toMatchObject({ bridge, swapped: false })
  })
  it('fitted the other way round is said, and found again when they are changed', () => {
    const b = with_({ poleSpread: 49, dcResistance: 7400 }, { poleSpread: 52, dcResistance: 8200 })
    expect(alikePickups(b)).toMatchObject({ bridge: neck, swapped: true })
    const turned: Build = { ...b, slots: { ...b.slots, 'pickup-bridge': neck, 'pickup-neck': bridge } }
    expect(alikePickups(turned)).toMatchObject({ bridge: neck, swapped: false })
  })
  it('stays open where nothing differs, or signs are even', () => {
    expect(alikePickups(with_({ dcResistance: 8000 }, { dcResistance: 8100 }))).toMatchObject({
      clues: [],
      bridge: undefined,
    })
    expect(
      alikePickups(with_({ dcResistance: 8000, leadLength: 400 }, { dcResistance: 7000, leadLength: 200 })),
    ).toMatchObject({ bridge: undefined, swapped: false })
  })
  it('is no question of one, of three, or of two sorts', () => {
    expect(alikePickups(demo('wren'))).toBeUndefined()
    expect(alikePickups(demo('kestrel'))).toBeUndefined()
    expect(alikePickups(demo('heron'))).toBeUndefined()
  })
})

describe('a part of the circuit’s own', () => {
  it.each(LOOSE_KINDS)('%s is added under a free name, accepted, and taken out with its wires', kind => {
    const one = withLoose(plover.circuit, kind),
      two = withLoose(one.circuit, kind)
    expect(two.id).not.toBe(one.id)
    expect(new Set(two.circuit.components.map(c => c.label)).size).toBe(
      new Set(plover.circuit.components.map(c => c.label)).size + 2,
    )
    const b: Build = { ...plover, circuit: two.circuit }
    expect(readBuild(JSON.parse(JSON.stringify(b))).ok).toBe(true)
    expect(circuitFindings(b)).toEqual(circuitFindings(plover))
    expect(withoutComponent(withoutComponent(two.circuit, two.id), one.id)).toEqual(plover.circuit)
  })
  it('that has wires, a braid and joints leaves none behind', () => {
    const { circuit, id } = withLoose(plover.circuit, 'resistor')
    const wired = {
      ...circuit,
      wires: [
        ...circuit.wires.map(w => (w.id === 'w21' ? { ...w, braid: { from: `${id}.b`, to: 'switch.frame' } } : w)),
        { id: 'x', from: `${id}.a`, to: 'jack.tip', kind: 'wire' as const },
      ],
      joints: [
        { at: `${id}.a`, stage: 'on the controls' as const, state: 'soldered' as const, to: ['jack.tip'] },
        {
          at: 'jack.tip',
          stage: 'through the body' as const,
          state: 'soldered' as const,
          to: [`${id}.a`, 'switch.common'],
        },
      ],
    }
    const left = withoutComponent(wired, id)
    expect(JSON.stringify(left)).not.toContain(id)
    expect(left.wires.find(w => w.id === 'w21')!.braid).toEqual({ to: 'switch.frame' })
    expect(left.joints).toEqual([
      { at: 'jack.tip', stage: 'through the body', state: 'soldered', to: ['switch.common'] },
    ])
  })
})
