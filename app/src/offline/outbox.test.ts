/** @jest-environment node */
import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import { emptyLook, SCHEMA, type VisitSubmission } from '@dendrix/core/record';
import { close, database, NOBODY } from './database';
import { newDraft, type VisitDraft } from './draft';
import { DraftElsewhere, draftsOf, loadDraft, saveDraft } from './drafts';
import { discard, enqueue, enqueueVisit, flush, mendTree, reopenVisit, tryAgain, waiting } from './outbox';
import { pauseAfter, type NewParcel } from './parcel';
import { dropOrphans, keepPicture, keptPicture } from './pictures';
import { watchKept } from './watch';

const JORY = '01976a00-0000-7000-8000-0000000000aa';
const ADAEZE = '01976a00-0000-7000-8000-0000000000bb';
const TREE = '01976a00-0000-7000-8000-000000000001';
const NOW = Date.parse('2026-06-15T10:00:00Z');
const send = (more: Partial<Parameters<typeof flush>[0]> = {}) => flush({ owner: JORY, now: NOW, random: () => 0.5, ...more });
const review = (id: string, at = '2026-06-15T09:00:00.000Z'): NewParcel => ({
  id,
  kind: 'review',
  queuedAt: at,
  words: `Review ${id}`,
  body: { visitId: TREE, verdict: 'confirm', secondLook: null, taxon: null, reason: '' },
});
const word = (id: string, more: Partial<Extract<NewParcel, { kind: 'message' }>> = {}): NewParcel => ({
  id,
  kind: 'message',
  queuedAt: '2026-06-15T09:30:00.000Z',
  words: `Word ${id}`,
  after: [TREE],
  body: { treeId: TREE, visitId: null, point: 'tree', at: '2026-06-15T09:30:00.000Z', text: 'Look up.', mentions: [] },
  ...more,
});
const newTree = (tag: string): NewParcel => ({
  id: TREE,
  kind: 'tree',
  queuedAt: '2026-06-15T08:00:00.000Z',
  words: `New tree ${tag}`,
  body: { tag, latitude: 45.6, longitude: -31.2, place: '', siteKind: 'street', plantedYear: null, planted: null, note: '' },
});
const answer = (status: number, body: object = {}) => ({ ok: status < 400, status, json: async () => body }) as Response;
const no = (status: number, detail: string) => answer(status, { type: 'about:blank', title: 't', status, detail });

/** A server that answers what the test says for a path, 200 for any other, and remembers what it was asked. */
function server(answers: Record<string, () => Response> = {}) {
  const asked: string[] = [];
  global.fetch = jest.fn(async (url) => {
    const path = String(url).replace('/api/v1', '');
    asked.push(path);
    const key = Object.keys(answers).find((one) => path.startsWith(one));
    const given = key === undefined ? undefined : answers[key];
    return given ? given() : answer(200);
  }) as typeof fetch;
  return asked;
}
const noSignal = () => {
  global.fetch = jest.fn(async () => Promise.reject(new TypeError('offline'))) as typeof fetch;
};

const draftOf = (part: Partial<VisitDraft> = {}): VisitDraft => ({
  ...newDraft(TREE, new Date(NOW), { planted: true, lifeStage: 'mature' }),
  ...part,
});
const photo = (id: string): VisitDraft['photos'][number] => ({
  id,
  zone: 'stem-n',
  sign: null,
  takenAt: '2026-06-15T09:30:00.000Z',
  timeFrom: 'device',
  latitude: null,
  longitude: null,
  width: 4,
  height: 3,
  bytes: 5,
});
const submission = (draft: VisitDraft): VisitSubmission => ({
  schema: SCHEMA,
  treeId: draft.treeId,
  startedAt: draft.startedAt,
  finishedAt: '2026-06-15T10:00:00.000Z',
  timeZone: 'UTC',
  libraryVersion: 'x',
  units: 'metric',
  look: { ...emptyLook('2026-06-15'), looked: ['stem-n'], photos: draft.photos },
  name: null,
  judgement: null,
  laterLooks: [],
});
/** A visit written as a draft and sent from it. */
async function visit(part: Partial<VisitDraft> = {}): Promise<VisitDraft> {
  const draft = draftOf(part);
  const rev = await saveDraft(JORY, draft, 0);
  await enqueueVisit(
    JORY,
    { id: draft.id, kind: 'visit', queuedAt: '2026-06-15T10:00:00.000Z', words: 'Visit to Q 1', body: submission(draft), draft },
    rev,
  );
  return draft;
}

