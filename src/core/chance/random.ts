/** Random numbers between 0 and 1 that come again with their seed, the same everywhere [published: mulberry32, public domain]. */
export function randomOf(seed: number): () => number {
  let s = seed >>> 0
  return () => {
    s = (s + 0x6d2b79f5) >>> 0
    let x = Math.imul(s ^ (s >>> 15), s | 1)
    x ^= x + Math.imul(x ^ (x >>> 7), x | 61)
    return ((x ^ (x >>> 14)) >>> 0) / 4294967296
  }
}

/** A normal deviate of unit width [published: Box and Muller, 1958]. */
export const normalOf = (random: () => number): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())

/** The value that a share u of a triangle's draws stays below [published: inverse of its distribution function]. @param u between 0 and 1 */
export function triangleQuantile([least, likely, most]: readonly [number, number, number], u: number): number {
  if (most <= least) return least
  const c = (likely - least) / (most - least)
  return u < c
    ? least + Math.sqrt(u * (most - least) * (likely - least))
    : most - Math.sqrt((1 - u) * (most - least) * (most - likely))
}
