import type { HeardSort } from '../../core/document/readingRef.ts'
import { nearestChoice } from '../../core/meter/heardWords.ts'
import { NOTHING } from '../../core/meter/meters.ts'
import type { Outcome, ProbeView } from '../../core/meter/meterWork.ts'
import { formatResistance } from '../../core/units/electrical.ts'

/** Ohms as a meter shows them. */
export const shownOhms = (ohms: number): string => (ohms >= NOTHING ? 'OL' : formatResistance(Math.max(0, ohms)))

/** What was read or heard, in its own words. */
export const shownValue = (v: Pick<ProbeView, 'heard'>, value: number): string =>
  v.heard ? nearestChoice(v.heard.what, value).label : shownOhms(value)

/** What is needed to say a value of a probe: how it is listened to, if it is. */
export const asHeard = (what: HeardSort | undefined): Pick<ProbeView, 'heard'> => ({
  heard: what && { what, how: '' },
})

/** What it may come out as. */
export function shownSpan(v: Pick<ProbeView, 'heard'>, o: Pick<Outcome, 'from' | 'to'>): string {
  if (v.heard) {
    const a = nearestChoice(v.heard.what, o.from + 6).label,
      b = nearestChoice(v.heard.what, o.to - 6).label
    return a === b ? a : `${a} to ${b}`
  }
  if (o.from >= NOTHING) return 'OL'
  if (o.to < 2) return 'under 2 Ω'
  return `${shownOhms(o.from)} … ${shownOhms(o.to)}`
}

/** What was read, as a field shows it. */
export const readText = (v: ProbeView): string =>
  v.value === undefined ? '' : v.value >= NOTHING ? 'OL' : formatResistance(v.value, 4).replace('\u202f', ' ')
