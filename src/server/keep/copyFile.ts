import { createHash } from 'node:crypto'
import { readBuild, readPart, readSettings } from '../../core/document/readBuild.ts'
import type { Build } from '../../core/document/build.ts'
import type { History } from '../../core/document/history.ts'
import type { WorkshopSettings } from '../../core/document/settings.ts'
import type { Part } from '../../core/parts/part.ts'
import { BadZip, unpack, type Unpacked, type UnpackLimits } from '../zip/unpack.ts'
import { pack, type ZipItem } from '../zip/pack.ts'
import type { AttachmentRecord, Entry } from './entry.ts'
import type { Mark } from './journalLine.ts'

const FORMAT = 'snugbolt-workshop-copy'
/** 1 had no digests and no place in the journal. */
export const COPY_VERSION = 2

/** A copy of a workshop is a file as large as the workshop: only what no workshop can be is refused. */
const LIMITS: UnpackLimits = {
  entries: 200_000,
  one: 1024 * 1024 * 1024,
  all: 32 * 1024 * 1024 * 1024,
  ratio: 1100,
}

/** A file that is no copy of a workshop, or is damaged. */
export class NoCopy extends Error {}

/** What of a build is no part of its document. */
interface BuildRecord {
  id: string
  revision: number
  demo: boolean
  updatedAt: string
  archivedAt: string | null
  removedAt: string | null
}
type GoneRecord = Extract<Entry, { kind: 'build-gone' | 'part-gone' }>

/** What a copy says of itself and of what is in no document. */
interface Head {
  format: string
  version: number
  at: string
  /** The place in the journal up to which it holds everything. */
  journal?: Mark
  builds: BuildRecord[]
  shelf: { id: string; position: number; demo: boolean; revision?: number }[]
  /** Revisions of what was deleted for good: the same id begun anew goes on from there. */
  gone?: GoneRecord[]
  attachments?: AttachmentRecord[]
  /** Those that a build or its history speaks of. */
  named?: string[]
}

const HASH = /\b[0-9a-f]{64}\b/g
/** Hashes of attachments that a text speaks of. */
export const hashesIn = (text: string): string[] => text.match(HASH) ?? []

const sha = (bytes: Uint8Array | string): string => createHash('sha256').update(bytes).digest('hex')
const HEAD = 'workshop.json',
  DIGESTS = 'digests.json',
  SHELF = 'shelf.json',
  SETTINGS = 'settings.json'
const buildFile = (id: string) => `builds/${id}.json`
const historyFile = (id: string) => `history/${id}.json`
const attachmentFile = (hash: string) => `attachments/${hash}`

/**
 * A workshop as a zip of open files, in pieces: each build's document as it is saved, the shelf, the settings, what is no
 * part of a document, the attachments where `bytesOf` gives them, and last the digest of every file.
 */
export async function* copyPieces(
  entries: AsyncIterable<Entry>,
  { at, journal }: { at: Date; journal: Mark },
  bytesOf?: (hash: string) => Promise<Uint8Array | undefined>,
): AsyncGenerator<Uint8Array> {
  yield* pack(copyItems(entries, at, journal, bytesOf), at)
}

