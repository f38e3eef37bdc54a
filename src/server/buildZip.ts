import { strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate'
import type { Attachment, Build } from '../core/build/build.ts'
import type { AttachmentStore } from './attachmentStore.ts'
import { hashOf } from './keep/files.ts'

/** A zip that is no build, or is damaged: said for whoever sent it. */
export class NoBuildZip extends Error {}

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
export async function buildZip(build: Build, store: Pick<AttachmentStore, 'bytes'>, at: Date): Promise<Uint8Array> {
  const files: Zippable = { [DOCUMENT]: strToU8(JSON.stringify(build, null, 2) + '\n') }
  for (const a of build.attachments ?? []) {
    const bytes = files[nameOf(a)] ? undefined : await store.bytes(a.hash)
    // What is packed already gains nothing from being packed again.
    if (bytes) files[nameOf(a)] = [bytes, { level: a.type.startsWith('image/') ? 0 : 6 }]
  }
  return zipSync(files, { level: 6, mtime: at })
}

/** The document in such a zip, as text, and a way to its files, each proven by its hash. */
export function readBuildZip(bytes: Uint8Array): {
  document: string
  fileOf: (a: Attachment) => Uint8Array | undefined
} {
  let files: Record<string, Uint8Array>
  try {
    files = unzipSync(bytes)
  } catch {
    throw new NoBuildZip('it is no zip file, or a damaged one')
  }
  const document = files[DOCUMENT]
  if (!document) throw new NoBuildZip(`${DOCUMENT} is missing in it`)
  return {
    document: strFromU8(document),
    fileOf: a => {
      const held = files[nameOf(a)]
      if (held && hashOf(held) !== a.hash) throw new NoBuildZip(`${nameOf(a)} in it is damaged`)
      return held
    },
  }
}
