import { createHash } from 'node:crypto';
import { setImmediate as breathe } from 'node:timers/promises';
import { readTreeList, Stopped, type ListReport, type ReadListOptions } from '@dendrix/core/exchange';
import { derive } from '@dendrix/core/review';
import type { ImportView } from '@dendrix/core/contracts';
import { Determination, ImportJob, Tree, type Tree as TreeRow } from '../models';
import { record } from './audit';
import { pointOf } from './trees';
import type { World } from './visits';

/** Rows written at a time; progress is told after each. */
const BATCH = 500;

/** What a kept tree looks like for duplicate finding. */
export const knownTrees = () => Tree.findAll({ attributes: ['tag', 'latitude', 'longitude'], raw: true });

/**
 * Reads a list against the trees already kept and keeps its good rows, all of them or none.
 * @param tell called with rows kept; throws Stopped to give up, and then nothing is kept
 */
export async function keepTreeList(
  world: World,
  importId: string,
  userId: string,
  text: string,
  options: Omit<ReadListOptions, 'known'>,
  tell: (done: number, total: number) => Promise<void>,
): Promise<ListReport & { kept: number }> {
  const known = await knownTrees();
  const report = readTreeList(text, { ...options, known });
  if (report.stops.length > 0) return { ...report, kept: 0 };
  const now = world.now();
  await world.sequelize.transaction(async (transaction) => {
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
            ...derive({
              listed: { dbh: tree.dbh, height: tree.height },
              visits: [],
              reviews: [],
              followUps: [],
              determinations: determination ? [determination] : [],
            }),
          };
        }),
        { transaction },
      );
      await Determination.bulkCreate(determinations, { transaction });
      await tell(Math.min(start + BATCH, report.trees.length), report.trees.length);
      await breathe();
    }
    await record(
      world.sequelize,
      transaction,
      {
        userId,
        action: 'import',
        entity: 'list',
        entityId: importId,
        body: { trees: report.trees.length, rows: report.rows, sha256: createHash('sha256').update(text).digest('hex') },
      },
      now,
    );
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

/** Starts an import under the id its device made and returns at once; the job's row tells how far it is. */
export async function startImport(
  world: World,
  id: string,
  userId: string,
  text: string,
  options: Omit<ReadListOptions, 'known' | 'names' | 'thisYear'> & Pick<ReadListOptions, 'names'>,
  log: (error: unknown) => void,
): Promise<ImportView> {
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
  });
  void run(world, job, text, { ...options, thisYear: world.now().getFullYear() }).catch(log);
  return jobView(job);
}

async function run(world: World, job: ImportJob, text: string, options: Omit<ReadListOptions, 'known'>): Promise<void> {
  try {
    await breathe();
    const report = await keepTreeList(world, job.id, job.userId, text, options, async (done, total) => {
      // Another server may have been asked to stop it: the row is the one truth.
      const now = await ImportJob.findByPk(job.id, { attributes: ['state'] });
      if (now?.state === 'stopped') throw new Stopped();
      await ImportJob.update({ done, total }, { where: { id: job.id } });
    });
    const { trees, bad, warnings, duplicates, ...rest } = report;
    await ImportJob.update(
      {
        state: report.stops.length > 0 ? 'failed' : 'done',
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
        },
      },
      { where: { id: job.id } },
    );
  } catch (error) {
    const stopped = error instanceof Stopped;
    await ImportJob.update(
      {
        state: stopped ? 'stopped' : 'failed',
        detail: stopped ? 'Stopped; nothing was kept.' : 'The list could not be kept; nothing of it was.',
      },
      { where: { id: job.id } },
    );
    if (!stopped) throw error;
  }
}

/** Asks a running import to stop; it keeps nothing. */
export async function stopImport(id: string): Promise<void> {
  await ImportJob.update({ state: 'stopped' }, { where: { id, state: 'running' } });
}