beforeEach(async () => {
  const db = await database();
  for (const store of ['drafts', 'parcels', 'pictures', 'cache'] as const) await db.clear(store);
});
afterAll(close);

describe('the outbox', () => {
  it('sends in order, to an address made of the id, and empties', async () => {
    await enqueue(JORY, review('b', '2026-06-15T09:30:00.000Z'));
    await enqueue(JORY, review('a'));
    const asked = server();
    expect((await send()).sent.map((p) => p.id)).toEqual(['a', 'b']);
    expect(asked).toEqual(['/reviews/a', '/reviews/b']);
    expect(await waiting()).toEqual([]);
  });
  it('keeps everything when there is no signal, and knocks less and less often', async () => {
    await enqueue(JORY, review('a'));
    await enqueue(JORY, review('b'));
    noSignal();
    expect((await send()).sent).toEqual([]);
    const [first, second] = await waiting();
    expect(first).toMatchObject({ attempts: 1, nextTryAt: NOW + 5000 });
    expect(second).toMatchObject({ attempts: 0 });
    // Not yet worth another try, unless somebody asks.
    const asked = server();
    await send({ now: NOW + 1000 });
    expect(asked).toEqual(['/reviews/b']);
    await send({ now: NOW + 1000, force: true });
    expect(await waiting()).toEqual([]);
  });
  it.each([1, 2, 5, 40])('the pause after %d tries doubles, within a fifth, up to ten minutes', (tries) => {
    const whole = Math.min(600_000, 5000 * 2 ** (tries - 1));
    expect(pauseAfter(tries, 0)).toBeCloseTo(0.8 * whole, 6);
    expect(pauseAfter(tries, 0.9999)).toBeLessThan(1.2 * whole);
  });
  it.each([500, 502, 503, 429, 408])('%d is no refusal: it is tried later, and the rest goes on', async (status) => {
    await enqueue(JORY, review('a'));
    await enqueue(JORY, review('b'));
    server({ '/reviews/a': () => no(status, 'later') });
    expect((await send()).sent.map((p) => p.id)).toEqual(['b']);
    expect(await waiting()).toEqual([expect.objectContaining({ id: 'a', state: 'waiting', problem: null, attempts: 1 })]);
  });
  it('asked for while a round is under way, one more follows: what was put in meanwhile goes out, and the signal that came back is used', async () => {
    let answerFirst: (response: Response) => void = () => {};
    const paths: string[] = [];
    global.fetch = jest.fn((url) => {
      paths.push(String(url).replace('/api/v1', ''));
      return paths.length === 1 ? new Promise<Response>((resolve) => (answerFirst = resolve)) : Promise.resolve(answer(200));
    }) as typeof fetch;
    await enqueue(JORY, review('a'));
    const first = send();
    while (paths.length === 0) await new Promise((resolve) => setTimeout(resolve, 5));
    await enqueue(JORY, review('b'));
    const more = [send(), send({ force: true })];
    answerFirst(no(503, 'later'));
    expect((await first).sent).toEqual([]);
    const [second, third] = await Promise.all(more);
    expect(second).toBe(third);
    // Forced, also what was told to wait is tried again.
    expect(second?.sent.map(({ id }) => id).sort()).toEqual(['a', 'b']);
    expect(await waiting()).toEqual([]);
  });
  it('keeps what is refused, with the sentence, does not knock with it again, and sends the rest', async () => {
    await enqueue(JORY, review('a'));
    await enqueue(JORY, review('b'));
    server({ '/reviews/a': () => no(422, 'Say why.') });
    await send();
    expect(await waiting()).toEqual([
      expect.objectContaining({ id: 'a', state: 'refused', problem: expect.objectContaining({ detail: 'Say why.' }) }),
    ]);
    const asked = server();
    await send({ force: true });
    expect(asked).toEqual([]);
    await tryAgain('a');
    await send();
    expect(asked).toEqual(['/reviews/a']);
  });
  it('waits for a sign-in without marking anything as refused', async () => {
    await enqueue(JORY, review('a'));
    server({ '/reviews': () => no(401, 'Sign in first.') });
    expect((await send()).needsSignIn).toBe(true);
    expect(await waiting()).toEqual([expect.objectContaining({ state: 'waiting', attempts: 0 })]);
  });
  it('goes out under the name of whose it is, whoever is signed in meanwhile', async () => {
    await enqueue(JORY, review('a'));
    const asked = server();
    await send({ owner: ADAEZE });
    expect(asked).toEqual([]);
    await send();
    expect(asked).toEqual(['/reviews/a']);
  });
  it('what was taken back while it was on its way is not brought back', async () => {
    await enqueue(JORY, review('a'));
    server({
      '/reviews/a': () => {
        void discard('a');
        return no(422, 'No.');
      },
    });
    await send();
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect(await waiting()).toEqual([]);
  });
  it('tells its watchers', async () => {
    const heard = jest.fn();
    const stop = watchKept(heard);
    await enqueue(JORY, review('a'));
    stop();
    expect(heard).toHaveBeenCalled();
  });
});

