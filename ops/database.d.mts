export interface OpenDatabase {
  url: string;
  close: () => Promise<void>;
  /** Whether it has ended; absent where DATABASE_URL says whose it is. */
  isDead?: () => boolean;
}
/** Opens the database of DATABASE_URL (never with `own`), or a MariaDB of our own with its data under `dir`. */
export function openDatabase(options?: {
  dir?: string;
  log?: (line: string) => void;
  quick?: boolean;
  own?: boolean;
  memory?: string;
}): Promise<OpenDatabase>;
/** Installs Debian packages, as root. */
export function installDebian(packages: readonly string[], log: (line: string) => void): void;
export function freePort(): Promise<number>;
export function sessionSecret(dir?: string): string;
