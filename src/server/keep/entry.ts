import type { builds, gone, settings, ShelfRecord } from '../db/schema.ts'

type BuildRow = typeof builds.$inferSelect
/** What is known of an attachment; its bytes lie in a file of their own. */
export interface AttachmentRecord {
  hash: string
  type: string
  size: number
  addedAt: string
}
type Gone = Pick<typeof gone.$inferSelect, 'id' | 'revision'>

/** What one acknowledged write left: rows as they stand after it, so that writing them again changes nothing. */
export type Entry =
  | { kind: 'build'; row: Omit<BuildRow, 'madeBy' | 'madeOf'> & Partial<Pick<BuildRow, 'madeBy' | 'madeOf'>> }
  | ({ kind: 'build-gone' } & Gone)
  | { kind: 'part'; row: ShelfRecord }
  | ({ kind: 'part-gone' } & Gone)
  | { kind: 'settings'; row: typeof settings.$inferSelect }
  | { kind: 'attachment'; row: AttachmentRecord }
  | { kind: 'attachment-gone'; id: string }

/** The thing that an entry says something of: a later entry of the same thing overtakes it. */
export function keyOf(e: Entry): string {
  switch (e.kind) {
    case 'build':
    case 'part':
      return `${e.kind}/${e.row.id}`
    case 'build-gone':
      return `build/${e.id}`
    case 'part-gone':
      return `part/${e.id}`
    case 'settings':
      return `settings/${e.row.id}`
    case 'attachment':
      return `attachment/${e.row.hash}`
    case 'attachment-gone':
      return `attachment/${e.id}`
  }
}

const KINDS = new Set<string>([
  'build',
  'build-gone',
  'part',
  'part-gone',
  'settings',
  'attachment',
  'attachment-gone',
] satisfies Entry['kind'][])

/** The entry that a line holds; throws where it is none that this program knows. */
export function entryOf(text: string): Entry {
  const e = JSON.parse(text) as Entry
  if (!KINDS.has(e.kind)) throw new Error(`“${String(e.kind).slice(0, 40)}” is nothing that this program keeps`)
  if (e.kind !== 'build') return e
  const time = (v: Date | null) => (v === null ? null : new Date(v))
  const { archivedAt, removedAt, updatedAt } = e.row
  return {
    ...e,
    row: { ...e.row, archivedAt: time(archivedAt), removedAt: time(removedAt), updatedAt: new Date(updatedAt) },
  }
}
