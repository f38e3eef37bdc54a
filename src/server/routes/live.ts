import { Router } from 'express'
import { isMachineItself, whoOf } from '../access/who.ts'
import { ApiError } from '../middleware/apiError.ts'
import { ID } from '../../core/parts/ids.ts'
import { SHOWN, type LiveEvent, type LiveHub } from '../live/liveHub.ts'

/** A line that holds a stream open where nothing else is said, ms. */
const ALIVE = 20_000
const PAGE = /^[a-z0-9-]{1,64}$/
/** What a place in a build may be called, characters. */
const LONGEST = 80

/**
 * What is done elsewhere, as it is done. GET /api/live?page=: a stream of events. PUT /api/live/here/:page { build, where, stream }:
 * what the page has open, for those who have it too; DELETE: nothing any more. POST /api/live/show { page, path }: shows a page
 * of a build on another device, and answers when it is shown there; PUT /api/live/shown/:page: it is.
 */
export function liveRoutes(hub: LiveHub): Router {
  const r = Router()
  r.get('/', (req, res) => {
    const { page } = req.query
    if (typeof page !== 'string' || !PAGE.test(page))
      throw new ApiError(400, 'no-page', 'Say which page listens: ?page=<its own name>.')
    res.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store',
      Connection: 'keep-alive',
    })
    if (req.method === 'HEAD') return void res.end()
    const leave = hub.join(page, (e: LiveEvent) => res.write(`data: ${JSON.stringify(e)}\n\n`)),
      alive = setInterval(() => res.write(': alive\n\n'), ALIVE)
    res.on('close', () => {
      clearInterval(alive)
      leave()
    })
  })
  const pageOf = (page: unknown): string => {
    if (typeof page !== 'string' || !PAGE.test(page))
      throw new ApiError(404, 'unknown-page', 'No page has that name.')
    return page
  }
  r.put('/here/:page', (req, res) => {
    const page = pageOf(req.params.page),
      { build, where, stream } = (req.body ?? {}) as Record<string, unknown>
    const problems = [
      ...(build === null || (typeof build === 'string' && ID.test(build))
        ? []
        : [{ path: 'build', reason: 'must be a build’s id, or null where none is open' }]),
      ...(typeof where === 'string' && where.length <= LONGEST
        ? []
        : [{ path: 'where', reason: `must be up to ${LONGEST} characters` }]),
      ...(stream === undefined || (typeof stream === 'string' && PAGE.test(stream))
        ? []
        : [{ path: 'stream', reason: 'must be the name of a stream' }]),
    ]
    if (problems.length) throw new ApiError(422, 'bad-place', 'It is not known where the page is.', problems)
    const { session } = whoOf(res)
    hub.here(
      {
        page,
        build: build as string | null,
        where: where as string,
        by: session?.id ?? 'own',
        device: session?.name ?? (isMachineItself(req) ? 'the workshop’s own machine' : 'a device'),
      },
      stream as string | undefined,
    )
    res.status(204).end()
  })
  r.post('/show', async (req, res) => {
    const { page, path } = (req.body ?? {}) as Record<string, unknown>
    const problems = [
      ...(typeof page === 'string' && hub.isHere(page) ? [] : [{ path: 'page', reason: 'is not open any more' }]),
      ...(typeof path === 'string' && SHOWN.test(path)
        ? []
        : [{ path: 'path', reason: 'must be the address of a page of a build' }]),
    ]
    if (problems.length) throw new ApiError(422, 'not-shown', 'It is not shown there.', problems)
    if (!(await hub.show(page as string, path as string)))
      throw new ApiError(504, 'no-answer', 'That device does not answer. Wake it, or open Snug Bolt on it again.')
    res.status(204).end()
  })
  r.put('/shown/:page', (req, res) => {
    hub.changed([{ kind: 'shown', page: pageOf(req.params.page) }])
    res.status(204).end()
  })
  r.delete('/here/:page', (req, res) => {
    hub.leave(pageOf(req.params.page))
    res.status(204).end()
  })
  return r
}
