import type { Disk } from '../disk/disk.ts'
import { recordFile } from './keptRecords.ts'
import type { Session, SessionStore } from './sessions.ts'

/** Devices that were paired, in a file of the data folder. */
export const sessionFile = (disk: Disk, file: string, tell?: (text: string) => void): Promise<SessionStore> =>
  recordFile<Session>(
    disk,
    file,
    {
      format: 'snugbolt-paired-devices',
      under: 'devices',
      lost: 'no device is paired any more. Pair them again.',
    },
    tell,
  )
