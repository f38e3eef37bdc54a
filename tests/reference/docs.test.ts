import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { ROOT } from '../support/server.ts'

const PAGES = [
  'README.md',
  ...readdirSync(join(ROOT, 'docs')).flatMap(f => (f.endsWith('.md') ? [`docs/${f}`] : [])),
]
const text = (page: string) => readFileSync(join(ROOT, page), 'utf8')

describe('the documents', () => {
  it('lead to pages and pictures that are there', () => {
    const dead = PAGES.flatMap(page =>
      [...text(page).matchAll(/\]\(([^)#:]+?)(?:#[^)]*)?\)/g)].flatMap(([, to]) =>
        existsSync(join(ROOT, dirname(page), to!)) ? [] : [`${page}: ${to}`],
      ),
    )
    expect(dead).toEqual([])
  })
  it('name files of the sources that are there', () => {
    const dead = ['docs/architecture.md', 'docs/developing.md', 'docs/trust.md'].flatMap(page =>
      [...text(page).matchAll(/`((?:src\/)?(?:core|web|server|cli)\/[\w./-]+)`/g)].flatMap(([, file]) =>
        existsSync(join(ROOT, file!.startsWith('src/') ? file! : `src/${file}`)) ? [] : [`${page}: ${file}`],
      ),
    )
    expect(dead).toEqual([])
  })
  it('are all led to: every page from the first one, every picture from some page', () => {
    const seen = new Set(['README.md'])
    for (const page of seen)
      for (const [, to] of text(page).matchAll(/\]\(([^)#:]+?\.md)(?:#[^)]*)?\)/g)) {
        const next = join(dirname(page), to!)
        if (existsSync(join(ROOT, next))) seen.add(next)
      }
    expect(PAGES.filter(p => !seen.has(p))).toEqual([])
    const all = PAGES.map(text).join('\n')
    for (const picture of readdirSync(join(ROOT, 'docs/screenshots'))) expect(all, picture).toContain(picture)
  })
  it('name commands that there are', () => {
    const { scripts } = JSON.parse(text('package.json')) as { scripts: Record<string, string> }
    const named = PAGES.flatMap(p => [...text(p).matchAll(/`npm run ([\w:-]+)/g)].map(m => m[1]!))
    expect(named.filter(n => !(n in scripts))).toEqual([])
  })
})
