import { normalBelow } from '../chance/normal.ts'
import type { Pad } from '../document/finishNames.ts'
import type { Levelling } from '../document/finishRecord.ts'
import { gritLadder, scratchOf } from '../parts/grits.ts'
import { SIGMA } from '../units/weighted.ts'
import type { Spread } from '../parts/materialFigures.ts'

/** How much harder paper presses on an edge than on a flat, by what is behind it [from memory: handbook, chapter 7]. */
export const PRESSURE: Record<Pad, Spread> = {
  'hard block': [3.5, 0.6],
  foam: [1.5, 0.4],
  fingers: [1.2, 0.3],
}

/** Film on an edge eased to a radius, as a share of the flat's: r / (r + 1.5 mm), at least a third [from memory: handbook, chapter 7]. */
export const edgeShare = (radius: number): number => Math.max(1 / 3, radius / (radius + 1.5))

/** How film and pressure differ from place to place beside what is the same everywhere: share, one standard deviation [from memory]. */
export const PLACE_FILM = 0.2
export const PLACE_PRESSURE = 0.1

/** Less than so much clear left after polishing does not last, µm [from memory: handbook, chapter 7]. */
export const LEAVE = 40

/** Removed by one wet stroke, as a share of the grit's median grain, µm/µm, and its half-width [from memory]. */
export const STROKE: Spread = [0.008, 0.004]

/**
 * What levelling takes from a flat, µm on the mean: the wanted share of the way from the mean to the peel's valleys, which
 * is half its height, and then the scratches of each grit, which the next one or the compound has to take
 * [handbook, chapter 7].
 */
export function takenOnFlat(peel: number, l: Pick<Levelling, 'from' | 'to' | 'share' | 'compound'>): number {
  const ladder = gritLadder(l.from, l.to),
    out = l.compound ? ladder : ladder.slice(0, -1)
  return (l.share * peel) / 2 + out.reduce((s, g) => s + scratchOf(g), 0)
}

/** Nodes and weights of Gauss and Hermite's rule of seven for a standard normal variable [published: Abramowitz and Stegun 25.10]. */
const HALF_NODES = [
  [0, 0.8102646175568],
  [0.81628788285897, 0.4256072526101],
  [1.6735516287675, 0.05451558281913],
  [2.6519613568352, 0.0009717812450995],
] as const
const NODES: readonly (readonly [number, number])[] = HALF_NODES.flatMap(([x, w]) => {
  const at = x * Math.SQRT2,
    of = w / Math.sqrt(Math.PI)
  return x === 0 ? [[at, of] as const] : [[at, of] as const, [-at, of] as const]
})

/** Places that are sanded alike: how many, what share of the flat's film each carries, how much harder they are pressed. */
export interface Places {
  count: number
  share: number
  pressure: Spread
}

/** What is levelled: the film's mean on flats, the peel on it, and how. */
export interface Levelled {
  film: Spread
  peel: Spread
  how: Pick<Levelling, 'from' | 'to' | 'share' | 'compound'>
}

/**
 * Chance that somewhere the film is sanded through, and that at each group of places. Film, peel and pressure are normal,
 * with half their half-width as deviation, and the same at all places of one levelling; from place to place film strays by
 * 20 % and pressure by 10 %, each by itself. Given what is common, places are independent: 1 − Π(1 − q); what is common is
 * integrated by Gauss and Hermite's rule. Pressures of groups move together: it is one hand.
 */
export function throughChance(l: Levelled, groups: readonly Places[]): { any: number; each: number[] } {
  const each = groups.map(() => 0)
  let any = 0
  for (const [zf, wf] of NODES)
    for (const [zp, wp] of NODES) {
      const film = Math.max(0, l.film[0] + zf * SIGMA * l.film[1]),
        taken = takenOnFlat(Math.max(0, l.peel[0] + zp * SIGMA * l.peel[1]), l.how)
      for (const [zk, wk] of NODES) {
        const w = wf * wp * wk
        let whole = 1
        groups.forEach((g, i) => {
          const mine = film * g.share,
            off = taken * Math.max(0, g.pressure[0] + zk * SIGMA * g.pressure[1]),
            s = Math.hypot(PLACE_FILM * mine, PLACE_PRESSURE * off),
            q = s > 0 ? normalBelow((off - mine) / s) : off >= mine && off > 0 ? 1 : 0,
            sound = (1 - q) ** g.count
          each[i]! += w * (1 - sound)
          whole *= sound
        })
        any += w * (1 - whole)
      }
    }
  return { any: Math.min(1, Math.max(0, any)), each: each.map(x => Math.min(1, Math.max(0, x))) }
}

/** Strokes that take so much with a grit, from what one takes. */
export const strokesFor = (microns: number, grain: number, perGrain: number): number =>
  Math.max(0, Math.round(microns / (grain * perGrain)))
