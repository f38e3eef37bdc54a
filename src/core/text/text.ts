/** Why a text cannot be kept; undefined when it can. Half a character or a NUL would make a document unreadable. */
export function unreadable(text: string): string | undefined {
  if (text.includes('\0')) return 'holds a NUL character; take it out'
  return /[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/.test(text)
    ? 'holds half a character, such as an emoji that was cut in two; take it out'
    : undefined
}

/** The text without NULs, halves of characters replaced, as it can be kept. */
export const mended = (text: string): string =>
  text
    .replaceAll('\0', '')
    .replace(/[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/g, '\uFFFD')

/** At most `most` characters (code points) of a text, mended; a document counts the same way in UTF-16 units, so both bounds hold. */
export function cutText(text: string, most: number): string {
  let out = ''
  for (const c of mended(text)) {
    if (out.length + c.length > most) break
    out += c
  }
  return out
}

/** Names that a program's own objects have: no document may carry them. */
const OWN_NAMES: ReadonlySet<string> = new Set(['__proto__', 'constructor', 'prototype'])
/** Deeper than this no document goes: the deepest of ours is less than half of it. */
export const DEEPEST = 40

/**
 * Paths in a raw document of what cannot be kept, before anything is made of it: texts with half characters, keys
 * included; names that a program's own objects have; more levels than any document has.
 */
export function unreadableTexts(x: unknown, at = '', level = 0): { path: string; reason: string }[] {
  if (level > DEEPEST) return [{ path: at.slice(0, 120), reason: `lies deeper than ${DEEPEST} levels` }]
  if (typeof x === 'string') {
    const reason = unreadable(x)
    return reason ? [{ path: at, reason }] : []
  }
  if (Array.isArray(x)) return x.flatMap((v, i) => unreadableTexts(v, `${at}[${i}]`, level + 1))
  if (typeof x !== 'object' || x === null) return []
  return Object.entries(x).flatMap(([k, v]) => {
    const reason = OWN_NAMES.has(k) ? 'belongs to programs, not to documents' : unreadable(k)
    const path = at ? `${at}.${mended(k)}` : mended(k)
    return [
      ...(reason ? [{ path, reason: `its name ${reason}` }] : []),
      ...(OWN_NAMES.has(k) ? [] : unreadableTexts(v, path, level + 1)),
    ]
  })
}

/** A name that none of the others has: the name itself, or with the first free number behind it. */
export function tellApart(name: string, taken: Iterable<string>, most = 80): string {
  const have = new Set([...taken].map(t => t.trim().toLowerCase()))
  const plain = name.trim()
  if (!have.has(plain.toLowerCase())) return cutText(plain, most)
  const stem = plain.replace(/ \d+$/, '')
  for (let n = 2; ; n++) {
    const candidate = `${cutText(stem, most - 5)} ${n}`
    if (!have.has(candidate.toLowerCase())) return candidate
  }
}

/** A number of things in words: one hole, two holes. */
export const counted = (n: number, one: string, more = `${one}s`): string => `${n} ${n === 1 ? one : more}`
