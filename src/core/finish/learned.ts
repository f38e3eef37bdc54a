import type { Build } from '../document/build.ts'
import { readingRef } from '../document/readingRef.ts'
import { grainOf } from '../parts/grits.ts'
import { doubtOf } from '../units/quantity.ts'
import { dryCoat, type LayerFacts } from './layerFacts.ts'
import { edgeShare, STROKE } from './levelling.ts'
import { combine, SIGMA } from '../units/weighted.ts'
import type { ZoneFacts } from './zones.ts'

/** What readings made of a figure: its factor on what was expected, its half-width, and how many readings it rests on. */
export interface Learned {
  factor: number
  doubt: number
  readings: number
}

/** Share of a body's edges that a film gauge's reading there stands for. */
const shareOn = (zone: string, radius: number): number => (zone === 'body edges' ? edgeShare(radius) : 1)

/**
 * How much film a layer's coats really leave, as a factor on what its figures say: from a test panel (a step over tape), a
 * film gauge on the work (less what lies below), or the can's weight before and after (what left it, its solids, and the
 * share that lands).
 */
export function learnedFilm(
  f: LayerFacts,
  readings: Build['readings'],
  zones: readonly ZoneFacts[],
  below: (zone: string) => { value: number; doubt: number },
  radius: number,
): Learned {
  const q = dryCoat(f),
    dry = q.value,
    rel = dry > 0 ? (doubtOf(q) / dry) * SIGMA : 0
  const seen: [number, number][] = []
  if (dry > 0)
    for (const r of readings) {
      const ref = readingRef(r.of)
      if (ref?.kind !== 'film' || ref.layer !== f.layer.id) continue
      const of = dry * ref.coats
      if (ref.how === 'panel') seen.push([r.value / of, (r.doubt * SIGMA) / of])
      else if (ref.how === 'gauge') {
        const under = below(ref.zone),
          share = shareOn(ref.zone, radius)
        seen.push([
          (r.value - under.value) / (of * share),
          (Math.hypot(r.doubt, under.doubt) * SIGMA) / (of * share),
        ])
      } else {
        const area = f.layer.zones.reduce((s, z) => s + (zones.find(x => x.zone === z)?.area ?? 0), 0)
        const factor = gramsToFilm(f, r.value, area) / of
        const doubts = (['solids', 'lands', 'density'] as const).map(n => f.figure(n).doubt / f.value(n))
        if (area > 0 && Number.isFinite(factor))
          seen.push([factor, factor * Math.hypot(...doubts, r.doubt / Math.max(r.value, 1e-9)) * SIGMA])
      }
    }
  const [factor, s] = combine([1, rel], seen)
  return { factor: Math.max(0.05, factor), doubt: s / SIGMA, readings: seen.length }
}

/** Film that so many grams out of the can leave on an area, µm: mL × solids × share that lands over m². */
export const gramsToFilm = (f: LayerFacts, grams: number, area: number): number =>
  ((grams / f.value('density')) * (f.value('solids') / 100) * (f.value('lands') / 100)) / area

/** What a stroke takes, µm per µm of grain, from counted strokes of a grit until the peel was gone. */
export function learnedStroke(readings: Build['readings'], peel: readonly [number, number]): Learned {
  const seen = readings.flatMap((r): [number, number][] => {
    const ref = readingRef(r.of)
    if (ref?.kind !== 'strokes' || r.value <= 0) return []
    const per = peel[0] / 2 / (r.value * grainOf(ref.grit)),
      rel = Math.hypot(peel[1] / Math.max(peel[0], 1e-9), r.doubt / r.value) * SIGMA
    return [[per, per * rel]]
  })
  const [per, s] = combine([STROKE[0], STROKE[1] * SIGMA], seen)
  return { factor: per, doubt: s / SIGMA, readings: seen.length }
}

/** Nothing was read yet. */
export const UNLEARNED: Learned = { factor: 1, doubt: 0, readings: 0 }
