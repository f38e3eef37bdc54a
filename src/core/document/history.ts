import jsonpatch, { type Operation } from 'fast-json-patch'
import { IsArray, IsISO8601, IsObject, IsOptional, IsString, ArrayMaxSize, MaxLength } from 'class-validator'
import { NestedEach } from '../parts/validators/nested.ts'
import type { Build } from './build.ts'

/** Acts that can be taken back, and those that can be done again. */
export const MOST_ACTS = 100
/** What all acts of one build may take together, characters of JSON: older ones go first. */
export const MOST_TEXT = 400_000

/** One act on a build, as it is kept to be taken back or done again. */
export class Act {
  @IsString()
  @MaxLength(200)
  title!: string

  @IsISO8601()
  at!: string

  /** What it did to joints, plan and cost, in a line. */
  @IsOptional()
  @IsString()
  @MaxLength(600)
  effect?: string

  /** From the document as it is to the one that taking back, or doing again, leads to (RFC 6902). */
  @IsArray()
  @ArrayMaxSize(20_000)
  @IsObject({ each: true })
  patch!: Operation[]
}

/** What was done to a build: the last act last, and the one to do again next first. */
export class History {
  @ArrayMaxSize(MOST_ACTS)
  @NestedEach(() => Act)
  past!: Act[]

  @ArrayMaxSize(MOST_ACTS)
  @NestedEach(() => Act)
  future!: Act[]
}

export const NO_HISTORY: History = { past: [], future: [] }

const patchTo = (from: Build, to: Build): Operation[] => jsonpatch.compare(from, to)
const patched = (build: Build, patch: readonly Operation[]): Build =>
  jsonpatch.applyPatch(build, [...patch], false, false).newDocument

/** No more acts than are kept, the newest of them. */
function bounded(past: readonly Act[]): Act[] {
  const kept = past.slice(-MOST_ACTS)
  let text = 0
  const from = kept.findLastIndex(a => (text += JSON.stringify(a).length) > MOST_TEXT)
  return kept.slice(from + 1)
}

/** The history after an act that made one build out of another; what could be done again is gone. */
export const recorded = (h: History, before: Build, after: Build, title: string, at: string): History => ({
  past: bounded([...h.past, { title, at, patch: patchTo(after, before) }]),
  future: [],
})

/** The last act taken back; undefined when there is none, or when its patch does not fit this build. */
export function takenBack(build: Build, h: History): { build: Build; history: History; act: Act } | undefined {
  const act = h.past.at(-1)
  if (!act) return undefined
  try {
    const next = patched(build, act.patch)
    return {
      build: next,
      act,
      history: { past: h.past.slice(0, -1), future: [{ ...act, patch: patchTo(next, build) }, ...h.future] },
    }
  } catch {
    return undefined
  }
}

/** The act that was taken back last, done again. */
export function doneAgain(build: Build, h: History): { build: Build; history: History; act: Act } | undefined {
  const act = h.future[0]
  if (!act) return undefined
  try {
    const next = patched(build, act.patch)
    return {
      build: next,
      act,
      history: { past: [...h.past, { ...act, patch: patchTo(next, build) }], future: h.future.slice(1) },
    }
  } catch {
    return undefined
  }
}

/** The history with what its last act did. */
export const withEffect = (h: History, at: string, effect: string): History => {
  const last = h.past.at(-1)
  return last && last.at === at ? { ...h, past: [...h.past.slice(0, -1), { ...last, effect }] } : h
}
