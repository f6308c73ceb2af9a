import { editDistance, nearest } from '@dendrix/core/knowledge';
import { providerFrom, type ProviderGiven } from '../../server/accounts/provider';
import { s3Store, type PictureStore } from '../../server/photos/store';
import { SettingError } from '../../server/settings/addresses';
import { addressesOf } from '../../server/settings/database';
import { proxiesIn } from '../../server/settings/proxies';

/** What an operator set, checked. */
export interface Settings {
  database: string;
  secret: string;
  port: number;
  host: string;
  /** A fixed day, ISO date; only for a demonstration. */
  today?: string;
  logLevel: string;
  logFile?: string;
  /** Requests a minute of one signed-in device, or of all strangers at one address. */
  rate?: number;
  processes: number;
  proxies?: string;
  pictures?: PictureStore;
  provider?: ProviderGiven;
  plant: boolean;
}

type Given = Readonly<Record<string, string | undefined>>;

/** Every setting of ours that something reads; another name that begins like them is a typing mistake. */
const KNOWN = [
  ...['CHAIN_FILE', 'DATA', 'DB_MEMORY', 'LINK', 'LOG', 'ORIGIN', 'PICTURES', 'PLANT', 'PROCESSES', 'PROVIDER', 'PROVIDER_CLIENT'],
  ...[
    'PROVIDER_NAME',
    'PROVIDER_SECRET',
    'PROXIES',
    'RATE',
    'TODAY',
    'LOOK',
    'SEED',
    'SWEEP',
    'E2E_WAIT',
    'TEST_DATABASE',
    'TEST_PLANTED',
    'THREAD_MEMORY',
  ],
].map((name) => `DENDRIX_${name}`);
const LEVELS = ['fatal', 'error', 'warn', 'info', 'debug', 'trace', 'silent'];
const OURS = ['DATABASE_URL', 'SESSION_SECRET', 'PORT', 'HOST', 'LOG_LEVEL'];
/** A secret that signs sessions is drawn at random and long: whoever guesses it is whoever they like. */
const SHORTEST_SECRET = 32;
/** Letters that differ in a secret drawn at random, at the least. */
const FEWEST_LETTERS = 12;
/** A name within so many changes of a known one was probably meant to be that one. */
const NEAR = 3;

function whole(name: string, value: string, least: number, most: number): number {
  const number = Number(value);
  if (!/^\d+$/.test(value.trim()) || number < least || number > most)
    throw new SettingError(`${name}=${value} is not valid. Write a whole number from ${least} to ${most}.`);
  return number;
}

function dayIn(value: string): string {
  const day = /^\d{4}-\d{2}-\d{2}$/.test(value) ? new Date(`${value}T12:00:00Z`) : null;
  // A day that no month has rolls over into the next.
  if (!day || Number.isNaN(day.getTime()) || day.toISOString().indexOf(value) !== 0)
    throw new SettingError(`DENDRIX_TODAY=${value} is not a day. Write one such as 2026-07-14.`);
  return value;
}

function secretIn(value: string): string {
  if (value.length < SHORTEST_SECRET || new Set(value).size < FEWEST_LETTERS)
    throw new SettingError(
      `SESSION_SECRET is too weak. Use ${SHORTEST_SECRET} or more random characters, such as openssl rand -base64 32 gives.`,
    );
  return value;
}

/** Settings with quotes around them, which some files of settings keep as part of the value. */
function checkQuotes(given: Given): void {
  for (const [name, value = ''] of Object.entries(given))
    if ((name.startsWith('DENDRIX_') || OURS.includes(name)) && /^(["']).*\1$/.test(value))
      throw new SettingError(`${name} has quotation marks around its value. Remove them.`);
}

/** Sentences about settings that nothing reads. They stop no start: an older version may meet those of a newer one. */
export const unread = (given: Given): string[] =>
  Object.keys(given)
    .filter((name) => name.startsWith('DENDRIX_') && !KNOWN.includes(name))
    .map((name) => {
      const near = nearest(name, KNOWN);
      const meant = near !== undefined && editDistance(name, near, NEAR) <= NEAR;
      return `${name} is not a setting and is ignored.${meant ? ` Did you mean ${near}?` : ''}`;
    });

/**
 * Reads the settings of the service.
 * @throws SettingError with the name of the first setting that is missing or mistyped, and what to write
 */
export function readSettings(given: Given): Settings {
  checkQuotes(given);
  const set = (name: string): string | undefined => given[name]?.trim() || undefined;
  const [database, secret] = [set('DATABASE_URL'), given.SESSION_SECRET];
  if (!database || !secret) throw new SettingError('The service needs DATABASE_URL and SESSION_SECRET. npm start sets both.');
  addressesOf(database);
  const logLevel = set('LOG_LEVEL') ?? 'warn';
  if (!LEVELS.includes(logLevel)) throw new SettingError(`LOG_LEVEL=${logLevel} is not a level. Write one of ${LEVELS.join(', ')}.`);
  const host = set('HOST') ?? '127.0.0.1';
  if (/[/[\]]|^.*\.\d+:\d+$/.test(host))
    throw new SettingError(`HOST=${host} is not a name or number of a machine. Write one such as 127.0.0.1 or ::1.`);
  const [today, rate, proxies, pictures, logFile] = ['TODAY', 'RATE', 'PROXIES', 'PICTURES', 'LOG'].map((name) => set(`DENDRIX_${name}`));
  const provider = providerFrom(given);
  const threadMemory = set('DENDRIX_THREAD_MEMORY');
  if (threadMemory) whole('DENDRIX_THREAD_MEMORY', threadMemory, 64, 65_536);
  return {
    database,
    secret: secretIn(secret),
    port: whole('PORT', set('PORT') ?? '8321', 1, 65_535),
    host,
    logLevel,
    processes: whole('DENDRIX_PROCESSES', set('DENDRIX_PROCESSES') ?? '1', 1, 64),
    plant: given.DENDRIX_PLANT === '1',
    ...(today ? { today: dayIn(today) } : {}),
    ...(logFile ? { logFile } : {}),
    ...(rate ? { rate: whole('DENDRIX_RATE', rate, 1, 1_000_000) } : {}),
    ...(proxies ? { proxies: proxiesIn(proxies) } : {}),
    ...(pictures ? { pictures: s3Store(pictures) } : {}),
    ...(provider ? { provider } : {}),
  };
}
