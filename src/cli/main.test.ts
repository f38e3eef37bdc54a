import { spawnSync } from 'node:child_process'
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { afterAll, describe, expect, it, vi } from 'vitest'
import { LONG } from '../../tests/support/long.ts'
import { HERON_FILE } from '../../tests/support/heron.ts'
import { main } from './main.ts'

const bin = fileURLToPath(new URL('../../bin/snugbolt.mjs', import.meta.url))
const dir = mkdtempSync(join(tmpdir(), 'snugbolt-cli-'))
afterAll(() => rmSync(dir, { recursive: true, force: true }))
/** The program itself, as a person starts it: with its own start and standard input. */
const started = (args: string[], input = '') =>
  spawnSync(process.execPath, [bin, ...args], { encoding: 'utf8', input, maxBuffer: 1 << 26, cwd: dir })

/** The same command inside this process: a start of the program takes longer than its work. */
async function run(args: string[]): Promise<{ status: number; stdout: string; stderr: string }> {
  const out: string[] = [],
    err: string[] = []
  const spies = [
    [process.stdout, out],
    [process.stderr, err],
  ].map(([stream, into]) =>
    vi.spyOn(stream as typeof process.stdout, 'write').mockImplementation(text => {
      ;(into as string[]).push(String(text))
      return true
    }),
  )
  try {
    return { status: await main(args), stdout: out.join(''), stderr: err.join('') }
  } finally {
    spies.forEach(s => s.mockRestore())
  }
}

