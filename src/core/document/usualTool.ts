import { specAt } from '../parts/dimensionAt.ts'
import { readWith } from '../tools/tools.ts'
import { asRead } from './dimensionReading.ts'
import type { Build } from './build.ts'
import type { Fitted } from './docs.ts'
import { takeReading } from './edits.ts'
import { splitRef } from './quantityAt.ts'
import { readingRef, type ReadingRef } from './readingRef.ts'

/** With what a reading was taken and how well it is known, half-width in the reading's own unit. */
export interface ReadBy {
  with: string
  doubt: number
}

/**
 * What a reading of this is usually taken with, of which nobody says more. Undefined where several things may read it or
 * where a reading brings its own doubt: at setting up, at lugs, by ear, of films and air.
 * @param value what was read; it counts where a tool's doubt is a share of that
 */
export function usualTool(build: Pick<Fitted, 'parts'>, ref: ReadingRef, value: number): ReadBy | undefined {
  switch (ref.kind) {
    case 'dimension': {
      const { partId, path } = splitRef(ref.of),
        part = build.parts.find(p => p.id === partId)
      return asRead(part && specAt(part, path), value)
    }
    case 'frets':
    case 'hole':
      return readWith('rule', 'length')
    case 'edge':
      return ref.edge === 'at' ? readWith('rule', 'length') : readWith('straightedge and rule', 'length')
    case 'dry':
      return readWith('straightedge and rule', 'length')
    case 'fret':
      return readWith('feeler gauge and rocker', 'height of a crown')
    case 'cents':
      return readWith('tuner', 'pitch')
    case 'setup':
    case 'meter':
    case 'probe':
    case 'heard':
    case 'turned':
    case 'stick':
    case 'film':
    case 'strokes':
    case 'air':
      return undefined
  }
}

/**
 * The build with a reading by what such a thing is usually read with, or by what is given.
 * @param at time of the reading in UTC
 * @throws where nothing is given and nothing is usual
 */
export function readWithUsual(build: Build, of: string, value: number, at: string, given?: ReadBy): Build {
  const ref = readingRef(of),
    by = given ?? (ref && usualTool(build, ref, value))
  if (!by) throw new Error(`nothing says what reads ${of}`)
  return takeReading(build, { of, value, ...by, at })
}
