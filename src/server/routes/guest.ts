import { MINUTE } from '../../core/units/time.ts'
import { Router, type Response } from 'express'
import { approve } from '../../core/document/clientEdits.ts'
import { NO_HISTORY, recorded } from '../../core/document/history.ts'
import { readBuild } from '../../core/document/readBuild.ts'
import { zoneHere } from '../../core/calendar/clock.ts'
import { lastApproval } from '../../core/client/quote.ts'
import type { GuestPage } from '../../core/handover/guestPages.ts'
import { GUEST_DAYS, type GuestLink, type Guests } from '../access/guests.ts'
import { whoOf } from '../access/who.ts'
import type { AttachmentStore } from '../attachmentStore.ts'
import type { BuildStore, StoredBuild } from '../buildStore.ts'
import type { Do } from '../jobs/pool.ts'
import { ApiError } from '../middleware/apiError.ts'
import { sendAttachment } from './attachments.ts'
import { ID } from '../../core/parts/ids.ts'

/** What a guest may be called, characters. */
const LONGEST_NAME = 120
/** How often an approval is tried while others save the same build. */
const MOST_TRIES = 20
/** For so long a page that was computed is told again, ms. */
const FRESH = 15 * MINUTE
/** Pages that are held at most. */
const MOST_PAGES = 8

/** The same words whatever it is that is not shown. */
const noPage = () =>
  new ApiError(404, 'no-guest-page', 'This link is not good, or not any more. Ask the workshop for a new one.')

/**
 * What a guest's link shows. GET /api/guest: the page, computed here: what stands on it and nothing else of the build. GET
 * /api/guest/photos/:hash: a photo that stands on it. POST /api/guest/approve { name, upTo }: the quote is approved.
 */
export function guestRoutes(builds: BuildStore, files: AttachmentStore, work: Do): Router {
  const r = Router(),
    held = new Map<string, { at: number; page: Promise<GuestPage> }>()
  const linkOf = (res: Response): GuestLink => {
    const { guest } = whoOf(res)
    if (!guest) throw noPage()
    return guest
  }
  const buildOf = async (link: GuestLink): Promise<StoredBuild> => {
    const found = await builds.read(link.build)
    if (!found) throw noPage()
    return found
  }
  /** A page is computed once for a state of its build, however often it is asked for. */
  const pageOf = (link: GuestLink, { build, revision }: StoredBuild): Promise<GuestPage> => {
    const key = `${link.of} ${revision} ${link.build}`,
      now = Date.now(),
      have = held.get(key)
    if (have && now - have.at < FRESH) return have.page
    const page = work('guestPage', { build, of: link.of, at: new Date(now).toISOString(), zone: zoneHere() })
    held.delete(key)
    held.set(key, { at: now, page })
    page.catch(() => held.delete(key))
    while (held.size > MOST_PAGES) held.delete(held.keys().next().value!)
    return page
  }

  r.get('/', async (_req, res) => {
    const link = linkOf(res)
    res.setHeader('Cache-Control', 'no-store')
    res.json({ ...(await pageOf(link, await buildOf(link))), endsAt: link.endsAt })
  })

  r.get('/photos/:hash', async (req, res) => {
    const link = linkOf(res),
      shown = await pageOf(link, await buildOf(link)),
      hash = String(req.params.hash)
    if (shown.of !== 'sheet' || !shown.page.photos.some(p => p.hash === hash)) throw noPage()
    const found = await files.find(hash)
    if (!found) throw noPage()
    await sendAttachment(files, found, res)
  })

  r.post('/approve', async (req, res) => {
    const link = linkOf(res)
    if (link.of !== 'quote') throw noPage()
    const { name, upTo } = (req.body ?? {}) as Record<string, unknown>,
      called = typeof name === 'string' ? name.trim() : ''
    const problems = [
      ...(called && called.length <= LONGEST_NAME
        ? []
        : [{ path: 'name', reason: `must be your name, from 1 to ${LONGEST_NAME} characters` }]),
      ...(typeof upTo === 'number' && Number.isFinite(upTo)
        ? []
        : [{ path: 'upTo', reason: 'must be the sum that the quote shows' }]),
    ]
    if (problems.length) throw new ApiError(422, 'not-approved', 'Nothing was approved.', problems)
    for (let n = 0; n < MOST_TRIES; n++) {
      const found = await buildOf(link),
        shown = await pageOf(link, found)
      if (shown.of !== 'quote') throw noPage()
      if (!(shown.page.upTo > 0))
        throw new ApiError(409, 'no-quote', 'The quote comes to nothing yet. Nothing was approved.')
      if (shown.page.upTo !== upTo)
        throw new ApiError(
          409,
          'quote-changed',
          'The quote has changed since it was opened. Nothing was approved: read it again.',
        )
      const last = lastApproval(found.build)
      // The same said twice is said once: its answer was lost.
      if (last?.by === link.id && last.sum === upTo) return void res.json({ ...shown, endsAt: link.endsAt })
      const at = new Date().toISOString(),
        next = approve(found.build, {
          at,
          sum: shown.page.upTo,
          note: `${called}, through a guest’s link`,
          by: link.id,
        }),
        read = readBuild(next)
      if (!read.ok) throw new ApiError(409, 'too-many', 'Nothing was approved: this build holds no more approvals.')
      const history = recorded(found.history ?? NO_HISTORY, found.build, next, 'Approved by the client', at),
        written = await builds.write(next, found.revision, history)
      if (written) return void res.status(201).json({ ...(await pageOf(link, written)), endsAt: link.endsAt })
    }
    throw new ApiError(409, 'busy', 'The workshop is changing this build. Nothing was approved: try again.')
  })
  return r
}