describe('the command line', () => {
  it.runIf(LONG)('says nothing when whoever reads stops reading', () => {
    const r = spawnSync('sh', ['-c', `"${process.execPath}" "${bin}" fit "${HERON_FILE}" | head -c 10`], {
      encoding: 'utf8',
    })
    expect(r.stdout).toHaveLength(10)
    expect(r.stderr).not.toMatch(/EPIPE|Error/)
  })
  it.each([
    ['fit', 'joints'],
    ['meter', 'answers'],
    ['finish', 'acts'],
    ['finish', 'shopping'],
    ['setup', 'adjustments'],
    ['plan', 'steps'],
    ['circuit', 'meterAtJack'],
  ])('%s prints JSON with its %s', async (command, key) => {
    const r = await run([command, HERON_FILE])
    expect(r.status).toBe(0)
    expect((JSON.parse(r.stdout) as Record<string, unknown[]>)[key]!.length).toBeGreaterThan(0)
    expect(r.stderr).toBe('')
  })
  it('trace prints what the numbers of one hole hang on, and refuses an id that is none', async () => {
    const r = await run(['trace', HERON_FILE, '--of', 'bridge-1'])
    expect(r.status).toBe(0)
    const numbers = JSON.parse(r.stdout) as {
      label: string
      value: number
      doubt: number
      inputs: { ref: string; coefficient: number }[]
    }[]
    const along = numbers.find(n => n.label === 'along the instrument')!
    expect(along.doubt).toBeGreaterThan(1)
    // The doubt is the root of the sum of squares of what it lists, each with its weight.
    expect(along.inputs.map(i => [i.ref, Number(i.coefficient.toFixed(4))])).toContainEqual([
      'heron-bridge/dims.frontToForwardSaddle',
      1,
    ])
    const none = await run(['trace', HERON_FILE, '--of', 'bridge-99'])
    expect(none.status).toBe(2)
    expect(none.stderr).toContain('--of bridge-99: nothing of that id is marked, cut or drilled')
  })
  it('fixes prints the cheapest set', async () =>
    expect(JSON.parse((await run(['fixes', HERON_FILE])).stdout)).toMatchObject({ complete: true, left: [] }))
  it('sets prints the best complete sets, and the conflict when there is none', async () => {
    const args = ['sets', HERON_FILE, '--shelf', HERON_FILE.replace('heron', 'shelf'), '--today', '2026-11-24']
    const r = JSON.parse((await run([...args, '--keep', 'body', '--count', '3'])).stdout) as {
      sets: { score: number; parts: Record<string, string> }[]
    }
    expect(r.sets).toHaveLength(3)
    expect(r.sets.every(s => s.parts.body === 'heron-body')).toBe(true)
    expect(JSON.parse((await run([...args, '--budget', '1'])).stdout)).toMatchObject({
      sets: [],
      conflict: { wishes: ['a budget of 1'] },
    })
  })
  it('drill prints the hole list, its sentences written out', async () => {
    const holes = JSON.parse((await run(['drill', HERON_FILE])).stdout) as { why: string; warnings: string[] }[]
    expect(holes.length).toBeGreaterThan(15)
    for (const h of holes) for (const t of [h.why, ...h.warnings]) expect(typeof t).toBe('string')
    expect(holes.some(h => /\d\smm/.test([h.why, ...h.warnings].join(' ')))).toBe(true)
  })
  it('layout and cut print what they name', async () => {
    expect(JSON.parse((await run(['layout', HERON_FILE])).stdout)).toMatchObject({
      scaleLength: 628,
      impossible: [],
      tuners: { from: 'drilled' },
    })
    const cut = JSON.parse((await run(['cut', HERON_FILE])).stdout) as {
      cuts: { id: string }[]
      screws: { slot: string }[]
    }
    expect(cut.cuts.map(c => c.id)).toEqual(['cut-to-pickup-neck'])
    expect(cut.screws.map(s => s.slot)).toContain('bridge-screws')
  })
  it.each([
    ['pdf', 1],
    ['svg', 8],
    ['dxf', 8],
  ])('templates writes %s files into a folder', async (format, count) => {
    const out = mkdtempSync(join(dir, 'out-')),
      r = await run(['templates', HERON_FILE, '--out', out, '--format', format, '--paper', 'Letter'])
    expect(r.status).toBe(0)
    expect(readdirSync(out).filter(f => f.endsWith(`.${format}`)).length).toBe(count)
  })
  it('schema prints the schema', async () =>
    expect(JSON.parse((await run(['schema'])).stdout)).toMatchObject({ title: 'Snug Bolt build, version 6' }))
  it('sample heron prints a build that the other commands read from standard input', () => {
    const sample = started(['sample', 'heron'])
    expect(sample.status).toBe(0)
    expect(started(['fit', '-'], sample.stdout).status).toBe(0)
    expect(started(['polish']).status).toBe(2)
  })
  it('circuit spice takes position, pull and knobs', async () => {
    const r = await run([
      'circuit',
      'spice',
      HERON_FILE,
      '--position',
      'both',
      '--pull',
      'tone',
      '--knob',
      'volume=0.5',
    ])
    expect(r.stdout).toContain('* Heron: Both · Tone pulled')
    expect(r.stdout).toContain('.ac dec')
  })

  const file = (name: string, text: string) => {
    const f = join(dir, name)
    writeFileSync(f, text)
    return f
  }
  it.each<[string, () => string[] | Promise<string[]>, RegExp]>([
    ['a file that is not there', () => ['fit', join(dir, 'none.json')], /cannot be read/],
    ['a folder', () => ['fit', dir], /cannot be read/],
    ['a parser’s own line breaks', () => ['fit', file('nan.json', '{"parts": NaN,\n"x":\n1}')], /is not JSON/],
    ['broken JSON', () => ['plan', file('a.json', '{"format":')], /is not JSON/],
    ['another format', () => ['plan', file('b.json', '{}')], /format must be/],
    [
      'a bad field, by its path',
      async () => {
        const b = JSON.parse((await run(['sample', 'heron'])).stdout) as { setup: { relief: number } }
        b.setup.relief = -1
        return ['setup', file('c.json', JSON.stringify(b))]
      },
      /setup\.relief/,
    ],
    ['an unknown command', () => ['polish'], /unknown command/],
    ['an unknown sample', () => ['sample', '../package'], /no such sample; there is bittern, heron/],
    ['an unknown position', () => ['circuit', 'spice', HERON_FILE, '--position', 'middle'], /bridge, both, neck/],
    ['a knob beyond its end', () => ['circuit', 'spice', HERON_FILE, '--knob', 'volume=11'], /0…1/],
    ['a shelf that is none', () => ['sets', HERON_FILE, '--shelf', file('s.json', '{"parts":[{}]}')], /parts\[0\]/],
    [
      'a slot that is empty',
      () => ['sets', HERON_FILE, '--shelf', HERON_FILE.replace('heron', 'shelf'), '--keep', 'shim'],
      /--keep shim/,
    ],
    [
      'an amount that is none',
      () => ['sets', HERON_FILE, '--shelf', HERON_FILE, '--budget', 'lots'],
      /not an amount/,
    ],
    [
      'a folder that is not there',
      () => ['templates', HERON_FILE, '--out', join(dir, 'nowhere')],
      /wants a folder that exists/,
    ],
    ['an unknown kind of file', () => ['templates', HERON_FILE, '--out', dir, '--format', 'bmp'], /pdf, svg, dxf/],
    ['a pull that is not there', () => ['circuit', 'spice', HERON_FILE, '--pull', 'volume'], /no pull switch/],
  ])('refuses %s with one line and exit 2', async (_what, args, words) => {
    const r = await run(await args())
    expect(r.status).toBe(2)
    expect(r.stdout).toBe('')
    expect(r.stderr.trim().split('\n')).toHaveLength(1)
    expect(r.stderr).toMatch(words)
  })
})
