import { memo } from '../memo/memo.ts'
import { grown } from '../geometry/boolean.ts'
import { boundsOf, polygonArea, type Point } from '../geometry/outline.ts'

/** What a tuner takes on the head, mm. */
export interface TunerSize {
  bushing: number
  bodyWidth: number
  bodyLength: number
  buttonReach: number
  buttonLength: number
  buttonWidth: number
  post: number
}

/** Sizes of a set that does not say them [from memory]. */
export const USUAL_TUNER = {
  bodyLength: 24,
  buttonReach: 17,
  buttonLength: 14,
  buttonWidth: 18,
  post: 6.2,
} as const

export const sizeOfTuner = (dims: Readonly<Record<string, { value: number }>> | undefined): TunerSize => {
  const v = (k: string, or: number) => dims?.[k]?.value ?? or
  return {
    bushing: v('bushingDiameter', 10),
    bodyWidth: v('bodyWidth', 15),
    bodyLength: v('bodyLength', USUAL_TUNER.bodyLength),
    buttonReach: v('buttonReach', USUAL_TUNER.buttonReach),
    buttonLength: v('buttonLength', USUAL_TUNER.buttonLength),
    buttonWidth: v('buttonWidth', USUAL_TUNER.buttonWidth),
    post: v('postDiameter', USUAL_TUNER.post),
  }
}

/** A tuner's post on the head and which way its button points. */
export interface TunerSpot {
  string: number
  at: Point
  side: 1 | -1
  /** Its hole is in the head already. */
  drilled?: true
}

/** The nearest post stands at least this far from the nut, mm [common practice]. */
export const FIRST_POST = 24
/** How far a button's near end stands off the head's edge, mm [from memory]. */
const BUTTON_CLEAR = 4
/** Wood beside a tuner's hole at least, mm [common practice]. */
export const EDGE_LEFT = 3
/** Room for fingers between two buttons, mm [from memory]. */
const FINGERS = 7

/** Strings of the two rows, from the nut outwards: the treble row takes the thin ones, each row's outermost string the nearest post. */
export function rowsOf(strings: number, onTreble: number): { side: 1 | -1; strings: number[] }[] {
  const treble = Array.from({ length: onTreble }, (_, i) => i + 1),
    bass = Array.from({ length: strings - onTreble }, (_, i) => strings - i)
  return [
    { side: 1 as const, strings: treble },
    { side: -1 as const, strings: bass },
  ].filter(r => r.strings.length > 0)
}

/** How far a string that leaves a post's inner side turns sideways at the nut, degrees, positive to the treble side. */
export function fanAngle(spot: TunerSpot, slotY: number, post: number): number {
  return (Math.atan2(spot.at[1] - spot.side * (post / 2) - slotY, Math.max(-spot.at[0], 1)) * 180) / Math.PI
}

/** Edge of the head on one side as a function of the place along it: points from the nut to the tip. */
function rail(inset: readonly Point[], side: 1 | -1): Point[] {
  const box = boundsOf(inset),
    STEP = 0.5,
    from = Math.min(-FIRST_POST, box.x1),
    count = Math.max(0, Math.floor((from - box.x0 - STEP / 2) / STEP) + 1)
  const most = new Float64Array(count).fill(-Infinity)
  for (let i = 0, j = inset.length - 1; i < inset.length; j = i++) {
    const [ax, ay] = inset[j]!,
      [bx, by] = inset[i]!,
      low = Math.min(ax, bx),
      high = Math.max(ax, bx)
    // Every place along that this side of the outline passes.
    for (let k = Math.max(0, Math.ceil((from - high) / STEP)); k < count && from - k * STEP > low; k++) {
      const y = side * (ay + ((by - ay) * (from - k * STEP - ax)) / (bx - ax))
      if (y > most[k]!) most[k] = y
    }
  }
  const out: Point[] = []
  for (let k = 0; k < count; k++) {
    if (!Number.isFinite(most[k]!)) continue
    const x = from - k * STEP,
      y = side * most[k]!,
      last = out.at(-1)
    // Past here the edge turns round the tip: no row stands there.
    if (last && Math.abs(y - last[1]) > 0.75 * (last[0] - x) && out.length > 20) break
    out.push([x, y])
  }
  return out
}

/** Places at even distances along a rail; those that fall off its end are left out. */
function along(
  points: readonly Point[],
  lengths: readonly number[],
  from: number,
  pitch: number,
  count: number,
): Point[] {
  const out: Point[] = []
  let i = 0
  for (let k = 0; k < count; k++) {
    const s = from + k * pitch
    if (s > lengths.at(-1)! + 1e-6) break
    while (i < lengths.length - 2 && lengths[i + 1]! < s) i++
    const a = points[i]!,
      b = points[i + 1] ?? a,
      t = (s - lengths[i]!) / ((lengths[i + 1] ?? lengths[i]!) - lengths[i]! || 1)
    out.push([a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t])
  }
  return out
}

