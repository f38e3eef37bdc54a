import type { Build } from '../document/build.ts'
import { airCurve, fitHours, type AirCurve, type AirLimits, type FitHours } from './airCurve.ts'
import { finishDates } from './dates.ts'
import { dryingFactor } from './drying.ts'
import { finishWork, type Finished } from './finishWork.ts'

/** The air of the hours to come, for the material in hand. */
export interface AirToCome {
  /** What is put on next. */
  material: string | undefined
  limits: AirLimits | undefined
  fit: FitHours[]
  curve: AirCurve
  /** How many times longer it dries than its tin says. */
  slower: number
  /** An aerosol colder than it should be: warm the can. */
  warmCan: boolean
}

/** A can under this sprays coarse drops, °C [common practice]. */
const COLD_CAN = 20

/** When the next coat may be put on, from what the hygrometer showed over the last days. */
export function airToCome(build: Finished & Pick<Build, 'steps'>, now: string): AirToCome {
  const w = finishWork(build),
    open = finishDates(w, build.steps, now).find(
      d => d.state !== 'done' && w.acts.find(a => a.id === d.act)?.ref.stage === 'coat',
    ),
    layer = w.acts.find(a => a.id === open?.act)?.ref.layer,
    f = (w.layers.find(l => l.facts.layer.id === layer) ?? w.layers[0])?.facts
  const curve = airCurve(build.readings, { celsius: build.climate.celsius, humidity: build.climate.atBench }, now)
  const limits = f && { from: f.value('airFrom'), to: f.value('airTo'), humidityTo: f.value('humidityTo') }
  return {
    material: f?.material.label,
    limits,
    fit: limits ? fitHours(curve, limits, now) : [],
    curve,
    slower: f ? dryingFactor(w.air.surface, w.air.humidity, f.material.waterborne === true) : 1,
    warmCan: f?.way === 'aerosol' && w.air.room < COLD_CAN,
  }
}
