import { memo } from '../memo/memo.ts'
import { hollowed } from '../parts/hollowed.ts'
import type { Part } from '../parts/part.ts'
import type { Fitted, Laid, Shaped } from './docs.ts'

/** What a build holds beside its parts. */
export type Facts = Omit<Shaped, keyof Fitted>

/** The same, of what the layout reads. */
export type LaidFacts = Omit<Laid, keyof Fitted>

/** Parts by their slots, and the facts beside them: of a build as it stands, or with other parts tried in it. */
export interface View<F = Facts, S = Shaped> {
  readonly facts: F
  /** The build as it stands whatever is tried in it: what its readings taught was read on its own parts. */
  readonly stands: S
  part(slot: string): Part | undefined
}

/** A build as it stands. */
export const viewOf = memo(viewed, { weak: true }) as <B extends Fitted>(build: B) => View<B, B>

function viewed(build: Fitted): View<Fitted, Fitted> {
  const byId = new Map(build.parts.map(p => [p.id, hollowed(p)]))
  return {
    facts: build,
    stands: build,
    part: slot => {
      const id = build.slots[slot]
      return id === undefined ? undefined : byId.get(id)
    },
  }
}
