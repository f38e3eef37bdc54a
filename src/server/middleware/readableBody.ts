import type { IncomingMessage } from 'node:http'
import type { RequestHandler } from 'express'
import { unreadableTexts } from '../../core/text/text.ts'
import { ApiError } from './apiError.ts'

/** Half a character, or a NUL, as JSON writes it; one that is whole is told apart when the body is read. */
const SUSPECT = /\\u(?:d[89a-f][0-9a-f]{2}|0000)/i
const suspects = new WeakSet<IncomingMessage>()

/** Looks at a body's letters before it is parsed: few have any that could be trouble. */
export const lookAtLetters = (req: IncomingMessage, _res: unknown, body: Buffer): void => {
  if (SUSPECT.test(body.toString('latin1'))) suspects.add(req)
}

/** Refuses a body with texts that cannot be kept, whatever the route: half characters and NULs. */
export const readableBody: RequestHandler = (req, _res, next) => {
  const problems = suspects.has(req) ? unreadableTexts(req.body) : []
  next(
    problems.length
      ? new ApiError(422, 'unreadable', 'What was sent cannot be kept; nothing was changed.', problems)
      : undefined,
  )
}
