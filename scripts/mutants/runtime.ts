/** What breakable code calls: which place is broken now, and which places were come to. */
export const state = { broken: -1, met: new Uint8Array(0) }

type Numbers = (k: number, a: never, b: never) => unknown
const either =
  (as: (a: number, b: number) => unknown, broken: (a: number, b: number) => unknown) =>
  (k: number, a: number, b: number): unknown => {
    state.met[k] = 1
    return state.broken === k ? broken(a, b) : as(a, b)
  }
const plus = (a: number, b: number) => a + b,
  minus = (a: number, b: number) => a - b,
  times = (a: number, b: number) => a * b,
  by = (a: number, b: number) => a / b

export const broken: Record<string, Numbers> & {
  number: (k: number, as: number, broken: number) => number
  choice: (k: number, as: 'min' | 'max') => (...of: number[]) => number
} = {
  '+': either(plus, minus),
  '-': either(minus, plus),
  '*': either(times, by),
  '/': either(by, times),
  '<': either(
    (a, b) => a < b,
    (a, b) => a >= b,
  ),
  '>': either(
    (a, b) => a > b,
    (a, b) => a <= b,
  ),
  '<=': either(
    (a, b) => a <= b,
    (a, b) => a > b,
  ),
  '>=': either(
    (a, b) => a >= b,
    (a, b) => a < b,
  ),
  '&&': (k: number, a: unknown, b: () => unknown) => {
    state.met[k] = 1
    return state.broken === k ? a || b() : a && b()
  },
  number: (k, as, other) => {
    state.met[k] = 1
    return state.broken === k ? other : as
  },
  choice: (k, as) => {
    state.met[k] = 1
    return (state.broken === k) === (as === 'min') ? Math.max : Math.min
  },
}
