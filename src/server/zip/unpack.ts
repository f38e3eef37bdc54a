import { promisify } from 'node:util'
import { crc32, inflateRaw, inflateRawSync, type ZlibOptions } from 'node:zlib'
import { fromBufferPromise, openPromise, type Entry } from 'yauzl'

/** What a zip may hold before it is refused: it is counted while it is unpacked, not read off what the zip says. */
export interface UnpackLimits {
  /** Files in it. */
  entries: number
  /** Bytes of one of them, and of all that are read, unpacked. */
  one: number
  all: number
  /** How much larger than its packed bytes a file may become, beyond a first megabyte. */
  ratio: number
}
/** Bytes for which no ratio is asked: a short text packs well. */
const FREE = 1024 * 1024

/** How a file in a zip is packed [published: APPNOTE.TXT 4.4.5]. */
const STORED = 0,
  DEFLATED = 8
/** Packed bytes that are unpacked at once, in this thread. */
const SMALL = 32 * 1024
const inflated = promisify(inflateRaw) as (b: Buffer, o: ZlibOptions) => Promise<Buffer>

/** A file that is no zip, or a damaged one; said for whoever sent it. */
export class BadZip extends Error {}
/** A zip that holds more than is taken. */
export class TooMuchInZip extends BadZip {}

/** The files of a zip, each unpacked when it is asked for. */
export interface Unpacked {
  names: readonly string[]
  has: (name: string) => boolean
  /** The bytes of a file, its checksum proven [published: CRC-32, ISO 3309]; throws BadZip where it is missing or damaged. */
  read: (name: string) => Promise<Buffer>
  close: () => void
}

const mega = (bytes: number): string => `${Math.floor(bytes / 1024 / 1024)} MB`

/** Opens a zip, from its bytes or a file's path, and reads its directory; nothing is unpacked yet. */
export async function unpack(from: Buffer | string, limits: UnpackLimits): Promise<Unpacked> {
  // Sizes are counted here: what the zip says of them is a claim.
  const options = { validateEntrySizes: false, lazyEntries: true, autoClose: false }
  const zip = await (
    typeof from === 'string' ? openPromise(from, options) : fromBufferPromise(from, options)
  ).catch((e: NodeJS.ErrnoException) => {
    if (e.code) throw e
    throw new BadZip('it is no zip file, or a damaged one')
  })
  const held = new Map<string, Entry>()
  let left = limits.all
  try {
    if (zip.entryCount > limits.entries)
      throw new TooMuchInZip(`it holds ${zip.entryCount} files, and up to ${limits.entries} are taken`)
    for await (const e of zip.eachEntry()) {
      if (held.size >= limits.entries)
        throw new TooMuchInZip(`it holds more than the ${limits.entries} files that are taken`)
      if (held.has(e.fileName)) throw new BadZip(`${e.fileName.slice(0, 60)} is twice in it`)
      held.set(e.fileName, e)
    }
  } catch (e) {
    zip.close()
    throw e instanceof BadZip ? e : new BadZip('it is no zip file, or a damaged one')
  }
  const tooMuch = (name: string, most: number): never => {
    throw new TooMuchInZip(
      most === limits.one
        ? `${name} in it is larger than the ${mega(limits.one)} that are taken`
        : most === left
          ? `unpacked it is larger than the ${mega(limits.all)} that are taken`
          : `${name} in it unpacks to more than ${limits.ratio} times its size`,
    )
  }
  /** A file's bytes as they are packed. */
  const rawOf = async (e: Entry): Promise<Buffer> => {
    if (typeof from !== 'string') {
      const { fileDataStart } = await zip.readLocalFileHeaderPromise(e, { minimal: true })
      if (fileDataStart + e.compressedSize > from.length) throw new BadZip(`${e.fileName} in it is cut short`)
      return from.subarray(fileDataStart, fileDataStart + e.compressedSize)
    }
    const pieces: Buffer[] = [],
      stream = await zip.openReadStreamPromise(e, { decodeFileData: false })
    for await (const piece of stream as AsyncIterable<Buffer>) pieces.push(piece)
    return Buffer.concat(pieces)
  }
  return {
    names: [...held.keys()],
    has: name => held.has(name),
    read: async name => {
      const e = held.get(name)
      if (!e) throw new BadZip(`${name} is missing in it`)
      // However large it says it is, no more than this is ever unpacked.
      const most = Math.max(1, Math.min(limits.one, left, Math.floor(FREE + e.compressedSize * limits.ratio)))
      let bytes: Buffer
      try {
        const raw = await rawOf(e)
        if (e.compressionMethod === STORED) bytes = raw
        else if (e.compressionMethod === DEFLATED)
          bytes = await (raw.length < SMALL
            ? inflateRawSync(raw, { maxOutputLength: most })
            : inflated(raw, { maxOutputLength: most }))
        else throw new BadZip(`${name} in it is packed in a way that is not read here`)
      } catch (x) {
        if (x instanceof BadZip) throw x
        if ((x as NodeJS.ErrnoException).code !== 'ERR_BUFFER_TOO_LARGE')
          throw new BadZip(`${name} in it is damaged`)
        bytes = Buffer.alloc(0)
        tooMuch(name, most)
      }
      if (bytes.length > most) tooMuch(name, most)
      left -= bytes.length
      if (crc32(bytes) !== e.crc32) throw new BadZip(`${name} in it is damaged`)
      return bytes
    },
    close: () => zip.close(),
  }
}
