import type { Disk } from '../disk/disk.ts'
import type { Copy } from './copyFile.ts'
import { newestCopy, type DamagedCopy } from './copies.ts'
import { keyOf, type Entry } from './entry.ts'
import { BEGINNING, type Mark } from './journalLine.ts'
import { readOldJournal } from './oldJournal.ts'
import { entryReader, readJournal, type JournalRead, type Kept } from './readJournal.ts'
import type { Places } from './places.ts'

/** What copies and journal of a data folder say: the workshop as it was last acknowledged, whatever its database holds. */
export interface Recalled {
  base: { file: string; copy: Copy } | undefined
  damaged: readonly DamagedCopy[]
  journal: JournalRead
  /** What a journal of before lines were numbered says. */
  old: readonly Entry[]
  /** The line up to which the copy holds everything. */
  from: Mark
  /** The last line that is known of. */
  end: Mark
  /** Lines after the copy that are missing. */
  missing: readonly { from: number; to: number }[]
  /** Whether it is of before lines were numbered: what it says is only what a database may have lost. */
  legacy: boolean
  /** Whether nothing is missing: a workshop can be made from it alone. */
  whole: boolean
  /** The last state of each thing that is known, deleted ones included. */
  entries: () => AsyncGenerator<Entry>
  /** What lines after one say, oldest first, each thing once. */
  after: (seq: number) => AsyncGenerator<Entry>
  close: () => void
}

const later = (a: Mark, b: Mark): Mark => (b.seq > a.seq ? b : a)

/**
 * Reads what a data folder's copies and journal hold.
 * @param upto the last line that counts; left out, all do
 */
export async function recall(disk: Disk, places: Places, upto = Infinity): Promise<Recalled> {
  const journal = await readJournal(disk, places.journal),
    { found, damaged } = await newestCopy(disk, places.copies),
    old = await readOldJournal(disk, places.journal),
    from = found?.copy.journal ?? BEGINNING
  const legacy = old.length > 0 || (found !== undefined && found.copy.journal === undefined)
  const missing = [
    ...(journal.start.seq > from.seq ? [{ from: from.seq + 1, to: journal.start.seq }] : []),
    ...journal.gaps.filter(g => g.to > from.seq && g.from <= upto),
  ]
  const lines = journal.lines.filter(l => l.seq > from.seq && l.seq <= upto)
  async function* after(seq: number): AsyncGenerator<Entry> {
    const last = new Map<string, Kept>()
    for (const l of lines)
      if (l.seq > seq) {
        // In the order in which they were said last.
        last.delete(l.key)
        last.set(l.key, l)
      }
    const reader = entryReader(disk, places.journal)
    try {
      for (const l of last.values()) yield await reader.read(l.place)
    } finally {
      await reader.close()
    }
  }
  async function* entries(): AsyncGenerator<Entry> {
    const overtaken = new Set(lines.map(l => l.key)),
      overOld = new Set(old.map(keyOf))
    if (found)
      for await (const e of found.copy.entries()) {
        const key = keyOf(e)
        if (!overtaken.has(key) && !overOld.has(key)) yield e
      }
    for (const e of old) if (!overtaken.has(keyOf(e))) yield e
    yield* after(from.seq)
  }
  return {
    base: found,
    damaged,
    journal,
    old,
    from,
    end: later(from, journal.end),
    missing,
    legacy,
    // A workshop begins empty: without a copy, a journal from the first line on says it all.
    whole: !missing.length && !legacy && journal.segments.length > 0,
    entries,
    after,
    close: () => found?.copy.close(),
  }
}
