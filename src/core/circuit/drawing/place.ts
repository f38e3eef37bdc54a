import { yDown } from '../../document/mirror.ts'
import { sizeAt } from '../../document/assumed.ts'
import type { Component, Wire } from '../../document/circuitRecord.ts'
import type { Laid, Wired } from '../../document/docs.ts'
import { lugRef, lugText } from '../../document/lugRef.ts'
import { boundsOf, type Point } from '../../geometry/outline.ts'
import { controlSpots } from '../../layout/controls.ts'
import type { Layout } from '../../layout/layOut.ts'
import { lugsOf, METAL_LUGS, type ComponentKind } from '../../parts/lugs.ts'
import { partOf } from '../settings.ts'
import { boundsOfComponent, overlap, rotated, type Box, type DrawnComponent } from './placed.ts'

/** Half sizes of what has no size of its own, mm [from memory]. */
const HALF: Partial<Record<ComponentKind, readonly [number, number]>> = {
  capacitor: [4.5, 3],
  resistor: [4.5, 1.8],
  stage: [9, 7],
  battery: [24, 13],
  metal: [6, 4],
  jack: [8, 6],
  pickup: [35, 10],
}
/** Room between what is put anywhere and its neighbours, mm [our choice]. */
const ROOM = 5
/** Behind the foremost saddle, under the bridge, while nobody says where the strings' ground begins, mm [from memory]. */
const UNDER = 18
/** Columns of a drawing without an instrument, mm [our choice]. */
const COLUMN = 60

const box = ([x, y]: Point, w: number, h: number): Point[] => [
  [x - w, y - h],
  [x + w, y - h],
  [x + w, y + h],
  [x - w, y + h],
]

/** A component at a place, turned: lugs and outline go with it. */
function drawn(
  build: Wired,
  c: Component,
  at: Point,
  turn: number,
  loose: boolean,
  hull?: readonly Point[],
): DrawnComponent {
  const part = partOf(build, c),
    specs = lugsOf(c.kind, part, c.contacts)
  const put = (p: Point): Point => {
    const [x, y] = rotated([p[0], -p[1]], turn)
    return [at[0] + x, at[1] + y]
  }
  const lugs = specs.map(l => ({
    terminal: lugText({ of: c.id, lug: l.id }),
    name: l.id,
    at: put(l.at),
    wide: METAL_LUGS.has(l.id) && c.kind !== 'pickup',
  }))
  return { id: c.id, label: c.label, kind: c.kind, at, turn, loose, lugs, outline: outlineOf(build, c, put, hull) }
}

function outlineOf(
  build: Wired,
  c: Component,
  put: (p: Point) => Point,
  hull: readonly Point[] | undefined,
): DrawnComponent['outline'] {
  if (hull) return { points: hull }
  const part = partOf(build, c)
  if (c.kind === 'pot') {
    // A case reaches as far as its lugs let it: they stand outside.
    return { radius: Math.min(12, (part ? sizeAt(part, 'pot', 'caseWidth') : 17) / 2) }
  }
  if (c.kind === 'switch') {
    const at = lugsOf(c.kind, part, c.contacts).filter(l => !METAL_LUGS.has(l.id)),
      b = boundsOf(at.map(l => l.at))
    // Wires land on lugs from outside: what they go round is the frame between the rows, or behind the leaves.
    const wide = b.x1 - b.x0 > 8 && b.y1 - b.y0 > 8
    const [x0, x1, y0, y1] = wide
      ? [b.x0 + 2.6, b.x1 - 2.6, b.y0 - 4, b.y1 + 4]
      : [b.x0 - 1, b.x1 + 1, b.y0 - 12, b.y0 - 3]
    return {
      points: (
        [
          [x0, y0],
          [x1, y0],
          [x1, y1],
          [x0, y1],
        ] as Point[]
      ).map(put),
    }
  }
  const [w, h] = HALF[c.kind] ?? [6, 4]
  return { points: box([0, 0], w, h).map(put) }
}

