import { HOUR } from '../units/time.ts'
import type { Build } from '../document/build.ts'
import { readingRef, type AirWhat } from '../document/readingRef.ts'
import { DEW_MARGIN, dewPoint, humidityAt } from './air.ts'

const DAY_HOURS = 24

/** How far back readings tell of the day that comes, h [our choice]: a week. */
const BACK = 7 * DAY_HOURS
/** How much less than a degree a day's swing is taken to be before readings say so: weight of one reading of none. */
const RIDGE = 1

/** A day's course of the air in a room. */
export interface AirCurve {
  /** °C at a time. */
  celsius: (at: string) => number
  /** % at a time: the water in the air stays, the warmth moves. */
  humidity: (at: string) => number
  /** How much colder or warmer the surface is than the room, °C. */
  surfaceOff: number
  /** Readings that it rests on. */
  readings: number
}

/** Solves a small symmetric system of equations by elimination. */
function solve(a: number[][], b: number[]): number[] {
  const n = b.length
  for (let i = 0; i < n; i++) {
    const p = a[i]![i]!
    for (let r = i + 1; r < n; r++) {
      const f = a[r]![i]! / p
      for (let c = i; c < n; c++) a[r]![c]! -= f * a[i]![c]!
      b[r]! -= f * b[i]!
    }
  }
  const x = b.map(() => 0)
  for (let i = n - 1; i >= 0; i--) {
    let s = b[i]!
    for (let c = i + 1; c < n; c++) s -= a[i]![c]! * x[c]!
    x[i] = s / a[i]![i]!
  }
  return x
}

/**
 * The day's course from what was read in the last week: T = a + b·cos ωt + c·sin ωt with ω one turn a day, by least squares
 * with a ridge on the swing, so that few readings make a flat day; the dew point as its mean, since the water in a closed
 * room changes far less over a day than its warmth [common practice]. Where nothing was read: what is usual at the bench.
 */
export function airCurve(
  readings: Build['readings'],
  usual: { celsius: number; humidity: number },
  now: string,
): AirCurve {
  const end = Date.parse(now),
    of = (what: AirWhat) =>
      readings.filter(r => {
        const ref = readingRef(r.of)
        const age = (end - Date.parse(r.at)) / HOUR
        return ref?.kind === 'air' && ref.what === what && age >= 0 && age <= BACK
      })
  const room = of('room'),
    humid = of('humidity'),
    turn = (at: string) => (2 * Math.PI * ((Date.parse(at) / HOUR) % DAY_HOURS)) / DAY_HOURS
  const [a, b, c] = room.length
    ? fit(room.map(r => [turn(r.at), r.value] as const))
    : ([usual.celsius, 0, 0] as const)
  const celsius = (at: string) => a + b * Math.cos(turn(at)) + c * Math.sin(turn(at))
  const dews = humid.map(r => dewPoint(nearest(room, r.at)?.value ?? celsius(r.at), r.value)),
    dew = dews.length ? dews.reduce((s, d) => s + d, 0) / dews.length : dewPoint(usual.celsius, usual.humidity)
  const surface = of('surface').at(-1),
    beside = surface && nearest(room, surface.at)
  return {
    celsius,
    humidity: at => Math.min(100, humidityAt(celsius(at), dew)),
    surfaceOff: surface && beside ? surface.value - beside.value : 0,
    readings: room.length + humid.length,
  }
}

function fit(points: readonly (readonly [number, number])[]): [number, number, number] {
  const mean = points.reduce((s, [, y]) => s + y, 0) / points.length,
    m = [
      [0, 0, 0],
      [0, RIDGE, 0],
      [0, 0, RIDGE],
    ],
    v = [0, 0, 0]
  for (const [t, y] of points) {
    const row = [1, Math.cos(t), Math.sin(t)]
    for (let i = 0; i < 3; i++) {
      v[i]! += row[i]! * (y - mean)
      for (let k = 0; k < 3; k++) m[i]![k]! += row[i]! * row[k]!
    }
  }
  const [a, b, c] = solve(m, v)
  return [mean + a!, b!, c!]
}

const nearest = (readings: Build['readings'], at: string) =>
  readings.reduce<Build['readings'][number] | undefined>(
    (best, r) =>
      !best || Math.abs(Date.parse(r.at) - Date.parse(at)) < Math.abs(Date.parse(best.at) - Date.parse(at))
        ? r
        : best,
    undefined,
  )

/** Air in which a material may be put on. */
export interface AirLimits {
  from: number
  to: number
  humidityTo: number
}

/** Whether one state of the air lets a coat be put on. */
export const airIsFit = (celsius: number, surface: number, humidity: number, l: AirLimits): boolean =>
  celsius >= l.from &&
  celsius <= l.to &&
  humidity <= l.humidityTo &&
  surface - dewPoint(celsius, humidity) >= DEW_MARGIN

/** One stretch of hours in which a coat may be put on. */
export interface FitHours {
  from: string
  to: string
}

/** Stretches of the hours to come in which the air is fit, half hour by half hour. */
export function fitHours(curve: AirCurve, l: AirLimits, now: string, hours = 48): FitHours[] {
  const out: FitHours[] = [],
    start = Date.parse(now)
  let open: FitHours | undefined
  for (let k = 0; k <= hours * 2; k++) {
    const at = new Date(start + (k * HOUR) / 2).toISOString(),
      t = curve.celsius(at)
    if (airIsFit(t, t + curve.surfaceOff, curve.humidity(at), l)) {
      open ??= { from: at, to: at }
      open.to = at
    } else if (open) {
      out.push(open)
      open = undefined
    }
  }
  if (open) out.push(open)
  return out
}
