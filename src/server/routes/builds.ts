import { zoneHere } from '../../core/calendar/clock.ts'
import { ID } from '../../core/parts/ids.ts'
import express, { Router, type Request } from 'express'
import type { History } from '../../core/document/history.ts'
import { holdsMore } from '../../core/document/bounds.ts'
import { readBuild, readBuildText, type BuildRead } from '../../core/document/readBuild.ts'
import { PAPER_NAMES, type Build, type Paper } from '../../core/document/build.ts'
import { TEMPLATE_FORMATS, TEMPLATE_TYPES, type TemplateFormat } from '../../core/drill/templates/templateFile.ts'
import { readHistory } from '../../core/document/readHistory.ts'
import { cutText, tellApart } from '../../core/text/text.ts'
import type { AttachmentStore } from '../attachmentStore.ts'
import type { BuildStore, StoredBuild } from '../buildStore.ts'
import { buildZip, readBuildZip } from '../buildZip.ts'
import type { Do } from '../jobs/pool.ts'
import { hashOf } from '../keep/attachmentFiles.ts'
import { BadZip, TooMuchInZip } from '../zip/unpack.ts'
import { ApiError } from '../middleware/apiError.ts'

/** Now, on this machine's clock. */
const present = () => ({ at: new Date().toISOString(), zone: zoneHere() })

/** The id in an address; what no build can be called is a build that is not there. */
function idOf(req: Request): string {
  const id = String(req.params.id)
  if (!ID.test(id)) throw new ApiError(404, 'unknown-build', `There is no build “${cutText(id, 60)}”.`)
  return id
}

/** A document that is longer than this, characters, or has more values, is read in a thread of its own. */
const AT_ONCE = { text: 40_000, values: 5_000 }

/** The build that was sent, or a 4xx that names each bad field. */
const taken = (r: BuildRead): Build => {
  if (!r.ok) throw new ApiError(422, 'bad-build', 'The build was refused; nothing was changed.', r.problems)
  return r.build
}

/** A build that comes with its files, as a zip. */
const ZIP = 'application/zip'
/** The largest of them [our choice: some fifty photos as they leave a camera]. */
const LARGEST_ZIP = '256mb'

/** The build in a zip, its files kept; or a 4xx. */
async function unpacked(bytes: Buffer, files: AttachmentStore, reading: Reading): Promise<Build> {
  try {
    const zip = await readBuildZip(bytes, text => reading({ text }))
    try {
      const build = taken(zip.read)
      // All are proven before any is kept.
      for (const a of build.attachments ?? []) await zip.fileOf(a)
      for (const a of build.attachments ?? []) {
        const held = await zip.fileOf(a)
        if (held) await files.put(held, a.type)
      }
      return build
    } finally {
      zip.close()
    }
  } catch (e) {
    if (e instanceof TooMuchInZip)
      throw new ApiError(413, 'too-large', `The zip was refused; nothing was changed: ${e.message}.`)
    if (e instanceof BadZip)
      throw new ApiError(422, 'bad-zip', `The zip was refused; nothing was changed: ${e.message}.`)
    throw e
  }
}

/** Free names that are tried for a copy while others take them. */
const MOST_TRIES = 20

/** How a sender names a request, so that the same one again is told from another [published: IETF draft, Idempotency-Key]. */
function requestName(req: Request): string | undefined {
  const name = req.get('Idempotency-Key')
  if (name === undefined) return undefined
  if (!/^[\w.-]{8,80}$/.test(name))
    throw new ApiError(400, 'bad-key', 'The Idempotency-Key has to be 8 to 80 letters, digits, dots, dashes.', [
      { path: 'Idempotency-Key', reason: 'has another form' },
    ])
  return name
}

/** The database counts revisions so far [published: PostgreSQL, integer]. */
const LAST_REVISION = 2 ** 31 - 1

function revisionOf(value: unknown): number {
  const n = typeof value === 'string' ? Number(value) : value
  if (!Number.isSafeInteger(n) || (n as number) < 1 || (n as number) > LAST_REVISION)
    throw new ApiError(400, 'bad-revision', 'A whole revision number from 1 is needed.', [
      { path: 'revision', reason: 'must be a whole number from 1' },
    ])
  return n as number
}

