import { createHmac } from 'node:crypto';
import { TOTP, Secret } from 'otpauth';
import { QueryTypes } from 'sequelize';
import { v7 as newId } from 'uuid';
import { AuditEntry } from '../models/audit';
import { verify } from '../audit/verify';
import { GOOD, joined, startService, aTree, aVisit, type Service } from '../testing/service';
import { seal, stepOf, unseal } from './factor';
import { User } from '../models/accounts';
import { checkPassword } from './password';

let service: Service;
const clock = { now: Date.now() };
beforeAll(async () => {
  service = await startService({ clock: () => new Date(clock.now) });
});
afterAll(() => service.stop());
beforeEach(async () => {
  clock.now += 60 * 60_000;
});

const MINUTE = 60_000;

describe('one-time codes', () => {
  // RFC 6238, appendix B, SHA-1, the last six of the eight digits; the secret is the ASCII text "12345678901234567890".
  const secret = Secret.fromUTF8('12345678901234567890').base32;
  it.each([
    [59, '287082'],
    [1_111_111_109, '081804'],
    [1_111_111_111, '050471'],
    [1_234_567_890, '005924'],
    [2_000_000_000, '279037'],
  ])('at %i s the code is %s (RFC 6238)', (seconds, code) => {
    expect(stepOf(secret, code, seconds * 1000)).toBe(Math.floor(seconds / 30));
    expect(stepOf(secret, code, (seconds + 30) * 1000)).toBe(Math.floor(seconds / 30));
    expect(stepOf(secret, code, (seconds + 90) * 1000)).toBeNull();
  });
  it('agree with RFC 4226 reckoned by hand (appendix D, counter 0: 755224)', () => {
    const mac = createHmac('sha1', '12345678901234567890').update(Buffer.alloc(8)).digest();
    const at = (mac.at(-1) ?? 0) & 15;
    expect(String((mac.readUInt32BE(at) & 0x7fffffff) % 1_000_000)).toBe('755224');
    expect(stepOf(secret, '755224', 0)).toBe(0);
  });
  it('are sealed with the secret of the service: another one, or a bit changed, opens nothing', () => {
    const sealed = seal(secret, 'a');
    expect(unseal(sealed, 'a')).toBe(secret);
    expect(() => unseal(sealed, 'b')).toThrow();
    const bytes = Buffer.from(sealed, 'base64url');
    bytes[30] = (bytes[30] ?? 0) ^ 1;
    expect(() => unseal(bytes.toString('base64url'), 'a')).toThrow();
    expect(sealed).not.toContain(secret);
  });
});

describe('passwords', () => {
  it.each([
    'short',
    'password1234',
    'qwertyuiop123',
    '111111111111',
    'adaeze-elmwick',
    'Adaeze2026Elmwick',
    'correcthorse',
    'iloveyouiloveyou',
  ])('%s is refused', (password) => {
    expect(() => checkPassword(password, ['Adaeze Fenwick', 'adaeze', 'Elmwick'])).toThrow();
  });
  it.each([GOOD, 'mossy kerb seven owls', 'vTr9!pq2#Lmz8w'])('%s is taken', (password) => {
    expect(() => checkPassword(password, ['Adaeze Fenwick', 'adaeze', 'Elmwick'])).not.toThrow();
  });
  it('a very long one is taken', () => {
    expect(() => checkPassword(`${GOOD}${'x'.repeat(170)}`, [])).not.toThrow();
  });
});

