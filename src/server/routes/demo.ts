import { Router } from 'express'
import type { BuildStore } from '../buildStore.ts'
import type { Database } from '../db/database.ts'
import type { Keep } from '../keep/keeper.ts'
import { loadDemo, removeDemo } from '../loadDemo.ts'

/** The demo workshop: whether it is here, loaded and removed whole. */
export function demoRoutes(db: Database, store: BuildStore, folder: string, keep: Keep): Router {
  const r = Router()
  const state = async () => ({ builds: (await store.list()).filter(b => b.demo).length })
  r.get('/', async (_req, res) => {
    res.json(await state())
  })
  r.post('/', async (_req, res) => {
    await loadDemo(db, folder, keep)
    res.status(201).json(await state())
  })
  r.delete('/', async (_req, res) => {
    await removeDemo(db, keep)
    res.json(await state())
  })
  return r
}