async function* copyItems(
  entries: AsyncIterable<Entry>,
  at: Date,
  journal: Mark,
  bytesOf: ((hash: string) => Promise<Uint8Array | undefined>) | undefined,
): AsyncGenerator<ZipItem> {
  const digests: Record<string, string> = {},
    builds: BuildRecord[] = [],
    gone: GoneRecord[] = [],
    attached: AttachmentRecord[] = [],
    named = new Set<string>()
  let parts: { head: Head['shelf'][number]; part: Part }[] = []
  const item = (name: string, x: unknown): ZipItem => {
    const bytes = Buffer.from(JSON.stringify(x, null, 2) + '\n')
    digests[name] = sha(bytes)
    return { name, bytes }
  }
  const speaksOf = (text: string) => {
    for (const h of hashesIn(text)) named.add(h)
  }
  for await (const e of entries)
    switch (e.kind) {
      case 'build': {
        const { id, revision, demo, updatedAt, archivedAt, removedAt, document, history } = e.row
        builds.push({
          id,
          revision,
          demo,
          updatedAt: updatedAt.toISOString(),
          archivedAt: archivedAt?.toISOString() ?? null,
          removedAt: removedAt?.toISOString() ?? null,
        })
        const file = item(buildFile(id), document)
        speaksOf(file.bytes.toString())
        yield file
        if (!history) break
        const past = item(historyFile(id), history)
        speaksOf(past.bytes.toString())
        yield past
        break
      }
      case 'part': {
        const { id, position, demo, revision, part } = e.row
        parts.push({ head: { id, position, demo, revision }, part })
        break
      }
      case 'settings':
        yield item(SETTINGS, e.row.document)
        break
      case 'attachment':
        attached.push(e.row)
        break
      case 'build-gone':
      case 'part-gone':
        gone.push({ kind: e.kind, id: e.id, revision: e.revision })
    }
  const byId = (a: { id: string }, b: { id: string }) => (a.id < b.id ? -1 : 1)
  parts = parts.sort((a, b) => a.head.position - b.head.position || byId(a.head, b.head))
  yield item(SHELF, { parts: parts.map(p => p.part) })
  for (const { hash } of attached) {
    const bytes = await bytesOf?.(hash)
    if (!bytes) continue
    digests[attachmentFile(hash)] = hash
    yield { name: attachmentFile(hash), bytes, packed: true }
  }
  yield item(HEAD, {
    format: FORMAT,
    version: COPY_VERSION,
    at: at.toISOString(),
    journal,
    builds: builds.sort(byId),
    shelf: parts.map(p => p.head),
    gone: gone.sort(byId),
    attachments: attached.sort((a, b) => (a.hash < b.hash ? -1 : 1)),
    named: [...named].sort(),
  } satisfies Head)
  yield { name: DIGESTS, bytes: Buffer.from(JSON.stringify(digests, null, 2) + '\n') }
}

/** A copy that has been looked at. */
export interface Copy {
  at: string
  version: number
  /** The place in the journal up to which it holds everything; none in an old copy. */
  journal: Mark | undefined
  /** Attachments that builds and histories in it speak of. */
  named: readonly string[]
  /** What it holds, one after another. */
  entries: () => AsyncGenerator<Entry>
  /** The bytes of an attachment that came with it. */
  bytesOf: (hash: string) => Promise<Uint8Array | undefined>
  /** Reads everything in it through; throws NoCopy where anything is damaged. */
  prove: () => Promise<void>
  close: () => void
}

/**
 * Opens a copy, from its bytes or a file's path. Throws NoCopy where it is none, is damaged, or a newer program made it.
 * @param strict whether every document is read as this program reads what others bring: for one that comes from elsewhere
 */
export async function openCopy(from: Buffer | string, { strict = false } = {}): Promise<Copy> {
  const refuse = (e: unknown): never => {
    throw e instanceof BadZip ? new NoCopy(e.message) : e
  }
  const zip = await unpack(from, LIMITS).catch(refuse)
  try {
    const text = (name: string) => zip.read(name).catch(refuse),
      json = async <T>(name: string): Promise<T> => {
        const bytes = await text(name)
        try {
          return JSON.parse(bytes.toString('utf8')) as T
        } catch {
          throw new NoCopy(`${name} in it is not JSON`)
        }
      }
    const head = await json<Head>(HEAD)
    if (head.format !== FORMAT) throw new NoCopy('it is no copy of a workshop')
    const version = head.version ?? 1
    if (version > COPY_VERSION)
      throw new NoCopy(
        `a newer version of this program made it (format ${version}; this one reads up to ${COPY_VERSION})`,
      )
    const digests = version >= 2 ? await json<Record<string, string>>(DIGESTS) : undefined
    if (digests && digests[HEAD] !== sha(await text(HEAD)))
      throw new NoCopy(`${HEAD} in it was changed since it was made`)
    return contents(zip, head, version, digests, strict)
  } catch (e) {
    zip.close()
    throw e
  }
}

