import { Router } from 'express'
import type { Access } from '../access/access.ts'
import { OPEN_FOR } from '../access/pairings.ts'
import { isPairedRole } from '../access/roles.ts'
import type { Session } from '../access/sessions.ts'
import { giveSecret, isSecure, keepSecret, takeSecret, whoOf } from '../access/who.ts'
import { ApiError } from '../middleware/apiError.ts'
import type { Problem } from '../../core/document/problem.ts'

/** What a device may be called, characters. */
const LONGEST_NAME = 60
const TOKEN = /^[A-Za-z0-9_-]{22}$/
const CODE = /^\d{8}$/

const bad = (problems: Problem[]) =>
  new ApiError(422, 'bad-pairing', 'The device was not paired; nothing was changed.', problems)

/** What is told of a device: never what its secret comes to. */
const told = ({ id, name, role, secure, madeAt, seenAt }: Session) => ({ id, name, role, secure, madeAt, seenAt })

/**
 * Who is let in. GET /api/access/me: who asks, as far as the workshop knows. POST /api/access/pair { token or code, name }:
 * pairs the device that asks. DELETE /api/access/me: it goes. GET and DELETE /api/access/devices/:id: all that are paired;
 * one is sent away. POST /api/access/pairings { role }: opens a way in for one; GET and DELETE /:id: how it stands, closes it.
 */
/**
 * @param sharing whether the workshop is open to the network, told to those who are let in
 * @param changed told when somebody came or went, or a way in is closed
 */
export function accessRoutes(access: Access, sharing: () => boolean, changed: () => void): Router {
  const r = Router()
  r.get('/me', (req, res) => {
    const { role, session } = whoOf(res)
    res.setHeader('Cache-Control', 'no-store')
    // A browser keeps it as long again.
    if (session) keepSecret(req, res)
    res.json({
      role,
      secure: isSecure(req),
      ...(role === 'nobody' ? {} : { sharing: sharing() }),
      ...(session ? { device: told(session) } : {}),
    })
  })

  r.post('/pair', async (req, res) => {
    const { token, code, name } = (req.body ?? {}) as Record<string, unknown>
    const called = typeof name === 'string' ? name.trim() : ''
    const by =
      typeof token === 'string' && TOKEN.test(token)
        ? { token }
        : typeof code === 'string' && CODE.test(code)
          ? { code }
          : undefined
    const problems = [
      ...(by ? [] : [{ path: 'code', reason: 'must be the eight digits that the workshop shows' }]),
      ...(called && called.length <= LONGEST_NAME
        ? []
        : [{ path: 'name', reason: `must be from 1 to ${LONGEST_NAME} characters` }]),
    ]
    if (!by || problems.length) throw bad(problems)
    const role = access.pairings.use(by, called)
    // Wrong digits may have closed a way in.
    if (!role && 'code' in by) changed()
    if (!role)
      throw new ApiError(
        403,
        'no-way-in',
        'token' in by
          ? 'This link is not good, was used, or is older than two minutes. Ask for a new one.'
          : 'No device is let in by these digits: they are not right, were used, or are older than two minutes. After a few wrong ones the workshop has to show new ones.',
      )
    // Whatever it held before is nothing to go by: a secret is always new.
    const was = whoOf(res).session,
      { session, secret } = await access.sessions.begin({ name: called, role, secure: isSecure(req) })
    res.locals.leaves = true
    if (was) await access.sessions.end(was.id)
    giveSecret(req, res, secret)
    changed()
    res.status(201).json({ role, device: told(session) })
  })

  r.delete('/me', async (req, res) => {
    const { session } = whoOf(res)
    if (!session)
      throw new ApiError(409, 'own-machine', 'This is the workshop’s own machine: it is paired with nothing.')
    res.locals.leaves = true
    await access.sessions.end(session.id)
    takeSecret(req, res)
    changed()
    res.status(204).end()
  })

  r.get('/devices', async (_req, res) => {
    const all = await access.sessions.all()
    res.json(all.sort((a, b) => (a.seenAt < b.seenAt ? 1 : -1)).map(told))
  })
  r.delete('/devices/:id', async (req, res) => {
    if (!(await access.sessions.end(String(req.params.id))))
      throw new ApiError(404, 'unknown-device', 'That device is not paired.')
    changed()
    res.status(204).end()
  })

  r.post('/pairings', (req, res) => {
    const { role } = (req.body ?? {}) as { role?: unknown }
    if (!isPairedRole(role)) throw bad([{ path: 'role', reason: 'must be bench or owner' }])
    res.setHeader('Cache-Control', 'no-store')
    res.status(201).json({ ...access.pairings.open(role), goodFor: OPEN_FOR })
  })
  r.get('/pairings/:id', (req, res) => {
    const state = access.pairings.state(String(req.params.id))
    if (!state) throw new ApiError(404, 'unknown-pairing', 'That way in is not open any more.')
    res.setHeader('Cache-Control', 'no-store')
    res.json(state)
  })
  r.delete('/pairings/:id', (req, res) => {
    access.pairings.close(String(req.params.id))
    res.status(204).end()
  })
  return r
}