describe('people', () => {
  it('are invited by a link that is good once, for four days, and nothing of it is kept', async () => {
    const administrator = await service.as('administrator');
    const made = await administrator.post('/accounts', { name: 'Wren Tallis', login: 'Wren', role: 'crew' });
    expect(made.body.person).toMatchObject({ login: 'wren', state: 'invited', role: 'crew' });
    const token = made.body.link.path.split('/').at(-1) as string;
    const rows = await service.sequelize.query('SELECT hash FROM links', { type: QueryTypes.SELECT });
    expect(JSON.stringify(rows)).not.toContain(token);
    const wren = service.anyone();
    expect((await wren.get(`/links/${token}`)).body).toMatchObject({ name: 'Wren Tallis', login: 'wren', kind: 'invite' });
    expect((await wren.post(`/links/${token}`, { password: 'wrenwrenwren' })).body).toMatchObject({ status: 422, path: 'password' });
    expect((await wren.post(`/links/${token}`, { password: GOOD })).body).toMatchObject({ name: 'Wren Tallis', role: 'crew' });
    expect((await wren.get('/session')).status).toBe(200);
    expect((await service.anyone().post(`/links/${token}`, { password: GOOD })).status).toBe(404);
    expect((await administrator.post('/accounts', { name: 'Other', login: 'wren', role: 'crew' })).body).toMatchObject({
      status: 409,
      path: 'login',
    });
    const late = await administrator.post('/accounts', { name: 'Late', login: 'late', role: 'viewer' });
    clock.now += 5 * 24 * 60 * MINUTE;
    expect((await service.anyone().get(`/links/${late.body.link.path.split('/').at(-1)}`)).status).toBe(404);
  });
  it('who forgot the password gets a new link; whoever was signed in as them is not any more', async () => {
    const { id, client } = await joined(service, 'mirin', 'crew');
    const administrator = await service.as('administrator');
    const link = (await administrator.post(`/accounts/${id}/link`, undefined)).body;
    expect((await client.get('/session')).status).toBe(200);
    const anew = service.anyone();
    expect((await anew.post(`/links/${link.path.split('/').at(-1)}`, { password: 'seven owls by the weir' })).status).toBe(200);
    expect((await client.get('/session')).status).toBe(401);
    expect((await service.anyone().post('/session', { login: 'mirin', password: GOOD })).status).toBe(401);
  });
  it('a leaver cannot come in, is out everywhere, and what they saw keeps the name', async () => {
    const { id, client } = await joined(service, 'leaver', 'crew');
    const tree = newId();
    await client.put(`/trees/${tree}`, aTree('LV-1'));
    await client.put(`/visits/${newId()}`, aVisit(tree));
    const administrator = await service.as('administrator');
    expect((await administrator.put(`/accounts/${id}`, { state: 'disabled' })).body).toMatchObject({ state: 'disabled', devices: 0 });
    expect((await client.get('/session')).status).toBe(401);
    expect((await service.anyone().post('/session', { login: 'leaver', password: GOOD })).status).toBe(401);
    expect((await administrator.get(`/trees/${tree}`)).body.visits[0].by.name).toBe('Person leaver');
    expect((await administrator.put(`/accounts/${id}`, { state: 'active' })).body.state).toBe('active');
    expect((await service.anyone().post('/session', { login: 'leaver', password: GOOD })).status).toBe(200);
  });
  it('who is erased leaves the record and no name in it, and the chain holds', async () => {
    const { id, client } = await joined(service, 'gone', 'crew');
    const tree = newId();
    await client.put(`/trees/${tree}`, aTree('ER-1'));
    await client.put(`/visits/${newId()}`, aVisit(tree));
    const administrator = await service.as('administrator');
    const erased = await administrator.post(`/accounts/${id}/erase`, undefined);
    expect(erased.body).toMatchObject({ state: 'erased', login: '' });
    expect(erased.body.name).toMatch(/^Former user/);
    expect((await administrator.get(`/trees/${tree}`)).body.visits[0].by.name).toMatch(/^Former user/);
    const entries = await AuditEntry.findAll({ where: { entityId: id } });
    expect(JSON.stringify(entries)).not.toMatch(/Person gone|"gone"/);
    expect((await verify(service.world)).findings).toEqual([]);
    expect((await administrator.put(`/accounts/${id}`, { name: 'Back' })).status).toBe(409);
  });
  it('one administrator always stays, and nobody shuts themselves out', async () => {
    const administrator = await service.as('administrator');
    const { id } = (await administrator.get('/session')).body;
    expect((await administrator.put(`/accounts/${id}`, { role: 'crew' })).status).toBe(409);
    expect((await administrator.put(`/accounts/${id}`, { state: 'disabled' })).status).toBe(409);
    expect((await administrator.post(`/accounts/${id}/erase`, undefined)).status).toBe(409);
    const second = await joined(service, 'second', 'administrator');
    expect((await second.client.put(`/accounts/${id}`, { role: 'coordinator' })).status).toBe(200);
    expect((await administrator.get('/accounts')).status).toBe(403);
    expect((await second.client.put(`/accounts/${id}`, { role: 'administrator' })).status).toBe(200);
  });
  it('two who take the role off each other at once leave one administrator', async () => {
    const [a, b] = [await joined(service, 'taker-a', 'administrator'), await joined(service, 'taker-b', 'administrator')];
    const others = (await a.client.get('/accounts')).body.items.filter(
      (one: { role: string; id: string }) => one.role === 'administrator' && one.id !== a.id && one.id !== b.id,
    ) as { id: string }[];
    for (const { id } of others) await a.client.put(`/accounts/${id}`, { role: 'crew' });
    const done = await Promise.all([
      a.client.put(`/accounts/${b.id}`, { role: 'crew' }),
      b.client.put(`/accounts/${a.id}`, { role: 'crew' }),
    ]);
    expect(done.filter(({ status }) => status === 200)).toHaveLength(1);
    await User.update({ role: 'administrator' }, { where: { id: others.map(({ id }) => id) } });
  });
  it('sign-ins, and what was done to people, are in the chain', async () => {
    const { id } = await joined(service, 'chained', 'viewer');
    await service.anyone().post('/session', { login: 'chained', password: GOOD });
    const actions = (await AuditEntry.findAll({ where: { entityId: id }, order: [['seq', 'ASC']] })).map(({ action }) => action);
    expect(actions).toEqual(['invite', 'join', 'sign in']);
  });
});

