import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import ts from 'typescript';

/** One change: the text from one place to another becomes something else. */
export interface Mutant {
  file: string;
  line: number;
  from: number;
  to: number;
  before: string;
  after: string;
}

const OTHER: Partial<Record<ts.SyntaxKind, string>> = {
  [ts.SyntaxKind.LessThanToken]: '<=',
  [ts.SyntaxKind.LessThanEqualsToken]: '<',
  [ts.SyntaxKind.GreaterThanToken]: '>=',
  [ts.SyntaxKind.GreaterThanEqualsToken]: '>',
  [ts.SyntaxKind.EqualsEqualsEqualsToken]: '!==',
  [ts.SyntaxKind.ExclamationEqualsEqualsToken]: '===',
  [ts.SyntaxKind.AmpersandAmpersandToken]: '||',
  [ts.SyntaxKind.BarBarToken]: '&&',
};

/**
 * Every change that can be made to a file. Types, and what indexes a list, are left alone: the compiler holds those.
 * @param file its name, as it is told
 * @param text what stands in it
 */
export function mutantsOf(file: string, text: string): Mutant[] {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const found: Mutant[] = [];
  const add = (node: ts.Node, after: string) =>
    found.push({
      file,
      line: source.getLineAndCharacterOfPosition(node.getStart()).line + 1,
      from: node.getStart(),
      to: node.getEnd(),
      before: node.getText(),
      after,
    });
  const visit = (node: ts.Node): void => {
    if (ts.isTypeNode(node) || ts.isImportDeclaration(node) || ts.isElementAccessExpression(node)) return;
    if (ts.isNumericLiteral(node)) {
      const n = Number(node.getText().replaceAll('_', ''));
      add(node, n === 0 ? '1' : String(n * 1.5));
    }
    if (ts.isBinaryExpression(node)) {
      const other = OTHER[node.operatorToken.kind];
      if (other) add(node.operatorToken, other);
    }
    if (ts.isPropertyAccessExpression(node) && node.expression.getText() === 'Math' && ['max', 'min'].includes(node.name.text))
      add(node.name, node.name.text === 'max' ? 'min' : 'max');
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found;
}

/** The sources of a room of core, tests and lists of exports left out. @param root folder of the project */
export const filesOf = (root: string, room: string): string[] =>
  readdirSync(join(root, 'core', room), { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts') && !name.includes('calibrate') && !name.endsWith('index.ts'))
    .map((name) => join('core', room, name))
    .sort();

/** A text with one change made. */
export const changed = (text: string, { from, to, after }: Pick<Mutant, 'from' | 'to' | 'after'>): string =>
  text.slice(0, from) + after + text.slice(to);
