import type { RequestHandler } from 'express'

/** How long an answer may take to begin, ms [our choice: longer than a statement may, and than most people wait]. */
export const ANSWER_WITHIN = 45_000

/**
 * Answers for a request that takes too long; what it does meanwhile may still be done, and is not claimed to be undone.
 * @param but addresses whose work may take as long as there is data
 */
export function withinTime(but: readonly string[] = [], most = ANSWER_WITHIN): RequestHandler {
  return (req, res, next) => {
    if (but.includes(req.path)) return next()
    const late = setTimeout(() => {
      if (res.headersSent) return
      res.status(503).json({
        error: {
          code: 'unconfirmed',
          message: `There was no answer within ${Math.round(most / 1000)} s; whether anything was changed is not known. Look at it again, or send the same again.`,
          problems: [],
        },
      })
    }, most)
    late.unref()
    res.on('close', () => clearTimeout(late))
    next()
  }
}
