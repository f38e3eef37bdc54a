import type { Build } from '../document/build.ts'
import type { Point } from '../geometry/outline.ts'
import { neckLine, offAt } from './centreLine.ts'

/**
 * The lines that places across are told from. Until a fitted neck's edges are read there is one; after that the body's
 * own, which is drawn on the wood, and the neck's, on which the strings run.
 */
export const LINES = { one: 'the centre line', neck: 'the neck’s line', body: 'the body’s own line' } as const
export type LineName = (typeof LINES)[keyof typeof LINES]

type Read = Pick<Build, 'readings'>
type Told = Pick<Build, 'readings' | 'placements'>

/** The line from which places on the body are told, as the builder chose: on sheets, paper, map and at the bench alike. */
export const toldLine = (build: Told): LineName =>
  build.placements.toldFrom === 'neck' ? ownLine(build) : woodLine(build)

/** A place's distance off the line that it is told from, mm to the treble side. What lies on the head is told from the neck's. */
export const toldAcross = (build: Told, nutToHeelEnd: number, [x, y]: Point): number =>
  x > 0 ? toTold(build, x - nutToHeelEnd, y) : y

/** The same of a place on the body or over it, along from the pocket's end; and the way back. */
export const toTold = (build: Told, along: number, y: number): number => y + lineApart(build, along)
export const fromTold = (build: Told, along: number, across: number): number => across - lineApart(build, along)

/** How far the told line lies to the bass of the instrument's own frame, mm, at a place from the pocket's end. */
function lineApart(build: Told, along: number): number {
  const line = build.placements.toldFrom === 'neck' ? undefined : neckLine(build)
  return line ? offAt(line, along) : 0
}

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
