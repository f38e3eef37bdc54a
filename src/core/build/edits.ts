import { specAt, withDimension } from '../parts/dimensionAt.ts'
import type { Part } from '../parts/part.ts'
import type { Dimension } from '../units/dimension.ts'
import type { Build, Reading } from './build.ts'
import { splitRef } from './quantityAt.ts'

/** A short id that no reading of the build has yet. */
const freshId = (prefix: string, taken: readonly { id: string }[]): string => {
  const ids = new Set(taken.map(t => t.id))
  let n = taken.length + 1
  while (ids.has(`${prefix}-${n}`)) n++
  return `${prefix}-${n}`
}

/** The build with one dimension of a part replaced. */
export function setDimension(build: Build, ref: string, d: Dimension): Build {
  const { partId, path } = splitRef(ref)
  return { ...build, parts: build.parts.map(p => (p.id === partId && specAt(p, path) ? withDimension(p, path, d) : p)) }
}

/**
 * The build with a reading added. A reading of a part's dimension (`part/<id>/<path>`) also becomes that dimension:
 * measured, with its tool and day; the claim it replaces stays in the log of readings.
 * @param r.at time of the reading in UTC, passed in
 */
export function takeReading(build: Build, r: Omit<Reading, 'id'>): Build {
  const next = { ...build, readings: [...build.readings, { id: freshId('r', build.readings), ...r }] }
  return r.of.startsWith('part/')
    ? setDimension(next, r.of.slice('part/'.length), { value: r.value, doubt: r.doubt, basis: 'measured', on: r.at.slice(0, 10), ...(r.with ? { with: r.with } : {}) })
    : next
}

/** The build with a fix chosen for a joint; one fix a joint, choosing another replaces it. */
export const chooseFix = (build: Build, joint: string, method: string): Build =>
  ({ ...build, fixes: [...build.fixes.filter(f => f.joint !== joint), { joint, method }] })

export const dropFix = (build: Build, joint: string): Build => ({ ...build, fixes: build.fixes.filter(f => f.joint !== joint) })

/** The build with a part put into a slot; the part that was there stays among the build's parts. */
export function choosePart(build: Build, slot: string, part: Part): Build {
  const have = build.parts.some(p => p.id === part.id)
  return { ...build, parts: have ? build.parts : [...build.parts, part], slots: { ...build.slots, [slot]: part.id } }
}

/** The build with a line added to the log. */
export const writeLog = (build: Build, text: string, at: string, cost?: number): Build =>
  ({ ...build, log: [...build.log, { id: freshId('l', build.log), at, text, ...(cost === undefined ? {} : { cost }) }] })
