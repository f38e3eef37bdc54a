import { describe, expect, it } from 'vitest'
import { electric, withRecipe } from '../../../tests/support/electric.ts'
import type { Build } from '../document/build.ts'
import { readBuild } from '../document/readBuild.ts'
import { networkOf } from './network.ts'
import { response } from './response.ts'
import { openSettings } from './settings.ts'
import { shielded, shieldOf, SHIELDS } from './shielded.ts'

const b = withRecipe(electric({ pickups: { bridge: {} }, volumes: [{}], tones: [{}] }), 'one pickup'),
  out = b.circuit.wires.find(w => w.to === 'jack.tip')!
const with1 = (w: typeof out): Build => ({
  ...b,
  circuit: { ...b.circuit, wires: b.circuit.wires.map(x => (x.id === out.id ? w : x)) },
})

describe('a shielded wire', () => {
  it.each(SHIELDS)('says where its braid is on ground: %s', s => {
    const w = shielded(b, out, s)
    expect(shieldOf(w)).toBe(s)
    expect(readBuild(JSON.parse(JSON.stringify(with1(w)))).ok).toBe(true)
    expect(shieldOf(shielded(b, w, 'none'))).toBe('none')
  })
  it('lands on its own components’ ground, and joins nothing by one end', () => {
    const w = shielded(b, out, 'at both ends')
    expect(w.braid).toEqual({ from: 'pot-volume.1', to: 'jack.sleeve' })
    const loose = with1({ ...out, braid: { to: 'jack.sleeve' } })
    expect(networkOf(loose, openSettings(loose)).nets.length).toBe(networkOf(b, openSettings(b)).nets.length)
  })
  it('carries ground where that has no other way', () => {
    const cut = with1(shielded(b, out, 'at both ends'))
    cut.circuit.wires = cut.circuit.wires.filter(w => w.from !== 'jack.sleeve' && w.to !== 'jack.sleeve')
    expect(networkOf(cut, openSettings(cut)).nodeOf.get('pot-volume.case')).toBe(0)
  })
  it('loads what it carries by its own capacitance: 20 pF in 200 mm', () => {
    const at = (x: Build) => response(x, openSettings(x)).peak!.hz
    // 2.4 H: 100 pF of coil and 450 pF of cable; 20 more lower the peak by about √(570/550).
    expect(at(with1(shielded(b, out, 'at its end'))) / at(b)).toBeGreaterThan(Math.sqrt(550 / 570) - 0.01)
    expect(at(with1(shielded(b, out, 'at its end')))).toBeLessThan(at(b))
  })
})
