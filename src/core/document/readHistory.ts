import { plainToInstance } from 'class-transformer'
import { validateSync } from 'class-validator'
import { unreadableTexts } from '../text/text.ts'
import { tooLong } from './bounds.ts'
import { History } from './history.ts'
import type { Problem } from './problem.ts'
import { problemsOf } from './readBuild.ts'

/** Reads what can be taken back on a build, as the workshop keeps it beside the document. */
export function readHistory(input: unknown): { ok: true; history: History } | { ok: false; problems: Problem[] } {
  if (typeof input !== 'object' || input === null || Array.isArray(input))
    return { ok: false, problems: [{ path: 'history', reason: 'must be an object with past and future' }] }
  const long = tooLong(History, input as Record<string, unknown>)
  if (long.length)
    return { ok: false, problems: long.map(p => ({ ...p, path: p.path ? `history.${p.path}` : 'history' })) }
  const broken = unreadableTexts(input, 'history')
  if (broken.length) return { ok: false, problems: broken }
  const history = plainToInstance(History, input)
  const problems = problemsOf(validateSync(history, { whitelist: true, forbidUnknownValues: true }), 'history')
  return problems.length
    ? { ok: false, problems }
    : { ok: true, history: JSON.parse(JSON.stringify(history)) as History }
}
