import { describe, expect, it } from 'vitest'
import { demo } from '../../../tests/support/demo.ts'
import { bagLabels, wireLabels } from './labels.ts'
import { plan } from './plan.ts'

describe('labels', () => {
  it('are a bag for each step that puts hardware on, numbered in the order in which they are opened', () => {
    for (const id of ['heron', 'kestrel', 'wren', 'plover'] as const) {
      const b = demo(id),
        p = plan(b),
        bags = bagLabels(b, p),
        order = p.steps.map(s => s.id)
      expect(bags.map(x => x.number)).toEqual(bags.map((_, i) => i + 1))
      expect(bags.map(x => order.indexOf(x.id))).toEqual(
        [...bags.map(x => order.indexOf(x.id))].sort((x, y) => x - y),
      )
      const all = bags.flatMap(x => x.contents)
      expect(new Set(all).size, id).toBe(all.length)
      expect(all.length).toBeGreaterThan(3)
    }
    const heron = bagLabels(demo('heron'), plan(demo('heron')))
    expect(heron.find(x => x.id === 'assemble/neck')!.contents).toEqual([
      'Neck screws 4.2 × 45 (neck screws)'.replace(/^/, '4 × '),
      'Neck plate (neck plate)',
    ])
  })
  it('are a flag for each wire with its number, colour and both ends in words', () => {
    const b = demo('heron'),
      labels = wireLabels(b)
    expect(labels).toHaveLength(b.circuit.wires.filter(w => w.kind === 'wire' || w.kind === 'lead').length)
    const tip = labels.find(x => x.id === 'w18')!
    expect(tip).toEqual({ id: 'w18', number: 18, colour: 'white', from: 'Volume, 2', to: 'Jack, tip' })
  })
})
