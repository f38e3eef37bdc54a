import { localDay, type Present } from '../../core/calendar/clock.ts'
import { ask } from '../../core/facts/facts.ts'
import type { GuestPage, GuestPageKind } from '../../core/handover/guestPages.ts'
import { readBuild, readBuildText, type BuildRead } from '../../core/document/readBuild.ts'
import type { Build } from '../../core/document/build.ts'
import { templateDrawings } from '../../core/fit/templateDrawings.ts'
import { templateFile, type TemplateFormat } from '../../core/drill/templates/templateFile.ts'
import { calendarFile } from '../../core/plan/calendarFile.ts'
import { plan } from '../../core/plan/plan.ts'
import type { Paper } from '../../core/document/build.ts'
import { realDisk } from '../disk/realDisk.ts'
import { copyFromFolder, NotWhole } from '../keep/keeper.ts'
import type { Mark } from '../keep/journalLine.ts'
import { placesIn } from '../keep/places.ts'
import { lookThrough, type LookedThrough } from '../keep/scrub.ts'

/** Work that takes its time, done in a thread of its own: each by its name, with plain data in and out. */
export const work = {
  /** Reads a build as it came, as text or as what JSON made of it. */
  readBuild: (input: { text: string } | { value: unknown }): BuildRead =>
    'text' in input ? readBuildText(input.text) : readBuild(input.value),

  /** Which templates a build has; nothing where they cannot be drawn yet. */
  templateList: (build: Build) =>
    templateDrawings(build, 'all')?.map(({ id, title, face, mirrored }) => ({ id, title, face, mirrored })),

  /** One template, or `all`, as a file; nothing where they cannot be drawn yet, an empty one where there is no such template. */
  template: async ({
    build,
    name,
    format,
    paper,
  }: {
    build: Build
    name: string
    format: TemplateFormat
    paper: Paper
  }): Promise<Uint8Array | undefined> => {
    const drawings = templateDrawings(build, 'all')
    if (!drawings) return undefined
    const [first, ...rest] = name === 'all' && format === 'pdf' ? drawings : drawings.filter(d => d.id === name)
    return first
      ? templateFile(first.title, [first, ...rest], format, { ...build.preferences.print, paper })
      : new Uint8Array()
  },

  calendar: ({ build, ...now }: { build: Build } & Present): string =>
    calendarFile(build, plan(build, now), now.at),

  /** A page as its guest is shown it. */
  guestPage: ({ build, of, ...now }: { build: Build; of: GuestPageKind } & Present): GuestPage => {
    const written = localDay(now.at, now.zone)
    return of === 'quote'
      ? { of, written, page: ask('quotePage', build, now) }
      : {
          of,
          written,
          page: { ...ask('handover', build, now), circuit: ask('solderDrawing', build, now) },
        }
  },

  /** Makes a copy from what lies in a data folder; tells where copies and journal do not hold all of it. */
  copy: ({
    data,
    to,
    at,
    upto,
  }: {
    data: string
    to: { copies: string } | { file: string }
    at: Date
    upto: Mark
  }): Promise<{ file: string } | { notWhole: true }> =>
    copyFromFolder(realDisk, placesIn(data), to, at, upto).then(
      file => ({ file }),
      (e: unknown) => {
        if (e instanceof NotWhole) return { notWhole: true }
        throw e
      },
    ),

  /** Reads copies, journal and photos through. */
  lookThrough: ({ data, at }: { data: string; at: Date }): Promise<LookedThrough> =>
    lookThrough(realDisk, placesIn(data), at),
}
export type Work = typeof work
export type Job = keyof Work

/** What the thread is called with. */
export default ({ job, input }: { job: Job; input: unknown }): unknown =>
  (work[job] as (input: unknown) => unknown)(input)
