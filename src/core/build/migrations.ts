import { VERSION } from './build.ts'

type Document = Record<string, unknown>

/** From each older version to the next. Version 1 is the first that was published. */
const STEPS: Record<number, (d: Document) => Document> = {}

/** Brings a document of an older version up to the present one; refuses versions from the future. */
export function migrate(document: Document): { ok: true; document: Document } | { ok: false; reason: string } {
  let v = document.version
  if (typeof v !== 'number' || !Number.isInteger(v) || v < 1) return { ok: false, reason: `must be a whole number from 1 to ${VERSION}` }
  if (v > VERSION) return { ok: false, reason: `is ${v}, made by a newer application; this one reads up to ${VERSION}` }
  let d = document
  while ((v as number) < VERSION) { d = STEPS[v as number]!(d); v = (v as number) + 1 }
  return { ok: true, document: d }
}
