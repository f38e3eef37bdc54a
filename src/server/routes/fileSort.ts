import type { AttachmentType } from '../../core/document/build.ts'

const text = (b: Uint8Array, from: number, to: number): string => String.fromCharCode(...b.slice(from, to))

/** How files of each type begin [published: JPEG ITU-T T.81, PNG ISO/IEC 15948, RIFF, PDF ISO 32000]. */
const BEGINS: Record<AttachmentType, (b: Uint8Array) => boolean> = {
  'image/jpeg': b => b[0] === 0xff && b[1] === 0xd8 && b[2] === 0xff,
  'image/png': b => b[0] === 0x89 && text(b, 1, 4) === 'PNG',
  'image/webp': b => text(b, 0, 4) === 'RIFF' && text(b, 8, 12) === 'WEBP',
  'audio/wav': b => text(b, 0, 4) === 'RIFF' && text(b, 8, 12) === 'WAVE',
  'application/pdf': b => text(b, 0, 5) === '%PDF-',
  // Text has no zero bytes.
  'text/plain': b => !b.subarray(0, 1024).includes(0),
}

/** Whether a file begins as its type does. */
export const sameAsSaid = (bytes: Uint8Array, type: AttachmentType): boolean => BEGINS[type](bytes)
