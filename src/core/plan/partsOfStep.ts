import { dayAfter } from '../calendar/days.ts'
import type { Build } from '../document/build.ts'
import type { Part } from '../parts/part.ts'
import { splitRef } from '../document/quantityAt.ts'
import type { StepRef } from '../document/stepRef.ts'
import type { HoleGroup } from '../drill/hole.ts'
import { daysToCome } from '../parts/arrival.ts'
import { slotsOf } from '../document/slots.ts'

/** Slots whose parts have to be there for the holes of a group: they are drilled after the part, not its drawing. */
const BY_GROUP: Record<HoleGroup, readonly string[]> = {
  neck: ['body', 'neck', 'neck-screws'],
  bridge: ['body', 'neck', 'bridge', 'bridge-screws', 'posts', 'tail-posts'],
  strings: ['body', 'bridge', 'ferrules'],
  tuners: ['neck', 'tuners', 'tuner-screws'],
  head: ['neck', 'trees', 'locking-nut'],
  guard: ['body', 'guard', 'guard-screws'],
  pickups: ['body'],
  controls: ['body'],
  channels: ['body'],
  ground: ['body'],
  buttons: ['body', 'buttons', 'button-screws'],
}
/** Slots whose parts go with an assembly step, and into its bag. */
export const BY_ASSEMBLY: Record<string, readonly string[]> = {
  shim: ['shim'],
  ferrules: ['ferrules'],
  posts: ['posts', 'bridge'],
  bridge: ['bridge', 'bridge-screws'],
  tailpiece: ['tailpiece', 'tail-posts', 'tail-screws'],
  springs: ['tremolo-springs'],
  nut: ['nut', 'locking-nut'],
  trees: ['trees'],
  rings: [],
  guard: ['guard', 'guard-screws'],
  knobs: ['knob-volume', 'knob-tone'],
  tuners: ['tuners', 'tuner-screws'],
  neck: ['neck', 'neck-screws', 'neck-plate'],
  'neck-dry': ['neck', 'body'],
  controls: [],
  buttons: ['buttons', 'button-screws'],
  shield: ['body', 'guard'],
}
/** Kinds of parts that are soldered. */
const ELECTRIC = new Set(['pickup', 'pot', 'switch', 'capacitor', 'resistor', 'jack', 'battery', 'mini-switch'])

/** Slots whose parts a step needs in hand. */
export function slotsOfStep(
  ref: StepRef,
  build: Pick<Build, 'instrument' | 'slots'>,
  jointSlots: readonly string[],
): readonly string[] {
  const all = () => slotsOf(build.instrument)
  switch (ref.kind) {
    case 'measure': {
      const { partId } = splitRef(ref.of)
      return Object.keys(build.slots).filter(s => build.slots[s] === partId)
    }
    case 'visit':
      return Object.keys(build.slots).filter(s => build.slots[s] === ref.part)
    case 'fix':
      return jointSlots
    case 'cut':
      return ['body']
    case 'drill':
      return BY_GROUP[ref.group as HoleGroup] ?? ['body']
    case 'place':
      return ['body', 'neck', 'bridge']
    case 'trial':
      // Everything but what is only soldered, strung or pushed on at the end.
      return all().flatMap(s =>
        ELECTRIC.has(s.kind) && s.kind !== 'pickup' ? [] : ['strings', 'knob'].includes(s.kind) ? [] : [s.id],
      )
    case 'finish':
      return ['body']
    case 'solder':
      return all().flatMap(s => (ELECTRIC.has(s.kind) ? [s.id] : []))
    case 'assemble':
      return ref.what === 'controls' || ref.what === 'rings'
        ? all().flatMap(s => (ELECTRIC.has(s.kind) || s.kind === 'ring' ? [s.id] : []))
        : (BY_ASSEMBLY[ref.what] ?? [])
    case 'setup':
      return ref.what === 'strings' ? ['strings'] : []
    case 'test':
    case 'own':
    case 'close':
      return []
  }
}

/** Holes whose places and sizes come from parts that need not be there when they are drilled. */
const SERVED: Partial<Record<HoleGroup, (kind: string) => boolean>> = {
  controls: kind => ELECTRIC.has(kind),
  channels: kind => ELECTRIC.has(kind),
  pickups: kind => kind === 'pickup' || kind === 'ring' || kind === 'guard',
}

/**
 * Which joints a step makes fact: those whose parts it brings together, or cuts for. Undefined for what goes on whatever
 * is not read yet: coats, tests, setting up.
 */
export function slotsRead(
  ref: StepRef,
  build: Pick<Build, 'instrument' | 'slots'>,
  jointSlots: readonly string[],
): { meets: (slots: readonly string[]) => boolean } | undefined {
  // Wood that is cut away does not come back: every joint that the body has a share in counts.
  if (ref.kind === 'cut') return { meets: slots => slots.includes('body') }
  if (!['fix', 'drill', 'place', 'trial', 'solder', 'assemble'].includes(ref.kind)) return undefined
  const serves = ref.kind === 'drill' ? SERVED[ref.group as HoleGroup] : undefined,
    own = new Set([
      ...slotsOfStep(ref, build, jointSlots),
      ...(serves ? slotsOf(build.instrument).flatMap(s => (serves(s.kind) ? [s.id] : [])) : []),
    ])
  return { meets: slots => slots.length > 0 && slots.every(s => own.has(s)) }
}

/** A part that is not here yet, and the day on which it is expected. */
export interface Expected {
  slot: string
  part: string
  day: string
  /** Days that it may come later. */
  lateDays: number
  /** Nobody has ordered it: the day holds when it is ordered today. */
  order: boolean
}

/** How late a part may be: where its day was said, and where it is only usual [from memory]. */
const LATE = { said: 7, usual: 28 } as const

/** When a part is there; undefined when it is here. @param today on the bench's clock */
export function expectedOn(part: Part, slot: string, today: string): Expected | undefined {
  const { stock } = part
  if (!stock || stock.arrived || (stock.state ?? 'here') === 'here') return undefined
  const order = stock.state === 'to buy',
    said = order ? undefined : stock.due,
    day = said ?? dayAfter(order ? today : (stock.ordered ?? today), daysToCome(stock))
  // A day that is over has not kept its word: it may be tomorrow.
  return {
    slot,
    part: part.name,
    day: day < today ? dayAfter(today, 1) : day,
    lateDays: said || stock.waitDays !== undefined ? LATE.said : LATE.usual,
    order,
  }
}
