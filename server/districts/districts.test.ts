import { randomBytes } from 'node:crypto';
import { v7 as newId } from 'uuid';
import type { DistrictSubmission } from '@dendrix/core/contracts';
import { verify } from '../audit/verify';
import { Tree } from '../models/trees';
import { followDistricts } from '../trees/upkeep';
import { aTree, aVisit, startService, TODAY, type Client, type Service } from '../testing/service';
import { PART } from './backgrounds';

let service: Service;
let coordinator: Client;
let crew: Client;
beforeAll(async () => {
  service = await startService();
  [coordinator, crew] = (await Promise.all(['coordinator', 'crew'].map((login) => service.as(login)))) as [Client, Client];
});
afterAll(() => service.stop());

/** A square of degrees. */
const square = (west: number, south: number, size = 0.1): DistrictSubmission['outline'] => [
  [
    [
      [west, south],
      [west + size, south],
      [west + size, south + size],
      [west, south + size],
      [west, south],
    ],
  ],
];
const LISTS = { approved: [], watched: [], invasive: [], rare: [], protected: [] };
const aDistrict = (name: string, more: Partial<DistrictSubmission> = {}) => ({
  name,
  latitude: 51.25,
  longitude: 7.1,
  timeZone: 'Europe/Berlin',
  ...more,
});
const west = newId();
const east = newId();

describe('districts of a town', () => {
  it('stand in place of the invented ones as soon as there is one; zone and regions follow from the place', async () => {
    expect((await crew.get('/districts')).body.items.map(({ id }: { id: string }) => id)).toContain('quillhaven');
    const { body, status } = await coordinator.put(
      `/districts/${west}`,
      aDistrict('Westside', { outline: square(7, 51.2), hardiness: '8a' }),
    );
    expect(status).toBe(200);
    expect(body).toMatchObject({ id: west, utmZone: '32N', regions: [11], hardiness: '8a' });
    expect(body.latitude).toBeCloseTo(51.25, 9);
    expect(body.longitude).toBeCloseTo(7.05, 9);
    await coordinator.put(`/districts/${east}`, aDistrict('Eastside', { outline: square(7.1, 51.2), latitude: 0 }));
    expect((await crew.get('/districts')).body.items.map(({ name }: { name: string }) => name)).toEqual(['Eastside', 'Westside']);
  });
  it('a tree belongs to the one it stands in, and to another when the outline is drawn anew', async () => {
    const tree = newId();
    await crew.put(`/trees/${tree}`, aTree('D-1', { latitude: 51.25, longitude: 7.09 }));
    expect((await Tree.findByPk(tree))?.districtId).toBe(west);
    await coordinator.put(`/districts/${west}`, aDistrict('Westside', { outline: square(7, 51.2, 0.05) }));
    await coordinator.put(`/districts/${east}`, aDistrict('Eastside', { outline: square(7.06, 51.2) }));
    expect((await Tree.findByPk(tree))?.districtId).toBe(east);
  });
  it('a kind the library does not hold is refused by its name, and so is an outline that is none', async () => {
    const wrong = await coordinator.put(
      `/districts/${west}`,
      aDistrict('Westside', { lists: { ...LISTS, approved: ['Quercus robur', 'Arbor magica'] } }),
    );
    expect(wrong.body).toMatchObject({ status: 422, detail: 'approved: Arbor magica is not in the library.' });
    expect((await coordinator.put(`/districts/${west}`, aDistrict('Westside', { outline: [[[[0, 0]]]] as never }))).status).toBe(422);
    expect((await coordinator.put(`/districts/${west}`, aDistrict('Westside', { timeZone: 'Mars/Olympus' }))).status).toBe(422);
  });
  it('its own longest gap brings the next visit nearer, and never puts one off', async () => {
    const tree = newId();
    await crew.put(`/trees/${tree}`, aTree('D-2', { latitude: 51.25, longitude: 7.02 }));
    const visit = aVisit(tree);
    await crew.put(`/visits/${newId()}`, visit);
    const by = visit.judgement?.comeBack.by ?? '';
    expect((await crew.get(`/trees/${tree}`)).body.dueOn).toBe(by);
    for (const [months, due] of [
      [2, '2026-08-15'],
      [120, by],
    ] as const) {
      await coordinator.put(`/districts/${west}`, aDistrict('Westside', { outline: square(7, 51.2, 0.05), longestGap: months }));
      await followDistricts(service.world);
      expect((await crew.get(`/trees/${tree}`)).body.dueOn).toBe(due);
      await crew.put(
        `/visits/${newId()}`,
        aVisit(tree, { startedAt: `${TODAY}T09:30:00.000Z`, finishedAt: `${TODAY}T09:${months === 2 ? 40 : 50}:00.000Z` }),
      );
      const { body } = await crew.get(`/trees/${tree}`);
      expect(body.dueOn).toBe(due);
      if (months === 2) expect(body.dueBecause).toBe('district rule: visit every tree within 2 months');
    }
  });
  it('taken away, its trees go to the nearest of the others; the last one stays, and the chain holds', async () => {
    expect((await coordinator.delete(`/districts/${west}`)).status).toBe(204);
    expect((await Tree.findAll({ attributes: ['districtId'] })).every(({ districtId }) => districtId === east)).toBe(true);
    expect((await coordinator.delete(`/districts/${east}`)).body).toMatchObject({ status: 409, title: 'The last district' });
    expect((await coordinator.delete(`/districts/${west}`)).status).toBe(404);
    expect((await verify(service.world)).findings).toEqual([]);
  });
});

