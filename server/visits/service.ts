import { mayAct } from '@dendrix/core/contracts';
import type { Transaction } from 'sequelize';
import { Refusal } from '@dendrix/core/problem';
import type { Account } from '@dendrix/core/contracts';
import { districtAt, type Place } from '@dendrix/core/geo';
import { checkSizes } from '@dendrix/core/measuring';
import { checkObservations } from '@dendrix/core/naming';
import { checkLook, checkTrait, isEmptyLook, simulatedIn, taxonOf, type VisitSubmission } from '@dendrix/core/record';
import { rootOf } from '@dendrix/core/state';
import { dayAt, daysBetween } from '@dendrix/core/time';
import { READING_WORDS } from '@dendrix/core/words';
import { canonical } from '../chain/canonical';
import { chain } from '../chain/service';
import { Determination, type Tree } from '../models/trees';
import { Visit } from '../models/visits';
import { inTransaction } from '../db/transaction';
import { HttpProblem } from '../http/problem';
import { readOrganisation } from '../organisation/service';
import { lockTree } from '../trees/rows';
import { settleTree } from '../trees/settle';
import { sentOf } from '../trees/view';
import { CLOCK_SLACK_MS, type World } from '../world';

/** A visit that took longer, or is older, is a wrong clock too. */
const LONGEST_MS = 3 * 24 * 3600 * 1000;
const EARLIEST = '1900-01-01';

const timesDoNotFit = (detail: string, path: string) => new HttpProblem(422, 'Times do not fit', detail, path);

function checkTimes(world: World, { startedAt, finishedAt, timeZone, look, amends }: VisitSubmission): void {
  const [started, finished] = [Date.parse(startedAt), Date.parse(finishedAt)];
  if (finished < started) throw timesDoNotFit('The visit ends before it starts.', 'finishedAt');
  if (finished > world.now().getTime() + CLOCK_SLACK_MS)
    throw timesDoNotFit('The visit ends in the future; check the clock of the device.', 'finishedAt');
  if (finished - started > LONGEST_MS)
    throw timesDoNotFit('The visit took longer than three days; check the clock of the device.', 'startedAt');
  if (look.day < EARLIEST) throw timesDoNotFit(`Visits cannot be dated before ${EARLIEST}.`, 'look.day');
  // An amendment is written later, of the day of the visit it corrects; that is held against the visit.
  if (amends) return;
  const day = dayAt(finishedAt, timeZone);
  // The day is the one on which somebody stood there: that of the end, or the one before where they worked past midnight.
  const apart = daysBetween(look.day, day);
  if (apart < 0 || apart > LONGEST_MS / (24 * 3600 * 1000))
    throw timesDoNotFit(`The visit is dated ${look.day}, but it ended on ${day} (${timeZone}).`, 'look.day');
}

/** A device in another zone may be a day ahead: a visit is of no day that has not begun where the tree stands. */
function checkDayThere({ library }: World, { finishedAt, look, amends }: VisitSubmission, tree: Place): void {
  if (amends) return;
  const { timeZone } = districtAt(library.districts, tree);
  const day = dayAt(finishedAt, timeZone);
  if (look.day > day)
    throw timesDoNotFit(`The visit is of ${look.day}, but where the tree stands (${timeZone}) it was ${day} when it ended.`, 'look.day');
}

/** Every word against the vocabulary, with the nearest one where it is none. @throws Refusal or HttpProblem */
function check(world: World, given: VisitSubmission): void {
  const { library } = world;
  try {
    checkObservations(library, given.look.observations);
  } catch (error) {
    if (error instanceof Refusal) throw new Refusal(error.code, `look.${error.path}`, error.values);
    throw error;
  }
  checkLook(library, given.look, 'look');
  given.look.overrules.forEach(({ agreed }, i) => {
    if (agreed !== undefined)
      throw new HttpProblem(
        422,
        'Not for a visit',
        'A visit cannot agree to its own word. A reviewer does that.',
        `look.overrules[${i}].agreed`,
      );
  });
  given.look.signs.forEach(({ ended }, i) => {
    if (ended?.how === 'review')
      throw new HttpProblem(
        422,
        'Not for a visit',
        'A visit cannot close a defect by a reviewer’s word. Say that it is gone and why; a reviewer closes it.',
        `look.signs[${i}].ended.how`,
      );
    if (ended?.how === 'investigation' && ended.method === undefined)
      throw new HttpProblem(
        422,
        'Not understood',
        'Say how it was investigated, such as resistance drill.',
        `look.signs[${i}].ended.method`,
      );
  });
  checkSizes(given.look.measurements, (size) => `look.measurements.${size}`);
  given.laterLooks.forEach((later, i) => checkTrait(library, later.trait, `laterLooks[${i}].trait`));
  if (given.name) taxonOf(library, given.name.taxon, 'name.taxon');
  if (isEmptyLook(given.look) && !given.name?.taxon && !given.name?.written)
    throw new HttpProblem(422, 'Nothing recorded', 'This visit has no observations, measurements or species name.', 'look');
}

async function checkSimulated(given: VisitSubmission, transaction: Transaction): Promise<void> {
  const [first] = simulatedIn(given.look.measurements);
  if (first === undefined || (await readOrganisation(transaction)).practicePlace) return;
  throw new HttpProblem(
    422,
    'Practice only',
    `The ${READING_WORDS[first]} came from a simulated device. Simulated readings are saved in practice mode only. Remove it, or measure.`,
    `look.measurements.${first}`,
  );
}

