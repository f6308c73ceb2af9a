// Changes one thing at a time in the rooms that decide, and asks whether a test notices: a constant half as large again, a comparison
// off by its edge, the other of and / or, of larger / smaller. What nobody notices is printed. It works in a copy of the last commit.
//
//   npx tsx ops/mutate.ts [--rooms naming,judging] [--count 40] [--seed 1]
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import ts from 'typescript';
import { randomFrom, within } from '../core/maths/random';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const { values } = parseArgs({
  options: {
    rooms: { type: 'string', default: 'naming,judging,review,measuring' },
    count: { type: 'string', default: '40' },
    seed: { type: 'string', default: '1' },
  },
});

/** One change: the text from one place to another becomes something else. */
interface Mutant {
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

/** Every change that can be made to a file. Types, and what indexes a list, are left alone: the compiler holds those. */
function mutantsOf(file: string): Mutant[] {
  const source = ts.createSourceFile(file, readFileSync(join(root, file), 'utf8'), ts.ScriptTarget.Latest, true);
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

const filesOf = (room: string) =>
  readdirSync(join(root, 'core', room), { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts') && !name.includes('calibrate') && !name.endsWith('index.ts'))
    .map((name) => join('core', room, name))
    .sort();

const copy = join(mkdtempSync(join(tmpdir(), 'dendrix-mutate-')), 'copy');
const git = (...args: string[]) => spawnSync('git', args, { cwd: root, encoding: 'utf8' });
git('worktree', 'add', '--detach', copy);
symlinkSync(join(root, 'node_modules'), join(copy, 'node_modules'));
// Built once, so that no test builds it from the YAML.
spawnSync(process.execPath, ['--import', 'tsx', 'library/build.ts'], { cwd: copy });

/** Whether the tests of a room notice. Two minutes without an end count as noticed: a change can make a loop endless. */
const noticed = (room: string): boolean =>
  spawnSync(
    'npx',
    [
      'jest',
      '--selectProjects',
      'core',
      '--bail',
      '--silent',
      '--forceExit',
      `core/${room}`,
      ...(room === 'measuring' ? ['core/judging'] : []),
    ],
    { cwd: copy, stdio: 'ignore', timeout: 120_000 },
  ).status !== 0;

try {
  const random = randomFrom(Number(values.seed));
  for (const room of values.rooms.split(',')) {
    if (noticed(room)) throw new Error(`the tests of ${room} fail before anything was changed`);
    const all = filesOf(room).flatMap(mutantsOf);
    const each = Math.ceil(Number(values.count) / values.rooms.split(',').length);
    const lived: Mutant[] = [];
    for (let i = 0; i < each && all.length > 0; i++) {
      const [mutant] = all.splice(within(random, all.length), 1) as [Mutant];
      const path = join(copy, mutant.file);
      const text = readFileSync(path, 'utf8');
      writeFileSync(path, text.slice(0, mutant.from) + mutant.after + text.slice(mutant.to));
      if (!noticed(room)) {
        lived.push(mutant);
        console.log(`  lived: ${mutant.file}:${mutant.line}  ${mutant.before} → ${mutant.after}`);
      }
      writeFileSync(path, text);
    }
    console.log(`${room}: ${each - lived.length} of ${each} noticed`);
  }
} finally {
  git('worktree', 'remove', '--force', copy);
  rmSync(join(copy, '..'), { recursive: true, force: true });
}
