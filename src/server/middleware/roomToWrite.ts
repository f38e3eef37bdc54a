import { statfs } from 'node:fs/promises'
import type { RequestHandler } from 'express'
import { ApiError } from './apiError.ts'

/** Room that has to be left on the disk before anything is written: the database wants some for itself. */
export const LEAST_ROOM = 64 * 1024 * 1024

/** Refuses what would change something where the disk has no room for it; nothing is begun that could not be kept. */
export function roomToWrite(folder: string | undefined, least = LEAST_ROOM): RequestHandler {
  return async (req, _res, next) => {
    if (!folder || req.method === 'GET' || req.method === 'HEAD') return next()
    const { bavail, bsize } = await statfs(folder)
    if (bavail * bsize >= least) return next()
    throw new ApiError(
      507,
      'disk-full',
      `The disk is full: ${Math.floor((bavail * bsize) / 1024 / 1024)} MB are left where the workshop is kept, ${Math.ceil(least / 1024 / 1024)} MB are needed. Nothing was changed; make room and send it again.`,
    )
  }
}
