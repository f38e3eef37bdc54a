import { existsSync } from 'node:fs'
import { join } from 'node:path'
import express, { type Express } from 'express'
import helmet from 'helmet'
import { buildStore } from './buildStore.ts'
import type { Database } from './db/openDatabase.ts'
import { ApiError, notFound, sendError } from './middleware/apiError.ts'
import { roomToWrite } from './middleware/roomToWrite.ts'
import { ownHost } from './middleware/ownHost.ts'
import { ownOrigin } from './middleware/ownOrigin.ts'
import type { DeviceHub } from './devices/deviceHub.ts'
import { noKeeper, type Keeper } from './keep/keeper.ts'
import { attachmentStore } from './attachmentStore.ts'
import { attachmentRoutes } from './routes/attachments.ts'
import { backupRoutes } from './routes/backup.ts'
import { buildRoutes } from './routes/builds.ts'
import { demoRoutes } from './routes/demo.ts'
import { deviceRoutes } from './routes/devices.ts'
import { settingsRoutes } from './routes/settings.ts'
import { supplierRoutes } from './routes/supplier.ts'
import { shelfRoutes } from './routes/shelf.ts'
import { settingsStore } from './settingsStore.ts'
import { shelfStore } from './shelfStore.ts'

export interface AppOptions {
  db: Database
  /** Folder of the built interface; left out, only the API is served. */
  web?: string
  /** Host names it answers to; `*` for any. */
  hosts: readonly string[]
  /** Folder of the demo workshop's files. */
  demo: string
  devices: DeviceHub
  /** What keeps writes before they are acknowledged; left out, the database alone does. */
  keeper?: Keeper
  /** Folder whose disk has to have room before anything is written; left out, none is asked. */
  data?: string
}

/** The whole HTTP application: JSON under /api, the interface at every other address. */
export function createApp({ db, web, hosts, demo, devices, data, keeper = noKeeper(db) }: AppOptions): Express {
  const { keep } = keeper
  const app = express()
  app.disable('x-powered-by')
  app.use(ownHost(hosts), ownOrigin)
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          'default-src': ["'self'"],
          'script-src': ["'self'"],
          'style-src': ["'self'", "'unsafe-inline'"],
          'img-src': ["'self'", 'data:', 'blob:'],
          'font-src': ["'self'", 'data:'],
          'worker-src': ["'self'", 'blob:'],
          'object-src': ["'none'"],
          'base-uri': ["'self'"],
          'frame-ancestors': ["'none'"],
          'form-action': ["'self'"],
        },
      },
      strictTransportSecurity: false,
    }),
  )
  const api = express.Router()
  api.use(express.json({ limit: '4mb', strict: false }))
  api.get('/health', (_req, res) => {
    res.json({ ok: true })
  })
  api.use(roomToWrite(data))
  const builds = buildStore(db, keep)
  const files = attachmentStore(db, keep, keeper.files)
  api.use('/builds', buildRoutes(builds, files))
  api.use('/attachments', attachmentRoutes(files))
  api.use('/demo', demoRoutes(db, builds, demo, keep))
  api.use('/settings', settingsRoutes(settingsStore(db, keep)))
  api.use('/shelf', shelfRoutes(shelfStore(db, keep)))
  api.use('/backup', backupRoutes(keeper))
  api.use('/devices', deviceRoutes(devices))
  api.use('/supplier', supplierRoutes())
  api.use(notFound)
  app.use('/api', api)
  if (web && existsSync(join(web, 'index.html'))) {
    app.use(
      express.static(web, {
        index: false,
        maxAge: '1h',
        setHeaders: (res, path) => {
          // Which version of the pages is kept in a browser is asked for each time.
          if (path.endsWith('sw.js')) res.setHeader('Cache-Control', 'no-cache')
          if (path.includes('/assets/')) res.setHeader('Cache-Control', 'public, max-age=31536000, immutable')
        },
      }),
    )
    app.get('/{*path}', (req, res, next) => {
      if (/\.\w+$/.test(req.path)) return next(new ApiError(404, 'unknown-address', `Nothing is at ${req.path}.`))
      res.sendFile(join(web, 'index.html'))
    })
  }
  app.use(notFound)
  app.use(sendError)
  return app
}