describe('what hangs on what', () => {
  it('a visit to a tree the server does not have yet waits for it, and its picture for the visit', async () => {
    await enqueue(JORY, newTree('Q 9'));
    await keepPicture('p', new Blob(['bytes'], { type: 'image/jpeg' }));
    const draft = await visit({ photos: [photo('p')] });
    const asked = server({ '/trees': () => no(409, 'Another tree carries the tag Q 9.') });
    await send();
    // Neither visit nor picture was tried: they would have been refused for no fault of their own.
    expect(asked).toEqual([`/trees/${TREE}`]);
    expect((await waiting()).map((p) => [p.kind, p.state])).toEqual([
      ['tree', 'refused'],
      ['visit', 'waiting'],
      ['photo', 'waiting'],
    ]);
    await mendTree(TREE, { tag: 'Q 10' });
    const then = server();
    await send();
    expect(then).toEqual([`/trees/${TREE}`, `/visits/${draft.id}`, `/visits/${draft.id}/photos/p`]);
    expect(await waiting()).toEqual([]);
    expect(await keptPicture('p')).toBeUndefined();
  });
  it('thrown away, it takes along what hangs on it, and the pictures', async () => {
    await enqueue(JORY, newTree('Q 9'));
    await keepPicture('p', new Blob(['bytes'], { type: 'image/jpeg' }));
    await visit({ photos: [photo('p')] });
    expect(await discard(TREE)).toBe(3);
    expect(await waiting()).toEqual([]);
    expect(await keptPicture('p')).toBeUndefined();
  });
});

describe('a visit the server refused', () => {
  it('is opened, mended and sent again, with all that was entered and its pictures', async () => {
    await keepPicture('p', new Blob(['bytes'], { type: 'image/jpeg' }));
    const draft = await visit({ photos: [photo('p')], note: 'hollow behind the sign' });
    server({ '/visits': () => no(422, 'look.day: the clock is wrong.') });
    await send();
    expect(await reopenVisit(draft.id, 'fresh')).toBe(TREE);
    expect(await waiting()).toEqual([]);
    const kept = await loadDraft(JORY, TREE);
    expect(kept?.draft).toMatchObject({ id: draft.id, note: 'hollow behind the sign' });
    expect(await keptPicture('p')).toBeInstanceOf(Blob);
  });
  it('whose id another visit has goes on under a fresh one', async () => {
    const draft = await visit();
    server({ '/visits': () => no(409, 'Another visit was sent under this id.') });
    await send();
    await reopenVisit(draft.id, 'fresh');
    expect((await loadDraft(JORY, TREE))?.draft.id).toBe('fresh');
  });
  it('does not push aside another that is begun', async () => {
    const draft = await visit();
    server({ '/visits': () => no(422, 'No.') });
    await send();
    await saveDraft(JORY, draftOf(), 0);
    await expect(reopenVisit(draft.id, 'fresh')).rejects.toThrow(/Another visit to this tree is in progress/);
    expect((await waiting()).map((p) => p.id)).toEqual([draft.id]);
  });
});

