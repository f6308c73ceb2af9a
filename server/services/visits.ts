import { Op, type Sequelize, type Transaction } from 'sequelize';
import { Refusal, type Account, type VisitSubmission } from '@dendrix/core/contracts';
import { checkObservations } from '@dendrix/core/identify';
import { nearest, type Library } from '@dendrix/core/knowledge';
import { monthWords } from '@dendrix/core/season';
import { HttpProblem, notFound } from '../http/problem';
import { Determination, FollowUp, Tree, Visit } from '../models';
import { record } from './audit';
import { rebuildTree } from './rebuild';

/** What the services need of the world around them. */
export interface World {
  sequelize: Sequelize;
  library: Library;
  now: () => Date;
  newId: () => string;
}

/** Clocks on phones run ahead a little; a visit further in the future is a wrong clock. */
const CLOCK_SLACK_MS = 24 * 3600 * 1000;

function check(world: World, given: VisitSubmission): void {
  checkObservations(world.library, given.record.observations);
  const signs = world.library.signs.map((sign) => sign.id);
  given.record.signs.forEach((sign, i) => {
    if (!signs.includes(sign.id))
      throw new Refusal('unknown-sign', `record.signs[${i}].id`, { word: sign.id, nearest: nearest(sign.id, signs) ?? 'none' });
  });
  given.record.absent.forEach((id, i) => {
    if (!signs.includes(id)) throw new Refusal('unknown-sign', `record.absent[${i}]`, { word: id, nearest: nearest(id, signs) ?? 'none' });
  });
  const named = new Set(given.record.photos.map((photo) => photo.id));
  given.record.signs.forEach((sign, i) => {
    const stray = sign.photos?.find((id) => !named.has(id));
    if (stray)
      throw new HttpProblem(422, 'Not understood', 'A sign names a photograph the record does not hold.', `record.signs[${i}].photos`);
  });
  const traits = world.library.traits.map((trait) => trait.id);
  const checkTrait = (word: string, path: string) => {
    if (!traits.includes(word)) throw new Refusal('unknown-trait', path, { word, nearest: nearest(word, traits) ?? 'none' });
  };
  given.laterLooks.forEach((look, i) => checkTrait(look.trait, `laterLooks[${i}].trait`));
  given.record.specimens.forEach((s, i) => s.settles.forEach((trait, j) => checkTrait(trait, `record.specimens[${i}].settles[${j}]`)));
  if (Date.parse(given.finishedAt) < Date.parse(given.startedAt))
    throw new HttpProblem(422, 'Times do not fit', 'The visit ends before it starts.', 'finishedAt');
  if (Date.parse(given.finishedAt) > world.now().getTime() + CLOCK_SLACK_MS) {
    throw new HttpProblem(422, 'Times do not fit', 'The visit ends in the future; check the clock of the device.', 'finishedAt');
  }
}

/**
 * Keeps a visit under the id its device made. Sending the same visit again is answered with what is kept; a submitted visit
 * never changes.
 * @returns whether it was new
 */
export async function submitVisit(world: World, id: string, given: VisitSubmission, by: Pick<Account, 'id' | 'role'>): Promise<boolean> {
  const already = await Visit.findByPk(id);
  if (already) {
    if (already.userId !== by.id) throw new HttpProblem(409, 'Already there', 'Somebody else has sent a visit under this id.');
    return false;
  }
  check(world, given);
  const tree = await Tree.findByPk(given.treeId);
  if (!tree) throw notFound('The tree of this visit');
  if (given.amends) {
    const amended = await Visit.findByPk(given.amends);
    if (!amended || amended.treeId !== tree.id)
      throw new HttpProblem(422, 'Not understood', 'The visit to amend is not one of this tree.', 'amends');
  }
  await world.sequelize.transaction(async (transaction) => {
    await keepVisit(world, transaction, tree, id, given, by.id);
    await rebuildTree(tree, transaction);
  });
  return true;
}

/** Writes a visit with its determination, follow-ups and audit entry, inside a transaction. The derived columns are the caller's. */
export async function keepVisit(
  world: World,
  transaction: Transaction,
  tree: Tree,
  id: string,
  given: VisitSubmission,
  userId: string,
): Promise<void> {
  const finishedAt = new Date(given.finishedAt);
  const { treeId, startedAt, timeZone, libraryVersion, record: seen, name, judgement, comeBack, laterLooks, amends } = given;
  await Visit.create(
    {
      id,
      treeId,
      userId,
      startedAt: new Date(startedAt),
      finishedAt,
      timeZone,
      libraryVersion,
      record: seen,
      name,
      judgement,
      comeBack,
      amends: amends ?? null,
      receivedAt: world.now(),
    },
    { transaction },
  );
  if (name) {
    await Determination.create(
      {
        id: world.newId(),
        treeId,
        visitId: id,
        reviewId: null,
        userId,
        at: finishedAt,
        taxon: name.taxon,
        level: name.level,
        source: 'visit',
        why: name.why,
        infraspecific: name.infraspecific ?? null,
      },
      { transaction },
    );
  }
  // A look that is to settle the name stays open until its mark is seen, it is planned anew, or its time has come and gone with
  // this visit; everything else was this visit's to do.
  const today = given.finishedAt.slice(0, 10);
  const marks = seen.observations.map((observation) => observation.trait);
  const settled = [...marks, ...laterLooks.map((look) => look.trait)];
  await FollowUp.update(
    { doneOn: today },
    {
      where: {
        treeId: tree.id,
        doneOn: null,
        [Op.or]: [{ trait: null }, { trait: { [Op.in]: settled } }, { dueOn: { [Op.lte]: today } }],
      },
      transaction,
    },
  );
  if (comeBack) {
    await FollowUp.create(
      {
        id: world.newId(),
        treeId,
        visitId: id,
        dueOn: comeBack.by,
        because: comeBack.because,
        season: comeBack.season ?? null,
        doneOn: null,
      },
      { transaction },
    );
  }
  for (const { trait, months, by, because } of laterLooks) {
    if (marks.includes(trait)) continue;
    await FollowUp.create(
      { id: world.newId(), treeId, visitId: id, dueOn: by, because, season: monthWords(months), trait, doneOn: null },
      { transaction },
    );
  }
  await record(
    world.sequelize,
    transaction,
    { userId, action: amends ? 'amend' : 'submit', entity: 'visit', entityId: id, body: given },
    world.now(),
  );
}
