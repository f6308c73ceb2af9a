// Metro puts every module that two chunks use into one script, which is read before anything else. This takes out of it what the first
// screen cannot reach, as a chunk of its own that other screens bring with them.
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/** A module as Metro writes it: `__d(factory,id,dependencies);`, where the dependencies may name chunks of their own by `paths`. */
const MODULE = /^__d\([\s\S]*,(\d+),(\[[^\]]*\]|\{[\s\S]*\})\);?$/;

/**
 * The modules of a script.
 * @returns what stands before them, each of them, and what stands after
 * @throws Error where the script is not as Metro writes it
 */
export function modulesOf(script) {
  const parts = script.split(/^(?=__d\()/m);
  const before = parts[0]?.startsWith('__d(') ? '' : (parts.shift() ?? '');
  let after = '';
  const modules = parts.map((part) => {
    // What the script runs at its end stands behind its last module.
    const run = /\n(?=__r\()/.exec(part);
    if (run) after = part.slice(run.index + 1);
    const text = (run ? part.slice(0, run.index) : part).trimEnd();
    const [, id, dependencies] = MODULE.exec(text) ?? [];
    if (id === undefined || dependencies === undefined) throw new Error(`This is not a module: …${text.slice(-120)}`);
    return { id: Number(id), text, needs: needsOf(JSON.parse(dependencies)) };
  });
  return { before, modules, after };
}

/** What a module needs at once, without what it fetches by a path. */
function needsOf(dependencies) {
  if (Array.isArray(dependencies)) return dependencies.filter((id) => id !== null);
  const fetched = new Set(Object.keys(dependencies.paths ?? {}).map(Number));
  return Object.entries(dependencies).flatMap(([at, id]) => (at === 'paths' || id === null || fetched.has(id) ? [] : [id]));
}

/** Ids that can be reached from some of them. @param needs what each module needs, by id */
export function reachable(from, needs) {
  const seen = new Set();
  const left = [...from];
  for (let id = left.pop(); id !== undefined; id = left.pop()) {
    if (seen.has(id)) continue;
    seen.add(id);
    left.push(...(needs.get(id) ?? []));
  }
  return seen;
}

/**
 * Splits the shared script of a built application.
 * @param scripts the folder of its scripts
 * @param first how the names of the chunks of the first screen begin
 * @param second how the names of those begin that it asks for next
 * @returns names of the shared script before and after, of the chunks of the first screen, of the one that runs the application, and of two chunks that were taken out of it:
 *   `read` is what those of the second need, `shared` what only others do
 * @throws Error where the scripts are not as Metro writes them
 */
export function splitCommon(scripts, first, second) {
  const names = readdirSync(scripts).filter((name) => name.endsWith('.js'));
  const one = (begins) => {
    const found = names.filter((name) => name.startsWith(begins));
    if (found.length !== 1) throw new Error(`${found.length} scripts begin with ${begins}, one was expected.`);
    return found[0];
  };
  const parsed = (name) => modulesOf(readFileSync(join(scripts, name), 'utf8'));
  const was = one('__common-');
  const common = parsed(was);
  const runs = names.find((name) => name.startsWith('index-') && parsed(name).after !== '');
  if (!runs) throw new Error('No script runs the application.');
  const modulesIn = (some) => some.map(parsed).flatMap(({ modules }) => modules);
  const opening = modulesIn([runs, ...first.map(one)]);
  const next = modulesIn(second.map(one));
  const needs = new Map([...common.modules, ...opening, ...next].map((module) => [module.id, module.needs]));
  const from = (modules) =>
    reachable(
      modules.map(({ id }) => id),
      needs,
    );
  const [atOnce, then] = [from(opening), from(next)];
  const placeOf = ({ id }) => (atOnce.has(id) ? 'now' : then.has(id) ? 'read' : 'shared');
  const written = (place, begins, before, after) => {
    const modules = common.modules.filter((module) => placeOf(module) === place);
    const text = `${before}${modules.map(({ text }) => text).join('\n')}\n${after}`;
    const name = `${begins}${createHash('sha256').update(text).digest('hex').slice(0, 32)}.js`;
    writeFileSync(join(scripts, name), text);
    return name;
  };
  const now = written('now', '__common-', common.before, common.after);
  if (now !== was) rmSync(join(scripts, was));
  return { was, now, read: written('read', 'reading-', '', ''), shared: written('shared', 'shared-', '', ''), first: first.map(one), runs };
}
