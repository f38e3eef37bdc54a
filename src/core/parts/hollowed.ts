import type { Part } from './part.ts'

const known = new WeakMap<Part, Part>()

/** A part as it is hollow today: a plugged hole is wood again. The same part where nothing is plugged. */
export function hollowed(part: Part): Part {
  let own = known.get(part)
  if (!own) {
    own = part.features.some(f => f.plugged) ? { ...part, features: part.features.filter(f => !f.plugged) } : part
    known.set(part, own)
  }
  return own
}
