import { spawnSync } from 'node:child_process'
import { chownSync, existsSync, mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs'
import net from 'node:net'
import { tmpdir, userInfo } from 'node:os'
import { join } from 'node:path'

const HOME = '/usr/lib/postgresql'

/** Where Debian's package puts the server's programs, the newest version's. */
function programs(): string {
  const [newest] = existsSync(HOME)
    ? readdirSync(HOME)
        .filter(v => existsSync(join(HOME, v, 'bin/initdb')))
        .sort((a, b) => Number(b) - Number(a))
    : []
  if (!newest) throw new Error('Debian’s package postgresql is not installed')
  return join(HOME, newest, 'bin')
}

/** A user that the server runs as: it refuses to be root. */
function runner(): { uid?: number; gid?: number } {
  if (userInfo().uid !== 0) return {}
  const id = (what: string) => Number(spawnSync('id', [what, 'postgres'], { encoding: 'utf8' }).stdout)
  return { uid: id('-u'), gid: id('-g') }
}

const freePort = (): Promise<number> =>
  new Promise(done => {
    const s = net.createServer().listen(0, '127.0.0.1', () => {
      const { port } = s.address() as net.AddressInfo
      s.close(() => done(port))
    })
  })

/** A PostgreSQL server of the tests' own, on loopback, thrown away when it is closed. */
export interface Postgres {
  /** An empty database on it, by its address. */
  database: () => string
  /** Stops it as a crash would, or asks it to end; and starts it again on the same port. */
  stop: (how?: 'immediate' | 'fast') => void
  start: () => void
  /** Freezes all of it as a machine that hangs, and lets it go on. */
  freeze: () => void
  thaw: () => void
  port: number
  close: () => void
}

export async function startPostgres(): Promise<Postgres> {
  const bin = programs(),
    as = runner(),
    folder = mkdtempSync(join(tmpdir(), 'snugbolt-postgres-')),
    port = await freePort()
  if (as.uid !== undefined) chownSync(folder, as.uid, as.gid!)
  const run = (program: string, ...args: string[]) => {
    const r = spawnSync(join(bin, program), args, { ...as, cwd: folder, encoding: 'utf8', stdio: 'pipe' })
    if (r.status !== 0) throw new Error(`${program} ${args.join(' ')}: ${r.stderr || r.stdout}`)
  }
  const data = join(folder, 'data')
  run('initdb', '-D', data, '-U', 'bench', '--auth=trust', '-N', '-E', 'UTF8', '--no-locale')
  const start = () =>
    run(
      'pg_ctl',
      '-D',
      data,
      '-w',
      '-l',
      join(folder, 'log'),
      '-o',
      `-p ${port} -k ${folder} -c listen_addresses=127.0.0.1 -c fsync=off`,
      'start',
    )
  const stop = (how = 'immediate') => run('pg_ctl', '-D', data, '-w', '-m', how, 'stop')
  start()
  /** The server and every process of its own. */
  const all = (signal: string) => {
    const first = readFileSync(join(data, 'postmaster.pid'), 'utf8').split('\n')[0]!,
      ps = spawnSync('ps', ['-eo', 'pid=,ppid='], { encoding: 'utf8' }).stdout,
      own = ps
        .trim()
        .split('\n')
        .map(l => l.trim().split(/\s+/))
        .flatMap(([pid, parent]) => (pid === first || parent === first ? [pid!] : []))
    spawnSync('kill', [signal, ...own])
  }
  let n = 0
  return {
    database: () => {
      const name = `workshop_${++n}`
      run('createdb', '-h', '127.0.0.1', '-p', String(port), '-U', 'bench', name)
      return `postgres://bench@127.0.0.1:${port}/${name}`
    },
    stop,
    start,
    freeze: () => all('-STOP'),
    thaw: () => all('-CONT'),
    port,
    close: () => {
      try {
        stop()
      } catch {
        /* stopped already */
      }
      rmSync(folder, { recursive: true, force: true })
    },
  }
}
