import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import ts from 'typescript'

/**
 * Every sentence with values that an engine can say, by its template, with the places where it stands: what a catalogue
 * of another language is laid over. npm run messages [word]
 */
const root = fileURLToPath(new URL('..', import.meta.url)),
  CORE = join(root, 'src/core')

export interface Message {
  /** The template as `say` makes it: its key. */
  text: string
  /** `file:line`, from the project's root. */
  at: string[]
}

/** The template that `say` makes of what stands in the source. */
const templateOf = (t: ts.TemplateLiteral): string =>
  ts.isNoSubstitutionTemplateLiteral(t)
    ? t.text
    : t.head.text + t.templateSpans.map((s, i) => `{${i}}${s.literal.text}`).join('')

/** All messages in their alphabet. */
export function messages(): Message[] {
  const by = new Map<string, string[]>()
  const files = readdirSync(CORE, { recursive: true, encoding: 'utf8' }).filter(
    f => f.endsWith('.ts') && !f.endsWith('.test.ts'),
  )
  for (const f of files) {
    const source = ts.createSourceFile(f, readFileSync(join(CORE, f), 'utf8'), ts.ScriptTarget.Latest, true)
    const look = (n: ts.Node): void => {
      if (ts.isTaggedTemplateExpression(n) && n.tag.getText() === 'say') {
        const text = templateOf(n.template),
          line = source.getLineAndCharacterOfPosition(n.getStart()).line + 1
        by.set(text, [...(by.get(text) ?? []), `src/core/${f}:${line}`])
      }
      ts.forEachChild(n, look)
    }
    look(source)
  }
  return [...by].map(([text, at]) => ({ text, at })).sort((a, b) => (a.text < b.text ? -1 : 1))
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const word = process.argv[2]?.toLowerCase() ?? ''
  const found = messages().filter(m => m.text.toLowerCase().includes(word))
  for (const m of found) console.log(`${JSON.stringify(m.text)}\n    ${m.at.join(', ')}`)
  console.log(`${found.length} messages.`)
}
