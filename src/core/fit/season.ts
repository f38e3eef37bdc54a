import type { Build } from '../document/build.ts'
import { equilibriumMoisture, movement } from '../parts/moisture.ts'
import { woodOf } from '../parts/woods.ts'

/**
 * Share of the bare wood's change of moisture that a finished part follows between the seasons [from memory]: a film
 * slows moisture, a season is shorter than the wood needs.
 */
export const SEASON_SHARE = 0.5

/** What the seasons take from and give to the clearance of wood in wood, mm; both 0 or more. */
export interface Season {
  loses: number
  gains: number
}

/**
 * How a hole of one wood and a peg of another move against each other from the air at the bench to the driest and
 * dampest air where the instrument will live. Across the grain, flat-sawn: tangential coefficients.
 */
export function seasonOf(
  build: Pick<Build, 'climate'>,
  hole: { size: number; wood: string | undefined },
  peg: { size: number; wood: string | undefined },
): Season {
  const { atBench, driest, dampest, celsius } = build.climate
  const now = equilibriumMoisture(celsius, atBench)
  const at = (humidity: number) => {
    const m = now + SEASON_SHARE * (equilibriumMoisture(celsius, humidity) - now)
    return (
      movement(hole.size, woodOf(hole.wood).changeTangential, now, m) -
      movement(peg.size, woodOf(peg.wood).changeTangential, now, m)
    )
  }
  const changes = [at(driest), at(dampest), 0]
  return { loses: -Math.min(...changes), gains: Math.max(...changes) }
}
