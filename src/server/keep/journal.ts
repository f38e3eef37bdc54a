import { mkdirSync, readFileSync, readdirSync, rmSync, statSync } from 'node:fs'
import { open, type FileHandle } from 'node:fs/promises'
import { join } from 'node:path'
import { crc32 } from 'node:zlib'
import { flushFolder } from './flushFolder.ts'
import type { builds, settings, ShelfRecord } from '../db/schema.ts'

type BuildRow = typeof builds.$inferSelect
/** What is known of an attachment; its bytes lie in a file of their own. */
export interface AttachmentRecord {
  hash: string
  type: string
  size: number
  addedAt: string
}

/** What one acknowledged write left: rows as they stand after it, so that writing them again changes nothing. */
export type Entry =
  | { kind: 'build'; row: Omit<BuildRow, 'madeBy'> & Partial<Pick<BuildRow, 'madeBy'>> }
  | { kind: 'build-gone'; id: string }
  | { kind: 'part'; row: Omit<ShelfRecord, 'revision'> & Partial<Pick<ShelfRecord, 'revision'>> }
  | { kind: 'part-gone'; id: string }
  | { kind: 'settings'; row: typeof settings.$inferSelect }
  | { kind: 'attachment'; row: AttachmentRecord }
  | { kind: 'attachment-gone'; id: string }

/** Keeps entries on disk before a write is acknowledged. */
export type Keep = (entries: readonly Entry[]) => Promise<void>

/** Where the database keeps its own promise: a PostgreSQL server. */
export const KEPT_ELSEWHERE: Keep = () => Promise.resolve()

const NAME = /^journal-(\d{6})\.log$/
const nameOf = (n: number): string => `journal-${String(n).padStart(6, '0')}.log`

/** A line: the checksum of what follows it, and that [published: CRC-32, ISO 3309]. */
export const lineOf = (e: Entry): string => {
  const text = JSON.stringify(e)
  return `${crc32(text).toString(16).padStart(8, '0')} ${text}\n`
}

/** The entry in a line; undefined where the line is torn or changed. */
export function entryIn(line: string): Entry | undefined {
  const text = line.slice(9)
  if (line[8] !== ' ' || crc32(text).toString(16).padStart(8, '0') !== line.slice(0, 8)) return undefined
  const e = JSON.parse(text) as Entry
  if (e.kind !== 'build') return e
  const time = (v: Date | null) => (v === null ? null : new Date(v))
  const { archivedAt, removedAt, updatedAt } = e.row
  return {
    ...e,
    row: { ...e.row, archivedAt: time(archivedAt), removedAt: time(removedAt), updatedAt: new Date(updatedAt) },
  }
}

const numbersIn = (folder: string): number[] =>
  readdirSync(folder)
    .flatMap(n => NAME.exec(n)?.[1] ?? [])
    .map(Number)
    .sort((a, b) => a - b)

/** All entries that a data folder's journal holds, oldest first, and how many lines were torn or changed. */
export function readJournal(folder: string): { entries: Entry[]; bad: number } {
  const entries: Entry[] = []
  let bad = 0
  let names: number[] = []
  try {
    names = numbersIn(folder)
  } catch (e) {
    if ((e as NodeJS.ErrnoException).code !== 'ENOENT') throw e
  }
  for (const n of names)
    for (const line of readFileSync(join(folder, nameOf(n)), 'utf8').split('\n')) {
      if (!line) continue
      const e = entryIn(line)
      if (e) entries.push(e)
      else bad++
    }
  return { entries, bad }
}

/**
 * An append-only journal: what `record` resolves for is on disk. Writers that come while one is being flushed share the
 * next flush. It is begun anew after each copy of the workshop, and what the copy holds is cut off.
 */
export class Journal {
  private file: FileHandle | undefined
  private number = 0
  private waiting: { text: string; done: (e?: Error) => void }[] = []
  private running = false

  private constructor(private readonly folder: string) {}

  static async open(folder: string): Promise<Journal> {
    mkdirSync(folder, { recursive: true })
    const j = new Journal(folder)
    j.number = numbersIn(folder).at(-1) ?? 0
    await j.begin()
    return j
  }

  /** A new file, so that a torn last line of an older one stays where it is. */
  private async begin(): Promise<void> {
    await this.file?.close()
    this.file = await open(join(this.folder, nameOf(++this.number)), 'ax')
    flushFolder(this.folder)
  }

  /** Resolves when the entries are flushed; rejects when they cannot be kept, and then they are not. */
  readonly record: Keep = entries =>
    entries.length === 0
      ? Promise.resolve()
      : new Promise((resolve, reject) => {
          this.waiting.push({ text: entries.map(lineOf).join(''), done: e => (e ? reject(e) : resolve()) })
          void this.flush()
        })

  private async flush(): Promise<void> {
    if (this.running) return
    this.running = true
    while (this.waiting.length) {
      const now = this.waiting.splice(0)
      try {
        if (!this.file) throw new Error('the journal is closed')
        await this.file.appendFile(now.map(w => w.text).join(''))
        await this.file.datasync()
        for (const w of now) w.done()
      } catch (e) {
        // Half a line may stand there: what follows begins in a file of its own.
        if (this.file) await this.begin().catch(() => undefined)
        for (const w of now) w.done(e as Error)
      }
    }
    this.running = false
  }

  /** Begins a new file: a copy made from now on holds all that the older ones say. */
  turn(): Promise<void> {
    return this.begin()
  }

  /** Cuts off the files that were written to for the last time before a copy was made. */
  cut(made: Date): void {
    for (const n of numbersIn(this.folder)) {
      const file = join(this.folder, nameOf(n))
      if (n !== this.number && statSync(file).mtimeMs < made.getTime()) rmSync(file)
    }
    flushFolder(this.folder)
  }

  async close(): Promise<void> {
    await this.file?.close()
    this.file = undefined
  }
}
