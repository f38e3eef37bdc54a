import { execFileSync } from 'node:child_process'

/** What is written on a PDF's pages, with its lines as they lie; read by pdftotext, a general-purpose program. */
export const pdfText = (bytes: Uint8Array): string =>
  execFileSync('pdftotext', ['-layout', '-', '-'], { input: bytes, encoding: 'utf8' })
