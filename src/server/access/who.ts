import { parseCookie } from 'cookie'
import type { Request, RequestHandler, Response } from 'express'
import type { Access } from './access.ts'
import type { GuestLink } from './guests.ts'
import { ApiError } from '../middleware/apiError.ts'
import { mayAll, type Role } from './roles.ts'
import { ruleFor } from './rules.ts'
import type { Session } from './sessions.ts'

/** Names by which a machine calls itself [published: RFC 6761, localhost; RFC 1122 and RFC 4291, loopback addresses]. */
export const OWN_NAMES: readonly string[] = ['127.0.0.1', 'localhost', '[::1]']
const LOOPBACK = /^(127(\.\d{1,3}){3}|::1|::ffff:127(\.\d{1,3}){3})$/

/** Who asks. */
export interface Who {
  role: Role
  /** The paired device; none for the machine itself. */
  session?: Session
  /** The link that a guest came by. */
  guest?: GuestLink
}

/** The name that was asked, without its port. */
export const nameAsked = (req: Pick<Request, 'headers'>): string =>
  (req.headers.host ?? '').replace(/:\d+$/, '').toLowerCase()

/** Whether the machine itself asks, under its own name: who sits at it is its owner. */
export const isMachineItself = (req: Pick<Request, 'headers' | 'socket'>): boolean =>
  OWN_NAMES.includes(nameAsked(req)) &&
  LOOPBACK.test(req.socket.remoteAddress ?? '') &&
  LOOPBACK.test(req.socket.localAddress ?? '')

export const isSecure = (req: Pick<Request, 'socket'>): boolean => 'encrypted' in req.socket

/** A cookie that only this host over HTTPS is given [published: RFC 6265bis, the prefix __Host-]; over plain HTTP it has no such name. */
const cookieName = (secure: boolean): string => (secure ? '__Host-snugbolt' : 'snugbolt')
/** As long as a device may stay away, s. */
const COOKIE_LASTS = 120 * 86_400

/** Gives a device its secret, to be held where no script reads it and no other site sends it. */
export const giveSecret = (req: Request, res: Response, secret: string): void => {
  const secure = isSecure(req)
  res.cookie(cookieName(secure), secret, {
    httpOnly: true,
    sameSite: 'strict',
    secure,
    path: '/',
    maxAge: COOKIE_LASTS * 1000,
  })
}
/** Gives a device the secret that it holds once more, so that its browser keeps it as long again. */
export const keepSecret = (req: Request, res: Response): void => {
  const secret = parseCookie(req.headers.cookie ?? '')[cookieName(isSecure(req))]
  if (secret) giveSecret(req, res, secret)
}
export const takeSecret = (req: Request, res: Response): void => {
  const secure = isSecure(req)
  res.clearCookie(cookieName(secure), { httpOnly: true, sameSite: 'strict', secure, path: '/' })
}

/** The most that a secret is long, characters: what is longer is none. */
const LONGEST = 64

/** What a guest's page sends with what it asks [published: RFC 6750, Bearer]: in no address, and by no page of another site. */
const GUEST = /^Bearer ([A-Za-z0-9_-]{22})$/

/** Finds out who asks, once for each request. Who comes by a guest's link is a guest, whoever it would be without. */
export const whoAsks =
  ({ sessions, guests }: Access): RequestHandler =>
  async (req, res, next) => {
    let who: Who = { role: 'nobody' }
    if (req.headers.authorization !== undefined) {
      const token = GUEST.exec(req.headers.authorization)?.[1],
        guest = token === undefined ? undefined : await guests.of(token)
      if (guest) who = { role: 'guest', guest }
    } else if (isMachineItself(req)) who = { role: 'owner' }
    else if (req.headers.cookie) {
      const secure = isSecure(req),
        secret = parseCookie(req.headers.cookie)[cookieName(secure)]
      const session = secret && secret.length <= LONGEST ? await sessions.of(secret, secure) : undefined
      if (session) {
        who = { role: session.role, session }
        // A device that is sent away gets no more of what it has begun to get, unless it goes by itself.
        res.on(
          'close',
          sessions.holds(session.id, () => {
            if (!res.locals.leaves) res.destroy()
          }),
        )
      }
    }
    res.locals.who = who
    next()
  }

export const whoOf = (res: Response): Who => (res.locals.who as Who | undefined) ?? { role: 'nobody' }

/** Lets through who may use a route; says nothing to anybody else of what there is. */
export const onlyWhoMay: RequestHandler = (req, res, next) => {
  const { role } = whoOf(res),
    least = ruleFor(req.method, req.path)
  if (mayAll(role, least)) return next()
  next(
    role === 'nobody' || role === 'guest'
      ? new ApiError(401, 'not-paired', 'This device is not paired with the workshop.')
      : new ApiError(403, 'owner-only', 'Only the workshop’s owner may do this; nothing was changed.'),
  )
}
