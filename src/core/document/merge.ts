import { freshId } from './freshId.ts'
import { same } from '../memo/same.ts'

/** What two copies of one thing come to, or where they cannot be brought together. */
export interface Merged<T> {
  merged: T
  /** Paths at which both copies changed the same thing to something else: mine stands there in `merged`. */
  clashes: string[]
}

type Plain = Record<string, unknown>
const isPlain = (v: unknown): v is Plain => typeof v === 'object' && v !== null && !Array.isArray(v)
/** What members of the document's lists are told apart by: a name of their own, or the one thing they speak of. */
const NAMES = ['id', 'step', 'joint'] as const
type Name = (typeof NAMES)[number]

/** The field that tells the members of all these lists apart, if one does. */
const nameOf = (lists: readonly unknown[]): Name | undefined =>
  lists.every(l => Array.isArray(l))
    ? NAMES.find(n => lists.every(l => l.every((x: unknown) => isPlain(x) && typeof x[n] === 'string')))
    : undefined

/** Stands for what is not there, which is not the same as undefined that is. */
const NONE = Symbol('none')

/**
 * Two copies that began as the same document, brought together: what one of them changed is taken from it, what both added
 * to a list stands in it twice, and only what both changed differently is a clash.
 */
export function merge<T>(base: T, mine: T, theirs: T): Merged<T> {
  const clashes: string[] = []
  const merged = either(base, mine, theirs, '', clashes)
  return { merged: merged as T, clashes }
}

function either(base: unknown, mine: unknown, theirs: unknown, at: string, clashes: string[]): unknown {
  if (alike(mine, theirs) || alike(base, theirs)) return mine
  if (alike(base, mine)) return theirs
  const was = base === NONE && Array.isArray(mine) ? [] : base,
    name = nameOf([was, mine, theirs])
  if (name) return lists(name, was as Plain[], mine as Plain[], theirs as Plain[], at, clashes)
  if (isPlain(mine) && isPlain(theirs) && (isPlain(base) || base === NONE))
    return records(base === NONE ? {} : (base as Plain), mine, theirs, at, clashes)
  clashes.push(at)
  return mine === NONE ? theirs : mine
}

const alike = (a: unknown, b: unknown): boolean => a === b || (a !== NONE && b !== NONE && same(a, b))

const under = (at: string, name: string): string => (at ? `${at}.${name}` : name)

function records(base: Plain, mine: Plain, theirs: Plain, at: string, clashes: string[]): Plain {
  const out: Plain = {}
  const of = (x: Plain, k: string) => (Object.hasOwn(x, k) ? x[k] : NONE)
  for (const k of new Set([...Object.keys(theirs), ...Object.keys(mine)])) {
    const v = either(of(base, k), of(mine, k), of(theirs, k), under(at, k), clashes)
    if (v !== NONE) out[k] = v
  }
  return out
}

/** The same but for when: it was done here and there. */
const atOtherTimes = (a: Plain, b: Plain): boolean => same({ ...a, at: b.at }, b)

/** Their order, with what only mine added behind what it stood behind there. */
function lists(
  name: Name,
  base: readonly Plain[],
  mine: readonly Plain[],
  theirs: readonly Plain[],
  at: string,
  clashes: string[],
): Plain[] {
  const key = (x: Plain) => x[name] as string,
    by = (of: readonly Plain[]) => new Map(of.map(x => [key(x), x])),
    [b, m, t] = [by(base), by(mine), by(theirs)],
    taken = new Set([...b.keys(), ...m.keys(), ...t.keys()])
  const out = theirs.flatMap((x): Plain[] => {
    const own = m.get(key(x)),
      was = b.get(key(x))
    // Added on both sides under one id: two things, both kept. What speaks of one thing is there once.
    if (!was) {
      if (own && name !== 'id' && !atOtherTimes(own, x)) clashes.push(under(at, key(x)))
      return [x]
    }
    const v = either(was, own ?? NONE, x, under(at, key(x)), clashes)
    return v === NONE ? [] : [v as Plain]
  })
  let after: string | undefined
  mine.forEach((x, i) => {
    const their = t.get(key(x)),
      was = b.get(key(x))
    if (!was && !(their && (name !== 'id' || same(their, x)))) {
      const added = their ? { ...x, id: freshId(`${key(x)}-`, taken, 2) } : x,
        behind = out.findIndex(o => key(o) === after)
      taken.add(key(added))
      // What was put last on both sides: theirs arrived first.
      out.splice(i === mine.length - 1 || behind < 0 ? out.length : behind + 1, 0, added)
      after = key(added)
      return
    }
    if (was && !their && !same(was, x)) {
      // They took away what was changed here.
      clashes.push(under(at, key(x)))
      out.push(x)
    }
    after = key(x)
  })
  return out
}
