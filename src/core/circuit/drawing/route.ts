import type { Wire } from '../../document/circuitRecord.ts'
import { boundsOf, levelCrossings, type Point } from '../../geometry/outline.ts'
import { boundsOfComponent, boundsOfLugs, covers, type Box, type DrawnComponent, type DrawnLug } from './placed.ts'

/** Distance between two lanes, mm [our choice: wires of a bundle stay apart to the eye]. */
export const LANE = 1.8
/** Radius of a lug's ring, mm, and what wires of others keep away from its middle. */
export const LUG = 1.5
const KEEP = 2.2
/** Room round everything that is drawn, mm. */
const MARGIN = 14
/** What a corner, a crossing, a lane beside another wire, a way over somebody else's pickup and one through wood count for, in lanes [our choice]. */
const CORNER = 0.7,
  CROSS = 12,
  BESIDE = 0.8,
  OVER = 4,
  OVER_OWN = 1,
  IN_WOOD = 3
/**
 * What a lane ahead is taken to cost [our choice]: more than the least, so that a tangle is not searched through for the
 * last tenth; over all recipes wires cross no more for it.
 */
const HURRY = BESIDE * 1.4
/** So many cells each way are one when it is seen how far round a place is [our choice]. */
const BLOCK = 4
/** Between two joints on one case, mm. */
const JOINTS_APART = 2.6
/** How often wires that cross are laid anew. */
const AGAIN = 2

/** A wire's way: corner points from lug to lug, mm. */
export interface Route {
  id: string
  points: Point[]
  /** Every cell that it passes, for what is placed beside it. */
  cells: Int32Array
}

export interface Routed {
  routes: Map<string, Route>
  crossings: number
  grid: Grid
}

export interface Grid {
  box: Box
  cols: number
  rows: number
}
export const centreOf = (g: Grid, cell: number): Point => [
  g.box.x0 + ((cell % g.cols) + 0.5) * LANE,
  g.box.y0 + (Math.floor(cell / g.cols) + 0.5) * LANE,
]
export const cellAt = (g: Grid, [x, y]: Point): number =>
  Math.max(0, Math.min(g.cols - 1, Math.floor((x - g.box.x0) / LANE))) +
  g.cols * Math.max(0, Math.min(g.rows - 1, Math.floor((y - g.box.y0) / LANE)))

/** A shielded wire's braid leaves its core so many lanes before its end [our choice: about 9 mm]. */
const PARTS = 5
const PARTS_AT_MOST = 16
/** The owner of what belongs to no component. */
const NOBODY = -2
/** What the braid is called that leaves a shielded wire at one of its ends. */
export const braidId = (wire: string, end: 'from' | 'to'): string => `${wire} braid${end === 'to' ? ' 2' : ''}`

const HORIZONTAL = 1,
  VERTICAL = 2
const NONE = -1

/**
 * Lays every wire on a grid of lanes, short ones first, by the cheapest way (A*) [published: Hart, Nilsson, Raphael 1968]:
 * round cases, clear of lugs that are not its own, beside wires that run the same way, across others only at right angles
 * and seldom. Wires that cross are taken up and laid again while that helps.
 */
export function routeWires(
  components: readonly DrawnComponent[],
  wires: readonly Wire[],
  ground: Ground = { open: [], channels: [], over: () => true },
): Routed {
  // Of a pickup the end with its leads is enough: wires come from there.
  const boxes = [
    ...components.map(c => (c.kind === 'pickup' ? boundsOfLugs(c) : boundsOfComponent(c))),
    ...ground.channels.map(boundsOf),
  ]
  const box: Box = components.length
    ? {
        x0: Math.min(...boxes.map(b => b.x0)) - MARGIN,
        x1: Math.max(...boxes.map(b => b.x1)) + MARGIN,
        y0: Math.min(...boxes.map(b => b.y0)) - MARGIN,
        y1: Math.max(...boxes.map(b => b.y1)) + MARGIN,
      }
    : { x0: 0, x1: LANE, y0: 0, y1: LANE }
  const g: Grid = {
    box,
    cols: Math.ceil((box.x1 - box.x0) / LANE),
    rows: Math.ceil((box.y1 - box.y0) / LANE),
  }
  return new Router(g, components, wires, ground).run()
}

