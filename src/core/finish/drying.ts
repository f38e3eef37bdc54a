/** Temperature that the tins' times hold at, °C, and humidity, % [common practice: 20–25 °C, about 50 %]. */
export const TIN_AIR = { celsius: 22.5, humidity: 50 } as const

/** Drying slows to half for every so many degrees less [from memory: handbook, chapter 7]. */
const HALVES_OVER = 10

/**
 * How many times longer a film takes in this air than its tin says: twice as long for every 10 °C less; a waterborne one
 * by how much less water the air still takes beside, (1 − 50 %) / (1 − RH), and never less than the tin says for being drier
 * than that by more than half [from memory].
 */
export function dryingFactor(celsius: number, humidity: number, waterborne: boolean): number {
  const warmth = 2 ** ((TIN_AIR.celsius - celsius) / HALVES_OVER)
  if (!waterborne) return warmth
  const room = Math.max(0.02, 1 - humidity / 100)
  return warmth * Math.max(0.6, (1 - TIN_AIR.humidity / 100) / room)
}
