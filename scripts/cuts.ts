import { cutEverywhere, faultAt, type Tally } from '../tests/support/storeCuts.ts'

/**
 * Tries the store on a simulated disk: the power cut behind every call, and a fault at any. Ends at the first thing lost.
 * npm run cuts [cuts] [faults] [first seed]
 */
const cuts = Number(process.argv[2] ?? 100_000),
  faults = Number(process.argv[3] ?? 5_000),
  from = Number(process.argv[4] ?? 1)
const t: Tally = { cuts: 0, faults: 0, acts: 0, acknowledged: 0, calls: 0 },
  at = performance.now(),
  seconds = () => ((performance.now() - at) / 1000).toFixed(0)
let seed = from
while (t.cuts < cuts) await cutEverywhere(seed++, t)
console.log(
  `${t.cuts} power cuts in ${seed - from} workshops, ${t.acknowledged} of ${t.acts} acts acknowledged: nothing lost, nothing refused came true. ${seconds()} s.`,
)
while (t.faults < faults) await faultAt(seed++, t)
console.log(
  `${t.faults} faults, each followed by a kill and three power cuts: the same. ${t.calls} calls to the disk. ${seconds()} s.`,
)
