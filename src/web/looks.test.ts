import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'

const web = fileURLToPath(new URL('.', import.meta.url))
const sources = readdirSync(web, { recursive: true, encoding: 'utf8' })
  .filter(f => /\.tsx?$/.test(f) && !f.endsWith('.test.ts'))
  .map(f => ({ f, text: readFileSync(join(web, f), 'utf8') }))
const styles = readFileSync(join(web, 'styles.css'), 'utf8')

describe('the interface', () => {
  it('sets no size of text of its own: sizes are the scale’s', () => {
    expect(sources.length).toBeGreaterThan(60)
    const own = sources.flatMap(({ f, text }) => (text.match(/text-\[\d[^\]]*\]/g) ?? []).map(m => `${f}: ${m}`))
    expect(own).toEqual([])
    const usual = sources.flatMap(({ f, text }) =>
      (text.match(/\btext-(xs|sm|base|lg|xl|[2-9]xl)\b/g) ?? []).map(m => `${f}: ${m}`),
    )
    expect(usual).toEqual([])
  })
  it('has a size in the scale for every name it uses, and none that nobody uses', () => {
    const scale = [...styles.matchAll(/--text-([a-z]+):/g)].map(m => m[1]!)
    const used = new Set(sources.flatMap(({ text }) => [...text.matchAll(/\btext-([a-z]+)\b/g)].map(m => m[1]!)))
    expect(scale.filter(s => !used.has(s))).toEqual([])
  })
  it('gives no size to a part that may be given another: of two sizes the later name would win', () => {
    const scale = [...styles.matchAll(/--text-([a-z]+):/g)].map(m => m[1]!)
    const two = sources.flatMap(({ f, text }) =>
      [...text.matchAll(/`[^`]*\$\{(?:className|extra)\}[^`]*`|`[^`]*\$\{buttonLook\([^`]*`/g)]
        .filter(m => f.endsWith('/Button.tsx') && scale.some(s => new RegExp(`\\btext-${s}\\b`).test(m[0])))
        .map(m => `${f}: ${m[0].slice(0, 60)}`),
    )
    expect(two).toEqual([])
    expect(sources.find(s => s.f.endsWith('/Button.tsx'))!.text).toContain('button-text')
  })
  it('has no text smaller than 15 px', () => {
    const rem = [...styles.matchAll(/--text-[a-z]+: ([\d.]+)rem/g)].map(m => Number(m[1]))
    expect(Math.min(...rem) * 16).toBeGreaterThanOrEqual(15)
  })
  it('writes tables, selects, tabs and the headings of sheets once: everybody takes them from the components', () => {
    const PARTS: Record<string, RegExp> = {
      'components/Table.tsx': /<table\b|<caption\b/,
      'components/Select.tsx': /<select\b|Select\.Root/,
      'components/Views.tsx': /Tabs\.Root|role="tab/,
      'components/Segments.tsx': /ToggleGroup\.Root/,
      'components/Heading.tsx':
        /<(?:h[23]|H)[^>]*className="(text-title font-semibold|border-b-2 border-ink( pb-1)? text-body font-semibold)"/,
      'hooks/download.ts': /\.download = /,
    }
    for (const [own, mark] of Object.entries(PARTS)) {
      expect(sources.find(s => s.f === join(...own.split('/')))!.text, own).toMatch(mark)
      expect(
        sources.filter(({ f, text }) => mark.test(text) && f !== join(...own.split('/'))).map(s => s.f),
        own,
      ).toEqual([])
    }
  })
  it('states no range of a length or a text: those are the document’s', () => {
    const own = sources.flatMap(({ f, text }) =>
      [...text.matchAll(/<(LengthField|TextField)\b[^]*?\/>/g)]
        .filter(m => /\b(min|max)=\{-?[\d.]+\}/.test(m[0]))
        .map(m => `${f}: ${m[0].slice(0, 80)}`),
    )
    expect(own).toEqual([])
    expect(sources.flatMap(({ text }) => text.match(/<LengthField\b/g) ?? []).length).toBeGreaterThan(20)
  })
})
