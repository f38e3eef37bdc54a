import { sql } from 'drizzle-orm'
import {
  bigint,
  boolean,
  customType,
  integer,
  json,
  pgTable,
  primaryKey,
  text,
  timestamp,
} from 'drizzle-orm/pg-core'
import type { PairedRole } from '../access/roles.ts'
import type { GuestPageKind } from '../../core/handover/guestPages.ts'
import type { Build } from '../../core/document/build.ts'
import type { History } from '../../core/document/history.ts'
import type { WorkshopSettings } from '../../core/document/settings.ts'
import type { Part, Stock } from '../../core/parts/part.ts'
import type { PartKind } from '../../core/parts/partKinds.ts'

/** One instrument a row: the whole document, and the revision it stands at. Kept as json, not jsonb: that keeps the keys in order. */
export const builds = pgTable('builds', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  revision: integer('revision').notNull(),
  document: json('document').$type<Build>().notNull(),
  /** What was done to it and can be taken back: beside the document, not in it. */
  history: json('history').$type<History>(),
  /** Came with the demo workshop, and goes with it. */
  demo: boolean('demo').notNull().default(false),
  archivedAt: timestamp('archived_at', { withTimezone: true }),
  /** Deleted, and to be had back until it is cleared away. */
  removedAt: timestamp('removed_at', { withTimezone: true }),
  /** The request that made it, as its sender named it: the same request again finds it here. */
  madeBy: text('made_by').unique(),
  /** SHA-256 of the document which that request sent: the same name with another document is a mistake. */
  madeOf: text('made_of'),
  updatedAt: timestamp('updated_at', { withTimezone: true }).notNull().defaultNow(),
})

/** What the index of the shelf shows, taken out of each part by the database: thousands are listed without reading one. */
const inPart = {
  kind: sql`(part->>'kind')`,
  name: sql`(part->>'name')`,
  stock: sql`(part->'stock')`,
  donor: sql`(part->>'donor')`,
}

/** Parts on the workshop's shelf, free for any build. */
export const shelf = pgTable('shelf', {
  id: text('id').primaryKey(),
  position: integer('position').notNull(),
  part: json('part').$type<Part>().notNull(),
  demo: boolean('demo').notNull().default(false),
  revision: integer('revision').notNull().default(1),
  kind: text('kind').$type<PartKind>().generatedAlwaysAs(inPart.kind),
  name: text('name').generatedAlwaysAs(inPart.name),
  stock: json('stock').$type<Stock>().generatedAlwaysAs(inPart.stock),
  donor: text('donor').generatedAlwaysAs(inPart.donor),
})
/** A row of the shelf as it is kept and brought back: what the database makes of it is left out. */
export type ShelfRecord = Pick<typeof shelf.$inferSelect, 'id' | 'position' | 'part' | 'demo' | 'revision'>
export const SHELF_RECORD = {
  id: shelf.id,
  position: shelf.position,
  part: shelf.part,
  demo: shelf.demo,
  revision: shelf.revision,
}

const bytes = customType<{ data: Uint8Array; driverData: Uint8Array }>({
  dataType: () => 'bytea',
  // One driver hands out a view of its own memory.
  fromDriver: v => new Uint8Array(v),
  toDriver: v => Buffer.from(v),
})

/** Photos, leaflets, sounds: what builds speak of by the hash of what is in it, so that the same file is here once. */
export const attachments = pgTable('attachments', {
  /** SHA-256 of the bytes, in hexadecimal [published: FIPS 180-4]. */
  hash: text('hash').primaryKey(),
  type: text('type').notNull(),
  size: integer('size').notNull(),
  bytes: bytes('bytes').notNull(),
  addedAt: timestamp('added_at', { withTimezone: true }).notNull().defaultNow(),
  /** Since when no build, no history and no copy has spoken of it, as far as was looked. */
  unnamedSince: timestamp('unnamed_since', { withTimezone: true }),
})

/** What was deleted for good, and the revision at which it stood: the same id used again goes on from there, so that no revision ever names two states. */
export const gone = pgTable(
  'gone',
  {
    kind: text('kind').$type<'build' | 'part'>().notNull(),
    id: text('id').notNull(),
    revision: integer('revision').notNull(),
  },
  t => [primaryKey({ columns: [t.kind, t.id] })],
)

/** The last line of the journal that the tables hold, in one row: written with what it says. */
export const kept = pgTable('kept', {
  id: integer('id').primaryKey(),
  seq: bigint('seq', { mode: 'number' }).notNull(),
})

/** The workshop's settings, in one row. */
export const settings = pgTable('settings', {
  id: text('id').primaryKey(),
  document: json('document').$type<WorkshopSettings>().notNull(),
})

/** Devices that were paired, on a server of its own: they hold at every bench. An embedded workshop keeps them in a file. */
export const paired = pgTable('paired', {
  id: text('id').primaryKey(),
  /** SHA-256 of the secret that the device holds. */
  hash: text('hash').notNull().unique(),
  name: text('name').notNull(),
  role: text('role').$type<PairedRole>().notNull(),
  secure: boolean('secure').notNull(),
  madeAt: timestamp('made_at', { withTimezone: true }).notNull(),
  seenAt: timestamp('seen_at', { withTimezone: true }).notNull(),
})

/** Links for guests, on a server of its own. An embedded workshop keeps them in a file. */
export const guests = pgTable('guests', {
  id: text('id').primaryKey(),
  /** SHA-256 of the link's token. */
  hash: text('hash').notNull().unique(),
  build: text('build').notNull(),
  of: text('of').$type<GuestPageKind>().notNull(),
  madeAt: timestamp('made_at', { withTimezone: true }).notNull(),
  endsAt: timestamp('ends_at', { withTimezone: true }).notNull(),
  /** When it was opened last. */
  seenAt: timestamp('seen_at', { withTimezone: true }),
})
