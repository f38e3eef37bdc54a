import { join } from 'node:path'
import type { Disk, DiskFile } from '../disk/disk.ts'
import { readAt } from '../disk/files.ts'
import { entryOf, type Entry } from './entry.ts'
import { BEGINNING, JOURNAL_FORMAT, readHead, readLine, type Line, type Mark } from './journalLine.ts'
import { NewerWorkshop } from './trouble.ts'

/** Where a line's entry lies. */
interface Place {
  file: string
  at: number
  length: number
}
/** A line of the journal that belongs to a whole act. */
export interface Kept {
  seq: number
  key: string
  place: Place
}
/** A file of the journal. */
export interface Segment {
  number: number
  name: string
  /** The last line in it that was read. */
  last: number
  bytes: number
}

/** What a journal holds. */
export interface JournalRead {
  /** Lines of whole acts, oldest first. */
  lines: Kept[]
  /** The mark before the oldest line, and the one after the newest whole act. */
  start: Mark
  end: Mark
  /** Lines that are missing or damaged, by their numbers, both ends included. */
  gaps: { from: number; to: number }[]
  /** Lines that were torn or changed: at the end of a file that is what a broken-off write leaves. */
  bad: number
  segments: Segment[]
}

const NAME = /^lines-(\d{6,9})\.jnl$/
export const segmentName = (n: number): string => `lines-${String(n).padStart(6, '0')}.jnl`

/** The journal's files in a folder, oldest first. */
export const segmentsIn = async (disk: Disk, folder: string): Promise<{ number: number; name: string }[]> =>
  (await disk.list(folder))
    .flatMap(name => {
      const n = NAME.exec(name)?.[1]
      return n === undefined ? [] : [{ number: Number(n), name }]
    })
    .sort((a, b) => a.number - b.number)

/** Bytes read at once, and the longest line: a document and what can be taken back of it are far shorter. */
const PIECE = 1024 * 1024
const LONGEST = 128 * 1024 * 1024
const NEWLINE = 10

/** The lines of a file one after another, each with where it begins; what follows the last line end is its own piece. */
export async function* linesOf(file: DiskFile): AsyncGenerator<{ bytes: Buffer; at: number; ended: boolean }> {
  let held: Buffer[] = [],
    size = 0,
    begins = 0
  for (let at = 0; ;) {
    const piece = await readAt(file, at, PIECE)
    if (!piece.length) break
    let from = 0
    for (let end; (end = piece.indexOf(NEWLINE, from)) >= 0; from = end + 1) {
      const last = piece.subarray(from, end)
      const bytes = held.length ? Buffer.concat([...held, last]) : last
      if (bytes.length) yield { bytes, at: begins, ended: true }
      begins = at + end + 1
      held = []
      size = 0
    }
    const rest = piece.subarray(from)
    size += rest.length
    // No line is that long: what is wrong with it is told when it ends.
    if (rest.length && size <= LONGEST) held.push(rest)
    at += piece.length
  }
  if (held.length) yield { bytes: Buffer.concat(held), at: begins, ended: false }
}

/** Stands for the digest of a line that is lost. */
const LOST = 'f'.repeat(32)

interface Read extends Line {
  place: Place
}

/** What has been read so far, and the rules by which lines follow one another. */
class Chain {
  lines: Read[] = []
  gaps: { from: number; to: number }[] = []
  bad = 0
  /** The last line that anything says was acknowledged. */
  sure = 0
  /** The mark before the first line, and the one after what was read last. */
  start: Mark | undefined
  at: Mark | undefined

  /** The digest after a line, as far as anything read says it. */
  private digestAt(seq: number): string | undefined {
    for (const m of [this.start, this.at]) if (m?.seq === seq) return m.digest
    let low = 0,
      high = this.lines.length
    while (low < high) {
      const mid = (low + high) >> 1
      if (this.lines[mid]!.seq < seq) low = mid + 1
      else high = mid
    }
    const found = this.lines[low]
    // The line itself may be missing, and the one after it be there.
    return found?.seq === seq ? found.digest : found?.seq === seq + 1 ? found.before : undefined
  }

  private moveTo({ seq, digest }: Mark): void {
    this.at = { seq, digest }
    this.start ??= this.at
  }

  /** Goes on after a mark: over a gap, or back before lines that were refused when they were written. False where it does not follow. */
  goesOn(after: Mark): boolean {
    if (this.at && after.seq > this.at.seq) this.gaps.push({ from: this.at.seq + 1, to: after.seq })
    else if (this.at) {
      const known = this.digestAt(after.seq)
      if (known !== undefined && known !== after.digest) {
        this.bad++
        return false
      }
      while ((this.lines.at(-1)?.seq ?? 0) > after.seq) this.lines.pop()
      this.gaps = this.gaps.flatMap(g => (g.from > after.seq ? [] : [{ ...g, to: Math.min(g.to, after.seq) }]))
    }
    this.moveTo(after)
    return true
  }

