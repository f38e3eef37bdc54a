import type { Instrument } from './build.ts'

/** What is told of the hand that the instrument is for. */
export interface Handed {
  instrument: Pick<Instrument, 'handedness'>
}

/** From where an instrument is looked at. */
export type Side = 'front' | 'behind'

/**
 * What y is multiplied by where it runs down, as on a screen, with the head at the left: the thick strings lie below on a
 * right-handed instrument seen from the front. In the instrument's frame y runs towards the treble side.
 */
export const yDown = ({ instrument }: Handed, seen: Side = 'front'): 1 | -1 =>
  (instrument.handedness === 'right') === (seen === 'front') ? -1 : 1

/** The same where y runs up, as on drawings that are printed and cut from. */
export const yUp = (build: Handed, seen: Side = 'front'): 1 | -1 => (yDown(build, seen) === 1 ? -1 : 1)

/** Whether it is built for a left hand. */
export const isLeftHanded = ({ instrument }: Handed): boolean => instrument.handedness === 'left'

/** Whether the bass edge lies at the right where the head points up, seen from the front. */
export const bassAtRight = isLeftHanded
