import { fretPosition } from '../parts/frets.ts'

/** Where a gap was read and over what: distances from the nut, mm. */
interface Read {
  scaleLength: number
  /** From the nut to the saddle. */
  saddleAt: number
  /** Fret that the gap was read over. */
  fret: number
  /** Fret that a capo holds down. */
  capo: number
}

/**
 * The gap of an open string that was read with a capo on: a straight string from the crown of the held fret to the saddle,
 * against one from the nut's slot [geometry]. A capo takes the nut out of the reading, so the nut's own height comes in again.
 * @param gap read with the capo on, mm
 * @param nutHeight string over the crowns' plane at the nut, mm
 */
export function openFromCapo(at: Read, gap: number, nutHeight: number): number {
  const x = fretPosition(at.scaleLength, at.fret),
    from = fretPosition(at.scaleLength, at.capo),
    saddle = (gap * (at.saddleAt - from)) / (x - from)
  return nutHeight + ((saddle - nutHeight) * x) / at.saddleAt
}

/** The other way: what a capo'd string will read where the open one is to have a gap. */
export function capoFromOpen(at: Read, gap: number, nutHeight: number): number {
  const x = fretPosition(at.scaleLength, at.fret),
    from = fretPosition(at.scaleLength, at.capo),
    saddle = nutHeight + ((gap - nutHeight) * at.saddleAt) / x
  return (saddle * (x - from)) / (at.saddleAt - from)
}
