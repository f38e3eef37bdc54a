import type { LaidFields, View } from '../document/view.ts'
import { startingCompensation } from './compensation.ts'
import { coursesOf } from './layOut.ts'

/** An usual set's outer strings, mm, while none are chosen [from memory]. */
const USUAL = { treble: 0.254, bass: 1.17, compensation: 2 } as const

export interface OuterString {
  diameter: number
  /** From nut to its saddle, mm. */
  length: number
  /** Distance of its centre from the neck's line at the nut, and from the bridge's middle at the saddle, mm. */
  atNut: number
  atSaddle: number
}

/**
 * The outermost string of a side as nutSlots and saddlePlaces put it, without the strings between. Both distances count
 * outwards. Undefined while neck or bridge are not described.
 * @param side 1 for the treble side
 */
export function outerString(v: View<LaidFields, unknown>, side: 1 | -1): OuterString | undefined {
  const neck = v.part('neck')?.dims,
    spread = v.part('bridge')?.dims.stringSpread?.value
  if (!neck?.widthAtNut || !neck.scaleLength || spread === undefined) return undefined
  const gauges = v.part('strings')?.gauges,
    own = side === 1 ? gauges?.[0] : gauges?.at(-1)
  const diameter = own?.diameter ?? (side === 1 ? USUAL.treble : USUAL.bass)
  const courses = coursesOf(v.fields),
    alone = courses.count < 2
  const within = (gap: number) => ((courses.nut.size - 1) * gap) / 2
  return {
    diameter,
    length: neck.scaleLength.value + (own ? startingCompensation(own) : USUAL.compensation),
    atNut: alone ? within(courses.nut.gap) : neck.widthAtNut.value / 2 - v.fields.setup.edgeMargin - diameter / 2,
    atSaddle: alone ? within(courses.bridge.gap) : spread / 2,
  }
}
