import { spawnSync } from 'node:child_process'
import { cpSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { ADDITIONS } from '../support/additions.ts'
import { LONG } from '../support/long.ts'
import { ROOT } from '../support/server.ts'

const ADDING = readFileSync(join(ROOT, 'docs/developing.md'), 'utf8').split('## Adding')[1]!.split('\n## ')[0]!,
  paragraphs = ADDING.split('\n\n').filter(p => p.trim())

describe('what docs/developing.md says of adding', () => {
  it('is tried for each sort of thing', () => {
    for (const p of paragraphs)
      expect(
        ADDITIONS.filter(a => p.startsWith(a.says)),
        p,
      ).toHaveLength(1)
    expect(ADDITIONS).toHaveLength(paragraphs.length)
  })
  it.each(ADDITIONS)('names every file that is touched: $says', a => {
    const said = paragraphs.find(p => p.startsWith(a.says))!
    const touched = [...Object.keys(a.files), ...a.edits.map(([path]) => path)]
    expect(touched.filter(path => !named(said, path))).toEqual([])
  })
})

/** Whether a paragraph names a file, or the folder that it lies in. */
const named = (said: string, path: string): boolean =>
  [...said.matchAll(/`([^`]+)`/g)].some(([, x]) => path === x || path.startsWith(`${x}/`) || path.endsWith(`/${x}`))

/** A copy of the sources to which something was added, with what the types say of it and how its proof ends. */
function tried(a: (typeof ADDITIONS)[number], scratch: string) {
  for (const of of ['src', 'tests/support']) {
    rmSync(join(scratch, of), { recursive: true, force: true })
    cpSync(join(ROOT, of), join(scratch, of), { recursive: true })
  }
  for (const [path, text] of Object.entries(a.files)) writeFileSync(join(scratch, path), text)
  for (const [path, from, to] of a.edits) {
    const text = readFileSync(join(scratch, path), 'utf8')
    expect(text.split(from), `${path} has “${from}” once`).toHaveLength(2)
    writeFileSync(
      join(scratch, path),
      text.replace(from, () => to),
    )
  }
  writeFileSync(join(scratch, 'proof.mts'), a.proof)
  const run = (script: string, ...args: string[]) => {
    const r = spawnSync(process.execPath, [join(ROOT, script), ...args], { cwd: scratch, encoding: 'utf8' })
    return r.status === 0 ? '' : r.stdout + r.stderr
  }
  return {
    types: run('node_modules/typescript-native/bin/tsc', '--noEmit'),
    proof: run('node_modules/tsx/dist/cli.mjs', 'proof.mts'),
  }
}

describe.runIf(LONG)('added to a copy of the sources as the page says', () => {
  let scratch = ''
  beforeAll(() => {
    scratch = mkdtempSync(join(tmpdir(), 'snugbolt-adding-'))
    symlinkSync(join(ROOT, 'node_modules'), join(scratch, 'node_modules'))
    for (const f of ['package.json', 'demo']) cpSync(join(ROOT, f), join(scratch, f), { recursive: true })
    const config = JSON.parse(readFileSync(join(ROOT, 'tsconfig.json'), 'utf8')) as { include: string[] }
    writeFileSync(
      join(scratch, 'tsconfig.json'),
      JSON.stringify({ ...config, include: ['src', 'proof.mts'], exclude: ['**/*.test.ts'] }),
    )
  })
  afterAll(() => rmSync(scratch, { recursive: true, force: true }))
  it.each(ADDITIONS)('$says passes the types and works, with nothing else touched', a => {
    expect(tried(a, scratch)).toEqual({ types: '', proof: '' })
  })
})
