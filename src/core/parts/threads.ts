/** A machine thread: its major diameter and its pitch, mm. */
export interface Thread {
  name: string
  major: number
  pitch: number
  source: string
}

const ISO = 'ISO 261 [published]'
const UN = 'ASME B1.1 [published]'
const INCH = 25.4

const metric = (name: string, major: number, pitch: number): Thread => ({ name, major, pitch, source: ISO })
/** By its major diameter in inches and its threads an inch; number sizes are 0.060 + 0.013 N in. */
const inch = (name: string, major: number, perInch: number): Thread => ({
  name,
  major: major * INCH,
  pitch: INCH / perInch,
  source: UN,
})
const number = (n: number, perInch: number): Thread => inch(`#${n}-${perInch}`, 0.06 + 0.013 * n, perInch)

/** Threads of posts, saddle screws, pots, jacks and their nuts. */
export const THREADS: readonly Thread[] = [
  metric('M3', 3, 0.5),
  metric('M4', 4, 0.7),
  metric('M5', 5, 0.8),
  metric('M6', 6, 1),
  metric('M8', 8, 1.25),
  metric('M7 × 0.75', 7, 0.75),
  metric('M8 × 0.75', 8, 0.75),
  metric('M9 × 0.75', 9, 0.75),
  metric('M12 × 0.75', 12, 0.75),
  number(4, 40),
  number(6, 32),
  number(8, 32),
  number(10, 32),
  inch('1/4-32', 1 / 4, 32),
  inch('5/16-18', 5 / 16, 18),
  inch('5/16-24', 5 / 16, 24),
  inch('3/8-32', 3 / 8, 32),
  inch('15/32-32', 15 / 32, 32),
]
export const THREAD_NAMES = THREADS.map(t => t.name)

export const threadOf = (name: string | undefined): Thread | undefined => THREADS.find(t => t.name === name)

/** Majors that differ by no more than this may start in one another, mm [from memory]. */
const STARTS = 0.45
/** Share of a pitch that two threads may run apart before they bind [from memory]. */
const BINDS = 0.25

/** What two threads that are not the same do to one another, in numbers; undefined when they are the same. */
export function threadsMeet(a: Thread, b: Thread): { starts: boolean; turns: number } | undefined {
  if (a.name === b.name) return undefined
  if (Math.abs(a.major - b.major) > STARTS) return { starts: false, turns: 0 }
  const apart = Math.abs(a.pitch - b.pitch)
  return { starts: true, turns: apart < 1e-9 ? Infinity : Math.max(1, Math.round((BINDS * a.pitch) / apart)) }
}