/** Distance of a point from a line between two points, mm. */
function fromLine([px, py]: Point, ax: number, ay: number, bx: number, by: number): number {
  const dx = bx - ax,
    dy = by - ay,
    t = Math.max(0, Math.min(1, ((px - ax) * dx + (py - ay) * dy) / (dx * dx + dy * dy || 1)))
  return Math.hypot(ax + t * dx - px, ay + t * dy - py)
}

/** How near each string passes a post that is not its own, mm between surfaces; Infinity when it passes none. */
export function passes(
  spots: readonly TunerSpot[],
  slots: readonly number[],
  post: number,
): { string: number; by: number; of: number }[] {
  return spots.map(s => {
    let by = Infinity,
      of = 0
    for (const o of spots) {
      if (o === s || o.at[0] <= s.at[0] - post) continue
      const d = fromLine(o.at, 0, slots[s.string - 1] ?? 0, s.at[0], s.at[1] - s.side * (post / 2)) - post / 2
      if (d < by) {
        by = d
        of = o.string
      }
    }
    return { string: s.string, by, of }
  })
}

/** Between two buttons at least, mm [from memory]. */
const BUTTONS_APART = 3
/** Turn at the nut that a string takes without harm, degrees [from memory]. */
const EASY_FAN = 5

/**
 * Places for the tuners of a blank head: each row at even pitch along the head's edge, as near to a straight pull as the
 * outline allows, with room for bodies, buttons and fingers. Every pitch and start on a grid is tried.
 * @param slots places of the strings at the nut, thinnest first
 */
export const proposeTuners: (
  head: readonly Point[],
  slots: readonly number[],
  onTreble: number,
  size: TunerSize,
) => readonly TunerSpot[] = memo(search, { on: () => [], alike: (...of) => of, keep: 1 })

function search(head: readonly Point[], slots: readonly number[], onTreble: number, size: TunerSize): TunerSpot[] {
  if (head.length < 3) return []
  const edge = Math.max(size.buttonReach - BUTTON_CLEAR, size.bushing / 2 + EDGE_LEFT + 0.5)
  const inset = grown({ points: head }, -edge).reduce<Point[]>(
    (a, b) => (polygonArea(b) > (a.length > 2 ? polygonArea(a) : 0) ? b : a),
    [],
  )
  if (inset.length < 3) return []
  const rows = rowsOf(slots.length, onTreble).map(r => {
    const points = rail(inset, r.side),
      lengths = [0]
    for (let i = 1; i < points.length; i++)
      lengths.push(
        lengths[i - 1]! + Math.hypot(points[i]![0] - points[i - 1]![0], points[i]![1] - points[i - 1]![1]),
      )
    return { ...r, points, lengths, length: lengths.at(-1) ?? 0 }
  })
  if (rows.some(r => r.points.length < 2)) return []
  const mostIn = Math.max(...rows.map(r => r.strings.length)),
    shortest = Math.min(...rows.map(r => r.length))
  // Buttons want room for fingers; bodies alone may touch no nearer than this.
  const tight = size.bodyWidth + 0.6,
    easy = Math.max(tight, size.buttonWidth + BUTTONS_APART),
    fair = mostIn > 1 ? Math.min(45, shortest / (mostIn - 1)) : easy
  const least = fair >= easy ? easy : Math.max(tight, Math.min(fair, easy)),
    widest = Math.max(fair, least)
  let best: { cost: number; spots: TunerSpot[] } = { cost: Infinity, spots: [] }
  const PITCHES = 15,
    STARTS = 10
  for (let p = 0; p <= PITCHES; p++) {
    const pitch = widest <= least ? least : least + ((widest - least) * p) / PITCHES
    for (let a = 0; a <= STARTS; a++) {
      const spots = rows.flatMap(r => {
        const room = Math.max(0, r.length - pitch * (r.strings.length - 1))
        return along(r.points, r.lengths, (room * a) / STARTS, pitch, r.strings.length).map((at, i): TunerSpot => ({
          string: r.strings[i]!,
          at,
          side: r.side,
        }))
      })
      if (!spots.length) continue
      const turn =
        spots.reduce(
          (s, t) => s + Math.max(0, Math.abs(fanAngle(t, slots[t.string - 1]!, size.post)) - EASY_FAN) ** 2,
          0,
        ) / spots.length
      const far = 0.8 * Math.max(...spots.map(s => -s.at[0])),
        cramped = 0.15 * Math.max(0, size.buttonWidth + FINGERS - pitch) ** 2
      if (turn + far + cramped >= best.cost) continue
      const blocked = passes(spots, slots, size.post).reduce((s, x) => s + Math.max(0, 1 - x.by) ** 2, 0)
      const cost = turn + far + cramped + 200 * blocked
      if (cost < best.cost) best = { cost, spots }
    }
    if (widest <= least) break
  }
  return best.spots.sort((a, b) => a.string - b.string)
}
