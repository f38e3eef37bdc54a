import { expose } from 'comlink'
import { strToU8, zipSync } from 'fflate'
import type { Build } from '../../core/build/build.ts'
import { HOLE_GROUPS, type HoleGroup } from '../../core/drill/hole.ts'
import { drawingDxf } from '../../core/drill/templates/drawingDxf.ts'
import { drawingSvg } from '../../core/drill/templates/drawingSvg.ts'
import type { Drawing } from '../../core/drill/templates/drawing.ts'
import { sheetsPdf } from '../../core/drill/templates/sheetsPdf.ts'
import { practicePiece, templatesOf } from '../../core/drill/templates/templates.ts'
import { drillWork } from '../../core/fit/drillWork.ts'

export type SheetFormat = 'pdf' | 'svg' | 'dxf'

/** Which drawings: all of a build, one by its id, or the practice piece of a group of holes. */
export type Wanted = 'all' | { id: string } | { practice: HoleGroup }

/** A file to keep, and how long it took to make. */
export interface MadeFile { bytes: Uint8Array<ArrayBuffer>; name: string; type: string; ms: number }

const TYPES: Record<SheetFormat, string> = { pdf: 'application/pdf', svg: 'image/svg+xml', dxf: 'image/vnd.dxf' }
const TEXT = { svg: drawingSvg, dxf: drawingDxf } as const

function drawingsOf(build: Build, wanted: Wanted): Drawing[] {
  const work = drillWork(build)
  if (!work) return []
  if (wanted !== 'all' && 'practice' in wanted) {
    const d = HOLE_GROUPS.includes(wanted.practice) ? practicePiece(work, wanted.practice) : undefined
    return d ? [d] : []
  }
  const all = templatesOf(work)
  return wanted === 'all' ? all : all.filter(d => d.id === wanted.id)
}

const maker = {
  /** Draws the sheets and tells how far it is, 0…1; many files in one format come as a zip. */
  make: async (build: Build, wanted: Wanted, format: SheetFormat, tell: (share: number) => void): Promise<MadeFile | undefined> => {
    const began = performance.now(), drawings = drawingsOf(build, wanted), [first] = drawings
    if (!first) return undefined
    const stem = wanted === 'all' ? `${build.id}-templates` : `${build.id}-${first.id}`
    const file = (bytes: Uint8Array<ArrayBuffer>, ending: string, type: string): MadeFile => ({ bytes, name: `${stem}.${ending}`, type, ms: performance.now() - began })
    if (format === 'pdf') return file(new Uint8Array(await sheetsPdf(`${build.name}: templates`, drawings, build.preferences.print, tell)), 'pdf', TYPES.pdf)
    if (wanted !== 'all') return file(new Uint8Array(strToU8(TEXT[format](first))), format, TYPES[format])
    return file(new Uint8Array(zipSync(Object.fromEntries(drawings.map((d, i) => { tell(i / drawings.length); return [`${build.id}-${d.id}.${format}`, strToU8(TEXT[format](d))] })))), `${format}.zip`, 'application/zip')
  },
}

export type TemplateMaker = typeof maker
expose(maker)
