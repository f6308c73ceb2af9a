// What the log says of an error: its kind, its first line and where it was; and what a page that is not there is answered.
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { DatabaseError } from 'sequelize';
import { User } from '../models/accounts';
import { startService, type Service } from '../testing/service';
import { problemHandler } from './problem';

let service: Service;
const lines: string[] = [];
const web = mkdtempSync(join(tmpdir(), 'dendrix-web-'));
beforeAll(async () => {
  mkdirSync(join(web, '_expo'));
  writeFileSync(join(web, '_expo', 'here.js'), '1');
  writeFileSync(join(web, 'index.html'), '<!doctype html><title>Dendrix</title>');
  service = await startService({ webDir: web, logger: pino({}, { write: (line: string) => void lines.push(line) }) });
});
afterAll(async () => {
  await service.stop();
  rmSync(web, { recursive: true });
});

it('an error is logged with its kind, its first line and its place, and no cookie', async () => {
  const crew = await service.as('crew');
  lines.length = 0;
  const broken = jest.spyOn(User, 'findByPk').mockRejectedValue(new TypeError('this is broken'));
  try {
    expect((await crew.get('/round?dueBy=2026-06-15')).status).toBe(500);
  } finally {
    broken.mockRestore();
  }
  const logged = lines.map(
    (line) => JSON.parse(line) as { msg: string; err?: { type: string; message: string; at: string[] }; req?: { path: string } },
  );
  const failed = logged.find(({ msg }) => msg === 'request failed');
  expect(failed?.err).toMatchObject({ type: 'TypeError', message: 'this is broken' });
  expect(failed?.err?.at.length).toBeGreaterThan(0);
  expect(logged.some(({ req }) => req?.path === '/api/v1/round')).toBe(true);
  expect(lines.join('')).not.toContain(crew.signedIn.split('=')[1]);
  expect(lines.join('')).not.toContain('dueBy');
});

it('a script that is not there is not the page; any other way is', async () => {
  const answer = async (path: string) => {
    const response = await fetch(service.base + path);
    return [response.status, (response.headers.get('content-type') ?? '').split(';')[0]];
  };
  expect(await answer('/_expo/here.js')).toEqual([200, 'text/javascript']);
  expect(await answer('/_expo/gone.js')).toEqual([404, 'text/plain']);
  expect(await answer('/robots.txt')).toEqual([200, 'text/plain']);
  expect(await answer('/tree/1')).toEqual([200, 'text/html']);
});

it('an error of the database says which question failed, and never what stood in it', async () => {
  const secret = 'MWp739sessionid';
  const failed = await service.sequelize.query('SELECT * FROM no_such_table WHERE sid = ?', { bind: [secret] }).then(
    () => null,
    (error: Error & { parent?: Error }) => [error.message, error.stack, error.parent?.message, error.parent?.stack].join('\n'),
  );
  expect(failed).toMatch(/no_such_table/);
  expect(failed).not.toContain(secret);
});

// MariaDB's error codes: no room on the disk, table full, read-only, right to the table missing, table missing.
it.each([1021, 1114, 1290, 1142, 1146])(
  'a database that cannot save (%i) asks for patience and never blames what was sent',
  async (errno) => {
    const crew = await service.as('crew');
    const original = Object.assign(new Error('no room'), { errno, sql: '' });
    const broken = jest.spyOn(User, 'findByPk').mockRejectedValue(new DatabaseError(original as never));
    try {
      const answer = await crew.get('/round?dueBy=2026-06-15');
      expect(answer.status).toBe(503);
      expect(answer.body).toMatchObject({ title: 'Cannot save now', detail: expect.stringMatching(/saved on this device/) });
    } finally {
      broken.mockRestore();
    }
  },
);

it('an error after the answer has begun goes to the log alone', async () => {
  const printed = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  lines.length = 0;
  const answer = { headersSent: true, writableEnded: true, destroy: jest.fn() };
  const request = { log: { error: (given: object, words: string) => lines.push(`${words} ${Object.keys(given).join()}`) } };
  problemHandler(new Error('after'), request as never, answer as never, () => lines.push('handed on'));
  expect(lines).toEqual(['failed after the answer was started err']);
  expect(printed).not.toHaveBeenCalled();
  printed.mockRestore();
});
