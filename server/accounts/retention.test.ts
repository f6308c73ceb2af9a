import { startService, TODAY, type Client, type Service } from '../testing/service';
import { verify } from '../audit/verify';
import { Link, User } from '../models/accounts';
import { letGoByTime } from './retention';
import { utcDay } from '@dendrix/core/time';

let service: Service;
let keeper: Client;
beforeAll(async () => {
  service = await startService();
  keeper = await service.as('administrator');
});
afterAll(() => service.stop());

const on = (day: string) => new Date(`${day}T12:00:00Z`);

describe('what is kept about people is kept for a time', () => {
  it('who left keeps the name until the time is up that the organisation set, and no longer', async () => {
    const crew = (await (await service.as('crew')).get('/session')).body;
    await keeper.put(`/accounts/${crew.id}`, { state: 'disabled' });
    const left = await User.findByPk(crew.id);
    expect(left?.leftAt && utcDay(left.leftAt)).toBe(TODAY);
    // Nobody set a time: the name stays.
    expect((await letGoByTime(service.world, on('2040-01-01'))).erased).toBe(0);
    const rules = (await keeper.get('/access-rules')).body;
    await keeper.put('/access-rules', { ...rules, eraseAfterMonths: 12 });
    expect((await letGoByTime(service.world, on('2027-06-14'))).erased).toBe(0);
    expect((await User.findByPk(crew.id))?.name).toBe(crew.name);
    expect((await letGoByTime(service.world, on('2027-06-17'))).erased).toBe(1);
    const gone = await User.findByPk(crew.id);
    expect([gone?.state, gone?.name.includes(crew.name), gone?.login.includes(crew.login)]).toEqual(['erased', false, false]);
    // Again it finds nothing, those who work here are as they were, and the chain knows of it.
    expect((await letGoByTime(service.world, on('2027-06-18'))).erased).toBe(0);
    expect(await User.count({ where: { state: 'erased' } })).toBe(1);
    expect((await verify(service.world)).findings).toEqual([]);
  });

  it('who was let in again has not left, and counts anew from the day they leave', async () => {
    const { id } = (await (await service.as('crew2')).get('/session')).body;
    await keeper.put(`/accounts/${id}`, { state: 'disabled' });
    await keeper.put(`/accounts/${id}`, { state: 'active' });
    expect((await User.findByPk(id))?.leftAt).toBeNull();
    expect((await letGoByTime(service.world, on('2040-01-01'))).erased).toBe(0);
  });

  it('links and where somebody stood go by themselves', async () => {
    const { body } = await keeper.post('/accounts', { name: 'Somebody New', login: 'new', role: 'viewer' });
    expect(body.link.path).toMatch(/^\/join\//);
    const before = await Link.count();
    const { expiresAt } = (await Link.findOne()) as Link;
    expect((await letGoByTime(service.world, new Date(expiresAt.getTime() + 29 * 24 * 3600_000))).links).toBe(0);
    expect((await letGoByTime(service.world, new Date(expiresAt.getTime() + 31 * 24 * 3600_000))).links).toBe(before);
  });
});