/** Where wires can lie, on the sheet: hollows and channels; elsewhere is wood. */
export interface Ground {
  open: readonly (readonly Point[])[]
  /** Which of them wires are pulled through: they are on the sheet from end to end. */
  channels: readonly (readonly Point[])[]
  /** Whether a wire lies on guard or plate, over wood and hollow alike. */
  over: (w: Wire) => boolean
}

interface End {
  lug: DrawnLug
  of: number
}

/** What a way costs is counted in tenths of a lane: all prices are. */
const TENTHS = 10
const inTenths = (lanes: number): number => Math.round(lanes * TENTHS)
const STEP = inTenths(1),
  SIDE = inTenths(BESIDE),
  TURN = inTenths(CORNER),
  ACROSS = inTenths(CROSS),
  WOOD = inTenths(IN_WOOD),
  PASSING = inTenths(OVER),
  PASSING_OWN = inTenths(OVER_OWN)

/**
 * A queue by whole price: of one price the newest first, which goes on where it was going. Each price has a chain of the
 * things that cost it, in two plain arrays that are kept from search to search.
 */
class Buckets {
  private heads = new Int32Array(4096).fill(NONE)
  private things = new Int32Array(4096)
  private below = new Int32Array(4096)
  private count = 0
  private at = 0
  private last = 0
  length = 0
  push(thing: number, price: number): void {
    const i = price > this.at ? price : this.at
    if (i >= this.heads.length) {
      const more = new Int32Array(Math.max(i + 1, 2 * this.heads.length)).fill(NONE)
      more.set(this.heads)
      this.heads = more
    }
    if (this.count === this.things.length) {
      const things = new Int32Array(2 * this.count),
        below = new Int32Array(2 * this.count)
      things.set(this.things)
      below.set(this.below)
      this.things = things
      this.below = below
    }
    this.things[this.count] = thing
    this.below[this.count] = this.heads[i]!
    this.heads[i] = this.count++
    if (i > this.last) this.last = i
    this.length++
  }
  /** Empty again; its arrays are kept. */
  clear(): void {
    this.heads.fill(NONE, this.at, this.last + 1)
    this.count = 0
    this.at = 0
    this.last = 0
    this.length = 0
  }
  pop(): number {
    const { heads } = this
    while (heads[this.at]! === NONE) this.at++
    const top = heads[this.at]!
    heads[this.at] = this.below[top]!
    this.length--
    return this.things[top]!
  }
}

class Router {
  private readonly n: number
  /** Component whose case lies on a cell, and lug whose keep-out it is. */
  private readonly caseOf: Int16Array
  private readonly lugOf: Int16Array
  private readonly lugs: End[]
  private readonly lugIndex: Map<string, number>
  /** Wires on a cell: how many, and in which direction. */
  private readonly axis: Uint8Array
  private readonly load: Uint8Array
  private readonly routes = new Map<string, Route>()
  /** Joints on wide lugs, by wire and end. */
  private readonly joints = new Map<string, Point>()
  /** Of each place and way that leads to it: what it costs, where it comes from, and in which search it was met or shut. */
  private readonly best: Int32Array
  private readonly from: Int32Array
  private readonly met: Int32Array
  /** What lies ahead of a cell, as far as it was asked in a search. */
  private readonly ahead: Int32Array
  private readonly asked: Int32Array
  /** The least that a cell was reached for, from wherever, in a search. */
  private readonly least: Int32Array
  private readonly leastIn: Int32Array
  private readonly landA: Uint8Array
  private readonly landB: Uint8Array
  private readonly col: Int16Array
  private readonly row: Int16Array
  /** What cells are for a wire that ends elsewhere. */
  private readonly usual: Uint8Array
  /** Components that wires may pass over: pickups, seen from behind. */
  private readonly soft: readonly boolean[]
  private readonly way: Uint8Array
  /** Cells in which a wire would lie in wood. */
  private readonly wood: Uint8Array
  /** Cells in blocks, what a way through each costs, and coarse distances to places that were asked for. */
  private readonly block: Int16Array
  private readonly blockCols: number
  private readonly blockCost: Float32Array
  private readonly rounds = new Map<number, Float32Array>()
  private round = 0
  private readonly queue = new Buckets()
  /** Cells of a wire that is being taken off. */
  private readonly lifted: Uint8Array

