import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { anyBuild } from '../../../tests/support/anyBuild.ts'
import { demo } from '../../../tests/support/demo.ts'
import { LAID, SHAPED } from '../document/docs.ts'
import { writeLog } from '../document/edits.ts'
import { fact } from '../document/fact.ts'
import { ask, FACTS, type FactName } from './facts.ts'

const NOW = { at: '2026-11-25T10:00:00.000Z', zone: 'Etc/GMT-1' }
const NAMES = Object.keys(FACTS) as FactName[]

describe('a fact', () => {
  it('is computed once for a state of what it reads', () => {
    let times = 0
    const count = fact(['slots', 'name'], b => {
      times++
      return `${b.name} ${Object.keys(b.slots).length}`
    })
    const b = demo('wren')
    expect(count(b)).toBe(count({ ...b, log: [] } as typeof b))
    expect(times).toBe(1)
    expect(count({ ...b, name: 'Other' })).toMatch(/^Other/)
    expect(times).toBe(2)
    // What stood before is still known: undo costs nothing.
    count({ ...b })
    expect(times).toBe(2)
  })
  it('is asked for by name, and the same object for everybody who asks', () => {
    const b = demo('kestrel')
    for (const n of NAMES) expect(ask(n, b, NOW), n).toBe(ask(n, b, NOW))
  })
  it('stays as it is when the log is written, the hours change or the build is renamed', () => {
    const b = demo('heron'),
      logged = { ...writeLog(b, 'A line', NOW.at), calendar: { ...b.calendar, from: '18:00' }, budget: 3 }
    for (const n of ['layout', 'joints', 'fit', 'drill', 'marks', 'setup', 'meter', 'solder', 'finish'] as const)
      expect(ask(n, logged, NOW), n).toBe(ask(n, b, NOW))
    expect(ask('plan', logged, NOW)).not.toBe(ask('plan', b, NOW))
    expect(ask('layout', { ...b, name: 'Other' }, NOW)).toBe(ask('layout', b, NOW))
  })
  it('that hangs on the present is another when time has gone on', () => {
    const b = demo('heron')
    expect(ask('plan', b, { ...NOW, at: '2027-11-25T10:00:00.000Z' }).endsOn! > ask('plan', b, NOW).endsOn!).toBe(
      true,
    )
  })
  it('is the same from a document that holds nothing but the fields it names', () =>
    fc.assert(
      fc.property(anyBuild, b => {
        const pick = <K extends keyof typeof b>(keys: readonly K[]) =>
          structuredClone(Object.fromEntries(keys.map(k => [k, b[k]]))) as Pick<typeof b, K>
        expect(FACTS.layout(pick(LAID))).toEqual(FACTS.layout(b))
        const plain = (x: ReturnType<typeof FACTS.joints>) =>
          x.map(j => [j.id, j.state, j.clearance.value, j.doubt])
        expect(plain(FACTS.joints(pick(SHAPED)))).toEqual(plain(FACTS.joints(b)))
        expect(FACTS.setup(pick(LAID))).toEqual(FACTS.setup(b))
      }),
      { numRuns: 25 },
    ))
})
