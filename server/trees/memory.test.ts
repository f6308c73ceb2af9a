import { v7 as newId } from 'uuid';
import { RULES } from '@dendrix/core/judging';
import { ZONES } from '@dendrix/core/knowledge';
import { emptyLook, type Judgement, type SignSeen } from '@dendrix/core/record';
import { aReview } from '../testing/review';
import { aTree, aVisit, startService, type Client, type Service } from '../testing/service';
import { verify } from '../audit/verify';
import { Tree } from '../models/trees';
import { Visit } from '../models/visits';
import { assessByNewRules, treesByOlderRules } from './rejudge';
import { rebuildAll } from './rebuild';

// Danger over the years in the record: a crew's word that a defect is gone goes to a reviewer, and an upgrade finds what the rules of
// before had forgotten.

let service: Service;
let crew: Client;
let reviewer: Client;
beforeAll(async () => {
  service = await startService({}, 'owner');
  [crew, reviewer] = [await service.as('crew'), await service.as('reviewer')];
});
afterAll(() => service.stop());

let tags = 0;
const FUNGUS: SignSeen = { id: 'basal-conk', zone: 'collar', key: 'fungus', kind: 'crust' };
/** A visit of a day at which every part was inspected. */
const visitOn = (treeId: string, day: string, signs: SignSeen[], minute = 0) => ({
  ...aVisit(treeId),
  startedAt: `${day}T09:00:00.000Z`,
  finishedAt: `${day}T09:${String(20 + minute).padStart(2, '0')}:00.000Z`,
  look: { ...emptyLook(day), looked: [...ZONES], signs },
  name: null,
});
async function twoVisits(second: SignSeen[]) {
  const treeId = newId();
  const [first, last] = [newId(), newId()];
  expect((await crew.put(`/trees/${treeId}`, aTree(`D ${++tags}`))).status).toBe(200);
  expect((await crew.put(`/visits/${first}`, visitOn(treeId, '2025-09-20', [FUNGUS]))).status).toBe(200);
  const answer = await crew.put(`/visits/${last}`, visitOn(treeId, '2026-06-10', second));
  return { treeId, last, answer };
}
const soundness = async (treeId: string) => (await crew.get(`/trees/${treeId}`)).body.soundness;
const review = aReview;
const inQueue = async (visitId: string) =>
  (await reviewer.get('/review-queue')).body.items.find((item: { visit: { id: string } }) => item.visit.id === visitId);

describe('a defect that is said to be gone', () => {
  it('counts until a reviewer closes it with a reason, and is over then', async () => {
    const { treeId, last, answer } = await twoVisits([
      { id: 'basal-conk', zone: 'collar', key: 'later', again: 'fungus', trend: 'gone', note: 'mulch' },
    ]);
    expect(answer.status).toBe(200);
    expect(await soundness(treeId)).toBe('serious weakness');
    expect((await inQueue(last)).why.map(({ says }: { says: string }) => says)).toContain('a defect is marked gone');
    // Without a reason nothing is closed, nor what nobody said is gone.
    expect((await reviewer.put(`/reviews/${newId()}`, review(last, { closes: ['later'] }))).status).toBe(422);
    expect((await reviewer.put(`/reviews/${newId()}`, review(last, { closes: ['other'], reason: 'seen on the photos' }))).status).toBe(422);
    // A crew closes nothing.
    expect((await crew.put(`/reviews/${newId()}`, review(last, { closes: ['later'], reason: 'seen on the photos' }))).status).toBe(403);
    const id = newId();
    const closing = review(last, { closes: ['later'], reason: 'mushrooms of the mulch, on the photos' });
    expect((await reviewer.put(`/reviews/${id}`, closing)).body).toEqual({ id, isNew: true });
    expect((await reviewer.put(`/reviews/${id}`, closing)).body.isNew).toBe(false);
    expect(await soundness(treeId)).toBe('no weakness seen');
    expect((await verify(service.world)).findings).toEqual([]);
    expect((await rebuildAll(service.world)).moved).toEqual([]);
  });
  it('a visit takes no reviewer’s word, and an investigation says how', async () => {
    const gone = (ended: SignSeen['ended']) => ({ ...FUNGUS, key: 'later', again: 'fungus', trend: 'gone' as const, ended });
    const byReview = await twoVisits([gone({ how: 'review', note: 'it is gone' })]);
    expect([byReview.answer.status, byReview.answer.body.detail]).toEqual([422, expect.stringMatching(/a reviewer closes it/)]);
    const noMethod = await twoVisits([gone({ how: 'investigation', note: 'sound to 14 cm' })]);
    expect(noMethod.answer.status).toBe(422);
    const byWork = await twoVisits([gone({ how: 'work', note: 'deadwood taken out' })]);
    expect([byWork.answer.status, byWork.answer.body.detail]).toEqual([422, expect.stringMatching(/no work ends/)]);
    const drilled = await twoVisits([gone({ how: 'investigation', note: 'sound to 14 cm', method: 'resistance drill' })]);
    expect(drilled.answer.status).toBe(200);
    expect(await soundness(drilled.treeId)).toBe('no weakness seen');
  });
});

