/** What is to sound at a setting: coils by number, in series and in parallel; a coil may be turned round. */
export type Sounds =
  { kind: 'coil'; coil: number; reversed?: boolean } | { kind: 'series' | 'parallel'; of: readonly Sounds[] }

/** What is wanted at one position of the switch. */
export interface Wanted {
  /** Silence is the output on ground. Left out: nobody asks, and it may sound as it likes. */
  sounds: Sounds | 'silence' | undefined
  /** Which tones act: on the output, or off it. Left out: either. */
  tones: readonly (boolean | undefined)[]
}

/** A switch to be wired: lugs that each position joins with each pole's common. */
export interface Switch {
  poles: number
  /** For every position and pole the throws that its common meets. */
  positions: readonly (readonly (readonly number[])[])[]
  /** Which poles are alike: those of one lever, those of one pull switch. Left out: all. */
  alike?: readonly number[]
}

export interface Question {
  coils: number
  tones: number
  switch: Switch
  wanted: readonly Wanted[]
  /** Coils whose minus end is fixed on ground by a braid or a case. */
  grounded: readonly number[]
}

/** Numbers of what can be joined: ground, the hot output, both ends of every coil, the tones' hot lugs. */
export const GROUND = 0
export const TIP = 1
export const plus = (coil: number): number => 2 + 2 * coil
export const minus = (coil: number): number => 3 + 2 * coil
export const toneLug = (q: Pick<Question, 'coils'>, tone: number): number => 2 + 2 * q.coils + tone
export const terminalsIn = (q: Pick<Question, 'coils' | 'tones'>): number => 2 + 2 * q.coils + q.tones

/** One way to lay a wanted two-pole between tip and ground: the node of every end of its coils. Ground is 0, the tip 1. */
export interface Arrangement {
  /** By terminal; −1 where the terminal is of no coil that sounds. */
  node: Int8Array
  nodes: number
}

export const coilsOf = (s: Sounds): number[] => (s.kind === 'coil' ? [s.coil] : s.of.flatMap(coilsOf))

function* orders<T>(of: readonly T[]): Generator<T[]> {
  if (of.length < 2) {
    yield [...of]
    return
  }
  for (const [i, x] of of.entries())
    for (const rest of orders([...of.slice(0, i), ...of.slice(i + 1)])) yield [x, ...rest]
}

/** All ways to lay it: what is in series may come in any order. */
export function arrangements(s: Sounds | 'silence', terminals: number): Arrangement[] {
  if (s === 'silence') {
    const node = new Int8Array(terminals).fill(-1)
    node[GROUND] = GROUND
    node[TIP] = GROUND
    return [{ node, nodes: 1 }]
  }
  type Edge = readonly [terminal: number, node: number]
  let next = 2
  function* lay(x: Sounds, from: number, to: number): Generator<Edge[]> {
    if (x.kind === 'coil') {
      yield x.reversed
        ? [
            [plus(x.coil), to],
            [minus(x.coil), from],
          ]
        : [
            [plus(x.coil), from],
            [minus(x.coil), to],
          ]
      return
    }
    if (x.kind === 'parallel') {
      yield* all(x.of.map(y => [y, from, to] as const))
      return
    }
    for (const order of orders(x.of)) {
      const begun = next,
        inner = order.slice(1).map(() => next++)
      yield* all(order.map((y, i) => [y, i ? inner[i - 1]! : from, i < inner.length ? inner[i]! : to] as const))
      next = begun
    }
  }
  function* all(list: readonly (readonly [Sounds, number, number])[]): Generator<Edge[]> {
    const [head, ...rest] = list
    if (!head) {
      yield []
      return
    }
    for (const a of lay(...head)) for (const b of all(rest)) yield [...a, ...b]
  }
  return [...lay(s, TIP, GROUND)].map(edges => {
    const node = new Int8Array(terminals).fill(-1)
    node[GROUND] = GROUND
    node[TIP] = TIP
    for (const [t, n] of edges) node[t] = n
    return { node, nodes: 1 + Math.max(...node) }
  })
}
