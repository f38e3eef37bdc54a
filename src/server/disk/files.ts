import { dirname } from 'node:path'
import type { Disk, DiskFile } from './disk.ts'

/** Bytes read or written at once. */
const PIECE = 1024 * 1024

/** Writes all of some bytes at a place, in as many calls as the system wants. */
export async function writeAll(file: DiskFile, bytes: Uint8Array, at: number): Promise<void> {
  for (let done = 0; done < bytes.length;) {
    const n = await file.write(done ? bytes.subarray(done) : bytes, at + done)
    if (n <= 0) throw Object.assign(new Error('the disk took nothing more'), { code: 'EIO' })
    done += n
  }
}

/** So many bytes from a place; fewer only where the file ends. */
export async function readAt(file: DiskFile, at: number, length: number): Promise<Buffer> {
  const out = Buffer.allocUnsafe(length)
  let have = 0
  while (have < length) {
    const n = await file.read(have ? out.subarray(have) : out, at + have)
    if (n === 0) break
    have += n
  }
  return out.subarray(0, have)
}

/** All bytes of a file, or of its first part; undefined where there is no such file. */
export async function readWhole(disk: Disk, path: string, most = Infinity): Promise<Buffer | undefined> {
  let file: DiskFile
  try {
    file = await disk.open(path, 'read')
  } catch (e) {
    if ((e as NodeJS.ErrnoException).code === 'ENOENT') return undefined
    throw e
  }
  try {
    return await readAt(file, 0, Math.min(most, await file.size()))
  } finally {
    await file.close()
  }
}

/**
 * Writes a file whole or not at all: under another name, flushed, then renamed, and the folder flushed. What is given in
 * pieces is never held as one.
 * @param secret whether it is for its owner's eyes only
 */
export async function writeWhole(
  disk: Disk,
  path: string,
  bytes: Uint8Array | AsyncIterable<Uint8Array>,
  secret = false,
): Promise<void> {
  const folder = dirname(path),
    made = `${path}.part`
  await disk.makeFolder(folder)
  // One that was left there may be open to all.
  if (secret) await disk.remove(made)
  const file = await disk.open(made, 'over', secret)
  try {
    let at = 0
    const put = async (piece: Uint8Array) => {
      await writeAll(file, piece, at)
      at += piece.length
    }
    if (bytes instanceof Uint8Array) await put(bytes)
    else for await (const piece of inPieces(bytes)) await put(piece)
    await file.flush()
  } catch (e) {
    await file.close().catch(() => undefined)
    // Half a file is of no use to anybody; where it cannot be taken away the next one is written over it.
    await disk.remove(made).catch(() => undefined)
    throw e
  }
  await file.close()
  await disk.rename(made, path)
  await disk.flushFolder(folder)
}

/** The same bytes in pieces of a size that a disk likes. */
async function* inPieces(bytes: AsyncIterable<Uint8Array>): AsyncGenerator<Uint8Array> {
  let held: Uint8Array[] = [],
    size = 0
  for await (const b of bytes) {
    held.push(b)
    size += b.length
    if (size < PIECE) continue
    yield Buffer.concat(held)
    held = []
    size = 0
  }
  if (size) yield Buffer.concat(held)
}
