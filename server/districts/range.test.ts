// Whoever looks after some districts has their trees to do, and the whole town's danger before them.
import { v7 as newId } from 'uuid';
import type { CandidatesAnswer, RoundAnswer } from '@dendrix/core/contracts';
import { Tree } from '../models/trees';
import { aTree, startService, TODAY, type Client, type Service } from '../testing/service';

let service: Service;
let coordinator: Client;
let crew: Client;
const [west, east] = [newId(), newId()];
const OVERDUE = '2026-05-01';

const district = (name: string, from: number, to: number) => ({
  name,
  latitude: 51.25,
  longitude: (from + to) / 2,
  timeZone: 'Europe/Berlin',
  outline: [
    [
      [
        [from, 51.2],
        [to, 51.2],
        [to, 51.3],
        [from, 51.3],
        [from, 51.2],
      ],
    ],
  ],
});

/** Adds a tree that is due, and what is known of it. */
async function due(
  tag: string,
  longitude: number,
  known: Partial<Pick<Tree, 'risk' | 'soundness'>> = {},
  dueOn = OVERDUE,
): Promise<string> {
  const id = newId();
  await crew.put(`/trees/${id}`, aTree(tag, { latitude: 51.25, longitude }));
  await Tree.update({ dueOn, ...known }, { where: { id } });
  return id;
}

beforeAll(async () => {
  service = await startService();
  [coordinator, crew] = (await Promise.all(['coordinator', 'crew'].map((login) => service.as(login)))) as [Client, Client];
  await coordinator.put(`/districts/${west}`, district('Westside', 7, 7.1));
  await coordinator.put(`/districts/${east}`, district('Eastside', 7.1, 7.2));
  for (let i = 0; i < 6; i++) await due(`W-${i}`, 7.05 + i / 1000);
  for (let i = 0; i < 3; i++) await due(`E-${i}`, 7.15 + i / 1000, {}, '2026-04-01');
  await due('W-P', 7.06, { risk: 'high' });
  await due('E-P', 7.16, { soundness: 'act first' });
});
afterAll(() => service.stop());

const tags = ({ items }: Pick<RoundAnswer, 'items'>): string[] => items.map(({ tag }) => tag).sort();
const round = async (query = ''): Promise<RoundAnswer> => (await crew.get(`/round?dueBy=${TODAY}${query}`)).body;

describe('a round in some districts', () => {
  it('is made from what is due there, and tells what presses anywhere', async () => {
    const own = await round(`&districts=${west}`);
    expect(tags(own)).toEqual(['E-P', 'W-0', 'W-1', 'W-2', 'W-3', 'W-4', 'W-5', 'W-P']);
    expect([own.due, own.more]).toEqual([7, false]);
    expect(tags(await round(`&districts=${east}`))).toEqual(['E-0', 'E-1', 'E-2', 'E-P', 'W-P']);
    for (const all of [await round(), await round(`&districts=${west},${east}`)]) expect([all.items.length, all.due]).toEqual([11, 11]);
  });

  it('is planned from what is due there alone, and from what was asked for by name', async () => {
    const asked = (await crew.get(`/trees?limit=20`)).body.items.find(({ tag }: { tag: string }) => tag === 'E-1');
    const plan = async (query: string): Promise<string[]> => {
      const { items } = (await crew.get(`/plan/candidates?day=${TODAY}${query}`)).body as CandidatesAnswer;
      return items.map(({ tree }) => tree.tag).sort();
    };
    const own = ['W-0', 'W-1', 'W-2', 'W-3', 'W-4', 'W-5', 'W-P'];
    expect(await plan(`&districts=${west}`)).toEqual(own);
    expect(await plan(`&districts=${west}&wanted=${asked.id}`)).toEqual(['E-1', ...own]);
    expect(await plan('')).toHaveLength(11);
  });

  it('finds what is due near where somebody stands, in a district with more than one list holds', async () => {
    await Promise.all(Array.from({ length: 60 }, (_, i) => due(`W-N${String(i).padStart(2, '0')}`, 7.02 + i / 1e5, {}, '2026-06-10')));
    const own = await round(`&districts=${west}&latitude=51.25&longitude=7.02`);
    expect(own.due).toBe(67);
    expect(tags(own).filter((tag) => tag.startsWith('W-N')).length).toBeGreaterThan(33);
    expect(tags(own).filter((tag) => tag.startsWith('E'))).toEqual(['E-P']);
  });

  it('of a district nobody knows is none, and words that are no districts are refused', async () => {
    const none = await round(`&districts=${newId()}`);
    expect([tags(none), none.due]).toEqual([['E-P', 'W-P'], 0]);
    expect((await crew.get(`/round?dueBy=${TODAY}&districts=x'--`)).status).toBe(422);
  });
});

describe('a map of a district', () => {
  const PLAN = {
    type: 'FeatureCollection',
    features: [
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
    ],
  };
  it('is known as its, and the whole town’s when the district is gone', async () => {
    const id = newId();
    expect((await coordinator.put(`/backgrounds/${id}?kind=plan&name=Parks&district=${east}`, PLAN)).status).toBe(200);
    expect((await coordinator.put(`/backgrounds/${newId()}?kind=plan&name=Parks&district=${newId()}`, PLAN)).status).toBe(404);
    expect((await crew.get('/backgrounds')).body.items).toMatchObject([{ id, districtId: east }]);
    await coordinator.delete(`/districts/${east}`);
    expect((await crew.get('/backgrounds')).body.items).toMatchObject([{ id, districtId: null }]);
  });
});
