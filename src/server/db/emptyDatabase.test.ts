import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { sql } from 'drizzle-orm'
import { afterAll, expect, it } from 'vitest'
import { LONG } from '../../../tests/support/long.ts'
import { emptyDatabase } from './emptyDatabase.ts'
import { openDatabase, packedDatabase } from './openDatabase.ts'

const folder = mkdtempSync(join(tmpdir(), 'snugbolt-empty-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

it.runIf(LONG)(
  'an unpacked database is what a made one is: the same tables, the same steps done, nothing in it',
  async () => {
    const told = async (where: Parameters<typeof openDatabase>[0]) => {
      const { db, close } = await openDatabase(where),
        columns = await db.execute(
          sql`select table_schema, table_name, column_name, data_type, is_nullable, column_default from information_schema.columns where table_schema in ('public', 'drizzle') order by 1, 2, 3`,
        ),
        indexes = await db.execute(sql`select indexdef from pg_indexes where schemaname = 'public' order by 1`),
        steps = await db.execute(sql`select hash, created_at from drizzle.__drizzle_migrations order by 2`),
        rows = await db.execute(sql`select count(*) as n from builds`)
      await close()
      const all = [columns, indexes, steps, rows].map(r => (r as unknown as { rows: unknown[] }).rows)
      expect(all[0]!.length).toBeGreaterThan(20)
      expect(all[3]).toEqual([{ n: 0 }])
      return all
    }
    const unpacked = await told({
      folder: join(folder, 'unpacked'),
      from: emptyDatabase() ?? (await packedDatabase()),
    })
    expect(unpacked).toEqual(await told({ folder: 'memory://made' }))
    // Once it is there it is opened as it lies.
    expect(await told({ folder: join(folder, 'unpacked') })).toEqual(unpacked)
  },
)
