import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Command } from 'commander'
import { openDatabase } from '../server/db/openDatabase.ts'
import { copyOf, entriesIn, NoCopy } from '../server/keep/copy.ts'
import { writeWhole } from '../server/keep/writeWhole.ts'
import { filesIn } from '../server/keep/files.ts'
import { openKeeper } from '../server/keep/keeper.ts'
import { rebuild } from '../server/keep/rebuild.ts'
import { planRestore, restore, type RestorePlan } from '../server/keep/restore.ts'
import { examine, FolderTrouble, lives, placesIn } from '../server/keep/workshopFolder.ts'
import { FolderInUse, lockFolder } from '../server/lockFolder.ts'
import { databaseFolder } from '../server/prepareFolder.ts'
import { projectRoot } from '../server/projectRoot.ts'
import { InputError } from './loadBuild.ts'

const dataFolder = () => process.env.SNUGBOLT_DATA ?? join(projectRoot(), 'data')

/** Does something with a data folder that nobody else has open; what is wrong with it is bad input, not a crash. */
async function alone<T>(data: string, work: () => Promise<T>): Promise<T> {
  try {
    // A folder of a mistyped name is not made into a workshop.
    if (!lives(data) && !existsSync(databaseFolder(data)))
      throw new FolderTrouble(`No workshop lives in ${data}: there is no database, no copy and no journal.`)
    const unlock = lockFolder(data)
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

/** backup, restore and rebuild: a workshop's whole data, with nothing else open on it. */
export function workshopCommands(program: Command, say: (x: unknown) => void): void {
  const where = (c: Command) => c.option('--data <folder>', 'the data folder', dataFolder())
  where(program.command('backup <file>'))
    .description(
      'write the whole workshop as a zip of open files; from a running one take the button or /api/backup',
    )
    .action(async (file: string, o: { data: string }) => {
      await alone(o.data, async () => {
        examine(o.data)
        const { db, close } = await openDatabase({ folder: databaseFolder(o.data) })
        try {
          const keeper = await openKeeper(db, o.data, t => process.stderr.write(t + '\n'))
          writeWhole(file, await copyOf(db, new Date()))
          await keeper.close()
        } finally {
          await close()
        }
      })
      say(`${file} holds the whole workshop.`)
    })
  where(program.command('restore <file>'))
    .description('show what bringing a backup back would change; with --do, bring it back')
    .option('--do', 'do it', false)
    .action(async (file: string, o: { data: string; do: boolean }) => {
      await alone(o.data, async () => {
        let copy: ReturnType<typeof entriesIn>
        try {
          copy = entriesIn(readFileSync(file))
        } catch (e) {
          throw new InputError(`${file}: ${(e as Error).message}`)
        }
        examine(o.data)
        const { db, close } = await openDatabase({ folder: databaseFolder(o.data) })
        try {
          const keeper = await openKeeper(db, o.data, t => process.stderr.write(t + '\n'))
          for (const line of planWords(await planRestore(db, copy.entries))) say(line)
          if (o.do) {
            await keeper.keepCopy()
            // A copy of the day has no attachments in it: they lie beside it.
            const beside = filesIn(placesIn(o.data).attachments)
            await restore(
              db,
              copy.entries,
              keeper.keep,
              keeper.files,
              hash => copy.files.get(hash) ?? beside.read(hash),
            )
            say('Done. A copy of how it was before lies among the copies.')
          } else say('Nothing was changed. With --do it is brought back.')
          await keeper.close()
        } finally {
          await close()
        }
      })
    })
  where(program.command('rebuild'))
    .description(
      'make a damaged workshop’s database anew from its newest copy and its journal; the old one is put aside',
    )
    .action(async (o: { data: string }) => {
      const r = await alone(o.data, () => rebuild(o.data))
      for (const d of r.damagedCopies) say(`${d.file} was left out: ${d.why}`)
      say(
        `Rebuilt from ${r.copy ?? 'the journal alone'} and the journal: ${r.builds} builds, ${r.parts} parts.${r.badLines ? ` ${r.badLines} torn lines of the journal were left out.` : ''}${r.aside ? ` The old database lies in ${r.aside}.` : ''}`,
      )
    })
}
