import { asWritten, mm, num, type Said, say, span } from '../say/said.ts'
import type { Shaped } from '../document/docs.ts'
import { partIn } from '../document/references.ts'
import { slotsOf } from '../document/slots.ts'
import type { Hole } from './hole.ts'
import { LEFT_UNDER } from './holeList.ts'
import { leastBite, SCREW_LENGTHS } from './screws.ts'

export interface ScrewsWanted {
  slot: string
  label: string
  diameter: number
  count: number
  have: { name: string; length: number; count: number } | undefined
  /** Thickness of what they hold, mm, the same for every hole or the range of it. */
  held: number
  heldMost: number
  /** Shortest that bites and longest that stays inside, mm. */
  least: number
  most: number
  /** Length to buy, from those that are sold; undefined when none fits. */
  buy: number | undefined
  says: Said
  /** How many to buy, 0 when what there is does. */
  missing: number
}

/**
 * Lengths of screws from the stack they hold: what is held, the bite wanted, and the wood there is before the far face
 * or the next hollow. What the chosen set lacks is what to buy.
 */
export function screwsWanted(build: Shaped, holes: readonly Hole[]): ScrewsWanted[] {
  return slotsOf(build.instrument)
    .filter(s => s.kind === 'screws')
    .flatMap((slot): ScrewsWanted[] => {
      const part = partIn(build, slot.id)
      const own = holes.filter(h => h.purpose === 'screw pilot' && h.screw && h.screws === slot.id)
      if (!own.length) return []
      const length = own[0]!.screw!.length,
        diameter = own[0]!.screw!.diameter
      const held = own.map(h => length - h.screw!.bite)
      const room = own.map(h => (h.leftUnder === undefined ? Infinity : h.screw!.bite + h.leftUnder - LEFT_UNDER))
      const least = Math.max(...held) + leastBite(slot.id),
        most = Math.min(...held.map((t, i) => t + room[i]!))
      const fits = SCREW_LENGTHS.filter(l => l >= least - 0.05 && l <= most + 0.05)
      const have = part ? { name: part.name, length, count: part.dims.count?.value ?? 0 } : undefined
      const right = have !== undefined && have.length >= least - 0.05 && have.length <= most + 0.05
      const buy = right ? undefined : fits[0]
      const missing = right ? Math.max(0, own.length - have.count) : own.length
      const range = most === Infinity ? say`${mm(least, 1)} or longer` : say`${span(least, most, 1)}`
      const says = right
        ? missing
          ? `The right length; ${missing} more of them.`
          : 'They fit.'
        : most < least
          ? say`No length fits: ${mm(least, 1)} is wanted for the bite, ${mm(most, 1)} is all there is room for.`
          : say`${have ? say`${mm(have.length, 1)} is too ${have.length < least ? 'short' : 'long'}: ` : ''}${range}${buy ? say`; buy ${num(own.length)} of ${asWritten(buy)}` : '; none is sold in that length: cut longer ones'}.`
      return [
        {
          slot: slot.id,
          label: slot.label,
          diameter,
          count: own.length,
          have,
          held: Math.min(...held),
          heldMost: Math.max(...held),
          least,
          most,
          buy: right && missing ? length : buy,
          says,
          missing,
        },
      ]
    })
}
