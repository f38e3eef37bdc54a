import { join } from 'node:path'
import type { Disk, DiskFile } from '../disk/disk.ts'
import { writeAll } from '../disk/files.ts'
import { keyOf, type Entry } from './entry.ts'
import { writeHead, writeLine, type Mark } from './journalLine.ts'
import { segmentName, segmentsIn, type JournalRead, type Segment } from './readJournal.ts'
import { Unconfirmed } from './trouble.ts'

/** A file of the journal is followed by another when it is this large, bytes. */
export const SEGMENT = 32 * 1024 * 1024

/** An act that stands in the journal: the marks before and after it. */
export interface Receipt {
  before: Mark
  after: Mark
}

interface Waiting {
  entries: readonly Entry[]
  done: (r: Receipt) => void
  failed: (e: unknown) => void
}

/**
 * An append-only journal in numbered files: what `record` resolves for is on the disk. Writers that come while one act is
 * being flushed share the next flush. Every line carries the digest of the one before; a file says after which line it goes
 * on, and whatever older files hold after that line was refused and does not count. So an act is annulled by beginning a
 * file that goes on before it.
 */
export class Journal {
  #file: DiskFile | undefined
  #size = 0
  #number: number
  #mark: Mark
  #segments: Segment[]
  #waiting: Waiting[] = []
  /** Acts that stand in it and of which nobody has said yet whether they came true. */
  readonly #open = new Set<Receipt>()
  #asked = false
  #queue: Promise<unknown> = Promise.resolve()
  #closed = false

  private constructor(
    private readonly disk: Disk,
    private readonly folder: string,
    read: Pick<JournalRead, 'segments'>,
    after: Mark,
    number: number,
    private readonly segment: number,
  ) {
    this.#segments = [...read.segments]
    this.#mark = after
    this.#number = number
  }

  /** Goes on after a mark, in a file of its own: torn lines of older files stay where they are. */
  static async open(
    disk: Disk,
    folder: string,
    read: Pick<JournalRead, 'segments'>,
    after: Mark,
    segment = SEGMENT,
  ): Promise<Journal> {
    await disk.makeFolder(folder)
    const number = (await segmentsIn(disk, folder)).at(-1)?.number ?? 0
    const j = new Journal(disk, folder, read, after, number, segment)
    await j.#begin()
    return j
  }

  /** The last line that is acknowledged. */
  get mark(): Mark {
    return this.#mark
  }

  /** Bytes of all its files. */
  get bytes(): number {
    return this.#segments.reduce((sum, s) => sum + s.bytes, this.#size)
  }

  async #begin(): Promise<void> {
    if (this.#file) {
      const was = this.#file
      this.#file = undefined
      this.#segments.push({
        number: this.#number,
        name: segmentName(this.#number),
        last: this.#mark.seq,
        bytes: this.#size,
      })
      await was.close().catch(() => undefined)
    }
    const head = writeHead(this.#mark),
      file = await this.disk.open(join(this.folder, segmentName(++this.#number)), 'new')
    try {
      await writeAll(file, head, 0)
      await file.flush()
      await this.disk.flushFolder(this.folder)
    } catch (e) {
      await file.close().catch(() => undefined)
      throw e
    }
    this.#file = file
    this.#size = head.length
  }

  /**
   * Resolves when all entries of an act are flushed. Rejects when they cannot be kept: with the disk's own error where it is
   * certain that they are not, with Unconfirmed where it is not. `committed` or `annul` follows.
   */
  record(entries: readonly Entry[]): Promise<Receipt> {
    if (!entries.length) return Promise.resolve({ before: this.#mark, after: this.#mark })
    return new Promise((done, failed) => {
      this.#waiting.push({ entries, done, failed })
      if (this.#asked) return
      this.#asked = true
      void this.#alone(() => this.#flush())
    })
  }

  /** One thing after another: nothing begins a file while lines are written to it. */
  #alone<T>(work: () => Promise<T>): Promise<T> {
    const next = this.#queue.then(work)
    this.#queue = next.catch(() => undefined)
    return next
  }

  /** Writes all that waits; what comes meanwhile asks again. */
  async #flush(): Promise<void> {
    this.#asked = false
    const now = this.#waiting.splice(0)
    let begun = false
    try {
      if (this.#closed) throw new Error('the journal is closed')
      // A file that could not be written is never written to again.
      if (!this.#file || this.#size >= this.segment) await this.#begin()
      const lines: Buffer[] = [],
        receipts: Receipt[] = []
      let mark = this.#mark
      for (const { entries } of now) {
        const before = mark
        entries.forEach((e, i) => {
          const line = writeLine(
            mark,
            { n: i + 1, of: entries.length, sure: this.#mark.seq },
            keyOf(e),
            JSON.stringify(e),
          )
          lines.push(line.bytes)
          mark = line.mark
        })
        receipts.push({ before, after: mark })
      }
      const bytes = Buffer.concat(lines)
      begun = true
      await writeAll(this.#file!, bytes, this.#size)
      await this.#file!.flush()
      this.#size += bytes.length
      this.#mark = mark
      now.forEach((w, i) => {
        this.#open.add(receipts[i]!)
        w.done(receipts[i]!)
      })
    } catch (e) {
      const why = begun ? await this.#refused(e) : e
      for (const w of now) w.failed(why)
    }
  }

  /** What was begun is annulled by a file that goes on before it; only when that is on the disk is the refusal certain. */
  async #refused(e: unknown): Promise<unknown> {
    try {
      await this.#begin()
      return e
    } catch {
      return new Unconfirmed(e)
    }
  }

  /** Says that an act came true: it is never annulled. */
  committed(r: Receipt): void {
    this.#open.delete(r)
  }

  /** Takes an act back that could not be done otherwise. Throws Unconfirmed where that cannot be kept yet. */
  annul(r: Receipt): Promise<void> {
    const { before, after } = r
    return this.#alone(async () => {
      this.#open.delete(r)
      if (after.seq === before.seq) return
      if (this.#mark.seq !== after.seq) throw new Unconfirmed(new Error('another act followed it'))
      this.#mark = before
      try {
        await this.#begin()
      } catch (e) {
        // The next act begins such a file before anything else.
        throw new Unconfirmed(e)
      }
    })
  }

  /** Begins a new file and tells up to where the older ones hold what came true: behind that an act may yet be annulled. */
  turn(): Promise<Mark> {
    return this.#alone(async () => {
      await this.#begin()
      return [...this.#open].reduce((first, { before }) => (before.seq < first.seq ? before : first), this.#mark)
    })
  }

  /** Takes away the files that hold nothing after a line. */
  async cut(seq: number): Promise<void> {
    const [gone, stay] = [this.#segments.filter(s => s.last <= seq), this.#segments.filter(s => s.last > seq)]
    // Oldest first: what is left when it is broken off follows on itself.
    for (const s of gone) {
      await this.disk.remove(join(this.folder, s.name))
      this.#segments = this.#segments.filter(x => x !== s)
    }
    this.#segments = stay
    if (gone.length) await this.disk.flushFolder(this.folder)
  }

  close(): Promise<void> {
    return this.#alone(async () => {
      this.#closed = true
      await this.#file?.close()
      this.#file = undefined
    })
  }
}
