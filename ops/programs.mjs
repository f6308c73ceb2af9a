// Turns a program and what it imports of this project into one JavaScript file, so that it starts in a second and not in six. Packages stay
// outside. Plain JavaScript: the start command uses it before anything else runs.
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { builtinModules } from 'node:module';
import { dirname, join, relative } from 'node:path';
import { root } from './packages.mjs';

const folder = join(root, 'dist');
/** The thread of the service is a program of its own. */
const THREAD = 'server/threads/tasks.ts';

/** What package.json files name, here and in the rooms; a room itself is no package from outside. */
function packages() {
  const own = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8'));
  const all = [own, ...own.workspaces.map((room) => JSON.parse(readFileSync(join(root, room, 'package.json'), 'utf8')))];
  const names = all.flatMap((one) => Object.keys({ ...one.dependencies, ...one.devDependencies }));
  // What a room has in a version of its own would be found in another from outside; it goes into the file.
  const apart = (name) => own.workspaces.some((room) => existsSync(join(root, room, 'node_modules', name)));
  return [...new Set(names)].filter((name) => !name.startsWith('@dendrix/') && !apart(name)).flatMap((name) => [name, `${name}/*`]);
}

/** Files that ask where they are (import.meta.url) are told where their source is. */
const places = {
  name: 'places',
  setup(build) {
    build.onLoad({ filter: /\.m?[tj]s$/ }, ({ path }) => {
      if (path.includes('node_modules')) return null;
      const source = readFileSync(path, 'utf8');
      if (!source.includes('import.meta.url')) return null;
      // Left as it is, the threads of the one-file service would run from the sources, slowly, and nothing would say so.
      if (path.endsWith('threads/pool.ts') && !source.includes("'./thread.mjs'")) throw new Error(`${path} names its thread otherwise.`);
      const here = `new URL(${JSON.stringify(relative(folder, path))}, import.meta.url).href`;
      const thread = relative(dirname(path), join(folder, nameOf(THREAD)));
      return {
        contents: source.replaceAll("'./thread.mjs'", JSON.stringify(thread)).replaceAll('import.meta.url', here),
        loader: path.endsWith('ts') ? 'ts' : 'js',
      };
    });
  },
};

const nameOf = (script) => `${script.replaceAll('/', '-').replace(/\.ts$/, '')}.mjs`;

/** Makes programs, given as files from the root such as ops/serve.ts. @throws Error where one cannot be made */
export async function makePrograms(scripts) {
  const { build } = await import('esbuild');
  const entries = scripts.includes('ops/serve.ts') ? [...scripts, THREAD] : scripts;
  const { outputFiles } = await build({
    entryPoints: entries.map((script) => ({ in: join(root, script), out: nameOf(script).replace(/\.mjs$/, '') })),
    outdir: folder,
    outExtension: { '.js': '.mjs' },
    absWorkingDir: root,
    bundle: true,
    platform: 'node',
    target: 'node20',
    format: 'esm',
    sourcemap: 'linked',
    external: [...packages(), ...builtinModules],
    plugins: [places],
    write: false,
    logLevel: 'silent',
  });
  mkdirSync(folder, { recursive: true });
  // Another process may be reading the one before: it is replaced in one step, the map first.
  for (const { path, contents } of outputFiles.sort((a, b) => b.path.length - a.path.length)) {
    const fresh = `${path}.${process.pid}`;
    writeFileSync(fresh, contents);
    renameSync(fresh, path);
  }
}

/** Arguments for node that start a program made by `makePrograms`. */
export const madeProgram = (script) => ['--enable-source-maps', relative(root, join(folder, nameOf(script)))];

/** Arguments for node that start a program in a test: as npm test made it, or from its source where a test runs alone. */
export const programInTest = (script) => (process.env.TEST_PROGRAMS ? madeProgram(script) : ['--import', 'tsx', script]);
