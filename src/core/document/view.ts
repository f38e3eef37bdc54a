import { memo } from '../memo/memo.ts'
import { hollowed } from '../parts/hollowed.ts'
import type { Part } from '../parts/part.ts'
import type { Fitted, Laid, Shaped } from './docs.ts'

/** What a build holds beside its parts. */
export type Fields = Omit<Shaped, keyof Fitted>

/** The same, of what the layout reads. */
export type LaidFields = Omit<Laid, keyof Fitted>

/** Parts by their slots, and the fields beside them: of a build as it stands, or with other parts tried in it. */
export interface View<F = Fields, S = Shaped> {
  readonly fields: F
  /** The build as it stands whatever is tried in it: what its readings taught was read on its own parts. */
  readonly stands: S
  part(slot: string): Part | undefined
}

/** A build as it stands. */
export const viewOf = memo(viewed, { weak: true }) as <B extends Fitted>(build: B) => View<B, B>

function viewed(build: Fitted): View<Fitted, Fitted> {
  const byId = new Map(build.parts.map(p => [p.id, hollowed(p)]))
  return {
    fields: build,
    stands: build,
    part: slot => {
      const id = build.slots[slot]
      return id === undefined ? undefined : byId.get(id)
    },
  }
}
