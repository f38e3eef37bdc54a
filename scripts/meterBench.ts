import { believed, type Observation } from '../src/core/meter/belief.ts'
import { chancesOf } from '../src/core/meter/diagnose.ts'
import { answersOf, distinct, nextProbes } from '../src/core/meter/next.ts'
import { standIn } from '../src/core/meter/standIn.ts'
import { modelOf, tableOf, type Model, type Table } from '../src/core/meter/table.ts'
import { electric, RECIPE_BUILDS, withRecipe } from '../tests/support/electric.ts'

/**
 * Every single fault of recipes, found from noisy readings of a stand-in: how often the true class stands first after 8
 * and 12 readings, weighted by how often faults are met and unweighted, and after how many readings it is settled.
 * From outside faults look alike: how many classes there are, and how large the largest, is told beside it. Then the 20
 * likeliest pairs: how often the true one is among the first three answers after 12.
 * tsx scripts/meterBench.ts [first recipe] [how many] [inside|outside|pairs]
 */
const from = Number(process.argv[2] ?? 0),
  many = Number(process.argv[3] ?? RECIPE_BUILDS.length),
  outside = process.argv[4] === 'outside',
  pairs = process.argv[4] === 'pairs'
/** How many pairs of each recipe, and among how many first answers the true one is looked for. */
const PAIRS = 20
const AMONG = pairs ? 3 : 1
const allowed = (a: string) => !outside || a === 'outside'
const READINGS = 12
const SETTLED = 0.9

interface Tally {
  cases: number
  weight: number
  right8: number
  right12: number
  weight8: number
  weight12: number
  settled: number[]
  worst: string[]
}

/** The likeliest answers by all their hypotheses, and the likeliest of each. */
function leaders(answer: Int32Array, w: Float64Array, count: number): { answer: number; lead: number }[] {
  const sum = new Map<number, number>()
  w.forEach((x, h) => sum.set(answer[h]!, (sum.get(answer[h]!) ?? 0) + x))
  return [...sum]
    .sort((a, b) => b[1] - a[1])
    .slice(0, count)
    .map(([a]) => {
      let lead = -1
      w.forEach((x, h) => {
        if (answer[h] === a && (lead === -1 || x > w[lead]!)) lead = h
      })
      return { answer: a, lead }
    })
}

/** Classes of faults that no allowed reading tells apart: how many, and the sizes of the largest. */
function classesOf(m: Model, t: Table): string {
  const first: number[] = [],
    size: number[] = []
  m.hypotheses.forEach((h, i) => {
    if (h.faults.length !== 1) return
    const k = first.findIndex(f => !distinct(m, t, f, i, allowed))
    if (k >= 0) size[k]!++
    else {
      first.push(i)
      size.push(1)
    }
  })
  return `${size.length} classes, the largest of ${[...size]
    .sort((a, b) => b - a)
    .slice(0, 4)
    .join(', ')}`
}

/** The likeliest answer by all its hypotheses, and the likeliest of them. */
function leader(m: Model, answer: Int32Array, w: Float64Array, other: number) {
  const sum = new Map<number, number>()
  w.forEach((x, h) => sum.set(answer[h]!, (sum.get(answer[h]!) ?? 0) + x))
  let first = -1,
    most = other
  for (const [a, x] of sum) if (x > most) [first, most] = [a, x]
  let lead = -1
  w.forEach((x, h) => {
    if (answer[h] === first && (lead === -1 || x > w[lead]!)) lead = h
  })
  return { first, most, lead }
}

function tally(m: Model, t: Table): Tally {
  const { of: answer } = answersOf(m),
    out: Tally = { cases: 0, weight: 0, right8: 0, right12: 0, weight8: 0, weight12: 0, settled: [], worst: [] }
  const opening = nextProbes(
    m,
    t,
    answer,
    m.hypotheses.map(h => h.prior),
    allowed,
  )
  const truths = pairs
    ? [...m.hypotheses.keys()]
        .filter(h => m.hypotheses[h]!.faults.length === 2)
        .sort((a, b) => m.hypotheses[b]!.prior - m.hypotheses[a]!.prior)
        .slice(0, PAIRS)
    : [...m.hypotheses.keys()].filter(h => m.hypotheses[h]!.faults.length <= 1)
  truths.forEach(truth => {
    const h = m.hypotheses[truth]!
    const s = standIn(m, h.faults, 1000 + truth),
      b = believed(m, t, []),
      seen: Observation[] = [],
      done = new Set<number>()
    let settled = READINGS,
      at8 = false
    const look = () => {
      const { of: w, other } = chancesOf(m, b, seen),
        l = leader(m, answer, w, other)
      return {
        w,
        ...l,
        right: pairs
          ? leaders(answer, w, AMONG).some(
              x => x.answer === answer[truth] || !distinct(m, t, x.lead, truth, allowed),
            )
          : l.first === answer[truth] || (l.lead >= 0 && !distinct(m, t, l.lead, truth, allowed)),
      }
    }
    let now = look()
    for (let n = 0; n < READINGS; n++) {
      const [c] = n ? nextProbes(m, t, answer, now.w, allowed, done, 1) : opening
      if (!c) break
      const o = { probe: c.probe, value: s.take(m.probes[c.probe]!) }
      b.observe(o)
      seen.push(o)
      done.add(c.probe)
      now = look()
      if (now.most >= SETTLED && settled === READINGS) settled = n + 1
      if (n === 7) at8 = now.right
    }
    if (seen.length < 8) at8 = now.right
    out.cases++
    out.weight += h.prior
    out.right8 += Number(at8)
    out.weight8 += at8 ? h.prior : 0
    out.right12 += Number(now.right)
    out.weight12 += now.right ? h.prior : 0
    out.settled.push(settled)
    if (!now.right)
      out.worst.push(`${h.id} (taken for ${now.lead < 0 ? 'something else' : m.hypotheses[now.lead]!.id})`)
  })
  return out
}

const share = (x: number) => `${(100 * x).toFixed(1)} %`
const total = { cases: 0, weight: 0, right8: 0, right12: 0, weight8: 0, weight12: 0, settled: [] as number[] }
for (const [id, of] of RECIPE_BUILDS.slice(from, from + many)) {
  const m = modelOf(withRecipe(electric(of), id)),
    begun = performance.now(),
    t = tableOf(m),
    made = performance.now() - begun,
    r = tally(m, t)
  r.settled.sort((a, b) => a - b)
  console.log(
    `${id}: ${r.cases} ${pairs ? 'pairs' : 'faults'}${outside ? ` in ${classesOf(m, t)}` : ''}, table ${made.toFixed(0)} ms; first after 8: ${share(r.right8 / r.cases)} (${share(r.weight8 / r.weight)} weighted), after 12: ${share(r.right12 / r.cases)} (${share(r.weight12 / r.weight)}); settled after ${r.settled[r.cases >> 1]!} in the middle`,
  )
  for (const w of r.worst) console.log(`    ${w}`)
  total.cases += r.cases
  total.right8 += r.right8
  total.right12 += r.right12
  total.weight += 1
  total.weight8 += r.weight8 / r.weight
  total.weight12 += r.weight12 / r.weight
  total.settled.push(...r.settled)
}
total.settled.sort((a, b) => a - b)
console.log(
  `all: ${total.cases} faults; first after 8: ${share(total.right8 / total.cases)} (${share(total.weight8 / total.weight)} weighted), after 12: ${share(total.right12 / total.cases)} (${share(total.weight12 / total.weight)}); settled after ${total.settled[total.cases >> 1]!} in the middle`,
)
