import type { Build } from '../../../core/document/build.ts'
import { takeReading } from '../../../core/document/edits.ts'
import { readingText, type ReadingRef } from '../../../core/document/readingRef.ts'
import { editBuild } from '../../stores/buildStore.ts'
import { now } from '../../stores/clock.ts'

/** Half-widths of what is read here when nobody says closer [from memory]: calliper over a step, gauge, scale, counted strokes, air. */
const DOUBT = { panel: 12, gauge: 5, weight: 3, strokes: 0.15, room: 0.5, surface: 1, humidity: 3 } as const
const WITH = {
  panel: 'calliper over a tape step',
  gauge: 'film gauge',
  weight: 'scale',
  strokes: 'counted',
  room: 'thermometer',
  surface: 'surface thermometer',
  humidity: 'hygrometer',
} as const

/** Enters a reading of the finish: film, strokes, air. */
export function readFinish(ref: ReadingRef, value: number, by?: string, at = now()): void {
  const key = ref.kind === 'film' ? ref.how : ref.kind === 'air' ? ref.what : 'strokes'
  const doubt = key === 'strokes' ? Math.max(1, value * DOUBT.strokes) : DOUBT[key]
  editBuild(
    b => takeReading(b, { of: readingText(ref), value, doubt, at, with: by ?? WITH[key] }),
    `Reading: ${by ?? WITH[key]}`,
  )
}

/** The last reading of a kind, as it stands in the document. */
export const lastRead = (b: Pick<Build, 'readings'>, ref: ReadingRef): number | undefined =>
  b.readings.findLast(r => r.of === readingText(ref))?.value
