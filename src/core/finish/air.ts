import { num, type Said, say } from '../say/said.ts'
import { equilibriumMoisture } from '../parts/moisture.ts'

/**
 * Dew point in °C from air temperature and relative humidity: γ = ln(RH/100) + 17.62T/(243.12+T),
 * Td = 243.12γ/(17.62−γ) [published: Magnus formula, WMO-No. 8].
 */
export function dewPoint(celsius: number, relativeHumidity: number): number {
  const g = Math.log(relativeHumidity / 100) + (17.62 * celsius) / (243.12 + celsius)
  return (243.12 * g) / (17.62 - g)
}

/** Relative humidity in % of air whose dew point is known: the same formula turned round [published: Magnus formula, WMO-No. 8]. */
export const humidityAt = (celsius: number, dew: number): number =>
  100 * Math.exp((17.62 * dew) / (243.12 + dew) - (17.62 * celsius) / (243.12 + celsius))

/** Distance kept between surface and dew point, °C [published: ISO 8502-4]. */
export const DEW_MARGIN = 3

export interface AirCheck {
  dewPoint: number
  margin: number
  moisture: number
  ok: boolean
  findings: Said[]
}

/** Whether the air lets a coat be put on, and why not. */
export function checkAir(
  airCelsius: number,
  surfaceCelsius: number,
  relativeHumidity: number,
  range: { from: number; to: number; humidityTo: number },
): AirCheck {
  const dew = dewPoint(airCelsius, relativeHumidity),
    margin = surfaceCelsius - dew
  const findings: Said[] = []
  if (margin < DEW_MARGIN)
    findings.push(
      say`The surface is ${num(margin, 1, '°C')} above the dew point; keep ${num(DEW_MARGIN, undefined, '°C')} or more. Warm the piece or dry the air.`,
    )
  if (airCelsius < range.from)
    findings.push(
      say`The air is ${num(range.from - airCelsius, 1, '°C')} colder than ${num(range.from, undefined, '°C')}: it dries slowly or not at all.`,
    )
  if (airCelsius > range.to)
    findings.push(
      say`The air is ${num(airCelsius - range.to, 1, '°C')} warmer than ${num(range.to, undefined, '°C')}: it sets before it levels.`,
    )
  if (relativeHumidity > range.humidityTo)
    findings.push(
      say`${num(relativeHumidity, undefined, '%')} is damper than ${num(range.humidityTo, undefined, '%')}: wait for a drier day.`,
    )
  return {
    dewPoint: dew,
    margin,
    moisture: equilibriumMoisture(airCelsius, relativeHumidity),
    ok: findings.length === 0,
    findings,
  }
}