  constructor(
    private readonly g: Grid,
    private readonly components: readonly DrawnComponent[],
    private readonly wires: readonly Wire[],
    private readonly ground: Ground,
  ) {
    this.n = g.cols * g.rows
    this.caseOf = new Int16Array(this.n).fill(NONE)
    this.lugOf = new Int16Array(this.n).fill(NONE)
    this.axis = new Uint8Array(this.n)
    this.load = new Uint8Array(this.n)
    this.best = new Int32Array(this.n * 8)
    this.from = new Int32Array(this.n * 8)
    this.met = new Int32Array(this.n * 8)
    this.ahead = new Int32Array(this.n)
    this.asked = new Int32Array(this.n)
    this.least = new Int32Array(this.n)
    this.leastIn = new Int32Array(this.n)
    this.landA = new Uint8Array(this.n)
    this.landB = new Uint8Array(this.n)
    this.col = Int16Array.from({ length: this.n }, (_, i) => i % g.cols)
    this.row = Int16Array.from({ length: this.n }, (_, i) => Math.floor(i / g.cols))
    this.soft = components.map(c => c.kind === 'pickup')
    this.way = new Uint8Array(this.n)
    this.lifted = new Uint8Array(this.n)
    this.lugs = components.flatMap((c, of) => c.lugs.map(lug => ({ lug, of })))
    this.lugIndex = new Map(this.lugs.map((l, i) => [l.lug.terminal, i]))
    components.forEach((c, i) =>
      this.within(boundsOfComponent(c), cell => {
        if (covers(c, centreOf(g, cell), 0.4)) this.caseOf[cell] = i
      }),
    )
    this.wood = new Uint8Array(this.n)
    if (ground.open.length) {
      this.wood.fill(1)
      for (const p of ground.open) this.hollow(p)
    }
    this.lugs.forEach(({ lug }, i) => {
      if (lug.wide) return
      const [x, y] = lug.at
      this.within({ x0: x - KEEP, x1: x + KEEP, y0: y - KEEP, y1: y + KEEP }, cell => {
        const c = centreOf(g, cell),
          d = Math.hypot(c[0] - x, c[1] - y)
        if (d > KEEP) return
        const had = this.lugOf[cell]!
        if (had !== NONE) {
          const [ox, oy] = this.lugs[had]!.lug.at
          if (Math.hypot(c[0] - ox, c[1] - oy) <= d) return
        }
        this.lugOf[cell] = i
      })
    })
    this.blockCols = Math.ceil(g.cols / BLOCK)
    this.block = Int16Array.from(
      this.col,
      (c, i) => Math.floor(c / BLOCK) + this.blockCols * Math.floor(this.row[i]! / BLOCK),
    )
    this.blockCost = new Float32Array(this.blockCols * Math.ceil(g.rows / BLOCK)).fill(BLOCK * (1 + IN_WOOD))
    for (let cell = 0; cell < this.n; cell++) if (!this.wood[cell]) this.blockCost[this.block[cell]!] = BLOCK
    this.usual = new Uint8Array(this.n)
    const nobody: End = { lug: { terminal: '', name: '', at: [0, 0], wide: false }, of: NOBODY }
    for (let cell = 0; cell < this.n; cell++) this.usual[cell] = this.wayAt(cell, nobody, nobody, [false, false])
  }