  /** A file's first line: all up to where it goes on was acknowledged. */
  head(after: Mark): void {
    this.goesOn(after)
    this.sure = Math.max(this.sure, after.seq)
  }

  /** A line; one that does not follow on says itself where it goes on, as where a file's first line is damaged. */
  take(line: Read): void {
    const before: Mark = { seq: line.seq - 1, digest: line.before }
    if (this.at?.seq !== before.seq || this.at.digest !== before.digest) if (!this.goesOn(before)) return
    this.lines.push(line)
    this.moveTo(line)
    this.sure = Math.max(this.sure, line.sure)
  }

  /**
   * Takes away what was written after the last flush that anything knows of, from the first line on that is not there: the
   * power went while it was on its way, in whatever order, and nobody was told of it.
   */
  private dropUnsure(): void {
    const first = this.gaps.find(g => g.to > this.sure)
    if (!first) return
    // What was acknowledged is missing all the same.
    const from = Math.max(first.from, this.sure + 1)
    this.gaps = this.gaps.flatMap(g => (g.from >= from ? [] : [{ from: g.from, to: Math.min(g.to, from - 1) }]))
    while ((this.lines.at(-1)?.seq ?? 0) >= from) this.lines.pop()
    const last = this.lines.at(-1) ?? this.start
    this.at = last?.seq === from - 1 ? { seq: last.seq, digest: last.digest } : { seq: from - 1, digest: LOST }
  }

  /** Lines whose acts are there whole, and the mark after them. What is missing of an act inside the journal is a gap. */
  acts(): { whole: Read[]; end: Mark } {
    this.dropUnsure()
    const whole: Read[] = []
    let open: Read[] = []
    const broken = () => {
      if (open.length) this.gaps.push({ from: open[0]!.seq, to: open.at(-1)!.seq })
      open = []
    }
    for (const l of this.lines) {
      const before = open.at(-1)
      if (before && (l.seq !== before.seq + 1 || l.n !== before.n + 1)) broken()
      open.push(l)
      if (l.n < l.of) continue
      if (open[0]!.n === 1) whole.push(...open)
      else broken()
      open = []
    }
    const first = open[0],
      end = this.at ?? BEGINNING
    // Broken off at the very end it was never acknowledged; with a gap behind it, it was.
    if (first && open.at(-1)!.seq === end.seq) return { whole, end: { seq: first.seq - 1, digest: first.before } }
    broken()
    return { whole, end }
  }
}

/** Gaps by their first line, those that touch as one. */
function inOrder(gaps: JournalRead['gaps']): JournalRead['gaps'] {
  const out: JournalRead['gaps'] = []
  for (const g of [...gaps].sort((a, b) => a.from - b.from)) {
    const last = out.at(-1)
    if (last && g.from <= last.to + 1) last.to = Math.max(last.to, g.to)
    else out.push({ ...g })
  }
  return out
}

/**
 * Reads a journal through, in pieces: which lines hold, where each lies, what is missing. Throws NewerWorkshop where a newer
 * program wrote it.
 */
export async function readJournal(disk: Disk, folder: string): Promise<JournalRead> {
  const chain = new Chain(),
    segments: Segment[] = []
  for (const { number, name } of await segmentsIn(disk, folder)) {
    const file = await disk.open(join(folder, name), 'read')
    try {
      let first = true
      for await (const { bytes, at, ended } of linesOf(file)) {
        const head = first ? readHead(bytes) : undefined
        first = false
        if (head) {
          if (head.format > JOURNAL_FORMAT)
            throw new NewerWorkshop(`its journal is of format ${head.format}`, JOURNAL_FORMAT)
          chain.head(head)
          continue
        }
        const line = ended ? readLine(bytes) : undefined
        if (line)
          chain.take({
            ...line,
            place: { file: name, at: at + line.from, length: bytes.length - line.from },
          })
        else chain.bad++
      }
      segments.push({ number, name, last: chain.at?.seq ?? 0, bytes: await file.size() })
    } finally {
      await file.close()
    }
  }
  const { whole, end } = chain.acts()
  return {
    lines: whole.map(({ seq, key, place }) => ({ seq, key, place })),
    start: chain.start ?? BEGINNING,
    end,
    gaps: inOrder(chain.gaps),
    bad: chain.bad,
    segments,
  }
}

/** Reads entries of lines, a file held open while it is asked for. */
export function entryReader(disk: Disk, folder: string) {
  let name: string | undefined, file: DiskFile | undefined
  const close = async () => {
    await file?.close()
    file = undefined
    name = undefined
  }
  return {
    read: async ({ file: wanted, at, length }: Place): Promise<Entry> => {
      if (name !== wanted) {
        await close()
        file = await disk.open(join(folder, wanted), 'read')
        name = wanted
      }
      return entryOf((await readAt(file!, at, length)).toString('utf8'))
    },
    close,
  }
}
