import { ConnectionRefusedError, DatabaseError } from 'sequelize';
import { isLost, LOST } from './lost';

const said = (message: string, more: object = {}) =>
  new DatabaseError(Object.assign(new Error(message), { sql: 'SELECT 1', ...more }) as never);

describe('a question that was not answered', () => {
  it.each([
    'socket has unexpectedly been closed',
    'WSREP has not yet prepared node for application use',
    'Server shutdown in progress',
    'Lost connection to server during query',
  ])('"%s" is one, and Sequelize is told so', (message) => {
    expect(isLost(said(message))).toBe(true);
    expect(LOST.some((word) => word.test(message))).toBe(true);
  });
  it('and so is a connection that was refused, or an error that ended it', () => {
    expect(isLost(new ConnectionRefusedError(new Error('refused')))).toBe(true);
    expect(isLost(said('something', { fatal: true }))).toBe(true);
  });
  it.each(['Deadlock found when trying to get lock', "Unknown column 'x'", 'Duplicate entry'])('"%s" is an answer', (message) => {
    expect(isLost(said(message))).toBe(false);
    expect(LOST.some((word) => word.test(message))).toBe(false);
  });
  it('another error is none', () => expect([isLost(new Error('x')), isLost(null)]).toEqual([false, false]));
});
