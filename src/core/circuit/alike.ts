import { mm, ohms, type Said, say } from '../say/said.ts'
import type { Laid } from '../document/docs.ts'
import { PICKUP_PLACES, type PickupPlace } from '../document/build.ts'
import { partIn } from '../document/references.ts'
import { layOut, stringAt } from '../layout/layOut.ts'

/** One sign of which of two pickups belongs where. */
export interface Clue {
  /** The pickup that it calls the bridge's. */
  bridge: string
  says: Said
}

/** Which of two alike pickups is which. */
export interface Alike {
  /** Parts, as they are fitted: nearer the bridge first. */
  fitted: readonly [string, string]
  clues: readonly Clue[]
  /** What most clues say; undefined when they are even or there are none. */
  bridge: string | undefined
  /** They are fitted the other way round. */
  swapped: boolean
}

/** Differences from which on a clue counts: share of ohms; mm of spread and of lead [from memory]. */
const OHMS = 0.05
const SPREAD = 0.5
const LEAD = 20

/**
 * Which of two pickups of one sort is the bridge's: by its poles under the strings there, by ohms (a bridge pickup is wound
 * for more: strings move less there), by its lead (the neck's has the longer way) [common practice]. Undefined unless the
 * instrument has just two of one sort.
 */
export function alikePickups(build: Laid): Alike | undefined {
  const places = PICKUP_PLACES.filter(p => build.instrument.pickups.includes(p))
  const order: readonly PickupPlace[] = ['bridge', 'middle', 'neck']
  const two = [...places]
    .sort((a, b) => order.indexOf(a) - order.indexOf(b))
    .flatMap(p => {
      const slot = `pickup-${p}`,
        part = partIn(build, slot)
      return part ? [{ slot, part }] : []
    })
  const [a, b] = two
  if (two.length !== 2 || !a || !b || a.part.id === b.part.id || a.part.traits.sort !== b.part.traits.sort)
    return undefined
  const clues: Clue[] = []
  const size = (x: typeof a, key: string) => x.part.dims[key]?.value
  const pair = (key: string): [number, number] | undefined => {
    const x = size(a, key),
      y = size(b, key)
    return x === undefined || y === undefined ? undefined : [x, y]
  }
  const l = layOut(build),
    spread = pair('poleSpread')
  if (l && spread && Math.abs(spread[0] - spread[1]) >= SPREAD) {
    const between = (slot: string): number | undefined => {
      const at = l.pickups.find(p => p.slot === slot)?.centre[0],
        first = l.strings[0],
        last = l.strings.at(-1)
      return at === undefined || !first || !last ? undefined : Math.abs(stringAt(first, at) - stringAt(last, at))
    }
    const near = between(a.slot),
      far = between(b.slot)
    if (near !== undefined && far !== undefined) {
      const asIs = Math.abs(spread[0] - near) + Math.abs(spread[1] - far),
        turned = Math.abs(spread[1] - near) + Math.abs(spread[0] - far)
      const bridge = asIs <= turned ? a : b
      clues.push({
        bridge: bridge.part.id,
        says: say`Its poles spread over ${mm(size(bridge, 'poleSpread')!, 1)}; the strings over ${mm(near, 1)} there, over ${mm(far, 1)} at the other place.`,
      })
    }
  }
  const reads = pair('dcResistance')
  if (reads && Math.abs(reads[0] - reads[1]) >= OHMS * Math.min(...reads)) {
    const bridge = reads[0] > reads[1] ? a : b
    clues.push({
      bridge: bridge.part.id,
      says: say`It reads ${ohms(Math.max(...reads))}, the other ${ohms(Math.min(...reads))}: strings move less at the bridge, so its pickup is wound for more.`,
    })
  }
  const lead = pair('leadLength')
  if (lead && Math.abs(lead[0] - lead[1]) >= LEAD) {
    const bridge = lead[0] < lead[1] ? a : b
    clues.push({ bridge: bridge.part.id, says: 'Its lead is the shorter: the neck’s has the longer way.' })
  }
  const votes = clues.filter(c => c.bridge === a.part.id).length,
    against = clues.length - votes
  const bridge = votes === against ? undefined : votes > against ? a.part.id : b.part.id
  return { fitted: [a.part.id, b.part.id], clues, bridge, swapped: bridge === b.part.id }
}