describe('drafts', () => {
  it('leave for the outbox in one step: never in both, never in neither', async () => {
    const draft = await visit();
    expect(await loadDraft(JORY, TREE)).toBeUndefined();
    expect((await waiting()).map((p) => p.id)).toEqual([draft.id]);
  });
  it('two tabs on one visit: who writes over what they did not read is told, and nothing is lost', async () => {
    const draft = draftOf();
    const first = await saveDraft(JORY, draft, 0);
    await saveDraft(JORY, { ...draft, note: 'from the other tab' }, first);
    await expect(saveDraft(JORY, { ...draft, note: 'from here' }, first)).rejects.toMatchObject({ what: 'changed' });
    expect((await loadDraft(JORY, TREE))?.draft.note).toBe('from the other tab');
  });
  it('a tap in one tab after the other has sent revives nothing', async () => {
    const draft = await visit();
    await expect(saveDraft(JORY, { ...draft, note: 'late' }, 1)).rejects.toMatchObject({ what: 'sent' });
    expect(await loadDraft(JORY, TREE)).toBeUndefined();
    await expect(
      enqueueVisit(JORY, { id: draft.id, kind: 'visit', queuedAt: '', words: '', body: submission(draft), draft }, 1),
    ).rejects.toBeInstanceOf(DraftElsewhere);
    expect(await waiting()).toHaveLength(1);
  });
  it('two people who share a device each have their own', async () => {
    await saveDraft(JORY, draftOf({ note: 'Jory' }), 0);
    await saveDraft(ADAEZE, draftOf({ note: 'Adaeze' }), 0);
    expect((await loadDraft(JORY, TREE))?.draft.note).toBe('Jory');
    expect((await draftsOf(ADAEZE)).map((d) => d.note)).toEqual(['Adaeze']);
  });
});

describe('pictures', () => {
  it('that no draft and no parcel names are let go; the others stay', async () => {
    await keepPicture('left', new Blob(['x']));
    await keepPicture('drafted', new Blob(['x']));
    await saveDraft(JORY, draftOf({ photos: [photo('drafted')] }), 0);
    expect(await dropOrphans()).toBe(1);
    expect(await keptPicture('left')).toBeUndefined();
    expect(await keptPicture('drafted')).toBeInstanceOf(Blob);
  });
  it('go out as they are, and one that was taken back has nothing left to upload', async () => {
    await keepPicture('p', new Blob(['bytes'], { type: 'image/jpeg' }));
    await visit({ photos: [photo('p'), photo('gone')] });
    server();
    await send();
    const calls = (global.fetch as jest.Mock).mock.calls as [string, RequestInit][];
    const pictures = calls.filter(([url]) => url.includes('/photos/'));
    expect(pictures).toHaveLength(1);
    expect(pictures[0]?.[1].headers).toEqual({ 'content-type': 'image/jpeg', 'x-dendrix-author': JORY });
    expect(await waiting()).toEqual([]);
  });
});

describe('what an older version kept', () => {
  it('is taken over once: drafts, parcels with what was said of them, pictures', async () => {
    await close();
    const older = async (name: string, store: string, entries: [string, unknown][]) => {
      const db = await openDB(name, 1, { upgrade: (d) => void d.createObjectStore(store) });
      for (const [key, value] of entries) await db.put(store, value, key);
      db.close();
    };
    await older('dendrix-drafts', 'visits', [[TREE, draftOf({ note: 'of before' })]]);
    await older('dendrix-outbox', 'parcels', [
      ['a', { id: 'a', kind: 'review', queuedAt: '2026-01-01T00:00:00.000Z', words: 'a', body: { visitId: 'v' } }],
      ['b', { id: 'b', kind: 'photo', queuedAt: '2026-01-01T00:00:00.000Z', words: 'b', body: { visitId: 'v' }, problem: 'No picture.' }],
    ]);
    await older('dendrix-pictures', 'pictures', [['b', new Blob(['x'])]]);
    expect((await waiting()).map((p) => [p.id, p.owner, p.state, p.problem?.detail])).toEqual([
      ['a', NOBODY, 'waiting', undefined],
      ['b', NOBODY, 'refused', 'No picture.'],
    ]);
    expect((await loadDraft(JORY, TREE))?.draft.note).toBe('of before');
    expect(await loadDraft(ADAEZE, TREE)).toBeUndefined();
    expect(await keptPicture('b')).toBeDefined();
    expect((await indexedDB.databases()).map((d) => d.name).filter((name) => name !== 'dendrix')).toEqual([]);
    // What belonged to nobody goes out under who is signed in.
    const asked = server();
    await send();
    expect(asked).toEqual(['/reviews/a']);
  });
});