describe('a second factor', () => {
  const codeOf = (secret: string) => new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: clock.now });
  async function withFactor(login: string, role = 'crew') {
    const { id, client } = await joined(service, login, role);
    const { secret, uri } = (await client.post('/me/factor', { password: GOOD })).body as { secret: string; uri: string };
    expect(uri).toMatch(/^otpauth:\/\/totp\//);
    expect((await client.put('/me/factor', { code: '000000' })).status).toBe(422);
    const { codes } = (await client.put('/me/factor', { code: codeOf(secret) })).body as { codes: string[] };
    return { id, client, secret, codes };
  }
  it('is asked for once it is on; each code is taken once, and a recovery code once', async () => {
    const { secret, codes } = await withFactor('factored');
    expect(codes).toHaveLength(10);
    const signIn = (more: object) => service.anyone().post('/session', { login: 'factored', password: GOOD, ...more });
    expect((await signIn({})).body).toMatchObject({ status: 401, path: 'code' });
    clock.now += MINUTE;
    const code = codeOf(secret);
    expect((await signIn({ code })).status).toBe(200);
    expect((await signIn({ code })).status).toBe(401);
    expect((await signIn({ code: codes[0]?.toUpperCase() })).status).toBe(200);
    expect((await signIn({ code: codes[0] })).status).toBe(401);
    const row = (await User.findOne({ where: { login: 'factored' } })) as User;
    expect(row.factor).not.toContain(secret);
  });
  it('a code of before the last one is refused, and does not make the last one good again', async () => {
    const { secret } = await withFactor('replayed');
    clock.now += 2 * MINUTE;
    const early = codeOf(secret);
    clock.now += 30_000;
    const late = codeOf(secret);
    const signIn = (code: string) => service.anyone().post('/session', { login: 'replayed', password: GOOD, code });
    expect((await signIn(late)).status).toBe(200);
    expect((await signIn(early)).status).toBe(401);
    expect((await signIn(late)).status).toBe(401);
  });
  it('comes off with a code of it, or by an administrator', async () => {
    const one = await withFactor('offone');
    clock.now += MINUTE;
    expect((await one.client.post('/me/factor/off', { password: GOOD, code: '123456' })).status).toBe(422);
    const code = codeOf(one.secret);
    expect((await one.client.post('/me/factor/off', { password: 'not it', code })).body).toMatchObject({ status: 422, path: 'password' });
    expect((await one.client.post('/me/factor/off', { password: GOOD, code })).status).toBe(204);
    const two = await withFactor('offtwo');
    expect((await (await service.as('administrator')).delete(`/accounts/${two.id}/factor`)).status).toBe(204);
    expect((await service.anyone().post('/session', { login: 'offtwo', password: GOOD })).status).toBe(200);
  });
  it('an offer of one session does not take the place of what another put on', async () => {
    const { client } = await joined(service, 'twice', 'crew');
    const thief = service.anyone();
    await thief.post('/session', { login: 'twice', password: GOOD });
    const theirs = (await thief.post('/me/factor', { password: GOOD })).body as { secret: string };
    const own = (await client.post('/me/factor', { password: GOOD })).body as { secret: string };
    expect((await client.put('/me/factor', { code: codeOf(own.secret) })).status).toBe(200);
    // Switching it on ended every other session; one that begins anew owes a code.
    expect((await thief.put('/me/factor', { code: codeOf(theirs.secret) })).status).toBe(401);
    clock.now += MINUTE;
    const signIn = (secret: string) => service.anyone().post('/session', { login: 'twice', password: GOOD, code: codeOf(secret) });
    expect((await signIn(theirs.secret)).status).toBe(401);
    expect((await signIn(own.secret)).status).toBe(200);
  });
  it('an offer does not take the place of one that came while it waited, whichever session asks', async () => {
    const { id, client } = await joined(service, 'raced', 'crew');
    const { secret } = (await client.post('/me/factor', { password: GOOD })).body as { secret: string };
    await User.update({ factor: seal(secret, 'test secret') }, { where: { id } });
    expect((await client.put('/me/factor', { code: codeOf(secret) })).body).toMatchObject({ status: 409, title: 'There is one' });
  });
  it('is offered only with the password: a phone left open puts none on', async () => {
    const { client } = await joined(service, 'left-open', 'crew');
    for (const body of [{}, { password: 'a guess at it' }])
      expect((await client.post('/me/factor', body)).body).toMatchObject({ status: 422, path: 'password' });
    expect((await client.put('/me/factor', { code: '123456' })).status).toBe(409);
  });
  it('an offer ends after ten minutes', async () => {
    const { client } = await joined(service, 'tardy', 'crew');
    const { secret } = (await client.post('/me/factor', { password: GOOD })).body as { secret: string };
    clock.now += 11 * MINUTE;
    expect((await client.put('/me/factor', { code: codeOf(secret) })).body).toMatchObject({ status: 409, title: 'Start again' });
  });
  it('where the organisation asks for one, who has none may only set it up', async () => {
    const { client } = await joined(service, 'owing', 'viewer');
    const administrator = await withFactor('guarded', 'administrator');
    await administrator.client.put('/access-rules', { factorFor: 'everybody' });
    try {
      expect((await client.get('/session')).body.owesFactor).toBe(true);
      expect((await client.get('/round?dueBy=2026-06-15')).body).toMatchObject({ status: 403, path: 'factor' });
      const { secret } = (await client.post('/me/factor', { password: GOOD })).body;
      await client.put('/me/factor', { code: codeOf(secret) });
      expect((await client.get('/round?dueBy=2026-06-15')).status).toBe(200);
    } finally {
      await administrator.client.put('/access-rules', { factorFor: 'nobody' });
    }
  });
});

