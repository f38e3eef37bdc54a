// Format as Prettier has it. A program that formats as Prettier does, in a second instead of a minute, names the few files
// in which the two may differ; those are checked by Prettier itself.
import { spawnSync } from 'node:child_process'
import { join } from 'node:path'
import { root } from './prepare.mjs'

const node = (script, ...args) =>
    spawnSync(process.execPath, [join(root, 'node_modules', script), ...args], { cwd: root, encoding: 'utf8' }),
  looked = node('oxfmt/bin/oxfmt', '-c', '.prettierrc.json', '--list-different', '.'),
  differing = looked.stdout.split('\n').filter(Boolean)
// It ends with 1 where files differ, and with more where it could not look.
if (looked.status === null || looked.status > 1) {
  console.error(looked.stderr || looked.stdout)
  process.exit(1)
}
if (differing.length) {
  const checked = node('prettier/bin/prettier.cjs', '--check', '--log-level', 'warn', ...differing)
  process.stdout.write(checked.stdout + checked.stderr)
  process.exit(checked.status ?? 1)
}