  /** Cells whose middles lie in a hollow are no wood. */
  private hollow(p: readonly Point[]): void {
    const { box, cols, rows } = this.g,
      { y0, y1 } = boundsOf(p)
    const first = Math.max(0, Math.floor((y0 - box.y0) / LANE)),
      last = Math.min(rows - 1, Math.ceil((y1 - box.y0) / LANE))
    for (let r = first; r <= last; r++) {
      const xs = levelCrossings(p, box.y0 + (r + 0.5) * LANE)
      for (let k = 0; k + 1 < xs.length; k += 2) {
        const from = Math.max(0, Math.ceil((xs[k]! - box.x0) / LANE - 0.5)),
          to = Math.min(cols - 1, Math.ceil((xs[k + 1]! - box.x0) / LANE - 0.5) - 1)
        for (let c = from; c <= to; c++) this.wood[c + cols * r] = 0
      }
    }
  }

  private within(b: Box, each: (cell: number) => void): void {
    const lo = cellAt(this.g, [b.x0 - LANE, b.y0 - LANE]),
      hi = cellAt(this.g, [b.x1 + LANE, b.y1 + LANE])
    const { cols } = this.g
    for (let r = Math.floor(lo / cols); r <= Math.floor(hi / cols); r++)
      for (let c = lo % cols; c <= hi % cols; c++) each(r * cols + c)
  }

  run(): Routed {
    const length = (w: Wire): number => {
      const a = this.lugs[this.lugIndex.get(w.from)!]!,
        b = this.lugs[this.lugIndex.get(w.to)!]!
      return Math.hypot(a.lug.at[0] - b.lug.at[0], a.lug.at[1] - b.lug.at[1])
    }
    const laid = this.wires.filter(w => this.lugIndex.has(w.from) && this.lugIndex.has(w.to))
    const order = [...laid].sort((a, b) => length(a) - length(b))
    for (const w of order) this.lay(w)
    let before = Infinity
    for (let k = 0; k < AGAIN; k++) {
      const crossed = order.filter(w => this.crossingsOf(w) > 0),
        now = this.crossings()
      // Laying anew what did not help the last time helps seldom, and takes the longest.
      if (!crossed.length || now >= before) break
      before = now
      // The longest first: it has most ways round.
      for (const w of crossed.reverse()) {
        this.take(w)
        this.lay(w)
      }
    }
    for (const w of laid) this.part(w)
    return { routes: this.routes, crossings: this.crossings(), grid: this.g }
  }

  /** Cells in which one wire lies across another. */
  private crossings(): number {
    let n = 0
    for (let c = 0; c < this.n; c++) if (this.axis[c] === (HORIZONTAL | VERTICAL) && this.load[c]! > 1) n++
    return n
  }

  /** Where a shielded wire's braid leaves it, and its way to the lug that it is soldered to. */
  private part(w: Wire): void {
    const route = this.routes.get(w.id)
    if (!route || !w.braid) return
    for (const end of ['from', 'to'] as const) {
      const terminal = w.braid[end],
        i = terminal === undefined ? undefined : this.lugIndex.get(terminal)
      if (i === undefined) continue
      const goal = this.lugs[i]!,
        n = route.cells.length
      // Where there is no way out so near the end it parts a little further in.
      let cells: number[] | undefined,
        at: Point = route.points[0]!
      for (let k = Math.min(PARTS, (n - 1) >> 1); !cells && k < n - 1 && k < PARTS_AT_MOST; k++) {
        at = centreOf(this.g, route.cells[end === 'from' ? k : n - 1 - k]!)
        cells = this.search({ lug: { terminal: '', name: '', at, wide: false }, of: NOBODY }, goal)
      }
      if (!cells) continue
      const id = braidId(w.id, end)
      const last = cells.at(-1)!,
        to = goal.lug.wide ? centreOf(this.g, last) : goal.lug.at
      if (goal.lug.wide) this.joints.set(id, to)
      const tail: Route = { id, cells: Int32Array.from(cells), points: corners(this.g, cells, at, to) }
      this.routes.set(id, tail)
      // Where it leaves its own cable it crosses nothing.
      this.mark({ ...tail, cells: tail.cells.subarray(1) })
    }
  }

