import { statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Build, Paper } from '../core/document/build.ts'
import { templateFile, type TemplateFormat } from '../core/drill/templates/templateFile.ts'
import { templateDrawings } from '../core/fit/templateDrawings.ts'
import { InputError } from './loadBuild.ts'

export interface TemplateOptions {
  out: string
  format: TemplateFormat
  paper?: Paper
}

/** Writes a build's templates into a folder and returns the names of the files. */
export async function saveTemplates(build: Build, o: TemplateOptions): Promise<{ build: string; files: string[] }> {
  if (!statSync(o.out, { throwIfNoEntry: false })?.isDirectory())
    throw new InputError(`--out ${o.out}: wants a folder that exists`)
  const [first, ...rest] = templateDrawings(build, 'all') ?? []
  if (!first) throw new InputError('templates: neck, bridge and strings have to be chosen first')
  const printing = { ...build.preferences.print, ...(o.paper ? { paper: o.paper } : {}) }
  const sets: [string, typeof first, ...(typeof first)[]][] =
    o.format === 'pdf' ? [['templates', first, ...rest]] : [first, ...rest].map(d => [d.id, d])
  const files: string[] = []
  for (const [name, head, ...others] of sets) {
    const file = join(o.out, `${build.id}-${name}.${o.format}`)
    try {
      writeFileSync(file, await templateFile(`${build.name}: templates`, [head, ...others], o.format, printing))
    } catch (e) {
      throw new InputError(`${file}: cannot be written (${(e as NodeJS.ErrnoException).code ?? 'error'})`)
    }
    files.push(file)
  }
  return { build: build.id, files }
}
