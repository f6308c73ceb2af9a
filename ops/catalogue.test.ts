// No message of the application's catalogue is dead.
import ts from 'typescript';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const source = join(__dirname, '../app/src');
const words = join(source, 'words');
const rooms = readdirSync(join(words, 'en')).map((name) => name.replace('.ts', ''));

const files = (dir: string): string[] =>
  readdirSync(dir, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory() ? files(join(dir, entry.name)) : /(?<!\.test)\.tsx?$/.test(entry.name) ? [join(dir, entry.name)] : [],
  );
const code = files(source)
  .filter((path) => !path.startsWith(words))
  .map((path) => readFileSync(path, 'utf8'));

const keysOf = (room: string): string[] =>
  [...readFileSync(join(words, 'en', `${room}.ts`), 'utf8').matchAll(/^ {2}(\w+):/gm)].map(([, key = '']) => key);

it.each(rooms)('every message of %s is shown somewhere', (room) => {
  const users = code.filter((text) => text.includes(`from '@/words/${room}'`)).join('\n');
  expect(users).not.toBe('');
  expect(keysOf(room).filter((key) => !users.includes(`'${key}'`))).toEqual([]);
});

/** What a text must never decide: a comparison, a look-up in a list or a set, a selector. In another language it would be another answer. */
const ASKS = /^(includes|indexOf|has|get|startsWith|endsWith|querySelector|querySelectorAll|getItem|setItem|taxon)$/;
const isText = (node: ts.Node): boolean => ts.isCallExpression(node) && ts.isIdentifier(node.expression) && node.expression.text === 't';

/** Places of a file where something is decided by a text. */
function decisionsByText(text: string): string[] {
  const file = ts.createSourceFile('x.tsx', text, ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);
  const found: string[] = [];
  const walk = (node: ts.Node): void => {
    if (ts.isBinaryExpression(node) && /^[!=]==?$/.test(node.operatorToken.getText()) && [node.left, node.right].some(isText))
      found.push(node.getText());
    if (ts.isCaseClause(node) && isText(node.expression)) found.push(node.getText());
    if (ts.isCallExpression(node) && ts.isPropertyAccessExpression(node.expression) && ASKS.test(node.expression.name.text)) {
      const asked = node.expression.expression;
      if (node.arguments.some(isText) || (ts.isArrayLiteralExpression(asked) && asked.elements.some(isText))) found.push(node.getText());
    }
    ts.forEachChild(node, walk);
  };
  walk(file);
  return found;
}

describe('a text decides nothing', () => {
  it('in no file of the application', () => {
    expect(code.flatMap(decisionsByText)).toEqual([]);
  });
  it.each([
    ["[t('seriousDefect'), t('actNow')].includes(band) ? 'caution' : 'plain'"],
    ["band === t('actNow')"],
    ["document.querySelectorAll(t('inputs'))"],
    ["useLeading()?.taxon(t('hackberry'))"],
  ])('and the search for it finds %s', (text) => {
    expect(decisionsByText(text)).toHaveLength(1);
  });
});
