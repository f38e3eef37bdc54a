import type { Build } from '../document/build.ts'
import type { Feature, Part } from '../parts/part.ts'
import type { Dimension } from '../units/dimension.ts'
import { cutText } from '../text/text.ts'
import { claimed } from '../units/doubt.ts'

/** What was measured on one part is no more than a claim of another like it. */
const asClaim = (d: Dimension, from: string): Dimension =>
  d.basis === 'measured' ? { ...claimed(d.value, Math.max(d.doubt, claimed(d.value).doubt)), with: from } : d

const dimsAsClaims = (dims: Record<string, Dimension>, from: string) =>
  Object.fromEntries(Object.entries(dims).map(([k, d]) => [k, asClaim(d, from)]))

/** A build like another one, with nothing done yet: the same instrument and kinds of parts, to be measured anew. */
export function freshCopy(b: Build, id: string, name: string, today: string): Build {
  const from = cutText(`as on ${b.name}`, 80)
  const feature = ({ plugged, ...f }: Feature): Feature => {
    void plugged
    return { ...f, dims: dimsAsClaims(f.dims, from) }
  }
  const part = ({ stock, ...p }: Part): Part => ({
    ...p,
    dims: dimsAsClaims(p.dims, from),
    // What was drilled or plugged here is not so on another one like it.
    features: p.features.filter(f => !f.drilled).map(feature),
    ...(stock?.price === undefined ? {} : { stock: { price: stock.price, state: 'to buy' as const } }),
  })
  const inSlots = new Set(Object.values(b.slots))
  return {
    ...b,
    id,
    name,
    parts: b.parts.filter(p => inSlots.has(p.id)).map(part),
    fixes: [],
    readings: [],
    steps: [],
    trials: [],
    log: [],
    calendar: { ...b.calendar, startOn: today },
  }
}
