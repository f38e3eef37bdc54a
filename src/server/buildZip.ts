import { readBuildText, type BuildRead } from '../core/document/readBuild.ts'
import { LARGEST_ATTACHMENT, type Attachment, type Build } from '../core/document/build.ts'
import type { AttachmentStore } from './attachmentStore.ts'
import { hashOf } from './keep/attachmentFiles.ts'
import { LARGEST_BUILD, MOST_ATTACHMENTS } from './limits.ts'
import { packed, type ZipItem } from './zip/pack.ts'
import { BadZip, TooMuchInZip, unpack } from './zip/unpack.ts'

const DOCUMENT = 'build.json'
const ENDINGS: Record<Attachment['type'], string> = {
  'image/jpeg': 'jpg',
  'image/png': 'png',
  'image/webp': 'webp',
  'application/pdf': 'pdf',
  'audio/wav': 'wav',
  'text/plain': 'txt',
}
const nameOf = (a: Pick<Attachment, 'hash' | 'type'>): string => `attachments/${a.hash}.${ENDINGS[a.type]}`

/** A build with its photos and other files as one zip: build.json, and each file by its hash. */
export function buildZip(build: Build, store: Pick<AttachmentStore, 'bytes'>, at: Date): Promise<Uint8Array> {
  async function* items(): AsyncGenerator<ZipItem> {
    yield { name: DOCUMENT, bytes: Buffer.from(JSON.stringify(build, null, 2) + '\n') }
    const seen = new Set<string>()
    for (const a of build.attachments ?? []) {
      const name = nameOf(a),
        bytes = seen.has(name) ? undefined : await store.bytes(a.hash)
      seen.add(name)
      if (bytes) yield { name, bytes, packed: a.type.startsWith('image/') }
    }
  }
  return packed(items(), at)
}

/** How much such a zip may hold, unpacked. A drawing packs to a tenth, a text of one letter to a thousandth. */
const LIMITS = {
  entries: MOST_ATTACHMENTS + 1,
  one: Math.max(LARGEST_ATTACHMENT, LARGEST_BUILD),
  all: 512 * 1024 * 1024,
  ratio: 200,
}

/** A build that came in a zip, and a way to its files, each proven by its hash. */
export interface BuildInZip {
  read: BuildRead
  fileOf: (a: Attachment) => Promise<Uint8Array | undefined>
  close: () => void
}

/**
 * Opens a build that comes with its files as a zip. Throws BadZip where it is none, is damaged, or holds more than is taken.
 * @param reading how the document is read
 */
export async function readBuildZip(
  bytes: Buffer,
  reading: (text: string) => Promise<BuildRead> | BuildRead = readBuildText,
): Promise<BuildInZip> {
  const zip = await unpack(bytes, LIMITS)
  try {
    const document = await zip.read(DOCUMENT)
    if (document.length > LARGEST_BUILD)
      throw new TooMuchInZip(
        `${DOCUMENT} in it is larger than the ${Math.floor(LARGEST_BUILD / 1024 / 1024)} MB that a build may have`,
      )
    return {
      read: await reading(document.toString('utf8')),
      fileOf: async a => {
        if (!zip.has(nameOf(a))) return undefined
        const held = await zip.read(nameOf(a))
        if (hashOf(held) !== a.hash) throw new BadZip(`${nameOf(a)} in it is damaged`)
        return held
      },
      close: zip.close,
    }
  } catch (e) {
    zip.close()
    throw e
  }
}
