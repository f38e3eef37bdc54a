import { mkdirSync, openSync, closeSync, readdirSync, renameSync, rmSync } from 'node:fs'
import { createHash, randomBytes } from 'node:crypto'
import { connect, createServer, type Server } from 'node:net'
import { join, resolve } from 'node:path'

/** Another process has the data folder open. */
export class FolderInUse extends Error {}

/** What a system says of a folder that cannot be written [published: POSIX, errno]; said for whoever has to mend it. */
const UNWRITABLE: Record<string, string> = {
  EACCES: 'this user may not write there',
  EPERM: 'this user may not write there',
  EROFS: 'its disk is mounted read-only',
  ENOTDIR: 'something on the way to it is a file',
  EEXIST: 'a file has its name',
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

const inUse = (folder: string, pid: string) =>
  new FolderInUse(
    `The data folder ${folder} is in use by process ${pid}. Stop it, or start with another folder (SNUGBOLT_DATA).`,
  )

/** What a process says through its socket: that it has the folder, or that it is about to take it. */
type Says = { pid: string; holds: boolean }
/** How long a process on this machine may take to say who it is, ms, and how often one that has not decided is asked. */
const PATIENCE = 3000
const AGAIN = 20

/** What whoever listens at an address says; undefined where nobody does: the socket of a process that has ended. */
const ask = (address: string): Promise<Says | undefined> =>
  new Promise(done => {
    const socket = connect(address)
    let text = ''
    socket.setEncoding('utf8')
    socket.setTimeout(PATIENCE, () => socket.destroy())
    socket.on('data', (d: string) => (text += d))
    socket.on('error', (e: NodeJS.ErrnoException) => {
      // Nobody is behind it, or its name is gone; any other trouble is taken for somebody.
      if (e.code === 'ECONNREFUSED' || e.code === 'ENOENT') done(undefined)
    })
    socket.on('close', () => {
      const [pid = '', state] = text.trim().split(' ')
      done({ pid: pid || 'unknown', holds: state !== 'taking' })
    })
  })

const listen = (server: Server, address: string): Promise<void> =>
  new Promise((done, failed) => {
    server.once('error', failed)
    server.listen(address, () => {
      server.off('error', failed)
      done()
    })
  })

/**
 * Takes the data folder for this process. What holds it is a socket that the system closes when the process ends, however
 * it ends: nothing is left that would have to be judged and cleared away. Each process listens in the folder under a name of
 * its own before it looks at the others, so of two at least one sees the other; the lower name goes first. Throws FolderInUse
 * where another has it, or is taking it.
 */
export async function lockFolder(folder: string): Promise<() => void> {
  try {
    mkdirSync(folder, { recursive: true })
  } catch (e) {
    throw inPlainWords(folder, e)
  }
  let holds = false
  const server = createServer(socket => {
    socket.on('error', () => undefined)
    socket.end(`${process.pid} ${holds ? 'holds' : 'taking'}\n`)
  })
  // The lock itself keeps nothing running.
  server.unref()
  if (process.platform === 'win32') {
    // A named pipe is of the system's own, and there is one of a name.
    const name = createHash('sha256').update(resolve(folder).toLowerCase()).digest('hex').slice(0, 32),
      address = `\\\\.\\pipe\\snugbolt-${name}`
    await listen(server, address).catch(async (e: NodeJS.ErrnoException) => {
      throw e.code === 'EADDRINUSE' ? inUse(folder, (await ask(address))?.pid ?? 'unknown') : e
    })
    holds = true
    return () => server.close()
  }
  const lock = join(folder, 'in-use'),
    name = `${randomBytes(8).toString('hex')}.sock`
  let at: ReturnType<typeof socketsIn>
  try {
    // What an older version left there was a file.
    rmSync(lock, { force: true, recursive: false })
  } catch {
    // It is the folder already.
  }
  try {
    mkdirSync(lock, { recursive: true })
    at = socketsIn(lock)
  } catch (e) {
    throw inPlainWords(folder, e)
  }
  const own = join(lock, name),
    give = () => {
      rmSync(own, { force: true })
      server.close()
      at.close()
    }
  try {
    // Under its name it is only once somebody listens: one that does not answer is one that has ended.
    await listen(server, at.address(`${name}.new`))
    renameSync(join(lock, `${name}.new`), own)
    for (const other of readdirSync(lock).filter(n => n.endsWith('.sock') && n !== name))
      for (;;) {
        const says = await ask(at.address(other))
        if (!says) {
          rmSync(join(lock, other), { force: true })
          break
        }
        if (says.holds || other < name) throw inUse(folder, says.pid)
        await new Promise(done => setTimeout(done, AGAIN))
      }
    holds = true
    return give
  } catch (e) {
    give()
    throw e instanceof FolderInUse ? e : inPlainWords(folder, e)
  }
}

/** Longest address of a socket in a folder [published: Linux, unix(7): 108 bytes with its end; others have 104]. */
const LONGEST = 100

/** How the sockets in a folder are addressed: where its path is too long, through the open folder. */
function socketsIn(lock: string): { address: (name: string) => string; close: () => void } {
  if (Buffer.byteLength(join(lock, 'x'.repeat(26))) <= LONGEST || process.platform !== 'linux')
    return { address: n => join(lock, n), close: () => undefined }
  const fd = openSync(lock, 'r')
  return { address: n => `/proc/self/fd/${fd}/${n}`, close: () => closeSync(fd) }
}
