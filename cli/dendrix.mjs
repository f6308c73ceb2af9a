#!/usr/bin/env node
// Starts the command; brings the packages in first on a fresh checkout.
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = join(dirname(fileURLToPath(import.meta.url)), '..');
if (!existsSync(join(root, 'node_modules', 'tsx'))) {
  process.stderr.write('Installing packages (once) …\n');
  const installed = spawnSync('npm', ['ci', '--no-fund', '--no-audit'], { cwd: root, stdio: ['ignore', 2, 2] });
  if (installed.status !== 0) {
    process.stderr.write('The packages could not be installed; see above.\n');
    process.exit(1);
  }
}
const { register } = await import('tsx/esm/api');
register();
const { main } = await import('./main.ts');
process.exitCode = await main(process.argv.slice(2));
