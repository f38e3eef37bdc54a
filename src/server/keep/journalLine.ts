import { createHash } from 'node:crypto'

/** The journal's format; one that a newer program wrote is left alone. */
export const JOURNAL_FORMAT = 2

/** A place in the journal: how many lines there are up to it, and the digest that binds all of them. */
export interface Mark {
  seq: number
  digest: string
}
/** Before the first line. */
export const BEGINNING: Mark = { seq: 0, digest: '0'.repeat(32) }

/** What a line says of itself. */
export interface Line extends Mark {
  /** Which line of its act it is, from 1, and how many there are: an act is played whole or not at all. */
  n: number
  of: number
  /** The last line that was flushed when this one was written: all up to it were acknowledged. */
  sure: number
  /** Digest of the line before it. */
  before: string
  /** What it is about, as `keyOf` says it. */
  key: string
  /** Where in the line its entry begins, bytes. */
  from: number
}

/** Half of a SHA-256 [published: FIPS 180-4]: enough that no damage passes and no line passes for another. */
const digestOf = (...pieces: (string | Uint8Array)[]): string => {
  const h = createHash('sha256')
  for (const p of pieces) h.update(p)
  return h.digest('hex').slice(0, 32)
}

/**
 * A line of the journal, with its line end, and the mark after it: its number, which line of how many of its act it is, the
 * last line that was flushed, the digest of the line before, its own digest over all of these, what it is about, and its
 * entry as JSON.
 */
export function writeLine(
  after: Mark,
  { n, of, sure }: Pick<Line, 'n' | 'of' | 'sure'>,
  key: string,
  json: string,
): { bytes: Buffer; mark: Mark } {
  const seq = after.seq + 1,
    digest = digestOf(`${seq} ${n}/${of} ${sure} ${after.digest} ${key} `, json)
  return {
    bytes: Buffer.from(`${seq} ${n}/${of} ${sure} ${after.digest} ${digest} ${key} ${json}\n`),
    mark: { seq, digest },
  }
}

/** The longest head of a line, bytes: numbers, two digests, and a key. */
const HEAD = 240
const LINE = /^(\d{1,15}) (\d{1,9})\/(\d{1,9}) (\d{1,15}) ([0-9a-f]{32}) ([0-9a-f]{32}) ([a-z]+\/[a-z0-9-]{1,64}) /

/** What a line says, without its line end; undefined where it is torn or was changed. */
export function readLine(bytes: Buffer): Line | undefined {
  const m = LINE.exec(bytes.toString('latin1', 0, HEAD))
  if (!m) return undefined
  const [head, seq, n, of, sure, before, digest, key] = m as unknown as [
    string,
    string,
    string,
    string,
    string,
    string,
    string,
    string,
  ]
  if (digestOf(`${seq} ${n}/${of} ${sure} ${before} ${key} `, bytes.subarray(head.length)) !== digest)
    return undefined
  return {
    seq: Number(seq),
    n: Number(n),
    of: Number(of),
    sure: Number(sure),
    before,
    digest,
    key,
    from: head.length,
  }
}

/** The first line of a file of the journal: its format, and after which line it goes on. */
export const writeHead = ({ seq, digest }: Mark, format = JOURNAL_FORMAT): Buffer => {
  const text = `snugbolt-journal ${format} ${seq} ${digest}`
  return Buffer.from(`${text} ${digestOf(text)}\n`)
}

const FIRST = /^(snugbolt-journal (\d{1,6}) (\d{1,15}) ([0-9a-f]{32})) ([0-9a-f]{32})$/

/** What a file's first line says; undefined where it is no such line, or a damaged one. */
export function readHead(bytes: Buffer): (Mark & { format: number }) | undefined {
  const m = FIRST.exec(bytes.toString('latin1', 0, HEAD))
  if (!m) return undefined
  const [, text, format, seq, digest, own] = m as unknown as [string, string, string, string, string, string]
  return digestOf(text) === own ? { format: Number(format), seq: Number(seq), digest } : undefined
}
