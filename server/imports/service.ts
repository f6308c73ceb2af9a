import { gunzipSync, gzipSync } from 'node:zlib';
import { setImmediate as breathe } from 'node:timers/promises';
import { againstKnown, Stopped, type ListReport, type ReadListOptions } from '@dendrix/core/exchange';
import { Op } from 'sequelize';
import { derive } from '@dendrix/core/state';
import type { ImportView } from '@dendrix/core/contracts';
import { Determination, Tree, type Tree as TreeRow } from '../models/trees';
import { ImportJob } from '../models/imports';
import { sha256 } from '../chain/canonical';
import { chain } from '../chain/service';
import { HttpProblem } from '../http/problem';
import { inTransaction } from '../db/transaction';
import { knownOf } from '../trees/known';
import { pointOf } from '../trees/service';
import { inThread } from '../threads/pool';
import { districtAt } from '@dendrix/core/geo';
import { firstVisitOf } from '../trees/settle';
import type { World } from '../world';

/** Rows written at a time; progress is told after each. */
const BATCH = 500;

/** The columns that follow from what a list says. */
function listedColumns(
  tree: ListReport['trees'][number],
  timeZone: string,
  firstVisit: Parameters<typeof derive>[0]['firstVisit'],
  named: Parameters<typeof derive>[0]['determinations'][number] | undefined,
) {
  const { followUps: _none, ...columns } = derive({
    timeZone,
    firstVisit,
    listed: { dbh: tree.dbh, height: tree.height },
    visits: [],
    reviews: [],
    determinations: named ? [named] : [],
  });
  return columns;
}

/** Middles of the town's districts. */
const middlesOf = ({ library }: Pick<World, 'library'>) => library.districts.map(({ latitude, longitude }) => ({ latitude, longitude }));

/** While a list is read it is looked, after so many rows, whether it still shall be. */
const LOOK_EVERY = 5000;

/** Reads a list in a thread of its own, and ends that where `tell` gives up. */
async function readInThread(
  text: string,
  options: Omit<ReadListOptions, 'names' | 'progress'>,
  home: ReadListOptions['home'],
  tell: (done: number, total: number) => Promise<void>,
) {
  const stop = new AbortController();
  try {
    return await inThread(
      'readList',
      { text, options: { ...options, home } },
      {
        signal: stop.signal,
        tell: (row, rows) => {
          if (row % LOOK_EVERY === 0) tell(0, rows).catch((error: unknown) => stop.abort(error));
        },
      },
    );
  } catch (error) {
    throw stop.signal.aborted ? stop.signal.reason : error;
  }
}

/**
 * Reads a list, in a thread of its own, holds it against the trees already kept, and keeps its good rows, all of them or none.
 * @param tell called with rows done; throws Stopped to give up, and then nothing is kept
 */
export async function keepTreeList(
  world: World,
  importId: string,
  userId: string,
  text: string,
  options: Omit<ReadListOptions, 'names' | 'progress'>,
  tell: (done: number, total: number) => Promise<void>,
): Promise<ListReport & { kept: number }> {
  const read = await readInThread(text, options, middlesOf(world), tell);
  const report = await againstKnown(read, (tags, places) => knownOf(world, tags, places));
  if (report.stops.length > 0) return { ...report, kept: 0 };
  await inTransaction(world, async (transaction) => {
    const now = world.now();
    const wrote: { trees: string[]; determinations: string[] } = { trees: [], determinations: [] };
    for (let start = 0; start < report.trees.length; start += BATCH) {
      const batch = report.trees.slice(start, start + BATCH);
      const rows = batch.map((tree) => ({ tree, id: world.newId() }));
      const determinations = rows.flatMap(({ tree, id }) =>
        tree.taxon
          ? [
              {
                id: world.newId(),
                treeId: id,
                visitId: null,
                reviewId: null,
                userId,
                at: now,
                taxon: tree.taxon,
                level: tree.taxon.includes(' ') ? ('species' as const) : ('genus' as const),
                source: 'import' as const,
                why: `The list says "${tree.writtenName}".`,
                infraspecific: tree.infraspecific,
              },
            ]
          : [],
      );
      const named = new Map(determinations.map((d) => [d.treeId, { ...d, at: now.toISOString() }]));
      await Tree.bulkCreate(
        rows.map(({ tree, id }) => {
          const determination = named.get(id);
          const district = districtAt(world.library.districts, tree);
          return {
            id,
            tag: tree.tag,
            place: tree.place,
            siteKind: 'street' as TreeRow['siteKind'],
            latitude: tree.latitude,
            longitude: tree.longitude,
            point: pointOf(tree.latitude, tree.longitude),
            plantedYear: tree.plantedYear,
            planted: tree.plantedYear === null ? null : true,
            writtenName: tree.writtenName === '' ? null : tree.writtenName,
            listedDbh: tree.dbh,
            listedDbhEntered: tree.dbhEntered?.slice(0, 40) ?? null,
            listedHeight: tree.height,
            note: tree.note,
            createdAt: now,
            createdBy: userId,
            importId,
            districtId: district.id,
            ...listedColumns(tree, district.timeZone, firstVisitOf(world.library, { ...tree, createdAt: now }), determination),
          };
        }),
        { transaction },
      );
      await Determination.bulkCreate(determinations, { transaction });
      wrote.trees.push(...rows.map(({ id }) => id));
      wrote.determinations.push(...determinations.map(({ id }) => id));
      await tell(Math.min(start + BATCH, report.trees.length), report.trees.length);
      await breathe();
    }
    await chain(world, transaction, {
      userId,
      action: 'import',
      entity: 'list',
      entityId: importId,
      body: { trees: report.trees.length, rows: report.rows, sha256: sha256(text) },
      wrote,
      trees: wrote.trees,
    });
  });
  return { ...report, kept: report.trees.length };
}

