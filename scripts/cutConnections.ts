import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { cutConnections } from '../tests/support/cutConnections.ts'
import { startPostgres } from '../tests/support/postgres.ts'
import { startServer } from '../tests/support/server.ts'

/** Two servers on one PostgreSQL server while its connections are ended every second. npm run connections [seconds] */
const seconds = Number(process.argv[2] ?? 120),
  data = mkdtempSync(join(tmpdir(), 'snugbolt-connections-')),
  postgres = await startPostgres(),
  url = postgres.database(),
  benches = [
    await startServer(join(data, '0'), { DATABASE_URL: url }),
    await startServer(join(data, '1'), { DATABASE_URL: url }),
  ]
const r = await cutConnections(benches, url, { seconds })
const ended = benches.filter(b => b.process.exitCode !== null).length
console.log(
  `${seconds} s: ${r.ended} connections ended, ${r.acknowledged} saves acknowledged, ${r.lost.length} lost, ${ended} servers ended; answers ${JSON.stringify(r.answers)}, the slowest after ${(r.slowest / 1000).toFixed(1)} s.`,
)
for (const b of benches) await b.kill()
postgres.close()
rmSync(data, { recursive: true, force: true })
process.exitCode = r.lost.length || ended ? 1 : 0