/** A visit's row as it would be sent again. */
function submissionOf(visit: Visit): Omit<VisitSubmission, 'schema'> {
  const { look, device } = sentOf(visit);
  return {
    treeId: visit.treeId,
    startedAt: visit.startedAt.toISOString(),
    finishedAt: visit.finishedAt.toISOString(),
    timeZone: visit.timeZone,
    libraryVersion: visit.libraryVersion,
    units: visit.units,
    look,
    name: visit.name,
    judgement: device,
    laterLooks: visit.laterLooks ?? [],
    ...(visit.amends ? { amends: visit.amends } : {}),
  };
}

/** Whether what was sent is what is kept. The times may be written in other ways. */
function isSame(visit: Visit, { schema: _schema, ...given }: VisitSubmission): boolean {
  const time = (text: string) => new Date(text).toISOString();
  const sent = { ...given, startedAt: time(given.startedAt), finishedAt: time(given.finishedAt) };
  return canonical(submissionOf(visit)) === canonical(sent);
}

/** The visit that an amendment corrects, checked. @throws HttpProblem 422, 403 for who may not, 409 where another corrects it already */
async function amendedBy(given: VisitSubmission, tree: Tree, by: Pick<Account, 'id' | 'role'>, transaction: Transaction): Promise<void> {
  if (!given.amends) return;
  const visits = await Visit.findAll({
    where: { treeId: tree.id },
    attributes: ['id', 'userId', 'amends', 'day', 'schema', 'look', 'deviceJudgement', 'finishedAt', 'timeZone'],
    transaction,
  });
  const byId = new Map(visits.map((visit) => [visit.id, visit]));
  const amended = byId.get(given.amends);
  if (!amended) throw new HttpProblem(422, 'Not understood', 'The visit to amend belongs to another tree.', 'amends');
  const root = byId.get(rootOf(amended, byId)) ?? amended;
  if (root.userId !== by.id && !mayAct(by.role, 'coordinator'))
    throw new HttpProblem(
      403,
      'Not allowed',
      'Only the person who made a visit, or a coordinator, can amend it. You can start your own visit.',
    );
  // Whoever amends without having seen another amendment would undo it unawares: they are asked.
  const meanwhile = visits.find((visit) => visit.amends === given.amends);
  if (meanwhile)
    throw new HttpProblem(
      409,
      'Amended meanwhile',
      'Someone else amended this visit. Open yours, read their version, and choose which one to keep.',
      'amends',
    );
  const { day } = sentOf(root).look;
  if (given.look.day !== day)
    throw new HttpProblem(422, 'Times do not fit', `The original visit is dated ${day}. An amendment must have the same date.`, 'look.day');
}

/**
 * Keeps a visit under the id its device made, whole or not at all. Sending the same visit again is answered with what is kept; a
 * submitted visit never changes.
 * @returns whether it was new
 * @throws HttpProblem 409 where the id is taken by another visit
 */
export async function submitVisit(world: World, id: string, given: VisitSubmission, by: Pick<Account, 'id' | 'role'>): Promise<boolean> {
  check(world, given);
  return inTransaction(world, async (transaction) => {
    const tree = await lockTree(given.treeId, transaction);
    const already = await Visit.findByPk(id, { transaction });
    if (already) {
      if (already.userId !== by.id) throw new HttpProblem(409, 'Already there', 'Another person already uploaded a visit with this ID.');
      if (!isSame(already, given))
        throw new HttpProblem(
          409,
          'Already there',
          'A visit with this ID is already saved and cannot be changed. Upload yours as a new visit or an amendment.',
        );
      return false;
    }
    checkTimes(world, given);
    checkDayThere(world, given, tree);
    await checkSimulated(given, transaction);
    await amendedBy(given, tree, by, transaction);
    const wrote = await keepVisit(world, transaction, id, given, by.id);
    await settleTree(world, tree, transaction, given.look.day);
    await chain(world, transaction, {
      userId: by.id,
      action: given.amends ? 'amend' : 'submit',
      entity: 'visit',
      entityId: id,
      body: { treeId: tree.id, day: given.look.day, ...(given.amends ? { amends: given.amends } : {}) },
      wrote,
      trees: [tree.id],
    });
    return true;
  });
}

/**
 * Writes a visit and the name it gives, inside a transaction. What follows from them, and the chain, are the caller's.
 * @returns the rows it wrote, by table
 */
export async function keepVisit(world: World, transaction: Transaction, id: string, given: VisitSubmission, userId: string) {
  const { treeId, startedAt, timeZone, schema, libraryVersion, units, look, name, judgement, laterLooks, amends } = given;
  const finishedAt = new Date(given.finishedAt);
  await Visit.create(
    {
      id,
      treeId,
      userId,
      startedAt: new Date(startedAt),
      finishedAt,
      timeZone,
      schema,
      day: look.day,
      libraryVersion,
      units,
      look,
      name,
      deviceJudgement: judgement,
      laterLooks,
      amends: amends ?? null,
      receivedAt: world.now(),
    },
    { transaction },
  );
  if (!name) return { visits: [id] };
  const determinationId = world.newId();
  await Determination.create(
    {
      id: determinationId,
      treeId,
      visitId: id,
      reviewId: null,
      userId,
      at: finishedAt,
      taxon: name.taxon,
      level: name.level,
      source: 'visit',
      why: name.written ? `${name.why} Written by hand: "${name.written}", which the library does not hold.` : name.why,
      infraspecific: name.infraspecific ?? null,
    },
    { transaction },
  );
  return { visits: [id], determinations: [determinationId] };
}
