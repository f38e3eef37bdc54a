import { Router } from 'express'
import { ID } from '../../core/parts/ids.ts'
import { OrderState, readCatalogue, readOrders } from '../../core/supplier/supplier.ts'
import { readAs } from '../../core/document/readBuild.ts'
import type { Problem } from '../../core/document/problem.ts'
import { ApiError } from '../middleware/apiError.ts'

/** How long a supplier may think, ms, and how much it may say, bytes. */
const PATIENCE = 5_000,
  MOST = 8 * 1024 * 1024

/** A supplier is asked on this machine alone: its port is all that a page may say. */
function portOf(x: unknown): number {
  const n = Number(x)
  if (typeof x !== 'string' || !Number.isInteger(n) || n < 1024 || n > 65_535)
    throw new ApiError(400, 'bad-port', 'Say at which port of this machine the supplier is.', [
      { path: 'port', reason: 'must be a whole number from 1024 to 65535' },
    ])
  return n
}

const silent = (port: number): ApiError =>
  new ApiError(
    502,
    'no-supplier',
    `No supplier answers at port ${port} of this machine. A simulated one: npx snugbolt device supplier`,
  )

async function ask(port: number, path: string, init?: RequestInit): Promise<unknown> {
  const res = await fetch(`http://127.0.0.1:${port}${path}`, {
    ...init,
    redirect: 'error',
    signal: AbortSignal.timeout(PATIENCE),
  }).catch(() => undefined)
  if (!res) throw silent(port)
  if (res.status === 409) throw new ApiError(409, 'sold-out', 'It is sold out there just now. Nothing was ordered.')
  if (res.status === 404)
    throw new ApiError(404, 'unknown-item', 'The supplier does not sell it any more. Nothing was ordered.')
  if (!res.ok) throw silent(port)
  const text = await res.text().catch(() => undefined)
  if (text === undefined) throw silent(port)
  if (text.length > MOST) throw new ApiError(502, 'too-much', 'What the supplier sent is larger than 8 MB.')
  try {
    return JSON.parse(text)
  } catch {
    throw new ApiError(502, 'no-json', 'What answers there is no supplier: it does not speak JSON.')
  }
}

function good<T>(r: { ok: true; value: T } | { ok: false; problems: Problem[] }): T {
  if (r.ok) return r.value
  throw new ApiError(
    502,
    'bad-supplier',
    'What the supplier sent was refused; nothing was changed.',
    r.problems.slice(0, 20),
  )
}

/**
 * GET /api/supplier/catalogue?port=: what it sells. GET /api/supplier/orders?port=: how far orders are.
 * POST /api/supplier/orders?port= { item }: orders one.
 */
export function supplierRoutes(): Router {
  const r = Router()
  r.get('/catalogue', async (req, res) => {
    res.json(good(readCatalogue(await ask(portOf(req.query.port), '/catalogue'))))
  })
  r.get('/orders', async (req, res) => {
    res.json(good(readOrders(await ask(portOf(req.query.port), '/orders'))))
  })
  r.post('/orders', async (req, res) => {
    const port = portOf(req.query.port),
      { item } = (req.body ?? {}) as { item?: unknown }
    if (typeof item !== 'string' || !ID.test(item))
      throw new ApiError(422, 'bad-item', 'Say which item to order.', [
        { path: 'item', reason: 'must be the supplier’s number of an item' },
      ])
    const placed = await ask(port, '/orders', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ item }),
    })
    res.status(201).json(good(readAs(OrderState, placed, 'a JSON object holding one order')))
  })
  return r
}
