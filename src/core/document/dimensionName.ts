import { labelAt } from '../parts/dimensionAt.ts'
import type { Build } from './build.ts'
import { splitRef } from './quantityAt.ts'
import { slotsOf } from './slots.ts'

/** What a dimension is called in a build: with its slot where another slot holds a part of the same kind. */
export function dimensionName(build: Pick<Build, 'parts' | 'slots' | 'instrument'>, ref: string): string {
  const { partId, path } = splitRef(ref)
  const part = build.parts.find(p => p.id === partId)
  if (!part) return ref
  const label = labelAt(part, path),
    // A slot takes parts of its own kind alone.
    alike = slotsOf(build.instrument).filter(s => s.kind === part.kind && build.slots[s.id] !== undefined),
    own = alike.find(s => build.slots[s.id] === partId)
  return own && alike.length > 1 ? `${own.label}, ${label}` : label
}
