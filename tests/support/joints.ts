import { splitRef } from '../../src/core/document/quantityAt.ts'
import type { Build } from '../../src/core/document/build.ts'
import { jointsAsTheyStand } from '../../src/core/fit/findJoints.ts'
import type { Fix, Joint } from '../../src/core/fit/joint.ts'

/** Every hole and hollow as it was read: what is only assumed calls for no work. */
export const asRead = (b: Build, doubt = 0.05): Build => ({
  ...b,
  parts: b.parts.map(p => ({
    ...p,
    features: p.features.map(f => ({
      ...f,
      dims: Object.fromEntries(
        Object.entries(f.dims).map(([k, d]) => [k, { value: d!.value, doubt, basis: 'measured' as const }]),
      ),
    })),
  })),
})

/** The same of parts too: everything as it was read. */
export const wholeRead = (b: Build, doubt = 0.02): Build => {
  const own = asRead(b, doubt)
  return {
    ...own,
    parts: own.parts.map(p => ({
      ...p,
      dims: Object.fromEntries(
        Object.entries(p.dims).map(([k, d]) => [k, { value: d!.value, doubt, basis: 'measured' as const }]),
      ),
    })),
  }
}

/** The joint of a name; what there is instead where there is none. */
export function jointIn(b: Build, id: string): Joint {
  const all = jointsAsTheyStand(b),
    j = all.find(x => x.id === id)
  if (!j) throw new Error(`no ${id} among ${all.map(x => x.id).join(', ')}`)
  return j
}

export const fixOf = (j: Joint, method: string): Fix | undefined => j.fixes.find(f => f.method === method)

/** What a fix changes, by the name within its part or among the places. */
export const changesOf = (j: Joint, method: string): Record<string, number> =>
  Object.fromEntries(
    fixOf(j, method)!.changes.map(c => [splitRef(c.ref).path.replace(/^(dims|features)\./, ''), c.value]),
  )
