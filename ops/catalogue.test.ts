// No message of the application's catalogue is dead.
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
