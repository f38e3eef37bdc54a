import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { IncomingMessage } from 'node:http'
import express, { type Express, type Router } from 'express'
import helmet from 'helmet'
import { buildStore } from './buildStore.ts'
import type { Database } from './db/database.ts'
import { answers } from './db/openDatabase.ts'
import { ApiError, notFound, sendError } from './middleware/apiError.ts'
import { LARGEST_BODY, LARGEST_SAVE } from './limits.ts'
import { lookAtLetters, readableBody } from './middleware/readableBody.ts'
import { roomToWrite } from './middleware/roomToWrite.ts'
import { withinTime } from './middleware/withinTime.ts'
import { ownHost } from './middleware/ownHost.ts'
import { ownOrigin } from './middleware/ownOrigin.ts'
import type { DeviceHub } from './devices/deviceHub.ts'
import type { Do } from './jobs/pool.ts'
import type { Looks } from './keep/lookThroughWeekly.ts'
import type { Keeper } from './keep/keeper.ts'
import type { Access } from './access/access.ts'
import { isMachineItself, isSecure, onlyWhoMay, whoAsks } from './access/who.ts'
import { attachmentStore } from './attachmentStore.ts'
import { accessRoutes } from './routes/access.ts'
import { attachmentRoutes } from './routes/attachments.ts'
import { backupRoutes } from './routes/backup.ts'
import { buildRoutes } from './routes/builds.ts'
import { guestLinkRoutes, guestRoutes } from './routes/guest.ts'
import { demoRoutes } from './routes/demo.ts'
import { deviceRoutes } from './routes/devices.ts'
import type { Sharing } from './network/sharing.ts'
import type { LiveHub } from './live/liveHub.ts'
import { liveRoutes } from './routes/live.ts'
import { networkRoutes } from './routes/network.ts'
import { safetyRoutes } from './routes/safety.ts'
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
  /** Who is let in. */
  access: Access
  /** Whether others on the network reach it. */
  sharing: Sharing
  /** Tells pages what is done elsewhere. */
  live: LiveHub
  /** What keeps writes before they are acknowledged. */
  keeper: Keeper
  /** Does heavy work elsewhere than in this thread. */
  work: Do
  /** How safe it is; left out where a server keeps its own promise. */
  looks?: Looks
  /** Folder whose disk has to have room before anything is written; left out, none is asked. */
  data?: string
}

/** How long the store may take to say that it is there, ms. */
const READY_WITHIN = 2_500

/** The routers under /api, each with where it stands. */
function apiRouters({
  db,
  demo,
  devices,
  access,
  sharing,
  live,
  keeper,
  work,
  looks,
}: AppOptions): [string, Router][] {
  const { keep } = keeper,
    builds = buildStore(db, keep),
    files = attachmentStore(db, keep, keeper.files)
  return [
    [
      '/access',
      accessRoutes(
        access,
        () => sharing.state.sharing,
        () => live.changed([{ kind: 'pairings' }]),
      ),
    ],
    ['/network', networkRoutes(sharing)],
    ['/live', liveRoutes(live)],
    ['/guest', guestRoutes(builds, files, work)],
    ['/guest-links', guestLinkRoutes(access?.guests, builds)],
    ['/builds', buildRoutes(builds, files, work)],
    ['/attachments', attachmentRoutes(files)],
    ['/demo', demoRoutes(db, builds, demo, keep)],
    ['/settings', settingsRoutes(settingsStore(db, keep))],
    ['/shelf', shelfRoutes(shelfStore(db, keep))],
    ['/safety', safetyRoutes(keeper, looks)],
    ['/devices', deviceRoutes(devices)],
    ['/supplier', supplierRoutes()],
  ]
}

/** A route of the API: a method and an address, its parameters named as Express names them. */
export interface ApiRoute {
  method: string
  path: string
}

/** Every route that the API has, read off the routers themselves. */
export const apiRoutes = (options: AppOptions): ApiRoute[] => [
  ...['/health', '/ready', '/backup'].map(path => ({ method: 'GET', path })),
  ...apiRouters(options).flatMap(([at, router]) =>
    router.stack.flatMap(({ route }) =>
      route
        ? [...new Set(route.stack.map(l => l.method))].map(method => ({
            method: method.toUpperCase(),
            path: `${at}${String(route.path)}`.replace(/\/$/, ''),
          }))
        : [],
    ),
  ),
]

/** The whole HTTP application: JSON under /api, the interface at every other address. */
export function createApp(options: AppOptions): Express {
  const { db, web, hosts, data, keeper } = options
  const app = express()
  app.disable('x-powered-by')
  app.use(
    ownHost(() => [...hosts, ...options.sharing.names]),
    ownOrigin,
  )
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
      crossOriginOpenerPolicy: false,
    }),
  )
  // Browsers take this from no other address, and say so in their console.
  app.use((req, res, next) => {
    if (isSecure(req) || isMachineItself(req)) res.setHeader('Cross-Origin-Opener-Policy', 'same-origin')
    next()
  })
  const api = express.Router(),
    index = web && join(web, 'index.html'),
    // The file that every page begins with: another version has another.
    first =
      index && existsSync(index)
        ? /<script type="module"[^>]* src="([^"]+)"/.exec(readFileSync(index, 'utf8'))?.[1]
        : undefined
  // Nothing of a body is read before it is known who sends it.
  api.use(whoAsks(options.access), onlyWhoMay)
  // A build as it is saved may be larger than anything else.
  const isBuild = (req: IncomingMessage) => /^\/builds\b/.test((req as express.Request).path)
  for (const [limit, is] of [
    [LARGEST_SAVE, isBuild],
    [LARGEST_BODY, (req: IncomingMessage) => !isBuild(req)],
  ] as const)
    api.use(
      express.json({
        limit,
        strict: false,
        type: req => is(req) && /^application\/json\b/.test(req.headers['content-type'] ?? ''),
        verify: lookAtLetters,
      }),
    )
  api.use(readableBody)
  // Whether the process runs, and which version of the pages it has; whether it can do its work is another question.
  api.get('/health', (_req, res) => {
    res.setHeader('Cache-Control', 'no-store')
    res.json({ ok: true, ...(first ? { page: first } : {}) })
  })
  api.get('/ready', async (_req, res) => {
    const answered = await Promise.race([
      answers(db),
      new Promise<false>(done => setTimeout(() => done(false), READY_WITHIN).unref()),
    ])
    res.status(answered ? 200 : 503).json({ ready: answered })
  })
  api.use(withinTime(['/backup', '/safety/look']))
  api.use('/backup', backupRoutes(keeper, data))
  api.use(roomToWrite(data))
  for (const [path, router] of apiRouters(options)) api.use(path, router)
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
