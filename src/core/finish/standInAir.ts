import { dewPoint, humidityAt } from './air.ts'

/** The hour of the day at which a room is warmest [from memory]. */
const WARMEST = 15

/**
 * The air of a room that stands in for a real one at an hour of the day: warmth swings about its mean, warmest at three in the
 * afternoon; the water in the air stays, so that humidity goes the other way.
 */
export function standInAir(
  room: { mean: number; swing: number; humidity: number },
  hour: number,
): { celsius: number; humidity: number } {
  const celsius = room.mean + room.swing * Math.cos((2 * Math.PI * (hour - WARMEST)) / 24)
  return { celsius, humidity: Math.min(100, humidityAt(celsius, dewPoint(room.mean, room.humidity))) }
}
