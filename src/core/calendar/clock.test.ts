import { describe, expect, it } from 'vitest'
import { localDay, localTime, zoneHere } from './clock.ts'

describe('the bench’s clock', () => {
  it('is ahead of UTC or behind it, over midnight too', () => {
    expect(localTime('2026-11-30T23:30:00.000Z', 'Etc/GMT-1')).toBe('2026-12-01T00:30')
    expect(localTime('2026-11-30T23:30:00.000Z', 'Pacific/Honolulu')).toBe('2026-11-30T13:30')
    expect(localDay('2026-12-01T08:00:00Z', 'Pacific/Honolulu')).toBe('2026-11-30')
    expect(localTime('2026-11-30T23:30:00.000Z', 'Asia/Kathmandu')).toBe('2026-12-01T05:15')
  })
  it('is that of the moment itself, whether it is summer there today or not', () => {
    // Central European Summer Time begins on 28 March 2027 at 01:00 UTC [published: Directive 2000/84/EC].
    expect(localTime('2027-03-28T00:59:00Z', 'Europe/Berlin')).toBe('2027-03-28T01:59')
    expect(localTime('2027-03-28T01:00:00Z', 'Europe/Berlin')).toBe('2027-03-28T03:00')
    expect(localTime(Date.parse('2027-07-01T12:00:00Z'), 'Europe/Berlin')).toBe('2027-07-01T14:00')
  })
  it('of this machine is one that can be asked', () => {
    const at = new Date(2026, 6, 1, 9, 30)
    expect(localTime(at.getTime(), zoneHere())).toBe('2026-07-01T09:30')
  })
})
