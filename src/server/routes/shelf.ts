import { Router } from 'express'
import { readPart } from '../../core/build/readBuild.ts'
import { ApiError } from '../middleware/apiError.ts'
import type { ShelfStore } from '../shelfStore.ts'

export function shelfRoutes(store: ShelfStore): Router {
  const r = Router()
  r.get('/', async (_req, res) => { res.json(await store.list()) })
  r.put('/:id', async (req, res) => {
    if (req.body === undefined) throw new ApiError(415, 'not-json', 'Send a part as application/json.')
    const read = readPart(req.body)
    if (!read.ok) throw new ApiError(422, 'bad-part', 'The part was refused; nothing was changed.', read.problems)
    if (read.part.id !== req.params.id) throw new ApiError(422, 'bad-part', 'The part’s id is another than the address’s.', [{ path: 'id', reason: `must be “${req.params.id}”` }])
    await store.put(read.part)
    res.json(read.part)
  })
  r.delete('/:id', async (req, res) => {
    if (!(await store.remove(String(req.params.id)))) throw new ApiError(404, 'unknown-part', `There is no part “${String(req.params.id).slice(0, 60)}” on the shelf.`)
    res.status(204).end()
  })
  return r
}
