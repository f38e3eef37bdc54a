import type { ErrorRequestHandler, RequestHandler } from 'express'
import type { Problem } from '../../core/build/problem.ts'

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
  res
    .status(e.status)
    .json({ error: { code: e.code, message: e.message, problems: e.problems.slice(0, MOST_PROBLEMS) }, ...e.extra })
}

/** What a disk says that cannot keep anything more. */
const UNKEPT = new Set(['ENOSPC', 'EDQUOT', 'EROFS', 'EIO'])

function toApiError(err: unknown): ApiError {
  if (err instanceof ApiError) return err
  const { type, status, code } = err as { type?: string; status?: number; code?: string }
  if (code !== undefined && UNKEPT.has(code))
    return new ApiError(
      507,
      'not-kept',
      `It could not be kept on the disk (${code}); nothing was changed. Make room, or make the data folder writable, and send it again.`,
    )
  if (type === 'entity.parse.failed')
    return new ApiError(400, 'not-json', 'The body is not JSON.', [{ path: '', reason: (err as Error).message }])
  if (type === 'entity.too.large')
    return new ApiError(
      413,
      'too-large',
      'The body is larger than 4 MB. A build file is far smaller: is it the right file?',
    )
  if (type === 'request.aborted' || type === 'request.size.invalid')
    return new ApiError(400, 'cut-short', 'The upload ended early; nothing was changed. Send it again.')
  if (typeof status === 'number' && status >= 400 && status < 500)
    return new ApiError(status, 'bad-request', (err as Error).message)
  return new ApiError(500, 'internal', 'Something went wrong in the server; nothing was changed.')
}
