import type { Laid, Load } from './layOutWork.ts'
import type { Window, Windows } from './windows.ts'

/** The latest that a piece of work may be begun, minutes from the first day's midnight. */
export interface Slack {
  item: number
  /** So that all is over no later: total slack is what lies between this and its start. */
  latest: number
  /** So that no other piece begins later: free slack is what lies between this and its start. */
  free: number
}

/** The latest begin of a piece that has to be over by a time; −Infinity where there is no time before it. */
function latestStart(
  minutes: number,
  whole: boolean,
  by: number,
  windows: readonly Window[],
  longest: number,
): number {
  let rest = minutes
  for (let n = windows.length - 1; n >= 0; n--) {
    const w = windows[n]!,
      to = Math.min(w.to, by)
    if (whole && minutes > longest) {
      // It begins with a stretch and runs over its end.
      if (w.from + minutes <= by) return w.from
      continue
    }
    const room = to - w.from
    if (room <= 0) continue
    if (rest <= room) return to - rest
    if (!whole) rest -= room
  }
  return -Infinity
}

/**
 * How long each piece of a layout may wait, its order kept: the backward pass of the critical path method
 * [published: Kelley and Walker, Critical-Path Planning and Scheduling, 1959; from memory], with the person as one more
 * need between neighbours, in the time there is at the bench. Coats that keep other rooms' dust away are not looked at.
 * @returns one for each piece, in the layout's order
 */
export function slackOf(items: readonly Load[], laid: readonly Laid[], windows: Windows): Slack[] {
  const over = laid.at(-1)?.end ?? 0,
    stretches: Window[] = []
  for (let n = 0, w = windows.at(0); w && w.from < over; w = windows.at(++n)) stretches.push(w)
  /** By when each item has to be over: for the end's sake, and for nobody's to be moved. */
  const forEnd = new Map<number, number>(),
    forAll = new Map<number, number>()
  const sooner = (m: Map<number, number>, item: number, by: number) =>
    m.set(item, Math.min(m.get(item) ?? over, by))
  const out: Slack[] = []
  for (let k = laid.length - 1; k >= 0; k--) {
    const { item, start, end } = laid[k]!,
      { minutes, whole, needs } = items[item]!
    const begin = (by: number) => Math.max(start, latestStart(minutes, whole, by, stretches, windows.longest))
    const latest = begin(forEnd.get(item) ?? over),
      free = begin(forAll.get(item) ?? Math.max(over, end))
    out.unshift({ item, latest, free })
    const before = laid[k - 1]
    for (const [i, wait] of [
      ...needs.filter(n => n >= 0).map(n => [n, items[n]!.wait] as const),
      ...(before ? [[before.item, 0] as const] : []),
    ]) {
      sooner(forEnd, i, latest - wait)
      sooner(forAll, i, start - wait)
    }
  }
  return out
}
