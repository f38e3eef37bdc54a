import type { Reading } from '../document/build.ts'
import type { Laid } from '../document/docs.ts'
import { readingText } from '../document/readingRef.ts'
import { partIn } from '../document/references.ts'
import { noteHz } from './pitch.ts'
import { tension, unitWeight } from './tension.ts'

/** Name of a reading of an adjustment. */
export const setupReading = (what: string): string => readingText({ kind: 'setup', what })

export interface StringRow {
  number: number
  note: string
  hz: number
  diameter: number
  wound: boolean
  newtons: number
  unitWeight: number
}

/** The reading of a thing that was taken last. */
export const newest = (build: Pick<Laid, 'readings'>, of: string): Reading | undefined =>
  build.readings.filter(r => r.of === of).at(-1)

/** Strings by gauge and tuning with their tension. Empty until neck and strings are chosen. */
export function stringTable(build: Laid): StringRow[] {
  const neck = partIn(build, 'neck'),
    set = partIn(build, 'strings')
  const scale = neck?.dims.scaleLength?.value
  return !set?.gauges || !scale
    ? []
    : set.gauges.map((g, i) => {
        const note = build.instrument.tuning[i] ?? ''
        const hz = noteHz(note) ?? 0
        return {
          number: i + 1,
          note,
          hz,
          diameter: g.diameter,
          wound: g.wound,
          newtons: tension(g, scale, hz),
          unitWeight: unitWeight(g),
        }
      })
}

/** The gap over fret 1 that was read of a string: its own, or the side's at the outer ones. */
export function slotReading(build: Pick<Laid, 'readings'>, number: number, strings: number): number | undefined {
  const own = newest(build, setupReading(`nut.${number}`)),
    side =
      number === 1
        ? newest(build, setupReading('nut.treble'))
        : number === strings
          ? newest(build, setupReading('nut.bass'))
          : undefined
  return own && side ? (own.at >= side.at ? own.value : side.value) : (own ?? side)?.value
}
