import { spawnSync } from 'node:child_process'
import { fileURLToPath } from 'node:url'

/**
 * Asks the registry whether anything that is shipped has a known weakness. Ends with 1 where there is one of some weight;
 * where no registry answers that is said, and nothing is known.
 */
const root = fileURLToPath(new URL('..', import.meta.url)),
  r = spawnSync('npm', ['audit', '--omit=dev', '--json'], { cwd: root, encoding: 'utf8', timeout: 120_000 })
let found
try {
  found = JSON.parse(r.stdout)
} catch {
  found = undefined
}
if (!found?.metadata) {
  console.log(
    `No registry answers that question here: ${found?.message ?? r.stderr.trim().split('\n').at(-1) ?? 'no answer'}. Nothing is known.`,
  )
  process.exit(0)
}
const { vulnerabilities } = found.metadata,
  grave = vulnerabilities.high + vulnerabilities.critical
console.log(`Of what is shipped: ${JSON.stringify(vulnerabilities)}.`)
for (const [name, v] of Object.entries(found.vulnerabilities))
  console.log(`${name}, ${v.severity}: ${v.via.map(x => (typeof x === 'string' ? x : x.title)).join('; ')}`)
process.exit(grave ? 1 : 0)
