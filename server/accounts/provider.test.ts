// Signing in where the organisation does, held against a provider that is not ours (OpenID Connect Core 1.0; the package oidc-provider).
import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { PASSWORD, startService, type Client, type Service } from '../testing/service';
import { User } from '../models/accounts';
import { Provider, providerFrom, type ProviderGiven } from './provider';

let provider: ChildProcess;
let given: ProviderGiven;
let service: Service;
let keeper: Client;

beforeAll(async () => {
  provider = spawn(process.execPath, [join(__dirname, '../testing/provider.mjs'), 'dendrix', 'a secret of the client'], {
    stdio: ['ignore', 'pipe', 'ignore'],
  });
  const [issuer] = (await once(createInterface({ input: provider.stdout as NodeJS.ReadableStream }), 'line')) as [string];
  given = { issuer, client: 'dendrix', secret: 'a secret of the client', name: 'Town account', origin: 'http://127.0.0.1' };
  service = await startService({ provider: given });
  given.origin = service.base;
  keeper = await service.as('administrator');
});
afterAll(async () => {
  provider.kill();
  await service.stop();
});

/** A browser: it keeps cookies by origin and goes where it is sent. */
class Browser {
  private readonly jars = new Map<string, Map<string, string>>();

  /** @param own a cookie of the service that it has already */
  constructor(own = '') {
    const [name, value] = own.split(/=(.*)/s);
    if (name && value) this.jars.set(service.base, new Map([[name, value]]));
  }

  cookies = (origin: string): string => [...(this.jars.get(origin) ?? [])].map((pair) => pair.join('=')).join('; ');

  async ask(address: string, form?: Record<string, string>): Promise<{ status: number; to: string | null; text: string }> {
    const { origin } = new URL(address);
    const jar = this.jars.get(origin) ?? new Map<string, string>();
    this.jars.set(origin, jar);
    const response = await fetch(address, {
      redirect: 'manual',
      headers: { cookie: this.cookies(origin) },
      ...(form ? { method: 'POST', body: new URLSearchParams(form) } : {}),
    });
    for (const line of response.headers.getSetCookie()) {
      const [pair = ''] = line.split(';');
      const at = pair.indexOf('=');
      const value = pair.slice(at + 1);
      if (value === '') jar.delete(pair.slice(0, at));
      else jar.set(pair.slice(0, at), value);
    }
    const to = response.headers.get('location');
    return { status: response.status, to: to === null ? null : new URL(to, address).href, text: await response.text() };
  }

  /** Signs in at the provider as somebody and comes back. @returns where the service sends them in the end */
  async through(start: string, login: string, alter: (address: string) => string = (same) => same): Promise<string> {
    let at = await this.ask(start.startsWith('http') ? start : `${service.base}/api/v1/session/provider${start}`);
    for (let steps = 0; steps < 20; steps++) {
      if (at.to?.startsWith(service.base)) {
        if (!at.to.includes('/session/provider/back')) return at.to.slice(service.base.length);
        at = await this.ask(alter(at.to));
      } else if (at.to) at = await this.ask(at.to);
      else {
        const action = /action="([^"]+)"/.exec(at.text)?.[1];
        const prompt = /name="prompt" value="([^"]+)"/.exec(at.text)?.[1];
        if (!action || !prompt) throw new Error(`lost on the way: ${at.status} ${at.text.slice(0, 300)}`);
        at = await this.ask(new URL(action, given.issuer).href, { prompt, ...(prompt === 'login' ? { login, password: 'any' } : {}) });
      }
    }
    throw new Error('the way has no end');
  }

  session = async (): Promise<{ status: number; login?: string }> => {
    const { status, text } = await this.ask(`${service.base}/api/v1/session`);
    return { status, ...(status === 200 ? { login: (JSON.parse(text) as { login: string }).login } : {}) };
  };
}

/** Begins to tie an account. @returns a browser on its way, and where it goes */
async function tie(client: Client): Promise<{ browser: Browser; address: string }> {
  const answer = await fetch(`${service.base}/api/v1/me/identity`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', cookie: client.signedIn },
    body: JSON.stringify({ password: PASSWORD }),
  });
  const { address } = (await answer.json()) as { address: string };
  const along = answer.headers.getSetCookie().find((line) => line.startsWith('dendrix-way='));
  return { browser: new Browser(along?.split(';')[0]), address };
}

const invited = async (login: string): Promise<{ id: string; token: string }> => {
  const { body } = await keeper.post('/accounts', { name: `Invited ${login}`, login, role: 'crew' });
  return { id: body.person.id, token: body.link.path.slice('/join/'.length) };
};

