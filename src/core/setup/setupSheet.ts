import { mm, num, type Said, say } from '../say/said.ts'
import type { Build } from '../document/build.ts'
import type { Laid } from '../document/docs.ts'
import { addDays } from 'date-fns'
import { setupWork, type Adjustment } from './setupWork.ts'

/** One line of the set-up sheet: as it came, as it is wanted, as it was left. */
export interface SheetRow {
  id: string
  title: string
  unit: Adjustment['unit']
  before: number | undefined
  target: number
  after: number | undefined
  /** How often it was read. */
  times: number
  state: Adjustment['state']
}

export interface SetupSheet {
  rows: SheetRow[]
  /** When everything is read again, a moment in UTC, and what the neck may have done by then. */
  again: { after: string; on: string; says: Said }[]
}

/** Relief that a neck takes on for each per cent of humidity, mm, from memory: a few hundredths between a dry and a damp week. */
const RELIEF_PER_PERCENT = 0.004

const daysAfter = (at: string, days: number): string => addDays(new Date(at), days).toISOString()

/**
 * The set-up as it is kept and printed: what each thing read at first, its target, what it read last; and the days on which
 * all is read again, from the last reading on [common practice: after a day, a week, a season].
 */
export function setupSheet(build: Laid & Pick<Build, 'climate'>): SetupSheet {
  const work = setupWork(build),
    of = new Map(work.adjustments.map(a => [a.reads, build.readings.filter(r => r.of === a.reads)]))
  const rows = work.adjustments.map((a): SheetRow => {
    const read = [...(of.get(a.reads) ?? [])].sort((x, y) => (x.at < y.at ? -1 : 1))
    return {
      id: a.id,
      title: a.title,
      unit: a.unit,
      before: read[0]?.value,
      target: a.target,
      after: read.length > 1 ? read.at(-1)!.value : undefined,
      times: read.length,
      state: a.state,
    }
  })
  const last = [...of.values()]
      .flat()
      .map(r => r.at)
      .sort()
      .at(-1),
    { atBench, driest, dampest } = build.climate,
    swing = Math.max(Math.abs(dampest - atBench), Math.abs(driest - atBench)) * RELIEF_PER_PERCENT
  const again = (days: number, after: string, says: Said) =>
    last === undefined ? [] : [{ after, on: daysAfter(last, days), says }]
  return {
    rows,
    again: [
      ...again(1, 'a day', 'new strings and a turned rod have settled'),
      ...again(7, 'a week', 'the neck has answered the strings’ pull'),
      ...again(
        90,
        'a season',
        say`from ${num(atBench, undefined, '%')} to ${num(driest)} … ${num(dampest, undefined, '%')} of humidity relief may move by ${mm(swing, 2)}`,
      ),
    ],
  }
}