  private crossingsOf(w: Wire): number {
    const r = this.routes.get(w.id)
    let n = 0
    if (r) for (const c of r.cells.subarray(1, r.cells.length - 1)) if (this.load[c]! > 1) n++
    return n
  }

  /** Takes a wire off the grid: what others left on its cells is counted again. */
  private take(w: Wire): void {
    const r = this.routes.get(w.id)
    if (!r) return
    this.routes.delete(w.id)
    this.joints.delete(`${w.id}<`)
    this.joints.delete(`${w.id}>`)
    for (const c of r.cells) {
      this.axis[c] = 0
      this.load[c] = 0
    }
    for (const c of r.cells) this.lifted[c] = 1
    for (const o of this.routes.values()) this.mark(o, this.lifted)
    for (const c of r.cells) this.lifted[c] = 0
  }

  /** Counts a wire on the cells that it passes, or on those of them alone that are 1 in a list. */
  private mark({ cells }: Route, only?: Uint8Array): void {
    const { axis, load } = this,
      last = cells.length - 1,
      along = (a: number, b: number) => (Math.abs(a - b) === 1 ? HORIZONTAL : VERTICAL)
    for (let k = 0; k <= last; k++) {
      const c = cells[k]!
      if (only && only[c] !== 1) continue
      axis[c]! |= (k > 0 ? along(cells[k - 1]!, c) : 0) | (k < last ? along(cells[k + 1]!, c) : 0)
      load[c]!++
    }
  }

  /** Cells where a wire may land on an end: a lug's own, or any place on a case that is clear of other joints. */
  private landing(e: End, out: Uint8Array): Uint8Array {
    out.fill(0)
    if (!e.lug.wide) {
      out[cellAt(this.g, e.lug.at)] = 1
      return out
    }
    const c = this.components[e.of]!,
      others = [...this.joints.values()]
    const inner = 'radius' in c.outline ? c.outline.radius * 0.52 : 0,
      outer = 'radius' in c.outline ? c.outline.radius * 0.92 : Infinity
    this.within(boundsOfComponent(c), cell => {
      if (this.caseOf[cell] !== e.of || this.lugOf[cell] !== NONE) return
      const p = centreOf(this.g, cell),
        d = Math.hypot(p[0] - c.at[0], p[1] - c.at[1])
      if (d < inner || d > outer) return
      if (others.every(q => Math.hypot(p[0] - q[0], p[1] - q[1]) >= JOINTS_APART)) out[cell] = 1
    })
    return out
  }

  private lay(w: Wire): void {
    const ends = [this.lugs[this.lugIndex.get(w.from)!]!, this.lugs[this.lugIndex.get(w.to)!]!] as const
    // From the narrow end to the wide one: a case is found from anywhere.
    const turned = ends[0].lug.wide && !ends[1].lug.wide,
      start = turned ? ends[1] : ends[0],
      goal = turned ? ends[0] : ends[1]
    const cells = this.search(start, goal, !this.ground.over(w))
    if (!cells) return
    const path = turned ? cells.reverse() : cells
    const route: Route = { id: w.id, cells: Int32Array.from(path), points: [] }
    const at = (e: End, cell: number, key: string): Point => {
      if (!e.lug.wide) return e.lug.at
      const p = centreOf(this.g, cell)
      this.joints.set(`${w.id}${key}`, p)
      return p
    }
    route.points = corners(this.g, path, at(ends[0], path[0]!, '<'), at(ends[1], path.at(-1)!, '>'))
    this.routes.set(w.id, route)
    this.mark(route)
  }

