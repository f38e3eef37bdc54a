import { Router, type Request } from 'express'
import { ID } from '../../core/parts/ids.ts'
import { cutText } from '../../core/text/text.ts'
import type { Problem } from '../../core/document/problem.ts'
import { readPart } from '../../core/document/readBuild.ts'
import type { Part } from '../../core/parts/part.ts'
import { PART_KIND_NAMES, type PartKind } from '../../core/parts/partKinds.ts'
import { ApiError } from '../middleware/apiError.ts'
import { StaleParts, type ShelfStore } from '../shelfStore.ts'

/** Parts that one request may bring. */
const MOST_PARTS = 1000
const refused = (problems: Problem[]) =>
  new ApiError(422, 'bad-part', 'The part was refused; nothing was changed.', problems)

/** The parts in a body, or a 4xx that names each bad field of each. */
function accepted(body: unknown): Part[] {
  const list = (body as { parts?: unknown } | undefined)?.parts
  if (!Array.isArray(list)) throw new ApiError(415, 'not-json', 'Send { parts: [...] } as application/json.')
  if (list.length > MOST_PARTS) throw new ApiError(413, 'too-many', `Send up to ${MOST_PARTS} parts at once.`)
  const problems: Problem[] = [],
    parts: Part[] = []
  list.forEach((x, i) => {
    const r = readPart(x)
    if (r.ok) parts.push(r.part)
    else
      problems.push(
        ...r.problems.map(p => ({ path: `parts[${i}]${p.path ? `.${p.path}` : ''}`, reason: p.reason })),
      )
  })
  const seen = new Set<string>()
  parts.forEach(p => {
    if (seen.has(p.id)) problems.push({ path: 'parts', reason: `two parts have the id “${p.id}”` })
    seen.add(p.id)
  })
  if (problems.length) throw refused(problems.slice(0, 50))
  return parts
}

/** Revisions that the sender knows of, by part; where it says none, it writes over whatever is there. */
function knownIn(body: unknown): Record<string, number> {
  const known = (body as { known?: unknown }).known
  if (known === undefined) return {}
  if (typeof known !== 'object' || known === null || Array.isArray(known))
    throw refused([{ path: 'known', reason: 'must be an object of revisions by part' }])
  const bad = Object.entries(known).find(([, v]) => !Number.isSafeInteger(v) || (v as number) < 1)
  if (bad) throw refused([{ path: `known.${bad[0].slice(0, 60)}`, reason: 'must be a whole number from 1' }])
  return known as Record<string, number>
}

export function shelfRoutes(store: ShelfStore): Router {
  const r = Router()
  const unknown = (id: string) =>
    new ApiError(404, 'unknown-part', `There is no part “${cutText(id, 60)}” on the shelf.`)
  /** The id in an address; what no part can be called is a part that is not there. */
  const idOf = (req: Request): string => {
    const id = String(req.params.id)
    if (!ID.test(id)) throw unknown(id)
    return id
  }
  r.get('/', async (req, res) => {
    const kinds = typeof req.query.kind === 'string' ? req.query.kind.split(',') : undefined
    const bad = kinds?.find(k => !PART_KIND_NAMES.includes(k as PartKind))
    if (bad !== undefined)
      throw new ApiError(400, 'bad-kind', `Kinds are ${PART_KIND_NAMES.join(', ')}.`, [
        { path: 'kind', reason: `“${bad.slice(0, 30)}” is no kind of part` },
      ])
    res.json(await store.list(kinds as PartKind[] | undefined))
  })
  r.get('/index', async (_req, res) => {
    res.type('application/json').send(await store.index())
  })
  r.get('/:id', async (req, res) => {
    const stored = await store.read(idOf(req))
    if (!stored) throw unknown(idOf(req))
    res.setHeader('X-Revision', stored.revision)
    res.json(stored.part)
  })
  r.post('/', async (req, res) => {
    const parts = accepted(req.body),
      known = knownIn(req.body)
    try {
      res.status(201).json({ put: parts.length, revisions: await store.put(parts, { known }) })
    } catch (e) {
      if (!(e instanceof StaleParts)) throw e
      throw new ApiError(409, 'stale', 'Somebody wrote these parts since; nothing of yours was written.', [], {
        parts: e.current,
      })
    }
  })
  r.put('/:id', async (req, res) => {
    if (req.body === undefined) throw new ApiError(415, 'not-json', 'Send a part as application/json.')
    const read = readPart(req.body)
    if (!read.ok) throw refused(read.problems)
    if (read.part.id !== req.params.id) throw refused([{ path: 'id', reason: `must be “${req.params.id}”` }])
    await store.put([read.part])
    res.json(read.part)
  })
  r.delete('/:id', async (req, res) => {
    if (!(await store.remove(idOf(req)))) throw unknown(idOf(req))
    res.status(204).end()
  })
  return r
}
