import { createServer } from 'node:http'
import { join } from 'node:path'
import { openAccess } from './access/access.ts'
import { guestFile, guestTable } from './access/guestStores.ts'
import { sessionFile } from './access/sessionFile.ts'
import { sessionTable } from './access/sessionTable.ts'
import { OWN_NAMES } from './access/who.ts'
import { createApp } from './app.ts'
import { clearAwayDaily } from './clearAway.ts'
import { deviceKey } from './devices/deviceKey.ts'
import { DEVICE_PORT } from '../core/devices/devicePort.ts'
import { DeviceHub } from './devices/deviceHub.ts'
import { realDisk } from './disk/realDisk.ts'
import { copyApart } from './jobs/copyApart.ts'
import { pool } from './jobs/pool.ts'
import { lookThroughWeekly } from './keep/lookThroughWeekly.ts'
import { changedBy, LiveHub } from './live/liveHub.ts'
import { callOthers } from './db/notices.ts'
import { loadDemo } from './loadDemo.ts'
import { placesIn } from './keep/places.ts'
import { watch } from './keep/watchdog.ts'
import { inPlainWords, lockFolder } from './lockFolder.ts'
import { namesNow } from './network/ownAddresses.ts'
import { Sharing } from './network/sharing.ts'
import { openServer } from './openServer.ts'
import { openWorkshop } from './openWorkshop.ts'
import { makeEmpty, prepareApart, prepareNew } from './prepareFolder.ts'
import { projectRoot } from './projectRoot.ts'

const root = projectRoot()
const data = process.env.SNUGBOLT_DATA ?? join(root, 'data')
const host = process.env.HOST ?? '127.0.0.1'
const port = Number(process.env.PORT ?? 4180)
/** Where devices connect; 0 takes any free port, as a page can be asked for it. */
const devicePort = Number(process.env.DEVICE_PORT ?? (port ? DEVICE_PORT : 0))
/** Where other devices of the network reach it, while it is open to them. */
const sharePorts = {
  https: Number(process.env.SHARE_PORT ?? (port ? 4443 : 0)),
  plain: Number(process.env.SHARE_PLAIN_PORT ?? (port ? 4480 : 0)),
}
const demo = process.argv.includes('--demo')
const LOOPBACK = [...OWN_NAMES, '::1']

/** How long a request may take to come, its head and all of it, ms: one that trickles is ended [our choice]. */
const PATIENCE = {
  headersTimeout: 15_000,
  requestTimeout: 180_000,
  connectionsCheckingInterval: 3_000,
  keepAliveTimeout: 30_000,
}

/** Opens the data, with the demo workshop if asked and the folder is new, and serves until it is told to stop. */
async function serve(): Promise<void> {
  for (const [name, n] of [
    ['PORT', port],
    ['DEVICE_PORT', devicePort],
    ['SHARE_PORT', sharePorts.https],
    ['SHARE_PLAIN_PORT', sharePorts.plain],
  ] as const)
    if (!Number.isInteger(n) || n < 0 || n > 65535)
      throw new Error(`${name} is ${process.env[name]}; it must be a whole number from 0 to 65535`)
  const named = process.env.HOSTS?.split(',').filter(Boolean)
  if (!LOOPBACK.includes(host) && !named?.length)
    throw new Error(
      `HOST is ${host}: others can reach it. Say by which names, so that no foreign page can: HOSTS=bench.local,192.168.1.20 (or HOSTS=* where you know what you do)`,
    )
  const hosts = [...LOOPBACK, ...(named ?? [])]
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
  if ((await devices.listen(devicePort)) === undefined) {
    // Another workshop on this machine has it, most often: devices find this one's by its page.
    const other = await devices.listen(0)
    console.error(
      `Port ${devicePort}, for meters and callipers, is taken by another program${other === undefined ? ': they cannot connect' : `: they connect at ${other} instead`}. To choose one: DEVICE_PORT=${devicePort + 1}`,
    )
  }
  const live = new LiveHub()
  // Nothing is told before the demo workshop is there.
  keeper.keep.told = entries => live.changed(changedBy(entries))
  const access = openAccess(
    url ? sessionTable(db) : await sessionFile(realDisk, placesIn(data).paired, tell),
    url ? guestTable(db) : await guestFile(realDisk, placesIn(data).guests, tell),
    session => live.changed([{ kind: 'sent away', session }]),
  )
  live.whenForgotten(page => devices.leave(page))
  live.whenSentAway(id => access.sessions.close(id))
  const others = url
    ? await callOthers(
        url,
        c => live.heard(c),
        () => live.heard([{ kind: 'builds' }, { kind: 'shelf' }, { kind: 'settings' }]),
        tell,
      )
    : undefined
  if (others) live.joinOthers(others)

  const sharing = new Sharing({
    disk: realDisk,
    folder: placesIn(data).network,
    ports: sharePorts,
    patience: PATIENCE,
    names: () => namesNow(named),
    tell,
  })
  const heavy = pool(),
    app = createApp({
      db,
      web: join(root, 'dist/web'),
      hosts,
      demo: join(root, 'demo'),
      devices,
      access,
      sharing,
      live,
      keeper,
      work: heavy.work,
      ...(url ? {} : { data, looks: lookThroughWeekly(data, copies.work, tell) }),
    }),
    server = createServer(PATIENCE, app).listen(port, host)
  server.on('error', (e: NodeJS.ErrnoException) => {
    unlock()
    console.error(
      e.code === 'EADDRINUSE'
        ? `Port ${port}, for the pages, is taken by another program. Start with another: PORT=${port + 1} npm run demo`
        : `Cannot listen: ${e.message}`,
    )
    process.exit(1)
  })
  server.on('listening', () => {
    void sharing.begin(app).then(() => {
      const a = server.address(),
        { sharing: on, at, https } = sharing.state
      if (on)
        console.log(`Open to paired devices of the network at ${at.map(n => `https://${n}:${https}/`).join(' ')}`)
      console.log(`Snug Bolt is open at http://${host}:${typeof a === 'object' && a ? a.port : port}/`)
    })
  })
  const clearing = clearAwayDaily(open, tell)
  const stop = () => {
    clearing.stop()
    devices.close()
    void sharing.close()
    server.closeAllConnections()
    server.close(
      () =>
        void Promise.all([copies.close(), heavy.close(), others?.close()])
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
