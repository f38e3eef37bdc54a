import { Router } from 'express'
import type { Keeper } from '../keep/keeper.ts'
import type { Looks } from '../keep/lookThroughWeekly.ts'
import { ApiError } from '../middleware/apiError.ts'

/**
 * GET /api/safety: when copies were made, when all that is kept was read through and what was found, how the second place
 * stands. POST /api/safety/look: reads all of it through now. Where a database server keeps its own promise there is nothing
 * to tell.
 */
export function safetyRoutes(keeper: Keeper, looks: Looks | undefined): Router {
  const r = Router()
  r.get('/', async (_req, res) => {
    const copies = await keeper.copies(),
      second = looks?.second()
    res.json({
      own: looks !== undefined,
      copies: copies.length,
      newest: copies[0]?.made.toISOString() ?? null,
      looked: (await looks?.last()) ?? null,
      second: second ? { folder: second.folder, at: second.at ?? null, wrong: second.wrong ?? null } : null,
    })
  })
  r.post('/look', async (_req, res) => {
    if (!looks) throw new ApiError(409, 'elsewhere', 'The database server keeps this workshop, and looks after it.')
    res.json(await looks.now())
  })
  return r
}
