import express, { Router, type Request, type Response } from 'express'
import { ATTACHMENT_TYPES, LARGEST_ATTACHMENT, type AttachmentType } from '../../core/document/build.ts'
import { ApiError } from '../middleware/apiError.ts'
import { sameAsSaid } from './fileSort.ts'
import type { AttachmentStore } from '../attachmentStore.ts'
import type { AttachmentRecord } from '../keep/entry.ts'

/** The hash in an address; what no file can be called is a file that is not there. */
function hashIn(req: Request): string {
  const hash = String(req.params.hash)
  if (!/^[0-9a-f]{64}$/.test(hash))
    throw new ApiError(404, 'unknown-attachment', 'A file is asked for by its SHA-256 in 64 hexadecimal digits.')
  return hash
}

/** Answers with the bytes of a file that is kept, piece by piece. */
export async function sendAttachment(store: AttachmentStore, of: AttachmentRecord, res: Response): Promise<void> {
  res.status(200)
  res.setHeader('Content-Type', of.type)
  res.setHeader('Content-Length', of.size)
  res.setHeader('Content-Disposition', 'inline')
  for await (const piece of store.pieces(of.hash)) {
    if (res.destroyed) return
    if (!res.write(piece)) await new Promise(next => res.once('drain', next).once('close', next))
  }
  res.end()
}

/** Photos, leaflets and sounds: POST the bytes with their type, GET them by their hash. */
export function attachmentRoutes(store: AttachmentStore): Router {
  const r = Router()
  r.post('/', express.raw({ type: () => true, limit: LARGEST_ATTACHMENT }), async (req, res) => {
    const type = (req.headers['content-type'] ?? '').split(';')[0]!.trim() as AttachmentType
    if (!ATTACHMENT_TYPES.includes(type))
      throw new ApiError(415, 'bad-type', `Files are kept of these types: ${ATTACHMENT_TYPES.join(', ')}.`, [
        { path: 'Content-Type', reason: `“${type.slice(0, 40)}” is none of them` },
      ])
    const body: unknown = req.body,
      bytes = Buffer.isBuffer(body) ? body : Buffer.alloc(0)
    if (bytes.length === 0) throw new ApiError(422, 'empty', 'The file is empty; nothing was kept.')
    if (!sameAsSaid(bytes, type))
      throw new ApiError(422, 'not-what-it-says', `The file is not what it says: no ${type} begins like this.`)
    res.status(201).json(await store.put(bytes, type))
  })
  r.get('/:hash', async (req, res) => {
    const hash = hashIn(req),
      found = await store.find(hash)
    if (!found) throw new ApiError(404, 'unknown-attachment', 'No file of that hash is kept here.')
    // By its hash it is the same for ever.
    res.setHeader('Cache-Control', 'private, max-age=31536000, immutable')
    res.setHeader('ETag', `"${hash}"`)
    await sendAttachment(store, found, res)
  })
  return r
}
