import type { Printing } from '../../document/build.ts'
import type { Drawing } from './drawing.ts'
import { drawingDxf } from './drawingDxf.ts'
import { drawingSvg } from './drawingSvg.ts'
import { sheetsPdf, type Tell } from './sheetsPdf.ts'

/** Formats that a template comes in, with their media types [published: RFC 3778, SVG 1.1, IANA image/vnd.dxf]. */
export const TEMPLATE_FORMATS = ['pdf', 'svg', 'dxf'] as const
export type TemplateFormat = (typeof TEMPLATE_FORMATS)[number]
export const TEMPLATE_TYPES: Record<TemplateFormat, string> = {
  pdf: 'application/pdf',
  svg: 'image/svg+xml',
  dxf: 'image/vnd.dxf',
}

/** One drawing as SVG or DXF, whole and on no paper. */
export const drawingText = (d: Drawing, format: 'svg' | 'dxf'): string =>
  format === 'svg' ? drawingSvg(d) : drawingDxf(d)

/** Drawings as the bytes of one file: any number as PDF, the first of them as SVG or DXF. */
export async function templateFile(
  title: string,
  drawings: readonly [Drawing, ...Drawing[]],
  format: TemplateFormat,
  printing: Printing,
  tell?: Tell,
): Promise<Uint8Array> {
  return format === 'pdf'
    ? sheetsPdf(title, drawings, printing, tell)
    : new TextEncoder().encode(drawingText(drawings[0], format))
}
