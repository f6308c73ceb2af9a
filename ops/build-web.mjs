// Builds the web application when its sources changed, and the service worker that puts it on the device.
import { createHash } from 'node:crypto';
import { copyFileSync, existsSync, readdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { writeFonts } from './fonts.mjs';
import { root, run } from './packages.mjs';
import { splitCommon } from './split-common.mjs';

const SOURCES = ['app', 'core', 'library', 'ops/build-web.mjs', 'ops/fonts.mjs', 'ops/split-common.mjs', 'package-lock.json'];
// What the build itself writes is no source; it would make the next start build again.
const LEFT_OUT = new Set(['node_modules', 'dist', 'dist.partial', '.expo', 'generated', 'nativewind-env.d.ts']);

function* files(path) {
  const at = join(root, path);
  let entries;
  try {
    entries = readdirSync(at, { withFileTypes: true });
  } catch {
    yield path;
    return;
  }
  for (const entry of entries) {
    if (LEFT_OUT.has(entry.name)) continue;
    if (entry.isDirectory()) yield* files(join(path, entry.name));
    else yield join(path, entry.name);
  }
}

function stampOf() {
  const hash = createHash('sha256');
  for (const source of SOURCES) for (const file of [...files(source)].sort()) hash.update(file).update(readFileSync(join(root, file)));
  return hash.digest('hex');
}

/** What stands on the page before any script has run: the head of the door, where the door has it. The application takes its place. */
const OPENING = `<style>
      #opening { box-sizing: border-box; width: 100%; max-width: 560px; margin: 0 auto; padding: 32px 20px 0 100px; font: 17px/24px system-ui, sans-serif; color: #4d463c }
      #opening b { display: block; font: 700 26px/30px system-ui, sans-serif; color: #231f1a }
      #opening p { margin: 0 }
      html { background: #f6f2e7 }
      @media (prefers-color-scheme: dark) { html { background: #1c1915 } #opening, #opening b { color: #ede6d6 } }
    </style>`;

/** What it is, in a line: for the door, and for whoever finds it. */
const ABOUT = 'The field notebook for street, park and garden trees.';

/** Chunks of the first screen. Each would be asked for by the one before; the page brings them all at once instead. */
const FIRST = ['entry-', '_layout-', 'today-'];
/** What it asks for next: the shapes of answers. */
const SECOND = ['answers-'];

/** Where scripts stand in a built application. */
const SCRIPTS = '/_expo/static/js/web/';

/** Workers are fetched by themselves. */
const workers = () => readdirSync(join(root, 'app', 'src', 'workers')).map((name) => name.replace('.worker.ts', '-'));

/** Chunks of the other screens, small ones first: the largest, the map, comes last. */
function otherScreens(scripts, known) {
  const apart = [...workers(), '__expo-metro-runtime-'];
  return readdirSync(scripts)
    .filter((name) => name.endsWith('.js') && !known.includes(name) && !apart.some((begins) => name.startsWith(begins)))
    .map((name) => ({ name, size: statSync(join(scripts, name)).size }))
    .sort((a, b) => a.size - b.size)
    .map(({ name }) => name);
}

/** The page paints at once, and what a first screen needs comes beside its scripts and not after them. */
function openAtOnce(page, scripts, fonts) {
  const { was, now, read, shared, first, runs } = splitCommon(scripts, FIRST, SECOND);
  const others = otherScreens(scripts, [now, read, shared, runs, ...first]);
  const named = [
    ...[
      ['read', read],
      ['shared', shared],
    ],
    ...others.map((name) => ['other', name]),
  ]
    .map(([chunk, name]) => `<meta name="${chunk}-chunk" content="${SCRIPTS}${name}">`)
    .join('');
  // Chunks only define their modules: they stand before the script that runs the first of them.
  const chunks = first.map((name) => `<script src="${SCRIPTS}${name}" defer data-first-screen></script>`).join('');
  const html = readFileSync(page, 'utf8');
  const opened = html
    .replace(was, now)
    .replace(/<script [^>]*\/index-[0-9a-f]+\.js"/, (index) => `${chunks}${index}`)
    .replace(
      '</head>',
      `<meta name="description" content="${ABOUT}"><link rel="preload" href="/leading.json" as="fetch" crossorigin="anonymous">${named}${OPENING}<style>${fonts}</style></head>`,
    )
    .replace('<div id="root"></div>', `<div id="root"><div id="opening"><b>Dendrix</b><p>${ABOUT}</p></div></div>`)
    .replace('href="/favicon.ico"', 'href="/favicon.png"');
  for (const part of [now, 'data-first-screen', 'id="opening"', 'rel="preload"', 'shared-chunk'])
    if (!opened.includes(part)) throw new Error(`index.html is not as it was expected: no place for ${part}.`);
  writeFileSync(page, opened);
}

/** Builds app/dist if it is stale. @returns whether it was built */
export async function buildWeb(log) {
  const dist = join(root, 'app', 'dist');
  const stampFile = join(dist, '.stamp');
  const stamp = stampOf();
  if (existsSync(stampFile) && readFileSync(stampFile, 'utf8') === stamp) return false;
  log('Building the web application (about a minute) …');
  const partial = join(root, 'app', 'dist.partial');
  rmSync(partial, { recursive: true, force: true });
  const env = { ...process.env, EXPO_OFFLINE: '1', EXPO_NO_TELEMETRY: '1', CI: '1', NODE_ENV: 'production' };
  run('npx', ['expo', 'export', '-p', 'web', '--output-dir', 'dist.partial'], {
    cwd: join(root, 'app'),
    env,
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  for (const name of ['leading.json', 'library.json']) copyFileSync(join(root, 'library', 'generated', name), join(partial, name));
  openAtOnce(join(partial, 'index.html'), join(partial, '_expo', 'static', 'js', 'web'), writeFonts(partial));
  const { generateSW } = await import('workbox-build');
  await generateSW({
    globDirectory: partial,
    globPatterns: ['**/*.{html,js,css,woff2,png,ico,json}'],
    globIgnores: ['metadata.json'],
    maximumFileSizeToCacheInBytes: 12_000_000,
    swDest: join(partial, 'service-worker.js'),
    navigateFallback: '/index.html',
    navigateFallbackDenylist: [/^\/api\//, /^\/healthz/, /^\/readyz/],
    clientsClaim: true,
    skipWaiting: true,
    cleanupOutdatedCaches: true,
    inlineWorkboxRuntime: true,
    sourcemap: false,
  });
  writeFileSync(join(partial, '.stamp'), stamp);
  rmSync(dist, { recursive: true, force: true });
  renameSync(partial, dist);
  return true;
}