  /** What a cell is for a wire between two ends: shut, open, or better gone round: somebody else's pickup, its own lug's case. */
  private wayAt(cell: number, start: End, goal: End, over: readonly [boolean, boolean]): number {
    const l = this.lugOf[cell]!,
      c = this.caseOf[cell]!
    if (l !== NONE && this.lugs[l] !== start && this.lugs[l] !== goal) return 0
    if (c === NONE || (c === start.of && over[0]) || (c === goal.of && over[1])) return 1
    return c === start.of || c === goal.of ? 3 : this.soft[c] ? 2 : 0
  }

  /** Cells of the cheapest way, or undefined when there is none. */
  private search(start: End, goal: End, inWood = false): number[] | undefined {
    const { g, col, row, best, met, from, load, axis, way, wood, block, ahead, asked, least, leastIn, queue, n } =
        this,
      { cols } = g,
      round = ++this.round,
      // Met in this search; one more: shut in it.
      open = 2 * round,
      shut = open + 1
    queue.clear()
    const landed = this.landing(goal, this.landA),
      begins = start.lug.wide ? this.landing(start, this.landB) : undefined
    const to = goal.lug.wide ? this.components[goal.of]!.at : goal.lug.at,
      slack = 2 * (goal.lug.wide ? this.reachOf(goal.of) / LANE : 0)
    const gx = (to[0] - g.box.x0) / LANE - 0.5,
      gy = (to[1] - g.box.y0) / LANE - 0.5
    const coarse = inWood ? this.wayRound(gx, gy) : undefined
    const guess = (cell: number): number => {
      if (asked[cell] === round) return ahead[cell]!
      const straight = Math.abs(col[cell]! - gx) + Math.abs(row[cell]! - gy) - slack,
        // What lies between in wood is gone round or paid for: the coarse way knows.
        far = coarse ? Math.max(straight, coarse[block[cell]!]! - 2 * BLOCK - slack) : straight
      asked[cell] = round
      return (ahead[cell] = far > 0 ? Math.ceil(far * HURRY * TENTHS) : 0)
    }
    const put = (cell: number, dir: number, cost: number, before: number) => {
      const s = (cell << 3) | dir,
        m = met[s]!
      // Shut, or met at a better price.
      if (m === shut || (m === open && best[s]! <= cost)) return
      // Where one may turn, a way that comes later by a corner's price leads nowhere that the first does not: it turns there.
      if (load[cell] === 0) {
        if (leastIn[cell] !== round || cost < least[cell]!) {
          leastIn[cell] = round
          least[cell] = cost
        } else if (cost >= least[cell]! + TURN) return
      }
      met[s] = open
      best[s] = cost
      from[s] = before
      queue.push(s, cost + guess(cell))
    }
    // For most cells it is the same for every wire: only about its own ends it is not.
    way.set(this.usual)
    const over = [this.overOwn(start), this.overOwn(goal)] as const
    for (const e of [start, goal]) {
      const own = this.components[e.of]
      if (own) this.within(boundsOfComponent(own), cell => (way[cell] = this.wayAt(cell, start, goal, over)))
      const [x, y] = e.lug.at
      if (!e.lug.wide)
        this.within({ x0: x - KEEP, x1: x + KEEP, y0: y - KEEP, y1: y + KEEP }, cell => {
          way[cell] = this.wayAt(cell, start, goal, over)
        })
    }
    if (begins)
      this.within(boundsOfComponent(this.components[start.of]!), cell => {
        if (begins[cell] && load[cell] === 0) put(cell, 4, 0, NONE)
      })
    else put(cellAt(g, start.lug.at), 4, 0, NONE)
    const steps = [1, cols, -1, -cols],
      wideGoal = goal.lug.wide
    while (queue.length) {
      const s = queue.pop(),
        cell = s >> 3,
        dir = s & 7,
        cost = best[s]!
      if (met[s] === shut) continue
      met[s] = shut
      if (landed[cell] && from[s] !== NONE) return this.back(s)
      const c = col[cell]!,
        crossing = load[cell]! > 0 && dir < 4
      for (let d = 0; d < 4; d++) {
        if (dir < 4 && (d ^ 2) === dir) continue
        // Across another wire one goes straight on.
        if (crossing && d !== dir) continue
        if ((d === 0 && c === cols - 1) || (d === 2 && c === 0)) continue
        const next = cell + steps[d]!
        if (next < 0 || next >= n) continue
        const passable = way[next]!
        if (passable === 0) continue
        const along = d & 1 ? VERTICAL : HORIZONTAL
        let price = STEP
        if (load[next]! > 0) {
          // A lug takes more than one wire; elsewhere wires meet at right angles only, and not in a corner.
          if (wideGoal || landed[next] !== 1) {
            if (axis[next]! & along || load[next]! > 1) continue
            price += ACROSS
          }
        } else {
          const by = d & 1 ? 1 : cols
          if (axis[next - by]! & along || axis[next + by]! & along) price = SIDE
        }
        if (dir < 4 && d !== dir) price += TURN
        if (inWood && wood[next]) price += WOOD
        if (passable === 2) price += PASSING
        else if (passable === 3) price += PASSING_OWN
        put(next, d, cost + price, s)
      }
    }
    return undefined
  }