/** Sum of the ways from a component's lugs to what they are wired to. */
function reach(d: DrawnComponent, wires: readonly Wire[], at: ReadonlyMap<string, Point>): number {
  let sum = 0
  for (const w of wires)
    for (const [mine, other] of [
      [w.from, w.to],
      [w.to, w.from],
    ] as const) {
      const lug = d.lugs.find(l => l.terminal === mine && !l.wide),
        to = lug && at.get(lugRef(other).of)
      if (lug && to && lugRef(other).of !== d.id) sum += Math.hypot(lug.at[0] - to[0], lug.at[1] - to[1])
    }
  return sum
}

const TURNS = [0, 45, 90, 135, 180, 225, 270, 315]

/** The turn by which lugs look at what they are wired to and hit no neighbour. */
function bestTurn(
  build: Wired,
  c: Component,
  at: Point,
  centres: ReadonlyMap<string, Point>,
  others: readonly DrawnComponent[],
  turns: readonly number[],
): DrawnComponent {
  const tried = turns.map(t => {
    const d = drawn(build, c, at, t, false),
      b = boundsOfComponent(d)
    const hits = others.filter(o => o.id !== c.id && overlap(grown(b, 1.5), boundsOfComponent(o))).length
    return { d, cost: reach(d, build.circuit.wires, centres) + 1000 * hits }
  })
  return tried.reduce((a, b) => (b.cost < a.cost - 1e-9 ? b : a)).d
}

const grown = (b: Box, by: number): Box => ({ x0: b.x0 - by, x1: b.x1 + by, y0: b.y0 - by, y1: b.y1 + by })

/** A place near another where a component's box is free of all others: rings outwards. */
function freePlace(near: Point, half: readonly [number, number], taken: readonly Box[]): Point {
  for (let r = 0; r < 200; r += 4)
    for (let k = 0; k < Math.max(1, Math.ceil(r / 2)); k++) {
      const a = (2 * Math.PI * k) / Math.max(1, Math.ceil(r / 2)),
        at: Point = [near[0] + r * Math.cos(a), near[1] + r * Math.sin(a)]
      const own = { x0: at[0] - half[0], x1: at[0] + half[0], y0: at[1] - half[1], y1: at[1] + half[1] }
      if (!taken.some(t => overlap(own, t))) return at
    }
  return near
}

/**
 * Where every component sits as the solderer sees it: guard turned over or body seen through its back, so that a
 * right-handed instrument's treble side lies below. Pots, switches and jack stand at their holes, pickups in their own
 * outlines; what hangs on its legs, and what no hole tells of, where there is room beside what it is wired to.
 * @param bond where the strings' ground begins in the body; the bridge, while nobody says
 */
