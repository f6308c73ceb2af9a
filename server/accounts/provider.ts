import { createHash } from 'node:crypto';
import type { Configuration } from 'openid-client';
import { HttpProblem } from '../http/problem';
import { addressIn, SettingError } from '../settings/addresses';
import { seal, unseal } from './factor';

// Signing in where the organisation signs in (OpenID Connect Core 1.0, authorization code flow with PKCE, RFC 7636). Nobody is let in by
// what the provider says of them, such as an address: an account is tied to its identity there once, by the invited person themselves.

/** Where an organisation signs in. */
export interface ProviderGiven {
  /** Address of the issuer, under which its configuration is found (OpenID Connect Discovery). */
  issuer: string;
  client: string;
  secret: string;
  /** What people call it: "town account". */
  name: string;
  /** Where this service is reached from outside, such as https://trees.example. */
  origin: string;
}

/** Why somebody is on the way to the provider. */
export type Purpose = { to: 'sign in' } | { to: 'join'; token: string } | { to: 'tie'; user: string };

interface Way {
  purpose: Purpose;
  state: string;
  nonce: string;
  verifier: string;
  /** ms */
  until: number;
}

/** The way there and back, with a password and a second factor there, takes no longer, ms. */
const LONGEST_WAY_MS = 10 * 60_000;
const LOOPBACK = /^(localhost|127\.0\.0\.1|\[::1\])$/;
/** Where the provider sends people back to. */
export const BACK = '/api/v1/session/provider/back';

/** @throws SettingError where an address is none, or is not safe: plain HTTP is taken on this machine alone */
export function checkProvider({ issuer, origin }: Pick<ProviderGiven, 'issuer' | 'origin'>): void {
  for (const [name, address] of [
    ['DENDRIX_PROVIDER', issuer],
    ['DENDRIX_ORIGIN', origin],
  ] as const) {
    const url = addressIn(name, address, 'https://sign-in.example');
    if (url.protocol !== 'https:' && !(url.protocol === 'http:' && LOOPBACK.test(url.hostname)))
      throw new SettingError(`${name} is not safe to sign in through. It must start with https.`);
    if (url.username || url.search || url.hash) throw new SettingError(`${name} must be a plain address, without user, ? or #.`);
  }
  if (new URL(origin).pathname !== '/')
    throw new SettingError('DENDRIX_ORIGIN must end after the name of the machine, as in https://trees.example. Remove the path.');
}

const PARTS = ['DENDRIX_PROVIDER_CLIENT', 'DENDRIX_PROVIDER_SECRET', 'DENDRIX_PROVIDER_NAME'] as const;

/**
 * The provider that the settings of the service name, if they name one.
 * @throws SettingError where a part of it is missing, and as `checkProvider` does
 */
export function providerFrom(settings: Readonly<Record<string, string | undefined>>): ProviderGiven | undefined {
  const part = (name: string) => settings[name]?.trim() || undefined;
  const issuer = part('DENDRIX_PROVIDER');
  if (!issuer) {
    // Half of it set is a mistake, not a wish to have none.
    const half = PARTS.find((name) => part(name));
    if (half) throw new SettingError(`${half} is set but DENDRIX_PROVIDER is not. Set it to the address where your organisation signs in.`);
    return undefined;
  }
  const [client, secret, name] = PARTS.map(part);
  const origin = part('DENDRIX_ORIGIN');
  if (!client || !secret || !origin)
    throw new SettingError(
      'DENDRIX_PROVIDER needs DENDRIX_PROVIDER_CLIENT, DENDRIX_PROVIDER_SECRET and DENDRIX_ORIGIN, the address this service is reached at.',
    );
  const given = { issuer, client, secret, name: name ?? 'the account of your organisation', origin: origin.replace(/\/$/, '') };
  checkProvider(given);
  return given;
}

/** The provider of an organisation; it is asked who it is when somebody first signs in there. */
export class Provider {
  private known: Promise<Configuration> | undefined;

