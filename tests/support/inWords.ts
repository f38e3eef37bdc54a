import { isSentence, type Sentence } from '../../src/core/say/said.ts'
import { inMm } from '../../src/core/say/spoken.ts'

/** The same with every sentence in it written out. */
export type InWords<T> = T extends Sentence
  ? string
  : T extends string | number | boolean | undefined | null | ((...a: never[]) => unknown)
    ? T
    : T extends readonly (infer U)[]
      ? InWords<U>[]
      : { [K in keyof T]: InWords<T[K]> }

/** What was said, or anything with it in it, as a reader of mm gets it, with plain spaces before units. */
export function inWords<T>(x: T): InWords<T> {
  const words = (v: unknown): unknown => {
    if (typeof v === 'string') return v.replaceAll('\u202f', ' ')
    if (isSentence(v)) return inMm(v).replaceAll('\u202f', ' ')
    if (Array.isArray(v)) return v.map(words)
    if (v instanceof Map) return new Map([...v].map(([k, w]) => [k, words(w)]))
    if (typeof v !== 'object' || v === null || Object.getPrototypeOf(v) !== Object.prototype) return v
    return Object.fromEntries(Object.entries(v).map(([k, w]) => [k, words(w)]))
  }
  return words(x) as InWords<T>
}
