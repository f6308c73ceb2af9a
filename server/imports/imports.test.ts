import { v7 as newId } from 'uuid';
import { ImportJob } from '../models/imports';
import { startService, type Service } from '../testing/service';
import { closeThreads } from '../threads/pool';
import { rebuildAll } from '../trees/rebuild';
import { resumeImports } from './service';

let service: Service;
beforeAll(async () => {
  service = await startService();
});
afterAll(() => service.stop());

/** Rows of a list that takes several rounds of writing. */
const LONG = 1200;

describe('lists coming in', () => {
  const wait = async (client: Awaited<ReturnType<Service['as']>>, id: string) => {
    for (;;) {
      const { body } = await client.get(`/imports/${id}`);
      if (body.state !== 'running') return body;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  };
  const rows = (n: number, prefix: string) =>
    [
      'tag,species,girth (cm),planted,lat,lon',
      ...Array.from(
        { length: n },
        (_, i) =>
          `${prefix}${i},${['Tilia cordata', 'Norway maple', 'sycamore', 'Acer plantanoides', "Tilia cordata 'Greenspire'"][i % 5]},${60 + (i % 200)},${1950 + (i % 70)},${(45.5 + Math.floor(i / 100) * 0.0001).toFixed(6)},${(-31.3 + (i % 100) * 0.0001).toFixed(6)}`,
      ),
    ].join('\n');

  it('of a long list all good rows are kept, derived columns in order', async () => {
    const coordinator = await service.as('coordinator');
    const id = newId();
    const answer = await coordinator.put(`/imports/${id}`, { text: rows(LONG, 'I-'), choices: { sycamore: 'Acer pseudoplatanus' } });
    expect(answer.body.state).toBe('running');
    const done = await wait(coordinator, id);
    expect(done).toMatchObject({ state: 'done', done: LONG, total: LONG, report: { kept: LONG, badCount: 0 } });
    const tree = (await coordinator.get('/trees?limit=1&after=I-1')).body.items[0];
    expect(tree).toMatchObject({ standing: 'imported', level: 'species' });
    expect(tree.dbh).toBeGreaterThan(0.1);
    expect((await rebuildAll(service.world)).moved).toEqual([]);
  });
  it('an answer to a name is a kind the library holds', async () => {
    const coordinator = await service.as('coordinator');
    const answer = await coordinator.put(`/imports/${newId()}`, { text: rows(5, 'H-'), choices: { sycamore: 'Homo sapiens' } });
    expect(answer.body).toMatchObject({ status: 422, path: 'choices.sycamore' });
  });
  it('brings the same list in only once', async () => {
    const coordinator = await service.as('coordinator');
    const id = newId();
    await coordinator.put(`/imports/${id}`, { text: rows(20, 'I-') });
    expect(await wait(coordinator, id)).toMatchObject({
      state: 'done',
      report: { kept: 0, badCount: 20, bad: expect.arrayContaining([expect.objectContaining({ reason: 'tag I-0 is already kept' })]) },
    });
  });
  it('keeps nothing when it is stopped', async () => {
    const coordinator = await service.as('coordinator');
    const id = newId();
    await coordinator.put(`/imports/${id}`, { text: rows(5000, 'S-') });
    await coordinator.delete(`/imports/${id}`);
    const done = await wait(coordinator, id);
    await new Promise((resolve) => setTimeout(resolve, 1500));
    expect(done.state).toBe('stopped');
    expect((await coordinator.get('/trees?limit=1&after=S-')).body.items.filter((t: { tag: string }) => t.tag.startsWith('S-'))).toEqual(
      [],
    );
  });
  it('an import that a stop of the service cut short is taken up again by the next start, once', async () => {
    const coordinator = await service.as('coordinator');
    const id = newId();
    await coordinator.put(`/imports/${id}`, { text: rows(LONG, 'Q-') });
    const running = (await ImportJob.findByPk(id)) as ImportJob;
    const { request } = running.get({ plain: true });
    expect(await wait(coordinator, id)).toMatchObject({ state: 'done', report: { kept: LONG } });
    // As a server that died would leave it: still running, its hold run out, nothing of it kept.
    const cut = newId();
    const { userId } = running;
    await ImportJob.create({
      id: cut,
      userId,
      state: 'running',
      done: 500,
      total: LONG,
      report: null,
      detail: null,
      createdAt: new Date(),
      request,
      heldUntil: new Date(0),
    });
    const taken = await Promise.all([0, 1].map(() => resumeImports(service.world, () => {})));
    expect((taken[0] as number) + (taken[1] as number)).toBe(1);
    expect(await wait(coordinator, cut)).toMatchObject({ state: 'done', report: { kept: 0, badCount: LONG } });
    expect((await ImportJob.findByPk(cut))?.request).toBeNull();
  });
  it('a list that wants more memory than there is fails by itself: it says so, keeps nothing, and the service goes on', async () => {
    const coordinator = await service.as('coordinator');
    await closeThreads();
    process.env.DENDRIX_THREAD_MEMORY = '64';
    try {
      const id = newId();
      const rows = Array.from({ length: 200_000 }, (_, i) => `M ${i},${45 + i / 1e5},-31.2`);
      await coordinator.put(`/imports/${id}`, { text: ['tag,lat,lon', ...rows].join('\n') });
      expect(await wait(coordinator, id)).toMatchObject({
        state: 'failed',
        detail: expect.stringMatching(/too large to read in one piece/),
      });
    } finally {
      delete process.env.DENDRIX_THREAD_MEMORY;
      await closeThreads();
    }
    expect((await coordinator.get('/trees?limit=1')).status).toBe(200);
  });
  it('says what a list lacks', async () => {
    const coordinator = await service.as('coordinator');
    const id = newId();
    await coordinator.put(`/imports/${id}`, { text: 'species,girth\nrowan,3' });
    expect(await wait(coordinator, id)).toMatchObject({ state: 'failed', detail: expect.stringMatching(/No column holds the tag/) });
  });
});
