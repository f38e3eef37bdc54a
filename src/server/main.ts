import { join } from 'node:path'
import { attachmentStore } from './attachmentStore.ts'
import { buildStore } from './buildStore.ts'
import { createApp } from './app.ts'
import { DeviceHub } from './devices/deviceHub.ts'
import { openDatabase } from './db/openDatabase.ts'
import { loadDemo } from './loadDemo.ts'
import { noKeeper, openKeeper } from './keep/keeper.ts'
import { damaged, doesNotOpen, examine, mark } from './keep/workshopFolder.ts'
import { watch } from './keep/watchdog.ts'
import { lockFolder } from './lockFolder.ts'
import { databaseFolder, makeEmpty, prepareFolder, prepareNew } from './prepareFolder.ts'
import { projectRoot } from './projectRoot.ts'

const root = projectRoot()
const data = process.env.SNUGBOLT_DATA ?? join(root, 'data')
const host = process.env.HOST ?? '127.0.0.1'
const port = Number(process.env.PORT ?? 4180)
/** Devices connect beside the pages' port; 0 takes any free one, as a page can be asked for it. */
const devicePort = Number(process.env.DEVICE_PORT ?? (port ? port + 1 : 0))
const demo = process.argv.includes('--demo')
const LOOPBACK = ['127.0.0.1', 'localhost', '[::1]', '::1']

/** Days for which a deleted build can be had back. */
const KEPT_DAYS = 30

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
  const url = process.env.DATABASE_URL
  const unlock = url ? () => undefined : lockFolder(data)
  if (!url) {
    examine(data)
    prepareFolder(data, demo)
  }
  const database = await openDatabase(url ? { url } : { folder: databaseFolder(data) }, t =>
    console.error(t),
  ).catch((e: unknown) => {
    if (url) throw e
    throw damaged(data, doesNotOpen(e))
  })
  const keeper = url ? noKeeper(database.db) : await openKeeper(database.db, data, t => console.error(t))
  if (!url) mark(data)
  await buildStore(database.db, keeper.keep).clearAway(new Date(Date.now() - KEPT_DAYS * 86_400_000))
  await attachmentStore(database.db, keeper.keep, keeper.files).clearAway(
    new Date(Date.now() - KEPT_DAYS * 86_400_000),
  )
  if (url && demo) await database.alone(() => loadDemo(database.db, join(root, 'demo')))
  if (!url) watch()
  const devices = new DeviceHub()
  if ((await devices.listen(devicePort)) === undefined)
    console.error(
      `Devices cannot connect: port ${devicePort} is taken. Start with another: DEVICE_PORT=${devicePort + 1}`,
    )
  const server = createApp({
    db: database.db,
    web: join(root, 'dist/web'),
    hosts,
    demo: join(root, 'demo'),
    devices,
    keeper,
    ...(url ? {} : { data }),
  }).listen(port, host)
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
  const stop = () => {
    devices.close()
    server.closeAllConnections()
    server.close(
      () =>
        void keeper
          .close()
          .then(() => database.close())
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
    ? prepareNew(data, demo)
    : serve()
work.catch((e: unknown) => {
  console.error(e instanceof Error ? e.message : e)
  process.exit(1)
})