  /**
   * @param given where it is
   * @param secret of the service: seals what goes along in the browser
   * @param alarm told why a way did not go as it should: a person at the door is told only that it did not
   * @throws SettingError as `checkProvider` does
   */
  constructor(
    private readonly given: ProviderGiven,
    private readonly secret: string,
    private readonly alarm: (what: string, error: unknown) => void = () => {},
  ) {
    checkProvider(given);
  }

  get name(): string {
    return this.given.name;
  }

  private async config(): Promise<Configuration> {
    const { allowInsecureRequests, discovery } = await import('openid-client');
    const issuer = new URL(this.given.issuer);
    this.known ??= discovery(issuer, this.given.client, this.given.secret, undefined, {
      ...(issuer.protocol === 'http:' ? { execute: [allowInsecureRequests] } : {}),
    });
    try {
      return await this.known;
    } catch (error) {
      this.alarm('the sign-in of the organisation does not answer as OpenID Connect Discovery says', error);
      // It may answer the next one.
      this.known = undefined;
      throw new HttpProblem(503, 'No answer', `${this.given.name} is not responding. Try again later, or sign in with your password.`);
    }
  }

  /** Asks once whether the provider is there and is who it says, so that a mistyped setting is known before anybody needs it. */
  async probe(): Promise<boolean> {
    return this.config().then(
      () => true,
      () => false,
    );
  }

  /** Begins the way there. @returns where the browser goes, and what it takes along, sealed */
  async begin(purpose: Purpose, now: Date): Promise<{ address: string; along: string; maxAge: number }> {
    const config = await this.config();
    const { buildAuthorizationUrl, calculatePKCECodeChallenge, randomNonce, randomPKCECodeVerifier, randomState } =
      await import('openid-client');
    const way: Way = {
      purpose,
      state: randomState(),
      nonce: randomNonce(),
      verifier: randomPKCECodeVerifier(),
      until: now.getTime() + LONGEST_WAY_MS,
    };
    const address = buildAuthorizationUrl(config, {
      redirect_uri: `${this.given.origin}${BACK}`,
      scope: 'openid',
      state: way.state,
      nonce: way.nonce,
      code_challenge: await calculatePKCECodeChallenge(way.verifier),
      code_challenge_method: 'S256',
    });
    return { address: address.href, along: seal(JSON.stringify(way), this.secret), maxAge: LONGEST_WAY_MS };
  }

  /**
   * Ends the way back.
   * @param along what the browser took along
   * @param query what the provider gave it, with the question mark
   * @returns why they went, and who they are there: a hash of issuer and subject; null where it did not go as it should
   */
  async end(along: string | undefined, query: string, now: Date): Promise<{ purpose: Purpose; identity: string } | null> {
    const way = this.read(along);
    if (!way || way.until < now.getTime()) return null;
    const { authorizationCodeGrant } = await import('openid-client');
    try {
      const tokens = await authorizationCodeGrant(await this.config(), new URL(`${this.given.origin}${BACK}${query}`), {
        expectedState: way.state,
        expectedNonce: way.nonce,
        pkceCodeVerifier: way.verifier,
        idTokenExpected: true,
      });
      const claims = tokens.claims();
      return claims ? { purpose: way.purpose, identity: identityOf(claims.iss, claims.sub) } : null;
    } catch (error) {
      // Declined there, or what came back was not what was sent for: a wrong secret, or a clock that is minutes off.
      if (!isDeclined(error)) this.alarm('a sign-in at the organisation was not completed', error);
      return null;
    }
  }

  private read(along: string | undefined): Way | null {
    try {
      return along === undefined ? null : (JSON.parse(unseal(along, this.secret)) as Way);
    } catch {
      return null;
    }
  }
}

/** Somebody who changed their mind at the provider is no trouble of the service (RFC 6749, 4.1.2.1). */
const isDeclined = (error: unknown): boolean => (error as { error?: unknown }).error === 'access_denied';

/** A subject is known within its issuer alone (OpenID Connect Core, 5.7). */
const identityOf = (issuer: string, subject: string): string => createHash('sha256').update(`${issuer}\n${subject}`).digest('hex');
