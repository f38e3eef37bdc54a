import type { Build } from '../build/build.ts'
import type { Point } from '../geometry/outline.ts'
import { neckLine, offAt } from './centreLine.ts'

/**
 * The lines that places across are told from. Until a fitted neck's edges are read there is one; after that the neck's
 * own, from which holes and strings are told, and the body's own, which is drawn on the wood.
 */
export const LINES = { one: 'the centre line', neck: 'the neck’s line', body: 'the body’s own line' } as const
export type LineName = (typeof LINES)[keyof typeof LINES]

type Read = Pick<Build, 'readings'>

/** What the line is called on which the instrument's frame stands. */
export const ownLine = (build: Read): LineName => (neckLine(build) ? LINES.neck : LINES.one)

/** What the line is called that is drawn on the body. */
export const woodLine = (build: Read): LineName => (neckLine(build) ? LINES.body : LINES.one)

/** Where the body's own line runs in the instrument's frame, between two places from the nut; undefined while it is the only one. */
export function bodyLine(build: Read, nutToHeelEnd: number, x0: number, x1: number): [Point, Point] | undefined {
  const line = neckLine(build)
  return (
    line && [
      [x0, -offAt(line, x0 - nutToHeelEnd)],
      [x1, -offAt(line, x1 - nutToHeelEnd)],
    ]
  )
}
