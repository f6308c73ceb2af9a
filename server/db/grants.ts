// What the account of the running service needs of its database, and no more. The schema is changed by another account, which owns it.

/** Rows that are written once: nothing of the service changes or deletes them, nor can whoever got hold of its account. */
const WRITTEN_ONCE = ['audit_entries', 'determinations', 'reviews', 'messages', 'put_offs', 'photos'] as const;
/** Rows that change and are never deleted. */
const NEVER_DELETED = ['users', 'trees', 'visits', 'settings', 'districts', 'imports', 'audit_head'] as const;
const COME_AND_GO = [
  'follow_ups',
  'sessions',
  'links',
  'recovery_codes',
  'tries',
  'limits',
  'changes',
  'derived_with',
  'backgrounds',
  'background_parts',
  'presence',
  'seen',
  'told',
  'rounds',
  'round_stops',
] as const;
const READ = ['migrations'] as const;

/** Every table, with what the service does to it. */
export const NEEDS: Readonly<Record<string, string>> = Object.fromEntries([
  ...READ.map((table) => [table, 'SELECT']),
  ...WRITTEN_ONCE.map((table) => [table, 'SELECT, INSERT']),
  ...NEVER_DELETED.map((table) => [table, 'SELECT, INSERT, UPDATE']),
  ...COME_AND_GO.map((table) => [table, 'SELECT, INSERT, UPDATE, DELETE']),
]);

/** A name of the database or of an account, as SQL takes it. @throws Error for one that would be read otherwise */
function plain(name: string): string {
  if (!/^[\w%.:-]+$/.test(name)) throw new Error(`${name} is no name for a database, an account or a machine.`);
  return name;
}

/**
 * Statements that let an account run the service on a database that stands. To be given again after an upgrade that brought a new table.
 * @param user account, which exists
 * @param host from which it connects, as MariaDB names it
 */
export const grantsFor = (database: string, user: string, host: string): string[] =>
  Object.entries(NEEDS).map(
    ([table, rights]) => `GRANT ${rights} ON \`${plain(database)}\`.\`${table}\` TO '${plain(user)}'@'${plain(host)}';`,
  );
