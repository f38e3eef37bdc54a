import type { Layout } from './layOut.ts'

/** Where one saddle has to stand and the travel it has left towards both ends, mm; negative past its travel. */
export interface SaddleRoom {
  number: number
  compensation: number
  fromNut: number
  fromPocket: number
  ahead: number
  behind: number
}

/** Each string's saddle at its own compensation, within the travel that the bridge's place leaves it [geometry]. */
export const saddleRoom = (l: Layout): SaddleRoom[] =>
  l.strings.map(s => ({
    number: s.number,
    compensation: s.compensation,
    fromNut: s.saddle[0],
    fromPocket: s.saddle[0] - l.nutToHeelEnd,
    ahead: s.saddle[0] - l.bridge.foremost,
    behind: l.bridge.rearmost - s.saddle[0],
  }))
