import type { Build } from '../../src/core/document/build.ts'
import { slotsOf } from '../../src/core/document/slots.ts'
import { searchedSlots } from '../../src/core/match/problem.ts'
import type { Part } from '../../src/core/parts/part.ts'
import { typicalPart } from '../../src/core/parts/typicalPart.ts'
import { claimed } from '../../src/core/units/doubt.ts'

/** A repeatable run of numbers from 0 to 1. */
export function numbers(seed: number): () => number {
  let s = seed
  return () => (s = (s * 1103515245 + 12345) % 2147483648) / 2147483648
}

/** Made-up parts of every kind that a build's sets are searched in, spread about the typical sizes. */
export function anyCatalogue(build: Build, count: number, seed = 1, spread = 0.04): Part[] {
  const rnd = numbers(seed)
  const kinds = [...new Set(searchedSlots(build).map(id => slotsOf(build.instrument).find(x => x.id === id)!.kind))]
  const near = (v: number) => Number((v * (1 + (rnd() - 0.5) * spread)).toPrecision(6))
  return Array.from({ length: count }, (_, i) => {
    const kind = kinds[i % kinds.length]!,
      p = typicalPart(kind, `c-${i}`)
    for (const [k, d] of Object.entries(p.dims))
      if (!['count', 'frets', 'coils'].includes(k)) p.dims[k] = claimed(near(d.value))
    for (const f of p.features)
      for (const [k, d] of Object.entries(f.dims))
        f.dims[k] = claimed(k === 'x' || k === 'y' ? d.value : near(d.value))
    const state = rnd() < 0.4 ? ('here' as const) : ('to buy' as const)
    p.stock = {
      price: Math.round(5 + rnd() * (kind === 'body' || kind === 'neck' ? 180 : 45)) + rnd() / 10,
      state,
      ...(state === 'to buy' ? { waitDays: [3, 5, 10, 21, 42][Math.floor(rnd() * 5)]! } : {}),
    }
    return p
  })
}
