import { NotWhole, type MakeCopy } from '../keep/keeper.ts'
import { pool, type Do } from './pool.ts'

/** Makes a workshop's copies in a thread of its own: others read and write while it packs. */
export const copyApart = (data: string): { make: MakeCopy; work: Do; close: () => Promise<void> } => {
  const threads = pool({ patience: Infinity })
  return {
    make: async (to, at, upto) => {
      const made = await threads.work('copy', { data, to, at, upto })
      if ('notWhole' in made) throw new NotWhole()
      return made.file
    },
    work: threads.work,
    close: threads.close,
  }
}
