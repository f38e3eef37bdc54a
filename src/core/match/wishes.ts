import { count, num, type Said, say, span } from '../say/said.ts'
import { differenceInCalendarDays, isValid, parseISO } from 'date-fns'
import type { Build, Instrument } from '../document/build.ts'
import { slotsOf, type Slot } from '../document/slots.ts'
import { daysToCome } from '../parts/arrival.ts'
import type { Part } from '../parts/part.ts'

/** What a set of parts is wanted to be, and what time and waiting are worth. */
export interface Wishes {
  /** Slots whose part stands already, by part id. */
  fixed: Record<string, string>
  /** What an hour at the bench is counted at, in the build's currency. */
  hourly: number
  /** What a week's waiting for the last part is counted at. */
  weekly: number
  budget?: number
  maxWaitDays?: number
  /** Only what is on the shelf: nothing to buy. */
  shelfOnly?: boolean
  /** Sorts wanted in a slot: pickup sorts, bridge sorts, tapers and the like; any of the part's choices counts. */
  sorts?: Record<string, readonly string[]>
  scale?: { from: number; to: number }
  wood?: readonly string[]
  /** Parts that must be used up, by id. */
  use?: readonly string[]
}

/** Days from today until a part is at hand; where the supplier says nothing, as is usual. */
export function waitDays(p: Part, today: string): number {
  const s = p.stock
  if (!s || s.state === undefined || s.state === 'here') return 0
  if (s.state === 'ordered' && s.due) {
    const due = parseISO(s.due)
    return isValid(due) ? Math.max(0, differenceInCalendarDays(due, parseISO(today))) : daysToCome(s)
  }
  return daysToCome(s)
}

/** What a part costs with its share of freight; a part at hand costs what was paid for it. */
export const costOf = (p: Part): number => (p.stock?.price ?? 0) + (p.stock?.freight ?? 0)

/** How many of a part can be used: one of what is at hand, any number of what is to buy. */
export const countOf = (p: Part): number => p.stock?.count ?? (p.stock?.state === 'to buy' ? Infinity : 1)

/** Whether a part could stand in a slot of this instrument at all, whatever else is chosen. */
export function suits(build: Build, slot: Pick<Slot, 'id' | 'kind'>, p: Part): boolean {
  if (p.kind !== slot.kind) return false
  const { strings, bridge } = build.instrument
  switch (p.kind) {
    case 'strings':
      return p.gauges?.length === strings
    case 'tuners':
      return p.dims.count?.value === strings
    case 'bridge':
      return p.traits.sort === bridge
    case 'neck': {
      const holes = p.features.filter(f => f.role === 'tuner-hole').length
      return holes === strings || holes === 0
    }
    case 'body':
      return p.features.some(f => f.role === 'neck-pocket')
    case 'tailpiece':
      return slot.id !== 'tailpiece' || (p.traits.sort === 'trapeze') === (bridge === 'floating bridge')
    case 'springs':
      return (p.traits.sort === 'tremolo') === (slot.id === 'tremolo-springs')
    default:
      return true
  }
}

/** Minutes to make what a body has not: a rout for a pickup [from memory]. */
const NEW_ROUT = 60

/** Work that a part brings whatever stands beside it, minutes. */
export const ownMinutes = (build: Build, p: Part): number =>
  p.kind === 'body'
    ? NEW_ROUT *
      build.instrument.pickups.filter(
        n => !p.features.some(f => f.role === 'pickup-rout' && f.serves === `pickup-${n}`),
      ).length
    : 0

/** One wish by itself: how it is called, which parts it lets stand in a slot where it speaks of single parts, and what is wished without it. */
export interface Wish {
  name: Said
  allows?: (slot: string, p: Part) => boolean
  without: (w: Wishes) => Wishes
}

const drop =
  (k: keyof Wishes) =>
  (w: Wishes): Wishes => {
    const { [k]: _gone, ...rest } = w
    return rest as Wishes
  }

/** Every wish by itself, named by the slots of the build and the names of the parts. */
export function wishesOf(
  w: Wishes,
  today: string,
  instrument: Instrument,
  nameOf: (part: string) => string = id => id,
): Wish[] {
  const out: Wish[] = [],
    slots = new Map(slotsOf(instrument).map(s => [s.id, s.label])),
    slotName = (id: string) => (slots.get(id) ?? id).toLowerCase()
  if (w.budget !== undefined) out.push({ name: say`a budget of ${num(w.budget)}`, without: drop('budget') })
  if (w.maxWaitDays !== undefined)
    out.push({
      name: say`no part later than ${count(w.maxWaitDays, 'day')}`,
      allows: (_s, p) => waitDays(p, today) <= w.maxWaitDays!,
      without: drop('maxWaitDays'),
    })
  if (w.shelfOnly)
    out.push({
      name: 'only what is on the shelf',
      allows: (_s, p) => p.stock?.state !== 'to buy',
      without: drop('shelfOnly'),
    })
  if (w.scale)
    out.push({
      name: say`a scale of ${span(w.scale.from, w.scale.to, 0)}`,
      allows: (s, p) =>
        s !== 'neck' ||
        ((p.dims.scaleLength?.value ?? 0) >= w.scale!.from && (p.dims.scaleLength?.value ?? 0) <= w.scale!.to),
      without: drop('scale'),
    })
  if (w.wood?.length)
    out.push({
      name: say`a body of ${w.wood.join(' or ')}`,
      allows: (s, p) => s !== 'body' || w.wood!.includes(p.traits.wood ?? ''),
      without: drop('wood'),
    })
  for (const [slot, sorts] of Object.entries(w.sorts ?? {}))
    if (sorts.length)
      out.push({
        name: say`${slotName(slot)}: ${sorts.join(' or ')}`,
        allows: (s, p) => s !== slot || Object.values(p.traits).some(t => sorts.includes(t)),
        without: x => ({ ...x, sorts: { ...x.sorts, [slot]: [] } }),
      })
  for (const id of w.use ?? [])
    out.push({
      name: say`using up ${nameOf(id)}`,
      without: x => ({ ...x, use: (x.use ?? []).filter(u => u !== id) }),
    })
  for (const [slot, id] of Object.entries(w.fixed))
    out.push({
      name: say`keeping ${nameOf(id)} as ${slotName(slot)}`,
      allows: (s, p) => s !== slot || p.id === id,
      without: x => ({ ...x, fixed: Object.fromEntries(Object.entries(x.fixed).filter(([k]) => k !== slot)) }),
    })
  return out
}
