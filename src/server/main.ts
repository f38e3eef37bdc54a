import { createServer } from 'node:http'
import { join } from 'node:path'
import { createApp } from './app.ts'
import { clearAwayDaily } from './clearAway.ts'
import { deviceKey } from './devices/deviceKey.ts'
import { DeviceHub } from './devices/deviceHub.ts'
import { copyApart } from './jobs/copyApart.ts'
import { pool } from './jobs/pool.ts'
import { lookThroughWeekly } from './keep/lookThroughWeekly.ts'
import { loadDemo } from './loadDemo.ts'
import { placesIn } from './keep/places.ts'
import { watch } from './keep/watchdog.ts'
import { inPlainWords, lockFolder } from './lockFolder.ts'
import { openServer } from './openServer.ts'
import { openWorkshop } from './openWorkshop.ts'
import { makeEmpty, prepareApart, prepareNew } from './prepareFolder.ts'
import { projectRoot } from './projectRoot.ts'

const root = projectRoot()
const data = process.env.SNUGBOLT_DATA ?? join(root, 'data')
const host = process.env.HOST ?? '127.0.0.1'
const port = Number(process.env.PORT ?? 4180)
/** Devices connect beside the pages' port; 0 takes any free one, as a page can be asked for it. */
const devicePort = Number(process.env.DEVICE_PORT ?? (port ? port + 1 : 0))
const demo = process.argv.includes('--demo')
const LOOPBACK = ['127.0.0.1', 'localhost', '[::1]', '::1']

/** How long a request may take to come, its head and all of it, ms: one that trickles is ended [our choice]. */
const PATIENCE = {
  headersTimeout: 15_000,
  requestTimeout: 180_000,
  connectionsCheckingInterval: 3_000,
  keepAliveTimeout: 30_000,
}

/** Opens the data, with the demo workshop if asked and the folder is new, and serves until it is told to stop. */
async function serve(): Promise<void> {
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new Error(`PORT is ${process.env.PORT}; it must be a whole number from 0 to 65535`)
  if (!Number.isInteger(devicePort) || devicePort < 0 || devicePort > 65535)
    throw new Error(`DEVICE_PORT is ${process.env.DEVICE_PORT}; it must be a whole number from 0 to 65535`)
  const named = process.env.HOSTS?.split(',').filter(Boolean)
  if (!LOOPBACK.includes(host) && !named?.length)
    throw new Error(
      `HOST is ${host}: others can reach it. Say by which names, so that no foreign page can: HOSTS=bench.local,192.168.1.20 (or HOSTS=* where you know what you do)`,
    )
  const hosts = named?.length ? named : LOOPBACK
  const url = process.env.DATABASE_URL,
    tell = (t: string) => console.error(t)
  const unlock = url ? () => undefined : await lockFolder(data)
  const copies = copyApart(data),
    open = url
      ? await openServer(url, tell)
      : await openWorkshop(data, { tell, prepare: prepareApart, makeCopy: copies.make })
  const { db, keeper } = open
  if (demo && open.fresh) await open.alone(() => loadDemo(db, join(root, 'demo'), keeper.keep))
  if (!url) watch()
  const devices = new DeviceHub(url ? process.env.DEVICE_KEY : deviceKey(placesIn(data).deviceKey, true))
  if ((await devices.listen(devicePort)) === undefined)
    console.error(
      `Devices cannot connect: port ${devicePort} is taken. Start with another: DEVICE_PORT=${devicePort + 1}`,
    )
  const heavy = pool(),
    app = createApp({
      db,
      web: join(root, 'dist/web'),
      hosts,
      demo: join(root, 'demo'),
      devices,
      keeper,
      work: heavy.work,
      ...(url ? {} : { data, looks: lookThroughWeekly(data, copies.work, tell) }),
    }),
    server = createServer(PATIENCE, app).listen(port, host)
  server.on('error', (e: NodeJS.ErrnoException) => {
    unlock()
    console.error(
      e.code === 'EADDRINUSE'
        ? `Port ${port} is taken. Start with another: PORT=${port + 1} npm run demo`
        : `Cannot listen: ${e.message}`,
    )
    process.exit(1)
  })
  server.on('listening', () => {
    const a = server.address()
    console.log(`Snug Bolt is open at http://${host}:${typeof a === 'object' && a ? a.port : port}/`)
  })
  const clearing = clearAwayDaily(open, tell)
  const stop = () => {
    clearing.stop()
    devices.close()
    server.closeAllConnections()
    server.close(
      () =>
        void Promise.all([copies.close(), heavy.close()])
          .then(() => open.close())
          .catch((e: unknown) => tell(`The workshop was not closed well: ${(e as Error).message}`))
          .finally(() => {
            unlock()
            process.exit(0)
          }),
    )
  }
  process.on('SIGINT', stop)
  process.on('SIGTERM', stop)
}

const work = process.argv.includes('--make-empty')
  ? makeEmpty()
  : process.argv.includes('--prepare')
    ? prepareNew(data)
    : serve()
work.catch((e: unknown) => {
  const said = inPlainWords(data, e)
  console.error(said instanceof Error ? said.message : said)
  process.exit(1)
})
