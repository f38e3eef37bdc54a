import type { Database } from '../db/database.ts'
import { attachments, builds, gone, settings, shelf, SHELF_RECORD } from '../db/schema.ts'
import type { Disk } from '../disk/disk.ts'
import { hashOf, type AttachmentFiles, type BytesOf } from './attachmentFiles.ts'
import { copyPieces, type Copy } from './copyFile.ts'
import { keepCopy } from './copies.ts'
import type { Entry } from './entry.ts'
import type { Mark } from './journalLine.ts'
import { markStale } from './marker.ts'
import type { Places } from './places.ts'
import { ATTACHED, attachmentRecord } from './rows.ts'

/** What bringing a copy back would do to a workshop. */
export interface RestorePlan {
  /** Builds that would come, be set to what the copy holds, or be put among the deleted, by name. */
  come: string[]
  change: string[]
  go: string[]
  parts: { come: number; change: number; go: number }
  settings: boolean
  /** Photos and other files that come; nothing of them goes before it is cleared away. */
  attachments: number
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b)

/** What would change if a copy were brought back: told before it is done. */
export async function planRestore(db: Database, copy: Pick<Copy, 'entries'>): Promise<RestorePlan> {
  const have = new Map((await db.select().from(builds)).map(r => [r.id, r])),
    shelved = new Map((await db.select(SHELF_RECORD).from(shelf)).map(r => [r.id, r])),
    [own] = await db.select().from(settings),
    attached = new Set((await db.select({ hash: attachments.hash }).from(attachments)).map(r => r.hash))
  const out: RestorePlan = {
    come: [],
    change: [],
    go: [],
    parts: { come: 0, change: 0, go: 0 },
    settings: false,
    attachments: 0,
  }
  const seen = new Set<string>(),
    parts = new Set<string>()
  for await (const e of copy.entries())
    if (e.kind === 'build') {
      seen.add(e.row.id)
      const was = have.get(e.row.id)
      if (!was || (was.removedAt && !e.row.removedAt)) out.come.push(e.row.name)
      else if (!same(was.document, e.row.document)) out.change.push(e.row.name)
    } else if (e.kind === 'part') {
      parts.add(e.row.id)
      const was = shelved.get(e.row.id)
      if (!was) out.parts.come++
      else if (!same(was.part, e.row.part)) out.parts.change++
    } else if (e.kind === 'attachment') {
      if (!attached.has(e.row.hash)) out.attachments++
    } else if (e.kind === 'settings') out.settings = !own || !same(own.document, e.row.document)
  for (const [id, r] of have) if (!seen.has(id) && !r.removedAt) out.go.push(r.name)
  for (const id of shelved.keys()) if (!parts.has(id)) out.parts.go++
  return out
}

/**
 * The workshop as it is when a copy has been brought back. Builds that the copy lacks are put among the deleted, from where
 * they can be had back; revisions go on, so that no open page takes an older one for its own.
 */
async function* restored(db: Database, copy: Pick<Copy, 'entries'>, at: Date): AsyncGenerator<Entry> {
  const have = new Map((await db.select().from(builds)).map(r => [r.id, r])),
    shelved = new Map(
      (await db.select({ id: shelf.id, revision: shelf.revision }).from(shelf)).map(r => [r.id, r.revision]),
    ),
    left = new Map((await db.select().from(gone)).map(r => [`${r.kind}/${r.id}`, r.revision])),
    files = new Map((await db.select(ATTACHED).from(attachments)).map(a => [a.hash, attachmentRecord(a)])),
    own = new Map((await db.select().from(settings)).map(row => [row.id, row]))
  const goesOn = (revision: number, was: number | undefined) => Math.max(revision, (was ?? 0) + 1)
  for await (const e of copy.entries())
    switch (e.kind) {
      case 'build': {
        const { id, revision } = e.row
        yield {
          ...e,
          row: { ...e.row, revision: goesOn(revision, have.get(id)?.revision ?? left.get(`build/${id}`)) },
        }
        have.delete(id)
        left.delete(`build/${id}`)
        break
      }
      case 'part': {
        const { id, revision } = e.row
        yield { ...e, row: { ...e.row, revision: goesOn(revision, shelved.get(id) ?? left.get(`part/${id}`)) } }
        shelved.delete(id)
        left.delete(`part/${id}`)
        break
      }
      case 'build-gone':
      case 'part-gone': {
        const kind = e.kind === 'build-gone' ? 'build' : 'part',
          key = `${kind}/${e.id}`
        if ((kind === 'build' ? have : shelved).has(e.id)) break
        yield { ...e, revision: Math.max(e.revision, left.get(key) ?? 0) }
        left.delete(key)
        break
      }
      case 'attachment':
        files.delete(e.row.hash)
        yield e
        break
      case 'settings':
        own.delete(e.row.id)
        yield e
        break
      default:
        yield e
    }
  for (const row of own.values()) yield { kind: 'settings', row }
  for (const row of have.values()) yield { kind: 'build', row: { ...row, removedAt: row.removedAt ?? at } }
  for (const [id, revision] of shelved) yield { kind: 'part-gone', id, revision }
  for (const [key, revision] of left) {
    const [kind, id] = key.split('/') as ['build' | 'part', string]
    yield kind === 'build' ? { kind: 'build-gone', id, revision } : { kind: 'part-gone', id, revision }
  }
  // Photos stay: what was put among the deleted speaks of them.
  for (const row of files.values()) yield { kind: 'attachment', row }
}

/**
 * Sets a workshop to what a copy holds, all or nothing: what it is afterwards is written as the newest copy, under another
 * name first, and the database is made from that at the next opening. Until that copy stands, nothing has changed.
 * @param mark the last line of the journal; the new copy overtakes all up to it
 */
export async function restore(
  { disk, places, db, files }: { disk: Disk; places: Places; db: Database; files: AttachmentFiles },
  copy: Pick<Copy, 'entries'>,
  bytesOf: BytesOf,
  mark: Mark,
  at: Date,
): Promise<void> {
  // A line of its own that no journal holds: should this copy be damaged one day, an older one is not taken for whole.
  const journal: Mark = {
    seq: mark.seq + 1,
    digest: hashOf(Buffer.from(`${mark.digest} ${at.toISOString()}`)).slice(0, 32),
  }
  for await (const e of copy.entries())
    if (e.kind === 'attachment') {
      const bytes = await bytesOf(e.row.hash)
      if (bytes) await files.put(e.row.hash, bytes)
    }
  await markStale(disk, places)
  await keepCopy(disk, places.copies, at, copyPieces(restored(db, copy, at), { at, journal }))
}
