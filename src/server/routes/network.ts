import { X509Certificate } from 'node:crypto'
import { Router } from 'express'
import { ApiError } from '../middleware/apiError.ts'
import type { Sharing } from '../network/sharing.ts'

/**
 * Whether others on the network reach the workshop. GET and PUT /api/network { sharing }: how it stands, and opens or closes
 * it. GET /api/network/trust and /api/network/authority.crt: what a device needs to trust it, and no more.
 */
export function networkRoutes(sharing: Sharing): Router {
  const r = Router()
  r.get('/', (_req, res) => {
    res.setHeader('Cache-Control', 'no-store')
    res.json(sharing.state)
  })
  r.put('/', async (req, res) => {
    const on = ((req.body ?? {}) as { sharing?: unknown }).sharing
    if (typeof on !== 'boolean')
      throw new ApiError(422, 'bad-network', 'Say whether the workshop is open to the network.', [
        { path: 'sharing', reason: 'must be true or false' },
      ])
    try {
      await sharing.set(on)
    } catch (e) {
      throw new ApiError(409, 'not-shared', (e as Error).message)
    }
    res.json(sharing.state)
  })
  const shared = (): string => {
    const { authority } = sharing
    if (!authority) throw new ApiError(404, 'not-shared', 'The workshop is not open to the network.')
    return authority
  }
  r.get('/trust', (_req, res) => {
    shared()
    const { https, plain, fingerprint } = sharing.state
    res.setHeader('Cache-Control', 'no-store')
    res.json({ https, plain, fingerprint })
  })
  r.get('/authority.crt', (_req, res) => {
    res
      .type('application/x-x509-ca-cert')
      .attachment('snug-bolt-workshop.crt')
      .send(new X509Certificate(shared()).raw)
  })
  return r
}
