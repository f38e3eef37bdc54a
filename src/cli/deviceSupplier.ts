import { createInterface } from 'node:readline'
import express from 'express'
import { localDay, zoneHere } from '../core/calendar/clock.ts'
import { loadShelf } from './loadBuild.ts'
import { SimulatedSupplier } from '../core/supplier/simulatedSupplier.ts'
import { InputError } from './loadBuild.ts'
import { fileURLToPath } from 'node:url'

export interface SupplierOptions {
  port: string
  name: string
  seed: string
  today: string
}

const SHELF = fileURLToPath(new URL('../../demo/shelf.json', import.meta.url))

const whole = (text: string, flag: string, min: number, max: number): number => {
  const n = Number(text)
  if (text.trim() === '' || !Number.isInteger(n) || n < min || n > max)
    throw new InputError(`${flag} ${text}: a whole number from ${min} to ${max}`)
  return n
}

/** The usual day on which a simulated supplier opens: today. */
export const openingDay = (): string => localDay(Date.now(), zoneHere())

/**
 * A simulated supplier on a port of this machine, by the interface of docs/device-protocol.md: invented parts whose
 * prices, stock and days change with its calendar. Enter turns its calendar by a day. Ends with its input.
 */
export async function deviceSupplier(o: SupplierOptions): Promise<void> {
  const port = whole(o.port, '--port', 0, 65_535),
    seed = whole(o.seed, '--seed', 1, 1_000_000)
  if (!/^\d{4}-\d{2}-\d{2}$/.test(o.today) || Number.isNaN(Date.parse(o.today)))
    throw new InputError(`--today ${o.today}: wants YYYY-MM-DD`)
  if (!o.name.trim() || o.name.length > 80) throw new InputError('--name: 1 to 80 letters')
  const supplier = new SimulatedSupplier(o.name.trim(), loadShelf(SHELF), seed, o.today),
    app = express(),
    tell = (text: string) => process.stdout.write(`${text}\n`)
  app.disable('x-powered-by')
  app.use(express.json({ limit: '64kb' }))
  app.get('/catalogue', (_req, res) => {
    res.json(supplier.catalogue())
  })
  app.get('/orders', (_req, res) => {
    res.json(supplier.orders())
  })
  app.post('/orders', (req, res) => {
    const { item } = (req.body ?? {}) as { item?: unknown },
      placed = typeof item === 'string' ? supplier.order(item) : undefined
    if (placed === undefined) res.status(404).json({ error: 'no such item' })
    else if (placed === 'sold out') res.status(409).json({ error: 'sold out' })
    else {
      tell(`${placed.order}: ${placed.item}, promised ${placed.due}`)
      res.status(201).json(placed)
    }
  })
  const server = app.listen(port, '127.0.0.1')
  await new Promise<void>((done, fail) => {
    server.once('listening', done)
    server.once('error', (e: NodeJS.ErrnoException) =>
      fail(new InputError(e.code === 'EADDRINUSE' ? `--port ${port}: is taken; say another` : e.message)),
    )
  })
  const at = server.address()
  tell(
    `${supplier.name} is open at port ${typeof at === 'object' && at ? at.port : port}: Parts station, Supplier. Enter turns its calendar by a day; Ctrl-D ends.`,
  )
  for await (const _ of createInterface({ input: process.stdin })) tell(`It is ${supplier.nextDay()} there.`)
  server.closeAllConnections()
  server.close()
}
