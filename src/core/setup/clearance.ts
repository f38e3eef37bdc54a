import { fretPosition } from '../parts/frets.ts'
import { crowns, fretPlane, type NeckShape } from './fretPlane.ts'
import { drawn, reach, type SwingFigures } from './swing.ts'

/** One string over the frets. Heights in mm over the line through first and last fret, to the string's underside. */
export interface StringOver {
  tension: number
  wound: boolean
  /** Where it leaves the nut and where it meets the saddle, from the nut. */
  saddleAt: number
  nutHeight: number
  saddleHeight: number
}

/** What a string clears when it is held at a fret, above one of the frets that follow. */
export interface Clear {
  held: number
  over: number
  /** Gap at rest, and how far it swings there, mm. */
  gap: number
  swing: number
  /** gap − swing + what is accepted: under nothing it buzzes. */
  room: number
}

/** Everything that clearance hangs on. */
export interface Over {
  neck: NeckShape
  string: StringOver
  /** N on a plain string, and contact that is accepted, mm. */
  force: number
  accepted: number
  figures: SwingFigures
}

const forceOn = (o: Over): number => o.force * (o.string.wound ? o.figures.wound : 1)

/** How far a string swings towards the board at a place when it is held at a fret, mm. */
function swingAt(o: Over, from: number, at: number): number {
  const length = o.string.saddleAt - from,
    h = drawn(forceOn(o), o.figures.place, length, o.string.tension)
  return o.figures.share * reach(h, o.figures.place, length, o.string.saddleAt - at)
}

/** Clearances of one string at every fret above every place where it is held, 0 being the open string. */
export function clearances(o: Over): Clear[] {
  const { x, y } = fretPlane(o.neck),
    out: Clear[] = []
  for (let held = 0; held < o.neck.frets; held++) {
    const from = x[held]!,
      low = held === 0 ? o.string.nutHeight : y[held]!,
      slope = (o.string.saddleHeight - low) / (o.string.saddleAt - from)
    for (let over = held + 1; over <= o.neck.frets; over++) {
      const gap = low + slope * (x[over]! - from) - y[over]!,
        swing = swingAt(o, from, x[over]!)
      out.push({ held, over, gap, swing, room: gap - swing + o.accepted })
    }
  }
  return out
}

/** The tightest of them; undefined on a neck of one fret. */
export const tightest = (all: readonly Clear[]): Clear | undefined =>
  all.reduce<Clear | undefined>((a, c) => (!a || c.room < a.room ? c : a), undefined)

/**
 * The lowest saddle that clears every fret wherever the string is held, and the pair that decides: the string is straight from
 * the held crown to the saddle, so that each pair asks for one height, y_n + (y_m + swing − accepted − y_n)·L_n/(x_m − x_n)
 * [geometry]; and the lowest nut under which the open string clears with that saddle.
 */
export function lowestString(
  o: Omit<Over, 'string'> & { string: Omit<StringOver, 'nutHeight' | 'saddleHeight'> },
  margin = 0,
): { saddleHeight: number; nutHeight: number; held: number; over: number } {
  const { x, y } = fretPlane(o.neck),
    { saddleAt } = o.string,
    own: Over = { ...o, string: { ...o.string, nutHeight: 0, saddleHeight: 0 } },
    need = (from: number, over: number) => y[over]! + swingAt(own, from, x[over]!) - o.accepted + margin
  let saddle = -Infinity,
    held = 0,
    over = 0
  for (let n = 1; n < o.neck.frets; n++)
    for (let m = n + 1; m <= o.neck.frets; m++) {
      const asked = y[n]! + ((need(x[n]!, m) - y[n]!) * (saddleAt - x[n]!)) / (x[m]! - x[n]!)
      if (asked > saddle) [saddle, held, over] = [asked, n, m]
    }
  // The open string over the nut: never under the first crown.
  let nut = Math.max(0, y[1] ?? 0)
  for (let m = 1; m <= o.neck.frets; m++) {
    const t = x[m]! / saddleAt
    nut = Math.max(nut, (need(0, m) - saddle * t) / (1 - t))
  }
  return { saddleHeight: saddle, nutHeight: nut, held, over }
}

/** Gap over a fret of the open string, mm: what a rule reads there. */
export function actionAt(
  neck: NeckShape,
  s: Pick<StringOver, 'nutHeight' | 'saddleHeight' | 'saddleAt'>,
  fret: number,
): number {
  const x = fretPosition(neck.scaleLength, fret)
  return s.nutHeight + ((s.saddleHeight - s.nutHeight) * x) / s.saddleAt - (crowns(neck)[fret] ?? 0)
}

/** Height of the saddle for a gap over a fret, mm: the same line turned round. */
export function saddleFor(
  neck: NeckShape,
  s: Pick<StringOver, 'nutHeight' | 'saddleAt'>,
  fret: number,
  gap: number,
): number {
  const x = fretPosition(neck.scaleLength, fret)
  return s.nutHeight + ((gap + (crowns(neck)[fret] ?? 0) - s.nutHeight) * s.saddleAt) / x
}
