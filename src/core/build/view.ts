import type { Part } from '../parts/part.ts'
import type { Build } from './build.ts'

/** What a build holds beside its parts. */
export type Facts = Omit<Build, 'parts' | 'slots'>

/** Parts by their slots, and the facts beside them: of a build as it stands, or with other parts tried in it. */
export interface View {
  readonly facts: Facts
  part(slot: string): Part | undefined
}

const views = new WeakMap<Build, View>()

/** A build as it stands. */
export function viewOf(build: Build): View {
  const known = views.get(build)
  if (known) return known
  const byId = new Map(build.parts.map(p => [p.id, p]))
  const view: View = {
    facts: build,
    part: slot => {
      const id = build.slots[slot]
      return id === undefined ? undefined : byId.get(id)
    },
  }
  views.set(build, view)
  return view
}
