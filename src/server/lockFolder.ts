import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

/** Another process has the data folder open. */
export class FolderInUse extends Error {}

/** What a system says of a folder that cannot be written [published: POSIX, errno]; said for whoever has to mend it. */
const UNWRITABLE: Record<string, string> = {
  EACCES: 'this user may not write there',
  EPERM: 'this user may not write there',
  EROFS: 'its disk is mounted read-only',
  ENOTDIR: 'something on the way to it is a file',
  ENOSPC: 'its disk is full',
}

/** The same trouble in plain words, where it is one of writing; else as it came. */
export function inPlainWords(folder: string, e: unknown): unknown {
  const why = UNWRITABLE[(e as NodeJS.ErrnoException).code ?? '']
  return why === undefined
    ? e
    : new Error(
        `The data folder ${folder} cannot be written: ${why}. Nothing was changed. Mend that, or start with another folder (SNUGBOLT_DATA).`,
      )
}

/** When a process began, as far as the system tells: a number reused by another has another start; '' when it has ended. */
function startOf(pid: number): string | undefined {
  try {
    const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1]!.split(' ')
    return fields[0] === 'Z' ? '' : fields[19]
  } catch {
    return undefined
  }
}

function alive(pid: number, start: string): boolean {
  try {
    process.kill(pid, 0)
  } catch (e) {
    if ((e as NodeJS.ErrnoException).code !== 'EPERM') return false
  }
  const now = startOf(pid)
  return now === undefined || start === '' ? now !== '' : now === start
}

/**
 * Takes the data folder for this process. One that was killed leaves its lock behind; it is taken over when that
 * process is gone. Throws FolderInUse when it is not.
 */
export function lockFolder(folder: string): () => void {
  try {
    mkdirSync(folder, { recursive: true })
  } catch (e) {
    throw inPlainWords(folder, e)
  }
  const file = join(folder, 'in-use')
  const own = `${process.pid} ${startOf(process.pid) ?? ''}`
  for (let tries = 0; ; tries++) {
    try {
      writeFileSync(file, own, { flag: 'wx' })
      return () => rmSync(file, { force: true })
    } catch (e) {
      if ((e as NodeJS.ErrnoException).code !== 'EEXIST' || tries > 3) throw inPlainWords(folder, e)
      const [pid = '0', start = ''] = readFileSync(file, 'utf8').split(' ')
      if (Number(pid) > 0 && alive(Number(pid), start))
        throw new FolderInUse(
          `The data folder ${folder} is in use by process ${pid}. Stop it, or start with another folder (SNUGBOLT_DATA).`,
        )
      rmSync(file, { force: true })
    }
  }
}
