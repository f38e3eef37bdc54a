import type { IncomingMessage } from 'node:http'
import type { RequestHandler } from 'express'
import { unreadableTexts } from '../../core/text/text.ts'
import { ApiError } from './apiError.ts'

/** Half a character, or a NUL, as JSON writes it; one that is whole is told apart when the body is read. */
const SUSPECT = /\\u(?:d[89a-f][0-9a-f]{2}|0000)/i
const suspects = new WeakSet<IncomingMessage>()

/** Values that one request may bring, whatever they are: more is no work of anybody's [our choice]. */
const MOST_IN_ALL = 500_000
const COMMA = 44,
  BRACKET = 91,
  BRACE = 123

/** Looks at a body's letters before it is parsed: whether it holds more than any request may, and what could be trouble. */
export const lookAtLetters = (req: IncomingMessage, _res: unknown, body: Buffer): void => {
  let values = 0
  for (const b of body) if (b === COMMA || b === BRACKET || b === BRACE) values++
  if (values > MOST_IN_ALL)
    throw new ApiError(413, 'too-many', `What was sent holds more than ${MOST_IN_ALL} values; nothing was changed.`)
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
