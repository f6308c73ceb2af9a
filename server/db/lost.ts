import { ConnectionError, DatabaseError } from 'sequelize';

/** Messages of a database that went away, or of a node that left its cluster: nothing was answered, and another may be asked. */
const WORDS = [
  /socket has unexpectedly been closed/i,
  /WSREP has not yet prepared node/i,
  /Server shutdown in progress/i,
  /Connection was killed/i,
  /Lost connection|server has gone away/i,
] as const;

/** What tells Sequelize that a question was not answered. */
export const LOST = [/ConnectionError/, /ConnectionRefusedError/, ...WORDS];

/** Whether the connection was lost in the middle of something, so that it may or may not have been done. */
export const isLost = (error: unknown): boolean =>
  error instanceof ConnectionError ||
  (error instanceof DatabaseError &&
    (WORDS.some((word) => word.test(error.message)) || (error.original as { fatal?: boolean }).fatal === true));