/** What is told of a link: never what its token comes to. */
const told = ({ id, build, of, madeAt, endsAt, seenAt }: GuestLink) => ({ id, build, of, madeAt, endsAt, seenAt })

/**
 * Links for guests, for the workshop's owner. GET /api/guest-links?build=: those of a build that are good. POST { build, of,
 * days }: a new one; its token is told once. DELETE /:id: ends one at once.
 */
export function guestLinkRoutes(guests: Guests, builds: BuildStore): Router {
  const r = Router()
  r.get('/', async (req, res) => {
    const { build } = req.query
    if (typeof build !== 'string' || !ID.test(build))
      throw new ApiError(400, 'no-build', 'Say of which build: ?build=<its id>.')
    res.json((await guests.all(build)).map(told))
  })
  r.post('/', async (req, res) => {
    const { build, of, days } = (req.body ?? {}) as Record<string, unknown>
    const problems = [
      ...(typeof build === 'string' && ID.test(build) ? [] : [{ path: 'build', reason: 'must be a build’s id' }]),
      ...(of === 'sheet' || of === 'quote' ? [] : [{ path: 'of', reason: 'must be sheet or quote' }]),
      ...((GUEST_DAYS as readonly unknown[]).includes(days)
        ? []
        : [{ path: 'days', reason: `must be one of ${GUEST_DAYS.join(', ')}` }]),
    ]
    if (problems.length) throw new ApiError(422, 'bad-link', 'No link was made.', problems)
    if (!(await builds.read(build as string)))
      throw new ApiError(404, 'unknown-build', `There is no build “${build as string}”.`)
    const { link, token } = await guests.make(build as string, of as 'sheet' | 'quote', days as number)
    res.setHeader('Cache-Control', 'no-store')
    res.status(201).json({ ...told(link), token })
  })
  r.delete('/:id', async (req, res) => {
    if (!(await guests.end(String(req.params.id))))
      throw new ApiError(404, 'unknown-link', 'That link is not good any more.')
    res.status(204).end()
  })
  return r
}
