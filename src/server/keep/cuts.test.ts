import { describe, expect, it } from 'vitest'
import { LONG } from '../../../tests/support/long.ts'
import { cutEverywhere, faultAt, type Tally } from '../../../tests/support/storeCuts.ts'

/** Seeds that every run tries; `npm run cuts` tries thousands. */
const LIVES = LONG ? 12 : 1,
  FAULTS = LONG ? 300 : 25
const tally = (): Tally => ({ cuts: 0, faults: 0, acts: 0, acknowledged: 0, calls: 0 })

describe('what was acknowledged is there, and what was refused is not', () => {
  it('after a power cut behind any call, whatever of what was not flushed is left', async () => {
    const t = tally()
    for (let seed = 1; seed <= LIVES; seed++) await cutEverywhere(seed, t)
    expect(t.cuts).toBeGreaterThan(LIVES * 300)
    expect(t.acknowledged).toBeGreaterThan(LIVES * 30)
  })
  it('after any call has failed, once or for good, and the process was killed or the power went', async () => {
    const t = tally()
    for (let seed = 1; seed <= FAULTS; seed++) await faultAt(seed * 7919, t)
    expect(t.faults).toBe(FAULTS)
    expect(t.acknowledged).toBeGreaterThan(FAULTS * 4)
  })
})
