import { describe, expect, it } from 'vitest'
import { fitHours } from './airCurve.ts'

const LIMITS = { from: 15, to: 28, humidityTo: 70 },
  NOW = '2026-09-01T10:00:00Z'
/** 20 °C and 60 % all day: the dew point is 12.0 °C [published: Magnus formula, WMO-No. 8]. */
const hours = (surfaceOff: number, humidity = 60) =>
  fitHours({ celsius: () => 20, humidity: () => humidity, surfaceOff, readings: 1 }, LIMITS, NOW, 6)

describe('hours in which a coat may be put on', () => {
  it('are all of them while the surface keeps three degrees from the dew point [published: ISO 8502-4]', () => {
    expect(hours(0)).toEqual([{ from: '2026-09-01T10:00:00.000Z', to: '2026-09-01T16:00:00.000Z' }])
    // 15.2 °C is 3.2 above it, 14.8 is 2.8.
    expect(hours(-4.8)).toHaveLength(1)
    expect(hours(-5.2)).toEqual([])
  })
  it('are none in damp air, and surfaces warmer than the room do not mend that', () => {
    expect(hours(0, 71)).toEqual([])
    expect(hours(5, 71)).toEqual([])
  })
  it('begin and end with the air: half an hour at a time', () => {
    const noon = Date.parse('2026-09-01T12:00:00Z')
    const warm = { celsius: (at: string) => (Date.parse(at) < noon ? 20 : 10), humidity: () => 50 }
    expect(fitHours({ ...warm, surfaceOff: 0, readings: 1 }, LIMITS, NOW, 6)).toEqual([
      { from: '2026-09-01T10:00:00.000Z', to: '2026-09-01T11:30:00.000Z' },
    ])
  })
})
