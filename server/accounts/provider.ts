import { createHash } from 'node:crypto';
import type { Configuration } from 'openid-client';
import { HttpProblem } from '../http/problem';
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

/** @throws Error where an address is none, or is not safe: plain HTTP is taken on this machine alone */
export function checkProvider({ issuer, origin }: Pick<ProviderGiven, 'issuer' | 'origin'>): void {
  for (const address of [issuer, origin]) {
    if (!URL.canParse(address)) throw new Error(`${address} is no address; write one such as https://sign-in.example.`);
    const url = new URL(address);
    if (url.protocol !== 'https:' && !LOOPBACK.test(url.hostname))
      throw new Error(`${address} is not safe to sign in through: it has to begin with https.`);
  }
}

/**
 * The provider that the settings of the service name, if they name one.
 * @throws Error where a part of it is missing, and as `checkProvider` does
 */
export function providerFrom(settings: Readonly<Record<string, string | undefined>>): ProviderGiven | undefined {
  const { DENDRIX_PROVIDER: issuer, DENDRIX_PROVIDER_CLIENT: client, DENDRIX_PROVIDER_SECRET: secret, DENDRIX_ORIGIN: origin } = settings;
  if (!issuer) return undefined;
  if (!client || !secret || !origin)
    throw new Error(
      'DENDRIX_PROVIDER needs DENDRIX_PROVIDER_CLIENT, DENDRIX_PROVIDER_SECRET and DENDRIX_ORIGIN, the address this service is reached at.',
    );
  const given = {
    issuer,
    client,
    secret,
    name: settings.DENDRIX_PROVIDER_NAME ?? 'the account of your organisation',
    origin: origin.replace(/\/$/, ''),
  };
  checkProvider(given);
  return given;
}

/** The provider of an organisation; it is asked who it is when somebody first signs in there. */
export class Provider {
  private known: Promise<Configuration> | undefined;

  /**
   * @param given where it is
   * @param secret of the service: seals what goes along in the browser
   * @throws Error as `checkProvider` does
   */
  constructor(
    private readonly given: ProviderGiven,
    private readonly secret: string,
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
    } catch {
      // It may answer the next one.
      this.known = undefined;
      throw new HttpProblem(503, 'No answer', `${this.given.name} does not answer. Try again later, or sign in with your password.`);
    }
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
    } catch {
      // Declined there, or what came back was not what was sent for.
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

/** A subject is known within its issuer alone (OpenID Connect Core, 5.7). */
const identityOf = (issuer: string, subject: string): string => createHash('sha256').update(`${issuer}\n${subject}`).digest('hex');
