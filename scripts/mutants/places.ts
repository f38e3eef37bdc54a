import ts from 'typescript'

/** How far a length is moved: past every band's edge that a builder would feel. */
const SHIFT = 0.3

/** A place where a formula or a limit can be broken, and what stands there instead. */
export interface Place {
  file: string
  line: number
  was: string
  by: string
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
  // A key is no number.
  if (ts.isPropertyAssignment(p) && p.name === n) return false
  if (ts.isElementAccessExpression(p) || ts.isTypeNode(p) || ts.isLiteralTypeNode(p)) return false
  if (ts.isCallExpression(p)) {
    const name = p.expression.getText()
    return !/fixed$|toFixed|toPrecision|\.at$|slice|with$|Array|describe|round$/i.test(name)
  }
  if (ts.isPropertyAssignment(p) && /minutes|each|reach$/.test(p.name.getText())) return false
  return true
}

/**
 * What only writes or draws what the formulas gave: where a figure stands on the sheet, how a file's groups are numbered,
 * which marks a gauge shows. Readers of other programs hold the files (tests/reference/templates*.test.ts).
 */
export const WRITERS =
  /templates\/(sheetsPdf|drawing|drawingDxf|drawingSvg)\.ts$|fit\/gaugeScale\.ts$|match\/explain\.ts$/

/**
 * A file's text with every place in it made breakable while it runs: an operator becomes a call that does the one thing
 * or the other (see runtime.ts), a number and a choice between the smaller and the larger likewise.
 * @param first number of the file's first place
 */
export function breakable(file: string, text: string, first: number): { text: string; places: Place[] } {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true),
    places: Place[] = []
  const place = (n: ts.Node, by: string): number => {
    places.push({ file, line: source.getLineAndCharacterOfPosition(n.getStart()).line + 1, was: n.getText(), by })
    return first + places.length - 1
  }
  /** What stands before a node stays before it. */
  const before = (n: ts.Node) => text.slice(n.pos, n.getStart())
  const inner = (n: ts.Node): string => {
    let out = '',
      at = n.pos
    n.forEachChild(c => {
      out += text.slice(at, c.pos) + written(c)
      at = c.end
    })
    return out + text.slice(at, n.end)
  }
  const written = (n: ts.Node): string => {
    if (ts.isTemplateExpression(n) || ts.isImportDeclaration(n) || ts.isTypeNode(n)) return text.slice(n.pos, n.end)
    if (ts.isTypeAliasDeclaration(n) || ts.isInterfaceDeclaration(n)) return text.slice(n.pos, n.end)
    if (ts.isBinaryExpression(n)) {
      const op = n.operatorToken,
        by = OPERATORS[op.kind]
      // Words that are put together are no formula.
      if (by && !/['`]/.test(n.left.getText() + n.right.getText())) {
        const k = place(op, by),
          right = op.kind === ts.SyntaxKind.AmpersandAmpersandToken ? '() => (' : '('
        return `${before(n)} __broken[${JSON.stringify(op.getText())}](${k}, (${written(n.left)}), ${right}${written(n.right)}))`
      }
    }
    if (ts.isNumericLiteral(n) && counts(n)) {
      const p = n.parent,
        whole = ts.isBinaryExpression(p) && isCount(p.left === n ? p.right : p.left),
        by = String(Number(n.text) + (whole ? 1 : SHIFT))
      return `${before(n)} __broken.number(${place(n, by)}, ${n.text}, ${by})`
    }
    if (
      ts.isPropertyAccessExpression(n) &&
      n.expression.getText() === 'Math' &&
      (n.name.text === 'min' || n.name.text === 'max')
    )
      return `${before(n)} __broken.choice(${place(n.name, n.name.text === 'min' ? 'max' : 'min')}, '${n.name.text}')`
    return inner(n)
  }
  return { text: inner(source), places }
}