export function placeComponents(build: Wired & Laid, layout: Layout | undefined, bond?: Point): DrawnComponent[] {
  const side = yDown(build, 'behind')
  const sheet = ([x, y]: Point): Point => [x, side * y]
  const { components, wires } = build.circuit
  const known = new Map<string, { at: Point; hull?: Point[] }>()
  if (layout) {
    for (const s of controlSpots(build, layout)) known.set(s.slot, { at: sheet(s.at) })
    for (const p of layout.pickups) known.set(p.slot, { at: sheet(p.centre), hull: p.polygon.map(sheet) })
  }
  // A switch in a slot lies along it, one way or the other.
  const slanted = new Map<string, readonly number[]>()
  for (const f of layout?.features ?? [])
    if (f.role === 'switch-hole' && f.serves !== undefined) {
      const along = longWay(f.polygon.map(sheet))
      if (along !== undefined) slanted.set(f.serves, [(along + 90) % 360, (along + 270) % 360])
    }
  const placeOf = (c: Component) => (c.slot === undefined ? undefined : known.get(c.slot))
  const centres = new Map<string, Point>()
  components.forEach((c, i) => {
    const k = placeOf(c)
    if (k) centres.set(c.id, k.at)
    else if (!layout && c.kind !== 'capacitor' && c.kind !== 'resistor' && c.kind !== 'metal')
      centres.set(c.id, [COLUMN * (i % 4), COLUMN * Math.floor(i / 4)])
    else if (layout && c.kind === 'metal')
      centres.set(c.id, sheet(bond ?? [layout.bridge.front + UNDER, layout.bridge.y]))
  })
  const out: DrawnComponent[] = []
  const middle = mean([...centres.values()])
  // Pickups and bridge first: they do not turn.
  for (const c of components) {
    const at = centres.get(c.id)
    if (!at || (c.kind !== 'pickup' && c.kind !== 'metal')) continue
    const hull = placeOf(c)?.hull
    if (c.kind === 'metal' || !hull) {
      out.push(drawn(build, c, at, 0, !hull))
      continue
    }
    // Leads come out at the end that looks at the controls.
    const b = boundsOf(hull),
      down = middle[1] >= at[1],
      y = down ? b.y1 - 5 : b.y0 + 5
    const d = drawn(build, c, [at[0], y], 0, false, hull),
      most = (b.x1 - b.x0 - 4) / Math.max(1, d.lugs.length - 1)
    d.lugs.forEach((l, i) => {
      const pitch = Math.min(6, Math.max(4, most))
      l.at = [at[0] + (i - (d.lugs.length - 1) / 2) * pitch, y]
    })
    out.push({ ...d, at })
  }
  for (const c of components) {
    const at = centres.get(c.id)
    if (!at || out.some(o => o.id === c.id)) continue
    const turns = c.turn === undefined ? (c.slot === undefined ? TURNS : (slanted.get(c.slot) ?? TURNS)) : [c.turn]
    const d = bestTurn(build, c, at, centres, out, turns),
      own = grown(boundsOfComponent(d), -2)
    const placed = out.filter(o => o.kind !== 'pickup' && o.kind !== 'metal').map(boundsOfComponent)
    // Two that would stand in one another stand nowhere yet: the second is drawn beside.
    if (!placed.some(o => overlap(own, o))) {
      out.push(d)
      continue
    }
    const half = [(own.x1 - own.x0) / 2 + 5, (own.y1 - own.y0) / 2 + 5] as const
    const free = freePlace(at, half, out.map(boundsOfComponent))
    centres.set(c.id, free)
    out.push({ ...bestTurn(build, c, free, centres, out, turns), loose: true })
  }
  for (const c of components) {
    if (out.some(o => o.id === c.id)) continue
    const mates = wires
        .filter(w => [w.from, w.to].some(t => lugRef(t).of === c.id))
        .flatMap(w => [w.from, w.to].filter(t => lugRef(t).of !== c.id))
        .flatMap(t => out.flatMap(o => o.lugs.filter(l => l.terminal === t).map(l => l.at))),
      near = mates.length ? mean(mates) : middle
    const [w, h] = HALF[c.kind] ?? [8, 8]
    const at = freePlace(
      near,
      [w + ROOM + 2, h + ROOM],
      out.map(o => grown(boundsOfComponent(o), 1)),
    )
    centres.set(c.id, at)
    const flat = bestTurn(build, c, at, centres, out, c.turn === undefined ? [0, 180] : [c.turn])
    out.push({ ...flat, loose: true })
  }
  return components.map(c => out.find(o => o.id === c.id)!)
}

/** Direction of a slot's long side, degrees on the sheet; undefined for a round hole. */
function longWay(p: readonly Point[]): number | undefined {
  let best = { length: 0, angle: 0 },
    sum = 0
  p.forEach((a, i) => {
    const b = p[(i + 1) % p.length]!,
      length = Math.hypot(b[0] - a[0], b[1] - a[1])
    sum += length
    if (length > best.length) best = { length, angle: (Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI }
  })
  return best.length > sum / 4 ? (best.angle + 360) % 360 : undefined
}

const mean = (p: readonly Point[]): Point =>
  p.length ? [p.reduce((s, q) => s + q[0], 0) / p.length, p.reduce((s, q) => s + q[1], 0) / p.length] : [0, 0]
