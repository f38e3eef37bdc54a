import { Router } from 'express'
import type { Keeper } from '../keep/keeper.ts'

/** GET /api/backup: the whole workshop as a zip of open files. */
export function backupRoutes(keeper: Keeper): Router {
  const r = Router()
  r.get('/', async (_req, res) => {
    const bytes = await keeper.copy()
    res
      .type('application/zip')
      .attachment(`snugbolt-workshop-${new Date().toISOString().slice(0, 10)}.zip`)
      .send(Buffer.from(bytes))
  })
  return r
}
