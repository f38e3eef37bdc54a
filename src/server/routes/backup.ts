import { randomUUID } from 'node:crypto'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { rm } from 'node:fs/promises'
import { formatISO } from 'date-fns'
import { Router } from 'express'
import type { Keeper } from '../keep/keeper.ts'

/**
 * GET /api/backup: the whole workshop as a zip of open files.
 * @param folder where it is put together before it is sent; left out, where the system keeps what is passing
 */
export function backupRoutes(keeper: Keeper, folder = tmpdir()): Router {
  const r = Router()
  r.get('/', async (_req, res) => {
    const file = join(folder, `backup-${randomUUID()}.zip`)
    try {
      await keeper.backup(file)
      await new Promise<void>((done, failed) =>
        res.download(
          file,
          `snugbolt-workshop-${formatISO(new Date(), { representation: 'date' })}.zip`,
          { dotfiles: 'allow' },
          e =>
            // Whoever goes away while it is sent is no failure.
            e && !res.headersSent ? failed(e) : done(),
        ),
      )
    } finally {
      await rm(file, { force: true })
    }
  })
  return r
}
