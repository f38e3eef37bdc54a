import type { Wired } from '../document/docs.ts'
import type { Pieces } from '../circuit/pieces.ts'
import { placesOf, solveDirect } from './dc.ts'
import { causesOf, deviation, doubtsOf, leaningOn } from './doubts.ts'
import { CHEAP_METER, NOTHING, spanOf, type MeterSort } from './meters.ts'

/** What a meter should show between two lugs: middle, standard deviation, from and to; NOTHING where it shows nothing. */
export interface Expected {
  mean: number
  sd: number
  from: number
  to: number
}

/** What a circuit in pieces gives between two lugs, with the doubt of its parts, its warmth and the meter. */
export function expecter(
  build: Wired,
  meter: MeterSort = CHEAP_METER,
): (p: Pieces, a: string, b: string) => Expected {
  const doubts = doubtsOf(build, meter),
    causes = causesOf(doubts),
    at = new Map(causes.map((c, i) => [c, i]))
  return (p, a, b) => {
    const place = placesOf(p.terminals),
      common = new Float32Array(causes.length),
      ohms = leaningOn(solveDirect(p), [], doubts, at).at(place.get(a) ?? -1, place.get(b) ?? -1, common),
      mean = Number.isFinite(ohms) ? ohms : NOTHING,
      sd = deviation(meter, ohms, common),
      [from, to] = spanOf(mean, sd)
    return { mean, sd, from, to }
  }
}