describe('words and putting off', () => {
  const putOff: NewParcel = {
    id: 'p1',
    kind: 'put-off',
    queuedAt: '2026-06-15T09:40:00.000Z',
    words: 'Q 1 put off',
    after: [TREE],
    body: { treeId: TREE, at: '2026-06-15T09:40:00.000Z', until: '2026-06-20', reason: 'The road is closed.' },
  };
  it('go out in their order, after the tree they are about, each to its own place', async () => {
    const asked = server();
    await enqueue(JORY, putOff);
    await enqueue(JORY, word('m1'));
    await enqueue(JORY, newTree('Q 1'));
    await send();
    expect(asked).toEqual([`/trees/${TREE}`, '/messages/m1', '/put-offs/p1']);
    expect(await waiting()).toEqual([]);
  });
  it('wait where their tree was refused, and go once it was mended', async () => {
    server({ '/trees': () => no(409, 'Another tree carries this tag.') });
    await enqueue(JORY, newTree('Q 1'));
    await enqueue(JORY, word('m1'));
    await send();
    expect((await waiting()).map(({ kind, state }) => [kind, state])).toEqual([
      ['tree', 'refused'],
      ['message', 'waiting'],
    ]);
    const asked = server();
    await mendTree(TREE, { tag: 'Q 2' });
    await send({ force: true });
    expect(asked).toEqual([`/trees/${TREE}`, '/messages/m1']);
  });
  it('of one person stay theirs while another is signed in on the same phone', async () => {
    const asked = server();
    await enqueue(ADAEZE, word('m2', { after: [] }));
    await send();
    expect(asked).toEqual([]);
    await flush({ owner: ADAEZE, now: NOW, random: () => 0.5 });
    expect(asked).toEqual(['/messages/m2']);
  });
});

describe('what is damaged on the device', () => {
  const put = async (...rows: object[]) => {
    const db = await database();
    for (const row of rows) await db.put('parcels', row as never);
  };
  const good = { ...word('m3', { after: [] }), owner: JORY, state: 'waiting', problem: null, attempts: 0, nextTryAt: 0, after: [] };
  it('stops nothing else: what lacks only what the outbox adds is made good and goes out', async () => {
    const asked = server();
    const { queuedAt: _queued, after: _after, attempts: _attempts, ...bare } = good;
    await put({ ...bare, id: 'bare' }, { ...good, id: 'self', after: ['self'] }, good);
    await send();
    expect(asked.sort()).toEqual(['/messages/bare', '/messages/m3', '/messages/self']);
    expect(await waiting()).toEqual([]);
  });
  it.each([
    ['a visit without its body', { kind: 'visit', body: null }],
    ['a visit without a look', { kind: 'visit', body: { treeId: TREE } }],
    ['of a kind nobody knows', { kind: 'poem' }],
    ['without a kind', { kind: undefined }],
    ['a picture of no visit', { kind: 'photo', body: {} }],
  ])('%s is set aside, said and kept until it is thrown away; the others go out', async (_words, damage) => {
    const asked = server();
    await put({ ...good, id: 'broken', ...damage }, good);
    await keepPicture('p1', new Blob(['x']));
    await send();
    expect(asked).toEqual(['/messages/m3']);
    const [left] = await waiting();
    expect(left).toMatchObject({
      id: 'broken',
      kind: 'damaged',
      state: 'refused',
      words: 'Word m3',
      problem: { detail: expect.stringMatching(/^Damaged/) },
    });
    // Its pictures may be its own: none is let go of.
    expect(await dropOrphans()).toBe(0);
    expect(await discard('broken')).toBe(1);
    expect(await waiting()).toEqual([]);
  });
  it('two that wait for one another can be thrown away', async () => {
    server();
    await put({ ...good, id: 'a', after: ['b'] }, { ...good, id: 'b', after: ['a'] });
    expect(await discard('a')).toBe(2);
  });
});
