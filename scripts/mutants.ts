import { spawnSync } from 'node:child_process'
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join, relative } from 'node:path'
import { fileURLToPath } from 'node:url'
import ts from 'typescript'

/**
 * Breaks formulas and limits one at a time in a copy of the project and sees whether a test goes red.
 * npm run mutants [count] [seed] [folder,…] [--scout]
 * A sample is drawn: all of them take a night. What lived is printed with its place.
 * A scout runs the quick tests alone: what lives there may still be killed by the others.
 */
const root = fileURLToPath(new URL('..', import.meta.url))
const count = Number(process.argv[2] ?? 40),
  seed = Number(process.argv[3] ?? 1),
  folders = (process.argv[4] ?? 'fit,match,drill,layout').split(','),
  scout = process.argv.includes('--scout')
/** A mutant that makes a test run on and on is dead. */
const LONGEST = 900_000
/** How far a length is moved: past every band's edge that a builder would feel. */
const SHIFT = 0.3

interface Mutant {
  file: string
  from: number
  to: number
  text: string
  was: string
  line: number
}

const OPERATORS: Partial<Record<ts.SyntaxKind, string>> = {
  [ts.SyntaxKind.PlusToken]: '-',
  [ts.SyntaxKind.MinusToken]: '+',
  [ts.SyntaxKind.AsteriskToken]: '/',
  [ts.SyntaxKind.SlashToken]: '*',
  [ts.SyntaxKind.LessThanToken]: '>=',
  [ts.SyntaxKind.GreaterThanToken]: '<=',
  [ts.SyntaxKind.LessThanEqualsToken]: '>',
  [ts.SyntaxKind.GreaterThanEqualsToken]: '<',
  [ts.SyntaxKind.AmpersandAmpersandToken]: '||',
}

/** Whether something is counted: a comparison with it tells no 0.3 from nothing. */
const isCount = (n: ts.Node): boolean => /\.(length|size)$|\b(count|strings|frets|courses|nth)\b$/.test(n.getText())

/** Whether a number is part of a formula or a limit: not how many digits are shown, no index, and nothing that only stands in for a field that documents always have. */
function counts(n: ts.NumericLiteral): boolean {
  const p = n.parent
  if (
    ts.isBinaryExpression(p) &&
    p.right === n &&
    [ts.SyntaxKind.QuestionQuestionToken, ts.SyntaxKind.BarBarToken].includes(p.operatorToken.kind)
  )
    return false
  if (ts.isElementAccessExpression(p) || ts.isTypeNode(p) || ts.isLiteralTypeNode(p)) return false
  if (ts.isCallExpression(p)) {
    const name = p.expression.getText()
    return !/fixed$|toFixed|toPrecision|\.at$|slice|with$|Array|describe|round$/i.test(name)
  }
  if (ts.isPropertyAssignment(p) && /minutes|each|reach$/.test(p.name.getText())) return false
  return true
}

