import { expose } from 'comlink'
import { strToU8, zipSync } from 'fflate'
import type { Build } from '../../core/document/build.ts'
import {
  drawingText,
  TEMPLATE_TYPES,
  templateFile,
  type TemplateFormat,
} from '../../core/drill/templates/templateFile.ts'
import type { Drawing } from '../../core/drill/templates/drawing.ts'
import { fitted } from '../../core/drill/templates/fitted.ts'
import { circuitSheet, harnessBoard } from '../../core/print/circuitSheet.ts'
import { templateDrawings, type Wanted } from '../../core/fit/templateDrawings.ts'

/** A file to keep, and how long it took to make. */
export interface MadeFile {
  bytes: Uint8Array<ArrayBuffer>
  name: string
  type: string
  ms: number
}

/** Which sheets: templates, the circuit, or the board on which its harness is wired. */
export type Sheets = Wanted | 'circuit' | 'circuit fitted' | 'harness'

const drawingsOf = (build: Build, wanted: Sheets): Drawing[] => {
  if (wanted !== 'circuit' && wanted !== 'circuit fitted' && wanted !== 'harness')
    return templateDrawings(build, wanted) ?? []
  const sheet = wanted === 'harness' ? harnessBoard(build) : circuitSheet(build)
  if (!sheet) return []
  return [wanted === 'circuit fitted' ? fitted(sheet, build.preferences.print) : sheet]
}

const maker = {
  /** Draws the sheets and tells how far it is, 0…1; many files in one format come as a zip. Undefined when there is nothing to draw. */
  make: async (
    build: Build,
    wanted: Sheets,
    format: TemplateFormat,
    tell: (share: number) => void,
  ): Promise<MadeFile | undefined> => {
    const began = performance.now(),
      [first, ...rest] = drawingsOf(build, wanted)
    if (!first) return undefined
    const file = (bytes: Uint8Array, name: string, type: string): MadeFile => ({
      bytes: new Uint8Array(bytes),
      name,
      type,
      ms: performance.now() - began,
    })
    if (format === 'pdf' || wanted !== 'all')
      return file(
        await templateFile(`${build.name}: templates`, [first, ...rest], format, build.preferences.print, tell),
        `${build.id}-${wanted === 'all' ? 'templates' : first.id}.${format}`,
        TEMPLATE_TYPES[format],
      )
    const all = [first, ...rest]
    return file(
      zipSync(
        Object.fromEntries(
          all.map((d, i) => {
            tell(i / all.length)
            return [`${build.id}-${d.id}.${format}`, strToU8(drawingText(d, format))]
          }),
        ),
      ),
      `${build.id}-templates.${format}.zip`,
      'application/zip',
    )
  },
}

export type TemplateMaker = typeof maker
expose(maker)
