import { chai, JestAsymmetricMatchers, JestChaiExpect, JestExtend } from '@vitest/expect'

chai.use(JestExtend)
chai.use(JestChaiExpect)
chai.use(JestAsymmetricMatchers)

type Act = (...given: unknown[]) => unknown
interface Suite {
  before: Act[]
  after: Act[]
  inside: (Suite | Act)[]
}
const suite = (): Suite => ({ before: [], after: [], inside: [] })
let open = suite()

/** A test's own work, wherever its options stand. */
const act = (rest: readonly unknown[]): Act => rest.find(x => typeof x === 'function') as Act

/** The same for every row of a table, its members as arguments. */
const each =
  (one: (name: string, ...rest: unknown[]) => void) =>
  (table: readonly unknown[]) =>
  (name: string, ...rest: unknown[]): void => {
    for (const row of table) one(name, () => act(rest)(...(Array.isArray(row) ? (row as unknown[]) : [row])))
  }
const single = (_: string, ...rest: unknown[]): void => void open.inside.push(act(rest))
const grouped = (_: string, ...rest: unknown[]): void => {
  const outer = open
  open = suite()
  outer.inside.push(open)
  act(rest)()
  open = outer
}
const none = (): void => undefined
const it = Object.assign(single, {
  each: each(single),
  concurrent: single,
  skipIf: (no: unknown) => (no ? none : single),
  runIf: (yes: unknown) => (yes ? single : none),
})
const describe = Object.assign(grouped, { each: each(grouped), concurrent: grouped })

/** As much of the test runner's interface as the core's tests use: they run a thousand times in one process. */
export const shortVitest = {
  expect: chai.expect,
  it,
  test: it,
  describe,
  beforeAll: (f: Act) => void open.before.push(f),
  afterAll: (f: Act) => void open.after.push(f),
}

async function walk(s: Suite): Promise<void> {
  try {
    for (const f of s.before) await f()
    for (const x of s.inside) await (typeof x === 'function' ? x() : walk(x))
  } finally {
    for (const f of s.after) await f()
  }
}

/** Collects what a file declares and runs it up to the first failure, which is thrown. */
export async function run(file: () => void): Promise<void> {
  open = suite()
  const all = open
  file()
  await walk(all)
}