/** The history in a body, or a 4xx; left out, there is nothing to take back. */
function historyOf(input: unknown): History | null {
  if (input === undefined || input === null) return null
  const r = readHistory(input)
  if (!r.ok)
    throw new ApiError(422, 'bad-history', 'What can be taken back was refused; nothing was changed.', r.problems)
  return r.history
}

/** The build as it stands in the workshop, or a 404. */
type Existing = (id: string) => Promise<StoredBuild>

/** Brings a build in, under a free name where it is to be a copy; once, however often the same request comes. */
async function broughtIn(
  store: BuildStore,
  read: () => Promise<Build>,
  { madeBy, madeOf, copy: asCopy }: { madeBy: string | undefined; madeOf: string; copy: boolean },
): Promise<{ isNew: boolean; stored: StoredBuild }> {
  /** What the same request made when it came before: its answer was lost. */
  const before = async (): Promise<StoredBuild | undefined> => {
    const b = madeBy === undefined ? undefined : await store.madeBy(madeBy)
    if (b?.of && b.of !== madeOf)
      throw new ApiError(
        422,
        'key-used',
        'This Idempotency-Key was used for another document; nothing was changed. Send each document under a key of its own.',
        [{ path: 'Idempotency-Key', reason: 'names another request' }],
      )
    return b?.made
  }
  const was = await before()
  if (was) return { isNew: false, stored: was }
  const build = await read()
  if (!asCopy) {
    const created = (await store.create(build, { madeBy, madeOf })) ?? (await before())
    if (!created)
      throw new ApiError(
        409,
        'id-taken',
        `There is a build “${build.id}” already. Bring this one in as a copy instead.`,
      )
    return { isNew: true, stored: created }
  }
  // Another may take the free name first: then the next one is taken.
  for (let n = 0; n < MOST_TRIES; n++) {
    const names = (await store.list()).map(b => b.name),
      copy = { ...build, id: await store.freeId(build.id), name: tellApart(build.name, names) },
      created = (await store.create(copy, { madeBy, madeOf })) ?? (await before())
    if (created) return { isNew: true, stored: created }
  }
  throw new ApiError(
    409,
    'id-taken',
    'Others brought builds in at the same time; nothing was changed. Send it again.',
  )
}

/** Full-size templates of a build, listed and as files. */
function templateRoutes(r: Router, existing: Existing, work: Do): void {
  const notReady = () =>
    new ApiError(409, 'not-ready', 'Choose neck, bridge and strings first: templates are drawn from them.')
  r.get('/:id/templates', async (req, res) => {
    const list = await work('templateList', (await existing(idOf(req))).build)
    if (!list) throw notReady()
    res.json(list.map(d => ({ ...d, files: TEMPLATE_FORMATS.map(f => `${d.id}.${f}`) })))
  })

  r.get('/:id/templates/:file', async (req, res) => {
    const [, name = '', format = ''] = /^([a-z0-9-]+)\.(\w+)$/.exec(String(req.params.file)) ?? []
    if (!TEMPLATE_FORMATS.includes(format as TemplateFormat))
      throw new ApiError(400, 'bad-format', `A template is to be had as ${TEMPLATE_FORMATS.join(', ')}.`, [
        { path: 'file', reason: 'must end in one of them' },
      ])
    const { build } = await existing(idOf(req)),
      paper = String(req.query.paper ?? build.preferences.print.paper)
    if (!PAPER_NAMES.includes(paper as Paper))
      throw new ApiError(400, 'bad-paper', `Paper must be one of ${PAPER_NAMES.join(', ')}.`, [
        { path: 'paper', reason: `“${paper.slice(0, 20)}” is not known` },
      ])
    const kind = format as TemplateFormat,
      bytes = await work('template', { build, name, format: kind, paper: paper as Paper })
    if (!bytes) throw notReady()
    if (!bytes.length)
      throw new ApiError(
        404,
        'unknown-template',
        `This build has no template “${name.slice(0, 60)}”; it has ${((await work('templateList', build)) ?? []).map(d => d.id).join(', ')}.`,
      )
    res
      .type(TEMPLATE_TYPES[kind])
      .setHeader('Content-Disposition', `inline; filename="${build.id}-${name}.${format}"`)
      .send(Buffer.from(bytes))
  })
}

