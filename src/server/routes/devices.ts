import { Router } from 'express'
import { unreadable } from '../../core/text/text.ts'
import { isDeviceSort } from '../../core/devices/deviceSorts.ts'
import type { DeviceEvent, DeviceHub } from '../devices/deviceHub.ts'
import { ApiError } from '../middleware/apiError.ts'

/** How often a page hears that the line is still up, ms. */
const ALIVE = 20_000
const LONGEST = 300
const isName = (x: unknown): x is string =>
  typeof x === 'string' && x.length > 0 && x.length <= LONGEST && unreadable(x) === undefined

/**
 * GET /api/devices: where devices connect, and which are there. GET /api/devices/events?page=: what they say, as
 * server-sent events, under the name of that stream. PUT and DELETE /api/devices/:id/in: lets one in, sends it away. PUT and DELETE /api/devices/hand/:sort: which field of which page a reading is for.
 */
export function deviceRoutes(hub: DeviceHub): Router {
  const r = Router()
  r.get('/', (_req, res) => {
    res.json({ port: hub.port ?? null, devices: hub.devices })
  })
  r.get('/events', (req, res) => {
    const { page } = req.query
    if (!isName(page)) throw new ApiError(400, 'no-page', 'Say which page listens: ?page=<its own name>.')
    res.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store',
      Connection: 'keep-alive',
    })
    // Who asks for the head alone waits for no events.
    if (req.method === 'HEAD') return void res.end()
    const tell = (e: DeviceEvent) => res.write(`data: ${JSON.stringify(e)}\n\n`),
      leave = hub.join(page, tell),
      alive = setInterval(() => res.write(': alive\n\n'), ALIVE)
    res.on('close', () => {
      clearInterval(alive)
      leave()
    })
  })
  r.put('/:id/in', (req, res) => {
    if (!hub.letIn(String(req.params.id)))
      throw new ApiError(404, 'unknown-device', 'That device is not connected.')
    res.status(204).end()
  })
  r.delete('/:id/in', (req, res) => {
    if (!hub.sendAway(String(req.params.id)))
      throw new ApiError(404, 'unknown-device', 'That device is not connected.')
    res.status(204).end()
  })
  r.put('/hand/:sort', (req, res) => {
    const { sort } = req.params,
      { page, stream, build, of, label } = (req.body ?? {}) as Record<string, unknown>
    if (!isDeviceSort(sort)) throw new ApiError(404, 'unknown-sort', `No device is of the sort ${sort}.`)
    const problems = Object.entries({ page, stream, build, of, label }).flatMap(([path, x]) =>
      isName(x) ? [] : [{ path, reason: `must be a readable text of 1 to ${LONGEST} letters` }],
    )
    if (!isName(page) || !isName(stream) || !isName(build) || !isName(of) || !isName(label))
      throw new ApiError(422, 'bad-hand', 'The field in hand was refused.', problems)
    hub.take({ sort, page, stream, build, of, label })
    res.status(204).end()
  })
  r.delete('/hand/:sort', (req, res) => {
    const { sort } = req.params,
      { page } = req.query
    if (!isDeviceSort(sort)) throw new ApiError(404, 'unknown-sort', `No device is of the sort ${sort}.`)
    if (!isName(page)) throw new ApiError(400, 'no-page', 'Say which page: ?page=<its own name>.')
    hub.leave(page, sort)
    res.status(204).end()
  })
  return r
}
