import { existsSync } from 'node:fs'
import { dirname, join } from 'node:path'
import type { Command } from 'commander'
import { realDisk } from '../server/disk/realDisk.ts'
import { filesIn } from '../server/keep/attachmentFiles.ts'
import { NoCopy, openCopy, type Copy } from '../server/keep/copyFile.ts'
import { lives } from '../server/keep/marker.ts'
import { placesIn } from '../server/keep/places.ts'
import { rebuild } from '../server/keep/rebuild.ts'
import { rehearse } from '../server/keep/rehearse.ts'
import { planRestore, restore, type RestorePlan } from '../server/keep/restore.ts'
import { FolderTrouble } from '../server/keep/trouble.ts'
import { FolderInUse, lockFolder } from '../server/lockFolder.ts'
import { openWorkshop, type OpenWorkshop } from '../server/openWorkshop.ts'
import { dataFolder } from './dataFolder.ts'
import { InputError } from './loadBuild.ts'

/** A folder of a mistyped name is not made into a workshop. */
async function mustLive(data: string): Promise<void> {
  if (!existsSync(data) || !(await lives(realDisk, placesIn(data))))
    throw new InputError(`No workshop lives in ${data}: there is no database, no copy and no journal.`)
}

/** Does something with a data folder that nobody else has open; what is wrong with it is bad input, not a crash. */
async function alone<T>(data: string, work: () => Promise<T>): Promise<T> {
  try {
    await mustLive(data)
    const unlock = await lockFolder(data)
    try {
      return await work()
    } finally {
      unlock()
    }
  } catch (e) {
    if (e instanceof FolderInUse || e instanceof FolderTrouble || e instanceof NoCopy)
      throw new InputError(e.message)
    const code = (e as NodeJS.ErrnoException).code
    if (code) throw new InputError(`${data}: ${code}: ${(e as Error).message}`)
    throw e
  }
}

const list = (names: readonly string[]): string => (names.length ? `${names.length} (${names.join(', ')})` : 'none')

/** What a restore would do, in words. */
export const planWords = (p: RestorePlan): string[] => [
  `builds that come: ${list(p.come)}`,
  `builds that change: ${list(p.change)}`,
  `builds that go among the deleted: ${list(p.go)}`,
  `parts on the shelf: ${p.parts.come} come, ${p.parts.change} change, ${p.parts.go} go`,
  `photos and other files: ${p.attachments} come`,
  `settings: ${p.settings ? 'change' : 'as they are'}`,
]

const tell = (t: string) => void process.stderr.write(t + '\n')

/** Does something with an opened workshop and closes it again. */
async function within<T>(data: string, work: (o: OpenWorkshop) => Promise<T>): Promise<T> {
  const o = await openWorkshop(data, { tell })
  try {
    return await work(o)
  } finally {
    await o.close()
  }
}

/** Does something with a copy in a file, every document in it read as one that anybody brings. */
async function withCopy<T>(file: string, work: (copy: Copy) => Promise<T>): Promise<T> {
  let copy: Copy
  try {
    copy = await openCopy(file, { strict: true })
    await copy.prove()
  } catch (e) {
    throw new InputError(`${file}: ${(e as Error).message}`)
  }
  try {
    return await work(copy)
  } finally {
    copy.close()
  }
}

/** backup, restore and rebuild: a workshop's whole data, with nothing else open on it. */
export function workshopCommands(program: Command, say: (x: unknown) => void): void {
  const where = (c: Command) => c.option('--data <folder>', 'the data folder', dataFolder())
  where(program.command('backup <file>'))
    .description(
      'write the whole workshop as a zip of open files; from a running one take the button or /api/backup',
    )
    .action(async (file: string, o: { data: string }) => {
      await alone(o.data, () => within(o.data, w => w.keeper.backup(file)))
      say(`${file} holds the whole workshop.`)
    })
  where(program.command('restore <file>'))
    .description('show what bringing a backup back would change; with --do, bring it back')
    .option('--do', 'do it', false)
    .option(
      '--try',
      'make a workshop of it in memory and say what would be there; no data folder is touched',
      false,
    )
    .action(async (file: string, o: { data: string; do: boolean; try: boolean }) => {
      if (!o.try) await mustLive(o.data)
      if (o.do && o.try) throw new InputError('--do and --try exclude one another: --try changes nothing')
      await withCopy(file, async copy => {
        // A copy of the day has no attachments in it: they lie beside it, here or in a second place.
        const own = filesIn(realDisk, placesIn(o.data).attachments),
          besideIt = filesIn(realDisk, join(dirname(dirname(file)), 'attachments')),
          bytesOf = async (hash: string) =>
            (await copy.bytesOf(hash)) ?? (await besideIt.read(hash)) ?? (await own.read(hash))
        if (o.try) {
          const r = await rehearse(copy, bytesOf)
          say(`Made on ${copy.at.slice(0, 10)}. What would be there: builds: ${list(r.builds)}`)
          say(`deleted builds that can be had back: ${list(r.deleted)}`)
          say(`parts on the shelf: ${r.parts}`)
          say(`photos and other files: ${r.attachments}${r.missing ? `, and ${r.missing} are missing` : ''}`)
          say(`settings: ${r.settings ? 'as they were' : 'none'}`)
          say('Everything in it was read and put into a database in memory. Nothing was touched.')
          return
        }
        await alone(o.data, async () => {
          await within(o.data, async ({ db, keeper, places }) => {
            for (const line of planWords(await planRestore(db, copy))) say(line)
            if (!o.do) return say('Nothing was changed. With --do it is brought back.')
            await keeper.keepCopy()
            await restore(
              { disk: realDisk, places, db, files: keeper.files },
              copy,
              bytesOf,
              keeper.mark(),
              new Date(),
            )
          })
          if (!o.do) return
          // Its database is made from the new copy.
          await within(o.data, () => Promise.resolve())
          say('Done. A copy of how it was before lies among the copies.')
        })
      })
    })
  where(program.command('rebuild'))
    .description(
      'rebuild a damaged workshop’s database from its newest copy and its journal; the old one is put aside',
    )
    .action(async (o: { data: string }) => {
      const r = await alone(o.data, () => rebuild(o.data, tell))
      for (const d of r.damagedCopies) say(`${d.file} was left out: ${d.why}`)
      say(
        `Rebuilt from ${r.copy ?? 'the journal alone'} and the journal: ${r.builds} builds, ${r.parts} parts. The old database was put aside, not deleted.`,
      )
    })
}
