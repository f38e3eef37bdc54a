import { Zip, ZipDeflate, ZipPassThrough } from 'fflate'

/** A file for a zip. What is packed already, as photos are, gains nothing from being packed again. */
export interface ZipItem {
  name: string
  bytes: Uint8Array
  packed?: boolean
}

/** A zip of files, in pieces, as they come: no more than one of them is held. */
export async function* pack(items: AsyncIterable<ZipItem>, at: Date): AsyncGenerator<Uint8Array> {
  let pieces: Uint8Array[] = []
  const zip = new Zip((error, piece) => {
    if (error) throw error
    pieces.push(piece)
  })
  const taken = () => {
    const out = pieces
    pieces = []
    return out
  }
  for await (const { name, bytes, packed } of items) {
    const file = packed ? new ZipPassThrough(name) : new ZipDeflate(name, { level: 6 })
    file.mtime = at
    zip.add(file)
    file.push(bytes, true)
    yield* taken()
  }
  zip.end()
  yield* taken()
}

/** All of a zip as one piece, for one that is small. */
export async function packed(items: AsyncIterable<ZipItem>, at: Date): Promise<Uint8Array> {
  const out: Uint8Array[] = []
  for await (const piece of pack(items, at)) out.push(piece)
  return Buffer.concat(out)
}
