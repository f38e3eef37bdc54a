import { Router } from 'express'
import { readSettings } from '../../core/document/readBuild.ts'
import { ApiError } from '../middleware/apiError.ts'
import type { SettingsStore } from '../settingsStore.ts'

/** GET and PUT /api/settings; `?open=<id>` leaves the open build to save itself, `?all=1` brings every build into line. */
export function settingsRoutes(store: SettingsStore): Router {
  const r = Router()
  r.get('/', async (_req, res) => {
    res.json({ settings: await store.read(), others: await store.others() })
  })
  r.put('/', async (req, res) => {
    if (req.body === undefined) throw new ApiError(415, 'not-json', 'Send the settings as application/json.')
    const read = readSettings(req.body)
    if (!read.ok)
      throw new ApiError(422, 'bad-settings', 'The settings were refused; nothing was changed.', read.problems)
    const open = typeof req.query.open === 'string' ? req.query.open : undefined
    const changed = await store.write(read.settings, open, req.query.all === '1')
    res.json({ settings: read.settings, changed, others: await store.others() })
  })
  return r
}
