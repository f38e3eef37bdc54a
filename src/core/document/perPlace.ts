/** How many places of one thing are kept: where it is, where a fix puts it, and between. */
const PLACES = 4

/** Something of a thing at a place, computed once for the places it was last asked for. */
export function perPlace<O extends object, T>(
  compute: (o: O, dx: number, dy: number) => T,
): (o: O, dx: number, dy: number) => T {
  const known = new WeakMap<O, { dx: number; dy: number; result: T }[]>()
  return (o, dx, dy) => {
    let own = known.get(o)
    if (!own) known.set(o, (own = []))
    let hit = own.find(k => k.dx === dx && k.dy === dy)
    if (!hit) {
      own.unshift((hit = { dx, dy, result: compute(o, dx, dy) }))
      own.length = Math.min(own.length, PLACES)
    }
    return hit.result
  }
}
