import { capital } from '../../core/say/said.ts'
import type { ErrorRequestHandler, RequestHandler } from 'express'
import { codeOf, NO_ANSWER } from '../db/transact.ts'
import { VERSION } from '../../core/document/build.ts'
import { NewerBuild } from '../buildStore.ts'
import { Busy } from '../jobs/pool.ts'
import { doesNotOpen, isOfItsFiles } from '../keep/databaseFolder.ts'
import { Unconfirmed } from '../keep/trouble.ts'
import { isPanic } from '../keep/watchdog.ts'
import type { Problem } from '../../core/document/problem.ts'

/** An expected refusal, sent in the one error shape. */
export class ApiError extends Error {
  readonly status: number
  readonly code: string
  readonly problems: Problem[]
  readonly extra: Record<string, unknown>
  constructor(
    status: number,
    code: string,
    message: string,
    problems: Problem[] = [],
    extra: Record<string, unknown> = {},
  ) {
    super(message)
    this.status = status
    this.code = code
    this.problems = problems
    this.extra = extra
  }
}

const MOST_PROBLEMS = 50

export const notFound: RequestHandler = (req, _res, next) =>
  next(new ApiError(404, 'unknown-address', `Nothing is at ${req.method} ${req.path}.`))

/** Sends every failure as { error: { code, message, problems } }; what is not expected is logged and stays inside. */
export const sendError: ErrorRequestHandler = (err: unknown, _req, res, next) => {
  if (res.headersSent) return next(err)
  const e = toApiError(err)
  if (e.status >= 500) console.error(err)
  if (isPanic(err)) {
    console.error('The database engine broke. What was acknowledged is in the journal: start again.')
    // The answer first.
    res.on('close', () => process.exit(1))
    setTimeout(() => process.exit(1), LAST_WORD).unref()
  }
  res
    .status(e.status)
    .json({ error: { code: e.code, message: e.message, problems: e.problems.slice(0, MOST_PROBLEMS) }, ...e.extra })
}

/** How long the last answer may take to go out, ms. */
const LAST_WORD = 2000

/** What a disk says that cannot keep anything more. */
const UNKEPT = new Set(['ENOSPC', 'EDQUOT', 'EROFS', 'EIO'])

/** What a connection says that is not there, or breaks; and what a server says that stops or takes no more [published: PostgreSQL, error classes 08, 53 and 57P]. */
const AWAY = new Set(['ECONNREFUSED', 'ECONNRESET', 'ENOTFOUND', 'ETIMEDOUT', 'EPIPE', 'EHOSTUNREACH', NO_ANSWER])
/** What a server says of a statement or a lock that took longer than it may [published: PostgreSQL, error codes]. */
const WAITED = new Set(['55P03', '57014', '25P03'])
const AWAY_CLASS = /^(08|53|57P)/

function toApiError(err: unknown): ApiError {
  if (err instanceof ApiError) return err
  if (err instanceof Unconfirmed)
    return new ApiError(
      503,
      'unconfirmed',
      'It is not known whether this was kept: the answer of the disk or the database was lost. Look at it again, or send the same again.',
    )
  if (err instanceof Busy)
    return new ApiError(
      503,
      'busy',
      'Too much is being worked out at once; nothing was changed. Try again in a moment.',
    )
  if (err instanceof NewerBuild)
    return new ApiError(
      409,
      'newer-build',
      `A newer version of this program wrote this build (format ${err.version}; this version reads up to ${VERSION}). It is kept as it is: open it with the newer version.`,
    )
  const { type, status, code, limit } = err as { type?: string; status?: number; code?: string; limit?: number }
  if (code !== undefined && UNKEPT.has(code))
    return new ApiError(
      507,
      'not-kept',
      `It could not be kept on the disk (${code}); nothing was changed. Make room, or make the data folder writable, and send it again.`,
    )
  const database = codeOf(err)
  if (database !== undefined && (AWAY.has(database) || AWAY_CLASS.test(database)))
    return new ApiError(
      503,
      'database-away',
      'The database does not answer; nothing was changed. It is tried again with the next request.',
    )
  if (database !== undefined && WAITED.has(database))
    return new ApiError(
      503,
      'database-busy',
      'Something else holds what this needs in the database; nothing was changed. Try again in a moment.',
    )
  if (isOfItsFiles(err))
    return new ApiError(
      500,
      'damaged',
      `${capital(doesNotOpen(err))}. Nothing acknowledged is lost: stop the program and run npx snugbolt rebuild, which rebuilds the database from its newest copy and its journal.`,
    )
  if (type === 'entity.parse.failed')
    return new ApiError(400, 'not-json', 'The body is not JSON.', [{ path: '', reason: (err as Error).message }])
  if (type === 'entity.too.large')
    return new ApiError(
      413,
      'too-large',
      `The body is larger than ${Math.floor((limit ?? 0) / 1e6)} MB, the most that is taken here. Is it the right file?`,
    )
  if (type === 'request.aborted' || type === 'request.size.invalid')
    return new ApiError(400, 'cut-short', 'The upload ended early; nothing was changed. Send it again.')
  if (typeof status === 'number' && status >= 400 && status < 500)
    return new ApiError(status, 'bad-request', (err as Error).message)
  return new ApiError(500, 'internal', 'Something went wrong in the server; nothing was changed.')
}
