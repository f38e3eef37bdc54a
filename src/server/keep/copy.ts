import { readFileSync, readdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate'
import { asc } from 'drizzle-orm'
import { readBytes } from '../attachmentStore.ts'
import type { Database } from '../db/openDatabase.ts'
import { attachments, builds, settings, shelf, SHELF_RECORD } from '../db/schema.ts'
import type { AttachmentRecord, Entry } from './journal.ts'
import { hashOf } from './files.ts'
import { writeWhole } from './writeWhole.ts'

/** Copies that are kept of a workshop. */
export const KEPT_COPIES = 14
const FORMAT = 'snugbolt-workshop-copy'
const NAME = /^copy-[\dT-]+Z\.zip$/

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

/** What is known of every attachment, without its bytes. */
const ATTACHED = {
  hash: attachments.hash,
  type: attachments.type,
  size: attachments.size,
  addedAt: attachments.addedAt,
}

/**
 * The whole workshop as a zip of open files: each build's document as it is saved, the shelf, the settings, what is no part
 * of a document, and the attachments.
 * @param bare leaves the attachments' bytes out, for a copy that lies beside them
 */
export async function copyOf(db: Database, at: Date, { bare = false } = {}): Promise<Uint8Array> {
  const [made, parts, [own], attached] = await db.transaction(async tx => [
    await tx.select().from(builds).orderBy(asc(builds.id)),
    await tx.select(SHELF_RECORD).from(shelf).orderBy(asc(shelf.position), asc(shelf.id)),
    await tx.select().from(settings),
    await tx.select(ATTACHED).from(attachments).orderBy(asc(attachments.hash)),
  ])
  const files: Zippable = {}
  const put = (name: string, x: unknown) => {
    files[name] = strToU8(JSON.stringify(x, null, 2) + '\n')
  }
  const records = made.map((r): BuildRecord => ({
    id: r.id,
    revision: r.revision,
    demo: r.demo,
    updatedAt: r.updatedAt.toISOString(),
    archivedAt: r.archivedAt?.toISOString() ?? null,
    removedAt: r.removedAt?.toISOString() ?? null,
  }))
  put('workshop.json', {
    format: FORMAT,
    version: 1,
    at: at.toISOString(),
    builds: records,
    shelf: parts.map(p => ({ id: p.id, position: p.position, demo: p.demo, revision: p.revision })),
    attachments: attached.map((a): AttachmentRecord => ({ ...a, addedAt: a.addedAt.toISOString() })),
  })
  for (const r of made) {
    put(`builds/${r.id}.json`, r.document)
    if (r.history) put(`history/${r.id}.json`, r.history)
  }
  put('shelf.json', { parts: parts.map(p => p.part) })
  if (own) put('settings.json', own.document)
  // Photos are packed as they are.
  if (!bare)
    for (const a of attached) {
      const bytes = await readBytes(db, a.hash)
      if (bytes) files[`attachments/${a.hash}`] = [bytes, { level: 0 }]
    }
  return zipSync(files, { level: 6, mtime: at })
}

/** The rows that a copy holds, as entries, and the attachments that came with it; throws NoCopy where it is none, is damaged, or lacks a file that it names. */
export function entriesIn(bytes: Uint8Array): { at: string; entries: Entry[]; files: Map<string, Uint8Array> } {
  let files: Record<string, Uint8Array>
  try {
    files = unzipSync(bytes)
  } catch {
    throw new NoCopy('it is no zip file, or a damaged one')
  }
  const read = <T>(name: string): T => {
    const f = files[name]
    if (!f) throw new NoCopy(`${name} is missing in it`)
    try {
      return JSON.parse(strFromU8(f)) as T
    } catch {
      throw new NoCopy(`${name} in it is not JSON`)
    }
  }
  const head = read<{
    format?: string
    at: string
    builds: BuildRecord[]
    shelf: { id: string; position: number; demo: boolean; revision?: number }[]
    attachments?: AttachmentRecord[]
  }>('workshop.json')
  if (head.format !== FORMAT) throw new NoCopy('it is no copy of a workshop')
  const entries: Entry[] = head.builds.map(r => {
    const document = read<typeof builds.$inferSelect.document>(`builds/${r.id}.json`)
    return {
      kind: 'build',
      row: {
        id: r.id,
        name: document.name,
        revision: r.revision,
        document,
        history: files[`history/${r.id}.json`] ? read(`history/${r.id}.json`) : null,
        demo: r.demo,
        archivedAt: r.archivedAt === null ? null : new Date(r.archivedAt),
        removedAt: r.removedAt === null ? null : new Date(r.removedAt),
        updatedAt: new Date(r.updatedAt),
      },
    }
  })
  const { parts } = read<{ parts: (typeof shelf.$inferSelect.part)[] }>('shelf.json')
  head.shelf.forEach((s, i) => {
    const part = parts[i]
    if (part?.id !== s.id) throw new NoCopy(`shelf.json lacks the part ${s.id}`)
    entries.push({
      kind: 'part',
      row: {
        id: s.id,
        position: s.position,
        part,
        demo: s.demo,
        ...(s.revision === undefined ? {} : { revision: s.revision }),
      },
    })
  })
  if (files['settings.json'])
    entries.push({ kind: 'settings', row: { id: 'workshop', document: read('settings.json') } })
  const own = new Map<string, Uint8Array>()
  for (const row of head.attachments ?? []) {
    entries.push({ kind: 'attachment', row })
    const held = files[`attachments/${row.hash}`]
    if (held && hashOf(held) !== row.hash) throw new NoCopy(`the attachment ${row.hash} in it is damaged`)
    if (held) own.set(row.hash, held)
  }
  return { at: head.at, entries, files: own }
}

/** Copies in a folder, newest first. */
export function copiesIn(folder: string): string[] {
  try {
    return readdirSync(folder)
      .filter(n => NAME.test(n))
      .sort()
      .reverse()
      .map(n => join(folder, n))
  } catch (e) {
    if ((e as NodeJS.ErrnoException).code === 'ENOENT') return []
    throw e
  }
}

/** When a copy was made, by its name. */
export const madeAt = (file: string): Date => {
  const [, d = '', t = ''] = /copy-(\d{4}-\d\d-\d\d)T(\d\d-\d\d-\d\d)Z/.exec(file) ?? []
  return new Date(`${d}T${t.replaceAll('-', ':')}Z`)
}

/** Keeps a copy in a folder and takes away all but the newest. */
export async function keepCopy(db: Database, folder: string, at: Date): Promise<string> {
  const file = join(folder, `copy-${at.toISOString().slice(0, 19).replaceAll(':', '-')}Z.zip`)
  writeWhole(file, await copyOf(db, at, { bare: true }))
  for (const old of copiesIn(folder).slice(KEPT_COPIES)) rmSync(old)
  return file
}

/** The newest copy that can be read, and those newer ones that cannot, with what is wrong with each. */
export function newestCopy(folder: string): {
  found: { file: string; at: string; entries: Entry[]; files: Map<string, Uint8Array> } | undefined
  damaged: { file: string; why: string }[]
} {
  const damaged: { file: string; why: string }[] = []
  for (const file of copiesIn(folder))
    try {
      return { found: { file, ...entriesIn(readFileSync(file)) }, damaged }
    } catch (e) {
      damaged.push({ file, why: (e as Error).message })
    }
  return { found: undefined, damaged }
}
