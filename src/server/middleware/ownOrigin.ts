import type { RequestHandler } from 'express'
import { ApiError } from './apiError.ts'

/**
 * Refuses what a page of another site sends, as the browser itself says: by where the request was made from
 * [published: Fetch Metadata Request Headers, W3C], and by its origin against the name that was asked. A program says
 * neither and is let through.
 */
export const ownOrigin: RequestHandler = (req, _res, next) => {
  const site = req.headers['sec-fetch-site'],
    origin = req.headers.origin
  const foreign = () =>
    next(
      new ApiError(403, 'foreign-page', 'A page of another site may not use this workshop; nothing was changed.'),
    )
  // A link from elsewhere that is followed is an address that was typed.
  const followed = req.method === 'GET' && req.headers['sec-fetch-mode'] === 'navigate'
  if (site !== undefined && site !== 'same-origin' && site !== 'none' && !followed) return foreign()
  if (origin !== undefined && req.method !== 'GET') {
    let host: string | undefined
    try {
      host = new URL(origin).host
    } catch {
      return foreign()
    }
    if (host !== req.headers.host) return foreign()
  }
  next()
}