describe('devices', () => {
  it('are listed, ended one by one, and a lost one is told to forget what it holds', async () => {
    const { client: first } = await joined(service, 'devices', 'crew');
    const second = service.anyone();
    await second.post('/session', { login: 'devices', password: GOOD });
    const { items } = (await first.get('/me/devices')).body as { items: { id: string; isThis: boolean }[] };
    expect(items.map(({ isThis }) => isThis).sort()).toEqual([false, true]);
    const other = items.find(({ isThis }) => !isThis) as { id: string };
    await first.delete(`/me/devices/${other.id}?forget=true`);
    expect((await second.get('/session')).body).toMatchObject({ status: 401, path: 'forget' });
    // Told again, until it has signed in anew or the session has run out.
    expect((await second.get('/round?dueBy=2026-06-15')).body).toMatchObject({ status: 401, path: 'forget' });
    expect((await second.post('/session', { login: 'devices', password: GOOD })).status).toBe(200);
    expect((await second.get('/session')).status).toBe(200);
    expect((await first.delete(`/me/devices/${newId()}`)).status).toBe(404);
  });
  it('an administrator ends those of others; a changed password ends all but the one it was changed on', async () => {
    const { id, client } = await joined(service, 'ended', 'crew');
    const other = service.anyone();
    await other.post('/session', { login: 'ended', password: GOOD });
    expect((await client.put('/me/password', { old: 'wrong', password: 'seven owls by the weir' })).body).toMatchObject({ path: 'old' });
    expect((await client.put('/me/password', { old: GOOD, password: 'seven owls by the weir' })).status).toBe(204);
    expect([(await client.get('/session')).status, (await other.get('/session')).status]).toEqual([200, 401]);
    await (await service.as('administrator')).delete(`/accounts/${id}/devices?forget=true`);
    expect((await client.get('/session')).body).toMatchObject({ status: 401, path: 'forget' });
  });
});

describe('what is kept about somebody', () => {
  it('is handed out to them, and to nobody else', async () => {
    const { id, client } = await joined(service, 'mine', 'crew');
    const tree = newId();
    await client.put(`/trees/${tree}`, aTree('MY-1'));
    await client.put(`/visits/${newId()}`, aVisit(tree));
    const { body } = await client.get('/me/data');
    expect(body.person).toMatchObject({ id, login: 'mine' });
    expect(body.visits).toHaveLength(1);
    expect(body.trees).toMatchObject([{ tag: 'MY-1' }]);
    expect(JSON.stringify(body)).not.toMatch(/argon2|passwordHash|password_hash/);
  });
});