describe('what lies behind the map', () => {
  const PLAN = {
    type: 'FeatureCollection',
    features: [
      {
        type: 'Feature',
        properties: { highway: 'residential', name: 'Mill Lane' },
        geometry: {
          type: 'LineString',
          coordinates: [
            [7, 51.2],
            [7.01, 51.2],
          ],
        },
      },
      {
        type: 'Feature',
        properties: { leisure: 'park' },
        geometry: {
          type: 'Polygon',
          coordinates: [
            [
              [7, 51.2],
              [7.01, 51.2],
              [7.01, 51.21],
              [7, 51.2],
            ],
          ],
        },
      },
      {
        type: 'Feature',
        properties: { railway: 'rail' },
        geometry: {
          type: 'LineString',
          coordinates: [
            [7, 51.2],
            [7.01, 51.2],
          ],
        },
      },
      { type: 'Feature', properties: {}, geometry: { type: 'Point', coordinates: [7, 51.2] } },
    ],
  };
  it('a plan is read, what was passed over is told, and it comes back as it is drawn', async () => {
    const id = newId();
    const put = await coordinator.put(`/backgrounds/${id}?kind=plan&name=Streets&attribution=Survey%20of%20Elmwick`, PLAN);
    expect(put.body.read).toMatchObject({ counts: { street: 1, park: 1, water: 0, house: 0 }, box: [7, 51.2, 7.01, 51.21] });
    expect(put.body.read.passedOver).toHaveLength(2);
    const { bytes } = await crew.bytes(`/api/v1/backgrounds/${id}/file`);
    expect(JSON.parse(bytes.toString()).features[0].properties).toEqual({ kind: 'street', name: 'Mill Lane' });
    expect((await crew.get('/backgrounds')).body.items).toMatchObject([
      { name: 'Streets', attribution: 'Survey of Elmwick', kind: 'plan' },
    ]);
    const none = await coordinator.put(`/backgrounds/${newId()}?kind=plan&name=x`, { type: 'FeatureCollection', features: [] });
    expect(none.body).toMatchObject({ status: 422, detail: 'There is no street, park, water or house in this file.' });
    // What is no plan, or too dense to be one, leaves what was there.
    for (const bad of ['not a plan', '['.repeat(200_000), `[${'{},'.repeat(60_000)}{}]`]) {
      const answer = await coordinator.raw(
        'PUT',
        `/api/v1/backgrounds/${id}?kind=plan&name=Streets`,
        Buffer.from(bad),
        'application/octet-stream',
      );
      expect(answer.status).toBe(422);
      expect((await crew.bytes(`/api/v1/backgrounds/${id}/file`)).bytes.equals(bytes)).toBe(true);
    }
    expect((await crew.get('/backgrounds')).body.items).toHaveLength(1);
    expect((await coordinator.delete(`/backgrounds/${id}`)).status).toBe(204);
    expect((await crew.get('/backgrounds')).body.items).toEqual([]);
  });
  it('a file of tiles comes in by parts, and any range of it is what it was', async () => {
    const id = newId();
    const file = Buffer.concat([Buffer.from('PMTiles'), Buffer.from([3]), randomBytes(Math.round(PART * 2.5))]);
    const put = await coordinator.raw('PUT', `/api/v1/backgrounds/${id}?kind=tiles&name=Region`, file, 'application/octet-stream');
    expect(put.body.background).toMatchObject({ size: file.length, kind: 'tiles' });
    for (const [from, to] of [
      [0, 6],
      [0, 16383],
      [PART - 3, PART + 3],
      [file.length - 5, file.length - 1],
      [PART * 2, file.length + 999],
    ] as const) {
      const { status, bytes, headers } = await crew.bytes(`/api/v1/backgrounds/${id}/file`, { range: `bytes=${from}-${to}` });
      expect(status).toBe(206);
      expect(headers.get('content-range')).toBe(`bytes ${from}-${Math.min(to, file.length - 1)}/${file.length}`);
      expect(bytes.equals(file.subarray(from, to + 1))).toBe(true);
    }
    expect((await crew.bytes(`/api/v1/backgrounds/${id}/file`, { range: `bytes=${file.length}-` })).status).toBe(416);
    expect((await crew.bytes(`/api/v1/backgrounds/${id}/file`)).bytes.equals(file)).toBe(true);
  });
  it('what is no file of tiles leaves nothing behind', async () => {
    const id = newId();
    const put = await coordinator.raw(
      'PUT',
      `/api/v1/backgrounds/${id}?kind=tiles&name=x`,
      randomBytes(PART + 5),
      'application/octet-stream',
    );
    expect(put.body).toMatchObject({ status: 422 });
    expect((await crew.bytes(`/api/v1/backgrounds/${id}/file`)).status).toBe(404);
    expect((await crew.get('/backgrounds')).body.items.map((one: { id: string }) => one.id)).not.toContain(id);
  });
});

describe('setting up', () => {
  it('says from the record how far it is, and is left when somebody says so', async () => {
    expect((await coordinator.get('/set-up')).body).toMatchObject({ isDone: false, districts: 1, outlined: 1, climate: 0, people: 6 });
    expect((await coordinator.put('/set-up', { isDone: true })).status).toBe(204);
    expect((await coordinator.get('/set-up')).body.isDone).toBe(true);
  });
});
