import type { RequestHandler } from 'express'
import { nameAsked } from '../access/who.ts'
import { ApiError } from './apiError.ts'

/**
 * Answers only to the names it is served under, so that a page of another site cannot reach it through a name of its
 * own that leads here.
 */
export const ownHost =
  (namesNow: () => readonly string[]): RequestHandler =>
  (req, _res, next) => {
    const host = nameAsked(req),
      names = namesNow()
    next(
      names.includes('*') || names.includes(host)
        ? undefined
        : new ApiError(421, 'wrong-host', `This workshop does not answer to “${host}”.`),
    )
  }
