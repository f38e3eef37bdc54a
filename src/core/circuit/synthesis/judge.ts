import {
  arrangements,
  coilsOf,
  GROUND,
  minus,
  plus,
  TIP,
  toneLug,
  terminalsIn,
  type Arrangement,
  type Question,
} from './wanted.ts'

/** What of a partition still has to be joined at a position: groups of blocks, each to become one conductor. */
export interface Need {
  groups: number[][]
  joins: number
}

/** Judges partitions of the terminals against what one position wants. */
export class Judge {
  private readonly ways: Arrangement[]
  private readonly idle: number[]
  private readonly acts: readonly (boolean | undefined)[]
  private readonly node: Int8Array
  /** Nobody asks what is heard here. */
  readonly free: boolean

  constructor(
    private readonly q: Question,
    position: number,
  ) {
    const { sounds, tones } = q.wanted[position]!,
      n = terminalsIn(q)
    this.free = sounds === undefined
    const heard = sounds && sounds !== 'silence' ? coilsOf(sounds) : [],
      used = new Set(heard)
    // One coil cannot sound twice.
    this.ways = sounds && used.size === heard.length ? arrangements(sounds, n) : []
    this.idle = Array.from({ length: q.coils }, (_, i) => i).filter(i => !used.has(i))
    this.acts = tones
    this.node = new Int8Array(2 * n)
  }

  /**
   * What has to be joined so that exactly the wanted two-pole lies at the jack and nothing hangs on it: one entry for each
   * way to lay it. Blocks are conductors; a coil that does not sound may be open with at most one end on ground, shorted,
   * or wholly free, and is shorted where one of its ends lies on a hot conductor.
   * @param block block of every terminal
   */
  needs(block: Uint8Array, blocks: number): Need[] {
    if (this.free) return [{ groups: [], joins: 0 }]
    const out: Need[] = []
    for (const way of this.ways) {
      const need = this.need(way, block, blocks)
      if (need) out.push(need)
    }
    return out
  }

  /** Fewest joins that are left, or −1 when no way is open. */
  least(block: Uint8Array, blocks: number): number {
    if (this.free) return 0
    let best = -1
    for (const way of this.ways) {
      const joins = this.lay(way, block, blocks) ? this.count(blocks) : -1
      if (joins >= 0 && (best < 0 || joins < best)) best = joins
      if (best === 0) return 0
    }
    return best
  }

  private count(blocks: number): number {
    let assigned = 0,
      mask = 0
    for (let b = 0; b < blocks; b++)
      if (this.node[b]! >= 0) {
        assigned++
        mask |= 1 << this.node[b]!
      }
    let nodes = 0
    for (; mask; mask &= mask - 1) nodes++
    return assigned - nodes
  }

  /** Gives every block its node; false when that cannot be. */
  private lay(way: Arrangement, block: Uint8Array, blocks: number): boolean {
    const { node } = this,
      { q } = this
    node.fill(-1, 0, blocks)
    for (let t = 0; t < way.node.length; t++) {
      const n = way.node[t]!
      if (n < 0) continue
      const b = block[t]!
      if (node[b]! >= 0 && node[b] !== n) return false
      node[b] = n
    }
    for (let k = 0; k < q.tones; k++)
      if (this.acts[k] === true) {
        const b = block[toneLug(q, k)]!
        if (node[b]! >= 0 && node[b] !== TIP) return false
        node[b] = TIP
      }
    for (let changed = true; changed;) {
      changed = false
      for (const c of this.idle) {
        const x = block[plus(c)]!,
          y = block[minus(c)]!
        if (x === y) continue
        const nx = node[x]!,
          ny = node[y]!
        if (nx >= 0 && nx === ny) continue
        if (nx >= 0 && ny >= 0) return false
        if (nx > GROUND) {
          node[y] = nx
          changed = true
        } else if (ny > GROUND) {
          node[x] = ny
          changed = true
        }
      }
    }
    for (let k = 0; k < q.tones; k++)
      if (this.acts[k] === false && node[block[toneLug(q, k)]!]! > GROUND) return false
    return true
  }

  private need(way: Arrangement, block: Uint8Array, blocks: number): Need | undefined {
    if (!this.lay(way, block, blocks)) return undefined
    const at: number[][] = []
    for (let b = 0; b < blocks; b++) {
      const n = this.node[b]!
      if (n >= 0) (at[n] ??= []).push(b)
    }
    const groups = at.filter(g => g && g.length > 1)
    return { groups, joins: groups.reduce((s, g) => s + g.length - 1, 0) }
  }
}
