import { useNavigate } from 'react-router'
import { differing, settingsIn } from '../../core/document/settings.ts'
import type { Part } from '../../core/parts/part.ts'
import { readPartsCsv } from '../../core/shelf/partsCsv.ts'
import { counted } from '../../core/text/text.ts'
import { api, Refused } from '../stores/api.ts'
import { useSettings } from '../stores/settingsStore.ts'
import { lookAt, sayProblem } from './sayProblem.ts'
import { AWAY, type Act, type Trouble } from './useBuilds.ts'

const MOST_BYTES = 4 * 1024 * 1024
const MOST_ZIPPED = 256 * 1024 * 1024
/** Whether a file is a zip, by how it begins [published: PKWARE, APPNOTE]. */
const isZip = async (f: File): Promise<boolean> => (await f.slice(0, 4).text()) === 'PK\u0003\u0004'
/** Brings in what a file holds: a build with or without its photos, a shelf, a table of parts, a leaflet's text. */
export function useBringIn(act: Act, setTrouble: (t: Trouble) => void) {
  const navigate = useNavigate()
  const bringIn = async (text: string, name: string, copy = false): Promise<void> => {
    const d = lookAt(text, name)
    if (d.sort === 'wrong') return setTrouble({ title: d.title, lines: d.lines.filter(Boolean) })
    if (d.sort === 'leaflet') return void navigate('/new?have=kit', { state: { leaflet: d.text } })
    if (d.sort === 'table') {
      const r = readPartsCsv(d.text, {})
      if (r.problems.length)
        return setTrouble({
          title: `${name} is a table, and not all of it could be read as parts.`,
          lines: r.problems.slice(0, 8).map(p => `${p.path}: ${p.reason}`),
        })
      return act(`${counted(r.parts.length, 'part')} put on the shelf.`, () => api.putOnShelf(r.parts))
    }
    if (d.sort === 'shelf')
      return act(`${counted(d.parts.length, 'part')} put on the shelf.`, () => api.putOnShelf(d.parts as Part[]))
    try {
      const { build } = await api.create(d.text, copy)
      // What a result depends on came with the file: it is offered to the workshop, and the build keeps it meanwhile.
      const differs = differing(settingsIn(build), useSettings.getState().settings)
      void navigate(differs.length ? `/settings?from=${build.id}` : `/b/${build.id}/fit`)
    } catch (e) {
      if (!(e instanceof Refused)) return setTrouble(AWAY)
      setTrouble({
        title: e.code === 'id-taken' ? e.message : `${name} could not be brought in; nothing was changed.`,
        lines: e.problems.slice(0, 8).map(p => sayProblem(d.document, p)),
        ...(e.code === 'id-taken' ? { retry: text } : {}),
      })
    }
  }
  /** A build with its photos and other files. */
  const bringInZip = async (file: Blob & { name: string }): Promise<void> => {
    try {
      const { build } = await api.create(file, true)
      const differs = differing(settingsIn(build), useSettings.getState().settings)
      void navigate(differs.length ? `/settings?from=${build.id}` : `/b/${build.id}/fit`)
    } catch (e) {
      if (!(e instanceof Refused)) return setTrouble(AWAY)
      setTrouble({
        title: `${file.name} could not be brought in; nothing was changed.`,
        lines: [e.message, ...e.problems.slice(0, 8).map(p => `${p.path}: ${p.reason}`)],
      })
    }
  }
  const pick = async (file: File | undefined) => {
    if (!file) return
    const zipped = await isZip(file)
    if (zipped && file.size > MOST_ZIPPED)
      return setTrouble({
        title: `${file.name} is larger than 256 MB.`,
        lines: ['A build with its photos is far smaller: is it the right one?'],
      })
    if (zipped) return bringInZip(file)
    if (file.size > MOST_BYTES)
      return setTrouble({
        title: `${file.name} is larger than 4 MB.`,
        lines: ['A build file is far smaller: is it the right one?'],
      })
    await bringIn(await file.text(), file.name)
  }
  return { bringIn, pick }
}
