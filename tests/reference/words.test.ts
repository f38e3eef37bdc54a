import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import ts from 'typescript'
import { describe, expect, it } from 'vitest'
import { plainWords, templates } from '../../scripts/messages.ts'
import { LONG } from '../support/long.ts'
import { ROOT } from '../support/server.ts'

/** What docs/style.md says is not said, with what is said for it. */
const NOT_SAID = readFileSync(join(ROOT, 'docs/style.md'), 'utf8')
  .split('\n')
  .filter(l => l.startsWith('| ') && !l.startsWith('| we say') && !l.startsWith('| ---'))
  .flatMap(l => {
    const [, say = '', , not = ''] = l.split('|').map(c => c.trim())
    return not ? not.split(', ').map(word => ({ say, word })) : []
  })

/** Files whose words are what others write: they are read, not said. */
const READS = /core\/(leaflet|shelf\/(readListing|partsCsv|listing))/

/** Words in quotes and between tags: what a reader may see. Keys, classes and names of modules are none. */
function seen(file: string): string[] {
  const source = ts.createSourceFile(
      file,
      readFileSync(file, 'utf8'),
      ts.ScriptTarget.Latest,
      true,
      file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS,
    ),
    out: string[] = []
  const look = (n: ts.Node): void => {
    if (ts.isImportDeclaration(n)) return
    if (ts.isJsxAttribute(n) && /^(class(Name)?|style|fill|stroke)$/.test(n.name.getText())) return
    if (ts.isStringLiteralLike(n) || ts.isJsxText(n)) out.push(n.text)
    if (ts.isTemplateExpression(n)) out.push([n.head.text, ...n.templateSpans.map(s => s.literal.text)].join('…'))
    ts.forEachChild(n, look)
  }
  look(source)
  // A sentence has a space in it: ids and keys have none.
  return out.filter(t => /\s/.test(t.trim()))
}

const files = ['src/core', 'src/web', 'src/server', 'src/cli'].flatMap(folder =>
  readdirSync(join(ROOT, folder), { recursive: true, encoding: 'utf8' })
    .filter(f => /\.tsx?$/.test(f) && !f.includes('.test.'))
    .map(f => join(folder, f)),
)

const said = files.filter(f => !READS.test(f)).flatMap(f => seen(join(ROOT, f)).map(t => `${f}: ${t.trim()}`))

describe('one word for one thing', () => {
  it('knows what is not said, and looks at what is', () => {
    expect(NOT_SAID.length).toBeGreaterThan(15)
    expect(said.length).toBeGreaterThan(3000)
    expect(said.some(t => t.includes('Shave … off each pocket wall') || t.includes('off each pocket wall'))).toBe(
      true,
    )
  })
  // Names of styles and of document types (`color-scheme`) are none of our words.
  it.each(NOT_SAID)('$say, not $word', ({ word }) =>
    expect(said.filter(t => new RegExp(`(?<![-\\w])${word}(?!-)`, 'i').test(t))).toEqual([]),
  )
})

describe('the catalogue of messages', () => {
  const all = templates()
  it('has every template once, with where it stands', () => {
    expect(all.length).toBeGreaterThan(300)
    expect(new Set(all.map(m => m.text)).size).toBe(all.length)
    const bite = all.find(m => m.text === 'Bite {0}, {1} short of the fingerboard.')
    expect(bite?.at.map(a => a.replace(/:\d+$/, ''))).toEqual(['src/core/fit/families/neckScrews.ts'])
  })
  it('names its values in their order, each once', () => {
    for (const { text } of all) {
      const holes = [...text.matchAll(/\{(\d+)\}/g)].map(m => Number(m[1]))
      expect(holes, text).toEqual(holes.map((_, i) => i))
    }
  })
  it.runIf(LONG)('has plain words too, and nothing is put together where something is said', () => {
    const { words, loose } = plainWords()
    expect(words.length).toBeGreaterThan(500)
    const low = words.find(m => m.text.startsWith('The nut is too low'))
    expect(low?.at.map(a => a.replace(/:\d+$/, ''))).toEqual(['src/core/fit/families/nut.ts'])
    expect(loose).toEqual([])
  })
})
