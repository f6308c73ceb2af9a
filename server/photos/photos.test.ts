import sharp from 'sharp';
import { v7 as newId } from 'uuid';
import { emptyLook, type Photo } from '@dendrix/core/record';
import { AuditEntry } from '../models/audit';
import { verify } from '../audit/verify';
import { aTree, aVisit, startService, TODAY, type Client, type Service } from '../testing/service';

let service: Service;
beforeAll(async () => {
  // What is altered here, the account of a running service could not alter.
  service = await startService({}, 'owner');
});
afterAll(() => service.stop());

const picture = (width: number, height: number, format: 'jpeg' | 'png' | 'webp' = 'jpeg') =>
  sharp({ create: { width, height, channels: 3, background: '#84704f' } })
    .composite([
      {
        input: Buffer.from(
          `<svg width="${width}" height="${height}"><circle cx="${width / 2}" cy="${height / 2}" r="${height / 4}" fill="#201810"/></svg>`,
        ),
      },
    ])
    [format]()
    .toBuffer();

const send = (client: Client, visit: string, id: string, bytes: Buffer, type = 'image/jpeg') =>
  client.raw('PUT', `/api/v1/visits/${visit}/photos/${id}`, bytes, type);

/** The record of a photograph, of the size its picture has. */
const photoOf = async (id: string, bytes?: Buffer): Promise<Photo> => ({
  id,
  zone: 'stem-e',
  sign: 'cavity',
  takenAt: `${TODAY}T09:05:00.000Z`,
  timeFrom: 'picture',
  latitude: 45.62,
  longitude: -31.2,
  ...(bytes ? await sizeOf(bytes) : { width: 1600, height: 1200, bytes: 300_000 }),
});

async function sizeOf(bytes: Buffer) {
  const { width = 0, height = 0 } = await sharp(bytes).metadata();
  return { width, height, bytes: bytes.length };
}

let count = 0;
/** A visit whose record names so many photographs of one cavity, each of the size of its picture. */
async function visitWith(photos: string[], bytes?: Buffer) {
  const crew = await service.as('crew');
  const treeId = newId();
  await crew.put(`/trees/${treeId}`, aTree(`P ${++count}`));
  const visitId = newId();
  const base = aVisit(treeId);
  const named = await Promise.all(photos.map((id) => photoOf(id, bytes)));
  const look = { ...base.look, photos: named, signs: [{ id: 'cavity', zone: 'stem-e' as const, key: newId(), photos }] };
  const answer = await crew.put(`/visits/${visitId}`, { ...base, look });
  return { crew, treeId, visitId, answer };
}

