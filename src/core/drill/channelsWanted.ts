import { memo } from '../memo/memo.ts'
import type { Part } from '../parts/part.ts'
import { servedWord } from '../parts/servedWord.ts'
import type { Shaped } from '../document/docs.ts'
import { PICKUP_PLACES, type Cut } from '../document/build.ts'
import { partIn } from '../document/references.ts'
import { boundsOf, inside, toEdge, type Point } from '../geometry/outline.ts'
import { strip, type Layout } from '../layout/layOut.ts'
import { cutsInFrame } from './cutsInFrame.ts'
import { hollowGraph, type Room } from './hollowGraph.ts'
import { CHANNEL, hollowsOf, type Hollow } from './hollows.ts'

/** How far a channel is drilled into the hollows at both its ends, mm [from memory]. */
const INTO = 4
interface Node extends Room {
  needs: string | undefined
  home: boolean
}

/** Nearest points of two outlines, corner to edge both ways. */
function nearest(a: readonly Point[], b: readonly Point[]): { a: Point; b: Point; gap: number } {
  let best = { a: a[0]!, b: b[0]!, gap: Infinity }
  for (const p of a) {
    const e = toEdge(b, p),
      d = Math.hypot(e.on[0] - p[0], e.on[1] - p[1])
    if (d < best.gap) best = { a: p, b: e.on, gap: d }
  }
  for (const p of b) {
    const e = toEdge(a, p),
      d = Math.hypot(e.on[0] - p[0], e.on[1] - p[1])
    if (d < best.gap) best = { a: e.on, b: p, gap: d }
  }
  return best
}

/** Where the line between two outlines' middles leaves the one and enters the other; undefined when it does not. */
function between(a: readonly Point[], b: readonly Point[]): { a: Point; b: Point; gap: number } | undefined {
  const middle = (p: readonly Point[]): Point => {
    const q = boundsOf(p)
    return [(q.x0 + q.x1) / 2, (q.y0 + q.y1) / 2]
  }
  const from = middle(a),
    to = middle(b),
    steps = Math.max(2, Math.ceil(Math.hypot(to[0] - from[0], to[1] - from[1]) * 2))
  let leave: Point | undefined, enter: Point | undefined
  for (let i = 0; i <= steps; i++) {
    const p: Point = [from[0] + ((to[0] - from[0]) * i) / steps, from[1] + ((to[1] - from[1]) * i) / steps]
    if (inside(a, p)) leave = p
    if (!enter && inside(b, p)) enter = p
  }
  return leave && enter
    ? { a: leave, b: enter, gap: Math.hypot(enter[0] - leave[0], enter[1] - leave[1]) }
    : undefined
}

/** The way from one hollow to another: from middle to middle where that is not much longer than the shortest. */
export function wayBetween(a: readonly Point[], b: readonly Point[]): { a: Point; b: Point; gap: number } {
  const short = nearest(a, b),
    straight = between(a, b)
  return straight && straight.gap <= 1.5 * short.gap + 5 ? straight : short
}

/** A height at which a channel lies in both hollows, or between them where their heights do not meet. */
function heightFor(a: Node, b: Node, radius: number): number {
  const low = Math.max(a.z0, b.z0) + radius + 1,
    high = Math.min(a.z1, b.z1) - radius - 1
  return (low + high) / 2
}

/**
 * Wire channels that are missing: every pickup’s rout, and every cavity that holds controls, has to reach the first
 * control cavity through hollows that meet, channels that are there, or channels that the builder means to drill.
 * Each is a straight bore from the nearest hollow that is joined already [geometry].
 */
export function channelsWanted(build: Shaped, l: Layout, round: (x: number) => number): readonly AnyCut[] {
  const body = partIn(build, 'body')
  if (!body) return []
  return missing({ build, l, body, hollows: hollowsOf(build, l).filter(h => h.piece === 'body'), round })
}

interface Hollowed {
  build: Shaped
  l: Layout
  body: Part
  hollows: readonly Hollow[]
  round: (x: number) => number
}

const missing = memo(channelsMissing, {
  on: ({ body, build, l, round }) => [body.id, body.features, build.slots, l.nutToHeelEnd, round],
  alike: ({ hollows }) => hollows,
})

