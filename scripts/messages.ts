import { readdirSync, readFileSync } from 'node:fs'
import { join, relative } from 'node:path'
import { fileURLToPath } from 'node:url'
import ts from 'typescript'

/**
 * Everything that an engine can say, with the places where it stands: what a catalogue of another language is laid over.
 * Sentences with values by their templates, which `say` shows; plain words wherever the type of their place is `Said`.
 * npm run messages [word]
 */
const root = fileURLToPath(new URL('..', import.meta.url)),
  CORE = join(root, 'src/core')

export interface Message {
  /** The template as `say` makes it, or the words: its key. */
  text: string
  /** `file:line`, from the project's root. */
  at: string[]
}

/** The template that `say` makes of what stands in the source. */
const templateOf = (t: ts.TemplateLiteral): string =>
  ts.isNoSubstitutionTemplateLiteral(t)
    ? t.text
    : t.head.text + t.templateSpans.map((s, i) => `{${i}}${s.literal.text}`).join('')

const FILES = () =>
  readdirSync(CORE, { recursive: true, encoding: 'utf8' })
    .filter(f => f.endsWith('.ts') && !f.endsWith('.test.ts'))
    .map(f => join(CORE, f))

/** What is found in sources, each text once, in their alphabet. */
function found(sources: readonly ts.SourceFile[], textAt: (n: ts.Node) => string | undefined): Message[] {
  const by = new Map<string, string[]>()
  for (const source of sources) {
    const look = (n: ts.Node): void => {
      const text = textAt(n)
      if (text) {
        const line = source.getLineAndCharacterOfPosition(n.getStart()).line + 1
        by.set(text, [...(by.get(text) ?? []), `${relative(root, source.fileName)}:${line}`])
      }
      ts.forEachChild(n, look)
    }
    look(source)
  }
  return [...by].map(([text, at]) => ({ text, at })).sort((a, b) => (a.text < b.text ? -1 : 1))
}

const tagged = (n: ts.Node): n is ts.TaggedTemplateExpression =>
  ts.isTaggedTemplateExpression(n) && n.tag.getText() === 'say'

/** Sentences with values, by their templates. */
export const templates = (): Message[] =>
  found(
    FILES().map(f => ts.createSourceFile(f, readFileSync(f, 'utf8'), ts.ScriptTarget.Latest, true)),
    n => (tagged(n) ? templateOf(n.template) : undefined),
  )

/** Whether a place takes what is said: its type has sentences in it. */
const takesSaid = (type: ts.Type | undefined): boolean =>
  type !== undefined && (type.isUnion() ? type.types : [type]).some(t => t.symbol?.name === 'Sentence')

/** Plain words where something is said; `loose` are strings put together there without `say`, which no catalogue can have. */
export function plainWords(): { words: Message[]; loose: Message[] } {
  const config = ts.getParsedCommandLineOfConfigFile(join(root, 'tsconfig.json'), undefined, {
      ...ts.sys,
      onUnRecoverableConfigFileDiagnostic: d => {
        throw new Error(ts.flattenDiagnosticMessageText(d.messageText, ' '))
      },
    })!,
    program = ts.createProgram(FILES(), { ...config.options, noEmit: true }),
    checker = program.getTypeChecker(),
    sources = FILES().map(f => program.getSourceFile(f)!),
    isSaid = (n: ts.Expression) =>
      !ts.isTaggedTemplateExpression(n.parent) && takesSaid(checker.getContextualType(n))
  return {
    words: found(sources, n => (ts.isStringLiteralLike(n) && isSaid(n) ? n.text : undefined)),
    loose: found(sources, n => (ts.isTemplateExpression(n) && isSaid(n) ? n.getText() : undefined)),
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const word = process.argv[2]?.toLowerCase() ?? '',
    all = [...templates(), ...plainWords().words].filter(m => m.text.toLowerCase().includes(word))
  for (const m of all) console.log(`${JSON.stringify(m.text)}\n    ${m.at.join(', ')}`)
  console.log(all.length === 1 ? '1 message.' : `${all.length} messages.`)
}