/** Most problems kept with a job; the numbers are always whole. */
const KEPT_LINES = 500;

export const jobView = (job: ImportJob): ImportView => ({
  id: job.id,
  state: job.state,
  done: job.done,
  total: job.total,
  report: job.report,
  detail: job.detail,
});

/** What an import was asked for; names and the year are the server's. */
export type ImportOptions = Omit<ReadListOptions, 'names' | 'thisYear' | 'progress'>;

/** A request as it is kept with its job, so that a restart can go on from it. A list of trees packs to a tenth. */
const packed = (text: string, options: ImportOptions): string => gzipSync(JSON.stringify({ text, options })).toString('base64');
const unpacked = (request: string): { text: string; options: ImportOptions } =>
  JSON.parse(gunzipSync(Buffer.from(request, 'base64')).toString('utf8')) as { text: string; options: ImportOptions };

/** A server that does not say for so long that it still works on a job has died, ms. */
const HELD_MS = 60_000;
const heldUntil = () => new Date(Date.now() + HELD_MS);

/** Starts an import under the id its device made and returns at once; the job's row tells how far it is. */
export async function startImport(
  world: World,
  id: string,
  userId: string,
  text: string,
  options: ImportOptions,
  log: (error: unknown) => void,
): Promise<ImportView> {
  const request = packed(text, options);
  const already = await ImportJob.findByPk(id);
  if (already) return jobView(already);
  const job = await ImportJob.create({
    id,
    userId,
    state: 'running',
    done: 0,
    total: 0,
    report: null,
    detail: null,
    createdAt: world.now(),
    request,
    heldUntil: heldUntil(),
  });
  void run(world, job).catch(log);
  return jobView(job);
}

/**
 * Takes up imports that a server began and did not end. Each is one transaction, so nothing of it was kept: it begins anew.
 * @returns how many were taken up
 */
export async function resumeImports(world: World, log: (error: unknown) => void): Promise<number> {
  const left = await ImportJob.findAll({
    where: { state: 'running', heldUntil: { [Op.or]: [{ [Op.lt]: new Date() }, { [Op.is]: null }] } },
  });
  let taken = 0;
  for (const job of left) {
    // Of several servers that start at once, the one whose write changes the row takes the job.
    const [mine] = await ImportJob.update(
      { heldUntil: heldUntil() },
      { where: { id: job.id, state: 'running', heldUntil: job.heldUntil } },
    );
    if (mine !== 1) continue;
    taken++;
    void run(world, job).catch(log);
  }
  return taken;
}

/** The names that most rows hold. */
const mostRows = (questions: ListReport['unknown']): ListReport['unknown'] =>
  [...questions].sort((a, b) => b.rows - a.rows).slice(0, KEPT_LINES);

async function run(world: World, job: ImportJob): Promise<void> {
  const end = (state: ImportJob['state'], part: { report?: ImportJob['report']; detail: string | null }) =>
    ImportJob.update({ state, request: null, heldUntil: null, ...part }, { where: { id: job.id } });
  try {
    await breathe();
    if (job.request === null) return void (await end('failed', { detail: 'The server stopped during the import. Import the list again.' }));
    const { text, options } = unpacked(job.request);
    const thisYear = world.now().getFullYear();
    const report = await keepTreeList(world, job.id, job.userId, text, { ...options, thisYear }, async (done, total) => {
      // Another server may have been asked to stop it: the row is the one truth.
      const now = await ImportJob.findByPk(job.id, { attributes: ['state'] });
      if (now?.state === 'stopped') throw new Stopped();
      await ImportJob.update({ done, total, heldUntil: heldUntil() }, { where: { id: job.id } });
    });
    const { trees, bad, warnings, duplicates, ambiguous, unknown, misspelt, ...rest } = report;
    await end(report.stops.length > 0 ? 'failed' : 'done', {
      detail: report.stops.join(' ') || null,
      report: {
        ...rest,
        good: trees.length,
        badCount: bad.length,
        bad: bad.slice(0, KEPT_LINES),
        warningCount: warnings.length,
        warnings: warnings.slice(0, KEPT_LINES),
        duplicateCount: duplicates.length,
        duplicates: duplicates.slice(0, KEPT_LINES),
        ambiguous: mostRows(ambiguous),
        unknown: mostRows(unknown),
        misspelt: mostRows(misspelt),
      },
    });
  } catch (error) {
    const stopped = error instanceof Stopped;
    await end(stopped ? 'stopped' : 'failed', {
      detail: stopped
        ? 'Import stopped. No trees were added.'
        : error instanceof HttpProblem
          ? error.message
          : 'The import failed. No trees were added.',
    });
    if (!stopped) throw error;
  }
}

/** Asks a running import to stop; it keeps nothing. */
export async function stopImport(id: string): Promise<void> {
  await ImportJob.update({ state: 'stopped' }, { where: { id, state: 'running' } });
}