function channelsMissing({ build, l, body, hollows, round }: Hollowed): AnyCut[] {
  const { rooms, channels, meets } = hollowGraph(body, hollows)
  const nodes = rooms.map((r): Node => {
    const f = r.feature,
      home = f?.role === 'control-cavity',
      pickup = f?.role === 'pickup-rout' && f.serves && partIn(build, f.serves) ? f.serves : undefined
    return { ...r, home, needs: pickup ?? (home ? f.id : undefined) }
  })
  const home = nodes.find(n => n.home)
  if (!home) return []
  const reached = channels.map(c => new Set(c.rooms.map(r => r.id)))
  const known = new Map<string, boolean>()
  const joins = (a: Node, b: Node): boolean => {
    const key = `${a.id} ${b.id}`
    let is = known.get(key)
    if (is === undefined) known.set(key, (is = reached.some(r => r.has(a.id) && r.has(b.id)) || meets(a, b)))
    return is
  }
  const joined = new Set<Node>([home])
  const spread = () => {
    for (let grew = true; grew;) {
      grew = false
      for (const n of nodes)
        if (!joined.has(n) && [...joined].some(j => joins(j, n))) {
          joined.add(n)
          grew = true
        }
    }
  }
  spread()
  const out: AnyCut[] = []
  for (;;) {
    const open = nodes.filter(n => n.needs && !joined.has(n))
    if (!open.length) return out
    // The nearest of those that are not joined goes first: the next one may then start from it.
    const pairs = open.flatMap(n =>
      [...joined].filter(j => j.needs || j.home).map(j => ({ n, j, ...wayBetween(n.polygon, j.polygon) })),
    )
    const best = pairs.reduce((a, b) => (b.gap < a.gap ? b : a))
    const run = Math.max(best.gap, 1e-6),
      u: Point = [(best.b[0] - best.a[0]) / run, (best.b[1] - best.a[1]) / run]
    const z = heightFor(best.n, best.j, CHANNEL.width / 2)
    out.push({
      id: `to-${best.n.needs!}`,
      wantedBy: best.n.needs!,
      sort: 'channel',
      face: 'top',
      x: round(best.a[0] - u[0] * INTO - l.nutToHeelEnd),
      y: round(best.a[1] - u[1] * INTO),
      toX: round(best.b[0] + u[0] * INTO - l.nutToHeelEnd),
      toY: round(best.b[1] + u[1] * INTO),
      width: CHANNEL.width,
      depth: round(Math.max(-z, CHANNEL.width / 2 + 1)),
    })
    joined.add(best.n)
    spread()
  }
}

/** Cutting work that the builder means to do, or that something without a way for its wires asks for. */
export type AnyCut = Cut & { wantedBy?: string }

/** What a wire channel is called. */
export const channelTitle = (c: AnyCut): string =>
  c.wantedBy === undefined
    ? 'Wire channel'
    : `Wire channel from ${servedWord(c.wantedBy)}${PICKUP_SLOTS.has(c.wantedBy) ? ' pickup' : ''}`
const PICKUP_SLOTS: ReadonlySet<string> = new Set(PICKUP_PLACES.map(p => `pickup-${p}`))

/** The hole that a channel is drilled as. */
export const channelHoleId = (c: Pick<Cut, 'id'>): string => `channel-${c.id}`

/** What a rule or a depth stop can be set to, mm. */
export const toTenth = (x: number): number => Math.round(x * 10) / 10

/** What the builder means to cut, and the channels that are missing, at places that a rule can mark unless told otherwise. */
export const allCuts = (build: Shaped, l: Layout, round = toTenth): readonly AnyCut[] =>
  together(cutsInFrame(build), channelsWanted(build, l, round))

/** The same cuts are the same list: what they hollow is kept beside it. */
const together = memo((own: readonly AnyCut[], wanted: readonly AnyCut[]) => [...own, ...wanted])

/** A channel's outline seen from above, in the instrument's frame. */
export const channelOutline = (l: Layout, c: Cut): Point[] =>
  strip(
    [(c.x ?? 0) + l.nutToHeelEnd, c.y ?? 0],
    [(c.toX ?? 0) + l.nutToHeelEnd, c.toY ?? 0],
    c.width ?? CHANNEL.width,
  )
