import { isIP } from 'node:net';
import { SettingError } from './addresses';

/** Networks that express knows by name. */
const NAMED = ['loopback', 'linklocal', 'uniquelocal'];
/** A network wider than this holds strangers, and a stranger's word on who asks would be taken. Bits, IPv4 and IPv6. */
const WIDEST = { 4: 8, 6: 7 } as const;

/**
 * Checks the proxies that are trusted to say who asks.
 * @returns the list without spaces, as express takes it
 * @throws SettingError where one is no address or network, or takes in half the internet
 */
export function proxiesIn(value: string): string {
  const all = value.split(',').map((part) => part.trim());
  for (const one of all) {
    if (NAMED.includes(one)) continue;
    const [address = '', bits, ...more] = one.split('/');
    const version = isIP(address);
    const most = version === 6 ? 128 : 32;
    if (version === 0 || more.length > 0 || (bits !== undefined && (!/^\d+$/.test(bits) || Number(bits) > most)))
      throw new SettingError(
        `DENDRIX_PROXIES: "${one}" is not an address. Write loopback, an address such as 10.0.0.5, or a network such as 10.0.0.0/24. Separate several by commas.`,
      );
    if (bits !== undefined && Number(bits) < WIDEST[version as 4 | 6])
      throw new SettingError(`DENDRIX_PROXIES: ${one} is too wide. Anybody in it could claim another address. Name your proxies only.`);
  }
  return all.join(',');
}