  /** Coarse distances to a place, in lanes, with what wood costs on the way: by blocks of cells, from the place outwards. */
  private wayRound(gx: number, gy: number): Float32Array {
    const { blockCols, blockCost } = this,
      n = blockCost.length,
      out = new Float32Array(n).fill(Infinity),
      clamp = (x: number, most: number) => Math.max(0, Math.min(most, Math.floor(x / BLOCK))),
      at = clamp(gx, blockCols - 1) + blockCols * clamp(gy, n / blockCols - 1)
    const known = this.rounds.get(at)
    if (known) return known
    const queue = new Buckets()
    out[at] = 0
    queue.push(at, 0)
    while (queue.length) {
      const b = queue.pop(),
        x = b % blockCols
      for (const next of [x > 0 ? b - 1 : -1, x < blockCols - 1 ? b + 1 : -1, b - blockCols, b + blockCols]) {
        if (next < 0 || next >= n) continue
        const d = out[b]! + (blockCost[b]! + blockCost[next]!) / 2
        if (d < out[next]!) {
          out[next] = d
          queue.push(next, Math.floor(d * TENTHS))
        }
      }
    }
    this.rounds.set(at, out)
    return out
  }

  /** Whether a wire may run over the case that it ends at: to a joint on it, or to a lug that stands within it. */
  private overOwn(e: End): boolean {
    return e.lug.wide || this.caseOf[cellAt(this.g, e.lug.at)] === e.of
  }

  private reachOf(of: number): number {
    const b = boundsOfComponent(this.components[of]!)
    return Math.hypot(b.x1 - b.x0, b.y1 - b.y0) / 2
  }

  private back(s: number): number[] {
    const out: number[] = []
    for (let k = s; k !== NONE; k = this.from[k]!) out.push(k >> 3)
    return out.reverse()
  }
}

/** Corner points of a way through cells, with its true ends. */
function corners(g: Grid, cells: readonly number[], from: Point, to: Point): Point[] {
  const out: Point[] = [from]
  for (let k = 1; k < cells.length - 1; k++) {
    const a = cells[k]! - cells[k - 1]!,
      b = cells[k + 1]! - cells[k]!
    if (a !== b || k === 1 || k === cells.length - 2) out.push(centreOf(g, cells[k]!))
  }
  out.push(to)
  return out
}
