import type { RequestHandler } from 'express'
import { ApiError } from './apiError.ts'

/**
 * Answers only to the names it is served under, so that a page of another site cannot reach it through a name of its
 * own that leads here.
 */
export const ownHost =
  (names: readonly string[]): RequestHandler =>
  (req, _res, next) => {
    const host = (req.headers.host ?? '').replace(/:\d+$/, '').toLowerCase()
    next(
      names.includes('*') || names.includes(host)
        ? undefined
        : new ApiError(421, 'wrong-host', `This workshop does not answer to “${host}”.`),
    )
  }
