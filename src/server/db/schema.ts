import { boolean, integer, json, pgTable, text, timestamp } from 'drizzle-orm/pg-core'
import type { Build } from '../../core/build/build.ts'
import type { History } from '../../core/build/history.ts'
import type { WorkshopSettings } from '../../core/build/settings.ts'
import type { Part } from '../../core/parts/part.ts'

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
  updatedAt: timestamp('updated_at', { withTimezone: true }).notNull().defaultNow(),
})

/** Parts on the workshop's shelf, free for any build. */
export const shelf = pgTable('shelf', {
  id: text('id').primaryKey(),
  position: integer('position').notNull(),
  part: json('part').$type<Part>().notNull(),
  demo: boolean('demo').notNull().default(false),
})

/** The workshop's settings, in one row. */
export const settings = pgTable('settings', {
  id: text('id').primaryKey(),
  document: json('document').$type<WorkshopSettings>().notNull(),
})