function mutantsIn(file: string): Mutant[] {
  const text = readFileSync(join(root, file), 'utf8'),
    source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true)
  const out: Mutant[] = []
  const add = (n: ts.Node, by: string) =>
    out.push({
      file,
      from: n.getStart(),
      to: n.getEnd(),
      text: by,
      was: n.getText(),
      line: source.getLineAndCharacterOfPosition(n.getStart()).line + 1,
    })
  const walk = (n: ts.Node): void => {
    if (ts.isTemplateExpression(n) || ts.isImportDeclaration(n) || ts.isTypeAliasDeclaration(n)) return
    if (ts.isInterfaceDeclaration(n)) return
    if (ts.isBinaryExpression(n)) {
      const to = OPERATORS[n.operatorToken.kind]
      // Words that are put together are no formula.
      if (to && !/['`]/.test(n.left.getText() + n.right.getText())) add(n.operatorToken, to)
    }
    if (ts.isNumericLiteral(n) && counts(n)) {
      const p = n.parent,
        whole = ts.isBinaryExpression(p) && isCount(p.left === n ? p.right : p.left)
      add(n, String(Number(n.text) + (whole ? 1 : SHIFT)))
    }
    if (ts.isPropertyAccessExpression(n) && n.expression.getText() === 'Math' && /^(min|max)$/.test(n.name.text))
      add(n.name, n.name.text === 'min' ? 'max' : 'min')
    n.forEachChild(walk)
  }
  walk(source)
  return out
}

/**
 * What only writes or draws what the formulas gave: where a figure stands on the sheet, how a file's groups are numbered,
 * which marks a gauge shows. Readers of other programs hold the files (tests/reference/templates*.test.ts).
 */
const WRITERS = /templates\/(sheetsPdf|drawing|drawingDxf|drawingSvg)\.ts$|fit\/gaugeScale\.ts$|match\/explain\.ts$/

const files = folders.flatMap(f =>
  readdirSync(join(root, 'src/core', f), { recursive: true, encoding: 'utf8' })
    .filter(n => n.endsWith('.ts') && !n.endsWith('.test.ts') && !WRITERS.test(`${f}/${n}`))
    .map(n => join('src/core', f, n)),
)
const all = files.flatMap(mutantsIn)

/** A small generator of its own, so that a seed gives the same sample everywhere. */
let state = Math.imul(seed, 2654435761)
const random = (): number => {
  state = (Math.imul(state ^ (state >>> 15), 2246822519) + 374761393) | 0
  return (state >>> 0) / 2 ** 32
}
const picked = Array.from({ length: Math.min(count, all.length) }, () => all[Math.floor(random() * all.length)]!)

const work = mkdtempSync(join(tmpdir(), 'mutants-'))
for (const f of [
  'src',
  'tests',
  'demo',
  'scripts',
  'package.json',
  'tsconfig.json',
  'vite.config.ts',
  'vitest.config.ts',
])
  cpSync(join(root, f), join(work, f), { recursive: true })
symlinkSync(join(root, 'node_modules'), join(work, 'node_modules'))
process.on('exit', () => rmSync(work, { recursive: true, force: true }))

const vitest = (tests: readonly string[], more: readonly string[] = []): boolean =>
  spawnSync(
    process.execPath,
    [
      join(root, 'node_modules/vitest/vitest.mjs'),
      'run',
      '--bail',
      '1',
      // A busy machine kills no mutant.
      '--testTimeout',
      String(LONGEST),
      ...tests,
      ...more,
    ],
    { cwd: work, timeout: LONGEST, stdio: 'ignore' },
  ).status === 0

/** Tests of the core and of the trade's references; the server and the interface stand on both. */
const TESTS = ['src/core', 'tests/reference']
const report = join(work, 'report.json')
// A red copy would call everything killed.
if (!vitest(TESTS, ['--reporter', 'json', '--outputFile', report])) {
  console.error('The tests are red before anything is broken: nothing can be told.')
  process.exit(1)
}
/** Files of tests, the quick ones first: a quarter of the time kills most of the mutants. */
const timed = (
  JSON.parse(readFileSync(report, 'utf8')) as {
    testResults: { name: string; startTime: number; endTime: number }[]
  }
).testResults
  .map(t => ({ file: relative(work, t.name), took: t.endTime - t.startTime }))
  .sort((a, b) => a.took - b.took)
const whole = timed.reduce((sum, t) => sum + t.took, 0)
const quick: string[] = [],
  slow: string[] = []
timed.reduce((sum, t) => {
  ;(sum + t.took <= whole / 4 ? quick : slow).push(t.file)
  return sum + t.took
}, 0)
const green = (): boolean => vitest(quick) && (scout || vitest(slow))
const lived: Mutant[] = []
let dead = 0
for (const m of picked) {
  const at = join(work, m.file),
    text = readFileSync(at, 'utf8')
  writeFileSync(at, text.slice(0, m.from) + m.text + text.slice(m.to))
  const lives = green()
  writeFileSync(at, text)
  if (lives) lived.push(m)
  else dead++
  console.log(`${lives ? 'LIVED ' : 'killed'} ${m.file}:${m.line}  ${m.was} → ${m.text}`)
}
console.log(
  `${dead} of ${picked.length} killed, ${Math.round((100 * dead) / Math.max(1, picked.length))} %; ${all.length} places in all, seed ${seed}.`,
)
if (lived.length) console.log(`Lived: ${lived.map(m => `${m.file}:${m.line}`).join(', ')}`)
