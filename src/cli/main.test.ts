import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, describe, expect, it } from 'vitest'
import { HERON_FILE } from '../../tests/support/heron.ts'

const bin = fileURLToPath(new URL('../../bin/snugbolt.mjs', import.meta.url))
const dir = mkdtempSync(join(tmpdir(), 'snugbolt-cli-'))
afterAll(() => rmSync(dir, { recursive: true, force: true }))
const run = (args: string[], input = '') => spawnSync(process.execPath, [bin, ...args], { encoding: 'utf8', input, maxBuffer: 1 << 26, cwd: dir })

describe('the command line', () => {
  it.each([['fit', 'joints'], ['finish', 'materials'], ['setup', 'adjustments'], ['plan', 'steps'], ['circuit', 'meterAtJack']])('%s prints JSON with its %s', (command, key) => {
    const r = run([command, HERON_FILE])
    expect(r.status).toBe(0)
    expect((JSON.parse(r.stdout) as Record<string, unknown[]>)[key]!.length).toBeGreaterThan(0)
    expect(r.stderr).toBe('')
  })
  it('fixes prints the cheapest set', () => expect(JSON.parse(run(['fixes', HERON_FILE]).stdout)).toMatchObject({ complete: true, left: [] }))
  it('sets prints the best complete sets, and the conflict when there is none', () => {
    const args = ['sets', HERON_FILE, '--shelf', HERON_FILE.replace('heron', 'shelf'), '--today', '2026-11-24']
    const r = JSON.parse(run([...args, '--keep', 'body', '--count', '3']).stdout) as { sets: { score: number; parts: Record<string, string> }[] }
    expect(r.sets).toHaveLength(3)
    expect(r.sets.every(s => s.parts.body === 'heron-body')).toBe(true)
    expect(JSON.parse(run([...args, '--budget', '1']).stdout)).toMatchObject({ sets: [], conflict: { wishes: ['a budget of 1'] } })
  })
  it('drill prints the hole list', () => expect((JSON.parse(run(['drill', HERON_FILE]).stdout) as unknown[]).length).toBeGreaterThan(15))
  it('schema prints the schema', () => expect(JSON.parse(run(['schema']).stdout)).toMatchObject({ title: 'Snug Bolt build, version 3' }))
  it('sample heron prints a build that the other commands read from standard input', () => {
    const sample = run(['sample', 'heron'])
    expect(sample.status).toBe(0)
    expect(run(['fit', '-'], sample.stdout).status).toBe(0)
  })
  it('circuit spice takes position, pull and knobs', () => {
    const r = run(['circuit', 'spice', HERON_FILE, '--position', 'both', '--pull', 'tone', '--knob', 'volume=0.5'])
    expect(r.stdout).toContain('* Heron: Both · Tone pulled')
    expect(r.stdout).toContain('.ac dec')
  })

  const file = (name: string, text: string) => { const f = join(dir, name); writeFileSync(f, text); return f }
  it.each<[string, () => string[], RegExp]>([
    ['a file that is not there', () => ['fit', join(dir, 'none.json')], /cannot be read/],
    ['a folder', () => ['fit', dir], /cannot be read/],
    ['broken JSON', () => ['plan', file('a.json', '{"format":')], /is not JSON/],
    ['another format', () => ['plan', file('b.json', '{}')], /format must be/],
    ['a bad field, by its path', () => { const b = JSON.parse(run(['sample', 'heron']).stdout) as { setup: { relief: number } }; b.setup.relief = -1; return ['setup', file('c.json', JSON.stringify(b))] }, /setup\.relief/],
    ['an unknown command', () => ['polish'], /unknown command/],
    ['an unknown sample', () => ['sample', '../package'], /no such sample; there is bittern, heron/],
    ['an unknown position', () => ['circuit', 'spice', HERON_FILE, '--position', 'middle'], /bridge, both, neck/],
    ['a knob beyond its end', () => ['circuit', 'spice', HERON_FILE, '--knob', 'volume=11'], /0…1/],
    ['a shelf that is none', () => ['sets', HERON_FILE, '--shelf', file('s.json', '{"parts":[{}]}')], /parts\[0\]/],
    ['a slot that is empty', () => ['sets', HERON_FILE, '--shelf', HERON_FILE.replace('heron', 'shelf'), '--keep', 'shim'], /--keep shim/],
    ['an amount that is none', () => ['sets', HERON_FILE, '--shelf', HERON_FILE, '--budget', 'lots'], /not an amount/],
    ['a pull that is not there', () => ['circuit', 'spice', HERON_FILE, '--pull', 'volume'], /no pull switch/],
  ])('refuses %s with one line and exit 2', (_what, args, words) => {
    const r = run(args())
    expect(r.status).toBe(2)
    expect(r.stdout).toBe('')
    expect(r.stderr.trim().split('\n')).toHaveLength(1)
    expect(r.stderr).toMatch(words)
  })
})