describe('after an upgrade', () => {
  /** Puts a tree back as the rules of before had left it: the newest visit forgot. */
  async function asBefore(treeId: string, last: string): Promise<void> {
    const visit = await Visit.findByPk(last);
    const judged = visit?.judged as Judgement;
    const ruled = { ...judged.ruled, soundness: 'no weakness seen' as const, hiddenDecay: 'none suspected' as const };
    await visit?.update({ judged: { ...judged, soundness: { ...judged.soundness, band: 'no weakness seen' }, ruled } });
    await Tree.update({ rules: null, soundness: 'no weakness seen' }, { where: { id: treeId } });
  }
  it('every tree is assessed again, what had been forgotten waits first, once, and a stop loses nothing', async () => {
    const forgotten = [await twoVisits([]), await twoVisits([])];
    const plain = await twoVisits([{ ...FUNGUS, key: 'b', again: 'fungus', trend: 'same' }]);
    for (const { treeId, last } of forgotten) {
      await asBefore(treeId, last);
      // It had been reviewed, and so it waited for nobody.
      await reviewer.put(`/reviews/${newId()}`, review(last, { at: '2026-06-11T09:00:00.000Z' }));
      await asBefore(treeId, last);
      expect(await inQueue(last)).toBeUndefined();
    }
    await Tree.update({ rules: 1 }, { where: { id: plain.treeId } });
    expect((await crew.get(`/trees/${forgotten[0]?.treeId}`)).body).toMatchObject({ olderRules: true, soundness: 'no weakness seen' });
    expect(await treesByOlderRules(service.world)).toBe(3);

    // Stopped after one, it goes on with the others.
    let asked = 0;
    expect(await assessByNewRules(service.world, undefined, () => ++asked > 1)).toMatchObject({ done: 1, total: 3 });
    const told: number[] = [];
    expect(await assessByNewRules(service.world, ({ done }) => told.push(done))).toMatchObject({ done: 2, total: 2 });
    expect(told.at(-1)).toBe(2);
    expect(await treesByOlderRules(service.world)).toBe(0);

    for (const { treeId } of forgotten) {
      expect((await crew.get(`/trees/${treeId}`)).body).toMatchObject({ olderRules: false, soundness: 'serious weakness' });
      expect((await Tree.findByPk(treeId))?.rules).toBe(RULES);
    }
    const queue = (await reviewer.get('/review-queue')).body.items;
    expect(
      queue
        .slice(0, 2)
        .map((item: { visit: { id: string } }) => item.visit.id)
        .sort(),
    ).toEqual(forgotten.map(({ last }) => last).sort());
    expect(queue[0].why[0].says).toMatch(/a danger seen earlier was missing/);
    // Reviewed, it waits no more.
    const id = forgotten[0]?.last ?? '';
    await reviewer.put(`/reviews/${newId()}`, review(id, { at: undefined }));
    expect((await inQueue(id))?.why?.[0]?.says ?? 'none').not.toMatch(/missing from the assessment/);
    expect((await verify(service.world)).findings).toEqual([]);
    expect((await rebuildAll(service.world)).moved).toEqual([]);
  });
});
