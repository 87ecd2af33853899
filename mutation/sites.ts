import ts from 'typescript'

/** One fault that can be planted: a stretch of a file and what would stand there instead. */
export interface Site {
  readonly file: string
  readonly line: number
  readonly start: number
  readonly end: number
  readonly kind: string
  readonly was: string
  readonly becomes: string
  /** A statement begins with it: a bracket there would be taken as the end of the line before. */
  readonly begins: boolean
  /** Worked out while its module is read: the tests share modules, so that only the first of them is seen there. */
  readonly early: boolean
}

const OPERATORS: Readonly<Partial<Record<ts.SyntaxKind, string>>> = {
  [ts.SyntaxKind.PlusToken]: '-',
  [ts.SyntaxKind.MinusToken]: '+',
  [ts.SyntaxKind.AsteriskToken]: '/',
  [ts.SyntaxKind.SlashToken]: '*',
  [ts.SyntaxKind.LessThanToken]: '>=',
  [ts.SyntaxKind.GreaterThanToken]: '<=',
  [ts.SyntaxKind.LessThanEqualsToken]: '>',
  [ts.SyntaxKind.GreaterThanEqualsToken]: '<',
  [ts.SyntaxKind.EqualsEqualsEqualsToken]: '!==',
  [ts.SyntaxKind.ExclamationEqualsEqualsToken]: '===',
  [ts.SyntaxKind.AmpersandAmpersandToken]: '||',
  [ts.SyntaxKind.BarBarToken]: '&&',
}
const TWINS: Readonly<Record<string, string>> = {
  'Math.min': 'Math.max',
  'Math.max': 'Math.min',
  'Math.sin': 'Math.cos',
  'Math.cos': 'Math.sin',
  'Math.floor': 'Math.ceil',
  'Math.ceil': 'Math.floor',
}

/**
 * What another number would stand for one: far enough off to matter, near enough to be a slip. Of a small power of ten,
 * as tolerances are written, a slip is one of its exponent.
 */
const otherNumber = (text: string): string => {
  if (Number(text) === 0) return '1'
  if (Number(text) === 1) return '2'
  return /e-\d+$/i.test(text) && Number(text) < 1e-4 ? `(${text} * 1000)` : `(${text} * 1.4)`
}

/** Stands where only a type, a name or a word for a person may stand, or inside of one. */
function outOfReach(node: ts.Node): boolean {
  for (let at: ts.Node | undefined = node; at; at = at.parent) {
    if (ts.isTypeNode(at) || ts.isImportDeclaration(at) || ts.isExportDeclaration(at)) return true
    // words: what a sentence says is no computation
    if (ts.isTemplateExpression(at) || ts.isThrowStatement(at) || ts.isJsxElement(at)) return true
    if (ts.isEnumMember(at)) return true
  }
  return false
}

/** Whether a statement begins where a node does. */
function beginsStatement(node: ts.Node, source: ts.SourceFile): boolean {
  const start = node.getStart(source)
  for (let at = node.parent; at.getStart(source) === start; at = at.parent) {
    if (ts.isExpressionStatement(at)) return true
    if (ts.isSourceFile(at)) return false
  }
  return false
}

/** Every fault that can be planted in a file, in the order of the file. */
export function sitesOf(file: string, text: string): Site[] {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.ES2023, true, ts.ScriptKind.TS)
  const sites: Site[] = []
  const put = (node: ts.Node, kind: string, becomes: string) => {
    const start = node.getStart(source)
    sites.push({
      file,
      line: source.getLineAndCharacterOfPosition(start).line + 1,
      start,
      end: node.getEnd(),
      kind,
      was: text.slice(start, node.getEnd()),
      becomes,
      begins: beginsStatement(node, source),
      early: ts.findAncestor(node, ts.isFunctionLike) === undefined,
    })
  }
  const visit = (node: ts.Node): void => {
    ts.forEachChild(node, visit)
    if (outOfReach(node)) return
    if (ts.isNumericLiteral(node)) {
      const { parent } = node
      const named = (ts.isPropertyAssignment(parent) && parent.name === node) || ts.isComputedPropertyName(parent)
      const index = ts.isElementAccessExpression(parent) && parent.argumentExpression === node
      if (!named && !index) put(node, 'number', otherNumber(node.getText(source)))
    } else if (ts.isBinaryExpression(node)) {
      const other = OPERATORS[node.operatorToken.kind]
      const [left, right] = [node.left.getText(source), node.right.getText(source)]
      // text put together with +, and what a type guard leaves no other way
      const words = /['"`]/.test(left + right) && node.operatorToken.kind === ts.SyntaxKind.PlusToken
      if (other && !words) put(node, 'operator', `(${left}) ${other} (${right})`)
    } else if (ts.isConditionalExpression(node))
      put(node.condition, 'condition', `!(${node.condition.getText(source)})`)
    else if (ts.isPropertyAccessExpression(node)) {
      const other = TWINS[node.getText(source)]
      if (other) put(node, 'function', other)
    } else if (node.kind === ts.SyntaxKind.TrueKeyword) put(node, 'constant', 'false')
    else if (node.kind === ts.SyntaxKind.FalseKeyword) put(node, 'constant', 'true')
    else if (ts.isIfStatement(node)) put(node.expression, 'condition', `!(${node.expression.getText(source)})`)
  }
  visit(source)
  return sites
}
