// npm run new -- taxon "Quercus alba" | sign ID | agent ID | trait ID | screen ROUTE: writes a blank, and says what comes next.
import { appendFileSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { slugOf } from '../core/knowledge';
import { loadLibrary } from '../library/load';
import { agentBlank, screenBlank, signBlank, taxonBlank, traitBlank } from './blanks';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
const USAGE = 'npm run new -- taxon "Genus species" | sign ID | agent ID | trait ID | screen ROUTE';

/** Writes a file that is not there yet. @throws Error where it is */
function write(path: string, text: string): void {
  const file = join(root, path);
  if (existsSync(file)) throw new Error(`${path} is there already; edit it.`);
  mkdirSync(dirname(file), { recursive: true });
  writeFileSync(file, text);
  console.log(`Wrote ${path}.`);
}

const NEXT: Record<string, string> = {
  taxon:
    'Fill every TODO and take the # from the traits you know, then: npm run library; npm run -s dendrix -- taxa --coverage "NAME". Tests that will speak: core/naming, core/figures, library.',
  sign: 'Fill every TODO, then: npm run library. Tests that will speak: core/judging, library. A drawing: core/figures.',
  agent: 'Fill every TODO, then: npm run library. Tests that will speak: core/judging/causes, library.',
  trait:
    'Fill every TODO at the end of library/traits.yaml and draw its states in core/figures, then: npm run library. Tests that will speak: core/figures, core/naming.',
  screen:
    'Fill every TODO, then: npm run test:fast; look at it on a phone and on a wide screen. Tests that will speak: e2e/accessible.test.ts, e2e/weight.test.ts.',
};

function make(kind: string, name: string): void {
  switch (kind) {
    case 'taxon':
      return write(`library/taxa/${slugOf(name)}.yaml`, taxonBlank(name, loadLibrary().traits));
    case 'sign':
      return write(`library/signs/${name}.yaml`, signBlank(name));
    case 'agent':
      return write(`library/agents/${name}.yaml`, agentBlank(name));
    case 'trait': {
      const file = join(root, 'library/traits.yaml');
      if (readFileSync(file, 'utf8').includes(`- id: ${name}\n`)) throw new Error(`The vocabulary holds ${name} already.`);
      appendFileSync(file, traitBlank(name));
      return console.log('Added to library/traits.yaml.');
    }
    case 'screen':
      return screenBlank(name).forEach(({ path, text }) => write(path, text));
    default:
      throw new RangeError(USAGE);
  }
}

const [kind = '', name = ''] = process.argv.slice(2);
try {
  if (name === '') throw new RangeError(USAGE);
  make(kind, name);
  console.log((NEXT[kind] ?? '').replace('NAME', name));
} catch (error) {
  console.error((error as Error).message);
  process.exitCode = 2;
}
