import fc from 'fast-check'
import type { Build, PickupPlace } from '../../src/core/document/build.ts'
import { slotsOf } from '../../src/core/document/slots.ts'
import { heron } from './heron.ts'

const NOTES = ['E4', 'B3', 'G3', 'D3', 'A2', 'E2', 'B1', 'F#1', 'C#1', 'A1', 'D2', 'G2']

interface Shape {
  strings: number
  scale: number
  frets: number
  left: boolean
  pickups: PickupPlace[]
  nut: number
  thickness: number
  wood: 'hard maple' | 'white ash' | 'paulownia'
  placed: boolean
}

/** A build of another instrument: string count, scale, hand, pickups, width and wood from data alone. */
function shaped(s: Shape): Build {
  const b = heron()
  const set = (part: string, dims: Record<string, number>) => {
    const p = b.parts.find(x => x.id === part)!
    for (const [k, v] of Object.entries(dims)) p.dims[k] = { ...p.dims[k]!, value: v }
  }
  b.instrument = {
    ...b.instrument,
    strings: s.strings,
    handedness: s.left ? 'left' : 'right',
    tuning: Array.from({ length: s.strings }, (_, i) => NOTES[i % NOTES.length]!),
    pickups: s.pickups,
  }
  const heelEnd = s.scale * (1 - 2 ** (-s.frets / 12)) + 6
  const last = s.nut + 14
  set('heron-neck', {
    scaleLength: s.scale,
    frets: s.frets,
    nutToHeelEnd: heelEnd,
    widthAtNut: s.nut,
    widthAtLastFret: last,
    heelWidth: last - 0.2,
    heelWidthEnd: last - 0.2,
  })
  set('heron-bridge', { stringSpread: s.nut + 10 })
  set('heron-tuners', { count: s.strings })
  set('heron-body', { thickness: s.thickness })
  b.parts.find(p => p.id === 'heron-body')!.traits.wood = s.wood
  const pocket = b.parts[0]!.features.find(f => f.role === 'neck-pocket')!
  pocket.dims.width = { ...pocket.dims.width!, value: last }
  pocket.dims.widthEnd = { ...pocket.dims.widthEnd!, value: last }
  b.parts.find(p => p.id === 'heron-strings')!.gauges = Array.from({ length: s.strings }, (_, i) => ({
    diameter: 0.25 + i * 0.14,
    wound: i > 2,
  }))
  const slots = new Set(slotsOf(b.instrument).map(x => x.id))
  b.slots = Object.fromEntries(Object.entries(b.slots).filter(([k]) => slots.has(k)))
  b.circuit.components = b.circuit.components.filter(c => !c.slot || slots.has(c.slot))
  const known = new Set(b.circuit.components.map(c => c.id))
  b.circuit.wires = b.circuit.wires.filter(w => known.has(w.from.split('.')[0]!) && known.has(w.to.split('.')[0]!))
  if (!s.placed) b.placements = {}
  return b
}

/** Builds from a four-string tenor to a twelve-string baritone, left and right. */
export const anyBuild: fc.Arbitrary<Build> = fc
  .record({
    strings: fc.integer({ min: 4, max: 12 }),
    scale: fc.integer({ min: 584, max: 864 }),
    frets: fc.integer({ min: 18, max: 24 }),
    left: fc.boolean(),
    pickups: fc.constantFrom<PickupPlace[]>(['bridge'], ['bridge', 'neck']),
    nut: fc.integer({ min: 36, max: 56 }),
    thickness: fc.integer({ min: 38, max: 50 }),
    wood: fc.constantFrom('hard maple' as const, 'white ash' as const, 'paulownia' as const),
    placed: fc.boolean(),
  })
  .map(shaped)