function contents(
  zip: Unpacked,
  head: Head,
  version: number,
  digests: Record<string, string> | undefined,
  strict: boolean,
): Copy {
  /** A file's bytes, as they were when the copy was made. */
  const proven = async (name: string): Promise<Buffer> => {
    const bytes = await zip.read(name).catch((e: unknown) => {
      throw e instanceof BadZip ? new NoCopy(e.message) : e
    })
    if (digests && digests[name] !== sha(bytes))
      throw new NoCopy(
        digests[name] === undefined
          ? `${name} does not belong in it`
          : `${name} in it was changed since it was made`,
      )
    return bytes
  }
  const json = async <T>(name: string): Promise<T> => {
    const bytes = await proven(name)
    try {
      return JSON.parse(bytes.toString('utf8')) as T
    } catch {
      throw new NoCopy(`${name} in it is not JSON`)
    }
  }
  // What has no digest is at least what this program would take from anybody.
  const reading = strict || !digests
  const read = <T>(
    name: string,
    r: { ok: true; value: T } | { ok: false; problems: { path: string; reason: string }[] },
  ): T => {
    if (r.ok) return r.value
    throw new NoCopy(`${name} in it cannot be used: ${r.problems[0]!.path} ${r.problems[0]!.reason}`)
  }
  async function* entries(): AsyncGenerator<Entry> {
    if (!Array.isArray(head.builds) || !Array.isArray(head.shelf)) throw new NoCopy(`${HEAD} in it is incomplete`)
    for (const r of head.builds) {
      const name = buildFile(r.id),
        raw = await json<Build>(name),
        as = reading ? readBuild(raw) : { ok: true as const, build: raw },
        document = read(name, as.ok ? { ok: true, value: as.build } : as)
      if (document.id !== r.id) throw new NoCopy(`${name} in it is another build`)
      yield {
        kind: 'build',
        row: {
          id: r.id,
          name: document.name,
          revision: r.revision,
          document,
          history: zip.has(historyFile(r.id)) ? await json<History>(historyFile(r.id)) : null,
          demo: r.demo,
          archivedAt: r.archivedAt === null ? null : new Date(r.archivedAt),
          removedAt: r.removedAt === null ? null : new Date(r.removedAt),
          updatedAt: new Date(r.updatedAt),
        },
      }
    }
    const { parts } = await json<{ parts: Part[] }>(SHELF)
    for (const [i, s] of head.shelf.entries()) {
      const raw = parts[i]
      if (raw?.id !== s.id) throw new NoCopy(`${SHELF} lacks the part ${s.id}`)
      const as = reading ? readPart(raw) : { ok: true as const, part: raw },
        part = read(SHELF, as.ok ? { ok: true, value: as.part } : as)
      yield {
        kind: 'part',
        row: { id: s.id, position: s.position, part, demo: s.demo, revision: s.revision ?? 1 },
      }
    }
    if (zip.has(SETTINGS)) {
      const raw = await json<WorkshopSettings>(SETTINGS),
        as = reading ? readSettings(raw) : { ok: true as const, settings: raw }
      yield {
        kind: 'settings',
        row: { id: 'workshop', document: read(SETTINGS, as.ok ? { ok: true, value: as.settings } : as) },
      }
    }
    for (const row of head.attachments ?? []) yield { kind: 'attachment', row }
    yield* head.gone ?? []
  }
  const bytesOf = async (hash: string): Promise<Uint8Array | undefined> => {
    const name = attachmentFile(hash)
    if (!zip.has(name)) return undefined
    const bytes = await proven(name)
    if (sha(bytes) !== hash) throw new NoCopy(`the attachment ${hash} in it is damaged`)
    return bytes
  }
  return {
    at: head.at,
    version,
    journal: head.journal,
    named: head.named ?? (head.attachments ?? []).map(a => a.hash),
    entries,
    bytesOf,
    prove: async () => {
      for (const name of Object.keys(digests ?? {}))
        if (!zip.has(name)) throw new NoCopy(`${name} is missing in it`)
      for await (const e of entries()) void e
      const rest = zip.names.filter(n => n.startsWith('attachments/'))
      for (const n of rest) await bytesOf(n.slice('attachments/'.length))
      // What no entry led to is looked at as well.
      for (const n of zip.names)
        if (digests && n !== DIGESTS && digests[n] === undefined) throw new NoCopy(`${n} does not belong in it`)
    },
    close: zip.close,
  }
}