describe('signing in where the organisation does', () => {
  it('is told at the door, and asks the provider for nothing but who somebody is', async () => {
    expect((await service.anyone().get('/about')).body.provider).toBe('Town account');
    const { to } = await new Browser().ask(`${service.base}/api/v1/session/provider`);
    const query = new URL(to ?? '').searchParams;
    expect(query.get('scope')).toBe('openid');
    expect(query.get('code_challenge_method')).toBe('S256');
    expect(query.get('state')?.length).toBeGreaterThan(20);
    expect(query.get('nonce')?.length).toBeGreaterThan(20);
  });

  it('lets in who was invited and tied the account by the link, and the next time by itself', async () => {
    const { token, id } = await invited('tied');
    const browser = new Browser();
    expect(await browser.through(`?link=${token}`, 'somebody-there')).toBe('/today');
    expect(await browser.session()).toEqual({ status: 200, login: 'tied' });
    const user = await User.findByPk(id);
    expect([user?.state, user?.passwordHash, user?.identity?.length]).toEqual([null, null, 64]);
    // The subject itself is nowhere.
    expect(JSON.stringify(user)).not.toContain('somebody-there');
    const again = new Browser();
    expect(await again.through('', 'somebody-there')).toBe('/today');
    expect(await again.session()).toEqual({ status: 200, login: 'tied' });
    expect((await keeper.get('/audit')).body.findings).toEqual([]);
  });

  it('lets nobody in who was not invited, whatever the provider says of them, nor who left', async () => {
    const stranger = new Browser();
    expect(await stranger.through('', 'crew')).toBe('/today?refused=unknown');
    expect((await stranger.session()).status).toBe(204);
    const { token, id } = await invited('leaver');
    expect(await new Browser().through(`?link=${token}`, 'leaver-there')).toBe('/today');
    await keeper.put(`/accounts/${id}`, { state: 'disabled' });
    expect(await new Browser().through('', 'leaver-there')).toBe('/today?refused=unknown');
    // Let in again they are as they were.
    await keeper.put(`/accounts/${id}`, { state: 'active' });
    expect(await new Browser().through('', 'leaver-there')).toBe('/today');
  });

  it('ties one identity to one account, and a link once', async () => {
    const { token } = await invited('second');
    expect(await new Browser().through(`?link=${token}`, 'somebody-there')).toBe('/today?refused=taken');
    expect(await new Browser().through(`?link=${token}`, 'second-there')).toBe('/today');
    expect((await new Browser().ask(`${service.base}/api/v1/session/provider?link=${token}`)).to).toBe(
      `${service.base}/today?refused=link`,
    );
  });

  it('takes no answer that was not sent for: another state, another browser, a way that took too long', async () => {
    const swapped = (address: string) => address.replace(/state=[^&]+/, 'state=made-up');
    expect(await new Browser().through('', 'somebody-there', swapped)).toBe('/today?refused=failed');
    const { to } = await new Browser().ask(`${service.base}/api/v1/session/provider/back?code=abc&state=def`);
    expect(to).toBe(`${service.base}/today?refused=failed`);
    const own = new Provider(given, 'another secret');
    const { along } = await own.begin({ to: 'sign in' }, new Date());
    expect(await own.end(along, '?code=abc&state=def', new Date(Date.now() + 11 * 60_000))).toBeNull();
    expect(await new Provider(given, 'yet another').end(along, '?code=abc', new Date())).toBeNull();
  });

  it('is tied by whoever is signed in and knows the password, and let go of', async () => {
    const client = await service.as('crew');
    const { id } = (await client.get('/session')).body;
    // Somebody at a phone that lies open has no password, and gets no way in for good.
    expect((await client.post('/me/identity', { password: 'a guess that is wrong' })).body).toMatchObject({
      status: 422,
      path: 'password',
    });
    const tying = await tie(client);
    expect(await tying.browser.through(tying.address, 'crew-there')).toBe('/access');
    expect((await client.get('/session')).body.signsInElsewhere).toBe(true);
    const elsewhere = new Browser();
    expect(await elsewhere.through('', 'crew-there')).toBe('/today');
    expect(await elsewhere.session()).toEqual({ status: 200, login: 'crew' });
    // Another account cannot take it over.
    const other = await tie(await service.as('crew2'));
    expect(await other.browser.through(other.address, 'crew-there')).toBe('/access?refused=taken');
    expect((await client.delete('/me/identity')).status).toBe(204);
    expect((await User.findByPk(id))?.identity).toBeNull();
    expect(await new Browser().through('', 'crew-there')).toBe('/today?refused=unknown');
    // Whoever is not signed in has no account to tie.
    expect((await service.anyone().post('/me/identity', { password: PASSWORD })).status).toBe(401);
  });

  it('is not let go of by who would have no way in then; an administrator does, and signs them out', async () => {
    const { token, id } = await invited('alone');
    const browser = new Browser();
    await browser.through(`?link=${token}`, 'alone-there');
    const client = service.anyone();
    client.cookie = browser.cookies(service.base);
    expect((await client.delete('/me/identity')).status).toBe(409);
    expect((await keeper.delete(`/accounts/${id}/identity`)).status).toBe(204);
    expect((await client.get('/session')).status).toBe(401);
  });

  it('takes passwords of administrators alone where the organisation says so', async () => {
    const rules = (await keeper.get('/access-rules')).body;
    await keeper.put('/access-rules', { ...rules, passwordsFor: 'administrators' });
    const refused = await service.anyone().post('/session', { login: 'crew', password: 'a long enough password' });
    expect([refused.status, refused.body.detail]).toEqual([403, 'Your organisation asks you to sign in with Town account.']);
    expect((await service.anyone().post('/session', { login: 'administrator', password: 'a long enough password' })).status).toBe(200);
    await keeper.put('/access-rules', rules);
  });

  it('does not open an account with a second factor to whoever found a link for it', async () => {
    const { token, id } = await invited('guarded');
    await User.update({ factor: 'sealed', state: null, passwordHash: 'x' }, { where: { id } });
    expect(await new Browser().through(`?link=${token}`, 'thief-there')).toBe('/today?refused=link');
    expect((await User.findByPk(id))?.identity).toBeNull();
  });

  it('says so where the provider does not answer', async () => {
    const away = await startService({ provider: { ...given, issuer: 'http://127.0.0.1:9' } });
    const answer = await fetch(`${away.base}/api/v1/session/provider`, { redirect: 'manual' });
    expect(answer.headers.get('location')).toBe('/today?refused=away');
    await away.stop();
  });

  it('is not there in a demonstration, where anybody may be anybody', async () => {
    const demonstration = await startService({ provider: given, isDemonstration: true });
    expect((await demonstration.anyone().get('/about')).body.provider).toBeNull();
    expect((await demonstration.anyone().get('/session/provider')).status).toBe(404);
    await demonstration.stop();
  });

  it('is read from the settings whole, or not at all', () => {
    expect(providerFrom({})).toBeUndefined();
    const whole = {
      DENDRIX_PROVIDER: 'https://sign-in.example',
      DENDRIX_PROVIDER_CLIENT: 'c',
      DENDRIX_PROVIDER_SECRET: 's',
      DENDRIX_ORIGIN: 'https://trees.example/',
    };
    expect(providerFrom(whole)).toMatchObject({ issuer: 'https://sign-in.example', origin: 'https://trees.example' });
    for (const part of ['DENDRIX_PROVIDER_CLIENT', 'DENDRIX_PROVIDER_SECRET', 'DENDRIX_ORIGIN'])
      expect(() => providerFrom({ ...whole, [part]: undefined })).toThrow(/DENDRIX_PROVIDER needs/);
    expect(() => providerFrom({ ...whole, DENDRIX_ORIGIN: 'trees' })).toThrow(/DENDRIX_ORIGIN is not an address/);
  });

  it('tells the operator, and not the person at the door, what is wrong with the settings', async () => {
    const told: string[] = [];
    const alarm = (what: string, error: unknown) => void told.push(`${what}: ${(error as Error).message}`);
    expect(await new Provider(given, 's', alarm).probe()).toBe(true);
    expect(told).toEqual([]);
    // Another page of the same machine, and a machine where nothing listens.
    for (const issuer of [`${given.issuer}/nowhere`, 'http://127.0.0.1:1'])
      expect(await new Provider({ ...given, issuer }, 's', alarm).probe()).toBe(false);
    expect(told).toHaveLength(2);
    // A wrong secret shows when somebody comes back; whoever declined there is no trouble.
    const wrong = new Provider({ ...given, secret: 'mistyped' }, 's', alarm);
    const back = async (query: (state: string) => string) => {
      const { along, address } = await wrong.begin({ to: 'sign in' }, new Date());
      return wrong.end(along, query(new URL(address).searchParams.get('state') ?? ''), new Date());
    };
    const iss = `&iss=${encodeURIComponent(given.issuer)}`;
    expect(await back((state) => `?code=abc&state=${state}${iss}`)).toBeNull();
    expect(told).toHaveLength(3);
    expect(told[2]).toMatch(/^a sign-in at the organisation was not completed/);
    expect(told.join()).not.toContain('mistyped');
    expect(await back((state) => `?error=access_denied&state=${state}${iss}`)).toBeNull();
    expect(told).toHaveLength(3);
  });

  it('is never set over plain HTTP to another machine', () => {
    for (const part of ['issuer', 'origin'] as const)
      expect(() => new Provider({ ...given, [part]: 'http://trees.example' }, 's')).toThrow(/must start with https/);
  });
});
