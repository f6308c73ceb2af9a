import { isIP } from 'node:net';

/** A setting that was mistyped: which one, and what to write instead. Its message never repeats a value that may hold a password. */
export class SettingError extends Error {}

/**
 * The address in a setting.
 * @throws SettingError that names the setting; the address is not repeated, since it may hold a password
 */
export function addressIn(name: string, value: string, example: string): URL {
  if (!URL.canParse(value))
    throw new SettingError(
      `${name} is not an address. Write one such as ${example}. In a password write @ : / # and % as %40 %3A %2F %23 and %25.`,
    );
  const url = new URL(value);
  for (const part of [url.username, url.password, url.pathname])
    try {
      decodeURIComponent(part);
    } catch {
      throw new SettingError(`${name} has a % that starts no code. In a password write % as %25.`);
    }
  return url;
}

/** Name or number of a machine, without the brackets that an address puts around IPv6. */
export const hostOf = ({ hostname }: Pick<URL, 'hostname'>): string => hostname.replace(/^\[|\]$/g, '');

const NEAR =
  /^(10\.|127\.|192\.168\.|169\.254\.|172\.(1[6-9]|2\d|3[01])\.)|^(::1$|f[cd]|fe[89ab])|^localhost$|\.(local|internal|home\.arpa)$/i;

/** Whether a machine is this one or in the same network: loopback, private (RFC 1918, RFC 4193), link-local, or a name without a dot. */
export const isNear = (host: string): boolean => (isIP(host) === 0 && !host.includes('.')) || NEAR.test(host);

/** A host as a link shows it: IPv6 stands in brackets; a service that listens everywhere is reached on this machine. */
export const shownHost = (host: string): string =>
  host === '0.0.0.0' || host === '::' ? 'localhost' : isIP(host) === 6 ? `[${host}]` : host;