/** Reads a build, as text or as what JSON made of it. */
type Reading = (input: { text: string } | { value: unknown }) => Promise<BuildRead>

export function buildRoutes(store: BuildStore, files: AttachmentStore, work: Do): Router {
  const r = Router()
  const reading: Reading = async input => {
    const large = 'text' in input ? input.text.length > AT_ONCE.text : holdsMore(input.value, AT_ONCE.values)
    if (large) return work('readBuild', input)
    return 'text' in input ? readBuildText(input.text) : readBuild(input.value)
  }
  const accepted = async (value: unknown): Promise<Build> => {
    if (value === undefined) throw new ApiError(415, 'not-json', 'Send a build as application/json.')
    return taken(await reading({ value }))
  }
  const existing: Existing = async id => {
    const found = await store.read(id)
    if (!found) throw new ApiError(404, 'unknown-build', `There is no build “${id.slice(0, 60)}”.`)
    return found
  }
  const stale = (current: StoredBuild) =>
    new ApiError(409, 'stale', 'Somebody saved a newer copy of this build; yours was not written.', [], { current })

  r.get('/', async (_req, res) => {
    res.json(await store.list())
  })

  r.post('/', express.raw({ type: ZIP, limit: LARGEST_ZIP }), async (req, res) => {
    const packed: Buffer | undefined = Buffer.isBuffer(req.body) ? req.body : undefined
    const { isNew, stored } = await broughtIn(
      store,
      () => (packed ? unpacked(packed, files, reading) : accepted(req.body)),
      {
        madeBy: requestName(req),
        madeOf: hashOf(packed ?? Buffer.from(JSON.stringify(req.body ?? null))),
        copy: req.query.copy === '1',
      },
    )
    res.status(isNew ? 201 : 200).json(stored)
  })

  r.get('/:id/file.zip', async (req, res) => {
    const { build } = await existing(idOf(req))
    res
      .type(ZIP)
      .attachment(`${build.id}.zip`)
      .send(Buffer.from(await buildZip(build, files, new Date())))
  })

  r.get('/:id', async (req, res) => {
    res.json(await existing(idOf(req)))
  })

  r.put('/:id', async (req, res) => {
    const body = req.body as { revision?: unknown; build?: unknown; history?: unknown } | undefined
    if (!body || typeof body !== 'object')
      throw new ApiError(415, 'not-json', 'Send { revision, build } as application/json.')
    const revision = revisionOf(body.revision)
    const build = await accepted(body.build ?? null)
    if (build.id !== idOf(req))
      throw new ApiError(422, 'bad-build', 'The build’s id is another than the address’s.', [
        { path: 'id', reason: `must be “${idOf(req)}”` },
      ])
    const written = await store.write(build, revision, historyOf(body.history))
    if (!written) throw stale(await existing(build.id))
    res.json({ revision: written.revision, updatedAt: written.updatedAt })
  })

  r.delete('/:id', async (req, res) => {
    const revision = revisionOf(req.query.revision)
    if (!(await store.remove(idOf(req), revision))) throw stale(await existing(idOf(req)))
    res.status(204).end()
  })

  r.post('/:id/archive', async (req, res) => {
    const away = (req.body as { away?: unknown } | undefined)?.away
    if (typeof away !== 'boolean')
      throw new ApiError(422, 'bad-archive', 'Say whether it is put away or taken out again.', [
        { path: 'away', reason: 'must be true or false' },
      ])
    if (!(await store.archive(idOf(req), away))) await existing(idOf(req))
    res.json({ away })
  })

  r.post('/:id/restore', async (req, res) => {
    if (!(await store.restore(idOf(req))))
      throw new ApiError(404, 'unknown-build', `No deleted build “${idOf(req).slice(0, 60)}” is kept.`)
    res.json(await existing(idOf(req)))
  })

  r.get('/:id/plan.ics', async (req, res) => {
    const { build } = await existing(idOf(req))
    res
      .type('text/calendar')
      .attachment(`${build.id}-plan.ics`)
      .send(await work('calendar', { build, ...present() }))
  })

  templateRoutes(r, existing, work)
  return r
}