describe('photographs', () => {
  it('the picture follows its visit, once; its thumbnail is made here and keeps the form of the picture', async () => {
    const id = newId();
    const bytes = await picture(1600, 1200);
    const { crew, treeId, visitId } = await visitWith([id], bytes);
    expect((await send(crew, visitId, id, bytes)).body).toEqual({ id, isNew: true });
    expect((await send(crew, visitId, id, bytes)).body).toEqual({ id, isNew: false });
    const small = await crew.bytes(`/api/v1/photos/${id}`);
    expect(small.type).toBe('image/jpeg');
    const meta = await sharp(small.bytes).metadata();
    expect([meta.width, meta.height]).toEqual([360, 270]);
    expect(small.bytes.length).toBeLessThan(bytes.length);
    const full = await crew.bytes(`/api/v1/photos/${id}?size=full`);
    expect(full.bytes.equals(bytes)).toBe(true);
    expect((await crew.get(`/trees/${treeId}`)).body.arrivedPhotos).toEqual([id]);
  });
  it('may be held by the device, which asks each time whether it still may', async () => {
    const id = newId();
    const bytes = await picture(400, 300);
    const { crew, visitId } = await visitWith([id], bytes);
    await send(crew, visitId, id, bytes);
    const first = await crew.bytes(`/api/v1/photos/${id}`);
    expect(first.headers.get('cache-control')).toBe('private, no-cache');
    const again = await crew.bytes(`/api/v1/photos/${id}`, { 'if-none-match': first.headers.get('etag') ?? '' });
    expect(again.status).toBe(304);
  });
  it('stands in the audit chain by its hash, and the chain holds', async () => {
    const id = newId();
    const bytes = await picture(300, 300);
    const { crew, visitId } = await visitWith([id], bytes);
    await send(crew, visitId, id, bytes);
    const entry = await AuditEntry.findOne({ where: { entity: 'photo', entityId: id } });
    expect(JSON.parse(entry?.body ?? '{}')).toMatchObject({ visitId, sha256: expect.stringMatching(/^[0-9a-f]{64}$/) });
    expect((await verify(service.world)).findings).toEqual([]);
    // A picture swapped behind the record shows, though its row was not touched.
    await service.sequelize.query('UPDATE photos SET picture = ? WHERE id = ?', { replacements: [Buffer.from('another'), id] });
    expect((await verify(service.world)).findings).toEqual([{ what: 'picture swapped', where: `photos/${id}` }]);
    await service.sequelize.query('UPDATE photos SET picture = ? WHERE id = ?', { replacements: [bytes, id] });
  });
  it('a picture turned by its camera comes out upright, and its thumbnail holds no place', async () => {
    const id = newId();
    const turned = await sharp(await picture(600, 400))
      .withExif({ IFD0: { Orientation: '6' }, IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '45/1 37/1 0/1' } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    const { crew, visitId } = await visitWith([id], turned);
    await send(crew, visitId, id, turned);
    const meta = await sharp((await crew.bytes(`/api/v1/photos/${id}`)).bytes).metadata();
    expect((meta.height ?? 0) > (meta.width ?? 0)).toBe(true);
    expect(meta.exif).toBeUndefined();
  });
  it.each(['png', 'webp'] as const)('takes %s too', async (format) => {
    const id = newId();
    const bytes = await picture(200, 100, format);
    const { crew, visitId } = await visitWith([id], bytes);
    expect((await send(crew, visitId, id, bytes, `image/${format}`)).status).toBe(200);
    expect((await crew.bytes(`/api/v1/photos/${id}?size=full`)).type).toBe(`image/${format}`);
  });

  it('refuses what is no picture, with a sentence, and keeps nothing', async () => {
    const id = newId();
    const { crew, visitId } = await visitWith([id]);
    const bad = await send(crew, visitId, id, Buffer.from('GIF89a, or so it says'));
    expect(bad).toMatchObject({ status: 422, body: { detail: expect.stringMatching(/not a readable photo/) } });
    expect((await crew.get(`/photos/${id}`)).status).toBe(404);
  });
  it('refuses JSON where a picture belongs, and a picture that is too large', async () => {
    const id = newId();
    const { crew, visitId } = await visitWith([id]);
    expect((await crew.put(`/visits/${visitId}/photos/${id}`, { not: 'a picture' })).body.detail).toMatch(/send the picture itself/);
    expect((await send(crew, visitId, id, Buffer.alloc(13_000_000))).status).toBe(413);
  });
  it('refuses a picture the visit does not name, of a visit that is not there, or of somebody else', async () => {
    const id = newId();
    const bytes = await picture(100, 100);
    const { crew, visitId } = await visitWith([id], bytes);
    expect((await send(crew, visitId, newId(), bytes)).body.detail).toMatch(/does not belong to the visit/);
    expect((await send(crew, newId(), id, bytes)).status).toBe(404);
    expect((await send(await service.as('crew2'), visitId, id, bytes)).status).toBe(403);
    expect((await send(await service.as('viewer'), visitId, id, bytes)).status).toBe(403);
    expect((await send(service.anyone(), visitId, id, bytes)).status).toBe(401);
  });
  it('never changes a kept picture', async () => {
    const id = newId();
    const bytes = await picture(100, 100);
    const { crew, visitId } = await visitWith([id], bytes);
    await send(crew, visitId, id, bytes);
    expect((await send(crew, visitId, id, await picture(101, 100))).body.detail).toMatch(/already saved and cannot be changed/);
  });
  it('a sign cannot name a photograph that the record does not hold', async () => {
    const crew = await service.as('crew');
    const treeId = newId();
    await crew.put(`/trees/${treeId}`, aTree('P none'));
    const base = aVisit(treeId);
    const look = { ...base.look, signs: [{ id: 'cavity', zone: 'stem-e' as const, key: 'k', photos: [newId()] }] };
    const answer = await crew.put(`/visits/${newId()}`, { ...base, look });
    expect(answer).toMatchObject({ status: 422, body: { path: 'look.signs[0].photos' } });
  });
  it('shows a picture to those who are signed in only', async () => {
    const id = newId();
    const bytes = await picture(100, 100);
    const { crew, visitId } = await visitWith([id], bytes);
    await send(crew, visitId, id, bytes);
    expect((await service.anyone().get(`/photos/${id}`)).status).toBe(401);
    expect((await (await service.as('viewer')).bytes(`/api/v1/photos/${id}`)).status).toBe(200);
    expect((await crew.get(`/photos/${id}?size=huge`)).status).toBe(422);
  });
});

describe('what a visit records in depth', () => {
  it('keeps soundings, what is beneath, works, overrules, drillings and a position as sent', async () => {
    const crew = await service.as('crew');
    const treeId = newId();
    await crew.put(`/trees/${treeId}`, aTree('P deep'));
    const base = aVisit(treeId);
    const look = {
      ...emptyLook(TODAY),
      looked: ['stem-n' as const],
      absent: ['exit-holes'],
      sounding: [{ zone: 'stem-n' as const, sound: 'dull' as const, height: 1 }],
      beneath: [{ what: 'road' as const, howOften: 'constant' as const }],
      works: [{ kind: 'trench' as const, distance: 3 }],
      overrules: [{ what: 'soundness' as const, to: 'weakness', why: 'old and dry' }],
      profile: 'habitat' as const,
      measurements: {
        dbh: { m: 0.5, readings: [0.5, 0.51], leftOut: 0 },
        drillings: [
          { zone: 'stem-n' as const, height: 1, bark: 0.01, shell: 0.08, plusMinus: 0.01, decayMet: true, from: 'drill' as const },
        ],
        position: { latitude: 45.62, longitude: -31.2, plusMinus: 2, spread: 3, fixes: 55, leftOut: 5, from: 'phone' as const },
      },
    };
    expect((await crew.put(`/visits/${newId()}`, { ...base, look })).status).toBe(200);
    expect((await crew.get(`/trees/${treeId}`)).body.visits[0].look).toMatchObject(look);
  });
  it.each([
    [{ absent: ['exit-hole'] }, /unknown sign "exit-hole"; nearest known: exit-holes/],
    [{ overrules: [{ what: 'soundness', to: 'weakness', why: '' }] }, /say why in a few words/],
    [{ beneath: [{ what: 'a river', howOften: 'rare' }] }, /beneath\[0\]\.what/],
    [{ sounding: [{ zone: 'stem-n', sound: 'loud' }] }, /sounding\[0\]\.sound/],
    [{ signs: [{ id: 'cavity', zone: 'stem-n', key: 'k', trend: 'bigger' }] }, /signs\[0\]\.trend/],
  ])('refuses %j with a sentence', async (part, sentence) => {
    const crew = await service.as('crew');
    const treeId = newId();
    await crew.put(`/trees/${treeId}`, aTree(`P bad ${++count}`));
    const base = aVisit(treeId);
    const answer = await crew.put(`/visits/${newId()}`, { ...base, look: { ...base.look, ...part } });
    expect(answer.status).toBe(422);
    expect(answer.body.detail).toMatch(sentence);
  });
});

describe('what the organisation picks', () => {
  it('holds rule, profile and root standard; each can be picked, and what is no answer is refused', async () => {
    const coordinator = await service.as('coordinator');
    expect((await coordinator.get('/organisation')).body).toEqual({
      confirmationRule: 'three-lines',
      profile: 'amenity',
      rootStandard: 'bs5837',
      units: 'metric',
      breastHeight: 1.3,
      practicePlace: false,
      secondLookShare: 100,
    });
    const picked = {
      confirmationRule: 'three-lines',
      profile: 'habitat',
      rootStandard: 'as4970',
      practicePlace: false,
      secondLookShare: 25,
      units: 'feet',
      breastHeight: 1.37,
    };
    expect((await coordinator.put('/organisation', picked)).body).toEqual(picked);
    expect((await (await service.as('viewer')).get('/organisation')).body).toEqual(picked);
    expect((await coordinator.put('/organisation', { ...picked, profile: 'profit' })).status).toBe(422);
    expect((await (await service.as('crew')).put('/organisation', picked)).status).toBe(403);
    expect((await coordinator.put('/organisation', { ...picked, confirmationRule: 'a hunch' })).status).toBe(422);
    const before = (await coordinator.get('/audit')).body as { entries: number };
    // What is left out stays: two who pick at once do not undo each other.
    const both = await Promise.all([
      coordinator.put('/organisation', { confirmationRule: 'decisive-mark' }),
      (await service.as('administrator')).put('/organisation', { secondLookShare: 50 }),
    ]);
    expect(both.map(({ status }) => status)).toEqual([200, 200]);
    expect((await coordinator.get('/organisation')).body).toEqual({ ...picked, confirmationRule: 'decisive-mark', secondLookShare: 50 });
    // Both picks, and the sign-in between them.
    expect((await coordinator.get('/audit')).body).toMatchObject({ entries: before.entries + 3, findings: [] });
  });
});
